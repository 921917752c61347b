package acts

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"

	"therapeon/core/knowledge"
)

func says(name string, force Force, harm Harm, does ...Act) Proposal {
	return Proposal{From: name, Force: force, Harm: harm, Acts: does}
}

func names(all []Proposal) (list []string) {
	for _, p := range all {
		list = append(list, p.From)
	}
	return list
}

// What must be goes before what should, the worse harm before the milder, what withholds before what gives: house
// rule, by the order of the craft.
func TestResolvingByForceHarmAndWhatWithholds(t *testing.T) {
	for name, x := range map[string]struct {
		all  []Proposal
		kept []string
	}{
		"a must before a should": {
			[]Proposal{says("rests", Should, "", NoWater), says("thirsts", Must, Thirst, Water)}, []string{"thirsts"},
		},
		"of two musts the worse harm": {
			[]Proposal{says("thirsts", Must, Thirst, Water), says("drowns", Must, Drowns, NoWater)}, []string{"drowns"},
		},
		"what spreads before what drowns": {
			[]Proposal{says("drowns", Must, Drowns, Soak), says("rots", Must, Spreads, NoSoak)}, []string{"rots"},
		},
		"what withholds before what gives": {
			[]Proposal{says("feeds", Should, "", Feed), says("rests", Should, "", NoFeed)}, []string{"rests"},
		},
		"just the degree that is forbidden": {
			[]Proposal{
				{From: "rests", Force: Must, Not: []Act{Water}},
				says("gives", Should, "", Water), says("flushes", Should, "", Flush),
			},
			[]string{"rests", "flushes"},
		},
		"the first of two alike": {
			[]Proposal{says("keeps", Should, "", Divide), says("other", Should, "", Divide)}, []string{"keeps", "other"},
		},
		"dry today, through once it was cut": {
			[]Proposal{
				says("rots", Must, Spreads, NoWater),
				{From: "then", Force: Must, Acts: []Act{WaterLittle}, Once: "cut-dry"},
			},
			[]string{"rots", "then"},
		},
		"a proposal of several acts falls as one": {
			[]Proposal{says("rots", Must, Spreads, NoWater), says("tides", Should, Stale, Water, Feed)},
			[]string{"rots"},
		},
	} {
		kept, lost := Resolve(x.all)
		assert.Equal(t, x.kept, names(kept), name)
		assert.Len(t, lost, len(x.all)-len(kept), name)
	}
}

// Rot against thirst: cut, dry a day, then sips. Common practice, no source.
func TestRotAgainstThirst(t *testing.T) {
	_, lost := Resolve([]Proposal{says("thirsts", Must, Thirst, Water), says("rots", Must, Spreads, NoWater)})
	then := Instead(lost)
	if assert.Len(t, then, 1) {
		assert.Equal(t, []Act{WaterLittle}, then[0].Acts)
		assert.Equal(t, "cut-dry", then[0].Once)
	}
	_, lost = Resolve([]Proposal{says("thirsts", Must, Thirst, Water), says("eats", Must, Eats, NoWater)})
	assert.Empty(t, Instead(lost), "no row of the table")
}

// What is kept never contradicts itself, what is lost contradicts something kept that goes before it, and the
// order of proposals that do not contradict each other is kept.
func TestWhatIsKeptGoesTogether(t *testing.T) {
	act := rapid.SampledFrom([]Act{
		Water, WaterLittle, NoWater, Feed, NoFeed, Unpot, StayIn, Pot, Leave, Soak, NoSoak, Apart,
	})
	rapid.Check(t, func(t *rapid.T) {
		all := rapid.SliceOfN(rapid.Custom(func(t *rapid.T) Proposal {
			return Proposal{
				Acts:  rapid.SliceOfN(act, 1, 2).Draw(t, "acts"),
				Force: Force(rapid.IntRange(0, 2).Draw(t, "force")),
				Harm:  rapid.SampledFrom([]Harm{"", Spreads, Eats, Drowns, Thirst, Film, Stale}).Draw(t, "harm"),
				Once:  rapid.SampledFrom([]string{"", "", "cut-dry"}).Draw(t, "once"),
			}
		}), 0, 8).Draw(t, "all")
		kept, lost := Resolve(all)
		assert.Len(t, all, len(kept)+len(lost))
		for i, a := range kept {
			for _, b := range kept[i+1:] {
				assert.False(t, a.against(b), "%v and %v", a, b)
			}
		}
		for _, l := range lost {
			assert.True(t, l.against(l.To))
			assert.LessOrEqual(t, l.To.before(l.Proposal), 0)
		}
	})
}

// The words of a part stand once each, with the facts they rest on.
func TestTheWordsOfAPart(t *testing.T) {
	text := table().Pairs[0].Words
	all := []Proposal{
		{From: "meanwhile", Words: text, Rests: []string{"black-edge"}}, {From: "meanwhile", Words: text}, {From: "rule"},
	}
	list := From(all, "meanwhile")
	if assert.Len(t, list, 1) {
		assert.Equal(t, []string{"black-edge"}, list[0].Sense.Premises)
	}
	assert.Equal(t, []knowledge.Text{}, From(all, "in-place"))
	twice := []Proposal{says("a", May, "", Apart), says("b", May, "", Apart), {Acts: []Act{Water}, Once: "seen"}}
	assert.Equal(t, []Act{Apart}, All(twice))
}
