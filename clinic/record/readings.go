package record

import (
	"context"
	"maps"
	"slices"

	"therapeon/core/patient"
	"therapeon/core/roots"
	"therapeon/ledger"
)

// OfReading is the patient with one of its readings. It is taken as it is at hand.
func (r *Record) OfReading(ctx context.Context, d ledger.Doc[roots.Reading]) (*patient.Patient, error) {
	p := r.Base
	p.Forget()
	var err error
	p.Reading, err = r.asReading(ctx, d)
	return &p, err
}

// asReading brings a reading and what of its cut list was done together.
func (r *Record) asReading(ctx context.Context, d ledger.Doc[roots.Reading]) (*patient.Reading, error) {
	done, err := CutsOf(ctx, r.Tx, d.ID)
	r.CutAt = done.UpdatedAt
	return &patient.Reading{ID: d.ID, On: d.Day, Roots: d.Value, Checks: done.Value}, err
}

// CutsOf are the jobs of a reading's cut list that were ticked off; version 0: none yet.
func CutsOf(ctx context.Context, tx *ledger.Tx, readingID int64) (ledger.Doc[roots.Checks], error) {
	d, err := Cuts.Get(ctx, tx, readingID)
	if IsMissing(err) {
		return ledger.Doc[roots.Checks]{ID: readingID, Value: roots.Checks{}}, nil
	}
	return d, err
}

// WithBefore adds the reading before one.
func (r *Record) WithBefore(ctx context.Context, p *patient.Patient) error {
	d, err := Readings.Before(ctx, r.Tx, r.Row.ID, p.Reading.On, p.Reading.ID)
	if IsMissing(err) {
		return nil
	}
	if err == nil {
		p.Before, err = r.asReading(ctx, d)
	}
	return err
}

// RootNames are what the roots of a plant are called, by their ids: as in the newest reading that has them.
func RootNames(ctx context.Context, tx *ledger.Tx, plantID int64) (map[string]string, error) {
	all, err := Readings.Of(ctx, tx, plantID)
	names := map[string]string{}
	for _, d := range slices.Backward(all) {
		maps.Copy(names, d.Value.Names())
	}
	return names, err
}

// NewestRead is the newest reading of a plant in which something was read.
func NewestRead(ctx context.Context, tx *ledger.Tx, plantID int64) (ledger.Doc[roots.Reading], error) {
	return Readings.Before(ctx, tx, plantID, patient.Ever, 0)
}
