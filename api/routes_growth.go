package api

import (
	"context"
	"net/http"

	"therapeon/clinic"
	"therapeon/clinic/tracking"
	"therapeon/core/growth"
)

type progressAsk struct {
	ID   int64  `path:"id" json:"-" required:"true"`
	From string `query:"from" json:"-" description:"its roots are compared from this day; left out: the one before the newest"`
	To   string `query:"to" json:"-" description:"to this; left out: the newest"`
}

// growthTable lists what tells whether a plant is winning.
func growthTable(c *clinic.Clinic) []operation {
	const get = http.MethodGet
	return []operation{
		op(get, "/api/v1/knowledge/growth", "growthKnowledge", "Stages, signs and figures of growth",
			func(context.Context, nothing) (growth.Knowledge, error) { return *growth.Table(), nil }),
		op(get, "/api/v1/plants/{id}/progress", "getProgress",
			"Whether a plant is winning: its stage, its roots as they grew, and what was done",
			func(ctx context.Context, in progressAsk) (tracking.Progress, error) {
				return c.Tracking.Progress(ctx, in.ID, tracking.Ask{From: in.From, To: in.To})
			}),
	}
}
