package language

import (
	"cmp"
	"math"
	"strconv"
	"strings"

	"golang.org/x/text/number"

	"therapeon/core/knowledge/words"
	"therapeon/core/message"
	"therapeon/core/units"
)

// shapes are what a place can ask of a figure: {alarm_day:weeks}. Several go one after the other, with points
// between: {life_months:years.to}.
var shapes = map[string]func(message.Figure) message.Figure{
	"bare":    func(f message.Figure) message.Figure { f.Unit = ""; return f },
	"days":    func(f message.Figure) message.Figure { f.Unit = "days"; return f },
	"weeks":   rounded(1.0/units.DaysAWeek, "weeks"),
	"months":  rounded(1.0/units.DaysAMonth, "months"),
	"years":   rounded(1.0/12, "years"), // of months
	"percent": rounded(100, "%"),
	"less":    func(f message.Figure) message.Figure { f.Value--; return f },                         // by one
	"in":      func(f message.Figure) message.Figure { f.Value = math.Round(1 / f.Value); return f }, // one in so many
	"rest":    func(f message.Figure) message.Figure { f.Value = 1 - f.Value; return f },             // of the whole
	"ordinal": func(f message.Figure) message.Figure { f.Round.Words = "ordinal"; return f },
	"word":    func(f message.Figure) message.Figure { f.Round.Words = "within"; return f },
	"Word":    func(f message.Figure) message.Figure { f.Round.Words = "first"; return f },
	"part":    func(f message.Figure) message.Figure { f.Unit, f.Round.Words = "", "part"; return f },
	"Part":    func(f message.Figure) message.Figure { f.Unit, f.Round.Words = "", "first-part"; return f },
}

// rounded says a figure in another unit, to the next whole one.
func rounded(times float64, unit message.Unit) func(message.Figure) message.Figure {
	return func(f message.Figure) message.Figure {
		f.Value, f.Unit = math.Round(f.Value*times), unit
		return f
	}
}

// shaped is a figure or a span as a place wants it.
func shaped(v message.Value, how string) message.Value {
	for step := range strings.SplitSeq(how, ".") {
		switch one := v.(type) {
		case message.Figure:
			if shape, ok := shapes[step]; ok {
				v = shape(one)
			}
		case message.Number:
			if shape, ok := shapes[step]; ok {
				v = shape(message.Figure{Value: float64(one)})
			}
		case message.Span:
			v = shapedSpan(one, step)
		}
	}
	return v
}

func shapedSpan(s message.Span, step string) message.Value {
	low := message.Figure{Value: s.Low, Unit: s.Unit, Round: s.Round}
	high := message.Figure{Value: s.High, Unit: s.Unit, Round: s.Round}
	switch step {
	case "low":
		return low
	case "high":
		return high
	case "to":
		s.To = true
		return s
	}
	if shape, ok := shapes[step]; ok {
		low, high = shape(low), shape(high)
		return message.Span{Low: low.Value, High: high.Value, Unit: high.Unit, Round: high.Round, To: s.To}
	}
	return s
}

func (l *Language) figure(f message.Figure) string {
	digits := l.decimal(f)
	if f.Unit == "" {
		return digits
	}
	return l.with(f.Unit, digits, f.Digits())
}

// with puts a unit to figures: as the language has it, else its sign behind them. The count chooses its form.
func (l *Language) with(unit message.Unit, figures, count string) string {
	code := "units." + string(unit)
	if !words.Has(code) {
		return figures + " " + string(unit)
	}
	return l.counted(message.Of(code, message.Name("n", figures)), count)
}

// decimal writes a figure in words where it is to be and the language has them, else with its sign, and with no
// sign between thousands: on a bench 1,500 is read two ways.
func (l *Language) decimal(f message.Figure) string {
	digits := f.Digits()
	if of := f.Round.Words; of != "" {
		said := digits
		if strings.HasSuffix(of, "part") {
			said = strconv.FormatFloat(math.Round(100*f.Value), 'f', -1, 64)
		}
		if code := "number." + of + "-" + said; words.Has(code) {
			return l.Say(message.Of(code))
		}
	}
	if strings.ContainsAny(digits, "eIN") {
		return digits
	}
	_, after, _ := strings.Cut(digits, ".")
	return l.printer.Sprint(number.Decimal(f.Value, number.Scale(len(after)), number.NoSeparator()))
}

func (l *Language) span(s message.Span) string {
	low := message.Figure{Value: s.Low, Round: s.Round}
	high := message.Figure{Value: s.High, Round: s.Round}
	if after, ok := strings.CutPrefix(s.Round.Words, "first"); ok {
		high.Round.Words = cmp.Or(strings.TrimPrefix(after, "-"), "within") // only the first word begins the sentence
	}
	figures := l.decimal(high)
	if low.Digits() != high.Digits() {
		code := "span.both"
		if s.To {
			code = "span.to"
		}
		figures = l.Say(message.Of(code, message.Name("low", l.decimal(low)), message.Name("high", figures)))
	}
	if s.Unit == "" {
		return figures
	}
	return l.with(s.Unit, figures, high.Digits())
}
