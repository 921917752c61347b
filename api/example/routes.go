// Package example is the routes of example.
package example

import (
	"context"

	"therapeon/api/wire"
	service "therapeon/clinic/example"
)

type showExample struct {
	Shown bool `json:"shown" required:"true"`
}

// Routes are the operations of this room.
func Routes(s *service.Service) []wire.Operation {
	return []wire.Operation{
		wire.Get("/example", "example", "Which plant is the worked example",
			func(ctx context.Context, _ wire.Nothing) (service.Example, error) { return s.Example(ctx) }),
		wire.Put("/example", "showExample",
			"Put the worked example on the bench, or take it out with all that was noted of it",
			func(ctx context.Context, in showExample) (service.Example, error) {
				return s.Show(ctx, in.Shown)
			}),
	}
}
