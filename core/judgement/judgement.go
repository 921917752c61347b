// Package judgement decides what a plant wants on a day: once, from all that is known of it, and only from what
// was seen.
//
// Each engine says in codes what it comes to: the look, the causes, pot or hold, the aftercare. What they ask for
// are proposals (acts.Proposal): an act to a degree, how strongly, against which harm, resting on which facts. They
// are resolved (acts.Resolve) so that a plant is told one degree of each act. What is left becomes the headline,
// what to do beside it, and the answers to wishes: every instruction on a page is made here (Instruction).
//
// What nobody saw is neither yes nor no (patient.Facts). Where a finger settles it, the act is one sentence that is
// done at the pot.
package judgement

import (
	"therapeon/core/acts"
	"therapeon/core/causes"
	"therapeon/core/knowledge"
	"therapeon/core/look"
	"therapeon/core/patient"
)

// Judgement is what a plant wants on a day, decided once. Wishes are questions put to it.
type Judgement struct {
	Advice Advice       // without what would change it
	Base   Advice       // before the aftercare spoke, without words
	Seen   look.Verdict // of its present look; empty: none
	Does   []acts.Act   // all that is asked for today
}

// Of judges a plant on its day.
func Of(p *patient.Patient, by Known) Judgement {
	j := Judgement{Base: base(p, by.Race)}
	j.Advice = j.Base.with(p, by.Care)
	j.Does = append(j.Does, j.Advice.Says...)
	if !look.Holds(p) {
		return j
	}
	j.Seen = look.Table().Decide(p.AtLook())
	j.Does = append(j.Does, j.Seen.Says...)
	for _, code := range look.Heard(p).Plan {
		a, _ := causes.Table().Action(code)
		j.Does = append(j.Does, a.Acts()...)
	}
	return j
}

// Asks holds where the look asks for an act, or withholds it.
func (j Judgement) Asks(a acts.Act) bool { return a.Among(j.Seen.Says) }

// Tell is an instruction in the words of an answer; nil where there is none, or it contradicts what was decided.
func (j Judgement) Tell(t *knowledge.Text) *Instruction {
	if t == nil || acts.Of(t.Sense).AgainstAny(j.Does) {
		return nil
	}
	i := instruct(*t)
	return &i
}

// Told is an instruction of an answer that was given before.
func Told(t *knowledge.Text) *Instruction { return Judgement{}.Tell(t) }
