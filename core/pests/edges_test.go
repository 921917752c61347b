package pests

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/climate"
	"therapeon/language/english"
)

// planned is a course of spider mites at an even 25 °C, where rounds are due from the 5th and by the 6th of May, then
// from the 9th and by the 10th.
func planned(t *testing.T, c Course, now string) Schedule {
	t.Helper()
	if c.Pest == "" {
		c.Pest = "spider-mites"
	}
	s, err := Plan(c, even(25), on(now), false)
	require.NoError(t, err)
	return s
}

func TestARoundToTheDay(t *testing.T) {
	second := func(day string) Treatment {
		return planned(t, Course{Rounds: []string{"2031-05-01", day}}, "2031-05-20").Rounds[1]
	}
	for day, want := range map[string][2]bool{
		"2031-05-04": {true, false}, "2031-05-05": {false, false}, "2031-05-06": {false, false}, "2031-05-07": {false, true},
	} {
		r := second(day)
		assert.Equal(t, want, [2]bool{r.Early, r.Late}, day)
	}
	assert.Equal(t, [2]bool{}, [2]bool{second("2031-05-01").Early, second("2031-05-01").Late}, "one round of one day")
}

func TestWhatARoundSaysOnItsDays(t *testing.T) {
	c := Course{Rounds: []string{"2031-05-01"}}
	for day, words := range map[string]string{
		"2031-05-04": "Round 2 from 5 May 2031, and by 6 May 2031.", "2031-05-05": "Round 2 is due: today, and by 6 May 2031.",
		"2031-05-06": "Round 2 is due: today, and by 6 May 2031.",
		"2031-05-07": "Round 2 is overdue: it was to be by 6 May 2031. Treat it today.",
	} {
		assert.Equal(t, words, english.Say(planned(t, c, day).Headline), day)
	}
	c.Rounds = []string{"2031-05-01", "2031-05-05", "2031-05-09"}
	assert.Equal(t, "All rounds are done. Look with a lens on 13 May 2031.", english.Say(planned(t, c, "2031-05-12").Headline))
	assert.Equal(t, "Look with a lens today. All clear if nothing moves.", english.Say(planned(t, c, "2031-05-13").Headline))
}

// The first look that finds none on the day of the look, or after it, gives the all-clear; one that finds some on that
// day or later takes it back.
func TestTheAllClearToTheDay(t *testing.T) {
	rounds := []string{"2031-05-01", "2031-05-05", "2031-05-09"}
	clear := func(seen []string, days ...string) string {
		return planned(t, Course{Rounds: rounds, Clear: days, Seen: seen}, "2031-05-30").AllClear
	}
	assert.Empty(t, clear(nil, "2031-05-12"))
	assert.Equal(t, "2031-05-13", clear(nil, "2031-05-13"))
	assert.Equal(t, "2031-05-13", clear(nil, "2031-05-20", "2031-05-13", "2031-05-25"), "the first of them")
	assert.Empty(t, clear([]string{"2031-05-13"}, "2031-05-13"))
	assert.Equal(t, "2031-05-13", clear([]string{"2031-05-08"}, "2031-05-13"), "seen before the last round")
	assert.Empty(t, planned(t, Course{Rounds: rounds[:2], Clear: []string{"2031-05-20"}}, "2031-05-30").AllClear, "a round is to come")
}

// One more round where some were seen on the day of the last one or after it.
func TestOneMoreRoundWhileSomeAreSeen(t *testing.T) {
	n := func(c Course) int { return len(planned(t, c, "2031-05-10").Rounds) }
	rounds := []string{"2031-05-01", "2031-05-05", "2031-05-09"}
	assert.Equal(t, 3, n(Course{Rounds: rounds}))
	assert.Equal(t, 3, n(Course{Rounds: rounds, Seen: []string{"2031-05-08"}}))
	assert.Equal(t, 4, n(Course{Rounds: rounds, Seen: []string{"2031-05-09"}}))
	assert.Equal(t, 3, n(Course{Rounds: rounds[:1], Seen: []string{"2031-05-05"}}), "three are planned anyhow")
	assert.Equal(t, 5, n(Course{Rounds: rounds, Plan: 5}))
	assert.Equal(t, 3, n(Course{Rounds: append(rounds, "2031-05-09")}), "twice on a day is once")
}

// What is said beside, each where it holds.
func TestTheNotesOfAPest(t *testing.T) {
	says := func(pest, note string) bool {
		s := planned(t, Course{Pest: pest, Rounds: []string{"2031-05-01"}}, "2031-05-02")
		for _, n := range s.Notes {
			if n.Same(Table().Notes[note]) {
				return true
			}
		}
		return false
	}
	for note, of := range map[string][2]string{ // one that has it, one that has not
		"egg-only": {"snails", "spider-mites"}, "crawlers": {"scale", "spider-mites"}, "pupae": {"thrips", "scale"},
		"medium": {"root-mealybugs", "mealybugs"}, "cards": {"fungus-gnats", "thrips"}, "latest": {"thrips", "scale"},
	} {
		assert.True(t, says(of[0], note), "%s %s", note, of[0])
		assert.False(t, says(of[1], note), "%s %s", note, of[1])
	}
	gnats := planned(t, Course{Pest: "fungus-gnats", Rounds: []string{"2031-05-01"}}, "2031-05-02")
	assert.Empty(t, gnats.Cautions, "nothing is sprayed")
	assert.Equal(t, 2, len(planned(t, Course{Pest: "snails", Rounds: []string{"2031-05-01"}}, "2031-05-02").Rounds))
	done := planned(t, Course{Rounds: []string{"2031-05-01", "2031-05-05", "2031-05-09"}}, "2031-05-10")
	for _, n := range done.Notes {
		assert.NotEqual(t, Table().Notes["from"].Value, n.Value, "no round is to come")
	}
}

// Thrips are gone on with until a generation after the last that was seen, whatever the order of the days; 240
// degree-days are 15 days at 25 °C.
func TestThripsAfterTheLastThatWasSeen(t *testing.T) {
	last := func(seen ...string) string {
		s := planned(t, Course{Pest: "thrips", Rounds: []string{"2031-05-01"}, Seen: seen}, "2031-05-02")
		return s.Rounds[len(s.Rounds)-1].From
	}
	assert.Equal(t, last("2031-05-20", "2031-05-10"), last("2031-05-10", "2031-05-20"))
	assert.Greater(t, last("2031-05-20"), last("2031-05-10"))
	assert.GreaterOrEqual(t, days("2031-05-01", last()), 14.0)
	assert.LessOrEqual(t, days("2031-05-01", last()), 20.0)
	assert.Equal(t, last(), last("soon"), "what is no day is not heard")
}

// Degree-days go on from where they were added up, and begin anew for another span.
func TestACounterGoesOn(t *testing.T) {
	mite, _ := Find("spider-mites")
	c := count(mite, even(25))
	first := c.between(0, 24)
	assert.InDelta(t, 13.5, first, 1e-9)
	assert.InDelta(t, 27, c.between(0, 48), 1e-9)
	assert.InDelta(t, 13.5, c.between(0, 24), 1e-9, "a span that ends sooner")
	assert.InDelta(t, 13.5, c.between(24, 48), 1e-9, "one that begins later")
	assert.InDelta(t, 13.5, c.between(24, 48), 1e-9, "the same again")
	assert.Zero(t, c.between(48, 48))
}

// The line that is drawn: from the day of the first round to a day beyond the look, three days at least.
func TestTheLineThatIsDrawn(t *testing.T) {
	s := planned(t, Course{Rounds: []string{"2031-05-01"}}, "2031-05-02")
	assert.Equal(t, "2031-05-01", s.Line[0].Day)
	assert.Equal(t, "2031-05-14", s.Line[len(s.Line)-1].Day, "a day beyond the look of the 13th")
	assert.InDelta(t, 13.5/2, s.Line[0].DegreeDays, 0.01, "from noon on")
	assert.InDelta(t, 13.5, s.Line[1].DegreeDays, 0.01)
	assert.InDelta(t, (13.5/2+13.5)/140, s.Line[1].Generations, 1e-4)
	rounds := []string{"2031-05-01", "2031-05-05", "2031-05-09"}
	s = planned(t, Course{Rounds: rounds, Clear: []string{"2031-05-20"}}, "2031-05-30")
	assert.Equal(t, "2031-05-21", s.Line[len(s.Line)-1].Day, "to the all-clear")
	cold, err := Plan(Course{Pest: "spider-mites", Rounds: []string{"2031-05-01"}}, even(5), on("2031-05-02"), false)
	require.NoError(t, err)
	assert.Equal(t, "2031-06-02", cold.Line[len(cold.Line)-1].Day, "thirty days ahead where nothing is planned")
	assert.Contains(t, english.Say(cold.Headline), "Too cold for them to hatch")
	none, err := Plan(Course{Pest: "spider-mites", Rounds: []string{"2031-05-01"}}, &climate.Station{Zone: on("2031-05-01").Location()},
		on("2031-05-02"), false)
	require.Error(t, err)
	assert.Empty(t, none.Line)
}

func TestWhatIsDueOn(t *testing.T) {
	next := &Treatment{From: "2031-05-05", Latest: "2031-05-06"}
	for _, x := range []struct {
		s         Schedule
		on        string
		due, late [3]bool // on the 4th, the 5th and the 7th
	}{
		{Schedule{}, "", [3]bool{}, [3]bool{}},
		{Schedule{Next: next, LookOn: "2031-05-01"}, "2031-05-05", [3]bool{false, true, true}, [3]bool{false, false, true}},
		{Schedule{LookOn: "2031-05-05"}, "2031-05-05", [3]bool{false, true, true}, [3]bool{}},
		{Schedule{LookOn: "2031-05-05", Next: next, AllClear: "2031-05-01"}, "", [3]bool{}, [3]bool{}},
	} {
		assert.Equal(t, x.on, x.s.DueOn())
		for i, day := range []string{"2031-05-04", "2031-05-05", "2031-05-07"} {
			due, late := x.s.DueBy(day)
			assert.Equal(t, []bool{x.due[i], x.late[i]}, []bool{due, late}, "%+v on %s", x.s, day)
		}
	}
	_, late := Schedule{Next: next}.DueBy("2031-05-06")
	assert.False(t, late, "on the last day it is not late")
}

// From noon of its first day on a round is certain; one that lies farther off than sixty days is not planned, house
// rules. Scale is treated from ten days on, by growers' practice. 140 × 0.37 degree-days in sixty days are 0.863 °C
// above the threshold, from memory.
func TestARoundToTheHour(t *testing.T) {
	certain := func(hours int) bool {
		s, err := Plan(Course{Pest: "scale", Rounds: []string{"2031-05-01"}}, even(25),
			on("2031-05-11").Add(time.Duration(hours)*time.Hour), false)
		require.NoError(t, err)
		return s.Rounds[1].Certain
	}
	assert.False(t, certain(-1))
	assert.True(t, certain(0))
	next := func(above float64) *Treatment {
		mite, _ := Find("spider-mites")
		s, err := Plan(Course{Pest: "spider-mites", Rounds: []string{"2031-05-01"}}, even(mite.T0C.Value+above),
			on("2031-05-01"), false)
		require.NoError(t, err)
		return s.Next
	}
	sixty := 140 * 0.37 / 60
	require.NotNil(t, next(sixty))
	assert.Equal(t, "2031-06-30", next(sixty).From)
	assert.Nil(t, next(sixty*0.999))
}
