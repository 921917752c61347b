package judgement

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/acts"
	"therapeon/core/aftercare"
	"therapeon/core/dates"
	"therapeon/core/knowledge"
	"therapeon/core/look"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/rehome"
	"therapeon/core/roots"
	"therapeon/language/english"
)

// Whose advice the aftercare goes before: of what is left, held or housed; what has to be done goes its own way.
func TestWhichAdviceTheAftercareSpeaksFor(t *testing.T) {
	due := aftercare.Care{Day: day, Due: []aftercare.Due{{Job: "water", On: day, By: "2030-05-17"}}}
	alarm := due
	alarm.Alarms = []aftercare.Sounding{{Protocol: "tub", Code: "limp"}}
	of := func(care aftercare.Care, code, row string) string {
		a := Advice{Code: code, Line: Line{Code: code, Row: row}}
		a.tend(care, true)
		return a.Code
	}
	for _, code := range []string{Stay, Hold, Nest, Leave, Wait} {
		assert.Equal(t, Tend, of(due, code, ""), code)
		assert.Equal(t, Mend, of(alarm, code, ""), code)
	}
	for _, code := range []string{Soon, Now, Check, Water, Treat, Pot, Read} {
		assert.Equal(t, code, of(due, code, ""), code)
		assert.Equal(t, code, of(alarm, code, ""), code)
	}
	assert.Equal(t, Feel, of(due, Feel, ""))
	assert.Equal(t, Mend, of(alarm, Feel, ""), "it was felt")
	assert.Equal(t, Tend, of(due, Hold, "held"))
	assert.Equal(t, Tend, of(due, Hold, "held-tips"))
	assert.Equal(t, Hold, of(due, Hold, "held-crawls"), "another row speaks for itself")
	assert.Equal(t, Hold, of(due, Hold, "held-better"))
	assert.Equal(t, Mend, of(alarm, Hold, "held-better"))
	assert.Equal(t, Hold, of(alarm, Hold, "held-crawls"))
	assert.Equal(t, Stay, of(aftercare.Care{Day: day}, Stay, ""), "it wants nothing")
}

// Due is from its day on; what is to come is said with its day, but not over a look that is due or wet medium.
func TestTheDayOfWhatItWants(t *testing.T) {
	of := func(on, by, code, until string, says ...acts.Act) Advice {
		a := Advice{Code: code, UntilOn: until, Line: Line{Code: code, Row: "housed"}, Says: says}
		a.tend(aftercare.Care{Day: day, Due: []aftercare.Due{{Job: "water", On: on, By: by}}}, true)
		return a
	}
	a := of(day, "2030-05-17", Stay, "")
	assert.Equal(t, []string{Tend, "2030-05-17"}, []string{a.Code, a.UntilOn})
	assert.True(t, acts.Water.Among(a.Says))
	assert.Equal(t, day, of("2030-05-01", "2030-05-03", Stay, "").UntilOn, "what is late is for today")
	assert.False(t, acts.Water.Among(of(day, day, Stay, "", acts.NoWater).Says))
	bare := Advice{Code: Stay, Line: Line{Row: "held"}}
	bare.tend(aftercare.Care{Day: day, Due: []aftercare.Due{{Job: "water", On: day}}}, false)
	assert.False(t, acts.Water.Among(bare.Says), "it has no pot")
	later := of("2030-05-16", "2030-05-17", Stay, "")
	assert.Equal(t, []string{Stay, "2030-05-16"}, []string{later.Code, later.UntilOn})
	assert.Equal(t, "2030-05-16", later.Line.Care.On)
	assert.Empty(t, of("2030-05-16", "", Wait, "").UntilOn, "it waits for what it waits for")
	assert.Equal(t, Leave, of("2030-05-16", "", Leave, day).Code)
	assert.Equal(t, day, of("2030-05-16", "", Leave, day).UntilOn, "its look is due")
	assert.Equal(t, "2030-05-16", of("2030-05-16", "", Leave, "2030-05-20").UntilOn)
	assert.Equal(t, day, of("2030-05-16", "", Leave, day).UntilOn)
}

// What it waits for stands beside.
func TestTheGateThatItWaitsFor(t *testing.T) {
	gate := aftercare.Standing{Code: "tip", Name: knowledge.Text{Value: message.Plain("Its first tip")}}
	of := func(g aftercare.Standing) []knowledge.Text {
		a := Advice{Code: Stay, Line: Line{Row: "housed"}}
		a.tend(aftercare.Care{
			Day: day, Due: []aftercare.Due{{Job: "check", On: "2030-05-20"}},
			Runs: []aftercare.Running{{Gates: []aftercare.Standing{g}}},
		}, true)
		return a.Because
	}
	require.Len(t, of(gate), 1)
	assert.Equal(t, "It waits for this: Its first tip.", english.Say(of(gate)[0].Value))
	gate.OpenOn = "2030-05-01"
	assert.Empty(t, of(gate))
}

// The day to look again: of its look; none where nothing is decided. A check-in puts none off, a round goes before.
func TestTheDayToLookAgainToTheEdge(t *testing.T) {
	at := func(change func(*patient.Patient)) string {
		p := plant(t, "phalaenopsis", func(p *patient.Patient) {
			p.Day, p.Looks = day, looked(day, patient.Growing, "tips-growing")
			change(p)
		})
		return For(p, Known{}).UntilOn
	}
	plain := at(func(*patient.Patient) {})
	assert.Equal(t, "2030-08-13", plain)
	assert.Equal(t, plain, at(func(p *patient.Patient) { p.Round.On = plain }), "the round of that day is that day")
	assert.Equal(t, "2030-08-12", at(func(p *patient.Patient) { p.Round.On = "2030-08-12" }))
	assert.Equal(t, plain, at(func(p *patient.Patient) { p.Round.On = "2030-08-14" }))
	assert.Equal(t, plain, at(func(p *patient.Patient) { p.Round.On = day }), "a round of the day of the look was seen by it")
	assert.Equal(t, "2030-06-01", at(func(p *patient.Patient) { p.Looks[0].Noted.AgainOn = "2030-06-01" }))
}

// By when a tip is late: 2.2 times as long as its kind takes, from memory, counted from when it was held.
func TestWhenATipIsLate(t *testing.T) {
	held := func(from string, hold bool) []Flip {
		return For(plant(t, "phalaenopsis", func(p *patient.Patient) {
			p.Intake.Pot, p.Given.Grade, p.Given.Air = patient.NoPot, roots.Rootless, percent(40)
			p.Profile.WeeksToFirstRoot.Value = 6
			if hold {
				p.Homes = []patient.Home{rehome.Stands(from, "tub", nil)}
			}
		}), Known{}).Flips
	}
	said := func(list []Flip) (words string) {
		for _, f := range list {
			if f.Then.Equal(say(Table().NoTipThen.Value)) {
				words = english.Say(f.If)
			}
		}
		return words
	}
	fresh, old := said(held("2030-05-10", true)), said(held("2029-05-10", true))
	assert.NotEmpty(t, fresh)
	assert.Contains(t, old, "15 May 2030", "long past it is today")
	assert.NotContains(t, fresh, "15 May 2030")
	assert.Empty(t, said(held("", false)), "it is not held yet")
	assert.LessOrEqual(t, len(held("2030-05-10", true)), int(Table().Most.Value)+1)
}

func TestAHeldPlantIsLateFromItsOwnDay(t *testing.T) {
	f := flipping{Knowledge: Table(), p: plant(t, "phalaenopsis", func(p *patient.Patient) {
		p.Intake.Pot, p.Profile.WeeksToFirstRoot.Value = patient.NoPot, 6
		p.Homes = []patient.Home{rehome.Stands("2030-05-05", "tub", nil)}
	})}
	f.late()
	require.Len(t, f.list, 1)
	// 2.2 times 6 weeks are 92.4 days from the 5th of May: the 6th of August, in week 14.
	assert.Contains(t, english.Say(f.list[0].If.Value), "6 Aug 2030")
	assert.Contains(t, english.Say(f.list[0].If.Value), "week 14")
}

// A line is said in its own words; one of no code in none.
func TestALineInWords(t *testing.T) {
	k := Table()
	assert.Empty(t, k.Words(Line{}))
	assert.Equal(t, "Leave it.", english.Say(k.Words(Line{Look: look.Line{Say: "leave"}})))
	assert.Equal(t, "Wait until the flowers fade.", english.Say(k.Words(Line{Look: look.Line{Say: "wait", Block: "flower"}})))
	assert.Equal(t, rehome.Table().Decisions["held"].Headline, k.Words(Line{Row: "held"}))
}

// The day chosen at a look holds until something else is seen: then the sooner of both. What is out, or was not
// looked at, has no day.
func TestTheDayChosenAtALook(t *testing.T) {
	of := func(chosen string, seen ...patient.Seen) string {
		return For(plant(t, "cattleya", func(p *patient.Patient) {
			p.Looks = looked("2030-05-01", patient.Growing, "pot-bound", "tips-growing")
			p.Looks[0].Noted.AgainOn, p.Seen = chosen, seen
		}), Known{}).UntilOn
	}
	assert.Equal(t, "2030-07-01", of("2030-07-01"))
	assert.Equal(t, "2030-07-01", of("2030-07-01", seenOn("2030-05-14", patient.Checkin{Leaf: "firm"})))
	bad := seenOn("2030-05-14", patient.Checkin{Smell: "decay", Leaf: "limp", Medium: "wet"})
	assert.Less(t, of("2030-07-01", bad), "2030-05-20", "it presses now")
	assert.LessOrEqual(t, of("", seenOn("2030-05-14", patient.Checkin{Leaf: "firm"})), of(""))
	p := plant(t, "cattleya", func(*patient.Patient) {})
	assert.Empty(t, LookAgainOn(p, look.Verdict{Decision: look.Leave, AgainDays: 5}), "nobody looked")
	p.Looks = looked(day, patient.Growing)
	p.Forget()
	assert.Empty(t, LookAgainOn(p, look.Verdict{AgainDays: 5}))
	assert.Empty(t, LookAgainOn(p, look.Verdict{Decision: look.Out, AgainDays: 5}))
	assert.Equal(t, "2030-05-20", LookAgainOn(p, look.Verdict{Decision: look.Leave, AgainDays: 5}))
	p.Looks[0].Noted.AgainOn = "2030-06-01"
	assert.Equal(t, "2030-06-01", LookAgainOn(p, look.Verdict{Decision: look.Leave, AgainDays: 5}))
	assert.Equal(t, day, LookAgainOn(p, look.Verdict{Decision: look.Now}), "what is now waits for no chosen day")
}

// Out of its pot an advice holds until the first look in the home; once that was done, so long again, or to the day
// chosen then. Weeks of a way are house rules.
func TestHowLongAHomeIsLeft(t *testing.T) {
	of := func(way, lookOn, lookedOn, chosen string) string {
		p := plant(t, "cattleya", func(p *patient.Patient) {
			p.Homes = []patient.Home{rehome.Stands("2030-05-02", way, nil)}
			p.Homes[0].LookOn = lookOn
			if lookedOn != "" {
				p.Looks = looked(lookedOn, patient.Growing)
				p.Looks[0].Noted.AgainOn = chosen
			}
		})
		if way == "tub" {
			return until(p, Hold)
		}
		return until(p, Stay)
	}
	bark, _ := rehome.Table().Route("bark")
	tub, _ := rehome.Table().Route("tub")
	assert.Equal(t, "2030-05-30", of("bark", "2030-05-30", "2030-05-10", ""))
	assert.Equal(t, "2030-05-30", of("tub", "2030-05-30", "2030-05-10", ""))
	assert.Equal(t, dates.After("2030-05-10", int(bark.LookDays.Value)), of("bark", "", "2030-05-10", ""))
	assert.Equal(t, "2030-07-01", of("bark", "", "2030-05-10", "2030-07-01"))
	assert.Empty(t, of("bark", "", "2030-05-02", "2030-07-01"), "the look was before the move")
	assert.Empty(t, of("bark", "", "", ""))
	assert.Equal(t, dates.After("2030-05-10", int(tub.LookDays.Value)), of("tub", "", "2030-05-10", ""))
	assert.Equal(t, dates.After(day, int(tub.LookDays.Value)), of("tub", "", "2030-05-02", ""))
	p := plant(t, "cattleya", func(p *patient.Patient) { p.Looks = looked("2030-05-10", patient.Growing) })
	assert.Empty(t, until(p, Pot))
	assert.Equal(t, dates.After(day, int(tub.LookDays.Value)), until(p, Nest), "it has no home yet")
	p.Homes = []patient.Home{rehome.Stands("2030-05-02", "bark", nil)}
	p.Homes[0].LookOn = "2030-05-30"
	p.Forget()
	assert.Equal(t, dates.After("2030-05-10", int(bark.LookDays.Value)), until(p, Hold), "that look is of its pot")
}

// A fact is told where it changes the advice, and three at most.
func TestFactsThatChangeTheAdvice(t *testing.T) {
	other := plant(t, "phalaenopsis", func(p *patient.Patient) { p.Looks = looked(day, patient.Growing, "crumbles") })
	k := *Table()
	k.Most.Value = 2
	f := flipping{Knowledge: &k, p: other, now: Advice{Headline: say(message.Plain("Leave it."))}}
	for range 3 {
		f.try(knowledge.Text{Value: message.Plain("If")}, other)
	}
	require.Len(t, f.list, 2)
	assert.Equal(t, Soon, f.list[0].Code)
	same := flipping{Knowledge: &k, p: other, now: Brief(other, Known{})}
	same.try(knowledge.Text{Value: message.Plain("If")}, other)
	assert.Empty(t, same.list)
	potted := func(way string, hold bool) []acts.Act {
		p := plant(t, "cattleya", func(p *patient.Patient) {
			p.Homes = []patient.Home{rehome.Stands("2030-05-02", way, nil)}
			p.Homes[0].Potted = !hold
		})
		return Brief(p, Known{Care: &aftercare.Care{Day: day, Due: []aftercare.Due{{Job: "water", On: day}}}}).Says
	}
	assert.True(t, acts.Water.Among(potted("bark", false)))
	assert.False(t, acts.Water.Among(potted("tub", true)), "it has no pot to water")
}

// What is seen today counts beside what was seen in this home, and nothing of the one before.
func TestAFactBesideWhatWasSeen(t *testing.T) {
	f := flipping{Knowledge: Table(), p: plant(t, "cattleya", func(p *patient.Patient) {
		p.Looks = looked("2030-05-10", patient.Resting, "pot-light", "crust")
	})}
	now := f.seen("watered-in-vain", patient.NewRoots).Looks[0]
	assert.Equal(t, day, now.On)
	assert.Equal(t, patient.Findings{"leaves-limp": patient.Absent, "crust": patient.Present,
		"watered-in-vain": patient.Present}, now.Noted.Findings)
	assert.Equal(t, patient.NewRoots, now.Noted.Growth)
	assert.Equal(t, patient.Present, f.seen("", "").Looks[0].Noted.Findings["pot-light"])
	assert.Equal(t, patient.Resting, f.seen("", "").Looks[0].Noted.Growth)
	f.p.Homes = []patient.Home{{From: "2030-05-12", Way: "bark", Potted: true}}
	f.p.Forget()
	assert.Equal(t, patient.Findings{"crust": patient.Present}, f.seen("crust", "").Looks[0].Noted.Findings)
}
