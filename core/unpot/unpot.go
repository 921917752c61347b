// Package unpot says how to release a plant from its pot without tearing
// roots, and what follows from what is found in there.
package unpot

import (
	"slices"
	"sync"

	"therapeon/core/knowledge"
)

// Step is a thing to do. An empty list fits anything.
type Step struct {
	Code     string         `yaml:"code" json:"code" required:"true"`
	Words    knowledge.Text `yaml:"words" json:"words" required:"true"`
	Pots     []string       `yaml:"pots" json:"pots,omitempty"`
	Media    []string       `yaml:"media" json:"media,omitempty"`
	Groups   []string       `yaml:"groups" json:"groups,omitempty"`
	Findings []string       `yaml:"findings" json:"findings,omitempty" description:"any of these, found"`
	Cautions []string       `yaml:"cautions" json:"cautions,omitempty"`
}

// Knowledge is all the package knows.
type Knowledge struct {
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

// Case is a plant about to come out of its pot.
type Case struct {
	Group, Pot, Medium string
	Findings           map[string]string // present or absent, by code
}

// Advice is how to release a plant, and what follows from what was found.
type Advice struct {
	Steps    []Step              `json:"steps" required:"true" description:"in working order"`
	Follows  []Step              `json:"follows" required:"true"`
	Cautions []knowledge.Caution `json:"cautions" required:"true"`
}

// Advise picks the steps that fit a plant.
func (k *Knowledge) Advise(c Case) Advice {
	a := Advice{Steps: []Step{}, Follows: []Step{}, Cautions: []knowledge.Caution{}}
	if c.Medium == "" {
		c.Medium = "other"
	}
	for _, s := range k.Steps {
		if s.fits(c) {
			a.Steps = append(a.Steps, s)
		}
	}
	for _, s := range k.Follows {
		if s.fits(c) {
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

func (s Step) fits(c Case) bool {
	in := func(list []string, code string) bool { return len(list) == 0 || slices.Contains(list, code) }
	found := len(s.Findings) == 0 ||
		slices.ContainsFunc(s.Findings, func(f string) bool { return c.Findings[f] == "present" })
	return in(s.Pots, c.Pot) && in(s.Media, c.Medium) && in(s.Groups, c.Group) && found
}
