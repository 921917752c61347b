package clinic

import (
	"context"
	"fmt"
	"slices"
	"time"

	"therapeon/clinic/check"
	"therapeon/core/climate"
	"therapeon/core/race"
	"therapeon/core/rehome"
	"therapeon/store/sqlc"
)

// Kinds of weighing.
const (
	Bare  = "bare" // the plant alone
	InPot = "pot"  // with pot and medium
)

// Why a weight does not follow from the one before.
const (
	BecauseCut     = "cut"     // leaf, spike or root was taken off
	BecausePot     = "pot"     // another pot, or other medium
	BecauseWet     = "wet"     // put down dripping, or just soaked
	BecauseWatered = "watered" // of a pot
	BecauseRight   = "right"   // nothing changed, it is as weighed
)

// Weigh is a weighing to be kept.
type Weigh struct {
	Kind    string    `json:"kind" required:"true" validate:"oneof=bare pot" description:"bare: the plant alone; pot: with pot and medium"`
	Grams   float64   `json:"grams" required:"true" validate:"gt=0,max=100000"`
	At      time.Time `json:"at,omitzero" description:"when, with its offset; left out: now"`
	Because string    `json:"because,omitempty" validate:"omitempty,oneof=cut pot wet watered right" description:"needed where the weight does not follow from the one before"`
	Moment  string    `json:"moment,omitempty" validate:"omitempty,oneof=wet light between" description:"of a pot: just watered and drained, due for water, or in between"`
}

// Weighed is a weighing as it was kept.
type Weighed struct {
	ID        int64   `json:"id" required:"true"`
	Kind      string  `json:"kind" required:"true" enum:"bare,pot"`
	Grams     float64 `json:"grams" required:"true"`
	At        string  `json:"at" required:"true"`
	Because   string  `json:"because,omitempty"`
	Moment    string  `json:"moment,omitempty"`
	Withdrawn bool    `json:"withdrawn,omitempty"`
}

// WithdrawWeighing takes a weighing back, or lets it stand again.
type WithdrawWeighing struct {
	WeighingID int64 `json:"weighing_id" required:"true" validate:"min=1"`
	Withdrawn  bool  `json:"withdrawn" required:"true"`
}

// Weighings lists a plant's weighings, the oldest first.
func (c *Clinic) Weighings(ctx context.Context, plantID int64) ([]Weighed, error) {
	if _, err := c.store.GetPlant(ctx, plantID); err != nil {
		return nil, missing(err, "plant", plantID)
	}
	return weighings(ctx, c.store.Queries, plantID)
}

func weighings(ctx context.Context, q *sqlc.Queries, plantID int64) ([]Weighed, error) {
	rows, err := q.ListWeighings(ctx, plantID)
	if err != nil {
		return nil, fmt.Errorf("list weighings: %w", err)
	}
	list := make([]Weighed, len(rows))
	for i, r := range rows {
		list[i] = Weighed{ID: r.ID, Kind: r.Kind, Grams: r.Grams, At: r.At, Because: r.Because, Moment: r.Moment, Withdrawn: r.Withdrawn != 0}
	}
	return list, nil
}

// standing are the weighings of a kind that count.
func standing(all []Weighed, kind string) []Weighed {
	return slices.DeleteFunc(slices.Clone(all), func(w Weighed) bool {
		return w.Kind != kind || w.Withdrawn || w.Kind == Bare && w.Because == BecauseWet
	})
}

// Weigh keeps a weighing. A weight that does not follow from the one before is
// not kept until it is said why.
func (c *Clinic) Weigh(ctx context.Context, plantID int64, w Weigh) ([]Weighed, error) {
	if err := check.Input(w); err != nil {
		return nil, err
	}
	if w.At.IsZero() {
		w.At = c.now()
	}
	if w.At.After(c.now().Add(time.Minute)) || w.At.Year() < 1990 {
		return nil, oneFault("at", "This time has not come yet, or lies before 1990.", "1990 to now", w.At.Format(time.RFC3339))
	}
	if w.Kind == Bare && w.Moment != "" {
		return nil, oneFault("moment", "Only a pot is wet or light.", "a weighing of kind pot", w.Moment)
	}
	var list []Weighed
	err := c.store.Write(ctx, func(q *sqlc.Queries) error {
		v, err := c.visit(ctx, q, plantID)
		if err != nil {
			return err
		}
		if err := v.follows(ctx, w); err != nil {
			return err
		}
		_, err = q.CreateWeighing(ctx, sqlc.CreateWeighingParams{
			PlantID: plantID, At: w.At.UTC().Format(time.RFC3339), Kind: w.Kind, Grams: w.Grams, Because: w.Because, Moment: w.Moment, CreatedAt: c.stamp(),
		})
		if err != nil {
			return fmt.Errorf("keep weighing: %w", err)
		}
		if err := v.lookedAtWeighing(ctx, w); err != nil {
			return err
		}
		if err := q.TouchPlant(ctx, sqlc.TouchPlantParams{ID: plantID, Now: c.stamp()}); err != nil {
			return err
		}
		list, err = weighings(ctx, q, plantID)
		return err
	})
	return list, err
}

// lookedAtWeighing puts the next look on: who weighs a bare plant has it in hand.
func (v *visit) lookedAtWeighing(ctx context.Context, w Weigh) error {
	homes, err := v.homes(ctx)
	if err != nil || len(homes) == 0 || w.Kind != Bare || v.row.LookOn == "" {
		return err
	}
	route, ok := rehome.Table().Route(homes[len(homes)-1].Route)
	if !ok || !route.Hold {
		return nil
	}
	next := w.At.In(v.clinic.now().Location()).AddDate(0, 0, int(route.LookDays.Value)).Format(time.DateOnly)
	return v.q.SetLookOn(ctx, sqlc.SetLookOnParams{ID: v.row.ID, LookOn: max(next, v.row.LookOn)})
}

// follows asks about a weight that does not follow from the one before.
func (v *visit) follows(ctx context.Context, w Weigh) error {
	all, err := weighings(ctx, v.q, v.row.ID)
	if err != nil {
		return err
	}
	at := w.At.UTC().Format(time.RFC3339)
	before := slices.DeleteFunc(standing(all, w.Kind), func(o Weighed) bool { return o.At >= at })
	if slices.ContainsFunc(all, func(o Weighed) bool { return o.At == at && o.Kind == w.Kind && !o.Withdrawn }) {
		return oneFault("at", "It was weighed at that very moment already.", "another time", at)
	}
	if w.Because != "" || len(before) == 0 {
		return nil
	}
	if w.Kind == InPot {
		return v.potFollows(before, w)
	}
	c, err := v.raceCase(ctx, w.At)
	if err != nil {
		return err
	}
	if jump := race.JumpTo(c, race.Weighing{Grams: w.Grams}); jump != nil {
		return oneFault("because", jump.Words, "cut, pot, wet or right", nil)
	}
	return nil
}

// potFollows asks about a pot that weighs more or less than its pot can: another
// pot was swapped in, or something taken out.
func (v *visit) potFollows(before []Weighed, w Weigh) error {
	of := sinceChange(before)
	low, high := of[0].Grams, of[0].Grams
	for _, o := range of {
		low, high = min(low, o.Grams), max(high, o.Grams)
	}
	k := race.Table()
	room := max(k.JumpG.Value, (high-low)/2, high*k.JumpShare.Value*k.JumpTimes.Value)
	switch {
	case w.Grams > high+room:
		return oneFault("because", fmt.Sprintf("%.0f g is far more than this pot ever weighed here (%.0f g). Was it watered, or the pot changed?", w.Grams, high), "watered, pot, or right", nil)
	case w.Grams < low-room:
		return oneFault("because", fmt.Sprintf("%.0f g is far less than this pot ever weighed here (%.0f g). Was the pot changed, or something taken out?", w.Grams, low), "pot, cut, or right", nil)
	}
	return nil
}

// sinceChange are the weighings since the pot or the plant was last changed.
func sinceChange(all []Weighed) []Weighed {
	from := 0
	for i, w := range all {
		if w.Because == BecauseCut || w.Because == BecausePot {
			from = i
		}
	}
	return all[from:]
}

// WithdrawWeighing takes a weighing back.
func (c *Clinic) WithdrawWeighing(ctx context.Context, plantID int64, w WithdrawWeighing) ([]Weighed, error) {
	if err := check.Input(w); err != nil {
		return nil, err
	}
	_, err := c.store.WithdrawWeighing(ctx, sqlc.WithdrawWeighingParams{ID: w.WeighingID, PlantID: plantID, Withdrawn: asInt(w.Withdrawn)})
	if err != nil {
		return nil, missing(err, "weighing", w.WeighingID)
	}
	return c.Weighings(ctx, plantID)
}

// weighingsFor are a bare plant's weighings up to a time, as the race takes them:
// with how it was held and what the air was like between them.
func (v *visit) weighingsFor(at time.Time, all []Weighed, homes []Home, known *climate.Place) ([]race.Weighing, error) {
	var list []race.Weighing
	var before time.Time
	for _, w := range standing(all, Bare) {
		when, err := time.Parse(time.RFC3339, w.At)
		if err != nil {
			return nil, err
		}
		if when.After(at) {
			break
		}
		r := race.Weighing{
			DaysAgo: at.Sub(when).Hours() / 24, Grams: w.Grams, Holding: holdingOn(homes, when.In(v.clinic.now().Location()).AddDate(0, 0, -1)),
			Anew: w.Because == BecauseCut || w.Because == BecausePot,
		}
		if known != nil && !before.IsZero() {
			air := known.Between(climate.HourOf(before), climate.HourOf(when))
			r.NightC, r.DayC, r.Humidity = air.NightC, air.DayC, air.Humidity
		}
		before = when
		list = append(list, r)
	}
	return list, nil
}
