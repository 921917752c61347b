package record

import (
	"context"
	"fmt"
	"slices"
	"time"

	"therapeon/core/patient"
	"therapeon/ledger"
)

// Weighed is a weighing as it was kept.
type Weighed struct {
	ID        int64           `json:"id" required:"true"`
	Kind      patient.Kind    `json:"kind" required:"true" enum:"bare,pot"`
	Grams     float64         `json:"grams" required:"true"`
	At        string          `json:"at" required:"true"`
	Because   patient.Because `json:"because,omitempty"`
	Moment    patient.Moment  `json:"moment,omitempty"`
	Withdrawn bool            `json:"withdrawn,omitempty"`
}

// Weighings lists a plant's weighings, the oldest first, those taken back as well.
func Weighings(ctx context.Context, tx *ledger.Tx, plantID int64) ([]Weighed, error) {
	rows, err := tx.Events().Weighings(ctx, plantID)
	if err != nil {
		return nil, err
	}
	list := make([]Weighed, len(rows))
	for i, r := range rows {
		list[i] = Weighed{
			ID:        r.ID,
			Kind:      patient.Kind(r.Kind),
			Grams:     r.Grams,
			At:        r.At,
			Because:   patient.Because(r.Because),
			Moment:    patient.Moment(r.Moment),
			Withdrawn: r.Withdrawn != 0,
		}
	}
	return list, nil
}

// WeightsOf are a plant's weights, the oldest first, without those taken back.
func WeightsOf(ctx context.Context, tx *ledger.Tx, plantID int64) ([]patient.Weight, error) {
	rows, err := Weighings(ctx, tx, plantID)
	if err != nil {
		return nil, err
	}
	rows = slices.DeleteFunc(rows, func(w Weighed) bool { return w.Withdrawn })
	list := make([]patient.Weight, len(rows))
	for i, w := range rows {
		at, err := time.Parse(time.RFC3339, w.At)
		if err != nil {
			return nil, fmt.Errorf("weighing %d: %w", w.ID, err)
		}
		list[i] = patient.Weight{At: at, Kind: w.Kind, Grams: w.Grams, Because: w.Because, Moment: w.Moment}
	}
	return list, nil
}
