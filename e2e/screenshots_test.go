package e2e

import (
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/require"
)

// view is a main view of the demo bench: where it is, and what shows that it
// has come.
type view struct {
	name, tag, step, css, words string
}

var views = []view{
	{"bench", "", "/", ".bench-list", "Crate 5, thought dead"},
	{"intake", "Crate 2, from wet moss", "intake", ".intake", "Last repotted"},
	{"look", "By the door, leave it be", "look", ".look .headline", "Leave it."},
	{"unpot", "Back shelf, three leaves", "unpot", ".unpot", "What broke"},
	{"cause", "Crate 7, right half", "cause", ".cause .headline", "Wilt fungus"},
	{"library", "", "/library?in=lookalikes", ".library", "A brown root"},
	{"roots", "Crate 2, from wet moss", "roots", ".headline", "wait for a test"},
	{"clean", "Crate 2, from wet moss", "clean", ".clean .headline", "cuts done"},
	{"rounds", "Crate 4, silvered leaves", "clean/rounds", ".course .headline", "Round 3"},
	{"divide", "Crate 11, two leads", "clean/divide", ".divide .headline", "It can be divided into 2."},
	{"sheet", "Crate 4, silvered leaves", "clean/sheet", ".case-time", "round 2."},
	{"race", "Crate 12, not one root", "home", ".race .headline", "chance"},
	{"decide", "Import, sealed tips", "home/decide", ".decide .headline", "Hold it bare"},
	{"rehome", "Crate 15, back into pebbles", "home/house", ".house-it .headline", "Inorganic with reservoir"},
	{"do", "Crate 2, from wet moss", "home/do", ".do-it .headline", "jobs are left"},
	{"media", "", "/mix?do=media", ".media-list", "Bark, medium"},
	{"mix", "", "/mix?product=oil&use=spray&wanted=2&make=750", ".comes-out", "1.99–2.01 %"},
	{"places", "", "/places", ".place", "Boat shed"},
	{"progress", "Crate 8, on its feet again", "progress", ".progress", "New roots"},
	{"house", "", "/house", ".house", "Your data"},
	{"contract", "", "/contract", ".contract", "/api/v1/compute/roots"},
}

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

// on brings a page to the view.
func (v view) on(p *page, s *server) {
	p.t.Helper()
	if v.tag == "" {
		p.visit(s.url + v.step)
		p.see(v.css, v.words)
		return
	}
	p.visit(s.url)
	p.tap(".bench-list a", v.tag)
	p.see(".plant-head h1", v.tag)
	step, part, _ := strings.Cut(v.step, "/")
	p.tap(".strip a", map[string]string{"intake": "Intake", "look": "Look", "unpot": "Unpot", "cause": "Cause", "roots": "Roots", "clean": "Clean", "home": "Re-home", "progress": "Progress"}[step])
	if part != "" {
		p.tap(".sub-nav a", map[string]string{"rounds": "Rounds", "divide": "Divide", "sheet": "Case sheet", "decide": "Pot or hold", "house": "House it", "do": "Do it"}[part])
	}
	p.see(v.css, v.words)
}

// TestScreenshots makes the pictures of the main views when SCREENSHOTS names
// a folder for them.
func TestScreenshots(t *testing.T) {
	folder := os.Getenv("SCREENSHOTS")
	if folder == "" {
		t.Skip("set SCREENSHOTS to a folder, or run make screenshots")
	}
	s := serve(t, filepath.Join(t.TempDir(), "demo.sqlite"), "demo")
	shoot := func(name string, p *page) {
		p.MustEval(`() => scrollTo(0, 0)`)
		time.Sleep(400 * time.Millisecond)
		picture, err := p.Screenshot(false, nil)
		require.NoError(t, err)
		require.NoError(t, os.WriteFile(filepath.Join(folder, name+".png"), picture, 0o644))
	}
	for _, v := range views {
		if v.name == "contract" || v.name == "decide" || v.name == "media" {
			continue // lists, which the README points to
		}
		at := bench
		if v.name == "house" {
			at.height = 690 // without the path of a folder made for the picture
		}
		shoot(v.name, v.show(t, s, at))
		if v.name == "roots" {
			shoot(v.name+"-phone", v.show(t, s, phone))
		}
	}
}
