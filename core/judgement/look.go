package judgement

import (
	"slices"

	"therapeon/core/acts"
	"therapeon/core/aftercare"
	"therapeon/core/causes"
	"therapeon/core/cleaning"
	"therapeon/core/dates"
	"therapeon/core/knowledge"
	"therapeon/core/look"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/race"
	"therapeon/core/rehome"
	"therapeon/core/unpot"
)

// Looked is what a look comes to, with what it asks for as far as that was decided.
type Looked struct {
	look.Verdict
	Headline   Saying        `json:"headline" required:"true"`
	Blocks     []Held        `json:"blocks" required:"true" description:"what holds it back"`
	Overridden []Held        `json:"overridden" required:"true" description:"what would hold it back and does not"`
	Also       []Instruction `json:"also" required:"true" description:"what else is to be done, beside the headline"`
	Meanwhile  []Instruction `json:"meanwhile" required:"true" description:"what to do while waiting"`
	InPlace    []Instruction `json:"in_place" required:"true" description:"what is set right where it stands"`
	Spike      *Call         `json:"spike,omitempty" description:"cut, keep or wait"`
	RotPatch   *Call         `json:"rot_patch,omitempty" description:"in-place, unpot or look"`
}

// Held is what holds a move back.
type Held struct {
	Code string         `json:"code" required:"true"`
	Name knowledge.Text `json:"name" required:"true"`
	Why  knowledge.Text `json:"why" required:"true"`
}

func held(all []look.Block) []Held {
	list := make([]Held, len(all))
	for i, b := range all {
		list[i] = Held{b.Code, b.Name, b.Why}
	}
	return list
}

// Call is a small decision of its own: what to do, why, and what would change it.
type Call struct {
	Do    string      `json:"do" required:"true"`
	Words Instruction `json:"words" required:"true" description:"that in words"`
	Why   Instruction `json:"why" required:"true"`
	Later Instruction `json:"later,omitzero" description:"when to change one's mind"`
}

// OfLook is what the look of a patient comes to.
func OfLook(p *patient.Patient) Looked {
	v := look.Table().Decide(p)
	return Looked{
		Verdict: v, Headline: LineOf(v.Line).rests(v.Facts()...), Also: also(p, v), Meanwhile: instructs(v.Meanwhile),
		InPlace: instructs(v.InPlace), Blocks: held(v.Blocks), Overridden: held(v.Overridden),
		Spike: callOf(v.Spike), RotPatch: callOf(v.RotPatch),
	}
}

// Past is a look from before the home that the plant has now: it asks for nothing any more.
func (l Looked) Past() Looked {
	l.Also, l.Meanwhile, l.InPlace = []Instruction{}, []Instruction{}, []Instruction{}
	l.Spike, l.RotPatch = nil, nil
	return l
}

// Past are the causes of such a look: nothing is done about them any more.
func (c Caused) Past() Caused {
	c.Do, c.Later, c.Next, c.Apart = []Doing{}, []Doing{}, []causes.Check{}, Instruction{}
	return c
}

// LineOf is a look in a line.
func LineOf(l look.Line) Saying { return say(look.Table().Words(l)) }

// also is what is to be done beside the line of a look, each with its moment: the move keeps its day.
func also(p *patient.Patient, v look.Verdict) []Instruction {
	list := []Instruction{}
	for _, l := range v.Also {
		line, when := look.Table().Said(l).Rests(v.Facts()...), message.When{Is: message.AtOnce}
		if moves := l.Block != "" || l.Say == look.Soon; moves {
			on := dates.After(p.Today(), v.MoveDays)
			when = message.When{Is: message.OnDay, Day: on}
			decision := look.Wait
			if l.Say == look.Soon {
				decision, when.Is = look.Soon, message.ByDay
			}
			line.Value = message.All(line.Value, Again(decision, LineOf(l), on, p.Today()).Words())
		}
		list = append(list, instruct(line).at(when))
	}
	for _, p := range acts.Instead(v.Lost) {
		list = append(list, instruct(p.Words.Rests(p.Rests...)).at(message.When{Is: message.Once}))
	}
	return list
}

func callOf(c *look.Call) *Call {
	if c == nil {
		return nil
	}
	call := Call{Do: c.Do, Words: instruct(c.Words), Why: instruct(c.Why.Words)}
	if c.Later != nil {
		call.Later = instruct(c.Later.Words)
	}
	return &call
}

// Caused is what the causes of a plant come to, with what is done about them.
type Caused struct {
	causes.Verdict
	Apart Instruction `json:"apart,omitzero" description:"what to do about the alarms until they are settled"`
	Do    []Doing     `json:"do" required:"true" description:"what is done about the causes that are acted on"`
	Later []Doing     `json:"later" required:"true" description:"what waits until it is out of its pot"`
}

// Doing is something done about a cause.
type Doing struct {
	Code     string      `json:"code" required:"true" description:"of the action"`
	At       string      `json:"at" required:"true" description:"the step that picks it up"`
	Words    Instruction `json:"words" required:"true"`
	Cautions []string    `json:"cautions" required:"true" description:"codes of cautions"`
}

// OfCauses is what is done about the causes of a patient, as far as its look agrees.
func OfCauses(p *patient.Patient, found causes.Verdict, looked look.Verdict) Caused {
	var decided []acts.Act
	if p.Stands().Where() != patient.Potted {
		decided = rehome.Table().Decide(p, race.Advised{}).Says
	} else if slices.ContainsFunc(found.Plan, pours) {
		decided = watered(p)
	}
	now, later := look.Agreed(p, found.Plan, looked, decided...)
	of := Caused{Verdict: found, Do: doings(p, now), Later: doings(p, later)}
	of.Next = slices.DeleteFunc(slices.Clone(found.Next), func(c causes.Check) bool {
		finding, _ := causes.Table().Finding(c.Finding)
		return p.Stands().Where() == patient.Potted && finding.Costs().AgainstAny(looked.Says)
	})
	if len(found.Alarms) > 0 {
		apart, _ := causes.Table().Action(causes.KeepApart)
		apart.Words.Value = causes.Table().KeepApart(found.Alarms)
		of.Apart = instruct(apart.Words.Rests(found.Alarms...)).at(message.When{Is: message.AtOnce})
	}
	return of
}

// pours holds for an action that gives water.
func pours(action string) bool {
	a, ok := causes.Table().Action(action)
	return ok && slices.ContainsFunc(a.Acts(), acts.Water.Alike)
}

// watered is what the aftercare of a plant in a pot says of its water today: what is poured about a cause gives way.
func watered(p *patient.Patient) (says []acts.Act) {
	care := aftercare.For(&aftercare.InCare{Patient: p})
	for _, s := range care.Alarms {
		says = append(says, acts.Of(s.Then.Sense))
		says = append(says, s.Says...)
	}
	says = append(says, dueWater(care)...)
	return slices.DeleteFunc(says, func(a acts.Act) bool { return a.Act != acts.Water.Act })
}

func doings(p *patient.Patient, plan []string) []Doing {
	list := []Doing{}
	asked := p.Heard().Asked
	for _, code := range plan {
		a, _ := causes.Table().Action(code)
		d := Doing{Code: code, At: a.At, Words: instruct(a.Words.Rests(asked[code]...)), Cautions: []string{}}
		if a.NotTerete && p.Intake.TereteLeaves {
			d.Words = instruct(cleaning.TereteInstead().Rests(asked[code]...))
		}
		d.Cautions = append(d.Cautions, a.Cautions...)
		list = append(list, d)
	}
	return list
}

// Handling is when it is handled among the others, by what it may carry; nothing for a clean plant.
func Handling(t patient.Turn) Saying { return say(t.Words()) }

// OfUnpotting is how a patient comes out of its pot, by what its look asks for.
func OfUnpotting(p *patient.Patient, looked look.Verdict) unpot.Advice {
	return unpot.Table().Advise(p, looked.Says)
}

// Again says beside a headline when it is to be done, or when to look again; a day that has gone by is overdue.
// Nothing without a day.
func Again(decision string, headline Saying, on, today string) Saying {
	day, late := message.On("on", on), today != "" && on < today
	switch {
	case decision == "" || on == "":
		return Saying{}
	case decision == look.Now:
		return headline.moment(message.Of("look.again.today"), message.When{Is: message.AtOnce})
	case decision == look.Soon && late:
		return headline.moment(message.Of("look.again.by-overdue", day), message.When{Is: message.AtOnce})
	case decision == look.Soon:
		return headline.moment(message.Of("look.again.by", day), message.When{Is: message.ByDay, Day: on})
	case late:
		return say(message.Of("look.again.overdue", day)).at(message.When{Is: message.AtOnce})
	case decision == look.Out:
		return say(message.Of("look.again.at", day))
	}
	return say(message.Of("look.again.later", day))
}
