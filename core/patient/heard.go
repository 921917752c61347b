package patient

import (
	"slices"

	"therapeon/core/message"
)

// Heard is what the causes come to, as far as other engines hear of it.
type Heard struct {
	Acted   []string            // causes that are acted on
	Alarms  []string            // causes that spread and are not ruled out
	Plan    []string            // actions asked for
	Asked   map[string][]string // by action, the codes of the causes that ask for it
	Alarm   bool                // something that spreads is not ruled out
	Strips  bool                // the old medium is to come off
	Apart   bool                // it is to be kept apart
	Spreads bool                // what is acted on spreads, and is likelier than not
	Chances map[string]float64  // of causes, by the findings alone
}

// Asks holds when an action is asked for.
func (h Heard) Asks(action string) bool { return slices.Contains(h.Plan, action) }

// Heard is what the causes come to on the day of the look; nothing before any look.
func (p *Patient) Heard() Heard {
	if at := p.AtLook(); at != p {
		return at.Heard()
	}
	if p.known.heard == nil {
		p.known.heard = &Heard{}
		if p.Judge != nil && p.Look() != nil {
			*p.known.heard = p.Judge(p)
		}
	}
	return *p.known.heard
}

// ActsOn holds when a cause is acted on.
func (p *Patient) ActsOn(cause string) bool { return slices.Contains(p.Heard().Acted, cause) }

// Turn is when a plant is handled: the clean ones first, then suspects, then those kept apart.
type Turn int

// The turns, in their order.
const (
	Clean     Turn = iota
	Suspected      // by its signs
	Apart          // by who has it in hand
)

// Turn is when it is handled: with the clean plants, after them, or last.
func (p *Patient) Turn() Turn {
	switch {
	case p.Intake.KeptApart:
		return Apart
	case p.Heard().Alarm || p.Heard().Apart:
		return Suspected
	case p.Stands().Where() != Potted && (p.Stands().Checked().Crawls() || p.Stands().Checked().BaseRots()):
		return Suspected // a check-in alone says so: of a potted one the causes hear it
	default:
		return Clean
	}
}

// Words are what to do by its turn; empty for a clean plant.
func (t Turn) Words() message.Message {
	return [...]message.Message{Suspected: message.Of("patient.turn.suspect"), Apart: message.Of("patient.turn.apart")}[t]
}

// Suspect holds for a plant that may carry something to the next.
func (t Turn) Suspect() bool { return t != Clean }
