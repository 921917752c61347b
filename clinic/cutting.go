package clinic

import (
	"context"
	"encoding/json"
	"fmt"

	"therapeon/clinic/check"
	"therapeon/core/cleaning"
	"therapeon/core/roots"
	"therapeon/store/sqlc"
)

// Tick is a job of the cut list done, in whole or in part. A count of 0 takes
// it back.
type Tick struct {
	Item  string `json:"item" required:"true" validate:"required,max=60" description:"the job's id on the cut list"`
	Count int    `json:"count" required:"true" validate:"min=0,max=400" description:"how many of the batch are done"`
}

// TickJob checks a job off. It touches nothing but the checks, so it never
// collides with someone entering roots.
func (c *Clinic) TickJob(ctx context.Context, id int64, t Tick) (Reading, error) {
	if err := check.Input(t); err != nil {
		return Reading{}, err
	}
	var ticked Reading
	err := c.write(ctx, &ticked, func(q *sqlc.Queries) error {
		row, err := q.GetReading(ctx, id)
		if err != nil {
			return missing(err, "reading", id)
		}
		b, err := c.bench(ctx, q, row.PlantID, row.ReadOn)
		if err != nil {
			return err
		}
		now, err := c.load(ctx, q, row, b)
		if err != nil {
			return err
		}
		if err := tick(now, t); err != nil {
			return err
		}
		doc, err := json.Marshal(now.Checks)
		if err != nil {
			return err
		}
		row.Checks = string(doc)
		summary, err := judge(now.Reading, now.Checks, b).summary()
		if err != nil {
			return err
		}
		if err := q.SetChecks(
			ctx,
			sqlc.SetChecksParams{ID: id, Checks: row.Checks, Summary: summary, Now: c.stamp()},
		); err != nil {
			return fmt.Errorf("check off: %w", err)
		}
		ticked, err = c.load(ctx, q, row, b)
		return err
	})
	return ticked, err
}

// tick enters t in the checks of a reading.
func tick(r Reading, t Tick) error {
	if t.Count == 0 {
		delete(r.Checks, t.Item)
		return nil
	}
	for _, it := range r.CutList.Items {
		if it.ID != t.Item {
			continue
		}
		if t.Count > it.Count {
			return oneFault(
				"count",
				fmt.Sprintf("The job is on %d roots.", it.Count),
				fmt.Sprintf("0–%d", it.Count),
				t.Count,
			)
		}
		r.Checks[t.Item] = cleaning.Check{Count: t.Count, CutAtMM: it.CutAtMM}
		return nil
	}
	return oneFault(
		"item",
		"This job is not on the cut list. The reading may have changed: load the list again.",
		"a job on the list",
		t.Item,
	)
}

// Correction is what some of the roots of an entry turned out to be, under the
// blade or at a second look.
type Correction struct {
	Version int64      `json:"version" required:"true" validate:"min=1"`
	RootID  string     `json:"root_id" required:"true" validate:"required,max=24"`
	Feel    roots.Feel `json:"feel" required:"true" validate:"oneof=firm limp thread crunchy hollow mushy" description:"what it turned out to feel like"`
	Count   int        `json:"count" required:"true" validate:"min=1,max=400" description:"how many of a batch; the others stay as they were"`
}

// Correct changes what a root was read as.
func (c *Clinic) Correct(ctx context.Context, id int64, k Correction) (Reading, error) {
	if err := check.Input(k); err != nil {
		return Reading{}, err
	}
	var saved Reading
	err := c.write(ctx, &saved, func(q *sqlc.Queries) error {
		row, err := q.GetReading(ctx, id)
		if err != nil {
			return missing(err, "reading", id)
		}
		r, err := parse(row)
		if err != nil {
			return err
		}
		if row.Version != k.Version {
			return Conflict{What: "reading", Version: row.Version}
		}
		b, err := c.bench(ctx, q, row.PlantID, row.ReadOn)
		if err != nil {
			return err
		}
		corrected, err := roots.Correct(r, roots.Read(r, b.context), k.RootID, k.Feel, k.Count)
		if err != nil {
			return err
		}
		saved, err = c.keep(ctx, q, row, row.ReadOn, corrected)
		return err
	})
	return saved, err
}
