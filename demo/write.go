package demo

import "therapeon/core/roots"

// A root of the demo, built up in the order one would say it.

func mm(v float64) *float64 { return &v }

func run(length float64, feel roots.Feel, colour roots.Colour) roots.Segment {
	return roots.Segment{LengthMM: mm(length), Feel: feel, Colour: colour}
}

func firm(length float64) roots.Segment   { return run(length, roots.Firm, roots.ColourPale) }
func brown(length float64) roots.Segment  { return run(length, roots.Firm, roots.EvenBrown) }
func black(length float64) roots.Segment  { return run(length, roots.Firm, roots.Black) }
func hollow(length float64) roots.Segment { return run(length, roots.Hollow, "") }
func mushy(length float64) roots.Segment  { return run(length, roots.Mushy, "") }
func limp(length float64) roots.Segment   { return run(length, roots.Limp, "") }
func thread(length float64) roots.Segment { return run(length, roots.Thread, "") }
func unsure(length float64) roots.Segment { return run(length, "", "") }

func greens(length float64) roots.Segment {
	return roots.Segment{LengthMM: mm(length), Feel: roots.Firm, Wetting: roots.Greens}
}

type root struct{ roots.Root }

func batch(id string, n int, segments ...roots.Segment) root {
	return root{roots.Root{ID: id, Count: n, Segments: segments}}
}

func one(id string, segments ...roots.Segment) root { return batch(id, 1, segments...) }

func (r root) at(d roots.Depth) root        { r.Depth = d; return r }
func (r root) on(growth int) root           { r.Growth = growth; return r }
func (r root) tip(t roots.Tip) root         { r.Tip = t; return r }
func (r root) clings(c roots.Clinging) root { r.Clinging = c; return r }
func (r root) rotRuns() root                { r.Spreads = true; return r }
func (r root) side(at float64, s ...roots.Segment) root {
	r.Branches = append(r.Branches, roots.Branch{AtMM: at, Segments: s, Tip: roots.Growing})
	return r
}

func rootsOf(list ...root) roots.Reading {
	r := roots.Reading{}
	for _, entry := range list {
		r.Roots = append(r.Roots, entry.Root)
	}
	return r
}

func inItsPot(r roots.Reading) roots.Reading { r.InPot = true; return r }
func wobbly(r roots.Reading) roots.Reading   { r.Wobbly = true; return r }
func stained(r roots.Reading) roots.Reading  { r.Stained = true; return r }
func crusted(r roots.Reading) roots.Reading  { r.Crust = true; return r }
