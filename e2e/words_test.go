package e2e

import (
	"regexp"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// told is every word of a view: what it shows, what lies folded, and what is read aloud.
const told = `() => {
	const own = [...document.querySelectorAll("[aria-label], [placeholder], [title]")]
		.flatMap((e) => [e.ariaLabel, e.getAttribute("placeholder"), e.title]);
	return [document.title, document.body.innerText, ...own].filter(Boolean).join("\n");
}`

// unfoldAll opens what lies folded on a view.
const unfoldAll = `() => document.querySelectorAll(".ant-collapse-header[aria-expanded='false'], .look-part-name[aria-expanded='false']")
	.forEach((e) => e.click())`

const things = `plant|root|job|cut|day|week|month|leaf|leave|growth|bulb|label|sign|check|round|look|weight|reading|tip|night|piece|entry|minute|hour`

// unsaid are what no view says: phrases of machines, two words for one thing, wrong plurals.
var unsaid = map[string]*regexp.Regexp{
	"a machine's phrase": regexp.MustCompile(
		`(?i)\b(undefined|null|NaN|object Object|invalid|submit|payload|bad request|endpoint|N/A|no data|loading|click|toggle|dropdown|checkbox|parameter|successfully|are you sure|please|oops|sorry)\b`,
	),
	"left out, not skipped":        regexp.MustCompile(`(?i)\bskip(ped|s)?\b`),
	"archived, not taken off":      regexp.MustCompile(`(?i)\b(taken? (it |them )?off the bench|delete[ds]?|discarded)\b`),
	"medium, not soil":             regexp.MustCompile(`(?i)\b(soil|substrate|potting mix)\b`),
	"the sheath, not the velamen":  regexp.MustCompile(`(?i)\b(velamen|stele)\b`),
	"a growth, not a shoot":        regexp.MustCompile(`(?i)\bshoots?\b`),
	"one is one":                   regexp.MustCompile(`(?:^|[^\d.,–:-])1 (` + things + `|leave|bod)s\b`),
	"and more are more":            regexp.MustCompile(`(?:^|[^\d.,–:])(?:[2-9]|[1-9]\d+) (` + things + `)\b[^-]`),
	"no code of the tables":        regexp.MustCompile(`\b[a-z]+(-[a-z]+){2,}\b|\b[a-z]+_[a-z]+\b`),
	"no sentence ends twice":       regexp.MustCompile(`[^.]\.\.(?:[^.]|$)|\s[.,;](?:\s|$)|\?\.|!`),
	"a figure keeps its own unit":  regexp.MustCompile(`\d(mm|cm|mL|°C|%|g/L)\b`),
	"days as they are said here":   regexp.MustCompile(`\b\d{4}-\d{2}-\d{2}\b`),
	"no bare figure of many signs": regexp.MustCompile(`\d\.\d{5,}`),
}

// verbs look like one thing too few.
var verbs = regexp.MustCompile(`(\d+ root)( in time)`)

// moreViews have words of their own, and are like another view in all else.
var moreViews = []view{
	{"overview of a held plant", "Crate 12, not one root", "", "[data-part='may-i']", "Repot it"},
	{"weights", "By the door, leave it be", "weights", "[data-part='plant-head']", ""},
	{"what broke", "By the door, leave it be", "broke", "[data-part='plant-head']", ""},
	{"groups", "", "/library/groups", "[data-part='library']", "Phalaenopsis"},
	{"causes", "", "/library/causes", "[data-part='library']", "Salt burn"},
	{"cautions", "", "/library/cautions", "[data-part='library']", "Peroxide"},
}

// saysNothingWrong holds every word of a view to what no view says.
func (p *page) saysNothingWrong(view string) {
	p.t.Helper()
	words := verbs.ReplaceAllString(p.MustEval(told).Str(), "${1}s$2")
	require.Greater(p.t, len(words), 200, view)
	for name, what := range unsaid {
		for _, at := range what.FindAllStringIndex(words, 4) {
			around := words[max(0, at[0]-40):min(len(words), at[1]+40)]
			assert.Fail(p.t, view+": "+name, strings.ReplaceAll(around, "\n", " ⏎ "))
		}
	}
}

// The words that may not be said are found where they are.
func TestWrongWordsAreFound(t *testing.T) {
	for wrong, name := range map[string]string{
		"It has 1 roots.": "one is one", "All 12 root are": "and more are more", "Job skipped": "left out, not skipped",
		"Done..": "no sentence ends twice", "It is 5mm long": "a figure keeps its own unit", "tips-black-running": "no code of the tables",
		"Read on 2026-11-26": "days as they are said here", "Invalid input": "a machine's phrase",
	} {
		assert.Regexp(t, unsaid[name], wrong)
	}
	for _, right := range []string{"1 root and 12 roots", "a 12-day rest", "10–20 mm", "11 roots", "0.5 mm", "a half-dead root"} {
		for name, what := range unsaid {
			assert.NotRegexp(t, what, right, name)
		}
	}
}
