// Package places is the routes of places.
package places

import (
	"context"
	"io"
	"time"

	"therapeon/api/wire"
	service "therapeon/clinic/places"
	"therapeon/clinic/record"
)

type placeList struct {
	Places []service.Place `json:"places" required:"true"`
}

type changePlace struct {
	ID int64 `path:"id" json:"-" required:"true"`
	service.ChangePlace
}

type putDays struct {
	ID int64 `path:"id" json:"-" required:"true"`
	service.DayTable
}

type importClimate struct {
	ID   int64     `path:"id" json:"-" required:"true"`
	File io.Reader `file:"text/csv" json:"-"`
}

type logReading struct {
	ID int64 `path:"id" json:"-" required:"true"`
	service.LoggerReading
}

// Routes are the operations of this room.
func Routes(s *service.Service) []wire.Operation {
	return []wire.Operation{
		wire.Get("/places", "listPlaces", "Places where plants stand",
			func(ctx context.Context, _ wire.Nothing) (placeList, error) {
				list, err := s.Places(ctx)
				return placeList{list}, err
			}),
		wire.Post("/places", "addPlace", "Note a place",
			func(ctx context.Context, in record.PlaceFacts) (service.Place, error) {
				return s.AddPlace(ctx, in)
			}),
		wire.Put("/places/{id}", "changePlace", "Change what is known of a place; an older version is refused",
			func(ctx context.Context, in changePlace) (service.Place, error) {
				return s.ChangePlace(ctx, in.ID, in.ChangePlace)
			}),
		wire.Put("/places/{id}/days", "putDays", "Note the lows and highs of days at a place",
			func(ctx context.Context, in putDays) (service.Place, error) {
				return s.PutDays(ctx, in.ID, in.DayTable)
			}),
		wire.Post("/places/{id}/log", "importClimate",
			"Bring in a climate log or a table of days as CSV; all of it or nothing is kept",
			func(ctx context.Context, in importClimate) (service.Imported, error) {
				return s.ImportClimate(ctx, in.ID, in.File)
			}).Takes(5 * time.Minute),
		wire.Post("/places/{id}/readings", "logReading", "One measurement of a climate logger",
			func(ctx context.Context, in logReading) (service.LoggedHour, error) {
				return s.LogReading(ctx, in.ID, in.LoggerReading)
			}),
	}
}
