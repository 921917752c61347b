package api

import (
	"context"
	"net/http"

	"therapeon/clinic"
	"therapeon/clinic/tracking"
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

// growthTable lists what tells whether a plant is winning.
func growthTable(c *clinic.Clinic) []operation {
	const get, put = http.MethodGet, http.MethodPut
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
