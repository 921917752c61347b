package race

import (
	"context"
	"maps"
	"math"
	"runtime"
	"slices"
	"sync"

	"therapeon/core/bands"
	"therapeon/core/fault"
	"therapeon/core/knowledge"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/units"
)

// Band is a median with the range of the middle four fifths. A day that is left
// out does not come within the days looked at.
type Band struct {
	Low    *float64           `json:"low,omitempty"`
	Median *float64           `json:"median,omitempty"`
	High   *float64           `json:"high,omitempty"`
	Words  knowledge.Sentence `json:"words,omitzero" description:"the days, in words"`
	About  knowledge.Sentence `json:"about,omitzero" description:"the median, in words"`
}

// Water is the plant's water on a day, as shares of full.
type Water struct {
	Day    int     `json:"day" required:"true"`
	Low    float64 `json:"low" required:"true"`
	Median float64 `json:"median" required:"true"`
	High   float64 `json:"high" required:"true"`
}

// Outcome is how the race goes by one way of holding.
type Outcome struct {
	Code          string             `json:"code" required:"true"`
	Name          message.Message    `json:"name" required:"true"`
	About         knowledge.Text     `json:"about" required:"true"`
	Care          knowledge.Text     `json:"care" required:"true"`
	Unsuited      *knowledge.Text    `json:"unsuited,omitempty" description:"why it is not for this kind"`
	Humidity      float64            `json:"humidity_percent" required:"true"`
	Chance        float64            `json:"chance" required:"true" description:"that roots come in time, 0–1"`
	Lost          float64            `json:"lost" required:"true" description:"share of runs in which it is lost first"`
	LostBy        map[Loss]float64   `json:"lost_by" required:"true" description:"share of runs lost by thirst, rot, and spent reserves"`
	Likelier      Loss               `json:"likelier_loss,omitempty" enum:"thirst,rot,spent" description:"what it is likelier lost by; left out where hardly any is"`
	ChanceWords   knowledge.Sentence `json:"chance_words" required:"true"`
	Good          bool               `json:"good,omitempty" description:"it is as good a chance as can be had"`
	LikelierWords knowledge.Sentence `json:"likelier_words,omitzero"`
	LostWords     knowledge.Sentence `json:"lost_words" required:"true" description:"of a hundred like it"`
	Waiting       float64            `json:"waiting" required:"true" description:"share in which neither happens within the days"`
	Water         []Water            `json:"water" required:"true" description:"by day"`
	Tip           Band               `json:"tip_day" required:"true" description:"first new tip, days from now"`
	Limp          Band               `json:"limp_day" required:"true"`
	LostOn        Band               `json:"lost_day" required:"true" description:"day on which it would be lost if no root came"`
	Margin        Band               `json:"margin_days" required:"true" description:"from the first tip to the day it would be lost without; below 0: too late"`
	Endless       bool               `json:"endless,omitempty" description:"half of them or more hold out without any new root"`
	LossG         float64            `json:"loss_g_day" required:"true" description:"water it loses at first, median"`
	NeedsPercent  *float64           `json:"needs_humidity_percent,omitempty" description:"the humidity that gives nine chances in ten; left out: none does, or see needs"`
	Needs         string             `json:"needs" required:"true" enum:"humidity,any,none" description:"any: it has them in any air; none: no humidity is enough"`
	Words         knowledge.Sentence `json:"words" required:"true"`
	NeedsWords    knowledge.Sentence `json:"needs_words" required:"true"`
	MarginWords   knowledge.Sentence `json:"margin_words,omitzero"`

	ranks float64 // the chance it is ranked by: of the first runs alone, as Best does
}

// Lever is what one change would do.
type Lever struct {
	LeverKind
	Chance  float64            `json:"chance" required:"true"`
	Gain    float64            `json:"gain" required:"true" description:"of chance"`
	DryDays float64            `json:"dry_days" required:"true" description:"days it holds out longer without roots, median"`
	Helps   bool               `json:"helps" required:"true" description:"worth doing"`
	Words   knowledge.Sentence `json:"words,omitzero" description:"what it gives"`
}

// Race is the answer.
type Race struct {
	Headline    knowledge.Sentence `json:"headline" required:"true"`
	Detail      knowledge.Sentence `json:"detail" required:"true"`
	Best        string             `json:"best" required:"true" description:"code of the way of holding that is advised"`
	Holding     string             `json:"holding,omitempty" description:"how it is held now"`
	Outcomes    []Outcome          `json:"outcomes" required:"true" description:"the best first"`
	Levers      []Lever            `json:"-"` // for the way it is held, else the advised one; what helps most first
	NoLever     knowledge.Sentence `json:"no_lever,omitzero" description:"where no lever helps"`
	Assumptions []Assumption       `json:"assumptions" required:"true"`
	Fit         *Fit               `json:"fit,omitempty"`
	Runs        int                `json:"runs" required:"true"`
	Days        int                `json:"days" required:"true"`
	LimpAt      knowledge.Number   `json:"limp_at" required:"true"`
	LostAt      knowledge.Estimate `json:"lost_at" required:"true"`
}

const (
	mostRuns = 200_000
	mostDays = units.DaysAYear + 1
	bins     = 500
	// sparse is the share of the runs that levers and the search for a humidity take.
	sparse = 8
	// pictured is the share of the runs that are followed to their last day, for the picture and its days;
	// the others end when it is known who wins.
	pictured, leastPictured = 4, 400
)

// Run runs the race of a plant, without the roots it may get, by every way of holding:
// hourly steps of its water in g against its leaves' loss and its roots' uptake. It stops
// when its context ends, with the context's error. Leaves that were neither counted nor
// measured, runs or days out of their range, weighings out of order and own figures out of
// theirs are a fault.List. The same plant, moment and ask give the same answer.
func Run(ctx context.Context, p *patient.Patient, ask Ask) (Race, error) {
	return runFrom(ctx, startOf(p, ask))
}

func runFrom(ctx context.Context, c start) (Race, error) {
	k := Table()
	if c.Runs == 0 {
		c.Runs = int(k.Runs.Value)
	}
	if c.Days == 0 {
		c.Days = int(k.Days.Value)
	}
	if err := c.check(); err != nil {
		return Race{}, err
	}
	m := ready(ctx, c)
	m.drawAll()
	if err := ctx.Err(); err != nil {
		return Race{}, err
	}
	r := Race{
		Holding:     c.Holding,
		Assumptions: m.b.list,
		Fit:         m.fit,
		Runs:        c.Runs,
		Days:        c.Days,
		LimpAt:      k.Limp,
		LostAt:      k.Lost,
	}
	r.Outcomes = make([]Outcome, len(k.Methods))
	at := func(i int) { r.Outcomes[i] = m.outcome(k.Methods[i]) }
	inParallel(len(k.Methods), at)
	if err := ctx.Err(); err != nil {
		return Race{}, err
	}
	r.Outcomes = k.ranked(r.Outcomes)
	r.Best = r.Outcomes[0].Code
	of := r.Best
	if c.Holding != "" {
		of = c.Holding
	}
	method, _ := k.Method(of)
	r.Levers = m.levers(method)
	if err := ctx.Err(); err != nil {
		return Race{}, err
	}
	r.say(c)
	return r, nil
}

// Best is the way of holding that a race advises, from a part of its runs and
// without all that a picture needs. Its errors are those of Run.
func Best(ctx context.Context, p *patient.Patient, assumed map[string]float64) (Advised, error) {
	return bestFrom(ctx, startOf(p, Ask{Assumed: assumed}))
}

// Advised is what a race advises.
type Advised struct {
	Way     string             // the way of holding that is advised; empty: no race was run
	Alike   []string           // others that suit it and give it the same chance
	Chances map[string]float64 // by way of holding
}

// Clearly holds where a way gives a clearly better chance than another.
func (a Advised) Clearly(way, than string) bool {
	return a.Chances[way]-a.Chances[than] > Table().ClearlyBetter.Value
}

// Advised is what a race that was run in full advises.
func (r Race) Advised() Advised {
	of := Advised{Way: r.Best, Chances: map[string]float64{}}
	for _, o := range r.Outcomes {
		of.Chances[o.Code] = o.Chance
	}
	return of
}

// inShort is how many runs a race in short takes.
func inShort() int { return int(Table().Runs.Value) / sparse * 2 }

func bestFrom(ctx context.Context, c start) (Advised, error) {
	k := Table()
	c.Runs, c.Days = inShort(), int(k.Days.Value)
	if err := c.check(); err != nil {
		return Advised{}, err
	}
	m := ready(ctx, c)
	m.drawAll()
	if err := ctx.Err(); err != nil {
		return Advised{}, err
	}
	outcomes := make([]Outcome, len(k.Methods))
	inParallel(len(outcomes), func(i int) {
		method := k.Methods[i]
		o := Outcome{Code: method.Code, Chance: m.chanceOf(method, change{}, c.Runs)}
		o.ranks = o.Chance
		if !method.Suits(c.Profile.Code) {
			o.Unsuited = method.UnsuitedWords
		}
		outcomes[i] = o
	})
	list := k.ranked(outcomes)
	best := Advised{Way: list[0].Code, Chances: map[string]float64{}}
	for i, o := range list {
		best.Chances[o.Code] = o.Chance
		if i > 0 && o.Unsuited == nil && math.Abs(o.Chance-list[0].Chance) < k.SameChance.Value {
			best.Alike = append(best.Alike, o.Code)
		}
	}
	return best, ctx.Err()
}

func (m *model) drawAll() {
	m.plants = make([]drawn, m.c.Runs)
	for run := range m.plants {
		if m.ended(run) {
			return
		}
		m.plants[run] = m.draw(run, change{})
	}
}

// ended holds once nobody waits for the answer; it is asked at each run and looks
// at some of them.
func (m *model) ended(run int) bool { return run%64 == 0 && m.ctx.Err() != nil }

// Check tells whether a race can be run, without running it.
func Check(p *patient.Patient, ask Ask) error { return checkFrom(startOf(p, ask)) }

func checkFrom(c start) error {
	c.Runs, c.Days = 1, 1
	return c.check()
}

func (c start) check() error {
	switch {
	case c.LeafAreaCM2 <= 0 && c.Assumed["leaf_cm2"] <= 0:
		return fault.List{
			{
				Field: "leaf_count",
				Limit: message.Of("race.say.at-least-one-leaf"),
				Words: message.Of("race.say.how-much-leaf-it-has"),
			},
		}
	case c.Runs < 1 || c.Runs > mostRuns:
		return fault.List{
			{
				Field: "runs",
				Value: c.Runs,
				Limit: message.Of("limits.from-to", message.Count("low", 1), message.Count("high", mostRuns)),
				Words: message.Of("race.say.give-1-to-runs", message.Count("n", mostRuns)),
			},
		}
	case c.Days < 1 || c.Days > mostDays:
		limit := message.Of("limits.from-to", message.Count("low", 1), message.Count("high", mostDays))
		return fault.List{
			{
				Field: "days",
				Value: c.Days,
				Limit: limit,
				Words: message.Of("race.say.give-1-to-days", message.Count("n", mostDays)),
			},
		}
	}
	if list := OutOfOrder(c.Weighings); len(list) > 0 {
		return list
	}
	var list fault.List
	for _, a := range assumptions(c) {
		if a.Own && (a.Value < a.Least || a.Value > a.Most || math.IsNaN(a.Value)) {
			limit := message.Of("limits.from-to",
				message.Exact("low", a.Least, ""), message.Exact("high", a.Most, message.Unit(a.Unit)))
			list = append(
				list,
				fault.Fault{
					Field: "assumed." + a.Code,
					Value: a.Value,
					Limit: limit,
					Words: message.Of("race.say.give", message.Told("limit", limit)),
				},
			)
		}
	}
	for _, code := range slices.Sorted(maps.Keys(c.Assumed)) {
		if !slices.ContainsFunc(assumptions(c), func(a Assumption) bool { return a.Code == code }) {
			list = append(
				list,
				fault.Fault{
					Field: "assumed." + code,
					Value: c.Assumed[code],
					Limit: message.Of("race.say.a-code-of-the-assumptions"),
					Words: message.Of("race.say.there-is-no-such-assumption"),
				},
			)
		}
	}
	if len(list) > 0 {
		return list
	}
	return nil
}

// inParallel does n things on as many processors as there are.
func inParallel(n int, do func(int)) {
	var wait sync.WaitGroup
	next := make(chan int)
	for range min(n, runtime.GOMAXPROCS(0)) {
		wait.Go(func() {
			for i := range next {
				do(i)
			}
		})
	}
	for i := range n {
		next <- i
	}
	close(next)
	wait.Wait()
}

// outcome runs every plant by one way of holding.
func (m *model) outcome(method Method) Outcome {
	w := m.way(method, change{})
	runs, days := m.c.Runs, m.c.Days
	counts := make([][bins + 1]int32, days+1)
	fates := make([]fate, runs)
	losses := make([]float64, runs)
	whole := max(min(runs, leastPictured), runs/pictured)
	see := func(day int, share float64) { counts[day][int(min(max(share, 0), 1)*bins)]++ }
	for run := range runs {
		if m.ended(run) {
			return Outcome{}
		}
		if run == whole {
			see = nil
		}
		d := m.plants[run]
		losses[run] = d.firstLoss(w)
		fates[run] = d.live(w, days, see)
	}
	o := Outcome{
		Code:     method.Code,
		Name:     method.Name,
		About:    method.About,
		Care:     method.Care,
		Humidity: math.Min(units.Percent, m.b.humidity(method)),
	}
	if !method.Suits(m.c.Profile.Code) {
		o.Unsuited = method.UnsuitedWords
	}
	for day := range counts {
		at := func(share float64) float64 {
			return units.Rounded(quantile(&counts[day], whole, share), units.Thousandths)
		}
		o.Water = append(o.Water, Water{day, at(bands.Low), at(bands.Middle), at(bands.High)})
	}
	o.count(fates, whole)
	slices.Sort(losses)
	o.LossG = losses[runs/2]
	o.Needs, o.NeedsPercent = m.humidityFor(method, m.k.GoodChance.Value)
	o.say()
	return o
}

// firstLoss is what a plant loses on the first day, g.
func (d *drawn) firstLoss(w *way) float64 {
	r := d.rates(&w.sky)
	_, f := r.hours(0, units.HoursADay, d.start*d.full, d.supply(w, -1), 0)
	return f.lost
}

// count sums fates up, of which the first were followed to their last day.
func (o *Outcome) count(fates []fate, whole int) {
	var tip, limp, alone, margin []float64
	won, lost := 0, map[Loss]int{}
	days, first := len(o.Water)-1, min(len(fates), inShort())
	for i, f := range fates {
		by := f.by(days)
		switch {
		case by != "":
			lost[by]++
		case f.tip != never:
			won++
		}
		if i == first-1 {
			o.ranks = float64(won) / float64(first)
		}
		tip = append(tip, f.tip)
		if i >= whole {
			continue
		}
		limp, alone = append(limp, f.limp), append(alone, f.alone)
		switch {
		case f.alone == never && f.tip == never:
			margin = append(margin, 0) // neither comes
		default:
			margin = append(margin, f.alone-f.tip)
		}
	}
	n := float64(len(fates))
	o.Chance, o.LostBy = float64(won)/n, map[Loss]float64{}
	most := Table().NamedLoss.Value
	for _, by := range []Loss{Thirst, Rot, Spent} {
		share := float64(lost[by]) / n
		o.Lost, o.LostBy[by] = o.Lost+share, share
		if share >= most {
			most, o.Likelier = share, by
		}
	}
	o.Waiting = math.Max(0, 1-o.Chance-o.Lost)
	o.Tip, o.Limp, o.LostOn, o.Margin = bandOf(tip), bandOf(limp), bandOf(alone), bandOf(margin)
	o.Endless = o.LostOn.Median == nil
}

// bandOf are the quantiles of what was seen; those beyond all days are left out.
func bandOf(v []float64) Band {
	slices.Sort(v)
	at := func(share float64) *float64 {
		x := v[int(math.Round(share*float64(len(v)-1)))]
		if math.IsInf(x, 0) {
			return nil
		}
		return &x
	}
	return Band{Low: at(bands.Low), Median: at(bands.Middle), High: at(bands.High)}
}

// quantile of a histogram of shares.
func quantile(counts *[bins + 1]int32, n int, share float64) float64 {
	want, sum := share*float64(n), 0.0
	for i, c := range counts {
		if c > 0 && sum+float64(c) >= want {
			return math.Min(1, (float64(i)+(want-sum)/float64(c))/bins)
		}
		sum += float64(c)
	}
	return 1
}

// ranked puts the one that is advised first: the gentlest that gives a good
// chance, else the one that gives the best, where alike the gentler one. Those
// that do not suit the plant come last.
func (k *Knowledge) ranked(all []Outcome) []Outcome {
	left := slices.Clone(all)
	var list []Outcome
	for len(left) > 0 {
		best := -1.0
		suits := slices.ContainsFunc(left, func(o Outcome) bool { return o.Unsuited == nil })
		for _, o := range left {
			if suits == (o.Unsuited == nil) {
				best = math.Max(best, min(o.ranks, k.GoodChance.Value))
			}
		}
		i := slices.IndexFunc(left, func(o Outcome) bool {
			return suits == (o.Unsuited == nil) && min(o.ranks, k.GoodChance.Value) >= best-k.SameChance.Value
		})
		list = append(list, left[i])
		left = slices.Delete(left, i, i+1)
	}
	return list
}
