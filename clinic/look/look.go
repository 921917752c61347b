// Package look is the service of the look over a plant, and of its causes.
package look

import (
	"cmp"
	"context"
	"reflect"
	"slices"
	"time"

	"therapeon/clinic/bench"
	"therapeon/clinic/check"
	"therapeon/clinic/intake"
	"therapeon/clinic/record"
	"therapeon/core/causes"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/roots"
	"therapeon/ledger"
)

// ComputeLook comes to a look without saving anything.
func (c *Service) ComputeLook(
	ctx context.Context,
	in patient.Intake,
	noted patient.Inspection,
	r *roots.Reading,
	on string,
) (bench.Inspected, error) {
	p, err := intake.Given(ctx, c.Keeper, in)
	if err != nil {
		return bench.Inspected{}, err
	}
	if err := check.Input(noted); err != nil {
		return bench.Inspected{}, record.Under("inspection", err)
	}
	if on == "" {
		on = c.Today()
	}
	if _, err := time.Parse(time.DateOnly, on); err != nil {
		return bench.Inspected{}, record.OneFault("on", message.Of("limits.not-a-day"),
			message.Of("limits.a-day"), on)
	}
	p.Day, p.Looks = on, []patient.Look{{On: on, Noted: noted}}
	if list := p.Looks[0].Faults(); len(list) > 0 {
		return bench.Inspected{}, list.Under("inspection")
	}
	if r != nil {
		if err := check.Input(*r); err != nil {
			return bench.Inspected{}, record.Under("reading", err)
		}
		p.Reading = &patient.Reading{On: on, Roots: *r}
	}
	all := bench.Inspected{Inspection: noted}
	all.Judge(p, c.Heard)
	return all, nil
}

// Service is looks and causes.
type Service struct{ *record.Keeper }

// SaveInspection is an inspection to be kept.
type SaveInspection struct {
	Version    int64              `json:"version" required:"true" validate:"min=1" description:"the version you changed"`
	LookedOn   string             `json:"looked_on" required:"true" validate:"required,day"`
	Inspection patient.Inspection `json:"inspection" required:"true"`
}

// StartLook says when a new inspection was made.
type StartLook struct {
	LookedOn string `json:"looked_on,omitempty" validate:"omitempty,day" description:"left out: today"`
	First    bool   `json:"first,omitempty" description:"only where there is none yet; else the newest is the answer"`
}

// isBlankLook holds for an inspection in which nothing was noted.
func isBlankLook(in patient.Inspection) bool {
	if len(in.Findings)+len(in.Accidents)+len(in.Decisions)+len(in.Added) > 0 {
		return false
	}
	in.Findings, in.Accidents, in.Decisions, in.Added = nil, nil, nil, nil
	return reflect.ValueOf(in).IsZero()
}

// StartLook begins an inspection. One begun before and still blank is taken up.
func (c *Service) StartLook(ctx context.Context, plantID int64, s StartLook) (bench.Inspected, error) {
	if err := check.Input(s); err != nil {
		return bench.Inspected{}, err
	}
	on := s.LookedOn
	if on == "" {
		on = c.Today()
	}
	if list := check.Future(nil, "looked_on", on, c.Now()); len(list) > 0 {
		return bench.Inspected{}, list
	}
	var started bench.Inspected
	err := c.Write(ctx, &started, func(tx *ledger.Tx) error {
		r, err := c.Record(ctx, tx, plantID)
		if err != nil {
			return err
		}
		d, err := record.Looks.Newest(ctx, tx, plantID)
		if err == nil && d.State != ledger.Blank && s.First {
			started, err = bench.InspectedOf(ctx, r, d)
			return err
		}
		if record.IsMissing(err) || err == nil && d.State != ledger.Blank {
			d = ledger.Doc[record.LookDoc]{PlantID: plantID, Day: on, State: ledger.Blank, Value: newLook()}
			d, err = record.Looks.Add(ctx, tx, d, c.Stamp())
		} else if err == nil && d.Day != on {
			d.Day = on
			d, err = record.Looks.Save(ctx, tx, d, c.Stamp())
		}
		if err != nil {
			return err
		}
		started, err = bench.InspectedOf(ctx, r, d)
		return err
	})
	return started, err
}

func newLook() record.LookDoc {
	return record.LookDoc{Noted: patient.Inspection{Findings: patient.Findings{}}}
}

// Inspection finds an inspection.
func (c *Service) Inspection(ctx context.Context, id int64) (bench.Inspected, error) {
	return record.Read(ctx, c.Keeper, func(tx *ledger.Tx) (bench.Inspected, error) {
		d, err := record.Looks.Get(ctx, tx, id)
		if err != nil {
			return bench.Inspected{}, record.MissingOr(err, "look", id)
		}
		r, err := c.Record(ctx, tx, d.PlantID)
		if err != nil {
			return bench.Inspected{}, err
		}
		return bench.InspectedOf(ctx, r, d)
	})
}

// Inspections lists a plant's inspections in short, the newest first.
func (c *Service) Inspections(ctx context.Context, plantID int64) ([]bench.Looked, error) {
	all, err := record.Read(ctx, c.Keeper, func(tx *ledger.Tx) ([]ledger.Doc[record.LookDoc], error) {
		if _, err := tx.Plants().Get(ctx, plantID); err != nil {
			return nil, record.MissingOr(err, "plant", plantID)
		}
		return record.Looks.Of(ctx, tx, plantID)
	})
	if err != nil {
		return nil, err
	}
	list := make([]bench.Looked, len(all))
	for i, d := range all {
		list[i] = bench.LookShown(bench.LookRow{ID: d.ID, On: d.Day, AgainOn: d.DueOn, Short: d.Short}, c.Today())
	}
	return list, nil
}

// SaveInspection keeps an inspection. A version that is no longer the newest is
// refused, with what differs.
func (c *Service) SaveInspection(ctx context.Context, id int64, s SaveInspection) (bench.Inspected, error) {
	if err := check.Input(s); err != nil {
		return bench.Inspected{}, err
	}
	sound := func(noted patient.Inspection) error {
		if list := (patient.Look{On: s.LookedOn, Noted: noted}).Faults(); len(list) > 0 {
			return list.Under("inspection")
		}
		return nil
	}
	if err := sound(s.Inspection); err != nil {
		return bench.Inspected{}, err
	}
	if list := check.Future(nil, "looked_on", s.LookedOn, c.Now()); len(list) > 0 {
		return bench.Inspected{}, list
	}
	var saved bench.Inspected
	err := c.Write(ctx, &saved, func(tx *ledger.Tx) error {
		before, err := record.Looks.Get(ctx, tx, id)
		if err != nil {
			return record.MissingOr(err, "look", id)
		}
		mine := before
		mine.Version, mine.Day, mine.Value.Noted = s.Version, s.LookedOn, s.Inspection
		if mine, err = record.Reconciled(ctx, tx, record.Looks, mine, func(l record.LookDoc) error {
			return cmp.Or(record.Under("inspection", check.Input(l.Noted)), sound(l.Noted))
		}); err != nil {
			return err
		}
		s.Version, s.Inspection = mine.Version, mine.Value.Noted
		if err := record.Looks.Check(ctx, tx, before, s.Version, mine.Value); err != nil {
			return err
		}
		r, err := c.Record(ctx, tx, before.PlantID)
		if err != nil {
			return err
		}
		saved, err = keepInspection(ctx, r, before, s)
		return err
	})
	return saved, err
}

func keepInspection(
	ctx context.Context, r *record.Record,
	before ledger.Doc[record.LookDoc],
	s SaveInspection,
) (bench.Inspected, error) {
	if s.Inspection.Findings == nil {
		s.Inspection.Findings = patient.Findings{}
	}
	d := before
	d.Version, d.Day, d.Value.Noted = s.Version, s.LookedOn, s.Inspection
	all, err := bench.InspectedOf(ctx, r, d)
	if err != nil {
		return all, err
	}
	d.Value.Said = sayOnce(&all, before.Value, r.Keeper.Today())
	all.Said, d.DueOn, d.State = bench.InWords(d.Value.Said), all.AgainOn, ledger.InHand
	if isBlankLook(s.Inspection) {
		d.State = ledger.Blank
	}
	if d.Short, err = all.InShort(); err != nil {
		return all, err
	}
	if d, err = record.Looks.Save(ctx, r.Tx, d, r.Keeper.Stamp()); err != nil {
		return all, err
	}
	all.Version = d.Version
	if r.Row.LookOn != "" && s.LookedOn > r.Row.HomeSince && d.State != ledger.Blank {
		if err := r.Tx.Plants().SetLookOn(ctx, r.Row.ID, ""); err != nil {
			return all, err
		}
	}
	if err := bench.NewestAnew(ctx, r, d.ID); err != nil {
		return all, err
	}
	return all, r.Tx.Plants().Touch(ctx, r.Row.ID, r.Keeper.Stamp())
}

// sayOnce keeps the engine's word beside each decision as it was when the
// decision was made.
func sayOnce(all *bench.Inspected, before record.LookDoc, today string) map[string]record.Said {
	kept := map[string]record.Said{}
	for code, d := range all.Inspection.Decisions {
		if d.Word == "" {
			continue
		}
		said, was := before.Said[code], before.Noted.Decisions[code]
		if was.Word != d.Word {
			i := slices.IndexFunc(all.Causes.Causes, func(j causes.Judged) bool { return j.Code == code })
			j := all.Causes.Causes[i]
			said = record.Said{Chance: j.Chance, Band: causes.Table().BandOf(j.Chance), Place: i + 1, On: today}
		}
		if was.TurnedOut != d.TurnedOut {
			said.TurnedOutOn = ""
			if d.TurnedOut != "" {
				said.TurnedOutOn = today
			}
		}
		kept[code] = said
	}
	return kept
}
