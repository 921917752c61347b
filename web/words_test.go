package web_test

import (
	"io/fs"
	"os"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
	"testing"

	"github.com/goccy/go-yaml"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// catalogues are the English words of the page: by room, then by key.
func catalogues(t *testing.T) map[string]map[string]string {
	t.Helper()
	all := map[string]map[string]string{}
	files, err := filepath.Glob("src/words/en/*.yaml")
	require.NoError(t, err)
	for _, file := range files {
		words := map[string]string{}
		raw, err := os.ReadFile(file)
		require.NoError(t, err)
		require.NoError(t, yaml.Unmarshal(raw, &words), file)
		all[strings.TrimSuffix(filepath.Base(file), ".yaml")] = words
	}
	return all
}

var (
	ofRoom = regexp.MustCompile(`from "[./]*/words/([a-z]+)"`)
	saying = regexp.MustCompile(`\btell\(\s*|<Tell\s+of=`)
	keyed  = regexp.MustCompile(`(?:^\{?|[?:]\s*)"([^"]+)"`)
	values = regexp.MustCompile(`^(?:,|\s+(?:with|parts)=)`)
	placed = regexp.MustCompile(`^\{(\w+)[,}]`)
	marked = regexp.MustCompile(`<(\w+)>`)
)

// Every entry that the code says stands in the catalogue of its room, and every entry is said.
func TestTheCodeSaysWhatStandsInTheCatalogues(t *testing.T) {
	all, said := catalogues(t), map[string]bool{}
	require.NoError(t, fs.WalkDir(os.DirFS("src"), ".", func(path string, _ fs.DirEntry, err error) error {
		if err != nil || !strings.HasSuffix(path, ".ts") && !strings.HasSuffix(path, ".tsx") {
			return err
		}
		raw, err := os.ReadFile(filepath.Join("src", path))
		if room := ofRoom.FindSubmatch(raw); room != nil {
			words := all[string(room[1])]
			for _, at := range saying.FindAllIndex(raw, -1) {
				which, with := split(call(string(raw[at[1]:])))
				for _, key := range keyed.FindAllStringSubmatch(which, -1) {
					said[string(room[1])+" "+key[1]] = true
					assert.Contains(t, words, key[1], path)
					for _, place := range places(words[key[1]]) {
						assert.Regexp(t, `\b`+place+`\b`, with, "%s: %s of %s", path, place, key[1])
					}
				}
			}
		}
		return err
	}))
	for room, words := range all {
		for key := range words {
			assert.True(t, said[room+" "+key], "%s has %s, and nothing says it", room, key)
		}
	}
	assert.Greater(t, len(said), 1500)
}

// places are the names of what an entry takes: figures and words, links and other elements. Braces in braces are the
// forms of a count or a choice.
func places(text string) (names []string) {
	depth := 0
	for i, r := range text {
		switch r {
		case '{':
			depth++
			if name := placed.FindStringSubmatch(text[i:]); name != nil && depth%2 == 1 {
				names = append(names, name[1])
			}
		case '}':
			depth--
		}
	}
	for _, name := range marked.FindAllStringSubmatch(text, -1) {
		names = append(names, name[1])
	}
	return names
}

// split takes what says which entry it is, one or one of several, from what is said in it.
func split(of string) (which, with string) {
	depth := 0
	for i, r := range of {
		switch {
		case r == '(' || r == '{':
			depth++
		case r == ')' || r == '}':
			depth--
		case depth == 0 && values.MatchString(of[i:]):
			return of[:i], of[i:]
		}
	}
	return of, ""
}

// call is the rest of what says an entry: up to the bracket that ends it.
func call(rest string) string {
	depth := 0
	for i, r := range rest {
		switch r {
		case '(', '{':
			depth++
		case ')', '}':
			depth--
		}
		if depth < 0 || depth == 0 && strings.HasPrefix(rest[i:], "/>") {
			return rest[:i]
		}
	}
	return rest
}

// An entry is whole: it neither begins nor ends in the middle of a sentence.
func TestNoEntryIsAHalf(t *testing.T) {
	for room, words := range catalogues(t) {
		for key, text := range words {
			assert.Equal(t, strings.TrimSpace(text), text, "%s %s", room, key)
			assert.NotRegexp(t, `^[,;:.]|[,;]$`, text, "%s %s is a half", room, key)
			assert.Equal(t, strings.Count(text, "{"), strings.Count(text, "}"), "%s %s", room, key)
			assert.NotRegexp(t, `&\w+;`, text, "%s %s", room, key)
		}
	}
}

// Rooms of the page that are not about a plant: their entries tell of the house, its people or the page itself.
var notOfAPlant = []string{"app", "contract", "fields", "intake", "library", "mixing", "people", "places", "settings", "timers", "ui"}

var (
	// instructs begins a sentence with an act on a plant, as sentences.yaml of the core has them.
	instructs = regexp.MustCompile(`(?i)(?:^|[.:;!?] )(?:Do not|Don’t|Never|Always|Airs?|Apply|Bag|Brush|Clean|Cut|Discard|Dry|Dust|Empty|` +
		`Feed|Flush|Handle|Hang|Hold|House|Keep|Leave|Let|Mist|Mount|Move|Pot|Prune|Remove|Repot|Rinse|Shade|Soak|Spray|` +
		`Stake|Throw|Tie|Treat|Unpot|Wait|Wash|Water)\b(?:[^.:;!?]*[.;]|(?: [^ .:;!?]+){4,}$)`)
	// judges says how a plant stands.
	judges = regexp.MustCompile(`(?:^|[.:;] )(?:It|Its \w+|The plant|This plant|The pot|This pot|The roots)\b[^.]*\b` +
		`(?:due|spreads?|rots?|rotten|limp|dead|dying|suspect|thirsty|dry|wet|sound|healthy|losing|winning|lost|needs?|too)\b`)
)

// tellsHow are entries that begin like an act on a plant and are none, each with its reason.
var tellsHow = map[string]string{
	"aftercare feed-of-ppm-n":              "an amount",
	"division let-this-one-keep-the-tag":   "a choice",
	"draw cut-between":                     "where to tap",
	"history leave-all-as-it-is":           "a button",
	"rehome keep-it-as-a-mix-of-your-own":  "a button",
	"rehome keep-the-oldest-bulbs-dry":     "a choice",
	"roots hold-the-roots-in-the-water-up": "how a volume is weighed",
	"roots spread-the-roots-on-squared":    "how a length is estimated",
	"today feed-of-ppm-n":                  "an amount",
	"wishes keep-this-with-its-answer":     "a button",
}

// What is to be done with a plant, and how it stands, is decided in the core and said in its words. The page has words
// for its own parts alone.
func TestNoEntryTellsWhatToDoWithAPlant(t *testing.T) {
	for room, words := range catalogues(t) {
		for key, text := range words {
			if name := room + " " + key; !slices.Contains(notOfAPlant, room) && tellsHow[name] == "" {
				assert.NotRegexp(t, instructs, text, "%s tells what to do with a plant", name)
				assert.NotRegexp(t, judges, text, "%s tells how a plant stands", name)
			}
		}
	}
	for name := range tellsHow {
		room, key, _ := strings.Cut(name, " ")
		text := catalogues(t)[room][key]
		assert.True(t, instructs.MatchString(text) || judges.MatchString(text), "%s needs no exception", name)
	}
}
