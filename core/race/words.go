package race

import (
	"math"
	"slices"

	"therapeon/core/knowledge"
	"therapeon/core/message"
	"therapeon/core/units"
)

// say puts the answer in words.
func (r *Race) say(c start) {
	best := r.Outcomes[0]
	at := best
	for _, o := range r.Outcomes {
		if o.Code == c.Holding {
			at = o
		}
	}
	for _, row := range Table().Headlines {
		if at.Chance >= row.From.Value {
			r.Headline = knowledge.Say(message.Of("race.say.with-chance",
				message.Told("row", row.Words), message.Told("chance", inTen(at.Chance))))
			break
		}
	}
	if !slices.ContainsFunc(r.Levers, func(l Lever) bool { return l.Helps }) {
		r.NoLever = knowledge.Say(message.Of("race.say.no-lever-helps"))
		if at.Good {
			r.NoLever = knowledge.Say(message.Of("race.say.nothing-is-needed"))
		}
	}
	r.Detail = knowledge.Say(message.Of("race.say.that-is-in-the-best-way", message.Told("way", best.Name)))
	if c.Holding != "" {
		r.Detail = knowledge.Say(message.Of("race.say.that-is-as-held", message.Told("way", at.Name)))
		if at.Code != best.Code && best.Chance-at.Chance > Table().SameChance.Value {
			r.Detail = knowledge.Say(message.All(r.Detail.Value, message.Of("race.say.would-give-it",
				message.Told("way", best.Name), message.Told("chance", inTen(best.Chance)))))
		}
	}
}

// say puts an outcome in words.
func (o *Outcome) say() {
	o.ChanceWords, o.Good = knowledge.Say(inTen(o.Chance)), o.Chance > Table().GoodChance.Value
	for _, b := range []*Band{&o.Tip, &o.Limp, &o.LostOn} {
		b.say()
	}
	said := message.Of("race.say.no-new-tip-is-likely")
	if o.Tip.Median != nil {
		said = message.Of("race.say.first-tip-in-about", message.Told("median", span(*o.Tip.Median)))
		if *o.Tip.Median < 1 {
			said = message.Of("race.say.tips-are-out")
		}
	}
	var more message.Message
	switch {
	case o.Endless:
		more = message.Of("race.say.it-holds-out-without-new")
	case o.LostOn.Median != nil:
		more = message.Of("race.say.without-roots-it-lasts-about", message.Told("median", span(*o.LostOn.Median)))
	}
	o.Words = knowledge.Say(message.All(said, more, o.risk()))
	o.hundred()
	o.margin()
	o.NeedsWords = knowledge.Say(o.needs())
}

// needs says what air gives the chance that is asked of it.
func (o *Outcome) needs() message.Message {
	chance := message.Told("chance", inTen(Table().GoodChance.Value))
	if o.NeedsPercent == nil {
		return message.Of("race.say.needs-"+o.Needs, chance)
	}
	return message.Of("race.say.needs-humidity", chance,
		message.Fixed("percent", *o.NeedsPercent, 0, "%"), message.Fixed("here", o.Humidity, 0, "%"))
}

// margin says how long after its first tip it would be lost without roots.
func (o *Outcome) margin() {
	m := o.Margin
	if m.Median == nil || o.LostOn.Median == nil {
		return
	}
	all := []message.Message{message.Of("race.say.margin", message.Told("days", span(*m.Median)))}
	if *m.Median < 0 {
		all[0] = message.Of("race.say.margin-too-late", message.Told("days", span(-*m.Median)))
	}
	if m.Low != nil {
		all = append(all, spread(*m.Low, m.High))
	}
	o.MarginWords = knowledge.Say(message.All(all...))
}

// spread says between which days a margin lies; below 0 it is too late.
func spread(low float64, high *float64) message.Message {
	days := func(name string, n float64) message.Arg { return message.Fixed(name, math.Abs(n), 0, "days") }
	switch {
	case low >= 0 && high == nil:
		return message.Of("race.say.margin-or-more", days("low", low))
	case low >= 0:
		return message.Of("race.say.margin-from-to", message.Fixed("low", low, 0, ""), days("high", *high))
	case high == nil:
		return message.Of("race.say.margin-may-be-late", days("late", low))
	case *high >= 0:
		return message.Of("race.say.margin-late-or-more", days("late", low), days("more", *high))
	}
	return message.Of("race.say.margin-late-from-to", message.Fixed("low", -*high, 0, ""), days("high", low))
}

// hundred says what becomes of a hundred plants like it.
func (o *Outcome) hundred() {
	of := func(share float64) int { return int(math.Round(share * units.Percent)) }
	all := []message.Message{message.Of("race.say.root-in-time", message.Count("n", of(o.Chance)))}
	for _, by := range []Loss{Thirst, Rot, Spent} {
		if n := of(o.LostBy[by]); n > 0 {
			all = append(all, message.Of("race.losses."+string(by)+".of", message.Count("n", n)))
		}
	}
	if n := of(o.Waiting); n > 0 {
		all = append(all, message.Of("race.say.wait-on", message.Count("n", n)))
	}
	o.LostWords = knowledge.Say(message.Of("race.say.of-a-hundred-like-it", message.Several("all", all)))
	if o.Likelier != "" {
		o.LikelierWords = knowledge.Say(message.Of("race.losses." + string(o.Likelier) + ".likelier"))
	}
}

// risk says what a way is likelier lost by, and where it wins on water and loses on rot.
func (o *Outcome) risk() message.Message {
	k := Table()
	switch {
	case o.Likelier == "":
		return message.Message{}
	case o.LostBy[Thirst] < k.WinsOnWater.Value && o.LostBy[Rot] > k.LosesOnRot.Value:
		return message.Of("race.say.it-wins-on-water-and", message.Told("chance", inTen(o.LostBy[Rot])))
	default:
		return message.Of("race.losses." + string(o.Likelier) + ".if-lost")
	}
}

// say puts days in words.
func (b *Band) say() {
	least := 0.0
	if b.Median != nil {
		least, b.About = *b.Median, knowledge.Say(span(*b.Median))
	}
	if b.Low != nil {
		least = *b.Low
	}
	switch {
	case b.High != nil && *b.High < 1:
		b.Words = knowledge.Say(message.Of("race.say.out-already"))
	case b.Median == nil:
		b.Words = knowledge.Say(message.Of("race.say.more-than", message.Told("least", span(least))))
	case b.High == nil:
		b.Words = knowledge.Say(message.Of("race.say.about-at-least",
			message.Told("median", span(*b.Median)), message.Told("least", span(least))))
	default:
		b.Words = knowledge.Say(message.Of("race.say.about-from-to",
			message.Told("median", span(*b.Median)),
			message.Told("least", span(least)),
			message.Told("high", span(*b.High))))
	}
}

// say puts what a lever gives in words.
func (l *Lever) say() {
	k := Table()
	var said []message.Message
	if l.Gain >= k.LeverGain.Value {
		said = append(said, message.Of("race.say.more-of-a-hundred-root", message.Count("n", int(math.Round(l.Gain*units.Percent)))))
	}
	if l.DryDays >= k.LeverDays.Value {
		longer := message.Of("race.say.it-lasts-longer", message.Told("longer", span(l.DryDays)))
		if l.DryDays > k.LeverFarDays.Value {
			longer = message.Of("race.say.it-lasts-far-longer")
		}
		said = append(said, longer)
	}
	l.Helps, l.Words = len(said) > 0, knowledge.Say(message.All(said...))
}

// inTen is a chance in words: people weigh counts better than percents.
func inTen(p float64) message.Message {
	k := Table()
	switch n := math.Min(math.Round(p*units.Tenths), units.Tenths-1); {
	case p < k.HardlyBelow.Value:
		return message.Of("race.say.less-than-one-chance-in")
	case p > 1-k.HardlyBelow.Value:
		return message.Of("race.say.more-than-nineteen-chances-in")
	default:
		return message.Of("race.say.about-chances-in-ten", message.Count("n", int(n)))
	}
}

func span(days float64) message.Message {
	switch {
	case days < Table().ADayBelow.Value:
		return message.Of("race.say.a-day")
	case days < Table().WeeksFromDays.Value:
		return message.Of("race.say.days", message.Count("n", int(math.Round(days))))
	default:
		return message.Of("race.say.weeks", message.Count("n", int(math.Round(days/units.DaysAWeek))))
	}
}
