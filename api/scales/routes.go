// Package scales is the routes of scales.
package scales

import (
	"context"

	"therapeon/api/wire"
	service "therapeon/clinic/scales"
)

type scaleList struct {
	Scales []service.Shown `json:"scales" required:"true"`
}

// Routes are the operations of this room.
func Routes(s *service.Service) []wire.Operation {
	return []wire.Operation{
		wire.Get("/scales", "listScales", "Scales that are on, with what they show",
			func(context.Context, wire.Nothing) (scaleList, error) {
				return scaleList{s.Scales()}, nil
			}),
		wire.Post("/scales/readings", "scaleReads", "What a scale shows; the answer tells it what to do",
			func(_ context.Context, in service.ScaleReading) (service.Told, error) {
				return s.ScaleReads(in)
			}),
		wire.Post("/scales/tare", "tareScale", "Ask a scale to tare",
			func(_ context.Context, in service.TareScale) (scaleList, error) {
				list, err := s.Tare(in)
				return scaleList{list}, err
			}),
	}
}
