package race

import (
	"context"
	"math"

	"gonum.org/v1/gonum/stat/distuv"

	"therapeon/core/bands"
	"therapeon/core/patient"
	"therapeon/core/roots"
	"therapeon/core/units"
)

// What is drawn for each run, one dimension each.
const (
	ofSkin = iota
	ofPores
	ofMass
	ofUptake
	ofRoots
	ofStart
	ofLost
	ofTip
	ofGrowth
	ofTips
	ofRot    // whether chance brings rot
	ofHazard // how prone to it this plant is
	ofReserve
	ofRest
	dimensions
)

// steps are the strides of an additive recurrence that fills the unit cube evenly in any
// number of draws: the roots of the primes (Richtmyer 1951). Each is a quadratic irrational,
// which no fraction comes near, so every dimension alone is filled evenly too. An even filling
// settles faster than chance does, and every program that runs it gets the same.
var steps = [dimensions]float64{
	math.Sqrt2, math.Sqrt(3), math.Sqrt(5), math.Sqrt(7), math.Sqrt(11), math.Sqrt(13), math.Sqrt(17),
	math.Sqrt(19), math.Sqrt(23), math.Sqrt(29), math.Sqrt(31), math.Sqrt(37), math.Sqrt(41), math.Sqrt(43),
}

// share is the draw of a run in a dimension, in (0, 1).
func share(run, seed, dimension int) float64 {
	_, u := math.Modf(0.5 + float64(run+1+seed*7919)*steps[dimension])
	return math.Min(math.Max(u, units.Hair), 1-units.Hair)
}

// deviate is the standard normal deviate of a share.
func deviate(u float64) float64 { return distuv.UnitNormal.Quantile(u) }

// bounds is the deviate that bounds the middle four fifths, the range of an estimate.
var bounds = deviate(bands.High)

// sigma is the standard deviation of the logarithm of an assumption; 0 where it is exact.
func (a Assumption) sigma() float64 {
	if a.Low >= a.High || a.Low <= 0 {
		return 0
	}
	return math.Log(a.High/a.Low) / (2 * bounds)
}

// spreads is a lognormal draw about the value of an assumption.
func (a Assumption) spreads(u float64) float64 {
	if sigma := a.sigma(); sigma > 0 {
		return a.Value * math.Exp(deviate(u)*sigma)
	}
	return a.Value
}

// varies is a normal draw about the value of an assumption, within its limits.
func (a Assumption) varies(u float64) float64 {
	v := a.Value + deviate(u)*(a.High-a.Low)/(2*bounds)
	return math.Min(math.Max(v, a.Least), a.Most)
}

// model is a case made ready to be drawn from.
type model struct {
	ctx  context.Context // ends when nobody waits for the answer
	c    start
	k    *Knowledge
	b    *book
	fit  *Fit
	leaf float64 // cm²

	plants []drawn // of each run, as it is

	skin, pores, mass, bulb, uptake, roots, start, lost, tip, growth, tips, reserve, rest Assumption

	held     float64
	clock    float64 // times the time to the first tip
	feedsCM2 float64 // what its roots have to feed
	fresh    float64 // times the rot of the first days
	since    []lived // how it was held since its last weighing
}

func ready(ctx context.Context, c start) *model {
	m := &model{ctx: ctx, c: c, k: Table(), b: assume(c)}
	m.leaf = m.b.value("leaf_cm2")
	m.feedsCM2 = roots.Context{LeafAreaCM2: m.leaf, Bulbs: c.Bulbs}.FeedsCM2()
	m.skin, m.pores, m.mass = m.b.at("shut"), m.b.at("open"), m.b.at("fresh_kg_m2")
	m.uptake, m.roots, m.start, m.lost = m.b.at("uptake"), m.b.at("roots_cm2"), m.b.at("start"), m.b.at("lost")
	m.growth, m.tips = m.b.at("growth_mm"), m.b.at("tips")
	if c.Bulbs > 0 {
		m.bulb = m.b.at("bulb_g")
	}
	if !c.TipsOut {
		m.tip, m.held, m.clock = m.b.at("tip_weeks"), m.b.value("held_days"), m.b.value("tip_clock")
		m.reserve = m.b.at("reserve_weeks")
		if c.Growth == patient.Resting {
			m.rest = m.b.at("rest_weeks")
		}
		if c.Fresh > 0 {
			m.fresh = m.b.value("rot_times")
		}
	}
	m.weigh()
	return m
}

// change is what a lever changes.
type change struct {
	humidity float64 // points more
	cool     bool    // no warmer than the air
	lessLeaf float64 // share of the leaf taken
	every    float64 // days between soaks; 0: as they are
	warmer   float64 // K
	exactly  float64 // humidity, percent; 0: that of the method
}

// way is a way of holding this plant.
func (m *model) way(method Method, by change) *way {
	night, day := m.b.value("night_c")+by.warmer, m.b.value("day_c")+by.warmer
	warmerK := m.b.value("leaf_warmer_k")
	if by.cool {
		warmerK = 0
	}
	humidity := math.Min(units.Percent, m.b.humidity(method)+by.humidity)
	if by.exactly > 0 {
		humidity = by.exactly
	}
	every := m.b.value("soak_every_days")
	if by.every > 0 {
		every = math.Min(every, by.every)
	}
	w := &way{
		sky: skyOf(
			indoors{
				nightC:       night,
				dayC:         day,
				warmerK:      warmerK,
				humidity:     humidity,
				pressure:     m.b.pressure(),
				nightOpening: m.k.Classes[m.c.Profile.LeafConductance.Value].NightOpening,
			},
		),
		pace:       pace(m.c.Profile, night, day),
		wet:        m.b.wetShare(method, every),
		reachMM:    method.ReachMM.Value,
		reachedWet: method.ReachedShare.Value,
	}
	if !m.c.TipsOut {
		rot := m.b.at("rot:" + method.Code)
		w.rotAWeek, w.rotSpread = rot.Value/units.Percent*rotTimes(m.c.Profile, night, day, w.wet), rot.sigma()
	}
	return w
}

// draw makes the plant of a run.
func (m *model) draw(run int, by change) drawn {
	u := func(dimension int) float64 { return share(run, m.c.Seed, dimension) }
	kept := 1 - by.lessLeaf
	leaf := m.leaf * kept / units.CM2PerM2
	bulbs := float64(m.c.Bulbs) * m.bulb.spreads(u(ofMass))
	leafMass := leaf * m.mass.spreads(u(ofMass)) * units.GPerL
	d := drawn{
		areaM2: leaf, full: leafMass*m.k.LeafWaterShare.Value + bulbs*m.k.BulbWaterShare.Value,
		start: m.start.varies(u(ofStart)), lost: m.lost.varies(u(ofLost)),
		shut: m.skin.spreads(u(ofSkin)), open: m.pores.spreads(u(ofPores)),
		oldM2:  (m.roots.Low + (m.roots.High-m.roots.Low)*u(ofRoots)) / units.CM2PerM2,
		uptake: m.uptake.spreads(u(ofUptake)), growth: m.growth.spreads(u(ofGrowth)),
		tips: math.Round(math.Max(1, m.tips.spreads(u(ofTips)))), rootMM: m.c.Profile.RootDiameterMM.Value,
	}
	if !m.c.TipsOut {
		m.wait(&d, u)
	}
	if m.fit != nil {
		m.fit.apply(m, &d, u, kept)
	}
	d.start = math.Min(math.Max(d.start, d.lost), 1)
	return d
}

// wait draws what a plant without tips waits for, and what may end it meanwhile.
func (m *model) wait(d *drawn, u func(int) float64) {
	tip := m.tip
	tip.Value, tip.Low, tip.High = tip.Value*m.clock, tip.Low*m.clock, tip.High*m.clock
	d.tipDays = tip.daysAfter(m.held, u(ofTip))
	d.rest = units.DaysAWeek * m.rest.spreads(u(ofRest))
	if clock := m.reserveClock(d.oldM2); clock > 0 {
		d.spentOn = max(1.0/units.HoursADay, m.reserve.daysAfter(m.held, u(ofReserve))/clock)
	}
	d.rotAt = -math.Log(1 - u(ofRot))
	d.prone = deviate(u(ofHazard))
	d.freshTimes, d.freshDays = m.fresh, m.c.Fresh
}

// daysAfter is when what takes so many weeks comes, in days, given that it did not while the
// plant was held.
func (a Assumption) daysAfter(held, u float64) float64 {
	median, sigma := a.Value*units.DaysAWeek, a.sigma()
	if sigma == 0 || median <= 0 {
		return math.Max(0, median-held)
	}
	past := 0.0
	if held > 0 {
		past = math.Erfc(-math.Log(held/median)/sigma/math.Sqrt2) / 2
	}
	after := math.Min(past+u*(1-past), 1-units.Speck)
	return math.Max(0, median*math.Exp(sigma*deviate(after))-held)
}

// middle is the plant of the middle figures.
func (m *model) middle() drawn {
	bulbs := float64(m.c.Bulbs) * m.bulb.Value
	leaf := m.leaf / units.CM2PerM2
	return drawn{
		areaM2: leaf, full: leaf*m.mass.Value*units.GPerL*m.k.LeafWaterShare.Value + bulbs*m.k.BulbWaterShare.Value,
		start: m.start.Value, lost: m.lost.Value, shut: m.skin.Value, open: m.pores.Value,
		oldM2: m.roots.Value / units.CM2PerM2, uptake: m.uptake.Value, growth: m.growth.Value, tips: m.tips.Value,
		tipDays: never, rootMM: m.c.Profile.RootDiameterMM.Value,
	}
}

// waterShare is the share of the whole plant's mass that is water when full.
func (m *model) waterShare() float64 {
	d := m.middle()
	leaf := m.leaf / units.CM2PerM2 * m.mass.Value * units.GPerL
	mass := leaf + float64(m.c.Bulbs)*m.bulb.Value
	if mass <= 0 {
		return m.k.LeafWaterShare.Value
	}
	return d.full / mass
}
