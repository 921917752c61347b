package e2e

import (
	"fmt"
	"io"
	"net/http"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// send sends JSON to the open interface, as any other program could.
func (s *server) send(t *testing.T, method, path, body string) string {
	t.Helper()
	r, err := http.NewRequestWithContext(t.Context(), method, s.url+path, strings.NewReader(body))
	require.NoError(t, err)
	r.Header.Set("Content-Type", "application/json")
	answer, err := http.DefaultClient.Do(r)
	require.NoError(t, err)
	defer func() { _ = answer.Body.Close() }()
	doc, err := io.ReadAll(answer.Body)
	require.NoError(t, err)
	require.Less(t, answer.StatusCode, 300, string(doc))
	return string(doc)
}

// full puts a plant with 400 roots on the bench, each its own entry, half of
// them to be cut.
func full(t *testing.T, s *server) {
	t.Helper()
	s.send(t, "POST", "/api/v1/plants", `{"tag":"Full","group":"oncidium"}`)
	s.send(t, "POST", "/api/v1/plants/1/readings", `{"read_on":"2026-01-05"}`)
	entries := make([]string, 400)
	for i := range entries {
		entries[i] = fmt.Sprintf(
			`{"id":"r%d","count":1,"growth":%d,"segments":[{"length_mm":%d,"feel":"firm"},{"length_mm":40,"feel":%q}]}`,
			i,
			1+i%8,
			40+i%60,
			[]string{"firm", "mushy"}[i%2],
		)
	}
	s.send(
		t,
		"PUT",
		"/api/v1/readings/1",
		`{"version":1,"read_on":"2026-01-05","reading":{"roots":[`+strings.Join(entries, ",")+`]}}`,
	)
}

func TestTheFullestPlantCanBeReadCutAndPrinted(t *testing.T) {
	s := fresh(t)
	full(t, s)
	p := open(t, s.url+"/plants/1/roots", bench)
	p.see(".headline", "Shorten 200, leave 200 as found.")
	p.keys("f")
	p.see(".trouble li", "at most 400")
	p.tap(".trouble button", "Take the last entry back")
	p.saved()

	p.tap(".strip a", "Clean")
	p.see(".clean .headline", "0 of 200 cuts done.")
	assert.Len(t, pageOfPDF.FindAll(printed(t, p), -1), 1, "even 200 cuts print on one page")
	p.tap(".jobs .job-box", "")
	p.see(".clean .headline", "1 of 200 cuts done.")
}

func TestABatchTooLargeIsSaidAtTheTally(t *testing.T) {
	s := fresh(t)
	p := open(t, s.url, bench)
	putOnBench(p, "Too many", "Cattleya alliance")
	p.keys("500f")
	p.see(".field-error", "500 does not fit: 1 to 400 roots at once")
	p.keys("3x9999f")
	p.see(".field-error", "3×9999 does not fit")
	p.keys("5x70f")
	p.see(".headline", "Nothing to cut")
	p.gone(".field-error", "does not fit")
	assert.Equal(t, 5, strands(p))
}

// With thumbs only: the usual length stands in, and stepping starts from it.
func TestLengthsByThumb(t *testing.T) {
	s := fresh(t)
	p := open(t, s.url, phone)
	putOnBench(p, "Thumb", "Cattleya alliance")
	p.tap(".presets button", "Firm, pale")
	p.see(".entries", "about 150 mm, usual")
	p.tap(`[aria-label="About how long: more"]`, "+")
	assert.Equal(t, "150", p.holds("About how long"))
	p.tap(`[aria-label="About how long: less"]`, "−")
	p.tap(`[aria-label="How many: more"]`, "+")
	p.tap(".presets button", "Hollow")
	p.see(".headline", "Take 2 off, leave 1 as found.")
	p.see(".entries", "140 mm")
	p.tap("button", "Undo")
	p.see(".headline", "Nothing to cut.")
	p.tap("button", "Redo")
	p.see(".headline", "Take 2 off, leave 1 as found.")
}

func TestTheGridHelperEstimatesALength(t *testing.T) {
	s := fresh(t)
	p := open(t, s.url, phone)
	putOnBench(p, "Mass", "Cattleya alliance")
	p.tap("summary", "Estimate the length on a grid")
	p.fill("Crossings", "140")
	p.tap(".grid-helper button", "Estimate")
	p.see(".grid-helper output", "1.10 m") // Tennant 1975: 11/14 · 140 · 10 mm
	p.tap(".grid-helper .mark", "published")
	p.see(".mark-more", "Tennant 1975")
}

func TestAPlantWithNoRootsAtAll(t *testing.T) {
	s := fresh(t)
	p := open(t, s.url, phone)
	putOnBench(p, "Bare", "Cane dendrobiums, evergreen hybrids")
	p.tap(".tick", "There are no roots")
	p.see(".grade", "Rootless")
	p.see(".headline", "No roots to read. The plant is rootless.")
	p.tap(".strip a", "Clean")
	p.see(".clean .headline", "No roots to read.")
	p.tap(".strip a", "Progress")
	p.see(".progress-empty", "One reading so far")
}

// Rot that runs is the one case where living root is given up.
func TestSpreadingRotIsCutIntoCleanTissueWithItsCautions(t *testing.T) {
	s := fresh(t)
	p := open(t, s.url, bench)
	putOnBench(p, "Runs", "Cattleya alliance")
	p.keys("1x80f")
	p.see(".headline", "Nothing to cut")
	p.hit("ArrowUp")
	p.keys("n30m")
	p.see(".reasons-do", "Cut at 84 mm.")
	p.tap(".tick", "Rot is running along this root")
	p.see(".reasons-do", "Cut at 70 mm.")
	p.see(".facts", "10 mm") // living length given up
	p.tap(".strip a", "Clean")
	p.see(".job-note", "Sterilise the blade again after every cut from here on.")
	p.see(".cautions li", "its label is the law where you live")
}

func TestSideRootsAndClingingMedium(t *testing.T) {
	s := fresh(t)
	p := open(t, s.url, bench)
	putOnBench(p, "Sides", "Phalaenopsis and kin")
	p.keys("1x90h")
	p.see(".headline", "Take 1 off.")
	p.tap(".entries button", "1")
	p.tap("summary", "Side roots")
	p.tap("button", "+ side root")
	p.fill("Leaves its root at", "35")
	p.fill("Stretch 1", "28")
	p.see(".reasons-do", "Cut at 39 mm.")
	p.see(".reasons li", "A living side branch starts here")
	p.tap(`[data-field="Old medium clinging to it"] label`, "Rotting")
	p.see(".reasons li", "The medium clinging here is rotting.")
	p.saved()
	p.tap(".strip a", "Clean")
	p.see(".job-what", "Take all of the clinging medium off.")
	p.see(".cautions li", "Dust of perlite")
}
