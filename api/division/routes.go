// Package division is the routes of division.
package division

import (
	"context"
	"strconv"
	"strings"

	"therapeon/api/wire"
	"therapeon/clinic/check"
	service "therapeon/clinic/division"
	"therapeon/core/division"
	"therapeon/core/judgement"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/roots"
)

type rhizomeOf struct {
	ID   int64  `path:"id" json:"-" required:"true"`
	Cuts string `query:"cuts" json:"-" description:"where to cut, such as 3,5, each by the bulb on its younger side, or none; left out: as advised"`
}

func (r rhizomeOf) cuts() ([]int, error) {
	switch r.Cuts {
	case "":
		return nil, nil
	case "none":
		return []int{}, nil
	}
	var cuts []int
	for word := range strings.SplitSeq(r.Cuts, ",") {
		n, err := strconv.Atoi(strings.TrimSpace(word))
		if err != nil || len(cuts) == mostCuts {
			return nil, wire.BadParameter("cuts", r.Cuts, message.Of("api.numbers-of-bulbs"))
		}
		cuts = append(cuts, n)
	}
	return cuts, nil
}

// mostCuts is how many cuts can be asked about.
const mostCuts = 12

type saveRhizome struct {
	ID int64 `path:"id" json:"-" required:"true"`
	service.SaveRhizome
}

type divide struct {
	ID int64 `path:"id" json:"-" required:"true"`
	service.Divide
}

// divisionAsk is a rhizome, and what bears on dividing it.
type divisionAsk struct {
	Rhizome    division.Rhizome  `json:"rhizome" required:"true"`
	Monopodial bool              `json:"monopodial,omitempty"`
	BulbState  patient.BulbState `json:"bulb_state,omitempty" validate:"omitempty,oneof=plump mixed shrivelled"`
	Flowering  patient.Flowering `json:"flowering,omitempty" validate:"omitempty,oneof=none spike bud bloom"`
	Growth     patient.Growth    `json:"growth,omitempty" validate:"omitempty,oneof=new-roots growing resting"`
	Spreading  bool              `json:"spreading,omitempty" description:"rot may be running in the rhizome"`
	RootGrade  roots.GradeCode   `json:"root_grade,omitempty" validate:"omitempty,oneof=rootless near-rootless poor fair good" description:"left out: its roots were not read"`
	LiveMM     []liveRoot        `json:"live_mm,omitempty" validate:"bulbs,dive" description:"living root by bulb"`
}

type liveRoot struct {
	Bulb int     `json:"bulb" required:"true" validate:"bulb" description:"0: of no known bulb"`
	Low  float64 `json:"low" required:"true" validate:"roots_long_mm"`
	High float64 `json:"high" required:"true" validate:"roots_long_mm"`
}

func (d divisionAsk) plant() *patient.Patient {
	p := &patient.Patient{
		Intake: patient.Intake{BulbState: d.BulbState},
		Looks:  []patient.Look{{Noted: patient.Inspection{Flowering: d.Flowering, Growth: d.Growth}}},
		Given: patient.Given{
			Spreading: d.Spreading,
			Grade:     d.RootGrade,
			Read:      d.RootGrade != roots.Unread,
			LiveMM:    map[int]roots.Range{},
		},
	}
	if d.Monopodial {
		p.Profile.Habit.Value = "monopodial"
	}
	for _, l := range d.LiveMM {
		if l.Bulb == 0 {
			p.Given.UnplacedMM = roots.Range{Low: l.Low, High: l.High}
		} else {
			p.Given.LiveMM[l.Bulb] = roots.Range{Low: l.Low, High: l.High}
		}
	}
	return p
}

// Routes are the operations of this room.
func Routes(s *service.Service) []wire.Operation {
	return []wire.Operation{
		wire.Get("/plants/{id}/rhizome", "getRhizome", "A plant's rhizome, and the advice on dividing it",
			func(ctx context.Context, in rhizomeOf) (service.Divisible, error) {
				cuts, err := in.cuts()
				if err != nil {
					return service.Divisible{}, err
				}
				return s.Division(ctx, in.ID, cuts)
			}),
		wire.Put("/plants/{id}/rhizome", "saveRhizome", "Save a rhizome; an older version is refused",
			func(ctx context.Context, in saveRhizome) (service.Divisible, error) {
				return s.SaveRhizome(ctx, in.ID, in.SaveRhizome)
			}),
		wire.Post("/plants/{id}/divisions", "dividePlant", "Divide a plant: the pieces become plants",
			func(ctx context.Context, in divide) (service.Divided, error) {
				return s.Divide(ctx, in.ID, in.Divide)
			}),
		wire.Post("/compute/division", "computeDivision",
			"Where a rhizome can be cut, and whether it should be; nothing saved",
			func(_ context.Context, in divisionAsk) (judgement.Divisible, error) {
				if err := check.Input(in); err != nil {
					return judgement.Divisible{}, err
				}
				return s.ComputeDivision(in.Rhizome, in.plant())
			}),
		wire.Table("division", "divisionKnowledge", "When a plant is divided, and what each piece needs",
			division.Table),
	}
}
