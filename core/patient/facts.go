package patient

import (
	"cmp"
	"slices"
	"time"

	"therapeon/core/dates"
	"therapeon/core/knowledge"
)

// Kinds are facts of a kind: how they are known, and how long they may be said as present.
type Kinds struct {
	Kind string           `yaml:"kind" json:"kind" required:"true"`
	How  string           `yaml:"how" json:"how" required:"true" enum:"seen,felt,told"`
	Days knowledge.Number `yaml:"days" json:"days" required:"true"`
	Of   knowledge.Codes  `yaml:"of" json:"of" required:"true"`
}

// Fact is something that is known of a plant: that a finding shows, or that it was looked for and is not there.
type Fact struct {
	Code  string       `json:"code" required:"true"`
	State FindingState `json:"state" required:"true" enum:"present,absent"`
	How   string       `json:"how" required:"true" enum:"seen,felt,told"`
	On    string       `json:"on,omitempty" description:"its day, where that is known"`
	Now   bool         `json:"now" required:"true" description:"young enough to be said as present"`
}

// Facts is what is known of a plant from its look and what was seen since.
type Facts struct{ *Patient }

// FactsOf is what is known of a plant. What nobody looked for, or could not see, is not known: neither yes nor no.
func FactsOf(p *Patient) Facts { return Facts{p} }

// KindOf is the kind of a finding.
func KindOf(finding string) Kinds {
	all := Table().Facts
	for _, k := range all {
		if k.Of.Has(finding) {
			return k
		}
	}
	return all[len(all)-1]
}

// Of is what is known of a finding; false where that is nothing.
func (p Facts) Of(finding string) (Fact, bool) {
	l := p.Look()
	if l == nil {
		return Fact{}, false
	}
	state := l.Noted.Findings[finding]
	if state != Present && state != Absent {
		return Fact{}, false
	}
	kind := KindOf(finding)
	f := Fact{Code: finding, State: state, How: kind.How, On: l.SeenOn(finding)}
	f.Now = dates.Between(f.On, p.Today()) <= kind.Days.Value
	return f, true
}

// Shows holds for a finding that was seen, young enough to be said as present.
func (p Facts) Shows(finding string) bool {
	f, ok := p.Of(finding)
	return ok && f.State == Present && f.Now
}

// Lacks holds for one that was looked for and not there, young enough to be said.
func (p Facts) Lacks(finding string) bool {
	f, ok := p.Of(finding)
	return ok && f.State == Absent && f.Now
}

// All are the facts of its look, in the order of their codes.
func (p Facts) All() []Fact {
	list := []Fact{}
	if l := p.Look(); l != nil {
		for finding := range l.Noted.Findings {
			if f, ok := p.Of(finding); ok {
				list = append(list, f)
			}
		}
	}
	slices.SortFunc(list, func(a, b Fact) int { return cmp.Compare(a.Code, b.Code) })
	return list
}

// Today is the day on which it is asked: that of its moment, else the day it is asked about.
func (p Facts) Today() string {
	if !p.Now.IsZero() {
		return max(p.Now.Format(time.DateOnly), p.Day)
	}
	return p.Patient.Today()
}

// SeenOn is the day of a finding of a look: that of the check-in that saw it last, else of the look.
func (l Look) SeenOn(finding string) string {
	if on := l.Since[finding]; on != "" {
		return on
	}
	return l.On
}
