package judgement

import (
	"slices"

	"therapeon/core/acts"
	"therapeon/core/aftercare"
	"therapeon/core/knowledge"
	"therapeon/core/message"
)

// CareLine is what the aftercare says, as codes.
type CareLine struct {
	Job      string `json:"job,omitempty"`
	On       string `json:"on,omitempty"`       // the day it is due, where that is not today
	Protocol string `json:"protocol,omitempty"` // of an alarm
	Alarm    string `json:"alarm,omitempty"`
}

// careWords are the words of a line of aftercare; empty where it has none.
func (k *Knowledge) careWords(l CareLine) message.Message {
	if l.Alarm != "" {
		return aftercare.Table().AlarmWords(l.Protocol, l.Alarm)
	}
	job, ok := aftercare.Table().Job(l.Job)
	switch {
	case !ok:
		return message.Message{}
	case l.On == "":
		return message.Of("advice.say.do", message.Told("do", job.Do))
	}
	return k.Coming.With("day", message.Day(l.On)).With("do", job.Do)
}

// tend lets the aftercare speak where the plant is left or held: an alarm first, then what is due
// today, then what comes next and what it waits for.
func (a *Advice) tend(care aftercare.Care, potted bool) {
	speaks := a.Line.Row == "" || slices.Contains(tended, a.Line.Row)
	codes := []string{Stay, Hold, Nest, Leave, Wait}
	if len(care.Alarms) > 0 {
		speaks = speaks || a.Line.Row == "held-better"
		codes = append(codes, Feel) // it was felt
	}
	if !speaks || !slices.Contains(codes, a.Code) || a.Line.Look.Block == "frost" { // in out of the frost first
		a.save(care)
		return
	}
	next, ok := care.Next()
	if ok && next.First { // a question beside what its look says, which goes before
		a.feel(next, care.Day)
		ok = false
	}
	due := ok && next.On <= care.Day
	lookDue := a.Code == Leave && a.UntilOn != "" && a.UntilOn <= care.Day
	switch {
	case len(care.Alarms) > 0:
		s := care.Alarms[0]
		a.Line = Line{Code: Mend, Care: CareLine{Protocol: s.Protocol, Alarm: s.Code}, Facts: []string{s.Code}}
		a.Because = []knowledge.Text{s.Words}
		a.yield(acts.Of(s.Then.Sense))
		a.UntilOn = care.Day
	case due:
		a.Line = Line{Code: Tend, Care: CareLine{Job: next.Job}, Facts: []string{next.Protocol}}
		a.Because = append([]knowledge.Text{next.How, next.Late}, a.Because...)
		a.UntilOn = max(next.By, care.Day)
		job, _ := aftercare.Table().Job(next.Job)
		if does := acts.Of(knowledge.SenseOf(job.Do.Code)); job.Waters && potted && !does.AgainstAny(a.Says) {
			a.Says = append(a.Says, does)
		}
	case ok && a.Code != Wait && !lookDue:
		a.Line = Line{Code: a.Code, Care: CareLine{Job: next.Job, On: next.On}, Facts: []string{next.Protocol}}
		a.UntilOn = next.On
	default:
		return
	}
	a.Code, a.Page = a.Line.Code, a.Line.Page()
	if waits := care.Waiting(); len(waits) > 0 {
		text := Table().Waits
		text.Value = text.Value.With("gate", waits[0].Name.Value)
		a.Because = append(a.Because, text)
	}
}

// save adds what of the aftercare saves the plant beside a headline that goes before it. What is unpotted today or
// soon is cut and treated once it is out.
func (a *Advice) save(care aftercare.Care) {
	var due []knowledge.Text
	for _, s := range care.Alarms {
		due = append(due, s.Then)
	}
	if next, ok := care.Next(); ok && next.On <= care.Day {
		due = append(due, doing(next))
	}
	if a.Code != Water && a.Code != Feel {
		for _, does := range dueWater(care) {
			a.yield(does) // until it is moved it drinks as its aftercare says
		}
	}
	unpots := acts.Unpot.Among(a.Says)
	for _, text := range due {
		does := acts.Of(text.Sense)
		if !unpots && does.Rescues() && !does.Among(a.Says) && !does.AgainstAny(a.Says) {
			a.Also, a.Says = append(a.Also, instruct(text)), append(slices.Clone(a.Says), does)
		}
	}
}

// feel adds a watering that is felt for first, where nothing else that is said speaks of water.
func (a *Advice) feel(next aftercare.Due, today string) {
	speaks := func(i Instruction) bool { return i.Act().Act == acts.Water.Act }
	if next.On > today || slices.ContainsFunc(slices.Concat(a.Also, a.Meanwhile), speaks) ||
		acts.Of(next.Do.Sense).AgainstAny(a.Says) {
		return
	}
	a.Also = append(a.Also, instruct(doing(next)))
}

// dueWater is what the jobs of today give of water.
func dueWater(care aftercare.Care) (does []acts.Act) {
	for _, due := range care.Due {
		if act := acts.Of(due.Do.Sense); due.On <= care.Day && act.Act == acts.Water.Act {
			does = append(does, act)
		}
	}
	return does
}

// doing is what is due, as its job says it.
func doing(next aftercare.Due) knowledge.Text {
	job, _ := aftercare.Table().Job(next.Job)
	return knowledge.Text{Value: job.Do, Provenance: next.How.Provenance, Sense: next.Do.Sense}
}

// yield drops what is against an act of its aftercare, which has seen more of the plant since.
func (a *Advice) yield(act acts.Act) {
	against := func(i Instruction) bool { return i.Act().Against(act) }
	a.Also = slices.DeleteFunc(a.Also, against)
	a.Meanwhile = slices.DeleteFunc(a.Meanwhile, against)
	a.Says = slices.DeleteFunc(slices.Clone(a.Says), act.Against)
}

// tended are the rows of pot or hold in which the aftercare speaks.
var tended = []string{"housed", "held", "held-tips"}
