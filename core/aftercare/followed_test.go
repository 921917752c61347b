package aftercare_test

import (
	"fmt"
	"math"
	"math/rand/v2"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/aftercare"
	"therapeon/core/media"
	"therapeon/core/patient"
	"therapeon/core/roots"
)

// cameIn is a plant that was never re-housed here: it stands in what it came in.
func cameIn(t *testing.T, group, medium, pot string, change ...func(*patient.Patient)) *life {
	l := housed(t, group, "bark", append([]func(*patient.Patient){func(p *patient.Patient) {
		p.Homes, p.Entered = nil, day(0)
		p.Intake.OldMedium, p.Intake.Pot, p.Intake.ArrivedOn = medium, pot, day(0)
	}}, change...)...)
	l.Pot = nil
	return l
}

// Common practice, no source: a plant left in its pot lives by the row of its medium, by its kind.
func TestAPlantThatWasNeverRehousedLivesByTheRowOfItsMedium(t *testing.T) {
	for _, of := range []struct{ group, medium, pot, want, missing string }{
		{"cattleya", "bark", "clear", "wet-dry", ""},
		{"phalaenopsis", "moss", "clear", "wet-dry", ""},
		{"pleurothallid", "moss", "clear", "moist", ""},
		{"oncidium", "bark", "opaque", "moist", ""},
		{"vanda", "bark", "clear", "wet-dry", ""},
		{"cattleya", "mineral", "clear", "mineral", ""},
		{"cymbidium", "mineral", "opaque", "terrestrial", ""},
		{"cymbidium", "bark", "opaque", "moist", ""},
		{"slipper", "bark", "clear", "slipper-organic", ""},
		{"slipper", "mineral", "clear", "slipper-mineral", ""},
		{"epidendrum-reed", "compost", "clay", "reed", ""},
		{"cattleya", "mount", "", "mount", ""},
		{"cattleya", "", "mount", "mount", ""},
		{"vanda", "bark", "basket", "basket", ""},
		{"vanda", "", "bare", "bare", ""},
		{"cattleya", "other", "clear", "wet-dry", ""},
		{"cattleya", "", "clear", "", "medium"},
		{"cattleya", "none", "clear", "", "medium"},
		{"cattleya", "bark", "none", "", "home"},
	} {
		care := cameIn(t, of.group, of.medium, of.pot).on(3)
		assert.Equal(t, of.want, home(care).Code, "%v", of)
		assert.Equal(t, of.missing, care.Missing, "%v", of)
		assert.Equal(t, of.want != "", home(care).Settled, "%v", of)
	}
	told := cameIn(t, "cattleya", "", "clear").sees(2, patient.Checkin{StandsIn: "bark"})
	assert.Equal(t, "wet-dry", home(told.on(3)).Code, "its medium was told in a check-in")
	told.Homes = []patient.Home{{From: day(5), Way: "inorganic", Potted: true, Medium: "mineral", Pot: "clear"}}
	assert.NotEqual(t, "wet-dry", home(told.on(6)).Code, "what it came in is history once it is re-housed")
}

// Nobody knows when a newcomer was watered last: it is felt first, on any day the first of its jobs, and
// never late. Still wet: it is asked again soon; dry: it is watered, and its rhythm begins.
func TestWhatWasNeverWateredHereIsFeltFirst(t *testing.T) {
	l := cameIn(t, "cattleya", "bark", "clear")
	for _, n := range []int{0, 3, 200} {
		care := l.on(n)
		first, ok := care.Next()
		require.True(t, ok)
		assert.Equal(t, "water", first.Job)
		assert.True(t, first.First)
		assert.Equal(t, day(n), first.On)
		assert.Zero(t, first.LateDays)
		assert.Zero(t, first.Missed)
		assert.Zero(t, first.PPM, "no feed in water of which nobody knows whether it is wanted")
		assert.Equal(t, 1, dueOn(care, n), "one question")
		assert.Empty(t, care.Alarms)
	}
	l.leaves(200, "water", patient.StillWet)
	assert.Equal(t, day(202), due(l.on(201), "water").On, "two days, a house rule")
	l.does(202, "water")
	care := l.on(203)
	assert.False(t, due(care, "water").First)
	assert.Equal(t, day(202), care.Water.Since)
	assert.Zero(t, care.Water.Cycles, "a cycle whose beginning nobody saw teaches nothing")
	assert.Greater(t, due(care, "check").On, day(220), "a check-in is asked four weeks after it came in hand")
}

// A pot that an alarm keeps from water is asked about again, by the next check-in, until it is seen to be dry.
func TestAPotKeptFromWaterIsAskedAbout(t *testing.T) {
	l := cameIn(t, "cattleya", "bark", "clear").does(1, "water").sees(20, patient.Checkin{Medium: "wet"})
	care := l.on(20)
	require.Equal(t, "alarm", care.HeldBack)
	check := due(care, "check")
	assert.Equal(t, day(22), check.On, "two days after it was seen wet")
	assert.Contains(t, check.Asks, "medium")
	l.leaves(22, "water", patient.StillWet)
	assert.Equal(t, day(24), due(l.on(22), "check").On, "said by leaving it, too")
	l.sees(24, patient.Checkin{Medium: "dry"})
	assert.Empty(t, l.on(24).HeldBack)
	assert.Equal(t, day(24), due(l.on(24), "water").On)
}

// What falls into an absence is warned of by its day: looks that have a day of their own, and gates; nothing before or
// after it.
func TestWhatFallsIntoAnAbsence(t *testing.T) {
	falls := func(l *life, from, until int) (days []string) {
		for _, f := range away(l, from, until).Falls {
			days = append(days, f.On)
		}
		return days
	}
	l := housed(t, "cattleya", "bark", withRoots(6, 2, "")) // its first tip is not expected before day 14
	assert.Contains(t, falls(l, 10, 20), day(14))
	assert.Empty(t, falls(l, 16, 20))
	assert.Empty(t, falls(l, 5, 12))
	settled := away(cameIn(t, "cattleya", "bark", "clear").does(1, "water"), 3, 40)
	assert.Empty(t, settled.Falls)
	assert.Equal(t, aftercare.WantsWater, settled.State)
	unknown := away(cameIn(t, "cattleya", "", "clear"), 3, 9)
	assert.Equal(t, aftercare.NotKnown, unknown.State)
	assert.Equal(t, aftercare.Table().MissingFor["medium"].Mark, unknown.Why.Mark)
	assert.Equal(t, aftercare.Lasts, away(cameIn(t, "cattleya", "bark", "clear").does(2, "water"), 3, 5).State)
}

// That it is wet is counted from when it was first seen to be: a single look at a wet pot is no fortnight.
func TestWetIsCountedFromWhenItWasSeen(t *testing.T) {
	l := cameIn(t, "cattleya", "bark", "clear").sees(40, patient.Checkin{Medium: "wet"})
	assert.Empty(t, sounding(l.on(41)))
	l.sees(53, patient.Checkin{Medium: "wet"})
	assert.Empty(t, sounding(l.on(53)))
	l.sees(55, patient.Checkin{Medium: "wet"})
	assert.Contains(t, sounding(l.on(55)), "wet-14")
}

// The exponential of a drying pot, W = e^(−kt): from a quarter left in 9 days to six tenths is ln 0.6 / ln 0.25 of
// them, 3.3; to a third and a bit (0.35) 6.8. Worked by hand.
func TestItsDaysAreToTheLineOfItsKind(t *testing.T) {
	days := func(group, medium string) float64 {
		return cameIn(t, group, medium, "clear").does(1, "water").on(1).Water.PriorOn
	}
	assert.InDelta(t, 9, days("cattleya", "bark"), 0.01)
	assert.InDelta(t, 6.82, days("vanda", "bark"), 0.01)
	assert.InDelta(t, 4, days("oncidium", "bark"), 0.01)
	assert.InDelta(t, 1.75, days("pleurothallid", "moss"), 0.01)
	assert.Less(t, days("pleurothallid", "moss"), days("oncidium", "moss"))
}

// Its medium counts from the day or the year in which it was changed, of a year from the middle; never from its
// arrival. Where that is not known its state is asked in the first check-in.
func TestTheEndOfItsMediumIsNeverCountedFromArrival(t *testing.T) {
	open := func(l *life, n int) bool {
		l.LifeMonths = num(24.0)
		return gate(l.on(n), "life").OpenOn != ""
	}
	repotted := func(on string) func(*patient.Patient) {
		return func(p *patient.Patient) { p.Intake.LastRepotted = on }
	}
	unknown := cameIn(t, "cattleya", "bark", "clear")
	assert.False(t, open(unknown, 364*3))
	assert.Subset(t, unknown.on(10).Checks, []string{"medium_gone", "smell"}, "it is asked")
	assert.True(t, open(unknown.sees(20, patient.Checkin{MediumGone: patient.Yes}), 21))
	old := cameIn(t, "cattleya", "bark", "clear", repotted("2025"))
	assert.NotContains(t, old.on(10).Checks, "smell", "the year is known")
	assert.True(t, open(old, 200), "middle of 2025 and 0.8 of 24 months: February 2027")
	assert.False(t, open(cameIn(t, "cattleya", "bark", "clear", repotted("2026")), 200))
	stones := cameIn(t, "cattleya", "mineral", "clear", repotted("2024-05-01"))
	assert.NotEmpty(t, gate(stones.on(200), "life").OpenOn, "900 days after it was repotted, not after it came")
	assert.Empty(t, gate(cameIn(t, "cattleya", "mineral", "clear").on(1000), "life").OpenOn)
	fresh := cameIn(t, "cattleya", "mineral", "clear", repotted(day(-100)))
	assert.Equal(t, day(630), gate(fresh.on(10), "life").NotBefore, "730 days after it was repotted")
}

// What is at home waits for no gate: none sounds, none is shown as seen, and it is fed by its class.
func TestASettledPlantWaitsForNothing(t *testing.T) {
	for _, of := range [][2]string{
		{"slipper", "bark"}, {"slipper", "mineral"}, {"cymbidium", "mineral"}, {"epidendrum-reed", "compost"},
		{"cattleya", "mount"}, {"cattleya", "bark"},
	} {
		l := cameIn(t, of[0], of[1], "clear").does(1, "water").sees(2, patient.Checkin{Growth: patient.Growing})
		for _, n := range []int{30, 130, 300} {
			care := l.on(n)
			assert.Empty(t, care.Alarms, "%v, day %d", of, n)
			assert.Empty(t, care.Waiting(), of)
			for _, g := range home(care).Waited() {
				assert.True(t, g.State, "%v: %s", of, g.Code)
			}
			assert.Positive(t, care.Feed.PPM, of)
		}
	}
	few := cameIn(t, "cattleya", "bark", "clear", withRoots(1, 20, ""))
	assert.Zero(t, few.does(1, "water").on(30).Feed.PPM, "few roots take no feed up")
	moved := cameIn(t, "cattleya", "bark", "clear", func(p *patient.Patient) { p.Intake.LastRepotted = day(-30) })
	assert.Zero(t, moved.does(1, "water").on(20).Feed.PPM, "its medium was changed a short while ago")
}

// Nobody states that water stands in a pot until it was seen: it is watered, and its level asked for.
func TestAReservoirThatNobodySawIsNotFilled(t *testing.T) {
	l := cameIn(t, "cattleya", "mineral", "opaque")
	care := l.on(1)
	assert.NotNil(t, due(care, "water"))
	assert.Nil(t, due(care, "refill"))
	assert.Contains(t, care.Checks, "reservoir_mm")
	l.sees(2, patient.Checkin{ReservoirMM: num(20.0)})
	assert.NotNil(t, due(l.on(3), "refill"))
}

// A home that is entered late with its own past day asks first, and is settled where its signs say so.
func TestAHomeThatIsEnteredLate(t *testing.T) {
	late := func(told int) *life {
		return housed(t, "cattleya", "bark", withRoots(6, 0, ""), func(p *patient.Patient) {
			p.Homes[0].Told = day(told)
			p.Reading = nil
		})
	}
	care := late(200).on(200)
	assert.Empty(t, care.Alarms, "nobody looked for what lacks")
	assert.True(t, care.Due[0].First)
	assert.Zero(t, care.Due[0].LateDays)
	assert.NotEmpty(t, late(200).on(230).Alarms, "four weeks later it does lack")
	assert.NotEmpty(t, late(200).sees(200, patient.Checkin{Tips: num(0), Leaf: "firm"}).on(200).Alarms, "it was looked for")
	firm := late(200).sees(200, patient.Checkin{Wobble: patient.No}).on(200)
	assert.True(t, home(firm).Settled, "it holds")
	assert.Equal(t, "wet-dry", home(firm).Code)
	early := late(200).sees(5, patient.Checkin{Wobble: patient.No}).on(200)
	assert.False(t, home(early).Settled, "staked in its first days it does not move; that tells nothing")
	assert.Empty(t, firm.Alarms)
	assert.NotEmpty(t, late(3).on(200).Alarms, "noted in time it was followed all along")
}

// A protocol that a keeper chose runs where the plant stands as it asks; of others it is said why not.
func TestAProtocolByHandStartsOrSaysWhyNot(t *testing.T) {
	l := cameIn(t, "cattleya", "", "clear")
	l.Chosen = aftercare.Chosen{Protocol: "mineral", From: day(2)}
	assert.Equal(t, "mineral", home(l.on(3)).Code)
	assert.Empty(t, l.on(3).Missing)
	assert.True(t, l.on(3).Due[0].First, "nobody noted that it was watered on that day")
	assert.Equal(t, "potted", l.MayFollow("humid-hold"))
	assert.Empty(t, l.MayFollow("wet-dry"))
	out := cameIn(t, "cattleya", "none", "none")
	assert.Equal(t, "out", out.MayFollow("wet-dry"))
	held := housed(t, "cattleya", "tub")
	held.on(2)
	assert.Equal(t, "held", held.MayFollow("wet-dry"))
	assert.Empty(t, held.MayFollow("moss-nest"))
}

// followed is a pot that dries by a truth of its own, under a keeper who errs now and then.
type followed struct {
	*life
	*rand.Rand
	left    float64 // share of its water
	perDay  float64 // its rate
	line    float64
	at      []float64 // what was left when it was watered
	wetDays int       // on which it was as good as full, at a stretch
	dryDays int       // on which under half its line was left, at a stretch
	mostWet int
	mostDry int
	fed     int
	next    string // day on which something is due
}

var followedKinds = []string{
	"phalaenopsis", "vanda", "cattleya", "oncidium", "psychopsis", "miltoniopsis", "dendrobium-evergreen", "slipper",
	"cymbidium", "maxillaria", "bulbophyllum", "epidendrum-reed", "pleurothallid", "zygopetalum", "jewel",
}

// lived takes a pot in: half stand in what they came in, half were re-housed here and have rooted in.
func lived(t *testing.T, seed int) *followed {
	r := rand.New(rand.NewPCG(uint64(seed), 33))
	group := followedKinds[seed%len(followedKinds)]
	organic := []string{"bark", "bark-moss", "moss", "husk", "compost"}
	var l *life
	if seed%2 == 0 {
		l = cameIn(t, group, organic[seed/2%len(organic)], "clear",
			func(p *patient.Patient) { p.Intake.LastRepotted = []string{"", "2025", "2026-10"}[seed%3] })
	} else {
		route := "bark"
		switch group {
		case "slipper":
			route = "slipper"
		case "cymbidium", "jewel": // their usual way has a reservoir
			group = "cattleya"
		}
		l = housed(t, group, route, withRoots(8, 0, roots.Growing))
		l.sees(1, patient.Checkin{Tips: num(3), LongestMM: num(40.0), TipState: "growing"})
		l.sees(10, patient.Checkin{Wobble: patient.No})
	}
	line := media.Table().DueAt[l.Profile.MoistureStyle.Value].Value
	if group == "epidendrum-reed" {
		line = 0.6
	}
	x := &followed{life: l, Rand: r, left: line + (1-line)*r.Float64(), line: line}
	x.sees(2, patient.Checkin{Growth: patient.Growing, Leaf: "firm"})
	care := x.does(12, "water").on(12)
	x.Care = x.Care[:len(x.Care)-1]
	times := 0.45 + 0.15*r.Float64() // outside the band of the table, which is a factor of 1.4
	if r.IntN(2) == 0 {
		times = 1.6 + 0.6*r.Float64()
	}
	days := 5.0
	if care.Water != nil {
		days = care.Water.PriorOn
	}
	x.perDay = math.Log(1/line) / (days * times)
	return x
}

// day of its life: it dries, it is felt where that is due, and one answer in ten is wrong.
func (x *followed) lives(n int) {
	x.left *= math.Exp(-x.perDay)
	x.wetDays, x.dryDays = stretchOf(x.wetDays, x.left > 0.95), stretchOf(x.dryDays, x.left < x.line/2)
	x.mostWet, x.mostDry = max(x.mostWet, x.wetDays), max(x.mostDry, x.dryDays)
	if day(n) < x.next {
		return
	}
	care := x.on(n)
	x.next = patient.Ever
	for _, d := range care.Due {
		x.next = min(x.next, d.On)
		job, _ := aftercare.Table().Job(d.Job)
		switch {
		case d.On > day(n):
		case d.Job == "check":
			felt := map[bool]string{true: "dry", false: "damp"}[x.isDry()]
			x.sees(n, patient.Checkin{Leaf: "firm", Wobble: patient.No, Growth: patient.Growing, Medium: felt})
		case job.Waters:
			if d.Job == "water" && !x.isDry() {
				x.leaves(n, d.Job, patient.StillWet)
				break
			}
			if d.Job == "water" && !d.First {
				x.at = append(x.at, x.left)
			}
			x.does(n, d.Job)
			last := &x.Care[len(x.Care)-1]
			last.Was, last.PPM = "dry", d.PPM
			x.left = 1
			if d.PPM > 0 {
				x.fed++
			}
		}
	}
}

// isDry is what its keeper feels, wrong one time in ten.
func (x *followed) isDry() bool { return (x.left <= x.line*1.05) != (x.Float64() < 0.1) }

func stretchOf(days int, goesOn bool) int {
	if goesOn {
		return days + 1
	}
	return 0
}

// A year of sixty plants, half of them never re-housed, whose pots dry by a rate outside the band of the table and
// whose keeper errs one time in ten: each is watered about its line, none stands wet or dry for long, all are fed,
// and told the end of their medium.
func TestAYearOfPlantsThatAreFollowed(t *testing.T) {
	for seed := range 60 {
		x := lived(t, seed)
		name := fmt.Sprintf("%d %s in %s", seed, x.Profile.Code, x.Stands().Medium())
		for n := 13; n < year; n++ {
			x.lives(n)
		}
		slices.Sort(x.at)
		if assert.NotEmpty(t, x.at, name) {
			assert.InDelta(t, x.line, x.at[len(x.at)/2], 0.1, "%s: median of %d waterings", name, len(x.at))
		}
		assert.LessOrEqual(t, x.mostWet, 14, name)
		assert.Less(t, x.mostDry, 3, name)
		assert.Positive(t, x.fed, name)
	}
}
