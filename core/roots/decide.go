package roots

import (
	"math"

	"therapeon/core/disputes"
	"therapeon/core/knowledge"
	"therapeon/core/message"
)

// What is done with a root.
const (
	Keep     = "keep"
	Cut      = "cut"
	KeepHold = "anchor"
	Recheck  = "recheck"
)

// Decision is what to do with a root or a side root.
type Decision struct {
	Kind     string   `json:"kind" required:"true" enum:"keep,cut,anchor,recheck"`
	CutAtMM  *float64 `json:"cut_at_mm,omitempty" description:"where to cut, from the base, to the whole mm"`
	RemoveMM float64  `json:"remove_mm,omitempty" description:"the length that comes off"`
	Whole    bool     `json:"whole,omitempty" description:"the whole root comes off"`
	Anchors  int      `json:"anchors,omitempty" description:"how many of a batch stay as anchors"`
	Recheck  bool     `json:"recheck,omitempty" description:"something here waits for a test"`
	Strip    bool     `json:"strip,omitempty" description:"mush to strip off by hand"`
	Spreads  bool     `json:"spreads,omitempty" description:"sterilise the blade again after this cut"`
	Wounds   bool     `json:"wounds,omitempty" description:"the cut opens living tissue"`
	Reasons  []string `json:"reasons" required:"true" description:"rules that decided; their words are in rules"`
}

func (d *Decision) because(ids ...string) { d.Reasons = append(d.Reasons, ids...) }

// words say what is done with a root, or with a batch of count.
func (d Decision) words(count int) knowledge.Sentence {
	switch {
	case d.Kind == Cut && d.Whole && d.Anchors > 0 && d.Anchors < count:
		return knowledge.Say(message.Of("roots.do.cut-whole-but", message.Count("n", d.Anchors)))
	case d.Kind == Cut && d.Whole:
		return knowledge.Say(message.Of("roots.do.cut-whole"))
	case d.Kind == Cut:
		return knowledge.Say(message.Of("roots.do.cut-at", message.Fixed("at", *d.CutAtMM, 0, "mm")))
	}
	return knowledge.Say(message.Of("roots.do." + d.Kind))
}

// keptTo is the length that stays after cleaning.
func (d Decision) keptTo(length float64) float64 {
	if d.CutAtMM == nil {
		return length
	}
	return math.Min(*d.CutAtMM, length)
}

// cut sets a cut at mm from the base.
func (d *Decision) cut(a *axis, mm float64) {
	d.Kind, d.CutAtMM, d.RemoveMM = Cut, &mm, math.Round(a.length-mm)
	d.Wounds = a.wounds(mm)
}

// decide settles what happens to an axis. joint is where its outermost side
// root that is not dead leaves, -1 when there is none.
func (rd *reader) decide(a *axis, joint float64, spreads, aerial bool) Decision {
	d := Decision{Kind: Keep, Recheck: a.anyDoubtful || a.torn, Reasons: rd.roomForReasons()}
	if spreads && !math.IsInf(a.firstAffected, 1) {
		d.spreading(a)
		return d
	}
	keepTo := math.Max(a.keepTo, math.Max(joint, 0))
	cutAt := math.Round(keepTo + rd.context.CutMarginMM)
	wholeDead := !a.anyKept && joint < 0
	switch {
	case cutAt < a.length && wholeDead:
		d.cut(a, cutAt)
		d.Whole = true
		d.because("cut-whole")
	case cutAt < a.length:
		d.cut(a, cutAt)
		d.because("cut-dead-end")
		if joint > a.keepTo {
			d.because("keep-joint")
		}
	case keepTo < a.length:
		d.because("keep-short-end")
	}
	if a.rottingBefore(d.keptTo(a.length)) {
		d.Strip = true
		d.because("strip-rot")
	}
	d.explainKept(a, aerial)
	return d
}

// explainKept gives the reasons for what stays.
func (d *Decision) explainKept(a *axis, aerial bool) {
	if d.Recheck && d.Kind == Keep {
		d.Kind = Recheck
	}
	if a.torn {
		d.because("recheck-contradiction")
	}
	if a.anyDoubtful {
		d.because("recheck-doubtful")
	}
	if aerial && a.anyLive {
		d.because("keep-aerial")
	} else if d.Kind == Keep && a.anyLive {
		if a.stretches[0].State == LiveDamaged {
			d.because("keep-damaged")
		} else {
			d.because("keep-live")
		}
	}
}

// spreading cuts back past the last discoloured part into clean tissue: the
// one case where living root is given up.
func (d *Decision) spreading(a *axis) {
	d.Spreads = true
	d.Recheck = false
	at := math.Max(0, math.Floor(a.firstAffected-Known().Figures.CleanMarginMM.Value))
	d.cut(a, at)
	d.Whole = at == 0
	if d.Whole {
		d.because("spreading-to-base")
	} else {
		d.because("cut-spreading")
	}
}

// clingingRule names the rule for medium that clings, by its state and the side taken.
func clingingRule(state Clinging, side disputes.SideCode) string {
	switch {
	case state == ClingsRotting:
		return "medium-rotten"
	case side == disputes.AllOff:
		return "medium-all-off"
	case side == disputes.LeaveWhatTears:
		return "medium-leave-tear"
	default:
		return "medium-sound-leave"
	}
}
