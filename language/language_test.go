package language_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"therapeon/core/message"
	"therapeon/language"
)

func say(code string, args ...message.Arg) string {
	return language.Of("en").Say(message.Of(code, args...))
}

// Plurals of English by CLDR 48 (cldr-core, plurals.json): "one" is 1 without decimals, and all else is "other".
func TestPluralsFollowCLDR(t *testing.T) {
	for n, want := range map[int]string{
		0: "0 days", 1: "1 day", 2: "2 days", 5: "5 days", 21: "21 days", 101: "101 days",
	} {
		assert.Equal(t, want, language.Of("en").Say(message.Of("units.days", message.Count("n", n))))
	}
	for digits, want := range map[int]string{0: "1 day", 1: "1.0 days"} {
		assert.Equal(t, want, say("limits.only", message.Fixed("figure", 1, digits, "days")))
	}
	assert.Equal(t, "0.5 days", say("limits.only", message.Fixed("figure", 0.5, 1, "days")))
}

// What a place can ask of a figure, worked out by hand. A month has 30.44 days, a year 12 months.
func TestFiguresAsAPlaceWantsThem(t *testing.T) {
	one := func(v message.Value, how string) string { return language.Of("en").Shown(v, how) }
	figure := func(v float64, unit message.Unit) message.Figure {
		return message.Figure{Value: v, Unit: unit, Round: message.Round{Whole: true}}
	}
	for how, want := range map[string]string{
		"": "14 days", "bare": "14", "weeks": "2 weeks", "weeks.word": "two weeks", "word": "fourteen days",
		"Word": "Fourteen days", "bare.word": "fourteen",
	} {
		assert.Equal(t, want, one(figure(14, "days"), how), how)
	}
	assert.Equal(t, "17 weeks", one(figure(119, ""), "weeks"))
	assert.Equal(t, "three months", one(figure(90, ""), "months.word"))
	assert.Equal(t, "five months", one(figure(150, ""), "months.word"))
	assert.Equal(t, "63 days", one(figure(63, "days"), "word"), "no word for it: its digits")
	assert.Equal(t, "one week", one(figure(7, "days"), "weeks.word"))
	assert.Equal(t, "fourth", one(figure(4, ""), "ordinal"))
	assert.Equal(t, "15 %", one(figure(0.15, ""), "percent"))
	assert.Equal(t, "15 %", one(figure(0.85, ""), "rest.percent"))
	assert.Equal(t, "a quarter", one(figure(0.25, ""), "part"))
	assert.Equal(t, "A third", one(figure(0.333, ""), "Part"))
	assert.Equal(t, "half", one(figure(1.5, ""), "less.part"))
	assert.Equal(t, "nineteen of twenty", one(figure(0.05, ""), "in.less.word")+" of "+one(figure(0.05, ""), "in.word"))
	months := message.Span{Low: 24, High: 36, Unit: "months", Round: message.Round{Whole: true}}
	for how, want := range map[string]string{
		"": "24–36 months", "to": "24 to 36 months", "years.to.word": "two to three years", "low": "24 months", "high.bare": "36",
	} {
		assert.Equal(t, want, one(months, how), how)
	}
	assert.Equal(t, "Two to three years", one(months, "years.to.Word"), "only the first word begins the sentence")
	assert.Equal(t, "half", one(figure(0.5, "minutes"), "part"), "a part of a minute, named by the sentence")
	assert.Equal(t, "Forty", one(message.Number(40), "Word"))
	assert.Equal(t, "40", one(message.Number(40), ""))
}

// No sign between thousands, a point before decimals: on a bench "1,500" is read two ways.
func TestDecimals(t *testing.T) {
	assert.Equal(t, "1500", say("limits.only", message.Fixed("figure", 1500, 0, "")))
	assert.Equal(t, "1500.5 mL", say("limits.only", message.Fixed("figure", 1500.5, 1, "mL")))
}

// RFC 9110, 12.5.4 and RFC 4647: the best that there is of what a browser asks for; English where there is none.
func TestTheLanguageThatABrowserAsksFor(t *testing.T) {
	for _, accepts := range []string{"", "en", "en-GB", "xx", "zz;q=0.9, en;q=0.1", "not a header;;"} {
		assert.Equal(t, "en", language.Match(accepts).Tag(), accepts)
	}
	assert.Equal(t, "en", language.Of("xx").Tag())
}
