package look

import (
	"cmp"
	"slices"

	"therapeon/core/disputes"
	"therapeon/core/knowledge"
	"therapeon/core/roots"
)

// rotPatch decides on a small patch of rot: treated in its pot, or unpotted.
func (d *decider) rotPatch() {
	if !d.has("rot-patch") {
		return
	}
	general := d.rooty()
	looked := d.findings["dead-roots-seen"] != "" || d.grade() != roots.Unread
	sound := d.grade() == roots.Unread || !d.grade().Few()
	unpot := func(rule string) {
		d.v.RotPatch = d.call(d.Patch, "unpot", rule)
		f := Reason{Finding: "rot-patch", Class: Soon, Why: d.Knowledge.Rules[rule]}
		d.v.Reasons = append([]Reason{f}, d.v.Reasons...)
		slices.SortStableFunc(d.v.Reasons, func(a, b Reason) int { return cmp.Compare(rank(b.Class), rank(a.Class)) })
	}
	switch {
	case d.has("patch-grown"):
		unpot("patch-general")
	case d.p.Side(disputes.SmallRotPatch) == disputes.PatchUnpot:
		unpot("patch-unpot")
	case d.p.Side(disputes.SmallRotPatch) == disputes.PatchInPlace:
		d.v.RotPatch = d.call(d.Patch, "in-place", "patch-in-place-set")
	case general || !sound:
		unpot("patch-general")
	case !looked:
		d.v.RotPatch = d.call(d.Patch, "look", "patch-unknown")
	default:
		d.v.RotPatch = d.call(d.Patch, "in-place", "patch-in-place")
	}
}

// call is what to do with a spike or a patch, by a rule.
func (d *decider) call(of map[string]knowledge.Text, do, rule string) *Call {
	return &Call{Do: do, Words: of[do], Why: d.advice(rule)}
}

// spike decides on a flower spike in the way.
func (d *decider) spike() {
	if !d.p.Flowering().InFlower() {
		return
	}
	later := d.advice("spike-later")
	call := func(do, rule string) {
		d.v.Spike = d.call(d.Spike, do, rule)
		if do != "cut" && rule != "spike-never" {
			d.v.Spike.Later = &later
		}
	}
	switch {
	case d.rests && d.thirst && !d.dry() && !d.p.Profile.KeepsSpike():
		call("cut", "spike-limp")
	case d.p.Profile.KeepsSpike():
		call("keep", "spike-never")
	case d.p.Side(disputes.SpikeAtRescue) == disputes.SpikeCut:
		call("cut", "spike-cut-set")
	case d.p.Side(disputes.SpikeAtRescue) == disputes.SpikeKeep:
		call("keep", "spike-keep-set")
	case d.fewRoots():
		call("cut", "spike-cut")
	case d.grade() == roots.Unread && d.thirst:
		call("wait", "spike-wait")
	default:
		call("keep", "spike-keep")
	}
}
