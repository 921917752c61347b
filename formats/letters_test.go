package formats

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"therapeon/core/message"
	"therapeon/language"
)

func TestPapersPrintAllThatTheirFontHasAndAStandInForTheRest(t *testing.T) {
	for text, want := range map[string]string{
		"Crate 7, pâle — 5 °C":     "Crate 7, pâle — 5 °C",
		"Орхидея · ορχιδέα":        "Орхидея · ορχιδέα",
		"🌱 seedling":               "□ seedling",
		"蘭 No. 3":                  "□ No. 3",
		"a\u202eb\u200dc\ufe0fd":   "abcd",
		"tab\tand\nline":           "tab and\nline",
		"family 👩\u200d🌾 of three": "family □□ of three",
	} {
		assert.Equal(t, want, printed(text))
	}
}

// What is printed is in the font, whatever was typed; what the font has stays.
func TestOnlyWhatTheFontHasIsPrinted(t *testing.T) {
	rapid.Check(t, func(r *rapid.T) {
		out := printed(rapid.String().Draw(r, "text"))
		assert.Equal(r, out, printed(out), "printing it once more changes nothing")
		for _, letter := range out {
			assert.LessOrEqual(r, letter, rune(0xffff))
		}
		plain := rapid.StringMatching(`[ -~äöüßéñçΑ-ΡΣ-Ωα-ωА-я]*`).Draw(r, "plain")
		assert.Equal(r, plain, printed(plain))
	})
}

func TestAnyTextMakesAPaper(t *testing.T) {
	text := "🌱 蘭 𐅀\u202e\x7f\n" + strings.Repeat("A", 300)
	body, err := Labels(
		[]Label{
			{
				Tag:      text,
				Group:    message.Plain(text),
				On:       text,
				Method:   message.Plain(text),
				NextLook: text,
				Link:     "http://127.0.0.1/1",
			},
		},
		false,
		0, language.Of("en"),
	)
	require.NoError(t, err)
	assert.True(t, strings.Contains(drawn(body), inPDF("□")))
	_, err = Case(
		Sheet{
			Tag:    text,
			Group:  message.Plain(text),
			On:     text,
			Link:   "x",
			Parts:  []SheetPart{{Heading: message.Plain(text), Lines: []message.Message{message.Plain(text)}}},
			Events: []SheetEvent{{On: text, Words: message.Plain(text), More: message.Plain(text)}},
		}, language.Of("en"),
	)
	require.NoError(t, err)
}
