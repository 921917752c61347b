package roots

import (
	"os"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"therapeon/core/disputes"
	"therapeon/core/taxa"
)

var (
	anyFeel   = rapid.SampledFrom([]Feel{"", Firm, Limp, Thread, Crunchy, Hollow, Mushy})
	anyColour = rapid.SampledFrom([]Colour{"", ColourPale, ColourGreen, PatchesSmooth, PatchesHard, EvenBrown, Black})
	anyWet    = rapid.SampledFrom([]Wetting{"", Greens, StaysDull})
	anyTip    = rapid.SampledFrom([]Tip{"", Growing, Sealed})
	anyDepth  = rapid.SampledFrom([]Depth{"", Aerial, Surface, Edge, Bottom, Core})
)

func anySegment(t *rapid.T) Segment {
	s := Segment{Feel: anyFeel.Draw(t, "feel"), Colour: anyColour.Draw(t, "colour"), Wetting: anyWet.Draw(t, "wetting")}
	if rapid.Bool().Draw(t, "measured") {
		s.LengthMM = mm(rapid.Float64Range(1, 400).Draw(t, "length"))
	}
	if rapid.Bool().Draw(t, "gauged") {
		s.DiameterMM = mm(rapid.Float64Range(0.2, 30).Draw(t, "diameter"))
	}
	return s
}

func anySegments(t *rapid.T) []Segment {
	segments := make([]Segment, rapid.IntRange(1, 5).Draw(t, "segments"))
	for i := range segments {
		segments[i] = anySegment(t)
	}
	return segments
}

func anyRoot(id string, t *rapid.T) Root {
	r := Root{
		ID: id, Count: rapid.IntRange(1, 9).Draw(t, "count"), Segments: anySegments(t),
		Tip: anyTip.Draw(t, "tip"), Depth: anyDepth.Draw(t, "depth"),
		Growth: rapid.IntRange(0, 5).Draw(t, "growth"), Spreads: rapid.IntRange(0, 4).Draw(t, "spreads") == 0,
	}
	for range rapid.IntRange(0, 2).Draw(t, "branches") {
		r.Branches = append(r.Branches, Branch{AtMM: rapid.Float64Range(0, 60).Draw(t, "at"), Segments: anySegments(t)})
	}
	return r
}

func anyReading(t *rapid.T) Reading {
	r := Reading{
		Stained: rapid.Bool().Draw(t, "stained"),
		Crust:   rapid.Bool().Draw(t, "crust"),
		Wobbly:  rapid.Bool().Draw(t, "wobbly"),
	}
	for i := range rapid.IntRange(1, 6).Draw(t, "roots") {
		r.Roots = append(r.Roots, anyRoot("r"+strconv.Itoa(i), t))
	}
	if len(r.Faults()) > 0 {
		t.Skip("a side root beyond the end of its root")
	}
	return r
}

func anyContext(t *rapid.T) Context {
	c := pale()
	c.Class = rapid.SampledFrom([]taxa.RootClass{taxa.Pale, taxa.Brown}).Draw(t, "class")
	c.DeadDry = rapid.SampledFrom([]disputes.SideCode{"all-off", "keep-some", "if-wobbly"}).Draw(t, "dry")
	c.CutMarginMM = rapid.Float64Range(3, 5).Draw(t, "margin")
	c.LeafAreaCM2 = rapid.SampledFrom([]float64{0, 200, 1500}).Draw(t, "leaf")
	return c
}

// rank orders states from best to worst; all kinds of dead are equal.
func rank(s State) int {
	switch s {
	case Live:
		return 0
	case LiveDamaged:
		return 1
	case Doubtful:
		return 2
	default:
		return 3
	}
}

// What is felt is a partial order: a thread or a crunchy stretch is not worse
// than a limp one, since life beyond it counts.
func TestWorseEvidenceNeverRaisesAState(t *testing.T) {
	feels := [][]Feel{{Firm, "", Limp, Hollow, Mushy}, {Firm, "", Thread, Crunchy, Hollow}}
	colours := map[taxa.RootClass][]Colour{
		taxa.Pale:  {ColourPale, PatchesSmooth, PatchesHard, EvenBrown, Black},
		taxa.Brown: {ColourPale, PatchesSmooth, EvenBrown, PatchesHard, Black}, // brown is no evidence here
	}
	wettings := []Wetting{Greens, "", StaysDull}
	rapid.Check(t, func(t *rapid.T) {
		c := anyContext(t)
		e := evidence{
			Segment: anySegment(t), tip: anyTip.Draw(t, "tip"),
			stained: rapid.Bool().Draw(t, "stained"), crust: rapid.Bool().Draw(t, "crust"),
		}
		e.greenBeyond = rapid.Bool().Draw(t, "green")
		e.liveBeyond = e.greenBeyond || rapid.Bool().Draw(t, "live")
		never := func(set func(*evidence, int), n int, what string) {
			last := -1
			for i := range n {
				worse := e
				set(&worse, i)
				state, row := judge(c.Class, &worse)
				if rank(state) < last {
					t.Fatalf("worse %s (%d) raised the state to %s by row %s: %+v", what, i, state, row.ID, worse)
				}
				last = rank(state)
			}
		}
		for _, order := range feels {
			never(func(e *evidence, i int) { e.Feel = order[i] }, len(order), "feel")
		}
		never(func(e *evidence, i int) { e.Colour = colours[c.Class][i] }, 5, "colour")
		never(func(e *evidence, i int) { e.Wetting = wettings[i] }, len(wettings), "wetting")
		never(func(e *evidence, i int) { e.tip = []Tip{Growing, ""}[i] }, 2, "tip")
		never(func(e *evidence, i int) { e.liveBeyond, e.greenBeyond = i == 0, false }, 2, "life beyond")
	})
}

func TestTheCutNeverFallsInLivingTissueUnlessRotSpreads(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		v := Read(anyReading(t), anyContext(t))
		check := func(d Decision, stretches []Stretch) {
			if d.CutAtMM == nil || d.Spreads {
				return
			}
			if d.Wounds {
				t.Fatalf("cut at %v wounds %+v", *d.CutAtMM, stretches)
			}
			for _, s := range stretches {
				if !s.State.IsDead() && s.ToMM > *d.CutAtMM {
					t.Fatalf("cut at %v takes off %+v", *d.CutAtMM, s)
				}
			}
		}
		for _, rv := range v.Roots {
			check(rv.Decision, rv.Stretches)
			for _, b := range rv.Branches {
				if b.Decision != nil {
					check(*b.Decision, b.Stretches)
				} else if !rv.Decision.Spreads {
					for _, s := range b.Stretches {
						if !s.State.IsDead() {
							t.Fatalf("a side root that is not dead goes with its root: %+v", s)
						}
					}
				}
			}
		}
	})
}

func TestCleaningNeverAddsLifeAndRangesHoldTheirPoint(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		r := anyReading(t)
		v := Read(r, anyContext(t))
		tot := v.Totals
		const tiny = 1e-6
		for name, x := range map[string]Range{
			"length": tot.LiveLengthMM, "area": tot.LiveAreaCM2, "share": tot.ViableByLength, "area share": tot.ViableByArea,
			"after": tot.LiveAfterMM, "lost": tot.LostMM, "roots": tot.LiveRoots, "per leaf": tot.MMPerLeafCM2,
		} {
			if x.Low > x.Point+tiny || x.Point > x.High+tiny || x.Low < -tiny {
				t.Fatalf("%s: range %+v", name, x)
			}
		}
		if tot.LiveAfterMM.Low > tot.LiveLengthMM.Low+tiny || tot.LiveAfterMM.High > tot.LiveLengthMM.High+tiny {
			t.Fatalf("more life after cleaning: %+v, before %+v", tot.LiveAfterMM, tot.LiveLengthMM)
		}
		if tot.ViableByLength.High > 1+tiny || tot.Live.Roots+tot.Doubtful.Roots+tot.Dead.Roots != r.Count() {
			t.Fatalf("totals do not add up: %+v", tot)
		}
		low, point, high := gradeIndex(v.Grade.Low), gradeIndex(v.Grade.Code), gradeIndex(v.Grade.High)
		if low > point || point > high {
			t.Fatalf("grade %+v", v.Grade)
		}
	})
}

func gradeIndex(code GradeCode) int { return slices.Index(grades, code) }

// A batch of n roots and the same n roots entered one by one are one reading.
func TestTallyAndDetailAgree(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		batched, c := anyReading(t), anyContext(t)
		detailed := batched
		detailed.Roots = nil
		for _, root := range batched.Roots {
			for i := range root.Count {
				single := root
				single.ID, single.Count = root.ID+"."+strconv.Itoa(i), 1
				detailed.Roots = append(detailed.Roots, single)
			}
		}
		a, b := Read(batched, c), Read(detailed, c)
		require.Equal(t, a.Headline, b.Headline)
		require.Equal(t, a.Pattern.Words, b.Pattern.Words)
		require.Equal(t, a.Grade, b.Grade)
		assert.InDelta(t, a.Totals.LiveLengthMM.Point, b.Totals.LiveLengthMM.Point, 1e-6)
		assert.InDelta(t, a.Totals.LiveAfterMM.Low, b.Totals.LiveAfterMM.Low, 1e-6)
		require.Equal(t, a.Totals.Wounds, b.Totals.Wounds)
		require.Equal(t, a.Totals.Anchors, b.Totals.Anchors)
	})
}

// productSource is the package's own source, to see which reasons it gives.
func productSource(t *testing.T) string {
	t.Helper()
	files, err := filepath.Glob("*.go")
	require.NoError(t, err)
	var all strings.Builder
	for _, f := range files {
		if !strings.HasSuffix(f, "_test.go") {
			raw, err := os.ReadFile(f)
			require.NoError(t, err)
			all.Write(raw)
		}
	}
	return all.String()
}
