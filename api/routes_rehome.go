package api

import (
	"context"
	"net/http"
	"time"

	"therapeon/clinic"
	"therapeon/core/race"
)

type raceOf struct {
	ID int64  `path:"id" json:"-" required:"true"`
	Of string `query:"of" json:"-" description:"another way of holding than the present one, to look at"`
}

type assume struct {
	ID int64 `path:"id" json:"-" required:"true"`
	clinic.Assume
}

type hold struct {
	ID int64 `path:"id" json:"-" required:"true"`
	clinic.Hold
}

type weigh struct {
	ID int64 `path:"id" json:"-" required:"true"`
	clinic.Weigh
}

type withdrawWeighing struct {
	ID int64 `path:"id" json:"-" required:"true"`
	clinic.WithdrawWeighing
}

type weighingList struct {
	Weighings []clinic.Weighed `json:"weighings" required:"true"`
}

type scaleList struct {
	Scales []clinic.Shown `json:"scales" required:"true"`
}

type logReading struct {
	ID int64 `path:"id" json:"-" required:"true"`
	clinic.LoggerReading
}

// rehomeTable lists what leads to a new home: the race, weights, what is planned.
func rehomeTable(c *clinic.Clinic) []operation {
	const get, post, put = http.MethodGet, http.MethodPost, http.MethodPut
	return []operation{
		op(
			get,
			"/api/v1/knowledge/race",
			"raceKnowledge",
			"Ways of holding, and the figures of the race",
			func(context.Context, nothing) (race.Knowledge, error) {
				return *race.Table(), nil
			},
		),
		op(
			get,
			"/api/v1/plants/{id}/race",
			"getRace",
			"A plant's water against its new roots, by every way of holding it",
			func(ctx context.Context, in raceOf) (clinic.Race, error) {
				return c.RaceOf(ctx, in.ID, in.Of)
			},
		).takes(
			time.Minute,
		),
		op(
			put,
			"/api/v1/plants/{id}/race",
			"assume",
			"Set your own figures for a plant's race",
			func(ctx context.Context, in assume) (clinic.Race, error) {
				return c.Assume(ctx, in.ID, in.Assume)
			},
		).takes(
			time.Minute,
		),
		op(
			post,
			"/api/v1/plants/{id}/holding",
			"hold",
			"Say that a plant is held bare, and how",
			func(ctx context.Context, in hold) (clinic.Race, error) {
				return c.Hold(ctx, in.ID, in.Hold)
			},
		).takes(
			time.Minute,
		),
		op(
			get,
			"/api/v1/plants/{id}/weighings",
			"listWeighings",
			"A plant's weights, the oldest first",
			func(ctx context.Context, in byID) (weighingList, error) {
				list, err := c.Weighings(ctx, in.ID)
				return weighingList{list}, err
			},
		),
		op(
			post,
			"/api/v1/plants/{id}/weighings",
			"weigh",
			"Keep a weight; one that does not follow from the last is asked about",
			func(ctx context.Context, in weigh) (weighingList, error) {
				list, err := c.Weigh(ctx, in.ID, in.Weigh)
				return weighingList{list}, err
			},
		),
		op(
			put,
			"/api/v1/plants/{id}/weighings",
			"withdrawWeighing",
			"Take a weight back, or let it stand again",
			func(ctx context.Context, in withdrawWeighing) (weighingList, error) {
				list, err := c.WithdrawWeighing(ctx, in.ID, in.WithdrawWeighing)
				return weighingList{list}, err
			},
		),
		op(
			post,
			"/api/v1/compute/race",
			"computeRace",
			"A race, nothing saved",
			func(ctx context.Context, in clinic.RaceCase) (race.Race, error) {
				return c.ComputeRace(ctx, in)
			},
		).takes(
			time.Minute,
		),
		op(
			get,
			"/api/v1/scales",
			"listScales",
			"Scales that are on, with what they show",
			func(context.Context, nothing) (scaleList, error) {
				return scaleList{c.Scales()}, nil
			},
		),
		op(
			post,
			"/api/v1/scales/readings",
			"scaleReads",
			"What a scale shows; the answer tells it what to do",
			func(_ context.Context, in clinic.ScaleReading) (clinic.Told, error) {
				return c.ScaleReads(in)
			},
		),
		op(
			post,
			"/api/v1/scales/tare",
			"tareScale",
			"Ask a scale to tare",
			func(_ context.Context, in clinic.TareScale) (scaleList, error) {
				list, err := c.Tare(in)
				return scaleList{list}, err
			},
		),
		op(
			post,
			"/api/v1/places/{id}/readings",
			"logReading",
			"One measurement of a climate logger",
			func(ctx context.Context, in logReading) (clinic.LoggedHour, error) {
				return c.LogReading(ctx, in.ID, in.LoggerReading)
			},
		),
	}
}
