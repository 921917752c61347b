package record

import (
	"context"
	"fmt"
	"slices"
	"time"

	"therapeon/core/aftercare"
	"therapeon/core/patient"
	"therapeon/core/rehome"
	"therapeon/ledger"
)

// CheckinDoc is a check-in as it is kept.
type CheckinDoc struct {
	At    string          `json:"at,omitempty"` // the moment; empty: only the day is known
	Noted patient.Checkin `json:"noted"`
}

// The kinds of documents of aftercare: what was seen, and what was chosen.
var (
	Checkins = ledger.NewKind("checkin", TellAlways[CheckinDoc]("clinic.record.what-was-seen-was-noted"))
	Chosen   = ledger.NewKind("aftercare", TellAlways[aftercare.Chosen]("clinic.record.what-its-keeper-chose-was"))
)

// SightingsOf are a plant's check-ins, the oldest first.
func SightingsOf(ctx context.Context, tx *ledger.Tx, plantID int64, zone *time.Location) ([]patient.Seen, error) {
	all, err := Checkins.Of(ctx, tx, plantID)
	if err != nil {
		return nil, err
	}
	if err := ledger.Sound(all); err != nil {
		return nil, err
	}
	list := make([]patient.Seen, 0, len(all))
	for _, d := range slices.Backward(all) {
		if d.State == ledger.Gone {
			continue
		}
		at, err := time.Parse(time.RFC3339, d.Value.At)
		if err != nil { // it was noted later, of that day
			if at, err = time.ParseInLocation(time.DateOnly, d.Day, zone); err != nil {
				return nil, fmt.Errorf("check-in %d: %w", d.ID, err)
			}
			at = at.Add(time.Duration(patient.Table().MovedAtHour.Value * float64(time.Hour)))
		}
		list = append(list, patient.Seen{ID: d.ID, At: at, On: d.Day, Noted: d.Value.Noted})
	}
	return patient.Followed(list), nil
}

// TendedOf is what became of the jobs of a plant's aftercare, the oldest first.
func TendedOf(ctx context.Context, tx *ledger.Tx, plantID int64) ([]patient.Tended, error) {
	rows, err := tx.Aftercare().Of(ctx, plantID)
	if err != nil {
		return nil, err
	}
	list := make([]patient.Tended, len(rows))
	for i, r := range rows {
		if list[i], err = AsTended(r); err != nil {
			return nil, err
		}
	}
	return list, nil
}

// AsTended is what became of a job as the core knows it.
func AsTended(r ledger.Tended) (patient.Tended, error) {
	at, err := time.Parse(time.RFC3339, r.At)
	if err != nil {
		return patient.Tended{}, fmt.Errorf("care %d: %w", r.ID, err)
	}
	return patient.Tended{
		ID: r.ID, At: at, On: r.Day, Job: r.Job, Outcome: patient.Outcome(r.Outcome), Because: r.Because, Was: r.Was,
		PPM: r.Ppm, Person: r.Person,
	}, nil
}

// ChosenOf is what its keeper chose for a plant's aftercare, with its version; version 0: nothing yet.
func ChosenOf(ctx context.Context, tx *ledger.Tx, plantID int64) (ledger.Doc[aftercare.Chosen], error) {
	d, err := Chosen.Get(ctx, tx, plantID)
	if IsMissing(err) {
		return ledger.Doc[aftercare.Chosen]{ID: plantID, PlantID: plantID}, nil
	}
	return d, err
}

// Aftercare is what a visited plant wants in the months after, and the case that it follows from.
// The visit is in its air.
func (v *Visit) Aftercare(ctx context.Context) (aftercare.Care, *aftercare.InCare, error) {
	chosen, err := ChosenOf(ctx, v.Tx, v.Row.ID)
	if err != nil {
		return aftercare.Care{}, nil, err
	}
	k := &aftercare.InCare{Patient: v.Patient, Chosen: chosen.Value}
	if n := len(v.HomeDocs); n > 0 {
		home := v.HomeDocs[n-1].Value
		k.Pot, k.MixWater = home.Pot, home.MixWater
		k.LifeMonths = rehome.LifeMonths(v.Patient, home.Recipe, home.Parts)
	} else {
		k.Pot = rehome.Came(v.Patient)
		k.MixWater, k.LifeMonths = rehome.OldMedium(v.Patient)
	}
	return aftercare.For(k), k, nil
}
