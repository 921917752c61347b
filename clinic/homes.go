package clinic

import (
	"context"
	"fmt"
	"slices"
	"time"

	"therapeon/clinic/check"
	"therapeon/core/media"
	"therapeon/core/pots"
	"therapeon/core/race"
	"therapeon/core/rehome"
	"therapeon/store/sqlc"
)

// Home is how a plant is held or housed from a day on, as it was in fact done.
type Home struct {
	ID         int64        `json:"id" required:"true"`
	FromOn     string       `json:"from_on" required:"true"`
	Route      string       `json:"route" required:"true" description:"code of a route"`
	Name       string       `json:"name" required:"true" description:"of the route"`
	Pot        *pots.Pot    `json:"pot,omitempty"`
	Mix        string       `json:"mix,omitempty" description:"name of the mix"`
	Parts      []media.Part `json:"parts,omitempty"`
	MixWater   float64      `json:"mix_water,omitempty" description:"share of the medium that is water, drained"`
	Note       string       `json:"note,omitempty"`
	NextLookOn string       `json:"next_look_on,omitempty"`
	Jobs       []rehome.Job `json:"jobs,omitempty" description:"what was done and left out"`
	Planned    string       `json:"planned,omitempty" description:"the route that was planned, where it was another"`
}

// Hold says that a plant is held bare from a day on.
type Hold struct {
	Method string `json:"method" required:"true" validate:"required,max=20" description:"code of a way of holding, see /api/v1/knowledge/race"`
	From   string `json:"from,omitempty" validate:"omitempty,day" description:"left out: today"`
	Note   string `json:"note,omitempty" validate:"max=400"`
}

// homes are a plant's homes, the oldest first.
func (v *visit) homes(ctx context.Context) ([]Home, error) { return homesOf(ctx, v.q, v.row.ID) }

func homesOf(ctx context.Context, q *sqlc.Queries, plantID int64) ([]Home, error) {
	rows, err := q.ListHomes(ctx, plantID)
	if err != nil {
		return nil, fmt.Errorf("list homes: %w", err)
	}
	list := make([]Home, len(rows))
	for i, r := range rows {
		if list[i], err = fromDoc[Home]("home", r.ID, r.Doc); err != nil {
			return nil, err
		}
		list[i].ID, list[i].FromOn = r.ID, r.FromOn
	}
	return list, nil
}

// isHold holds for a way of holding, as against a home to stay in.
func (h Home) isHold() bool {
	r, ok := rehome.Table().Route(h.Route)
	return ok && r.Hold
}

// holdingOn is the way a plant is held at a time, or empty.
func holdingOn(homes []Home, at time.Time) string {
	holding, day := "", at.Format(time.DateOnly)
	for _, h := range homes {
		if h.FromOn > day {
			break
		}
		holding = ""
		if h.isHold() {
			holding = h.Route
		}
	}
	return holding
}

// heldDays are the days a plant has been held bare, one way or another; a plant
// that came bare is held from its arrival.
func heldDays(homes []Home, in Intake, at time.Time) float64 {
	since := ""
	if in.bare() {
		if first, ok := check.EarliestDay(in.ArrivedOn); ok {
			since = first.Format(time.DateOnly)
		}
	}
	for _, h := range homes {
		switch {
		case !h.isHold():
			since = ""
		case since == "":
			since = h.FromOn
		}
	}
	day, err := time.ParseInLocation(time.DateOnly, since, at.Location())
	if err != nil || day.After(at) {
		return 0
	}
	return float64(int(at.Sub(day).Hours() / 24))
}

// Hold notes that a plant is held bare by a method from a day on, and runs its
// race again.
func (c *Clinic) Hold(ctx context.Context, plantID int64, h Hold) (Race, error) {
	if err := check.Input(h); err != nil {
		return Race{}, err
	}
	method, ok := race.Table().Method(h.Method)
	if !ok {
		return Race{}, oneFault(
			"method",
			"This way of holding is not known here.",
			"a method, see /api/v1/knowledge/race",
			h.Method,
		)
	}
	return c.raceAfter(ctx, plantID, func(v *visit) error {
		return v.keepHome(ctx, &Home{FromOn: h.From, Route: h.Method, Name: method.Name, Note: h.Note})
	})
}

// keepHome notes a home, from today where no day is given. One of the same day is
// corrected.
func (v *visit) keepHome(ctx context.Context, h *Home) error {
	if h.FromOn == "" {
		h.FromOn = v.clinic.today()
	}
	if list := check.Future(nil, "from", h.FromOn, v.clinic.now()); len(list) > 0 {
		return list
	}
	if route, ok := rehome.Table().Route(h.Route); ok && h.NextLookOn == "" {
		from, err := time.Parse(time.DateOnly, h.FromOn)
		if err != nil {
			return err
		}
		h.NextLookOn = from.AddDate(0, 0, int(route.LookDays.Value)).Format(time.DateOnly)
	}
	doc, err := asDoc(h)
	if err != nil {
		return err
	}
	all, err := v.homes(ctx)
	if err != nil {
		return err
	}
	if err := v.q.TouchPlant(ctx, sqlc.TouchPlantParams{ID: v.row.ID, Now: v.clinic.stamp()}); err != nil {
		return err
	}
	if len(all) == 0 || all[len(all)-1].FromOn <= h.FromOn { // it is where the plant is now
		err := v.q.SetHome(
			ctx,
			sqlc.SetHomeParams{ID: v.row.ID, Home: h.words(), Since: h.FromOn, LookOn: h.NextLookOn},
		)
		if err != nil {
			return err
		}
	}
	same := slices.IndexFunc(all, func(other Home) bool { return other.FromOn == h.FromOn })
	if same >= 0 {
		h.ID = all[same].ID
		_, err = v.q.ChangeHome(ctx, sqlc.ChangeHomeParams{ID: h.ID, PlantID: v.row.ID, FromOn: h.FromOn, Doc: doc})
	} else {
		var row sqlc.Home
		row, err = v.q.CreateHome(
			ctx,
			sqlc.CreateHomeParams{PlantID: v.row.ID, FromOn: h.FromOn, Doc: doc, CreatedAt: v.clinic.stamp()},
		)
		h.ID = row.ID
	}
	if err != nil {
		return fmt.Errorf("keep the home: %w", err)
	}
	return v.clinic.judgeAnew(ctx, v.q, v.row, v.house) // what was read since stands in it
}
