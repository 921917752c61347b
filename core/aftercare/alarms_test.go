package aftercare_test

import (
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/aftercare"
	"therapeon/core/patient"
	"therapeon/core/rehome"
	"therapeon/core/roots"
	"therapeon/language/english"
)

// weighs notes the bare plant's weights, a week apart.
func (l *life) weighs(grams ...float64) *life {
	for i, g := range grams {
		at := l.began.AddDate(0, 0, 7*i)
		l.Weights = append(l.Weights, patient.Weight{At: at, Kind: patient.BarePlant, Grams: g})
	}
	return l
}

// Alarms, each beside the nearest case in which it must not sound. Common practice, no published source;
// thresholds of the house are named in their tables.
func TestAlarmsAndWhatMustNotSound(t *testing.T) {
	type seen = patient.Checkin
	spiked := func(p *patient.Patient) { p.Intake.Flowering = patient.Spike }
	few, some, tips := withRoots(1, 20, ""), withRoots(6, 4, ""), withRoots(6, 4, roots.Growing)
	of := func(group, route string, change ...func(*patient.Patient)) func() *life {
		return func() *life { return housed(t, group, route, change...) }
	}
	bark, potted := of("cattleya", "bark", some), of("phalaenopsis", "inorganic", some)
	tub, nest := of("phalaenopsis", "tub", few), of("phalaenopsis", "nest", few)
	moss := of("phalaenopsis", "moss", some, inAir(19, 25, 38), spiked)
	patched := func() *life {
		return longHoused(t, "cattleya", patient.Inspection{Findings: patient.Findings{
			"rot-patch": patient.Present, "dead-roots-seen": patient.Absent, "most-roots-dead": patient.Absent,
		}})
	}
	after := func(n int, c seen) func(*life) *life { return func(l *life) *life { return l.sees(n, c) } }
	taped := func(tip string) seen {
		return seen{Roots: []patient.Taped{{Root: "A", Tip: tip, New: true}, {Root: "B", Tip: "growing", New: true}}}
	}
	mm := func(f float64) *float64 { return &f }
	leaves := func(a, b, c float64) func(*life) *life {
		return func(l *life) *life {
			return l.sees(5, seen{NewestLeafMM: &a}).sees(60, seen{NewestLeafMM: &b}).sees(110, seen{NewestLeafMM: &c})
		}
	}
	rows := []struct {
		alarm      string
		of         func() *life
		on         int
		sounds, no func(*life) *life
	}{
		{"old-lost", potted, 20, after(20, seen{OldRoots: "fifth-lost"}), after(20, seen{OldRoots: "some-lost"})},
		{"first-tip", potted, 56, after(50, seen{Leaf: "firm"}), after(50, seen{OldRoots: "branched"})},
		{"two-tips", tub, 90, after(50, seen{Leaf: "firm"}), after(50, seen{Tips: num(2), LongestMM: mm(5)})},
		{"held-limp", tub, 10, after(10, seen{Leaf: "limp"}), after(10, seen{Leaf: "firm"})},
		{"held-pests", tub, 10, after(10, seen{Pests: patient.Yes}), after(10, seen{Pests: patient.No})},
		{"held-rots", tub, 10, after(10, seen{BaseRots: patient.Yes}), after(10, seen{BaseRots: patient.No})},
		{"weight-lost", tub, 30, func(l *life) *life { return l.weighs(200, 190, 180, 169) },
			func(l *life) *life { return l.weighs(200, 190, 180, 171) }},
		{"weight-falls", tub, 15, func(l *life) *life { return l.weighs(200, 195, 190) },
			func(l *life) *life { return l.weighs(200, 198, 196) }},
		{"week-26", tub, 182, func(l *life) *life { return l }, func(l *life) *life {
			l.Homes = append(l.Homes, rehome.Stands(day(170), "bark", l.Pot))
			return l
		}},
		{"nest-smells", nest, 10, after(10, seen{Smell: "sour"}), after(10, seen{Smell: "none"})},
		{"nest-wet", nest, 12, after(12, seen{Moss: "wet"}), after(9, seen{Moss: "wet"})},
		{"limp-wet", bark, 8, after(8, seen{Leaf: "limp", Medium: "wet"}), after(8, seen{Leaf: "limp", Medium: "dry"})},
		{"wet-10", bark, 11, after(11, seen{Medium: "wet"}), after(9, seen{Medium: "wet"})},
		{"rooted", of("cattleya", "bark", tips), 60, after(50, seen{Wobble: patient.Yes}),
			after(50, seen{Wobble: patient.No})},
		{"level-still", of("phalaenopsis", "inorganic", some, in("mineral")), 20,
			func(l *life) *life {
				return l.sees(3, seen{ReservoirMM: mm(20)}).sees(18, seen{ReservoirMM: mm(20)})
			},
			func(l *life) *life {
				return l.sees(3, seen{ReservoirMM: mm(20)}).sees(18, seen{ReservoirMM: mm(9)})
			}},
		{"limp-spike", moss, 10, after(10, seen{Leaf: "limp"}),
			after(10, seen{Leaf: "limp", Flowering: patient.NotFlowering})},
		{"base-dry", of("slipper", "inorganic", some), 5, after(5, seen{Medium: "dry"}),
			after(5, seen{Medium: "damp"})},
		{"yellow", of("cymbidium", "terrestrial", some), 20, after(20, seen{Yellow: patient.Yes}),
			after(20, seen{Yellow: patient.No})},
		{"shrivel", of("cattleya", "mount"), 9, after(9, seen{Leaf: "limp"}), after(9, seen{Leaf: "firm"})},
		{"base-rots", of("cattleya", "mount"), 9, after(9, seen{BaseRots: patient.Yes}), after(9, seen{Leaf: "firm"})},
		{"dry-in-a-day", of("vanda", "basket", some), 5,
			func(l *life) *life { return l.does(3, "water").sees(4, seen{Medium: "dry"}) },
			func(l *life) *life { return l.does(3, "water").sees(5, seen{Medium: "dry"}) }},
		{"tip-still", of("phalaenopsis", "pebbles", few), 30,
			func(l *life) *life { return l.sees(10, seen{LongestMM: mm(12)}).sees(25, seen{LongestMM: mm(12)}) },
			func(l *life) *life { return l.sees(10, seen{LongestMM: mm(12)}).sees(25, seen{LongestMM: mm(15)}) }},
		{"patch-grown", patched, 14, after(14, seen{Patch: "grown"}), after(14, seen{Patch: "same"})},
		{"still-found", bark, 16,
			func(l *life) *life { return l.sees(1, seen{Lodger: patient.Yes}).sees(15, seen{Lodger: patient.Yes}) },
			func(l *life) *life { return l.sees(1, seen{Lodger: patient.Yes}).sees(13, seen{Lodger: patient.Yes}) }},
		{"tips-black", bark, 30, after(30, taped("black")), after(30, taped("dry"))},
		{"tips-dry", bark, 30, after(30, taped("dry")), after(30, taped("black"))},
		{"tips-dry", bark, 30, after(30, seen{Tips: num(2), TipState: "dry"}),
			after(30, seen{Tips: num(2), TipState: "still"})},
		{"limp-spike", of("phalaenopsis", "bark", some, spiked), 20, after(20, seen{Leaf: "limp", Medium: "damp"}),
			after(20, seen{Leaf: "firm"})},
		{"limp-spike", of("phalaenopsis", "bark", some, spiked), 20, after(20, seen{Leaf: "limp"}), func(l *life) *life {
			l.Homes[0].From = day(-100) // it was moved long ago
			return l.sees(20, seen{Leaf: "limp"})
		}},
		{"limp-spike", of("phalaenopsis", "bark", some, spiked), 20, after(20, seen{Leaf: "limp"}),
			after(20, seen{Leaf: "limp", Medium: "dry"})},
		{"smells", bark, 20, after(20, seen{Smell: "decay"}), after(20, seen{Smell: "none"})},
		{"film", bark, 20, after(20, seen{Film: "dark"}), after(20, seen{Film: "green"})},
		{"pests", bark, 20, after(20, seen{Pests: patient.Yes}), after(20, seen{Pests: patient.No})},
		{"wobbles", bark, 40, after(30, seen{Wobble: patient.Yes}), after(20, seen{Wobble: patient.Yes})},
		{"wobbles", bark, 40, after(30, seen{Wobble: patient.Yes}), func(l *life) *life {
			return l.sees(30, seen{Wobble: patient.Yes}).sees(35, seen{Wobble: patient.No})
		}},
		{"shrinks", bark, 120, leaves(150, 120, 90), leaves(150, 120, 130)},
		{"shrinks", bark, 120, leaves(150, 120, 90), leaves(150, 150, 120)},
		{"short", potted, 120, after(115, seen{Tips: num(2), TipsAt: "edge"}),
			after(115, seen{Tips: num(2), TipsAt: "half"})},
		{"short", potted, 120, after(115, seen{Tips: num(2), TipsAt: "edge"}),
			after(115, seen{Tips: num(2), TipsAt: "edge", OldRoots: "branched"})},
		{"short", potted, 120, after(115, seen{Tips: num(2), TipsAt: "air"}), func(*life) *life {
			inBark := housed(t, "phalaenopsis", "bark", some) // no water stands in it
			return inBark.sees(115, seen{Tips: num(2), TipsAt: "air"})
		}},
	}
	require.GreaterOrEqual(t, len(rows), 30)
	for _, r := range rows {
		l := r.sounds(r.of())
		assert.Contains(t, sounding(l.on(r.on)), r.alarm)
		l = r.no(r.of())
		assert.NotContains(t, sounding(l.on(r.on)), r.alarm)
	}
}

// Of one thing seen one alarm sounds: that of its own protocol before that of every plant.
func TestOneAlarmOfOneThing(t *testing.T) {
	c := housed(t, "phalaenopsis", "tub", withRoots(1, 20, "")).sees(10, patient.Checkin{Pests: patient.Yes}).on(10)
	assert.Contains(t, sounding(c), "held-pests")
	assert.NotContains(t, sounding(c), "pests")
	loose := housed(t, "cattleya", "bark", withRoots(6, 4, roots.Growing)).sees(50, patient.Checkin{
		Wobble: patient.Yes, Tips: num(2), TipState: "black",
	}).on(60)
	assert.Equal(t, []string{"tips-black", "rooted"}, sounding(loose), "what was seen first, and wobbling once")
	then := func(tip string) string {
		l := housed(t, "cattleya", "bark", withRoots(6, 4, ""))
		c := l.sees(30, patient.Checkin{Tips: num(1), TipState: tip}).on(30)
		i := slices.IndexFunc(c.Alarms, func(a aftercare.Sounding) bool { return a.Code == "tips-"+tip })
		require.GreaterOrEqual(t, i, 0)
		return english.Say(c.Alarms[i].Then)
	}
	assert.Contains(t, then("dry"), "moist moss at the tip")
	assert.Contains(t, then("dry"), "Cut nothing")
	assert.Contains(t, then("black"), "Cut it back")
	assert.Contains(t, then("black"), "dry")
}

// An alarm is put off with a reason until a day, and sounds again on it; what it says of water holds
// meanwhile.
func TestAnAlarmPutOff(t *testing.T) {
	l := housed(t, "cattleya", "bark", withRoots(6, 4, "")).sees(11, patient.Checkin{Medium: "wet"})
	require.Contains(t, sounding(l.on(12)), "wet-10")
	assert.Equal(t, []string{"wet-10"}, l.on(12).Alarms[0].Then.Sense.Premises)
	require.Equal(t, "alarm", l.on(12).HeldBack)
	l.Chosen.Snoozed = map[string]aftercare.Snooze{"organic-bare/wet-10": {Until: day(15), Reason: "it stood in the rain"}}
	c := l.on(12)
	assert.NotContains(t, sounding(c), "wet-10")
	require.Len(t, c.Snoozed, 1)
	assert.Equal(t, "it stood in the rain", c.Snoozed[0].Reason)
	assert.Equal(t, "alarm", c.HeldBack, "no water all the same")
	assert.Contains(t, sounding(l.on(15)), "wet-10", "and back on its day")
	assert.Empty(t, l.on(15).Snoozed)

	today := begin.Format(time.DateOnly)
	faults := func(code, until, reason string) string {
		list := aftercare.Chosen{Snoozed: map[string]aftercare.Snooze{code: {until, reason}}}.Faults(today)
		if len(list) == 0 {
			return ""
		}
		return list[0].Field
	}
	assert.Empty(t, faults("always/wobbles", day(42), "a stake is ordered"))
	assert.Equal(t, "snoozed[always/wobbles].until", faults("always/wobbles", day(43), "later"))
	assert.Equal(t, "snoozed[always/none]", faults("always/none", day(3), "later"))
}
