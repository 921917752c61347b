package formats

import (
	"bytes"
	"compress/zlib"
	"fmt"
	"io"
	"regexp"
	"strconv"
	"strings"
	"testing"
	"unicode/utf16"

	"github.com/ledongthuc/pdf"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/message"
	"therapeon/language"
	"therapeon/language/english"
)

func opened(t *testing.T, body []byte) *pdf.Reader {
	t.Helper()
	doc, err := pdf.NewReader(bytes.NewReader(body), int64(len(body)))
	require.NoError(t, err)
	return doc
}

var streams = regexp.MustCompile(`(?s)stream\r?\n(.*?)\r?\nendstream`)

// drawn is all that is drawn on the pages, unpacked.
func drawn(body []byte) string {
	var all strings.Builder
	for _, m := range streams.FindAllSubmatch(body, -1) {
		r, err := zlib.NewReader(bytes.NewReader(m[1]))
		if err != nil {
			continue
		}
		_, _ = io.Copy(&all, r)
	}
	return all.String()
}

// inPDF is text as a document with a Unicode font holds it.
func inPDF(words string) string {
	var b []byte
	for _, u := range utf16.Encode([]rune(words)) {
		b = append(b, byte(u>>8), byte(u))
	}
	return string(b)
}

func label(tag string) Label {
	return Label{
		Tag:      tag,
		Group:    message.Plain("Slippers"),
		On:       "2 Apr 2030",
		Method:   message.Plain("Slipper mix"),
		NextLook: "23 Apr 2030",
		Link:     "http://127.0.0.1:8317/plants/7/home",
	}
}

// Names come in every script; a label shows them as they are.
func TestLabelsKnowLatinGreekAndCyrillic(t *testing.T) {
	for _, name := range []string{"Žofie", "Ωmega", "Ёлка", "crate 7, ½"} {
		body, err := Labels([]Label{label(name)}, false, 0, language.Of("en"))
		require.NoError(t, err)
		assert.Contains(t, drawn(body), inPDF(name), name)
	}
}

func TestEachLabelHasAPageOrAPlaceOnASheet(t *testing.T) {
	var all []Label
	for i := range 30 {
		all = append(all, label(fmt.Sprintf("Plant %d", i)))
	}
	single, err := Labels(all, false, 0, language.Of("en"))
	require.NoError(t, err)
	assert.Equal(t, 30, opened(t, single).NumPage())
	sheet, err := Labels(all, true, 0, language.Of("en"))
	require.NoError(t, err)
	assert.Equal(t, 2, opened(t, sheet).NumPage(), "24 on the first")
	begun, err := Labels(all[:5], true, 22, language.Of("en"))
	require.NoError(t, err)
	assert.Equal(t, 2, opened(t, begun).NumPage(), "two places were left")
	none, err := Labels(nil, true, 0, language.Of("en"))
	require.NoError(t, err)
	assert.Equal(t, 1, opened(t, none).NumPage())
}

// A label carries a code; its many small squares are drawn as plain rectangles.
func TestALabelCarriesItsCode(t *testing.T) {
	body, err := Labels([]Label{label("x")}, false, 0, language.Of("en"))
	require.NoError(t, err)
	assert.Greater(t, strings.Count(drawn(body), " re f"), 100)
	long := label(strings.Repeat("A very long name ", 12))
	long.Group = message.Plain(strings.Repeat("group ", 30))
	body, err = Labels([]Label{long}, false, 0, language.Of("en"))
	require.NoError(t, err)
	assert.Contains(t, drawn(body), inPDF("…"), "what does not fit is cut short")
	bad := label("x")
	bad.Link = strings.Repeat("x", 5000)
	_, err = Labels([]Label{bad}, false, 0, language.Of("en"))
	assert.Contains(t, english.Error(err), "code for the label")
}

func TestACaseSheetRunsOverPages(t *testing.T) {
	s := Sheet{
		Tag:   "Crate 7",
		Group: message.Plain("Slippers"),
		Apart: true,
		On:    "2 Apr 2030",
		Link:  "http://127.0.0.1:8317/plants/7/home",
		Parts: []SheetPart{
			{Heading: message.Plain("The plant"), Lines: []message.Message{message.Plain("From: a crate")}},
			{Heading: message.Plain("Empty")},
		},
	}
	for i := range 120 {
		s.Events = append(
			s.Events,
			SheetEvent{On: "1 Apr 2030", Words: message.Plain(fmt.Sprintf("Event %d.", i)), More: message.Plain("It explains the months to come.")},
		)
	}
	body, err := Case(s, language.Of("en"))
	require.NoError(t, err)
	doc := opened(t, body)
	assert.Greater(t, doc.NumPage(), 2)
	words, err := doc.GetPlainText()
	require.NoError(t, err)
	all, err := io.ReadAll(words)
	require.NoError(t, err)
	for _, want := range []string{"Crate 7", "Kept apart: own blade", "From: a crate", "Event 0.", "Event 119."} {
		assert.Contains(t, string(all), want)
	}
	assert.NotContains(t, string(all), "Empty", "a part without lines is left out")
}

var rects = regexp.MustCompile(`([0-9.]+) ([0-9.]+) [0-9.]+ -?[0-9.]+ re f`)

// Each label of a sheet has its own place: 70 mm to the right, 37 mm down.
func TestLabelsOfASheetLieBesideEachOther(t *testing.T) {
	leftmost := func(skip int) float64 {
		body, err := Labels([]Label{label("x")}, true, skip, language.Of("en"))
		require.NoError(t, err)
		least := 1e9
		for _, m := range rects.FindAllStringSubmatch(drawn(body), -1) {
			x, err := strconv.ParseFloat(m[1], 64)
			require.NoError(t, err)
			least = min(least, x)
		}
		return least / 72 * 25.4 // points to mm
	}
	assert.InDelta(t, 70, leftmost(1)-leftmost(0), 0.1)
	assert.InDelta(t, 140, leftmost(2)-leftmost(0), 0.1)
	assert.InDelta(t, 0, leftmost(3)-leftmost(0), 0.1, "a new row")
}
