package causes

import (
	"cmp"
	"crypto/sha256"
	"encoding/json"
	"fmt"
	"math"
	"slices"
	"strings"

	"therapeon/core/dates"
	"therapeon/core/disputes"
	"therapeon/core/knowledge"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/units"
)

// States of a finding and words on a cause, as the patient has them.
const (
	Present   = patient.Present
	Absent    = patient.Absent
	Confirmed = patient.Confirmed
	Rejected  = patient.Rejected
)

// clues are what of a patient bears on its causes.
type clues struct {
	Group    string
	Bulbs    bool                    // its group has bulbs or canes
	Bare     bool                    // it came without pot or mount
	Unpotted bool                    // it is out of its pot, or was
	Rootless bool                    // no root was found on it
	Findings patient.Findings        // what the user saw, by code
	Known    []Known                 `json:"-"` // what earlier steps know; the user's own word goes first
	Settled  map[string]patient.Word // causes the user confirmed or rejected
	Bright   bool                    // it keeps its clear pot, and peroxide does its stem no harm
	Added    []string                // causes outside the table, in the user's words
	Unseen   []string                // findings that one could not see not long ago: they are not asked for
}

// cluesOf gathers what bears on the causes of a patient.
func cluesOf(p *patient.Patient) clues {
	e := clues{
		Group:    p.Profile.Code,
		Bulbs:    p.Profile.HasBulbs(),
		Known:    Knows(p),
		Bare:     p.Stands().Bare(),
		Unpotted: p.Unpotted(),
		Settled:  map[string]patient.Word{},
	}
	e.Bright = p.Sides[disputes.PotWall] == disputes.ClearWall && !p.Condition().WeakStem()
	if r := p.Roots(); r != nil {
		e.Rootless = r.Reading.NoneFound
	}
	l := p.Look()
	if l == nil {
		return e
	}
	e.Findings = l.Noted.Findings
	for code, state := range e.Findings {
		ago := dates.Between(l.SeenOn(code), patient.FactsOf(p).Today())
		if state == patient.Unseen && ago < Table().UnseenDays.Value {
			e.Unseen = append(e.Unseen, code)
		}
	}
	slices.Sort(e.Unseen)
	for code, d := range l.Noted.Decisions {
		e.Settled[code] = d.Settles()
	}
	for _, a := range l.Noted.Added {
		if a.TurnedOut != patient.Wrong {
			e.Added = append(e.Added, strings.TrimSpace(a.Name))
		}
	}
	return e
}

// Clues name what bears on the causes of a patient: two with the same name are judged alike.
func Clues(p *patient.Patient) string {
	c := cluesOf(p)
	doc, err := json.Marshal(c)
	if err != nil {
		panic(err) // codes and words alone
	}
	sum := sha256.Sum256(fmt.Append(doc, c.Known))
	return string(sum[:])
}

// Weighed is a finding with what it did to a cause.
type Weighed struct {
	Finding  string               `json:"finding" required:"true"`
	State    patient.FindingState `json:"state" required:"true" enum:"present,absent"`
	Decibans float64              `json:"decibans" required:"true" description:"how far the cause's odds move by this finding, the others as they are; above 0 for, below 0 against"`
	Through  bool                 `json:"through,omitempty" description:"it bears on another cause, and on this one only through that"`
}

// Judged is a cause with its chance and the reasons.
type Judged struct {
	Code     string          `json:"code" required:"true"`
	Chance   float64         `json:"chance" required:"true" description:"0 to 1, by the findings alone"`
	Band     message.Message `json:"band" required:"true" description:"the chance in words"`
	Prior    float64         `json:"prior" required:"true" description:"its chance before any finding, in this group"`
	Settled  patient.Word    `json:"settled,omitempty" enum:",confirmed,rejected" description:"the user's word"`
	ActOn    bool            `json:"act_on" required:"true" description:"it is part of the plan"`
	Findings []Weighed       `json:"findings" required:"true" description:"what moved it, the weightiest first"`
}

// Verdict is what the findings come to.
type Verdict struct {
	Headline knowledge.Sentence `json:"headline" required:"true"`
	Line     Line               `json:"-"`
	Clear    bool               `json:"clear,omitempty" description:"looked at, and nothing harmful is likely"`
	Causes   []Judged           `json:"causes" required:"true" description:"the likeliest first"`
	Alarms   []string           `json:"alarms" required:"true" description:"causes that spread and cannot be left open"`
	Plan     []string           `json:"-"` // actions on the causes that are acted on
	Known    []Known            `json:"known" required:"true" description:"what earlier steps knew"`
	Clashes  []Clash            `json:"clashes" required:"true" description:"what does not hold together and wants a second look"`
	Next     []Check            `json:"next" required:"true" description:"checks worth making, the best first; empty when none would change the plan"`
	Enough   bool               `json:"enough" required:"true" description:"nothing more to check would change what to do"`
}

// Judge weighs all that is known of a plant over the whole table: what the user noted at
// its look, what earlier steps know, and the user's word on the causes. Chances are from 0
// to 1. A plant of which nothing was noted has no cause and no check.
func (k *Knowledge) Judge(p *patient.Patient) Verdict { return k.judge(cluesOf(p)) }

// Hear is what the causes of a patient come to, as other engines hear of it: without what moved each, and without
// the next check.
func Hear(p *patient.Patient) patient.Heard {
	v, _ := Table().believe(cluesOf(p))
	return v.Heard()
}

// KeepApart is what to do about causes that spread and cannot be left open.
func (k *Knowledge) KeepApart(alarms []string) message.Message {
	names := make([]message.Message, len(alarms))
	for i, code := range alarms {
		names[i] = k.Causes[k.causeAt[code]].Name
	}
	return message.All(message.Of("causes.say.not-ruled-out", message.Several("causes", names)),
		message.Of("causes.say.keep-apart"))
}

// Heard is what other engines hear of a verdict.
func (v Verdict) Heard() patient.Heard {
	h := patient.Heard{
		Alarms: v.Alarms, Plan: v.Plan, Asked: map[string][]string{}, Alarm: len(v.Alarms) > 0,
		Strips: slices.ContainsFunc(v.Plan, Strips), Apart: slices.Contains(v.Plan, KeepApart),
		Chances: make(map[string]float64, len(v.Causes)),
	}
	for _, j := range v.Causes {
		h.Chances[j.Code] = j.Chance
		cause, ok := Table().Cause(j.Code)
		if !ok || !j.ActOn {
			continue
		}
		h.Acted = append(h.Acted, j.Code)
		h.Spreads = h.Spreads || cause.Urgent &&
			(j.Chance >= Table().Figures.ActFrom.Value || j.Settled == Confirmed)
		for _, action := range cause.Do {
			if slices.Contains(v.Plan, action) {
				h.Asked[action] = append(h.Asked[action], cause.Code)
			}
		}
	}
	return h
}

// KeepApart is the action of a cause that may travel to the next plant.
const KeepApart = "isolate"

// inquiry is one plant as its causes are weighed: what was found, what is settled, and what is believed of them.
type inquiry struct {
	*Knowledge
	clues    clues
	findings []seen
	looked   bool // at anything that causes are judged by
	settled  []held
	alone    *posterior // by the findings alone
	believed *posterior // with what is settled taken for so
}

func (k *Knowledge) judge(c clues) Verdict {
	v, of := k.believe(c)
	k.moved(v.Causes, of.alone, of.findings)
	v.Clashes = k.clashes(c, of.findings)
	if of.looked {
		v.Next = of.next(v.Alarms)
		v.Enough = len(v.Next) == 0
	}
	v.Line = of.line(v)
	v.Headline, v.Clear = knowledge.Say(k.Words(v.Line)), v.Line.Clear()
	return v
}

// believe weighs what is known: the chances, what is acted on, and the plan.
func (k *Knowledge) believe(c clues) (Verdict, inquiry) {
	m := k.modelFor(c.Group)
	findings, known, looked := k.read(c)
	settled := k.settled(c)
	alone := m.weigh(findings, nil)
	v := Verdict{
		Causes: k.judged(alone, c.Settled), Known: known, Clashes: []Clash{}, Alarms: []string{}, Next: []Check{},
	}
	of := inquiry{
		Knowledge: k, clues: c, findings: findings, looked: looked, settled: settled, alone: alone, believed: alone,
	}
	if slices.ContainsFunc(settled, func(h held) bool { return h != open }) {
		of.believed = m.weigh(findings, settled)
	}
	acted := k.actsOn(of.believed.chances, settled)
	for i := range v.Causes {
		v.Causes[i].ActOn = acted>>k.causeAt[v.Causes[i].Code]&1 == 1
	}
	for i, cause := range k.Causes {
		if cause.Urgent && settled[i] == open && of.believed.chances[i] >= k.Figures.AlarmFrom.Value {
			v.Alarms = append(v.Alarms, cause.Code)
		}
	}
	v.Plan = c.oneMeans(k.plan(acted))
	if len(v.Alarms) > 0 || slices.ContainsFunc(v.Plan, Strips) {
		v.Plan = slices.DeleteFunc(v.Plan, leaves)
	}
	return v, of
}

// Two means against film, of which one is enough: light kept from the wall, or peroxide on hard
// parts where the plant keeps its clear pot and its stem is not weak.
const (
	shadePot  = "shade-pot"
	hardParts = "peroxide-hard-parts"
)

// oneMeans leaves one of two means against film.
func (c clues) oneMeans(plan []string) []string {
	if !slices.Contains(plan, shadePot) || !slices.Contains(plan, hardParts) {
		return plan
	}
	other := hardParts
	if c.Bright {
		other = shadePot
	}
	return slices.DeleteFunc(slices.Clone(plan), func(code string) bool { return code == other })
}

// word is what the user says of a finding; empty where nothing, or that one could not see.
func (c clues) word(finding string) patient.FindingState {
	if state := c.Findings[finding]; state != patient.Unseen {
		return state
	}
	return ""
}

// applies holds for findings that can be made on the plant.
func (c clues) applies(f Finding) bool {
	return (f.Only != "bulbs" || c.Bulbs) && (f.Only != "pot" || !c.Bare) && (f.Part != "roots" || !c.Rootless) &&
		!f.Plain && !slices.Contains(c.Unseen, f.Code)
}

func (k *Knowledge) modelFor(group string) *model {
	if m, ok := k.byGroup[group]; ok {
		return m
	}
	return k.model
}

// read brings together what the user saw and what earlier steps know, where
// the user's word goes first.
func (k *Knowledge) read(c clues) (findings []seen, known []Known, looked bool) {
	findings, known = make([]seen, len(k.Findings)), []Known{}
	states := map[patient.FindingState]seen{Present: present, Absent: absent}
	old := c.Findings[k.OldMarks.Value] == Present || slices.ContainsFunc(c.Known, func(kn Known) bool {
		return kn.Finding == k.OldMarks.Value && kn.State == Present && c.Findings[k.OldMarks.Value] == ""
	})
	for _, kn := range c.Known {
		i, ok := k.findAt[kn.Finding]
		if !ok || c.word(kn.Finding) != "" || old && k.Marks.Has(kn.Finding) {
			continue
		}
		findings[i] = states[kn.State]
		known = append(known, kn)
		looked = looked || k.Findings[i].At != "care"
	}
	for code, state := range c.Findings {
		i, ok := k.findAt[code]
		if !ok || state == patient.Unseen || old && k.Marks.Has(code) {
			continue // nobody could see it, or it is of long ago
		}
		findings[i] = states[state]
		looked = true
	}
	return findings, known, looked
}

func (k *Knowledge) settled(c clues) []held {
	all := make([]held, len(k.Causes))
	for code, word := range c.Settled {
		if i, ok := k.causeAt[code]; ok {
			all[i] = map[patient.Word]held{Confirmed: holds, Rejected: rejected}[word]
		}
	}
	return all
}

// judged puts each cause with its chance.
func (k *Knowledge) judged(p *posterior, settled map[string]patient.Word) []Judged {
	all := make([]Judged, len(k.Causes))
	for c, cause := range k.Causes {
		o := p.model.prior[c]
		all[c] = Judged{
			Code: cause.Code, Chance: round(p.chances[c]), Band: k.band(p.chances[c]), Prior: round(o / (1 + o)),
			Settled: settled[cause.Code], Findings: []Weighed{},
		}
	}
	slices.SortStableFunc(all, func(a, b Judged) int {
		return cmp.Or(cmp.Compare(k.stands(a), k.stands(b)), cmp.Compare(b.Chance, a.Chance))
	})
	return all
}

// moved puts with each cause what moved it.
func (k *Knowledge) moved(all []Judged, p *posterior, findings []seen) {
	var noted []int
	for f, s := range findings {
		if s != notLooked {
			noted = append(noted, f)
		}
	}
	without := make([][]float64, len(findings))
	inParallel(noted, func(f int) { without[f] = p.without(f, findings[f]) })
	for i := range all {
		c := k.causeAt[all[i].Code]
		for _, f := range noted {
			moved := decibans(oddsOf(p.chances[c]) / oddsOf(without[f][c]))
			if math.Abs(moved) < k.Figures.WorthNamingDB.Value {
				continue
			}
			state := Present
			if findings[f] == absent {
				state = Absent
			}
			own, speaks := k.speaks(c, f, state)
			if own && (speaks > 0) != (moved > 0) {
				continue // what bears on it is not read the other way about
			}
			weighed := Weighed{k.Findings[f].Code, state, units.Rounded(moved, units.Tenths), !own}
			all[i].Findings = append(all[i].Findings, weighed)
		}
		slices.SortStableFunc(all[i].Findings,
			func(a, b Weighed) int { return cmp.Compare(math.Abs(b.Decibans), math.Abs(a.Decibans)) })
	}
}

// speaks says whether the table weighs a finding on a cause, and which way it then speaks.
func (k *Knowledge) speaks(cause, finding int, state patient.FindingState) (own bool, way float64) {
	weight, own := k.Causes[cause].Weights[k.Findings[finding].theme()]
	way = 1
	if own && strings.HasPrefix(weight.Value, "-") {
		way = -1
	}
	if state == Absent {
		way = -way
	}
	return own, way
}

// stands is where a cause stands: what harms and is likely enough to act on comes before
// its harmless look-alikes.
func (k *Knowledge) stands(j Judged) int {
	c := k.Causes[k.causeAt[j.Code]]
	from := k.Figures.ActFrom.Value
	if c.Urgent {
		from = k.Figures.ActFromUrgent.Value
	}
	if c.Kind == "harmful" && j.Chance >= from {
		return 0
	}
	return 1
}

// oddsOf keeps away from certainty, where odds have no end.
func oddsOf(p float64) float64 { return odds(min(max(p, units.Hair), 1-units.Hair)) }

func round(p float64) float64 { return units.Rounded(p, units.TenThousandths) }

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
