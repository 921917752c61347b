package roots

import (
	"context"

	"therapeon/clinic/bench"
	"therapeon/clinic/check"
	"therapeon/clinic/record"
	"therapeon/core/cleaning"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/roots"
	"therapeon/ledger"
)

// Tick is a job of the cut list done, in whole or in part. A count of 0 takes
// it back.
type Tick struct {
	Item  string `json:"item" required:"true" validate:"required,item" description:"the job's id on the cut list"`
	Count int    `json:"count" required:"true" validate:"roots_cut" description:"how many of the batch are done"`
}

// TickJob checks a job off. It touches nothing but the checks, so it never
// collides with someone entering roots.
func (c *Service) TickJob(ctx context.Context, id int64, t Tick) (Reading, error) {
	if err := check.Input(t); err != nil {
		return Reading{}, err
	}
	var ticked Reading
	err := c.Write(ctx, &ticked, func(tx *ledger.Tx) error {
		d, err := record.Readings.Get(ctx, tx, id)
		if err != nil {
			return record.MissingOr(err, "reading", id)
		}
		r, err := c.StemOf(ctx, tx, d.PlantID)
		if err != nil {
			return err
		}
		p, err := r.OfReading(ctx, d)
		if err != nil {
			return err
		}
		if err := tick(p, t); err != nil {
			return err
		}
		if err := keepCuts(ctx, r, d, p.Reading.Checks); err != nil {
			return err
		}
		p.Forget()
		if d.Short, err = bench.InShort(p); err != nil {
			return err
		}
		if err := record.Readings.SetShort(ctx, tx, d); err != nil {
			return err
		}
		ticked, err = beside(ctx, r, d, p)
		return err
	})
	return ticked, err
}

// keepCuts keeps what of a reading's cut list was done. It is a document of its own, so that
// it never collides with someone entering roots.
func keepCuts(ctx context.Context, r *record.Record, d ledger.Doc[roots.Reading], done roots.Checks) error {
	now, err := record.CutsOf(ctx, r.Tx, d.ID)
	if err != nil {
		return err
	}
	now.PlantID, now.Day, now.Value = d.PlantID, d.Day, done
	_, err = record.Cuts.Put(ctx, r.Tx, now, r.Keeper.Stamp())
	return err
}

// tick enters t in the checks of a reading.
func tick(p *patient.Patient, t Tick) error {
	done := p.Reading.Checks
	if t.Count == 0 {
		delete(done, t.Item)
		return nil
	}
	for _, it := range cleaning.Cuts(p).Items {
		if it.ID != t.Item {
			continue
		}
		if t.Count > it.Count {
			return record.OneFault("count", message.Of("clinic.roots.the-job-is-on-roots", message.Count("n", it.Count)),
				message.Of("limits.at-most", message.Count("figure", it.Count)), t.Count)
		}
		done[t.Item] = roots.Check{Count: t.Count, CutAtMM: it.CutAtMM}
		return nil
	}
	return record.OneFault("item",
		message.Of("clinic.roots.this-job-is-not-on"),
		message.Of("clinic.roots.a-job-on-the-list"), t.Item)
}

// Correction is what some of the roots of an entry turned out to be, under the
// blade or at a second look.
type Correction struct {
	Version int64      `json:"version" required:"true" validate:"min=1"`
	RootID  string     `json:"root_id" required:"true" validate:"required,root_name"`
	Feel    roots.Feel `json:"feel" required:"true" validate:"oneof=firm limp thread crunchy hollow mushy" description:"what it turned out to feel like"`
	Count   int        `json:"count" required:"true" validate:"roots_alike" description:"how many of a batch; the others stay as they were"`
}

// Correct changes what a root was read as.
func (c *Service) Correct(ctx context.Context, id int64, k Correction) (Reading, error) {
	if err := check.Input(k); err != nil {
		return Reading{}, err
	}
	var saved Reading
	err := c.Write(ctx, &saved, func(tx *ledger.Tx) error {
		d, err := record.Readings.Get(ctx, tx, id)
		if err != nil {
			return record.MissingOr(err, "reading", id)
		}
		if err := record.Readings.Check(ctx, tx, d, k.Version, d.Value); err != nil {
			return err
		}
		r, err := c.StemOf(ctx, tx, d.PlantID)
		if err != nil {
			return err
		}
		p, err := r.OfReading(ctx, d)
		if err != nil {
			return err
		}
		if d.Value, err = roots.Correct(d.Value, p.Roots().Verdict, k.RootID, k.Feel, k.Count); err != nil {
			return err
		}
		saved, err = keepReading(ctx, r, d)
		return err
	})
	return saved, err
}
