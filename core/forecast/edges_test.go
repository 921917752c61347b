package forecast

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/aftercare"
	"therapeon/core/dates"
	"therapeon/core/patient"
	"therapeon/core/progress"
)

// What is foretold is foretold up to its day, and not of a day gone by.
func TestForetoldToTheDay(t *testing.T) {
	p := plant(t, "bark", nil)
	c := caseOn(p, 10)
	water := func(on int) *Forecast {
		c.Water = &aftercare.Watering{
			OnDay:   day(on),
			SoonOn:  day(on - 2),
			LateOn:  day(on + 2),
			Answers: 1,
			Weighed: 2,
		}
		return find(Made(c), "water")
	}
	require.NotNil(t, water(10), "today still")
	assert.Nil(t, water(9))
	assert.Equal(t, 3, water(12).Seen, "answers and weights")
	round := func(on string) *Forecast {
		c.Round.On = on
		return find(Made(c), "round")
	}
	assert.Nil(t, round(""))
	assert.Nil(t, round(day(10)), "one of today is due, and not foretold")
	f := round(day(11))
	require.NotNil(t, f)
	assert.Equal(t, []string{day(9), day(11), day(13)}, []string{f.SoonOn, f.On, f.LateOn},
		"two days either way: house rule")
	c.Chances = map[string]float64{"age": 0.1, "salt-burn": 0.09}
	causes := slices.DeleteFunc(Made(c), func(f Forecast) bool { return f.Code != "cause" })
	require.Len(t, causes, 1)
	assert.Equal(t, "age", causes[0].Of, "from one in ten on: house rule")
	c.Progress.Standing = progress.Standing{Stage: progress.Rooting, Since: day(0)}
	f = find(Made(c), "recovery")
	require.NotNil(t, f)
	assert.InDelta(t, 30*7, dates.Between(day(0), f.On), 0, "30 weeks from when it rooted: from memory")
	assert.InDelta(t, 16*7, dates.Between(day(0), f.SoonOn), 0)
	late := func(n int) *Forecast {
		c := caseOn(p, n)
		c.Progress.Standing = progress.Standing{Stage: progress.Rooting, Since: day(0)}
		return find(Made(c), "recovery")
	}
	assert.NotNil(t, late(30*7), "today still")
	assert.Nil(t, late(30*7+1))
}

// A chance moved where it moved by more than 0.2, and a day is the plant's own where anything was seen: house rules.
func TestMovedByMore(t *testing.T) {
	at := func(chance float64, n int) Forecast { return Forecast{Code: "cause", Chance: chance, MadeOn: day(n)} }
	assert.False(t, Moved(at(0.5, 0), at(0.7, 1)))
	assert.True(t, Moved(at(0.5, 0), at(0.71, 1)))
	assert.False(t, Moved(at(0.5, 1), at(0.9, 1)), "of the same day")
	assert.Equal(t, []string{"table", "own"}, []string{rests(0), rests(1)})
	in := func(came int) float64 {
		return Scores([]Scored{said(0, 5, 10, 15, Came, came)}, day(30))[0].Inside.Share
	}
	assert.Equal(t, []float64{0, 1, 1, 0}, []float64{in(4), in(5), in(15), in(16)}, "the ends of a band are of it")
}

// standing is a plant with the stages that it came through, by the days since which it was in them.
func standing(t *testing.T, stages map[int]progress.Stage) *Grounds {
	c := caseOn(plant(t, "bark", nil), 1)
	c.Progress.Standing.History = nil
	for n := range 200 {
		if s, ok := stages[n]; ok {
			c.Progress.Standing.History = append(c.Progress.Standing.History, progress.Change{Stage: s, On: day(n)})
		}
	}
	return c
}

// What came of a recovery: its first day; void where it was recovered before that was foretold.
func TestWhatCameOfARecovery(t *testing.T) {
	f := Forecast{Code: "recovery", MadeOn: day(50)}
	assert.Equal(t, Truth{State: Waiting}, TruthOf(f, standing(t, map[int]progress.Stage{0: progress.Rooting})))
	came := map[int]progress.Stage{
		0:   progress.Rooting,
		80:  progress.Recovered,
		90:  progress.Holding,
		120: progress.Recovered,
	}
	assert.Equal(t, Truth{Came, day(80)}, TruthOf(f, standing(t, came)), "the first day of it")
	on := map[int]progress.Stage{0: progress.Rooting, 50: progress.Recovered}
	assert.Equal(t, Truth{Came, day(50)}, TruthOf(f, standing(t, on)), "on the day itself")
	before := map[int]progress.Stage{0: progress.Rooting, 49: progress.Recovered}
	assert.Equal(t, Truth{Void, day(50)}, TruthOf(f, standing(t, before)))
}

// A round came when it was done after it was foretold; one of the same day is the one before.
func TestWhatCameOfARound(t *testing.T) {
	f := Forecast{Code: "round", MadeOn: day(5), On: day(12)}
	p := plant(t, "bark", nil)
	of := func(days ...int) Truth {
		p.Rounds = nil
		for _, n := range days {
			p.Rounds = append(p.Rounds, patient.TreatedDay{On: day(n)})
		}
		return TruthOf(f, caseOn(p, 40))
	}
	assert.Equal(t, Truth{State: Waiting}, of())
	assert.Equal(t, Truth{State: Waiting}, of(5))
	assert.Equal(t, Truth{Came, day(6)}, of(5, 6, 20))
	assert.Equal(t, Truth{Came, day(6)}, of(20, 6), "whatever was entered first")
}

// Dry counts from the day after it was foretold, by the medium or by the moss, and only before it was watered.
func TestWhatCameOfADryPot(t *testing.T) {
	f := Forecast{Code: "water", MadeOn: day(5), On: day(8)}
	of := func(seen map[int]patient.Checkin, care ...patient.Tended) Truth {
		p := plant(t, "bark", seen)
		p.Care = care
		return TruthOf(f, caseOn(p, 40))
	}
	watered := func(n int, was string) patient.Tended {
		return patient.Tended{On: day(n), Job: "water", Outcome: patient.TendedDone, Was: was}
	}
	dry, pale := patient.Checkin{Medium: "dry"}, patient.Checkin{Moss: "pale"}
	assert.Equal(t, Truth{State: Waiting}, of(nil))
	assert.Equal(t, Truth{State: Waiting}, of(map[int]patient.Checkin{5: dry}),
		"of the same day: it was foretold from that")
	assert.Equal(t, Truth{Came, day(6)}, of(map[int]patient.Checkin{6: pale, 9: dry}), "the first")
	assert.Equal(t, Truth{State: Waiting}, of(map[int]patient.Checkin{6: {Medium: "wet", Moss: "silver"}}))
	assert.Equal(t, Truth{State: Waiting}, of(nil, watered(5, "dry")), "the watering that it counts from")
	assert.Equal(t, Truth{Void, day(6)}, of(nil, watered(9, ""), watered(6, "")))
	assert.Equal(t, Truth{Came, day(7)}, of(map[int]patient.Checkin{7: dry}, watered(7, "")),
		"found dry, then watered")
	assert.Equal(t, Truth{Void, day(7)}, of(map[int]patient.Checkin{8: dry}, watered(7, "damp")))
}

// What its keeper said of a cause counts from the day of the forecast on.
func TestWhatACauseTurnedOutToBe(t *testing.T) {
	f := Forecast{Code: "cause", Of: "age", MadeOn: day(5)}
	p := plant(t, "bark", nil)
	of := func(n int) Truth {
		p.Looks = []patient.Look{{On: day(n), Noted: patient.Inspection{Decisions: map[string]patient.Decision{
			"age": {Word: patient.Confirmed},
		}}}}
		return TruthOf(f, caseOn(p, 40))
	}
	assert.Equal(t, Truth{State: Waiting}, of(4))
	assert.Equal(t, Truth{Came, day(5)}, of(5))
}

// A kind with few forecasts has no share of hits, and a bin with few is marked so.
func TestFewForecasts(t *testing.T) {
	scores := Scores([]Scored{said(0, 5, 10, 15, Waiting, 0)}, day(3))
	require.Len(t, scores, 1)
	assert.Nil(t, scores[0].Inside, "none came")
	chance := func(n int) []Bin {
		var all []Scored
		for range n {
			all = append(all, Scored{Forecast: Forecast{Code: "cause", Chance: 0.5}, Truth: Truth{State: Came}})
		}
		return Scores(all, day(3))[0].Bins
	}
	few := func(bins []Bin) (list []bool) {
		for _, b := range bins {
			list = append(list, b.Few)
		}
		return list
	}
	assert.Equal(t, []bool{true}, few(chance(9)), "fewer than ten: house rule")
	assert.Equal(t, []bool{false}, few(chance(10)))
}
