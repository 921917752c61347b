package causes

import (
	"fmt"

	"therapeon/core/roots"
	"therapeon/core/taxa"
)

// Known is a finding that an earlier step knows, and from where.
type Known struct {
	Finding string `json:"finding" required:"true"`
	State   string `json:"state" required:"true" enum:"present,absent"`
	From    string `json:"from" required:"true" description:"how it is known, in words"`
}

// Facts is what the earlier steps know of a plant. What is nil is not known.
type Facts struct {
	Profile      taxa.Profile
	Brown        bool // its roots are brown by nature, by its group or its own setting
	Medium, Pot  string
	BulbState    string
	MediumMonths *[2]float64 // age of the medium, at least and at most
	DaysHere     *[2]float64 // since it arrived, at least and at most
	DayHighC     *float64    // highest day there
	NightLowC    *float64    // lowest night where it stands
	LeafSmaller  *bool       // the newest finished leaf against the one before
	Hurt         *Hurt       // what broke last, before this look
	Sprayed      *Sprayed    // when oil or soap was last used, before this look
	Reading      *roots.Reading
	Verdict      *roots.Verdict
	ReadOn       string // the day of the reading, in words
}

// Hurt is what broke on a plant, and how long ago.
type Hurt struct {
	Step string // where it was noted
	What string // in words
	On   string // the day, in words
	Days float64
}

// Sprayed is a treatment with oil or soap, and how long ago.
type Sprayed struct {
	On   string // the day, in words
	Days float64
}

// knower gathers what is known.
type knower struct {
	facts Facts
	known []Known
}

func (n *knower) say(finding string, is bool, from string) {
	state := Absent
	if is {
		state = Present
	}
	n.known = append(n.known, Known{finding, state, from})
}

// Knows lists the findings that follow from what earlier steps noted.
func Knows(f Facts) []Known {
	n := &knower{facts: f}
	n.fromIntake()
	n.fromPlace()
	if h := f.Hurt; h != nil && h.Days <= Table().Figures.FreshWoundDays.Value {
		n.say("wound", true, h.Step+", on "+h.On+": "+h.What)
	}
	if s := f.Sprayed; s != nil && s.Days <= Table().Figures.SprayLatelyDays.Value {
		n.say("oil-or-soap", true, "Clean, on "+s.On+": oil or soap against pests")
	}
	if f.Reading != nil && f.Verdict != nil && (len(f.Reading.Roots) > 0 || f.Reading.NoneFound) {
		n.fromRoots()
	}
	return n.known
}

func (n *knower) fromIntake() {
	f := n.facts
	from := "Intake: roots of " + f.Profile.Name + ", " + f.Profile.RootColourDry.Value
	if f.Brown != (f.Profile.Class() == taxa.Brown) {
		from = "Intake: your setting for this plant"
	}
	n.say("brown-by-nature", f.Brown, from)
	if f.Medium != "" && f.Medium != "other" {
		organic := map[string]string{
			"bark":      "bark",
			"bark-moss": "bark and moss",
			"moss":      "sphagnum moss",
			"husk":      "coconut husk",
			"compost":   "compost",
		}
		name, is := organic[f.Medium]
		if !is {
			name = map[string]string{"mineral": "mineral", "mount": "none, on a mount", "none": "none"}[f.Medium]
		}
		n.say("medium-organic", is, "Intake: old medium, "+name)
	}
	switch f.Pot {
	case "clear":
		n.say("clear-pot", true, "Intake: clear pot")
	case "opaque", "clay":
		n.say("clear-pot", false, "Intake: "+f.Pot+" pot")
	}
	switch f.BulbState {
	case "shrivelled":
		n.say("bulbs-shrivelled", true, "Intake: bulbs shrivelled")
	case "plump":
		n.say("bulbs-shrivelled", false, "Intake: bulbs plump")
	}
	old := Table().Figures.MediumOldMonths.Value
	if age := f.MediumMonths; age != nil {
		switch {
		case age[0] >= old:
			n.say("medium-old", true, fmt.Sprintf("Intake: repotted %.0f months ago or more", age[0]))
		case age[1] < old:
			n.say("medium-old", false, fmt.Sprintf("Intake: repotted at most %.0f months ago", age[1]))
		}
	}
	if d := f.DaysHere; d != nil && d[1] <= Table().Figures.MovedLatelyDays.Value {
		n.say("moved-lately", true, fmt.Sprintf("Intake: arrived %.0f days ago", d[1]))
	}
}

func (n *knower) fromPlace() {
	f := n.facts
	least, most := f.Profile.RangeC()
	if high := f.DayHighC; high != nil {
		n.say("hot-day", *high > most, fmt.Sprintf("Look: days of %.0f °C, and %.0f °C is its most", *high, most))
	}
	if low := f.NightLowC; low != nil {
		n.say("cold-night", *low < least, fmt.Sprintf("Look: nights of %.0f °C, and %.0f °C is its least", *low, least))
	}
	if f.LeafSmaller != nil {
		n.say("growth-smaller", *f.LeafSmaller, "Look: the newest leaf as measured, against the one before")
	}
}

func (n *knower) fromRoots() {
	v, from := n.facts.Verdict, "Roots, read on "+n.facts.ReadOn+": "
	low, high := poor(v.Grade.Low), poor(v.Grade.High)
	if low == high || v.Grade.Starved {
		n.say("few-live-roots", low || v.Grade.Starved, from+"graded "+v.Grade.Code)
	}
	n.fromFeel(from)
	if v.Totals.GrowingTips > 0 {
		n.say("tips-growing", true, fmt.Sprintf("%s%d growing tips", from, v.Totals.GrowingTips))
	}
	fared := map[string]string{}
	for _, p := range v.Pattern.Depths {
		fared[p.Place] = p.Fared
	}
	inside := fared["core"] == "lost" || fared["bottom"] == "lost"
	outside := fared["edge"] == "sound" || fared["surface"] == "sound" || fared["aerial"] == "sound"
	if deep := fared["core"] + fared["bottom"]; deep != "" &&
		(outside && inside || deep == "sound" || deep == "soundsound") {
		n.say("loss-in-core", inside, from+v.Pattern.Words)
	}
	if top := fared["surface"]; top == "sound" ||
		top == "lost" && !inside && (fared["edge"] == "sound" || fared["bottom"] == "sound") {
		n.say("loss-at-surface", top == "lost", from+v.Pattern.Words)
	}
	if g := v.Pattern.Growths; len(g) > 1 {
		first, last := g[0].Fared, g[len(g)-1].Fared
		if last == "sound" {
			n.say("loss-oldest-first", first == "lost", from+"by the growth they come from")
		}
	}
	if v.Pattern.FromTips {
		n.say("loss-from-tips", true, from+"the loss runs back from the tips")
	}
}

// fromFeel looks through the stretches for what speaks by itself.
func (n *knower) fromFeel(from string) {
	r := n.facts.Reading
	mushy, felt, coloured, all := 0, 0, 0, 0
	colours := map[roots.Colour]bool{}
	for _, root := range r.Roots {
		all += root.Count
		anyMushy, everyFelt, everyColour := false, true, true
		for _, s := range root.Segments {
			anyMushy = anyMushy || s.Feel == roots.Mushy
			everyFelt = everyFelt && s.Feel != ""
			everyColour = everyColour && (s.Colour != "" || s.Wetting == roots.Greens)
			if s.Feel == roots.Firm {
				colours[s.Colour] = true
			}
		}
		if anyMushy {
			mushy += root.Count
		}
		if everyFelt {
			felt += root.Count
		}
		if everyColour {
			coloured += root.Count
		}
	}
	switch {
	case float64(mushy) >= Table().Figures.MushyShare.Value*float64(all) && mushy > 0:
		n.say("mushy-roots", true, fmt.Sprintf("%s%d of %d are mushy", from, mushy, all))
	case mushy == 0 && felt == all && all > 0:
		n.say("mushy-roots", false, fmt.Sprintf("%sall %d felt, none mushy", from, all))
	}
	for _, c := range []struct {
		colour         roots.Colour
		finding, words string
	}{
		{roots.PatchesHard, "hard-patches", "hard patches"},
		{roots.PatchesSmooth, "smooth-patches", "smooth brown patches"},
		{roots.EvenBrown, "even-brown", "firm and evenly brown"},
	} {
		switch {
		case colours[c.colour]:
			n.say(c.finding, true, from+c.words)
		case coloured == all && all > 0:
			n.say(c.finding, false, from+"no "+c.words)
		}
	}
	if r.Stained {
		n.say("pot-stained", true, from+"pot or medium stains")
	}
	if r.Crust {
		n.say("crust", true, from+"crust on the medium")
	}
}

// poor holds for the grades that leave a plant with few living roots.
func poor(grade string) bool {
	return grade == "rootless" || grade == "near-rootless" || grade == "poor"
}
