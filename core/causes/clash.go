package causes

import "therapeon/core/knowledge"

// Rivals are two findings that do not hold together on one plant.
type Rivals struct {
	One   string         `yaml:"one" json:"one" required:"true"`
	Other string         `yaml:"other" json:"other" required:"true"`
	Why   knowledge.Text `yaml:"why" json:"why" required:"true" description:"why not, and what to look at again"`
}

// Clash is a contradiction in what is known of a plant. Both sides keep their
// weight until one of them is taken back: which is the slip, only a second
// look can tell.
type Clash struct {
	Findings []string       `json:"findings" required:"true" description:"two that do not hold together, or one noted otherwise than an earlier step knows it"`
	Known    *Known         `json:"known,omitempty" description:"what the earlier step knows"`
	Why      knowledge.Text `json:"why" required:"true"`
}

// clashes lists where findings contradict each other, or an earlier step.
func (k *Knowledge) clashes(c clues, findings []seen) []Clash {
	list := []Clash{}
	for _, r := range k.Rivals {
		if findings[k.findAt[r.One]] == present && findings[k.findAt[r.Other]] == present {
			list = append(list, Clash{Findings: []string{r.One, r.Other}, Why: r.Why})
		}
	}
	for _, kn := range c.Known {
		if word := c.word(kn.Finding); word != "" && word != kn.State {
			list = append(list, Clash{Findings: []string{kn.Finding}, Known: &kn, Why: k.OwnWord})
		}
	}
	return list
}
