// Package example keeps one worked plant on the bench, which can be taken out again.
package example

import (
	"context"
	_ "embed"
	"encoding/json"
	"errors"
	"strconv"
	"sync"

	"therapeon/clinic/intake"
	"therapeon/clinic/look"
	"therapeon/clinic/record"
	rootsservice "therapeon/clinic/roots"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/roots"
	"therapeon/ledger"
)

//go:embed example.json
var doc []byte

// story is what was noted of the plant, the day it is put on the bench.
var story = sync.OnceValues(func() (s struct {
	Intake patient.Intake     `json:"intake"`
	Look   patient.Inspection `json:"look"`
	Roots  roots.Reading      `json:"roots"`
}, err error) {
	err = json.Unmarshal(doc, &s)
	return s, err
})

// Service puts the worked example on the bench and takes it out.
type Service struct{ *record.Keeper }

// Example is the plant that is the worked example.
type Example struct {
	PlantID int64 `json:"plant_id" required:"true" description:"0: there is none"`
}

// note is the code under which the house notes which plant it is.
const note = "example"

func noted(ctx context.Context, tx *ledger.Tx) (e Example, err error) {
	value, err := tx.House().Note(ctx, note)
	if err != nil || value == "" {
		return e, err
	}
	id, err := strconv.Atoi(value)
	return Example{int64(id)}, err
}

// Example says which plant it is.
func (c *Service) Example(ctx context.Context) (Example, error) {
	return record.Read(ctx, c.Keeper, func(tx *ledger.Tx) (Example, error) { return noted(ctx, tx) })
}

// Show puts the example on the bench, looked over and its roots read, or takes it out.
func (c *Service) Show(ctx context.Context, shown bool) (Example, error) {
	e, err := c.Example(ctx)
	if err != nil || shown == (e.PlantID != 0) {
		return e, err
	}
	if !shown {
		return c.takeOut(ctx)
	}
	e, added, err := c.put(ctx)
	if err != nil || !added {
		return e, err
	}
	if err := c.live(ctx, e.PlantID); err != nil {
		_, out := c.takeOut(ctx)
		return Example{}, errors.Join(err, out)
	}
	return e, nil
}

// put adds the plant, unless it was added meanwhile.
func (c *Service) put(ctx context.Context) (e Example, added bool, err error) {
	s, err := story()
	if err != nil {
		return e, false, err
	}
	err = c.Write(ctx, &e, func(tx *ledger.Tx) error {
		if e, err = noted(ctx, tx); err != nil || e.PlantID != 0 {
			return err
		}
		added = true
		row, err := intake.AddPlant(ctx, c.Keeper, tx, s.Intake)
		if err != nil {
			return err
		}
		e.PlantID = row.ID
		return tx.House().PutNote(ctx, note, strconv.Itoa(int(row.ID)))
	})
	return e, added, err
}

// live notes what is known of it, by the same ways as of any plant.
func (c *Service) live(ctx context.Context, id int64) error {
	s, err := story()
	if err != nil {
		return err
	}
	looks, readings := look.Service{Keeper: c.Keeper}, rootsservice.Service{Keeper: c.Keeper}
	l, err := looks.StartLook(ctx, id, look.StartLook{})
	if err != nil {
		return err
	}
	_, err = looks.SaveInspection(ctx, l.ID,
		look.SaveInspection{Version: l.Version, LookedOn: l.LookedOn, Inspection: s.Look})
	if err != nil {
		return err
	}
	r, err := readings.StartReading(ctx, id, rootsservice.Start{})
	if err != nil {
		return err
	}
	_, err = readings.SaveReading(ctx, r.ID, rootsservice.Save{Version: r.Version, ReadOn: r.ReadOn, Reading: s.Roots})
	return err
}

// takeOut removes the plant and all that was noted of it. One that was divided stays: its
// pieces would have no parent.
func (c *Service) takeOut(ctx context.Context) (Example, error) {
	err := c.Change(ctx, func(tx *ledger.Tx) error {
		e, err := noted(ctx, tx)
		if err != nil || e.PlantID == 0 {
			return err
		}
		pieces, err := tx.Plants().Divisions(ctx, e.PlantID)
		if err != nil {
			return err
		}
		if len(pieces) > 0 {
			return record.OneFault("shown", message.Of("clinic.example.it-was-divided-and-its"),
				message.Of("clinic.example.not-divided"), false)
		}
		if err := tx.Plants().Remove(ctx, e.PlantID); err != nil {
			return err
		}
		return tx.House().PutNote(ctx, note, "")
	})
	return Example{}, err
}
