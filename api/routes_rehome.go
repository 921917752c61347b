package api

import (
	"context"
	"net/http"
	"time"

	"therapeon/clinic"
	"therapeon/clinic/devices"
	"therapeon/clinic/places"
	"therapeon/clinic/racing"
	"therapeon/clinic/record"
	"therapeon/clinic/rehoming"
	"therapeon/clinic/weighing"
	"therapeon/core/race"
)

type raceOf struct {
	ID int64  `path:"id" json:"-" required:"true"`
	Of string `query:"of" json:"-" description:"another way of holding than the present one, to look at"`
}

type assume struct {
	ID int64 `path:"id" json:"-" required:"true"`
	racing.Assume
}

type hold struct {
	ID int64 `path:"id" json:"-" required:"true"`
	rehoming.Hold
}

type weigh struct {
	ID int64 `path:"id" json:"-" required:"true"`
	weighing.Weigh
}

type withdrawWeighing struct {
	ID int64 `path:"id" json:"-" required:"true"`
	weighing.WithdrawWeighing
}

type weighingList struct {
	Weighings []record.Weighed `json:"weighings" required:"true"`
}

type scaleList struct {
	Scales []devices.Shown `json:"scales" required:"true"`
}

type logReading struct {
	ID int64 `path:"id" json:"-" required:"true"`
	places.LoggerReading
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
			func(ctx context.Context, in raceOf) (racing.Race, error) {
				return c.Racing.RaceOf(ctx, in.ID, in.Of)
			},
		).takes(
			time.Minute,
		),
		op(
			put,
			"/api/v1/plants/{id}/race",
			"assume",
			"Set your own figures for a plant's race",
			func(ctx context.Context, in assume) (racing.Race, error) {
				return c.Racing.Assume(ctx, in.ID, in.Assume)
			},
		).takes(
			time.Minute,
		),
		op(
			post,
			"/api/v1/plants/{id}/holding",
			"hold",
			"Say that a plant is held bare, and how",
			func(ctx context.Context, in hold) (racing.Race, error) {
				return c.Rehoming.Hold(ctx, in.ID, in.Hold)
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
				list, err := c.Weighing.Weighings(ctx, in.ID)
				return weighingList{list}, err
			},
		),
		op(
			post,
			"/api/v1/plants/{id}/weighings",
			"weigh",
			"Keep a weight; one that does not follow from the last is asked about",
			func(ctx context.Context, in weigh) (weighingList, error) {
				list, err := c.Weighing.Weigh(ctx, in.ID, in.Weigh)
				return weighingList{list}, err
			},
		),
		op(
			put,
			"/api/v1/plants/{id}/weighings",
			"withdrawWeighing",
			"Take a weight back, or let it stand again",
			func(ctx context.Context, in withdrawWeighing) (weighingList, error) {
				list, err := c.Weighing.WithdrawWeighing(ctx, in.ID, in.WithdrawWeighing)
				return weighingList{list}, err
			},
		),
		op(
			post,
			"/api/v1/compute/race",
			"computeRace",
			"A race, nothing saved",
			func(ctx context.Context, in racing.RaceCase) (race.Race, error) {
				return c.Racing.ComputeRace(ctx, in)
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
				return scaleList{c.Devices.Scales()}, nil
			},
		),
		op(
			post,
			"/api/v1/scales/readings",
			"scaleReads",
			"What a scale shows; the answer tells it what to do",
			func(_ context.Context, in devices.ScaleReading) (devices.Told, error) {
				return c.Devices.ScaleReads(in)
			},
		),
		op(
			post,
			"/api/v1/scales/tare",
			"tareScale",
			"Ask a scale to tare",
			func(_ context.Context, in devices.TareScale) (scaleList, error) {
				list, err := c.Devices.Tare(in)
				return scaleList{list}, err
			},
		),
		op(
			post,
			"/api/v1/places/{id}/readings",
			"logReading",
			"One measurement of a climate logger",
			func(ctx context.Context, in logReading) (places.LoggedHour, error) {
				return c.Places.LogReading(ctx, in.ID, in.LoggerReading)
			},
		),
	}
}
