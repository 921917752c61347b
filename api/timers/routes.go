// Package timers is the routes of timers.
package timers

import (
	"context"

	"therapeon/api/wire"
	service "therapeon/clinic/timers"
)

type changeTimer struct {
	ID int64 `path:"id" json:"-" required:"true"`
	service.ChangeTimer
}

// Routes are the operations of this room.
func Routes(s *service.Service) []wire.Operation {
	return []wire.Operation{
		wire.Get("/timers", "listTimers", "Timers in hand",
			func(ctx context.Context, _ wire.Nothing) (service.Timers, error) {
				return s.Timers(ctx)
			}),
		wire.Post("/timers", "startTimer", "Begin a timer",
			func(ctx context.Context, in service.StartTimer) (service.Timers, error) {
				return s.StartTimer(ctx, in)
			}),
		wire.Put("/timers/{id}", "changeTimer", "Give a timer more time, or put it away",
			func(ctx context.Context, in changeTimer) (service.Timers, error) {
				return s.ChangeTimer(ctx, in.ID, in.ChangeTimer)
			}),
	}
}
