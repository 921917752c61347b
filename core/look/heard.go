package look

import (
	"slices"

	"therapeon/core/acts"
	"therapeon/core/causes"
	"therapeon/core/patient"
)

// Stays holds for a plant that its look leaves in its pot.
func (v Verdict) Stays(p *patient.Patient) bool {
	return p.Stands().Where() == patient.Potted && !slices.Contains(v.Says, acts.Unpot)
}

// Heard is what the causes of a plant ask for, as far as its look agrees: nothing that goes
// against what the look says, and nothing that is done out of the pot while the plant stays in.
// In a home that it was given since, nothing is asked for any more.
func Heard(p *patient.Patient) patient.Heard {
	h := p.Heard()
	if p.Look() == nil {
		return h
	}
	if !Holds(p) {
		h.Plan, h.Asked = nil, nil
		return h
	}
	v := Table().Decide(p.AtLook())
	var all []string
	for _, a := range causes.Table().Actions {
		if len(h.Asked[a.Code]) > 0 || h.Asks(a.Code) {
			all = append(all, a.Code)
		}
	}
	now, _ := Agreed(p, all, v)
	asked := map[string][]string{}
	for _, action := range now {
		if by := h.Asked[action]; len(by) > 0 {
			asked[action] = by
		}
	}
	h.Plan, h.Asked = now, asked
	return h
}

// Agreed are the actions of a plan that agree with the look and with each other, and those that wait until the
// plant is out of its pot. What else was decided for it is heard before them too.
func Agreed(p *patient.Patient, plan []string, v Verdict, decided ...acts.Act) (now, later []string) {
	now, later = []string{}, []string{}
	stays := v.Stays(p) || p.Stands().InNest()
	all := slices.Clone(v.Proposed)
	for i := range all {
		all[i].Force = acts.Must // the look is heard before its causes
	}
	if !stays {
		decided = append(slices.Clone(decided), acts.Unpot)
	}
	all = append(all, acts.Proposal{Acts: decided, Force: acts.Must})
	all = append(all, acts.Proposal{Not: withdrawn(p, v), Force: acts.Must})
	for _, code := range plan {
		a, _ := causes.Table().Action(code)
		if !a.Fits(p) {
			continue
		}
		does := slices.DeleteFunc(a.Acts(), func(act acts.Act) bool { return act == acts.Unpot })
		all = append(all, acts.Proposal{Acts: does, Force: acts.Should, From: code, Once: a.Once})
	}
	kept, _ := acts.Resolve(all)
	for _, code := range plan {
		a, _ := causes.Table().Action(code)
		switch {
		case !a.Fits(p):
		case !slices.ContainsFunc(kept, func(p acts.Proposal) bool { return p.From == code }):
		case stays && a.Unpots:
			later = append(later, code)
		default:
			now = append(now, code)
		}
	}
	return now, later
}

// withdrawn are comforts that it is not given now: warmth that it does not want, and a drench where it takes little
// up or its aftercare waters it.
func withdrawn(p *patient.Patient, v Verdict) (not []acts.Act) {
	if !WantsWarmth(p) {
		not = append(not, acts.Warmth)
	}
	still := p.Growth() == patient.Resting || p.Growth() == patient.Idle
	if (still || p.Stands().Rehoused() != nil) && !acts.Water.Among(v.Says) {
		not = append(not, acts.Water)
	}
	return not
}

// Holds holds for a look that is not history: the plant is on the bench, and no home was given since, or it was out
// of its pot by then and still is.
func Holds(p *patient.Patient) bool {
	l := p.Look()
	if p.Closed {
		return false
	}
	if l == nil || p.Stands().EpochOf(l.On) == patient.AtPresent {
		return l != nil
	}
	return p.Stands().Where() != patient.Potted && p.AtLook().Stands().Where() != patient.Potted
}

// FeltDry holds where the present look found the medium dry, not long ago, and nobody watered it since.
func FeltDry(p *patient.Patient) bool {
	return Holds(p) && !p.Stands().Checked().WateredSince(p.Look().On) &&
		slices.ContainsFunc(Table().Water.Dry.Values, patient.FactsOf(p).Shows)
}

// ReadInPot holds for a plant whose roots would be read where it stands: in a home that it was
// given here, or in a pot that its look leaves it in.
func ReadInPot(p *patient.Patient) bool {
	if p.Stands().Where() != patient.Potted {
		return false
	}
	if p.Stands().Rehoused() != nil {
		return true
	}
	v := Table().Decide(p.AtLook())
	return p.Look() != nil && v.Decision != "" && v.Stays(p)
}
