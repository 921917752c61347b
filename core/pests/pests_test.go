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

func even(c float64) *climate.Station {
	return &climate.Station{Zone: time.UTC, Usual: &climate.Day{LowC: c, HighC: c}}
}

func on(day string) time.Time {
	t, _ := time.Parse(time.DateOnly, day)
	return t.Add(12 * time.Hour)
}

func days(from, to string) float64 { return on(to).Sub(on(from)).Hours() / 24 }

// Spider mite, from memory as growers' tables give it: egg to adult in about 16
// days at 20 °C, 10 at 25 °C, 8 at 30 °C; its eggs hatch in 4 days at 25 °C.
func TestGenerationsOfTheSpiderMite(t *testing.T) {
	mite, ok := Find("spider-mites")
	require.True(t, ok)
	for c, want := range map[float64]float64{20: 16, 25: 10, 30: 8} {
		assert.InDelta(t, want, mite.DaysAt(mite.K.Value, c), 0.51, "%g °C", c)
	}
	assert.InDelta(t, 4, mite.DaysAt(mite.Egg(), 25), 0.2)
	assert.True(t, math.IsInf(mite.DaysAt(mite.K.Value, 11), 1), "too cold to hatch")
}

// At an even temperature the days are K/(T−T₀), the closed form.
func TestEvenTemperaturesGiveTheClosedForm(t *testing.T) {
	for _, pest := range Table().Pests {
		if pest.EveryDays != nil {
			continue // its rounds go by days
		}
		for _, c := range []float64{18, 21.5, 26} {
			s, err := Plan(Course{Pest: pest.Code, Rounds: []string{"2031-05-01"}}, even(c), on("2031-05-01"), false)
			require.NoError(t, err)
			want := pest.DaysAt(pest.Egg(), c)
			assert.InDelta(t, want, days("2031-05-01", s.Next.From), 1,
				"%s at %g °C: within the day it falls on", pest.Name, c)
			assert.LessOrEqual(t, s.Next.From, s.Next.Latest)
			if pest.EggShare.Value < 1 {
				assert.InDelta(t, max(want, 0.85*pest.DaysAt(pest.K.Value-pest.Egg(), c)),
					days("2031-05-01", s.Next.Latest), 1, pest.Name)
			}
		}
	}
}

// Five days summed by hand: means of 14.5, 16.5, 21.5, 11.5 and 9 °C over a
// threshold of 11.5 °C give 3 + 5 + 10 + 0 + 0 degree-days.
func TestDegreeDaysAddUpAsByHand(t *testing.T) {
	p := &climate.Station{Zone: time.UTC, Days: map[string]climate.Day{}}
	for i, c := range []float64{14.5, 16.5, 21.5, 11.5, 9} {
		day := fmt.Sprintf("2031-05-%02d", i+1)
		p.Days[day] = climate.Day{Day: day, LowC: c, HighC: c}
	}
	mite, _ := Find("spider-mites")
	start := climate.HourOf(on("2031-05-01").Add(-12 * time.Hour))
	n := count(mite, p)
	assert.InDelta(t, 18, n.between(start, start+5*24), 1e-9)
	assert.InDelta(t, 8, n.between(start, start+48), 1e-9)
	hour, ok := n.reach(start, 8)
	assert.True(t, ok)
	assert.Equal(t, start+47, hour, "by the end of the second day")
}

// The single-sine method in closed form: Baskerville & Emin 1969, Ecology 50:514.
func TestADaysSineIsThatOfBaskervilleAndEmin(t *testing.T) {
	mite, _ := Find("spider-mites")
	for _, d := range []climate.Day{{LowC: 5, HighC: 20}, {LowC: 9, HighC: 28}, {LowC: 12, HighC: 24}, {LowC: 2,
		HighC: 11}} {
		mean, swing, t0 := (d.LowC+d.HighC)/2, (d.HighC-d.LowC)/2, mite.T0C.Value
		want := mean - t0
		switch {
		case d.HighC <= t0:
			want = 0
		case d.LowC < t0:
			theta := math.Asin((t0 - mean) / swing)
			want = ((mean-t0)*(math.Pi/2-theta) + swing*math.Cos(theta)) / math.Pi
		}
		n := count(mite, &climate.Station{Zone: time.UTC, Usual: &d})
		start := climate.HourOf(on("2031-05-01"))
		assert.InDelta(t, want, n.between(start, start+24), 0.05, "%g to %g °C", d.LowC, d.HighC)
	}
}

// From memory, no source: degree-days, thresholds and egg shares of the table; with the days from
// egg to adult and in the egg that they give at three temperatures, K/(T − T₀) worked by hand.
// Above 32 °C it goes no faster.
func TestThePestsOfTheTable(t *testing.T) {
	type row struct {
		k, t0, egg float64
		days       [3][2]float64 // at 20, 25 and 34 °C: egg to adult, egg
	}
	want := map[string]row{
		"spider-mites":   {140, 11.5, 0.37, [3][2]float64{{16.47, 6.09}, {10.37, 3.84}, {6.83, 2.53}}},
		"flat-mites":     {330, 10, 0.35, [3][2]float64{{33, 11.55}, {22, 7.7}, {15, 5.25}}},
		"soft-scale":     {900, 10, 0.03, [3][2]float64{{90, 2.7}, {60, 1.8}, {40.91, 1.23}}},
		"scale":          {750, 10, 0.15, [3][2]float64{{75, 11.25}, {50, 7.5}, {34.09, 5.11}}},
		"mealybugs":      {420, 11, 0.22, [3][2]float64{{46.67, 10.27}, {30, 6.6}, {20, 4.4}}},
		"root-mealybugs": {1.3 * 420, 11, 0.22, [3][2]float64{{60.67, 13.35}, {39, 8.58}, {26, 5.72}}},
		"thrips":         {240, 9, 0.25, [3][2]float64{{21.82, 5.45}, {15, 3.75}, {10.43, 2.61}}},
		"fungus-gnats":   {300, 6, 0.18, [3][2]float64{{21.43, 3.86}, {15.79, 2.84}, {11.54, 2.08}}},
		"snails":         {180, 8, 1, [3][2]float64{{15, 15}, {10.59, 10.59}, {7.5, 7.5}}},
	}
	for code, of := range want {
		pest, ok := Find(code)
		require.True(t, ok, code)
		assert.InDelta(t, of.k, pest.K.Value, 1e-9, code)
		assert.Equal(t, []float64{of.t0, of.egg}, []float64{pest.T0C.Value, pest.EggShare.Value}, code)
		assert.Equal(t, "from memory", string(pest.K.Mark), "%s is shown as an estimate", code)
		for i, c := range []float64{20, 25, 34} {
			assert.InDelta(t, of.days[i][0], pest.DaysAt(pest.K.Value, c), 0.01, "%s at %g °C", code, c)
			assert.InDelta(t, of.days[i][1], pest.DaysAt(pest.Egg(), c), 0.01, "eggs of %s at %g °C", code, c)
		}
	}
	assert.Len(t, Table().Pests, len(want))
}

// Common practice, no source: scale is treated every 10 to 14 days in warmth, over two generations.
// At 25 °C two of 750 degree-days take 100 days.
func TestScaleIsTreatedByDaysOverTwoGenerations(t *testing.T) {
	s, err := Plan(Course{Pest: "scale", Rounds: []string{"2031-05-01"}}, even(25), on("2031-05-01"), false)
	require.NoError(t, err)
	assert.Equal(t, "2031-05-11", s.Next.From)
	assert.Equal(t, "2031-05-15", s.Next.Latest)
	last := s.Rounds[len(s.Rounds)-1]
	assert.InDelta(t, 100, days("2031-05-01", last.From), 10)
	own, err := Plan(Course{Pest: "scale", Rounds: []string{"2031-05-01"}, Plan: 4}, even(25), on("2031-05-01"), false)
	require.NoError(t, err)
	assert.Len(t, own.Rounds, 4, "a plan of the user's own stands")
}

// Pupae of thrips escape sprays: the last round lies a generation after the last adult seen.
func TestThripsAreTreatedAGenerationAfterTheLastSeen(t *testing.T) {
	c := Course{Pest: "thrips", Rounds: []string{"2031-05-01"}, Seen: []string{"2031-05-20"}}
	s, err := Plan(c, even(25), on("2031-05-20"), false)
	require.NoError(t, err)
	last := s.Rounds[len(s.Rounds)-1]
	assert.GreaterOrEqual(t, days("2031-05-20", last.From), 240.0/16-1, "240 degree-days at 16 a day")
}

// A house rule: what would lie more than sixty days off is looked for on warming.
func TestFarRoundsAreLookedForOnWarming(t *testing.T) {
	s, err := Plan(Course{Pest: "flat-mites", Rounds: []string{"2031-05-01"}}, even(11), on("2031-05-01"), false)
	require.NoError(t, err)
	assert.Nil(t, s.Next, "115 degree-days of eggs at one a day")
	assert.Contains(t, english.Say(s.Headline), "Look again on warming")
}

func TestACourseFromTheFirstRoundToTheAllClear(t *testing.T) {
	c := Course{Pest: "spider-mites", Rounds: []string{"2031-05-01"}}
	plan := func(now string) Schedule {
		s, err := Plan(c, even(25), on(now), false)
		require.NoError(t, err)
		return s
	}
	s := plan("2031-05-02")
	require.Len(t, s.Rounds, 3)
	assert.Equal(t, "Round 2 from 5 May 2031, and by 6 May 2031.", english.Say(s.Headline))
	assert.Equal(t, "2031-05-09", s.Rounds[2].From[:10])
	assert.Equal(t, "2031-05-13", s.LookOn, "an egg-time beyond the last round")
	assert.Equal(t, "Look with a lens on 13 May 2031, for the all-clear.", english.Say(s.Look))
	assert.InDelta(t, 13.5, s.DegreeDays, 0.1)
	assert.Contains(t, english.Say(plan("2031-05-05").Headline), "Round 2 is due: today")
	assert.Contains(t, english.Say(plan("2031-05-12").Headline), "Round 2 is overdue")

	c.Rounds = []string{"2031-05-01", "2031-05-05", "2031-05-09"}
	assert.Equal(t, "All rounds are done. Look with a lens on 13 May 2031.", english.Say(plan("2031-05-10").Headline))
	c.Clear = []string{"2031-05-10"}
	assert.Empty(t, plan("2031-05-14").AllClear, "too soon to tell")
	c.Clear = []string{"2031-05-13"}
	assert.Equal(t, "All clear since 13 May 2031.", english.Say(plan("2031-05-14").Headline))
	c.Clear, c.Seen = nil, []string{"2031-05-13"}
	s = plan("2031-05-13")
	require.NotNil(t, s.Next, "still seen: one more round")
	assert.Equal(t, 4, s.Next.N)

	c.Seen, c.Rounds = nil, []string{"2031-05-01", "2031-05-03", "2031-05-20"}
	s = plan("2031-05-21")
	assert.True(t, s.Rounds[1].Early)
	assert.True(t, s.Rounds[2].Late)
}

func TestRealTemperaturesMoveTheDates(t *testing.T) {
	place := even(25)
	c := Course{Pest: "spider-mites", Rounds: []string{"2031-05-01"}}
	warm, err := Plan(c, place, on("2031-05-02"), false)
	require.NoError(t, err)
	place = even(25)
	place.Days = map[string]climate.Day{}
	for _, day := range []string{"2031-05-01", "2031-05-02", "2031-05-03"} {
		place.Days[day] = climate.Day{Day: day, LowC: 14, HighC: 16}
	}
	cold, err := Plan(c, place, on("2031-05-02"), false)
	require.NoError(t, err)
	assert.Greater(t, cold.Next.From, warm.Next.From)
	assert.Equal(t, "day table", cold.Line[1].From)
	assert.Equal(t, "mean of the last days", cold.Line[5].From)

	s, err := Plan(c, even(9), on("2031-05-02"), false)
	require.NoError(t, err)
	assert.Contains(t, english.Say(s.Headline), "Too cold")
	assert.Nil(t, s.Next)
	_, err = Plan(c, &climate.Station{Zone: time.UTC}, on("2031-05-02"), false)
	assert.Contains(t, english.Error(err), "usual low and high")
}

func TestTereteLeavesAreWarned(t *testing.T) {
	s, err := Plan(Course{Pest: "spider-mites", Rounds: []string{"2031-05-01"}}, even(22), on("2031-05-02"), true)
	require.NoError(t, err)
	require.NotNil(t, s.Stopped)
	assert.Contains(t, english.Say(s.Stopped.Value), "terete")
	s, err = Plan(Course{Pest: "fungus-gnats", Rounds: []string{"2031-05-01"}}, even(22), on("2031-05-02"), true)
	require.NoError(t, err)
	assert.Nil(t, s.Stopped, "no oil against gnats")
}

func TestWarmthNeverPutsARoundOff(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		pest := rapid.SampledFrom(Table().Pests).Draw(t, "pest")
		low := rapid.Float64Range(8, 24).Draw(t, "low")
		warmer := climate.Station{Zone: time.UTC, Usual: &climate.Day{LowC: low + 1, HighC: low + 9}}
		cooler := climate.Station{Zone: time.UTC, Usual: &climate.Day{LowC: low, HighC: low + 8}}
		c := Course{Pest: pest.Code, Rounds: []string{"2031-05-01"}}
		a, err := Plan(c, &warmer, on("2031-05-01"), false)
		require.NoError(t, err)
		b, err := Plan(c, &cooler, on("2031-05-01"), false)
		require.NoError(t, err)
		if b.Next != nil {
			assert.LessOrEqual(t, a.Next.From, b.Next.From)
			assert.LessOrEqual(t, a.Next.Latest, b.Next.Latest)
			assert.LessOrEqual(t, a.LookOn, b.LookOn)
			for i := 1; i < len(b.Line); i++ {
				assert.GreaterOrEqual(t, b.Line[i].Generations, b.Line[i-1].Generations)
			}
		}
	})
}

func BenchmarkScheduleFromAYearOfHours(b *testing.B) {
	hours := map[int64]float64{}
	start := climate.HourOf(on("2031-01-01"))
	for h := range int64(8760) {
		hours[start+h] = 12 + 4*math.Sin(float64(h)*2*math.Pi/24) + 6*math.Sin(float64(h)*2*math.Pi/8760)
	}
	for b.Loop() {
		place := &climate.Station{Zone: time.UTC, Hours: hours}
		if _, err := Plan(Course{Pest: "scale", Rounds: []string{"2031-01-02"}}, place, on("2031-12-20"),
			false); err != nil {
			b.Fatal(err)
		}
	}
}

func TestNoPestDevelopsFasterAboveItsLimit(t *testing.T) {
	for _, pest := range Table().Pests {
		assert.InDelta(t, pest.perHour(pest.StopsC.Value), pest.perHour(pest.StopsC.Value+10), 1e-12, pest.Code)
		assert.Zero(t, pest.perHour(pest.T0C.Value-5), pest.Code)
	}
}

func TestBushSnailsWantOneRoundWhenTheEggsHaveHatched(t *testing.T) {
	s, err := Plan(Course{Pest: "snails", Rounds: []string{"2031-05-01"}}, even(20), on("2031-05-02"), false)
	require.NoError(t, err)
	require.Len(t, s.Rounds, 2)
	assert.Equal(t, "2031-05-16", s.Next.From, "180 degree-days at 12 a day: 15 days")
	assert.Contains(t, english.Say(s.Notes[2].Value), "counts the egg alone")
}

func TestACourseMayPlanMoreRounds(t *testing.T) {
	s, err := Plan(Course{Pest: "thrips", Rounds: []string{"2031-05-01"}, Plan: 5}, even(22), on("2031-05-02"), false)
	require.NoError(t, err)
	assert.Len(t, s.Rounds, 5)
	for i := 2; i < 5; i++ {
		assert.Greater(t, s.Rounds[i].From, s.Rounds[i-1].From)
		assert.Greater(t, s.LookOn, s.Rounds[i].From)
	}
}

// Soap is a round against mites that are acted on, and against nothing else.
func TestAProductIsARoundAgainstThePestsActedOn(t *testing.T) {
	got := Against("oil", []string{"thirst", "spider-mites", "fungus-gnats"})
	require.Len(t, got, 1)
	require.Len(t, got[0], 1)
	assert.Equal(t, "spider-mites", got[0][0].Code)
	kinds := Against("oil", []string{"scale"})
	require.Len(t, kinds, 1, "one cause")
	require.Len(t, kinds[0], 2, "of two kinds")
	assert.Equal(t, "scale", kinds[0][0].Code, "the commoner first")
	assert.Empty(t, Against("oil", []string{"thirst"}))
	assert.Empty(t, Against("", []string{"spider-mites"}))
}
