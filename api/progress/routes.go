// Package progress is the routes of progress.
package progress

import (
	"context"

	"therapeon/api/wire"
	service "therapeon/clinic/progress"
	"therapeon/core/progress"
)

type progressAsk struct {
	ID   int64  `path:"id" json:"-" required:"true"`
	From string `query:"from" json:"-" description:"its roots are compared from this day; left out: the one before the newest"`
	To   string `query:"to" json:"-" description:"to this; left out: the newest"`
}

type keepLookBack struct {
	ID int64 `path:"id" json:"-" required:"true"`
	service.KeepLookBack
}

type closePlant struct {
	ID int64 `path:"id" json:"-" required:"true"`
	service.Close
}

// Routes are the operations of this room.
func Routes(s *service.Service) []wire.Operation {
	return []wire.Operation{
		wire.Table("progress", "progressKnowledge", "Stages, signs and figures of growth",
			func() progress.Knowledge { return *progress.Table() }),
		wire.Get("/plants/{id}/progress", "getProgress",
			"Whether a plant is winning: its stage, its roots as they grew, and what was done",
			func(ctx context.Context, in progressAsk) (service.Progress, error) {
				return s.Progress(ctx, in.ID, service.Ask{From: in.From, To: in.To})
			}),
		wire.Put("/plants/{id}/lookback", "keepLookBack", "Look back: would you do it again?",
			func(ctx context.Context, in keepLookBack) (service.Progress, error) {
				return s.KeepLookBack(ctx, in.ID, in.KeepLookBack)
			}),
		wire.Put("/plants/{id}/closing", "closePlant",
			"Close a plant: recovered, given away or lost; or open it again",
			func(ctx context.Context, in closePlant) (service.Progress, error) {
				return s.Close(ctx, in.ID, in.Close)
			}),
	}
}
