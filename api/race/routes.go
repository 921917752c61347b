// Package race is the routes of race.
package race

import (
	"context"
	"time"

	"therapeon/api/wire"
	service "therapeon/clinic/race"
	"therapeon/core/judgement"
	"therapeon/core/race"
)

type raceOf struct {
	ID int64  `path:"id" json:"-" required:"true"`
	Of string `query:"of" json:"-" description:"another way of holding than the present one, to look at"`
}

type assume struct {
	ID int64 `path:"id" json:"-" required:"true"`
	service.Assume
}

// Routes are the operations of this room.
func Routes(s *service.Service) []wire.Operation {
	return []wire.Operation{
		wire.Table("race", "raceKnowledge", "Ways of holding, and the figures of the race",
			func() race.Knowledge { return *race.Table() }),
		wire.Get("/plants/{id}/race", "getRace", "A plant's water against its new roots, by every way of holding it",
			func(ctx context.Context, in raceOf) (service.Race, error) {
				return s.RaceOf(ctx, in.ID, in.Of)
			}).Takes(time.Minute),
		wire.Put("/plants/{id}/race", "assume", "Set your own figures for a plant's race",
			func(ctx context.Context, in assume) (service.Race, error) {
				return s.Assume(ctx, in.ID, in.Assume)
			}).Takes(time.Minute),
		wire.Post("/compute/race", "computeRace", "A race, nothing saved",
			func(ctx context.Context, in service.Unkept) (judgement.Raced, error) {
				return s.ComputeRace(ctx, in)
			}).Takes(time.Minute),
	}
}
