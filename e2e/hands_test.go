package e2e

import (
	"context"
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"time"

	"github.com/go-rod/rod"
	"github.com/go-rod/rod/lib/proto"
	"github.com/go-rod/rod/lib/utils"
	"github.com/stretchr/testify/require"
)

// see waits until some element (CSS) shows the words, or says them to those who cannot see it.
func (p *page) see(css, words string) *rod.Element {
	p.t.Helper()
	wait := p.Timeout(patience).Sleeper(func() utils.Sleeper { return utils.BackoffSleeper(glance, glance, nil) })
	e, err := wait.ElementByJS(rod.Eval(showing, css, words))
	if err != nil {
		require.Failf(p.t, "not seen", "no %s shows %q; they show %s", css, words, p.MustEval(shown, css))
	}
	return e.CancelTimeout()
}

// gone waits until no element shows the words.
func (p *page) gone(css, words string) {
	p.t.Helper()
	require.Eventually(p.t, func() bool {
		still, err := p.Eval(showing, css, words)
		return err == nil && still.Subtype == proto.RuntimeRemoteObjectSubtypeNull
	}, patience, glance, "%s still shows %q", css, words)
}

// tap clicks the element that shows the words; where another takes its place meanwhile, that one.
func (p *page) tap(css, words string) {
	p.t.Helper()
	e := p.see(css, words)
	require.Eventually(p.t, func() bool {
		if p.clicked(e) {
			return true
		}
		if again, err := p.Timeout(time.Second).ElementByJS(rod.Eval(showing, css, words)); err == nil {
			e = again.CancelTimeout()
		}
		return false
	}, patience, glance, "something covers %s %q", css, words)
}

// click brings an element to the middle of the screen and clicks on it, where
// a person could: not through something that covers it. An answer that comes
// while the hand moves may move the element: then the hand follows.
func (p *page) click(e *rod.Element) {
	p.t.Helper()
	require.Eventually(p.t, func() bool { return p.clicked(e) }, patience, glance, "something covers %s", e)
}

// clicked tries to.
func (p *page) clicked(e *rod.Element) bool {
	found, err := e.Eval(middle)
	if err != nil || len(found.Value.Arr()) != 2 {
		return false
	}
	at := found.Value.Arr()
	if p.Mouse.MoveTo(proto.NewPoint(at[0].Num(), at[1].Num())) != nil {
		return false
	}
	if now, err := e.Eval(guarded); err != nil || now.Value.JSON("", "") != found.Value.JSON("", "") {
		return false
	}
	if p.Mouse.Click(proto.InputMouseButtonLeft, 1) != nil {
		return false
	}
	tapped, err := p.Eval(`() => { window.pressed?.abort(); return window.tapped !== false; }`) // undefined: another page
	if err == nil && !tapped.Value.Bool() {
		return false
	}
	p.taps++
	return true
}

// find waits for an element.
func (p *page) find(css string) *rod.Element {
	p.t.Helper()
	e, err := p.Timeout(patience).Element(css)
	require.NoError(p.t, err, css)
	return e.CancelTimeout()
}

// fill types into the field with this label.
func (p *page) fill(label, text string) {
	p.t.Helper()
	field := p.find(fmt.Sprintf(`[data-field=%q] input, [data-field=%q] textarea`, label, label))
	p.taps++
	require.NoError(p.t, field.SelectAllText())
	require.NoError(p.t, field.Input(text))
	if field.MustMatches("[data-day]") { // a day is taken when one is done with it
		p.hit("Enter")
	}
}

// keys presses single keys, as a hand at the keyboard would.
func (p *page) keys(text string) {
	p.t.Helper()
	for _, k := range text {
		p.hit(string(k))
	}
}

// hit presses one key by its name, such as "f", "Escape" or "ArrowLeft".
func (p *page) hit(key string) {
	p.t.Helper()
	down := proto.InputDispatchKeyEvent{Type: proto.InputDispatchKeyEventTypeKeyDown, Key: key}
	switch {
	case len(key) == 1:
		down.Text = key
	case key == "Enter":
		down.Text, down.WindowsVirtualKeyCode = "\r", 13
	case key == "Tab":
		down.WindowsVirtualKeyCode = 9
	}
	require.NoError(p.t, down.Call(p))
	require.NoError(p.t, proto.InputDispatchKeyEvent{Type: proto.InputDispatchKeyEventTypeKeyUp, Key: key}.Call(p))
}

// visit goes to an address; to the bench where none within the program is named.
func (p *page) visit(url string) {
	p.t.Helper()
	if strings.Count(url, "/") == 2 && url != "about:blank" {
		url += "/bench"
	}
	require.NoError(p.t, p.Navigate(url))
	require.NoError(p.t, p.WaitLoad())
}

func (p *page) keepPicture() {
	held := p.CancelTimeout().Context(context.Background()).Timeout(5 * time.Second)
	_, _ = held.Eval(painted)
	picture, err := held.Screenshot(true, nil)
	if err == nil && os.MkdirAll("artefacts", 0o755) == nil {
		name := filepath.Join("artefacts", strings.ReplaceAll(p.t.Name(), "/", "_")+".png")
		_ = os.WriteFile(name, picture, 0o600)
		p.t.Logf("the page as it was: e2e/%s", name)
	}
}

// still waits until nothing is being loaded and nothing on the page has changed for a moment.
func (p *page) still() {
	p.t.Helper()
	_, err := p.Eval(atRest)
	require.NoError(p.t, err)
}
