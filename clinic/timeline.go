package clinic

import (
	"cmp"
	"context"
	"fmt"
	"slices"
	"strings"

	"therapeon/clinic/check"
	"therapeon/core/knowledge"
	"therapeon/core/pests"
	"therapeon/core/unpot"
	"therapeon/store/sqlc"
)

// Entry is one thing that happened to a plant.
type Entry struct {
	On       string          `json:"on" required:"true"`
	Kind     string          `json:"kind" required:"true" enum:"arrived,look,roots,cleaning,round,seen,clear,incident,divided,home,weights"`
	Words    string          `json:"words" required:"true"`
	Explains *knowledge.Text `json:"explains,omitempty" description:"of an incident: what it means for the months to come"`
	ID       int64           `json:"id,omitempty"`
	Shared   string          `json:"shared,omitempty" description:"tag of the parent whose history this is"`
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
	Entries   []Entry  `json:"entries" required:"true"`
	Parent    *Queued  `json:"parent,omitempty" description:"the plant it was divided from"`
	Divisions []Queued `json:"divisions" required:"true"`
}

// Incident notes that something broke.
func (c *Clinic) Incident(ctx context.Context, plantID int64, in Incident) (Timeline, error) {
	if err := check.Input(in); err != nil {
		return Timeline{}, err
	}
	if in.On == "" {
		in.On = c.today()
	}
	if list := check.Future(nil, "on", in.On, c.now()); len(list) > 0 {
		return Timeline{}, list
	}
	var all Timeline
	err := c.write(ctx, &all, func(q *sqlc.Queries) error {
		if _, err := q.GetPlant(ctx, plantID); err != nil {
			return missing(err, "plant", plantID)
		}
		_, err := q.CreateIncident(
			ctx,
			sqlc.CreateIncidentParams{
				PlantID:    plantID,
				HappenedOn: in.On,
				What:       in.What,
				Note:       in.Note,
				CreatedAt:  c.stamp(),
			},
		)
		if err != nil {
			return fmt.Errorf("note incident: %w", err)
		}
		all, err = c.timeline(ctx, q, plantID)
		return err
	})
	return all, err
}

// WithdrawIncident takes an incident back.
func (c *Clinic) WithdrawIncident(ctx context.Context, plantID int64, w Withdraw) (Timeline, error) {
	if err := check.Input(w); err != nil {
		return Timeline{}, err
	}
	var all Timeline
	err := c.write(ctx, &all, func(q *sqlc.Queries) error {
		_, err := q.WithdrawIncident(
			ctx,
			sqlc.WithdrawIncidentParams{ID: w.IncidentID, PlantID: plantID, Withdrawn: asInt(w.Withdrawn)},
		)
		if err != nil {
			return missing(err, "incident", w.IncidentID)
		}
		all, err = c.timeline(ctx, q, plantID)
		return err
	})
	return all, err
}

// Timeline lists what happened to a plant. A division's goes on from its
// parent's, up to the day it was divided.
func (c *Clinic) Timeline(ctx context.Context, plantID int64) (Timeline, error) {
	return read(ctx, c, func(q *sqlc.Queries) (Timeline, error) { return c.timeline(ctx, q, plantID) })
}

func (c *Clinic) timeline(ctx context.Context, q *sqlc.Queries, plantID int64) (Timeline, error) {
	row, err := q.GetPlant(ctx, plantID)
	if err != nil {
		return Timeline{}, missing(err, "plant", plantID)
	}
	all := Timeline{Divisions: []Queued{}}
	if all.Entries, err = c.entries(ctx, q, row); err != nil {
		return all, err
	}
	divisions, err := q.ListDivisions(ctx, plantID)
	if err != nil {
		return all, err
	}
	for _, d := range divisions {
		all.Divisions = append(all.Divisions, Queued{d.ID, d.Tag})
		all.Entries = append(
			all.Entries,
			Entry{On: d.DividedOn, Kind: "divided", Words: "Divided: " + d.Tag + " is a plant of its own."},
		)
	}
	const mostGenerations = 20
	until := row.DividedOn
	for parent, n := row.ParentID, 0; parent != 0 && n < mostGenerations; n++ {
		of, err := q.GetPlant(ctx, parent)
		if err != nil {
			return all, err
		}
		if all.Parent == nil {
			all.Parent = &Queued{of.ID, of.Tag}
		}
		before, err := c.entries(ctx, q, of)
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

// entries are a plant's own.
func (c *Clinic) entries(ctx context.Context, q *sqlc.Queries, row sqlc.Plant) ([]Entry, error) {
	list := []Entry{}
	add := func(on, kind, words string, id int64) {
		list = append(list, Entry{On: on, Kind: kind, Words: strings.TrimSpace(words), ID: id})
	}
	incidents, err := q.ListIncidents(ctx, row.ID)
	if err != nil {
		return nil, err
	}
	for _, i := range incidents {
		what := unpot.Table().Accidents[i.What]
		name, _, _ := strings.Cut(what.Value, ".")
		words := name + "."
		if i.Note != "" {
			words += " " + i.Note
		}
		list = append(list, Entry{On: i.HappenedOn, Kind: "incident", Words: words, ID: i.ID, Explains: &what})
	}
	courses, err := q.ListCourses(ctx, row.ID)
	if err != nil {
		return nil, err
	}
	for _, r := range courses {
		doc, err := fromDoc[pests.Course]("treatment", r.ID, r.Doc)
		if err != nil {
			return nil, err
		}
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
	cleanings, err := q.ListCleanings(ctx, row.ID)
	if err != nil {
		return nil, err
	}
	for _, r := range cleanings {
		doc, err := fromDoc[kept]("cleaning", r.ID, r.Doc)
		if err != nil {
			return nil, err
		}
		if r.ClosedOn != "" && doc.Plan != nil {
			add(r.ClosedOn, "cleaning", "Cleaned. "+doc.Plan.Headline, r.ID)
		} else {
			add(r.BegunOn, "cleaning", "Cleaning begun.", r.ID)
		}
	}
	homes, err := (&visit{clinic: c, q: q, row: row}).homes(ctx)
	if err != nil {
		return nil, err
	}
	for _, h := range homes {
		words := "Housed: " + h.words() + "."
		if h.isHold() {
			words = "Held: " + h.words() + "."
		}
		add(h.FromOn, "home", strings.TrimSpace(words+" "+h.Note), h.ID)
	}
	weights, err := weighings(ctx, q, row.ID)
	if err != nil {
		return nil, err
	}
	for _, w := range weights {
		if !w.Withdrawn {
			add(
				dayOf(w.At),
				"weights",
				fmt.Sprintf("Weighed: %.4g g%s.", w.Grams, map[string]string{Bare: "", InPot: " with its pot"}[w.Kind]),
				w.ID,
			)
		}
	}
	readings, err := q.ListReadings(ctx, row.ID)
	if err != nil {
		return nil, err
	}
	for _, r := range readings {
		s := summaryOf(r.ID, r.ReadOn, r.Summary)
		if s.Grade != "" {
			add(r.ReadOn, "roots", fmt.Sprintf("Roots read: %s. %s", s.Grade, s.Headline), r.ID)
		}
	}
	looks, err := q.ListInspections(ctx, row.ID)
	if err != nil {
		return nil, err
	}
	for _, r := range looks {
		l := looked(r.ID, r.LookedOn, r.AgainOn, r.Look, r.Causes)
		add(r.LookedOn, "look", l.Headline+" "+l.Cause, r.ID)
		in, err := noted(r)
		if err != nil {
			return nil, err
		}
		for _, a := range in.Accidents {
			what := unpot.Table().Accidents[a.What]
			name, _, _ := strings.Cut(what.Value, ".")
			list = append(
				list,
				Entry{
					On:       r.LookedOn,
					Kind:     "incident",
					Words:    fmt.Sprintf("%s (%d), while unpotting.", name, a.Count),
					Explains: &what,
				},
			)
		}
	}
	if first, ok := check.EarliestDay(row.ArrivedOn); ok {
		add(first.Format("2006-01-02"), "arrived", "Arrived. "+row.Source, 0)
	}
	return list, nil
}
