package roots

import (
	"fmt"
	"strings"

	"therapeon/core/words"
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
func (l Line) Words() string {
	if l.None {
		return "No roots to read. The plant is rootless."
	}
	if l.Dipped {
		return "Cut nothing by its dip: it tells how much root there is, and only feeling tells which lives."
	}
	if l.Entries == 0 {
		return ""
	}
	waiting := ""
	if l.Rechecks > 0 {
		waiting = fmt.Sprintf(" %s for a test.", counted(l.Rechecks, "root waits", "roots wait"))
	}
	if l.Cuts == 0 {
		if waiting != "" {
			return "Cut nothing yet." + waiting
		}
		return "Nothing to cut. Leave the roots alone."
	}
	var parts []string
	if l.Whole > 0 {
		parts = append(parts, fmt.Sprintf("take %d off", l.Whole))
	}
	if n := l.Cuts - l.Whole; n > 0 {
		parts = append(parts, fmt.Sprintf("shorten %d", n))
	}
	if l.Anchors > 0 {
		parts = append(parts, fmt.Sprintf("leave %s", counted(l.Anchors, "anchor", "anchors")))
	}
	if l.Untouched > 0 {
		parts = append(parts, fmt.Sprintf("leave %d as found", l.Untouched))
	}
	return words.Upper(strings.Join(parts, ", ")) + "." + waiting
}

func counted(n int, one, many string) string {
	if n == 1 {
		return "1 " + one
	}
	return fmt.Sprintf("%d %s", n, many)
}
