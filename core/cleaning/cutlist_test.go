package cleaning

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/disputes"
	"therapeon/core/patient"
	"therapeon/core/roots"
	"therapeon/core/taxa"
	"therapeon/language/english"
)

func mm(v float64) *float64 { return &v }

func stretch(l float64, f roots.Feel) roots.Segment {
	return roots.Segment{LengthMM: mm(l), Feel: f}
}

func root(id string, n int, segments ...roots.Segment) roots.Root {
	return roots.Root{ID: id, Count: n, Segments: segments}
}

var context = roots.Context{
	Class:           taxa.Pale,
	UsualDiameterMM: 5,
	UsualLengthMM:   180,
	DeadDry:         "all-off",
	ClingingMedium:  "by-state",
	CutMarginMM:     4,
}

// plant is one whose readings are judged by a context.
func plant(c roots.Context, r roots.Reading, checks roots.Checks) *patient.Patient {
	p := &patient.Patient{
		Reading: &patient.Reading{Roots: r, Checks: checks},
		House: patient.House{CutMarginMM: c.CutMarginMM, Sides: patient.Sides{
			disputes.DeadDryRoots: c.DeadDry, disputes.ClingingMedium: c.ClingingMedium,
		}},
	}
	p.Profile.RootClass.Value = string(c.Class)
	p.Profile.RootDiameterMM.Value, p.Profile.RootLengthMM.Value = c.UsualDiameterMM, c.UsualLengthMM
	return p
}

func listed(r roots.Reading, checks roots.Checks) List { return Cuts(plant(context, r, checks)) }

func ids(l List) []string {
	var all []string
	for _, it := range l.Items {
		all = append(all, it.ID)
	}
	return all
}

// Working order is common practice: open the view first, and never carry rot
// on the blade into clean roots.
func TestTheListGoesFromCleanToDirty(t *testing.T) {
	spread := root("spread", 1, stretch(50, roots.Firm), stretch(20, roots.Mushy))
	spread.Spreads = true
	clinging := root("clings", 1, stretch(80, roots.Firm))
	clinging.Clinging = roots.ClingsRotting
	l := listed(roots.Reading{Roots: []roots.Root{
		spread, root("rot-end", 1, stretch(30, roots.Firm), stretch(30, roots.Mushy)),
		root("rot", 14, stretch(60, roots.Mushy)), root("end", 2, stretch(30, roots.Firm), stretch(30, roots.Hollow)),
		root("dry", 5, stretch(60, roots.Hollow)), clinging,
	}}, nil)
	assert.Equal(t, []string{"clings/medium", "dry", "end", "rot", "rot-end", "spread"}, ids(l))
	assert.Equal(t, 5+2+14+1+1, l.Cuts)
	assert.Contains(t, english.Say(l.Items[3].Before[0].Value), "before you go from dry roots to rotting ones")
	assert.Contains(t, english.Say(l.Items[5].Before[0].Value), "after every cut")

	var codes []string
	for _, c := range l.Cautions {
		codes = append(codes, c.Code)
	}
	assert.Equal(
		t,
		[]string{"blade", "alcohol", "blade-between-plants", "dust", "spreading", "product-label", "plant-health"},
		codes,
	)
}

func TestPlacesAreWorkedRoundFromTheOutsideIn(t *testing.T) {
	at := func(id string, growth int, d roots.Depth) roots.Root {
		r := root(id, 1, stretch(60, roots.Hollow))
		r.Growth, r.Depth = growth, d
		return r
	}
	l := listed(roots.Reading{Roots: []roots.Root{
		at("2-core", 2, roots.Core),
		at("1-core", 1, roots.Core),
		at("1-air", 1, roots.Aerial),
		at("1-edge", 1, roots.Edge),
	}}, nil)
	assert.Equal(t, []string{"1-air", "1-edge", "1-core", "2-core"}, ids(l))
	assert.Equal(t, "in the air, growth 1", english.Say(l.Items[0].Place))
}

func TestEveryJobSaysWhereToCut(t *testing.T) {
	r := roots.Reading{Roots: []roots.Root{root("a", 1, stretch(40, roots.Firm), stretch(60, roots.Mushy))}}
	r.Roots[0].Branches = []roots.Branch{
		{AtMM: 20, Segments: []roots.Segment{stretch(15, roots.Firm), stretch(25, roots.Hollow)}},
	}
	l := listed(r, nil)
	assert.Equal(t, "Side root at 20 mm: Cut 19 mm from its joint, 21 mm comes off", english.Say(l.Items[0].Do))
	assert.Equal(t, "Cut 44 mm from the base, 56 mm comes off, then strip the mush from what is left", english.Say(l.Items[1].Do))
}

func TestCautionsFollowThePlant(t *testing.T) {
	r := roots.Reading{Roots: []roots.Root{root("a", 1, stretch(80, roots.Firm))}}
	mossy := func() *patient.Patient {
		p := plant(context, r, nil)
		p.Intake.KeptApart, p.Intake.OldMedium = true, "moss"
		return p
	}
	l := Cuts(mossy())
	assert.Empty(t, l.Cautions, "no job, no caution")
	assert.Equal(t, "Nothing to cut. Leave the roots alone.", english.Say(l.Headline))

	r.Roots[0].Clinging = roots.ClingsSound
	var codes []string
	for _, c := range Cuts(mossy()).Cautions {
		codes = append(codes, c.Code)
	}
	assert.Equal(t, []string{"dust", "sphagnum", "quarantine"}, codes)
}

func TestCheckingOff(t *testing.T) {
	r := roots.Reading{Roots: []roots.Root{root("a", 14, stretch(60, roots.Mushy))}}
	l := listed(r, roots.Checks{"a": {Count: 6, CutAtMM: mm(4)}, "gone": {Count: 1}})
	assert.Equal(t, "6 of 14 cuts done.", english.Say(l.Headline))
	assert.Equal(t, 6, l.Items[0].Done)
	assert.Equal(t, []string{"gone"}, l.Stale)
}

func TestAnchorsOfABatchStay(t *testing.T) {
	keep := context
	keep.DeadDry = "keep-some"
	r := roots.Reading{Roots: []roots.Root{root("a", 14, stretch(60, roots.Hollow))}}
	l := Cuts(plant(keep, r, nil))
	require.Len(t, l.Items, 1)
	assert.Equal(t, 11, l.Items[0].Count)
}

func TestTheNextReadingStartsFromWhatTheCutsLeft(t *testing.T) {
	r := roots.Reading{Roots: []roots.Root{
		root("dead", 14, stretch(60, roots.Mushy)),
		root("short", 1, stretch(40, roots.Firm), stretch(60, roots.Hollow)),
		root("live", 3, stretch(80, roots.Firm)),
		root("uncut", 1, stretch(40, roots.Firm), stretch(60, roots.Hollow)),
	}}
	left := roots.After(r, roots.Read(r, context),
		roots.Checks{"dead": {Count: 10, CutAtMM: mm(4)}, "short": {Count: 1, CutAtMM: mm(44)}})
	require.Len(t, left.Roots, 4)
	assert.Equal(t, 4, left.Roots[0].Count, "four of the batch are still on")
	assert.InDelta(t, 4, *left.Roots[1].Segments[1].LengthMM, 1e-9, "a stub of 4 mm beyond the living part")
	assert.Equal(t, r.Roots[2], left.Roots[2])
	assert.InDelta(t, 60, *left.Roots[3].Segments[1].LengthMM, 1e-9)
	assert.InDelta(t, 60, *r.Roots[1].Segments[1].LengthMM, 1e-9, "the reading itself stays as it was")

	all := roots.After(r, roots.Read(r, context), roots.Checks{"dead": {Count: 14, CutAtMM: mm(4)}})
	assert.Len(t, all.Roots, 3)
}

// Both schools: what was left because it would tear clings on in the next reading.
func TestClingingMediumIsGoneOnlyWhereAllOfItCameOff(t *testing.T) {
	for choice, want := range map[disputes.SideCode]roots.Clinging{"all-off": "", "leave-what-tears": roots.ClingsSound,
		"by-state": roots.ClingsSound} {
		c := context
		c.ClingingMedium = choice
		sound, rotting := root("sound", 2, stretch(80, roots.Firm)), root("rotting", 1, stretch(80, roots.Firm))
		sound.Clinging, rotting.Clinging = roots.ClingsSound, roots.ClingsRotting
		r := roots.Reading{Roots: []roots.Root{sound, rotting}}
		left := roots.After(r, roots.Read(r, c), roots.Checks{"sound/medium": {Count: 2}, "rotting/medium": {Count: 1}})
		assert.Equal(t, []roots.Clinging{want, ""},
			[]roots.Clinging{left.Roots[0].Clinging, left.Roots[1].Clinging}, choice)
	}
}

func TestSideRootsCutOffAreGone(t *testing.T) {
	r := roots.Reading{Roots: []roots.Root{root("a", 1, stretch(100, roots.Firm))}}
	r.Roots[0].Branches = []roots.Branch{
		{AtMM: 20, Segments: []roots.Segment{stretch(30, roots.Mushy)}},
		{AtMM: 50, Segments: []roots.Segment{stretch(15, roots.Firm), stretch(25, roots.Hollow)}},
	}
	left := roots.After(r, roots.Read(r, context),
		roots.Checks{"a/side/0": {Count: 1, CutAtMM: mm(4)}, "a/side/1": {Count: 1, CutAtMM: mm(19)}})
	require.Len(t, left.Roots[0].Branches, 1)
	assert.InDelta(t, 4, *left.Roots[0].Branches[0].Segments[1].LengthMM, 1e-9)
}
