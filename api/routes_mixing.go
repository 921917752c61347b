package api

import (
	"context"
	"net/http"

	"therapeon/clinic"
	"therapeon/clinic/check"
	cleanwork "therapeon/clinic/cleaning"
	"therapeon/clinic/shelf"
	"therapeon/clinic/treating"
	"therapeon/core/division"
	"therapeon/core/patient"
	"therapeon/core/pests"
	"therapeon/core/roots"
	"therapeon/core/solutions"
)

type calibrated struct {
	Adds  float64 `json:"adds" required:"true" description:"what 1 mL/L adds to the reading"`
	Scale string  `json:"scale" required:"true"`
}

type oxygenAsk struct {
	Celsius float64 `json:"celsius" required:"true" validate:"min=0,max=40" description:"of the water"`
}

type oxygen struct {
	MGL    float64 `json:"mg_per_l" required:"true" description:"at 101.325 kPa"`
	Source string  `json:"source" required:"true"`
}

type changeStock struct {
	ID int64 `path:"id" json:"-" required:"true"`
	shelf.ChangeStock
}

type shelfList struct {
	Shelf []shelf.OnShelf `json:"shelf" required:"true"`
}

type needList struct {
	Needs []cleanwork.Need `json:"needs" required:"true"`
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
	LiveMM     []liveRoot        `json:"live_mm,omitempty" validate:"max=60,dive" description:"living root by bulb"`
}

type liveRoot struct {
	Bulb int     `json:"bulb" required:"true" validate:"min=0,max=60" description:"0: of no known bulb"`
	Low  float64 `json:"low" required:"true" validate:"min=0,max=1000000"`
	High float64 `json:"high" required:"true" validate:"min=0,max=1000000"`
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

// mix makes an operation that checks what is asked and works it out.
func mix[In, Out any](path, id, summary string, work func(In) Out) operation {
	return op(http.MethodPost, "/api/v1/compute/"+path, id, summary, func(_ context.Context, in In) (Out, error) {
		if err := check.Input(in); err != nil {
			var none Out
			return none, err
		}
		return work(in), nil
	})
}

// mixingTable lists the mixing bench, and the shelf beside it.
func mixingTable(c *clinic.Clinic) []operation {
	const get, post, put = http.MethodGet, http.MethodPost, http.MethodPut
	return []operation{
		mix(
			"solutions",
			"computeSolution",
			"What to measure out for a dilution, or how strong a mix is; nothing saved",
			solutions.Dilute,
		),
		mix("feed", "computeFeed", "A feed by its label, both ways", solutions.MixFeed),
		mix(
			"stack",
			"computeStack",
			"Several products on a base water, and what the meter reads after each",
			solutions.MixStack,
		),
		mix("blend", "computeBlend", "Tap and pure water blended to a target", solutions.MixBlend),
		mix("flush", "computeFlush", "How much water rinses a pot", solutions.MixFlush),
		mix("meter", "computeMeter", "A meter's reading on every scale", solutions.AllScales),
		mix(
			"calibration",
			"computeCalibration",
			"What a product adds to one's own meter",
			func(in solutions.Calibration) calibrated { return calibrated{in.Adds(), in.Scale} },
		),
		mix("oxygen", "computeOxygen", "The oxygen fresh water holds", func(in oxygenAsk) oxygen {
			return oxygen{solutions.OxygenMGL(in.Celsius), "Benson & Krause 1984, as USGS tables have it"}
		}),
		op(
			post,
			"/api/v1/compute/pest-schedule",
			"computePestSchedule",
			"Treatment rounds by warmth; nothing saved",
			func(_ context.Context, in treating.PestSchedule) (pests.Schedule, error) {
				return c.Treating.ComputeSchedule(in)
			},
		),
		op(
			post,
			"/api/v1/compute/division",
			"computeDivision",
			"Where a rhizome can be cut, and whether it should be; nothing saved",
			func(_ context.Context, in divisionAsk) (division.Advice, error) {
				if err := check.Input(in); err != nil {
					return division.Advice{}, err
				}
				return c.Dividing.ComputeDivision(in.Rhizome, in.plant())
			},
		),
		op(
			get,
			"/api/v1/shelf",
			"listShelf",
			"What is on the shelf",
			func(ctx context.Context, _ nothing) (shelfList, error) {
				list, err := c.Shelf.Shelf(ctx)
				return shelfList{list}, err
			},
		),
		op(
			post,
			"/api/v1/shelf",
			"addStock",
			"Put a product on the shelf",
			func(ctx context.Context, in shelf.Stock) (shelf.OnShelf, error) {
				return c.Shelf.AddStock(ctx, in)
			},
		),
		op(
			put,
			"/api/v1/shelf/{id}",
			"changeStock",
			"Change what is on the shelf; an older version is refused",
			func(ctx context.Context, in changeStock) (shelf.OnShelf, error) {
				return c.Shelf.ChangeStock(ctx, in.ID, in.ChangeStock)
			},
		),
		op(
			get,
			"/api/v1/shelf/needs",
			"sessionNeeds",
			"What the cleanings in hand will use up",
			func(ctx context.Context, _ nothing) (needList, error) {
				list, err := c.Cleaning.SessionNeeds(ctx)
				return needList{list}, err
			},
		),
	}
}
