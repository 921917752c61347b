// Package roots is the service of roots: readings, the cut list, and what a cut showed.
package roots

import (
	"context"
	"time"

	"therapeon/clinic/bench"
	"therapeon/clinic/check"
	"therapeon/clinic/intake"
	"therapeon/clinic/record"
	"therapeon/core/cleaning"
	"therapeon/core/judgement"
	"therapeon/core/look"
	"therapeon/core/patient"
	"therapeon/core/roots"
	"therapeon/ledger"
)

// Service is the readings.
type Service struct{ *record.Keeper }

// Reading is a reading of a plant's roots with all that follows from it.
type Reading struct {
	ID       int64             `json:"id" required:"true"`
	PlantID  int64             `json:"plant_id" required:"true"`
	Version  int64             `json:"version" required:"true" description:"give it back when you save"`
	ReadOn   string            `json:"read_on" required:"true"`
	Reading  roots.Reading     `json:"reading" required:"true"`
	Verdict  judgement.Rooted  `json:"verdict" required:"true"`
	CutList  judgement.CutList `json:"cut_list" required:"true"`
	Checks   roots.Checks      `json:"checks" required:"true"`
	Previous *Previous         `json:"previous,omitempty" description:"the reading before this one"`
	Left     *Left             `json:"left,omitempty" description:"the roots as the cuts left them, once one was made"`
}

// Left is a root system as cuts left it.
type Left struct {
	Reading roots.Reading    `json:"reading" required:"true"`
	Verdict judgement.Rooted `json:"verdict" required:"true"`
}

// Previous is the reading before, and what changed since.
type Previous struct {
	ReadingID int64       `json:"reading_id" required:"true"`
	ReadOn    string      `json:"read_on" required:"true"`
	Since     roots.Since `json:"since" required:"true"`
}

// Start says what a new reading starts from.
type Start struct {
	ReadOn   string `json:"read_on,omitempty" validate:"omitempty,day" description:"left out: today"`
	First    bool   `json:"first,omitempty" description:"only where there is none yet; else the newest is the answer"`
	FromLast bool   `json:"from_last,omitempty" description:"start from the roots as the last cleaning left them"`
}

// Save is a reading to be kept.
type Save struct {
	Version int64         `json:"version" required:"true" validate:"min=1" description:"the version you changed"`
	ReadOn  string        `json:"read_on" required:"true" validate:"required,day"`
	Reading roots.Reading `json:"reading" required:"true"`
}

// Compute comes to a verdict and a cut list without saving anything.
func (c *Service) Compute(
	ctx context.Context,
	in patient.Intake,
	r roots.Reading,
) (judgement.Rooted, judgement.CutList, error) {
	p, err := intake.Given(ctx, c.Keeper, in)
	if err != nil {
		return judgement.Rooted{}, judgement.CutList{}, err
	}
	if err := check.Input(r); err != nil {
		return judgement.Rooted{}, judgement.CutList{}, record.Under("reading", err)
	}
	p.Reading = &patient.Reading{On: c.Today(), Roots: r}
	return judgement.OfRoots(p.Roots().Verdict), judgement.OfCuts(cleaning.Cuts(p)), nil
}

// StartReading begins a reading. An empty one that was begun before is taken
// up again, so that looking in twice leaves no trace.
func (c *Service) StartReading(ctx context.Context, plantID int64, s Start) (Reading, error) {
	if err := check.Input(s); err != nil {
		return Reading{}, err
	}
	on := s.ReadOn
	if on == "" {
		on = c.Today()
	}
	if list := check.Future(nil, "read_on", on, c.Now()); len(list) > 0 {
		return Reading{}, list
	}
	var started Reading
	err := c.Write(ctx, &started, func(tx *ledger.Tx) error {
		r, err := c.StemOf(ctx, tx, plantID)
		if err != nil {
			return err
		}
		begin := roots.Reading{Roots: []roots.Root{}}
		if s.FromLast {
			last, err := record.NewestRead(ctx, tx, plantID)
			if err == nil {
				begin, err = left(ctx, r, last)
			}
			if err != nil && !record.IsMissing(err) {
				return err
			}
		}
		v, err := c.Visit(ctx, tx, plantID)
		if err != nil {
			return err
		}
		begin.InPot = look.ReadInPot(v.Patient)
		d, err := record.Readings.Newest(ctx, tx, plantID)
		switch {
		case err == nil && d.State != ledger.Blank && s.First:
			started, err = load(ctx, r, d)
			return err
		case err == nil && d.State == ledger.Blank:
			if s.ReadOn == "" && isToday(c.Keeper, d.UpdatedAt) {
				on = d.Day // a day chosen for it stays
			}
			if on == d.Day && len(begin.Roots) == 0 {
				started, err = load(ctx, r, d)
			} else {
				started, err = takeUp(ctx, r, d, on, begin)
			}
			return err
		case err == nil || record.IsMissing(err):
			if d, err = Begin(ctx, r, on, begin); err != nil {
				return err
			}
			started, err = load(ctx, r, d)
			return err
		default:
			return err
		}
	})
	return started, err
}

// takeUp goes on with an empty reading that was begun on another day, or from
// other roots.
func takeUp(
	ctx context.Context, r *record.Record,
	d ledger.Doc[roots.Reading],
	on string,
	begin roots.Reading,
) (Reading, error) {
	d.Day, d.Value.Roots, d.Value.InPot = on, begin.Roots, begin.InPot
	return keepReading(ctx, r, d)
}

func isToday(c *record.Keeper, stamp string) bool {
	at, err := time.Parse(time.RFC3339, stamp)
	return err == nil && at.In(c.Now().Location()).Format(time.DateOnly) == c.Today()
}

// stateOf is how far a reading is.
func stateOf(r roots.Reading) ledger.State {
	if r.Empty() {
		return ledger.Blank
	}
	return ledger.InHand
}

// Begin keeps a new reading of a plant.
func Begin(ctx context.Context, r *record.Record, on string, reading roots.Reading) (ledger.Doc[roots.Reading], error) {
	d := ledger.Doc[roots.Reading]{PlantID: r.Row.ID, Day: on, State: stateOf(reading), Value: reading}
	p := r.Base
	p.Reading = &patient.Reading{On: on, Roots: reading, Checks: roots.Checks{}}
	var err error
	if d.Short, err = bench.InShort(&p); err != nil {
		return d, err
	}
	now := r.Keeper.Stamp()
	if d, err = record.Readings.Add(ctx, r.Tx, d, now); err != nil {
		return d, err
	}
	return d, r.Tx.Plants().Touch(ctx, r.Row.ID, now)
}

// SaveReading keeps a reading. A version that is no longer the newest is
// refused, with what changed meanwhile.
func (c *Service) SaveReading(ctx context.Context, id int64, s Save) (Reading, error) {
	if err := check.Input(s); err != nil {
		return Reading{}, err
	}
	if list := check.Future(nil, "read_on", s.ReadOn, c.Now()); len(list) > 0 {
		return Reading{}, list
	}
	if s.Reading.Roots == nil {
		s.Reading.Roots = []roots.Root{}
	}
	var saved Reading
	err := c.Write(ctx, &saved, func(tx *ledger.Tx) error {
		d, err := record.Readings.Head(ctx, tx, id)
		if err != nil {
			return record.MissingOr(err, "reading", id)
		}
		d.Version, d.Day, d.Value = s.Version, s.ReadOn, s.Reading
		if d, err = record.Reconciled(ctx, tx, record.Readings, d, func(r roots.Reading) error {
			return record.Under("reading", check.Input(r))
		}); err != nil {
			return err
		}
		r, err := c.StemOf(ctx, tx, d.PlantID)
		if err != nil {
			return err
		}
		saved, err = keepReading(ctx, r, d)
		return err
	})
	return saved, err
}

// keepReading keeps a reading against the version it was changed from.
func keepReading(ctx context.Context, r *record.Record, d ledger.Doc[roots.Reading]) (Reading, error) {
	p, err := r.OfReading(ctx, d)
	if err != nil {
		return Reading{}, err
	}
	d.State = stateOf(d.Value)
	if d.Short, err = bench.InShort(p); err != nil {
		return Reading{}, err
	}
	now := r.Keeper.Stamp()
	if d, err = record.Readings.Save(ctx, r.Tx, d, now); err != nil {
		return Reading{}, err
	}
	if err := r.Tx.Plants().Touch(ctx, r.Row.ID, now); err != nil {
		return Reading{}, err
	}
	if err := bench.NewestAnew(ctx, r, 0); err != nil {
		return Reading{}, err
	}
	return beside(ctx, r, d, p)
}

// Reading finds a reading.
func (c *Service) Reading(ctx context.Context, id int64) (Reading, error) {
	return record.Read(ctx, c.Keeper, func(tx *ledger.Tx) (Reading, error) {
		d, err := record.Readings.Get(ctx, tx, id)
		if err != nil {
			return Reading{}, record.MissingOr(err, "reading", id)
		}
		r, err := c.StemOf(ctx, tx, d.PlantID)
		if err != nil {
			return Reading{}, err
		}
		return load(ctx, r, d)
	})
}

// Readings lists the readings of a plant, the newest first, in short.
func (c *Service) Readings(ctx context.Context, plantID int64) ([]bench.Summary, error) {
	all, err := record.Read(ctx, c.Keeper, func(tx *ledger.Tx) ([]ledger.Doc[roots.Reading], error) {
		if _, err := tx.Plants().Get(ctx, plantID); err != nil {
			return nil, record.MissingOr(err, "plant", plantID)
		}
		return record.Readings.HeadsOf(ctx, tx, plantID)
	})
	if err != nil {
		return nil, err
	}
	list := make([]bench.Summary, len(all))
	for i, d := range all {
		list[i] = bench.SummaryOf(d.ID, d.Day, d.Short)
	}
	return list, nil
}

// left is the root system as the cuts of a reading left it.
func left(ctx context.Context, r *record.Record, d ledger.Doc[roots.Reading]) (roots.Reading, error) {
	p, err := r.OfReading(ctx, d)
	if err != nil {
		return roots.Reading{}, err
	}
	return p.Roots().Left(), nil
}

// load brings a stored reading and all that follows from it together.
func load(ctx context.Context, r *record.Record, d ledger.Doc[roots.Reading]) (Reading, error) {
	p, err := r.OfReading(ctx, d)
	if err != nil {
		return Reading{}, err
	}
	return beside(ctx, r, d, p)
}

// beside sets a patient's reading beside the one before it.
func beside(ctx context.Context, r *record.Record, d ledger.Doc[roots.Reading], p *patient.Patient) (Reading, error) {
	read, list := p.Roots(), cleaning.Cuts(p)
	loaded := Reading{
		ID: d.ID, PlantID: d.PlantID, Version: d.Version, ReadOn: d.Day,
		Reading: read.Reading, Verdict: judgement.OfRoots(read.Verdict), CutList: judgement.OfCuts(list),
		Checks: read.Checks,
	}
	if list.CutsDone > 0 {
		loaded.Left = &Left{read.Left(), judgement.OfRoots(read.After())}
	}
	if err := r.WithBefore(ctx, p); err != nil {
		return loaded, err
	}
	if since, known := p.Condition().Since(); known {
		loaded.Previous = &Previous{p.Before.ID, p.Before.On, since}
	}
	return loaded, nil
}
