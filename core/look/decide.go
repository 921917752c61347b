package look

import (
	"cmp"
	"slices"

	"therapeon/core/causes"
	"therapeon/core/disputes"
	"therapeon/core/knowledge"
	"therapeon/core/patient"
	"therapeon/core/roots"
)

// Reason is a sign, with its class in this case.
type Reason struct {
	Finding   string          `json:"finding" required:"true"`
	Class     string          `json:"class" required:"true" enum:"plan,soon,now"`
	Why       knowledge.Text  `json:"why" required:"true"`
	Meanwhile *knowledge.Text `json:"meanwhile,omitempty"`
}

// Advice is a rule that applies, with its words.
type Advice struct {
	Rule  string         `json:"rule" required:"true"`
	Words knowledge.Text `json:"words" required:"true"`
}

// Call is a small decision of its own: what to do, why, and what would change it.
type Call struct {
	Do    string  `json:"do" required:"true"`
	Why   Advice  `json:"why" required:"true"`
	Later *Advice `json:"later,omitempty" description:"when to change one's mind"`
}

// Verdict is what the look comes to.
type Verdict struct {
	Decision   string           `json:"decision" required:"true" enum:",leave,wait,soon,now,out" description:"empty when nothing was looked at"`
	Headline   string           `json:"headline" required:"true"`
	Line       Line             `json:"-"`
	Reasons    []Reason         `json:"reasons" required:"true" description:"what asks for unpotting, the weightiest first"`
	Blocks     []Block          `json:"blocks" required:"true" description:"what holds it back"`
	Overridden []Block          `json:"overridden" required:"true" description:"what would hold it back and does not"`
	Rules      []Advice         `json:"rules" required:"true" description:"rules that tipped it"`
	Meanwhile  []knowledge.Text `json:"meanwhile" required:"true" description:"what to do while waiting"`
	AgainDays  int              `json:"again_days" required:"true" description:"look again, or have it done, after so many days"`
	Spike      *Call            `json:"spike,omitempty" description:"cut, keep or wait"`
	RotPatch   *Call            `json:"rot_patch,omitempty" description:"in-place, unpot or look"`
}

var rank = map[string]int{"": 0, "plan": 1, Soon: 2, Now: 3}

// decider decides on one plant.
type decider struct {
	*Knowledge
	p *patient.Patient
	v Verdict

	findings   patient.Findings // seen in the pot
	season     patient.Season
	daysToWarm int
	unpotted   bool
	nightLowC  *float64
	movedDays  *float64 // since its medium was last changed, at most; nil: not known

	expected bool // a sign was set aside as what follows a move
	thirst   bool // a sign was set aside as what water answers
}

// Decide decides on a plant on the day of its look: leave it, wait, soon or now, with the
// reasons and the days until it is to be looked at again. Nothing noted decides nothing.
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
		},
		findings: causes.SeenInPot(p),
		unpotted: p.Stands().Bare(),
	}
	d.season, d.daysToWarm = k.SeasonOf(p)
	if l := p.Look(); l != nil {
		d.unpotted, d.nightLowC = d.unpotted || l.Noted.Unpotted, l.Noted.NightLowC
	}
	if _, most, known := p.Stands().MediumDays(); known {
		d.movedDays = &most
	}
	if len(d.findings) == 0 && p.Growth() == "" && !d.unpotted {
		d.line(Line{Say: "unlooked"})
		return d.v
	}
	d.reasons()
	d.rotPatch()
	class := d.class()
	d.spike()
	held, set := d.held(class)
	d.settle(class, held, set)
	// Where nothing is moved, only a plant that lacks roots asks about its spike.
	if (d.v.Decision == Leave || d.v.Decision == Wait) && !d.fewRoots() {
		d.v.Spike = nil
	}
	d.meanwhile()
	return d.v
}

// Line is a look in a line, as codes: its words are made when they are read.
type Line struct {
	Say   string `json:"say,omitempty"`   // which line of the table
	Block string `json:"block,omitempty"` // what is waited for
}

// Words is the answer in a line.
func (k *Knowledge) Words(l Line) string {
	for _, b := range k.Blocks {
		if b.Code == l.Block {
			return b.WaitFor.Value
		}
	}
	return k.Lines[l.Say]
}

// Potted is the line of a plant that a look found out of its pot, and that was potted since.
var Potted = Line{Say: "potted-since"}

func (d *decider) line(l Line) { d.v.Line, d.v.Headline = l, d.Knowledge.Words(l) }

func (d *decider) has(finding string) bool { return d.findings[finding] == patient.Present }

func (d *decider) advice(rule string) Advice { return Advice{rule, d.Knowledge.Rules[rule]} }

func (d *decider) rule(rule string) { d.v.Rules = append(d.v.Rules, d.advice(rule)) }

// newRoots holds when new roots are showing.
func (d *decider) newRoots() bool { return d.p.Growth() == patient.NewRoots || d.has("tips-growing") }

// reasons lists the signs that show, the weightiest first.
func (d *decider) reasons() {
	for _, s := range d.Signs {
		if !d.has(s.Finding) || s.NotIfClimber && d.p.Profile.IsClimber() {
			continue
		}
		switch {
		case s.AfterMove && d.justMoved():
			d.expected = true
			continue
		case s.Thirst && d.dryPot() && !d.fewRoots():
			d.thirst = true
			continue
		}
		class := s.Class.Value
		if here, ok := s.InGroups[d.p.Profile.Code]; ok {
			class = here.Value
		}
		if s.InCool != nil && d.season == patient.Cool {
			class = s.InCool.Value
		}
		d.v.Reasons = append(d.v.Reasons, Reason{s.Finding, class, s.Why, s.Meanwhile})
	}
	slices.SortStableFunc(d.v.Reasons, func(a, b Reason) int { return cmp.Compare(rank[b.Class], rank[a.Class]) })
}

// justMoved holds in the months in which a moved plant is left alone.
func (d *decider) justMoved() bool {
	return d.movedDays != nil && *d.movedDays <= d.Figures.MovedDays.Value
}

// dryPot holds where the pot is known to be dry.
func (d *decider) dryPot() bool {
	return d.has("pot-light") && !d.has("stays-wet") && !d.has("limp-though-wet")
}

// class is how pressing the signs are together, and what the causes ask for.
func (d *decider) class() string {
	class := ""
	if len(d.v.Reasons) > 0 {
		class = d.v.Reasons[0].Class
	}
	if class == "plan" && len(d.v.Reasons) > 1 {
		d.rule("two-or-more")
		class = Soon
	}
	if d.p.Heard().Strips && rank[class] < rank[Soon] {
		d.rule("plan-strips")
		class = Soon
	}
	return class
}

func (d *decider) thirsty() bool {
	return d.has("leaves-limp") || d.has("bulbs-shrivelled") || d.has("leaves-pleated")
}

// fewRoots holds when the roots are known not to carry the plant.
func (d *decider) fewRoots() bool {
	switch d.p.Condition().Grade() {
	case roots.Rootless, roots.NearRootless:
		return true
	case roots.Poor:
		return d.p.Condition().Starved() || d.thirsty()
	default:
		return d.p.Condition().Starved()
	}
}

// rooty holds when the roots themselves ask for it.
func (d *decider) rooty() bool {
	for _, s := range d.Signs {
		if s.Roots && d.has(s.Finding) {
			return true
		}
	}
	return false
}

// held lists what holds the move back, and what would if it were less pressing.
func (d *decider) held(class string) (held, would []Block) {
	moves := d.p.Profile.Moves.Value
	consider := func(code string, applies, holds bool) {
		switch {
		case applies && holds && class != Now:
			held = append(held, d.block(code))
		case applies && class != "":
			would = append(would, d.block(code))
		}
	}
	least, _ := d.p.Profile.RangeC()
	cold := d.nightLowC != nil && *d.nightLowC < least
	cool := d.nightLowC == nil && d.season == patient.Cool &&
		(moves == "best with new roots" || moves == "only with new roots")
	consider("cold", (cold || cool) && !d.newRoots(), moves != "any time")
	consider("rest", d.p.Growth() == patient.Resting, moves != "any time" && moves != "any warm spell")
	shy := moves == "only with new roots" || moves == "best with new roots" && class == "plan"
	consider(
		"new-roots",
		!d.newRoots() && d.p.Growth() != patient.Resting && moves != "any time" && moves != "any warm spell",
		shy,
	)
	flowers := d.p.Flowering() == patient.Bud || d.p.Flowering() == patient.Bloom
	cut := d.v.Spike != nil && d.v.Spike.Do == "cut" && d.fewRoots()
	consider("flower", flowers && !cut, d.flowerHolds(class))
	return held, would
}

// flowerHolds follows the house's side on repotting in flower.
func (d *decider) flowerHolds(class string) bool {
	switch d.p.Side(disputes.RepotInFlower) {
	case disputes.NeverInFlower:
		return true
	case disputes.WhenRootsNeed:
		return !d.rooty()
	default:
		return class == "plan"
	}
}

// settle comes to the decision and the day to look again.
func (d *decider) settle(class string, held, would []Block) {
	f := d.Figures
	d.v.Overridden = append(d.v.Overridden, would...)
	water := rank[class] < rank[Soon] && (d.thirst || d.thirsty() && d.dryPot() && !d.fewRoots())
	switch {
	case !d.unpotted && d.p.Heard().Alarm && (class == "" || water):
		d.v.Decision, d.v.AgainDays = Soon, int(f.AlarmDays.Value)
		d.line(Line{Say: "check"})
		d.rule("alarm")
		d.v.Overridden = []Block{}
	case !d.unpotted && water:
		d.v.Decision, d.v.AgainDays = Leave, int(f.WaterDays.Value)
		d.line(Line{Say: "water"})
		d.rule("water-first")
		d.v.Overridden = []Block{}
	case d.unpotted:
		d.v.Decision, d.v.Overridden = Out, []Block{}
		d.line(Line{Say: Out})
		d.v.Rules = []Advice{}
	case class == "":
		d.v.Decision, d.v.AgainDays = Leave, int(f.LeaveDays.Value)
		d.line(Line{Say: Leave})
		d.v.Overridden = []Block{}
		if d.expected {
			d.rule("just-moved")
			left := int(f.MovedDays.Value - *d.movedDays)
			d.v.AgainDays = max(int(f.SoonerDays.Value), min(left, int(f.MovedLookDays.Value)))
			break
		}
		d.rule("no-sign")
		d.rule("three-months")
	case class == Now:
		d.v.Decision = Now
		d.line(Line{Say: Now})
		if len(would) > 0 {
			d.rule("overrides")
		}
	case len(held) > 0:
		d.v.Decision, d.v.Blocks, d.v.Overridden = Wait, held, []Block{}
		for _, b := range held {
			d.hold(b, class)
		}
	default:
		d.v.Decision, d.v.AgainDays = Soon, int(f.SoonDays.Value)
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
		if d.p.Profile.MovesAnyTime() {
			d.rule("any-time")
		}
		if slices.ContainsFunc(would, func(b Block) bool { return b.Code == "flower" }) &&
			d.p.Side(disputes.RepotInFlower) == disputes.WhenRootsNeed {
			d.rule("needed-in-flower")
		}
	}
}

// hold makes a block part of the answer. The one that lasts longest says what
// is waited for.
func (d *decider) hold(b Block, class string) {
	days := int(b.Days.Value)
	switch {
	case b.Code == "cold":
		days = max(days, d.daysToWarm)
		d.rule("season-turn")
	case b.Code == "flower" && class == Soon:
		d.rule("never-in-flower")
	}
	if days > d.v.AgainDays {
		d.v.AgainDays = days
		d.line(Line{Say: Wait, Block: b.Code})
	}
}

// rotPatch decides on a small patch of rot: treated in its pot, or unpotted.
func (d *decider) rotPatch() {
	if !d.has("rot-patch") {
		return
	}
	general := d.rooty()
	looked := d.findings["dead-roots-seen"] != "" || d.p.Condition().Grade() != roots.Unread
	sound := d.p.Condition().Grade() == roots.Unread || !d.p.Condition().Grade().Few()
	unpot := func(rule string) {
		d.v.RotPatch = &Call{Do: "unpot", Why: d.advice(rule)}
		f := Reason{Finding: "rot-patch", Class: Soon, Why: d.Knowledge.Rules[rule]}
		d.v.Reasons = append([]Reason{f}, d.v.Reasons...)
		slices.SortStableFunc(d.v.Reasons, func(a, b Reason) int { return cmp.Compare(rank[b.Class], rank[a.Class]) })
	}
	switch {
	case d.p.Side(disputes.SmallRotPatch) == disputes.PatchUnpot:
		unpot("patch-unpot")
	case d.p.Side(disputes.SmallRotPatch) == disputes.PatchInPlace:
		d.v.RotPatch = &Call{Do: "in-place", Why: d.advice("patch-in-place-set")}
	case general || !sound:
		unpot("patch-general")
	case !looked:
		d.v.RotPatch = &Call{Do: "look", Why: d.advice("patch-unknown")}
	default:
		d.v.RotPatch = &Call{Do: "in-place", Why: d.advice("patch-in-place")}
	}
}

// spike decides on a flower spike in the way.
func (d *decider) spike() {
	if !d.p.Flowering().InFlower() {
		return
	}
	later := d.advice("spike-later")
	call := func(do, rule string) {
		d.v.Spike = &Call{Do: do, Why: d.advice(rule)}
		if do != "cut" && rule != "spike-never" {
			d.v.Spike.Later = &later
		}
	}
	switch {
	case d.p.Profile.KeepsSpike():
		call("keep", "spike-never")
	case d.p.Side(disputes.SpikeAtRescue) == disputes.SpikeCut:
		call("cut", "spike-cut-set")
	case d.p.Side(disputes.SpikeAtRescue) == disputes.SpikeKeep:
		call("keep", "spike-keep-set")
	case d.fewRoots():
		call("cut", "spike-cut")
	case d.p.Condition().Grade() == roots.Unread && d.thirsty():
		call("wait", "spike-wait")
	default:
		call("keep", "spike-keep")
	}
}

// meanwhile gathers what tides the plant over, each piece once.
func (d *decider) meanwhile() {
	say := func(t knowledge.Text) {
		if !slices.Contains(d.v.Meanwhile, t) {
			d.v.Meanwhile = append(d.v.Meanwhile, t)
		}
	}
	for _, b := range d.v.Blocks {
		say(b.Meanwhile)
	}
	for _, r := range d.v.Reasons {
		if r.Meanwhile != nil {
			say(*r.Meanwhile)
		}
	}
}
