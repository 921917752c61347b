package roots

import (
	"math"
	"slices"
	"strconv"
	"unicode"
	"unicode/utf8"

	"therapeon/core/knowledge"
)

// BranchVerdict is the verdict on a side root.
type BranchVerdict struct {
	AtMM      float64   `json:"at_mm" required:"true"`
	Stretches []Stretch `json:"stretches" required:"true"`
	Decision  *Decision `json:"decision,omitempty" description:"left out when the side root goes with its root"`
}

// RootVerdict is the verdict on one root, or on a batch of roots that are alike.
type RootVerdict struct {
	ID              string             `json:"id" required:"true"`
	Label           string             `json:"label" required:"true" description:"what it is called: its number on the plant, such as 7, or 5–18 for a batch, or the name that its keeper gave"`
	Count           int                `json:"count" required:"true"`
	State           State              `json:"state" required:"true" enum:"live,doubtful,dead" description:"live when any of it lives"`
	LengthMM        float64            `json:"length_mm" required:"true"`
	LiveMM          Range              `json:"live_mm" required:"true" description:"living length of one root, side roots included"`
	Stretches       []Stretch          `json:"stretches" required:"true"`
	Branches        []BranchVerdict    `json:"branches,omitempty"`
	Decision        Decision           `json:"decision" required:"true"`
	Do              knowledge.Sentence `json:"-"` // that in words
	MediumRule      string             `json:"medium_rule,omitempty" description:"the rule for medium that clings here"`
	Settle          []string           `json:"settle,omitempty" description:"rules whose test would settle what is doubtful"`
	LengthAssumed   bool               `json:"length_assumed,omitempty"`
	DiameterAssumed bool               `json:"diameter_assumed,omitempty"`
}

// Verdict is what a reading comes to.
type Verdict struct {
	Headline knowledge.Sentence `json:"-"` // what to do, in a line; empty when nothing was read
	Grade    Grade              `json:"grade" required:"true"`
	Totals   Totals             `json:"totals" required:"true"`
	Pattern  Pattern            `json:"pattern" required:"true"`
	Roots    []RootVerdict      `json:"roots" required:"true"`
	Rules    map[string]Rule    `json:"rules" required:"true" description:"the words and marks of every rule named above"`
}

// Read comes to a verdict on a reading: each root's stretches with their states, where it is
// cut, and the sums, in mm, cm² and mL, each from "all that is doubtful is dead" to "all of it
// is alive". An empty reading has no headline and no grade. The reading must be within the
// limits (Faults, and the tags of Reading): an entry without a segment panics.
func Read(r Reading, c Context) Verdict {
	v := Verdict{Roots: make([]RootVerdict, len(r.Roots)), Rules: map[string]Rule{}}
	axes := make([]axis, len(r.Roots))
	sides := make([][]axis, len(r.Roots))
	number := 1
	rd := newReader(&r, &c)
	for i := range r.Roots {
		root := &r.Roots[i]
		v.Roots[i], axes[i], sides[i] = rd.readRoot(root)
		v.Roots[i].Label = root.called(number)
		number += root.Count
	}
	anchor(v.Roots, axes, r, c)
	v.Totals = total(r, c, v.Roots, axes, sides)
	v.Grade = grade(r, c, v.Totals)
	v.Pattern = pattern(r, c, v.Roots)
	v.Headline = knowledge.Say(LineOf(r, v).Words())
	v.collectRules()
	return v
}

func label(from, count int) string {
	if count == 1 {
		return strconv.Itoa(from)
	}
	return strconv.Itoa(from) + "–" + strconv.Itoa(from+count-1)
}

// called is what a root is called on every page: as its keeper named it, else by its number on the plant.
func (r Root) called(number int) string {
	if first, _ := utf8.DecodeRuneInString(r.ID); r.Count == 1 && unicode.IsUpper(first) {
		return r.ID
	}
	return label(number, r.Count)
}

// Names are what the roots of a reading are called, by their ids.
func (r Reading) Names() map[string]string {
	names, number := map[string]string{}, 1
	for _, root := range r.Roots {
		names[root.ID] = root.called(number)
		number += root.Count
	}
	return names
}

// rounding is what adding up lengths may be off by, in mm.
const rounding = 1e-6

// readRoot reads one root with its side roots.
func (rd *reader) readRoot(root *Root) (RootVerdict, axis, []axis) {
	c := rd.context
	life := noSides
	sides := make([]axis, len(root.Branches))
	for j, b := range root.Branches {
		sides[j] = rd.lay(b.Segments, b.Tip, c.UsualLengthMM*Known().Figures.SideRootShare.Value, noSides)
		life.farthestLeft = math.Max(life.farthestLeft, b.AtMM)
		if sides[j].anyKept {
			life.joint = math.Max(life.joint, b.AtMM)
		}
		if sides[j].anyLive {
			life.liveJoint = math.Max(life.liveJoint, b.AtMM)
		}
		if sides[j].shows(b.Segments) {
			life.greenJoint = math.Max(life.greenJoint, b.AtMM)
		}
	}
	a := rd.lay(root.Segments, root.Tip, c.UsualLengthMM, life)
	spreads := root.Spreads || rd.SpreadingRot
	rv := RootVerdict{
		ID: root.ID, Count: root.Count, LengthMM: a.length, Stretches: a.stretches,
		Decision:      rd.decide(&a, life.joint, spreads, root.Depth == Aerial),
		LengthAssumed: a.lengthAssumed, DiameterAssumed: a.diameterAssumed,
	}
	keptTo := rv.Decision.keptTo(a.length)
	for j, b := range root.Branches {
		bv := BranchVerdict{AtMM: b.AtMM, Stretches: sides[j].stretches}
		if b.AtMM <= keptTo+rounding {
			d := rd.decide(&sides[j], -1, spreads, false)
			bv.Decision = &d
			rv.Decision.Recheck = rv.Decision.Recheck || d.Recheck
		}
		rv.Branches = append(rv.Branches, bv)
	}
	if rv.Decision.Recheck && rv.Decision.Kind == Keep {
		rv.Decision.Kind = Recheck
	}
	if root.Clinging != "" {
		rv.MediumRule = clingingRule(root.Clinging, c.ClingingMedium)
	}
	rv.sum(&a, sides)
	return rv, a, sides
}

// sum fills in what follows from the stretches: living length, state, tests.
func (rv *RootVerdict) sum(a *axis, sides []axis) {
	live, doubtful := rv.sumAxis(a)
	anyLive, anyDoubtful := a.anyLive, a.anyDoubtful
	for i := range sides {
		x := &sides[i]
		l, d := rv.sumAxis(x)
		live, doubtful = live+l, doubtful+d
		anyLive, anyDoubtful = anyLive || x.anyLive, anyDoubtful || x.anyDoubtful
	}
	rv.LiveMM = span(live, doubtful)
	switch {
	case anyLive:
		rv.State = Live
	case anyDoubtful:
		rv.State = Doubtful
	default:
		rv.State = Dead
	}
}

// sumAxis adds up one axis and notes the tests it waits for.
func (rv *RootVerdict) sumAxis(a *axis) (live, doubtful float64) {
	for _, s := range a.stretches {
		switch {
		case s.State.IsLive():
			live += s.length()
		case s.State == Doubtful:
			doubtful += s.length()
			if !slices.Contains(rv.Settle, s.Rule) {
				rv.Settle = append(rv.Settle, s.Rule)
			}
		}
	}
	return live, doubtful
}

// headline says what to do in one line.
// collectRules gathers the words of every rule the verdict names.
func (v *Verdict) collectRules() {
	last := "" // neighbours often share a rule
	use := func(ids ...string) {
		for _, id := range ids {
			if id == last || id == "" {
				continue
			}
			last = id
			if _, ok := v.Rules[id]; ok {
				continue
			}
			if rule, ok := Known().words(id); ok {
				v.Rules[id] = rule
			}
		}
	}
	for i := range v.Roots {
		rv := &v.Roots[i]
		rv.Do = rv.Decision.words(rv.Count)
		use(rv.Decision.Reasons...)
		use(rv.MediumRule)
		for _, s := range rv.Stretches {
			use(s.Rule)
		}
		for _, b := range rv.Branches {
			for _, s := range b.Stretches {
				use(s.Rule)
			}
			if b.Decision != nil {
				use(b.Decision.Reasons...)
			}
		}
		if rv.LengthAssumed {
			use("length-assumed")
		}
		if rv.DiameterAssumed {
			use("diameter-assumed")
		}
	}
	use(v.Grade.Reasons...)
}

// Rots holds where a stretch of any root is rotting.
func (v Verdict) Rots() bool {
	rots := func(s Stretch) bool { return s.State == DeadRotting }
	return slices.ContainsFunc(v.Roots, func(r RootVerdict) bool {
		return slices.ContainsFunc(r.Stretches, rots) ||
			slices.ContainsFunc(r.Branches, func(b BranchVerdict) bool {
				return slices.ContainsFunc(b.Stretches, rots)
			})
	})
}
