package e2e

import (
	"fmt"
	"os"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/go-rod/rod/lib/proto"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// seriousFaults runs axe-core on the page and returns what it finds that is
// serious or worse.
const seriousFaults = `async (but) => {
	const found = await axe.run(but ? { exclude: [...document.querySelectorAll(but)] } : document,
		{ resultTypes: ["violations"] });
	return found.violations
		.filter((v) => v.impact === "serious" || v.impact === "critical")
		.map((v) => v.id + ": " + v.help + " " + v.nodes.slice(0,
			3).map((n) => n.target + " " + n.failureSummary).join(" | "));
}`

// tooSmall names what a wet thumb would miss: a target under 44 px.
const tooSmall = `() => [...document.querySelectorAll("button:not([data-mark], [role=switch]), .ant-select, .ant-collapse-header, .ant-radio-group label, [data-tick] label, input:not([type=radio], [type=checkbox], [type=file])")]
	.filter((e) => e.checkVisibility())
	.map((e) => [e, (e.closest(".ant-select, .ant-picker, .ant-input-number, .ant-input-affix-wrapper") ?? e).getBoundingClientRect()])
	.filter(([, b]) => b.height < 43.5)
	.map(([e, b]) => (e.innerText || e.ariaLabel || e.tagName) + " " + Math.round(b.height))`

// misnamed names fields that a tap on their words would miss, or that have no name:
// a label that holds a button first, or more than one control.
const misnamed = `() => [
	...[...document.querySelectorAll("label:not([for])")]
		.filter((l) => l.querySelectorAll("button, input, select, textarea").length !== 1 || l.querySelector("button"))
		.map((l) => "label “" + l.innerText + "” holds " + l.querySelectorAll("button, input, select, textarea").length),
	...[...document.querySelectorAll("input, select, textarea")]
		.filter((e) => e.type !== "hidden" && !e.hidden && !(e.labels?.length || e.ariaLabel ||
			e.getAttribute("aria-labelledby")))
		.map((e) => e.tagName + " without a name in " + e.parentElement.className),
]`

// The bench screens, which wet hands use on a phone.
var onPhones = []string{"bench", "intake", "look", "roots", "cleaning", "jobs", "race"}

// groups are how many lots of views are gone through at a time.
const groups = 3

// Every main view, rendered once for all that holds for all of them: at the bench, on a phone, and unfolded.
func TestEveryMainView(t *testing.T) {
	parallel(t)
	all := slices.Concat(views, moreViews)
	for g := range groups {
		t.Run(fmt.Sprint("lot ", g+1), func(t *testing.T) {
			s := demoServer(t)
			p := open(t, "about:blank", bench)
			for i := g; i < len(all); i += groups {
				p.atBench(s, all[i])
				if !slices.Contains(moreViews, all[i]) {
					p.onPhone(all[i])
				}
				if all[i].name != "contract" { // for machines
					p.MustEval(unfoldAll)
					p.still()
					p.saysNothingWrong(all[i].name)
				}
			}
		})
	}
}

// alike names what a view has hundreds of, all made alike, but for the first few.
var alike = map[string]string{"contract": "main > section:nth-of-type(n + 6), main > section ~ div:nth-of-type(n + 6)"}

// reached looks for what keeps some from using a view.
func (p *page) reached(name, how string) {
	p.t.Helper()
	p.MustEval(painted) // contrast is of what can be seen
	if !p.MustEval(`() => "axe" in window`).Bool() {
		axe, err := os.ReadFile("../web/node_modules/axe-core/axe.min.js")
		require.NoError(p.t, err, "run make page first")
		p.MustEval("() => {" + string(axe) + "}")
	}
	for _, fault := range p.MustEval(seriousFaults, alike[name]).Arr() {
		assert.Fail(p.t, name+" "+how+": "+fault.Str())
	}
}

func (p *page) sized(at size, density float64) {
	p.t.Helper()
	require.NoError(p.t, p.SetViewport(&proto.EmulationSetDeviceMetricsOverride{
		Width: at.width, Height: at.height, DeviceScaleFactor: density, Mobile: at == phone,
	}))
}

// atBench: it is within reach, and asks nobody else.
func (p *page) atBench(s *server, v view) {
	p.t.Helper()
	p.sized(bench, 1)
	v.on(p, s)
	p.reached(v.name, "by day")
	assert.Empty(p.t, p.MustEval(misnamed).Arr(), "%s: fields and their names", v.name)
	p.asksNobodyElse(s)
}

// onPhone: it fits and can be hit, at narrow widths and in wider letters too.
func (p *page) onPhone(v view) {
	p.t.Helper()
	p.sized(phone, 1)
	p.see(v.css, v.words)
	if slices.Contains(onPhones, v.name) {
		p.reached(v.name, "on a phone")
	}
	p.fits(phone.width)
	if v.name != "contract" { // for reading, not for the bench
		assert.Empty(p.t, p.MustEval(tooSmall).Arr(), "%s: too small to hit", v.name)
	}
	// Until its own letters have come, or when they never do, the page stands in those of the machine,
	// which may be wider.
	for _, letters := range []string{"system-ui", "monospace"} {
		p.MustEval(`(letters) => document.body.style.fontFamily = letters`, letters)
		assert.LessOrEqual(p.t, p.MustEval(wide).Int(), phone.width, "%s in %s runs off the side", v.name, letters)
	}
	p.MustEval(`() => document.body.style.fontFamily = ""`)
	// WCAG 2.2, 1.4.10: nothing runs off the side at 320 px. At 640 px, which is text at 200 % at the bench,
	// accents_test.go looks, with longer words.
	p.sized(size{320, 640}, 1)
	p.fits(320)
}

const wide = `() => document.documentElement.scrollWidth`

// fits holds when nothing lies off the side of the screen.
const runsOff = `(width) => {
	const scrolls = (e) => e && e !== document.body && e !== document.documentElement &&
		(getComputedStyle(e).overflowX !== "visible" || scrolls(e.parentElement));
	return [...document.querySelectorAll("body *")]
		.filter((e) => e.getBoundingClientRect().right > width + 1 && !scrolls(e.parentElement))
		.map((e) => e.tagName + "." + e.className + " " + Math.round(e.getBoundingClientRect().right) + " " +
			e.textContent.slice(0, 50))
		.slice(0, 6).join(" | ");
}`

func (p *page) fits(width int) {
	p.t.Helper()
	if is := p.MustEval(wide).Int(); is > width {
		assert.Failf(p.t, "it runs off the side", "%d px wide: %s", is, p.MustEval(runsOff, width))
	}
}

// fitsBoth holds when nothing does at the width of the other screen either.
func (p *page) fitsBoth() {
	p.t.Helper()
	now := p.MustEval(`() => innerWidth`).Int()
	other := phone
	if now == phone.width {
		other = bench
	}
	p.fits(now)
	p.sized(other, 1)
	p.fits(other.width)
	p.sized(map[int]size{bench.width: bench, phone.width: phone}[now], 1)
}

// asksNobodyElse holds when everything came from the program, fonts included.
func (p *page) asksNobodyElse(s *server) {
	p.t.Helper()
	for _, url := range p.MustEval(`() => performance.getEntriesByType("resource").map((r) => r.name)`).Arr() {
		assert.True(p.t, strings.HasPrefix(url.Str(), s.url+"/"), url.Str())
	}
	fonts := p.MustEval(
		`async () => { await document.fonts.ready; return [...document.fonts].filter((f) => f.status === "loaded").map((f) => f.family) }`,
	).Arr()
	assert.NotEmpty(p.t, fonts)
}

func TestALongNameStaysOnTheScreen(t *testing.T) {
	s := fresh(t)
	long := strings.Repeat("W", 80)
	s.send(t, "POST", "/api/v1/plants", `{"tag":"`+long+`","group":"slipper","source":"`+long+`"}`)
	for _, path := range []string{"/bench", "/plants/1/roots", "/plants/1/intake", "/plants/1/cleaning"} {
		p := open(t, s.url+path, phone)
		p.see("b, h1", long)
		p.fits(phone.width)
	}
}

func TestWhatThePolicyForbidsIsNotAskedFor(t *testing.T) {
	s := demoServer(t)
	p := open(t, "about:blank", bench)
	refused := make(chan string, 100)
	require.NoError(t, proto.LogEnable{}.Call(p))
	go p.EachEvent(func(e *proto.LogEntryAdded) {
		if e.Entry.Level == proto.LogLogEntryLevelError {
			refused <- e.Entry.Text
		}
	})()
	for _, path := range []string{"/", "/settings", "/plants/1/roots", "/plants/1/cleaning"} {
		p.visit(s.url + path)
		p.see("h1, .said-headline", "")
		p.still()
	}
	require.Empty(t, refused, "the browser refused something")
	defer p.MustEval(`() => sessionStorage.removeItem("refused")`) // what follows is meant to be refused
	p.MustEval(`() => document.body.append(Object.assign(new Image(), { src: "http://127.0.0.1:9/x.png" }))`)
	select {
	case words := <-refused:
		assert.Contains(t, words, "Content Security Policy", "what is forbidden is refused, and seen here")
	case <-time.After(patience):
		assert.Fail(t, "a forbidden picture was not refused")
	}
}
