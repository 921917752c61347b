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
	p.see(`.saved[data-is="saved"]`, "Saved")
}

// holds is what a field holds.
func (p *page) holds(label string) string {
	p.t.Helper()
	return p.find(
		`[data-field="` + label + `"] input, [data-field="` + label + `"] textarea`,
	).MustProperty(
		"value",
	).Str()
}

func TestWhatIsKnownOfAPlantIsKeptAndSaidWhenItCannotBe(t *testing.T) {
	s := fresh(t)
	p := open(t, s.url, bench)
	putOnBench(p, "Crate 9", "Cattleya alliance")
	p.tap(".strip a", "Intake")
	p.fill("From whom or where", "The boat shed")
	p.tap(`[data-field="Flowers"] label`, "In bud")
	p.tap(`[data-field="They are"] label`, "Shrivelled")
	p.fill("Last repotted", "2023-05")
	p.tap(`[data-field="Medium it came in"] label`, "Bark and moss")
	p.tap("button", "+ leaf")
	p.fill("Leaf 1, length", "180")
	p.fill("Notes", "Leans.\nNo tag.")
	p.saved()

	p.fill("Arrived on", "last spring")
	p.see(`[data-field="Arrived on"] .field-error`, "This is not a date. Write 2029-05-14")
	p.see(".trouble", "The last entry was not saved.")
	p.fill("Arrived on", "2999")
	p.see(`[data-field="Arrived on"] .field-error`, "This day has not come yet.")
	p.fill("Leaves", "0.5")
	p.see(`[data-field="Leaves"] .field-error`, "Give a whole number from 1 to 500.")
	p.fill("Leaves", "7")
	p.fill("Arrived on", "2024-02")
	p.saved()

	p.MustReload().MustWaitLoad()
	p.see(".plant-head h1", "Crate 9")
	for label, want := range map[string]string{
		"From whom or where": "The boat shed", "Last repotted": "2023-05", "Arrived on": "2024-02",
		"Leaves": "7", "Leaf 1, length": "180", "Notes": "Leans.\nNo tag.",
	} {
		assert.Equal(t, want, p.holds(label), label)
	}
	p.see(`[data-field="Flowers"] label[data-on]`, "In bud")

	p.tap(".strip a", "Roots")
	p.see(".headline", "Feel each root")
	p.keys("4x90f")
	p.tap("summary", "All figures")
	p.see(".facts", "Living root per cm² of leaf")
}

func TestAPlantIsFoundArchivedAndBroughtBack(t *testing.T) {
	s := fresh(t)
	p := open(t, s.url, bench)
	for _, plant := range [][2]string{{"North sill", "Paphiopedilum, Phragmipedium"}, {"South sill", "Cattleya alliance"}} {
		putOnBench(p, plant[0], plant[1])
		p.tap(".top a", "Bench")
		p.see(".bench-list", plant[0])
	}
	search := p.find(`input[aria-label="Find a plant"]`)
	require.NoError(t, search.Input("phragmi"))
	p.see(".bench-list", "North sill")
	p.gone(".bench-list a", "South sill")
	require.NoError(t, search.SelectAllText())
	require.NoError(t, search.Input("tulip"))
	p.see(".lead", "No plant carries “tulip”")
	require.NoError(t, search.SelectAllText())
	require.NoError(t, search.Type(input.Backspace))

	p.tap(".bench-list a", "South sill")
	p.tap(".strip a", "Intake")
	p.tap("button", "Take it off the bench")
	p.see(".bench-list", "North sill")
	p.gone(".bench-list a", "South sill")
	p.tap("button", "Archived plants")
	p.tap(".bench-list a", "South sill")
	p.see(".plant-apart", "Off the bench")
	p.tap(".strip a", "Intake")
	p.tap("button", "Put it back on the bench")
	p.see("button", "Take it off the bench")
	p.fill("Notes", "Back again.")
	p.saved()
	p.tap(".top a", "Bench")
	p.see(".bench-list", "South sill")
}

func TestTwoPeopleAtOneIntake(t *testing.T) {
	s := fresh(t)
	a := open(t, s.url, bench)
	putOnBench(a, "Shared", "Cattleya alliance")
	a.tap(".strip a", "Intake")
	a.saved()
	b := open(t, a.MustInfo().URL, phone)
	b.see(".plant-head h1", "Shared")

	a.fill("From whom or where", "A neighbour")
	a.saved()
	b.fill("Notes", "Seen twice.")
	b.see(".trouble", "This plant was changed elsewhere")
	b.see(".trouble li", "source” is “A neighbour” there.")
	b.tap(".trouble button", "Take what is there now")
	b.saved()
	assert.Equal(t, "A neighbour", b.holds("From whom or where"))
	b.fill("Notes", "Seen twice.")
	b.saved()
	a.MustReload().MustWaitLoad()
	a.see(".plant-head h1", "Shared")
	assert.Equal(t, "Seen twice.", a.holds("Notes"))
}

func TestAnIntakeTypedWhileTheProgramIsDownIsNotLost(t *testing.T) {
	s := fresh(t)
	p := open(t, s.url, bench)
	putOnBench(p, "Down", "Cattleya alliance")
	p.tap(".strip a", "Intake")
	p.fill("Notes", "Kept.")
	p.saved()
	s.kill()
	p.fill("Notes", "Typed in the dark.")
	p.see(".trouble", "kept in this browser")
	s.again(t)
	p.saved()
	p.MustReload().MustWaitLoad()
	p.see(".plant-head h1", "Down")
	assert.Equal(t, "Typed in the dark.", p.holds("Notes"))
}

// Growers differ: the house takes a side, and a plant can take the other.
func TestTheHouseAndThePlantTakeSides(t *testing.T) {
	s := fresh(t)
	p := open(t, s.url, bench)
	putOnBench(p, "Sides", "Cattleya alliance")
	p.keys("2x80f3x90h")
	p.see(".headline", "Take 3 off, leave 2 as found.")
	p.tap(".top a", "House")
	p.see(".house li", "A plant that cannot move does not grind off its new tips.")
	p.see(".house li", "Room for new roots, and nothing left to rot.")
	p.tap(`[data-field="Dead dry roots"] label`, "Keep some as anchors")
	p.see(`[data-field="Dead dry roots"] label[data-on]`, "Keep some as anchors")
	p.tap(".top a", "Bench")
	p.see(".bench-do", "Nothing to cut. Leave the roots alone.")
	p.tap(".bench-list a", "Sides")
	p.tap(".strip a", "Roots")
	p.see(".entry-what", "Keep as an anchor")

	p.tap(".strip a", "Intake")
	p.tap("summary", "Differs from the house")
	p.tap(`[data-side="dead_dry_roots"] label`, "All off")
	p.saved()
	p.tap(".strip a", "Roots")
	p.see(".headline", "Take 3 off, leave 2 as found.")
	p.tap(".entries button", "3–5")
	p.see(".reasons li", "by the setting for dead dry roots")
}

// Brown roots are dead in one plant and healthy in another: a setting decides.
func TestANormalColourIsSetForOnePlant(t *testing.T) {
	s := fresh(t)
	p := open(t, s.url, bench)
	putOnBench(p, "Beige", "Cane dendrobiums, evergreen hybrids")
	p.keys("5x70b")
	p.see(".headline", "5 roots wait for a test.")
	p.see(".verdict", "Between rootless and good, until the doubtful roots are tested.")
	p.tap(".strip a", "Intake")
	p.tap(`[data-field="Normal root colour for this plant"] label`, "Naturally brown")
	p.saved()
	p.tap(".strip a", "Roots")
	p.see(".headline", "Nothing to cut. Leave the roots alone.")
	p.see(".grade", "Good")
}

func TestABackButtonAndAnUnknownAddressLoseNothing(t *testing.T) {
	s := fresh(t)
	p := open(t, s.url, phone)
	putOnBench(p, "Back", "Cattleya alliance")
	tally(p, 3, 60, "Mushy")
	p.see(".headline", "Take 3 off")
	p.tap(".strip a", "Intake")
	p.fill("Notes", "Typed, then back at once.")
	require.NoError(t, p.NavigateBack())
	p.see(".headline", "Take 3 off")
	p.tap(".strip a", "Intake")
	p.see(".plant-head h1", "Back")
	assert.Eventually(t, func() bool { return p.holds("Notes") == "Typed, then back at once." }, patience, glance)
	p.visit(s.url + "/tulips")
	p.see("h1", "There is nothing here")
	p.visit(s.url + "/plants/77/roots")
	p.see(".trouble", "There is no plant 77.")
}
