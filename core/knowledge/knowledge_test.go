package knowledge

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/message"
)

func TestMarkedValues(t *testing.T) {
	var v struct {
		Text   Text   `yaml:"text"`
		Number Number `yaml:"number"`
	}
	require.NoError(t, Parse([]byte("text: C\nnumber: 0.7857 [P Tennant 1975, J. Ecol. 63:995]"), &v))
	assert.Equal(t, Text{Provenance: Provenance{Mark: CommonPractice}}, v.Text)
	assert.Equal(t, Number{0.7857, Provenance{Published, "Tennant 1975, J. Ecol. 63:995"}}, v.Number)
}

func TestAValueWithoutAProperMarkDoesNotLoad(t *testing.T) {
	for given, why := range map[string]string{
		"text: wet it":                  "not the mark of a text",
		"text: wet it [C]":              "not the mark of a text",
		"text: X":                       "not the mark of a text",
		"text: P":                       "not the mark of a text",
		"text: M hearsay":               "not the mark of a text",
		"text: ''":                      "not the mark of a text",
		"code: firm":                    "carries no mark",
		"code: firm [X]":                "unknown mark",
		"code: firm [P]":                "names its source",
		"code: '[C]'":                   "no value",
		"text: [1, 2]":                  "cannot unmarshal",
		"number: five [M]":              "not a number",
		"number: 5":                     "carries no mark",
		"number: 5 [M]\nunheard: of it": "unknown field",
		"codes: snails":                 "carries no mark",
		"estimate: 5 [M]":               "not a figure with its range",
		"estimate: 5 (3–8)":             "carries no mark",
		"estimate: 2 (3–8) [M]":         "outside its range",
		"estimate: 9 (3–8) [M]":         "outside its range",
	} {
		var v struct {
			Text     Text     `yaml:"text"`
			Code     Code     `yaml:"code"`
			Number   Number   `yaml:"number"`
			Codes    Codes    `yaml:"codes"`
			Estimate Estimate `yaml:"estimate"`
		}
		assert.ErrorContains(t, Parse([]byte(given), &v), why, given)
	}
}

// A range may be of one figure, and the figure at either end of it.
func TestCodesAndEstimates(t *testing.T) {
	var v struct {
		Codes Codes `yaml:"codes"`
		Of    []Estimate
	}
	require.NoError(t, Parse([]byte(`codes: snails, worms [C]
of: ["3 (3–8) [M]", "8 (3–8) [M]", "1 (1–1) [C]"]`), &v))
	assert.Equal(t, []string{"snails", "worms"}, v.Codes.Values)
	assert.Equal(t, CommonPractice, v.Codes.Mark)
	assert.True(t, v.Codes.Has("worms"))
	assert.False(t, v.Codes.Has("worm"))
	memory := Provenance{Mark: FromMemory}
	assert.Equal(t, []Estimate{{3, 3, 8, memory}, {8, 3, 8, memory}, {1, 1, 1, Provenance{Mark: CommonPractice}}}, v.Of)
}

func TestTablesLoad(t *testing.T) {
	require.NotEmpty(t, Cautions())
	for _, c := range Cautions() {
		assert.NotEmpty(t, c.Words.Mark, c.Code)
		assert.NotEmpty(t, c.When, c.Code)
	}
	assert.Panics(t, func() { MustRead("no-such-table.yaml", nil) })
	one, other := MustReadParts[map[string]any]("findings-pot.yaml"), MustReadParts[map[string]any]("findings-roots.yaml")
	assert.Equal(t, append(one, other...), MustReadParts[map[string]any]("findings-pot.yaml", "findings-roots.yaml"))
}

// "3 (2–4) [C]" is named in a sentence by its range, and by what is usual.
func TestFiguresByTheirPlace(t *testing.T) {
	whole := message.Round{Whole: true}
	for at, want := range map[string]message.Value{
		"aftercare.protocols.humid-hold.jobs.soak.every":       message.Span{Low: 2, High: 4, Round: whole},
		"aftercare.protocols.humid-hold.jobs.soak.every.usual": message.Figure{Value: 3, Round: whole},
		"aftercare.left_days":                                  message.Figure{Value: 2, Unit: "days", Round: whole},
		"limits.figures.blade_mm":                              message.Span{Low: 5, High: 1500, Unit: "mm", Round: whole},
	} {
		got, ok := Figure(at)
		assert.True(t, ok, at)
		assert.Equal(t, want, got, at)
	}
	for _, at := range []string{"aftercare.no_such", "nothing.at_all", "aftercare.jobs.flush.late"} {
		_, ok := Figure(at)
		assert.False(t, ok, at)
	}
}
