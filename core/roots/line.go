package roots

import (
	"therapeon/core/message"
)

// Line is what a verdict asks for, in figures: how many roots are taken off, shortened,
// left, or wait for a test. Its words are made when they are read.
type Line struct {
	None      bool `json:"none,omitempty"` // it was searched, and there are none
	Entries   int  `json:"entries,omitempty"`
	Cuts      int  `json:"cuts,omitempty"`
	Whole     int  `json:"whole,omitempty"` // of the cuts, those that take all of a root off
	Anchors   int  `json:"anchors,omitempty"`
	Untouched int  `json:"untouched,omitempty"`
	Rechecks  int  `json:"rechecks,omitempty"`
	Dipped    bool `json:"dipped,omitempty"` // its mass is known, its roots were not read one by one
}

// LineOf puts the verdict on a reading in a line.
func LineOf(r Reading, v Verdict) Line {
	t := v.Totals
	return Line{r.NoneFound, len(r.Roots), t.Cuts, t.WholeCuts, t.Anchors, t.Untouched, t.Rechecks,
		r.Dip != nil && len(r.Roots) == 0}
}

// Words is what to do, in a line; empty where nothing was read.
func (l Line) Words() message.Message {
	if l.None {
		return message.Of("roots.say.no-roots-to-read-the")
	}
	if l.Dipped {
		return message.Of("roots.say.cut-nothing-by-its-dip")
	}
	if l.Entries == 0 {
		return message.Message{}
	}
	var waiting message.Message
	if l.Rechecks > 0 {
		waiting = message.Of("roots.say.wait", message.Count("n", l.Rechecks))
	}
	if l.Cuts == 0 {
		if l.Rechecks > 0 {
			return message.All(message.Of("roots.say.nothing-yet"), waiting)
		}
		return message.Of("roots.say.nothing-to-cut-leave-the")
	}
	var parts []message.Message
	if l.Whole > 0 {
		parts = append(parts, message.Of("roots.say.take-off", message.Count("n", l.Whole)))
	}
	if n := l.Cuts - l.Whole; n > 0 {
		parts = append(parts, message.Of("roots.say.shorten", message.Count("n", n)))
	}
	if l.Anchors > 0 {
		parts = append(parts, message.Of("roots.say.leave-anchors", message.Count("n", l.Anchors)))
	}
	if l.Untouched > 0 {
		parts = append(parts, message.Of("roots.say.leave-as-found", message.Count("n", l.Untouched)))
	}
	return message.All(append(parts, waiting)...)
}
