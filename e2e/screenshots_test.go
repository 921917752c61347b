package e2e

import (
	"encoding/json"
	"fmt"
	"net/http"
	"net/url"
	"os"
	"path/filepath"
	"slices"
	"testing"

	"github.com/stretchr/testify/require"
)

// view is a main view of the demo bench: where it is, and what shows that it
// has come.
type view struct {
	name, tag, step, css, words string
}

var views = []view{
	{"today", "", "/", ".said-headline", "want you today"},
	{"aftercare", "Crate 8, on its feet again", "aftercare", "[data-part='protocol']", "New roots half down"},
	{"evening", "", "/today/evening", ".said-headline", "tonight"},
	{"away", "", "/today/away", "h1", "Away"},
	{"bench", "", "/bench", ".bench-list", "Crate "},
	{"plant", "By the door, leave it be", "", "[data-part='may-i']", "Repot it"},
	{"intake", "Crate 2, from wet moss", "intake", "[data-part='intake']", "A name and a group"},
	{"look", "By the door, leave it be", "look", "[data-part='look'] .said-headline", "Leave it."},
	{"unpot", "Back shelf, three leaves", "unpot", "[data-part='unpot']", "What broke"},
	{"causes", "Crate 7, right half", "causes", "[data-part='cause'] .said-headline", "Wilt fungus"},
	{"library", "", "/library/lookalikes", "[data-part='library']", "A brown root"},
	{"roots", "Crate 2, from wet moss", "roots", ".said-headline", "wait for a test"},
	{"cleaning", "Crate 2, from wet moss", "cleaning", ".cleaning-head", "cuts done"},
	{"pests", "Crate 4, silvered leaves", "cleaning/pests", ".pests-course .said-headline", "Round 3"},
	{"division", "Crate 11, two leads", "cleaning/division", "[data-part='divide'] .said-headline", "It can be divided into 2."},
	{"history", "Crate 4, silvered leaves", "history", ".history-time", "round 2."},
	{"race", "Crate 12, not one root", "rehome", "[data-part='race'] .said-headline", "chance"},
	{"pot-or-hold", "Import, sealed tips", "rehome/pot-or-hold", "[data-part='decide'] .said-headline", "Hold it"},
	{"rehome", "Crate 15, back into pebbles", "rehome/pot", ".rehome-house .said-headline", "Inorganic with reservoir"},
	{"jobs", "Crate 2, from wet moss", "rehome/jobs", "[data-part='do-it'] .said-headline", "jobs are left"},
	{"media", "", "/mixing?do=media", "[data-part='media']", "Bark, medium"},
	{"mixing", "", "/mixing?product=oil&use=spray&wanted=2&make=750", "[data-part='comes-out']", "1.99–2.01 %"},
	{"places", "", "/places", ".places-place", "Boat shed"},
	{"progress", "Crate 8, on its feet again", "progress", "[data-part='progress']", "New roots"},
	{"forecast", "", "/forecast", "[data-part='forecast']", "came within their days"},
	{"settings", "", "/settings", "[data-part='house']", "Your data"},
	{"people", "", "/settings/people", "[data-part='people']", "Mira"},
	{"contract", "", "/contract", "main", "/api/v1/compute/roots"},
}

// unpictured are views without a picture of their own.
var unpictured = []string{"contract", "pot-or-hold", "media", "places", "unpot", "jobs", "evening", "away", "forecast"}

// viewOf finds a main view by its name.
func viewOf(t testing.TB, name string) view {
	t.Helper()
	for _, v := range views {
		if v.name == name {
			return v
		}
	}
	require.Fail(t, "no such view", name)
	return view{}
}

// show opens a view of the demo.
func (v view) show(t testing.TB, s *server, at size) *page {
	t.Helper()
	p := open(t, "about:blank", at)
	v.on(p, s)
	return p
}

// on brings a page to the view, within the program where it is there already.
func (v view) path(t testing.TB, s *server) string {
	t.Helper()
	if v.tag == "" {
		return v.step
	}
	return fmt.Sprintf("/plants/%d/%s", s.plant(t, v.tag), v.step)
}

func (v view) on(p *page, s *server) {
	p.t.Helper()
	path := v.path(p.t, s)
	if p.MustEval(`() => location.origin`).Str() == s.url {
		p.jump(path)
	} else {
		p.visit(s.url + path)
	}
	if v.tag != "" {
		p.see("[data-part='plant-head'] h1", v.tag)
	}
	p.see(v.css, v.words)
}

// plant is the number of the plant with a tag.
func (s *server) plant(t testing.TB, tag string) int64 {
	t.Helper()
	answer, err := http.Get(s.url + "/api/v1/plants?q=" + url.QueryEscape(tag))
	require.NoError(t, err)
	defer func() { _ = answer.Body.Close() }()
	var found struct{ Plants []struct{ ID int64 } }
	require.NoError(t, json.NewDecoder(answer.Body).Decode(&found))
	require.NotEmpty(t, found.Plants, tag)
	return found.Plants[0].ID
}

// settled waits until the page has its letters and nothing on it moves.
const settled = `async () => {
	await document.fonts.ready;
	const ending = document.getAnimations().filter((a) => a.effect?.getComputedTiming().iterations !== Infinity);
	await Promise.all(ending.map((a) => a.finished.catch(() => 0)));
	await new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done)));
}`

// TestScreenshots makes the pictures of the main views when SCREENSHOTS names
// a folder for them.
func TestScreenshots(t *testing.T) {
	folder := os.Getenv("SCREENSHOTS")
	if folder == "" {
		t.Skip("set SCREENSHOTS to a folder, or run make screenshots")
	}
	s := demoServer(t)
	shoot := func(name string, p *page) {
		p.MustEval(`() => scrollTo(0, 0)`)
		p.MustEval(settled)
		p.MustEval(painted)
		picture, err := p.Screenshot(false, nil)
		require.NoError(t, err)
		require.NoError(t, os.WriteFile(filepath.Join(folder, name+".png"), picture, 0o644))
	}
	for _, v := range views {
		if slices.Contains(unpictured, v.name) {
			continue // lists, and forms
		}
		at := bench
		if v.name == "settings" {
			at.height = 690 // without the path of a folder made for the picture
		}
		p := v.show(t, s, at)
		if v.name == "plant" {
			p.tap(".view-tiles button", "Repot it")
			p.see(".wishes-word", "No")
		}
		shoot(v.name, p)
	}
}
