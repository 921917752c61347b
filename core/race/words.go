package race

import (
	"fmt"
	"math"
	"strings"

	"therapeon/core/units"
	"therapeon/core/words"
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
			r.Headline = fmt.Sprintf("%s: %s.", row.Words, inTen(at.Chance))
			break
		}
	}
	how := "in the way that suits it best, " + words.Lower(best.Name)
	if c.Holding != "" {
		how = "as it is held now, " + words.Lower(at.Name)
		if at.Code != best.Code && best.Chance-at.Chance > Table().SameChance.Value {
			r.Detail = fmt.Sprintf(" %s would give it %s.", best.Name, inTen(best.Chance))
		}
	}
	r.Detail = "That is " + how + "." + r.Detail
}

// say puts an outcome in words.
func (o *Outcome) say() {
	o.ChanceWords, o.Good = inTen(o.Chance), o.Chance > Table().GoodChance.Value
	for _, b := range []*Band{&o.Tip, &o.Limp, &o.LostOn} {
		b.say()
	}
	said := "No new tip is likely within the days looked at."
	if o.Tip.Median != nil {
		said = fmt.Sprintf("First tip in about %s.", span(*o.Tip.Median))
		if *o.Tip.Median < 1 {
			said = "Tips are out."
		}
	}
	switch {
	case o.Endless:
		said += " It holds out without new roots."
	case o.LostOn.Median != nil:
		said += fmt.Sprintf(" Without roots it lasts about %s.", span(*o.LostOn.Median))
	}
	o.Words = said + o.risk()
	o.hundred()
}

// hundred says what becomes of a hundred plants like it.
func (o *Outcome) hundred() {
	k := Table()
	of := func(share float64) float64 { return math.Round(share * units.Percent) }
	o.LostWords = fmt.Sprintf("Of a hundred like it %.0f root in time", of(o.Chance))
	for _, by := range []Loss{Thirst, Rot, Spent} {
		if n := of(o.LostBy[by]); n > 0 {
			o.LostWords += fmt.Sprintf(", %.0f %s", n, k.Losses[by].Of)
		}
	}
	if n := of(o.Waiting); n > 0 {
		o.LostWords += fmt.Sprintf(", %.0f wait on", n)
	}
	o.LostWords += "."
	if o.Likelier != "" {
		o.LikelierWords = "lost likelier by " + k.Losses[o.Likelier].By
	}
}

// risk says what a way is likelier lost by, and where it wins on water and loses on rot.
func (o *Outcome) risk() string {
	k := Table()
	switch {
	case o.Likelier == "":
		return ""
	case o.LostBy[Thirst] < k.WinsOnWater.Value && o.LostBy[Rot] > k.LosesOnRot.Value:
		return fmt.Sprintf(" It wins on water and loses on rot: %s rots first.", inTen(o.LostBy[Rot]))
	case o.Likelier == Spent:
		return " If it is lost, then likelier because its reserves end."
	default:
		return fmt.Sprintf(" If it is lost, then likelier by %s.", k.Losses[o.Likelier].By)
	}
}

// say puts days in words.
func (b *Band) say() {
	least := 0.0
	if b.Median != nil {
		least, b.About = *b.Median, span(*b.Median)
	}
	if b.Low != nil {
		least = *b.Low
	}
	switch {
	case b.High != nil && *b.High < 1:
		b.Words = "out already"
	case b.Median == nil:
		b.Words = "more than " + span(least)
	case b.High == nil:
		b.Words = fmt.Sprintf("about %s, at least %s", span(*b.Median), span(least))
	default:
		b.Words = fmt.Sprintf("about %s, from %s to %s", span(*b.Median), span(least), span(*b.High))
	}
}

// say puts what a lever gives in words.
func (l *Lever) say() {
	k := Table()
	var said []string
	if l.Gain >= k.LeverGain.Value {
		said = append(said, fmt.Sprintf("%.0f more of a hundred root in time.", l.Gain*units.Percent))
	}
	if l.DryDays >= k.LeverDays.Value {
		longer := span(l.DryDays)
		if l.DryDays > k.LeverFarDays.Value {
			longer = "far"
		}
		said = append(said, fmt.Sprintf("It lasts %s longer.", longer))
	}
	l.Helps, l.Words = len(said) > 0, strings.Join(said, " ")
}

// inTen is a chance in words: people weigh counts better than percents.
func inTen(p float64) string {
	k := Table()
	switch n := math.Min(math.Round(p*units.Tenths), units.Tenths-1); {
	case p < k.HardlyBelow.Value:
		return "less than one chance in twenty"
	case p > 1-k.HardlyBelow.Value:
		return "more than nineteen chances in twenty"
	case n == 1:
		return "about one chance in ten"
	default:
		return fmt.Sprintf("about %.0f chances in ten", n)
	}
}

func span(days float64) string {
	switch {
	case days < Table().ADayBelow.Value:
		return "a day"
	case days < Table().WeeksFromDays.Value:
		return fmt.Sprintf("%.0f days", days)
	default:
		return fmt.Sprintf("%.0f weeks", days/units.DaysAWeek)
	}
}
