package wishes

import (
	"cmp"
	"slices"

	"therapeon/core/acts"
	"therapeon/core/aftercare"
	"therapeon/core/disputes"
	"therapeon/core/judgement"
	"therapeon/core/knowledge"
	"therapeon/core/look"
	"therapeon/core/media"
	"therapeon/core/patient"
	"therapeon/core/rehome"
)

func (a *asked) water() (string, string) {
	switch {
	case a.where == patient.Held:
		return a.waterHeld()
	case a.where == patient.Out:
		return "out", ""
	case a.j.Asks(acts.NoWater):
		return a.withheld(), ""
	case a.of.Care != nil && a.of.Care.HeldBack == "alarm":
		return "withheld", ""
	case a.j.Asks(acts.WaterLittle):
		return "little", ""
	case a.j.Asks(acts.Water) && a.seen.Tides():
		return "tided", ""
	case a.j.Asks(acts.Water):
		return a.amount("dry"), ""
	case a.plans(acts.NoWater):
		return "kept-dry", ""
	case a.now.Code == judgement.Feel:
		return "feel", a.tomorrow()
	case a.careWater() != nil && a.careWater().On <= a.p.Today() && !a.knownDry():
		return a.careDue(), ""
	case a.dry() && a.plans(acts.Flush):
		return "flush", ""
	case a.dry() && (a.still() || a.sips()):
		return "little", ""
	case a.dry():
		return a.amount("dry"), ""
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

// sips holds where its aftercare gives it no more than a sip, in its rest.
func (a *asked) sips() bool {
	rests := func(r aftercare.Running) bool { return r.Code == "rest" }
	return a.of.Care != nil && slices.ContainsFunc(a.of.Care.Runs, rests)
}

// careDue is the row of a watering that its aftercare has for today, by how much that is.
func (a *asked) careDue() string {
	job, _ := aftercare.Table().Job(a.careWater().Job)
	if acts.Of(knowledge.SenseOf(job.Do.Code)).Alike(acts.WaterLittle) {
		return "little-due"
	}
	return a.amount("care-due")
}

// knownDry holds where it need not be felt first: it was seen dry, and takes its water up.
func (a *asked) knownDry() bool {
	return a.careWater().First && a.dry() && !a.still() && !a.plans(acts.Flush)
}

// fedNow holds where its aftercare feeds it with the next watering: it had plain water since its feed was due.
func (a *asked) fedNow() bool { return a.of.Care != nil && a.of.Care.Feed.PPM > 0 }

// dry holds where its medium was last seen dry.
func (a *asked) dry() bool { return a.p.Stands().Checked().Dry() }

// still holds for a plant at rest, or that was seen to stand still: it takes little up.
func (a *asked) still() bool { return a.resting() || a.p.Growth() == patient.Idle }

// withheld is why water is kept from it, by what was seen.
func (a *asked) withheld() string {
	k, f := look.Table(), patient.FactsOf(a.p)
	any := func(of knowledge.Codes) bool { return slices.ContainsFunc(of.Values, f.Shows) }
	switch {
	case any(k.Runs) || a.p.Condition().Spreading():
		return "rot"
	case any(k.Water.Thirst) && any(k.Water.Wet) || f.Shows(k.Water.InVain.Values[0]):
		return "wet-limp"
	case f.Shows(k.OverWet.Value):
		return "dark-below"
	default:
		return "withheld"
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
	case route.Shallow && a.p.Stands().Checked().Pale():
		return "nest-pale", ""
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
	waits := care.Feed.Gate != "" && (granted || slices.Contains(movedRows, row))
	switch {
	case care.Feed.PPM == 0 && (waits || granted):
		a.because = &care.Feed.Why
		return "gate", cmp.Or(care.Feed.Opens, a.tomorrow())
	case care.Feed.PPM == 0 || slices.Contains(neverFed, row):
		return row, from
	case care.Feed.OnDay > a.p.Today():
		return "fed", care.Feed.OnDay
	case granted:
		return row, from
	}
	return a.fedDamp(), ""
}

// feedRows are those that say yes, movedRows those that wait for roots, neverFed those that no gate overrules.
var (
	feedRows  = []string{"growing", "growing-feel", "dilute", "rest-quarter"}
	movedRows = []string{"moved", "still", "idle"}
	neverFed  = []string{"wet-limp", "withheld", "salt", "dry", "held"}
)

func (a *asked) feedBySigns() (string, string) {
	salt := a.has("crust") || a.p.ActsOn("salt-burn") && a.seen.Decision != ""
	switch {
	case a.few():
		return "rootless", ""
	case a.where != patient.Potted:
		return "held", ""
	case a.j.Asks(acts.NoWater):
		if a.withheld() == "wet-limp" {
			return "wet-limp", ""
		}
		return "withheld", ""
	case salt || a.plans(acts.NoFeed):
		return "salt", ""
	case (a.dry() || look.FeltDry(a.p)) && !a.fedNow():
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
		return a.fedDamp(), ""
	case a.p.Growth() == patient.Idle:
		return "idle", ""
	default:
		return "still", ""
	}
}

// fedDamp is the row of one that is fed: whether its medium is damp is said only where somebody felt it.
func (a *asked) fedDamp() string {
	f, water := patient.FactsOf(a.p), look.Table().Water
	if f.Lacks(water.Dry.Values[0]) || f.Shows(look.Table().OverWet.Value) {
		return "growing"
	}
	return "growing-feel"
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
