package language

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/knowledge"
	"therapeon/core/knowledge/words"
)

// What a place asks of what it names is one of what can be asked, and the words behind a figure do not say its unit
// again.
func TestPlacesAskForWhatThereIs(t *testing.T) {
	asked := map[string]bool{}
	for code, forms := range words.In(words.English) {
		for _, text := range forms {
			p, err := parse(text)
			require.NoError(t, err, code)
			for i, at := range p.places {
				row := code[:strings.LastIndex(code, ".")+1]
				for _, path := range []string{row + at.name, at.name} {
					if v, ok := knowledge.Figure(path); ok {
						said, next := strings.Fields(Of("").Shown(v, at.how)), strings.Fields(p.words[i+1])
						twice := len(next) > 0 && said[len(said)-1] == strings.Trim(next[0], ".,;:")
						assert.False(t, twice, "%s names the unit of {%s} twice", code, at.name)
					}
				}
				for step := range strings.SplitSeq(at.how, ".") {
					_, shape := shapes[step]
					assert.True(t, shape || strings.Contains("|within|to|low|high||", "|"+step+"|"),
						"%s asks for %q", code, step)
					asked[step] = true
				}
			}
		}
	}
	for step := range shapes {
		assert.True(t, asked[step], "nobody asks for %q", step)
	}
}
