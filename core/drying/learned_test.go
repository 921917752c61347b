package drying_test

import (
	"math"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"

	"therapeon/core/drying"
)

// house is a made-up pot: its own time to dry, and one who looks at it every few days.
type house struct {
	*rand.Rand
	own float64 // days
	s   float64
}

func (h house) cycle() float64 { return h.own * math.Exp(h.s*h.NormFloat64()) }

// asked is a cycle of which only yes and no were said, at looks on whole days.
func (h house) asked() (c drying.Cycle, took float64) {
	took = h.cycle()
	for day := 1 + h.IntN(3); ; day += 1 + h.IntN(3) {
		if float64(day) >= took {
			c.DryAt = float64(day)
			return c, took
		}
		c.WetAt = float64(day)
	}
}

// A house whose truths are drawn from the prior finds the next drying within its 80 % band four
// times in five: a calibrated forecast (Gneiting & Raftery 2007, J. Am. Stat. Assoc. 102:359).
func TestTheBandHoldsFourTimesInFive(t *testing.T) {
	const houses, factor = 1000, 1.25
	prior := drying.Span{Days: 9, Factor: 1.6}
	rng := rand.New(rand.NewPCG(7, 11))
	for name, weighed := range map[string]bool{"by yes and no alone": false, "by weights": true} {
		in, width := 0, 0.0
		for range houses {
			own := prior.Days * math.Exp(math.Log(prior.Factor)/1.2815515655446*rng.NormFloat64())
			h := house{rng, own, math.Log(factor)}
			var past []drying.Cycle
			for range 5 {
				c, took := h.asked()
				if weighed {
					c.Weighs = took * math.Exp(0.12*rng.NormFloat64())
				}
				past = append(past, c)
			}
			n := drying.Learn(prior, factor, past, drying.Cycle{})
			if next := h.cycle(); n.SoonDays <= next && next <= n.LateDays {
				in++
			}
			width += math.Log(n.LateDays/n.SoonDays) / houses
		}
		assert.InDelta(t, 0.8, float64(in)/houses, 0.04, name)
		prior := 2 * math.Hypot(math.Log(1.6), math.Log(factor)*1.2815515655446) // nothing seen
		assert.Less(t, width, 0.85*prior, "%s: what was seen narrows it", name)
	}
}

func TestWeightsNarrowIt(t *testing.T) {
	prior := drying.Span{Days: 9, Factor: 1.6}
	answers := []drying.Cycle{{WetAt: 6, DryAt: 9}, {WetAt: 7, DryAt: 9}, {WetAt: 5, DryAt: 8}}
	weights := []drying.Cycle{{Weighs: 7.5}, {Weighs: 8}, {Weighs: 7}}
	width := func(n drying.Next) float64 { return math.Log(n.LateDays / n.SoonDays) }
	nothing := drying.Learn(prior, 1.25, nil, drying.Cycle{})
	asked := drying.Learn(prior, 1.25, answers, drying.Cycle{})
	weighed := drying.Learn(prior, 1.25, weights, drying.Cycle{})
	now := drying.Learn(prior, 1.25, weights, drying.Cycle{Weighs: 7.4})
	assert.Less(t, width(asked), width(nothing))
	assert.Less(t, width(now), width(weighed), "a weight of this cycle says most")
	assert.InDelta(t, 9, nothing.Days, 0.1, "with nothing seen it is the table's")
	assert.InDelta(t, 7.5, weighed.Days, 0.5)
	assert.Equal(t, 3, asked.Cycles)
	assert.Equal(t, 6, asked.Answers)
	assert.Equal(t, 3, weighed.Weighed)
}

func TestStillWetPutsItOffAndDryBringsItForward(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		prior := drying.Span{
			Days: rapid.Float64Range(1, 40).Draw(t, "days"), Factor: rapid.Float64Range(1.1, 3).Draw(t, "factor"),
		}
		of := func(c drying.Cycle) drying.Next { return drying.Learn(prior, 1.25, []drying.Cycle{c}, drying.Cycle{}) }
		at := prior.Days * rapid.Float64Range(0.5, 2).Draw(t, "at")
		nothing := of(drying.Cycle{})
		assert.GreaterOrEqual(t, of(drying.Cycle{WetAt: at}).Days, nothing.Days*0.999)
		assert.LessOrEqual(t, of(drying.Cycle{DryAt: at}).Days, nothing.Days*1.001)
		wet := drying.Learn(prior, 1.25, nil, drying.Cycle{WetAt: at})
		assert.GreaterOrEqual(t, wet.SoonDays, at, "what is still wet is not due yet")
		assert.LessOrEqual(t, wet.SoonDays, wet.Days)
		assert.LessOrEqual(t, wet.Days, wet.LateDays)
		drier := of(drying.Cycle{Weighs: at, Drier: 2})
		assert.Greater(t, drier.Days, of(drying.Cycle{Weighs: at}).Days, "what dried so fast in drier air takes longer now")
	})
}

func TestTwoThoughtsOfAPot(t *testing.T) {
	a, b := drying.Span{Days: 4, Factor: 1.5}, drying.Span{Days: 9, Factor: 1.5}
	both := a.With(b)
	assert.InDelta(t, 6, both.Days, 1e-9, "of alike weight: their geometric mean")
	assert.Less(t, both.Factor, 1.5)
	assert.Equal(t, a, a.With(drying.Span{}))
	assert.Equal(t, a, drying.Span{}.With(a))
}

// A pot that dries by e^(−kt) with k 0.2 a day is at a quarter after ln 4 / 0.2 = 6.93 days.
func TestWhatWeightsSayOfCycles(t *testing.T) {
	k := drying.Table()
	var all []drying.Weight
	for cycle := range 2 {
		for day := range 5 {
			grams := 300 + 200*math.Exp(-0.2*float64(day))
			all = append(all, drying.Weight{Day: float64(10*cycle + day), Grams: grams, Wet: day == 0})
		}
	}
	begun, days := k.Weighed(all, drying.Prior{HoldsG: 200, PerDay: 0.5, Spread: 2}, 0.25)
	assert.Equal(t, []float64{0, 10}, begun)
	assert.InDeltaSlice(t, []float64{6.931, 6.931}, days, 0.01)
}
