// Package roots is the routes of roots.
package roots

import (
	"context"

	"therapeon/api/wire"
	"therapeon/clinic/bench"
	service "therapeon/clinic/roots"
	"therapeon/core/judgement"
	"therapeon/core/knowledge"
	"therapeon/core/roots"
)

type computeRoots struct {
	Plant   wire.PlantFacts `json:"plant" required:"true"`
	Reading roots.Reading   `json:"reading" required:"true"`
}

type computedRoots struct {
	Verdict judgement.Rooted  `json:"verdict" required:"true"`
	CutList judgement.CutList `json:"cut_list" required:"true"`
}

type readingList struct {
	Readings []bench.Summary `json:"readings" required:"true"`
}

type startReading struct {
	ID int64 `path:"id" json:"-" required:"true"`
	service.Start
}

type saveReading struct {
	ID   int64 `path:"id" json:"-" required:"true"`
	Both bool  `query:"both" json:"-" description:"keep what others changed meanwhile too, where the two do not touch"`
	service.Save
}

type tickJob struct {
	ID int64 `path:"id" json:"-" required:"true"`
	service.Tick
}

type correctRoot struct {
	ID int64 `path:"id" json:"-" required:"true"`
	service.Correction
}

type gridCount struct {
	Crossings int     `json:"crossings" required:"true" validate:"crossings" title:"roots.gridCount.crossings" description:"roots crossing lines, both sets of lines counted"`
	SpacingMM float64 `json:"spacing_mm" required:"true" validate:"grid_mm" title:"roots.gridCount.spacing_mm" description:"the spacing of the grid"`
}

type gridLength struct {
	LengthMM float64          `json:"length_mm" required:"true"`
	Factor   knowledge.Number `json:"factor" required:"true"`
}

// Routes are the operations of this room.
func Routes(s *service.Service) []wire.Operation {
	return []wire.Operation{
		wire.Post("/compute/roots", "computeRoots", "Verdict and cut list of a reading, nothing saved",
			func(ctx context.Context, in computeRoots) (computedRoots, error) {
				v, l, err := s.Compute(ctx, in.Plant.Intake(), in.Reading)
				return computedRoots{v, l}, err
			}),
		wire.Compute("grid-count", "computeGridCount", "Length of a root mass from its crossings with a grid",
			func(in gridCount) gridLength {
				return gridLength{roots.GridCount(in.Crossings, in.SpacingMM), roots.Known().Figures.GridFactor}
			}),
		wire.Get("/plants/{id}/readings", "listReadings", "A plant's readings in short, the newest first",
			func(ctx context.Context, in wire.ByID) (readingList, error) {
				list, err := s.Readings(ctx, in.ID)
				return readingList{list}, err
			}),
		wire.Post("/plants/{id}/readings", "startReading",
			"Begin a reading; an empty one already begun is taken up again",
			func(ctx context.Context, in startReading) (service.Reading, error) {
				return s.StartReading(ctx, in.ID, in.Start)
			}),
		wire.Get("/readings/{id}", "getReading", "A reading with its verdict and cut list",
			func(ctx context.Context, in wire.ByID) (service.Reading, error) {
				return s.Reading(ctx, in.ID)
			}),
		wire.Put("/readings/{id}", "saveReading", "Save a reading; an older version is refused",
			func(ctx context.Context, in saveReading) (service.Reading, error) {
				return s.SaveReading(ctx, in.ID, in.Save)
			}),
		wire.Put("/readings/{id}/ticks", "tickJob", "Check a job of the cut list off, or take that back",
			func(ctx context.Context, in tickJob) (service.Reading, error) {
				return s.TickJob(ctx, in.ID, in.Tick)
			}),
		wire.Put("/readings/{id}/corrections", "correctRoot", "Say what a root turned out to be",
			func(ctx context.Context, in correctRoot) (service.Reading, error) {
				return s.Correct(ctx, in.ID, in.Correction)
			}),
		wire.Table("roots", "rootKnowledge", "The table of root states, the reasons and the figures",
			roots.Known),
	}
}
