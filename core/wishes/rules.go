package wishes

import (
	"slices"
	"time"

	"therapeon/core/acts"
	"therapeon/core/causes"
	"therapeon/core/dates"
	"therapeon/core/judgement"
	"therapeon/core/knowledge"
	"therapeon/core/look"
	"therapeon/core/patient"
	"therapeon/core/roots"
)

// asked is a plant of which something is wished, and what is known of it.
type asked struct {
	p     *patient.Patient
	of    Ask
	j     judgement.Judgement
	now   judgement.Advice
	seen  look.Verdict // of its present look; empty: none
	where patient.Where
	left  roots.GradeCode
	fresh bool   // it was moved not long ago
	moved bool   // and is left alone for that
	rests string // until this day

	because *knowledge.Text // the reason, where another engine gives it
}

func asking(p *patient.Patient, of Ask) *asked {
	j := judgement.Of(p, judgement.Known{Race: of.Race, Care: of.Care})
	a := &asked{
		p: p, of: of, j: j, now: j.Base, seen: j.Seen, where: p.Stands().Where(), left: p.Condition().GradeLeft(),
	}
	if days, known := p.Stands().Moved(); known {
		most := look.Table().Figures.MovedDays.Value
		a.fresh = days <= most
		a.moved = a.fresh && !a.unpots()
		a.rests = dates.After(p.Today(), int(most-days+1))
	}
	return a
}

// atOnce are the advices that a day settles: what hangs on them is asked again tomorrow.
var atOnce = []string{
	judgement.LookFirst, judgement.Check, judgement.Feel, judgement.Read, judgement.Pot, judgement.Nest,
	judgement.AskAir,
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

// unpots holds for a plant that its look takes out of its pot, soon or now.
func (a *asked) unpots() bool {
	return a.now.Code == judgement.Soon || a.now.Code == judgement.Now || a.treated(look.Soon)
}

// treated holds where the advice is to treat it, and the look behind that has a decision.
func (a *asked) treated(decision string) bool {
	return a.now.Code == judgement.Treat && a.seen.Decision == decision
}

// waits holds where there is a reason to move it, and a better moment.
func (a *asked) waits() bool { return a.now.Code == judgement.Wait || a.treated(look.Wait) }

func (a *asked) has(finding string) bool { return a.p.Stands().Signs()[finding] == patient.Present }

// plans holds where what its causes ask for asks for an act.
func (a *asked) plans(s acts.Act) bool {
	return slices.ContainsFunc(look.Heard(a.p).Plan, func(code string) bool {
		action, _ := causes.Table().Action(code)
		return slices.Contains(action.Acts(), s)
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
	if a.unpots() {
		return "asked", ""
	}
	switch a.now.Code {
	case judgement.Pot:
		if acts.Fill.Among(a.now.Says) {
			return "filled", ""
		}
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
	case a.waits():
		return "waits", ""
	case a.now.Code == judgement.LookFirst:
		return "look", ""
	default:
		return row, ""
	}
}

func (a *asked) unpot() (string, string) {
	if h := a.p.Stands().Home(); h != nil && a.p.Stands().InNest() {
		from := dates.After(h.From, int(Table().Figures.NestDays.Value))
		if from <= a.p.Today() || a.j.Advice.Code == judgement.Mend {
			return "nest-over", ""
		}
		return "nest", from
	}
	switch {
	case a.where != patient.Potted:
		return "out", ""
	case a.unpots():
		return "asked", ""
	default:
		return a.first("answered")
	}
}

func (a *asked) anotherMedium() (string, string) {
	asksForIt := a.unpots() || a.waits()
	switch {
	case a.now.Code == judgement.Pot:
		return "out", ""
	case a.where != patient.Potted:
		return "held", ""
	case a.now.Code == judgement.Check:
		return "check", ""
	case a.gateOpen():
		return "gate", ""
	case a.moved:
		return "moved", a.rests
	case a.p.Condition().Limp() || a.now.Code == judgement.Feel || a.now.Code == judgement.Water:
		return "thirsty", ""
	case a.newcomer() && a.has("buds-drop"):
		return "buds", ""
	case (asksForIt || a.newcomer()) && a.flowers() && !a.unpots():
		return "bloom", ""
	case asksForIt && a.anyKind():
		return "any-time", ""
	case asksForIt && a.nubs():
		return "new-roots", ""
	case a.newcomer() && (a.nubs() || a.anyKind()):
		return "newcomer", ""
	case asksForIt || a.newcomer():
		return "no-roots", ""
	case a.now.Code == judgement.LookFirst:
		return "look", ""
	case a.growing() && a.settledHere():
		return "thrives", ""
	default:
		return "no-reason", ""
	}
}

// settledHere holds for one that is known to have been here long enough to be seen to thrive.
func (a *asked) settledHere() bool {
	days, known := a.here()
	return known && days >= Table().Figures.HereDays.Value
}

// gateOpen holds where a gate of its protocol that gives it a reservoir was seen to open.
func (a *asked) gateOpen() bool {
	if a.of.Care == nil {
		return false
	}
	for _, r := range a.of.Care.Runs {
		for _, passed := range r.Before {
			if Table().Reservoirs.Has(passed.By) {
				return true
			}
		}
	}
	return false
}

// here is for how many days it has been here, at least: since it came, else since it is known here.
func (a *asked) here() (days float64, known bool) {
	if _, most, known := a.p.Stands().DaysHere(); known {
		return most, true
	}
	since := a.p.Today()
	for _, l := range a.p.Looks {
		since = min(since, l.On)
	}
	for _, h := range a.p.Homes {
		since = min(since, h.From)
	}
	days = dates.Between(since, a.p.Today())
	return days, days >= Table().Figures.HereDays.Value
}

// newcomer holds for one that came not long ago, so that it cannot be said to thrive here.
func (a *asked) newcomer() bool {
	days, known := a.here()
	return known && days < Table().Figures.HereDays.Value
}

func (a *asked) flowers() bool {
	return a.p.Flowering() == patient.Bud || a.p.Flowering() == patient.Bloom
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
	case a.left == roots.Good:
		return "bloom", ""
	default:
		return "open", ""
	}
}

func (a *asked) cutAerial() (string, string) {
	r := a.p.Roots()
	if r == nil || a.p.Stands().EpochOf(r.On) == patient.History && a.where == patient.Potted {
		return "live", ""
	}
	for i, root := range r.Reading.Roots {
		kind := r.Verdict.Roots[i].Decision.Kind
		if root.Depth == roots.Aerial && (kind == roots.Cut || kind == roots.KeepHold) {
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
