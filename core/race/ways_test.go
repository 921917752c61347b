package race

import (
	"math"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/roots"
	"therapeon/language/english"
)

func TestTheHumidityNeededGivesNineInTen(t *testing.T) {
	c := rootless(50)
	c.Runs = 2000
	o := by(t, run(t, c), "lid")
	require.Equal(t, "humidity", o.Needs)
	c.Assumed = map[string]float64{"air:lid": *o.NeedsPercent}
	assert.InDelta(t, 0.9, by(t, run(t, c), "lid").Chance, 0.04)

	c = rootless(50)
	c.Profile, c.LeafAreaCM2, c.NightC, c.DayC = group("miltoniopsis"), 450, 2, 4
	assert.Equal(t, "none", by(t, run(t, c), "bag").Needs, "too cold for any tip")
	assert.Equal(t, 0.0, by(t, run(t, c), "bag").Chance)

	c = rootless(50)
	c.TipsOut = true
	c.LiveRootCM2 = roots.Range{Low: 300, Point: 300, High: 300}
	assert.Equal(t, "any", by(t, run(t, c), "nest").Needs)
}

func TestLeversAreInTheOrderOfWhatTheyGain(t *testing.T) {
	c := rootless(60)
	c.Holding, c.Light, c.Runs = "tub", "sun", 1000
	r := run(t, c)
	require.Len(t, r.Levers, len(Table().Levers))
	of := func(gain, days float64) Lever { return Lever{Gain: gain, DryDays: days} }
	assert.Equal(t, []int{-2, 7, -4, 0}, []int{byGain(of(0.12, 1), of(0.1, 9)), byGain(of(0.03, 0), of(0.1, 0)),
		byGain(of(0.104, 9), of(0.101, 5)), byGain(of(0, 5.3), of(0, 5))}, "by points, then by days")
	for i := 1; i < len(r.Levers); i++ {
		assert.GreaterOrEqual(t, math.Round(100*r.Levers[i-1].Gain), math.Round(100*r.Levers[i].Gain))
	}
	gain := map[string]float64{}
	for _, l := range r.Levers {
		gain[l.Code] = l.Gain
	}
	assert.Greater(t, gain["shade"], 0.2, "leaves in the sun are warmer than the air")
	assert.Greater(t, gain["humidity"], 0.05)
	assert.InDelta(t, 0, gain["soak"], 1e-9, "there is no root to drink")
	assert.Contains(t, english.Say(r.Detail), "as it is held now, humid tub")

	c.LiveRootCM2 = roots.Range{Low: 60, Point: 60, High: 60}
	for _, l := range run(t, c).Levers {
		if l.Code == "soak" {
			assert.Greater(t, l.Gain, 0.1, "now there is")
		}
	}
}

// In short and in full it advises the same.
func TestBestIsTheFirstOfTheRace(t *testing.T) {
	for _, h := range []float64{40, 60, 85} {
		for _, g := range []string{"phalaenopsis", "cattleya", "vanda", "oncidium"} {
			c := rootless(h)
			c.Profile, c.Runs = group(g), 0
			best, err := bestFrom(ctx(), c)
			require.NoError(t, err)
			assert.Equal(t, run(t, c).Best, best.Way, "%s at %g %%", g, h)
		}
	}
	_, err := bestFrom(ctx(), start{Profile: group("vanda")})
	require.Error(t, err)
}

func TestANestIsNotForAVanda(t *testing.T) {
	c := rootless(70)
	c.Profile = group("vanda")
	r := run(t, c)
	assert.Equal(t, "nest", r.Outcomes[len(r.Outcomes)-1].Code)
	assert.NotNil(t, by(t, r, "nest").Unsuited)
	assert.NotEqual(t, "nest", r.Best)
}

// Of ways with a good chance the gentlest is advised, though another has a better.
func TestTheGentlestWayWithAGoodChanceIsAdvised(t *testing.T) {
	k := Table()
	at := func(chances ...float64) []string {
		var all []Outcome
		for i, c := range chances {
			all = append(all, Outcome{Code: k.Methods[i].Code, ranks: c})
		}
		var codes []string
		for _, o := range k.ranked(all) {
			codes = append(codes, o.Code)
		}
		return codes
	}
	first := k.Methods[0].Code
	assert.Equal(t, first, at(0.91, 0.99, 1)[0], "nine in ten is enough")
	assert.Equal(t, k.Methods[2].Code, at(0.5, 0.6, 0.8)[0], "else the best")
	assert.Equal(t, first, at(0.50, 0.52, 0.51)[0], "alike, the gentler one")
	assert.Equal(t, first, at(0.47, 0.5)[0], "three hundredths are alike, a house rule")
	assert.Equal(t, k.Methods[1].Code, at(0.469, 0.5)[0])
}

// Others are alike that suit the plant and have its chance within three hundredths.
func TestWaysThatAreAlike(t *testing.T) {
	for _, kind := range []string{"phalaenopsis", "vanda"} {
		c := rootless(99)
		c.Profile, c.TipsOut = group(kind), true
		best, err := bestFrom(ctx(), c)
		require.NoError(t, err)
		for _, m := range Table().Methods {
			alike := m.Code != best.Way && m.Suits(kind) && math.Abs(best.Chances[m.Code]-best.Chances[best.Way]) < 0.03
			assert.Equal(t, alike, slices.Contains(best.Alike, m.Code), "%s: %s", kind, m.Code)
		}
		assert.NotEmpty(t, best.Alike)
	}
}

// What is counted of fates, by hand: who roots in time, what takes the others, and the days, of the first alone.
func TestFatesAreCounted(t *testing.T) {
	won := fate{tip: 10, lost: never, ends: never, alone: 30, limp: 20}
	dry := fate{tip: 40, lost: 25, ends: never, alone: 25, limp: 12}
	rots := fate{tip: 50, lost: never, ends: 8, other: Rot, alone: never, limp: never}
	waits := fate{tip: never, lost: never, ends: 61, other: Rot, alone: never, limp: never}
	spent := fate{tip: 50, lost: never, ends: 60, other: Spent, alone: never, limp: never}
	o := Outcome{Water: make([]Water, 61)}
	o.count([]fate{won, dry, rots, waits, won, spent, won, won, won, won}, 2)
	assert.InDeltaSlice(t, []float64{0.6, 0.3, 0.1}, []float64{o.Chance, o.Lost, o.Waiting}, 1e-9)
	assert.Equal(t, map[Loss]float64{Thirst: 0.1, Rot: 0.1, Spent: 0.1}, o.LostBy)
	assert.Equal(t, Spent, o.Likelier, "of those alike the last")
	assert.InDelta(t, 0.6, o.ranks, 1e-12)
	assert.Equal(t, []float64{10, 12, 25, -15, 20},
		[]float64{*o.Tip.Median, *o.Limp.Low, *o.LostOn.Low, *o.Margin.Low, *o.Margin.High})
	assert.False(t, o.Endless)

	few := append(slices.Repeat([]fate{waits}, 19), dry)
	o = Outcome{Water: make([]Water, 61)}
	o.count(few, 20)
	assert.Equal(t, Thirst, o.Likelier, "one of twenty is named, a house rule")
	assert.Equal(t, []float64{0, 0}, []float64{*o.Margin.Low, *o.Margin.High}, "neither comes")
	assert.True(t, o.Endless)
	o = Outcome{Water: make([]Water, 61)}
	o.count(append(few, waits), 21)
	assert.Empty(t, o.Likelier)
	o = Outcome{Water: make([]Water, 61)}
	o.count(slices.Concat(slices.Repeat([]fate{won}, 500), slices.Repeat([]fate{dry}, 500)), 1000)
	assert.Equal(t, []float64{1, 0.5}, []float64{o.ranks, o.Chance}, "ranked by as many runs as a race in short takes")

	o = Outcome{Water: make([]Water, 61)}
	o.count([]fate{{tip: 10, lost: never, ends: never, alone: never, limp: never}}, 1)
	assert.Nil(t, o.Margin.Median, "it holds out without")

	tens := bandOf([]float64{10, 9, 8, 7, 6, 5, 4, 3, 2, 1, 0})
	assert.Equal(t, []float64{1, 5, 9}, []float64{*tens.Low, *tens.Median, *tens.High})
	var bin [bins + 1]int32
	assert.InDelta(t, 1, quantile(&bin, 4, 0.5), 0)
	bin[10], bin[20] = 2, 2
	for share, want := range map[float64]float64{0.25: 10.5, 0.5: 11, 0.625: 20.25, 0.75: 20.5} {
		assert.InDelta(t, want/500, quantile(&bin, 4, share), 1e-12)
	}
	bin[500] = 4
	assert.InDelta(t, 1, quantile(&bin, 8, 0.9), 0)
}

// A search ends early and says what all runs would; the humidity that it finds is the least whole one or so; a plant
// that is never lost holds out twice the days.
func TestSearchesSayWhatAllRunsWould(t *testing.T) {
	c := rootless(50)
	c.Days = 120
	m := ready(ctx(), c)
	m.drawAll()
	for runs, want := range map[int]int{100: 100, 300: 200, 1600: 200, 4000: 500} {
		assert.Equal(t, want, (&model{c: start{Runs: runs}}).thin())
	}
	lid, _ := m.k.Method("lid")
	for _, h := range []float64{40, 75, 90, 97} {
		chance := m.chance(lid, change{exactly: h})
		assert.True(t, m.gives(lid, h, chance), "%g %%", h)
		assert.False(t, m.gives(lid, h, chance+0.004), "%g %%: half a run more", h)
	}
	needs, at := m.humidityFor(lid, 0.5)
	require.Equal(t, "humidity", needs)
	assert.GreaterOrEqual(t, m.chance(lid, change{exactly: *at}), 0.5)
	assert.Less(t, m.chance(lid, change{exactly: *at - 2}), 0.5)
	assert.InDelta(t, 240, m.dryDays(lid, change{exactly: 100}), 0)
	dry := m.dryDays(lid, change{})
	assert.Greater(t, dry, 1.0)
	for _, l := range m.levers(lid) {
		if l.Code == "leaves" {
			assert.InDelta(t, m.dryDays(lid, change{lessLeaf: l.By.Value})-dry, l.DryDays, 1e-9)
			assert.InDelta(t, m.chance(lid, change{lessLeaf: l.By.Value})-m.chance(lid, change{}), l.Gain, 1e-9)
		}
	}
}
