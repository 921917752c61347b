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

// Nothing stands in the catalogue that nobody says: each entry is named in the code, by its whole code or by what it
// begins with, or is of a row of a table.
func TestNoWordsWithoutAUse(t *testing.T) {
	named, begun := literals(t)
	for code := range words.In(words.English) {
		place := strings.TrimSuffix(code, "_within")
		row := place[:strings.LastIndex(place, ".")]
		last := place[len(row)+1:]
		field, _, _ := strings.Cut(last, "-")
		ofTable := knowledge.Stands(place) || strings.Contains(row, ".") && knowledge.Stands(row) ||
			!strings.Contains(row, ".") && named[last] || row == "groups" && knowledge.Stands("groups.phalaenopsis."+field)
		said := ofTable || named[place] ||
			slices.ContainsFunc(begun, func(b string) bool { return strings.HasPrefix(place, b) })
		assert.True(t, said, "nobody says %s", code)
	}
}

// literals are the texts of the program that are codes, and those that codes begin with.
func literals(t *testing.T) (whole map[string]bool, begun []string) {
	t.Helper()
	whole, code := map[string]bool{}, regexp.MustCompile(`"([a-z][\w.-]*\.[\w.-]*)"|yaml:"(\w+)"`)
	for _, file := range sources(t) {
		content, err := os.ReadFile(file)
		require.NoError(t, err)
		for _, m := range code.FindAllStringSubmatch(string(content), -1) {
			if m[2] != "" {
				whole[m[2]] = true // a field of a table
				continue
			}
			whole[m[1]] = true
			if last := m[1][len(m[1])-1]; last != '.' && last != '-' {
				m[1] += "-" // as its beginning: here, there
			}
			begun = append(begun, m[1])
		}
	}
	return whole, begun
}
