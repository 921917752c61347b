package wishes

import (
	"slices"
	"time"

	"therapeon/core/acts"
	"therapeon/core/aftercare"
	"therapeon/core/causes"
	"therapeon/core/dates"
	"therapeon/core/disputes"
	"therapeon/core/judgement"
	"therapeon/core/look"
	"therapeon/core/media"
	"therapeon/core/patient"
	"therapeon/core/rehome"
	"therapeon/core/roots"
)

// asked is a plant of which something is wished, and what is known of it.
type asked struct {
	p     *patient.Patient
	of    Ask
	now   judgement.Advice
	seen  look.Verdict // of its present look; empty: none
	where patient.Where
	left  roots.GradeCode
	fresh bool   // it was moved not long ago
	moved bool   // and is left alone for that
	rests string // until this day
}

func asking(p *patient.Patient, of Ask) *asked {
	a := &asked{
		p: p, of: of, now: judgement.Brief(p, judgement.Known{Race: of.Race}), where: p.Stands().Where(),
		left: p.Condition().GradeLeft(),
	}
	if look.Holds(p) {
		a.seen = look.Table().Decide(p.AtLook())
	}
	if days, known := p.Stands().Moved(); known {
		most := look.Table().Figures.MovedDays.Value
		a.fresh = days <= most
		a.moved = a.fresh && a.now.Code != judgement.Soon && a.now.Code != judgement.Now
		a.rests = dates.After(p.Today(), int(most-days+1))
	}
	return a
}

// atOnce are the advices that a day settles: what hangs on them is asked again tomorrow.
var atOnce = []string{
	judgement.LookFirst, judgement.Check, judgement.Feel, judgement.Read, judgement.Pot, judgement.Nest, judgement.AskAir,
}

// until is the day on which what is not now is asked anew: that of the advice, else of the
// next usual look.
func (a *asked) until() string {
	switch {
	case a.now.UntilOn > a.p.Today():
		return a.now.UntilOn
	case slices.Contains(atOnce, a.now.Code):
		return a.tomorrow()
	}
	return dates.After(a.p.Today(), int(look.Table().Figures.SoonDays.Value))
}

// tomorrow is for what is looked up or felt today.
func (a *asked) tomorrow() string { return dates.After(a.p.Today(), 1) }

func (a *asked) has(finding string) bool { return a.p.Stands().Signs()[finding] == patient.Present }

func (a *asked) says(s acts.Act) bool { return slices.Contains(a.seen.Says, s) }

// plans holds where what its causes ask for asks for an act.
func (a *asked) plans(s acts.Act) bool {
	return slices.ContainsFunc(look.Heard(a.p).Plan, func(code string) bool {
		action, _ := causes.Table().Action(code)
		return slices.Contains(action.Says, s)
	})
}

// few holds for a plant with hardly a living root, as far as that was read.
func (a *asked) few() bool { return a.left == roots.Rootless || a.left == roots.NearRootless }

// growing and resting are what it does, as seen at its present look.
func (a *asked) growing() bool {
	return a.has("tips-growing") || a.p.Growth().Grows()
}

func (a *asked) resting() bool { return a.p.Growth() == patient.Resting }

// nubs holds where new roots show.
func (a *asked) nubs() bool { return a.p.Condition().TipsOut() || a.has("tips-growing") }

// anyKind holds for kinds that change their medium at any time.
func (a *asked) anyKind() bool {
	return a.p.Profile.MovesAnyTime() || Table().AnyTime.Has(a.p.Profile.Code)
}

// rules give for each wish the row of its answer, and the day that it changes, where that is
// not the day of the advice.
var rules = map[string]func(*asked) (row, from string){
	"repot":          (*asked).repot,
	"unpot":          (*asked).unpot,
	"another-medium": (*asked).anotherMedium,
	"water":          (*asked).water,
	"feed":           (*asked).feed,
	"cut-spike":      (*asked).cutSpike,
	"cut-aerial":     (*asked).cutAerial,
	"cut-root":       (*asked).cutRoot,
	"old-bulbs":      (*asked).oldBulbs,
	"divide":         (*asked).divide,
	"treat":          (*asked).treat,
	"sun":            (*asked).sun,
	"big-pot":        (*asked).bigPot,
	"discard":        (*asked).discard,
}

func (a *asked) repot() (string, string) {
	switch a.now.Code {
	case judgement.Soon, judgement.Now:
		return "asked", ""
	case judgement.Pot:
		return "potted-out", ""
	case judgement.Nest:
		return "nested", ""
	case judgement.Hold:
		return "held", ""
	case judgement.Read:
		return "unread", ""
	case judgement.AskAir:
		return "air", ""
	}
	return a.first("no-reason")
}

// first is what goes before taking it out of its pot; else the row at hand.
func (a *asked) first(row string) (string, string) {
	switch {
	case a.now.Code == judgement.Check:
		return "check", ""
	case a.now.Code == judgement.Feel:
		return "feel", ""
	case a.moved:
		return "moved", a.rests
	case a.now.Code == judgement.Wait:
		return "waits", ""
	case a.now.Code == judgement.LookFirst:
		return "look", ""
	default:
		return row, ""
	}
}

func (a *asked) unpot() (string, string) {
	switch {
	case a.where != patient.Potted:
		return "out", ""
	case a.now.Code == judgement.Soon || a.now.Code == judgement.Now:
		return "asked", ""
	default:
		return a.first("answered")
	}
}

func (a *asked) anotherMedium() (string, string) {
	asksForIt := a.now.Code == judgement.Soon || a.now.Code == judgement.Now || a.now.Code == judgement.Wait
	switch {
	case a.now.Code == judgement.Pot:
		return "out", ""
	case a.where != patient.Potted:
		return "held", ""
	case a.now.Code == judgement.Check:
		return "check", ""
	case a.moved:
		return "moved", a.rests
	case asksForIt && a.anyKind():
		return "any-time", ""
	case asksForIt && a.nubs():
		return "new-roots", ""
	case asksForIt:
		return "no-roots", ""
	case a.now.Code == judgement.Feel || a.now.Code == judgement.Water:
		return "thirsty", ""
	default:
		return "thrives", ""
	}
}

func (a *asked) water() (string, string) {
	switch {
	case a.where == patient.Held:
		return a.waterHeld()
	case a.where == patient.Out:
		return "out", ""
	case a.says(acts.NoWater):
		return "wet-limp", ""
	case a.seen.Line.Say == look.WaterLittle:
		return "little", ""
	case a.says(acts.Water):
		return a.amount("dry"), ""
	case a.plans(acts.NoWater):
		return "kept-dry", ""
	case a.p.Stands().Checked().Dry():
		return a.amount("dry"), ""
	case a.careWater() != nil && a.careWater().On <= a.p.Today():
		return a.amount("care-due"), ""
	case a.careWater() != nil:
		return "care-later", a.careWater().On
	case a.of.WaterOn != "" && a.of.WaterOn <= a.p.Today():
		return a.amount("due"), ""
	case a.of.WaterOn != "":
		return "later", a.of.WaterOn
	case a.strictRest():
		return "strict-rest", ""
	case a.resting():
		return "resting", ""
	default:
		return "unknown", a.tomorrow()
	}
}

// careWater is the next watering of its aftercare; nil where it has none.
func (a *asked) careWater() *aftercare.Due {
	if a.of.Care == nil {
		return nil
	}
	for _, d := range a.of.Care.Due {
		if job, _ := aftercare.Table().Job(d.Job); job.Waters && job.Code != "sip" {
			return &d
		}
	}
	return nil
}

// amount is a row by how much is given at each watering.
func (a *asked) amount(row string) string {
	if a.p.Side(disputes.Watering) == disputes.LittleOften {
		return row + "-little"
	}
	return row
}

// strictRest holds in the cool season for kinds that rest, where its side keeps that by the season.
func (a *asked) strictRest() bool {
	return a.p.Side(disputes.WinterRest) == disputes.Strict && Table().DryRest.Has(a.p.Profile.Code) &&
		(a.resting() || a.winter())
}

// waterHeld is by the way in which it is held.
func (a *asked) waterHeld() (string, string) {
	from, later := a.tomorrow(), false
	if next := a.careWater(); next != nil && next.On > a.p.Today() {
		from, later = next.On, true
	}
	route, _ := rehome.Table().Route(a.p.Stands().Holding())
	switch {
	case route.PlantDry:
		return "bag", from
	case route.Reservoir:
		return "reservoir", from
	case route.Shallow:
		return "nest", from
	case later:
		return "held-later", from
	default:
		return "soak", ""
	}
}

func (a *asked) feed() (string, string) {
	row, from := a.feedBySigns()
	care := a.of.Care
	if care == nil || len(care.Runs) == 0 || !care.Runs[0].Home {
		return row, from
	}
	granted := slices.Contains(feedRows, row)
	switch {
	case care.Feed.PPM == 0 && granted:
		return "gate", a.tomorrow()
	case care.Feed.PPM == 0 || slices.Contains(neverFed, row):
		return row, from
	case care.Feed.OnDay > a.p.Today():
		return "fed", care.Feed.OnDay
	case granted:
		return row, from
	}
	return "growing", ""
}

// feedRows are those that say yes; neverFed those that no gate overrules.
var (
	feedRows = []string{"growing", "dilute", "rest-quarter"}
	neverFed = []string{"wet-limp", "salt", "dry", "held"}
)

func (a *asked) feedBySigns() (string, string) {
	salt := a.has("crust") || a.p.ActsOn("salt-burn") && a.seen.Decision != ""
	switch {
	case a.few():
		return "rootless", ""
	case a.where != patient.Potted:
		return "held", ""
	case a.says(acts.NoWater):
		return "wet-limp", ""
	case salt || a.plans(acts.NoFeed):
		return "salt", ""
	case a.p.Stands().Checked().Dry() || a.says(acts.Water):
		return "dry", a.tomorrow()
	case a.fresh:
		return a.feedMoved()
	case a.resting() && a.p.Side(disputes.WinterFeed) == disputes.AllYear:
		return "rest-quarter", ""
	case a.resting():
		return "resting", ""
	case a.winter() && a.p.Side(disputes.WinterFeed) == disputes.StopInWinter:
		return "winter", ""
	case a.growing():
		return "growing", ""
	default:
		return "still", ""
	}
}

// feedMoved is by when the first feed after a move comes. Into mineral none comes before its gate.
func (a *asked) feedMoved() (string, string) {
	switch side := a.p.Side(disputes.FirstFeed); {
	case side == disputes.ThreeMonths:
		return "three-months", a.rests
	case side == disputes.Dilute && !media.Table().Mineral.Has(a.p.Stands().Medium()) && !a.resting():
		return "dilute", ""
	}
	return "moved", a.rests
}

// winter holds in the cool months of its house, whatever the plant does.
func (a *asked) winter() bool {
	on, err := time.Parse(time.DateOnly, a.p.Today())
	if err != nil {
		return false
	}
	season, _ := look.Table().Season(int(on.Month()), a.p.House.South)
	return season == patient.Cool
}

func (a *asked) cutSpike() (string, string) {
	flowering := a.p.Flowering()
	if l := a.p.Look(); l != nil && slices.ContainsFunc(a.p.Spikes, func(on string) bool { return on >= l.On }) {
		flowering = patient.NotFlowering
	}
	call := a.seen.Spike
	switch {
	case flowering == patient.Spent:
		return "spent", ""
	case !flowering.InFlower():
		return "none", ""
	case a.p.Profile.KeepsSpike():
		return "keeps", ""
	case call != nil && call.Do == "cut":
		return map[string]string{"spike-limp": "limp", "spike-cut": "few", "spike-cut-set": "side"}[call.Why.Rule], ""
	case call != nil && call.Do == "wait":
		return "unread", ""
	case flowering == patient.Spike:
		return "keep", ""
	default:
		return "bloom", ""
	}
}

func (a *asked) cutAerial() (string, string) {
	r := a.p.Roots()
	if r == nil || a.p.Stands().EpochOf(r.On) == patient.History && a.where == patient.Potted {
		return "live", ""
	}
	for i, root := range r.Reading.Roots {
		if root.Depth == roots.Aerial && r.Verdict.Roots[i].Decision.Kind == roots.Cut {
			return "dead", ""
		}
	}
	return "live", ""
}

// cutRoot feels the root as the root table does.
func (a *asked) cutRoot() (string, string) {
	again := dates.After(a.p.Today(), int(Table().Figures.RecheckDays.Value))
	of := a.of.Root
	if of.Feel == "" && of.Wetting == "" {
		return "unfelt", a.tomorrow()
	}
	one := roots.Root{ID: "asked", Count: 1, Segments: []roots.Segment{
		{Feel: of.Feel, Colour: of.Colour, Wetting: of.Wetting},
	}}
	v := roots.Read(roots.Reading{Roots: []roots.Root{one}}, a.p.Condition().Reader(a.p.Today()))
	switch v.Roots[0].State {
	case roots.Dead:
		return "dead", ""
	case roots.Doubtful:
		return "doubtful", again
	default:
		return "firm", ""
	}
}
