// Package aftercare is the routes of aftercare.
package aftercare

import (
	"context"

	"therapeon/api/wire"
	service "therapeon/clinic/aftercare"
	"therapeon/core/aftercare"
)

type chooseAftercare struct {
	ID int64 `path:"id" json:"-" required:"true"`
	service.Choose
}

type checkIn struct {
	ID int64 `path:"id" json:"-" required:"true"`
	service.CheckIn
}

type changeCheckin struct {
	ID int64 `path:"id" json:"-" required:"true"`
	service.ChangeCheckin
}

type tendedList struct {
	Tended []service.Tended `json:"tended" required:"true"`
}

type undone struct {
	IDs []int64 `json:"ids" required:"true"`
}

type rained struct {
	ID int64 `path:"id" json:"-" required:"true"`
	service.Rain
}

// Routes are the operations of this room.
func Routes(s *service.Service) []wire.Operation {
	return []wire.Operation{
		wire.Table("aftercare", "aftercareKnowledge", "Protocols, jobs and gates of aftercare, with feed",
			func() aftercare.Knowledge { return *aftercare.Table() }),
		wire.Get("/plants/{id}/aftercare", "getAftercare", "A plant's aftercare: what is next, and what it waits for",
			func(ctx context.Context, in wire.ByID) (service.Aftercare, error) {
				return s.Aftercare(ctx, in.ID)
			}),
		wire.Put("/plants/{id}/aftercare", "chooseAftercare",
			"Choose its protocol, say that a gate opened, put a job off or leave it out",
			func(ctx context.Context, in chooseAftercare) (service.Aftercare, error) {
				return s.Choose(ctx, in.ID, in.Choose)
			}),
		wire.Post("/plants/{id}/checkins", "checkIn", "Keep what was seen of a plant",
			func(ctx context.Context, in checkIn) (service.Aftercare, error) {
				return s.CheckIn(ctx, in.ID, in.CheckIn)
			}),
		wire.Put("/checkins/{id}", "changeCheckin", "Correct a check-in, or take it back",
			func(ctx context.Context, in changeCheckin) (service.Aftercare, error) {
				return s.ChangeCheckin(ctx, in.ID, in.ChangeCheckin)
			}),
		wire.Post("/aftercare", "tend", "Keep what became of jobs; one noted of that day stays as it was",
			func(ctx context.Context, in service.Ticks) (tendedList, error) {
				list, err := s.Tend(ctx, in)
				return tendedList{list}, err
			}),
		wire.Put("/aftercare/undone", "undoTended", "Take back what became of jobs today",
			func(ctx context.Context, in service.Undo) (undone, error) {
				ids, err := s.Undo(ctx, in)
				return undone{ids}, err
			}),
		wire.Post("/places/{id}/watered", "rained", "Say that rain, or a whole tray, watered what stands at a place",
			func(ctx context.Context, in rained) (tendedList, error) {
				list, err := s.Rained(ctx, in.ID, in.Rain)
				return tendedList{list}, err
			}),
	}
}
