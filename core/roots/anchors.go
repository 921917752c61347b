package roots

import (
	"slices"
	"sort"

	"therapeon/core/disputes"
)

// anchor chooses which dead dry roots stay to hold the plant: those the user
// asked for, then, where the setting wants anchors, the longest sound ones.
func anchor(read []RootVerdict, axes []axis, r Reading, c Context) {
	f := Known().Figures
	wanted := c.DeadDry == disputes.KeepSome || (c.DeadDry == disputes.IfWobbly && r.Wobbly)
	left := int(f.AnchorMost.Value)
	var candidates []int
	for i := range read {
		d := &read[i].Decision
		fits := d.Whole && !d.Spreads && axes[i].allDry
		switch asked := r.Roots[i].Anchor; {
		case asked == "yes" && fits:
			d.hold(read[i].Count, read[i].Count, "anchor-yours")
			left -= read[i].Count
		case asked == "yes":
			d.because("anchor-refused")
		case fits && asked == "" && wanted && axes[i].length >= f.AnchorShortestMM.Value:
			candidates = append(candidates, i)
		case fits && c.DeadDry == disputes.AllOff:
			d.because("dry-all-off")
		case fits && c.DeadDry == disputes.IfWobbly && !r.Wobbly:
			d.because("dry-steady")
		}
	}
	sort.SliceStable(candidates, func(i, j int) bool {
		return axes[candidates[i]].length > axes[candidates[j]].length
	})
	for _, i := range candidates {
		if n := min(left, read[i].Count); n > 0 {
			read[i].Decision.hold(n, read[i].Count, "anchor-kept")
			left -= n
		}
	}
}

// hold keeps n of a batch of count roots as anchors.
func (d *Decision) hold(n, count int, reason string) {
	d.Anchors = n
	if n == count {
		d.Kind, d.CutAtMM, d.RemoveMM, d.Whole = KeepHold, nil, 0, false
		d.Reasons = slices.DeleteFunc(d.Reasons, func(id string) bool { return id == "cut-whole" })
	}
	d.because(reason)
}
