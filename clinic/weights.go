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
	Grams   float64   `json:"grams" required:"true" validate:"min=0.1,max=100000"`
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
	return read(ctx, c, func(q *sqlc.Queries) ([]Weighed, error) {
		if _, err := q.GetPlant(ctx, plantID); err != nil {
			return nil, missing(err, "plant", plantID)
		}
		return weighings(ctx, q, plantID)
	})
}

func weighings(ctx context.Context, q *sqlc.Queries, plantID int64) ([]Weighed, error) {
	rows, err := q.ListWeighings(ctx, plantID)
	if err != nil {
		return nil, fmt.Errorf("list weighings: %w", err)
	}
	list := make([]Weighed, len(rows))
	for i, r := range rows {
		list[i] = Weighed{
			ID:        r.ID,
			Kind:      r.Kind,
			Grams:     r.Grams,
			At:        r.At,
			Because:   r.Because,
			Moment:    r.Moment,
			Withdrawn: r.Withdrawn != 0,
		}
	}
	return list, nil
}

// counting are the weighings of a kind that count.
func counting(all []Weighed, kind string) []Weighed {
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
		return nil, oneFault(
			"at",
			"This time has not come yet, or lies before 1990.",
			"1990 to now",
			w.At.Format(time.RFC3339),
		)
	}
	if w.Kind == Bare && w.Moment != "" {
		return nil, oneFault("moment", "Only a pot is wet or light.", "a weighing of kind pot", w.Moment)
	}
	var list []Weighed
	err := c.write(ctx, &list, func(q *sqlc.Queries) error {
		v, err := c.visit(ctx, q, plantID)
		if err != nil {
			return err
		}
		if err := v.follows(ctx, w); err != nil {
			return err
		}
		_, err = q.CreateWeighing(ctx, sqlc.CreateWeighingParams{
			PlantID:   plantID,
			At:        w.At.UTC().Format(time.RFC3339),
			Kind:      w.Kind,
			Grams:     w.Grams,
			Because:   w.Because,
			Moment:    w.Moment,
			CreatedAt: c.stamp(),
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
	before := slices.DeleteFunc(counting(all, w.Kind), func(o Weighed) bool { return o.At >= at })
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
	if jump := race.JumpTo(c, race.Weighing{Grams: w.Grams, Since: c.Since}); jump != nil {
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
		return oneFault(
			"because",
			fmt.Sprintf(
				"%.0f g is far more than this pot ever weighed here (%.0f g). Was it watered, or the pot changed?",
				w.Grams,
				high,
			),
			"watered, pot, or right",
			nil,
		)
	case w.Grams < low-room:
		return oneFault(
			"because",
			fmt.Sprintf(
				"%.0f g is far less than this pot ever weighed here (%.0f g). Was the pot changed, or something taken out?",
				w.Grams,
				low,
			),
			"pot, cut, or right",
			nil,
		)
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
	var list []Weighed
	err := c.write(ctx, &list, func(q *sqlc.Queries) error {
		_, err := q.WithdrawWeighing(
			ctx,
			sqlc.WithdrawWeighingParams{ID: w.WeighingID, PlantID: plantID, Withdrawn: asInt(w.Withdrawn)},
		)
		if err != nil {
			return missing(err, "weighing", w.WeighingID)
		}
		list, err = weighings(ctx, q, plantID)
		return err
	})
	return list, err
}

// weighingsFor are a bare plant's weighings up to a time, as the race takes them:
// with how it was held and what the air was like between them, and since the last.
func (v *visit) weighingsFor(
	at time.Time,
	all []Weighed,
	homes []Home,
	known *climate.Place,
) (list []race.Weighing, since []race.Spell, err error) {
	var times []time.Time
	var counted []Weighed
	for _, w := range counting(all, Bare) {
		when, err := time.Parse(time.RFC3339, w.At)
		if err != nil {
			return nil, nil, err
		}
		if when.After(at) {
			break
		}
		times, counted = append(times, when.In(v.clinic.now().Location())), append(counted, w)
	}
	if len(times) == 0 {
		return nil, nil, nil
	}
	stays := staysOf(homes, times)
	for i, w := range counted {
		r := race.Weighing{
			DaysAgo: at.Sub(times[i]).Hours() / 24,
			Grams:   w.Grams,
			Anew:    w.Because == BecauseCut || w.Because == BecausePot,
		}
		if i > 0 {
			potted := false
			r.Since, potted = stays.between(times[i-1], times[i], known)
			r.Anew = r.Anew || potted // in a pot it drinks: that loss is of another kind
		}
		list = append(list, r)
	}
	since, _ = stays.between(times[len(times)-1], at, known)
	return list, since, nil
}

// stay is how a plant was held from a moment on.
type stay struct {
	from   time.Time
	way    string // of holding
	potted bool
}

type stays []stay

// staysOf puts a plant's homes on the clock. A home is known by its day: it counts
// from the weighing of that day, which is when the plant was in hand, else from noon.
// Before the first home it lay open on the bench, as it came.
func staysOf(homes []Home, weighed []time.Time) stays {
	list := stays{{way: race.Open}}
	for _, h := range homes {
		day, err := time.ParseInLocation(time.DateOnly, h.FromOn, weighed[0].Location())
		if err != nil {
			continue
		}
		s := stay{from: day.Add(12 * time.Hour), way: race.Open, potted: !h.isHold()}
		if i := slices.IndexFunc(
			weighed,
			func(t time.Time) bool { return t.Format(time.DateOnly) == h.FromOn },
		); i >= 0 {
			s.from = weighed[i]
		}
		if !s.potted {
			s.way = h.Route
		}
		list = append(list, s)
	}
	return list
}

// between are the spells from one moment to another, each with its air.
func (s stays) between(from, to time.Time, known *climate.Place) (list []race.Spell, potted bool) {
	for i, stay := range s {
		begins, ends := stay.from, to
		if i+1 < len(s) && s[i+1].from.Before(to) {
			ends = s[i+1].from
		}
		if begins.Before(from) {
			begins = from
		}
		if !begins.Before(ends) {
			continue
		}
		spell := race.Spell{Days: ends.Sub(begins).Hours() / 24, Holding: stay.way}
		if known != nil {
			air := known.Between(climate.HourOf(begins), climate.HourOf(ends))
			spell.NightC, spell.DayC, spell.Humidity = air.NightC, air.DayC, air.Humidity
		}
		list, potted = append(list, spell), potted || stay.potted
	}
	return list, potted
}
