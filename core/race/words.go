package race

import (
	"fmt"
	"math"
)

// say puts the answer in words.
func (r *Race) say(c Case) {
	best := r.Outcomes[0]
	at := best
	for _, o := range r.Outcomes {
		if o.Code == c.Holding {
			at = o
		}
	}
	switch {
	case at.Chance >= 0.9:
		r.Headline = fmt.Sprintf("It will most likely root in time: %s.", inTen(at.Chance))
	case at.Chance >= 0.6:
		r.Headline = fmt.Sprintf("It has more chance than not: %s.", inTen(at.Chance))
	case at.Chance >= 0.3:
		r.Headline = fmt.Sprintf("It can go either way: %s.", inTen(at.Chance))
	default:
		r.Headline = fmt.Sprintf("It will likely dry out first: %s.", inTen(at.Chance))
	}
	how := "in the way that suits it best, " + lower(best.Name)
	if c.Holding != "" {
		how = "as it is held now, " + lower(at.Name)
		if at.Code != best.Code && best.Chance-at.Chance > Table().SameChance.Value {
			r.Detail = fmt.Sprintf(" %s would give it %s.", best.Name, inTen(best.Chance))
		}
	}
	r.Detail = "That is " + how + "." + r.Detail
}

// say puts an outcome in words.
func (o *Outcome) say(m *model) string {
	words := "No new tip is likely within the days looked at."
	if o.Tip.Median != nil {
		words = fmt.Sprintf("First tip in about %s.", span(*o.Tip.Median))
		if *o.Tip.Median < 1 {
			words = "Tips are out."
		}
	}
	switch {
	case o.Endless:
		words += " It holds out without new roots."
	case o.LostOn.Median != nil:
		words += fmt.Sprintf(" Without roots it lasts about %s.", span(*o.LostOn.Median))
	}
	return words
}

// inTen is a chance in words: people weigh counts better than percents.
func inTen(p float64) string {
	switch n := math.Round(p * 10); {
	case p < 0.05:
		return "less than one chance in twenty"
	case p > 0.95:
		return "more than nineteen chances in twenty"
	case n == 1:
		return "about one chance in ten"
	default:
		return fmt.Sprintf("about %.0f chances in ten", n)
	}
}

func span(days float64) string {
	switch {
	case days < 1.5:
		return "a day"
	case days < 14:
		return fmt.Sprintf("%.0f days", days)
	default:
		return fmt.Sprintf("%.0f weeks", days/7)
	}
}

func lower(name string) string { return string(name[0]|0x20) + name[1:] }
