package aftercare_test

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/aftercare"
	"therapeon/core/look"
	"therapeon/core/patient"
	"therapeon/core/roots"
	"therapeon/language/english"
)

// What runs beside the protocol of a home: common practice among growers, no published source.

// longHoused is a plant that has stood for a year, looked at on day 0.
func longHoused(t *testing.T, group string, seen patient.Inspection) *life {
	return housed(t, group, "bark", withRoots(9, 1, ""), func(p *patient.Patient) {
		p.Homes[0].From, p.Reading.On = day(-365), day(-365)
		p.Looks = []patient.Look{{On: day(0), Noted: seen}}
	})
}

func runs(c aftercare.Care, code string) bool {
	for _, r := range c.Runs {
		if r.Code == code {
			return true
		}
	}
	return false
}

// Bad medium, sound roots and no new ones: one pot volume every seven to ten days; new roots end it,
// limp leaves or a smell at once, day 60 anew.
func TestTideOver(t *testing.T) {
	night := 20.0
	tided := func() *life {
		return longHoused(t, "psychopsis", patient.Inspection{
			Flowering: patient.Bloom, Growth: patient.Resting, Season: patient.Cool, NightLowC: &night,
			Findings: patient.Findings{"crumbles": patient.Present, "dead-roots-seen": patient.Absent},
		})
	}
	l := tided()
	c := l.on(1)
	require.True(t, runs(c, "tide-over"))
	flush := due(c, "flush")
	assert.Equal(t, []string{day(7), day(10)}, []string{flush.From, flush.By})
	assert.InDelta(t, l.Pot.VolumeL()*1000, flush.ML, 50, "one pot volume")
	assert.Nil(t, due(c, "water"), "and no other water")
	assert.Zero(t, c.Feed.PPM)
	assert.NotContains(t, c.Checks, "reservoir_mm", "no water stands in bark")
	assert.Contains(t, housed(t, "phalaenopsis", "inorganic").on(3).Checks, "reservoir_mm")
	c = l.on(60)
	assert.Equal(t, day(60), gate(c, "new-roots").AlarmOn)
	assert.Contains(t, sounding(c), "new-roots")
	assert.False(t, runs(l.sees(20, patient.Checkin{Tips: num(2)}).on(20), "tide-over"), "new roots end it")
	assert.Equal(t, look.Soon, look.Table().Decide(l.Patient).Decision, "it is unpotted")
	assert.Contains(t, sounding(tided().sees(9, patient.Checkin{Leaf: "limp"}).on(9)), "tide-limp")
	assert.Contains(t, sounding(tided().sees(9, patient.Checkin{Smell: "sour"}).on(9)), "tide-smells")
	night = 3
	c = tided().sees(9, patient.Checkin{Smell: "sour"}).on(9)
	assert.NotContains(t, sounding(c), "tide-smells", "it is brought in out of the frost first")
	require.Len(t, c.Deferred, 1)
	assert.Equal(t, "tide-smells", c.Deferred[0].Code)
}

// A small patch treated in its pot: water half as often again, looked at on days 3, 7 and 14; dry
// and unchanged on day 14 it is healed, grown by 2 mm it is unpotted.
func TestATreatedPatch(t *testing.T) {
	patched := func() *life {
		return longHoused(t, "cattleya", patient.Inspection{Findings: patient.Findings{
			"rot-patch": patient.Present, "dead-roots-seen": patient.Absent, "most-roots-dead": patient.Absent,
		}}).does(0, "trim")
	}
	sound := longHoused(t, "cattleya", patient.Inspection{Findings: patient.Findings{"rot-patch": patient.Absent}})
	l := patched()
	l.does(1, "little")
	sound.does(1, "little")
	c, usual := l.on(2), sound.on(2)
	require.True(t, runs(c, "patch"))
	require.False(t, runs(usual, "patch"))
	assert.InDelta(t, 1.5, c.Water.Days/usual.Water.Days, 0.01)
	assert.Equal(t, day(3), due(c, "patch").On)
	assert.Equal(t, day(7), due(l.sees(3, patient.Checkin{Patch: "same", Medium: "damp"}).on(3), "patch").On)
	assert.Equal(t, day(14), due(l.sees(7, patient.Checkin{Patch: "same"}).on(7), "patch").On)
	c = l.on(14)
	assert.Empty(t, gate(c, "healed").OpenOn, "unchanged on day 7 is not yet unchanged on day 14")
	grown := *l
	assert.False(t, runs(l.sees(14, patient.Checkin{Patch: "same"}).on(14), "patch"), "healed")

	c = grown.sees(14, patient.Checkin{Patch: "grown"}).on(14)
	assert.Contains(t, sounding(c), "patch-grown")
	v := look.Table().Decide(grown.Patient)
	assert.Equal(t, look.Now, v.Decision, "the look says what the alarm says")
	assert.Equal(t, "unpot", v.RotPatch.Do)
	c = grown.sees(20, patient.Checkin{Patch: "same"}).on(20)
	assert.Contains(t, sounding(c), "patch-grown", "that it stands still since is no healing")
	assert.Equal(t, look.Now, look.Table().Decide(grown.Patient).Decision)

	open := longHoused(t, "cattleya", patient.Inspection{Findings: patient.Findings{
		"rot-patch": patient.Present, "dead-roots-seen": patient.Absent, "most-roots-dead": patient.Absent,
	}})
	require.True(t, runs(open.on(2), "patch-first"))
	assert.Equal(t, day(0), due(open.on(2), "trim").On, "it begins with the treatment itself")
	assert.Nil(t, due(open.on(2), "patch"))
	assert.Equal(t, day(8), due(open.does(5, "trim").on(6), "patch").On, "day 3 from when that was done")
	assert.Nil(t, due(open.on(6), "trim"))

	dry := patched().does(1, "little").sees(5, patient.Checkin{Medium: "dry"})
	assert.Equal(t, day(7), due(dry.on(5), "little").On, "dry after four days: watered after six")
}

// outOfFilm has a plant moved out of a pot in which film was seen.
func outOfFilm(p *patient.Patient) {
	film := patient.Findings{"dark-film": patient.Present}
	p.Looks = []patient.Look{{On: day(0), Noted: patient.Inspection{Findings: film}}}
}

// Rounds of a treatment are a job on their day, and the look that can give the all-clear after them; both end with it.
func TestRoundsOfATreatmentAreJobs(t *testing.T) {
	treated := func(next patient.Round) *life {
		return bark(t, func(p *patient.Patient) {
			p.Rounds, p.Round = []patient.TreatedDay{{On: day(0), Pest: "scale"}}, next
		})
	}
	next := patient.Round{On: day(12), By: day(14), N: 2, Pest: "scale"}
	d := due(treated(next).on(5), "round")
	require.NotNil(t, d)
	assert.Equal(t, []string{day(12), day(14)}, []string{d.On, d.By})
	assert.Contains(t, english.Say(d.How.Value), "round 2, by 15 Apr 2027")
	assert.Nil(t, due(treated(next).on(5), "lens"))
	assert.Nil(t, due(treated(next).on(5), "film"), "nobody saw film")
	late := due(treated(next).on(16), "round")
	assert.Equal(t, 2, late.LateDays)
	assert.True(t, late.Matters)
	first, _ := treated(next).on(16).Next()
	assert.Equal(t, "round", first.Job, "what saves it goes before water")
	look := treated(patient.Round{On: day(20), By: day(20), Pest: "scale", Look: true}).on(5)
	assert.Nil(t, due(look, "round"))
	assert.Equal(t, day(20), due(look, "lens").On)
	clear := treated(patient.Round{}).on(5)
	assert.Nil(t, due(clear, "lens"))
	assert.Equal(t, day(60), due(clear, "film").On, "and once more on day 60")
}

// After film: looked at weekly for eight weeks and once more on day 60; clear then, it is
// over. Green algae are harmless.
func TestAfterFilm(t *testing.T) {
	clear := patient.Checkin{Film: "none", Pests: patient.No}
	cleared := func() *life {
		return housed(t, "cattleya", "bark", withRoots(9, 1, ""), outOfFilm)
	}
	l := cleared()
	require.True(t, runs(l.on(1), "after-film"))
	for n := 7; n <= 56; n += 7 {
		assert.Equal(t, day(n), due(l.on(n-1), "film").On)
		assert.Contains(t, due(l.on(n-1), "film").Asks, "pests")
		l.sees(n, clear)
	}
	assert.Equal(t, day(60), due(l.on(57), "film").On, "the second look")
	assert.True(t, runs(l.on(60), "after-film"), "what was clear on day 56 is not yet clear on day 60")
	assert.False(t, runs(l.sees(60, clear).on(60), "after-film"), "all clear")

	half := cleared().sees(60, patient.Checkin{Film: "none"})
	assert.True(t, runs(half.on(60), "after-film"), "nobody looked for what crawls")
	assert.Contains(t, sounding(half.on(70)), "clear-looks")
	assert.Contains(t, sounding(cleared().sees(30, patient.Checkin{Pests: patient.Yes}).on(30)), "back")
	assert.Contains(t, sounding(cleared().sees(30, patient.Checkin{Film: "dark"}).on(30)), "back")
	green := cleared().sees(60, patient.Checkin{Film: "green", Pests: patient.No})
	assert.NotContains(t, sounding(green.on(60)), "back", "green algae are harmless")
	assert.False(t, runs(green.on(60), "after-film"))
}

// Staked on the first day it does not move; that tells nothing of its roots.
func TestSteadyByItsRoots(t *testing.T) {
	l := housed(t, "cattleya", "bark", withRoots(6, 0, roots.Growing)).sees(1, patient.Checkin{Wobble: patient.No})
	assert.Equal(t, "organic-tips", home(l.on(20)).Code)
	assert.Equal(t, "wet-dry", home(l.sees(30, patient.Checkin{Wobble: patient.No}).on(31)).Code)
}

// What a gate or an alarm is opened by is asked for by some job of its protocol, so that nobody
// waits for what nobody is asked.
func TestWhatIsWaitedForIsAskedFor(t *testing.T) {
	by := map[string][]string{
		"tips": {"tips"}, "ready": {"tips", "longest_mm"}, "branched": {"old_roots"}, "fifth-lost": {"old_roots"},
		"at-edge": {"tips_at"}, "half-down": {"tips_at"}, "longest": {"longest_mm"}, "steady": {"wobble"},
		"shoot": {"shoot_mm"}, "grows": {"growth"}, "growing": {"growth"}, "grips": {"grips"}, "bends": {"bends"},
		"yellow": {"yellow"}, "base-rots": {"base_rots"}, "gone": {"medium_gone"}, "pests": {"pests"},
		"dark-film": {"film"}, "smell": {"smell"}, "patch-same": {"patch"}, "patch-grown": {"patch"},
		"limp": {"leaf"}, "limp-wet": {"leaf", "medium"}, "limp-damp": {"leaf"}, "limp-spike": {"leaf", "flowering"}, "dry": {"medium"},
		"still": {"longest_mm"}, "level-still": {"reservoir_mm"}, "clean": {"lodger"}, "found-still": {"lodger"},
		"clear": {"film", "pests"}, "thinner-after-sip": {"bulbs"},
	}
	// These come from the calendar, from weights, from what was watered, or from the start.
	none := []string{"day", "lost", "life", "aged", "times", "nubs", "wet", "dry-within"}
	k := aftercare.Table()
	for _, p := range slices.Concat(k.Protocols, k.Beside) {
		if p.Quiet {
			continue // it hears what is noted, and asks for nothing
		}
		asks := []string{}
		for _, j := range p.Jobs {
			job, _ := k.Job(j.Job)
			asks = slices.Concat(asks, j.Asks, job.Asks)
		}
		check := func(code string, sees []aftercare.Sees) {
			for _, s := range sees {
				fields, known := by[s.What]
				assert.True(t, known || slices.Contains(none, s.What), "%s: %s", p.Code, s.What)
				for _, f := range fields {
					assert.Contains(t, asks, f, "%s waits for %s", p.Code, code)
				}
			}
		}
		for _, g := range p.Gates {
			check(g.Code, g.Sees)
		}
		for _, a := range p.Alarms {
			check(a.Code, a.Sees)
		}
	}
}

// What waters a plant is said once, by the table of the patient: each is a job, and each that carries water
// or feed and is no mist or rinse of leaves is one.
func TestWhatWatersIsAJob(t *testing.T) {
	for _, code := range patient.Table().Waters.Values {
		job, ok := aftercare.Table().Job(code)
		assert.True(t, ok && job.Waters, code)
	}
	for _, j := range aftercare.Table().Jobs {
		assert.Equal(t, j.Waters, j.Water != "" && j.Code != "mist", j.Code)
	}
}
