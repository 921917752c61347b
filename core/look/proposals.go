package look

import (
	"slices"

	"therapeon/core/acts"
	"therapeon/core/knowledge"
	"therapeon/core/message"
	"therapeon/core/patient"
)

// Parts of the page that a proposal is for.
const (
	Meanwhile = "meanwhile"
	InPlaces  = "in-place"
)

// setRight hears what is seen and changes no decision, but the day of the next look.
func (d *decider) setRight() {
	if d.out {
		return
	}
	for _, row := range d.rightings() {
		if row.Days != nil {
			d.v.AgainDays = min(d.v.AgainDays, int(row.Days.Value))
		}
		if _, rule := d.Knowledge.Rules[row.Code]; rule {
			d.rule(row.Code)
		}
	}
}

// ground says what the line rests on beside its reasons: the causes that are treated, thirst and the medium.
func (d *decider) ground() {
	switch d.v.Line.Say {
	case Treat:
		for _, action := range d.treatments() {
			for _, cause := range d.p.Heard().Asked[action] {
				if !slices.Contains(d.v.Grounds, cause) {
					d.v.Grounds = append(d.v.Grounds, cause)
				}
			}
		}
	case WaterIt, WaterLittle:
		d.v.Grounds = append(d.seen(d.Water.Thirst), d.seen(d.Water.Dry)...)
	case Feel, FeelLittle, Damp:
		d.v.Grounds = d.seen(d.Water.Thirst)
	}
}

// rightings are the rows of what is set right where it stands: that of its kind in place of that of all.
func (d *decider) rightings() (list []InPlace) {
	own := func(row InPlace) bool { return slices.Contains(row.Groups, d.p.Profile.Code) }
	for _, row := range d.Knowledge.InPlace {
		named := slices.ContainsFunc(d.Knowledge.InPlace, func(o InPlace) bool {
			return o.Finding == row.Finding && own(o)
		})
		switch {
		case len(d.harms(row)) > 0:
		case d.out, !d.has(row.Finding), row.Finding == "base-raised" && d.p.Profile.IsClimber(),
			row.Finding == d.FewDead.Value && d.v.Decision != Leave:
		case own(row), len(row.Groups) == 0 && !named:
			list = append(list, row)
		}
	}
	return list
}

// harms are what was found beside which it would do harm to set a thing right so.
func (d *decider) harms(row InPlace) []string {
	if row.NotWith == nil {
		return nil
	}
	return d.seen(*row.NotWith)
}

// propose gathers what the look asks for, decides between what does not go together, and says what is left.
func (d *decider) propose() {
	all := slices.Concat(d.decided(), d.waters(), d.dangers())
	if d.v.Tides() {
		all = append(all, acts.Proposal{ // a plan of its own: what else is said of water gives way to it
			From: Meanwhile, Force: acts.Must, Harm: acts.Stale, Words: d.Carry.Words, Rests: d.v.Facts(),
		})
	}
	for _, row := range d.rightings() {
		all = append(all, acts.Proposal{From: InPlaces, Words: row.Words, Rests: []string{row.Finding}})
	}
	for _, row := range d.Knowledge.InPlace {
		if by := d.harms(row); len(by) > 0 {
			not := []acts.Act{acts.Of(row.Words.Sense)}
			all = append(all, acts.Proposal{Not: not, Force: acts.Must, Harm: acts.Spreads, Rests: by})
		}
	}
	for _, b := range append(slices.Clone(d.v.Blocks), d.v.Overridden...) {
		if slices.ContainsFunc(d.v.Blocks, b.is) || b.Code == "frost" {
			all = append(all, acts.Proposal{From: Meanwhile, Words: d.holdsOut(b), Rests: []string{b.Code}})
		}
	}
	for _, r := range d.v.Reasons {
		// Out of its pot its roots decide, and in a home that was given its aftercare waters it.
		drench := d.p.Stands().Rehoused() != nil && slices.ContainsFunc(r.says, acts.Water.Alike)
		if r.meanwhile != nil && !d.out && !drench {
			all = append(all, acts.Proposal{
				From: Meanwhile, Acts: r.says, Harm: r.harm, Words: *r.meanwhile, Rests: []string{r.Finding},
			})
		}
	}
	if d.drinks() { // what keeps it on the dry side waits until it has drunk
		all = slices.DeleteFunc(all, func(p acts.Proposal) bool { return acts.Of(p.Words.Sense) == acts.WaterLess })
	}
	for i, p := range all {
		if a := acts.Of(p.Words.Sense); p.Words.Sense.Type == message.Instruction && !slices.Contains(p.Acts, a) {
			all[i].Acts = append(slices.Clone(p.Acts), a)
		}
	}
	d.v.Proposed, d.v.Lost = acts.Resolve(all)
	d.v.Says = acts.All(d.v.Proposed)
	d.v.Meanwhile, d.v.InPlace = acts.From(d.v.Proposed, Meanwhile), acts.From(d.v.Proposed, InPlaces)
	lost := func(s message.Sense) bool { return s.Type == message.Instruction && acts.Of(s).AgainstAny(d.v.Says) }
	d.v.Also = slices.DeleteFunc(d.v.Also, func(l Line) bool {
		gone := lost(d.Said(l).Sense)
		if gone { // nor is it said why
			d.v.Rules = slices.DeleteFunc(d.v.Rules, func(a Advice) bool { return slices.Contains(waterRules, a.Rule) })
		}
		return gone
	})
}

// waterRules are the reasons for water.
var waterRules = []string{"water-too", "water-little", "water-idle", "feel-first"}

// TideOver is the rule by which a plant in bad medium is carried until it can be moved.
const TideOver = "tide-over"

// Tides holds for a plant in bad medium that is carried until new roots show.
func (v Verdict) Tides() bool {
	return slices.ContainsFunc(v.Rules, func(a Advice) bool { return a.Rule == TideOver })
}

// holdsOut is how it is carried until a block is over. Only a kind that wants warmth now is kept warmer.
func (d *decider) holdsOut(b Block) knowledge.Text {
	if b.Cool != nil && !WantsWarmth(d.p) {
		return *b.Cool
	}
	return b.Meanwhile
}

// WantsWarmth holds for a plant whose nights are under those at which its kind grows; where they are not known,
// for a kind that is not a cool one. In a rest that its kind takes cool it wants none.
func WantsWarmth(p *patient.Patient) bool {
	if p.Growth() == patient.Resting && Table().DryRest.Has(p.Profile.Rest.Value) {
		return false
	}
	if usual, _, known := p.Around().Nights(); known {
		return usual < p.Around().Minima().Growth.Value
	}
	return p.Profile.GrowthMinC.Value > Table().Figures.CoolGrowthC.Value
}

// decided is the decision itself.
func (d *decider) decided() []acts.Proposal {
	p := acts.Proposal{Force: acts.Should, Rests: d.v.Facts()}
	switch {
	case d.v.Decision == Now:
		p.Force = acts.Must
		fallthrough
	case d.v.Decision == Soon && d.v.Line.Say != Check && !slices.Contains(d.v.Also, Line{Say: Check}):
		p.Acts = []acts.Act{acts.Unpot}
	case d.v.Decision == Leave, d.v.Decision == Wait:
		p.Acts = []acts.Act{acts.StayIn, acts.Leave}
	}
	asked := []acts.Proposal{p}
	if s := d.v.Spike; s != nil {
		act := acts.KeepSpike
		if s.Do == "cut" {
			act = acts.CutSpike
		}
		asked = append(asked, acts.Proposal{Acts: []acts.Act{act}, Force: acts.Should})
	}
	return asked
}

// waters is what is seen of water: given to what is thirsty in dry medium, kept from what does not drink it.
func (d *decider) waters() (asked []acts.Proposal) {
	says := func(force acts.Force, harm acts.Harm, of knowledge.Codes, does ...acts.Act) {
		asked = append(asked, acts.Proposal{Acts: does, Force: force, Harm: harm, Rests: d.seen(of)})
	}
	lines := append([]Line{d.v.Line}, d.v.Also...)
	switch {
	case slices.Contains(lines, Line{Say: WaterIt}):
		says(acts.Must, acts.Thirst, d.Water.Thirst, acts.Water)
	case slices.Contains(lines, Line{Say: WaterLittle}):
		says(acts.Must, acts.Thirst, d.Water.Thirst, acts.WaterLittle)
	}
	if d.vain || d.drowns {
		says(acts.Must, acts.Drowns, d.Water.InVain, acts.NoWater, acts.NoSoak)
	}
	if d.darkBelow() {
		says(acts.Must, acts.Drowns, knowledge.Codes{Values: []string{d.OverWet.Value}}, acts.NoWater, acts.NoSoak)
	}
	return asked
}

// drinks holds where thirst is answered with water, felt for first or not.
func (d *decider) drinks() bool {
	return slices.ContainsFunc(append([]Line{d.v.Line}, d.v.Also...), func(l Line) bool {
		return slices.Contains([]string{WaterIt, WaterLittle, Feel, FeelLittle}, l.Say)
	})
}

// dangers are what is seen to spread, at the tips and in the plant.
func (d *decider) dangers() (asked []acts.Proposal) {
	runs := d.any(d.Runs) || d.p.Condition().Spreading()
	if runs || d.p.Heard().Spreads {
		does := []acts.Act{acts.DryTips, acts.NoSoak}
		if runs {
			does = append(does, acts.NoWater)
		}
		asked = append(asked, acts.Proposal{Acts: does, Force: acts.Must, Harm: acts.Spreads, Rests: d.seen(d.Runs)})
	}
	if d.has("tips-stop-short") {
		asked = append(asked, acts.Proposal{
			Acts: []acts.Act{acts.MoistTips}, Force: acts.Should, Rests: []string{"tips-stop-short"},
		})
	}
	if d.p.Turn().Suspect() || runs {
		asked = append(asked, acts.Proposal{Acts: []acts.Act{acts.Apart}, Force: acts.Must, Harm: acts.Spreads})
	}
	return asked
}

// seen are those of some findings that show.
func (d *decider) seen(of knowledge.Codes) (codes []string) {
	for _, f := range of.Values {
		if d.has(f) {
			codes = append(codes, f)
		}
	}
	return codes
}
