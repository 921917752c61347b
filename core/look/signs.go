package look

import (
	"cmp"
	"slices"

	"therapeon/core/causes"
	"therapeon/core/media"
	"therapeon/core/patient"
	"therapeon/core/roots"
)

// hear takes in what bears on all signs: the move, the roots, and what is seen of water.
func (d *decider) hear() {
	if days, known := d.p.Stands().Moved(); known {
		d.movedDays = days
		gate := d.newRoots() && days >= d.Figures.GateFromDays.Value
		d.rests = days <= d.Figures.MovedDays.Value && !gate
	}
	d.thirst = d.any(d.Water.Thirst) || d.any(d.Water.InVain)
	d.vain = d.any(d.Water.InVain) || d.thirst && d.any(d.Water.Wet) && !d.any(d.Water.Dry)
	for _, s := range d.Signs {
		d.bad = d.bad || s.Bad && d.has(s.Finding)
	}
	limp := d.thirst && !d.dry()
	stuffed := d.any(d.Water.Blocked) && d.any(d.Water.Wet) || d.has("core-plug") || d.has("most-roots-dead")
	caused := slices.ContainsFunc(d.Drowns.Values, d.p.ActsOn)
	d.drowns = (stuffed || d.bad || caused) && (d.failing() || limp)
}

// dry holds where the medium is known to be dry: felt so not long ago, and not seen to stay wet as well.
func (d *decider) dry() bool {
	now := func(f string) bool { return d.has(f) && !d.aged(f) }
	wet := slices.ContainsFunc(d.Water.Wet.Values, now)
	return !d.vain && !wet && slices.ContainsFunc(d.Water.Dry.Values, now)
}

// damp holds where it was felt not long ago, and is neither wet nor dry.
func (d *decider) damp() bool {
	wet, dry := d.Water.InVain.Values[0], d.Water.Dry.Values[0]
	return d.findings[wet] == patient.Absent && d.findings[dry] == patient.Absent && !d.aged(dry)
}

// unseen holds for what somebody tried to see, and could not.
func (d *decider) unseen(finding string) bool { return d.p.Finding(finding) == patient.Unseen }

// darkBelow holds where it was seen not long ago to be dry above and wet below.
func (d *decider) darkBelow() bool { return d.has(d.OverWet.Value) && !d.aged(d.OverWet.Value) }

// noted holds for what was found or told, whenever that was asked.
func (d *decider) noted(finding string) bool { return d.p.Finding(finding) == patient.Present }

// feelsForPlug asks for it where a plant stays in the pot it came in, and there is reason to.
func (d *decider) feelsForPlug() {
	stays := d.p.Stands().Rehoused() == nil && (d.v.Decision == Leave || d.v.Decision == Wait)
	likely := d.p.Intake.AsSold || slices.ContainsFunc(d.Plug.From.Values, d.noted)
	if stays && likely && d.p.Finding(d.Plug.Feel.Value) == "" {
		d.v.Ask = append(d.v.Ask, d.Plug.Feel.Value)
	}
}

// aged holds for what was noted so long ago that it cannot be said of today.
func (d *decider) aged(finding string) bool {
	f, noted := patient.FactsOf(d.p).Of(finding)
	return noted && !f.Now
}

// failing holds where roots are known to fail.
func (d *decider) failing() bool { return d.any(d.Water.Failing) || d.grade().Few() }

// grade is how much living root was read, in a pot since its last move; unread where nothing
// was.
func (d *decider) grade() roots.GradeCode {
	if r := d.p.Reading; r != nil && !d.out && d.p.Stands().EpochOf(r.On) == patient.History {
		return roots.Unread
	}
	return d.p.Condition().Grade()
}

// fewRoots holds when the roots are known not to carry the plant.
func (d *decider) fewRoots() bool {
	switch d.grade() {
	case roots.Rootless, roots.NearRootless:
		return true
	case roots.Poor:
		return d.p.Condition().Starved() || d.thirst
	default:
		return false
	}
}

// poor holds where medium or roots look poor.
func (d *decider) poor() bool {
	return d.bad || d.failing() || causes.MediumOld(d.p) || d.has("dark-film") || d.has("film-smells")
}

// reasons lists the signs that show, the weightiest first.
func (d *decider) reasons() {
	for _, s := range d.Signs {
		if !d.has(s.Finding) || s.NotIfClimber && d.p.Profile.IsClimber() {
			continue
		}
		switch {
		case d.rests && !s.Breaks:
			d.expected = true
		case d.leafFall(s):
			d.falls = true
		case slices.ContainsFunc(s.Unless, d.p.ActsOn):
			d.explained = true
		case s.Needs == "poor" && !d.poor():
			d.asks = true
		case s.Finding == "dead-roots-seen" && d.grade() == roots.Good:
			d.sound = true
		default:
			d.v.Reasons = append(d.v.Reasons, d.reason(s))
		}
	}
	slices.SortStableFunc(d.v.Reasons, func(a, b Reason) int { return cmp.Compare(rank(b.Class), rank(a.Class)) })
}

// reason is a sign as a reason: with its day, where it was seen too long ago to be said of today.
func (d *decider) reason(s Sign) Reason {
	r := Reason{
		Finding: s.Finding, Class: d.classOf(s), Why: s.Why, meanwhile: s.Meanwhile, says: s.Says, harm: s.Harm,
	}
	if d.aged(s.Finding) {
		r.On = d.p.Look().SeenOn(s.Finding)
	}
	return r
}

// leafFall holds for the leaves that a kind drops in its dry rest. A medium that stays wet is another thing.
func (d *decider) leafFall(s Sign) bool {
	return s.Finding == d.LeafFall.Value && d.DryRest.Has(d.p.Profile.Rest.Value) &&
		d.p.Growth() == patient.Resting && !d.any(d.Water.Wet)
}

// classOf is the class of a sign on this plant.
func (d *decider) classOf(s Sign) string {
	class := s.Class.Value
	if here, ok := s.InGroups[d.p.Profile.Code]; ok {
		class = here.Value
	}
	if s.InCool != nil && d.season == patient.Cool {
		class = s.InCool.Value
	}
	if s.InMineral != nil && media.Table().Mineral.Has(d.p.Stands().Medium()) && !d.has("chewed-tips") {
		class = s.InMineral.Value
	}
	return class
}

// class is how pressing it is, by the signs together, by the causes that are acted on, and by
// the roots.
func (d *decider) class() string {
	class := ""
	if len(d.v.Reasons) > 0 {
		class = d.v.Reasons[0].Class
	}
	raise := func(to, rule string) {
		if rank(class) < rank(to) {
			class = to
			d.rule(rule)
		}
	}
	if class == "plan" && len(d.v.Reasons) > 1 {
		raise(Soon, "two-or-more")
	}
	heard := d.p.Heard()
	if heard.Spreads {
		raise(Now, "cause-spreads")
	}
	if d.rests { // the rest is broken by signs alone, and by what spreads
		return class
	}
	limp := d.thirst && !d.dry()
	if d.drowns {
		to := Soon
		if limp {
			to = Now
		}
		raise(to, "drowning")
	}
	mineral := media.Table().Mineral.Has(d.p.Stands().Medium())
	if slices.ContainsFunc(d.Eats.Values, d.p.ActsOn) && !mineral {
		to := Soon
		if slices.ContainsFunc(d.Eats.Values, d.confirmed) {
			to = Now // that they eat roots is known
		}
		raise(to, "cause-eats")
	}
	if d.vain {
		raise(Now, "drowning")
	}
	switch {
	case d.grade().Few() && d.thirst:
		raise(Now, "few-roots")
	case d.grade().Few():
		raise(Soon, "few-roots")
	}
	if heard.Strips && !(mineral && d.onlyGuests()) {
		raise(Soon, "plan-strips")
	}
	return class
}

// confirmed holds for a cause that the user confirmed.
func (d *decider) confirmed(cause string) bool {
	l := d.p.Look()
	return l != nil && l.Noted.Decisions[cause].Settles() == patient.Confirmed
}

// onlyGuests holds where the medium would come off for guests alone.
func (d *decider) onlyGuests() bool {
	only := false
	for _, code := range d.p.Heard().Acted {
		cause, _ := causes.Table().Cause(code)
		if slices.ContainsFunc(cause.Do, causes.Strips) {
			if !d.Guests.Has(code) {
				return false
			}
			only = true
		}
	}
	return only
}

// What thirst asks for.
const (
	WaterIt     = "water"
	WaterLittle = "water-little"
	Damp        = "damp"        // it has some, and is looked at again
	Weigh       = "weigh"       // the same, beside another line
	Feel        = "feel"        // the medium first, and water it by that
	FeelLittle  = "feel-little" // the same, of a plant that gets a little
	Check       = "check"
	Treat       = "treat"     // what is acted on is treated in the pot
	TreatOut    = "treat-out" // and this, once it is out
)

// water is what the plant's thirst asks for: water, a little of it at rest, or to feel the
// medium first. It is empty where there is none, or water does not answer it.
func (d *decider) water() string {
	if !d.thirst || d.vain || d.drowns || d.fewRoots() {
		return ""
	}
	switch {
	case d.watered():
		return Damp
	case d.p.Growth() == patient.Resting && !d.damp() && !d.darkBelow():
		return WaterLittle
	case d.Airs.Has(d.p.Stands().Pot()):
		return WaterIt
	case d.dry() && d.p.Growth() == patient.Idle:
		return WaterLittle
	case d.dry():
		return WaterIt
	case d.rests && !d.has("leaves-limp"):
		return "" // shrivelled bulbs are expected after a move
	case d.damp(), d.darkBelow():
		return Damp
	case d.p.Growth() == patient.Idle:
		return FeelLittle
	default:
		return Feel
	}
}

// watered holds where it was watered since it was seen.
func (d *decider) watered() bool { return d.p.Stands().Checked().WateredSince(d.p.Look().On) }

// rooty holds when the roots themselves ask for it.
func (d *decider) rooty() bool {
	for _, s := range d.Signs {
		if s.Roots && d.has(s.Finding) {
			return true
		}
	}
	return d.drowns
}
