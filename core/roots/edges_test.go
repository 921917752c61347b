package roots

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/disputes"
)

// What is left of roots once their cuts were ticked off: whole ones by their number, others once all of a batch
// were cut; the side roots beyond the cut went with it.
func TestWhatCutsLeave(t *testing.T) {
	r := Reading{Roots: []Root{
		{ID: "w", Count: 5, Segments: []Segment{mushyMM(60)}},
		{ID: "e", Count: 2, Tip: Growing, Spreads: false, Segments: []Segment{firmMM(40), mushyMM(30)},
			Branches: []Branch{
				{AtMM: 20, Segments: []Segment{firmMM(10)}}, {AtMM: 60, Segments: []Segment{mushyMM(10)}},
			}},
	}}
	v := Read(r, pale())
	left := func(checks Checks) Reading { return After(r, v, checks) }
	assert.Equal(t, 7, left(Checks{}).Count())
	assert.Equal(t, 4, left(Checks{"w": {Count: 3}}).Count(), "two of the five are left")
	assert.Equal(t, 2, left(Checks{"w": {Count: 5}}).Count())
	end := left(Checks{"e": {Count: 2, CutAtMM: mm(44)}}).Roots[1]
	require.Len(t, end.Segments, 2)
	assert.InDelta(t, 4, *end.Segments[1].LengthMM, 1e-12)
	assert.Empty(t, end.Tip)
	require.Len(t, end.Branches, 1)
	assert.InDelta(t, 20, end.Branches[0].AtMM, 1e-12)
	assert.Equal(t, r.Roots[1], left(Checks{"e": {Count: 1, CutAtMM: mm(44)}}).Roots[1], "one of two is not all")
	assert.Equal(t, r.Roots[1], left(Checks{"e": {Count: 2}}).Roots[1], "nobody said where")
	sliver := left(Checks{"e": {Count: 2, CutAtMM: mm(40.5)}}).Roots[1]
	assert.Len(t, sliver.Segments, 1, "half a millimetre is no stretch")
	whole := left(Checks{"e": {Count: 2, CutAtMM: mm(41)}}).Roots[1]
	assert.Len(t, whole.Segments, 2, "one is")
	base := left(Checks{"e": {Count: 2, CutAtMM: mm(0)}}).Roots[1]
	assert.InDelta(t, 1, *base.Segments[0].LengthMM, 1e-12, "the first stretch is never less than one")
	at := left(Checks{"e": {Count: 2, CutAtMM: mm(20)}}).Roots[1]
	assert.Len(t, at.Branches, 1, "the side root at the cut stays")
	beyond := left(Checks{"e": {Count: 2, CutAtMM: mm(70)}}).Roots[1]
	assert.Len(t, beyond.Segments, 2)
}

// Medium that is stuck comes off once it was taken off all of a batch.
func TestClingingMediumThatCameOff(t *testing.T) {
	r := Reading{Roots: []Root{{ID: "a", Count: 2, Clinging: "rotting", Segments: []Segment{firmMM(60)}}}}
	v := Read(r, pale())
	require.True(t, TakesAllOff(v.Roots[0].MediumRule))
	assert.NotEmpty(t, After(r, v, Checks{"a/medium": {Count: 1}}).Roots[0].Clinging)
	assert.Empty(t, After(r, v, Checks{"a/medium": {Count: 2}}).Roots[0].Clinging)
	assert.True(t, TakesAllOff("medium-all-off"))
	assert.False(t, TakesAllOff("medium-leave"))
}

// Side roots go with their own tick, whole or at their cut.
func TestWhatCutsLeaveOfSideRoots(t *testing.T) {
	r := Reading{Roots: []Root{{ID: "a", Count: 2, Segments: []Segment{firmMM(90)}, Branches: []Branch{
		{AtMM: 20, Segments: []Segment{firmMM(20), mushyMM(30)}, Tip: Sealed},
		{AtMM: 40, Segments: []Segment{mushyMM(20)}},
	}}}}
	v := Read(r, pale())
	of := func(n int) []Branch {
		return After(r, v, Checks{SideID("a", 0): {Count: n}, SideID("a", 1): {Count: n}}).Roots[0].Branches
	}
	assert.Equal(t, r.Roots[0].Branches, of(1))
	cut := of(2)
	require.Len(t, cut, 1)
	assert.Empty(t, cut[0].Tip)
	assert.InDelta(t, 4, *cut[0].Segments[1].LengthMM, 1e-12)
}

// The median of what grew: of an even number the mean of the two in the middle. New roots have no pace.
func TestHowFastRootsGrew(t *testing.T) {
	rate := func(days float64, grown ...float64) (float64, bool) {
		s := Since{Roots: []Growth{{ToMM: 99, New: true}}}
		for _, mm := range grown {
			s.Roots = append(s.Roots, Growth{FromMM: 10, ToMM: 10 + mm})
		}
		return s.RateMMDay(days)
	}
	pace, ok := rate(10, 30, 10, 20)
	assert.True(t, ok)
	assert.InDelta(t, 2, pace, 1e-12)
	pace, _ = rate(10, 30, 10, 20, 60)
	assert.InDelta(t, 2.5, pace, 1e-12)
	_, ok = rate(10)
	assert.False(t, ok)
	_, ok = rate(0, 10)
	assert.False(t, ok)
}

func TestWhatGrewAndWhatIsGone(t *testing.T) {
	was := Reading{Roots: []Root{
		tallied("a", 3, firmMM(80), ""), tallied("b", 2, Segment{Feel: Firm, Colour: ColourPale}, ""),
		tallied("c", 1, firmMM(50), ""),
		tallied("e", 1, firmMM(30), ""),
	}}
	now := Reading{Roots: []Root{
		tallied("a", 2, firmMM(90), ""), tallied("b", 2, firmMM(400), ""), tallied("c", 1, firmMM(50), ""),
		tallied("e", 1, firmMM(20), ""), tallied("n", 2, mushyMM(12), ""), tallied("m", 2, firmMM(7), ""),
	}}
	s := Compare(Read(was, pale()), Read(now, pale()))
	assert.Equal(t, []Growth{{"a", "1–2", 80, 90, false}, {"m", "9–10", 0, 7, true}}, s.Roots)
	assert.InDelta(t, 2*10+2*7, s.GrownMM, 1e-9, "what was not measured has not grown, what rots is no new root")
	assert.Equal(t, []int{2, 1}, []int{s.NewRoots, s.GoneRoots})
}

// Three anchors at most, of 30 mm and more, the longest first: house rules.
func TestWhichRootsHoldThePlant(t *testing.T) {
	c := pale()
	c.DeadDry = disputes.KeepSome
	of := func(roots ...Root) []Decision {
		var all []Decision
		for _, r := range Read(Reading{Roots: roots}, c).Roots {
			all = append(all, r.Decision)
		}
		return all
	}
	dry := func(id string, n int, length float64, asked string) Root {
		return Root{ID: id, Count: n, Anchor: asked, Segments: []Segment{hollowMM(length)}}
	}
	d := of(dry("short", 1, 29, ""), dry("edge", 1, 30, ""), dry("long", 2, 90, ""))
	assert.Equal(t, []int{0, 1, 2}, []int{d[0].Anchors, d[1].Anchors, d[2].Anchors})
	assert.Equal(t, KeepHold, d[2].Kind)
	assert.NotContains(t, d[2].Reasons, "cut-whole")
	d = of(dry("a", 2, 60, ""), dry("b", 2, 60, ""))
	assert.Equal(t, []int{2, 1}, []int{d[0].Anchors, d[1].Anchors}, "of two as long the first")
	assert.Equal(t, Cut, d[1].Kind, "one of the two is cut")
	d = of(dry("yours", 2, 10, "yes"), dry("b", 2, 60, ""), dry("no", 1, 80, "no"))
	assert.Equal(t, []int{2, 1, 0}, []int{d[0].Anchors, d[1].Anchors, d[2].Anchors}, "what one asked for counts, however short")
	c.DeadDry = disputes.IfWobbly
	steady := of(dry("a", 1, 60, ""))[0]
	assert.Contains(t, steady.Reasons, "dry-steady")
	assert.NotContains(t, of(Root{ID: "rot", Count: 1, Segments: []Segment{mushyMM(60)}})[0].Reasons, "dry-steady")
	c.DeadDry = disputes.AllOff
	assert.Contains(t, of(dry("a", 1, 60, ""))[0].Reasons, "dry-all-off")
	assert.NotContains(t, of(Root{ID: "rot", Count: 1, Segments: []Segment{mushyMM(60)}})[0].Reasons, "dry-all-off")
	loose := Read(Reading{Wobbly: true, Roots: []Root{dry("short", 1, 20, "")}}, Context{
		Class: c.Class, UsualDiameterMM: 5, UsualLengthMM: 100, DeadDry: disputes.IfWobbly, CutMarginMM: 4,
	}).Roots[0].Decision
	assert.NotContains(t, loose.Reasons, "dry-steady")
	assert.Zero(t, loose.Anchors)
}

func TestTheOrderOfGrades(t *testing.T) {
	for g, is := range map[GradeCode][2]bool{
		Unread: {false, false}, Rootless: {false, true}, NearRootless: {false, true}, Poor: {false, true},
		Fair: {true, false}, Good: {true, false},
	} {
		assert.Equal(t, is, [2]bool{g.Sound(), g.Few()}, g)
	}
	assert.Equal(t, Poor, Fair.Worse(Poor))
	assert.Equal(t, Poor, Poor.Worse(Fair))
	assert.Equal(t, Fair, Fair.Worse(Fair))
	assert.Equal(t, Fair, Fair.Worse(Unread))
	assert.Equal(t, Fair, Unread.Worse(Fair))
}

// 10 mm is rootless; a share that lies on a limit is above it: house rules. 20 cm² for each bulb, a house rule.
func TestAGradeToTheEdge(t *testing.T) {
	code := func(share, longest, area, feeds float64) GradeCode {
		by, _ := gradeOf(share, longest, area, feeds)
		return grades[by]
	}
	assert.Equal(t, Rootless, code(1, 10, 0, 0))
	assert.Equal(t, Good, code(1, 10.1, 0, 0))
	for share, want := range map[float64]GradeCode{
		0.099: NearRootless, 0.10: Poor, 0.349: Poor, 0.35: Fair, 0.649: Fair, 0.65: Good,
	} {
		assert.Equal(t, want, code(share, 50, 0, 0), share)
	}
	for fed, want := range map[float64]GradeCode{0.029: NearRootless, 0.03: Poor, 0.099: Poor, 0.10: Fair,
		0.199: Fair, 0.20: Good} {
		assert.Equal(t, want, code(1, 50, fed*100, 100), fed)
	}
	_, reason := gradeOf(0.5, 50, 15, 100)
	assert.Equal(t, "grade-share", reason, "as fair by what it feeds")
	assert.InDelta(t, 140, Context{LeafAreaCM2: 100, Bulbs: 2}.FeedsCM2(), 1e-12)
	assert.Zero(t, Context{Bulbs: 2}.FeedsCM2())
	missing := func(l float64, c Context) bool {
		return slices.Contains(Read(single(firmMM(l)), c).Grade.Reasons, "grade-leaves-missing")
	}
	assert.True(t, missing(90, pale()))
	assert.False(t, missing(5, pale()), "one that has no roots needs no leaf count")
	fed := pale()
	fed.LeafAreaCM2 = 100
	assert.False(t, missing(90, fed))
}

// A stretch that was not measured is its share of what is usual, or reaches as far as its side roots do.
func TestALengthThatNobodyMeasured(t *testing.T) {
	assert.Zero(t, assumedLength([]Segment{firmMM(30)}, 100, 400), "all is measured")
	assert.InDelta(t, 50, assumedLength([]Segment{firmMM(30), {}}, 100, 0), 1e-12)
	assert.InDelta(t, 70, assumedLength([]Segment{firmMM(30), {}}, 100, 100), 1e-12)
	assert.InDelta(t, 60, assumedLength([]Segment{firmMM(30), {}, {}}, 100, 150), 1e-12)
	sides := Read(Reading{Roots: []Root{{ID: "a", Count: 1, Segments: []Segment{firmMM(90)}, Branches: []Branch{
		{AtMM: 10, Segments: []Segment{{Feel: Firm, Colour: ColourPale}}},
	}}}}, pale())
	b := sides.Roots[0].Branches[0].Stretches[0]
	assert.InDelta(t, pale().UsualLengthMM*0.33, b.ToMM, 1e-9, "a third of a root: from memory")
}

// A wound is a cut through what lives; a cut at the base, or just between two stretches, is through none.
func TestWhereACutWounds(t *testing.T) {
	a := axis{stretches: []Stretch{
		{FromMM: 0, ToMM: 40, State: Live}, {FromMM: 40, ToMM: 60, State: DeadRotting},
		{FromMM: 60, ToMM: 80, State: DeadDry},
	}}
	for at, wounds := range map[float64]bool{0: true, 20: true, 40: false, 50: false, 70: false, 90: false} {
		assert.Equal(t, wounds, a.wounds(at), at)
	}
	assert.False(t, a.rottingBefore(40))
	assert.True(t, a.rottingBefore(41))
	wet := []Segment{{Wetting: Greens}, {}, {}}
	assert.True(t, a.shows(wet))
	assert.True(t, a.shows([]Segment{{Colour: ColourGreen}, {}, {}}))
	assert.False(t, a.shows([]Segment{{}, {Wetting: Greens}, {Colour: ColourGreen}}), "what is dead shows nothing")
	assert.True(t, (&axis{tip: Growing}).shows(nil))
}

// By area and by length the shares are of all that was read.
func TestSharesByAreaToo(t *testing.T) {
	thick := func(s Segment, mmThick float64) Segment { s.DiameterMM = &mmThick; return s }
	tot := Read(Reading{Roots: []Root{
		tallied("a", 1, thick(firmMM(100), 2), ""), tallied("b", 1, thick(mushyMM(100), 4), ""),
		tallied("c", 1, thick(Segment{LengthMM: mm(100)}, 2), ""),
	}}, pale()).Totals
	assert.InDelta(t, 2.0/8, tot.ViableByArea.Low, 1e-9)
	assert.InDelta(t, 4.0/8, tot.ViableByArea.High, 1e-9)
	assert.InDelta(t, 1.0/3, tot.ViableByLength.Low, 1e-9)
	assert.InDelta(t, 2.0/3, tot.ViableByLength.High, 1e-9)
}
