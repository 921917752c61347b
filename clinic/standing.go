package clinic

import (
	"therapeon/core/pots"
	"therapeon/core/taxa"
)

// Standing is what a plant stands in since it was housed here. What it came in
// stays in its intake: that is the record of what its roots were found in.
type Standing struct {
	Medium string `json:"medium" required:"true" enum:"bark,bark-moss,moss,husk,mineral,compost,mount,none,other"`
	Pot    string `json:"pot" required:"true" enum:"clear,opaque,clay,basket,mount,none,other"`
	Since  string `json:"since" required:"true" description:"the day of that"`
}

// mediumOf is what a plant is said to grow in after a route.
var mediumOf = map[string]string{
	"bark": "bark", "bark-moss": "bark-moss", "slipper": "bark", "terrestrial": "compost", "inorganic": "mineral",
	"pebbles": "mineral", "basket": "bark", "mount": "mount", "nest": "moss",
}

// potWord is the pot of a home in the words of an intake.
func potWord(p *pots.Pot, route string) string {
	switch {
	case route == "mount":
		return "mount"
	case p == nil:
		return "none"
	case p.Wall == "net":
		return "other"
	case p.Wall == "":
		return "clear"
	}
	return p.Wall
}

// standing is what the newest home from before a day gave a plant; nil where it
// stands in what it came in, or is only held.
func standing(homes []Home, before string) *Standing {
	var s *Standing
	for _, h := range homes {
		if h.FromOn < before && (!h.isHold() || h.Pot != nil) {
			s = &Standing{Medium: mediumOf[h.Route], Pot: potWord(h.Pot, h.Route), Since: h.FromOn}
		}
	}
	return s
}

// ofKind is an intake without what its kind does not have: bulbs may have been
// noted before its group was changed.
func (in Intake) ofKind() Intake {
	if p, ok := taxa.Find(in.Group); ok && !p.HasBulbs() {
		in.BulbCount, in.BulbState = 0, ""
	}
	return in
}

// asOf is an intake of its kind with medium and pot as they were before a day: what is seen on
// the day of a move was seen in what it stood in until then.
func (in Intake) asOf(homes []Home, before string) Intake {
	in = in.ofKind()
	if s := standing(homes, before); s != nil {
		in.OldMedium, in.Pot, in.LastRepotted = s.Medium, s.Pot, s.Since
	}
	return in
}

// ever is a day after all days.
const ever = "9999-12-31"
