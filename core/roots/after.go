package roots

import (
	"fmt"
	"slices"
)

// Check is a job of the cut list ticked off.
type Check struct {
	Count   int      `json:"count" required:"true" validate:"roots_alike"`
	CutAtMM *float64 `json:"cut_at_mm,omitempty" validate:"omitempty,cut_at_mm" description:"where it was cut; left out for medium"`
}

// Checks are the jobs ticked off, by item.
type Checks map[string]Check

// SideID is the item of the cut list for a side root, counted from 0.
func SideID(rootID string, side int) string { return fmt.Sprintf("%s/side/%d", rootID, side) }

// TakesAllOff tells whether a rule for clinging medium leaves nothing of it.
func TakesAllOff(mediumRule string) bool {
	return mediumRule == "medium-rotten" || mediumRule == "medium-all-off"
}

// After is the root system as the ticked-off cuts left it: what the next
// reading starts from. A batch of which only some were shortened stays whole,
// since its roots are no longer told apart.
func After(r Reading, v Verdict, checks Checks) Reading {
	left := r
	left.Roots = []Root{}
	for i, root := range r.Roots {
		rv := v.Roots[i]
		root.Branches = branchesAfter(root, rv, checks)
		if TakesAllOff(rv.MediumRule) && checks[root.ID+"/medium"].Count >= root.Count {
			root.Clinging = ""
		}
		done, cut := checks[root.ID]
		switch {
		case cut && rv.Decision.Whole:
			root.Count -= done.Count
		case cut && done.CutAtMM != nil && done.Count >= root.Count:
			root = shorten(root, rv, *done.CutAtMM)
		}
		if root.Count > 0 && len(root.Segments) > 0 {
			left.Roots = append(left.Roots, root)
		}
	}
	return left
}

// branchesAfter drops the side roots that were cut off whole.
func branchesAfter(root Root, rv RootVerdict, checks Checks) []Branch {
	var left []Branch
	for j, b := range root.Branches {
		d := rv.Branches[j].Decision
		if d != nil && d.Kind == Cut && checks[SideID(root.ID, j)].Count >= root.Count {
			if d.Whole {
				continue
			}
			b.Segments = trim(b.Segments, rv.Branches[j].Stretches, *d.CutAtMM)
			b.Tip = ""
		}
		left = append(left, b)
	}
	return left
}

// shorten cuts a root back to mm.
func shorten(root Root, rv RootVerdict, mm float64) Root {
	root.Segments = trim(root.Segments, rv.Stretches, mm)
	end := 0.0
	for _, s := range root.Segments {
		end += *s.LengthMM
	}
	root.Branches = slices.DeleteFunc(slices.Clone(root.Branches), func(b Branch) bool { return b.AtMM > mm })
	for i := range root.Branches {
		root.Branches[i].AtMM = min(root.Branches[i].AtMM, end)
	}
	root.Tip, root.Spreads = "", false
	return root
}

// shortest is the shortest stretch a reading can hold, in mm.
const shortest = 1

// trim cuts an axis back to mm. Its length is known from then on, so stretches
// that were not measured take the lengths they were cut by.
func trim(segments []Segment, stretches []Stretch, mm float64) []Segment {
	var left []Segment
	for i, s := range segments {
		st := stretches[i]
		length := min(st.ToMM, mm) - st.FromMM
		if i > 0 && st.ToMM > mm && length < shortest {
			break // a sliver of the stub is not worth a stretch
		}
		length = max(length, shortest)
		s.LengthMM = &length
		left = append(left, s)
	}
	return left
}
