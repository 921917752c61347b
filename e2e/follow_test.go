package e2e

import (
	"fmt"
	"os/exec"
	"slices"
	"strings"
	"testing"

	"github.com/go-rod/rod"
	"github.com/go-rod/rod/lib/proto"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"github.com/ysmood/gson"
)

// program runs the program with other words, to its end.
func (s *server) program(words ...string) (string, error) {
	says, err := exec.Command(binary, words...).CombinedOutput()
	return string(says), err
}

// answerWith answers a request with JSON in the place of the program.
func answerWith(doc string) func(*rod.Hijack) {
	return func(h *rod.Hijack) {
		h.Response.SetHeader("Content-Type", "application/json").SetBody(doc)
	}
}

// shownOf is what a view shows of its plant: its words, and what its fields hold.
const shownOf = `() => {
	const main = document.querySelector("main.plant");
	const fields = [...main.querySelectorAll("input, select, textarea")].map((e) => e.type === "radio" ||
		e.type === "checkbox" ? e.checked : e.value);
	return main.innerText.replace(/\s+/g, " ") + JSON.stringify(fields);
}`

// Going back over several entries in one jump, each view shows and saves the plant
// that it is headed with, and no other.
func TestEachViewFollowsItsPlant(t *testing.T) {
	s := demoServer(t)
	first, second := s.plant(t, "Crate 12, not one root"), s.plant(t, "Crate 2, from wet moss")
	alone, p := open(t, "about:blank", bench), open(t, s.url, bench)
	for _, step := range []string{"intake", "look", "unpot", "causes", "roots", "cleaning", "cleaning/pests", "cleaning/division", "history", "rehome", "rehome/pot-or-hold", "rehome/pot", "rehome/jobs", "progress"} {
		alone.visit(fmt.Sprintf("%s/plants/%d/%s", s.url, first, step))
		alone.see("[data-part='plant-head'] h1", "Crate 12, not one root")
		p.jump(fmt.Sprintf("/plants/%d/%s", first, step))
		p.see("[data-part='plant-head'] h1", "Crate 12, not one root")
		p.still()
		p.jump(fmt.Sprintf("/plants/%d/%s", second, step))
		p.see("[data-part='plant-head'] h1", "Crate 2, from wet moss")
		p.still()
		p.MustEval(`() => history.back()`)
		p.see("[data-part='plant-head'] h1", "Crate 12, not one root")
		if !assert.Eventually(t,
			func() bool { return p.MustEval(shownOf).Str() == alone.MustEval(shownOf).Str() }, patience, 4*glance,
			"%s shows the plant it is headed with", step,
		) {
			assert.Equal(t, alone.MustEval(shownOf).Str(), p.MustEval(shownOf).Str())
		}
	}
}

// jump goes to an address within the page, without loading it anew.
func (p *page) jump(path string) {
	p.t.Helper()
	p.MustEval(`(to) => { history.pushState({}, "", to); dispatchEvent(new PopStateEvent("popstate", { state: {} })) }`, path)
}

// What is typed after such a jump is saved to the plant on the screen.
func TestWhatIsTypedAfterAJumpIsSavedToThePlantOnTheScreen(t *testing.T) {
	s := fresh(t)
	s.send(t, "POST", "/api/v1/plants", `{"tag":"Plant A","group":"cattleya","notes":"of A"}`)
	s.send(t, "POST", "/api/v1/plants", `{"tag":"Plant B","group":"cattleya","notes":"of B"}`)
	p := open(t, s.url, bench)
	for _, tag := range []string{"Plant A", "Plant B"} {
		p.tap(".bench-list a", tag)
		p.tap(".plant-strip span", "Intake")
		p.saved()
		p.tap(".app-top a", "Bench")
		p.see(".bench-list", tag)
	}
	p.MustEval(`() => history.go(-4)`) // bench ← B's intake ← B ← bench ← A's intake
	p.see("[data-part='plant-head'] h1", "Plant A")
	assert.Eventually(t, func() bool { return p.holds("Notes") == "of A" }, patience, glance)
	p.fill("Notes", "typed at A")
	p.saved()
	assert.Contains(t, s.get(t, "/api/v1/plants/1"), "typed at A")
	assert.Contains(t, s.get(t, "/api/v1/plants/2"), `"notes":"of B"`)
}

// A weight typed for one plant and not noted yet is not there for the next.
func TestWhatIsHalfTypedStaysWithItsPlant(t *testing.T) {
	s := demoServer(t)
	first, second := s.plant(t, "Crate 12, not one root"), s.plant(t, "Crate 13, bulbs and no roots")
	p := open(t, fmt.Sprintf("%s/plants/%d/rehome", s.url, second), bench)
	p.see("[data-part='race'] .said-headline", "")
	p.tap(".app-top a", "Bench")
	p.tap(".bench-list a", "Crate 12, not one root")
	p.tap(".plant-strip span", "Re-home")
	p.see("[data-part='plant-head'] h1", "Crate 12, not one root")
	p.see("[data-part='weights'] h2", "Weigh the bare plant")
	p.fill("Weight", "141")
	p.MustEval(`() => history.go(-3)`) // ← its roots ← bench ← the other's race
	p.see("[data-part='plant-head'] h1", "Crate 13, bulbs and no roots")
	p.see("[data-part='weights'] h2", "Weigh the bare plant")
	assert.Empty(t, p.holds("Weight"), "nothing of plant %d lies at the next", first)
}

// A tap on the words over a number goes to its field, and changes nothing.
func TestTheWordsOverANumberChangeNothing(t *testing.T) {
	s := fresh(t)
	s.send(t, "POST", "/api/v1/plants", `{"tag":"Counted","group":"cattleya","leaf_count":7,"bulb_count":5}`)
	p := open(t, s.url+"/plants/1/intake", bench)
	for label, value := range map[string]string{"Leaves": "7", "Bulbs": "5"} {
		p.tap(`[data-field="`+label+`"] .field-label`, label)
		assert.Equal(t, value, p.holds(label))
		at := p.MustEval(`() => document.activeElement.labels?.[0]?.innerText`).Str()
		assert.Equal(t, label, at, "the field has the focus")
	}
	p.see(`.standing-saved[data-is="saved"]`, "Saved")
	assert.Contains(t, s.get(t, "/api/v1/plants/1"), `"version":1`, "nothing was saved, as nothing was changed")
}

// Two taps on one spot are two of the same: nothing moves under the thumb.
func TestThePadStaysWhereItIsUnderTheThumb(t *testing.T) {
	parallel(t)
	for name, screen := range map[string]size{"laptop": bench, "phone": phone} {
		t.Run(name, func(t *testing.T) {
			s := fresh(t)
			s.send(t, "POST", "/api/v1/plants", `{"tag":"Steady","group":"phalaenopsis"}`)
			p := open(t, s.url+"/plants/1/roots", screen)
			button := p.see(".roots-presets button", "Firm, pale")
			require.NoError(t, button.ScrollIntoView())
			p.still()
			tops := func() (list []int) {
				for _, b := range p.MustEval(`() => [...document.querySelectorAll(".roots-pad button, .roots-presets button")].map((b) => Math.round(b.getBoundingClientRect().app-top))`).Arr() {
					list = append(list, b.Int())
				}
				return list
			}
			before := tops()
			require.Greater(t, len(before), 5)
			box := button.MustShape().Box()
			spot := proto.NewPoint(box.X+box.Width/2, box.Y+box.Height/2)
			for n := range 3 {
				require.NoError(t, p.Mouse.MoveTo(spot))
				require.NoError(t, p.Mouse.Click(proto.InputMouseButtonLeft, 1))
				p.see("[data-part='entries']", fmt.Sprint(n+1))
				assert.Eventually(t, func() bool { return strands(p) == n+1 }, patience, glance)
				assert.Equal(t, before, tops(), "after %d taps", n+1)
			}
			p.saved()
			doc := s.get(t, "/api/v1/readings/1")
			assert.Equal(t, 3, strings.Count(doc, `"feel":"firm"`), "three firm roots: %s", doc)
		})
	}
}

// Keys that are typed in a field are its words, and enter no root.
func TestKeysTypedInAFieldAreItsWords(t *testing.T) {
	s := fresh(t)
	s.send(t, "POST", "/api/v1/plants", `{"tag":"Typed","group":"phalaenopsis"}`)
	p := open(t, s.url+"/plants/1/roots", bench)
	p.see(".roots-presets button", "Firm, pale")
	p.click(p.find(`[data-field="About how long"] input`))
	p.keys("80f")
	p.see(`[data-field="About how long"] .field-error`, "Give")
	assert.Zero(t, strands(p))
	require.NoError(t, p.find(`[data-field="About how long"] input`).SelectAllText())
	p.keys("80")
	p.hit("Escape")
	p.MustEval(`() => document.activeElement.blur()`)
	p.keys("f")
	p.see("[data-part='entries']", "80 mm")
	assert.Eventually(t, func() bool { return strands(p) == 1 }, patience, glance)
}

// Each view opens at its top; Back comes back to the place that was left.
func TestAViewOpensAtItsTopAndBackComesBack(t *testing.T) {
	s := demoServer(t)
	p := open(t, s.url, phone)
	p.see(".bench-list", "Crate")
	links, err := p.Elements(".bench-list a")
	require.NoError(t, err)
	far := links[len(links)-3]
	tag := strings.SplitN(far.MustText(), "\n", 2)[0]
	require.NoError(t, far.ScrollIntoView())
	p.still()
	require.Greater(t, p.MustEval(`() => scrollY`).Int(), 300)
	p.click(far)
	p.see("[data-part='plant-head'] h1", tag)
	assert.Eventually(t, func() bool { return p.MustEval(`() => scrollY`).Int() == 0 }, patience, glance,
		"it opens at its top")
	p.MustEval(`() => history.back()`)
	p.see(".bench-list", tag)
	assert.Eventually(t, func() bool { return p.MustEval(`() => scrollY`).Int() > 300 }, patience, glance,
		"and Back comes back")

	// What lay lower than the page now reaches is let be, once one goes elsewhere.
	p.visit(s.url + "/library/causes")
	p.see("[data-part='library']", "Salt burn")
	p.MustEval(`() => new Promise((done) => { addEventListener("scrollend", done); scrollTo(0, 400); })`)
	p.MustEval(`() => Object.keys(sessionStorage).filter((k) => k.startsWith("therapeon.place."))
		.forEach((k) => sessionStorage.setItem(k, "99999"))`)
	p.MustReload().MustWaitLoad()
	p.see("[data-part='library']", "Salt burn")
	p.still()
	require.Greater(t, p.MustEval(`() => scrollY`).Int(), 300)
	assert.Zero(t, p.MustEval(`async () => {
		scrollTo(0, 0);
		document.querySelector("main").style.paddingBottom = "300px"; // more has come
		for (let frames = 0; frames < 10; frames++) await new Promise(requestAnimationFrame);
		return scrollY;
	}`).Int(), "the hand goes first")
}

// What breaks in a view takes nothing else down, and a promise that fails is said.
func TestWhatBreaksIsSaidAndTakesNothingElseDown(t *testing.T) {
	s := fresh(t)
	s.send(t, "POST", "/api/v1/plants", `{"tag":"Sound","group":"cattleya"}`)
	p := open(t, s.url+"/plants/1/intake", bench)
	router := p.HijackRequests()
	require.NoError(
		t,
		router.Add("*/archived", "",
			func(h *rod.Hijack) { h.Response.Fail(proto.NetworkErrorReasonConnectionRefused) }),
	)
	require.NoError(t, router.Add("*/api/v1/plants/1/timeline*", "", answerWith(`{"nothing":"as it should be"}`)))
	go router.Run()
	defer func() { _ = router.Stop() }()
	p.tap("button", "Archive it")
	p.see("[data-broken] [data-notice='trouble']", "Therapeon does not answer. What was saved is safe.")
	p.tap("[data-broken] button", "Put away")
	p.gone("[data-broken]", "does not answer")
	p.visit(s.url + "/plants/1/history")
	p.see("h1", "This view broke")
	p.tap(".plant-strip span", "Look")
	p.see(".said-headline", "Look it over")
}

// The data are copied by one tap, and brought back by the program.
func TestTheDataAreCopiedByOneTap(t *testing.T) {
	s := fresh(t)
	s.send(t, "POST", "/api/v1/plants", `{"tag":"Copied","group":"cattleya"}`)
	p := open(t, s.url+"/settings", bench)
	p.see("[data-part='house']", "No copy was made yet.")
	p.tap("button", "Copy it now")
	p.see("[data-part='house'] [role=status]", "Last copied on")
	copies := p.MustEval(`() => [...document.querySelectorAll("[data-part='house'] code")].map((e) => e.innerText)`).Arr()
	i := slices.IndexFunc(copies, func(c gson.JSON) bool { return strings.Contains(c.Str(), "backups") })
	require.GreaterOrEqual(t, i, 0)
	file := copies[i].Str()

	s.send(t, "POST", "/api/v1/plants", `{"tag":"After the copy","group":"cattleya"}`)
	says, err := s.program("restore", "--data", s.data, "--yes", file)
	require.Error(t, err, "not while it is served")
	assert.Contains(t, says, s.url)
	s.kill()
	says, err = s.program("restore", "--data", s.data, file)
	require.Error(t, err)
	assert.Contains(t, says, "say --yes to go on")
	assert.Contains(t, says, "holds 2 plants and 0 records", "it says what would be lost")
	says, err = s.program("restore", "--data", s.data, "--yes", file)
	require.NoError(t, err, says)
	assert.Contains(t, says, "is kept as")
	s.again(t)
	assert.Contains(t, s.get(t, "/api/v1/plants"), `"total":1`)
	says, err = s.program("backup", "--data", s.data, file)
	require.Error(t, err)
	assert.Contains(t, says, "there is a file already")
	says, err = s.program("backup", "--data", s.data, file+".2")
	require.NoError(t, err, says)
	assert.Contains(t, says, "1 plant and 0 records")
}

// What was written on the wrong plant is moved to the right one, with a line at both, and back again.
func TestALookOnTheWrongPlantIsMoved(t *testing.T) {
	s := fresh(t)
	s.reported(t, `{"tag":"Wrong","group":"phalaenopsis","leaf_count":5,"old_medium":"moss","pot":"clear"}`,
		`{"findings":{"leaves-limp":"present","limp-though-wet":"present","stays-wet":"present"},"growth":"growing"}`)
	s.send(t, "POST", "/api/v1/plants", `{"tag":"Right","group":"phalaenopsis","leaf_count":5}`)
	p := open(t, s.url+"/plants/1/history", phone)
	p.see(".history-time li", "Unpot it now.")
	p.tap(".history-time button", "Something is on the wrong plant")
	p.tap(`.history-time [data-kind="look"] button`, "This one")
	p.see("[data-part='misplaced']", "All of it goes, and both plants are judged again.")
	p.fits(phone.width)
	p.choose(`[data-field="It belongs to"] select`, "Right")
	p.tap("[data-part='misplaced'] button", "Move it there")
	p.see(".history-time li", "was moved to Right. It was written here by mistake.")
	p.gone(".history-time li", "Unpot it now.")
	p.see(".plant-advice", "Look it over before you touch it.")
	p.visit(s.url + "/plants/2/history")
	p.see(".history-time li", "was moved here from Wrong.")
	p.see(".history-time li", "Unpot it now.")
	p.tap(`.history-time [data-kind="moved"] button`, "Undo")
	p.gone(".history-time li", "was moved here")
	p.visit(s.url + "/plants/1/history")
	p.see(".history-time li", "Unpot it now.")

	// Out of it altogether, by keyboard.
	enter := func(words string) {
		p.see(".history-time button", words)
		p.MustEval(`(words) => [...document.querySelectorAll(".history-time button")].find((b) => b.innerText === words).focus()`, words)
		p.hit("Enter")
	}
	enter("Something is on the wrong plant")
	enter("This one")
	enter("Take it out")
	p.see(".history-time li", "was taken out.")
	p.tap(`.history-time [data-kind="moved"] button`, "Undo")
	p.see(".history-time li", "Unpot it now.")
}
