package media

import (
	"slices"

	"therapeon/core/knowledge"
)

// Ask is what a mix is chosen by. Not known is an answer.
type Ask struct {
	Route    string   // code of a route
	Style    string   // how moist the group wants it
	Humidity *float64 // of the room, percent
	Waters   string   // often, seldom, or empty
	Actions  []string // what its causes ask for, by code
	Origin   string   // tree, rock, litter, limestone, or empty
}

// Advised is a recipe with what was added to it and why.
type Advised struct {
	Recipe  string           `json:"recipe" required:"true"`
	Name    string           `json:"name" required:"true"`
	Parts   []Part           `json:"parts" required:"true"`
	Reasons []knowledge.Text `json:"reasons" required:"true"`
}

// Advise picks a recipe by route and moisture, and adds to it by room, hand and
// origin. Mixes of a single mineral grade are left as they are. It is false where no recipe is
// for the route.
func (k *Knowledge) Advise(a Ask) (Advised, bool) {
	i := slices.IndexFunc(k.Recipes, func(r Recipe) bool {
		return slices.Contains(r.Routes, a.Route) && slices.Contains(r.Styles, a.Style)
	})
	if i < 0 {
		i = slices.IndexFunc(k.Recipes, func(r Recipe) bool { return slices.Contains(r.Routes, a.Route) })
	}
	if i < 0 {
		return Advised{}, false
	}
	r := k.Recipes[i]
	out := Advised{Recipe: r.Code, Name: r.Name, Reasons: []knowledge.Text{r.Words}}
	sum := 0.0
	for _, c := range k.Components { // in the order of the table
		if n := r.Parts[c.Code]; n > 0 {
			out.Parts = append(out.Parts, Part{c.Code, n})
			sum += n
		}
	}
	if len(out.Parts) == 1 && a.Origin != "limestone" {
		return out, true
	}
	for _, code := range a.adjustments(k) {
		adj := k.Adjust[code]
		out.Reasons = append(out.Reasons, adj.Words)
		out.Parts = k.added(out.Parts, adj, adj.Share.Value*sum)
	}
	return out, true
}

// added puts an amount of the component that brings most air to parts.
func (k *Knowledge) added(to []Part, adj Adjustment, by float64) []Part {
	var best []Part
	most := -1.0
	for _, code := range adj.Add {
		parts := slices.Clone(to)
		if i := slices.IndexFunc(parts, func(p Part) bool { return p.Component == code }); i >= 0 {
			parts[i].Parts += by
		} else {
			parts = append(parts, Part{code, by})
		}
		if s, err := k.Settle(parts, k.Component); err == nil && s.Air > most {
			most, best = s.Air, parts
		}
	}
	return best
}

func (a Ask) adjustments(k *Knowledge) []string {
	var list []string
	if a.Humidity != nil && *a.Humidity < k.DryBelow.Value {
		list = append(list, "dry-room")
	}
	if a.Humidity != nil && *a.Humidity > k.HumidAbove.Value {
		list = append(list, "humid-room")
	}
	switch a.Waters {
	case "often":
		list = append(list, "waters-often")
	case "seldom":
		list = append(list, "waters-seldom")
	}
	// Asked for both, air comes first: roots suffocate sooner than they dry.
	for _, code := range []string{"airier-mix", "slower-mix"} {
		if slices.Contains(a.Actions, code) {
			list = append(list, code)
			break
		}
	}
	if a.Origin == "rock" || a.Origin == "litter" || a.Origin == "limestone" {
		list = append(list, a.Origin)
	}
	return list
}

// AirTest is air measured: a known volume flooded, drained, and the water that
// ran out measured.
func AirTest(volumeML, drainedML float64) (air float64) { return drainedML / volumeML }
