package race

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"therapeon/core/patient"
	"therapeon/core/taxa"
	"therapeon/language/english"
)

// More of any hazard never raises the chance of any plant.
func TestMoreOfAnyHazardNeverRaisesTheChance(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		c := anyCase(t)
		c.TipsOut, c.Runs, c.Days = false, 60, 120
		before, err := runFrom(ctx(), c)
		require.NoError(t, err)
		c.Assumed = map[string]float64{}
		at := func(code string) float64 {
			for _, a := range before.Assumptions {
				if a.Code == code {
					return a.Value
				}
			}
			return 0
		}
		// Each own figure is exact, so that both runs are: only its height differs.
		hazard := rapid.SampledFrom([]string{"rot:bag", "rot:tub", "reserve_weeks", "fresh"}).Draw(t, "hazard")
		worse := c
		switch hazard {
		case "reserve_weeks":
			c.Assumed = map[string]float64{hazard: at(hazard)}
			worse.Assumed = map[string]float64{hazard: max(1, at(hazard)/3)}
		case "fresh":
			worse.Fresh = always
		default:
			c.Assumed = map[string]float64{hazard: at(hazard)}
			worse.Assumed = map[string]float64{hazard: min(99, at(hazard)*4)}
		}
		before, err = runFrom(ctx(), c)
		require.NoError(t, err)
		after, err := runFrom(ctx(), worse)
		require.NoError(t, err)
		for _, o := range after.Outcomes {
			for _, was := range before.Outcomes {
				if was.Code == o.Code {
					assert.LessOrEqual(t, o.Chance, was.Chance, "%s: %s", hazard, o.Code)
				}
			}
		}
	})
}

// Least between 18 and 24 °C, twice for 10 K above, and twice where it is wet and colder than
// its kind grows in (from memory, no source).
func TestWarmthAndColdWetBringRot(t *testing.T) {
	phal := group("phalaenopsis")
	times := func(c, wet float64) float64 { return rotTimes(phal, c, c, wet) }
	assert.InDelta(t, 1, times(18, 1), 1e-9)
	assert.InDelta(t, 1, times(24, 1), 1e-9)
	assert.InDelta(t, 2, times(34, 0), 1e-9)
	assert.InDelta(t, math.Sqrt2, times(29, 0), 1e-9)
	assert.InDelta(t, 1, times(12, 0), 1e-9, "cold and dry")
	assert.InDelta(t, 2, times(12, 1), 1e-9, "cold and wet")
	assert.InDelta(t, 1, rotTimes(group("cymbidium"), 12, 12, 1), 1e-9, "it grows at 12 °C")
}

// A new growth that is finishing brings roots sooner, none later; at rest the clock stands.
func TestTheTipsClockRunsByTheGrowth(t *testing.T) {
	tip := func(g patient.Growth) float64 {
		c := rootless(99)
		c.Growth, c.Runs = g, 2000
		c.Assumed = map[string]float64{"rest_weeks": 4}
		if g != patient.Resting {
			c.Assumed = nil
		}
		return *by(t, run(t, c), "lid").Tip.Median
	}
	begun := tip(patient.Growing)
	assert.InDelta(t, 28, begun, 0.5, "four weeks")
	assert.InDelta(t, begun, tip(""), 1e-9, "as where it is not noted")
	assert.InDelta(t, 0.6*28, tip(patient.Maturing), 0.5)
	assert.InDelta(t, 1.6*28, tip(patient.Idle), 0.5)
	assert.InDelta(t, begun+28, tip(patient.Resting), 1e-6, "four weeks of rest first")
}

// From memory, no source: the revised classes, groups and hazards, as their table has them.
func TestFiguresOfTheRace(t *testing.T) {
	k := Table()
	for class, want := range map[string][3][3]float64{
		"thick":    {{1, 0.5, 2}, {20, 10, 40}, {2}},
		"leathery": {{0.7, 0.35, 1.4}, {30, 12, 70}, {1.2, 0.9, 1.6}},
		"thin":     {{1.5, 0.8, 3}, {80, 40, 150}, {0.45}},
	} {
		c := k.Classes[class]
		assert.Equal(t, want[0], [3]float64{c.Shut.Value, c.Shut.Low, c.Shut.High}, class)
		assert.Equal(t, want[1], [3]float64{c.Open.Value, c.Open.Low, c.Open.High}, class)
		assert.Equal(t, want[2][0], c.FreshKgM2.Value, class)
	}
	for code, want := range map[string][3]float64{"bench": {0.2, 0.1, 0.5}, "tub": {0.5, 0.2, 1},
		"pebbles": {0.7, 0.3, 1.5},
		"lid":     {1, 0.4, 2}, "nest": {1.5, 0.6, 3.5}, "bag": {3, 1, 6}} {
		m, _ := k.Method(code)
		assert.Equal(t, want, [3]float64{m.RotPercentWeek.Value, m.RotPercentWeek.Low, m.RotPercentWeek.High}, code)
	}
	for code, want := range map[string][3]float64{
		"bulbs": {40, 26, 60}, "thick": {26, 16, 40}, "leathery": {20, 12, 32}, "thin": {14, 8, 24},
	} {
		e := k.ReserveWeeks[code]
		assert.Equal(t, want, [3]float64{e.Value, e.Low, e.High}, code)
	}
	assert.Equal(t, 2.2, k.TipSpread.Value)
	class := func(name string, codes ...string) {
		for _, code := range codes {
			p, ok := taxa.Find(code)
			require.True(t, ok, code)
			assert.Equal(t, name, p.LeafConductance.Value, code)
		}
	}
	class("thick", "phalaenopsis", "vanda", "cattleya", "psychopsis", "dendrobium-evergreen")
	class("leathery", "slipper", "cymbidium", "epidendrum-reed", "bulbophyllum", "pleurothallid", "maxillaria", "jewel")
	class("thin", "oncidium", "miltoniopsis", "dendrobium-deciduous", "zygopetalum", "other-epiphyte", "other-terrestrial")
	for code, want := range map[string][2]float64{"phalaenopsis": {4, 1.4}, "vanda": {5, 1.5}, "cattleya": {6, 1.2}, "oncidium": {4, 1.5},
		"psychopsis": {7, 0.8}, "miltoniopsis": {9, 0.6},
		"dendrobium-evergreen": {5, 1.2}, "dendrobium-deciduous": {5, 1.2},
		"slipper":   {8, 0.6},
		"cymbidium": {5, 2}, "bulbophyllum": {5, 0.8}, "epidendrum-reed": {3, 1.5}, "pleurothallid": {6, 0.6},
		"zygopetalum": {5, 1.2},
		"jewel":       {3, 1}, "maxillaria": {6, 1}, "other-epiphyte": {6, 1}, "other-terrestrial": {6, 1}} {
		p, _ := taxa.Find(code)
		assert.Equal(t, want, [2]float64{p.WeeksToFirstRoot.Value, p.ElongationMMPerDay.Value}, code)
	}
}

// Wounds count for fourteen days, rot that was found all along (from memory, no source); reserves are of bulbs where
// it has some.
func TestWhatHazardsAPlantStartsWith(t *testing.T) {
	days := func(given patient.Given) []any {
		n, from := fresh(&patient.Patient{Profile: group("cattleya"), Given: given})
		return []any{n, english.Say(from)}
	}
	cut := func(ago float64) patient.Given { return patient.Given{CutDaysAgo: &ago} }
	assert.Equal(t, []any{0.0, ""}, days(patient.Given{}))
	assert.Equal(t, []any{14.0, "Cut 0 days ago: wounds count for 14."}, days(cut(0)))
	assert.Equal(t, []any{1.0, "Cut 13 days ago: wounds count for 14."}, days(cut(13)))
	assert.Equal(t, []any{0.0, ""}, days(cut(14)))
	assert.Equal(t, []any{always, "Rot was found in it."}, days(patient.Given{RotFound: true}))
	for bulbs, weeks := range map[int]float64{0: 26, 1: 40} {
		c := rootless(50)
		c.Bulbs = bulbs
		assert.InDelta(t, weeks, ready(ctx(), c).reserve.Value, 0)
	}
}
