package aftercare

import (
	"context"
	"time"

	"therapeon/clinic/bench"
	"therapeon/clinic/check"
	"therapeon/clinic/record"
	"therapeon/core/patient"
	"therapeon/ledger"
)

// CheckIn is what was seen of a plant.
type CheckIn struct {
	On    string          `json:"on,omitempty" validate:"omitempty,day" description:"left out: today"`
	At    time.Time       `json:"at,omitzero" description:"when, with its offset, where it is told later; left out: now"`
	Noted patient.Checkin `json:"noted" required:"true"`
}

// ChangeCheckin corrects a check-in, or takes it back.
type ChangeCheckin struct {
	Version int64           `json:"version" required:"true" validate:"min=1"`
	Noted   patient.Checkin `json:"noted" required:"true"`
	Gone    bool            `json:"gone,omitempty" description:"take it back; it can stand again"`
}

// CheckIn keeps what was seen of a plant, and answers with what follows from it.
func (c *Service) CheckIn(ctx context.Context, plantID int64, in CheckIn) (Aftercare, error) {
	if err := check.Input(in); err != nil {
		return Aftercare{}, err
	}
	if list := in.Noted.Faults(); len(list) > 0 {
		return Aftercare{}, list.Under("noted")
	}
	if list := check.Future(nil, "on", in.On, c.Now()); len(list) > 0 {
		return Aftercare{}, list
	}
	at, err := c.moment(in.At)
	if err != nil {
		return Aftercare{}, err
	}
	d := ledger.Doc[record.CheckinDoc]{PlantID: plantID, Day: at.Format(time.DateOnly)}
	d.Value = record.CheckinDoc{At: at.UTC().Format(time.RFC3339), Noted: in.Noted}
	if in.On != "" && in.On != d.Day {
		d.Day, d.Value.At = in.On, ""
	}
	var all Aftercare
	err = c.Write(ctx, &all, func(tx *ledger.Tx) error {
		row, err := tx.Plants().Get(ctx, plantID)
		if err != nil {
			return record.MissingOr(err, "plant", plantID)
		}
		field := "at"
		if in.On != "" {
			field = "on"
		}
		if err := c.here(ctx, tx, row, field, d.Day); err != nil {
			return err
		}
		if _, err := record.Checkins.Add(ctx, tx, d, c.Stamp()); err != nil {
			return err
		}
		if row.LookOn != "" && d.Day > row.HomeSince { // who checks in has it in hand
			if err := tx.Plants().SetLookOn(ctx, plantID, ""); err != nil {
				return err
			}
		}
		all, err = c.after(ctx, tx, plantID)
		return err
	})
	return all, err
}

// after brings what follows from a check-in up to date, and answers with the plant's aftercare.
func (c *Service) after(ctx context.Context, tx *ledger.Tx, plantID int64) (Aftercare, error) {
	if err := tx.Plants().Touch(ctx, plantID, c.Stamp()); err != nil {
		return Aftercare{}, err
	}
	v, err := c.Visit(ctx, tx, plantID)
	if err != nil {
		return Aftercare{}, err
	}
	if err := anew(ctx, v); err != nil {
		return Aftercare{}, err
	}
	return aftercareOf(ctx, v)
}

// ChangeCheckin corrects a check-in, against the version that it was changed from.
func (c *Service) ChangeCheckin(ctx context.Context, id int64, in ChangeCheckin) (Aftercare, error) {
	if err := check.Input(in); err != nil {
		return Aftercare{}, err
	}
	if list := in.Noted.Faults(); len(list) > 0 {
		return Aftercare{}, list.Under("noted")
	}
	var all Aftercare
	err := c.Write(ctx, &all, func(tx *ledger.Tx) error {
		d, err := record.Checkins.Get(ctx, tx, id)
		if err != nil {
			return record.MissingOr(err, "check-in", id)
		}
		d.Version, d.Value.Noted, d.State = in.Version, in.Noted, ledger.InHand
		if in.Gone {
			d.State = ledger.Gone
		}
		if d, err = record.Checkins.Save(ctx, tx, d, c.Stamp()); err != nil {
			return err
		}
		all, err = c.after(ctx, tx, d.PlantID)
		return err
	})
	return all, err
}

// anew brings what lists show of the newest look up to date: it hears what was seen since.
func anew(ctx context.Context, v *record.Visit) error {
	return bench.NewestAnew(ctx, v.Record, 0)
}
