// Package unpot says how to release a plant from its pot without tearing
// roots, and what follows from what is found in there.
package unpot

import (
	"slices"
	"sync"

	"therapeon/core/acts"
	"therapeon/core/knowledge"
	"therapeon/core/message"
	"therapeon/core/patient"
)

// Step is a thing to do. An empty list fits anything.
type Step struct {
	Code     string         `yaml:"code" json:"code" required:"true"`
	Words    knowledge.Text `yaml:"words" json:"words" required:"true"`
	Pots     []string       `yaml:"pots" json:"pots,omitempty"`
	Media    []string       `yaml:"media" json:"media,omitempty"`
	Groups   []string       `yaml:"groups" json:"groups,omitempty"`
	Findings []string       `yaml:"findings" json:"findings,omitempty" description:"any of these, found"`
	Sodden   string         `yaml:"sodden" json:"sodden,omitempty" enum:",yes,no" description:"only of a root ball that was found sodden, or was not"`
	Cautions []string       `yaml:"cautions" json:"cautions,omitempty"`

	Says []acts.Act `yaml:"says" json:"says,omitempty" description:"the acts it asks for, see /api/v1/knowledge/acts"`
}

// Knowledge is all the package knows.
type Knowledge struct {
	Sodden    knowledge.Codes           `yaml:"sodden" json:"sodden" required:"true" description:"findings of a root ball that is wet already"`
	Steps     []Step                    `yaml:"steps" json:"steps" required:"true"`
	Follows   []Step                    `yaml:"follows" json:"follows" required:"true"`
	Accidents map[string]knowledge.Text `yaml:"accidents" json:"accidents" required:"true" description:"what can break, and what that explains"`
}

// Table is the table that ships with the program.
var Table = sync.OnceValue(func() *Knowledge {
	k := &Knowledge{}
	knowledge.MustRead("unpot.yaml", k)
	return k
})

// Advice is how to release a plant, and what follows from what was found.
type Advice struct {
	Steps    []Step              `json:"steps" required:"true" description:"in working order"`
	Follows  []Step              `json:"follows" required:"true"`
	Cautions []knowledge.Caution `json:"cautions" required:"true"`
}

// AccidentName is what broke, in short; empty where the table does not know it.
func (k *Knowledge) AccidentName(code string) message.Message {
	if _, known := k.Accidents[code]; !known {
		return message.Message{}
	}
	return message.Of("unpot.accident." + code)
}

// Advise picks the steps that fit a plant: by its group, the pot and the medium it stands
// in, what was found at its look, and the acts that its look asks for. An unknown pot or
// medium still comes off.
func (k *Knowledge) Advise(p *patient.Patient, look []acts.Act) Advice {
	said := append(slices.Clone(look), acts.Soak)
	sodden := slices.ContainsFunc(k.Sodden.Values, found(p))
	if slices.Contains(look, acts.NoSoak) || sodden {
		said = append(slices.Clone(look), acts.NoSoak)
	}
	a := Advice{Steps: []Step{}, Follows: []Step{}, Cautions: []knowledge.Caution{}}
	if p.Closed { // it is off the bench
		return a
	}
	for _, s := range k.Steps {
		clean := slices.Contains(s.Says, acts.Apart) && !slices.Contains(look, acts.Apart)
		is := s.Sodden == "" || s.Sodden == map[bool]string{true: "yes", false: "no"}[sodden]
		if s.fits(p) && is && !acts.Clash(s.Says, said) && !clean {
			a.Steps = append(a.Steps, s)
		}
	}
	for _, s := range k.Follows {
		if s.fits(p) {
			a.Follows = append(a.Follows, s)
		}
	}
	wanted := map[string]bool{}
	for _, s := range slices.Concat(a.Steps, a.Follows) {
		for _, code := range s.Cautions {
			wanted[code] = true
		}
	}
	for _, caution := range knowledge.Cautions() {
		if wanted[caution.Code] {
			a.Cautions = append(a.Cautions, caution)
		}
	}
	return a
}

func (s Step) fits(p *patient.Patient) bool {
	medium := p.Stands().Medium()
	if medium == "" {
		medium = "other"
	}
	in := func(list []string, code string) bool { return len(list) == 0 || slices.Contains(list, code) }
	return in(s.Pots, p.Stands().Pot()) && in(s.Media, medium) && in(s.Groups, p.Profile.Code) &&
		(len(s.Findings) == 0 || slices.ContainsFunc(s.Findings, found(p)))
}

// found holds for what is there.
func found(p *patient.Patient) func(finding string) bool {
	return func(f string) bool { return p.Finding(f) == patient.Present }
}
