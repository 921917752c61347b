package causes

import (
	"fmt"
	"maps"
	"strings"

	"therapeon/core/dates"
	"therapeon/core/media"
	"therapeon/core/patient"
	"therapeon/core/roots"
	"therapeon/core/taxa"
	"therapeon/core/units"
	"therapeon/core/unpot"
	"therapeon/core/words"
)

// Known is a finding that an earlier step knows, and from where.
type Known struct {
	Finding string               `json:"finding" required:"true"`
	State   patient.FindingState `json:"state" required:"true" enum:"present,absent"`
	From    string               `json:"from" required:"true" description:"how it is known, in words"`
}

// knower gathers what is known.
type knower struct {
	p     *patient.Patient
	known []Known
}

func (n *knower) say(finding string, is bool, from string) {
	state := Absent
	if is {
		state = Present
	}
	n.known = append(n.known, Known{finding, state, from})
}

// Knows lists the findings that follow from what earlier steps noted of a plant, by its
// day: each with where it is known from.
func Knows(p *patient.Patient) []Known {
	n := &knower{p: p}
	n.fromIntake()
	n.fromPlace()
	n.fromCare()
	r := p.Roots()
	switch {
	case r == nil || r.Verdict.Grade.Code == roots.Unread:
	case p.Stands().EpochOf(r.On) == patient.AtPresent:
		n.fromRoots(r)
	case p.Stands().Where() == patient.Held: // nothing has grown or died in a pot since
		few := p.Condition().GradeLeft().Few()
		n.say("few-live-roots", few, "Roots, read on "+dates.InWords(r.On)+", less what was cut since")
	}
	return n.known
}

// SeenInPot are the findings that the user noted at the look, and of those known from
// intake and measures the ones that can be seen in the pot. The look is a look: what a
// reading of the roots found weighs on the causes.
func SeenInPot(p *patient.Patient) patient.Findings {
	l := p.Look()
	if l == nil {
		return nil
	}
	noted := l.Noted.Findings
	if len(noted) == 0 && p.LeafSmaller() == nil {
		return noted // nothing was looked at yet
	}
	all := patient.Findings{}
	for _, k := range Knows(p) {
		if f, _ := Table().Finding(k.Finding); f.At == "look" && k.State == Present {
			all[k.Finding] = k.State
		}
	}
	maps.Copy(all, noted)
	return all
}

func (n *knower) fromCare() {
	if h := n.p.Hurt(); h != nil && h.Days <= Table().Figures.FreshWoundDays.Value {
		step, what := "Unpot", make([]string, len(h.What))
		if h.Cleaned {
			step = "Clean"
		}
		for i, code := range h.What {
			what[i] = strings.ToLower(unpot.Table().AccidentName(code))
		}
		n.say("wound", true, step+", on "+dates.InWords(h.On)+": "+strings.Join(what, ", "))
	}
	if n.p.Intake.TereteLeaves {
		return // no oil and no strong soap for it
	}
	if on, days, was := n.p.Treated("oil"); was && days <= Table().Figures.SprayLatelyDays.Value {
		n.say("oil-or-soap", true, "Clean, on "+dates.InWords(on)+": oil or soap against pests")
	}
}

func (n *knower) fromIntake() {
	p := n.p
	brown := p.Condition().RootClass() == taxa.Brown
	from := "Intake: roots of " + p.Profile.Name + ", " + p.Profile.RootColourDry.Value
	if brown != (p.Profile.Class() == taxa.Brown) {
		from = "Intake: your setting for this plant"
	}
	n.say("brown-by-nature", brown, from)
	if medium := p.Stands().Medium(); medium != "" && medium != "other" {
		organic := map[string]string{
			"bark":      "bark",
			"bark-moss": "bark and moss",
			"moss":      "sphagnum moss",
			"husk":      "coconut husk",
			"compost":   "compost",
		}
		name, is := organic[medium]
		if !is {
			name = map[string]string{"mineral": "mineral", "mount": "none, on a mount", "none": "none"}[medium]
		}
		n.say("medium-organic", is, "Intake: old medium, "+name)
	}
	switch p.Stands().Pot() {
	case "clear":
		n.say("clear-pot", true, "Intake: clear pot")
	case "opaque", "clay":
		n.say("clear-pot", false, "Intake: "+p.Stands().Pot()+" pot")
	}
	switch state := p.Intake.BulbState; {
	case p.Stands().Rehoused() != nil: // that was before
	case state == patient.Shrivelled:
		n.say("bulbs-shrivelled", true, "Intake: bulbs shrivelled")
	case state == patient.Plump:
		n.say("bulbs-shrivelled", false, "Intake: bulbs plump")
	}
	old, in := mediumLives(p)
	if least, most, known := p.Stands().MediumDays(); known {
		switch least, most = least/units.DaysAMonth, most/units.DaysAMonth; {
		case least >= old:
			n.say("medium-old", true, fmt.Sprintf("Intake: repotted %.0f months ago or more, and %s", least, in))
		case most < old:
			n.say("medium-old", false, fmt.Sprintf("Intake: repotted at most %.0f months ago, and %s", most, in))
		}
	}
	switch p.Intake.WaterSoFar {
	case "hard":
		n.say("hard-water", true, "Intake: the water it had")
	case "soft":
		n.say("hard-water", false, "Intake: the water it had")
	}
	switch p.Intake.FedSoFar {
	case "heavy":
		n.say("heavy-feeding", true, "Intake: how it was fed")
	case "none":
		n.say("heavy-feeding", false, "Intake: how it was fed")
		n.say("unfed", true, "Intake: how it was fed")
	case "some":
		n.say("unfed", false, "Intake: how it was fed")
	}
	if _, most, known := p.Stands().DaysHere(); known && most <= Table().Figures.MovedLatelyDays.Value {
		n.say("moved-lately", true, fmt.Sprintf("Intake: arrived %.0f days ago", most))
	}
}

// MediumOld holds where a plant's medium is past its life: by the day of its last move, or by
// the user's word.
func MediumOld(p *patient.Patient) bool {
	if word := p.Finding("medium-old"); word != "" {
		return word == Present
	}
	least, _, known := p.Stands().MediumDays()
	old, _ := mediumLives(p)
	return known && least/units.DaysAMonth >= old
}

// mediumLives is how many months the medium of a plant lives, by what of it ages first and the
// warmth of its place, with the words for it; of a medium that is not known the table's figure.
func mediumLives(p *patient.Patient) (months float64, in string) {
	k := media.Table()
	first, ok := k.OldMedia[p.Stands().Medium()]
	c, _ := k.Component(first.Value)
	if !ok || c.LifeMonths == nil {
		months = Table().Figures.MediumOldMonths.Value
		return months, fmt.Sprintf("a medium lives about %.0f months", months)
	}
	warm := k.LifeAtC.Value
	if p.Site != nil {
		air := p.Around().Air()
		warm = (air.NightC + air.DayC) / 2
	}
	months = k.LivesMonths(c.LifeMonths.Value, warm)
	return months, fmt.Sprintf("%s lives about %.0f months at %.0f °C", words.Lower(c.Name), months, warm)
}

func (n *knower) fromPlace() {
	p, l := n.p, n.p.Look()
	if l == nil {
		return
	}
	from := "Look"
	if p.Site != nil {
		from = "“" + p.Site.Name + "”"
	}
	minima := p.Around().Minima()
	most, least := minima.Most, minima.Injury.Value
	if high, known := p.Around().Hottest(); known {
		n.say("hot-day", high > most, fmt.Sprintf("%s: days of %.0f °C, and %.0f °C is its most", from, high, most))
	}
	if _, lowest, known := p.Around().Nights(); known {
		n.say("cold-night", lowest < least,
			fmt.Sprintf("%s: nights of %.0f °C, and below %.0f °C it may be hurt", from, lowest, least))
	}
	// Cool nights alone say nothing: they do where it should grow and does not.
	stalls := l.Noted.Findings["growth-stalled"] == Present || l.Noted.Growth == patient.Idle ||
		p.LeafSmaller() != nil && *p.LeafSmaller()
	if usual, _, known := p.Around().Nights(); known && stalls {
		words := fmt.Sprintf("%s: nights of %.0f °C, and it grows from %.0f °C on", from, usual, minima.Growth.Value)
		if minima.By != "" {
			words += ", as claimed by its " + minima.By
		}
		n.say("cool-nights", usual < minima.Growth.Value, words)
	}
	if humid := p.Around().Humid(); humid != "" && humid != patient.BetweenHumid {
		n.say("dry-air", humid == patient.Dry, from+": how humid its air is")
	}
	if p.Site != nil && (p.Site.Light == "sun" || p.Site.Light == "shade") {
		n.say("strong-sun", p.Site.Light == "sun", from+": "+p.Site.Light)
	}
	if l.Noted.Growth == patient.NewRoots && p.Stands().EpochOf(l.On) == patient.AtPresent {
		n.say("tips-growing", true, "Look: new roots are showing")
	}
	if smaller := p.LeafSmaller(); smaller != nil {
		n.say("growth-smaller", *smaller, "Look: the newest leaf as measured, against the one before")
	}
}

func (n *knower) fromRoots(r *patient.Roots) {
	v, from := r.Verdict, "Roots, read on "+dates.InWords(r.On)+": "
	low, high := v.Grade.Low.Few(), v.Grade.High.Few()
	if low == high || v.Grade.Starved {
		n.say("few-live-roots", low || v.Grade.Starved, from+"graded "+string(v.Grade.Code))
	}
	n.fromFeel(r.Reading, from)
	if v.Totals.GrowingTips > 0 && n.p.Growth() != patient.NewRoots {
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
func (n *knower) fromFeel(r roots.Reading, from string) {
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
