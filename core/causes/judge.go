package causes

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"strings"
)

// States of a finding, and words on a cause. The empty state is "not looked".
const (
	Present   = "present"
	Absent    = "absent"
	Confirmed = "confirmed"
	Rejected  = "rejected"
)

// Case is a plant with what was found on it.
type Case struct {
	Group    string
	Bulbs    bool              // its group has bulbs or canes
	Bare     bool              // it came without pot or mount
	Unpotted bool              // it is out of its pot, or was
	Rootless bool              // no root was found on it
	Findings map[string]string // what the user saw, by code: present or absent
	Known    []Known           // what earlier steps know; the user's own word goes first
	Settled  map[string]string // causes the user confirmed or rejected
	Added    []string          // causes outside the table, in the user's words
}

// Weighed is a finding with what it did to a cause.
type Weighed struct {
	Finding  string  `json:"finding" required:"true"`
	State    string  `json:"state" required:"true" enum:"present,absent"`
	Decibans float64 `json:"decibans" required:"true" description:"how far the cause's odds move by this finding, the others as they are; above 0 for, below 0 against"`
}

// Judged is a cause with its chance and the reasons.
type Judged struct {
	Code     string    `json:"code" required:"true"`
	Chance   float64   `json:"chance" required:"true" description:"0 to 1, by the findings alone"`
	Band     string    `json:"band" required:"true" description:"the chance in words"`
	Prior    float64   `json:"prior" required:"true" description:"its chance before any finding, in this group"`
	Settled  string    `json:"settled,omitempty" enum:",confirmed,rejected" description:"the user's word"`
	ActOn    bool      `json:"act_on" required:"true" description:"it is part of the plan"`
	Findings []Weighed `json:"findings" required:"true" description:"what moved it, the weightiest first"`
}

// Verdict is what the findings come to.
type Verdict struct {
	Headline string   `json:"headline" required:"true"`
	Clear    bool     `json:"clear,omitempty" description:"looked at, and nothing harmful is likely"`
	Causes   []Judged `json:"causes" required:"true" description:"the likeliest first"`
	Alarms   []string `json:"alarms" required:"true" description:"causes that spread and cannot be left open"`
	Plan     []string `json:"plan" required:"true" description:"actions on the causes that are acted on"`
	Known    []Known  `json:"known" required:"true" description:"what earlier steps knew"`
	Clashes  []Clash  `json:"clashes" required:"true" description:"what does not hold together and wants a second look"`
	Next     []Check  `json:"next" required:"true" description:"checks worth making, the best first; empty when none would change the plan"`
	Enough   bool     `json:"enough" required:"true" description:"nothing more to check would change what to do"`
}

// Judge weighs the findings of a case over the whole table.
func (k *Knowledge) Judge(c Case) Verdict {
	m := k.modelFor(c.Group)
	findings, known, looked := k.read(c)
	settled := k.settled(c)
	alone := m.weigh(findings, nil)
	v := Verdict{
		Causes:  k.judged(alone, findings, c.Settled),
		Known:   known,
		Clashes: k.clashes(c, findings),
		Alarms:  []string{},
		Next:    []Check{},
	}
	believed := alone
	if slices.ContainsFunc(settled, func(h held) bool { return h != open }) {
		believed = m.weigh(findings, settled)
	}
	acted := k.actsOn(believed.chances, settled)
	for i := range v.Causes {
		v.Causes[i].ActOn = acted>>k.causeAt[v.Causes[i].Code]&1 == 1
	}
	for i, cause := range k.Causes {
		if cause.Urgent && settled[i] == open && believed.chances[i] >= k.Figures.AlarmFrom.Value {
			v.Alarms = append(v.Alarms, cause.Code)
		}
	}
	v.Plan = k.plan(acted)
	if len(v.Alarms) > 0 || slices.ContainsFunc(v.Plan, Strips) {
		v.Plan = slices.DeleteFunc(v.Plan, leaves)
	}
	if looked {
		v.Next = k.next(believed, findings, settled, c, v.Alarms)
		v.Enough = len(v.Next) == 0
	}
	v.Headline, v.Clear = k.headline(v, believed.chances, settled, c.Added, looked)
	return v
}

// applies holds for findings that can be made on the plant.
func (c Case) applies(f Finding) bool {
	return (f.Only != "bulbs" || c.Bulbs) && (f.Only != "pot" || !c.Bare) && (f.Part != "roots" || !c.Rootless)
}

func (k *Knowledge) modelFor(group string) *model {
	if m, ok := k.byGroup[group]; ok {
		return m
	}
	return k.model
}

// read brings together what the user saw and what earlier steps know, where
// the user's word goes first.
func (k *Knowledge) read(c Case) (findings []seen, known []Known, looked bool) {
	findings, known = make([]seen, len(k.Findings)), []Known{}
	states := map[string]seen{Present: present, Absent: absent}
	for _, kn := range c.Known {
		i, ok := k.findAt[kn.Finding]
		if !ok || c.Findings[kn.Finding] != "" {
			continue
		}
		findings[i] = states[kn.State]
		known = append(known, kn)
		looked = looked || k.Findings[i].At != "care"
	}
	for code, state := range c.Findings {
		if i, ok := k.findAt[code]; ok {
			findings[i] = states[state]
			looked = true
		}
	}
	return findings, known, looked
}

func (k *Knowledge) settled(c Case) []held {
	all := make([]held, len(k.Causes))
	for code, word := range c.Settled {
		if i, ok := k.causeAt[code]; ok {
			all[i] = map[string]held{Confirmed: holds, Rejected: rejected}[word]
		}
	}
	return all
}

// judged puts each cause with its chance and what moved it.
func (k *Knowledge) judged(p *posterior, findings []seen, settled map[string]string) []Judged {
	all := make([]Judged, len(k.Causes))
	for c, cause := range k.Causes {
		o := p.model.prior[c]
		all[c] = Judged{
			Code: cause.Code, Chance: round(p.chances[c]), Band: k.band(p.chances[c]), Prior: round(o / (1 + o)),
			Settled: settled[cause.Code], Findings: []Weighed{},
		}
	}
	for f, s := range findings {
		if s == notLooked {
			continue
		}
		without := p.without(f, s)
		for c := range all {
			moved := decibans(oddsOf(p.chances[c]) / oddsOf(without[c]))
			if math.Abs(moved) < worthNaming {
				continue
			}
			state := Present
			if s == absent {
				state = Absent
			}
			all[c].Findings = append(all[c].Findings, Weighed{k.Findings[f].Code, state, math.Round(moved*10) / 10})
		}
	}
	for c := range all {
		slices.SortStableFunc(
			all[c].Findings,
			func(a, b Weighed) int { return cmp.Compare(math.Abs(b.Decibans), math.Abs(a.Decibans)) },
		)
	}
	slices.SortStableFunc(all, func(a, b Judged) int { return cmp.Compare(b.Chance, a.Chance) })
	return all
}

// worthNaming is the least movement shown, in decibans: what the eye can tell.
const worthNaming = 0.5

// oddsOf keeps away from certainty, where odds have no end.
func oddsOf(p float64) float64 { return odds(min(max(p, 1e-9), 1-1e-9)) }

func round(p float64) float64 { return math.Round(p*1e4) / 1e4 }

// actsOn picks the causes the plan goes by.
func (k *Knowledge) actsOn(chances []float64, settled []held) uint64 {
	var acted uint64
	for i, c := range k.Causes {
		from := k.Figures.ActFrom.Value
		if c.Urgent {
			from = k.Figures.ActFromUrgent.Value
		}
		if settled[i] == holds || settled[i] == open && chances[i] >= from {
			acted |= 1 << i
		}
	}
	return acted
}

// plan gathers the actions on the causes, each once, in the order of the table.
func (k *Knowledge) plan(acted uint64) []string {
	plan := []string{}
	wanted := k.actions(acted)
	for i, a := range k.Actions {
		if wanted>>i&1 == 1 {
			plan = append(plan, a.Code)
		}
	}
	return plan
}

// actions is the plan as a set: two sets of causes that ask for the same
// actions are one plan.
func (k *Knowledge) actions(acted uint64) uint64 {
	var wanted uint64
	for i := range k.Causes {
		if acted>>i&1 == 1 {
			wanted |= k.asks[i]
		}
	}
	return wanted
}

// headline says it in a line.
func (k *Knowledge) headline(v Verdict, chances []float64, settled []held, added []string, looked bool) (string, bool) {
	if !looked && len(v.Plan)+len(added) == 0 {
		return "Nothing was looked at yet.", false
	}
	type said struct {
		name, band string
		chance     float64
	}
	var acting, harmless, possible []said
	for _, name := range added {
		acting = append(acting, said{name, "confirmed", 1})
	}
	worst := 0.0
	for _, j := range v.Causes {
		i := k.causeAt[j.Code]
		c, p := k.Causes[i], chances[i]
		s := said{c.Name, k.band(p), p}
		if settled[i] == holds {
			s.band = "confirmed"
		}
		switch {
		case j.ActOn && c.Kind == "harmful":
			acting = append(acting, s)
		case j.ActOn:
			harmless = append(harmless, s)
		case c.Kind == "harmful" && settled[i] == open:
			worst = math.Max(worst, p)
			if p >= k.Figures.ClearBelow.Value {
				possible = append(possible, s)
			}
		}
	}
	slices.SortStableFunc(possible, func(a, b said) int { return cmp.Compare(b.chance, a.chance) })
	aside := ""
	if len(harmless) > 0 {
		names := make([]string, len(harmless))
		for i, h := range harmless {
			names[i] = lower(h.name)
		}
		aside = " Harmless: " + join(names, "and") + "."
	}
	switch {
	case len(acting) > 0:
		var lines []string
		for _, a := range acting {
			lines = append(lines, fmt.Sprintf("%s: %s.", a.name, a.band))
		}
		return strings.Join(lines, " ") + aside, false
	case worst < k.Figures.ClearBelow.Value:
		return "Nothing is wrong, as far as was looked." + aside, true
	default:
		names := []string{}
		for _, p := range possible[:min(2, len(possible))] {
			names = append(names, lower(p.name))
		}
		return "Not clear yet: " + join(names, "or") + "." + aside, false
	}
}

func lower(s string) string { return strings.ToLower(s[:1]) + s[1:] }

func join(words []string, last string) string {
	if len(words) < 2 {
		return strings.Join(words, "")
	}
	return strings.Join(words[:len(words)-1], ", ") + " " + last + " " + words[len(words)-1]
}
