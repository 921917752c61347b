package rehome

import (
	"therapeon/core/disputes"
	"therapeon/core/knowledge"
	"therapeon/core/media"
	"therapeon/core/patient"
)

// Starts is the protocol of aftercare that a home starts, as its plant was when it was moved. The first water in a
// home is the first of that protocol, so that both say the same.
func (k *Knowledge) Starts(p *patient.Patient, h patient.Home) string {
	switch h.Way {
	case Pebbles:
		return "hung"
	case patient.Nest:
		return "moss-nest"
	case "mount", Basket, patient.LivesBare:
		return h.Way
	}
	kind := p.Profile.Code
	mineral := media.Table().Mineral.Has(h.Medium)
	switch {
	case h.Hold:
		return "humid-hold"
	case kind == "slipper" && mineral:
		return "slipper-mineral"
	case kind == "slipper":
		return "slipper-organic"
	case k.Usual[kind] == "terrestrial":
		return "terrestrial"
	case kind == "epidendrum-reed":
		return "reed"
	case mineral:
		return intoMineral(p, h)
	case h.Medium == "moss" && k.warmAndDry(p):
		return "moss-warm"
	case p.Condition().TipsOut():
		return "organic-tips"
	default:
		return "organic-bare"
	}
}

// intoMineral is by what it comes from, and by its roots: old roots of an organic medium are
// flushed, few roots wait for tips, what lived in pebbles just goes on.
func intoMineral(p *patient.Patient, h patient.Home) string {
	side := p.Side(disputes.Flushing)
	switch {
	case side == disputes.EveryThirdDay:
		return "flush-through"
	case p.Condition().GradeLeft().Few() && !p.Condition().TipsOut():
		return "tips-first"
	case media.Table().Mineral.Has(p.Stands().MediumOn(h.From)):
		return "mineral"
	default:
		return "flush-through"
	}
}

// warmAndDry holds in a warm dry home.
func (k *Knowledge) warmAndDry(p *patient.Patient) bool {
	around := p.Around()
	return around.Humid() == patient.Dry && around.Air().DayC >= k.WarmFromC.Value
}

// firstWater is that of the protocol that its way starts, by the side it follows on flushing where it is flushed.
func (t Task) firstWater() knowledge.Text {
	if t.bySide() {
		return t.Route.Flushing[t.Flushes]
	}
	if words, ok := Table().FirstWater[t.Starts]; ok && t.Route.Potted() {
		return words
	}
	switch r := t.Route; { // what starts was not said in older files
	case t.NotFlushed && r.NotFlushed != nil:
		return *r.NotFlushed
	case r.Watered != nil:
		return *r.Watered
	}
	return *t.Route.FirstWater
}

// bySide holds where the side it follows on flushing says how it is watered in.
func (t Task) bySide() bool {
	return (t.Starts == "flush-through" || t.Starts == "") && t.Route.Flushing[t.Flushes].Mark != ""
}
