package race

import (
	"fmt"
	"math"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/language/english"
)

// made is a series of weekly weighings of a plant whose loss is factor times the
// table's, on a scale and with days that stray as the table says.
func made(m *model, factor float64, n int, r *rand.Rand) []interval {
	perDay := m.intervals([]Weighing{{DaysAgo: 7, Grams: 200}, {DaysAgo: 0, Grams: 190}})[0].lossG / 7
	before := r.NormFloat64() * m.k.ScaleG.Value
	var list []interval
	for range n - 1 {
		lost := 0.0
		for range 7 {
			lost += factor * perDay * (1 + m.k.DayStrays.Value*r.NormFloat64())
		}
		e := r.NormFloat64() * m.k.ScaleG.Value
		list = append(list, interval{days: 7, lostG: lost + before - e, lossG: 7 * perDay})
		before = e
	}
	return list
}

// Fits on made-up weighings hold the truth in their band nine times in ten: for
// plants drawn from the prior, and for one well off the table.
func TestFitsHoldTheTruthNineTimesInTen(t *testing.T) {
	m := ready(ctx(), rootless(50))
	prior := math.Log(m.k.PlantStrays.Value) / bounds
	r := rand.New(rand.NewPCG(1, 2))
	for _, n := range []int{2, 4, 8} {
		const trials = 1500
		held := 0
		for range trials {
			truth := prior * r.NormFloat64()
			mean, sd := posterior(made(m, math.Exp(truth), n, r), m.k.ScaleG.Value, m.k.DayStrays.Value, prior)
			if math.Abs(truth-mean) <= mostOf*sd {
				held++
			}
		}
		assert.InDelta(t, 0.9, float64(held)/trials, 0.025, "%d weighings", n)
	}
	held := 0
	for range 1000 {
		mean, sd := posterior(made(m, 1.8, 6, r), m.k.ScaleG.Value, m.k.DayStrays.Value, prior)
		if math.Abs(math.Log(1.8)-mean) <= mostOf*sd {
			held++
		}
	}
	assert.GreaterOrEqual(t, held, 870, "a thirsty one")
}

func weighed(c start, grams ...float64) start {
	for i, g := range grams {
		c.Weighings = append(
			c.Weighings,
			Weighing{DaysAgo: float64(7 * (len(grams) - 1 - i)), Grams: g, Since: []Spell{{Days: 1, Holding: "bench"}}},
		)
	}
	return c
}

// Each weighing narrows the band of the loss, and with it that of the day.
func TestWeighingsNarrowTheBand(t *testing.T) {
	c := rootless(50)
	c.Holding = "bench"
	width := func(c start) (loss, days float64) {
		r := run(t, c)
		lost := by(t, r, "bench").LostOn
		if r.Fit == nil {
			return math.Inf(1), *lost.High - *lost.Low
		}
		return r.Fit.High / r.Fit.Low, *lost.High - *lost.Low
	}
	series := []float64{210, 197, 184, 171, 158}
	loss, unweighed := width(c)
	for n := 2; n <= len(series); n++ {
		l, d := width(weighed(c, series[:n]...))
		assert.Less(t, l, loss, "%d weighings", n)
		assert.Less(t, d, 0.6*unweighed, "%d weighings", n)
		loss = l
	}
	r := run(t, weighed(c, series...))
	assert.Equal(t, 5, r.Fit.Weighings)
	assert.InDelta(t, 13.0/7, r.Fit.LossG, 1e-9, "as weighed")
	assert.Contains(t, english.Say(r.Fit.Words), "From your 5 weighings")
}

// A change starts anew: what was weighed before belongs to another plant.
func TestAChangeStartsAnew(t *testing.T) {
	c := weighed(rootless(50), 210, 200, 190, 150, 141)
	c.Weighings[3].Anew = true
	assert.Equal(t, 2, run(t, c).Fit.Weighings)
	assert.InDelta(t, 9.0/7, run(t, c).Fit.LossG, 1e-9)
}

// The air and the way of holding between two weighings are those of that time.
func TestEachIntervalHasItsOwnAirAndHolding(t *testing.T) {
	c := rootless(50)
	c.Holding = "lid"
	m := ready(ctx(), c)
	loss := func(w Weighing) float64 {
		w.Grams = 190
		return m.intervals([]Weighing{{DaysAgo: 7, Grams: 200}, w})[0].lossG
	}
	bench, lid := loss(Weighing{Since: []Spell{{Days: 1, Holding: "bench"}}}), loss(
		Weighing{Since: []Spell{{Days: 1, Holding: "lid"}}},
	)
	assert.InDelta(t, 0.5/0.12, bench/lid, 1e-6,
		"half of saturation is missing on the bench, twelve hundredths under the lid")
	assert.InDelta(t, lid, loss(Weighing{}), 1e-9, "left out: as now")
	dry, warm := 30.0, 27.0
	assert.InDelta(t, bench*0.7/0.5, loss(Weighing{Since: []Spell{{Days: 1, Holding: "bench", Humidity: &dry}}}), 1e-6)
	assert.Greater(t, loss(Weighing{Since: []Spell{{Days: 1, Holding: "bench", NightC: &warm, DayC: &warm}}}), bench)
}

func TestOneWeighingTellsHowMuchWaterItHolds(t *testing.T) {
	c := weighed(rootless(50), 210)
	r := run(t, c)
	assert.Equal(t, 1, r.Fit.Weighings)
	assert.Contains(t, english.Say(r.Fit.Words), "From one weighing")
	assert.InDelta(t, 1, r.Fit.Factor, 1e-6, "nothing is known of its loss yet")
	assert.InDelta(t, math.Exp(1.644854*math.Ln2/1.2815516), r.Fit.High, 1e-3, "four in five are within twice the table")
	since := ready(ctx(), start{LeafAreaCM2: 1000, Profile: group("phalaenopsis"),
		Weighings: []Weighing{{DaysAgo: 14, Grams: 210}, {DaysAgo: 7, Grams: 197}}})
	assert.InDelta(t, 13.0/7, since.fit.LossG, 1e-9)
	m := ready(ctx(), c)
	at := m.waterOf(210, 0.9)
	assert.InDelta(t, 210, at.dry+0.9*at.full, 1e-9, "dry mass, and nine tenths of its water")
	assert.InDelta(t, 0.9, at.full/(at.full+at.dry), 1e-9, "leaves are nine tenths water when full")
}

// The likelihood of two losses that share a weighing is that of a normal pair: variances v and w, and the
// scale's variance against each other.
func TestTheLikelihoodOfNeighbours(t *testing.T) {
	const scale, strays, factor = 0.5, 0.2, 1.5
	of := []interval{{days: 4, lostG: 10, lossG: 8, takenG: 1}, {days: 0.5, lostG: 3, lossG: 4}}
	v, w := 2*0.25+math.Pow(0.2*12/2, 2), 2*0.25+math.Pow(0.2*6, 2)
	x, y, c := 10-(12-1.0), 3-6.0, -0.25
	assert.InDelta(t, -(x*x/v+math.Log(v))/2, likelihood(of[:1], scale, strays, factor), 1e-12)
	det := v*w - c*c
	assert.InDelta(t, -((x*x*w-2*x*y*c+y*y*v)/det+math.Log(det))/2, likelihood(of, scale, strays, factor), 1e-12)
	mean, sd := posterior(nil, scale, strays, 0.4)
	assert.InDeltaSlice(t, []float64{0, 0.4}, []float64{mean, sd}, 1e-6, "nothing but the prior")
}

// What is expected between two weighings goes on from the water of the first: no less than a tenth of all, where it
// weighs next to nothing.
func TestTheWaterThatALossBeginsWith(t *testing.T) {
	c := rootless(50)
	c.Holding = "tub"
	c.LiveRootCM2.Low, c.LiveRootCM2.Point, c.LiveRootCM2.High = 30, 30, 30
	m := ready(ctx(), c)
	at := m.waterOf(200, m.start.Value)
	method, _ := m.k.Method("tub")
	w, d := m.way(method, change{}), m.middle()
	d.full = at.full
	r := d.rates(&w.sky)
	expected := func(hours int, water float64) []float64 {
		_, f := r.hours(0, hours, water, d.supply(w, -1), 0)
		return []float64{f.lost, f.taken}
	}
	var series []Weighing
	for i, days := range []float64{9, 7, 4, 3, 0} {
		series = append(series, Weighing{DaysAgo: days, Grams: []float64{200, 120, 1, 900, 900}[i]})
	}
	ivs := m.intervals(series)
	for i, want := range [][]float64{expected(48, 200-at.dry), expected(72, 120-at.dry), expected(24, at.full/10),
		expected(72, at.full)} {
		assert.InDeltaSlice(t, want, []float64{ivs[i].lossG, ivs[i].takenG}, 1e-9, "stretch %d", i)
	}
	assert.Equal(t, []float64{2, 80}, []float64{ivs[0].days, ivs[0].lostG})
	spells := m.livedIn([]Spell{{Days: 1}, {Days: 3, Holding: "bench"}}, 8)
	assert.Equal(t, []float64{2, 6}, []float64{spells[0].days, spells[1].days})
}

// What weights say of a draw: twice the loss through leaves, its water by weight, and what was lost since.
func TestWhatWeightsSayOfADraw(t *testing.T) {
	c := weighed(rootless(50), 210, 200)
	m := ready(ctx(), c)
	f := *m.fit
	most := math.Exp(1.644854 * f.spread) // nine in ten, by a table of the normal distribution
	want := []float64{math.Exp(f.theta), f.Factor / most, f.Factor * most}
	assert.InDeltaSlice(t, want, []float64{f.Factor, f.Low, f.High}, 1e-5)
	f.theta, f.spread = math.Log(2), 0.1
	applied := func(kept float64) drawn {
		d := m.middle()
		d.start = 0.9
		f.apply(m, &d, func(int) float64 { return 0.9 }, kept)
		return d
	}
	d, at := applied(1), m.waterOf(210, 0.9)
	factor := 2 * math.Exp(0.1*1.2815516)
	assert.InDeltaSlice(t, []float64{m.skin.Value * factor, m.pores.Value * factor, at.full, (200 - at.dry) / at.full},
		[]float64{d.shut, d.open, d.full, d.start}, 1e-6)
	half := applied(0.5)
	gone := 0.5 * 0.1 * m.mass.Value * 1000 * 0.9
	assert.InDelta(t, at.full*(1-gone/m.middle().full), half.full, 1e-9)
	assert.InDelta(t, 0.05*at.full, applied(0.001).full, 1e-9, "what is kept at least: a house rule")
	f.last.DaysAgo = 0.9
	assert.InDelta(t, d.start, applied(1).start, 0, "less than a day")
	f.last.DaysAgo = 1
	m.since = m.livedIn([]Spell{{Days: 1, Holding: "bench"}}, 1)
	r := d.rates(&m.since[0].way.sky)
	assert.InDelta(t, d.start-r.dry/d.full, applied(1).start, 1e-9, "a day on the bench")
	f.last.DaysAgo = 2
	m.since = m.livedIn([]Spell{{Days: 2, Holding: "bench"}}, 2)
	assert.InDelta(t, d.start-2*r.dry/d.full, applied(1).start, 1e-9, "two days on the bench")
}

// A fall is asked about that is more than 3 % and more than five times what this plant loses: house rules.
func TestAFallIsHeldAgainstThisPlantsLoss(t *testing.T) {
	c := weighed(rootless(50), 230, 200)
	at := func(days float64) Weighing { return Weighing{Since: []Spell{{Days: days, Holding: "bench"}}} }
	week, hour := at(7), at(0.1)
	c.Weighings[0].DaysAgo, c.Weighings[1].DaysAgo = 14, 7
	asked := func(fall float64, next Weighing) bool { next.Grams = 200 - fall; return jumpFrom(c, next) != nil }
	m := ready(ctx(), c)
	require.Greater(t, m.fit.theta, 0.2, "it loses more than the table says")
	most := 5 * math.Exp(m.fit.theta) * m.intervals([]Weighing{c.Weighings[1], week})[0].lossG
	require.Greater(t, most, 12.0)
	assert.Equal(t, []bool{false, false, true}, []bool{asked(7, week), asked(most-0.01, week), asked(most+0.01, week)})
	week.Grams = 200 - most - 5
	assert.Contains(t, english.Say(jumpFrom(c, week).Words), fmt.Sprintf("about %.3g g was to be expected", most/5))
	c.Weighings[1].DaysAgo = 0.1
	c.Weighings = c.Weighings[1:]
	assert.Equal(t, []bool{false, false, true}, []bool{asked(5, hour), asked(6, hour), asked(6.01, hour)})
}
