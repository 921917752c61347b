package api

import (
	"context"
	"net/http"

	"therapeon/clinic"
	"therapeon/clinic/tracking"
	"therapeon/core/contagion"
	"therapeon/core/forecast"
	"therapeon/core/growth"
)

type progressAsk struct {
	ID   int64  `path:"id" json:"-" required:"true"`
	From string `query:"from" json:"-" description:"its roots are compared from this day; left out: the one before the newest"`
	To   string `query:"to" json:"-" description:"to this; left out: the newest"`
}

type keepLookBack struct {
	ID int64 `path:"id" json:"-" required:"true"`
	tracking.KeepLookBack
}

type closePlant struct {
	ID int64 `path:"id" json:"-" required:"true"`
	tracking.Close
}

type exposureAsk struct {
	ID    int64  `path:"id" json:"-" required:"true"`
	Since string `query:"since" json:"-" description:"contacts since this day; left out: some weeks back"`
	Agent string `query:"agent" json:"-" description:"what it may carry; left out: what its signs say"`
}

type watchPlants struct {
	ID int64 `path:"id" json:"-" required:"true"`
	tracking.Watch
}

type unwatch struct {
	ID int64 `path:"id" json:"-" required:"true"`
	tracking.Unwatch
}

// growthTable lists what tells whether a plant is winning.
func growthTable(c *clinic.Clinic) []operation {
	const get, post, put = http.MethodGet, http.MethodPost, http.MethodPut
	return []operation{
		op(get, "/api/v1/knowledge/growth", "growthKnowledge", "Stages, signs and figures of growth",
			func(context.Context, nothing) (growth.Knowledge, error) { return *growth.Table(), nil }),
		op(get, "/api/v1/plants/{id}/progress", "getProgress",
			"Whether a plant is winning: its stage, its roots as they grew, and what was done",
			func(ctx context.Context, in progressAsk) (tracking.Progress, error) {
				return c.Tracking.Progress(ctx, in.ID, tracking.Ask{From: in.From, To: in.To})
			}),
		op(get, "/api/v1/knowledge/forecast", "forecastKnowledge", "What is foretold, and when it is kept anew",
			func(context.Context, nothing) (forecast.Knowledge, error) { return *forecast.Table(), nil }),
		op(get, "/api/v1/forecasts", "foresight", "How good the forecasts of this house were, kind by kind",
			func(ctx context.Context, _ nothing) (tracking.Foresight, error) { return c.Tracking.Foresight(ctx) }),
		op(get, "/api/v1/knowledge/contagion", "contagionKnowledge", "How pests and diseases travel, what to look for and for how long",
			func(context.Context, nothing) (contagion.Knowledge, error) { return *contagion.Table(), nil }),
		op(get, "/api/v1/plants/{id}/exposure", "exposure", "Who may have caught something from a plant, and what it is watched for",
			func(ctx context.Context, in exposureAsk) (tracking.Exposure, error) {
				return c.Tracking.Exposure(ctx, in.ID, tracking.AskExposure{Since: in.Since, Agent: in.Agent})
			}),
		op(post, "/api/v1/plants/{id}/exposure", "watchPlants", "Look at plants for what they may have caught from it, until its time is over",
			func(ctx context.Context, in watchPlants) (tracking.Exposure, error) {
				return c.Tracking.Watch(ctx, in.ID, in.Watch)
			}),
		op(put, "/api/v1/watches/{id}/ended", "unwatch", "End the watch of a plant",
			func(ctx context.Context, in unwatch) (tracking.Exposure, error) {
				return c.Tracking.Unwatch(ctx, in.ID, in.Unwatch)
			}),
		op(put, "/api/v1/plants/{id}/lookback", "keepLookBack", "Look back: would you do it again?",
			func(ctx context.Context, in keepLookBack) (tracking.Progress, error) {
				return c.Tracking.KeepLookBack(ctx, in.ID, in.KeepLookBack)
			}),
		op(put, "/api/v1/plants/{id}/closing", "closePlant", "Close a plant: recovered, given away or lost; or open it again",
			func(ctx context.Context, in closePlant) (tracking.Progress, error) {
				return c.Tracking.Close(ctx, in.ID, in.Close)
			}),
	}
}
