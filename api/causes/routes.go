// Package causes is the routes of causes.
package causes

import (
	"context"

	"therapeon/api/look"
	"therapeon/api/wire"
	service "therapeon/clinic/look"
	"therapeon/core/causes"
	"therapeon/core/judgement"
)

type computedCauses struct {
	Causes judgement.Caused `json:"causes" required:"true"`
}

// Routes are the operations of this room.
func Routes(s *service.Service) []wire.Operation {
	return []wire.Operation{
		wire.Post("/compute/causes", "computeCauses",
			"What can have done it, why, and what to check next; nothing saved",
			func(ctx context.Context, in look.ComputeLook) (computedCauses, error) {
				all, err := s.ComputeLook(ctx, in.Plant.Intake(), in.Inspection, in.Reading, in.On)
				return computedCauses{all.Causes}, err
			}),
		wire.Table("causes", "causeKnowledge", "Causes, findings and themes, with their weights, actions and figures",
			causes.Table),
	}
}
