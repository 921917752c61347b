package rehome

import (
	"slices"

	"therapeon/core/disputes"
	"therapeon/core/knowledge"
	"therapeon/core/patient"
	"therapeon/core/roots"
)

// deciding is one decision.
type deciding struct {
	*Knowledge
	p           *patient.Patient
	raceAdvises string
}

// Verdict is what is decided, and why.
type Verdict struct {
	Code     string           `json:"code" required:"true" description:"row of the table that decided"`
	Decision string           `json:"decision" required:"true" enum:"pot,hold,nest,read"`
	Headline string           `json:"headline" required:"true"`
	Reasons  []knowledge.Text `json:"reasons" required:"true"`
	Side     *disputes.Side   `json:"side,omitempty" description:"the side taken, where growers differ on it"`
	Others   []disputes.Side  `json:"others" required:"true" description:"the other sides, with their reasons"`
	Until    []knowledge.Text `json:"until" required:"true" description:"what has to be seen before this changes"`
	Routes   []Choice         `json:"routes" required:"true" description:"the advised first"`
}

// HoldBare is the decision to hold a plant without a pot.
const HoldBare = "hold"

// Choice is a route that comes into question.
type Choice struct {
	Route   Route            `json:"route" required:"true"`
	Advised bool             `json:"advised,omitempty"`
	Suits   bool             `json:"suits" required:"true" description:"it is for plants of this kind"`
	Reasons []knowledge.Text `json:"reasons" required:"true"`
}

// Decide says whether to pot a plant now or to hold it, by the roots that the cuts left,
// new tips, its kind and the humidity of its room, percent; one not known counts as dry.
// raceAdvises is the way of holding that its race advises, or empty where it was not run.
func (k *Knowledge) Decide(p *patient.Patient, raceAdvises string) Verdict {
	c := deciding{k, p, raceAdvises}
	code := c.row()
	d := k.Decisions[code]
	v := Verdict{
		Code:     code,
		Decision: d.Decision,
		Headline: d.Headline,
		Reasons:  []knowledge.Text{d.Reason},
		Others:   []disputes.Side{},
		Until:    k.Until[d.Decision],
	}
	if v.Until == nil {
		v.Until = []knowledge.Text{}
	}
	if slices.Contains([]string{"hold-side", "hold-dry", "nest-side", "nest-humid"}, code) {
		v.Side, v.Others = sides(disputes.BareNoTips, p.Side(disputes.BareNoTips))
	}
	v.Routes = c.routes(d.Decision)
	return v
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
	kind, grade, side := c.p.Profile.Code, c.p.Condition().GradeLeft(), c.p.Side(disputes.BareNoTips)
	percent := c.p.Stands().Air().Percent
	switch {
	case grade == roots.Unread:
		return "read-first"
	case c.p.Condition().TipsOut():
		return "tips"
	case kind == "slipper":
		return "slipper"
	case c.Usual[kind] == "terrestrial":
		return "terrestrial"
	case slices.Contains(c.SoundGrades, grade):
		return "sound"
	case side == disputes.HoldBare:
		return "hold-side"
	case side == disputes.PotAtOnce:
		return "nest-side"
	case percent != nil && *percent >= c.HumidFrom.Value:
		return "nest-humid"
	default:
		return "hold-dry"
	}
}

// routes are those in question for a decision, the advised first.
func (c deciding) routes(decision string) []Choice {
	advised, why := c.advised(decision)
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
func (c deciding) advised(decision string) (string, []string) {
	switch decision {
	case "read":
		return "", nil
	case "nest":
		if r, _ := c.Route("nest"); r.Suits(c.p.Profile.Code) {
			return "nest", nil
		}
		return Pebbles, []string{"usual"}
	case "hold":
		if c.raceAdvises == "" {
			return "tub", nil
		}
		return c.raceAdvises, []string{"hold"}
	}
	if usual, ok := c.Usual[c.p.Profile.Code]; ok {
		return usual, []string{"usual"}
	}
	kind, why := c.medium()
	if kind == disputes.Inorganic {
		return "inorganic", why
	}
	if slices.Contains(c.FewGrades, c.p.Condition().GradeLeft()) {
		return "bark-moss", append(why, "few")
	}
	return "bark", why
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
	case slices.Contains(c.Mineral, in) && failed(disputes.Inorganic):
		return disputes.Organic, []string{"failed"}
	case slices.Contains(c.Mineral, in):
		return disputes.Inorganic, []string{"as-before"}
	case slices.Contains(c.OrganicMedia, in) && !failed(disputes.Organic):
		return disputes.Organic, []string{"as-before"}
	default:
		// An organic medium that broke down is replaced by a fresh one: it was its age that failed.
		return disputes.Organic, []string{"usual"}
	}
}
