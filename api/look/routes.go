// Package look is the routes of look.
package look

import (
	"context"

	"therapeon/api/wire"
	"therapeon/clinic/bench"
	service "therapeon/clinic/look"
	"therapeon/core/judgement"
	"therapeon/core/knowledge"
	"therapeon/core/look"
	"therapeon/core/patient"
	"therapeon/core/roots"
	"therapeon/core/unpot"
)

type inspectionList struct {
	Inspections []bench.Looked `json:"inspections" required:"true"`
}

type startLook struct {
	ID int64 `path:"id" json:"-" required:"true"`
	service.StartLook
}

type saveInspection struct {
	ID   int64 `path:"id" json:"-" required:"true"`
	Both bool  `query:"both" json:"-" description:"keep what others changed meanwhile too, where the two do not touch"`
	service.SaveInspection
}

// ComputeLook is a plant looked at on a day, and its roots if they were read.
type ComputeLook struct {
	Plant      wire.PlantFacts    `json:"plant" required:"true"`
	Inspection patient.Inspection `json:"inspection" required:"true"`
	Reading    *roots.Reading     `json:"reading,omitempty"`
	On         string             `json:"on,omitempty" validate:"omitempty,day" description:"the day; left out: today"`
}

type computedLook struct {
	Look    judgement.Looked `json:"look" required:"true"`
	AgainOn string           `json:"again_on,omitempty" description:"the day to look again"`
	Season  patient.Season   `json:"season" required:"true" enum:"warm,cool"`
	Unpot   unpot.Advice     `json:"unpot" required:"true"`
	Causes  judgement.Caused `json:"causes" required:"true"`
}

type lookalikeList struct {
	Lookalikes []knowledge.Lookalikes `json:"lookalikes" required:"true"`
}

// Routes are the operations of this room.
func Routes(s *service.Service) []wire.Operation {
	return []wire.Operation{
		wire.Get("/plants/{id}/inspections", "listInspections", "A plant's inspections in short, the newest first",
			func(ctx context.Context, in wire.ByID) (inspectionList, error) {
				list, err := s.Inspections(ctx, in.ID)
				return inspectionList{list}, err
			}),
		wire.Post("/plants/{id}/inspections", "startLook",
			"Begin an inspection; a blank one already begun is taken up again",
			func(ctx context.Context, in startLook) (bench.Inspected, error) {
				return s.StartLook(ctx, in.ID, in.StartLook)
			}),
		wire.Get("/inspections/{id}", "getInspection",
			"An inspection with its look, its way out of the pot and its causes",
			func(ctx context.Context, in wire.ByID) (bench.Inspected, error) {
				return s.Inspection(ctx, in.ID)
			}),
		wire.Put("/inspections/{id}", "saveInspection", "Save an inspection; an older version is refused",
			func(ctx context.Context, in saveInspection) (bench.Inspected, error) {
				return s.SaveInspection(ctx, in.ID, in.SaveInspection)
			}),
		wire.Post("/compute/look", "computeLook",
			"Whether and when to unpot, how, and what can have done it; nothing saved",
			func(ctx context.Context, in ComputeLook) (computedLook, error) {
				all, err := s.ComputeLook(ctx, in.Plant.Intake(), in.Inspection, in.Reading, in.On)
				return computedLook{all.Look, all.AgainOn, all.Season, all.Unpot, all.Causes}, err
			}),
		wire.Table("look", "lookKnowledge", "Signs that ask for unpotting, what holds it back, and the rules",
			look.Table),
		wire.Table("lookalikes", "listLookalikes", "What is easily taken for something else, side by side",
			func() lookalikeList { return lookalikeList{knowledge.AllLookalikes()} }),
	}
}
