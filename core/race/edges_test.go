package race

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/fault"
	"therapeon/core/patient"
	"therapeon/core/roots"
	"therapeon/language/english"
)

// One hour by hand: shut leaves lose 1 g, open ones 3 more as far as the roots make it good; roots fill a share of
// what is missing and give no more than they can.
func TestAnHourByHand(t *testing.T) {
	r := rates{full: 100, perG: 1 / 10.0, below: 65, slope: 1 / 20.0}
	for h := range r.shut {
		r.shut[h] = 1
	}
	water, f := r.hours(0, 1, 80, 0, 0)
	assert.Equal(t, []float64{79, 0, 1}, []float64{water, f.taken, f.lost}, "nothing to drink")
	water, f = r.hours(0, 1, 80, 5, 0)
	assert.InDeltaSlice(t, []float64{84, 5, 1}, []float64{water, f.taken, f.lost}, 1e-12, "half of 20 g, and 5 g at most")
	water, f = r.hours(0, 1, 96, 5, 0)
	assert.InDeltaSlice(t, []float64{97, 2, 1}, []float64{water, f.taken, f.lost}, 1e-12, "half of what is missing")
	for h := range r.extra {
		r.extra[h], r.once[h] = 3, 1.0/4
	}
	water, f = r.hours(0, 1, 90, 5, 0)
	assert.InDeltaSlice(t, []float64{91, 5, 4}, []float64{water, f.taken, f.lost}, 1e-12, "open as far as can be")
	_, f = r.hours(0, 1, 90, 2, 0)
	assert.InDelta(t, 1+3*2/4.0, f.lost, 1e-12, "the roots make half of it good")
	_, f = r.hours(0, 1, 75, 5, 0)
	assert.InDelta(t, 1+3*0.5, f.lost, 1e-12, "half open at 75 g")
	_, f = r.hours(0, 1, 65, 5, 0)
	assert.InDelta(t, 1, f.lost, 1e-12, "shut from 65 g down")
	water, f = r.hours(0, 1, 0.5, 0, 0)
	assert.Equal(t, []float64{0, 0.5}, []float64{water, f.lost}, "no more than there is")
	water, f = r.hours(0, 1, 3, 2.5, 0)
	assert.InDeltaSlice(t, []float64{4.5, 2.5, 1}, []float64{water, f.taken, f.lost}, 1e-12, "3 g and 2.5 more are enough")
	for h := range r.shut {
		r.shut[h] = 10
	}
	water, f = r.hours(0, 1, 3, 2, 0)
	assert.InDeltaSlice(t, []float64{0, 2, 5}, []float64{water, f.taken, f.lost}, 1e-12, "no more than 3 g and 2 more")
	for h := range r.shut {
		r.shut[h] = 1
	}
	_, f = r.hours(22, 9, 80, 0, 77)
	assert.Equal(t, 4, f.hours, "below 77 g after the fourth hour, over midnight")
	_, f = r.hours(22, 3, 80, 0, 77)
	assert.Zero(t, f.hours, "77 g are not below 77")
	_, f = r.hours(0, 30, 80, 0, 0)
	assert.InDelta(t, 30, f.lost, 1e-12)
}

// Leaves are warmer than the air by day, from six to eighteen; pores open then, or by night in those that do so.
func TestTheHoursOfADay(t *testing.T) {
	day := skyOf(indoors{nightC: 20, dayC: 20, warmerK: 2, humidity: 60, pressure: 101})
	night := skyOf(indoors{nightC: 20, dayC: 20, humidity: 60, pressure: 101, nightOpening: true})
	for h := range day.open {
		is := h >= 6 && h < 18
		assert.Equal(t, is, day.open[h], h)
		assert.Equal(t, !is, night.open[h], h)
		assert.Equal(t, is, day.pull[h] > night.pull[h]+1e-9, h)
	}
	d := drawn{areaM2: 0.1, full: 100, shut: 2, open: 20, uptake: 5, oldM2: 0.02, tips: 3, rootMM: 4,
		growth: 1, tipDays: 10}
	r := d.rates(&day)
	assert.InDelta(t, 0.1*day.pull[12]*2, r.shut[12], 1e-12)
	assert.InDelta(t, 0.1*day.pull[12]*18, r.extra[12], 1e-12)
	assert.Zero(t, r.extra[0])
	assert.InDeltaSlice(t, []float64{65, 0.1, 1 / 20.0}, []float64{r.below, r.perG, r.slope}, 1e-9,
		"shut under 65 %, open from 85 on: house rules")
	w := &way{pace: 0.5, wet: 0.5, reachMM: 10, reachedWet: 0.8}
	assert.InDelta(t, 5*1000/24.0*0.02*0.5, d.supply(w, -1), 1e-9, "old roots, half the time wet")
	// A tip after ten days at full pace, twenty at half of it; 10 mm more to the moisture.
	assert.InDelta(t, 20, d.tipOn(w), 1e-9)
	assert.Zero(t, d.newM2(w, 40))
	assert.InDelta(t, 3*math.Pi*4*5/1e6, d.newM2(w, 50), 1e-12, "5 mm of three roots drink")
	d.rest = 7
	assert.InDelta(t, 27, d.tipOn(w), 1e-9)
	assert.InDelta(t, 3*math.Pi*4*5/1e6, d.newM2(w, 57), 1e-12)
	assert.Equal(t, never, d.tipOn(&way{}))
}

// Rot adds up to the day that was drawn, faster in the first days after wounds; what ends it first counts, and only
// before its first tip.
func TestWhatEndsARun(t *testing.T) {
	w := &way{rotAWeek: 0.07, pace: 1}
	d := drawn{rotAt: 0.5}
	assert.InDelta(t, 50, d.rotOn(w), 1e-9, "a hundredth a day")
	d.freshDays, d.freshTimes = 10, 3
	assert.InDelta(t, 10+(0.5-0.3)/0.01, d.rotOn(w), 1e-9, "thirty of a hundred in the first ten days")
	d.rotAt = 0.15
	assert.InDelta(t, 5, d.rotOn(w), 1e-9)
	assert.Equal(t, never, d.rotOn(&way{}))
	prone := drawn{rotAt: 0.5, prone: 1}
	assert.InDelta(t, 25, prone.rotOn(&way{rotAWeek: 0.07, rotSpread: math.Ln2}), 1e-9, "prone to it: twice")
	assert.Equal(t, never, (&drawn{}).rotOn(&way{}))
	ends := func(rotAt, spent, tip float64) (string, float64) {
		loss, day := (&drawn{rotAt: rotAt, spentOn: spent}).endsBy(w, tip)
		return string(loss), day
	}
	for _, x := range []struct {
		rot, spent, tip float64
		loss            Loss
		day             float64
	}{
		{0.1, 0, 30, Rot, 10}, {0.1, 10, 30, Rot, 10}, {0.1, 9, 30, Spent, 9}, {0.1, 0, 10, "", never},
		{0.5, 30, 30, "", never},
		{0.5, 29, 30, Spent, 29},
	} {
		loss, day := ends(x.rot, x.spent, x.tip)
		assert.Equal(t, string(x.loss), loss, "%+v", x)
		assert.InDelta(t, math.Min(x.day, 1e9), math.Min(day, 1e9), 1e-9)
	}
	for _, x := range []struct {
		lost, ends float64
		other, by  Loss
	}{
		{10, 20, Rot, Thirst}, {20, 20, Rot, Thirst}, {30, 20, Rot, Rot}, {never, 60, Rot, Rot},
		{never, 61, Rot, ""}, {never, never, "", ""},
	} {
		assert.Equal(t, x.by, (&fate{lost: x.lost, ends: x.ends, other: x.other}).by(60), "%+v", x)
	}
	assert.True(t, lasts(100, 99, 90, 9))
	assert.False(t, lasts(100, 99, 90, 10))
	m := model{k: Table(), feedsCM2: 1000}
	for share, want := range map[float64]float64{0: 1, 0.03: 1, 0.065: 0.5, 0.1: 0, 0.2: 0} {
		assert.InDelta(t, want, m.reserveClock(share/10), 1e-9, "%v of the leaf it feeds; house rules", share)
	}
	assert.InDelta(t, 1, (&model{k: Table()}).reserveClock(0.1), 0)
}

// A weight that rose by more than 3 g or 3 %, or fell by more than five times what it can lose, is asked about: house
// rules.
func TestWeightsThatJump(t *testing.T) {
	c := rootless(60)
	c.Weighings = []Weighing{{DaysAgo: 7, Grams: 200}}
	kind := func(grams float64, anew bool) string {
		if j := jumpFrom(c, Weighing{Grams: grams, Anew: anew, Since: []Spell{{Days: 7, Holding: "tub"}}}); j != nil {
			return j.Kind
		}
		return ""
	}
	assert.Empty(t, kind(206, false))
	assert.Equal(t, "rise", kind(206.1, false))
	assert.Empty(t, kind(206.1, true), "it was cut")
	assert.Empty(t, kind(199, false))
	assert.Equal(t, "fall", kind(60, false))
	c.Weighings[0].Grams = 60
	assert.Empty(t, kind(63, false))
	assert.Equal(t, "rise", kind(63.1, false))
	c.Weighings = nil
	assert.Empty(t, kind(900, false), "it was not weighed before")
}

// What cannot be asked of a race, each at its edge; and what clearly better is, more than a tenth.
func TestWhatCannotBeRaced(t *testing.T) {
	field := func(change func(*start)) string {
		c := rootless(60)
		change(&c)
		var list fault.List
		if err := c.check(); err != nil {
			require.ErrorAs(t, err, &list)
			return list[0].Field
		}
		return ""
	}
	days := func(n int) func(*start) { return func(c *start) { c.Runs, c.Days = 1, n } }
	runs := func(n int) func(*start) { return func(c *start) { c.Runs, c.Days = n, 1 } }
	assert.Equal(t, []string{"", "", "days", "days"},
		[]string{field(days(1)), field(days(366)), field(days(0)), field(days(367))})
	assert.Equal(t, []string{"", "runs", "runs"}, []string{field(runs(200_000)), field(runs(0)), field(runs(200_001))})
	assert.Equal(t, "leaf_count", field(func(c *start) { days(1)(c); c.LeafAreaCM2 = 0 }))
	own := func(v float64) func(*start) {
		return func(c *start) { days(1)(c); c.LeafAreaCM2, c.Assumed = 0, map[string]float64{"leaf_cm2": v} }
	}
	assert.Empty(t, field(own(300)), "as it is said to be")
	assert.Equal(t, "assumed.leaf_cm2", field(own(math.NaN())))
	assert.Equal(t, "weighings[1].days_ago",
		field(func(c *start) { days(1)(c); c.Weighings = []Weighing{{DaysAgo: 5}, {DaysAgo: 5}} }))
	better := Table().ClearlyBetter.Value
	a := Advised{Chances: map[string]float64{"tub": better, "bag": 0, "lid": better + 0.01}}
	assert.False(t, a.Clearly("tub", "bag"))
	assert.False(t, a.Clearly("lid", "tub"))
	assert.True(t, a.Clearly("lid", "bag"))
	bare := &patient.Patient{Profile: group("cattleya")}
	require.Error(t, Check(bare, Ask{}))
	_, err := FitOf(bare, Ask{})
	require.Error(t, err)
	leafy := &patient.Patient{Profile: group("cattleya"), Intake: patient.Intake{LeafCount: 5}}
	require.NoError(t, Check(leafy, Ask{}))
	fit, err := FitOf(leafy, Ask{})
	require.NoError(t, err)
	assert.Nil(t, fit)
	assert.Nil(t, JumpTo(leafy, nil, 100))
	assert.NotEqual(t, Start(leafy, Ask{}), Start(leafy, Ask{Seed: 1}))
	assert.Equal(t, Start(leafy, Ask{}), Start(leafy, Ask{}))
	best, err := Best(ctx(), leafy, nil)
	require.NoError(t, err)
	assert.Contains(t, best.Chances, best.Way)
}

// What was taken of a plant, in words.
func TestWhatWasTakenOfAPlant(t *testing.T) {
	said := func(change func(*patient.Patient)) string {
		p := &patient.Patient{Profile: group("cattleya"), Intake: patient.Intake{LeafCount: 5}}
		change(p)
		return english.Say(StageOf(p, Ask{}))
	}
	assert.Equal(t, "No new tips yet. Its roots were not read: it is run as if none lived.", said(func(*patient.Patient) {}))
	assert.Contains(t, said(func(p *patient.Patient) { p.Given.TipsOut = true }), "New tips are out.")
	assert.Contains(t, said(func(p *patient.Patient) { p.Given.Limp = true }), "Limp or shrivelled.")
	read := func(p *patient.Patient) {
		p.Reading = &patient.Reading{On: "2030-05-01", Roots: roots.Reading{NoneFound: true}}
	}
	assert.Equal(t, "No new tips yet.", said(read))
	assert.Contains(t, said(func(p *patient.Patient) {
		p.Homes = []patient.Home{{From: "2030-05-01", Way: "bark", Potted: true}}
		p.Day = "2030-05-20"
	}), "It is in its pot: this is how it would go bare.")
}

// A run to the hour: a tenth of a gram an hour from 99.05 g, limp under 75, lost under 50; new roots of two
// millimetres a day from the fifth drink past their 4 mm, from the eighth day on.
func TestARunToTheHour(t *testing.T) {
	air := skyOf(indoors{nightC: 20, dayC: 20, humidity: 60, pressure: 101})
	w := &way{sky: air, pace: 1, reachMM: 4, reachedWet: 1}
	tenth := 0.1 / (0.1 * air.pull[0])
	d := drawn{areaM2: 0.1, full: 100, start: 0.9905, lost: 0.5, shut: tenth, tipDays: never, rotAt: 1}
	last := 0.0
	lived := func(seen bool) (fate, int) {
		calls := 0
		see := func(_ int, share float64) { calls, last = calls+1, share }
		if !seen {
			see = nil
		}
		f := d.live(w, 60, see)
		return f, calls
	}
	f, calls := lived(true)
	assert.InDeltaSlice(t, []float64{241, 491, 491}, []float64{f.limp * 24, f.lost * 24, f.alone * 24}, 1e-6)
	assert.Equal(t, 61, calls)
	assert.Equal(t, []float64{never, never}, []float64{f.tip, f.drink})
	assert.InDelta(t, 0.4995, last, 1e-9, "what is lost is drawn as it was lost")
	f, _ = lived(false)
	assert.InDelta(t, 491, f.lost*24, 1e-6)

	d.tipDays, d.growth, d.tips, d.rootMM, d.uptake = 5, 2, 3, 5, 100
	f, calls = lived(true)
	assert.InDeltaSlice(t, []float64{5, 8, 491, 61}, []float64{f.tip, f.drink, f.alone * 24, float64(calls)}, 1e-6)
	assert.Equal(t, []float64{never, never}, []float64{f.limp, f.lost}, "it drinks in time")
	w.rotAWeek = 7.0 / 3
	f, calls = lived(true)
	assert.Equal(t, []any{Rot, 61, never}, []any{f.by(60), calls, f.lost}, "it rots on the third day, and is followed on")
	assert.InDelta(t, 3, f.ends, 1e-9)
	f, _ = lived(false)
	assert.Equal(t, []any{Rot, never}, []any{f.by(60), f.drink})
	w.rotAWeek, d.tipDays, d.start = 0, 70, 0.6005
	f, _ = lived(true)
	assert.InDeltaSlice(t, []float64{1, 101}, []float64{f.limp * 24, f.lost * 24}, 1e-6, "limp within the hour")
	assert.Equal(t, never, f.tip, "not within the days")
	d.lost = 0.1
	f, _ = lived(true)
	assert.InDeltaSlice(t, []float64{501, 501}, []float64{f.lost * 24, f.alone * 24}, 1e-6)
	d.shut /= 5
	f, _ = lived(true)
	assert.Equal(t, never, f.lost)
	assert.InDelta(t, 2503, f.alone*24, 1e-6, "within twice the days")
	d.start, d.tipDays = 0.6779, 60
	f, _ = lived(true)
	assert.Equal(t, []float64{60, never}, []float64{f.tip, f.alone}, "a tip on the last day; 2,890 hours are too many")
	d.shut /= 5
	f, _ = lived(true)
	assert.Equal(t, never, f.alone)

	d.start, d.shut, d.lost, d.tipDays = 0.9905, tenth, 0.5, never
	d.oldM2, d.uptake, w.wet = 0.001, 1.2, 1
	hours := 0
	for g := 99.05; g >= 50; hours++ {
		g += min((100-g)*0.005, 0.05) - 0.1 // its roots make half of it good, and less near full
	}
	f, _ = lived(true)
	assert.InDeltaSlice(t, []float64{float64(hours), float64(hours)}, []float64{f.lost * 24, f.alone * 24}, 1e-6)
	f, _ = lived(false)
	assert.InDelta(t, hours, f.lost*24, 1e-6)
	d.tipDays = 5
	f, _ = lived(true)
	assert.InDelta(t, hours, f.alone*24, 1e-6)
	d.uptake = 100
	f, _ = lived(true)
	assert.Equal(t, []float64{never, never}, []float64{f.lost, f.alone}, "old roots are enough")
}
