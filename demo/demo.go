// Package demo builds a made-up bench through the same workflow as real use:
// the heating of a small teaching glasshouse failed for nine January nights,
// and its orchids came in crates to a bench in an old boat shed.
package demo

import (
	"context"
	"fmt"
	"time"

	"therapeon/clinic"
	"therapeon/clinic/people"
	rootsservice "therapeon/clinic/roots"
	"therapeon/core/patient"
	"therapeon/core/progress"
	"therapeon/core/roots"
)

// Fill puts the demo plants on an empty bench. Dates run up to today.
func Fill(ctx context.Context, c *clinic.Clinic) error {
	today := time.Now()
	shed, heated, err := standingPlaces(ctx, c, today)
	if err != nil {
		return fmt.Errorf("places: %w", err)
	}
	if err := stock(ctx, c, today); err != nil {
		return fmt.Errorf("shelf: %w", err)
	}
	if err := hands(ctx, c, heated); err != nil {
		return fmt.Errorf("people: %w", err)
	}
	for _, p := range plants() {
		p.intake.PlaceID = shed
		if p.warm {
			p.intake.PlaceID = heated
		}
		if err := p.live(ctx, c, today); err != nil {
			return fmt.Errorf("%s: %w", p.intake.Tag, err)
		}
	}
	return c.Settings.JudgeAll(ctx)
}

// hands are who work at the demo's bench, and the logger in its case. None has a passphrase: the
// bench stays closed until somebody gives one.
func hands(ctx context.Context, c *clinic.Clinic, heated int64) error {
	for _, p := range []people.AddPerson{
		{Name: "Mira", Role: people.Keeper}, {Name: "Jon", Role: people.Helper}, {Name: "Lotte", Role: people.Helper},
	} {
		if _, err := c.People.AddPerson(ctx, p); err != nil {
			return err
		}
	}
	_, err := c.People.AddDevice(ctx, people.AddDevice{Name: "Logger in the case", Does: "logger", PlaceID: heated})
	return err
}

// story is one plant with its visits, oldest first.
type story struct {
	intake   patient.Intake
	arrived  int // days ago
	looks    []inspection
	visits   []visit
	then     then
	ended    *progress.Closing // how it left the bench
	endedAgo int               // days
	warm     bool              // it stands in the heated case
}

// visit is one reading of the roots and what was cut after it.
type visit struct {
	ago      int // days
	fromLast bool
	reading  roots.Reading
	cut      func(rootsservice.Reading) []rootsservice.Tick
}

func (s story) live(ctx context.Context, c *clinic.Clinic, today time.Time) error {
	on := func(ago int) *clinic.Clinic {
		at := today.AddDate(0, 0, -ago)
		return c.At(func() time.Time { return at })
	}
	s.intake.ArrivedOn = today.AddDate(0, 0, -s.arrived).Format(time.DateOnly)
	p, err := on(s.arrived).Intake.AddPlant(ctx, s.intake)
	if err != nil {
		return err
	}
	for _, v := range s.visits {
		if err := v.happen(ctx, on(v.ago), p.ID); err != nil {
			return err
		}
	}
	for _, l := range s.looks {
		if err := l.happen(ctx, on, p); err != nil {
			return err
		}
	}
	if s.then != nil {
		if err := s.then(ctx, on, p.ID); err != nil {
			return err
		}
	}
	if s.ended != nil {
		return s.close(ctx, on(s.endedAgo), p.ID)
	}
	return nil
}

func (v visit) happen(ctx context.Context, c *clinic.Clinic, plant int64) error {
	r, err := c.Roots.StartReading(ctx, plant, rootsservice.Start{FromLast: v.fromLast})
	if err != nil {
		return err
	}
	v.reading.InPot = v.reading.InPot || v.fromLast // looked at again where it stands
	r, err = c.Roots.SaveReading(ctx, r.ID, rootsservice.Save{Version: r.Version, ReadOn: r.ReadOn, Reading: v.reading})
	if err != nil || v.cut == nil {
		return err
	}
	for _, t := range v.cut(r) {
		if _, err := c.Roots.TickJob(ctx, r.ID, t); err != nil {
			return err
		}
	}
	return nil
}

// all checks every job of the cut list off.
func all(r rootsservice.Reading) []rootsservice.Tick {
	var ticks []rootsservice.Tick
	for _, it := range r.CutList.Items {
		ticks = append(ticks, rootsservice.Tick{Item: it.ID, Count: it.Count})
	}
	return ticks
}

// some checks n roots of the first cut on more than n roots off.
func some(n int) func(rootsservice.Reading) []rootsservice.Tick {
	return func(r rootsservice.Reading) []rootsservice.Tick {
		for _, it := range r.CutList.Items {
			if it.CutAtMM != nil && it.Count > n {
				return []rootsservice.Tick{{Item: it.ID, Count: n}}
			}
		}
		return nil
	}
}
