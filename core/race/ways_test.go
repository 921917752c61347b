package race

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/roots"
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
	assert.Contains(t, r.Detail, "as it is held now, humid tub")

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
}

// Common practice, no source: the words of a chance, of days and of what a lever gives.
func TestChancesAndDaysInWords(t *testing.T) {
	for p, words := range map[float64]string{
		0.04: "less than one chance in twenty", 0.1: "about one chance in ten", 0.52: "about 5 chances in ten",
		0.96: "more than nineteen chances in twenty",
	} {
		o := Outcome{Chance: p}
		o.say()
		assert.Equal(t, words, o.ChanceWords)
		assert.Equal(t, p > 0.9, o.Good)
	}
	days := func(v float64) *float64 { return &v }
	for _, c := range []struct {
		band  Band
		words string
	}{
		{Band{Low: days(0), Median: days(0), High: days(0.4)}, "out already"},
		{Band{Low: days(40)}, "more than 6 weeks"},
		{Band{}, "more than a day"},
		{Band{Low: days(6), Median: days(10)}, "about 10 days, at least 6 days"},
		{Band{Low: days(6), Median: days(10), High: days(30)}, "about 10 days, from 6 days to 4 weeks"},
	} {
		c.band.say()
		assert.Equal(t, c.words, c.band.Words)
	}
	for _, c := range []struct {
		gain, days float64
		words      string
	}{
		{0.005, 2, ""},
		{0.12, 0, "12 more of a hundred root in time."},
		{0, 5, "It lasts 5 days longer."},
		{0.02, 200, "2 more of a hundred root in time. It lasts far longer."},
	} {
		l := Lever{Gain: c.gain, DryDays: c.days}
		l.say()
		assert.Equal(t, c.words, l.Words)
		assert.Equal(t, c.words != "", l.Helps)
	}
}
