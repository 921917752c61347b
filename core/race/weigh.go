package race

import (
	"context"
	"fmt"
	"math"

	"therapeon/core/fault"
	"therapeon/core/knowledge"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/units"
)

// Weighing and Spell are weights of the bare plant and how it was held between them.
type (
	Weighing = patient.Weighing
	Spell    = patient.Spell
)

// Open is the way of a plant that nobody holds in any.
const Open = patient.Open

// lived is a spell made ready, with its share of the days.
type lived struct {
	way  *way
	days float64
}

// livedIn makes spells that fill so many days ready.
func (m *model) livedIn(spells []Spell, days float64) []lived {
	if len(spells) == 0 {
		spells = []Spell{{Days: 1}}
	}
	sum := 0.0
	for _, s := range spells {
		sum += s.Days
	}
	list := make([]lived, len(spells))
	for i, s := range spells {
		list[i] = lived{m.wayOf(s), days * s.Days / sum}
	}
	return list
}

// Fit is what weighings say of a plant's loss.
type Fit struct {
	Weighings int                `json:"weighings" required:"true" description:"of the plant as it is, the newest stretch without a change"`
	Factor    float64            `json:"factor" required:"true" description:"it loses this many times what the table says"`
	Low       float64            `json:"low" required:"true" description:"the band that holds the truth nine times in ten"`
	High      float64            `json:"high" required:"true"`
	LossG     float64            `json:"loss_g_day" required:"true" description:"as weighed, between the first and the last"`
	Words     knowledge.Sentence `json:"words" required:"true"`

	theta, spread float64 // the logarithm of the factor, and its standard deviation
	first, last   Weighing
}

// mostOf is the deviate that bounds the middle nine tenths.
var mostOf = deviate(0.95)

// interval is the time between two weighings: what was lost, and what the table
// makes of it at factor 1.
type interval struct {
	days   float64
	lostG  float64 // as weighed
	lossG  float64 // expected through leaves
	takenG float64 // expected through roots
}

// stretch are the newest weighings without a change between them, the oldest first.
func stretch(all []Weighing) []Weighing {
	from := 0
	for i, w := range all {
		if w.Anew {
			from = i
		}
	}
	return all[from:]
}

// weigh takes the weighings in: the mass from the first, the loss from those after.
func (m *model) weigh() {
	of := stretch(m.c.Weighings)
	if len(of) == 0 {
		return
	}
	sigma := math.Log(m.k.PlantStrays.Value) / bounds
	f := &Fit{Weighings: len(of), Factor: 1, spread: sigma, first: of[0], last: of[len(of)-1]}
	m.fit = f
	if days := f.first.DaysAgo - f.last.DaysAgo; days > 0 {
		f.LossG = (f.first.Grams - f.last.Grams) / days
	}
	f.theta, f.spread = posterior(m.intervals(of), m.k.ScaleG.Value, m.k.DayStrays.Value, sigma)
	f.Factor = math.Exp(f.theta)
	f.Low, f.High = math.Exp(f.theta-mostOf*f.spread), math.Exp(f.theta+mostOf*f.spread)
	switch len(of) {
	case 1:
		f.Words = knowledge.Say(message.Of("race.say.from-one-weighing-how-much"))
	default:
		f.Words = knowledge.Say(message.Of("race.say.from-your-weighings-it-loses",
			message.Count("n", len(of)),
			message.Rough("factor", f.Factor, 2, ""),
			message.Rough("low", f.Low, 2, ""),
			message.Rough("high", f.High, 2, "")))
	}
	m.since = m.livedIn(m.c.Since, math.Min(f.last.DaysAgo, Table().MostLivedDays.Value))
}

// wayOf is how the plant was held in a spell.
func (m *model) wayOf(s Spell) *way {
	code := s.Holding
	if code == "" {
		code = m.c.Holding
	}
	method, ok := m.k.Method(code)
	if !ok {
		method, _ = m.k.Method(Open)
	}
	at := *m
	own := map[string]float64{}
	for code, v := range m.c.Assumed {
		own[code] = v
	}
	for code, v := range map[string]*float64{"night_c": s.NightC, "day_c": s.DayC, "humidity": s.Humidity} {
		if v != nil {
			own[code] = *v
		}
	}
	at.c.Assumed = own
	at.b = assume(at.c)
	return at.way(method, change{})
}

// intervals sets what was weighed against what the table expects.
func (m *model) intervals(of []Weighing) []interval {
	d := m.middle()
	at := m.waterOf(of[0].Grams, m.start.Value)
	d.full = at.full
	var list []interval
	for i := 1; i < len(of); i++ {
		iv := interval{days: of[i-1].DaysAgo - of[i].DaysAgo, lostG: of[i-1].Grams - of[i].Grams}
		water := math.Min(math.Max(of[i-1].Grams-at.dry, d.full/m.k.LeastWaterPart.Value), d.full)
		for _, l := range m.livedIn(of[i].Since, iv.days) {
			r := d.rates(&l.way.sky)
			left, f := r.hours(0, int(math.Round(l.days*units.HoursADay)), water, d.supply(l.way, -1), 0)
			water, iv.lossG, iv.takenG = left, iv.lossG+f.lost, iv.takenG+f.taken
		}
		list = append(list, iv)
	}
	return list
}

// posterior fits the logarithm of one factor on all losses: normal errors of the
// scale, which neighbours share, and of the days; shrunk to 0 by a normal prior.
// It sums over a grid, so no shape is taken for granted.
func posterior(of []interval, scaleG, strays, prior float64) (mean, sd float64) {
	const half, grid = 3.0, 601
	logs := make([]float64, grid)
	theta := func(i int) float64 { return -half + 2*half*float64(i)/(grid-1) }
	best := math.Inf(-1)
	for i := range logs {
		logs[i] = likelihood(of, scaleG, strays, math.Exp(theta(i))) - theta(i)*theta(i)/(2*prior*prior)
		best = math.Max(best, logs[i])
	}
	sum, first, second := 0.0, 0.0, 0.0
	for i, l := range logs {
		p := math.Exp(l - best)
		sum, first, second = sum+p, first+p*theta(i), second+p*theta(i)*theta(i)
	}
	mean = first / sum
	return mean, math.Sqrt(math.Max(second/sum-mean*mean, 1e-6))
}

// likelihood is the logarithm of that of a factor, up to a constant. Neighbouring
// losses share a weighing, so their errors form a tridiagonal matrix, which is
// factored as it goes along.
func likelihood(of []interval, scaleG, strays, factor float64) float64 {
	l, pivot, carried := 0.0, 0.0, 0.0
	for i, iv := range of {
		expected := factor * iv.lossG
		strayed := strays * expected / math.Sqrt(math.Max(iv.days, 1))
		variance := 2*scaleG*scaleG + strayed*strayed
		miss := iv.lostG - (expected - iv.takenG)
		if i > 0 {
			ratio := -scaleG * scaleG / pivot
			variance -= scaleG * scaleG * scaleG * scaleG / pivot
			miss -= ratio * carried
		}
		pivot, carried = variance, miss
		l -= (miss*miss/variance + math.Log(variance)) / 2
	}
	return l
}

// content is a plant's mass taken apart, g.
type content struct{ full, dry float64 }

// waterOf is what a plant of a weight holds when full, if it holds a share of that now.
func (m *model) waterOf(grams, share float64) content {
	q := m.waterShare()
	mass := grams / (1 - q*(1-share))
	return content{full: q * mass, dry: (1 - q) * mass}
}

// apply puts what the weighings say into a draw.
func (f *Fit) apply(m *model, d *drawn, u func(int) float64, keptLeaf float64) {
	at := m.waterOf(f.first.Grams, d.start)
	factor := math.Exp(f.theta + f.spread*deviate(u(ofSkin)))
	d.shut, d.open = m.skin.Value*factor, m.pores.Value*factor
	d.full = at.full
	d.start = (f.last.Grams - at.dry) / at.full
	if keptLeaf < 1 { // what a leaf holds goes with it
		gone := (1 - keptLeaf) * m.leaf / units.CM2PerM2 * m.mass.Value * units.GPerL * m.k.LeafWaterShare.Value
		d.full *= math.Max(m.k.LeastKept.Value, 1-gone/m.middle().full)
	}
	if f.last.DaysAgo < 1 {
		return
	}
	water := d.start * d.full
	for _, l := range m.since {
		r := d.rates(&l.way.sky)
		water, _ = r.hours(0, int(l.days*units.HoursADay), water, d.supply(l.way, -1), 0)
	}
	d.start = water / d.full
}

// Jump is a weight that does not follow from the one before.
type Jump struct {
	Kind  string             `json:"kind" required:"true" enum:"rise,fall"`
	FromG float64            `json:"from_g" required:"true"`
	ToG   float64            `json:"to_g" required:"true"`
	Words knowledge.Sentence `json:"words" required:"true"`
}

// JumpTo asks about a weight of the bare plant, g, at its moment, that rose or fell more
// than the plant can lose since the one before. It is nil where nothing needs asking, and
// where it was not weighed before.
func JumpTo(p *patient.Patient, assumed map[string]float64, grams float64) *Jump {
	c := startOf(p, Ask{Assumed: assumed})
	return jumpFrom(c, Weighing{Grams: grams, Since: c.Since})
}

func jumpFrom(c start, next Weighing) *Jump {
	of := stretch(c.Weighings)
	if len(of) == 0 || next.Anew {
		return nil
	}
	k, before := Table(), of[len(of)-1]
	by := next.Grams - before.Grams
	least := math.Max(k.JumpG.Value, k.JumpShare.Value*before.Grams)
	if by > least {
		return &Jump{
			"rise",
			before.Grams,
			next.Grams,
			knowledge.Say(message.Of("race.say.more-than-last-time-a", grams("by", by))),
		}
	}
	m := ready(context.Background(), c)
	ivs := m.intervals([]Weighing{before, next})
	if by < -least && -by > k.JumpTimes.Value*math.Exp(m.fit.theta)*ivs[0].lossG {
		return &Jump{
			"fall",
			before.Grams,
			next.Grams,
			knowledge.Say(message.Of("race.say.less-than-last-time-and", grams("by", -by), grams("expected", math.Exp(m.fit.theta)*ivs[0].lossG))),
		}
	}
	return nil
}

// grams is a weight as a kitchen scale shows it.
func grams(name string, g float64) message.Arg { return message.Rough(name, g, scaleDigits, "g") }

// scaleDigits are those of a weight that are said.
const scaleDigits = 3

// OutOfOrder finds weighings that do not follow each other.
func OutOfOrder(all []Weighing) fault.List {
	for i, w := range all {
		if i > 0 && w.DaysAgo >= all[i-1].DaysAgo {
			return fault.List{
				{
					Field: fmt.Sprintf("weighings[%d].days_ago", i),
					Value: w.DaysAgo,
					Limit: message.Of("race.say.the-oldest-first"),
					Words: message.Of("race.say.weighings-go-from-the-oldest"),
				},
			}
		}
	}
	return nil
}

// FitOf is what the weighings of a plant say of its loss; nil without any. Its errors are
// those of Run.
func FitOf(p *patient.Patient, ask Ask) (*Fit, error) { return fitFrom(startOf(p, ask)) }

func fitFrom(c start) (*Fit, error) {
	if err := checkFrom(c); err != nil {
		return nil, err
	}
	return ready(context.Background(), c).fit, nil
}
