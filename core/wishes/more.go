package wishes

import (
	"slices"

	"therapeon/core/causes"
	"therapeon/core/dates"
	"therapeon/core/disputes"
	"therapeon/core/division"
	"therapeon/core/judgement"
	"therapeon/core/look"
	"therapeon/core/media"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/roots"
)

// strong holds for a plant that carries itself: its roots were read and are good, or nothing asks for a move and
// it stands plump and growing.
func (a *asked) strong() bool {
	if a.left != roots.Unread {
		return a.left == roots.Good && !a.p.Condition().Limp()
	}
	return a.seen.Decision == look.Leave && a.plump() && a.growing()
}

// plump holds where somebody saw that it is not short of water.
func (a *asked) plump() bool {
	f := patient.FactsOf(a.p)
	return !a.p.Condition().Limp() && slices.ContainsFunc(look.Table().Water.Thirst.Values, f.Lacks)
}

func (a *asked) oldBulbs() (string, string) {
	stay := int(Table().Figures.BulbsStay.Value)
	switch {
	case !a.p.Profile.HasBulbs():
		return "none", ""
	case a.p.Finding("old-bulbs-dead") == patient.Present:
		return "dead", ""
	case a.p.Broken().Bulbs() == 0:
		return "uncounted", a.tomorrow()
	case a.p.Broken().Bulbs() <= stay:
		return "few", ""
	case a.p.Condition().Limp():
		return "thirsty", ""
	case a.strong() && !a.moved:
		return "strong", ""
	default:
		return "weak", ""
	}
}

// divide asks the division advisor, once what goes before it is settled.
func (a *asked) divide() (string, string) {
	pieces := 2 * int(Table().Figures.BulbsStay.Value)
	cold := false
	if usual, _, known := a.p.Around().Nights(); known {
		cold = usual < a.p.Around().Minima().Growth.Value
	}
	bulbs := a.p.Broken().Bulbs()
	switch {
	case a.p.Profile.Monopodial():
		return "kind", ""
	case bulbs > 0 && bulbs < pieces && a.of.Rhizome == nil:
		return "few", ""
	case a.left.Few() || a.p.Condition().Limp() || a.p.Heard().Spreads:
		return "weak", ""
	case a.moved:
		return "moved", a.rests
	case a.resting() || cold:
		return "season", ""
	case a.of.Rhizome == nil || len(a.of.Rhizome.Bulbs) == 0:
		return "draw", a.tomorrow()
	}
	advised := division.Advise(*a.of.Rhizome, a.p)
	if len(advised.Reasons) > 0 && advised.Decision != division.Can {
		a.because = &advised.Reasons[0]
	}
	switch {
	case advised.Decision == division.NotAtAll:
		return "advisor-no", ""
	case advised.Decision != division.Can:
		return "advisor-waits", ""
	case a.nubs() && a.where == patient.Out:
		return "ready", ""
	default:
		return "nubs", ""
	}
}

// treat asks for a finding that a product helps against: one that is seen, or what is acted on.
func (a *asked) treat() (string, string) {
	heard := look.Heard(a.p)
	asksFor := func(code string) bool { return len(heard.Asked[code]) > 0 }
	named := slices.ContainsFunc(Table().Products.Values, asksFor) || a.patched() ||
		slices.ContainsFunc(Table().Treated.Values, a.has)
	high, known := a.p.Around().Hottest()
	switch {
	case !named && slices.ContainsFunc(Table().LookedFor.Values, patient.FactsOf(a.p).Lacks):
		return "no-finding", ""
	case !named && a.has(causes.Table().OldMarks.Value):
		return "old-marks", ""
	case !named:
		return "unlooked", ""
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

// patched holds for a patch of rot that is treated in its pot.
func (a *asked) patched() bool { return a.seen.RotPatch != nil && a.seen.RotPatch.Do == "in-place" }

// sun is for kinds that take it, once they are rooted in and know the place. The nights that count are those
// where it would stand: the answer names them.
func (a *asked) sun() (string, string) {
	_, lowest, known := a.p.Around().Nights()
	days, _ := a.here()
	from := dates.After(a.p.Today(), int(Table().Figures.HereDays.Value-days))
	switch {
	case !Table().SunKinds.Has(a.p.Profile.Code):
		return "shade-kind", ""
	case a.where != patient.Potted:
		return "unrooted", ""
	case a.moved:
		return "moved", a.rests
	case a.p.Condition().Limp() || a.left.Few() || a.unpots() || a.now.Code == judgement.Feel:
		return "thirsty", ""
	case a.p.Flowering() == patient.Bud:
		return "bud", ""
	case !a.settledHere():
		return "new", from
	case known && lowest < a.p.Profile.InjuryMinC.High:
		return "cold", ""
	}
	row := Table().text("sun", "rooted")
	row.Value = row.Value.With("high", message.Figure{Value: a.p.Profile.InjuryMinC.High, Unit: "°C"})
	a.because = &row
	return "rooted", ""
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
	case a.p.Intake.LeafCount == 0 && len(a.p.Intake.Blades) == 0 && !a.growing() && !a.left.Sound():
		return "unpressed", a.tomorrow()
	default:
		return "lives", ""
	}
}
