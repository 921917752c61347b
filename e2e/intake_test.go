package e2e

import (
	"testing"

	"github.com/go-rod/rod/lib/input"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// saved waits until the page says that what was entered is safe.
func (p *page) saved() {
	p.t.Helper()
	p.see(`.standing-saved[data-is="saved"]`, "Saved")
}

// unfold opens what is folded away.
func (p *page) unfold(words string) {
	p.t.Helper()
	p.tap(".ant-collapse-header", words)
	p.see("[data-fold='open']", words)
}

// holds is what a field holds.
func (p *page) holds(label string) string {
	p.t.Helper()
	return p.find(`[data-field="` + label + `"] input, [data-field="` + label + `"] textarea`).MustProperty("value").Str()
}

func TestWhatIsKnownOfAPlantIsKeptAndSaidWhenItCannotBe(t *testing.T) {
	s := fresh(t)
	p := open(t, s.url, bench)
	putOnBench(p, "Crate 9", "Cattleya alliance")
	p.tap(".plant-strip span", "Intake")
	p.unfold("Where it came from")
	p.fill("From whom or where", "The boat shed")
	p.choose(`[data-field="Flowers"] select`, "In bud")
	p.choose(`[data-field="They are"] select`, "Shrivelled")
	p.unfold("Its old pot and medium")
	p.fill("Last repotted", "2023-05")
	p.choose(`[data-field="Medium it came in"] select`, "Bark and moss")
	p.unfold("Its leaves, measured")
	p.tap("button", "+ leaf")
	p.fill("Leaf 1, length", "180")
	p.fill("Notes", "Leans.\nNo tag.")
	p.saved()

	p.fill("Arrived on", "last spring")
	p.see(`[data-field="Arrived on"] .field-error`, "This is not a day. Write 26 Nov 2026, or Nov 2026, or 2026.")
	p.fill("Arrived on", "2999")
	p.see(`[data-field="Arrived on"] .field-error`, "This day has not come yet.")
	p.fill("Leaves", "0.5")
	p.see(`[data-field="Leaves"] .field-error`, "Give a whole number from 0 to 500.")
	p.fill("Leaves", "7")
	p.fill("Arrived on", "2024-02")
	p.saved()

	p.MustReload().MustWaitLoad()
	p.see("[data-part='plant-head'] h1", "Crate 9")
	for _, part := range []string{"Where it came from", "Its old pot and medium", "Its leaves, measured"} {
		p.unfold(part)
	}
	for label, want := range map[string]string{
		"From whom or where": "The boat shed", "Last repotted": "May 2023", "Arrived on": "Feb 2024",
		"Leaves": "7", "Leaf 1, length": "180", "Notes": "Leans.\nNo tag.",
	} {
		assert.Equal(t, want, p.holds(label), label)
	}
	p.see(`[data-field="Flowers"]`, "In bud")

	p.tap(".plant-strip span", "Roots")
	p.see(".said-headline", "Feel each root")
	p.keys("4x90f")
	p.tap(".ant-collapse-header", "All figures")
	p.see(".facts", "Living root per cm² of leaf")
}

func TestAPlantIsFoundArchivedAndBroughtBack(t *testing.T) {
	s := fresh(t)
	p := open(t, s.url, bench)
	for _, plant := range [][2]string{{"North sill", "Paphiopedilum, Phragmipedium"}, {"South sill", "Cattleya alliance"}} {
		putOnBench(p, plant[0], plant[1])
		p.tap(".app-top a", "Bench")
		p.see(".bench-list", plant[0])
	}
	search := p.find(`input[aria-label="Find a plant"]`)
	require.NoError(t, search.Input("phragmi"))
	p.see(".bench-list", "North sill")
	p.gone(".bench-list a", "South sill")
	require.NoError(t, search.SelectAllText())
	require.NoError(t, search.Input("tulip"))
	p.see(".said-lead", "No plant carries “tulip”")
	require.NoError(t, search.SelectAllText())
	require.NoError(t, search.Type(input.Backspace))

	p.tap(".bench-list a", "South sill")
	p.tap(".plant-strip span", "Intake")
	p.tap("button", "Archive it")
	p.see(".bench-list", "North sill")
	p.gone(".bench-list a", "South sill")
	p.tap("button", "Archived plants")
	p.tap(".bench-list a", "South sill")
	p.see(".plant-apart", "Archived")
	p.tap(".plant-strip span", "Intake")
	p.tap("button", "Put it back on the bench")
	p.see("button", "Archive it")
	p.fill("Notes", "Back again.")
	p.saved()
	p.tap(".app-top a", "Bench")
	p.see(".bench-list", "South sill")
}

// Growers differ: the house takes a side, and a plant can take the other.
func TestTheHouseAndThePlantTakeSides(t *testing.T) {
	s := fresh(t)
	p := open(t, s.url, bench)
	putOnBench(p, "Sides", "Cattleya alliance")
	p.keys("2x80f3x90h")
	p.see(".said-headline", "Take 3 off. Leave 2 as found.")
	p.tap(".app-top a", "Settings")
	p.see("[data-part='house'] li", "A plant that cannot move does not grind off its new tips.")
	p.see("[data-part='house'] li", "Room for new roots, and nothing left to rot.")
	p.tap(`[data-field="Dead dry roots"] label`, "Keep some as anchors")
	p.see(`[data-field="Dead dry roots"] label:has(input:checked)`, "Keep some as anchors")
	p.tap(".app-top a", "Bench")
	p.see(".bench-who", "As found: fair, ")
	p.tap(".bench-list a", "Sides")
	p.tap(".plant-strip span", "Roots")
	p.see("[data-part='entry-what']", "Keep as an anchor")

	p.tap(".plant-strip span", "Intake")
	p.tap(".ant-collapse-header", "Differs from the house")
	p.tap(`[data-side="dead_dry_roots"] label`, "All off")
	p.saved()
	p.tap(".plant-strip span", "Roots")
	p.see(".said-headline", "Take 3 off. Leave 2 as found.")
	p.tap("[data-part='entries'] button", "3–5")
	p.see("[data-part='reasons'] li", "by the setting for dead dry roots")
}

func TestABackButtonAndAnUnknownAddressLoseNothing(t *testing.T) {
	s := fresh(t)
	p := open(t, s.url, phone)
	putOnBench(p, "Back", "Cattleya alliance")
	tally(p, 3, 60, "Mushy")
	p.see(".said-headline", "Take 3 off")
	p.tap(".plant-strip span", "Intake")
	p.fill("Notes", "Typed, then back at once.")
	require.NoError(t, p.NavigateBack())
	p.see(".said-headline", "Take 3 off")
	p.tap(".plant-strip span", "Intake")
	p.see("[data-part='plant-head'] h1", "Back")
	assert.Eventually(t, func() bool { return p.holds("Notes") == "Typed, then back at once." }, patience, glance)
	p.visit(s.url + "/tulips")
	p.see("h1", "There is nothing here")
	p.visit(s.url + "/plants/77/roots")
	p.see("[data-notice='trouble']", "There is no plant 77.")
	p.visit(s.url + "/plants/1/home/do?from=label#jobs") // as on a label that was printed before
	p.see(".sub-nav [aria-current='page']", "Jobs")
	assert.Equal(t, s.url+"/plants/1/rehome/jobs?from=label#jobs", p.MustInfo().URL)
}
