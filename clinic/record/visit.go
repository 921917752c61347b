package record

import (
	"context"
	"time"

	"therapeon/core/climate"
	"therapeon/core/patient"
	"therapeon/core/roots"
	"therapeon/ledger"
)

// Visit is a plant as it is today, with the rows that the newest evidence is of.
type Visit struct {
	*Record
	*patient.Patient
	ReadingDoc *ledger.Doc[roots.Reading]
	LookDoc    *ledger.Doc[LookDoc]
}

// Visit loads a plant as it is today. The air of its place and its weights come with inAir.
func (c *Keeper) Visit(ctx context.Context, tx *ledger.Tx, plantID int64) (*Visit, error) {
	r, err := c.Record(ctx, tx, plantID)
	if err != nil {
		return nil, err
	}
	p := r.Base
	p.Forget()
	v := &Visit{Record: r, Patient: &p}
	if len(r.LookDocs) > 0 {
		v.LookDoc = &r.LookDocs[0]
	}
	last, err := NewestRead(ctx, tx, plantID)
	if IsMissing(err) {
		return v, nil
	}
	if err != nil {
		return nil, err
	}
	v.ReadingDoc = &last
	p.Reading, err = r.asReading(ctx, last)
	return v, err
}

// InAir adds what its race and its pot hang on at a moment: the air of its place, its
// weights, the reading before the last, and the sides of its plan.
func (v *Visit) InAir(ctx context.Context, at time.Time) (Planned, error) {
	plan, err := v.planned(ctx)
	if err != nil {
		return plan, err
	}
	p := v.Record.Base
	p.Forget()
	p.Reading, p.Now = v.Patient.Reading, at.In(v.Keeper.Now().Location())
	p.Sides = p.Sides.Over(plan.Plan.Sides)
	if p.Site, err = v.SiteNow(ctx, at.AddDate(0, -int(climate.Table().MonthsBack.Value), 0)); err != nil {
		return plan, err
	}
	if p.Weights, err = WeightsOf(ctx, v.Tx, v.Row.ID); err != nil {
		return plan, err
	}
	if p.Reading != nil {
		if err := v.WithBefore(ctx, &p); err != nil {
			return plan, err
		}
	}
	v.Patient = &p
	return plan, nil
}

// WithPlan adds the sides of its plan alone.
func (v *Visit) WithPlan(ctx context.Context) error {
	plan, err := v.planned(ctx)
	if err != nil {
		return err
	}
	p := *v.Patient
	p.Forget()
	p.Sides = v.Record.Base.Sides.Over(plan.Plan.Sides)
	v.Patient = &p
	return nil
}
