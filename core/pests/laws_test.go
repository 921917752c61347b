package pests

import (
	"fmt"
	"math"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"therapeon/core/climate"
	"therapeon/language/english"
)

// anyPlace is a place with warm enough days, some of them measured.
func anyPlace(t *rapid.T) *climate.Station {
	low := rapid.Float64Range(13, 20).Draw(t, "usual low")
	p := &climate.Station{
		Zone:  time.UTC,
		Usual: &climate.Day{LowC: low, HighC: low + rapid.Float64Range(4, 10).Draw(t, "swing")},
		Days:  map[string]climate.Day{},
		Hours: map[int64]float64{},
	}
	for i := range rapid.IntRange(0, 20).Draw(t, "days") {
		day := on("2031-05-01").AddDate(0, 0, i).Format(time.DateOnly)
		c := rapid.Float64Range(12, 26).Draw(t, "low")
		p.Days[day] = climate.Day{Day: day, LowC: c, HighC: c + 5}
	}
	start := climate.HourOf(on("2031-05-01"))
	for h := range rapid.IntRange(0, 48).Draw(t, "hours") {
		p.Hours[start+int64(h)] = rapid.Float64Range(10, 32).Draw(t, "°C")
	}
	return p
}

// slowly adds degree-days up from noon of a day, hour by hour, in plain sight.
func slowly(pest Pest, place *climate.Station, from string, need float64) (int64, bool) {
	sum := 0.0
	for h := climate.HourOf(on(from)); h < climate.HourOf(on(from))+365*24; h++ {
		c, _, _ := place.At(h)
		sum += math.Max(0, math.Min(c, pest.StopsC.Value)-pest.T0C.Value) / 24
		if sum >= need-1e-9 {
			return h, true
		}
	}
	return 0, false
}

func TestTheNextRoundFallsBetweenHatchingAndLaying(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		pest := rapid.SampledFrom(Table().Pests).Draw(t, "pest")
		if pest.EveryDays != nil {
			t.Skip("its rounds go by days")
		}
		place := anyPlace(t)
		s, err := Plan(Course{Pest: pest.Code, Rounds: []string{"2031-05-01"}}, place, on("2031-05-01"), false)
		require.NoError(t, err)
		hatched, ok := slowly(pest, place, "2031-05-01", pest.Egg())
		if s.Next == nil {
			assert.False(t, ok && s.LookOn != "", "a round comes when it is warm enough")
			return
		}
		require.True(t, ok)
		assert.GreaterOrEqual(t, climate.HourOf(on(s.Next.From)), hatched, "noon of the first day: all have hatched")
		assert.Less(t, climate.HourOf(on(s.Next.From))-hatched, int64(24), "and no day is lost")
		if lays, ok := slowly(pest, place, "2031-05-01", pest.young()); ok && s.Next.Latest > s.Next.From {
			assert.LessOrEqual(t, climate.HourOf(on(s.Next.Latest)), lays, "noon of the last day: none can lay yet")
		}
	})
}

func TestRoundsComeInTheirOrder(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		pest := rapid.SampledFrom(Table().Pests).Draw(t, "pest")
		c := Course{Pest: pest.Code, Plan: rapid.IntRange(0, 8).Draw(t, "plan")}
		day := on("2031-05-01")
		for range rapid.IntRange(1, 4).Draw(t, "done") {
			c.Rounds = append(c.Rounds, day.Format(time.DateOnly))
			day = day.AddDate(0, 0, rapid.IntRange(1, 12).Draw(t, "days on"))
		}
		s, err := Plan(c, anyPlace(t), day, false)
		require.NoError(t, err)
		last := ""
		for i, r := range s.Rounds {
			assert.Equal(t, i+1, r.N)
			at := r.On
			if at == "" {
				at = r.From
				assert.LessOrEqual(t, r.From, r.Latest)
			}
			assert.GreaterOrEqual(t, at, last)
			last = at
		}
		if s.LookOn != "" {
			assert.GreaterOrEqual(t, s.LookOn, last, "the look comes after the last round")
		}
		assert.NotEmpty(t, s.Headline)
	})
}

// The order in which days were noted changes nothing, and a day noted twice is one.
func TestTheOrderOfEntriesChangesNothing(t *testing.T) {
	place := even(23)
	want, err := Plan(Course{Pest: "thrips", Rounds: []string{"2031-05-01", "2031-05-08", "2031-05-15"}}, place,
		on("2031-05-16"), false)
	require.NoError(t, err)
	got, err := Plan(
		Course{Pest: "thrips", Rounds: []string{"2031-05-15", "2031-05-01", "2031-05-08", "2031-05-01"}},
		place,
		on("2031-05-16"),
		false,
	)
	require.NoError(t, err)
	assert.Equal(t, want, got)
}

func TestALookThatFoundSomeTakesTheAllClearBack(t *testing.T) {
	c := Course{
		Pest:   "spider-mites",
		Rounds: []string{"2031-05-01", "2031-05-05", "2031-05-09"},
		Clear:  []string{"2031-05-14"},
	}
	s, err := Plan(c, even(25), on("2031-05-20"), false)
	require.NoError(t, err)
	assert.Equal(t, "2031-05-14", s.AllClear)
	assert.Nil(t, s.Next)
	c.Seen = []string{"2031-05-18"}
	s, err = Plan(c, even(25), on("2031-05-20"), false)
	require.NoError(t, err)
	assert.Empty(t, s.AllClear)
	require.NotNil(t, s.Next, "they were still there")
	assert.Equal(t, 4, s.Next.N)
}

func TestTheDrawnLineAddsUp(t *testing.T) {
	s, err := Plan(Course{Pest: "mealybugs", Rounds: []string{"2031-05-01"}}, even(21), on("2031-05-03"), false)
	require.NoError(t, err)
	sum := 0.0
	for i, d := range s.Line {
		sum += d.DegreeDays
		assert.InDelta(t, sum/420, d.Generations, 1e-9, d.Day)
		assert.Equal(t, on("2031-05-01").AddDate(0, 0, i).Format(time.DateOnly), d.Day, "no day is left out")
		assert.Equal(t, "usual", d.From)
	}
	assert.InDelta(t, 5, s.Line[0].DegreeDays, 1e-9, "half a day of ten degrees")
	assert.Greater(t, s.Line[len(s.Line)-1].Day, s.LookOn)
}

func TestUnknownPestsAndDaysAreRefused(t *testing.T) {
	_, err := Plan(Course{Pest: "dragons", Rounds: []string{"2031-05-01"}}, even(20), on("2031-05-01"), false)
	assert.Contains(t, english.Error(err), "not known here")
	_, err = Plan(Course{Pest: "scale", Rounds: []string{"soon"}}, even(20), on("2031-05-01"), false)
	assert.Contains(t, english.Error(err), "not a day")
	assert.NotEmpty(t, Course{Pest: "dragons"}.Faults())
	assert.Empty(t, Course{Pest: "scale"}.Faults())
}

func ExamplePlan() {
	place := &climate.Station{Zone: time.UTC, Usual: &climate.Day{LowC: 25, HighC: 25}}
	now := time.Date(2031, 5, 2, 9, 0, 0, 0, time.UTC)
	s, _ := Plan(Course{Pest: "spider-mites", Rounds: []string{"2031-05-01"}}, place, now, false)
	fmt.Println(english.Say(s.Headline))
	fmt.Println("Look for the all-clear on", s.LookOn)
	// Output:
	// Round 2 from 5 May 2031, and by 6 May 2031.
	// Look for the all-clear on 2031-05-13
}
