package rehome

import (
	"slices"

	"therapeon/core/disputes"
	"therapeon/core/knowledge"
	"therapeon/core/taxa"
)

// Case is a plant before its new home.
type Case struct {
	Profile     taxa.Profile
	Grade       string // of its roots; empty: not read
	TipsOut     bool
	Humidity    *float64 // of the room, percent
	BareSide    string   // the side taken on bare plants without tips
	MediumSide  string
	OldMedium   string
	Causes      []string // confirmed, or acted on
	RaceAdvises string   // the way of holding that its race advises
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

// Choice is a route that comes into question.
type Choice struct {
	Route   Route            `json:"route" required:"true"`
	Advised bool             `json:"advised,omitempty"`
	Suits   bool             `json:"suits" required:"true" description:"it is for plants of this kind"`
	Reasons []knowledge.Text `json:"reasons" required:"true"`
}

// Decide says whether to pot a plant now or to hold it.
func (k *Knowledge) Decide(c Case) Verdict {
	code := k.row(c)
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
		v.Side, v.Others = sides(disputes.BareNoTips, c.BareSide)
	}
	v.Routes = k.routes(c, d.Decision)
	return v
}

// sides are the side taken in a question, and the others.
func sides(question, taken string) (*disputes.Side, []disputes.Side) {
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

func (k *Knowledge) row(c Case) string {
	terrestrial := k.Usual[c.Profile.Code] == "terrestrial"
	humid := c.Humidity != nil && *c.Humidity >= k.HumidFrom.Value
	switch {
	case c.Grade == "":
		return "read-first"
	case c.TipsOut:
		return "tips"
	case c.Profile.Code == "slipper":
		return "slipper"
	case terrestrial:
		return "terrestrial"
	case slices.Contains(k.SoundGrades, c.Grade):
		return "sound"
	case c.BareSide == disputes.HoldBare:
		return "hold-side"
	case c.BareSide == disputes.PotAtOnce:
		return "nest-side"
	case humid:
		return "nest-humid"
	default:
		return "hold-dry"
	}
}

// routes are those in question for a decision, the advised first.
func (k *Knowledge) routes(c Case, decision string) []Choice {
	advised, why := k.advised(c, decision)
	list := []Choice{}
	for _, r := range k.Routes {
		choice := Choice{Route: r, Suits: r.Suits(c.Profile.Code), Reasons: []knowledge.Text{}}
		if r.Code == advised {
			choice.Advised = true
			for _, code := range why {
				choice.Reasons = append(choice.Reasons, k.RouteReasons[code])
			}
			list = slices.Insert(list, 0, choice)
			continue
		}
		list = append(list, choice)
	}
	return list
}

// advised is the route that follows from a decision, with the reasons.
func (k *Knowledge) advised(c Case, decision string) (string, []string) {
	switch decision {
	case "read":
		return "", nil
	case "nest":
		if r, _ := k.Route("nest"); r.Suits(c.Profile.Code) {
			return "nest", nil
		}
		return "pebbles", []string{"usual"}
	case "hold":
		if c.RaceAdvises == "" {
			return "tub", nil
		}
		return c.RaceAdvises, []string{"hold"}
	}
	if usual, ok := k.Usual[c.Profile.Code]; ok {
		return usual, []string{"usual"}
	}
	kind, why := k.medium(c)
	if kind == disputes.Inorganic {
		return "inorganic", why
	}
	if slices.Contains(k.FewGrades, c.Grade) {
		return "bark-moss", append(why, "few")
	}
	return "bark", why
}

// medium is organic or inorganic, with the reasons.
func (k *Knowledge) medium(c Case) (string, []string) {
	switch c.MediumSide {
	case disputes.Organic:
		return disputes.Organic, []string{"organic"}
	case disputes.Inorganic:
		return disputes.Inorganic, []string{"inorganic"}
	}
	failed := func(kind string) bool {
		return slices.ContainsFunc(c.Causes, func(code string) bool { return slices.Contains(k.Failures[kind], code) })
	}
	switch {
	case slices.Contains(k.Mineral, c.OldMedium) && failed(disputes.Inorganic):
		return disputes.Organic, []string{"failed"}
	case slices.Contains(k.Mineral, c.OldMedium):
		return disputes.Inorganic, []string{"as-before"}
	case slices.Contains(k.OrganicMedia, c.OldMedium) && !failed(disputes.Organic):
		return disputes.Organic, []string{"as-before"}
	default:
		// An organic medium that broke down is replaced by a fresh one: it was its age that failed.
		return disputes.Organic, []string{"usual"}
	}
}
