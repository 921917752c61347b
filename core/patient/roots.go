package patient

import (
	"slices"
	"strings"

	"therapeon/core/dates"
	"therapeon/core/disputes"
	"therapeon/core/message"
	"therapeon/core/roots"
)

// Roots are a plant's roots as they were last read, and as the cuts left them.
type Roots struct {
	On      string // the day of the reading
	Reading roots.Reading
	Verdict roots.Verdict // on the reading
	Checks  roots.Checks  // jobs of its cut list that were ticked off

	by    roots.Context
	left  *roots.Reading
	after *roots.Verdict
}

// Left are the roots as the cuts that were ticked off left them.
func (r *Roots) Left() roots.Reading {
	if r.left == nil {
		left := roots.After(r.Reading, r.Verdict, r.Checks)
		if left.Dip != nil && len(left.Roots) > 0 {
			left.Dip = left.Dip.Left(r.Verdict.Totals, roots.Read(left, r.by).Totals)
		}
		r.left = &left
	}
	return *r.left
}

// After is the verdict on what the cuts left.
func (r *Roots) After() roots.Verdict {
	if r.after == nil {
		by := r.by
		by.Before = &r.Verdict.Totals.ViableByLength // a cut makes no root live
		after := roots.Read(r.Left(), by)
		r.after = &after
	}
	return *r.after
}

// Reader is what a reading of a day is judged by: the plant's normal roots, its leaves,
// the sides it follows, and the medium it stood in on that day.
func (p Condition) Reader(on string) roots.Context {
	medium := p.standsIn(on).medium
	return roots.Context{
		Class:           p.RootClass(),
		UsualDiameterMM: p.Profile.RootDiameterMM.Value,
		UsualLengthMM:   p.Profile.RootLengthMM.Value,
		LeafAreaCM2:     p.LeafAreaCM2(),
		Bulbs:           p.Broken().Bulbs(),
		DeadDry:         p.Side(disputes.DeadDryRoots),
		ClingingMedium:  p.Side(disputes.ClingingMedium),
		CutMarginMM:     p.House.CutMarginMM,
		Tannic:          medium != "" && slices.Contains(strings.Fields(roots.Known().TannicMedia.Value), medium),
		Monopodial:      p.Profile.Monopodial(),
	}
}

// Roots are its roots as last read, or nil.
func (p *Patient) Roots() *Roots {
	if p.Reading == nil {
		return nil
	}
	if p.known.roots == nil {
		p.known.roots = p.readBy(*p.Reading, p.Condition().Reader(p.Reading.On))
	}
	return p.known.roots
}

func (p *Patient) readBy(of Reading, by roots.Context) *Roots {
	return &Roots{On: of.On, Reading: of.Roots, Verdict: roots.Read(of.Roots, by), Checks: of.Checks, by: by}
}

// ReadOn is a reading judged by what the plant is and stood in on that day.
func ReadOn(p *Patient, of Reading) *Roots { return p.readBy(of, p.Condition().Reader(of.On)) }

// Grade is how much living root was found, before any cut; unread where nothing was read.
func (p Condition) Grade() roots.GradeCode {
	if p.Given.Grade != roots.Unread {
		return p.Given.Grade
	}
	if r := p.Roots(); r != nil {
		return r.Verdict.Grade.Code
	}
	return roots.Unread
}

// Starved holds where it was found to have too little living root for its leaves.
func (p Condition) Starved() bool {
	if r := p.Roots(); r != nil {
		return r.Verdict.Grade.Starved
	}
	return p.Given.Starved
}

// GradeLeft is how much living root the cuts left; rootless where all that was read
// has been cut off.
func (p Condition) GradeLeft() roots.GradeCode {
	r := p.Roots()
	switch {
	case r == nil:
		return p.Given.Grade
	case len(r.Left().Roots) == 0 && (r.Left().Dip == nil || len(r.Reading.Roots) > 0):
		return roots.Rootless
	default:
		return r.After().Grade.Code
	}
}

// WeakStem holds for a plant with one stem and few living roots: nothing wet may stand in
// its crown.
func (p Condition) WeakStem() bool { return p.Profile.Monopodial() && p.Grade().Few() }

// LiveCM2 is the surface of its living root as the cuts left it.
func (p Condition) LiveCM2() roots.Range {
	if r := p.Roots(); r != nil {
		return r.After().Totals.LiveAreaCM2
	}
	return p.Given.LiveCM2
}

// TipsOut holds when new tips show: at the look, or on the roots as the cuts left them.
func (p Condition) TipsOut() bool {
	if p.Given.TipsOut {
		return true
	}
	if show, known := p.tipsSeen(); known {
		return show
	}
	if p.Growth() == NewRoots {
		return true
	}
	r := p.Roots()
	return r != nil && r.After().Totals.GrowingTips > 0
}

// Limp holds when leaves are limp or bulbs shrivelled, as last seen.
func (p Condition) Limp() bool {
	if limp, known := p.limpSeen(); known {
		return limp
	}
	if p.Given.Limp || p.Finding("leaves-limp") == Present || p.Finding("bulbs-shrivelled") == Present {
		return true
	}
	return p.Intake.BulbState == Shrivelled && p.Finding("bulbs-shrivelled") == "" && p.gave(p.day()) == nil
}

// Spreading holds when rot was seen to run on in its roots.
func (p Condition) Spreading() bool {
	if p.Given.Spreading {
		return true
	}
	r := p.Roots()
	return r != nil && (r.Reading.SpreadingRot ||
		slices.ContainsFunc(r.Reading.Roots, func(r roots.Root) bool { return r.Spreads }))
}

// Aerial holds when it was read to have roots in the air.
func (p Condition) Aerial() bool {
	r := p.Roots()
	return r != nil && slices.ContainsFunc(r.Reading.Roots, func(r roots.Root) bool { return r.Depth == roots.Aerial })
}

// LiveByBulb is the living root of each growth as the cuts left it, and that of no
// known growth.
func (p Condition) LiveByBulb() (live map[int]roots.Range, unplaced roots.Range) {
	live = map[int]roots.Range{}
	r := p.Roots()
	if r == nil {
		for bulb, mm := range p.Given.LiveMM {
			live[bulb] = mm
		}
		return live, p.Given.UnplacedMM
	}
	for i, root := range r.Left().Roots {
		each, n := r.After().Roots[i].LiveMM, float64(root.Count)
		at := live[root.Growth]
		at.Low, at.High = at.Low+each.Low*n, at.High+each.High*n
		live[root.Growth] = at
	}
	unplaced = live[0]
	delete(live, 0)
	return live, unplaced
}

// HasRead holds where its roots are known, if only that there are none.
func (p Condition) HasRead() bool { return p.Reading != nil || p.Given.Read }

// Since is what changed from the reading before, as the cuts left it, to the last one; false
// where it was not read before. Both are judged alike, so that only the roots differ.
func (p Condition) Since() (roots.Since, bool) {
	r := p.Roots()
	if r == nil || p.Before == nil {
		return roots.Since{}, false
	}
	return roots.Compare(p.readBy(*p.Before, r.by).After(), r.Verdict), true
}

// GrowthMM is how fast its own roots grew a day, between the last two readings; nil where
// that is not known, or they lie closer than the table's least.
func (p Condition) GrowthMM() *float64 {
	since, known := p.Since()
	if !known {
		return nil
	}
	days := dates.Between(p.Before.On, p.Reading.On)
	rate, ok := since.RateMMDay(days)
	if !ok || days < Table().GrowthDays.Value {
		return nil
	}
	return &rate
}

// RootsFrom says where its living root is known from.
func (p Condition) RootsFrom() message.Message {
	if r := p.Roots(); r != nil {
		return message.Of("patient.say.read-on-less-what-was", message.On("on", r.On))
	}
	return p.Given.RootsFrom
}

// LeafFrom says where its leaf area is known from, or is empty.
func (p Condition) LeafFrom() message.Message {
	in := p.Intake
	switch {
	case len(in.Blades) > 0:
		return message.Of("patient.say.of-leaves-measured",
			message.Count("n", len(in.Blades)), message.Count("of", max(in.LeafCount, len(in.Blades))))
	case in.LeafCount > 0:
		return message.Of("patient.say.leaves-of-the-usual-cm",
			message.Count("n", in.LeafCount), message.Exact("leaf_area_cm2", p.Profile.LeafAreaCM2.Value, ""))
	}
	return message.Message{}
}
