// Package race is the service of the race of a bare plant, new tips against thirst.
package race

import (
	"cmp"
	"context"
	"fmt"

	"therapeon/clinic/bench"
	"therapeon/clinic/check"
	"therapeon/clinic/record"
	"therapeon/core/fault"
	"therapeon/core/judgement"
	"therapeon/core/knowledge"
	"therapeon/core/leaves"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/race"
	"therapeon/core/rehome"
	"therapeon/core/roots"
	"therapeon/core/taxa"
	"therapeon/ledger"
)

// Service is the races.
type Service struct{ *record.Keeper }

// Race is the race of a plant, with its weighings.
type Race struct {
	PlantID   int64              `json:"plant_id" required:"true"`
	Version   int64              `json:"version" required:"true" description:"of what is planned for the plant; 0: nothing yet"`
	Race      *judgement.Raced   `json:"race,omitempty" description:"left out where it does not race"`
	Off       *knowledge.Text    `json:"off,omitempty" description:"why it does not race"`
	Advised   string             `json:"advised,omitempty" description:"the way that is advised for it now, of those of the race"`
	Beside    knowledge.Sentence `json:"beside_it,omitzero" description:"why that is another way than the best of the race"`
	Weighings []record.Weighed   `json:"weighings" required:"true" description:"the oldest first"`
	Stage     message.Message    `json:"stage" required:"true" description:"what was taken of the plant, in words"`
}

// Assume sets the user's own figures for a plant.
type Assume struct {
	Version int64              `json:"version" required:"true" validate:"min=0"`
	Assumed map[string]float64 `json:"assumed" required:"true" validate:"few,dive,assumed" description:"by the code of the assumption; what is left out is the table's"`
}

// RaceOf runs the race of a plant. With of it looks at another way of holding
// than the present one.
func (c *Service) RaceOf(ctx context.Context, plantID int64, of string) (Race, error) {
	return record.Read(ctx, c.Keeper,
		func(tx *ledger.Tx) (Race, error) { return raceOf(ctx, c.Keeper, tx, plantID, of) })
}

func raceOf(ctx context.Context, c *record.Keeper, tx *ledger.Tx, plantID int64, of string) (Race, error) {
	v, err := c.Visit(ctx, tx, plantID)
	if err != nil {
		return Race{}, err
	}
	if _, ok := race.Table().Method(of); of != "" && !ok {
		return Race{}, record.OneFault("of", message.Of("clinic.race.this-way-of-holding-is"),
			message.Of("clinic.race.a-method-see-api-v1"), of)
	}
	plan, err := v.InAir(ctx, c.Now())
	if err != nil {
		return Race{}, err
	}
	ask := race.Ask{Holding: of, Assumed: plan.Assumed}
	all := Race{PlantID: plantID, Version: plan.Version, Stage: race.StageOf(v.Patient, ask)}
	if all.Weighings, err = record.Weighings(ctx, tx, plantID); err != nil {
		return all, err
	}
	if v.Patient.Closed {
		all.Off = &race.Table().OffTheBench
		return all, nil
	}
	if v.Stands().Where() == patient.Potted {
		all.Off = &race.Table().InItsPot
		return all, nil
	}
	d := rehome.Table().Decide(v.Patient, bench.Race(ctx, v, plan))
	if d.Ground() {
		all.Off = &race.Table().InTheGround
		return all, nil
	}
	run, err := race.Run(ctx, v.Patient, ask)
	if err != nil {
		return all, err
	}
	if of == "" {
		all.Beside = knowledge.Say(rehome.Table().BesideRace(d, run.Advised()))
	}
	if d.Races && len(d.Routes) > 0 && d.Routes[0].Advised {
		all.Advised = d.Routes[0].Route.Code
	}
	raced := judgement.OfRace(run)
	all.Race = &raced
	return all, nil
}

// Assume keeps the user's own figures for a plant's race, and runs it again.
func (c *Service) Assume(ctx context.Context, plantID int64, a Assume) (Race, error) {
	if err := check.Input(a); err != nil {
		return Race{}, err
	}
	return RaceAfter(ctx, c.Keeper, plantID, func(v *record.Visit) error {
		_, err := v.KeepPlan(ctx, a.Version, func(p *record.PlanDoc) { p.Assumed = a.Assumed })
		return err
	})
}

// RaceAfter changes what a race rests on, and runs it. What is given is held to
// the race's limits before it is kept; the race itself runs once nobody waits
// for the file.
func RaceAfter(ctx context.Context, c *record.Keeper, plantID int64, change func(*record.Visit) error) (Race, error) {
	err := c.Change(ctx, func(tx *ledger.Tx) error {
		v, err := c.Visit(ctx, tx, plantID)
		if err != nil {
			return err
		}
		if err := change(v); err != nil {
			return err
		}
		if v, err = c.Visit(ctx, tx, plantID); err != nil { // as it is after the change
			return err
		}
		plan, err := v.InAir(ctx, c.Now())
		if err != nil {
			return err
		}
		return race.Check(v.Patient, race.Ask{Assumed: plan.Assumed})
	})
	if err != nil {
		return Race{}, err
	}
	return record.Read(ctx, c, func(tx *ledger.Tx) (Race, error) { return raceOf(ctx, c, tx, plantID, "") })
}

// Unkept is a plant and its air, to run a race without saving anything.
type Unkept struct {
	Group           string             `json:"group" required:"true" validate:"required,group"`
	LeafCount       int                `json:"leaf_count,omitempty" validate:"leaves"`
	Blades          []leaves.Blade     `json:"blades,omitempty" validate:"blades,dive"`
	BulbCount       int                `json:"bulb_count,omitempty" validate:"leaves"`
	LiveRootCM2     float64            `json:"live_root_cm2,omitempty" validate:"root_cm2"`
	Limp            bool               `json:"limp,omitempty"`
	TipsOut         bool               `json:"tips_out,omitempty"`
	Growth          patient.Growth     `json:"growth,omitempty" validate:"omitempty,oneof=new-roots growing maturing idle resting" description:"as at a look; left out: as if one had begun"`
	RotFound        bool               `json:"rot_found,omitempty"`
	CutDaysAgo      *float64           `json:"cut_days_ago,omitempty" validate:"omitempty,days_held" description:"when its roots were cut last; left out: they were not"`
	HeldDays        float64            `json:"held_days,omitempty" validate:"days_held"`
	NightC          float64            `json:"night_c" required:"true" validate:"raced_night_c"`
	DayC            float64            `json:"day_c" required:"true" validate:"raced_day_c"`
	HumidityPercent *float64           `json:"humidity_percent,omitempty" validate:"omitempty,humidity_percent" description:"of the room"`
	Light           string             `json:"light,omitempty" validate:"omitempty,oneof=shade bright sun"`
	Holding         string             `json:"holding,omitempty" validate:"word" description:"code of a method, see /api/v1/knowledge/race"`
	Weighings       []BareWeight       `json:"weighings,omitempty" validate:"weighings,dive" description:"of the bare plant, the oldest first"`
	Assumed         map[string]float64 `json:"assumed,omitempty" validate:"few,dive,assumed" description:"own figures, by the code of the assumption"`
	Runs            int                `json:"runs,omitempty" validate:"race_runs" description:"left out: 2000; runs times days at most 2,000,000"`
	Days            int                `json:"days,omitempty" validate:"race_days" description:"left out: 180"`
	Seed            int                `json:"seed,omitempty" validate:"race_seed" description:"another number, other draws"`
}

// BareWeight is a weight of a bare plant.
type BareWeight struct {
	DaysAgo float64 `json:"days_ago" required:"true" validate:"days_ago"`
	Grams   float64 `json:"grams" required:"true" validate:"weight_g"`
	Holding string  `json:"holding,omitempty" validate:"word" description:"how it was held since the one before"`
	Anew    bool    `json:"anew,omitempty" description:"something was cut off or changed since the one before"`
}

// Faults finds cases that cannot be.
func (r Unkept) Faults() fault.List {
	if r.NightC > r.DayC {
		return record.OneFault("night_c", message.Of("clinic.race.the-night-is-warmer-than"), message.Of("limits.at-most", message.Exact("figure", r.DayC, "°C")), r.NightC)
	}
	unknown := func(field, code string) fault.List {
		if _, ok := race.Table().Method(code); code == "" || ok {
			return nil
		}
		return record.OneFault(field, message.Of("clinic.race.this-way-of-holding-is"), message.Of("clinic.race.a-method-see-api-v1"), code)
	}
	list := unknown("holding", r.Holding)
	if r.Runs*cmp.Or(r.Days, mostRaceDays) > mostRunDays {
		list = append(
			list,
			fault.Fault{
				Field: "runs",
				Value: r.Runs,
				Limit: message.Of("clinic.race.runs-times-days-at-most", message.Count("n", mostRunDays)),
				Words: message.Of("clinic.race.so-many-runs-over-so"),
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

// Patient is the plant of the case, as far as it is known.
func (r Unkept) Patient() *patient.Patient {
	profile, _ := taxa.Find(r.Group)
	p := &patient.Patient{
		Profile: profile,
		Intake:  patient.Intake{LeafCount: r.LeafCount, Blades: r.Blades, BulbCount: r.BulbCount},
		Given: patient.Given{
			LiveCM2:    roots.Range{Low: r.LiveRootCM2, Point: r.LiveRootCM2, High: r.LiveRootCM2},
			RootsFrom:  asGiven,
			TipsOut:    r.TipsOut,
			Growth:     r.Growth,
			RotFound:   r.RotFound,
			CutDaysAgo: r.CutDaysAgo,
			Limp:       r.Limp,
			HeldDays:   r.HeldDays,
			Holding:    r.Holding,
			Air: &patient.Air{
				NightC:  r.NightC,
				DayC:    r.DayC,
				Percent: r.HumidityPercent,
				Light:   r.Light,
				From:    asGiven,
			},
		},
	}
	for _, w := range r.Weighings {
		p.Given.Weighings = append(p.Given.Weighings, patient.Weighing{
			DaysAgo: w.DaysAgo, Grams: w.Grams, Since: []patient.Spell{{Days: 1, Holding: w.Holding}}, Anew: w.Anew,
		})
	}
	return p
}

var asGiven = message.Of("clinic.race.as-given")

// Ask is what the case asks of a race.
func (r Unkept) Ask() race.Ask {
	return race.Ask{Assumed: r.Assumed, Runs: r.Runs, Days: r.Days, Seed: r.Seed}
}

// ComputeRace runs a race without saving anything.
func (c *Service) ComputeRace(ctx context.Context, r Unkept) (judgement.Raced, error) {
	if err := check.Input(r); err != nil {
		return judgement.Raced{}, err
	}
	of, err := race.Run(ctx, r.Patient(), r.Ask())
	return judgement.OfRace(of), err
}
