package clinic

import (
	"context"
	"fmt"
	"time"

	"therapeon/clinic/check"
	"therapeon/core/race"
	"therapeon/store/sqlc"
)

// Plan is what is planned for a plant on its way to a new home.
type Plan struct {
	Assumed map[string]float64 `json:"assumed,omitempty"` // own figures of its race
}

// planned is a plan as it is stored.
type planned struct {
	Version int64 // 0: nothing was planned yet
	Plan    Plan
}

// Home is how a plant is held or housed from a day on.
type Home struct {
	ID     int64  `json:"id" required:"true"`
	FromOn string `json:"from_on" required:"true"`
	Route  string `json:"route" required:"true" description:"code of a way of holding or of a route"`
	Note   string `json:"note,omitempty"`
}

// Hold says that a plant is held bare from a day on.
type Hold struct {
	Method string `json:"method" required:"true" validate:"required,max=20" description:"code of a way of holding, see /api/v1/knowledge/race"`
	From   string `json:"from,omitempty" validate:"omitempty,day" description:"left out: today"`
	Note   string `json:"note,omitempty" validate:"max=400"`
}

func (v *visit) planned(ctx context.Context) (planned, error) {
	row, err := v.q.GetRehoming(ctx, v.row.ID)
	if isMissing(err) {
		return planned{}, nil
	}
	if err != nil {
		return planned{}, err
	}
	p, err := fromDoc[Plan]("plan of plant", row.PlantID, row.Doc)
	return planned{row.Version, p}, err
}

// keepPlan changes what is planned; an older version is refused.
func (v *visit) keepPlan(ctx context.Context, version int64, change func(*Plan)) error {
	now, err := v.planned(ctx)
	if err != nil {
		return err
	}
	if now.Version != version {
		return Conflict{What: "plan", Version: now.Version, Changes: []string{"What is planned for the plant was changed there."}}
	}
	change(&now.Plan)
	doc, err := asDoc(now.Plan)
	if err != nil {
		return err
	}
	stamp := v.clinic.stamp()
	if version == 0 {
		_, err = v.q.CreateRehoming(ctx, sqlc.CreateRehomingParams{PlantID: v.row.ID, Doc: doc, Now: stamp})
	} else {
		_, err = v.q.SaveRehoming(ctx, sqlc.SaveRehomingParams{PlantID: v.row.ID, Version: version, Doc: doc, Now: stamp})
	}
	if err != nil {
		return fmt.Errorf("keep plan: %w", err)
	}
	return v.q.TouchPlant(ctx, sqlc.TouchPlantParams{ID: v.row.ID, Now: stamp})
}

// homes are a plant's homes, the oldest first.
func (v *visit) homes(ctx context.Context) ([]Home, error) {
	rows, err := v.q.ListHomes(ctx, v.row.ID)
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
	_, ok := race.Table().Method(h.Route)
	return ok
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
	if _, ok := race.Table().Method(h.Method); !ok {
		return Race{}, oneFault("method", "This way of holding is not known here.", "a method, see /api/v1/knowledge/race", h.Method)
	}
	if h.From == "" {
		h.From = c.today()
	}
	if list := check.Future(nil, "from", h.From, c.now()); len(list) > 0 {
		return Race{}, list
	}
	var answer Race
	err := c.store.Write(ctx, func(q *sqlc.Queries) error {
		v, err := c.visit(ctx, q, plantID)
		if err != nil {
			return err
		}
		if _, err := v.keepHome(ctx, Home{FromOn: h.From, Route: h.Method, Note: h.Note}); err != nil {
			return err
		}
		answer, err = c.raceOf(ctx, q, plantID, "")
		return err
	})
	return answer, err
}

// keepHome notes a home. One of the same day is corrected.
func (v *visit) keepHome(ctx context.Context, h Home) (sqlc.Home, error) {
	doc, err := asDoc(h)
	if err != nil {
		return sqlc.Home{}, err
	}
	all, err := v.homes(ctx)
	if err != nil {
		return sqlc.Home{}, err
	}
	if err := v.q.TouchPlant(ctx, sqlc.TouchPlantParams{ID: v.row.ID, Now: v.clinic.stamp()}); err != nil {
		return sqlc.Home{}, err
	}
	for _, other := range all {
		if other.FromOn == h.FromOn {
			return v.q.ChangeHome(ctx, sqlc.ChangeHomeParams{ID: other.ID, PlantID: v.row.ID, FromOn: h.FromOn, Doc: doc})
		}
	}
	return v.q.CreateHome(ctx, sqlc.CreateHomeParams{PlantID: v.row.ID, FromOn: h.FromOn, Doc: doc, CreatedAt: v.clinic.stamp()})
}
