package knowledge

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func TestMarkedValues(t *testing.T) {
	var v struct {
		Text   Text   `yaml:"text"`
		Number Number `yaml:"number"`
	}
	require.NoError(t, Parse([]byte("text: wet it [C]\nnumber: 0.7857 [P Tennant 1975, J. Ecol. 63:995]"), &v))
	assert.Equal(t, Text{"wet it", Provenance{Mark: CommonPractice}}, v.Text)
	assert.Equal(t, Number{0.7857, Provenance{Published, "Tennant 1975, J. Ecol. 63:995"}}, v.Number)
}

func TestAValueWithoutAProperMarkDoesNotLoad(t *testing.T) {
	for given, why := range map[string]string{
		"text: wet it":                  "carries no mark",
		"text: wet it [X]":              "unknown mark",
		"text: wet it [P]":              "names its source",
		"text: wet it [M hearsay]":      "names its source",
		"text: '[C]'":                   "no value",
		"number: five [M]":              "not a number",
		"number: 5 [M]\nunheard: of it": "unknown field",
	} {
		var v struct {
			Text   Text   `yaml:"text"`
			Number Number `yaml:"number"`
		}
		assert.ErrorContains(t, Parse([]byte(given), &v), why, given)
	}
}

func TestCautionsLoad(t *testing.T) {
	require.NotEmpty(t, Cautions())
	for _, c := range Cautions() {
		assert.NotEmpty(t, c.Words.Mark, c.Code)
		assert.NotEmpty(t, c.When, c.Code)
	}
	assert.Panics(t, func() { MustRead("no-such-table.yaml", nil) })
}
