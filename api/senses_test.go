package api

import (
	"net/http/httptest"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
)

// untyped names the sentences of an answer that do not say what they are, and counts those that do.
func untyped(at string, v any, count map[string]int) (found []string) {
	switch v := v.(type) {
	case map[string]any:
		sense, has := v["sense"].(map[string]any)
		if kind, _ := sense["type"].(string); kind != "" {
			count[kind]++
			if kind == "instruction" && sense["act"] == nil {
				found = append(found, at+" tells what to do without an act")
			}
		} else if has && v["text"] != nil && v["parts"] == nil && v["text"] != "" {
			found = append(found, at+": "+v["text"].(string))
		}
		for name, part := range v {
			found = append(found, untyped(at+"."+name, part, count)...)
		}
	case []any:
		for _, part := range v {
			found = append(found, untyped(at+"[]", part, count)...)
		}
	}
	return found
}

// What somebody typed is no sentence of the program.
var typedByHand = []string{".entries[].words", ".closing", ".said"}

// Every sentence of the demo's plants says in its answer what it is: an instruction with its act, a statement with
// its fact, a reason, a how-to or the other side.
func TestEverySentenceOfAPlantSaysWhatItIs(t *testing.T) {
	count, found, listed := map[string]int{}, map[string]bool{}, map[any]any{}
	everyAnswer(t, nil, func(op, _ string, plant int64, _ *httptest.ResponseRecorder, doc any) {
		switch op {
		case "findPlants":
			for _, p := range at[[]any](t, doc, "plants") {
				listed[at[any](t, p, "id")] = at[any](t, p, "advised", "headline", "sense")
			}
		case "getPlant":
			assert.Equal(t, at[any](t, doc, "advice", "headline", "sense"), listed[at[any](t, doc, "id")], "plant %d in the list", plant)
		case "getTimeline":
			for _, e := range at[[]any](t, doc, "entries") {
				if at[any](t, e, "words", "sense", "type") == "statement" {
					assert.NotNil(t, at[any](t, e, "words", "sense", "day"), "%v", e)
				}
			}
		}
		for _, one := range untyped(op, doc, count) {
			if !slices.ContainsFunc(typedByHand, func(at string) bool { return strings.Contains(one, at) }) {
				found[one] = true
			}
		}
	})
	for one := range found {
		assert.Fail(t, one)
	}
	for _, kind := range []string{"instruction", "statement", "reason", "how-to", "other-side"} {
		assert.Greater(t, count[kind], 20, kind)
	}
	t.Log(count)
}
