package record

import (
	"cmp"
	"context"
	"encoding/json"
	"time"

	"therapeon/core/cleaning"
	"therapeon/core/patient"
	"therapeon/core/work"
	"therapeon/ledger"
)

// Queued is a plant whose cleaning is in hand.
type Queued struct {
	ID  int64  `json:"id" required:"true"`
	Tag string `json:"tag" required:"true"`
}

// Use is an amount taken from the shelf for a job.
type Use struct {
	Job    string  `json:"job,omitempty" validate:"code"`
	ItemID int64   `json:"item_id" required:"true" validate:"min=1"`
	Amount float64 `json:"amount" required:"true" validate:"used" title:"record.Use.amount" description:"in the item's unit"`
}

// CleaningDoc is a cleaning as it is stored.
type CleaningDoc struct {
	ClosedOn string            `json:"closed_on,omitempty"`
	Marks    work.Marks        `json:"marks,omitempty"`
	Own      []cleaning.OwnJob `json:"own,omitempty"`
	Uses     []Use             `json:"uses,omitempty"`
	Done     *cleaning.Closed  `json:"done,omitempty"` // the plan as it was when it was closed
	Of       *SeenOf           `json:"of,omitempty"`   // what that plan rested on

	Old bool `json:"-"` // it was written by an older program
}

// UnmarshalJSON also reads a cleaning as older programs wrote it, with the words of its plan.
func (k *CleaningDoc) UnmarshalJSON(doc []byte) error {
	type present CleaningDoc
	var d struct {
		present
		Plan *cleaning.Told `json:"plan"`
	}
	if err := json.Unmarshal(doc, &d); err != nil {
		return err
	}
	*k = CleaningDoc(d.present)
	if d.Plan != nil {
		closed := d.Plan.Close()
		k.Done, k.Old = &closed, true
	}
	return nil
}

// SeenOf names what was known of a plant by its versions, which no clock that is
// set back can confuse.
type SeenOf struct {
	Reading        int64 `json:"reading,omitempty"`
	ReadingVersion int64 `json:"reading_version,omitempty"`
	Look           int64 `json:"look,omitempty"`
	LookVersion    int64 `json:"look_version,omitempty"`
}

// DayOf is the day of a moment as it is kept.
func DayOf(stamp string) string { return stamp[:min(len(stamp), len(time.DateOnly))] }

// SeenBy are the cautions that a person has acknowledged.
func SeenBy(ctx context.Context, tx *ledger.Tx, person string) ([]work.Seen, error) {
	rows, err := tx.House().Acknowledged(ctx, person)
	seen := make([]work.Seen, len(rows))
	for i, a := range rows {
		seen[i] = work.Seen{Product: a.Product, Caution: a.Caution}
	}
	return seen, err
}

// SpikesCut are the days on which a plant's spike was cut while it was cleaned.
func SpikesCut(ctx context.Context, tx *ledger.Tx, plantID int64) ([]string, error) {
	all, err := deeds(ctx, tx, plantID)
	return spikes(all), err
}

func spikes(all []patient.Deed) (on []string) {
	for _, d := range all {
		if d.Of == cleaning.SpikeCut && !d.LeftOut {
			on = append(on, d.On)
		}
	}
	return on
}

// deeds are the jobs of a plant's cleanings that were done, or left out with a reason, and the
// actions that went into them.
func deeds(ctx context.Context, tx *ledger.Tx, plantID int64) (list []patient.Deed, err error) {
	all, err := Cleanings.Of(ctx, tx, plantID)
	if err := cmp.Or(err, ledger.Sound(all)); err != nil {
		return nil, err
	}
	for _, d := range all {
		for job, m := range d.Value.Marks {
			if m.State != work.Done && m.State != work.Skipped {
				continue
			}
			for _, action := range cleaning.ActionsIn(job) {
				list = append(list, patient.Deed{Of: action, On: DayOf(m.On), LeftOut: m.State == work.Skipped})
			}
		}
	}
	return list, nil
}
