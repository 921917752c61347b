package wishes

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/acts"
	"therapeon/core/aftercare"
	"therapeon/core/disputes"
	"therapeon/core/division"
	"therapeon/core/judgement"
	"therapeon/core/look"
	"therapeon/core/patient"
	"therapeon/core/rehome"
	"therapeon/core/roots"
	"therapeon/core/taxa"
)

const day = "2030-05-15"

// plant is a plant of a group on the day of these tests, in its clear pot.
func plant(t *testing.T, group string, change ...func(*patient.Patient)) *patient.Patient {
	t.Helper()
	kind, ok := taxa.Find(group)
	require.True(t, ok)
	p := &patient.Patient{
		Profile: kind, Now: time.Date(2030, 5, 15, 10, 0, 0, 0, time.UTC), Sides: patient.Sides{},
		Intake: patient.Intake{Pot: "clear", OldMedium: "bark", LeafCount: 5, BulbCount: 8},
		Judge:  func(*patient.Patient) patient.Heard { return patient.Heard{} },
	}
	for _, c := range change {
		c(p)
	}
	return p
}

// grows has it seen today to grow, or not.
func grows(p *patient.Patient, g patient.Growth) {
	p.Looks = []patient.Look{{On: day, Noted: patient.Inspection{Growth: g}}}
}

func of(p *patient.Patient, code string) *asked {
	return &asked{
		p: p, now: judgement.Advice{Code: code}, where: patient.Potted, left: roots.Unread, rests: "2030-06-01",
	}
}

func row(at func() (string, string)) string {
	code, _ := at()
	return code
}

// By what the one advice is, common practice: who may be moved, and what goes first.
func TestWishesByTheAdvice(t *testing.T) {
	p := plant(t, "cattleya")
	for code, want := range map[string][3]string{ // repot, unpot, another medium
		judgement.Soon:      {"asked", "asked", "no-roots"},
		judgement.Now:       {"asked", "asked", "no-roots"},
		judgement.Pot:       {"potted-out", "answered", "out"},
		judgement.Nest:      {"nested", "answered", "no-reason"},
		judgement.Hold:      {"held", "answered", "no-reason"},
		judgement.Read:      {"unread", "answered", "no-reason"},
		judgement.AskAir:    {"air", "answered", "no-reason"},
		judgement.Check:     {"check", "check", "check"},
		judgement.Feel:      {"feel", "feel", "thirsty"},
		judgement.Water:     {"no-reason", "answered", "thirsty"},
		judgement.Wait:      {"waits", "waits", "no-roots"},
		judgement.LookFirst: {"look", "look", "look"},
		judgement.Leave:     {"no-reason", "answered", "no-reason"},
	} {
		a := of(p, code)
		assert.Equal(t, want, [3]string{row(a.repot), row(a.unpot), row(a.anotherMedium)}, code)
	}
	a := of(p, judgement.Wait)
	a.moved = true
	assert.Equal(t, [3]string{"moved", "moved", "moved"}, [3]string{row(a.repot), row(a.unpot), row(a.anotherMedium)})
	a.where = patient.Held
	assert.Equal(t, [2]string{"out", "held"}, [2]string{row(a.unpot), row(a.anotherMedium)})
	assert.Equal(t, "any-time", row(of(plant(t, "slipper"), judgement.Soon).anotherMedium))
	p.Given.TipsOut = true
	assert.Equal(t, "new-roots", row(of(p, judgement.Soon).anotherMedium))
	thrives := of(plant(t, "cattleya", func(p *patient.Patient) { grows(p, patient.Growing) }), judgement.Leave)
	assert.Equal(t, "no-reason", row(thrives.anotherMedium), "nobody knows since when it is here")
	thrives.p.Intake.ArrivedOn = "2029-01-01"
	assert.Equal(t, "thrives", row(thrives.anotherMedium))
	thrives.p.Intake.ArrivedOn = "2030-05-01"
	assert.Equal(t, "no-roots", row(thrives.anotherMedium), "a newcomer, and no new roots yet")
	grows(thrives.p, patient.NewRoots)
	assert.Equal(t, "newcomer", row(thrives.anotherMedium))
	thrives.p.Looks[0].Noted.Findings = patient.Findings{"buds-drop": patient.Present}
	assert.Equal(t, "buds", row(thrives.anotherMedium))
	thrives.p.Given.Limp = true
	assert.Equal(t, "thirsty", row(thrives.anotherMedium))
	a = of(p, judgement.Leave)
	a.now.UntilOn = "2030-05-16"
	assert.Equal(t, "2030-05-16", a.until())
	a.now.UntilOn = day
	assert.Equal(t, "2030-05-29", a.until(), "two weeks")
	a.now.Code = judgement.Read
	assert.Equal(t, "2030-05-16", a.until())
}

// Of water: what the look says, then what was felt, then the aftercare, then a day that is known.
func TestWaterInItsOrder(t *testing.T) {
	due := func(job, on string) *aftercare.Care { return &aftercare.Care{Due: []aftercare.Due{{Job: job, On: on}}} }
	is := func(change func(*asked)) string {
		a := of(plant(t, "cattleya"), judgement.Leave)
		change(a)
		code, from := a.water()
		return code + " " + from
	}
	assert.Equal(t, "unknown 2030-05-16", is(func(*asked) {}))
	assert.Equal(t, "out ", is(func(a *asked) { a.where = patient.Out }))
	assert.Equal(t, "withheld ", is(func(a *asked) { a.j.Seen.Says = []acts.Act{acts.NoWater, acts.Water} }))
	shows := func(found ...string) func(*asked) {
		return func(a *asked) {
			a.j.Seen.Says = []acts.Act{acts.NoWater}
			a.p.Looks = []patient.Look{{On: day, Noted: patient.Inspection{Findings: patient.Findings{}}}}
			for _, f := range found {
				a.p.Looks[0].Noted.Findings[f] = patient.Present
			}
		}
	}
	assert.Equal(t, "wet-limp ", is(shows("leaves-limp", "stays-wet")))
	assert.Equal(t, "withheld ", is(shows("leaves-limp")), "nobody felt that it is wet")
	assert.Equal(t, "rot ", is(shows("black-edge", "leaves-limp", "stays-wet")))
	assert.Equal(t, "dark-below ", is(shows("dry-over-wet")))
	assert.Equal(t, "little ", is(func(a *asked) { a.j.Seen.Says = []acts.Act{acts.WaterLittle} }))
	assert.Equal(t, "dry ", is(func(a *asked) { a.j.Seen.Says = []acts.Act{acts.Water} }))
	assert.Equal(t, "dry-little ", is(func(a *asked) {
		a.j.Seen.Says, a.p.Sides = []acts.Act{acts.Water}, patient.Sides{disputes.Watering: disputes.LittleOften}
	}))
	assert.Equal(t, "care-due ", is(func(a *asked) { a.of.Care = due("water", day) }))
	assert.Equal(t, "care-later 2030-05-16", is(func(a *asked) { a.of.Care = due("water", "2030-05-16") }))
	assert.Equal(t, "unknown 2030-05-16", is(func(a *asked) { a.of.Care = due("sip", day) }), "a sip is no watering")
	assert.Equal(t, "unknown 2030-05-16", is(func(a *asked) { a.of.Care = due("check", day) }))
	assert.Equal(t, "due ", is(func(a *asked) { a.of.WaterOn = day }))
	assert.Equal(t, "later 2030-05-16", is(func(a *asked) { a.of.WaterOn = "2030-05-16" }))
	assert.Equal(t, "resting ", is(func(a *asked) { grows(a.p, patient.Resting) }))
	held := func(way, on string) string {
		return is(func(a *asked) {
			a.p.Homes, a.where, a.of.Care = []patient.Home{rehome.Stands("2030-05-01", way, nil)},
				patient.Held, due("soak", on)
		})
	}
	assert.Equal(t, "soak ", held("tub", day))
	assert.Equal(t, "held-later 2030-05-17", held("tub", "2030-05-17"))
	assert.Equal(t, "bag 2030-05-16", held("bag", day))
	assert.Equal(t, "bag 2030-05-17", held("bag", "2030-05-17"))
}

// Fed by its aftercare where that says, but never against salt, drought or wet limp leaves.
func TestFeedByItsAftercare(t *testing.T) {
	is := func(change func(*asked)) string {
		a := of(plant(t, "cattleya"), judgement.Leave)
		grows(a.p, patient.Growing)
		change(a)
		code, from := a.feed()
		return code + " " + from
	}
	care := func(ppm float64, on string) *aftercare.Care {
		return &aftercare.Care{Runs: []aftercare.Running{{Home: true}}, Feed: aftercare.Feeding{PPM: ppm, OnDay: on}}
	}
	assert.Equal(t, "growing-feel ", is(func(*asked) {}))
	assert.Equal(t, "growing-feel ", is(func(a *asked) { a.of.Care = &aftercare.Care{} }))
	assert.Equal(t, "gate 2030-05-16", is(func(a *asked) { a.of.Care = care(0, "") }))
	assert.Equal(t, "growing-feel ", is(func(a *asked) { a.of.Care = care(50, day) }))
	assert.Equal(t, "fed 2030-05-16", is(func(a *asked) { a.of.Care = care(50, "2030-05-16") }))
	still := func(a *asked) { grows(a.p, patient.Idle) }
	assert.Equal(t, "idle ", is(still))
	assert.Equal(t, "growing-feel ", is(func(a *asked) { still(a); a.of.Care = care(50, day) }), "its aftercare has seen it grow")
	assert.Equal(t, "idle ", is(func(a *asked) { still(a); a.of.Care = care(0, "") }))
	assert.Equal(t, "still ", is(func(a *asked) { a.p.Looks = nil }), "nobody noted it")
	assert.Equal(t, "growing ", is(func(a *asked) {
		a.p.Looks[0].Noted.Findings = patient.Findings{"pot-light": patient.Absent}
	}), "it was felt")
	wet := func(a *asked) { a.j.Seen.Says = []acts.Act{acts.NoWater} }
	assert.Equal(t, "withheld ", is(func(a *asked) { wet(a); a.of.Care = care(50, day) }))
	assert.Equal(t, "rootless ", is(func(a *asked) { a.left = roots.NearRootless }))
	assert.Equal(t, "growing-feel ", is(func(a *asked) { a.left = roots.Poor }))
	assert.Equal(t, "moved 2030-06-01", is(func(a *asked) { a.fresh = true }))
	dilute := func(medium string) string {
		return is(func(a *asked) {
			a.fresh, a.p.Intake.OldMedium, a.p.Sides = true, medium, patient.Sides{disputes.FirstFeed: disputes.Dilute}
		})
	}
	assert.Equal(t, "dilute ", dilute("bark"))
	assert.Equal(t, "moved 2030-06-01", dilute("mineral"), "into mineral not before its gate")
}

// Bulbs, pieces, sun and pots at their figures: three bulbs stay, six divide. Common practice, no source.
func TestWishesAtTheirFigures(t *testing.T) {
	is := func(wish string, change func(*asked)) string {
		a := of(plant(t, "cattleya"), judgement.Leave)
		a.left = roots.Good
		change(a)
		code, _ := rules[wish](a)
		return code
	}
	bulbs := func(n int) func(*asked) { return func(a *asked) { a.p.Intake.BulbCount = n } }
	assert.Equal(t, []string{"few", "strong"}, []string{is("old-bulbs", bulbs(3)), is("old-bulbs", bulbs(4))})
	assert.Equal(t, "weak", is("old-bulbs", func(a *asked) { a.moved = true }))
	assert.Equal(t, "weak", is("old-bulbs", func(a *asked) { a.left = roots.Poor }))
	assert.Equal(t, "uncounted", is("old-bulbs", bulbs(0)))
	assert.Equal(t, "thirsty", is("old-bulbs", func(a *asked) { a.p.Given.Limp = true }))
	assert.Equal(t, "weak", is("old-bulbs", func(a *asked) { a.left = roots.Fair }), "fair is not good")
	assert.Equal(t, []string{"few", "draw", "draw"},
		[]string{is("divide", bulbs(5)), is("divide", bulbs(6)), is("divide", bulbs(0))}, "not counted is not few")
	assert.Equal(t, "weak", is("divide", func(a *asked) { a.left = roots.Rootless }))
	assert.Equal(t, "weak", is("divide", func(a *asked) { a.p.Given.Limp = true }))
	assert.Equal(t, "weak", is("divide", func(a *asked) {
		grows(a.p, patient.Growing)
		a.p.Judge = func(*patient.Patient) patient.Heard { return patient.Heard{Spreads: true} }
	}))
	assert.Equal(t, "moved", is("divide", func(a *asked) { a.moved = true }))
	assert.Equal(t, "season", is("divide", func(a *asked) { grows(a.p, patient.Resting) }))
	ready := func(a *asked) {
		a.p.Given.TipsOut, a.where, a.p.Given.Read, a.p.Given.Grade = true, patient.Out, true, roots.Good
		a.p.Given.LiveMM = map[int]roots.Range{}
		drawn := division.Chain(8)
		drawn.Bulbs[3].Lead = true
		for n := range drawn.Bulbs {
			a.p.Given.LiveMM[n+1] = roots.Range{Low: 100, High: 150}
		}
		a.of.Rhizome = &drawn
	}
	assert.Equal(t, "ready", is("divide", ready))
	assert.Equal(t, "nubs", is("divide", func(a *asked) { ready(a); a.where = patient.Potted }))
	assert.Equal(t, "nubs", is("divide", func(a *asked) { ready(a); a.p.Given.TipsOut = false }))
	assert.Equal(t, "advisor-no", is("divide", func(a *asked) { ready(a); a.of.Rhizome.Bulbs[3].Lead = false }))
	assert.Equal(t, "advisor-waits", is("divide", func(a *asked) { ready(a); a.p.Intake.Flowering = patient.Bloom }))
	nights := func(night float64) func(*asked) {
		return func(a *asked) {
			a.p.Intake.ArrivedOn = "2029-05-15"
			a.p.Looks = []patient.Look{{On: day, Noted: patient.Inspection{NightLowC: &night}}}
		}
	}
	for wish, least := range map[string]float64{
		"divide": of(plant(t, "cattleya"), "").p.Around().Minima().Growth.Value,
		"sun":    of(plant(t, "cattleya"), "").p.Profile.InjuryMinC.High,
	} {
		assert.NotContains(t, []string{"season", "cold"}, is(wish, nights(least)), wish)
		assert.Contains(t, []string{"season", "cold"}, is(wish, nights(least-0.1)), wish)
	}
	long := func(a *asked) { a.p.Intake.ArrivedOn = "2029-05-15" }
	assert.Equal(t, "rooted", is("sun", long))
	assert.Equal(t, "new", is("sun", func(*asked) {}), "nobody knows since when it is here")
	assert.Equal(t, []string{"new", "rooted"}, []string{
		is("sun", func(a *asked) { a.p.Intake.ArrivedOn = "2030-04-16" }),
		is("sun", func(a *asked) { a.p.Intake.ArrivedOn = "2030-04-15" }),
	}, "thirty days")
	assert.Equal(t, "bud", is("sun", func(a *asked) { long(a); a.p.Intake.Flowering = patient.Bud }))
	for _, code := range []string{judgement.Soon, judgement.Now} {
		assert.Equal(t, "thirsty", is("sun", func(a *asked) { a.now.Code = code }))
	}
	assert.Equal(t, "thirsty", is("sun", func(a *asked) { a.left = roots.Rootless }))
	assert.Equal(t, "thirsty", is("sun", func(a *asked) { a.p.Given.Limp = true }))
	assert.Equal(t, "unrooted", is("sun", func(a *asked) { a.where = patient.Held }))
	assert.Equal(t, "organic", is("big-pot",
		func(a *asked) { a.p.Sides[disputes.PotSize] = disputes.FreePot; a.left = roots.Rootless }))
	assert.Equal(t, "free", is("big-pot", func(a *asked) { a.p.Sides[disputes.PotSize] = disputes.FreePot }))
	assert.Equal(t, "mineral", is("big-pot", func(a *asked) { a.p.Intake.OldMedium = "mineral" }))
	assert.Equal(t, "doubtful", is("discard", func(a *asked) { a.left, a.p.Intake.LeafCount = roots.Rootless, 0 }))
	assert.Equal(t, "lives", is("discard", func(a *asked) { a.left = roots.Rootless }))
	assert.Equal(t, "lives", is("discard", func(a *asked) { a.p.Intake.LeafCount = 0 }), "good roots were read")
	assert.Equal(t, "unpressed", is("discard", func(a *asked) { a.left, a.p.Intake.LeafCount = roots.Unread, 0 }))
}

// A spike that was cut since the look is none any more.
func TestASpikeThatIsCut(t *testing.T) {
	is := func(call *look.Call, cut ...string) string {
		a := of(plant(t, "phalaenopsis"), judgement.Leave)
		a.p.Looks = []patient.Look{{On: "2030-05-10", Noted: patient.Inspection{Flowering: patient.Spike}}}
		a.p.Spikes, a.seen.Spike = cut, call
		return row(a.cutSpike)
	}
	assert.Equal(t, "keep", is(nil))
	assert.Equal(t, "none", is(nil, "2030-05-10"))
	assert.Equal(t, "keep", is(nil, "2030-05-09"), "that was another")
	assert.Equal(t, "few", is(&look.Call{Do: "cut", Why: look.Advice{Rule: "spike-cut"}}))
	assert.Equal(t, "unread", is(&look.Call{Do: "wait"}))
	assert.Equal(t, "keep", is(&look.Call{Do: "keep"}))
}

// Ninety days after a move it is left alone, common practice; what is asked for then is asked all the same.
func TestHowLongAMoveCounts(t *testing.T) {
	since := func(moved string, found ...string) *asked {
		return asking(plant(t, "cattleya", func(p *patient.Patient) {
			p.Intake.LastRepotted = moved
			grows(p, "")
			p.Looks[0].Noted.Findings = patient.Findings{"tips-growing": patient.Absent}
			for _, f := range found {
				p.Looks[0].Noted.Findings[f] = patient.Present
			}
		}), Ask{})
	}
	assert.True(t, since("2030-02-14").fresh, "ninety days")
	assert.True(t, since("2030-02-14").moved)
	assert.Equal(t, "2030-05-16", since("2030-02-14").rests)
	assert.False(t, since("2030-02-13").fresh)
	drowned := since("2030-02-14", "limp-though-wet")
	assert.True(t, drowned.fresh)
	assert.False(t, drowned.moved, "it is asked for")
	assert.False(t, since("").fresh, "nobody knows when")
}

// An aerial root is cut once it was read to be dead; roots of before the present home say nothing of today.
func TestAnAerialRoot(t *testing.T) {
	is := func(feel roots.Feel, depth roots.Depth, home string) string {
		mm := 80.0
		a := of(plant(t, "cattleya", func(p *patient.Patient) {
			p.Reading = &patient.Reading{On: "2030-05-10", Checks: roots.Checks{},
				Roots: roots.Reading{Roots: []roots.Root{
					{ID: "a", Count: 1, Depth: depth, Segments: []roots.Segment{{LengthMM: &mm, Feel: feel}}},
				}}}
			if home != "" {
				p.Homes = []patient.Home{rehome.Stands(home, "bark", nil)}
				p.Homes[0].Potted = true
			}
		}), judgement.Leave)
		return row(a.cutAerial)
	}
	assert.Equal(t, "dead", is(roots.Mushy, roots.Aerial, ""))
	assert.Equal(t, "live", is(roots.Firm, roots.Aerial, ""))
	assert.Equal(t, "live", is(roots.Mushy, roots.Edge, ""))
	assert.Equal(t, "live", is(roots.Mushy, roots.Aerial, "2030-05-12"), "housed since")
	assert.Equal(t, "live", row(of(plant(t, "cattleya"), judgement.Leave).cutAerial), "nothing was read")
	firm := func(state patient.FindingState, replaceable string) string {
		a := of(plant(t, "cattleya"), judgement.Leave)
		grows(a.p, patient.Idle)
		a.p.Looks[0].Noted.Findings, a.p.Intake.Replaceable = patient.Findings{"nothing-firm": state}, replaceable
		return row(a.discard)
	}
	assert.Equal(t, "nothing", firm(patient.Present, ""))
	assert.Equal(t, "nothing-rare", firm(patient.Present, "never"))
	assert.Equal(t, "firm", firm(patient.Absent, "never"))
	assert.Equal(t, "lives", firm("", "never"))
	salt := func(found patient.FindingState, acts bool, decided string) string {
		a := of(plant(t, "cattleya"), judgement.Leave)
		grows(a.p, patient.Growing)
		a.p.Looks[0].Noted.Findings, a.seen.Decision = patient.Findings{"crust": found}, decided
		if acts {
			a.p.Judge = func(*patient.Patient) patient.Heard { return patient.Heard{Acted: []string{"salt-burn"}} }
		}
		return row(a.feedBySigns)
	}
	assert.Equal(t, "salt", salt(patient.Present, false, ""))
	assert.Equal(t, "salt", salt("", true, look.Leave))
	assert.Equal(t, "growing-feel", salt("", true, ""), "of a look that does not hold any more")
	assert.Equal(t, "growing-feel", salt("", false, look.Leave))
}
