package drying

import (
	"math"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/air"
	"therapeon/core/patient"
	"therapeon/core/pots"
	"therapeon/core/race"
	"therapeon/core/taxa"
	"therapeon/language/english"
)

func plantOf(t *testing.T, group string) *patient.Patient {
	t.Helper()
	profile, ok := taxa.Find(group)
	require.True(t, ok)
	return &patient.Patient{Profile: profile, Now: time.Date(2030, 5, 20, 12, 0, 0, 0, time.UTC), Day: "2030-05-20"}
}

// A round pot of clay, by hand: opening, wall, what it holds, and what its leaves lose.
func TestWhatAPotIsThoughtToDo(t *testing.T) {
	k, percent, rim := Table(), 60.0, 20.0
	p := plantOf(t, "phalaenopsis")
	p.Given.Air = &patient.Air{NightC: 16, DayC: 24, Percent: &percent}
	pot := pots.Pot{Shape: pots.Round, TopMM: 120, BottomMM: 120, HeightMM: 120, CrockMM: 20, RimMM: &rim, Wall: "clay"}
	got := k.PriorFor(p, pot, 0.5)
	litres := math.Pi * 60 * 60 * 80 / 1e6
	assert.InDelta(t, litres*1000*0.5, got.HoldsG, 1e-6, "of the medium between the coarse layer and the rim")
	deficit := air.DeficitKPa(20, 20, 60)
	loss := 0.12 * deficit * (math.Pi*6*6 + math.Pi*12*8*0.5)
	assert.InDelta(t, loss/got.HoldsG, got.PerDay, 1e-9)
	assert.InDelta(t, 2, got.Spread, 1e-9, "√(0.24 / 0.06)")
	assert.InDelta(t, litres*1000*0.3, k.PriorFor(p, pot, 0).HoldsG, 1e-6, "a mix that is not known holds 30 %")
	p.Intake.LeafCount = 4
	p.Forget()
	class := race.Table().Classes[p.Profile.LeafConductance.Value]
	leaves := 12 * air.LeafLossG(p.Condition().LeafAreaCM2()/1e4, (class.Shut.Value+class.Open.Value)/2,
		deficit, air.StandardKPa)
	assert.InDelta(t, (loss+leaves)/got.HoldsG, k.PriorFor(p, pot, 0.5).PerDay, 1e-9)
	p.Given.Air.Percent = nil
	p.Forget()
	assert.Positive(t, k.PriorFor(p, pot, 0.5).PerDay, "the humidity of the table")
	tiny := pots.Pot{Shape: pots.Round, TopMM: 20, BottomMM: 20, HeightMM: 30, CrockMM: 29, RimMM: new(float64)}
	assert.InDelta(t, 5, k.PriorFor(p, tiny, 0.1).HoldsG, 1e-9, "no pot holds less")
}

// Weights since it was housed, and since the pot was last changed, on the calendar.
func TestTheDayForWater(t *testing.T) {
	k := Table()
	p := plantOf(t, "phalaenopsis")
	p.Homes = []patient.Home{{From: "2030-05-10", Way: "bark", Potted: true, Medium: "bark", Pot: "clear"}}
	at := func(day int) time.Time { return time.Date(2030, 5, day, 8, 0, 0, 0, time.UTC) }
	pot := pots.Pot{Shape: pots.Round, TopMM: 120, BottomMM: 100, HeightMM: 110, Wall: "clear"}
	_, ok := k.WaterDayFor(p, pot, 0.4)
	assert.False(t, ok)
	p.Weights = []patient.Weight{{At: at(9), Kind: patient.InPot, Grams: 900, Moment: patient.WhenWet}}
	_, ok = k.WaterDayFor(p, pot, 0.4)
	assert.False(t, ok, "weighed before it was housed")
	p.Weights = append(p.Weights, patient.Weight{At: at(10), Kind: patient.InPot, Grams: 700, Moment: patient.WhenWet})
	w, ok := k.WaterDayFor(p, pot, 0.4)
	require.True(t, ok)
	assert.Equal(t, 1, w.Weights, "weighed on the day it was housed")
	assert.InDelta(t, 700, w.WetG, 1e-9)
	due := at(10).Add(time.Duration(w.DueDays * 24 * float64(time.Hour))).Format(time.DateOnly)
	assert.Equal(t, max(due, "2030-05-20"), w.DueOn)
	assert.GreaterOrEqual(t, w.LateOn, w.DueOn)
	p.Weights = append(p.Weights, patient.Weight{At: at(19), Kind: patient.InPot, Grams: 500,
		Moment: patient.WhenLight})
	w, _ = k.WaterDayFor(p, pot, 0.4)
	assert.Equal(t, "2030-05-20", w.DueOn, "due yesterday is due today")
	assert.Equal(t, "By its weight it is due for water.", english.Say(w.Words))
	w.DueOn, w.SoonOn, w.LateOn = "2030-05-22", "2030-05-22", "2030-05-22"
	w.say("2030-05-20")
	assert.Equal(t, "By its weight it is due for water on 22 May 2030.", english.Say(w.Words))
	w.LateOn = "2030-05-24"
	w.say("2030-05-20")
	assert.Equal(t, "By its weight it is due for water on 22 May 2030, from 22 May 2030 to 24 May 2030.", english.Say(w.Words))
}

// A pot is asked about beyond what it ever weighed by half its range: a house rule. Just at the edge it is not.
func TestAWeightThatDoesNotFollow(t *testing.T) {
	k := Table()
	before := []patient.Weight{{Grams: 500}, {Grams: 900}, {Grams: 700}}
	asked := func(grams float64) bool { words, _ := k.Jump(before, grams); return !words.Empty() }
	room := max(race.Table().JumpG.Value, 0.5*400, 900*race.Table().JumpShare.Value*race.Table().JumpTimes.Value)
	assert.False(t, asked(900+room))
	assert.True(t, asked(900+room+0.1))
	assert.False(t, asked(500-room))
	assert.True(t, asked(500-room-0.1))
	words, limit := k.Jump(before, 900+room+100)
	assert.Contains(t, english.Say(words), "far more")
	assert.Equal(t, "watered, pot, or right", english.Say(limit))
	words, limit = k.Jump(before, 1)
	assert.Contains(t, english.Say(words), "far less")
	assert.Equal(t, "pot, cut, or right", english.Say(limit))
	words, _ = k.Jump(nil, 1)
	assert.Empty(t, words)
	words, _ = k.Jump([]patient.Weight{{Grams: 9000}, {Grams: 700, Because: patient.BecausePot}}, 720)
	assert.Empty(t, words, "another pot since")
}

func TestAWeightAsAForecastTakesIt(t *testing.T) {
	at := time.Unix(86400*3/2, 0)
	assert.Equal(t, Weight{Day: 1.5, Grams: 9, Wet: true},
		AsWeight(patient.Weight{At: at, Grams: 9, Moment: patient.WhenWet}))
	assert.Equal(t, Weight{Day: 1.5, Wet: true}, AsWeight(patient.Weight{At: at, Because: patient.BecauseWatered}))
	assert.Equal(t, Weight{Day: 1.5, Light: true}, AsWeight(patient.Weight{At: at, Moment: patient.WhenLight}))
	assert.Equal(t, Weight{Day: 1.5}, AsWeight(patient.Weight{At: at}))
}

// Three weights fit a pace, two do not; one cycle is no surer than 1.4 either way: house rules.
func TestHowSureAPaceIs(t *testing.T) {
	k, wide := Table(), Prior{HoldsG: 200, PerDay: 0.2, Spread: 4}
	of := func(list []Weight) Forecast { f, _ := k.Foretell(list, wide, 0.25); return f }
	two, three := of(dried(700, 500, 0.1, 0, 0, 3)), of(dried(700, 500, 0.1, 0, 0, 2, 3))
	assert.Zero(t, two.Cycles)
	assert.Equal(t, 1, three.Cycles)
	assert.InDelta(t, three.DueDays/1.4, three.SoonDays, 1e-9)
	assert.InDelta(t, three.DueDays*1.4, three.LateDays, 1e-9)
	twice := of(append(dried(700, 500, 0.1, 0, 0, 2, 3), dried(700, 500, 0.1, 9, 0, 2, 3)...))
	assert.Equal(t, 2, twice.Cycles)
	assert.InDelta(t, twice.DueDays/1.2, twice.SoonDays, 1e-9, "never surer than 1.2")
	paces := []float64{0.1, 0.1 * math.E}
	logs := math.Sqrt2 / 2 // the standard deviation of 0 and 1
	assert.InDelta(t, math.Exp(1.2815515655446004*logs), k.fitted(paces, 9), 1e-6)
	assert.InDelta(t, 1.3, k.fitted([]float64{0.1}, 1.3), 1e-12, "the table may be surer")
	narrow := Prior{HoldsG: 200, PerDay: 0.2, Spread: 1.1}
	f, _ := k.Foretell(dried(700, 500, 0.1, 0, 0, 2, 3), narrow, 0.25)
	assert.InDelta(t, f.DueDays/1.1, f.SoonDays, 1e-9)
}

// Light tells how dry a pot gets; one that is no lighter than wet tells nothing. Wet weights go before the heaviest.
func TestTheEndsOfAPot(t *testing.T) {
	k := Table()
	ends := func(list ...Weight) [2]float64 { wet, dry := k.ends(list, prior, 0.25); return [2]float64{wet, dry} }
	assert.Equal(t, [2]float64{700, 500}, ends(Weight{Grams: 700}, Weight{Grams: 600}), "by what the table says it holds")
	assert.Equal(t, [2]float64{690, 490}, ends(Weight{Grams: 700}, Weight{Grams: 690, Wet: true}))
	assert.Equal(t, [2]float64{700, 500}, ends(Weight{Grams: 700, Wet: true}, Weight{Grams: 550, Light: true}))
	assert.Equal(t, [2]float64{700, 500}, ends(Weight{Grams: 700, Wet: true}, Weight{Grams: 700, Light: true}))
	assert.Equal(t, [2]float64{100, 0}, ends(Weight{Grams: 100}), "no pot weighs less than nothing")
	assert.Equal(t, [2]float64{700, 699}, ends(Weight{Grams: 700, Wet: true}, Weight{Grams: 699.9, Light: true}))
}

// A cycle begins with a watering, or where the weight rose by 0.3 of what the pot holds: a house rule.
func TestWhereACycleBegins(t *testing.T) {
	k, f := Table(), Forecast{HoldsG: 200, DryG: 500}
	n := func(list ...Weight) int { return len(k.cycles(list, f)) }
	assert.Equal(t, 1, n(Weight{Grams: 600}, Weight{Grams: 660}))
	assert.Equal(t, 2, n(Weight{Grams: 600}, Weight{Grams: 660.1}))
	assert.Equal(t, 2, n(Weight{Grams: 600}, Weight{Grams: 590, Wet: true}))
	last := k.cycle([]Weight{{Grams: 700, Wet: true}, {Grams: 600}, {Grams: 600}, {Grams: 640}, {Grams: 630}})
	assert.Equal(t, []Weight{{Grams: 640}, {Grams: 630}}, last)
	assert.Len(t, k.cycle([]Weight{{Grams: 700}, {Grams: 700}}), 2, "the same weight begins none")
}

// One interval: not of one moment, not where it rose or stayed, not once dry.
func TestAPaceOfOneInterval(t *testing.T) {
	f := Forecast{DryG: 500, HoldsG: 200}
	of := func(a, b Weight) (pace float64, ok bool) { return onePoint([]Weight{a, b}, f) }
	pace, ok := of(Weight{Day: 1, Grams: 700}, Weight{Day: 3, Grams: 600})
	assert.True(t, ok)
	assert.InDelta(t, math.Ln2/2, pace, 1e-12)
	for _, x := range [][2]Weight{
		{{Day: 1, Grams: 700}, {Day: 1, Grams: 600}}, {{Day: 1, Grams: 600}, {Day: 3, Grams: 600}},
		{{Day: 1, Grams: 700}, {Day: 3, Grams: 500}}, {{Day: 1, Grams: 700}, {Day: 3, Grams: 400}},
	} {
		_, ok = of(x[0], x[1])
		assert.False(t, ok, x)
	}
	all := dried(700, 500, 0.1, 0, 0, 2)
	begun, days := Table().Weighed(append(all, dried(700, 500, 0.1, 9, 0, 2)...), prior, 0.25)
	assert.Equal(t, []float64{0, 9}, begun)
	assert.Zero(t, days[0], "two weights of a cycle that is over tell no pace")
	assert.InDelta(t, math.Log(4)/0.1, days[1], 1e-9)
	begun, _ = Table().Weighed(nil, prior, 0.25)
	assert.Nil(t, begun)
}

// What is as good as dry, 2 % left, tells no pace; five cycles are the last four: house rules.
func TestWhichWeightsTellAPace(t *testing.T) {
	k, f := Table(), Forecast{HoldsG: 200, DryG: 500}
	fall := dried(700, 500, 0.1, 0, 0, 1, 2)
	assert.Len(t, k.paces(fall, f), 1)
	spent := append(dried(700, 500, 0.1, 0, 0, 1), Weight{Day: 2, Grams: 504})
	assert.Empty(t, k.paces(spent, f))
	spent[2].Grams = 504.1
	assert.Len(t, k.paces(spent, f), 1)
	assert.Empty(t, k.paces([]Weight{{Day: 0, Grams: 600}, {Day: 1, Grams: 610}, {Day: 2, Grams: 620}}, f), "it rose")
	var five []Weight
	for i := range 5 {
		five = append(five, dried(700, 500, 0.1*float64(i+1), float64(20*i), 0, 1, 2)...)
	}
	got := k.paces(five, f)
	require.Len(t, got, 4)
	assert.InDelta(t, 0.2, got[0], 1e-9)
}

func TestWhatIsDueNow(t *testing.T) {
	due := func(grams float64, light bool) float64 {
		list := append(dried(700, 500, 0.125, 0, 0, 2, 4), Weight{Day: 9, Grams: grams, Light: light})
		f, _ := Table().Foretell(list, prior, 0.25)
		return f.DueDays
	}
	assert.Zero(t, due(550, false), "a quarter is left")
	assert.Positive(t, due(551, false))
	assert.Zero(t, due(600, true), "who calls it light, has it due")
	f, _ := Table().Foretell([]Weight{{Grams: 700, Wet: true}}, Prior{HoldsG: 200, Spread: 2}, 0.25)
	assert.Zero(t, f.DueDays, "without a pace nothing is foretold")
	over, _ := Table().Foretell([]Weight{{Day: 0, Grams: 700, Wet: true}, {Day: 1, Grams: 800}}, prior, 0.25)
	assert.InDelta(t, 1, over.Left, 1e-12)
	under, _ := Table().Foretell([]Weight{{Day: 0, Grams: 700, Wet: true}, {Day: 1, Grams: 300}}, prior, 0.25)
	assert.Zero(t, under.LeftG)
}

// Two thoughts weigh by how sure each is; what is not known leaves the other as it is. Nothing is surer than 2 %.
func TestThoughtsTogether(t *testing.T) {
	a, none := Span{Days: 8, Factor: 1.5}, Span{}
	assert.Equal(t, a, a.With(none))
	assert.Equal(t, a, none.With(a))
	both := Span{Days: 4, Factor: 2}.With(Span{Days: 16, Factor: 2})
	assert.InDelta(t, 8, both.Days, 1e-9, "half way between, by ratio")
	assert.InDelta(t, math.Pow(2, 1/math.Sqrt2), both.Factor, 1e-9)
	sure := Span{Days: 4, Factor: 1}.With(Span{Days: 16, Factor: 0.5})
	assert.InDelta(t, 8, sure.Days, 1e-9)
	assert.InDelta(t, 0.02, Span{Factor: 1}.sd(), 1e-12)
}

// A pot that was seen wet past every day that was thought of is due from that day on.
func TestWetPastAllThatWasThought(t *testing.T) {
	n := Learn(Span{Days: 5, Factor: 1.1}, 1.1, nil, Cycle{WetAt: 400})
	assert.Equal(t, []float64{400, 400, 400}, []float64{n.SoonDays, n.Days, n.LateDays})
	n = Learn(Span{Days: 5, Factor: 1.5}, 1.2, []Cycle{{}, {Weighs: 5}}, Cycle{DryAt: 5, WetAt: 4})
	assert.Equal(t, []int{2, 2, 1}, []int{n.Cycles, n.Answers, n.Weighed})
	drier := Learn(Span{Days: 5, Factor: 2}, 1.2, []Cycle{{Weighs: 4, Drier: 2}}, Cycle{})
	same := Learn(Span{Days: 5, Factor: 2}, 1.2, []Cycle{{Weighs: 8}}, Cycle{})
	assert.InDelta(t, same.Days, drier.Days, 0.1, "four days in air twice as dry are eight in today's")
}
