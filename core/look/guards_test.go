package look

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"

	"therapeon/core/patient"
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

// What has just been moved is left alone for what follows a move: common practice,
// no source.
func TestWhatWasJustMovedIsLeftAlone(t *testing.T) {
	for _, sign := range []string{"growth-smaller", "growth-stalled", "bulbs-shrivelled"} {
		c := looked(t, "cattleya", sign)
		c.Growth = patient.NewRoots
		assert.NotEqual(t, Leave, decide(c).Decision, "%s asks for a move in a plant that stood", sign)
		v := decide(moved(30, c))
		assert.Equal(t, Leave, v.Decision, sign)
		assert.Equal(t, []string{"just-moved"}, ruled(v))
		assert.Equal(t, 21, v.AgainDays)
		assert.Equal(t, 10, decide(moved(80, c)).AgainDays, "until day 90")
		assert.NotEqual(t, Leave, decide(moved(91, c)).Decision, "%s, after ninety days", sign)
	}
	both := looked(t, "oncidium", "growth-smaller", "growth-stalled", "bulbs-shrivelled")
	assert.Equal(t, Leave, decide(moved(10, both)).Decision, "several of them too")
	for sign, want := range map[string]string{
		"black-edge": Now, "soaked-smelly": Now, "tips-black-running": Now, "chewed-tips": Now, "limp-though-wet": Soon, "decay-smell": Soon, "sour-smell": Soon, "dark-film": Soon, "snails-seen": Soon,
	} {
		assert.Equal(
			t,
			want,
			decide(moved(10, looked(t, "oncidium", sign, "growth-smaller"))).Decision,
			"%s passes",
			sign,
		)
	}
}

// Thirst in a dry pot asks for water: common practice, no source.
func TestThirstInADryPotAsksForWater(t *testing.T) {
	for _, sign := range []string{"bulbs-shrivelled", "leaves-pleated", "leaves-limp"} {
		v := decide(looked(t, "oncidium", sign, "pot-light"))
		assert.Equal(t, Leave, v.Decision, sign)
		assert.Equal(t, "Water it. Do not unpot it.", v.Headline)
		assert.Equal(t, 7, v.AgainDays)
		assert.Equal(t, []string{"water-first"}, ruled(v))
	}
	assert.Equal(t, Now, decide(looked(t, "oncidium", "bulbs-shrivelled")).Decision, "the pot was not felt")
	assert.Equal(
		t,
		Now,
		decide(looked(t, "oncidium", "bulbs-shrivelled", "stays-wet")).Decision,
		"in the wet water does not help",
	)
	few := looked(t, "oncidium", "bulbs-shrivelled", "pot-light")
	few.RootGrade = "rootless"
	assert.Equal(t, Now, decide(few).Decision, "without roots water does not help")
	assert.Equal(
		t,
		Soon,
		decide(looked(t, "oncidium", "leaves-limp", "pot-light", "crumbles")).Decision,
		"what else asks for it stands",
	)
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
					).Draw(
						r,
						"group",
					),
				).Profile,
				Season: rapid.SampledFrom(
					[]patient.Season{"", patient.Warm, patient.Cool},
				).Draw(
					r,
					"season",
				),
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
		if c.Alarm || c.Strips {
			assert.NotEqual(r, Leave, v.Decision, "%+v", v)
		}
		assert.True(r, v.Decision == Now || v.AgainDays > 0, "it says when to look again: %+v", v)
	})
}
