package roots

import (
	"math"

	"therapeon/core/disputes"
	"therapeon/core/taxa"
)

// Context is what a verdict needs to know beside the reading: the plant's
// normal roots, its leaves, and the sides taken where growers differ.
type Context struct {
	Class           taxa.RootClass
	UsualDiameterMM float64
	UsualLengthMM   float64
	LeafAreaCM2     float64 // 0: not known
	Bulbs           int     // bulbs or canes, which it has to feed too
	Before          *Range  // live share before cleaning, where this is what the cuts left
	DeadDry         disputes.SideCode
	ClingingMedium  disputes.SideCode
	CutMarginMM     float64
	Tannic          bool // the old medium is one that stains, such as bark or husk
	Monopodial      bool // growths are levels up one stem
}

// Stretch is one stretch of an axis with its verdict.
type Stretch struct {
	FromMM     float64 `json:"from_mm" required:"true"`
	ToMM       float64 `json:"to_mm" required:"true"`
	DiameterMM float64 `json:"diameter_mm" required:"true"`
	State      State   `json:"state" required:"true" enum:"live,live-damaged,doubtful,dead,dead-dry,dead-rotting"`
	Rule       string  `json:"rule" required:"true" description:"the row of the table that decided; its words are in rules"`
	Torn       bool    `json:"contradiction,omitempty" description:"feels dead and shows life"`
}

func (s Stretch) length() float64 { return s.ToMM - s.FromMM }

// affected holds for tissue that spreading rot has reached.
func (s Stretch) affected(colour Colour) bool { return s.State.IsDead() || colour == Black }

// axis is a root or a side root laid out from its joint to its tip.
type axis struct {
	stretches       []Stretch
	length          float64
	keepTo          float64 // where the last tissue that is not dead ends
	firstAffected   float64 // where spreading rot starts; +Inf when none
	anyKept         bool    // something is not dead
	anyDoubtful     bool
	anyLive         bool
	torn            bool
	allDry          bool // dead and dry along its whole length
	lengthAssumed   bool
	diameterAssumed bool
	tip             Tip
}

// sideLife tells, for a root, where its living side roots leave.
type sideLife struct {
	joint        float64 // the outermost joint of a side root that is not dead; -1 when none
	liveJoint    float64 // the outermost joint of a side root with living tissue
	greenJoint   float64
	farthestLeft float64 // the outermost joint of any side root
}

var noSides = sideLife{-1, -1, -1, 0}

// lay reads the stretches of an axis from the tip inwards, since what a bare
// core or a crunchy stretch means depends on what lies beyond it.
func (rd *reader) lay(segments []Segment, tip Tip, usualLength float64, sides sideLife) axis {
	c := rd.context
	a := axis{stretches: rd.roomForStretches(len(segments)), firstAffected: math.Inf(1), allDry: true, tip: tip}
	share := assumedLength(segments, usualLength, sides.farthestLeft)
	for i := range segments {
		s := &segments[i]
		length, diameter := share, c.UsualDiameterMM
		if s.LengthMM != nil {
			length = *s.LengthMM
		} else {
			a.lengthAssumed = true
		}
		if s.DiameterMM != nil {
			diameter = *s.DiameterMM
		} else {
			a.diameterAssumed = true
		}
		a.stretches[i] = Stretch{FromMM: a.length, ToMM: a.length + length, DiameterMM: diameter}
		a.length += length
	}
	liveBeyond, greenBeyond := tip == Growing, tip == Growing
	e := evidence{stained: rd.Stained || c.Tannic, crust: rd.Crust}
	for i := len(segments) - 1; i >= 0; i-- {
		s, st := &segments[i], &a.stretches[i]
		e.Segment, e.tip = *s, ""
		e.liveBeyond = liveBeyond || sides.liveJoint >= st.FromMM
		e.greenBeyond = greenBeyond || sides.greenJoint >= st.FromMM
		if i == len(segments)-1 {
			e.tip = tip
		}
		state, row := judge(c.Class, &e)
		st.State, st.Rule, st.Torn = state, row.ID, contradicts(state, s.Feel)
		a.note(st, s.Colour)
		if state.IsLive() {
			liveBeyond = true
			greenBeyond = greenBeyond || s.Wetting == Greens || s.Colour == ColourGreen
		}
	}
	return a
}

// assumedLength is the length of a stretch that was not measured: its part of
// the usual length, or more where a side root shows that the root reaches further.
func assumedLength(segments []Segment, usual, reaches float64) float64 {
	measured, open := 0.0, 0
	for i := range segments {
		if mm := segments[i].LengthMM; mm == nil {
			open++
		} else {
			measured += *mm
		}
	}
	if open == 0 {
		return 0
	}
	return math.Max(usual/float64(len(segments)), (reaches-measured)/float64(open))
}

// note takes one judged stretch into the axis.
func (a *axis) note(s *Stretch, colour Colour) {
	a.torn = a.torn || s.Torn
	a.anyLive = a.anyLive || s.State.IsLive()
	a.anyDoubtful = a.anyDoubtful || s.State == Doubtful
	a.allDry = a.allDry && s.State == DeadDry
	if !s.State.IsDead() {
		a.anyKept = true
		a.keepTo = math.Max(a.keepTo, s.ToMM)
	}
	if s.affected(colour) {
		a.firstAffected = math.Min(a.firstAffected, s.FromMM)
	}
}

// shows tells whether something green can be seen on the axis.
func (a *axis) shows(segments []Segment) bool {
	if a.tip == Growing {
		return true
	}
	for i, s := range a.stretches {
		if s.State.IsLive() && (segments[i].Wetting == Greens || segments[i].Colour == ColourGreen) {
			return true
		}
	}
	return false
}

// rottingBefore tells whether rotting tissue stays inward of a cut.
func (a *axis) rottingBefore(mm float64) bool {
	for _, s := range a.stretches {
		if s.State == DeadRotting && s.FromMM < mm {
			return true
		}
	}
	return false
}

// wounds tells whether a cut at mm opens tissue that is not dead. A cut flush
// with the stem always does.
func (a *axis) wounds(mm float64) bool {
	if mm <= 0 {
		return true
	}
	for _, s := range a.stretches {
		if s.FromMM < mm && mm < s.ToMM {
			return !s.State.IsDead()
		}
	}
	return false
}
