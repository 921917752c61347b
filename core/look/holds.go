package look

import (
	"slices"

	"therapeon/core/disputes"
	"therapeon/core/patient"
)

// held lists what holds the move back, and what would if it were less pressing. Only frost
// holds a plant that drowns, or one whose bad medium smells.
func (d *decider) held(class string) (held, would []Block) {
	moves := d.p.Profile.Moves.Value
	consider := func(code string, applies, holds bool) {
		switch {
		case applies && holds && class != Now && (!d.drowns && !d.smells() || code == "frost"):
			held = append(held, d.block(code))
		case applies && class != "":
			would = append(would, d.block(code))
		}
	}
	shy := moves == "best-with-new-roots" || moves == "only-with-new-roots"
	usual, lowest, known := d.p.Around().Nights()
	minima := d.p.Around().Minima()
	consider("frost", known && lowest < minima.Injury.Value, true)
	cold := known && usual < minima.Growth.Value || !known && d.season == patient.Cool && shy
	consider("cold", cold && !d.newRoots(), moves != "any-time")
	consider("rest", d.p.Growth() == patient.Resting, moves != "any-time" && moves != "any-warm-spell")
	// Rotten medium under sound roots waits in a shy kind too, and is tided over.
	waits := moves == "only-with-new-roots" || shy && class == "plan"
	consider("new-roots", !d.newRoots() && d.p.Growth() != patient.Resting && shy, waits)
	flowers := d.p.Flowering() == patient.Bud || d.p.Flowering() == patient.Bloom
	cut := d.v.Spike != nil && d.v.Spike.Do == "cut" && d.fewRoots()
	consider("flower", flowers && !cut, d.flowerHolds(class))
	return held, would
}

// frost holds where it is brought in out of the frost before all else.
func frost(held []Block) bool {
	return slices.ContainsFunc(held, func(b Block) bool { return b.Code == "frost" })
}

// flowerHolds follows the house's side on repotting in flower.
func (d *decider) flowerHolds(class string) bool {
	switch d.p.Side(disputes.RepotInFlower) {
	case disputes.NeverInFlower:
		return true
	case disputes.WhenRootsNeed:
		return !d.rooty()
	default:
		return class == "plan"
	}
}

// hold makes a block part of the answer. The one that lasts longest says what
// is waited for.
func (d *decider) hold(b Block, class string) {
	days := int(b.Days.Value)
	_, _, known := d.p.Around().Nights()
	switch {
	case b.Code == "frost": // before all else it is brought in
		d.v.AgainDays = days
		d.line(Line{Say: Wait, Block: b.Code})
		return
	case d.v.Line.Block == "frost":
		return
	case b.Code == "cold" && !known:
		days = max(days, d.daysToWarm)
		d.rule("season-turn")
	case b.Code == "flower" && class == Soon:
		d.rule("never-in-flower")
	}
	if days > d.v.AgainDays {
		d.v.AgainDays = days
		d.line(Line{Say: Wait, Block: b.Code})
	}
}

// smells holds where the medium smells of decay: that is not tided over.
func (d *decider) smells() bool { return d.any(d.Smells) }

// tideOver says how a plant in bad medium is carried until it can be moved.
func (d *decider) tideOver(class string) {
	if !d.bad && !(class == Soon && d.poor()) {
		return
	}
	d.rule(TideOver)
	d.v.AgainDays = min(d.v.AgainDays, int(d.Figures.TideOverDays.Value))
}
