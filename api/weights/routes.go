// Package weights is the routes of weights.
package weights

import (
	"context"

	"therapeon/api/wire"
	"therapeon/clinic/record"
	service "therapeon/clinic/weights"
)

type weighingList struct {
	Weighings []record.Weighed `json:"weighings" required:"true"`
}

type weigh struct {
	ID int64 `path:"id" json:"-" required:"true"`
	service.Weigh
}

type withdrawWeighing struct {
	ID int64 `path:"id" json:"-" required:"true"`
	service.WithdrawWeighing
}

// Routes are the operations of this room.
func Routes(s *service.Service) []wire.Operation {
	return []wire.Operation{
		wire.Get("/plants/{id}/weighings", "listWeighings", "A plant's weights, the oldest first",
			func(ctx context.Context, in wire.ByID) (weighingList, error) {
				list, err := s.Weighings(ctx, in.ID)
				return weighingList{list}, err
			}),
		wire.Post("/plants/{id}/weighings", "weigh",
			"Keep a weight; one that does not follow from the last is asked about",
			func(ctx context.Context, in weigh) (weighingList, error) {
				list, err := s.Weigh(ctx, in.ID, in.Weigh)
				return weighingList{list}, err
			}),
		wire.Put("/plants/{id}/weighings", "withdrawWeighing", "Take a weight back, or let it stand again",
			func(ctx context.Context, in withdrawWeighing) (weighingList, error) {
				list, err := s.WithdrawWeighing(ctx, in.ID, in.WithdrawWeighing)
				return weighingList{list}, err
			}),
	}
}
