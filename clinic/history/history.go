// Package history tells what happened to a plant: its timeline, labels and case sheet.
package history

import (
	"cmp"
	"context"
	"fmt"
	"slices"
	"strings"

	"therapeon/clinic/bench"
	"therapeon/clinic/check"
	"therapeon/clinic/record"
	"therapeon/core/dates"
	"therapeon/core/knowledge"
	"therapeon/core/patient"
	"therapeon/core/pests"
	"therapeon/core/progress"
	"therapeon/core/unpot"
	"therapeon/core/wishes"
	"therapeon/ledger"
)

// Service is what happened to plants.
type Service struct{ *record.Keeper }

// Entry is one thing that happened to a plant.
type Entry struct {
	On       string          `json:"on" required:"true"`
	Kind     string          `json:"kind" required:"true" enum:"arrived,look,roots,cleaning,round,seen,clear,incident,divided,home,weights,asked,checkin,looked-back,closed,moved"`
	Words    string          `json:"words" required:"true"`
	Explains *knowledge.Text `json:"explains,omitempty" description:"of an incident: what it means for the months to come"`
	ID       int64           `json:"id,omitempty"`
	Shared   string          `json:"shared,omitempty" description:"tag of the parent whose history this is"`
	By       []string        `json:"by,omitempty" description:"who noted it, where that is known"`
	Undo     bool            `json:"undo,omitempty" description:"of a move: it can be undone"`
}

// Incident is something that broke or was lost.
type Incident struct {
	What string `json:"what" required:"true" validate:"oneof=broken-root lost-root snapped-growth torn-leaf lost-bulb lost-spike"`
	On   string `json:"on,omitempty" validate:"omitempty,day" description:"left out: today"`
	Note string `json:"note,omitempty" validate:"max=400"`
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
	return record.Read(
		ctx,
		c.Keeper,
		func(tx *ledger.Tx) (Timeline, error) { return timeline(ctx, c.Keeper, tx, plantID) },
	)
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
		all.Entries = append(
			all.Entries,
			Entry{On: d.DividedOn, Kind: "divided", Words: "Divided: " + d.Tag + " is a plant of its own."},
		)
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
	list, err := told(ctx, c, tx, row)
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

// told is what happened to a plant, in words.
func told(ctx context.Context, c *record.Keeper, tx *ledger.Tx, row ledger.Plant) ([]Entry, error) {
	list := []Entry{}
	add := func(on, kind, words string, id int64) {
		list = append(list, Entry{On: on, Kind: kind, Words: strings.TrimSpace(words), ID: id})
	}
	incidents, err := tx.Events().Incidents(ctx, row.ID)
	if err != nil {
		return nil, err
	}
	for _, i := range incidents {
		what := unpot.Table().Accidents[i.What]
		words := unpot.Table().AccidentName(i.What) + "."
		if i.Note != "" {
			words += " " + i.Note
		}
		list = append(list, Entry{On: i.HappenedOn, Kind: "incident", Words: words, ID: i.ID, Explains: &what})
	}
	treatments, err := record.CoursesOf(ctx, tx, row.ID)
	if err := cmp.Or(err, ledger.Sound(treatments)); err != nil {
		return nil, err
	}
	for _, r := range treatments {
		doc := r.Value.Course
		pest, _ := pests.Find(doc.Pest)
		for i, on := range doc.Rounds {
			add(on, "round", fmt.Sprintf("%s: round %d.", pest.Name, i+1), r.ID)
		}
		for _, on := range doc.Seen {
			add(on, "seen", pest.Name+": still seen.", r.ID)
		}
		for _, on := range doc.Clear {
			add(on, "clear", pest.Name+": looked, none seen.", r.ID)
		}
	}
	cleaned, err := record.Cleanings.Of(ctx, tx, row.ID)
	if err != nil {
		return nil, err
	}
	if err := ledger.Sound(cleaned); err != nil {
		return nil, err
	}
	for _, d := range cleaned {
		if closed := d.Value.ClosedOn; closed != "" && d.Value.Done != nil {
			add(closed, "cleaning", "Cleaned. "+d.Value.Done.Plan().Headline, d.ID)
		} else {
			add(d.Day, "cleaning", "Cleaning begun.", d.ID)
		}
	}
	stood, err := record.HomesOf(ctx, tx, row.ID)
	if err != nil {
		return nil, err
	}
	for _, h := range stood {
		words := "Housed: " + h.Value.Words() + "."
		if h.Value.IsHold() {
			words = "Held: " + h.Value.Words() + "."
		}
		add(h.Day, "home", strings.TrimSpace(words+" "+h.Value.Note), h.ID)
	}
	weights, err := record.Weighings(ctx, tx, row.ID)
	if err != nil {
		return nil, err
	}
	for _, w := range weights {
		if !w.Withdrawn {
			add(
				record.DayOf(w.At),
				"weights",
				fmt.Sprintf("Weighed: %.4g g%s.", w.Grams, map[patient.Kind]string{patient.InPot: " with its pot"}[w.Kind]),
				w.ID,
			)
		}
	}
	asked, err := wished(ctx, tx, row.ID)
	if err != nil {
		return nil, err
	}
	list = append(list, asked...)
	checked, err := record.Checkins.Of(ctx, tx, row.ID)
	if err := cmp.Or(err, ledger.Sound(checked)); err != nil {
		return nil, err
	}
	for _, d := range checked {
		if d.State != ledger.Gone {
			add(d.Day, "checkin", "Checked in: "+d.Value.Noted.InShort()+".", d.ID)
		}
	}
	ended, err := endings(ctx, tx, row.ID)
	if err != nil {
		return nil, err
	}
	list = append(list, ended...)
	moved, err := movedWords(ctx, tx, row.ID)
	if err != nil {
		return nil, err
	}
	list = append(list, moved...)
	read, err := record.Readings.HeadsOf(ctx, tx, row.ID)
	if err != nil {
		return nil, err
	}
	for _, d := range read {
		if s := bench.SummaryOf(d.ID, d.Day, d.Short); s.Grade != "" {
			add(d.Day, "roots", fmt.Sprintf("Roots read: %s. %s", s.Grade, s.Headline), d.ID)
		}
	}
	seen, err := record.Looks.Of(ctx, tx, row.ID)
	if err != nil {
		return nil, err
	}
	for _, r := range seen {
		l := bench.LookShown(r.ID, r.Day, r.DueOn, r.Short)
		add(r.Day, "look", l.Headline+" "+l.Cause, r.ID)
		if r.Err != nil {
			return nil, r.Err
		}
		in := r.Value.Noted
		for _, a := range in.Accidents {
			what := unpot.Table().Accidents[a.What]
			list = append(
				list,
				Entry{
					On:       r.Day,
					Kind:     "incident",
					Words:    fmt.Sprintf("%s (%d), while unpotting.", unpot.Table().AccidentName(a.What), a.Count),
					Explains: &what,
				},
			)
		}
	}
	intake, err := record.Intakes.Get(ctx, tx, row.ID)
	if err != nil {
		return nil, err
	}
	if first, _, ok := dates.Span(intake.Value.ArrivedOn); ok {
		add(first.Format("2006-01-02"), "arrived", "Arrived. "+row.Source, 0)
	}
	return list, nil
}

// endings are the looks back at a plant, and how it left the bench.
func endings(ctx context.Context, tx *ledger.Tx, plantID int64) ([]Entry, error) {
	var list []Entry
	backs, err := record.LookBacksOf(ctx, tx, plantID)
	if err != nil {
		return nil, err
	}
	for _, d := range backs {
		if d.State == ledger.Gone {
			continue
		}
		words := "Looked back. " + progress.Table().Verdicts[d.Value.Verdict].Value
		switch d.Value.Again {
		case patient.Yes:
			words += " Would do it again."
		case patient.No:
			words += " Would not do it again."
		}
		words = strings.TrimSpace(words + " " + d.Value.Note)
		list = append(list, Entry{On: d.Day, Kind: "looked-back", Words: words, ID: d.ID})
	}
	closing, err := record.ClosingOf(ctx, tx, plantID)
	if err == nil && closing.State != ledger.Gone {
		words := "Closed. " + record.ClosedWords(closing.Value)
		list = append(list, Entry{On: closing.Day, Kind: "closed", Words: words, ID: plantID})
	}
	return list, err
}

var (
	answered = map[string]string{wishes.Yes: "Yes", wishes.No: "No", wishes.NotNow: "Not now"}
	done     = map[string]string{"did": " Did it.", "left": " Left it.", "instead": " Did the other."}
)

// wished is what was asked for, the answer it was given, and what was then done.
func wished(ctx context.Context, tx *ledger.Tx, plantID int64) ([]Entry, error) {
	all, err := record.Wishes.Of(ctx, tx, plantID)
	if err := cmp.Or(err, ledger.Sound(all)); err != nil {
		return nil, err
	}
	var list []Entry
	for _, d := range all {
		if a, ok := wishes.Table().Kept(d.Value.Wish, d.Value.Row); ok {
			words := fmt.Sprintf("Asked: %s? %s.%s %s", a.Name, answered[a.Answer], done[d.Value.Done], d.Value.Note)
			list = append(list, Entry{On: d.Day, Kind: "asked", Words: strings.TrimSpace(words), ID: d.ID})
		}
	}
	return list, nil
}
