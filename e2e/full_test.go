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
	s.send(t, "PUT", "/api/v1/readings/1", `{"version":1,"read_on":"2026-01-05","reading":{"roots":[`+strings.Join(entries, ",")+`]}}`)
}

func TestTheFullestPlantCanBeReadCutAndPrinted(t *testing.T) {
	s := fresh(t)
	full(t, s)
	p := open(t, s.url+"/plants/1/roots", bench)
	p.see(".said-headline", "Shorten 200. Leave 200 as found.")
	p.keys("f")
	p.see("[data-notice='trouble'] li", "at most 400")
	p.tap("[data-notice='trouble'] button", "Take the last entry back")
	p.saved()

	p.tap(".plant-strip span", "Clean")
	p.see(".cleaning-head", "0 of 200 cuts done.")
	assert.Len(t, pageOfPDF.FindAll(printed(t, p), -1), 1, "even 200 cuts print on one page")
	p.tap(".cleaning-cuts .job-box", "")
	p.see(".cleaning-head", "1 of 200 cuts done.")
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
	p.see(".said-headline", "Nothing to cut")
	p.gone(".field-error", "does not fit")
	assert.Equal(t, 5, strands(p))
}

// With thumbs only: the usual length stands in, and stepping starts from it.
func TestLengthsByThumb(t *testing.T) {
	s := fresh(t)
	p := open(t, s.url, phone)
	putOnBench(p, "Thumb", "Cattleya alliance")
	p.tap(".roots-presets button", "Firm, pale")
	p.see("[data-part='entries']", "about 150 mm, usual")
	p.tap(`[aria-label="About how long: more"]`, "+")
	assert.Equal(t, "150", p.holds("About how long"))
	p.tap(`[aria-label="About how long: less"]`, "−")
	p.tap(`[aria-label="How many, at a tap"] button`, "2")
	p.tap(".roots-presets button", "Hollow")
	p.see(".said-headline", "Take 2 off. Leave 1 as found.")
	p.see("[data-part='entries']", "140 mm")
	p.tap("button", "Undo")
	p.see(".said-headline", "Nothing to cut.")
	p.tap("button", "Redo")
	p.see(".said-headline", "Take 2 off. Leave 1 as found.")
}

func TestTheGridHelperEstimatesALength(t *testing.T) {
	s := fresh(t)
	p := open(t, s.url, phone)
	putOnBench(p, "Mass", "Cattleya alliance")
	p.tap(".ant-collapse-header", "Estimate the length on a grid")
	p.fill("Crossings", "140")
	p.tap("[data-fold='open'] button", "Estimate")
	p.see("[data-fold='open'] output", "1.10 m") // Tennant 1975: 11/14 · 140 · 10 mm
	p.tap("[data-fold='open'] [data-mark]", "published")
	p.see(".mark-more", "Tennant 1975")
}

func TestAPlantWithNoRootsAtAll(t *testing.T) {
	s := fresh(t)
	p := open(t, s.url, phone)
	putOnBench(p, "Bare", "Cane dendrobiums, evergreen hybrids")
	p.tap("[data-tick] label", "There are no roots")
	p.see(".roots-grade", "Rootless")
	p.see(".said-headline", "No roots to read. The plant is rootless.")
	p.tap(".plant-strip span", "Clean")
	p.see(".cleaning-head", "No roots to read.")
	p.tap(".plant-strip span", "Progress")
	p.see("main p", "One reading so far")
}

// Rot that runs is the one case where living root is given up.
func TestSpreadingRotIsCutIntoCleanTissueWithItsCautions(t *testing.T) {
	s := fresh(t)
	p := open(t, s.url, bench)
	putOnBench(p, "Runs", "Cattleya alliance")
	p.keys("1x80f")
	p.see(".said-headline", "Nothing to cut")
	p.hit("ArrowUp")
	p.keys("n30m")
	p.see(".roots-do", "Cut at 84 mm.")
	p.tap("[data-tick] label", "Rot is running along this root")
	p.see(".roots-do", "Cut at 70 mm.")
	p.see(".facts", "10 mm") // living length given up
	p.tap(".plant-strip span", "Clean")
	p.see("[data-part='note']", "Sterilise the blade again after every cut from here on.")
	p.see("[data-part='cautions'] li", "its label is the law where you live")
}

func TestSideRootsAndClingingMedium(t *testing.T) {
	s := fresh(t)
	p := open(t, s.url, bench)
	putOnBench(p, "Sides", "Phalaenopsis and kin")
	p.keys("1x90h")
	p.see(".said-headline", "Take 1 off.")
	p.tap("[data-part='entries'] button", "1")
	p.tap(".ant-collapse-header", "Side roots")
	p.tap("button", "+ side root")
	p.fill("Leaves its root at", "35")
	p.fill("Stretch 1", "28")
	p.see(".roots-do", "Cut at 39 mm.")
	p.see("[data-part='reasons'] li", "A living side branch starts here")
	p.tap(`[data-field="Old medium clinging to it"] label`, "Rotting")
	p.see("[data-part='reasons'] li", "The medium clinging here is rotting.")
	p.saved()
	p.tap(".plant-strip span", "Clean")
	p.see(".job-what", "Take all of the clinging medium off.")
	p.see("[data-part='cautions'] li", "Dust of perlite")
}
