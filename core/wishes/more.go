package wishes

import (
	"slices"

	"therapeon/core/causes"
	"therapeon/core/dates"
	"therapeon/core/disputes"
	"therapeon/core/judgement"
	"therapeon/core/look"
	"therapeon/core/media"
	"therapeon/core/patient"
	"therapeon/core/roots"
)

// strong holds for a plant that carries itself: its roots were read and do, or nothing asks
// for a move and it stands plump and growing.
func (a *asked) strong() bool {
	if a.left != roots.Unread {
		return a.left.Sound()
	}
	return a.seen.Decision == look.Leave && !a.p.Condition().Limp() && a.growing()
}

func (a *asked) oldBulbs() (string, string) {
	stay := int(Table().Figures.BulbsStay.Value)
	switch {
	case !a.p.Profile.HasBulbs():
		return "none", ""
	case a.p.Finding("old-bulbs-dead") == patient.Present:
		return "dead", ""
	case a.p.Intake.BulbCount <= stay:
		return "few", ""
	case a.strong() && !a.moved:
		return "strong", ""
	default:
		return "weak", ""
	}
}

func (a *asked) divide() (string, string) {
	pieces := 2 * int(Table().Figures.BulbsStay.Value)
	cold := false
	if usual, _, known := a.p.Around().Nights(); known {
		cold = usual < a.p.Around().Minima().Growth.Value
	}
	switch {
	case !a.p.Profile.HasBulbs():
		return "kind", ""
	case a.p.Intake.BulbCount < pieces:
		return "few", ""
	case a.left.Few() || a.p.Condition().Limp() || a.p.Heard().Spreads:
		return "weak", ""
	case a.moved:
		return "moved", a.rests
	case a.resting() || cold:
		return "season", ""
	case a.nubs() && a.left.Sound() && a.where == patient.Out:
		return "ready", ""
	default:
		return "nubs", ""
	}
}

// treat asks for a finding that a product helps against: what is acted on asks for one.
func (a *asked) treat() (string, string) {
	heard := look.Heard(a.p)
	asksFor := func(code string) bool { return len(heard.Asked[code]) > 0 }
	high, known := a.p.Around().Hottest()
	switch {
	case !slices.ContainsFunc(Table().Products.Values, asksFor):
		return "no-finding", ""
	case a.p.Intake.TereteLeaves && slices.ContainsFunc(Table().NotOnTerete.Values, asksFor):
		return "terete", ""
	case known && high < Table().Figures.TreatFromC.Value:
		return "cold", ""
	case a.p.Site != nil && a.p.Site.Light == "sun" || a.has("strong-sun"):
		return "sunny", ""
	default:
		return "named", ""
	}
}

func (a *asked) sun() (string, string) {
	_, lowest, known := a.p.Around().Nights()
	switch {
	case a.where != patient.Potted:
		return "unrooted", ""
	case a.moved:
		return "moved", a.rests
	case a.p.Condition().Limp() || a.left.Few() || a.now.Code == judgement.Soon || a.now.Code == judgement.Now:
		return "thirsty", ""
	case !known:
		return "unknown", a.tomorrow()
	case lowest < a.p.Around().Minima().Injury.Value+Table().Figures.AboveInjuryK.Value:
		return "cold", ""
	default:
		return "rooted", ""
	}
}

func (a *asked) bigPot() (string, string) {
	few := a.left.Few()
	switch side := a.p.Side(disputes.PotSize); {
	case side == disputes.SmallPot:
		return "small", ""
	case side == disputes.FreePot && !few:
		return "free", ""
	case media.Table().Mineral.Has(a.p.Stands().Medium()):
		return "mineral", ""
	case Table().BigPots.Has(a.p.Profile.Code):
		return "kind", ""
	default:
		return "organic", ""
	}
}

func (a *asked) discard() (string, string) {
	switch {
	case a.p.Finding("nothing-firm") == causes.Present && a.p.Intake.Replaceable == "never":
		return "nothing-rare", dates.After(a.p.Today(), int(Table().Figures.RecheckDays.Value))
	case a.p.Finding("nothing-firm") == causes.Present:
		return "nothing", ""
	case a.p.Finding("nothing-firm") == causes.Absent:
		return "firm", ""
	case a.few() && a.p.Intake.LeafCount == 0:
		return "doubtful", dates.After(a.p.Today(), int(Table().Figures.DoubtfulDays.Value))
	default:
		return "lives", ""
	}
}
