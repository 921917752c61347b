package language_test

import (
	"os"
	"regexp"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/knowledge"
	"therapeon/core/knowledge/words"
)

var (
	inProse = regexp.MustCompile(`(?i)\d|\b(two|three|four|five|six|seven|eight|nine|ten|eleven|twelve|\w+teen|twenty|thirty|` +
		`forty|fifty|sixty|seventy|eighty|ninety|hundred|thousand|half|thirds?|quarters?|fourth|fifths?|twice|double|dozen)\b`)
	anyPlace = regexp.MustCompile(`\{[^}]*\}`)
)

// saidInWords are the entries that may have a number, as the list gives them.
func saidInWords(t *testing.T) (list []string) {
	t.Helper()
	kept, err := os.ReadFile("testdata/said-in-words.txt")
	require.NoError(t, err)
	for line := range strings.Lines(string(kept)) {
		if line = strings.TrimSpace(line); line != "" && !strings.HasPrefix(line, "#") {
			list = append(list, line)
		}
	}
	return list
}

// A figure that a table has comes into a sentence by its place. One that is typed a second time would go on saying
// the old figure when the table changes.
func TestFiguresAreNotTypedIntoSentences(t *testing.T) {
	listed, found := saidInWords(t), []string{}
	for code, forms := range words.In(words.English) {
		if strings.HasPrefix(code, "number.") {
			continue
		}
		for _, text := range forms {
			if inProse.MatchString(anyPlace.ReplaceAllString(text, "")) {
				found = append(found, code)
				assert.True(t, slices.Contains(listed, code), code+": %q has a number: take it from a table, or say in the list why not", text)
			}
		}
	}
	for _, code := range listed {
		assert.True(t, slices.Contains(found, code), "%s is listed, and has no number any more", code)
	}
}

// Each place that names a figure by its path leads to one: 245 sentences would else show the path.
func TestPlacesLeadToFigures(t *testing.T) {
	led := 0
	for code, forms := range words.In(words.English) {
		row := code[:strings.LastIndex(code, ".")+1]
		for _, name := range named(forms) {
			if !strings.Contains(name, ".") {
				continue
			}
			_, beside := knowledge.Figure(row + name)
			_, whole := knowledge.Figure(name)
			assert.True(t, beside || whole, "%s: no figure at {%s}", code, name)
			led++
		}
	}
	assert.Greater(t, led, 100)
}
