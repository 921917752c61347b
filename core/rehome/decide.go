package rehome

import (
	"cmp"
	"slices"

	"therapeon/core/acts"
	"therapeon/core/cleaning"
	"therapeon/core/disputes"
	"therapeon/core/knowledge"
	"therapeon/core/look"
	"therapeon/core/media"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/pots"
	"therapeon/core/race"
	"therapeon/core/roots"
)

// deciding is one decision.
type deciding struct {
	*Knowledge
	p    *patient.Patient
	race race.Advised
}

// Verdict is what is decided, and why.
type Verdict struct {
	Code     string             `json:"code" required:"true" description:"row of the table that decided"`
	Decision string             `json:"decision" required:"true" enum:"pot,hold,nest,read,ask,leave,unpot,look"`
	Headline knowledge.Sentence `json:"-"`
	Reasons  []knowledge.Text   `json:"reasons" required:"true"`
	Side     *disputes.Side     `json:"side,omitempty" description:"the side taken, where growers differ on it"`
	Others   []disputes.Side    `json:"others" required:"true" description:"the other sides, with their reasons"`
	Until    []knowledge.Text   `json:"until" required:"true" description:"what has to be seen before this changes"`
	Routes   []Choice           `json:"-"` // the advised first
	Says     []acts.Act         `json:"says" required:"true" description:"the acts it asks for"`

	CleanFirst bool `json:"-"` // cuts of its list are still open
	Races      bool `json:"-"` // its race says by which way
	Hangs      bool `json:"-"` // the row itself hangs on the race
}

// Decisions.
const (
	PotIt    = "pot"
	HoldBare = "hold"
	Nest     = "nest"
	ReadIt   = "read"
	AskAir   = "ask"
	LeaveIt  = "leave"
	UnpotIt  = "unpot"
	LookIt   = "look"
)

// Choice is a route that comes into question.
type Choice struct {
	Route   Route            `json:"-"`
	Advised bool             `json:"advised,omitempty"`
	Suits   bool             `json:"suits" required:"true" description:"it is for plants of this kind"`
	Reasons []knowledge.Text `json:"reasons" required:"true"`
}

// Decide says whether to pot a plant now or to hold it. It hears the look (a plant that is
// left in its pot is not potted), new tips, the kind, the roots before and after the cuts, the
// humidity of its room (where that is not known it is asked, never assumed) and its race,
// which is empty where it was not run.
func (k *Knowledge) Decide(p *patient.Patient, of race.Advised) Verdict {
	c := deciding{k, p, of}
	code := c.row()
	if nest, _ := k.Route(k.Decisions[code].Route); nest.Shallow && !nest.Suits(p.Profile.Code) {
		code = "hung"
	}
	d := k.Decisions[code]
	v := Verdict{
		Code:     code,
		Decision: d.Decision,
		Reasons:  []knowledge.Text{d.Reason},
		Others:   []disputes.Side{},
		Until:    k.Until[d.Decision],
		Says:     append([]acts.Act{}, d.Says...),
	}
	v.CleanFirst = c.cutsOpen(d.Decision)
	v.Headline = knowledge.Say(k.Headline(code, v.CleanFirst))
	if v.CleanFirst {
		v.Reasons = append([]knowledge.Text{k.CleanFirst}, v.Reasons...)
	}
	if on := cleaning.LeftOn(p); on != "" && p.Stands().Where() != patient.Potted {
		left := k.CutsLeft
		left.Value = left.Value.With("day", message.Day(on))
		v.Reasons = append(v.Reasons, left)
	}
	if on := p.Broken().RootOn(); on != "" && p.Stands().Where() != patient.Potted {
		torn := k.Torn
		torn.Value = torn.Value.With("day", message.Day(on))
		v.Reasons = append(v.Reasons, torn)
	}
	if v.Until == nil {
		v.Until = []knowledge.Text{}
	}
	if slices.Contains(k.Disputed, code) {
		v.Side, v.Others = sides(disputes.BareNoTips, p.Side(disputes.BareNoTips))
	}
	v.Races = d.Decision == HoldBare || d.Decision == Nest
	v.Hangs = slices.Contains(k.Hang, code)
	v.Routes = c.routes(d)
	if why := k.BesideRace(v, of); v.Races && !why.Empty() {
		v.Reasons = append(v.Reasons, knowledge.Text{Value: why, Provenance: race.Table().SameChance.Provenance})
	}
	if len(of.Alike) > 0 && d.Decision == HoldBare && d.Route == "" && c.way() == of.Way {
		v.Reasons = append(v.Reasons, knowledge.Text{
			Value:      message.Of("rehome.say.by-its-race-these-do", message.And("alike", c.names(of.Alike))),
			Provenance: race.Table().SameChance.Provenance,
		})
	}
	return v
}

// Ground holds for a plant that is potted because roots of its kind do not grow into air.
func (v Verdict) Ground() bool { return v.Code == "slipper" || v.Code == "terrestrial" }

// BesideRace says why a decision is another than the way that its race finds best; nothing where it is that way, has
// the same chance, or no race was run.
func (k *Knowledge) BesideRace(v Verdict, of race.Advised) message.Message {
	way := ""
	if len(v.Routes) > 0 && v.Routes[0].Advised {
		way = v.Routes[0].Route.Code
	}
	route, _ := k.Route(of.Way)
	switch {
	case of.Way == "" || way == of.Way:
		return message.Message{}
	case v.Decision == PotIt:
		return message.Of("rehome.say.potted-not-race")
	case of.Chances[of.Way]-of.Chances[way] < race.Table().SameChance.Value:
		return message.Message{}
	case v.Decision == Nest:
		return message.Of("rehome.say.nest-not-race", message.Told("way", route.Name))
	case v.Decision == HoldBare:
		return message.Of("rehome.say.held-not-race", message.Told("way", route.Name))
	}
	return message.Message{}
}

// Headline is what a decision says: of what is still to be cut, that goes before it.
func (k *Knowledge) Headline(code string, cleanFirst bool) message.Message {
	if cleanFirst {
		return message.All(k.CleanThen.Value, k.Decisions[code].Headline)
	}
	return k.Decisions[code].Headline
}

// cutsOpen holds for a plant out of its pot that is cleaned before it is potted or held.
func (c deciding) cutsOpen(decision string) bool {
	if decision != PotIt && decision != HoldBare && decision != Nest || c.p.Stands().Where() != patient.Out {
		return false
	}
	list := cleaning.Cuts(c.p)
	return list.CutsDone < list.Cuts && cleaning.LeftOn(c.p) == ""
}

// names are the names of routes.
func (c deciding) names(codes []string) []message.Message {
	list := make([]message.Message, len(codes))
	for i, code := range codes {
		r, _ := c.Route(code)
		list[i] = r.Name
	}
	return list
}

// sides are the side taken in a question, and the others.
func sides(question string, taken disputes.SideCode) (*disputes.Side, []disputes.Side) {
	others := []disputes.Side{}
	for _, q := range disputes.All() {
		for _, choice := range q.Choices {
			if q.Code == question && choice.Code != taken {
				others = append(others, disputes.Side{Code: q.Code, Question: q.Question, Choice: choice})
			}
		}
	}
	return disputes.SideOf(question, taken), others
}

func (c deciding) row() string {
	if c.p.Closed {
		return "closed"
	}
	where := c.p.Stands().Where()
	if where == patient.Potted {
		return c.inPot()
	}
	kind, grade := c.p.Profile.Code, c.p.Condition().GradeLeft()
	switch {
	case where == patient.Held && c.p.Stands().Checked().BaseRots():
		return "held-rots"
	case where == patient.Held && c.p.Stands().Checked().Crawls():
		return "held-crawls"
	case grade == roots.Unread && where == patient.Out:
		return "read-first"
	case c.p.Condition().TipsOut() && where == patient.Held && !c.Ready(c.p, c.p.Today()):
		return "held-tips"
	case c.p.Condition().TipsOut() && c.p.Stands().Holding() == Pebbles:
		return fill
	case c.p.Condition().TipsOut() && c.overClay(grade):
		return "hung-tips"
	case c.p.Condition().TipsOut():
		return "tips"
	case kind == "slipper":
		return "slipper"
	case c.Usual[kind] == "terrestrial":
		return "terrestrial"
	case grade.Few() && where == patient.Held:
		return c.held()
	case grade == roots.Good && c.p.Around().Humid() == patient.Dry:
		return "sound-dry"
	case grade == roots.Good:
		return "sound"
	case grade == roots.Fair:
		return c.fair(where)
	case where == patient.Held:
		return c.held()
	}
	return c.few(grade)
}

// overClay holds for a tree-dweller with hardly a root whose way is mineral: it hangs over the clay until its tips
// are long enough to be filled round.
func (c deciding) overClay(grade roots.GradeCode) bool {
	kind, _ := c.medium()
	mineral, _ := c.Route("inorganic")
	bare := grade == roots.Rootless || grade == roots.NearRootless
	return bare && kind == disputes.Inorganic && mineral.Suits(c.p.Profile.Code) &&
		!pots.Table().AtOnce.Has(c.p.Profile.Code)
}

// fill is the row of a plant that hangs over clay, once its roots are long enough.
const fill = "fill"

// fair is the row of a plant of which a fair share of roots lives, and that has no tips: dry air takes more than
// these give.
func (c deciding) fair(where patient.Where) string {
	side, humid := c.p.Side(disputes.BareNoTips), c.p.Around().Humid()
	switch {
	case side == disputes.HoldBare && where == patient.Held:
		return c.held()
	case side == disputes.HoldBare:
		return "hold-side"
	case side == disputes.PotAtOnce:
		return "fair"
	case humid == "":
		return "ask-air"
	case humid == patient.Dry && where == patient.Held:
		return c.held()
	case humid == patient.Dry:
		return "fair-dry"
	}
	return "fair"
}

// inPot is the row of a plant that stands in its pot: the look decides.
func (c deciding) inPot() string {
	if h := c.p.Stands().Rehoused(); h != nil && (c.p.Look() == nil || c.p.Look().On <= h.From) {
		return "housed"
	}
	switch v := look.Table().Decide(c.p.AtLook()); {
	case v.Decision == "":
		return "look-first"
	case v.Line.Say == look.Check:
		return "checks"
	case v.Decision == look.Soon || v.Decision == look.Now:
		return "unpot-first"
	case v.Decision == look.Wait:
		return "waits"
	default:
		return "left"
	}
}

// held is the row of a plant that is held and has no tips yet: one change at a time, unless
// its race is clearly lost so.
func (c deciding) held() string {
	now := c.p.Stands().Holding()
	if c.race.Way != "" && c.race.Clearly(c.race.Way, now) && !c.p.Stands().InNest() {
		return "held-better"
	}
	return "held"
}

// few is the row of a plant out of its pot with few roots and no tips.
func (c deciding) few(grade roots.GradeCode) string {
	side, humid := c.p.Side(disputes.BareNoTips), c.p.Around().Humid()
	poor := grade == roots.Poor
	switch {
	case side == disputes.HoldBare:
		return "hold-side"
	case side == disputes.PotAtOnce && poor:
		return "poor-side"
	case side == disputes.PotAtOnce:
		return "nest-side"
	case humid == "":
		return "ask-air"
	case poor && humid != patient.Dry && pots.Table().AsOld.Has(c.p.Profile.Code):
		return "poor-rich"
	case poor && humid != patient.Dry:
		return "poor"
	case poor:
		return "poor-dry"
	case humid == patient.Moist:
		return "nest-humid"
	case humid == patient.Dry:
		return "hold-dry"
	case c.lasts():
		return "nest-between"
	default:
		return "hold-between"
	}
}

// lasts says, where the air is neither dry nor humid, whether a plant lasts in a nest: by its
// race, where that tells the two apart, else by its leaves and bulbs.
func (c deciding) lasts() bool {
	if c.race.Way != "" && c.race.Clearly(c.race.Way, "nest") {
		return false
	}
	return c.p.Profile.LeafConductance.Value != "thin" || c.p.Broken().Bulbs() > 0
}

// way is the way of holding that is advised.
func (c deciding) way() string {
	if c.p.Stands().Where() == patient.Held && c.held() == "held" {
		return c.p.Stands().Holding()
	}
	return cmp.Or(c.race.Way, Tub)
}

// routes are those in question for a decision, the advised first.
func (c deciding) routes(d Decision) []Choice {
	advised, why := c.advised(d)
	list := []Choice{}
	for _, r := range c.Routes {
		choice := Choice{Route: r, Suits: r.Suits(c.p.Profile.Code), Reasons: []knowledge.Text{}}
		if r.Code == advised {
			choice.Advised = true
			for _, code := range why {
				choice.Reasons = append(choice.Reasons, c.RouteReasons[code])
			}
			list = slices.Insert(list, 0, choice)
			continue
		}
		list = append(list, choice)
	}
	return list
}

// advised is the route that follows from a decision, with the reasons.
func (c deciding) advised(d Decision) (string, []string) {
	if d.Route != "" {
		return d.Route, nil
	}
	switch d.Decision {
	case ReadIt, AskAir, LeaveIt, UnpotIt, LookIt:
		return "", nil
	case HoldBare:
		way := c.way()
		switch {
		case c.p.Stands().Where() == patient.Held && way == c.p.Stands().Holding():
			return way, []string{"as-held"}
		case c.race.Way == "":
			return way, nil
		}
		return way, []string{"hold"}
	}
	bare, _ := c.Route(patient.LivesBare)
	if c.p.Stands().Pot() == patient.LivesBare && bare.Suits(c.p.Profile.Code) {
		return bare.Code, []string{"as-before"}
	}
	kind, why := c.medium()
	mineral, _ := c.Route("inorganic")
	if kind == disputes.Inorganic && mineral.Suits(c.p.Profile.Code) {
		return mineral.Code, why
	}
	if usual, ok := c.Usual[c.p.Profile.Code]; ok {
		return usual, []string{"usual"}
	}
	moths := c.Moths.Has(c.p.Profile.Code)
	switch {
	case moths && c.mossForMoths():
		return "moss", append(why, "moss")
	case moths && c.p.Side(disputes.MossForMoths) == disputes.Never &&
		c.FewGrades.Has(string(c.p.Condition().GradeLeft())):
		return "bark", append(why, "no-moss")
	case c.FewGrades.Has(string(c.p.Condition().GradeLeft())):
		return "bark-moss", append(why, "few")
	}
	return "bark", why
}

// mossForMoths holds where a moth orchid goes into moss: in a warm dry home, by those who do, or
// where it is watered seldom besides.
func (c deciding) mossForMoths() bool {
	side, around := c.p.Side(disputes.MossForMoths), c.p.Around()
	if around.Humid() != patient.Dry || around.Air().DayC < c.WarmFromC.Value {
		return false
	}
	return side == disputes.WarmAndDry || side == disputes.ByHand && c.p.Intake.Waters == patient.WatersSeldom
}

// medium is organic or inorganic, with the reasons.
func (c deciding) medium() (disputes.SideCode, []string) {
	switch c.p.Side(disputes.Medium) {
	case disputes.Organic:
		return disputes.Organic, []string{"organic"}
	case disputes.Inorganic:
		return disputes.Inorganic, []string{"inorganic"}
	}
	failed := func(kind disputes.SideCode) bool { return slices.ContainsFunc(c.Failures[kind], c.p.ActsOn) }
	switch in := c.p.Stands().Medium(); {
	case media.Table().Mineral.Has(in) && failed(disputes.Inorganic):
		return disputes.Organic, []string{"failed"}
	case media.Table().Mineral.Has(in):
		return disputes.Inorganic, []string{"as-before"}
	case media.Table().Organic.Has(in) && !failed(disputes.Organic):
		return disputes.Organic, []string{"as-before"}
	default:
		// An organic medium that broke down is replaced by a fresh one: it was its age that failed.
		return disputes.Organic, []string{"usual"}
	}
}

// Ready is what new roots a plant in a way of holding has before it moves on.
type Ready struct {
	Tips knowledge.Number `yaml:"tips" json:"tips" required:"true"`
	MM   knowledge.Number `yaml:"mm" json:"mm" required:"true"`
}

// Ready holds where a held plant has the new roots with which it moves on, as seen up to a day: so
// many, so long. Where only their number or their sight is known, two tips are taken as long enough
// unless its way asks for rooted ones.
func (k *Knowledge) Ready(p *patient.Patient, day string) bool {
	want, rooted := k.ReadyFrom[p.Stands().Holding()]
	if !rooted {
		want = k.ReadyFrom["other"]
	}
	for _, s := range slices.Backward(p.Stands().Checked().All()) {
		c := s.Noted
		if s.On > day || c.Tips == nil && !c.TipsShow() {
			continue
		}
		tips, mm := 1.0, 0.0
		if c.Tips != nil {
			tips = float64(*c.Tips)
		}
		if c.LongestMM != nil {
			mm = *c.LongestMM
		} else if !rooted && tips >= want.Tips.Value {
			mm = want.MM.Value
		}
		return c.TipState != "dry" && c.TipState != "black" && tips >= want.Tips.Value && mm >= want.MM.Value
	}
	if !rooted {
		return p.Condition().TipsOut()
	}
	r := p.Roots()
	if h := p.Stands().Home(); r == nil || h == nil || r.On <= h.From || r.On > day {
		return false
	}
	n := 0.0
	for i, root := range r.Left().Roots {
		if root.Tip == roots.Growing && r.After().Roots[i].LiveMM.Low >= want.MM.Value {
			n += float64(root.Count)
		}
	}
	return n >= want.Tips.Value
}

// UsualMix is what a plant would go into; empty where that is not decided yet.
func (k *Knowledge) UsualMix(p *patient.Patient) message.Message {
	code, _ := deciding{Knowledge: k, p: p}.advised(Decision{Decision: PotIt})
	route, _ := k.Route(code)
	return route.Name
}
