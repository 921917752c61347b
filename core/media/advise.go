package media

import (
	"cmp"
	"slices"

	"therapeon/core/knowledge"
	"therapeon/core/message"
)

// Ask is what a mix is chosen by. Not known is an answer.
type Ask struct {
	Route    string   // code of a route
	Style    string   // how moist the group wants it
	Humidity *float64 // of the room, percent
	Waters   string   // often, seldom, or empty
	Actions  []string // what its causes ask for, by code
	Origin   string   // tree, rock, litter, limestone, or empty
	Group    string   // of the plant
	NoMoss   bool     // none is wanted in it
	NoLime   bool     // it does not bear any
	Thick    bool     // its roots are thick and crush what is soft
	Clay     bool     // its pot is of clay, which dries it fast
}

// Advised is a recipe with what was added to it and why.
type Advised struct {
	Recipe  string           `json:"recipe" required:"true"`
	Name    message.Message  `json:"name" required:"true"`
	Parts   []Part           `json:"parts" required:"true"`
	Reasons []knowledge.Text `json:"reasons" required:"true"`

	LifeMonths *knowledge.Estimate `json:"life_months,omitempty" description:"as growers state it for its way"`

	Under *Under          `json:"-"` // what lies under it
	Kept  *knowledge.Text `json:"-"` // said where it keeps little air, and growers keep to it
}

// Advise picks a recipe by route and moisture, and adds to it by room, hand and
// origin. Mixes of a single mineral grade are left as they are. It is false where no recipe is
// for the route.
func (k *Knowledge) Advise(a Ask) (Advised, bool) {
	i := k.recipe(a)
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
	out.LifeMonths, out.Under, out.Kept = r.LifeMonths, r.Under, r.Kept
	if len(out.Parts) == 1 && a.Origin != "limestone" {
		return out, true
	}
	k.spare(&out, a)
	for _, code := range a.adjustments(k) {
		adj := k.Adjust[code]
		out.Reasons = append(out.Reasons, adj.Words)
		adj.Add = slices.DeleteFunc(slices.Clone(adj.Add), func(code string) bool {
			return slices.Contains(k.Never[a.Origin].Parts, code) ||
				a.NoMoss && k.Moss.Has(code) || a.NoLime && k.limes(code)
		})
		if len(adj.Add) == 0 {
			out.Reasons = out.Reasons[:len(out.Reasons)-1]
			continue
		}
		if a.Thick {
			adj.Add = k.uncrushed(adj.Add)
		}
		out.Parts = k.added(out.Parts, adj, adj.Share.Value*sum)
	}
	return out, true
}

// recipe is the one made for the plant: for its group and origin before one for any, and for
// how moist it wants it before another.
func (k *Knowledge) recipe(a Ask) int {
	best, most := -1, -1
	for i, r := range k.Recipes {
		if !slices.Contains(r.Routes, a.Route) || len(r.Groups) > 0 && !slices.Contains(r.Groups, a.Group) ||
			len(r.Origins) > 0 && !slices.Contains(r.Origins, a.Origin) && !a.humus(r) {
			continue
		}
		score := 0
		for weight, fits := range []bool{slices.Contains(r.Styles, a.Style), len(r.Origins) > 0, len(r.Groups) > 0} {
			if fits {
				score += 1 << weight
			}
		}
		if score > most {
			best, most = i, score
		}
	}
	return best
}

// humus holds for a recipe of humus where all that is known is that the plant bears no lime.
func (a Ask) humus(r Recipe) bool { return r.Humus && a.NoLime && a.Origin == "" }

// spare leaves out what its origin does not bear, and puts what thick roots crush aside.
func (k *Knowledge) spare(out *Advised, a Ask) {
	never := k.Never[a.Origin]
	if a.NoLime && a.Origin == "" {
		never = k.Never["no-lime"]
	}
	spared := slices.DeleteFunc(slices.Clone(out.Parts), func(p Part) bool {
		return slices.Contains(never.Parts, p.Component)
	})
	switch {
	case len(spared) == 0:
		out.Reasons = append(out.Reasons, never.Words)
	case len(spared) < len(out.Parts):
		out.Parts, out.Reasons = spared, append(out.Reasons, never.Words)
	}
	if !a.Thick {
		return
	}
	var parts []Part
	crushed := false
	for _, p := range out.Parts {
		code := k.uncrushed([]string{p.Component})[0]
		crushed = crushed || code != p.Component
		if i := slices.IndexFunc(parts, func(o Part) bool { return o.Component == code }); i >= 0 {
			parts[i].Parts += p.Parts
		} else {
			parts = append(parts, Part{code, p.Parts})
		}
	}
	if out.Parts = parts; crushed {
		out.Reasons = append(out.Reasons, k.CrushedWords)
	}
}

// limes holds for a component that brings lime.
func (k *Knowledge) limes(code string) bool {
	c, _ := k.Component(code)
	return c.Lime
}

// uncrushed are components, or what goes in instead of those that thick roots crush.
func (k *Knowledge) uncrushed(codes []string) []string {
	list := make([]string, len(codes))
	for i, code := range codes {
		list[i] = cmp.Or(k.Crushed[code].Value, code)
	}
	return list
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
	if a.Clay {
		list = append(list, "clay-wall")
	}
	// Asked for both, air comes first: roots suffocate sooner than they dry.
	for _, code := range []string{"airier-mix", "slower-mix"} {
		if slices.Contains(a.Actions, code) {
			list = append(list, code)
			break
		}
	}
	if _, ok := k.Adjust[a.Origin]; ok {
		list = append(list, a.Origin)
	}
	return list
}
