package causes

import (
	"cmp"
	"math"
	"slices"

	"therapeon/core/message"
)

// Line is what the causes come to, in codes: its words are made when they are read.
type Line struct {
	Say      string   `json:"say"`
	Acting   []Acting `json:"acting,omitempty"`
	Harmless []string `json:"harmless,omitempty"`
	Possible []string `json:"possible,omitempty"` // the likeliest first
}

// What a line says.
const (
	unlooked = "unlooked" // nothing was looked at
	acting   = "acting"   // causes are acted on
	wellSeen = "clear"    // nothing is wrong, as far as was looked
	unclear  = "unclear"  // some are possible
)

// Acting is a cause that is acted on, and how sure it is.
type Acting struct {
	Cause string `json:"cause,omitempty"`
	Own   string `json:"own,omitempty"`  // a cause of the user's, by its name
	Band  string `json:"band,omitempty"` // empty: confirmed
}

// Clear holds when nothing is wrong, as far as was looked.
func (l Line) Clear() bool { return l.Say == wellSeen }

// Judged holds when something was looked at that causes are judged by.
func (l Line) Judged() bool { return l.Say != "" && l.Say != unlooked }

// mostPossible is how many possible causes a line names.
const mostPossible = 2

// line is what a verdict comes to.
func (q inquiry) line(v Verdict) Line {
	if !q.looked && len(v.Plan)+len(q.clues.Added) == 0 {
		return Line{Say: unlooked}
	}
	var l Line
	for _, name := range q.clues.Added {
		l.Acting = append(l.Acting, Acting{Own: name})
	}
	worst := 0.0
	possible := map[string]float64{}
	for _, j := range v.Causes {
		i := q.causeAt[j.Code]
		c, p := q.Causes[i], q.believed.chances[i]
		switch {
		case j.ActOn && c.Kind == "harmful":
			a := Acting{Cause: c.Code, Band: q.BandOf(p)}
			if q.settled[i] == holds {
				a.Band = ""
			}
			l.Acting = append(l.Acting, a)
		case j.ActOn:
			l.Harmless = append(l.Harmless, c.Code)
		case c.Kind == "harmful" && q.settled[i] == open:
			worst = math.Max(worst, p)
			if p >= q.Figures.ClearBelow.Value {
				l.Possible, possible[c.Code] = append(l.Possible, c.Code), p
			}
		}
	}
	slices.SortStableFunc(l.Possible, func(a, b string) int { return cmp.Compare(possible[b], possible[a]) })
	l.Possible = l.Possible[:min(mostPossible, len(l.Possible))]
	switch {
	case len(l.Acting) > 0:
		l.Say, l.Possible = acting, nil
	case worst < q.Figures.ClearBelow.Value:
		l.Say = wellSeen
	default:
		l.Say = unclear
	}
	return l
}

// Words is what the causes come to, in a line.
func (k *Knowledge) Words(l Line) message.Message {
	names := func(codes []string) []message.Message {
		list := make([]message.Message, len(codes))
		for i, code := range codes {
			list[i] = k.Name(code)
		}
		return list
	}
	var said []message.Message
	switch l.Say {
	case unlooked:
		said = append(said, message.Of("causes.say.nothing-was-looked-at-yet"))
	case acting:
		for _, a := range l.Acting {
			band, cause := message.Of("causes.say.confirmed"), k.Name(a.Cause)
			if a.Band != "" {
				band = k.BandWords(a.Band)
			}
			if a.Own != "" {
				cause = message.Plain(a.Own)
			}
			said = append(said, message.Of("causes.say.acting", message.Told("cause", cause), message.Told("band", band)))
		}
	case wellSeen:
		said = append(said, message.Of("causes.say.nothing-is-wrong-as-far"))
	case unclear:
		said = append(said, message.Of("causes.say.not-clear-yet", message.Or("causes", names(l.Possible))))
	}
	if len(l.Harmless) > 0 {
		said = append(said, message.Of("causes.say.harmless", message.And("causes", names(l.Harmless))))
	}
	return message.All(said...)
}

// Name is what a cause is called; of a code that is none, the code.
func (k *Knowledge) Name(code string) message.Message {
	if c, ok := k.Cause(code); ok {
		return c.Name
	}
	return message.Plain(code)
}
