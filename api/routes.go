// Package api serves the clinic over HTTP. The route table below is the one
// contract: the router, the OpenAPI document and the page's types come from it.
package api

import (
	"context"
	"net/http"
	"slices"
	"time"

	"therapeon/clinic"
)

type nothing struct{}

type byID struct {
	ID int64 `path:"id" json:"-" required:"true"`
}

type findPlants struct {
	Words    string `query:"q" json:"-" description:"looked for in tag, group, source and notes"`
	Archived bool   `query:"archived" json:"-" description:"those taken off the bench"`
	Due      bool   `query:"due" json:"-" description:"only those whose day to look again has come"`
	Skip     int    `query:"skip" json:"-"`
	Most     int    `query:"most" json:"-" description:"200 when left out, 2000 at most"`
}

type plantList struct {
	Plants []clinic.Plant `json:"plants" required:"true"`
	Total  int64          `json:"total" required:"true"`
}

type addPlant struct{ clinic.Intake }

type changePlant struct {
	ID      int64         `path:"id" json:"-" required:"true"`
	Version int64         `json:"version" required:"true" description:"the version you changed"`
	Intake  clinic.Intake `json:"intake" required:"true"`
}

type archivePlant struct {
	ID       int64 `path:"id" json:"-" required:"true"`
	Archived bool  `json:"archived" required:"true"`
}

type startReading struct {
	ID int64 `path:"id" json:"-" required:"true"`
	clinic.Start
}

type saveReading struct {
	ID int64 `path:"id" json:"-" required:"true"`
	clinic.Save
}

type tickJob struct {
	ID int64 `path:"id" json:"-" required:"true"`
	clinic.Tick
}

type correctRoot struct {
	ID int64 `path:"id" json:"-" required:"true"`
	clinic.Correction
}

type readingList struct {
	Readings []clinic.Summary `json:"readings" required:"true"`
}

type about struct {
	clinic.About
	Version string `json:"version" required:"true"`
}

// table lists every operation of the API.
func table(c *clinic.Clinic) []operation {
	const get, post, put = http.MethodGet, http.MethodPost, http.MethodPut
	return slices.Concat(
		knowledgeTable(),
		lookTable(c),
		computeTable(c),
		mixingTable(c),
		cleaningTable(c),
		placeTable(c),
		rehomeTable(c),
		houseTable(c),
		[]operation{
			op(
				get,
				"/api/v1/about",
				"about",
				"Where the data lies",
				func(ctx context.Context, _ nothing) (about, error) {
					a, err := c.About(ctx)
					return about{a, Version}, err
				},
			),
			op(
				post,
				"/api/v1/backups",
				"backup",
				"Copy the data file into a folder beside it, and check the copy",
				func(ctx context.Context, _ nothing) (about, error) {
					a, err := c.Backup(ctx)
					return about{a, Version}, err
				},
			).takes(
				10 * time.Minute,
			),
			op(
				get,
				"/api/v1/settings",
				"getSettings",
				"House settings",
				func(ctx context.Context, _ nothing) (clinic.Settings, error) {
					return c.Settings(ctx)
				},
			),
			op(
				put,
				"/api/v1/settings",
				"setSettings",
				"Change the house settings",
				func(ctx context.Context, in clinic.Settings) (clinic.Settings, error) {
					return c.SetSettings(ctx, in)
				},
			).takes(
				5 * time.Minute,
			),
			op(
				get,
				"/api/v1/plants",
				"findPlants",
				"Find plants; those kept apart come last",
				func(ctx context.Context, in findPlants) (plantList, error) {
					if in.Most == 0 {
						in.Most = 200
					}
					plants, total, err := c.Plants(
						ctx,
						clinic.Find{
							Words:    in.Words,
							Archived: in.Archived,
							Due:      in.Due,
							Skip:     in.Skip,
							Most:     min(in.Most, 2000),
						},
					)
					return plantList{plants, total}, err
				},
			),
			op(
				post,
				"/api/v1/plants",
				"addPlant",
				"Put a plant on the bench",
				func(ctx context.Context, in addPlant) (clinic.Plant, error) {
					return c.AddPlant(ctx, in.Intake)
				},
			),
			op(
				get,
				"/api/v1/plants/{id}",
				"getPlant",
				"A plant",
				func(ctx context.Context, in byID) (clinic.Plant, error) {
					return c.Plant(ctx, in.ID)
				},
			),
			op(
				put,
				"/api/v1/plants/{id}",
				"changePlant",
				"Change what is known of a plant",
				func(ctx context.Context, in changePlant) (clinic.Plant, error) {
					return c.ChangePlant(ctx, in.ID, in.Version, in.Intake)
				},
			),
			op(
				put,
				"/api/v1/plants/{id}/archived",
				"archivePlant",
				"Take a plant off the bench, or put it back",
				func(ctx context.Context, in archivePlant) (clinic.Plant, error) {
					return c.ArchivePlant(ctx, in.ID, in.Archived)
				},
			),
			op(
				get,
				"/api/v1/plants/{id}/readings",
				"listReadings",
				"A plant's readings in short, the newest first",
				func(ctx context.Context, in byID) (readingList, error) {
					list, err := c.Readings(ctx, in.ID)
					return readingList{list}, err
				},
			),
			op(
				post,
				"/api/v1/plants/{id}/readings",
				"startReading",
				"Begin a reading; an empty one already begun is taken up again",
				func(ctx context.Context, in startReading) (clinic.Reading, error) {
					return c.StartReading(ctx, in.ID, in.Start)
				},
			),
			op(
				get,
				"/api/v1/readings/{id}",
				"getReading",
				"A reading with its verdict and cut list",
				func(ctx context.Context, in byID) (clinic.Reading, error) {
					return c.Reading(ctx, in.ID)
				},
			),
			op(
				put,
				"/api/v1/readings/{id}",
				"saveReading",
				"Save a reading; an older version is refused",
				func(ctx context.Context, in saveReading) (clinic.Reading, error) {
					return c.SaveReading(ctx, in.ID, in.Save)
				},
			),
			op(
				put,
				"/api/v1/readings/{id}/ticks",
				"tickJob",
				"Check a job of the cut list off, or take that back",
				func(ctx context.Context, in tickJob) (clinic.Reading, error) {
					return c.TickJob(ctx, in.ID, in.Tick)
				},
			),
			op(
				put,
				"/api/v1/readings/{id}/corrections",
				"correctRoot",
				"Say what a root turned out to be",
				func(ctx context.Context, in correctRoot) (clinic.Reading, error) {
					return c.Correct(ctx, in.ID, in.Correction)
				},
			),
		},
	)
}
