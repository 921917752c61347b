package roots

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/knowledge"
	"therapeon/core/taxa"
	"therapeon/language/english"
)

func mm(v float64) *float64 { return &v }

func pale() Context {
	return Context{
		Class:           taxa.Pale,
		UsualDiameterMM: 5,
		UsualLengthMM:   180,
		DeadDry:         "if-wobbly",
		ClingingMedium:  "by-state",
		CutMarginMM:     4,
	}
}

func brown() Context {
	c := pale()
	c.Class = taxa.Brown
	return c
}

func single(segments ...Segment) Reading {
	return Reading{Roots: []Root{{ID: "r1", Count: 1, Segments: segments}}}
}

// Every case is common practice of the trade; there is no published source.
func TestEveryRowOfTheRootTable(t *testing.T) {
	cases := []struct {
		name        string
		seen        Segment
		tip         Tip
		reading     Reading
		pale, brown State
	}{
		{"firm and white, silver", Segment{Feel: Firm, Colour: ColourPale}, "", Reading{}, Live, Live},
		{"firm and green", Segment{Feel: Firm, Colour: ColourGreen}, "", Reading{}, Live, Live},
		{"firm, even brown", Segment{Feel: Firm, Colour: EvenBrown}, "", Reading{}, Doubtful, Live},
		{
			"firm, even brown, greens when wet",
			Segment{Feel: Firm, Colour: EvenBrown, Wetting: Greens},
			"",
			Reading{},
			Live,
			Live,
		},
		{
			"firm, brown smooth patches, stained pot",
			Segment{Feel: Firm, Colour: PatchesSmooth},
			"",
			Reading{Stained: true},
			Live,
			Live,
		},
		{
			"firm, hard patches, crust on the medium",
			Segment{Feel: Firm, Colour: PatchesHard},
			"",
			Reading{Crust: true},
			LiveDamaged,
			LiveDamaged,
		},
		{"firm, black", Segment{Feel: Firm, Colour: Black}, "", Reading{}, Doubtful, Doubtful},
		{"black, not firm", Segment{Feel: Limp, Colour: Black}, "", Reading{}, Dead, Dead},
		{"hollow, papery, flat when squeezed", Segment{Feel: Hollow}, "", Reading{}, DeadDry, DeadDry},
		{"mushy, sheath slides off", Segment{Feel: Mushy}, "", Reading{}, DeadRotting, DeadRotting},
		{"bare thread only", Segment{Feel: Thread}, "", Reading{}, Dead, Dead},
		{"bone white and crunchy", Segment{Feel: Crunchy}, "", Reading{}, DeadDry, DeadDry},
		{
			"greens when wet, whatever else",
			Segment{Feel: Limp, Colour: Black, Wetting: Greens},
			"",
			Reading{},
			Live,
			Dead,
		},
		{"growing tip", Segment{Colour: EvenBrown}, Growing, Reading{}, Live, Live},
		{"tip sealed over", Segment{Feel: Firm, Colour: Black}, Sealed, Reading{}, Live, Live},
		{"dead by colour alone stays doubtful", Segment{Colour: Black}, "", Reading{}, Doubtful, Doubtful},
	}
	for _, c := range cases {
		t.Run(c.name, func(t *testing.T) {
			r := c.reading
			r.Roots = []Root{{ID: "r1", Count: 1, Segments: []Segment{c.seen}, Tip: c.tip}}
			assert.Equal(t, c.pale, Read(r, pale()).Roots[0].Stretches[0].State, "pale-rooted")
			assert.Equal(t, c.brown, Read(r, brown()).Roots[0].Stretches[0].State, "naturally brown")
		})
	}
}

func TestATannicMediumAndASaltCrustNameTheirCause(t *testing.T) {
	c := pale()
	c.Tannic = true
	v := Read(single(Segment{Feel: Firm, Colour: PatchesSmooth}), c)
	assert.Equal(t, "tannin", v.Roots[0].Stretches[0].Rule)
	assert.Contains(t, english.Say(v.Rules["tannin"].Words.Value), "tannin")

	v = Read(Reading{Crust: true, Roots: single(Segment{Feel: Firm, Colour: PatchesHard}).Roots}, pale())
	assert.Equal(t, "salt-damage", v.Roots[0].Stretches[0].Rule)
}

func TestWhatLiesBeyondDecidesThreadAndCrunch(t *testing.T) {
	thread := Segment{LengthMM: mm(40), Feel: Thread}
	crunchy := Segment{LengthMM: mm(40), Feel: Crunchy}
	firm := Segment{LengthMM: mm(40), Feel: Firm, Colour: ColourPale}
	green := Segment{LengthMM: mm(40), Feel: Firm, Wetting: Greens}
	state := func(segs ...Segment) State { return Read(single(segs...), pale()).Roots[0].Stretches[0].State }

	assert.Equal(t, Doubtful, state(thread, firm), "a living stretch lies beyond the core")
	assert.Equal(t, Dead, state(thread, Segment{Feel: Hollow}))
	assert.Equal(t, Doubtful, state(crunchy, green), "green further on")
	assert.Equal(t, DeadDry, state(crunchy, firm), "alive further on, and no green seen")

	tipped := single(thread)
	tipped.Roots[0].Tip = Growing
	assert.True(t, Read(tipped, pale()).Roots[0].Stretches[0].State.IsLive(), "a tip on the thread itself is life")

	sided := single(Segment{LengthMM: mm(100), Feel: Thread})
	sided.Roots[0].Branches = []Branch{{AtMM: 60, Segments: []Segment{firm}}}
	assert.Equal(t, Doubtful, Read(sided, pale()).Roots[0].Stretches[0].State, "a living side root beyond counts")
}

func TestFeelAndWettingAgainstEachOtherAreAskedForAgain(t *testing.T) {
	v := Read(single(Segment{Feel: Mushy, Wetting: Greens}), pale())
	assert.Equal(t, Live, v.Roots[0].Stretches[0].State)
	assert.True(t, v.Roots[0].Stretches[0].Torn)
	assert.Equal(t, Recheck, v.Roots[0].Decision.Kind)
	assert.Contains(t, v.Roots[0].Decision.Reasons, "recheck-contradiction")
}

func TestDoubtfulNamesTheTestThatSettlesIt(t *testing.T) {
	for _, row := range Known().Table {
		doubtful := row.Pale == string(Doubtful) || row.Brown == string(Doubtful)
		assert.Equal(t, doubtful, row.Settle != nil, "row %s", row.ID)
	}
	v := Read(single(Segment{Feel: Firm, Colour: EvenBrown}), pale())
	require.Equal(t, []string{"brown-firm"}, v.Roots[0].Settle)
	assert.Contains(t, english.Say(v.Rules["brown-firm"].Settle.Value), "greens")
}

// each walks every combination of evidence the interface can give.
func each(visit func(Segment, Tip)) {
	for _, f := range []Feel{"", Firm, Limp, Thread, Crunchy, Hollow, Mushy} {
		for _, c := range []Colour{"", ColourPale, ColourGreen, PatchesSmooth, PatchesHard, EvenBrown, Black} {
			for _, w := range []Wetting{"", Greens, StaysDull} {
				for _, tip := range []Tip{"", Growing, Sealed} {
					visit(Segment{Feel: f, Colour: c, Wetting: w}, tip)
				}
			}
		}
	}
}

func TestEveryCombinationHasARowAndEveryRowIsReached(t *testing.T) {
	reached := map[string]bool{}
	for _, class := range []taxa.RootClass{taxa.Pale, taxa.Brown} {
		for i := range 16 {
			each(func(s Segment, tip Tip) {
				e := evidence{
					Segment:     s,
					tip:         tip,
					stained:     i&1 > 0,
					crust:       i&2 > 0,
					liveBeyond:  i&4 > 0,
					greenBeyond: i&8 > 0,
				}
				state, row := judge(class, &e)
				require.NotEmpty(t, state)
				reached[row.ID] = true
			})
		}
	}
	for _, row := range Known().Table {
		assert.True(t, reached[row.ID], "no evidence leads to row %s", row.ID)
	}
}

func TestEveryWordOfTheTableIsAWordOfTheReading(t *testing.T) {
	known := func(words []string, of func(string) uint8) {
		for _, w := range words {
			assert.NotZero(t, of(w), "unknown word %q", w)
		}
	}
	for _, row := range Known().Table {
		known(row.Feel, feelBit)
		known(row.Colour, colourBit)
		known(row.Wetting, wettingBit)
		known(row.Tip, tipBit)
		assert.NotEqual(t, knowledge.Published, row.Words.Mark, "the table has no published source")
	}
}
