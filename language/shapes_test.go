package language

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/knowledge/words"
)

// What a place asks of what it names is one of what can be asked: a slip of the pen would be passed over.
func TestPlacesAskForWhatThereIs(t *testing.T) {
	asked := map[string]bool{}
	for code, forms := range words.In(words.English) {
		for _, text := range forms {
			p, err := parse(text)
			require.NoError(t, err, code)
			for _, at := range p.places {
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
