package look

import (
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"

	"therapeon/core/acts"
	"therapeon/core/causes"
	"therapeon/core/disputes"
	"therapeon/core/patient"
	"therapeon/core/roots"
)

// heardOf is the plant of a case, of which that is heard.
func heardOf(c Case, h patient.Heard) *patient.Patient {
	p := c.patient()
	p.Judge = func(*patient.Patient) patient.Heard { return h }
	return p
}

// What is to be treated in the pot is treated once: not again after it was done, or a round was noted since the
// look; again once its round is due. Common practice, no source.
func TestWhatIsTreatedInThePot(t *testing.T) {
	c := looked(t, "cattleya", "tips-growing")
	asked := patient.Heard{Asked: map[string][]string{"oil-soap-label": {"spider-mites"}}}
	say := func(change func(*patient.Patient)) string {
		p := heardOf(c, asked)
		p.Now = time.Date(2030, 4, 1, 9, 0, 0, 0, time.UTC)
		change(p)
		return Table().Decide(p).Line.Say
	}
	day := heardOf(c, asked).Day
	before, after := "2029-01-01", "2030-12-01"
	assert.Equal(t, Treat, say(func(*patient.Patient) {}))
	deed := func(on string, out bool) func(*patient.Patient) {
		return func(p *patient.Patient) { p.Deeds = []patient.Deed{{Of: "oil-soap-label", On: on, LeftOut: out}} }
	}
	assert.Equal(t, Treat, say(deed(before, false)), "before the look")
	assert.Equal(t, Leave, say(deed(day, false)))
	assert.Equal(t, Leave, say(deed(after, false)))
	assert.Equal(t, Treat, say(deed(day, true)), "it was left out, and nothing else was done")
	assert.Equal(t, Treat, say(func(p *patient.Patient) { p.Deeds = []patient.Deed{{Of: "peroxide-fizz", On: day}} }))
	round := func(pest, on string) func(*patient.Patient) {
		return func(p *patient.Patient) { p.Rounds = []patient.TreatedDay{{On: on, Pest: pest}} }
	}
	assert.Equal(t, Leave, say(round("spider-mites", day)))
	assert.Equal(t, Treat, say(round("spider-mites", before)))
	assert.Equal(t, Treat, say(round("scale", day)), "against another")
	due := func(on string) string {
		return say(func(p *patient.Patient) { deed(day, false)(p); p.Round.On = on })
	}
	assert.Equal(t, Treat, due("2030-04-01"), "its next round has come")
	assert.Equal(t, Leave, due("2030-04-02"))
	assert.Equal(t, Leave, say(func(p *patient.Patient) {
		p.Judge = func(*patient.Patient) patient.Heard { return patient.Heard{} }
		p.Round.On = "2030-04-01"
	}), "nothing asks for it")
	assert.Equal(t, Leave, say(func(p *patient.Patient) {
		p.Judge = func(*patient.Patient) patient.Heard {
			return patient.Heard{Asked: map[string][]string{"strip-medium": {"x"}}}
		}
	}), "that is done out of the pot")
}

// What agrees with the look, and what waits until the plant is out.
func TestWhatAgreesWithTheLook(t *testing.T) {
	p, out := looked(t, "cattleya").patient(), Verdict{Says: []acts.Act{acts.Unpot}}
	now, later := Agreed(p, []string{"oil-soap-label", "strip-medium"}, Verdict{})
	assert.Equal(t, []string{"oil-soap-label"}, now)
	assert.Equal(t, []string{"strip-medium"}, later)
	now, later = Agreed(p, []string{"oil-soap-label", "strip-medium"}, out)
	assert.Equal(t, []string{"oil-soap-label", "strip-medium"}, now)
	assert.Empty(t, later)
	wet, dry := "", ""
	for _, a := range causes.Table().Actions {
		for _, s := range a.Says {
			if s == acts.Water && wet == "" {
				wet = a.Code
			}
			if s == acts.NoWater && dry == "" {
				dry = a.Code
			}
		}
	}
	assert.NotEmpty(t, wet)
	assert.NotEmpty(t, dry)
	now, _ = Agreed(p, []string{wet, dry}, Verdict{})
	assert.NotContains(t, now, wet, "what withholds water goes first")
	now, _ = Agreed(p, []string{wet, dry}, Verdict{Proposed: []acts.Proposal{{Acts: []acts.Act{acts.Water}}}})
	assert.NotContains(t, now, dry, "the look says so")
	now, _ = Agreed(p, []string{wet}, Verdict{})
	assert.Contains(t, now, wet)
}

// A look is history once a home was given; one of a plant that was out by then and still is holds on.
func TestALookThatHolds(t *testing.T) {
	p := looked(t, "cattleya", "crumbles").patient()
	assert.True(t, Holds(p))
	assert.False(t, Holds(&patient.Patient{}))
	day := p.Looks[0].On
	p.Day = "2030-12-01"
	p.Homes = []patient.Home{{From: day, Potted: true, Way: "bark"}}
	p.Forget()
	assert.False(t, Holds(p), "housed since")
	p.Homes[0].Hold, p.Homes[0].Potted = true, false
	p.Forget()
	assert.False(t, Holds(p), "it stood in its pot when it was looked over")
	p.Looks[0].Noted.Unpotted = true
	p.Forget()
	assert.True(t, Holds(p), "out then and held now")
}

// What its causes ask for, as far as the look agrees; nothing in a home that it was given since.
func TestWhatIsHeardOfItsCauses(t *testing.T) {
	asks := patient.Heard{
		Plan:  []string{"oil-soap-label", "strip-medium"},
		Asked: map[string][]string{"oil-soap-label": {"Mites"}, "strip-medium": {"Rot"}}, Acted: []string{"spider-mites"},
	}
	p := heardOf(looked(t, "cattleya", "tips-growing"), asks)
	h := Heard(p)
	assert.Equal(t, []string{"oil-soap-label"}, h.Plan, "it stays in its pot")
	assert.Equal(t, map[string][]string{"oil-soap-label": {"Mites"}}, h.Asked)
	p.Homes = []patient.Home{{From: p.Day, Potted: true, Way: "bark"}}
	p.Day = "2030-12-01"
	p.Forget()
	h = Heard(p)
	assert.Empty(t, h.Plan)
	assert.Empty(t, h.Asked)
	assert.Equal(t, []string{"spider-mites"}, h.Acted, "what it has it has")
	none := heardOf(Case{}, asks)
	none.Looks = nil
	assert.Empty(t, Heard(none).Plan, "nobody looked")
}

// Roots are read where it stands in a home given here, or where its look leaves it in; else out of its pot.
func TestWhereRootsAreRead(t *testing.T) {
	leave, unpot := looked(t, "cattleya", "tips-growing").patient(), looked(t, "cattleya", "decay-smell").patient()
	assert.True(t, ReadInPot(leave))
	assert.False(t, ReadInPot(unpot))
	assert.True(t, Table().Decide(leave).Stays(leave))
	assert.False(t, Table().Decide(unpot).Stays(unpot))
	assert.False(t, ReadInPot(&patient.Patient{Profile: leave.Profile, Day: leave.Day}), "nobody looked")
	unpot.Homes = []patient.Home{{From: "2020-01-01", Potted: true, Way: "bark"}}
	unpot.Forget()
	assert.True(t, ReadInPot(unpot), "housed here")
	leave.Intake.Pot, leave.Looks[0].Noted.Unpotted = patient.NoPot, true
	leave.Forget()
	assert.False(t, ReadInPot(leave), "it is out")
	assert.False(t, Table().Decide(leave).Stays(leave))
	assert.Equal(t, Line{Say: "held-since"}, Since(patient.Home{Hold: true}))
	assert.Equal(t, Line{Say: "potted-since"}, Since(patient.Home{}))
}

// The season: as noted, by what it does, by its nights, by the length of the day, by the calendar.
func TestTheSeasonOfAPlant(t *testing.T) {
	k, north := Table(), 50.0
	of := func(c Case, change ...func(*patient.Patient)) patient.Season {
		p := c.patient()
		for _, f := range change {
			f(p)
		}
		season, _ := k.SeasonOf(p)
		return season
	}
	june := func(p *patient.Patient) { p.Day = "2030-06-15" }
	winter := func(p *patient.Patient) { p.Day = "2030-12-15" }
	plain := looked(t, "cattleya")
	plain.Season = ""
	assert.Equal(t, patient.Warm, of(plain, june))
	assert.Equal(t, patient.Cool, of(plain, winter))
	assert.Equal(t, patient.Cool, of(plain, june, func(p *patient.Patient) { p.House.South = true }))
	noted := plain
	noted.Season = patient.Cool
	assert.Equal(t, patient.Cool, of(noted, june))
	grows, rests := plain, plain
	grows.Growth, rests.Growth = patient.Growing, patient.Resting
	assert.Equal(t, patient.Warm, of(grows, winter))
	assert.Equal(t, patient.Cool, of(rests, june))
	least := plain.patient().Around().Minima().Growth.Value
	for c, want := range map[float64]patient.Season{least: patient.Warm, least - 0.1: patient.Cool} {
		nights := plain
		nights.NightLowC = at(c)
		assert.Equal(t, want, of(nights, winter), c)
		assert.Equal(t, want, of(nights, june), c)
	}
	at50 := func(p *patient.Patient) { p.House.LatitudeDeg = &north }
	assert.Equal(t, patient.Warm, of(plain, june, at50))
	assert.Equal(t, patient.Cool, of(plain, winter, at50))
	hours := k.Figures.WarmDayHours.Value
	assert.Equal(t, patient.Warm, k.SeasonByDay(hours))
	assert.Equal(t, patient.Cool, k.SeasonByDay(hours-0.1))
	season, days := k.SeasonOf(&patient.Patient{})
	assert.Empty(t, season)
	assert.Zero(t, days)
	// From the 15th of December to the 1st of the first warm month.
	p := plain.patient()
	p.Day = "2030-12-15"
	_, days = k.SeasonOf(p)
	turn := time.Date(2031, time.Month(k.Figures.WarmFromNorth.Value), 1, 0, 0, 0, 0, time.UTC)
	assert.Equal(t, int(turn.Sub(time.Date(2030, 12, 15, 0, 0, 0, 0, time.UTC)).Hours()/24), days)
	_, months := k.Season(int(k.Figures.WarmToNorth.Value), false)
	assert.Zero(t, months, "the last warm month is warm")
	s, _ := k.Season(int(k.Figures.WarmToNorth.Value)+1, false)
	assert.Equal(t, patient.Cool, s)
}

// Frost holds a plant back at nights below what hurts it, not at them; cold at nights below what it grows at.
func TestNightsThatHoldItBack(t *testing.T) {
	blocks := func(night float64, found ...string) (codes []string) {
		c := looked(t, "phalaenopsis", append(found, "crumbles")...)
		c.NightLowC, c.Growth = &night, patient.Idle
		for _, b := range decide(c).Blocks {
			codes = append(codes, b.Code)
		}
		return codes
	}
	m := looked(t, "phalaenopsis").patient().Around().Minima()
	assert.Contains(t, blocks(m.Injury.Value-0.1), "frost")
	assert.NotContains(t, blocks(m.Injury.Value), "frost")
	assert.Contains(t, blocks(m.Growth.Value-0.1), "cold")
	assert.NotContains(t, blocks(m.Growth.Value), "cold")
	assert.NotContains(t, blocks(m.Growth.Value-0.1, "decay-smell"), "cold", "what smells is not waited for")
	assert.Contains(t, blocks(m.Injury.Value-0.1, "sour-smell"), "frost")
}

// What eats roots is out soon, and now once that is known; in mineral medium its guests are treated there.
func TestWhatEatsRoots(t *testing.T) {
	of := func(medium string, word patient.Word) Verdict {
		p := heardOf(looked(t, "cattleya", "tips-growing"), patient.Heard{Acted: []string{"snails"}, Strips: true})
		p.Intake.OldMedium = medium
		if word != "" {
			p.Looks[0].Noted.Decisions = map[string]patient.Decision{"snails": {Word: word}}
		}
		return Table().Decide(p)
	}
	assert.Equal(t, Soon, of("bark", "").Decision)
	assert.Equal(t, Now, of("bark", patient.Confirmed).Decision)
	assert.Equal(t, Soon, of("bark", patient.Rejected).Decision)
	assert.Equal(t, Leave, of("mineral", "").Decision, "its guests alone")
	strips := ""
	for _, c := range causes.Table().Causes {
		if !Table().Guests.Has(c.Code) && !Table().Eats.Has(c.Code) && slices.ContainsFunc(c.Do, causes.Strips) {
			strips = c.Code
		}
	}
	p := heardOf(looked(t, "cattleya", "tips-growing"), patient.Heard{Acted: []string{"snails", strips}, Strips: true})
	p.Intake.OldMedium = "mineral"
	assert.NotEqual(t, Leave, Table().Decide(p).Decision, "not for guests alone")
}

// In place within its days, and moist moss at a raised base but of a climber, which always stands so.
func TestWhatIsDoneInPlaceHasItsDay(t *testing.T) {
	v := decide(looked(t, "cattleya", "set-wrong"))
	assert.LessOrEqual(t, v.AgainDays, 3, "a house rule")
	assert.NotEmpty(t, v.InPlace)
	raised := decide(looked(t, "cattleya", "base-raised"))
	assert.NotEmpty(t, raised.InPlace)
	vine := looked(t, "cattleya", "base-raised")
	vine.Profile.Climbs.Value = "yes"
	assert.Empty(t, decide(vine).InPlace)
	out := looked(t, "cattleya", "set-wrong")
	out.Unpotted = true
	assert.Empty(t, decide(out).InPlace)
}

// Roots read before its present home say nothing of today.
func TestRootsReadBeforeItsHome(t *testing.T) {
	of := func(read string) string {
		c := looked(t, "cattleya", "leaves-limp")
		p := c.patient()
		p.Looks[0].Noted.Findings["pot-light"] = patient.Absent
		p.Homes = []patient.Home{{From: "2029-06-01", Potted: true, Medium: "bark", Way: "bark"}}
		p.Given.Grade = roots.Unread
		mm := 60.0
		p.Reading = &patient.Reading{On: read, Checks: roots.Checks{}, Roots: roots.Reading{
			InPot: true, Roots: []roots.Root{{ID: "a", Count: 1,
				Segments: []roots.Segment{{LengthMM: &mm, Feel: roots.Mushy}}}},
		}}
		return Table().Decide(p).Decision
	}
	assert.NotEqual(t, of("2029-05-05"), of("2030-02-05"))
	assert.Equal(t, Now, of("2030-02-05"), "limp on rotten roots")
}

// Repotted in flower only by the house's side.
func TestInFlowerByTheSide(t *testing.T) {
	of := func(side disputes.SideCode, found string) Verdict {
		c := looked(t, "phalaenopsis", found)
		c.Flowering, c.RepotInFlower, c.Growth = patient.Bloom, side, patient.NewRoots
		return decide(c)
	}
	assert.Equal(t, Wait, of(disputes.NeverInFlower, "crumbles").Decision)
	needed := of(disputes.WhenRootsNeed, "most-roots-dead")
	assert.NotEqual(t, Wait, needed.Decision)
	soon := of(disputes.ByUrgency, "crumbles")
	assert.Equal(t, Soon, soon.Decision)
	assert.NotContains(t, ruled(soon), "needed-in-flower")
}

// The class of a sign by season, kind and medium: common practice, no source.
func TestTheClassOfASign(t *testing.T) {
	class := func(group string, season patient.Season, medium string, found ...string) string {
		c := looked(t, group, found...)
		c.Season = season
		p := c.patient()
		p.Intake.OldMedium = medium
		for _, r := range Table().Decide(p).Reasons {
			if r.Finding == found[0] {
				return r.Class
			}
		}
		return ""
	}
	assert.Equal(t, Soon, class("phalaenopsis", patient.Cool, "bark", "holes-plugged"))
	assert.Equal(t, "plan", class("phalaenopsis", patient.Warm, "bark", "holes-plugged"))
	assert.Equal(t, "plan", class("phalaenopsis", patient.Cool, "bark", "pot-bound"))
	assert.Equal(t, Soon, class("slipper", patient.Warm, "bark", "base-raised"))
	assert.Equal(t, "plan", class("cattleya", patient.Warm, "bark", "base-raised"))
	assert.Equal(t, Soon, class("cattleya", patient.Warm, "bark", "snails-seen"))
	assert.Equal(t, "plan", class("cattleya", patient.Warm, "mineral", "snails-seen"))
	assert.Equal(t, Soon, class("cattleya", patient.Warm, "mineral", "snails-seen", "chewed-tips"), "they are at the roots")
}

// Bad medium is tided over while the plant waits, and so is what is pressing where medium or roots look poor:
// sixty days at most, a house rule.
func TestWhatIsTidedOver(t *testing.T) {
	tided := func(group string, change func(*patient.Patient), found ...string) bool {
		c := looked(t, group, found...)
		c.Growth = patient.Resting
		p := c.patient()
		change(p)
		v := Table().Decide(p)
		assert.Equal(t, Wait, v.Decision, found)
		is := slices.Contains(ruled(v), "tide-over")
		if is {
			assert.LessOrEqual(t, v.AgainDays, 60)
		}
		return is
	}
	as := func(*patient.Patient) {}
	cool := func(p *patient.Patient) { p.Looks[0].Noted.Season = patient.Cool }
	old := func(p *patient.Patient) { p.Intake.OldMedium, p.Intake.LastRepotted = "bark", "2020-01-01" }
	assert.True(t, tided("cattleya", as, "crumbles"))
	assert.False(t, tided("cattleya", as, "pot-bound"), "neither bad nor pressing")
	assert.False(t, tided("cattleya", cool, "holes-plugged"), "pressing, and nothing looks poor")
	assert.False(t, tided("cattleya", old, "pot-bound"), "old, and not pressing")
	assert.True(t, tided("cattleya", old, "pot-bound", "top-heavy"), "two plans press, in old medium")
	assert.True(t, tided("cattleya", as, "dark-film"))
	assert.True(t, tided("cattleya", as, "dead-roots-seen"))
}

// Soon is within so many days, and sooner with new roots or where two things press: house rules.
func TestHowSoonSoonIs(t *testing.T) {
	of := func(group string, change func(*Case), found ...string) Verdict {
		c := looked(t, group, found...)
		change(&c)
		v := decide(c)
		assert.Equal(t, Soon, v.Decision)
		return v
	}
	as := func(*Case) {}
	grows := func(c *Case) { c.Growth = patient.NewRoots }
	days, sooner := int(Table().Figures.SoonDays.Value), int(Table().Figures.SoonerDays.Value)
	assert.Less(t, sooner, days)
	assert.Equal(t, days, of("oncidium", as, "crumbles").AgainDays)
	assert.Equal(t, days, of("oncidium", as, "crumbles", "pot-bound").AgainDays, "one presses, one is a plan")
	assert.Equal(t, sooner, of("oncidium", as, "crumbles", "stays-wet", "dark-film").AgainDays)
	best := of("oncidium", grows, "crumbles")
	assert.Equal(t, sooner, best.AgainDays)
	assert.Contains(t, ruled(best), "best-moment")
	assert.Contains(t, ruled(of("slipper", as, "crumbles")), "any-time")
	assert.NotContains(t, ruled(of("phalaenopsis", as, "crumbles")), "any-time")
	rest := func(c *Case) { c.Growth = patient.Resting }
	assert.Contains(t, ruled(of("oncidium", rest, "crumbles", "sour-smell")), "smells", "it would have waited")
	assert.NotContains(t, ruled(of("phalaenopsis", as, "crumbles", "sour-smell")), "smells", "nothing held it back")
	bloom := func(side disputes.SideCode) func(*Case) {
		return func(c *Case) { c.Flowering, c.RepotInFlower = patient.Bloom, side }
	}
	assert.Contains(t, ruled(of("phalaenopsis", bloom(disputes.WhenRootsNeed), "most-roots-dead")), "needed-in-flower")
	assert.NotContains(t, ruled(of("phalaenopsis", bloom(disputes.ByUrgency), "most-roots-dead")), "needed-in-flower")
	roots := func(c *Case) { c.RepotInFlower = disputes.WhenRootsNeed }
	assert.NotContains(t, ruled(of("oncidium", roots, "most-roots-dead")), "needed-in-flower", "it does not flower")
}

// What thirst asks for: nothing where water does not answer it, where it drowns or hardly a root lives.
func TestWhatThirstAsksFor(t *testing.T) {
	of := func(change func(*patient.Patient), found ...string) string {
		p := looked(t, "cattleya", found...).patient()
		change(p)
		d := &decider{Knowledge: Table(), p: p, findings: causes.SeenInPot(p)}
		d.hear()
		return d.water()
	}
	as := func(*patient.Patient) {}
	assert.Empty(t, of(as, "pot-light"), "it is not thirsty")
	assert.Equal(t, WaterIt, of(as, "leaves-limp", "pot-light"))
	assert.Empty(t, of(as, "leaves-limp", "limp-though-wet"))
	assert.Empty(t, of(as, "leaves-limp", "crumbles"), "it drowns")
	assert.Empty(t, of(func(p *patient.Patient) { p.Given.Grade = roots.Rootless }, "leaves-limp", "pot-light"))
	assert.Equal(t, Feel, of(as, "leaves-limp"))
	assert.Equal(t, WaterLittle, of(func(p *patient.Patient) { p.Looks[0].Noted.Growth = patient.Resting },
		"leaves-limp"))
	felt := func(p *patient.Patient) {
		p.Looks[0].Noted.Findings["limp-though-wet"], p.Looks[0].Noted.Findings["pot-light"] = patient.Absent, patient.Absent
	}
	assert.Equal(t, Damp, of(felt, "leaves-limp"))
	moved := func(p *patient.Patient) { p.Intake.LastRepotted = p.Looks[0].On }
	assert.Empty(t, of(moved, "bulbs-shrivelled"), "expected after a move")
	assert.Equal(t, Feel, of(moved, "bulbs-shrivelled", "leaves-limp"))
}

// Flowers hold a move back by the side taken; a spike that is cut for want of roots holds nothing.
func TestFlowersThatHoldItBack(t *testing.T) {
	of := func(side, spike disputes.SideCode, grade roots.GradeCode, found ...string) Verdict {
		c := looked(t, "phalaenopsis", found...)
		c.Flowering, c.RepotInFlower, c.Growth = patient.Bloom, side, patient.NewRoots
		c.SpikeAtRescue, c.RootGrade = spike, grade
		return decide(c)
	}
	never := disputes.NeverInFlower
	assert.Contains(t, ruled(of(never, "", "", "crumbles")), "never-in-flower")
	assert.NotContains(t, ruled(of(never, "", "", "pot-bound")), "never-in-flower", "a plan waits by itself")
	assert.NotContains(t, ruled(of(disputes.ByUrgency, "", "", "pot-bound")), "never-in-flower")
	blocked := func(v Verdict) bool {
		return slices.ContainsFunc(append(v.Blocks, v.Overridden...), func(b Block) bool { return b.Code == "flower" })
	}
	assert.True(t, blocked(of(never, disputes.SpikeKeep, roots.Rootless, "crumbles")), "it is kept")
	assert.False(t, blocked(of(never, disputes.SpikeByGrade, roots.Rootless, "crumbles")), "it is cut")
	assert.True(t, blocked(of(never, disputes.SpikeCut, roots.Good, "crumbles")), "cut by the house, and its roots can wait")
	assert.NotContains(t, ruled(decide(looked(t, "phalaenopsis", "tips-black-running"))), "best-moment")
	grows := looked(t, "phalaenopsis", "tips-black-running", "tips-growing")
	grows.Growth = patient.NewRoots
	assert.NotContains(t, ruled(decide(grows)), "overrides", "nothing would have held it back")
	p := heardOf(looked(t, "cattleya", "tips-growing"), patient.Heard{Plan: []string{"oil-soap-label"}})
	assert.Equal(t, []string{"oil-soap-label"}, Heard(p).Plan, "planned, whichever cause asks for it")
}

// Warmer is only for kinds that want it: not for cool ones, nor in a rest that is taken cool. From memory, by the
// nights at which a kind grows.
func TestWarmthIsForKindsThatWantIt(t *testing.T) {
	wants := func(group string, change func(*patient.Patient)) bool {
		p := looked(t, group).patient()
		change(p)
		return WantsWarmth(p)
	}
	as := func(*patient.Patient) {}
	night := func(c float64) func(*patient.Patient) {
		return func(p *patient.Patient) { p.Looks[0].Noted.NightLowC = &c }
	}
	assert.True(t, wants("phalaenopsis", as), "nobody knows its nights")
	assert.False(t, wants("pleurothallid", as), "a cool kind")
	assert.True(t, wants("phalaenopsis", night(17)))
	assert.False(t, wants("phalaenopsis", night(18)))
	assert.True(t, wants("pleurothallid", night(9)))
	assert.False(t, wants("dendrobium-deciduous", func(p *patient.Patient) {
		night(5)(p)
		p.Looks[0].Noted.Growth = patient.Resting
	}), "its rest is cool")
}
