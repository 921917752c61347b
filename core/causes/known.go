package causes

import (
	"maps"
	"slices"

	"therapeon/core/knowledge"
	"therapeon/core/media"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/roots"
	"therapeon/core/taxa"
	"therapeon/core/units"
	"therapeon/core/unpot"
)

// Known is a finding that an earlier step knows, and from where.
type Known struct {
	Finding string               `json:"finding" required:"true"`
	State   patient.FindingState `json:"state" required:"true" enum:"present,absent"`
	From    knowledge.Sentence   `json:"from" required:"true" description:"how it is known"`
}

// knower gathers what is known.
type knower struct {
	p     *patient.Patient
	known []Known
}

func (n *knower) say(finding string, is bool, from message.Message) {
	state := Absent
	if is {
		state = Present
	}
	n.known = append(n.known, Known{finding, state, knowledge.Say(from)})
}

// seen gives what was said last its day.
func (n *knower) seen(on string) {
	last := &n.known[len(n.known)-1]
	last.From = last.From.Seen(on)
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
		n.say("few-live-roots", few, message.Of("causes.known.roots-less-cut", message.On("day", r.On)))
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
	if h := n.p.Broken().Last(); h != nil && h.Days <= Table().Figures.FreshWoundDays.Value {
		code, what := "causes.known.broke-unpotting", make([]message.Message, len(h.What))
		if h.Cleaned {
			code = "causes.known.broke-cleaning"
		}
		for i, accident := range h.What {
			what[i] = unpot.Table().AccidentName(accident)
		}
		n.say("wound", true, message.Of(code, message.On("day", h.On), message.Several("what", what)))
	}
	if n.p.Intake.TereteLeaves {
		return // no oil and no strong soap for it
	}
	if on, days, was := n.p.Treated("oil"); was && days <= Table().Figures.SprayLatelyDays.Value {
		n.say("oil-or-soap", true, message.Of("causes.known.oil-or-soap", message.On("day", on)))
	}
}

func (n *knower) fromIntake() {
	p := n.p
	brown := p.Condition().RootClass() == taxa.Brown
	from := message.Of("causes.known.roots-of", message.Told("group", p.Profile.Name),
		message.Told("colour", p.Profile.RootColourDry.Words))
	if brown != (p.Profile.Class() == taxa.Brown) {
		from = message.Of("causes.known.intake-your-setting-for-this")
	}
	n.say("brown-by-nature", brown, from)
	if medium := p.Stands().Medium(); medium != "" && medium != "other" {
		organic := slices.Contains([]string{"bark", "bark-moss", "moss", "husk", "compost"}, medium)
		n.say("medium-organic", organic, message.Of("causes.known.medium-"+medium))
	}
	switch p.Stands().Pot() {
	case "clear":
		n.say("clear-pot", true, message.Of("causes.known.intake-clear-pot"))
	case "opaque", "clay":
		n.say("clear-pot", false, message.Of("causes.known.pot-"+p.Stands().Pot()))
	}
	if p.Intake.AsSold && p.Stands().Rehoused() == nil {
		n.say("shop-plant", true, message.Of("causes.known.intake-as-sold"))
	}
	switch state := p.Intake.BulbState; {
	case p.Stands().Rehoused() != nil: // that was before
	case state == patient.Shrivelled:
		n.say("bulbs-shrivelled", true, message.Of("causes.known.intake-bulbs-shrivelled"))
	case state == patient.Plump:
		n.say("bulbs-shrivelled", false, message.Of("causes.known.intake-bulbs-plump"))
	}
	old, of := mediumLives(p)
	if least, most, known := p.Stands().MediumDays(); known {
		switch least, most = least/units.DaysAMonth, most/units.DaysAMonth; {
		case least >= old:
			n.say("medium-old", true, of("old", message.Fixed("least", least, 0, "months")))
		case most < old:
			n.say("medium-old", false, of("young", message.Fixed("most", most, 0, "months")))
		}
	}
	switch p.Intake.WaterSoFar {
	case "hard":
		n.say("hard-water", true, message.Of("causes.known.intake-the-water-it-had"))
	case "soft":
		n.say("hard-water", false, message.Of("causes.known.intake-the-water-it-had"))
	}
	switch p.Intake.FedSoFar {
	case "heavy":
		n.say("heavy-feeding", true, message.Of("causes.known.intake-how-it-was-fed"))
	case "none":
		n.say("heavy-feeding", false, message.Of("causes.known.intake-how-it-was-fed"))
		n.say("unfed", true, message.Of("causes.known.intake-how-it-was-fed"))
	case "some":
		n.say("unfed", false, message.Of("causes.known.intake-how-it-was-fed"))
	}
	if _, most, known := p.Stands().DaysHere(); known && most <= Table().Figures.MovedLatelyDays.Value {
		n.say("moved-lately", true, message.Of("causes.known.intake-arrived-ago", message.Fixed("most", most, 0, "days")))
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
// warmth of its place, with how it is said; of a medium that is not known the table's figure.
func mediumLives(p *patient.Patient) (months float64, say func(code string, since message.Arg) message.Message) {
	k := media.Table()
	first, ok := k.OldMedia[p.Stands().Medium()]
	c, _ := k.Component(first.Value)
	if !ok || c.LifeMonths == nil {
		months = Table().Figures.MediumOldMonths.Value
		return months, func(code string, since message.Arg) message.Message {
			return message.Of("causes.known.medium-"+code, since, message.Fixed("months", months, 0, "months"))
		}
	}
	warm := k.LifeAtC.Value
	if p.Site != nil {
		air := p.Around().Air()
		warm = (air.NightC + air.DayC) / 2
	}
	months = k.LivesMonths(c.LifeMonths.Value, warm)
	return months, func(code string, since message.Arg) message.Message {
		return message.Of("causes.known.medium-"+code+"-of", since, message.Told("component", c.Name),
			message.Fixed("months", months, 0, "months"), message.Fixed("warm", warm, 0, "°C"))
	}
}

func (n *knower) fromPlace() {
	p, l := n.p, n.p.Look()
	if l == nil {
		return
	}
	from := message.Told("from", message.Of("causes.known.look"))
	if p.Site != nil {
		from = message.Told("from", message.Of("causes.known.place", message.Name("place", p.Site.Name)))
		if p.Site.Name == "" {
			from = message.Told("from", message.Of("causes.known.its-place"))
		}
	}
	minima := p.Around().Minima()
	most, least := minima.Most, minima.Injury.Value
	if high, known := p.Around().Hottest(); known {
		n.say(
			"hot-day",
			high > most,
			message.Of("causes.known.days-of-and-is-its",
				from, message.Fixed("high", high, 0, "°C"), message.Fixed("most", most, 0, "°C")),
		)
	}
	if _, lowest, known := p.Around().Nights(); known {
		n.say("cold-night", lowest < least,
			message.Of("causes.known.nights-of-and-below-it", from, message.Fixed("lowest", lowest, 0, "°C"), message.Fixed("least", least, 0, "°C")))
	}
	// Cool nights alone say nothing: they do where it should grow and does not.
	stalls := l.Noted.Findings["growth-stalled"] == Present || l.Noted.Growth == patient.Idle ||
		p.LeafSmaller() != nil && *p.LeafSmaller()
	if usual, _, known := p.Around().Nights(); known && stalls {
		code := "causes.known.cool-nights"
		if minima.By != "" {
			code += "-by-" + minima.By
		}
		words := message.Of(
			code,
			from,
			message.Fixed("usual", usual, 0, "°C"),
			message.Fixed("growth", minima.Growth.Value, 0, "°C"),
		)
		n.say("cool-nights", usual < minima.Growth.Value, words)
	}
	if humid := p.Around().Humid(); humid != "" && humid != patient.BetweenHumid {
		n.say("dry-air", humid == patient.Dry, message.Of("causes.known.humidity", from))
	}
	if p.Site != nil && (p.Site.Light == "sun" || p.Site.Light == "shade") {
		n.say("strong-sun", p.Site.Light == "sun", message.Of("causes.known.light-"+p.Site.Light, from))
	}
	if l.Noted.Growth == patient.NewRoots && p.Stands().EpochOf(l.On) == patient.AtPresent {
		n.say("tips-growing", true, message.Of("causes.known.look-new-roots-are-showing"))
		n.seen(l.On)
	}
	if smaller := p.LeafSmaller(); smaller != nil {
		n.say("growth-smaller", *smaller, message.Of("causes.known.look-the-newest-leaf-as"))
		n.seen(l.On)
	}
}

func (n *knower) fromRoots(r *patient.Roots) {
	v, day := r.Verdict, message.On("day", r.On)
	low, high := v.Grade.Low.Few(), v.Grade.High.Few()
	if low == high || v.Grade.Starved {
		n.say(
			"few-live-roots",
			low || v.Grade.Starved,
			message.Of("causes.known.graded",
				day, message.Told("grade", message.Of("roots.grade."+string(v.Grade.Code)))),
		)
	}
	n.fromFeel(r.Reading, day)
	if v.Totals.GrowingTips > 0 && n.p.Growth() != patient.NewRoots {
		n.say("tips-growing", true, message.Of("causes.known.growing-tips", day, message.Count("n", v.Totals.GrowingTips)))
	}
	fared := map[string]string{}
	for _, p := range v.Pattern.Depths {
		fared[p.Place] = p.Fared
	}
	inside := fared["core"] == "lost" || fared["bottom"] == "lost"
	outside := fared["edge"] == "sound" || fared["surface"] == "sound" || fared["aerial"] == "sound"
	if deep := fared["core"] + fared["bottom"]; deep != "" &&
		(outside && inside || deep == "sound" || deep == "soundsound") {
		n.say("loss-in-core", inside, message.Of("causes.known.pattern", day, message.Told("pattern", v.Pattern.Words.Value)))
	}
	if top := fared["surface"]; top == "sound" ||
		top == "lost" && !inside && (fared["edge"] == "sound" || fared["bottom"] == "sound") {
		n.say("loss-at-surface", top == "lost", message.Of("causes.known.pattern", day, message.Told("pattern", v.Pattern.Words.Value)))
	}
	if g := v.Pattern.Growths; len(g) > 1 {
		first, last := g[0].Fared, g[len(g)-1].Fared
		if last == "sound" {
			n.say("loss-oldest-first", first == "lost", message.Of("causes.known.by-growth", day))
		}
	}
	if v.Pattern.FromTips {
		n.say("loss-from-tips", true, message.Of("causes.known.from-tips", day))
	}
}

// fromFeel looks through the stretches for what speaks by itself.
func (n *knower) fromFeel(r roots.Reading, day message.Arg) {
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
		n.say("mushy-roots", true, message.Of("causes.known.of-are-mushy", day, message.Count("n", mushy), message.Count("all", all)))
	case mushy == 0 && felt == all && all > 0:
		n.say("mushy-roots", false, message.Of("causes.known.all-felt-none-mushy", day, message.Count("n", all)))
	}
	for _, c := range []struct {
		colour  roots.Colour
		finding string
	}{
		{roots.PatchesHard, "hard-patches"},
		{roots.PatchesSmooth, "smooth-patches"},
		{roots.EvenBrown, "even-brown"},
	} {
		switch {
		case colours[c.colour]:
			n.say(c.finding, true, message.Of("causes.known."+c.finding, day))
		case coloured == all && all > 0:
			n.say(c.finding, false, message.Of("causes.known.no-"+c.finding, day))
		}
	}
	if r.Stained {
		n.say("pot-stained", true, message.Of("causes.known.stains", day))
	}
	if r.Crust {
		n.say("crust", true, message.Of("causes.known.crust", day))
	}
}
