package cleaning

import (
	"slices"
	"strconv"
	"testing"

	"pgregory.net/rapid"

	"therapeon/core/disputes"
	"therapeon/core/roots"
	"therapeon/core/taxa"
)

func anySegments(t *rapid.T) []roots.Segment {
	segments := make([]roots.Segment, rapid.IntRange(1, 4).Draw(t, "segments"))
	for i := range segments {
		s := &segments[i]
		s.Feel = rapid.SampledFrom(
			[]roots.Feel{"", roots.Firm, roots.Limp, roots.Thread, roots.Crunchy, roots.Hollow, roots.Mushy},
		).Draw(t, "feel")
		s.Colour = rapid.SampledFrom([]roots.Colour{"", roots.ColourGreen, roots.EvenBrown, roots.Black}).Draw(
			t,
			"colour",
		)
		s.Wetting = rapid.SampledFrom([]roots.Wetting{"", roots.Greens, roots.StaysDull}).Draw(t, "wetting")
		if rapid.Bool().Draw(t, "measured") {
			s.LengthMM = mm(rapid.Float64Range(1, 300).Draw(t, "length"))
		}
	}
	return segments
}

func anyReading(t *rapid.T) roots.Reading {
	r := roots.Reading{Wobbly: rapid.Bool().Draw(t, "wobbly")}
	for i := range rapid.IntRange(1, 6).Draw(t, "roots") {
		root := roots.Root{
			ID:       "r" + strconv.Itoa(i),
			Count:    rapid.IntRange(1, 9).Draw(t, "count"),
			Segments: anySegments(t),
			Tip:      rapid.SampledFrom([]roots.Tip{"", roots.Growing, roots.Sealed}).Draw(t, "tip"),
			Depth:    rapid.SampledFrom([]roots.Depth{"", roots.Aerial, roots.Edge, roots.Core}).Draw(t, "depth"),
			Clinging: rapid.SampledFrom([]roots.Clinging{"", roots.ClingsSound, roots.ClingsRotting}).Draw(t,
				"clinging"),
			Spreads: rapid.IntRange(0, 4).Draw(t, "spreads") == 0,
			Anchor:  rapid.SampledFrom([]string{"", "", "yes", "no"}).Draw(t, "anchor"),
		}
		// Near enough to the base not to stretch a root that was not measured.
		for range rapid.IntRange(0, 2).Draw(t, "branches") {
			root.Branches = append(root.Branches,
				roots.Branch{AtMM: rapid.Float64Range(0, 45).Draw(t, "at"), Segments: anySegments(t)})
		}
		r.Roots = append(r.Roots, root)
	}
	if len(r.Faults()) > 0 {
		t.Skip("a side root beyond the end of its root")
	}
	return r
}

func anyContext(t *rapid.T) roots.Context {
	c := context
	c.Class = rapid.SampledFrom([]taxa.RootClass{taxa.Pale, taxa.Brown}).Draw(t, "class")
	c.DeadDry = rapid.SampledFrom(
		[]disputes.SideCode{disputes.AllOff, disputes.KeepSome, disputes.IfWobbly},
	).Draw(t, "dry")
	c.CutMarginMM = rapid.Float64Range(3, 5).Draw(t, "margin")
	return c
}

const tiny = 1e-6 // mm

func allDone(l List) roots.Checks {
	checks := roots.Checks{}
	for _, it := range l.Items {
		checks[it.ID] = roots.Check{Count: it.Count, CutAtMM: it.CutAtMM}
	}
	return checks
}

// Every cut of the verdict is a job of the list, once, and the blade never
// goes back from dirty tissue to clean.
func TestTheListHoldsEveryCutInWorkingOrder(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		r := anyReading(t)
		p := plant(anyContext(t), r, nil)
		v, l := p.Roots().Verdict, Cuts(p)
		cuts, turn, spreads := 0, 0, false
		seen := map[string]bool{}
		for _, it := range l.Items {
			if it.CutAtMM != nil {
				cuts += it.Count
			}
			if at := slices.Index(order, it.Kind); at < turn {
				t.Fatalf("%s comes after %s", it.Kind, order[turn])
			} else {
				turn = at
			}
			if seen[it.ID] || it.Count < 1 {
				t.Fatalf("job %+v", it)
			}
			seen[it.ID] = true
			spreads = spreads || it.Kind == Spreading
		}
		if want := v.Totals.Cuts + v.Totals.SideCuts; cuts != want || l.Cuts != want {
			t.Fatalf("%d cuts on the list, counted as %d, the verdict has %d", cuts, l.Cuts, want)
		}
		warned := false
		for _, c := range l.Cautions {
			warned = warned || c.Code == "spreading"
		}
		if warned != spreads {
			t.Fatalf("caution about spreading rot: %v, spreading: %v", warned, spreads)
		}
	})
}

// Once every job is done the plant is clean: what is left is a sound reading,
// asks for no further cut, and holds the living length that was promised. Only
// where rot spreads is living root given up, and what it carried with it.
func TestCleaningOnceIsEnough(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		r, c := anyReading(t), anyContext(t)
		v, l := roots.Read(r, c), Cuts(plant(c, r, nil))
		left := roots.After(r, v, allDone(l))
		if faults := left.Faults(); len(faults) > 0 {
			t.Fatal(faults)
		}
		again := roots.Read(left, c)
		promised, kept := v.Totals.LiveAfterMM, again.Totals.LiveLengthMM
		if kept.High > promised.High+tiny {
			t.Fatalf("promised %+v, left %+v", promised, kept)
		}
		if slices.ContainsFunc(r.Roots, func(root roots.Root) bool { return root.Spreads }) {
			return
		}
		if again.Totals.Cuts+again.Totals.SideCuts > 0 {
			t.Fatalf("to cut again: %v", ids(Cuts(plant(c, left, nil))))
		}
		if kept.Low < promised.Low-tiny || kept.High < promised.High-tiny {
			t.Fatalf("promised %+v, left %+v", promised, kept)
		}
	})
}
