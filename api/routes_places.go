package api

import (
	"context"
	"io"
	"net/http"
	"time"

	"therapeon/clinic"
	"therapeon/clinic/places"
	"therapeon/clinic/record"
)

type placeList struct {
	Places []places.Place `json:"places" required:"true"`
}

type changePlace struct {
	ID int64 `path:"id" json:"-" required:"true"`
	places.ChangePlace
}

type putDays struct {
	ID int64 `path:"id" json:"-" required:"true"`
	places.DayTable
}

type importClimate struct {
	ID   int64     `path:"id" json:"-" required:"true"`
	File io.Reader `file:"text/csv" json:"-"`
}

// placeTable lists the places where plants stand, and their temperatures.
func placeTable(c *clinic.Clinic) []operation {
	const get, post, put = http.MethodGet, http.MethodPost, http.MethodPut
	return []operation{
		op(
			get,
			"/api/v1/places",
			"listPlaces",
			"Places where plants stand",
			func(ctx context.Context, _ nothing) (placeList, error) {
				list, err := c.Places.Places(ctx)
				return placeList{list}, err
			},
		),
		op(
			post,
			"/api/v1/places",
			"addPlace",
			"Note a place",
			func(ctx context.Context, in record.PlaceFacts) (places.Place, error) {
				return c.Places.AddPlace(ctx, in)
			},
		),
		op(
			put,
			"/api/v1/places/{id}",
			"changePlace",
			"Change what is known of a place; an older version is refused",
			func(ctx context.Context, in changePlace) (places.Place, error) {
				return c.Places.ChangePlace(ctx, in.ID, in.ChangePlace)
			},
		),
		op(
			put,
			"/api/v1/places/{id}/days",
			"putDays",
			"Note the lows and highs of days at a place",
			func(ctx context.Context, in putDays) (places.Place, error) {
				return c.Places.PutDays(ctx, in.ID, in.DayTable)
			},
		),
		op(
			post,
			"/api/v1/places/{id}/log",
			"importClimate",
			"Bring in a climate log or a table of days as CSV; all of it or nothing is kept",
			func(ctx context.Context, in importClimate) (places.Imported, error) {
				return c.Places.ImportClimate(ctx, in.ID, in.File)
			},
		).takes(
			5 * time.Minute,
		),
	}
}
