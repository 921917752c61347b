package clinic

import (
	"cmp"
	"context"
	"fmt"
	"time"

	"therapeon/clinic/check"
	"therapeon/core/causes"
	"therapeon/core/cleaning"
	"therapeon/core/climate"
	"therapeon/core/fault"
	"therapeon/core/leaves"
	"therapeon/core/race"
	"therapeon/core/roots"
	"therapeon/core/taxa"
	"therapeon/store/sqlc"
)

// Race is the race of a plant, with its weighings.
type Race struct {
	PlantID   int64     `json:"plant_id" required:"true"`
	Version   int64     `json:"version" required:"true" description:"of what is planned for the plant; 0: nothing yet"`
	Race      race.Race `json:"race" required:"true"`
	Weighings []Weighed `json:"weighings" required:"true" description:"the oldest first"`
	Stage     string    `json:"stage" required:"true" description:"what was taken of the plant, in words"`
}

// Assume sets the user's own figures for a plant.
type Assume struct {
	Version int64              `json:"version" required:"true" validate:"min=0"`
	Assumed map[string]float64 `json:"assumed" required:"true" validate:"max=40,dive,min=-1000000,max=1000000" description:"by the code of the assumption; what is left out is the table's"`
}

// RaceOf runs the race of a plant. With of it looks at another way of holding
// than the present one.
func (c *Clinic) RaceOf(ctx context.Context, plantID int64, of string) (Race, error) {
	return read(ctx, c, func(q *sqlc.Queries) (Race, error) { return c.raceOf(ctx, q, plantID, of) })
}

func (c *Clinic) raceOf(ctx context.Context, q *sqlc.Queries, plantID int64, of string) (Race, error) {
	v, err := c.visit(ctx, q, plantID)
	if err != nil {
		return Race{}, err
	}
	if _, ok := race.Table().Method(of); of != "" && !ok {
		return Race{}, oneFault(
			"of",
			"This way of holding is not known here.",
			"a method, see /api/v1/knowledge/race",
			of,
		)
	}
	kase, err := v.raceCase(ctx, c.now())
	if err != nil {
		return Race{}, err
	}
	if of != "" {
		kase.Holding = of
	}
	all := Race{PlantID: plantID, Stage: v.stage(kase)}
	if all.Race, err = race.Run(ctx, kase); err != nil {
		return all, err
	}
	if all.Weighings, err = weighings(ctx, q, plantID); err != nil {
		return all, err
	}
	plan, err := v.planned(ctx)
	all.Version = plan.Version
	return all, err
}

// stage says what was taken of the plant.
func (v *visit) stage(c race.Case) string {
	words := "No new tips yet."
	if c.TipsOut {
		words = "New tips are out."
	} else if c.HeldDays > 0 {
		words = fmt.Sprintf("Held bare for %.0f days, no tip yet.", c.HeldDays)
	}
	if v.judged == nil {
		words += " Its roots were not read: it is run as if none lived."
	}
	if c.Limp {
		words += " Limp or shrivelled."
	}
	if v.row.Home != "" && c.Holding == "" {
		words += " It is in its pot: this is how it would go bare."
	}
	return words
}

// raceCase is what is known of a plant at a time, for its race.
func (v *visit) raceCase(ctx context.Context, at time.Time) (race.Case, error) {
	var err error
	in := v.now
	c := race.Case{Profile: v.bench.profile, LeafAreaCM2: v.bench.context.LeafAreaCM2, Bulbs: in.BulbCount}
	c.LeafFrom = leafFrom(in, v.bench.profile)
	c.Limp = in.BulbState == "shrivelled"
	if v.seen != nil {
		c.Limp = c.Limp || v.seen.Inspection.Findings["leaves-limp"] == causes.Present
		c.TipsOut = v.seen.Inspection.Growth == "new-roots"
	}
	if v.judged != nil {
		left := cleaning.After(v.judged.reading, v.judged.verdict, v.judged.checks)
		verdict := roots.Read(left, v.bench.context)
		c.LiveRootCM2 = verdict.Totals.LiveAreaCM2
		c.TipsOut = c.TipsOut || verdict.Totals.GrowingTips > 0
		c.RootsFrom = fmt.Sprintf("Read on %s, less what was cut since.", v.reading.ReadOn)
	}
	if c.GrowthMM, err = v.growth(ctx); err != nil {
		return c, err
	}
	homes, err := v.homes(ctx)
	if err != nil {
		return c, err
	}
	c.Holding = holdingOn(homes, at)
	c.HeldDays = heldDays(homes, v.plant.Intake, at)
	known, err := v.air(ctx, at, &c)
	if err != nil {
		return c, err
	}
	all, err := weighings(ctx, v.q, v.row.ID)
	if err != nil {
		return c, err
	}
	if c.Weighings, c.Since, err = v.weighingsFor(at, all, homes, known); err != nil {
		return c, err
	}
	plan, err := v.planned(ctx)
	c.Assumed = plan.Plan.Assumed
	return c, err
}

// growth is how fast its roots grew between the last two readings, a week or more
// apart; nil when that is not known.
func (v *visit) growth(ctx context.Context) (*float64, error) {
	if v.reading == nil {
		return nil, nil
	}
	read, err := v.clinic.beside(ctx, v.q, *v.reading, *v.judged, v.bench)
	if err != nil || read.Previous == nil {
		return nil, err
	}
	from, err := time.Parse(time.DateOnly, read.Previous.ReadOn)
	if err != nil {
		return nil, err
	}
	to, err := time.Parse(time.DateOnly, read.ReadOn)
	if err != nil {
		return nil, err
	}
	const week = 7
	days := to.Sub(from).Hours() / 24
	rate, ok := read.Previous.Since.RateMMDay(days)
	if !ok || days < week {
		return nil, nil
	}
	return &rate, nil
}

func leafFrom(in Intake, p taxa.Profile) string {
	switch {
	case len(in.Blades) > 0:
		return fmt.Sprintf("%d of %d leaves measured.", len(in.Blades), max(in.LeafCount, len(in.Blades)))
	case in.LeafCount > 0:
		return fmt.Sprintf(
			"%d leaves of the usual %g cm² of its group. Measure some for better.",
			in.LeafCount,
			p.LeafAreaCM2.Value,
		)
	}
	return ""
}

// air fills in the air of the plant's place.
func (v *visit) air(ctx context.Context, at time.Time, c *race.Case) (*climate.Place, error) {
	var seen *Inspection
	if v.seen != nil {
		seen = &v.seen.Inspection
	}
	known, words, err := v.clinic.temperatures(ctx, v.q, v.row, seen, at.AddDate(0, -6, 0))
	if err != nil {
		return nil, err
	}
	now := known.Now(climate.HourOf(at))
	if now.NightC != nil {
		c.NightC, c.DayC = *now.NightC, *now.DayC
	}
	c.Humidity, c.AirFrom = now.Humidity, words
	if v.row.PlaceID != 0 {
		row, err := v.q.GetPlace(ctx, v.row.PlaceID)
		if err != nil {
			return nil, err
		}
		c.Light = row.Light
		if c.Humidity == nil {
			c.Humidity = optional(row.Humidity)
		}
	}
	return known, nil
}

// Assume keeps the user's own figures for a plant's race, and runs it again.
func (c *Clinic) Assume(ctx context.Context, plantID int64, a Assume) (Race, error) {
	if err := check.Input(a); err != nil {
		return Race{}, err
	}
	return c.raceAfter(ctx, plantID, func(v *visit) error {
		return v.keepPlan(ctx, a.Version, func(p *Plan) { p.Assumed = a.Assumed })
	})
}

// raceAfter changes what a race rests on, and runs it. What is given is held to
// the race's limits before it is kept; the race itself runs once nobody waits
// for the file.
func (c *Clinic) raceAfter(ctx context.Context, plantID int64, change func(*visit) error) (Race, error) {
	err := c.store.Write(ctx, func(q *sqlc.Queries) error {
		v, err := c.visit(ctx, q, plantID)
		if err != nil {
			return err
		}
		if err := change(v); err != nil {
			return err
		}
		kase, err := v.raceCase(ctx, c.now())
		if err != nil {
			return err
		}
		return race.Check(kase)
	})
	if err != nil {
		return Race{}, err
	}
	return c.RaceOf(ctx, plantID, "")
}

// RaceCase is a plant and its air, to run a race without saving anything.
type RaceCase struct {
	Group           string             `json:"group" required:"true" validate:"required,group"`
	LeafCount       int                `json:"leaf_count,omitempty" validate:"min=0,max=500"`
	Blades          []leaves.Blade     `json:"blades,omitempty" validate:"max=50,dive"`
	BulbCount       int                `json:"bulb_count,omitempty" validate:"min=0,max=500"`
	LiveRootCM2     float64            `json:"live_root_cm2,omitempty" validate:"min=0,max=20000"`
	Limp            bool               `json:"limp,omitempty"`
	TipsOut         bool               `json:"tips_out,omitempty"`
	HeldDays        float64            `json:"held_days,omitempty" validate:"min=0,max=1000"`
	NightC          float64            `json:"night_c" required:"true" validate:"min=-10,max=45"`
	DayC            float64            `json:"day_c" required:"true" validate:"min=-10,max=50"`
	HumidityPercent *float64           `json:"humidity_percent,omitempty" validate:"omitempty,min=5,max=100" description:"of the room"`
	Light           string             `json:"light,omitempty" validate:"omitempty,oneof=shade bright sun"`
	Holding         string             `json:"holding,omitempty" validate:"max=20" description:"code of a method, see /api/v1/knowledge/race"`
	Weighings       []BareWeight       `json:"weighings,omitempty" validate:"max=200,dive" description:"of the bare plant, the oldest first"`
	Assumed         map[string]float64 `json:"assumed,omitempty" validate:"max=40,dive,min=-1000000,max=1000000" description:"own figures, by the code of the assumption"`
	Runs            int                `json:"runs,omitempty" validate:"min=0,max=20000" description:"left out: 2000; runs times days at most 2,000,000"`
	Days            int                `json:"days,omitempty" validate:"min=0,max=366" description:"left out: 180"`
	Seed            int                `json:"seed,omitempty" validate:"min=0,max=1000000" description:"another number, other draws"`
}

// BareWeight is a weight of a bare plant.
type BareWeight struct {
	DaysAgo float64 `json:"days_ago" required:"true" validate:"min=0,max=2000"`
	Grams   float64 `json:"grams" required:"true" validate:"min=0.1,max=100000"`
	Holding string  `json:"holding,omitempty" validate:"max=20" description:"how it was held since the one before"`
	Anew    bool    `json:"anew,omitempty" description:"something was cut off or changed since the one before"`
}

// Faults finds cases that cannot be.
func (r RaceCase) Faults() fault.List {
	if r.NightC > r.DayC {
		return oneFault("night_c", "The night is warmer than the day.", fmt.Sprintf("at most %g °C", r.DayC), r.NightC)
	}
	unknown := func(field, code string) fault.List {
		if _, ok := race.Table().Method(code); code == "" || ok {
			return nil
		}
		return oneFault(field, "This way of holding is not known here.", "a method, see /api/v1/knowledge/race", code)
	}
	list := unknown("holding", r.Holding)
	if r.Runs*cmp.Or(r.Days, mostRaceDays) > mostRunDays {
		list = append(
			list,
			fault.Fault{
				Field: "runs",
				Value: r.Runs,
				Limit: fmt.Sprintf("runs times days at most %d", mostRunDays),
				Words: "So many runs over so many days take too long. Give fewer of one.",
			},
		)
	}
	for i, w := range r.Weighings {
		list = append(list, unknown(fmt.Sprintf("weighings[%d].holding", i), w.Holding)...)
	}
	return list
}

// What the largest race asked for may take: some seconds.
const (
	mostRunDays  = 2_000_000
	mostRaceDays = 366
)

// asCase is the case as the core takes it.
func (r RaceCase) asCase() race.Case {
	p, _ := taxa.Find(r.Group)
	in := Intake{LeafCount: r.LeafCount, Blades: r.Blades}
	c := race.Case{
		Profile: p,
		LeafAreaCM2: leaves.AreaCM2(
			r.Blades,
			r.LeafCount,
			p.LeafAreaCM2.Value,
			roots.Known().Figures.LeafFormFactor.Value,
		),
		LeafFrom:    leafFrom(in, p),
		Bulbs:       r.BulbCount,
		LiveRootCM2: roots.Range{Low: r.LiveRootCM2, Point: r.LiveRootCM2, High: r.LiveRootCM2},
		RootsFrom:   "As given.",
		Limp:        r.Limp,
		TipsOut:     r.TipsOut,
		HeldDays:    r.HeldDays,
		NightC:      r.NightC,
		DayC:        r.DayC,
		AirFrom:     "As given.",
		Humidity:    r.HumidityPercent,
		Light:       r.Light,
		Holding:     r.Holding,
		Assumed:     r.Assumed,
		Runs:        r.Runs,
		Days:        r.Days,
		Seed:        r.Seed,
	}
	for _, w := range r.Weighings {
		c.Weighings = append(
			c.Weighings,
			race.Weighing{
				DaysAgo: w.DaysAgo,
				Grams:   w.Grams,
				Since:   []race.Spell{{Days: 1, Holding: w.Holding}},
				Anew:    w.Anew,
			},
		)
	}
	return c
}

// ComputeRace runs a race without saving anything.
func (c *Clinic) ComputeRace(ctx context.Context, r RaceCase) (race.Race, error) {
	if err := check.Input(r); err != nil {
		return race.Race{}, err
	}
	return race.Run(ctx, r.asCase())
}
