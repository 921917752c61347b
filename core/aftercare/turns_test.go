package aftercare_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/aftercare"
	"therapeon/core/disputes"
	"therapeon/core/patient"
	"therapeon/core/rehome"
	"therapeon/core/roots"
)

// chooses is what its keeper chose for it.
func (l *life) chooses(c aftercare.Chosen) *life {
	l.Chosen = c
	return l
}

// scales notes a weight of a kind at noon of a day.
func (l *life) scales(n int, kind patient.Kind, grams float64) *life {
	l.Weights = append(l.Weights, patient.Weight{At: l.began.AddDate(0, 0, n), Kind: kind, Grams: grams})
	return l
}

func bark(t *testing.T, more ...func(*patient.Patient)) *life {
	return housed(t, "cattleya", "bark", append([]func(*patient.Patient){withRoots(6, 4, "")}, more...)...)
}

// A job that was left is asked for again the next day, in two where it was still wet, by house rules; put off it comes
// on its day, and left out not at all.
func TestATurnIsPutOff(t *testing.T) {
	on := func(l *life, n int) string { return due(l.on(n), "little").On }
	flush := func(because string) string {
		l := housed(t, "slipper", "inorganic", withRoots(4, 4, "")).leaves(14, "flush", because)
		return due(l.on(14), "flush").On
	}
	assert.Equal(t, day(15), flush("no-time"))
	assert.Equal(t, day(16), flush(patient.StillWet))
	done := bark(t).leaves(7, "little", patient.StillWet).does(8, "little")
	assert.Greater(t, on(done, 8), day(12), "it was watered since")
	shift := func(to int) *life {
		return bark(t).chooses(aftercare.Chosen{Shifts: map[string]aftercare.Shift{"little": {To: day(to),
			Reason: "away"}}})
	}
	d := due(shift(20).on(3), "little")
	assert.Equal(t, []string{day(20), day(20), day(20), "away"}, []string{d.On, d.From, d.By, d.Shifted})
	assert.Less(t, on(shift(2), 3), day(20), "a day that is past puts nothing off")
	assert.Empty(t, due(shift(5).does(5, "little").on(6), "little").Shifted, "done on that day, it is settled")
	left := bark(t).chooses(aftercare.Chosen{LeftOut: map[string]aftercare.LeftOut{"little": {On: day(0),
		Reason: "no"}}})
	assert.Nil(t, due(left.on(8), "little"))
	today := bark(t).does(8, "little")
	assert.Greater(t, on(today, 8), day(8), "done today")
	late := due(bark(t).on(200), "check")
	assert.Equal(t, 200-18, late.LateDays, "every fourteen days, and by the eighteenth")
	assert.True(t, late.Matters)
	assert.Equal(t, (200-14)/14, late.Missed)
	assert.False(t, due(bark(t).on(18+9), "check").Matters)
	assert.True(t, due(bark(t).on(18+10), "check").Matters, "ten days late")
	assert.Zero(t, due(bark(t).on(18), "check").LateDays)
}

// Any watering counts for what waters, of flushes only flushes; what a check-in or a weight tells counts as done.
func TestWhatCountsAsDone(t *testing.T) {
	mineral := func() *life { return housed(t, "slipper", "inorganic", withRoots(4, 4, "")) }
	flush := func(l *life) string { return due(l.on(10), "flush").On }
	assert.Equal(t, day(14), flush(mineral()))
	assert.Equal(t, day(14), flush(mineral().does(8, "refill")))
	assert.Equal(t, day(22), flush(mineral().does(8, "rinse")))
	assert.Equal(t, day(22), flush(mineral().does(8, "flush")))
	assert.Equal(t, day(14), flush(mineral().leaves(8, "flush", "no-time")))
	check := func(l *life) string { return due(l.on(10), "check").On }
	assert.Equal(t, day(14), check(mineral()))
	assert.Equal(t, day(22), check(mineral().sees(8, patient.Checkin{Wobble: patient.No})), "whatever was seen")
	weigh := func(l *life) string { return due(l.on(10), "weigh").On }
	held := func() *life { return housed(t, "cattleya", "tub") }
	assert.Equal(t, day(7), weigh(held()))
	assert.Equal(t, day(16), weigh(held().scales(9, patient.BarePlant, 200)))
	assert.Equal(t, day(7), weigh(held().scales(9, patient.InPot, 200)))
	assert.Equal(t, day(7), weigh(held().scales(-1, patient.BarePlant, 200)), "before it was held")
	film := func(l *life) string { return due(l.on(10), "film").On }
	treated := func() *life { return bark(t, outOfFilm) }
	assert.Equal(t, day(7), film(treated()))
	assert.Equal(t, day(16), film(treated().sees(9, patient.Checkin{Film: "none"})))
	assert.Equal(t, day(7), film(treated().sees(9, patient.Checkin{Leaf: "firm"})), "of film nothing was said")
}

// Each fourth fill of pebbles is a flush: common practice, no source.
func TestEachFourthFillIsAFlush(t *testing.T) {
	fills := func(jobs ...string) *aftercare.Due {
		l := housed(t, "phalaenopsis", "inorganic", withRoots(8, 2, ""), in("mineral"))
		for i, job := range jobs {
			l.does(2+8*i, job)
		}
		return due(l.on(3+8*len(jobs)), "flush")
	}
	assert.Nil(t, fills("refill", "refill"))
	assert.NotNil(t, fills("refill", "refill", "refill"))
	assert.Nil(t, fills("refill", "refill", "refill", "flush"))
	assert.Nil(t, fills("refill", "flush", "refill", "refill"))
	assert.NotNil(t, fills("flush", "refill", "refill", "refill"))
}

// A job of days is done on its days: of those missed the last stands for all, and after them it comes week by week
// until its gate opens. Days 3, 7 and 14: common practice, no source.
func TestAJobOfDays(t *testing.T) {
	patched := func() *life {
		return longHoused(t, "cattleya", patient.Inspection{Findings: patient.Findings{
			"rot-patch": patient.Present, "dead-roots-seen": patient.Absent, "most-roots-dead": patient.Absent,
		}}).does(0, "trim")
	}
	on := func(l *life, n int) string {
		d := due(l.on(n), "patch")
		require.NotNil(t, d)
		return d.On
	}
	assert.Equal(t, day(3), on(patched(), 0))
	assert.Equal(t, day(3), on(patched(), 6))
	assert.Equal(t, day(7), on(patched(), 8))
	assert.Equal(t, day(7), on(patched().does(3, "patch"), 4))
	assert.Equal(t, day(14), on(patched().does(3, "patch").does(8, "patch"), 9))
	assert.Equal(t, day(14), on(patched(), 20), "the last that was missed")
	assert.Equal(t, day(22), on(patched().does(15, "patch"), 16), "then week by week")
	assert.Equal(t, day(15), due(patched().on(10), "patch").By[:8]+due(patched().on(14), "patch").By[8:])
}

// In force while its gate is open, until the gate that ends it; not where its roots, its air or its way say no.
func TestWhichJobsAreInForce(t *testing.T) {
	second := func(n int) aftercare.Care {
		return bark(t, func(p *patient.Patient) {
			p.Homes = append([]patient.Home{rehome.Stands(day(-60), "tub", nil)}, p.Homes...)
		}).on(n)
	}
	assert.NotNil(t, due(second(4), "bend"))
	assert.Nil(t, due(second(5), "bend"), "day 5: one try")
	assert.Nil(t, gate(second(15), "bends"), "it is over after a fortnight")
	aerial := func(percent float64) *aftercare.Due {
		l := bark(t, inAir(17, 24, percent), func(p *patient.Patient) {
			p.Reading.Roots.Roots[0].Depth = roots.Aerial
		})
		return due(l.on(1), "mist")
	}
	assert.NotNil(t, aerial(50))
	assert.Nil(t, aerial(90), "on dry days only")
	assert.Nil(t, due(bark(t).on(1), "mist"))
	film := func(n int) *aftercare.Due {
		return due(bark(t, outOfFilm).on(n), "film")
	}
	require.NotNil(t, film(56))
	assert.Equal(t, day(7), film(56).On, "weekly for eight weeks")
	assert.Equal(t, day(60), film(57).On, "then the second look")
	assert.Nil(t, film(91), "and no more after ninety days")
}

// What was chosen for a home is of that home alone; a gate said by hand opens on its day.
func TestWhatWasChosen(t *testing.T) {
	own := func(from string) aftercare.Care {
		return bark(t).chooses(aftercare.Chosen{Protocol: "mount", From: from}).on(3)
	}
	assert.Equal(t, "mount", home(own(day(0))).Code)
	assert.Equal(t, "organic-bare", home(own(day(-9))).Code)
	said := func(on, n int) *aftercare.Standing {
		return gate(bark(t).chooses(aftercare.Chosen{
			Protocol: "mount", From: day(0), Gates: map[string]string{"mount/grips": day(on)},
		}).on(n), "grips")
	}
	assert.Equal(t, day(5), said(5, 5).OpenOn)
	assert.True(t, said(5, 5).ByHand)
	assert.Empty(t, said(5, 4).OpenOn)
	assert.Empty(t, said(-1, 5).OpenOn, "of the home before")
	assert.Equal(t, day(0), said(0, 5).OpenOn)
}

// Held in several ways without a break it is one hold, which a nest or pebbles end.
func TestAHoldIsOneWhateverItsWays(t *testing.T) {
	since := func(ways ...string) int {
		l := housed(t, "cattleya", ways[len(ways)-1])
		l.Homes = nil
		for i, way := range ways {
			l.Homes = append(l.Homes, rehome.Stands(day(10*i), way, nil))
		}
		c := l.on(10 * len(ways))
		require.Equal(t, "humid-hold", home(c).Code)
		return home(c).DayN
	}
	assert.Equal(t, 10, since("tub"))
	assert.Equal(t, 20, since("tub", "lid"))
	assert.Equal(t, 30, since("tub", "bag", "lid"))
	assert.Equal(t, 10, since("tub", "nest", "lid"))
	assert.Equal(t, 10, since("tub", "pebbles", "lid"))
	assert.Equal(t, 10, since("bark", "lid"))
}

// A watch runs to its last day, from its first; of two the earlier counts.
func TestAWatchRunsToItsLastDay(t *testing.T) {
	since := func(n int) (on string) {
		l := bark(t, func(p *patient.Patient) {
			p.Watches = []patient.Watch{{From: day(5), Until: day(20)}, {From: day(3), Until: day(10)},
				{From: day(4), Until: day(30)}}
		})
		for _, r := range l.on(n).Runs {
			if r.Code == "watched" {
				on = r.Since
			}
		}
		return on
	}
	assert.Empty(t, since(2))
	assert.Equal(t, day(3), since(3))
	assert.Equal(t, day(3), since(10))
	assert.Equal(t, day(4), since(11))
	assert.Equal(t, day(4), since(30))
	assert.Empty(t, since(31))
}

// A mount is soaked oftener in warmth, from days of 20 °C on; flushes wait until it is dry by the side that says so.
func TestRhythmsByWarmthAndSide(t *testing.T) {
	soak := func(high float64) string {
		return due(housed(t, "cattleya", "mount", inAir(12, high, 60)).on(0), "soak").On
	}
	assert.Equal(t, day(1), soak(20))
	assert.Equal(t, day(2), soak(19.9))
	unknown := housed(t, "cattleya", "mount", func(p *patient.Patient) { p.Site = nil })
	assert.Equal(t, day(1), due(unknown.on(0), "soak").On, "its place is not known")
	flush := func(of disputes.SideCode) string {
		l := housed(t, "phalaenopsis", "inorganic", withRoots(6, 4, ""), in("bark"), side(disputes.Flushing, of))
		return due(l.on(0), "flush").On
	}
	assert.Equal(t, day(3), flush(disputes.EveryThirdDay))
	assert.Equal(t, day(5), flush(disputes.WhenDry), "from memory")
}

// Rest goes by three weeks without growth, a loss under 5 % a week between weights five days apart, and none
// that grows.
func TestRestToTheDay(t *testing.T) {
	rests := func(n int, grams float64, days int, more func(*life)) bool {
		l := housed(t, "dendrobium-deciduous", "bark", withRoots(6, 4, "")).sees(10, patient.Checkin{Growth: patient.Idle})
		l.scales(n-days, patient.InPot, 500).scales(n, patient.InPot, grams)
		if more != nil {
			more(l)
		}
		return runs(l.on(n), "rest")
	}
	assert.True(t, rests(31, 490, 7, nil))
	assert.False(t, rests(30, 490, 7, nil), "twenty days")
	assert.True(t, rests(31, 490, 5, nil))
	assert.False(t, rests(31, 490, 4, nil), "too close to tell")
	assert.False(t, rests(31, 475, 7, nil), "5 % a week is no rest")
	assert.True(t, rests(31, 475.1, 7, nil))
	assert.False(t, rests(31, 510, 7, nil), "it was watered")
	assert.False(t, rests(31, 490, 7, func(l *life) { l.sees(20, patient.Checkin{Growth: patient.Growing}) }))
	assert.False(t, rests(31, 490, 7, func(l *life) { l.sees(20, patient.Checkin{Tips: num(1)}) }))
	assert.False(t, rests(31, 490, 7, func(l *life) { l.sees(20, patient.Checkin{ShootMM: num(1.0)}) }))
	assert.True(t, rests(31, 490, 7, func(l *life) { l.sees(20, patient.Checkin{ShootMM: num(0.0)}) }))
	assert.True(t, rests(31, 510, 7, func(l *life) { l.sees(20, patient.Checkin{Growth: patient.Resting}) }),
		"said, whatever it weighs")
	winter := func(strict disputes.SideCode, kind string, latitude *float64) bool {
		l := housed(t, kind, "bark", withRoots(6, 4, ""), side(disputes.WinterRest, strict), func(p *patient.Patient) {
			p.House.LatitudeDeg = latitude
		})
		return runs(l.on(270), "rest") // the 27th of December
	}
	assert.True(t, winter(disputes.Strict, "dendrobium-deciduous", nil))
	assert.False(t, winter("", "dendrobium-deciduous", nil))
	assert.False(t, winter(disputes.Strict, "phalaenopsis", nil))
	assert.True(t, winter(disputes.Strict, "dendrobium-deciduous", num(52.0)))
	assert.False(t, winter(disputes.Strict, "dendrobium-deciduous", num(-35.0)), "it is summer there")
}

// What its look says of water holds until it was watered; an alarm that says none goes before, also while it
// is put off.
func TestWaterByTheLookAndByAlarms(t *testing.T) {
	thirsty := func() *life {
		return longHoused(t, "cattleya", patient.Inspection{Findings: patient.Findings{
			"leaves-limp": patient.Present, "pot-light": patient.Present,
		}})
	}
	assert.LessOrEqual(t, due(thirsty().on(1), "water").On, day(1), "today, and through, as its look says")
	assert.Nil(t, due(thirsty().on(1), "little"), "one watering, to one degree")
	assert.Greater(t, due(thirsty().does(1, "water").on(2), "little").On, day(2))
	rests := longHoused(t, "cattleya", patient.Inspection{Growth: patient.Resting, Findings: patient.Findings{
		"bulbs-shrivelled": patient.Present, "pot-light": patient.Present,
	}})
	assert.LessOrEqual(t, due(rests.on(1), "sip").On, day(1), "at rest a sip")
	wet := func(l *life) *life { return l.sees(8, patient.Checkin{Medium: "wet", Leaf: "limp"}) }
	c := wet(bark(t)).on(8)
	assert.Nil(t, due(c, "little"))
	assert.Equal(t, "alarm", c.HeldBack)
	later := map[string]aftercare.Snooze{"organic-bare/limp-wet": {Until: day(20), Reason: "x"}}
	off := wet(bark(t)).chooses(aftercare.Chosen{Snoozed: later})
	assert.Nil(t, due(off.on(8), "little"), "put off, it holds the water back all the same")
	drowned := longHoused(t, "cattleya", patient.Inspection{Findings: patient.Findings{"sour-smell": patient.Present}})
	c = drowned.on(1)
	assert.Equal(t, "look", c.HeldBack)
	assert.Nil(t, due(c, "little"))
}
