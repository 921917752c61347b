package look

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"therapeon/core/causes"
	"therapeon/core/disputes"
	"therapeon/core/knowledge"
	"therapeon/core/taxa"
)

func house(c Case) Case {
	c.SpikeAtRescue, c.RepotInFlower, c.SmallRotPatch = disputes.SpikeByGrade, disputes.ByUrgency, disputes.PatchIfSound
	return c
}

func looked(t *testing.T, group string, found ...string) Case {
	t.Helper()
	p, ok := taxa.Find(group)
	require.True(t, ok, group)
	c := house(Case{Profile: p, Season: Warm, Findings: map[string]string{"leaves-limp": "absent"}})
	for _, f := range found {
		_, ok := causes.Table().Finding(f)
		require.True(t, ok, f)
		c.Findings[f] = "present"
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
			c.Growth = NewRoots
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
			c.Growth = Resting
			return c
		}, Wait, "Wait until it grows again.", []string{"rest"}},
		"in the cold": {func() Case {
			c := looked(t, "phalaenopsis", "crumbles")
			c.NightLowC, c.Season, c.DaysToWarm = at(9), Cool, 60
			return c
		}, Wait, "Wait for warmer days.", []string{"cold"}},
		"a slipper at any time": {func() Case {
			c := looked(t, "slipper", "crumbles")
			c.NightLowC, c.Season, c.Growth = at(9), Cool, Resting
			return c
		}, Soon, "Unpot it soon.", nil},
		"shrivelled bulbs override everything": {func() Case {
			c := looked(t, "cattleya", "bulbs-shrivelled")
			c.Flowering, c.Growth, c.NightLowC = "bloom", Resting, at(5)
			return c
		}, Now, "Unpot it now.", nil},
		"wilt suspected":           {func() Case { return looked(t, "cattleya", "tips-black-running") }, Now, "Unpot it now.", nil},
		"a raised slipper is soon": {func() Case { return looked(t, "slipper", "base-raised") }, Soon, "Unpot it soon.", nil},
		"a climber may rise":       {func() Case { return looked(t, "vanda", "base-raised") }, Leave, "Leave it.", nil},
		"plugged holes in the cool season": {func() Case {
			c := looked(t, "epidendrum-reed", "holes-plugged")
			c.Season = Cool
			return c
		}, Soon, "Unpot it soon.", nil},
		"chewed roots cannot wait": {func() Case { return looked(t, "psychopsis", "snails-seen", "chewed-tips") }, Now, "Unpot it now.", nil},
	} {
		t.Run(name, func(t *testing.T) {
			v := Table().Decide(x.c())
			assert.Equal(t, x.decision, v.Decision)
			assert.Equal(t, x.headline, v.Headline)
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
	v := Table().Decide(house(Case{Profile: p}))
	assert.Empty(t, v.Decision)
	assert.Equal(t, "Look it over before you touch it.", v.Headline)
}

func TestTheDayToLookAgain(t *testing.T) {
	assert.Equal(t, 90, Table().Decide(looked(t, "vanda")).AgainDays, "three months is the usual next look")
	c := looked(t, "cattleya", "crumbles")
	c.Growth, c.Season, c.DaysToWarm, c.NightLowC = Resting, Cool, 100, at(8)
	assert.Equal(t, 100, Table().Decide(c).AgainDays, "when the warm season begins")
	assert.Equal(
		t,
		7,
		Table().Decide(looked(t, "oncidium", "crumbles", "decay-smell")).AgainDays,
		"two that press are sooner",
	)
}

func TestWhatWouldHaveHeldItBackIsNamed(t *testing.T) {
	c := looked(t, "cattleya", "bulbs-shrivelled")
	c.Flowering = "bud"
	v := Table().Decide(c)
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
		group, grade, house string
		found               []string
		do                  string
		later               bool
	}{
		"no roots left":         {"phalaenopsis", "rootless", disputes.SpikeByGrade, nil, "cut", false},
		"poor and thirsty":      {"phalaenopsis", "poor", disputes.SpikeByGrade, []string{"leaves-limp"}, "cut", false},
		"poor, not thirsty":     {"phalaenopsis", "poor", disputes.SpikeByGrade, nil, "keep", true},
		"good roots":            {"phalaenopsis", "good", disputes.SpikeByGrade, nil, "keep", true},
		"thirsty, roots unread": {"phalaenopsis", "", disputes.SpikeByGrade, []string{"leaves-limp"}, "wait", true},
		"psychopsis":            {"psychopsis", "rootless", disputes.SpikeCut, nil, "keep", false},
		"house cuts":            {"phalaenopsis", "good", disputes.SpikeCut, nil, "cut", false},
		"house keeps":           {"phalaenopsis", "rootless", disputes.SpikeKeep, nil, "keep", true},
	} {
		t.Run(name, func(t *testing.T) {
			c := looked(t, x.group, append(x.found, "tips-black-running")...)
			c.Flowering, c.RootGrade, c.SpikeAtRescue = "spike", x.grade, x.house
			v := Table().Decide(c)
			require.NotNil(t, v.Spike)
			assert.Equal(t, x.do, v.Spike.Do)
			assert.Equal(t, x.later, v.Spike.Later != nil)
		})
	}
	c := looked(t, "phalaenopsis")
	c.Flowering = "bloom"
	assert.Nil(t, Table().Decide(c).Spike, "left alone, the spike is no question")
	c.RootGrade = "rootless"
	left := Table().Decide(c)
	assert.Equal(t, Leave, left.Decision)
	require.NotNil(t, left.Spike, "without roots it is, wherever the plant stands")
	assert.Equal(t, "cut", left.Spike.Do)

	c = looked(t, "phalaenopsis", "pot-bound")
	c.Flowering, c.Growth = "bloom", NewRoots
	assert.Equal(t, "Wait until the flowers fade.", Table().Decide(c).Headline)
	c.RootGrade = "rootless"
	assert.Equal(t, "Unpot it soon.", Table().Decide(c).Headline, "flowers that are cut off hold nothing back")
	c.SpikeAtRescue = disputes.SpikeKeep
	assert.Equal(t, "Wait until the flowers fade.", Table().Decide(c).Headline)
}

func TestASmallPatchOfRot(t *testing.T) {
	for name, x := range map[string]struct {
		found []string
		grade string
		house string
		do    string
		now   string
	}{
		"rest sound":      {nil, "good", disputes.PatchIfSound, "in-place", Leave},
		"rest not felt":   {nil, "", disputes.PatchIfSound, "look", Leave},
		"rest not sound":  {[]string{"crumbles"}, "", disputes.PatchIfSound, "unpot", Soon},
		"few roots":       {nil, "poor", disputes.PatchIfSound, "unpot", Soon},
		"house unpots":    {nil, "good", disputes.PatchUnpot, "unpot", Soon},
		"house treats it": {nil, "poor", disputes.PatchInPlace, "in-place", Leave},
	} {
		t.Run(name, func(t *testing.T) {
			c := looked(t, "phalaenopsis", append(x.found, "rot-patch")...)
			c.RootGrade, c.SmallRotPatch = x.grade, x.house
			v := Table().Decide(c)
			require.NotNil(t, v.RotPatch)
			assert.Equal(t, x.do, v.RotPatch.Do)
			assert.Equal(t, x.now, v.Decision)
		})
	}
}

func TestTheNewestLeafAgainstTheOneBefore(t *testing.T) {
	k := Table()
	for _, x := range []struct {
		newest, before float64
		smaller        any
	}{{150, 200, true}, {200, 200, false}, {210, 200, false}, {180, 200, nil}, {0, 200, nil}, {200, 0, nil}} {
		got := k.LeafSmaller(x.newest, x.before)
		if x.smaller == nil {
			assert.Nil(t, got, x)
			continue
		}
		require.NotNil(t, got, x)
		assert.Equal(t, x.smaller, *got, x)
	}
}

func TestTheSeasonsTurnWithTheHemisphere(t *testing.T) {
	k := Table()
	for month := 1; month <= 12; month++ {
		north, toWarm := k.Season(month, false)
		south, _ := k.Season((month+5)%12+1, true)
		assert.Equal(t, north, south, "half a year apart, month %d", month)
		assert.Equal(t, north == Warm, toWarm == 0)
	}
	s, toWarm := k.Season(1, false)
	assert.Equal(t, Cool, s)
	assert.Equal(t, 2, toWarm)
	s, _ = k.Season(1, true)
	assert.Equal(t, Warm, s)
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
	moves := []string{"any time", "any warm spell", "best with new roots", "only with new roots"}
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
				Findings: map[string]string{"leaves-limp": "absent"},
			},
		)
		c.Growth = rapid.SampledFrom([]string{"", NewRoots, Growing, Resting}).Draw(t, "growth")
		c.Flowering = rapid.SampledFrom([]string{"none", "spike", "bud", "bloom"}).Draw(t, "flowering")
		c.Season = rapid.SampledFrom([]string{Warm, Cool}).Draw(t, "season")
		c.RootGrade = rapid.SampledFrom([]string{"", "rootless", "poor", "good"}).Draw(t, "roots")
		c.SpikeAtRescue = rapid.SampledFrom(
			[]string{disputes.SpikeCut, disputes.SpikeKeep, disputes.SpikeByGrade},
		).Draw(
			t,
			"spike",
		)
		last := 0
		for _, s := range rapid.Permutation(k.Signs).Draw(t, "signs")[:6] {
			c.Findings[s.Finding] = "present"
			v := k.Decide(c)
			at := slices.Index(order, v.Decision)
			assert.GreaterOrEqual(t, at, last, "%s after %s", v.Decision, s.Finding)
			last = at
			named := slices.ContainsFunc(v.Reasons, func(r Reason) bool { return r.Finding == s.Finding })
			assert.Equal(t, !s.NotIfClimber || c.Profile.Climbs.Value != "yes", named, s.Finding)
			for _, m := range v.Meanwhile {
				assert.NotEqual(t, knowledge.Text{}, m)
			}
		}
	})
}
