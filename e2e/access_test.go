package e2e

import (
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/go-rod/rod/lib/proto"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func demoServer(t testing.TB) *server {
	t.Helper()
	return serve(t, filepath.Join(t.TempDir(), "demo.sqlite"), "demo")
}

// seriousFaults runs axe-core on the page and returns what it finds that is
// serious or worse.
const seriousFaults = `async () => {
	const found = await axe.run(document, { resultTypes: ["violations"] });
	return found.violations
		.filter((v) => v.impact === "serious" || v.impact === "critical")
		.map((v) => v.id + ": " + v.help + " " + v.nodes.slice(0, 3).map((n) => n.target + " " + n.failureSummary).join(" | "));
}`

func TestNoMainViewHasASeriousFaultOfAccess(t *testing.T) {
	axe, err := os.ReadFile("../web/node_modules/axe-core/axe.min.js")
	require.NoError(t, err, "run make page first")
	s := demoServer(t)
	look := func(name string, p *page) {
		p.MustEval("() => {" + string(axe) + "}")
		for _, fault := range p.MustEval(seriousFaults).Arr() {
			assert.Fail(t, name+": "+fault.Str())
		}
	}
	for _, v := range views {
		t.Run(v.name, func(t *testing.T) {
			p := v.show(t, s, bench)
			look("by day", p)
			p.tap(".top button", "Night light")
			p.see(".top button", "Day light")
			look("by night", p)
			look("on a phone", v.show(t, s, phone))
		})
	}
}

// A wet thumb needs 44 px, and nothing may lie off the side of the screen.
func TestBenchScreensFitAWetThumb(t *testing.T) {
	s := demoServer(t)
	for _, v := range views {
		if v.name == "contract" {
			continue // for reading, not for the bench
		}
		t.Run(v.name, func(t *testing.T) {
			p := v.show(t, s, phone)
			small := p.MustEval(`() => [...document.querySelectorAll("button:not(.mark), select, summary, .choice-options label, .tick, input:not([type=radio]):not([type=checkbox])")]
				.filter((e) => e.checkVisibility())
				.map((e) => [e, (e.closest(".figure-box, .ant-input-affix-wrapper") ?? e).getBoundingClientRect()])
				.filter(([, b]) => b.height < 43.5)
				.map(([e, b]) => (e.innerText || e.ariaLabel || e.tagName) + " " + Math.round(b.height))`).Arr()
			assert.Empty(t, small, "too small to hit")
			assert.LessOrEqual(t, p.MustEval(`() => document.documentElement.scrollWidth`).Int(), phone.width, "it runs off the side")
		})
	}
}

func TestALongNameStaysOnTheScreen(t *testing.T) {
	s := fresh(t)
	long := strings.Repeat("W", 80)
	s.send(t, "POST", "/api/v1/plants", `{"tag":"`+long+`","group":"slipper","source":"`+long+`"}`)
	for _, path := range []string{"/", "/plants/1/roots", "/plants/1/intake", "/plants/1/clean"} {
		p := open(t, s.url+path, phone)
		p.see("b, h1", long)
		assert.LessOrEqual(t, p.MustEval(`() => document.documentElement.scrollWidth`).Int(), phone.width, path)
	}
}

// Text at 200 % is the same as half the room at double the density.
func TestTextAtDoubleSizeDoesNotBreakAView(t *testing.T) {
	s := demoServer(t)
	for _, v := range views {
		t.Run(v.name, func(t *testing.T) {
			p := v.show(t, s, size{640, 400})
			assert.LessOrEqual(t, p.MustEval(`() => document.documentElement.scrollWidth`).Int(), 640, "it runs off the side")
		})
	}
}

func TestThePageAsksNobodyElseForAnything(t *testing.T) {
	s := demoServer(t)
	for _, v := range views {
		p := v.show(t, s, bench)
		for _, url := range p.MustEval(`() => performance.getEntriesByType("resource").map((r) => r.name)`).Arr() {
			assert.True(t, strings.HasPrefix(url.Str(), s.url+"/"), url.Str())
		}
		fonts := p.MustEval(`async () => { await document.fonts.ready; return [...document.fonts].filter((f) => f.status === "loaded").map((f) => f.family) }`).Arr()
		require.NotEmpty(t, fonts, v.name)
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
	for _, path := range []string{"/", "/house", "/plants/1/roots", "/plants/1/clean"} {
		p.visit(s.url + path)
		p.see("h1, .headline", "")
		require.NoError(t, p.WaitIdle(2e9))
	}
	assert.Empty(t, refused, "the browser refused something")
}
