package api

import (
	"fmt"
	"os"
	"regexp"
	"slices"
	"strings"
	"testing"

	"github.com/goccy/go-yaml"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/acts"
)

// told is a sentence of a plant as a page tells it.
type told struct {
	page, words string
	kind        string // instruction, statement, reason …
	act         acts.Act
	is          string // moment
	day         string
}

func (s told) String() string {
	return fmt.Sprintf("%s: “%s” (%s, %s)", s.page, s.words, s.act, s.is)
}

// readTold collects the typed sentences of an answer.
func readTold(page string, v any) (list []told) {
	switch v := v.(type) {
	case []any:
		for _, part := range v {
			list = append(list, readTold(page, part)...)
		}
	case map[string]any:
		if parts, several := v["parts"].([]any); several {
			return append(list, readTold(page, parts)...)
		}
		if sense, ok := v["sense"].(map[string]any); ok {
			list = append(list, toldOf(page, v, sense))
		}
		for key, part := range v {
			if !slices.Contains(advisesNothing, key) {
				list = append(list, readTold(page+"/"+key, part)...)
			}
		}
	}
	return list
}

func toldOf(page string, v, sense map[string]any) told {
	text := func(from map[string]any, keys ...string) string {
		for _, key := range keys {
			if s, ok := from[key].(string); ok && s != "" {
				return s
			}
		}
		return ""
	}
	s := told{page: page, words: text(v, "text", "value"), kind: text(sense, "type"), act: acts.Act{
		Act: text(sense, "act"), Object: text(sense, "object"), Degree: text(sense, "degree"),
	}}
	if when, ok := sense["when"].(map[string]any); ok {
		s.is, s.day = text(when, "is"), text(when, "day")
	}
	if wish := text(v, "wish"); wish != "" {
		s.page += ": " + wish
		s.words = under(v, "because", "value").(string)
	}
	return s
}

// tells holds for a sentence that tells to do a thing, or grants it.
func (s told) tells() bool {
	return s.kind == "instruction" && s.act.Act != "" && !slices.Contains([]string{"not-now", "no"}, s.is)
}

// fits holds for an act as a situation names it: "treat" of any object and degree, "water:none" of that one.
func (s told) fits(named string) bool {
	what, degree, one := strings.Cut(named, ":")
	act, object, of := strings.Cut(what, ".")
	return s.act.Act == act && (!of || s.act.Object == object) &&
		(!one || s.act.Degree == degree && (of || s.act.Object == ""))
}

// phrase is what a reader takes an act from, whatever code its sentence has.
type phrase struct {
	Says string   `yaml:"says"`
	Act  []string `yaml:"act"`
}

func phrases(t require.TestingT) (all []phrase) {
	raw, err := os.ReadFile("testdata/phrases.yaml")
	require.NoError(t, err)
	require.NoError(t, yaml.UnmarshalWithOptions(raw, &all, yaml.Strict()))
	return all
}

// misread are sentences whose words tell another act than their code.
func misread(t require.TestingT, all []told) (wrong []string) {
	for _, p := range phrases(t) {
		says := regexp.MustCompile(p.Says)
		for _, s := range all {
			tells := s.kind == "instruction" && !strings.Contains(s.page, "/answers")
			if tells && says.MatchString(s.words) && !slices.ContainsFunc(p.Act, s.fits) {
				wrong = append(wrong, fmt.Sprintf("%s reads as %v", s, p.Act))
			}
		}
	}
	return wrong
}

// twice are pairs of sentences that tell two degrees of one act for one day.
func twice(all []told, today string) (list []string) {
	var now []told
	for _, s := range all {
		if s.tells() && s.is != "once" && (s.day == "" || s.day <= today || s.is == "now" || s.is == "may") {
			now = append(now, s)
		}
	}
	for i, a := range now {
		for _, b := range now[i+1:] {
			if a.act.Against(b.act) {
				list = append(list, fmt.Sprintf("%s against %s", a, b))
			}
		}
	}
	return list
}

// checkTold compares what all pages tell with what the situation asks for.
func (x *reported) checkTold() {
	x.Helper()
	for _, act := range x.Does {
		is := func(s told) bool { return s.tells() && s.fits(act) }
		assert.True(x, slices.ContainsFunc(x.told, is), "%s is told nowhere", act)
	}
	for _, act := range x.NeverDoes {
		for _, s := range x.told {
			assert.False(x, s.tells() && s.fits(act), "%s would harm: %s", act, s)
		}
	}
	assert.Empty(x, twice(x.told, x.day(0)), "two degrees of one act")
	assert.Empty(x, misread(x, x.told), "the words tell another act than the code")
	if x.Closed != "" {
		told := slices.DeleteFunc(slices.Clone(x.told), func(s told) bool { return !s.tells() })
		assert.Empty(x, told, "what is off the bench is told nothing")
	}
}

// A wrong code is caught by its words, and a pair by its acts.
func TestTheReaderReads(t *testing.T) {
	doc := map[string]any{"look": map[string]any{"meanwhile": []any{
		map[string]any{"value": "Water it fully.", "sense": map[string]any{"type": "instruction", "act": "water", "degree": "none"}},
		map[string]any{"value": "Give it a little water.", "sense": map[string]any{"type": "instruction", "act": "water", "degree": "a-little"}},
	}}}
	all := readTold("", doc)
	require.Len(t, all, 2)
	assert.Len(t, misread(t, all), 1)
	assert.Len(t, twice(all, "2030-01-01"), 1)
	assert.True(t, all[0].fits("water") && all[0].fits("water:none") && !all[0].fits("water:through") && !all[0].fits("water.moss"))
}
