package look

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"therapeon/core/acts"
	"therapeon/core/patient"
	"therapeon/language/english"
)

func moved(days float64, c Case) Case {
	c.MovedDays = &days
	return c
}

func ruled(v Verdict) (rules []string) {
	for _, r := range v.Rules {
		rules = append(rules, r.Rule)
	}
	return rules
}

// What has just been moved is left alone for what follows a move, until new roots run or day
// 90: common practice, no source.
func TestWhatWasJustMovedIsLeftAlone(t *testing.T) {
	for _, sign := range []string{"growth-smaller", "growth-stalled", "dead-roots-seen", "low-leaves-yellow", "top-heavy", "pot-bound"} {
		c := looked(t, "cattleya", sign)
		c.Growth = patient.Growing
		v := decide(moved(30, c))
		assert.Equal(t, Leave, v.Decision, sign)
		assert.Equal(t, []string{"just-moved"}, ruled(v))
		assert.Equal(t, 21, v.AgainDays)
		assert.Equal(t, 10, decide(moved(80, c)).AgainDays, "until day 90")
		assert.NotContains(t, ruled(decide(moved(91, c))), "just-moved", "%s, after ninety days", sign)
	}
	rooted := looked(t, "oncidium", "pot-bound", "dries-fast")
	rooted.Growth = patient.NewRoots
	assert.Equal(t, Leave, decide(moved(20, rooted)).Decision, "nubs that were out at the move end nothing")
	assert.Equal(t, Soon, decide(moved(50, rooted)).Decision, "new roots run: the rest is over")
	both := looked(t, "oncidium", "growth-smaller", "growth-stalled", "bulbs-shrivelled")
	assert.Equal(t, Leave, decide(moved(10, both)).Decision, "several of them too")
	for sign, want := range map[string]string{
		"black-edge": Now, "soaked-smelly": Now, "tips-black-running": Now, "chewed-tips": Now, "limp-though-wet": Now,
		"decay-smell": Soon, "sour-smell": Soon, "dark-film": Soon, "snails-seen": Soon,
	} {
		assert.Equal(t, want, decide(moved(10, looked(t, "oncidium", sign, "growth-smaller"))).Decision,
			"%s passes", sign)
	}
}

// A wobble is fixed where it stands, and what was plainly set wrong is set right within days.
func TestWhatIsSetRightWhereItStands(t *testing.T) {
	v := decide(moved(10, looked(t, "cattleya", "top-heavy")))
	assert.Equal(t, Leave, v.Decision)
	require.Len(t, v.InPlace, 1)
	assert.Contains(t, english.Say(v.InPlace[0].Value), "stake")
	v = decide(moved(10, looked(t, "cattleya", "set-wrong")))
	assert.Contains(t, english.Say(v.InPlace[0].Value), "within days")
	assert.Equal(t, 3, v.AgainDays, "a house rule")
	assert.Empty(t, decide(moved(10, looked(t, "vanda", "base-raised"))).InPlace, "it climbs")
}

// Thirst is no reason to unpot: common practice, no source. The page asks the one question
// that decides.
func TestThirstInADryPotAsksForWater(t *testing.T) {
	for _, sign := range []string{"bulbs-shrivelled", "leaves-pleated", "leaves-limp"} {
		v := decide(looked(t, "oncidium", sign, "pot-light"))
		assert.Equal(t, Leave, v.Decision, sign)
		assert.Equal(t, "Water it. Do not unpot it.", english.Say(Table().Words(v.Line)))
		assert.Equal(t, 7, v.AgainDays)
		assert.Equal(t, []string{"water-first"}, ruled(v))

		v = decide(looked(t, "oncidium", sign))
		assert.Equal(t, "Push a finger into the medium. Dry to the first knuckle: water it through. Damp: leave it. Wet: give none, and note it here.", english.Say(Table().Words(v.Line)), "nobody felt it")
		assert.Equal(t, []string{"limp-though-wet", "pot-light"}, v.Ask)

		c := looked(t, "oncidium", sign)
		c.Findings["limp-though-wet"] = patient.Absent
		assert.Equal(t, []string{"pot-light"}, decide(c).Ask, "not wet is not yet dry")
		c.Findings["pot-light"] = patient.Absent
		assert.Equal(t, "Leave it, and weigh it.", english.Say(Table().Words(decide(c).Line)), "it is damp")

		c.Growth = patient.Resting
		assert.Equal(t, "Leave it, and weigh it.", english.Say(Table().Words(decide(c).Line)), "damp is enough at rest")
		rests := looked(t, "oncidium", sign)
		rests.Growth = patient.Resting
		assert.Equal(t, "Give it a little water. Do not unpot it.", english.Say(Table().Words(decide(rests).Line)))
		for _, vain := range []string{"limp-though-wet", "watered-in-vain", "stays-wet"} {
			assert.Equal(t, Now, decide(looked(t, "oncidium", sign, vain)).Decision, "water does not help: %s", vain)
		}
	}
	few := looked(t, "oncidium", "bulbs-shrivelled", "pot-light")
	few.RootGrade = "rootless"
	assert.Equal(t, Now, decide(few).Decision, "without roots water does not help")
	both := decide(looked(t, "oncidium", "leaves-limp", "pot-light", "crumbles"))
	assert.Equal(t, Soon, both.Decision, "what else asks for it stands")
	assert.Contains(t, ruled(both), "water-too")
}

// A stall asks first about light, warmth, feed and water; it is no reason to unpot a sound plant.
func TestAStallAsksFirst(t *testing.T) {
	v := decide(looked(t, "oncidium", "growth-stalled"))
	assert.Equal(t, Leave, v.Decision)
	assert.Equal(t, []string{"stalled-ask"}, ruled(v))
	assert.Equal(t, Soon, decide(looked(t, "oncidium", "growth-stalled", "crumbles")).Decision)
	old := looked(t, "oncidium", "growth-smaller")
	assert.Equal(t, Soon, decide(moved(900, old)).Decision, "its medium is old")
}

// Drowning does not wait for spring, flowers or roots: common practice, no source.
func TestWhatDrownsDoesNotWait(t *testing.T) {
	blocked := func(found ...string) Verdict {
		c := looked(t, "psychopsis", found...)
		c.Flowering, c.Growth, c.Season, c.DaysToWarm = "bloom", patient.Resting, patient.Cool, 60
		return decide(c)
	}
	assert.Equal(t, Wait, blocked("crumbles").Decision, "rotten medium under sound roots is tided over")
	assert.Contains(t, ruled(blocked("crumbles")), "tide-over")
	for _, smell := range []string{"sour-smell", "decay-smell"} {
		assert.Equal(t, Soon, blocked("crumbles", smell).Decision, "a smell ends that at once")
		assert.Contains(t, ruled(blocked("crumbles", smell)), "smells")
		assert.NotContains(t, ruled(blocked("crumbles", smell)), "tide-over")
	}
	assert.Equal(t, Soon, blocked("crumbles", "dead-roots-seen").Decision)
	assert.Equal(t, Soon, blocked("holes-plugged", "stays-wet", "dead-roots-seen").Decision)
	assert.Equal(t, Now, blocked("overpotted", "stays-wet", "leaves-limp").Decision)
	assert.Equal(t, Soon, blocked("most-roots-dead").Decision)
	cold := looked(t, "phalaenopsis", "crumbles", "dead-roots-seen")
	cold.NightLowC = at(6)
	v := decide(cold)
	assert.Equal(t, "Bring it in first.", english.Say(Table().Words(v.Line)), "not in frost")
	assert.Equal(t, 3, v.AgainDays)
	cold.NightLowC = at(14)
	assert.Equal(t, Soon, decide(cold).Decision, "too cold to root, but not to be hurt")
}

func TestAnAlarmIsNotLeft(t *testing.T) {
	c := looked(t, "cattleya")
	c.Alarm = true
	v := decide(c)
	assert.Equal(t, Soon, v.Decision, "no sign asks for it, and something that spreads is open")
	assert.Equal(t, 3, v.AgainDays, "a house rule")
	thirsty := looked(t, "cattleya", "leaves-limp", "pot-light")
	thirsty.Alarm = true
	assert.Equal(t, Soon, decide(thirsty).Decision)
	shy := looked(t, "cattleya", "pot-bound")
	assert.Equal(t, Line{Say: Wait, Block: "new-roots"}, decide(shy).Line)
	shy.Alarm = true
	assert.Equal(t, Line{Say: Check}, decide(shy).Line, "nothing is waited for over it")
	shy.NightLowC = at(-3)
	v = decide(shy)
	assert.Equal(t, "frost", v.Line.Block)
	assert.Contains(t, v.Also, Line{Say: Check}, "once it is in")
	p := shy.patient()
	p.Day, p.Judge = "2030-05-15", func(*patient.Patient) patient.Heard {
		return patient.Heard{Alarm: true, Asked: map[string][]string{"oil-soap-label": {"spider-mites"}}}
	}
	p.Looks[0].Noted.NightLowC = nil
	v = Table().Decide(p)
	assert.Equal(t, Line{Say: Treat}, v.Line)
	assert.Contains(t, v.Also, Line{Say: Check}, "beside a treatment too")
	assert.NotContains(t, v.Says, acts.Unpot, "a check is no unpotting")
	dry := looked(t, "phalaenopsis", "leaves-limp", "pot-light", "stays-wet")
	assert.Equal(t, Line{Say: Feel}, decide(dry).Line, "noted both dry and wet, it is felt for")
}

// A patch of rot in a plant that has to wait is not waited with: what is reached of it comes off. Common practice, no
// source.
func TestAPatchIsNotWaitedWith(t *testing.T) {
	c := looked(t, "psychopsis", "rot-patch", "crumbles")
	v := decide(c)
	assert.Equal(t, Wait, v.Decision)
	assert.Equal(t, "in-place", v.RotPatch.Do)
	assert.Equal(t, "patch-until", v.RotPatch.Why.Rule)
	c.Growth = patient.NewRoots
	assert.Equal(t, "unpot", decide(c).RotPatch.Do, "it is unpotted soon")
}

// A plug is felt for where a plant stays in the pot in which it was sold; felt wet in the middle, it comes out at the
// next good moment. Common practice, no source; that it is a plan is a house rule.
func TestAPlugIsFeltFor(t *testing.T) {
	of := func(change func(*patient.Patient)) Verdict {
		p := looked(t, "phalaenopsis").patient()
		change(p)
		return Table().Decide(p)
	}
	sold := func(p *patient.Patient) { p.Intake.AsSold = true }
	assert.Equal(t, []string{"core-wet"}, of(sold).Ask)
	assert.Empty(t, of(func(*patient.Patient) {}).Ask)
	told := func(p *patient.Patient) { p.Looks[0].Noted.Findings["shop-plant"] = patient.Present }
	assert.Equal(t, []string{"core-wet"}, of(told).Ask)
	for _, state := range []patient.FindingState{patient.Absent, patient.Unseen} {
		v := of(func(p *patient.Patient) { sold(p); p.Looks[0].Noted.Findings["core-wet"] = state })
		assert.Empty(t, v.Ask, state)
		assert.Equal(t, Leave, v.Decision)
	}
	assert.Empty(t, of(func(p *patient.Patient) {
		sold(p)
		p.Homes = []patient.Home{{From: "2020-01-01", Way: "bark", Potted: true, Medium: "bark", Pot: "clear"}}
	}).Ask, "it was unpotted since")
	v := of(func(p *patient.Patient) { sold(p); p.Looks[0].Noted.Findings["core-wet"] = patient.Present })
	assert.Equal(t, Soon, v.Decision)
	assert.Equal(t, "core-wet", v.Reasons[0].Finding)
}

// Nothing says leave it while something that spreads is open or a plan takes the
// medium off.
func TestNothingIsLeftWhileAnAlarmStandsOrAPlanStrips(t *testing.T) {
	k := Table()
	rapid.Check(t, func(r *rapid.T) {
		c := house(
			Case{
				Profile: looked(
					t,
					rapid.SampledFrom(
						[]string{"cattleya", "oncidium", "slipper", "phalaenopsis", "psychopsis"},
					).Draw(r, "group"),
				).Profile,
				Season: rapid.SampledFrom([]patient.Season{"", patient.Warm, patient.Cool}).Draw(r, "season"),
				Growth: rapid.SampledFrom(
					[]patient.Growth{"", patient.NewRoots, patient.Growing, patient.Resting},
				).Draw(r, "growth"),
				Findings: patient.Findings{
					"leaves-limp": rapid.SampledFrom([]patient.FindingState{"present", "absent"}).Draw(r, "limp"),
				},
			},
		)
		busy := rapid.Bool().Draw(r, "with signs")
		for _, s := range k.Signs {
			if busy && rapid.IntRange(0, 9).Draw(r, s.Finding) == 0 {
				c.Findings[s.Finding] = patient.Present
			}
		}
		c.Findings["pot-light"] = rapid.SampledFrom([]patient.FindingState{"present", "absent"}).Draw(r, "light")
		c.Alarm, c.Strips = rapid.Bool().Draw(r, "alarm"), rapid.Bool().Draw(r, "strips")
		if rapid.Bool().Draw(r, "moved") {
			c = moved(rapid.Float64Range(0, 120).Draw(r, "days"), c)
		}
		v := decide(c)
		// In the rest after a move only what spreads is heard: its plan waits with it.
		if c.Alarm || c.Strips && c.MovedDays == nil {
			assert.NotEqual(r, Leave, v.Decision, "%+v", v)
		}
		assert.True(r, v.Decision == Now || v.AgainDays > 0, "it says when to look again: %+v", v)
	})
}
