// Package wishes is the routes of wishes.
package wishes

import (
	"context"

	"therapeon/api/wire"
	"therapeon/clinic/record"
	service "therapeon/clinic/wishes"
	"therapeon/core/acts"
	"therapeon/core/roots"
	"therapeon/core/wishes"
)

type askMayI struct {
	ID      int64         `path:"id" json:"-" required:"true"`
	Feel    roots.Feel    `query:"feel" json:"-" enum:"firm,limp,thread,crunchy,hollow,mushy" description:"how the root feels that one wishes to cut"`
	Colour  roots.Colour  `query:"colour" json:"-" enum:"pale,green,patches-smooth,patches-hard,brown,black"`
	Wetting roots.Wetting `query:"wetting" json:"-" enum:"greens,dull" description:"what it does five minutes after it was wetted"`
}

type keepWish struct {
	ID int64 `path:"id" json:"-" required:"true"`
	service.Wish
}

type settleWish struct {
	ID int64 `path:"id" json:"-" required:"true"`
	service.Outcome
}

type actList struct {
	Acts []acts.Row `json:"acts" required:"true"`
}

type computeMayI struct {
	record.Unkept
	Wish string       `json:"wish,omitempty" validate:"word" description:"code of a wish; left out: all"`
	Root *wishes.Root `json:"root,omitempty" description:"how the root looks and feels, where the wish is about one"`
}

type computedMayI struct {
	Answers []wishes.Answer `json:"answers" required:"true"`
}

// Routes are the operations of this room.
func Routes(s *service.Service) []wire.Operation {
	return []wire.Operation{
		wire.Get("/plants/{id}/may-i", "mayI",
			"What one may do with a plant today: yes, not now, or no, with the reason",
			func(ctx context.Context, in askMayI) (service.MayI, error) {
				return s.MayI(ctx, in.ID, wishes.Root{Feel: in.Feel, Colour: in.Colour, Wetting: in.Wetting})
			}),
		wire.Post("/plants/{id}/wishes", "keepWish", "Keep a wish with the answer it is given today",
			func(ctx context.Context, in keepWish) (service.Kept, error) {
				return s.Wish(ctx, in.ID, in.Wish)
			}),
		wire.Put("/wishes/{id}", "settleWish", "Say what was done about a wish; an older version is refused",
			func(ctx context.Context, in settleWish) (service.Kept, error) {
				return s.Settle(ctx, in.ID, in.Outcome)
			}),
		wire.Table("wishes", "wishKnowledge", "The wishes, and every answer to them",
			func() wishes.Knowledge { return *wishes.Table() }),
		wire.Get("/knowledge/acts", "actKnowledge",
			"What can be done to a plant, and to which degrees: of two that contradict each other no plant is told both",
			func(context.Context, wire.Nothing) (actList, error) { return actList{acts.Table()}, nil }),
		wire.Post("/compute/may-i", "computeMayI",
			"What one may do with a plant: yes, not now, or no, with the reason; nothing saved",
			func(ctx context.Context, in computeMayI) (computedMayI, error) {
				list, err := s.ComputeMayI(ctx, in.Unkept, service.Wish{Wish: in.Wish, Root: in.Root})
				return computedMayI{list}, err
			}),
	}
}
