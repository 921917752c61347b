// Package api serves the clinic over HTTP. The route table below is the one
// contract: the router, the OpenAPI document and the page's types come from it.
package api

import (
	"context"
	"net/http"
	"slices"
	"time"

	"therapeon/clinic"
	"therapeon/clinic/example"
	"therapeon/clinic/intake"
	"therapeon/clinic/judging"
	"therapeon/clinic/people"
	"therapeon/clinic/reading"
	"therapeon/clinic/record"
	"therapeon/clinic/settings"
	"therapeon/core/patient"
)

type nothing struct{}

type byID struct {
	ID int64 `path:"id" json:"-" required:"true"`
}

type findPlants struct {
	Words    string `query:"q" json:"-" description:"looked for in tag, group, source and notes"`
	Archived bool   `query:"archived" json:"-" description:"those taken off the bench"`
	Due      bool   `query:"due" json:"-" description:"only those that want something today: a job, or a look"`
	Group    string `query:"group" json:"-" description:"only of this group, by its code"`
	Place    int64  `query:"place" json:"-" description:"only those that stand at this place"`
	Turn     string `query:"turn" json:"-" enum:"clean,suspect,apart" description:"only those handled in this turn"`
	Wants    string `query:"wants" json:"-" enum:"act,check,home,leave" description:"only those whose advice is of this kind"`
	Sort     string `query:"sort" json:"-" enum:"tag,day" description:"within each turn; left out: the newest work first"`
	Skip     int    `query:"skip" json:"-"`
	Most     int    `query:"most" json:"-" description:"200 when left out, 2000 at most"`
}

type plantList struct {
	Plants []intake.Plant `json:"plants" required:"true"`
	Total  int64          `json:"total" required:"true"`
}

type addPlant struct{ patient.Intake }

type changePlant struct {
	ID      int64          `path:"id" json:"-" required:"true"`
	Both    bool           `query:"both" json:"-" description:"keep what others changed meanwhile too, where the two do not touch"`
	Version int64          `json:"version" required:"true" description:"the version you changed"`
	Intake  patient.Intake `json:"intake" required:"true"`
}

type archivePlant struct {
	ID       int64 `path:"id" json:"-" required:"true"`
	Archived bool  `json:"archived" required:"true"`
}

type showExample struct {
	Shown bool `json:"shown" required:"true"`
}

type startReading struct {
	ID int64 `path:"id" json:"-" required:"true"`
	reading.Start
}

type saveReading struct {
	ID   int64 `path:"id" json:"-" required:"true"`
	Both bool  `query:"both" json:"-" description:"keep what others changed meanwhile too, where the two do not touch"`
	reading.Save
}

type tickJob struct {
	ID int64 `path:"id" json:"-" required:"true"`
	reading.Tick
}

type correctRoot struct {
	ID int64 `path:"id" json:"-" required:"true"`
	reading.Correction
}

type readingList struct {
	Readings []judging.Summary `json:"readings" required:"true"`
}

type about struct {
	settings.About
	Version string `json:"version" required:"true"`
}

// table lists every operation of the API.
func table(c *clinic.Clinic, network Network) []operation {
	const get, post, put = http.MethodGet, http.MethodPost, http.MethodPut
	return slices.Concat(
		knowledgeTable(),
		lookTable(c),
		computeTable(c),
		mixingTable(c),
		cleaningTable(c),
		placeTable(c),
		rehomeTable(c),
		careTable(c),
		growthTable(c),
		houseTable(c),
		wishTable(c),
		peopleTable(c, network),
		[]operation{
			op(
				get,
				"/api/v1/about",
				"about",
				"Where the data lies",
				func(ctx context.Context, _ nothing) (about, error) {
					a, err := c.Settings.About(ctx)
					if visitIn(ctx).who.Role != people.Keeper { // where things lie on this machine is the keeper's
						a.DataFile, a.Copied = "", nil
					}
					return about{a, Version()}, err
				},
			),
			op(
				post,
				"/api/v1/backups",
				"backup",
				"Copy the data file into a folder beside it, and check the copy",
				func(ctx context.Context, _ nothing) (about, error) {
					a, err := c.Settings.Backup(ctx)
					return about{a, Version()}, err
				},
			).takes(
				10 * time.Minute,
			),
			op(
				get,
				"/api/v1/settings",
				"getSettings",
				"House settings",
				func(ctx context.Context, _ nothing) (record.Settings, error) {
					return c.Settings.Settings(ctx)
				},
			),
			op(
				put,
				"/api/v1/settings",
				"setSettings",
				"Change the house settings",
				func(ctx context.Context, in record.Settings) (record.Settings, error) {
					return c.Settings.SetSettings(ctx, in)
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
					plants, total, err := c.Intake.Plants(
						ctx,
						intake.Find{
							Words:    in.Words,
							Archived: in.Archived,
							Due:      in.Due,
							Group:    in.Group,
							PlaceID:  in.Place,
							Turn:     in.Turn,
							Wants:    in.Wants,
							Sort:     in.Sort,
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
				func(ctx context.Context, in addPlant) (intake.Plant, error) {
					return c.Intake.AddPlant(ctx, in.Intake)
				},
			),
			op(
				get,
				"/api/v1/plants/{id}",
				"getPlant",
				"A plant",
				func(ctx context.Context, in byID) (intake.Plant, error) {
					return c.Intake.Plant(ctx, in.ID)
				},
			),
			op(
				put,
				"/api/v1/plants/{id}",
				"changePlant",
				"Change what is known of a plant",
				func(ctx context.Context, in changePlant) (intake.Plant, error) {
					return c.Intake.ChangePlant(ctx, in.ID, in.Version, in.Intake)
				},
			),
			op(
				get,
				"/api/v1/example",
				"example",
				"Which plant is the worked example",
				func(ctx context.Context, _ nothing) (example.Example, error) { return c.Example.Example(ctx) },
			),
			op(
				put,
				"/api/v1/example",
				"showExample",
				"Put the worked example on the bench, or take it out with all that was noted of it",
				func(ctx context.Context, in showExample) (example.Example, error) {
					return c.Example.Show(ctx, in.Shown)
				},
			),
			op(
				put,
				"/api/v1/plants/{id}/archived",
				"archivePlant",
				"Take a plant off the bench, or put it back",
				func(ctx context.Context, in archivePlant) (intake.Plant, error) {
					return c.Intake.ArchivePlant(ctx, in.ID, in.Archived)
				},
			),
			op(
				get,
				"/api/v1/plants/{id}/readings",
				"listReadings",
				"A plant's readings in short, the newest first",
				func(ctx context.Context, in byID) (readingList, error) {
					list, err := c.Reading.Readings(ctx, in.ID)
					return readingList{list}, err
				},
			),
			op(
				post,
				"/api/v1/plants/{id}/readings",
				"startReading",
				"Begin a reading; an empty one already begun is taken up again",
				func(ctx context.Context, in startReading) (reading.Reading, error) {
					return c.Reading.StartReading(ctx, in.ID, in.Start)
				},
			),
			op(
				get,
				"/api/v1/readings/{id}",
				"getReading",
				"A reading with its verdict and cut list",
				func(ctx context.Context, in byID) (reading.Reading, error) {
					return c.Reading.Reading(ctx, in.ID)
				},
			),
			op(
				put,
				"/api/v1/readings/{id}",
				"saveReading",
				"Save a reading; an older version is refused",
				func(ctx context.Context, in saveReading) (reading.Reading, error) {
					return c.Reading.SaveReading(ctx, in.ID, in.Save)
				},
			),
			op(
				put,
				"/api/v1/readings/{id}/ticks",
				"tickJob",
				"Check a job of the cut list off, or take that back",
				func(ctx context.Context, in tickJob) (reading.Reading, error) {
					return c.Reading.TickJob(ctx, in.ID, in.Tick)
				},
			),
			op(
				put,
				"/api/v1/readings/{id}/corrections",
				"correctRoot",
				"Say what a root turned out to be",
				func(ctx context.Context, in correctRoot) (reading.Reading, error) {
					return c.Reading.Correct(ctx, in.ID, in.Correction)
				},
			),
		},
	)
}
