package e2e

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

// A typed number takes a point or a comma. What can be read two ways is not guessed. Beside rows by hand, what the
// browser's Intl (ECMA-402, by CLDR) writes in several languages is read back.
func TestTypedNumbersAreReadAndNotGuessed(t *testing.T) {
	tab := module(t, "lib/number.ts")
	got := gives[map[string][]float64](t, tab, `return Object.fromEntries(["", "7", "1.5", "1,5", "0,500", "0.125",
		"1,500", "1.500", "12.345", "1234,567", "1,50", "1 500", "1.500,25", "1,500.25", "1.500.000", "-1,5", "−2", "5.",
		",5", "1,0005"].map((s) => [s, m.readings(s)]));`)
	assert.Equal(t, map[string][]float64{
		"": {}, "7": {7}, "1.5": {1.5}, "1,5": {1.5}, "0,500": {0.5}, "0.125": {0.125}, "1,500": {1.5, 1500},
		"1.500": {1.5, 1500}, "12.345": {12.345, 12345}, "1234,567": {1234.567}, "1,50": {1.5}, "1 500": {1500},
		"1.500,25": {1500.25}, "1,500.25": {1500.25}, "1.500.000": {1500000}, "-1,5": {-1.5}, "−2": {-2}, "5.": {5},
		",5": {0.5}, "1,0005": {1.0005},
	}, got)
	none := gives[[]string](t, tab, `return ["abc", "1,2,3", "1.500,250,1", "1e3", "--1", "1,50.000", "12 mL"]
		.filter((s) => m.readings(s) !== undefined);`)
	assert.Empty(t, none)
	lost := gives[[]string](t, tab, `const lost = [];
		for (const language of ["en", "de", "fr", "de-CH", "pt", "sv"]) {
			for (const n of [0, 0.5, 7, 12.25, 999, 1500, 15.75, 1500.25, 20000, 1234567.5, -3.5]) {
				const text = new Intl.NumberFormat(language).format(n);
				if (!m.readings(text)?.includes(n)) lost.push(language + " " + text);
			}
		}
		return lost;`)
	assert.Empty(t, lost)
}

// At the bottle: 1,500 is asked about, and nothing is worked out until it is answered.
func TestAnAmountThatReadsTwoWaysIsAsked(t *testing.T) {
	s := fresh(t)
	p := open(t, s.url+"/mixing", phone)
	p.see("h1", "Mixing")
	p.fill("Amount to make", "1,500")
	p.see("[role='alert']", "1,500 can be read two ways. Which is it?")
	p.see("[data-field='Amount to make'] [role='alert'] button", "1.5")
	p.tap("[data-field='Amount to make'] [role='alert'] button", "1500")
	p.gone("[role='alert']", "two ways")
	assert.Equal(t, "1500", p.holds("Amount to make"))
	p.fill("Amount to make", "750,5")
	p.hit("Tab")
	p.gone("[role='alert']", "two ways")
	assert.Equal(t, "750.5", p.holds("Amount to make"))
}
