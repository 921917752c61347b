package judgement

import (
	"cmp"
	"slices"
	"sync"

	"therapeon/core/acts"
	"therapeon/core/aftercare"
	"therapeon/core/dates"
	"therapeon/core/knowledge"
	"therapeon/core/look"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/race"
	"therapeon/core/rehome"
)

// Codes of advice.
const (
	LookFirst = "look-first"
	Check     = "check" // make the next check
	Feel      = "feel"  // feel its medium, and water it by that
	Water     = "water"
	Treat     = "treat" // treat it where it stands
	Leave     = "leave"
	Wait      = "wait"
	Soon      = "soon" // unpot it soon
	Now       = "now"  // unpot it now
	Read      = "read" // read its roots
	Pot       = "pot"
	Hold      = "hold"
	Nest      = "nest"
	AskAir    = "ask-air" // say how humid its air is
	Stay      = "stay"    // it stands in the home that was given
	Tend      = "tend"    // do what its aftercare wants today
	Mend      = "mend"    // an alarm of its aftercare sounds
)

// Kinds of advice, by what a plant wants of its keeper.
var kinds = map[string][]string{
	"act":   {Now, Soon, Water, Feel, Treat, Tend, Mend},
	"check": {LookFirst, Check, Read, AskAir},
	"home":  {Pot, Hold, Nest},
	"leave": {Leave, Wait, Stay},
}

// Kind is what the plant wants by an advice, as of OfKind.
func (l Line) Kind() string {
	for kind, codes := range kinds {
		if slices.Contains(codes, l.Code) {
			return kind
		}
	}
	return ""
}

// OfKind lists the codes of a kind of advice: "act" on it, "check" something first, give it a
// "home", "leave" it. None for another word.
func OfKind(kind string) []string { return kinds[kind] }

// Line is an advice in a line, as codes: its words are made when they are read.
type Line struct {
	Code string    `json:"code"`
	Look look.Line `json:"look,omitzero"`  // of a plant in its pot
	Row  string    `json:"row,omitempty"`  // of pot or hold
	Cuts bool      `json:"cuts,omitempty"` // are open, and go before that
	Care CareLine  `json:"care,omitzero"`  // of its aftercare

	Facts []string `json:"facts,omitempty"` // codes of what it rests on
}

// Advice is what is advised today.
type Advice struct {
	Code      string           `json:"code" required:"true" enum:"look-first,check,feel,water,treat,leave,wait,soon,now,read,pot,hold,nest,ask-air,stay,tend,mend"`
	Kind      string           `json:"kind" required:"true" enum:"act,check,home,leave" description:"what the plant wants by it"`
	Headline  Saying           `json:"headline" required:"true"`
	UntilOn   string           `json:"until_on,omitempty" description:"the day it holds until, or is to be done by"`
	Until     Saying           `json:"until,omitzero" description:"that in words"`
	Page      string           `json:"page" required:"true" enum:"look,unpot,roots,causes,cleaning,rehome,places,aftercare" description:"the step where it is done"`
	Because   []knowledge.Text `json:"because" required:"true"`
	Also      []Instruction    `json:"also" required:"true" description:"what else is to be done, beside the headline"`
	Meanwhile []Instruction    `json:"meanwhile" required:"true" description:"what to do until then"`
	Flips     []Flip           `json:"flips" required:"true" description:"the single fact that would change it, the likeliest first"`
	Ready     []Ready          `json:"ready" required:"true" description:"what must be ready beforehand, with its day"`
	Rests     []Premise        `json:"rests" required:"true" description:"what it rests on, each with its day where that is known"`
	Says      []acts.Act       `json:"says" required:"true" description:"the acts it asks for, see /api/v1/knowledge/acts"`
	Line      Line             `json:"-"`
}

// Ready is something to be made ready beforehand.
type Ready struct {
	On       string              `json:"on,omitempty"`
	Do       Saying              `json:"do" required:"true"`
	How      []knowledge.Text    `json:"how" required:"true"`
	Cautions []knowledge.Caution `json:"cautions" required:"true"`

	days int // before it is used
}

// Knowledge is the table of advice.
type Knowledge struct {
	Tried     []Tried          `yaml:"flips"`
	Nubs      knowledge.Text   `yaml:"nubs"`
	Tips      knowledge.Text   `yaml:"tips"`
	Dry       knowledge.Text   `yaml:"dry"`
	Wet       knowledge.Text   `yaml:"wet"`
	Vain      knowledge.Text   `yaml:"vain"`
	Humid     knowledge.Text   `yaml:"humid"`
	DryAir    knowledge.Text   `yaml:"dry-air"`
	NoTip     knowledge.Text   `yaml:"no-tip"`
	NoTipThen knowledge.Text   `yaml:"no-tip-then"`
	Most      knowledge.Number `yaml:"most"`
	Coming    message.Message  `yaml:"coming"`
	Waits     knowledge.Text   `yaml:"waits"`
}

// Tried is a fact that is tried.
type Tried struct {
	Finding string         `yaml:"finding"`
	If      knowledge.Text `yaml:"if"`
}

// Table is the table.
var Table = sync.OnceValue(func() *Knowledge {
	var k Knowledge
	knowledge.MustRead("advice.yaml", &k)
	return &k
})

// Words is an advice in a line; empty for a line of no known code.
func (k *Knowledge) Words(l Line) message.Message {
	if words := k.careWords(l.Care); !words.Empty() {
		return words
	}
	if l.Row != "" {
		return rehome.Table().Headline(l.Row, l.Cuts)
	}
	return look.Table().Words(l.Look)
}

// Known is what an advice rests on beside the plant.
type Known struct {
	Race race.Advised    // empty where it was not run
	Care *aftercare.Care // nil where it has none
}

// For is the one advice for a plant today.
func For(p *patient.Patient, by Known) Advice {
	a := Brief(p, by)
	a.Flips = flips(p, by, a)
	a.Ready = ready(p, a)
	return a
}

// Brief is the advice without what would change it, as lists show it.
func Brief(p *patient.Patient, by Known) Advice { return base(p, by.Race).with(p, by.Care) }

// base is the advice before the aftercare speaks.
func base(p *patient.Patient, of race.Advised) Advice {
	d := rehome.Table().Decide(p, of)
	a := Advice{
		Because: []knowledge.Text{}, Also: []Instruction{}, Rests: []Premise{}, Meanwhile: []Instruction{},
		Flips: []Flip{}, Ready: []Ready{},
		Says: []acts.Act{},
	}
	if p.Stands().Where() == patient.Potted && d.Code != "housed" {
		a.inPot(p)
	} else {
		a.outOfPot(p, d)
	}
	return a
}

// with is an advice once the aftercare has spoken, in words.
func (a Advice) with(p *patient.Patient, care *aftercare.Care) Advice {
	if care != nil {
		a.tend(*care, p.Stands().Where() == patient.Potted)
	}
	a.Headline, a.Until = a.Line.Said(a.UntilOn, p.Today())
	a.Kind = a.Line.Kind()
	a.Rests = premises(p, a.Line.Facts)
	return a
}

// Said is an advice as sentences: what to do, and when that is to be done or looked at again.
func (l Line) Said(untilOn, today string) (headline, until Saying) {
	headline = say(Table().Words(l)).at(l.when(untilOn)).rests(l.Facts...)
	return headline, l.until(headline, untilOn, today)
}

// when is the moment of what it advises.
func (l Line) when(untilOn string) message.When {
	switch {
	case l.Code == Now:
		return message.When{Is: message.AtOnce}
	case untilOn != "" && l.Kind() == "act":
		return message.When{Is: message.ByDay, Day: untilOn}
	}
	return message.When{Is: message.AtOnce, Day: untilOn}
}

// until says beside a headline when it is to be done, or when to look again. What aftercare asks for says
// its own day.
func (l Line) until(headline Saying, on, today string) Saying {
	switch {
	case l.Page() == "aftercare":
		return Saying{}
	case l.Code == Now:
		return Again(look.Now, headline, cmp.Or(on, "today"), today)
	case slices.Contains([]string{Soon, Check, Feel}, l.Code):
		return Again(look.Soon, headline, on, today)
	}
	return Again(look.Leave, headline, on, today)
}

// inPot is the advice for a plant in its pot: the look's.
func (a *Advice) inPot(p *patient.Patient) {
	at := p.AtLook()
	v := look.Table().Decide(at)
	a.Line = Line{Code: codeOf(v), Look: v.Line, Facts: v.Facts()}
	a.Code, a.Page, a.Says = a.Line.Code, a.Line.Page(), v.Says
	if v.Decision == "" {
		a.Because = append(a.Because, rehome.Table().Decisions["look-first"].Reason)
	}
	for _, r := range v.Reasons {
		a.Because = append(a.Because, r.Why)
	}
	for _, r := range v.Rules {
		a.Because = append(a.Because, r.Words)
	}
	for _, b := range v.Blocks {
		a.Because = append(a.Because, b.Why)
	}
	a.Meanwhile = append(a.Meanwhile, instructs(slices.Concat(v.InPlace, v.Meanwhile))...)
	a.Also = append(a.Also, also(at, v)...)
	if p.Look() != nil {
		a.UntilOn = LookAgainOn(at, v)
	}
}

// LookAgainOn is the day to look again after a look: the user's own, else as the look comes to,
// or sooner where a treatment that runs is due. What must be done now waits for no chosen day, nor does
// what a check-in saw since.
func LookAgainOn(at *patient.Patient, v look.Verdict) string {
	l := at.Look()
	if l == nil || v.Decision == "" || v.Decision == look.Out {
		return ""
	}
	before, same := "", true
	if own := at.Stands().AtItsLook(); own != at && own.Look() != nil && own.Look().On < l.On {
		was := look.Table().Decide(own)
		before, same = LookAgainOn(own, was), was.Line == v.Line
	}
	if l.Noted.AgainOn != "" && v.Decision != look.Now && same {
		return l.Noted.AgainOn
	}
	on := dates.After(at.Today(), v.AgainDays)
	if before != "" {
		on = min(on, before) // a check-in puts no look off
	}
	if due := at.Round.On; due > l.On && due < on {
		return due
	}
	return on
}

func codeOf(v look.Verdict) string {
	switch v.Line.Say {
	case look.Check:
		return Check
	case look.Feel:
		return Feel
	case look.FeelLittle:
		return Feel
	case look.WaterIt, look.WaterLittle:
		return Water
	case look.Treat:
		return Treat
	}
	switch v.Decision {
	case "":
		return LookFirst
	default:
		return v.Decision
	}
}

// Page is the step where an advice is followed: open cuts go before a new home.
func (l Line) Page() string {
	if l.Cuts {
		return "cleaning"
	}
	if l.Care != (CareLine{}) {
		return "aftercare"
	}
	switch l.Code {
	case Check:
		return "causes"
	case Treat:
		return "cleaning"
	case Soon, Now:
		return "unpot"
	case Read:
		return "roots"
	case AskAir:
		return "places"
	case Pot, Hold, Nest, Stay:
		if l.Row == "held-crawls" {
			return "look"
		}
		return "rehome"
	default:
		return "look"
	}
}

// outOfPot is the advice for a plant out of its pot, held, or in the home that was given.
func (a *Advice) outOfPot(p *patient.Patient, d rehome.Verdict) {
	code := map[string]string{
		rehome.PotIt: Pot, rehome.HoldBare: Hold, rehome.Nest: Nest, rehome.ReadIt: Read, rehome.AskAir: AskAir,
		rehome.LeaveIt: Stay,
	}[d.Decision]
	a.Line = Line{Code: code, Row: d.Code, Cuts: d.CleanFirst}
	a.Code, a.Says, a.Because = code, d.Says, slices.Clone(d.Reasons)
	a.Page = a.Line.Page()
	if p.Turn().Suspect() {
		a.Says = append(a.Says, acts.Apart)
	}
	a.UntilOn = until(p, code)
}

// until is the day that an advice out of the pot holds until: that of the first look in a home,
// once that was done so long again.
func until(p *patient.Patient, code string) string {
	if code != Stay && code != Hold && code != Nest {
		return ""
	}
	l, home := p.Look(), p.Stands().Home()
	if home != nil && home.LookOn != "" && (code == Stay || home.Hold) {
		return home.LookOn
	}
	since := home != nil && l != nil && l.On > home.From
	if since && l.Noted.AgainOn != "" {
		return l.Noted.AgainOn
	}
	if since {
		route, _ := rehome.Table().Route(home.Way)
		return dates.After(l.On, int(route.LookDays.Value))
	}
	if code == Stay {
		return ""
	}
	tub, _ := rehome.Table().Route(rehome.Tub)
	return dates.After(p.Today(), int(tub.LookDays.Value)) // in whichever way it is then held
}

// Ahead is what is made ready for the next home of a plant, as far as that is known while it stands in its pot.
func Ahead(p *patient.Patient) []Ready {
	var list []Ready
	for _, j := range rehome.Table().Ahead(p) {
		list = append(list, Ready{Do: tell(j.Do), How: j.How, Cautions: j.Cautions, days: j.AheadDays})
	}
	return list
}

// ready is what must be ready beforehand, with its day.
func ready(p *patient.Patient, a Advice) []Ready {
	list := []Ready{}
	if a.Code != Soon && a.Code != Now {
		return list
	}
	for _, r := range Ahead(p) {
		r.On = p.Today()
		if a.UntilOn > r.On {
			r.On = max(r.On, dates.After(a.UntilOn, -r.days))
		}
		list = append(list, r)
	}
	return list
}
