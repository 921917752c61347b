package api

import (
	"context"
	"net/http"

	"therapeon/clinic"
	"therapeon/clinic/judging"
	"therapeon/clinic/looking"
)

type startLook struct {
	ID int64 `path:"id" json:"-" required:"true"`
	looking.StartLook
}

type saveInspection struct {
	ID   int64 `path:"id" json:"-" required:"true"`
	Both bool  `query:"both" json:"-" description:"keep what others changed meanwhile too, where the two do not touch"`
	looking.SaveInspection
}

type inspectionList struct {
	Inspections []judging.Looked `json:"inspections" required:"true"`
}

// lookTable lists what is done before the roots are read, and about the cause.
func lookTable(c *clinic.Clinic) []operation {
	const get, post, put = http.MethodGet, http.MethodPost, http.MethodPut
	return []operation{
		op(
			get,
			"/api/v1/plants/{id}/inspections",
			"listInspections",
			"A plant's inspections in short, the newest first",
			func(ctx context.Context, in byID) (inspectionList, error) {
				list, err := c.Looking.Inspections(ctx, in.ID)
				return inspectionList{list}, err
			},
		),
		op(
			post,
			"/api/v1/plants/{id}/inspections",
			"startLook",
			"Begin an inspection; a blank one already begun is taken up again",
			func(ctx context.Context, in startLook) (judging.Inspected, error) {
				return c.Looking.StartLook(ctx, in.ID, in.StartLook)
			},
		),
		op(
			get,
			"/api/v1/inspections/{id}",
			"getInspection",
			"An inspection with its look, its way out of the pot and its causes",
			func(ctx context.Context, in byID) (judging.Inspected, error) {
				return c.Looking.Inspection(ctx, in.ID)
			},
		),
		op(
			put,
			"/api/v1/inspections/{id}",
			"saveInspection",
			"Save an inspection; an older version is refused",
			func(ctx context.Context, in saveInspection) (judging.Inspected, error) {
				return c.Looking.SaveInspection(ctx, in.ID, in.SaveInspection)
			},
		),
	}
}
