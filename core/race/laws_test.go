package race

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"therapeon/core/message"
	"therapeon/core/roots"
	"therapeon/core/taxa"
	"therapeon/language"
	"therapeon/language/english"
)

// anyCase is any plant that can be entered, in any air.
func anyCase(t *rapid.T) start {
	all := taxa.All()
	h := rapid.Float64Range(5, 100).Draw(t, "humidity")
	low := rapid.Float64Range(-5, 30).Draw(t, "night")
	live := rapid.Float64Range(0, 500).Draw(t, "live root")
	c := start{
		Profile:     all[rapid.IntRange(0, len(all)-1).Draw(t, "group")],
		LeafAreaCM2: rapid.Float64Range(1, 20000).Draw(t, "leaf"),
		Bulbs:       rapid.IntRange(0, 30).Draw(t, "bulbs"),
		LiveRootCM2: roots.Range{Low: live / 2, Point: live, High: live * 1.5},
		Limp:        rapid.Bool().Draw(t, "limp"),
		TipsOut:     rapid.Bool().Draw(t, "tips"),
		HeldDays:    rapid.Float64Range(0, 400).Draw(t, "held"),
		NightC:      low,
		DayC:        low + rapid.Float64Range(0, 15).Draw(t, "swing"),
		Humidity:    &h,
		AirFrom:     message.Plain("As drawn."),
		Light:       rapid.SampledFrom([]string{"", "shade", "bright", "sun"}).Draw(t, "light"),
		Holding:     rapid.SampledFrom([]string{"", "bench", "bag", "nest"}).Draw(t, "holding"),
		Runs:        30,
		Days:        rapid.IntRange(1, 200).Draw(t, "days"),
	}
	grams := rapid.Float64Range(1, 3000).Draw(t, "grams")
	n := rapid.IntRange(0, 5).Draw(t, "weighings")
	for i := range n {
		c.Weighings = append(c.Weighings,
			Weighing{DaysAgo: float64(6 * (n - i)), Grams: grams, Anew: rapid.Bool().Draw(t, "anew")})
		grams *= rapid.Float64Range(0.5, 1.3).Draw(t, "change")
	}
	return c
}

// Whatever is entered, the answer is whole: shares add up, bands are in order, and
// it can be written down, which no figure without end could.
func TestAnyRaceHasAWholeAnswer(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		c := anyCase(t)
		r, err := runFrom(ctx(), c)
		require.NoError(t, err)
		_, err = language.Of("en").JSON(r)
		require.NoError(t, err)
		require.Len(t, r.Outcomes, len(Table().Methods))
		require.Equal(t, r.Outcomes[0].Code, r.Best)
		for _, o := range r.Outcomes {
			assert.InDelta(t, 1, o.Chance+o.Lost+o.Waiting, 1e-9)
			require.Len(t, o.Water, c.Days+1)
			for _, w := range o.Water {
				assert.LessOrEqual(t, w.Low, w.Median)
				assert.LessOrEqual(t, w.Median, w.High)
				assert.GreaterOrEqual(t, w.Low, 0.0)
				assert.LessOrEqual(t, w.High, 1.0)
			}
			for _, b := range []Band{o.Tip, o.Limp, o.LostOn} {
				if b.Low != nil && b.Median != nil {
					assert.LessOrEqual(t, *b.Low, *b.Median)
				}
				if b.Median != nil && b.High != nil {
					assert.LessOrEqual(t, *b.Median, *b.High)
				}
			}
			if o.NeedsPercent != nil {
				assert.GreaterOrEqual(t, *o.NeedsPercent, 5.0)
				assert.LessOrEqual(t, *o.NeedsPercent, 100.0)
			}
			assert.NotEmpty(t, o.Words)
		}
		for _, a := range r.Assumptions {
			assert.NotEmpty(t, a.From, a.Code)
			assert.NotEmpty(t, a.Name, a.Code)
		}
	})
}

// The same question has the same answer, on however many processors.
func TestTheSameQuestionHasTheSameAnswer(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		c := anyCase(t)
		first, err := runFrom(ctx(), c)
		require.NoError(t, err)
		again, err := runFrom(ctx(), c)
		require.NoError(t, err)
		require.Equal(t, first, again)
	})
}

func TestTheTableCoversEveryGroup(t *testing.T) {
	k := Table()
	for _, p := range taxa.All() {
		_, ok := k.Classes[p.LeafConductance.Value]
		assert.True(t, ok, "%s: %s", p.Code, p.LeafConductance.Value)
	}
	for code := range k.BulbG {
		_, ok := taxa.Find(code)
		assert.True(t, ok || code == "other", code)
	}
	for _, m := range k.Methods {
		assert.True(t, (m.AddPercent == nil) != (m.HumidityPercent == nil),
			"%s: room air with points, or a humidity of its own", m.Code)
		assert.True(t, (m.WetHours == nil) != (m.WetShare == nil), "%s: wet by a soak, or anyway", m.Code)
		for _, g := range m.Unsuited {
			_, ok := taxa.Find(g)
			assert.True(t, ok, g)
			assert.NotNil(t, m.UnsuitedWords)
		}
	}
}

func TestTheHeadlineFollowsTheWayItIsHeld(t *testing.T) {
	c := rootless(50)
	c.Holding = "bench"
	r := run(t, c)
	assert.Contains(t, english.Say(r.Headline), "It will likely dry out first")
	assert.Contains(t, english.Say(r.Detail), "as it is held now, on the open bench")
	assert.Contains(t, english.Say(r.Detail), "would give it")
	c.Holding = r.Best
	r = run(t, c)
	assert.Contains(t, english.Say(r.Headline), "It has more chance than not", "the bag gives more, and rots more")
	assert.NotContains(t, english.Say(r.Detail), "would give it")
	c.Holding = ""
	assert.Contains(t, english.Say(run(t, c).Detail), "in the way that suits it best")
}
