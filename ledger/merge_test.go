package ledger

import (
	"encoding/json"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func TestTwoChangesAreBroughtTogetherWhereTheyDoNotTouch(t *testing.T) {
	for name, c := range map[string]struct{ base, theirs, yours, both string }{
		"two fields":                 {`{"a":1,"b":1}`, `{"a":2,"b":1}`, `{"a":1,"b":3}`, `{"a":2,"b":3}`},
		"the same field":             {`{"a":1}`, `{"a":2}`, `{"a":3}`, ``},
		"the same, said alike":       {`{"a":1}`, `{"a":2}`, `{"a":2}`, `{"a":2}`},
		"deeper":                     {`{"f":{"x":1}}`, `{"f":{"x":1,"y":2}}`, `{"f":{"x":1,"z":3}}`, `{"f":{"x":1,"y":2,"z":3}}`},
		"a field taken away":         {`{"a":1,"b":1}`, `{"a":1}`, `{"a":5,"b":1}`, `{"a":5}`},
		"taken away and changed":     {`{"a":1}`, `{}`, `{"a":2}`, ``},
		"two things, by their ids":   {`[{"id":"p","n":1}]`, `[{"id":"p","n":1},{"id":"q"}]`, `[{"id":"p","n":2}]`, `[{"id":"p","n":2},{"id":"q"}]`},
		"each adds a thing":          {`[{"id":"p"}]`, `[{"id":"p"},{"id":"q"}]`, `[{"id":"p"},{"id":"r"}]`, `[{"id":"p"},{"id":"r"},{"id":"q"}]`},
		"the same thing":             {`[{"id":"p","n":1}]`, `[{"id":"p","n":2}]`, `[{"id":"p","n":3}]`, ``},
		"one drops what one keeps":   {`[{"id":"p"},{"id":"q"}]`, `[{"id":"q"}]`, `[{"id":"p"},{"id":"q","n":1}]`, `[{"id":"q","n":1}]`},
		"things without ids":         {`[1,2]`, `[1,2,3]`, `[0,1,2]`, ``},
		"begun by both":              {`{}`, `{"f":{"x":1}}`, `{"f":{"y":2}}`, `{"f":{"x":1,"y":2}}`},
		"a figure as it was written": {`{"a":1.50,"b":1}`, `{"a":1.50,"b":2}`, `{"a":1.50,"b":1,"c":1}`, `{"a":1.50,"b":2,"c":1}`},
	} {
		t.Run(name, func(t *testing.T) {
			got, apart, err := merge([]byte(c.base), []byte(c.theirs), []byte(c.yours))
			require.NoError(t, err)
			require.Equal(t, c.both != "", apart)
			if apart {
				assert.JSONEq(t, c.both, string(got))
			}
		})
	}
	_, _, err := merge([]byte(`{`), []byte(`{}`), []byte(`{}`))
	require.Error(t, err)
}

// A document as bench and phone write it: fields, and things with ids.
func document(t *rapid.T, name string) []byte {
	small := rapid.IntRange(0, 2)
	doc := map[string]any{}
	for _, field := range []string{"a", "b", "c"} {
		if n := small.Draw(t, name+field); n > 0 {
			doc[field] = n
		}
	}
	things := []any{}
	for _, id := range []string{"p", "q", "r"} {
		if n := small.Draw(t, name+id); n > 0 {
			things = append(things, map[string]any{"id": id, "n": n})
		}
	}
	doc["things"] = things
	text, err := json.Marshal(doc)
	require.NoError(t, err)
	return text
}

func TestLawsOfBringingTogether(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		base, theirs, yours := document(t, "base"), document(t, "theirs"), document(t, "yours")
		same := func(from, there, here, is []byte, words string) {
			got, apart, err := merge(from, there, here)
			require.NoError(t, err)
			require.True(t, apart, words)
			require.JSONEq(t, string(is), string(got), words)
		}
		same(base, base, yours, yours, "who changed alone gets theirs")
		same(base, theirs, base, theirs, "who changed nothing takes what is there")
		same(base, theirs, theirs, theirs, "two who agree agree")
		one, apart, err := merge(base, theirs, yours)
		require.NoError(t, err)
		other, apartToo, err := merge(base, yours, theirs)
		require.NoError(t, err)
		require.Equal(t, apart, apartToo, "whose is whose makes no difference")
		if apart {
			require.ElementsMatch(t, thingsOf(t, one), thingsOf(t, other))
		}
	})
}

func thingsOf(t *rapid.T, doc []byte) []any {
	var of struct{ Things []any }
	require.NoError(t, json.Unmarshal(doc, &of))
	return of.Things
}
