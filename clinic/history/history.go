// Package history tells what happened to a plant: its timeline, labels and case sheet.
package history

import (
	"cmp"
	"context"
	"slices"

	"therapeon/clinic/check"
	"therapeon/clinic/record"
	"therapeon/core/knowledge"
	"therapeon/core/message"
	"therapeon/ledger"
)

// Service is what happened to plants.
type Service struct{ *record.Keeper }

// Entry is one thing that happened to a plant.
type Entry struct {
	On       string             `json:"on" required:"true"`
	Kind     string             `json:"kind" required:"true" enum:"arrived,look,roots,cleaning,round,seen,clear,incident,divided,home,weights,asked,checkin,looked-back,closed,moved"`
	Words    knowledge.Sentence `json:"words" required:"true"`
	Explains *knowledge.Text    `json:"explains,omitempty" description:"of an incident: what it means for the months to come"`
	ID       int64              `json:"id,omitempty"`
	Shared   string             `json:"shared,omitempty" description:"tag of the parent whose history this is"`
	By       []string           `json:"by,omitempty" description:"who noted it, where that is known"`
	Undo     bool               `json:"undo,omitempty" description:"of a move: it can be undone"`
}

// Incident is something that broke or was lost.
type Incident struct {
	What string `json:"what" required:"true" validate:"oneof=broken-root lost-root snapped-growth torn-leaf lost-bulb lost-spike"`
	On   string `json:"on,omitempty" validate:"omitempty,day" description:"left out: today"`
	Note string `json:"note,omitempty" validate:"note"`
}

// Withdraw takes an incident back, or lets it stand again.
type Withdraw struct {
	IncidentID int64 `json:"incident_id" required:"true" validate:"min=1"`
	Withdrawn  bool  `json:"withdrawn" required:"true"`
}

// Timeline is what happened to a plant, the newest first.
type Timeline struct {
	Entries   []Entry         `json:"entries" required:"true"`
	Parent    *record.Queued  `json:"parent,omitempty" description:"the plant it was divided from"`
	Divisions []record.Queued `json:"divisions" required:"true"`
}

// Incident notes that something broke.
func (c *Service) Incident(ctx context.Context, plantID int64, in Incident) (Timeline, error) {
	if err := check.Input(in); err != nil {
		return Timeline{}, err
	}
	if in.On == "" {
		in.On = c.Today()
	}
	if list := check.Future(nil, "on", in.On, c.Now()); len(list) > 0 {
		return Timeline{}, list
	}
	var all Timeline
	err := c.Write(ctx, &all, func(tx *ledger.Tx) error {
		if _, err := tx.Plants().Get(ctx, plantID); err != nil {
			return record.MissingOr(err, "plant", plantID)
		}
		err := tx.Events().AddIncident(ctx, ledger.Incident{
			PlantID: plantID, HappenedOn: in.On, What: in.What, Note: in.Note, CreatedAt: c.Stamp(),
		})
		if err != nil {
			return err
		}
		all, err = timeline(ctx, c.Keeper, tx, plantID)
		return err
	})
	return all, err
}

// WithdrawIncident takes an incident back.
func (c *Service) WithdrawIncident(ctx context.Context, plantID int64, w Withdraw) (Timeline, error) {
	if err := check.Input(w); err != nil {
		return Timeline{}, err
	}
	var all Timeline
	err := c.Write(ctx, &all, func(tx *ledger.Tx) error {
		err := tx.Events().WithdrawIncident(ctx, plantID, w.IncidentID, w.Withdrawn)
		if err != nil {
			return record.MissingOr(err, "incident", w.IncidentID)
		}
		all, err = timeline(ctx, c.Keeper, tx, plantID)
		return err
	})
	return all, err
}

// Timeline lists what happened to a plant. A division's goes on from its
// parent's, up to the day it was divided.
func (c *Service) Timeline(ctx context.Context, plantID int64) (Timeline, error) {
	return record.Read(ctx, c.Keeper,
		func(tx *ledger.Tx) (Timeline, error) { return timeline(ctx, c.Keeper, tx, plantID) })
}

func timeline(ctx context.Context, c *record.Keeper, tx *ledger.Tx, plantID int64) (Timeline, error) {
	row, err := tx.Plants().Get(ctx, plantID)
	if err != nil {
		return Timeline{}, record.MissingOr(err, "plant", plantID)
	}
	all := Timeline{Divisions: []record.Queued{}}
	if all.Entries, err = entries(ctx, c, tx, row); err != nil {
		return all, err
	}
	divisions, err := tx.Plants().Divisions(ctx, plantID)
	if err != nil {
		return all, err
	}
	for _, d := range divisions {
		all.Divisions = append(all.Divisions, record.Queued{ID: d.ID, Tag: d.Tag})
		words := message.Of("clinic.history.divided", message.Name("tag", d.Tag))
		all.Entries = append(all.Entries, entry(d.DividedOn, "divided", words, 0))
	}
	const mostGenerations = 20
	until := row.DividedOn
	for parent, n := row.ParentID, 0; parent != 0 && n < mostGenerations; n++ {
		of, err := tx.Plants().Get(ctx, parent)
		if err != nil {
			return all, err
		}
		if all.Parent == nil {
			all.Parent = &record.Queued{ID: of.ID, Tag: of.Tag}
		}
		before, err := entries(ctx, c, tx, of)
		if err != nil {
			return all, err
		}
		for _, e := range before {
			// The readings of the day it was divided are the pieces' own.
			if e.On < until || e.On == until && e.Kind != "roots" {
				e.Shared = of.Tag
				all.Entries = append(all.Entries, e)
			}
		}
		parent, until = of.ParentID, of.DividedOn
	}
	slices.SortStableFunc(all.Entries, func(a, b Entry) int { return cmp.Compare(b.On, a.On) })
	return all, nil
}

// keptAs is as which document an entry is kept.
var keptAs = map[string]string{
	"look": record.Looks.Code(), "roots": record.Readings.Code(), "cleaning": record.Cleanings.Code(),
	"round": record.Courses.Code(), "seen": record.Courses.Code(), "clear": record.Courses.Code(),
	"checkin": record.Checkins.Code(), "looked-back": record.LookBacks.Code(), "closed": record.Closings.Code(),
	"home": record.Homes.Code(), "asked": record.Wishes.Code(),
	"weights": ledger.WeighingKind, "incident": ledger.IncidentKind,
}

// entries are a plant's own, with the names of who noted them.
func entries(ctx context.Context, c *record.Keeper, tx *ledger.Tx, row ledger.Plant) ([]Entry, error) {
	list, err := told(ctx, tx, row)
	if err != nil {
		return nil, err
	}
	by, err := tx.Access().Authors(ctx, row.ID)
	for i, e := range list {
		if e.ID != 0 {
			list[i].By = by[ledger.DocOf{Kind: keptAs[e.Kind], ID: e.ID}]
		}
	}
	return list, err
}
