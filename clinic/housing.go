package clinic

import (
	"context"
	"fmt"
	"math"
	"slices"

	"therapeon/clinic/check"
	"therapeon/core/air"
	"therapeon/core/drying"
	"therapeon/core/fault"
	"therapeon/core/knowledge"
	"therapeon/core/media"
	"therapeon/core/pots"
	"therapeon/core/race"
	"therapeon/core/rehome"
	"therapeon/store/sqlc"
)

// Text is a statement of the craft with its mark.
type Text = knowledge.Text

// MarkHomeJob is what became of a job on the way to a new home.
type MarkHomeJob struct {
	Job    string `json:"job" required:"true" validate:"required,max=40"`
	State  string `json:"state" required:"true" validate:"oneof=open done skipped"`
	Reason string `json:"reason,omitempty" validate:"max=400" description:"needed when it is skipped"`
	Person string `json:"person,omitempty" validate:"max=60" description:"who has read the cautions"`
}

// Settle is a new home as it was in fact given, which may differ from the plan.
type Settle struct {
	Route      string    `json:"route" required:"true" validate:"required,max=20"`
	FromOn     string    `json:"from_on,omitempty" validate:"omitempty,day" description:"left out: today"`
	Pot        *pots.Pot `json:"pot,omitempty" description:"left out: as planned"`
	Mix        string    `json:"mix,omitempty" validate:"max=80" description:"left out: as planned"`
	Note       string    `json:"note,omitempty" validate:"max=400" description:"what was done otherwise"`
	NextLookOn string    `json:"next_look_on,omitempty" validate:"omitempty,day" description:"left out: as usual for the route"`
	Person     string    `json:"person,omitempty" validate:"max=60"`
}

// Faults finds homes that cannot be.
func (s Settle) Faults() fault.List {
	if _, ok := rehome.Table().Route(s.Route); !ok {
		return oneFault("route", "This route is not known here.", "a route, see /api/v1/knowledge/rehome", s.Route)
	}
	return nil
}

// MarkHomeJob says that a job is done, skipped or open again. One with cautions is
// done only by someone who has acknowledged them.
func (c *Clinic) MarkHomeJob(ctx context.Context, plantID int64, m MarkHomeJob) (Rehoming, error) {
	if err := check.Input(m); err != nil {
		return Rehoming{}, err
	}
	var answer Rehoming
	err := c.write(ctx, &answer, func(q *sqlc.Queries) error {
		now, err := c.rehoming(ctx, q, plantID, m.Person)
		if err != nil {
			return err
		}
		i := slices.IndexFunc(now.Jobs, func(j rehome.Job) bool { return j.Code == m.Job })
		switch {
		case i < 0:
			return oneFault(
				"job",
				"This job is not on the list. It may have changed: load it again.",
				"a job on the list",
				m.Job,
			)
		case m.State == rehome.Skipped && m.Reason == "":
			return oneFault("reason", "Say why it is skipped. It explains the months to come.", "not empty", "")
		case m.State == rehome.Done:
			if err := careRead(now.Jobs[i], now.Seen, m.Person); err != nil {
				return err
			}
		}
		v, err := c.visit(ctx, q, plantID)
		if err != nil {
			return err
		}
		err = v.keepPlan(ctx, now.Version, func(p *Plan) {
			if p.Marks == nil {
				p.Marks = map[string]rehome.Mark{}
			}
			if m.State == rehome.Open {
				delete(p.Marks, m.Job)
			} else {
				p.Marks[m.Job] = rehome.Mark{State: m.State, Reason: m.Reason, On: c.today()}
			}
		})
		if err != nil {
			return err
		}
		answer, err = c.rehoming(ctx, q, plantID, m.Person)
		return err
	})
	return answer, err
}

// careRead holds when all cautions of a job were acknowledged.
func careRead(j rehome.Job, seen []Seen, person string) error {
	for _, caution := range j.Cautions {
		if !slices.Contains(seen, Seen{Caution: caution.Code}) {
			return oneFault(
				"person",
				fmt.Sprintf("Read the cautions at “%s” first, and say that you have.", j.Do),
				"cautions acknowledged",
				person,
			)
		}
	}
	return nil
}

// Settle notes the new home of a plant as it was in fact given, and the list of
// jobs begins anew.
func (c *Clinic) Settle(ctx context.Context, plantID int64, s Settle) (Rehoming, error) {
	if err := check.Input(s); err != nil {
		return Rehoming{}, err
	}
	var answer Rehoming
	err := c.write(ctx, &answer, func(q *sqlc.Queries) error {
		now, err := c.rehoming(ctx, q, plantID, s.Person)
		if err != nil {
			return err
		}
		if now.Open > 0 {
			return oneFault(
				"jobs",
				fmt.Sprintf("%d jobs are open. Do them, or skip them and say why.", now.Open),
				"no open job",
				now.Open,
			)
		}
		for _, j := range now.Jobs {
			if j.State == rehome.Done {
				if err := careRead(j, now.Seen, s.Person); err != nil {
					return err
				}
			}
		}
		v, err := c.visit(ctx, q, plantID)
		if err != nil {
			return err
		}
		h := homeOf(s, now)
		if err := v.keepHome(ctx, &h); err != nil {
			return err
		}
		if h.NextLookOn < h.FromOn {
			return oneFault(
				"next_look_on",
				"The next look comes after the day it was housed.",
				"after "+h.FromOn,
				h.NextLookOn,
			)
		}
		if err := v.keepPlan(
			ctx,
			now.Version,
			func(p *Plan) { p.Marks, p.Tonight, p.Route = nil, false, "" },
		); err != nil {
			return err
		}
		answer, err = c.rehoming(ctx, q, plantID, s.Person)
		return err
	})
	return answer, err
}

// homeOf is a home as it was given; what is not said is as planned.
func homeOf(s Settle, now Rehoming) Home {
	route, _ := rehome.Table().Route(s.Route)
	h := Home{
		FromOn:     s.FromOn,
		Route:      s.Route,
		Name:       route.Name,
		Note:       s.Note,
		NextLookOn: s.NextLookOn,
		Jobs:       now.Jobs,
	}
	if now.Route != nil && now.Route.Code != s.Route {
		h.Planned = now.Route.Code
	}
	if !route.Potted() {
		return h
	}
	h.Pot = now.Pot
	if s.Pot != nil {
		h.Pot = s.Pot
	}
	if now.Mix != nil {
		h.Mix, h.Parts, h.MixWater = now.Mix.Name, now.Mix.Parts, now.Mix.Settled.Water
	}
	if s.Mix != "" && s.Mix != h.Mix {
		h.Mix, h.Parts = s.Mix, nil
	}
	return h
}

// mediaOnShelf is how many litres of each component are on the shelf.
func (c *Clinic) mediaOnShelf(ctx context.Context, q *sqlc.Queries) (map[string]float64, error) {
	items, err := c.shelf(ctx, q)
	if err != nil {
		return nil, err
	}
	have := map[string]float64{}
	for _, it := range items {
		switch it.Stock.Unit {
		case "L":
			have[it.Stock.Product] += it.Stock.Amount
		case "mL":
			have[it.Stock.Product] += it.Stock.Amount / 1000
		}
	}
	return have, nil
}

// Batched is a plant of tonight's batch.
type Batched struct {
	ID      int64   `json:"id" required:"true"`
	Tag     string  `json:"tag" required:"true"`
	Route   string  `json:"route" required:"true" description:"name of its route"`
	Mix     string  `json:"mix" required:"true"`
	MediumL float64 `json:"medium_l" required:"true"`
	Apart   bool    `json:"apart,omitempty" description:"kept apart: potted last"`
}

// Batch is tonight's batch of pots, set against the shelf.
type Batch struct {
	Plants []Batched    `json:"plants" required:"true" description:"those kept apart last"`
	Need   []media.Want `json:"need" required:"true"`
	Short  int          `json:"short" required:"true" description:"components of which there is not enough"`
}

// Batch adds up the mixes of all pots of tonight.
func (c *Clinic) Batch(ctx context.Context) (Batch, error) {
	return read(ctx, c, func(q *sqlc.Queries) (Batch, error) { return c.batch(ctx, q) })
}

func (c *Clinic) batch(ctx context.Context, q *sqlc.Queries) (Batch, error) {
	b := Batch{Plants: []Batched{}}
	rows, err := q.ListRehomings(ctx)
	if err != nil {
		return b, fmt.Errorf("list plans: %w", err)
	}
	var mixes [][]media.Measured
	for _, row := range rows {
		plan, err := fromDoc[storedPlan]("plan of plant", row.Rehoming.PlantID, row.Rehoming.Doc)
		if err != nil {
			return b, err
		}
		if !plan.Tonight {
			continue
		}
		r, err := c.rehoming(ctx, q, row.Plant.ID, "")
		if err != nil {
			return b, err
		}
		if r.Mix == nil || r.Fit == nil || r.Route == nil {
			continue
		}
		b.Plants = append(
			b.Plants,
			Batched{row.Plant.ID, row.Plant.Tag, r.Route.Name, r.Mix.Name, r.Fit.MediumL, row.Plant.KeptApart != 0},
		)
		mixes = append(mixes, r.Mix.Measured)
	}
	all, _, err := components(ctx, q)
	if err != nil {
		return b, err
	}
	have, err := c.mediaOnShelf(ctx, q)
	if err != nil {
		return b, err
	}
	b.Need = media.Table().Need(mixes, have, shelfOf(all))
	for _, w := range b.Need {
		if w.ShortL > 0 {
			b.Short++
		}
	}
	return b, nil
}

// potPrior is what a pot is thought to do before it was weighed: by its opening
// and wall, the dryness of its air, its mix, and its leaves while they are open.
func potPrior(p pots.Pot, mixWater float64, rc race.Case) drying.Prior {
	fill := p.FillMM()
	opening := math.Pi * p.WidthMM(fill) * p.WidthMM(fill) / 4 / 100
	wall := math.Pi * (p.WidthMM(fill) + p.WidthMM(p.CrockMM)) / 2 * (fill - p.CrockMM) / 100
	humidity := race.Table().Humidity.Value
	if rc.Humidity != nil {
		humidity = *rc.Humidity
	}
	mean := (rc.NightC + rc.DayC) / 2
	deficit := air.DeficitKPa(mean, mean, humidity)
	if mixWater <= 0 {
		mixWater = drying.Table().HoldsShare.Value
	}
	holds := math.Max(5, (p.BelowL(fill)-p.BelowL(p.CrockMM))*1000*mixWater)
	class := race.Table().Classes[rc.Profile.LeafConductance.Value]
	leaves := drying.Table().LeafHours.Value * air.LeafLossG(
		rc.LeafAreaCM2/1e4,
		(class.Shut.Value+class.Open.Value)/2,
		deficit,
		air.StandardKPa,
	)
	return drying.Table().Prior(opening, wall, p.Wall, deficit, holds, leaves)
}
