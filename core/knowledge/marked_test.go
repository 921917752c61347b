package knowledge

import (
	"maps"
	"slices"
	"strings"
	"testing"

	"github.com/goccy/go-yaml"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// bare walks a table and names every number that comes without a mark.
func bare(at string, v any) (found []string) {
	switch v := v.(type) {
	case map[string]any:
		for _, name := range slices.Sorted(maps.Keys(v)) {
			found = append(found, bare(at+"."+name, v[name])...)
		}
	case []any:
		for _, part := range v {
			found = append(found, bare(at+"[]", part)...)
		}
	case string:
	case nil, bool:
	default:
		found = append(found, at)
	}
	return found
}

// Every number of every table says where it comes from.
func TestEveryNumberOfEveryTableCarriesItsMark(t *testing.T) {
	files, err := tables.ReadDir(".")
	require.NoError(t, err)
	require.Greater(t, len(files), 20)
	found := map[string]bool{}
	for _, f := range files {
		doc, err := tables.ReadFile(f.Name())
		require.NoError(t, err)
		var table any
		require.NoError(t, yaml.Unmarshal(doc, &table))
		for _, at := range bare(strings.TrimSuffix(f.Name(), ".yaml"), table) {
			if !strings.HasPrefix(at, "media.recipes[].parts.") { // the words of a recipe carry its mark
				found[at] = true
			}
		}
	}
	assert.Empty(t, found)
}
