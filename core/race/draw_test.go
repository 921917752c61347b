package race

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"

	"therapeon/core/climate"
	"therapeon/core/patient"
	"therapeon/core/roots"
)

// The strides by bc, to twenty places; the deviates of 0.9, 0.75 and 0.95 from any table of the normal distribution.
func TestWhatIsDrawnOfAFigure(t *testing.T) {
	assert.InDelta(t, 0.91421356237309505, share(0, 0, 0), 1e-12)
	assert.InDelta(t, 0.97213595499957939, share(1, 0, 2), 1e-12)
	assert.InDelta(t, 0.80649756064591926, share(2, 1, 1), 1e-9)
	a := Assumption{Value: 2, Low: 1, High: 4, Most: 2.5}
	for u, want := range map[float64][2]float64{0.1: {1, 0.5}, 0.5: {2, 2}, 0.9: {4, 2.5}, 0.001: {0.375967, 0}} {
		assert.InDeltaSlice(t, want[:], []float64{a.spreads(u), a.varies(u)}, 1e-3, "a lognormal draw, and a normal one within limits")
	}
	for _, a := range []Assumption{{Value: 3, Low: 3, High: 3}, {Value: 3, Low: 4, High: 2}, {Value: 3, High: 4}} {
		assert.Zero(t, a.sigma())
		assert.Equal(t, []float64{3, 0}, []float64{a.spreads(0.9), a.sigma()})
	}
	two := Assumption{Value: 2} // weeks, exactly
	assert.Equal(t, []float64{14, 11, 0, 0},
		[]float64{two.daysAfter(0, 0.7), two.daysAfter(3, 0.7), two.daysAfter(14, 0.7), two.daysAfter(20, 0.7)})
	ten := Assumption{Value: 10 / 7.0, Low: 5 / 7.0, High: 20 / 7.0}
	for _, x := range [][3]float64{
		{0, 0.5, 10}, {0, 0.1, 5}, {0, 0.9, 20}, {10, 0.8, 20 - 10}, {20, 0.5, 24.342645 - 20},
		{10, 0.5, 10*math.Exp2(0.6744898/1.2815516) - 10},
	} {
		assert.InDelta(t, x[2], ten.daysAfter(x[0], x[1]), 1e-4, "held %g days", x[0])
	}
	assert.False(t, math.IsInf(ten.daysAfter(0, 1), 0))
	assert.False(t, math.IsInf(ten.daysAfter(5, 1), 0))
}

// A plant that is drawn, by hand: of each figure its share of the range.
func TestAPlantThatIsDrawn(t *testing.T) {
	c := rootless(50)
	c.Profile, c.Bulbs, c.HeldDays, c.Growth, c.Fresh = group("cattleya"), 3, 12, patient.Resting, 9
	c.LiveRootCM2 = roots.Range{Low: 10, Point: 25, High: 40}
	m := ready(ctx(), c)
	k, u := m.k, func(of int) float64 { return share(4, 0, of) }
	d := m.draw(4, change{})
	leaf := 0.1 * m.mass.spreads(u(ofMass)) * 1000
	assert.InDelta(t, leaf*0.9+3*m.bulb.spreads(u(ofMass))*0.92, d.full, 1e-9, "from memory: nine tenths of leaf, and a little more of bulb, is water")
	assert.InDelta(t, (10+30*u(ofRoots))/1e4, d.oldM2, 1e-12)
	assert.InDelta(t, m.start.varies(u(ofStart)), d.start, 1e-12)
	assert.InDelta(t, max(1, math.Round(m.tips.spreads(u(ofTips)))), d.tips, 0)
	assert.Equal(t, []float64{m.skin.spreads(u(ofSkin)), m.pores.spreads(u(ofPores)), m.uptake.spreads(u(ofUptake)),
		m.growth.spreads(u(ofGrowth))}, []float64{d.shut, d.open, d.uptake, d.growth})
	assert.InDelta(t, 7*m.rest.spreads(u(ofRest)), d.rest, 1e-12)
	assert.InDelta(t, -math.Log(1-u(ofRot)), d.rotAt, 1e-12)
	assert.Equal(t, []float64{deviate(u(ofHazard)), k.RotTimes.Value, 9}, []float64{d.prone, d.freshTimes, d.freshDays})
	assert.InDelta(t, m.reserve.daysAfter(12, u(ofReserve))/m.reserveClock(d.oldM2), d.spentOn, 1e-9)

	mid := m.middle()
	assert.InDelta(t, 0.1*m.mass.Value*1000*0.9+3*m.bulb.Value*0.92, mid.full, 1e-9)
	assert.InDelta(t, 25/1e4, mid.oldM2, 1e-12)
	assert.InDelta(t, mid.full/(0.1*m.mass.Value*1000+3*m.bulb.Value), m.waterShare(), 1e-12)

	m.held, m.clock = 0, 1
	once := m.draw(4, change{}).tipDays
	m.clock = 1.6
	assert.InDelta(t, 1.6*once, m.draw(4, change{}).tipDays, 1e-9)
	m.reserve = Assumption{}
	assert.InDelta(t, 1/24.0, m.draw(4, change{}).spentOn, 1e-12, "its first hour")
	m.feedsCM2 = 1
	assert.Zero(t, m.draw(4, change{}).spentOn, "its roots feed it")
	none := ready(ctx(), rootless(50))
	none.leaf = 0
	assert.Equal(t, k.LeafWaterShare.Value, none.waterShare())
}

// Each lever changes its own thing of a way, and rot is that of the way in its warmth.
func TestWhatAChangeMakesOfAWay(t *testing.T) {
	c := rootless(50)
	c.DayC, c.Light = 25, "sun"
	m := ready(ctx(), c)
	is := func(code string, by change, want func(*start)) {
		other := c
		want(&other)
		method, _ := m.k.Method(code)
		assert.Equal(t, ready(ctx(), other).way(method, change{}), m.way(method, by), "%s %+v", code, by)
	}
	own := func(code string, v float64) func(*start) {
		return func(c *start) { c.Assumed = map[string]float64{code: v} }
	}
	is("tub", change{warmer: 3}, func(c *start) { c.NightC, c.DayC = 24, 28 })
	is("tub", change{cool: true}, own("leaf_warmer_k", 0))
	is("bench", change{humidity: 20}, own("humidity", 70))
	is("bench", change{humidity: 60}, own("humidity", 100))
	is("bench", change{exactly: 77}, own("humidity", 77))
	is("bench", change{every: 0.5}, own("soak_every_days", 0.5))
	is("bench", change{every: 300}, func(*start) {})
	method, _ := m.k.Method("nest")
	w := m.way(method, change{})
	assert.InDelta(t, method.RotPercentWeek.Value/100*rotTimes(c.Profile, 21, 25, w.wet), w.rotAWeek, 1e-12)
}

// The pace of roots, of a moth orchid: all of it within its range, half of it halfway to where it stands still (house
// rules).
func TestTheWarmthOfRoots(t *testing.T) {
	p, k := group("phalaenopsis"), Table()
	low, high := p.RangeC()
	low += k.WarmFromK.Value
	for c, want := range map[float64]float64{
		low: 1, high: 1, (low + high) / 2: 1, low - k.StillBelowK.Value/2: 0.5, high + k.StillAboveK.Value/2: 0.5,
		low - k.StillBelowK.Value: 0, high + k.StillAboveK.Value: 0, high + 20: 0, low - 20: 0,
	} {
		assert.InDelta(t, want, pace(p, c, c), 1e-9, "%g °C", c)
	}
	warmest := int(climate.Table().WarmestHour.Value)
	for after, want := range map[int]float64{0: 25, -6: 20, -12: 15, 6: 20} {
		assert.InDelta(t, want, celsius(15, 25, warmest+after), 1e-9)
	}
}

// What is assumed of a plant: bulbs where it has some, by its kind or as of others.
func TestWhatIsAssumedOfAPlant(t *testing.T) {
	bulb := func(code string, n int) (found []float64) {
		c := rootless(50)
		c.Profile, c.Bulbs = group(code), n
		for _, a := range assumptions(c) {
			if a.Code == "bulb_g" {
				found = append(found, a.Low, a.Value, a.High)
			}
		}
		return found
	}
	assert.Empty(t, bulb("cattleya", 0))
	assert.Equal(t, []float64{12, 25, 50}, bulb("cattleya", 2), "from memory, no source")
	assert.Equal(t, []float64{5, 15, 45}, bulb("phalaenopsis", 1))
	assert.Equal(t, []float64{5, 15, 45}, bulb("other-epiphyte", 1))
	assert.Equal(t, 500, inShort(), "a quarter of all runs")
}
