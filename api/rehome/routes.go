// Package rehome is the routes of rehome.
package rehome

import (
	"context"
	"time"

	"therapeon/api/wire"
	raceservice "therapeon/clinic/race"
	service "therapeon/clinic/rehome"
	"therapeon/core/drying"
	"therapeon/core/pots"
	"therapeon/core/rehome"
)

type hold struct {
	ID int64 `path:"id" json:"-" required:"true"`
	service.Hold
}

type rehomingOf struct {
	ID     int64  `path:"id" json:"-" required:"true"`
	Person string `query:"person" json:"-" description:"whose acknowledged cautions to list"`
}

type savePlan struct {
	ID     int64  `path:"id" json:"-" required:"true"`
	Both   bool   `query:"both" json:"-" description:"keep what others changed meanwhile too, where the two do not touch"`
	Person string `query:"person" json:"-"`
	service.SavePlan
}

type markHomeJob struct {
	ID int64 `path:"id" json:"-" required:"true"`
	service.MarkHomeJob
}

type settle struct {
	ID int64 `path:"id" json:"-" required:"true"`
	service.Settle
}

// Routes are the operations of this room.
func Routes(s *service.Service) []wire.Operation {
	return []wire.Operation{
		wire.Post("/compute/pot-or-hold", "computePotOrHold",
			"Whether to pot a plant or to hold it, and the one advice for it; nothing saved",
			func(ctx context.Context, in wire.Unkept) (service.PotOrHold, error) {
				return s.ComputePotOrHold(ctx, in.Unkept)
			}),
		wire.Post("/plants/{id}/holding", "hold", "Say that a plant is held bare, and how",
			func(ctx context.Context, in hold) (raceservice.Race, error) {
				return s.Hold(ctx, in.ID, in.Hold)
			}).Takes(time.Minute),
		wire.Get("/plants/{id}/home", "getHome", "Pot it or hold it, its pot, mix and place, and the jobs",
			func(ctx context.Context, in rehomingOf) (service.Rehoming, error) {
				return s.Rehoming(ctx, in.ID, in.Person)
			}),
		wire.Put("/plants/{id}/home", "planHome", "Change what is planned for a plant; an older version is refused",
			func(ctx context.Context, in savePlan) (service.Rehoming, error) {
				return s.SavePlan(ctx, in.ID, in.SavePlan, in.Person)
			}),
		wire.Put("/plants/{id}/home/jobs", "markHomeJob", "Say that a job is done, skipped or open again",
			func(ctx context.Context, in markHomeJob) (service.Rehoming, error) {
				return s.MarkHomeJob(ctx, in.ID, in.MarkHomeJob)
			}),
		wire.Post("/plants/{id}/homes", "settle", "Note a plant's new home as it was in fact given",
			func(ctx context.Context, in settle) (service.Rehoming, error) {
				return s.Settle(ctx, in.ID, in.Settle)
			}),
		wire.Get("/batch", "getBatch", "Tonight's batch of pots against the shelf",
			func(ctx context.Context, _ wire.Nothing) (service.Batch, error) {
				return s.Batch(ctx)
			}),
		wire.Get("/knowledge/rehome", "rehomeKnowledge", "Routes, pots and drying",
			func(context.Context, wire.Nothing) (service.RehomeKnowledge, error) {
				return service.RehomeKnowledge{
					Rehome: *rehome.Table(),
					Pots:   *pots.Table(),
					Drying: *drying.Table(),
				}, nil
			}),
		wire.Post("/compute/pot", "computePot", "A pot's volume and fit, and the size advised; nothing saved",
			func(ctx context.Context, in service.PotAsk) (service.PotAnswer, error) {
				return s.ComputePot(ctx, in)
			}),
		wire.Post("/compute/mix", "computeMix", "What a mix settles to, its air and water; nothing saved",
			func(ctx context.Context, in service.MixAsk) (service.MixAnswer, error) {
				return s.ComputeMix(ctx, in)
			}),
		wire.Post("/compute/section", "computeSection",
			"Plant and pot cut through the middle, to scale; nothing saved",
			func(ctx context.Context, in service.SectionAsk) (pots.Section, error) {
				return s.ComputeSection(ctx, in)
			}),
		wire.Post("/compute/weigh-fit", "computeWeighFit",
			"What weights say: a bare plant's loss, or when a pot is due; nothing saved",
			func(_ context.Context, in service.WeighFitAsk) (service.WeighFit, error) {
				return s.ComputeWeighFit(in)
			}),
	}
}
