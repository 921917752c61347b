package look

import (
	"slices"
	"time"

	"therapeon/core/acts"
	"therapeon/core/causes"
	"therapeon/core/disputes"
	"therapeon/core/knowledge"
	"therapeon/core/message"
	"therapeon/core/patient"
)

// Reason is a sign, with its class in this case.
type Reason struct {
	Finding string         `json:"finding" required:"true"`
	Class   string         `json:"class" required:"true" enum:"plan,soon,now"`
	Why     knowledge.Text `json:"why" required:"true"`
	On      string         `json:"on,omitempty" description:"the day it was seen, where that is too long ago to be said of today"`

	meanwhile *knowledge.Text
	says      []acts.Act // of the meanwhile
	harm      acts.Harm
}

// Advice is a rule that applies, with its words.
type Advice struct {
	Rule  string         `json:"rule" required:"true"`
	Words knowledge.Text `json:"words" required:"true"`
}

// Call is a small decision of its own: what to do, why, and what would change it.
type Call struct {
	Do    string
	Words knowledge.Text // that in words
	Why   Advice
	Later *Advice // when to change one's mind
}

// Verdict is what the look comes to.
type Verdict struct {
	Decision   string           `json:"decision" required:"true" enum:",leave,wait,soon,now,out" description:"empty when nothing was looked at"`
	Line       Line             `json:"-"`
	Also       []Line           `json:"-"` // what else is to be done, beside the line
	Grounds    []string         `json:"-"` // what its line rests on beside reasons and blocks
	MoveDays   int              `json:"-"` // of what else: days until the move is looked at again, or done
	Reasons    []Reason         `json:"reasons" required:"true" description:"what asks for unpotting, the weightiest first"`
	Blocks     []Block          `json:"-"` // what holds it back
	Overridden []Block          `json:"-"` // what would hold it back and does not
	Rules      []Advice         `json:"rules" required:"true" description:"rules that tipped it"`
	Meanwhile  []knowledge.Text `json:"-"` // what to do while waiting
	InPlace    []knowledge.Text `json:"-"` // what is set right where it stands
	Says       []acts.Act       `json:"says" required:"true" description:"the acts it asks for"`
	Proposed   []acts.Proposal  `json:"-"` // what it asks for, as far as it goes together
	Lost       []acts.Lost      `json:"-"` // what gave way, and to what
	Ask        []string         `json:"ask" required:"true" description:"findings that decide, to be looked for first"`
	AgainDays  int              `json:"again_days" required:"true" description:"look again, or have it done, after so many days"`
	Spike      *Call            `json:"-"` // cut, keep or wait
	RotPatch   *Call            `json:"-"` // in-place, unpot or look
}

// ranks are how much is asked for, the least first.
var ranks = []string{"", "plan", Soon, Now}

func rank(asks string) int { return slices.Index(ranks, asks) }

// decider decides on one plant.
type decider struct {
	*Knowledge
	p *patient.Patient
	v Verdict

	findings   patient.Findings // seen in the pot
	season     patient.Season
	daysToWarm int
	out        bool    // it is out of its pot
	movedDays  float64 // since its medium was last changed, at most
	rests      bool    // it was just moved, and is left alone for that

	thirst bool // it is short of water, by what is seen
	vain   bool // and water does not answer it
	drowns bool // the medium is wet without air, and roots or leaves fail

	expected  bool // a sign was set aside as what follows a move
	explained bool // a sign was set aside as what unpotting does not help
	asks      bool // a sign was set aside: other things are asked first
	sound     bool // a sign was set aside, since the roots were read and carry it
	falls     bool // a sign was set aside as the leaf fall of its kind's rest
	bad       bool // the medium has gone bad
}

// Decide decides on a plant on the day of its look: leave it, wait, soon or now, with the
// reasons and the days until it is to be looked at again. It hears the signs, the causes, the
// roots if they were read since its last move, the move itself, its place and its flowers.
// Nothing noted decides nothing.
func (k *Knowledge) Decide(p *patient.Patient) Verdict {
	d := &decider{
		Knowledge: k,
		p:         p,
		v: Verdict{
			Reasons:    []Reason{},
			Blocks:     []Block{},
			Overridden: []Block{},
			Rules:      []Advice{},
			Meanwhile:  []knowledge.Text{},
			InPlace:    []knowledge.Text{},
			Ask:        []string{},
			Says:       []acts.Act{},
		},
		findings: causes.SeenInPot(p),
		out:      p.Stands().Where() != patient.Potted,
	}
	d.season, d.daysToWarm = k.SeasonOf(p)
	grows := p.Growth()
	if l := p.Look(); l != nil {
		grows = l.Noted.Growth // what snapped was looked at too
	}
	if h := p.Heard(); len(d.findings) == 0 && grows == "" && !d.out && len(h.Acted) == 0 {
		d.line(Line{Say: "unlooked"})
		return d.v
	}
	d.hear()
	d.reasons()
	d.rotPatch()
	class := d.class()
	d.spike()
	held, set := d.held(class)
	d.settle(class, held, set)
	if d.v.RotPatch != nil && len(held) > 0 { // what is reached of it is not waited with
		d.v.RotPatch = d.call(d.Patch, "in-place", "patch-until")
	}
	// Where nothing is moved, only a plant that lacks roots, or went limp, asks about its spike.
	if (d.v.Decision == Leave || d.v.Decision == Wait) && !d.fewRoots() && !(d.rests && d.thirst) {
		d.v.Spike = nil
	}
	d.feelsForPlug()
	d.setRight()
	d.ground()
	d.propose()
	return d.v
}

// Line is a look in a line, as codes: its words are made when they are read.
type Line struct {
	Say   string `json:"say,omitempty"`   // which line of the table
	Block string `json:"block,omitempty"` // what is waited for
}

// Said is the answer of a line in words, with its mark; empty for a line of no known code.
func (k *Knowledge) Said(l Line) knowledge.Text {
	for _, b := range k.Blocks {
		if b.Code == l.Block {
			return b.WaitFor
		}
	}
	return k.Lines[l.Say]
}

// Words is the same without its mark.
func (k *Knowledge) Words(l Line) message.Message { return k.Said(l).Value }

// Since is the line of a look after which the plant was given a home.
func Since(h patient.Home) Line {
	if h.Hold {
		return Line{Say: "held-since"}
	}
	return Line{Say: "potted-since"}
}

func (d *decider) line(l Line) { d.v.Line = l }

// Facts are the findings that a verdict rests on, the weightiest first, what holds it back, and what its line
// rests on.
func (v Verdict) Facts() (codes []string) {
	for _, r := range v.Reasons {
		codes = append(codes, r.Finding)
	}
	for _, b := range v.Blocks {
		codes = append(codes, b.Code)
	}
	return append(codes, v.Grounds...)
}

func (d *decider) has(finding string) bool { return d.findings[finding] == patient.Present }

// any holds where one of the findings shows.
func (d *decider) any(of knowledge.Codes) bool { return slices.ContainsFunc(of.Values, d.has) }

func (d *decider) advice(rule string) Advice { return Advice{rule, d.Knowledge.Rules[rule]} }

func (d *decider) rule(rule string) { d.v.Rules = append(d.v.Rules, d.advice(rule)) }

// newRoots holds when new roots are showing.
func (d *decider) newRoots() bool { return d.p.Growth() == patient.NewRoots || d.has("tips-growing") }

// settle comes to the decision and the day to look again.
func (d *decider) settle(class string, held, would []Block) {
	water := d.water()
	switch {
	case d.out:
		d.v.Decision = Out
		d.line(Line{Say: Out})
		d.v.Rules = []Advice{}
		return
	case d.p.Heard().Alarm && class != Now && (class == "" || len(held) > 0) && !frost(held):
		d.v.Decision, d.v.AgainDays = Soon, int(d.Figures.AlarmDays.Value) // nothing is waited for over it
		d.line(Line{Say: Check})
		d.rule("alarm")
	case class == "":
		d.leave(water)
		return
	case class == Now:
		d.v.Decision, d.v.Overridden = Now, append(d.v.Overridden, would...)
		d.line(Line{Say: Now})
		if len(would) > 0 {
			d.rule("overrides")
		}
	case len(held) > 0:
		d.v.Decision, d.v.Blocks = Wait, held
		for _, b := range held {
			d.hold(b, class)
		}
		if d.p.Heard().Alarm { // out of the frost, and then
			d.v.Also = append(d.v.Also, Line{Say: Check})
		}
		d.tideOver(class)
	default:
		d.soon(would)
	}
	d.beside(water)
}

// beside puts what cannot wait for the move beside it: a treatment heads the line, for no other sign puts it
// off, and thirst is answered today.
func (d *decider) beside(water string) {
	switch {
	case !d.treats():
	case d.v.Decision == Now:
		d.v.Also = append(d.v.Also, Line{Say: TreatOut})
	case d.v.Line.Block == "frost": // it is brought in before all else
		d.v.Also = append(d.v.Also, Line{Say: Treat})
	default:
		d.v.Also, d.v.MoveDays = append(d.v.Also, d.v.Line), d.v.AgainDays
		d.v.AgainDays = min(d.v.AgainDays, int(d.Figures.SoonerDays.Value))
		d.line(Line{Say: Treat})
		d.rule("treat")
	}
	if water == "" || water == Damp {
		return
	}
	d.v.Also = append(d.v.Also, Line{Say: water})
	d.rule(map[string]string{
		WaterIt: "water-too", WaterLittle: d.little(), Feel: "feel-first", FeelLittle: "feel-first",
	}[water])
}

// little is the rule of a plant that gets a little: at rest, or where it stands still.
func (d *decider) little() string {
	if d.p.Growth() == patient.Idle {
		return "water-idle"
	}
	return "water-little"
}

// leave leaves the plant in its pot, with what it asks for there.
func (d *decider) leave(water string) {
	f := d.Figures
	d.v.Decision = Leave
	if d.treats() {
		d.v.AgainDays = int(f.SoonerDays.Value)
		d.line(Line{Say: Treat})
		d.rule("treat")
		if water == Damp {
			d.v.Also = append(d.v.Also, Line{Say: Weigh})
			d.thirsts(water)
		} else if water != "" {
			d.v.Also = append(d.v.Also, Line{Say: water})
			d.thirsts(water)
		}
		return
	}
	if water != "" {
		d.line(Line{Say: water})
		d.thirsts(water)
		return
	}
	if len(d.treatments()) > 0 {
		d.v.AgainDays = int(f.SoonerDays.Value)
		d.line(Line{Say: Leave})
		d.rule("treated")
		return
	}
	d.v.AgainDays = int(f.LeaveDays.Value)
	d.line(Line{Say: Leave})
	switch {
	case d.rests:
		d.rule("just-moved")
		left := int(f.MovedDays.Value - d.movedDays)
		d.v.AgainDays = max(int(f.SoonerDays.Value), min(left, int(f.MovedLookDays.Value)))
		return
	case d.explained:
		d.rule("explained")
	case d.asks:
		d.rule("stalled-ask")
		d.v.AgainDays = int(f.MovedLookDays.Value)
		return
	case d.falls:
		d.rule("leaf-fall")
	case d.sound:
		d.rule("read-sound")
	default:
		d.rule("no-sign")
	}
	if d.v.RotPatch != nil && d.v.RotPatch.Do == "in-place" {
		d.v.AgainDays = int(f.PatchDays.Value)
		return
	}
	d.rule("three-months")
}

// thirsts says what thirst asks for of a plant that is left in its pot.
func (d *decider) thirsts(water string) {
	if water == Feel || water == FeelLittle {
		d.v.AgainDays = int(d.Figures.FeelDays.Value)
		d.rule("feel-first")
		for _, f := range []string{d.Water.InVain.Values[0], d.Water.Dry.Values[0]} {
			if d.findings[f] == "" && !d.unseen(f) {
				d.v.Ask = append(d.v.Ask, f)
			}
		}
		return
	}
	d.v.AgainDays = int(d.Figures.WaterDays.Value)
	rule := map[string]string{WaterIt: "water-first", WaterLittle: d.little(), Damp: "damp"}[water]
	switch {
	case water == Damp && d.watered():
		rule = "watered"
	case water == Damp && d.darkBelow():
		rule = "dark-below"
	}
	d.rule(rule)
}

// treats holds where a cause that is acted on is to be treated in the pot: it was not since the
// look, or its next round has come. What was done is not done twice.
func (d *decider) treats() bool {
	asked := d.treatments()
	if due := d.p.Round.On; due != "" && !d.p.Now.IsZero() && due <= d.p.Now.Format(time.DateOnly) {
		return len(asked) > 0
	}
	treated := false
	for _, action := range asked {
		settled, done := d.settled(action)
		if !settled {
			return true
		}
		treated = treated || done
	}
	return len(asked) > 0 && !treated
}

// treatments are the actions on the plant in its pot that its causes ask for.
func (d *decider) treatments() (list []string) {
	h := d.p.Heard()
	for _, a := range causes.Table().Actions {
		if a.At == "clean" && !a.Unpots && len(h.Asked[a.Code]) > 0 {
			list = append(list, a.Code)
		}
	}
	return list
}

// settled holds where an action was done since the look, or left out with a reason, or where a
// round was noted against each cause that asks for it.
func (d *decider) settled(action string) (settled, done bool) {
	since := d.p.Look().On
	for _, j := range d.p.Deeds {
		if j.Of == action && j.On >= since {
			settled, done = true, done || !j.LeftOut
		}
	}
	if settled {
		return true, done
	}
	for _, cause := range d.p.Heard().Asked[action] {
		if !slices.ContainsFunc(d.p.Rounds, func(r patient.TreatedDay) bool {
			return r.Pest == cause && r.On >= since
		}) {
			return false, false
		}
	}
	return true, true
}

// soon has it done in the next days.
func (d *decider) soon(would []Block) {
	f := d.Figures
	d.v.Decision, d.v.AgainDays, d.v.Overridden = Soon, int(f.SoonDays.Value), append(d.v.Overridden, would...)
	d.line(Line{Say: Soon})
	pressing := 0
	for _, r := range d.v.Reasons {
		if r.Class == Soon {
			pressing++
		}
	}
	if d.newRoots() {
		d.rule("best-moment")
	}
	if d.newRoots() || pressing > 1 {
		d.v.AgainDays = int(f.SoonerDays.Value)
	}
	if len(would) > 0 && d.smells() {
		d.rule("smells")
	}
	if d.p.Profile.MovesAnyTime() {
		d.rule("any-time")
	}
	if slices.ContainsFunc(would, func(b Block) bool { return b.Code == "flower" }) &&
		d.p.Side(disputes.RepotInFlower) == disputes.WhenRootsNeed {
		d.rule("needed-in-flower")
	}
}
