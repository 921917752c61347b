package roots

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/disputes"
	"therapeon/language/english"
)

func firmMM(l float64) Segment   { return Segment{LengthMM: mm(l), Feel: Firm, Colour: ColourPale} }
func hollowMM(l float64) Segment { return Segment{LengthMM: mm(l), Feel: Hollow} }
func mushyMM(l float64) Segment  { return Segment{LengthMM: mm(l), Feel: Mushy} }

func decided(t *testing.T, r Reading, c Context) Decision {
	t.Helper()
	v := Read(r, c)
	require.Len(t, v.Roots, 1)
	return v.Roots[0].Decision
}

// The cut rule is common practice: in dead tissue just beyond the living part.
// The margin of 3–5 mm is a house rule, here 4.
func TestTheCutFallsInDeadTissueJustBeyondTheLiving(t *testing.T) {
	d := decided(t, single(firmMM(40), hollowMM(60)), pale())
	require.Equal(t, Cut, d.Kind)
	assert.Equal(t, 44.0, *d.CutAtMM)
	assert.Equal(t, 56.0, d.RemoveMM)
	assert.False(t, d.Wounds)
	assert.False(t, d.Whole)
}

func TestAWhollyDeadRootKeepsAShortStub(t *testing.T) {
	d := decided(t, single(mushyMM(60)), pale())
	assert.True(t, d.Whole)
	assert.Equal(t, 4.0, *d.CutAtMM)
	assert.True(t, d.Strip, "rotting tissue always comes off")
	assert.Subset(t, d.Reasons, []string{"cut-whole", "strip-rot"})
}

func TestLiveTissueBeyondADeadStretchIsKept(t *testing.T) {
	d := decided(t, single(firmMM(30), hollowMM(20), firmMM(10)), pale())
	assert.Equal(t, Keep, d.Kind)

	r := single(hollowMM(100))
	r.Roots[0].Branches = []Branch{{AtMM: 50, Segments: []Segment{firmMM(20)}}}
	d = decided(t, r, pale())
	assert.Equal(t, 54.0, *d.CutAtMM, "kept as far as the joint of the living side root")
	assert.Contains(t, d.Reasons, "keep-joint")
}

func TestDoubtfulTissueIsNotCut(t *testing.T) {
	black := Segment{LengthMM: mm(50), Feel: Firm, Colour: Black}
	assert.Equal(t, Recheck, decided(t, single(black), pale()).Kind)
	d := decided(t, single(firmMM(40), black, hollowMM(30)), pale())
	assert.Equal(t, 94.0, *d.CutAtMM)
	assert.True(t, d.Recheck)
}

func TestADeadEndShorterThanTheMarginIsLeft(t *testing.T) {
	d := decided(t, single(firmMM(40), hollowMM(4)), pale())
	assert.Equal(t, Keep, d.Kind)
	assert.Contains(t, d.Reasons, "keep-short-end")
}

// Spreading rot is the exception: back into clean tissue past the last
// discoloured part. Common practice; the 10 mm are a house rule.
func TestSpreadingRotIsCutBackIntoCleanTissue(t *testing.T) {
	r := single(firmMM(50), mushyMM(20), firmMM(10))
	r.Roots[0].Spreads = true
	v := Read(r, pale())
	d := v.Roots[0].Decision
	assert.Equal(t, 40.0, *d.CutAtMM)
	assert.True(t, d.Wounds)
	assert.True(t, d.Spreads)
	assert.Equal(t, 1, v.Totals.Wounds)
	assert.InDelta(t, 20, v.Totals.LostMM.Low, 1e-9, "10 mm of margin and the 10 mm beyond")

	near := Reading{SpreadingRot: true, Roots: single(firmMM(6), mushyMM(20)).Roots}
	d = decided(t, near, pale())
	assert.Equal(t, 0.0, *d.CutAtMM)
	assert.Contains(t, d.Reasons, "spreading-to-base")
	assert.Equal(t, Keep, decided(t, Reading{SpreadingRot: true, Roots: single(firmMM(60)).Roots}, pale()).Kind,
		"a clean root is left")
}

func TestLiveAerialRootsAreProtected(t *testing.T) {
	r := single(firmMM(90))
	r.Roots[0].Depth = Aerial
	d := decided(t, r, pale())
	assert.Equal(t, Keep, d.Kind)
	assert.Contains(t, d.Reasons, "keep-aerial")
}

func TestBothSchoolsOnDeadDryRoots(t *testing.T) {
	batch := Reading{Roots: []Root{{ID: "b", Count: 14, Segments: []Segment{hollowMM(60)}}}}
	c := pale()

	c.DeadDry = "all-off"
	assert.Equal(t, 14, Read(batch, c).Totals.Cuts)
	c.DeadDry = "keep-some"
	v := Read(batch, c)
	assert.Equal(t, 3, v.Totals.Anchors)
	assert.Equal(t, 11, v.Totals.Cuts)
	assert.Equal(t, "Cut it off whole, keep 3 as anchors.", english.Say(v.Roots[0].Do))
	c.DeadDry = "if-wobbly"
	assert.Zero(t, Read(batch, c).Totals.Anchors)
	batch.Wobbly = true
	assert.Equal(t, 3, Read(batch, c).Totals.Anchors)

	asked := single(hollowMM(60))
	asked.Roots[0].Anchor = "yes"
	assert.Equal(t, KeepHold, decided(t, asked, c).Kind)
	asked.Roots[0].Segments = []Segment{mushyMM(60)}
	d := decided(t, asked, c)
	assert.Equal(t, Cut, d.Kind, "rotting tissue always comes off")
	assert.Contains(t, d.Reasons, "anchor-refused")
}

func TestClingingMediumFollowsTheSetting(t *testing.T) {
	r := single(firmMM(60))
	rule := func(state Clinging, choice disputes.SideCode) string {
		c := pale()
		c.ClingingMedium = choice
		r.Roots[0].Clinging = state
		return Read(r, c).Roots[0].MediumRule
	}
	assert.Equal(t, "medium-sound-leave", rule(ClingsSound, "by-state"))
	assert.Equal(t, "medium-all-off", rule(ClingsSound, "all-off"))
	assert.Equal(t, "medium-leave-tear", rule(ClingsSound, "leave-what-tears"))
	for _, choice := range []disputes.SideCode{"by-state", "all-off", "leave-what-tears"} {
		assert.Equal(t, "medium-rotten", rule(ClingsRotting, choice), "rotting medium must all come off")
	}
	assert.Empty(t, rule("", "all-off"))
}

// A side root that leaves at 100 mm shows that its root reaches there.
func TestASideRootStretchesARootThatWasNotMeasured(t *testing.T) {
	for _, segments := range [][]Segment{{{Feel: Hollow}, hollowMM(10)}, {hollowMM(10), {Feel: Hollow}}} {
		r := single(segments...)
		r.Roots[0].Branches = []Branch{{AtMM: 300, Segments: []Segment{firmMM(20)}}}
		v := Read(r, pale()).Roots[0]
		assert.InDelta(t, 300, v.LengthMM, 1e-9)
		assert.NotNil(t, v.Branches[0].Decision, "it stays")
	}
}

func TestSideRootsAreCutOnTheirOwn(t *testing.T) {
	r := single(firmMM(100))
	r.Roots[0].Branches = []Branch{
		{AtMM: 20, Segments: []Segment{firmMM(15), hollowMM(20)}},
		{AtMM: 60, Segments: []Segment{mushyMM(30)}},
	}
	v := Read(r, pale())
	assert.Equal(t, Keep, v.Roots[0].Decision.Kind)
	assert.Equal(t, 19.0, *v.Roots[0].Branches[0].Decision.CutAtMM)
	assert.True(t, v.Roots[0].Branches[1].Decision.Whole)
	assert.Equal(t, 2, v.Totals.SideCuts)

	gone := single(firmMM(30), hollowMM(70))
	gone.Roots[0].Branches = []Branch{{AtMM: 80, Segments: []Segment{hollowMM(30)}}}
	assert.Nil(t, Read(gone, pale()).Roots[0].Branches[0].Decision, "it goes with its root")
}
