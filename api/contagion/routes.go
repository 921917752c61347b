// Package contagion is the routes of contagion.
package contagion

import (
	"context"

	"therapeon/api/wire"
	service "therapeon/clinic/contagion"
	"therapeon/core/contagion"
)

type exposureAsk struct {
	ID    int64  `path:"id" json:"-" required:"true"`
	Since string `query:"since" json:"-" description:"contacts since this day; left out: some weeks back"`
	Agent string `query:"agent" json:"-" description:"what it may carry; left out: what its signs say"`
}

type watchPlants struct {
	ID int64 `path:"id" json:"-" required:"true"`
	service.Watch
}

type unwatch struct {
	ID int64 `path:"id" json:"-" required:"true"`
	service.Unwatch
}

// Routes are the operations of this room.
func Routes(s *service.Service) []wire.Operation {
	return []wire.Operation{
		wire.Table("contagion", "contagionKnowledge",
			"How pests and diseases travel, what to look for and for how long",
			func() contagion.Knowledge { return *contagion.Table() }),
		wire.Get("/plants/{id}/contagion", "exposure",
			"Who may have caught something from a plant, and what it is watched for",
			func(ctx context.Context, in exposureAsk) (service.Exposure, error) {
				return s.Exposure(ctx, in.ID, service.AskExposure{Since: in.Since, Agent: in.Agent})
			}),
		wire.Post("/plants/{id}/contagion", "watchPlants",
			"Look at plants for what they may have caught from it, until its time is over",
			func(ctx context.Context, in watchPlants) (service.Exposure, error) {
				return s.Watch(ctx, in.ID, in.Watch)
			}),
		wire.Put("/watches/{id}/ended", "unwatch", "End the watch of a plant",
			func(ctx context.Context, in unwatch) (service.Exposure, error) {
				return s.Unwatch(ctx, in.ID, in.Unwatch)
			}),
	}
}
