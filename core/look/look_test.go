package look

import (
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"therapeon/core/causes"
	"therapeon/core/disputes"
	"therapeon/core/knowledge"
	"therapeon/core/patient"
	"therapeon/core/roots"
	"therapeon/core/taxa"
	"therapeon/language/english"
)

// Case is a plant as it was looked at, in the words of these tests.
type Case struct {
	Profile    taxa.Profile
	Findings   patient.Findings
	Flowering  patient.Flowering
	Growth     patient.Growth
	Season     patient.Season
	DaysToWarm int
	NightLowC  *float64
	RootGrade  roots.GradeCode
	Starved    bool
	Unpotted   bool
	MovedDays  *float64
	Alarm      bool
	Strips     bool

	SpikeAtRescue disputes.SideCode
	RepotInFlower disputes.SideCode
	SmallRotPatch disputes.SideCode
}

// patient is the plant of a case, on a day so long before the warm season as it says.
func (c Case) patient() *patient.Patient {
	warm := time.Month(Table().Figures.WarmFromNorth.Value)
	on := time.Date(2030, warm, 1-c.DaysToWarm, 0, 0, 0, 0, time.UTC)
	p := &patient.Patient{
		Profile: c.Profile,
		Day:     on.Format(time.DateOnly),
		Given:   patient.Given{Grade: c.RootGrade, Starved: c.Starved},
		Sides: patient.Sides{
			disputes.SpikeAtRescue: c.SpikeAtRescue, disputes.RepotInFlower: c.RepotInFlower,
			disputes.SmallRotPatch: c.SmallRotPatch,
		},
		Judge: func(*patient.Patient) patient.Heard { return patient.Heard{Alarm: c.Alarm, Strips: c.Strips} },
	}
	if c.MovedDays != nil {
		p.Intake.LastRepotted = on.AddDate(0, 0, -int(*c.MovedDays)).Format(time.DateOnly)
	}
	p.Looks = []patient.Look{{On: p.Day, Noted: patient.Inspection{
		Findings: c.Findings, Flowering: c.Flowering, Growth: c.Growth, Season: c.Season, NightLowC: c.NightLowC,
		Unpotted: c.Unpotted,
	}}}
	return p
}

func decide(c Case) Verdict { return Table().Decide(c.patient()) }

func house(c Case) Case {
	c.SpikeAtRescue, c.RepotInFlower, c.SmallRotPatch = disputes.SpikeByGrade, disputes.ByUrgency, disputes.PatchIfSound
	return c
}

func looked(t *testing.T, group string, found ...string) Case {
	t.Helper()
	p, ok := taxa.Find(group)
	require.True(t, ok, group)
	c := house(Case{Profile: p, Season: patient.Warm, Findings: patient.Findings{"leaves-limp": "absent"}})
	for _, f := range found {
		_, ok := causes.Table().Finding(f)
		require.True(t, ok, f)
		c.Findings[f] = patient.Present
	}
	return c
}

func at(celsius float64) *float64 { return &celsius }

// Rules of the trade on when to unpot: common practice, no source.
func TestLeaveWaitSoonNow(t *testing.T) {
	for name, x := range map[string]struct {
		c        func() Case
		decision string
		headline string
		blocks   []string
	}{
		"nothing asks for it":              {func() Case { return looked(t, "cattleya") }, Leave, "Leave it.", nil},
		"one plan in a tolerant kind":      {func() Case { return looked(t, "phalaenopsis", "pot-bound") }, Soon, "Unpot it soon.", nil},
		"one plan, shy kind, no new roots": {func() Case { return looked(t, "cattleya", "pot-bound") }, Wait, "Wait for new roots.", []string{"new-roots"}},
		"new nubs are the best moment": {func() Case {
			c := looked(t, "cattleya", "pot-bound")
			c.Growth = patient.NewRoots
			return c
		}, Soon, "Unpot it soon.", nil},
		"stale medium, shy kind, no new roots": {func() Case { return looked(t, "psychopsis", "crumbles") }, Wait, "Wait for new roots.", []string{"new-roots"}},
		"stale medium, moderate kind":          {func() Case { return looked(t, "oncidium", "crumbles") }, Soon, "Unpot it soon.", nil},
		"two plans bring it forward":           {func() Case { return looked(t, "oncidium", "pot-bound", "dries-fast") }, Soon, "Unpot it soon.", nil},
		"in bloom, a plan waits": {func() Case {
			c := looked(t, "phalaenopsis", "pot-bound")
			c.Flowering = "bloom"
			return c
		}, Wait, "Wait until the flowers fade.", []string{"flower"}},
		"in bloom, what is soon does not wait": {func() Case {
			c := looked(t, "phalaenopsis", "crumbles")
			c.Flowering = "bloom"
			return c
		}, Soon, "Unpot it soon.", nil},
		"in bloom, never by the setting": {func() Case {
			c := looked(t, "phalaenopsis", "crumbles")
			c.Flowering, c.RepotInFlower = "bud", disputes.NeverInFlower
			return c
		}, Wait, "Wait until the flowers fade.", []string{"flower"}},
		"a spike alone holds nothing back": {func() Case {
			c := looked(t, "phalaenopsis", "pot-bound")
			c.Flowering = "spike"
			return c
		}, Soon, "Unpot it soon.", nil},
		"at rest": {func() Case {
			c := looked(t, "dendrobium-deciduous", "crumbles")
			c.Growth = patient.Resting
			return c
		}, Wait, "Wait until it grows again.", []string{"rest"}},
		"in the cold": {func() Case {
			c := looked(t, "phalaenopsis", "crumbles")
			c.NightLowC, c.Season, c.DaysToWarm = at(14), patient.Cool, 60 // roots stand still below 18 °C
			return c
		}, Wait, "Wait for warmer days.", []string{"cold"}},
		"in frost": {func() Case {
			c := looked(t, "phalaenopsis", "crumbles")
			c.NightLowC, c.Season, c.DaysToWarm = at(9), patient.Cool, 60 // it may be hurt below 10 °C
			return c
		}, Wait, "Bring it in first.", []string{"frost", "cold"}},
		"a slipper at any time": {func() Case {
			c := looked(t, "slipper", "crumbles")
			c.NightLowC, c.Season, c.Growth = at(9), patient.Cool, patient.Resting
			return c
		}, Soon, "Unpot it soon.", nil},
		"shrivelled in wet medium overrides everything": {func() Case {
			c := looked(t, "cattleya", "bulbs-shrivelled", "limp-though-wet")
			c.Flowering, c.Growth, c.NightLowC = "bloom", patient.Resting, at(5)
			return c
		}, Now, "Unpot it now.", nil},
		"wilt suspected":           {func() Case { return looked(t, "cattleya", "tips-black-running") }, Now, "Unpot it now.", nil},
		"a raised slipper is soon": {func() Case { return looked(t, "slipper", "base-raised") }, Soon, "Unpot it soon.", nil},
		"a climber may rise":       {func() Case { return looked(t, "vanda", "base-raised") }, Leave, "Leave it.", nil},
		"plugged holes in the cool season": {func() Case {
			c := looked(t, "epidendrum-reed", "holes-plugged")
			c.Season = patient.Cool
			return c
		}, Soon, "Unpot it soon.", nil},
		"chewed roots cannot wait": {func() Case { return looked(t, "psychopsis", "snails-seen", "chewed-tips") }, Now, "Unpot it now.", nil},
	} {
		t.Run(name, func(t *testing.T) {
			v := decide(x.c())
			assert.Equal(t, x.decision, v.Decision)
			assert.Equal(t, x.headline, english.Say(Table().Words(v.Line)))
			var blocks []string
			for _, b := range v.Blocks {
				blocks = append(blocks, b.Code)
			}
			assert.Equal(t, x.blocks, blocks)
			assert.Equal(t, v.Decision == Now, v.AgainDays == 0, "only now is today")
			for _, r := range v.Rules {
				assert.NotEmpty(t, r.Words.Value, r.Rule)
			}
		})
	}
}

func TestNothingLookedAtDecidesNothing(t *testing.T) {
	p, _ := taxa.Find("vanda")
	v := decide(house(Case{Profile: p}))
	assert.Empty(t, v.Decision)
	assert.Equal(t, "Look it over before you touch it.", english.Say(Table().Words(v.Line)))
}

func TestTheDayToLookAgain(t *testing.T) {
	assert.Equal(t, 90, decide(looked(t, "vanda")).AgainDays, "three months is the usual next look")
	c := looked(t, "cattleya", "crumbles")
	c.Growth, c.Season, c.DaysToWarm = patient.Resting, patient.Cool, 100
	assert.Equal(t, 60, decide(c).AgainDays, "in bad medium no longer than sixty days")
	c = looked(t, "cattleya", "pot-bound")
	c.Growth, c.Season, c.DaysToWarm = patient.Resting, patient.Cool, 100
	assert.Equal(t, 100, decide(c).AgainDays, "when the warm season begins")
	c.NightLowC = at(8)
	assert.Equal(t, 28, decide(c).AgainDays, "its place is known: that is looked at, not the calendar")
	assert.Equal(t, 7, decide(looked(t, "oncidium", "crumbles", "decay-smell")).AgainDays,
		"two that press are sooner")
}

func TestWhatWouldHaveHeldItBackIsNamed(t *testing.T) {
	c := looked(t, "cattleya", "bulbs-shrivelled", "limp-though-wet")
	c.Flowering = "bud"
	v := decide(c)
	codes := []string{}
	for _, b := range v.Overridden {
		codes = append(codes, b.Code)
	}
	assert.ElementsMatch(t, []string{"new-roots", "flower"}, codes)
	assert.Contains(t, v.Rules, Advice{"overrides", Table().Rules["overrides"]})
}

// Common practice, no source: safest is to cut, usual is to keep and watch, and
// cut when leaves go limp after the move. Never on a psychopsis.
func TestTheSpike(t *testing.T) {
	for name, x := range map[string]struct {
		group string
		grade roots.GradeCode
		house disputes.SideCode
		found []string
		do    string
		later bool
	}{
		"no roots left":         {"phalaenopsis", "rootless", disputes.SpikeByGrade, nil, "cut", false},
		"poor and thirsty":      {"phalaenopsis", "poor", disputes.SpikeByGrade, []string{"leaves-limp"}, "cut", false},
		"poor, not thirsty":     {"phalaenopsis", "poor", disputes.SpikeByGrade, nil, "keep", true},
		"good roots":            {"phalaenopsis", "good", disputes.SpikeByGrade, nil, "keep", true},
		"good and thirsty":      {"phalaenopsis", "good", disputes.SpikeByGrade, []string{"leaves-limp"}, "keep", true},
		"roots unread":          {"phalaenopsis", "", disputes.SpikeByGrade, nil, "keep", true},
		"thirsty, roots unread": {"phalaenopsis", "", disputes.SpikeByGrade, []string{"leaves-limp"}, "wait", true},
		"psychopsis":            {"psychopsis", "rootless", disputes.SpikeCut, nil, "keep", false},
		"house cuts":            {"phalaenopsis", "good", disputes.SpikeCut, nil, "cut", false},
		"house keeps":           {"phalaenopsis", "rootless", disputes.SpikeKeep, nil, "keep", true},
	} {
		t.Run(name, func(t *testing.T) {
			c := looked(t, x.group, append(x.found, "tips-black-running")...)
			c.Flowering, c.RootGrade, c.SpikeAtRescue = "spike", x.grade, x.house
			v := decide(c)
			require.NotNil(t, v.Spike)
			assert.Equal(t, x.do, v.Spike.Do)
			said := map[string]string{"cut": "The spike: cut it.", "keep": "The spike: keep it.", "wait": "The spike: not yet."}
			assert.Equal(t, said[x.do], english.Say(v.Spike.Words))
			assert.Equal(t, x.later, v.Spike.Later != nil)
		})
	}
	c := looked(t, "phalaenopsis")
	c.Flowering = "bloom"
	assert.Nil(t, decide(c).Spike, "left alone, the spike is no question")
	c.RootGrade = "rootless"
	left := decide(c)
	assert.Equal(t, Soon, left.Decision, "it was read, and has no roots")
	require.NotNil(t, left.Spike, "without roots it is, wherever the plant stands")
	assert.Equal(t, "cut", left.Spike.Do)

	c = looked(t, "phalaenopsis", "pot-bound")
	c.Flowering, c.Growth = "bloom", patient.NewRoots
	assert.Equal(t, "Wait until the flowers fade.", english.Say(Table().Words(decide(c).Line)))
	c.RootGrade = "rootless"
	assert.Equal(t, "Unpot it soon.", english.Say(Table().Words(decide(c).Line)), "flowers that are cut off hold nothing back")
	c.SpikeAtRescue = disputes.SpikeKeep
	assert.Equal(t, "Unpot it soon.", english.Say(Table().Words(decide(c).Line)), "the roots ask for it, flowers or not")

	c = moved(20, looked(t, "phalaenopsis", "leaves-limp"))
	c.Flowering = "spike"
	limp := decide(c)
	require.NotNil(t, limp.Spike)
	assert.Equal(t, "spike-limp", limp.Spike.Why.Rule, "limp after the move: it comes off")
}

func TestASmallPatchOfRot(t *testing.T) {
	for name, x := range map[string]struct {
		found []string
		grade roots.GradeCode
		house disputes.SideCode
		do    string
		now   string
	}{
		"rest sound":      {nil, "good", disputes.PatchIfSound, "in-place", Leave},
		"rest not felt":   {nil, "", disputes.PatchIfSound, "look", Leave},
		"rest not sound":  {[]string{"crumbles"}, "", disputes.PatchIfSound, "unpot", Soon},
		"few roots":       {nil, "poor", disputes.PatchIfSound, "unpot", Soon},
		"house unpots":    {nil, "good", disputes.PatchUnpot, "unpot", Soon},
		"house treats it": {nil, "fair", disputes.PatchInPlace, "in-place", Leave},
		"its roots ask":   {nil, "poor", disputes.PatchInPlace, "in-place", Soon},
	} {
		t.Run(name, func(t *testing.T) {
			c := looked(t, "phalaenopsis", append(x.found, "rot-patch")...)
			c.RootGrade, c.SmallRotPatch = x.grade, x.house
			v := decide(c)
			require.NotNil(t, v.RotPatch)
			assert.Equal(t, x.do, v.RotPatch.Do)
			assert.Equal(t, x.now, v.Decision)
		})
	}
}

func TestTheSeasonsTurnWithTheHemisphere(t *testing.T) {
	k := Table()
	for month := 1; month <= 12; month++ {
		north, toWarm := k.Season(month, false)
		south, _ := k.Season((month+5)%12+1, true)
		assert.Equal(t, north, south, "half a year apart, month %d", month)
		assert.Equal(t, north == patient.Warm, toWarm == 0)
	}
	s, toWarm := k.Season(1, false)
	assert.Equal(t, patient.Cool, s)
	assert.Equal(t, 2, toWarm)
	s, _ = k.Season(1, true)
	assert.Equal(t, patient.Warm, s)
}

func TestTheTableHoldsTogether(t *testing.T) {
	for _, s := range Table().Signs {
		_, ok := causes.Table().Finding(s.Finding)
		assert.True(t, ok, s.Finding)
		assert.Contains(t, []string{"plan", Soon, Now}, s.Class.Value, s.Finding)
		for g := range s.InGroups {
			_, ok := taxa.Find(g)
			assert.True(t, ok, g)
		}
	}
	moves := []string{"any-time", "any-warm-spell", "best-with-new-roots", "only-with-new-roots"}
	for _, p := range taxa.All() {
		assert.Contains(t, moves, p.Moves.Value, p.Code)
	}
}

// More signs never make a plant less pressing, and nothing is lost between a
// sign and its reason.
func TestMoreSignsNeverPressLess(t *testing.T) {
	k := Table()
	order := []string{Leave, Wait, Soon, Now}
	rapid.Check(t, func(t *rapid.T) {
		c := house(
			Case{
				Profile:  rapid.SampledFrom(taxa.All()).Draw(t, "group"),
				Findings: patient.Findings{"leaves-limp": "absent"},
			},
		)
		c.Growth = rapid.SampledFrom(
			[]patient.Growth{"", patient.NewRoots, patient.Growing, patient.Resting},
		).Draw(t, "growth")
		c.Flowering = rapid.SampledFrom([]patient.Flowering{"none", "spike", "bud", "bloom"}).Draw(t, "flowering")
		c.Season = rapid.SampledFrom([]patient.Season{patient.Warm, patient.Cool}).Draw(t, "season")
		c.RootGrade = rapid.SampledFrom([]roots.GradeCode{"", "rootless", "poor", "good"}).Draw(t, "roots")
		c.SpikeAtRescue = rapid.SampledFrom(
			[]disputes.SideCode{disputes.SpikeCut, disputes.SpikeKeep, disputes.SpikeByGrade},
		).Draw(t, "spike")
		last := 0
		for _, s := range rapid.Permutation(k.Signs).Draw(t, "signs")[:6] {
			c.Findings[s.Finding] = patient.Present
			v := decide(c)
			at := slices.Index(order, v.Decision)
			assert.GreaterOrEqual(t, at, last, "%s after %s", v.Decision, s.Finding)
			last = at
			named := slices.ContainsFunc(v.Reasons, func(r Reason) bool { return r.Finding == s.Finding })
			aside := s.NotIfClimber && c.Profile.IsClimber() || s.Needs == "poor" ||
				s.Finding == "dead-roots-seen" && c.RootGrade == roots.Good ||
				s.Finding == k.LeafFall.Value && c.Growth == patient.Resting && c.Profile.Code == "dendrobium-deciduous"
			assert.True(t, named || aside, s.Finding)
			for _, m := range v.Meanwhile {
				assert.NotEqual(t, knowledge.Text{}, m)
			}
		}
	})
}
