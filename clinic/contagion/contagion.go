// Package contagion is the service of what spreads: who may have caught something from a plant, and who
// is watched for it.
package contagion

import (
	"cmp"
	"context"
	"slices"
	"time"

	"therapeon/clinic/check"
	"therapeon/clinic/record"
	"therapeon/core/contagion"
	"therapeon/core/dates"
	"therapeon/core/message"
	"therapeon/ledger"
)

// Service is the contacts and watches of plants.
type Service struct{ *record.Keeper }

// Exposure is who may have caught something from a plant, and what the plant itself is watched for.
type Exposure struct {
	PlantID int64      `json:"plant_id" required:"true"`
	Since   string     `json:"since" required:"true" description:"contacts since this day"`
	Agents  []Spread   `json:"agents" required:"true" description:"what it may carry"`
	Watched []Watching `json:"watched" required:"true" description:"what this plant may have caught from others"`
}

// Spread is one thing that a suspect may carry, and who may have caught it.
type Spread struct {
	Agent   contagion.Agent `json:"agent" required:"true"`
	Exposed []Contacted     `json:"exposed" required:"true" description:"those that touched it last first"`
}

// Contacted is a plant that may have caught it.
type Contacted struct {
	contagion.Exposed
	WatchID int64  `json:"watch_id,omitempty" description:"it is watched"`
	Watched string `json:"watched_until,omitempty"`
}

// Watching is what a plant may have caught.
type Watching struct {
	ID      int64               `json:"id" required:"true"`
	Version int64               `json:"version" required:"true"`
	Suspect record.Queued       `json:"suspect" required:"true"`
	Agent   contagion.Agent     `json:"agent" required:"true"`
	By      []contagion.Contact `json:"by" required:"true"`
	From    string              `json:"from" required:"true"`
	Until   string              `json:"until" required:"true"`
	Over    bool                `json:"over,omitempty"`
}

// AskExposure is since when contacts are looked for, and for what.
type AskExposure struct {
	Since string `json:"since" validate:"omitempty,day"`
	Agent string `json:"agent" validate:"code"`
}

// Exposure finds who may have caught something from a plant.
func (c *Service) Exposure(ctx context.Context, plantID int64, in AskExposure) (Exposure, error) {
	if err := check.Input(in); err != nil {
		return Exposure{}, err
	}
	return record.Read(ctx, c.Keeper, func(tx *ledger.Tx) (Exposure, error) {
		return c.exposure(ctx, tx, plantID, in)
	})
}

func (c *Service) exposure(ctx context.Context, tx *ledger.Tx, plantID int64, in AskExposure) (Exposure, error) {
	v, err := c.Visit(ctx, tx, plantID)
	if err != nil {
		return Exposure{}, err
	}
	k := contagion.Table()
	e := Exposure{PlantID: plantID, Agents: []Spread{}, Watched: []Watching{}}
	e.Since = cmp.Or(in.Since, dates.After(c.Today(), -int(k.BackDays.Value)))
	heard, pests := v.Patient.Heard(), []string{}
	for _, r := range v.Patient.Rounds {
		pests = append(pests, r.Pest)
	}
	agents := k.Suspected(slices.Concat(heard.Acted, heard.Alarms), pests)
	if in.Agent != "" {
		a, ok := k.Agent(in.Agent)
		if !ok {
			return e, record.OneFault("agent", message.Of("clinic.contagion.this-is-not-known-here"), message.Of("clinic.contagion.an-agent-see-api-v1"), in.Agent)
		}
		agents = []contagion.Agent{a}
	}
	facts, err := c.facts(ctx, tx, e.Since)
	if err != nil {
		return e, err
	}
	watches, err := record.Watches.OnBench(ctx, tx)
	if err != nil {
		return e, err
	}
	for _, a := range agents {
		s := Spread{Agent: a, Exposed: []Contacted{}}
		for _, x := range contagion.Of(a, facts[plantID], all(facts), e.Since, c.Today()) {
			at := Contacted{Exposed: x}
			for _, w := range watches {
				of := w.Doc.Value
				if w.Doc.PlantID == x.PlantID && of.Suspect == plantID && of.Agent == a.Code && of.Until >= c.Today() {
					at.WatchID, at.Watched = w.Doc.ID, of.Until
				}
			}
			s.Exposed = append(s.Exposed, at)
		}
		e.Agents = append(e.Agents, s)
	}
	e.Watched, err = c.watching(ctx, tx, plantID)
	return e, err
}

// watching is what a plant is looked at for.
func (c *Service) watching(ctx context.Context, tx *ledger.Tx, plantID int64) ([]Watching, error) {
	list := []Watching{}
	docs, err := record.WatchesOf(ctx, tx, plantID)
	for _, d := range docs {
		w := Watching{ID: d.ID, Version: d.Version, By: d.Value.By, From: d.Value.From, Until: d.Value.Until}
		w.Agent, _ = contagion.Table().Agent(d.Value.Agent)
		w.Over = w.Until < c.Today()
		w.Suspect.ID = d.Value.Suspect
		if row, err := tx.Plants().Get(ctx, d.Value.Suspect); err == nil {
			w.Suspect.Tag = row.Tag
		}
		list = append(list, w)
	}
	return list, err
}

func all(facts map[int64]contagion.Facts) []contagion.Facts {
	list := make([]contagion.Facts, 0, len(facts))
	for _, f := range facts {
		list = append(list, f)
	}
	slices.SortFunc(list, func(a, b contagion.Facts) int { return cmp.Compare(a.PlantID, b.PlantID) })
	return list
}

// facts are the contacts of all plants since a day.
func (c *Service) facts(ctx context.Context, tx *ledger.Tx, since string) (map[int64]contagion.Facts, error) {
	of := map[int64]*contagion.Facts{}
	kin, err := tx.Contacts().Kin(ctx)
	if err != nil {
		return nil, err
	}
	for _, k := range kin {
		of[k.ID] = &contagion.Facts{
			PlantID: k.ID, Tag: k.Tag, ParentID: k.ParentID, DividedOn: k.DividedOn, Off: k.ArchivedAt != "",
		}
	}
	stays, err := tx.Contacts().Stays(ctx)
	if err != nil {
		return nil, err
	}
	for _, s := range stays {
		f, from := of[s.PlantID], c.dayOf(s.FromAt)
		if n := len(f.Stays); n > 0 && f.Stays[n-1].Until == "" {
			f.Stays[n-1].Until = from
		}
		f.Stays = append(f.Stays, contagion.Stay{Place: s.PlaceID, From: from})
	}
	waterings, err := tx.Contacts().Waterings(ctx, since)
	if err != nil {
		return nil, err
	}
	for _, w := range waterings {
		f := of[w.PlantID]
		if w.Because == "tray" {
			f.Trays = append(f.Trays, w.Day)
		} else {
			f.Soaks = append(f.Soaks, w.Day)
		}
	}
	blades, err := tx.Contacts().Blades(ctx, since)
	if err != nil {
		return nil, err
	}
	for _, b := range blades {
		if b.PlantID != nil {
			of[*b.PlantID].Blades = append(of[*b.PlantID].Blades, c.dayOf(b.At))
		}
	}
	list := make(map[int64]contagion.Facts, len(of))
	for id, f := range of {
		list[id] = *f
	}
	return list, nil
}

// dayOf is the day of a moment by the house's clock; a day stays as it is.
func (c *Service) dayOf(at string) string {
	when, err := time.Parse(time.RFC3339, at)
	if err != nil {
		return at
	}
	return when.In(c.Now().Location()).Format(time.DateOnly)
}

// Watch asks for plants to be looked at for what they may have caught from a suspect.
type Watch struct {
	Agent  string         `json:"agent" required:"true" validate:"required,code" description:"see /api/v1/knowledge/contagion"`
	Since  string         `json:"since,omitempty" validate:"omitempty,day"`
	Plants []int64        `json:"plants" required:"true" validate:"many,unique,dive,id"`
	Shared *SharedContact `json:"shared,omitempty" description:"a contact that was not noted: for plants that are not on the list by themselves"`
}

// SharedContact is a contact that only its keeper knows of.
type SharedContact struct {
	What string `json:"what" required:"true" validate:"oneof=blade tray water pot place parent"`
	On   string `json:"on" required:"true" validate:"required,day"`
}

// Watch keeps a watch of each of the plants; one that is watched already stays so.
func (c *Service) Watch(ctx context.Context, plantID int64, in Watch) (Exposure, error) {
	if err := check.Input(in); err != nil {
		return Exposure{}, err
	}
	if in.Shared != nil {
		if list := check.Future(nil, "shared.on", in.Shared.On, c.Now()); len(list) > 0 {
			return Exposure{}, list
		}
	}
	var e Exposure
	err := c.Write(ctx, &e, func(tx *ledger.Tx) error {
		found, err := c.exposure(ctx, tx, plantID, AskExposure{in.Since, in.Agent})
		if err != nil {
			return err
		}
		spread := found.Agents[0]
		for i, id := range in.Plants {
			at := slices.IndexFunc(spread.Exposed, func(x Contacted) bool { return x.PlantID == id })
			d := ledger.Doc[record.WatchDoc]{PlantID: id, Day: c.Today()}
			d.Value = record.WatchDoc{Suspect: plantID, Agent: in.Agent, From: c.Today()}
			switch {
			case id == plantID:
				return record.OneFault(check.Row("plants", i), message.Of("clinic.contagion.that-is-the-suspect-itself"), message.Of("clinic.contagion.another-plant"), id)
			case at >= 0 && spread.Exposed[at].WatchID != 0:
				continue
			case at >= 0:
				d.Value.By, d.Value.Until = spread.Exposed[at].By, spread.Exposed[at].Until
			case in.Shared != nil:
				if _, err := tx.Plants().Get(ctx, id); err != nil {
					return record.MissingOr(err, "plant", id)
				}
				d.Value.By = []contagion.Contact{{What: in.Shared.What, From: in.Shared.On, On: in.Shared.On}}
				d.Value.Until = dates.After(in.Shared.On, int(spread.Agent.Days.Value))
			default:
				return record.OneFault(check.Row("plants", i), message.Of("clinic.contagion.no-contact-of-it-is"), message.Of("clinic.contagion.one-of-the-list-or"), id)
			}
			if _, err := record.Watches.Add(ctx, tx, d, c.Stamp()); err != nil {
				return err
			}
			if err := tx.Plants().Touch(ctx, id, c.Stamp()); err != nil {
				return err
			}
		}
		e, err = c.exposure(ctx, tx, plantID, AskExposure{in.Since, ""})
		return err
	})
	return e, err
}

// Unwatch ends the watch of a plant.
type Unwatch struct {
	Version int64 `json:"version" required:"true" validate:"min=1"`
}

// Unwatch takes the watch of a plant back.
func (c *Service) Unwatch(ctx context.Context, id int64, in Unwatch) (Exposure, error) {
	if err := check.Input(in); err != nil {
		return Exposure{}, err
	}
	var e Exposure
	err := c.Write(ctx, &e, func(tx *ledger.Tx) error {
		d, err := record.Watches.Get(ctx, tx, id)
		if err != nil {
			return record.MissingOr(err, "watch", id)
		}
		d.Version, d.State = in.Version, ledger.Gone
		if d, err = record.Watches.Save(ctx, tx, d, c.Stamp()); err != nil {
			return err
		}
		if err := tx.Plants().Touch(ctx, d.PlantID, c.Stamp()); err != nil {
			return err
		}
		e, err = c.exposure(ctx, tx, d.PlantID, AskExposure{})
		return err
	})
	return e, err
}
