// Package e2e drives the real program through its real interface: the binary
// on a free port with a data file of its own, and a browser.
package e2e

import (
	"bufio"
	"errors"
	"flag"
	"fmt"
	"io"
	"net"
	"os"
	"os/exec"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
	"sync"
	"syscall"
	"testing"
	"time"

	"github.com/go-rod/rod"
	"github.com/go-rod/rod/lib/launcher"
	"github.com/go-rod/rod/lib/proto"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

var (
	binary   string
	demoFile string // the demo's file, filled once and copied for each test
	browser  *rod.Browser
)

// workers is how many tests go on at a time: a browser waits more than it works.
const workers = 4

// TestMain builds the program and the demo's file once, where they are not named, and starts one browser for
// all tests.
func TestMain(m *testing.M) {
	flag.Parse()
	if given := flag.Lookup("test.parallel"); given.Value.String() == given.DefValue {
		_ = flag.Set("test.parallel", strconv.Itoa(workers))
	}
	code, err := setUp(m)
	if err != nil {
		fmt.Fprintln(os.Stderr, err)
		code = 1
	}
	os.Exit(code)
}

func setUp(m *testing.M) (int, error) {
	folder, err := os.MkdirTemp("", "therapeon-e2e-")
	if err != nil {
		return 1, err
	}
	defer func() { _ = os.RemoveAll(folder) }()
	if binary = os.Getenv("PROGRAM"); binary == "" {
		binary = filepath.Join(folder, "therapeon")
		out, err := exec.Command("go", "build", "-o", binary, "therapeon/cmd/therapeon").CombinedOutput()
		if err != nil {
			return 1, fmt.Errorf("build: %w\n%s", err, out)
		}
	}
	if demoFile = os.Getenv("DEMO_FILE"); demoFile == "" {
		demoFile = filepath.Join(folder, "demo.sqlite")
		if err := fillDemo(); err != nil {
			return 1, err
		}
	}
	start, err := launch(folder)
	if err != nil {
		return 1, err
	}
	defer start.Kill()
	defer func() { _ = browser.Close() }()
	if err := makeSlots(); err != nil {
		return 1, err
	}
	code := m.Run()
	return code, noteBrowser(folder)
}

// slot is an address, and tabs at it, that tests take in turns: what the browser has loaded and compiled
// of the page is there for the next. What a test leaves in a tab is cleared.
type slot struct {
	address string
	tabs    []*rod.Page // each in a context of its own
	opened  int         // how many of them the test has that has the slot
}

var (
	slots = make(chan *slot, workers)
	taken sync.Map // by testing.TB
)

func makeSlots() error {
	for range cap(slots) {
		l, err := net.Listen("tcp", "127.0.0.1:0")
		if err != nil {
			return err
		}
		slots <- &slot{address: l.Addr().String()}
		if err := l.Close(); err != nil {
			return err
		}
	}
	return nil
}

// address is where a test's own server is to listen: in its slot, or where one is free.
func address(t testing.TB) string {
	parallel(t)
	if _, has := taken.Load(t); has {
		return "127.0.0.1:0"
	}
	select {
	case s := <-slots:
		taken.Store(t, s)
		t.Cleanup(func() {
			taken.Delete(t)
			s.tabs = slices.DeleteFunc(s.tabs, func(tab *rod.Page) bool { return tab == nil })
			s.opened = 0
			slots <- s
		})
		return s.address
	default:
		return "127.0.0.1:0"
	}
}

// tabFor is a tab in a context of its own: of the test's slot, where it has one, to be given back.
func tabFor(t testing.TB) (tab *rod.Page, back func(sound bool)) {
	of, _ := taken.Load(t)
	s, _ := of.(*slot)
	if s == nil {
		return tabIn(t, nil), func(bool) {}
	}
	at := s.opened
	s.opened++
	if at == len(s.tabs) {
		context, err := browser.Incognito()
		require.NoError(t, err)
		tab, err = context.Page(proto.TargetCreateTarget{URL: "about:blank"})
		require.NoError(t, err)
		_, err = tab.EvalOnNewDocument(before(t))
		require.NoError(t, err)
		s.tabs = append(s.tabs, tab)
	} else {
		clear := proto.StorageClearDataForOrigin{
			Origin: "http://" + s.address, StorageTypes: "cookies,local_storage,indexeddb",
		}
		require.NoError(t, clear.Call(s.tabs[at]))
	}
	tab = s.tabs[at]
	return tab, func(sound bool) {
		if !sound || errors.Join(cleared(tab, s.address)...) != nil {
			_ = tab.Browser().Close() // its context, no more
			s.tabs[at] = nil
		}
	}
}

// cleared leaves nothing of what a test did in a tab, and a page in it that does nothing.
func cleared(tab *rod.Page, address string) []error {
	_, err := tab.Eval(`() => sessionStorage.clear()`)
	return []error{
		err,
		proto.EmulationSetEmulatedMedia{}.Call(tab),
		proto.NetworkEmulateNetworkConditions{DownloadThroughput: -1, UploadThroughput: -1}.Call(tab),
		proto.NetworkDisable{}.Call(tab),
		tab.Navigate("http://" + address + "/favicon.svg"),
		tab.WaitLoad(),
		proto.PageResetNavigationHistory{}.Call(tab),
	}
}

// tabIn is a new tab in a context, one of its own where none is given, that is closed after the test.
func tabIn(t testing.TB, context *rod.Browser) *rod.Page {
	t.Helper()
	if context == nil {
		own, err := browser.Incognito()
		require.NoError(t, err)
		t.Cleanup(func() { _ = own.Close() })
		context = own
	}
	tab, err := context.Page(proto.TargetCreateTarget{URL: "about:blank"})
	require.NoError(t, err)
	_, err = tab.EvalOnNewDocument(before(t))
	require.NoError(t, err)
	t.Cleanup(func() { _ = tab.Close() })
	return tab
}

// fillDemo lets the program build its demo, and stops it.
func fillDemo() error {
	cmd := exec.Command(binary, "demo", "--listen", "127.0.0.1:0", "--data", demoFile)
	out, err := cmd.StdoutPipe()
	if err != nil {
		return err
	}
	if err := cmd.Start(); err != nil {
		return err
	}
	if !bufio.NewScanner(out).Scan() {
		return errors.Join(errors.New("the demo did not start"), cmd.Wait())
	}
	if err := cmd.Process.Signal(syscall.SIGTERM); err != nil {
		return err
	}
	_, _ = io.Copy(io.Discard, out)
	return cmd.Wait()
}

var beside sync.Map // tests that run beside others already

// parallel lets a test run beside others, once.
func parallel(t testing.TB) {
	if of, ok := t.(*testing.T); ok {
		if _, already := beside.LoadOrStore(of, true); !already {
			of.Parallel()
		}
	}
}

// launch starts Debian's Chromium with an empty profile and no network of its own.
func launch(folder string) (*launcher.Launcher, error) {
	path := os.Getenv("CHROMIUM")
	if path == "" {
		path = "/usr/bin/chromium-headless-shell"
	}
	if _, err := os.Stat(path); err != nil {
		return nil, fmt.Errorf(
			"no browser at %s: install Debian's package chromium-headless-shell, or name another with CHROMIUM",
			path,
		)
	}
	start := launcher.New().Bin(path).UserDataDir(filepath.Join(folder, "profile")).Headless(true).
		Set("disable-gpu").Set("disable-quic").Set("no-first-run").Set("disable-background-networking").
		Set("disable-component-update").Set("disable-sync").Set("force-color-profile", "srgb").
		Set("font-render-hinting", "none").
		Set("hide-scrollbars").Set("ignore-certificate-errors").NoSandbox(os.Geteuid() == 0)
	address, err := start.Launch()
	if err != nil {
		return nil, fmt.Errorf("start the browser: %w", err)
	}
	browser = rod.New().ControlURL(address)
	return start, browser.Connect()
}

// server is a running program.
type server struct {
	url   string
	data  string
	env   []string // besides the usual
	flags []string // besides the usual, when it is started again
	cmd   *exec.Cmd
}

// serve starts the program on a free port and waits for its address.
func serve(t testing.TB, data string, words ...string) *server {
	t.Helper()
	return serveAt(t, "127.0.0.1:0", data, words...)
}

// serveAt starts it at an address.
func serveAt(t testing.TB, at, data string, words ...string) *server {
	t.Helper()
	s := &server{data: data}
	s.start(t, append(words, "--listen", at, "--data", data)...)
	return s
}

// start runs the program until it says where it is.
func (s *server) start(t testing.TB, args ...string) {
	t.Helper()
	first := s.cmd == nil
	s.cmd = exec.Command(binary, args...)
	s.cmd.Env = append(os.Environ(), s.env...)
	out, err := s.cmd.StdoutPipe()
	require.NoError(t, err)
	s.cmd.Stderr = os.Stderr
	require.NoError(t, s.cmd.Start())
	if first {
		t.Cleanup(s.kill) // after the tabs at it are cleared
	}
	lines := bufio.NewScanner(out)
	s.url = ""
	for s.url == "" && lines.Scan() {
		_, s.url, _ = strings.Cut(lines.Text(), "Therapeon is at ")
	}
	require.NotEmpty(t, s.url, "the program did not say its address")
	go func() {
		for lines.Scan() {
			continue
		}
	}()
}

func fresh(t testing.TB) *server {
	t.Helper()
	parallel(t)
	return serveAt(t, address(t), filepath.Join(t.TempDir(), "bench.sqlite"), "serve")
}

// demoServer serves the demo from a copy of its file.
func demoServer(t testing.TB) *server {
	t.Helper()
	return demoAt(t, filepath.Join(t.TempDir(), "demo.sqlite"))
}

// demoAt serves it from a place for the copy.
func demoAt(t testing.TB, data string) *server {
	t.Helper()
	parallel(t)
	content, err := os.ReadFile(demoFile)
	require.NoError(t, err)
	require.NoError(t, os.MkdirAll(filepath.Dir(data), 0o700))
	require.NoError(t, os.WriteFile(data, content, 0o600))
	return serveAt(t, address(t), data, "demo", "--keep")
}

// kill stops the program as a power cut would.
func (s *server) kill() {
	_ = s.cmd.Process.Kill()
	_ = s.cmd.Wait()
}

// again starts the program on the same address and data.
func (s *server) again(t *testing.T) {
	t.Helper()
	usual := []string{"serve", "--listen", strings.TrimPrefix(s.url, "http://"), "--data", s.data}
	s.start(t, append(usual, s.flags...)...)
}

// size is the size of a screen.
type size struct{ width, height int }

var (
	bench = size{1280, 800}
	phone = size{390, 844}
)

// page is a page in a context of its own; when its test fails, a picture of it
// is kept in artefacts/.
type page struct {
	*rod.Page
	t    testing.TB
	taps int // clicks, and fields gone to
}

func open(t testing.TB, url string, s size) *page {
	t.Helper()
	tab, back := tabFor(t)
	return openOn(t, tab, back, url, s)
}

func openIn(t testing.TB, context *rod.Browser, url string, s size) *page {
	t.Helper()
	return openOn(t, tabIn(t, context), func(bool) {}, url, s)
}

func openOn(t testing.TB, tab *rod.Page, back func(sound bool), url string, s size) *page {
	t.Helper()
	held, end := tab.WithCancel()
	p := &page{Page: held.Timeout(4 * time.Minute), t: t}
	t.Cleanup(func() {
		refused, err := p.Eval(refusals)
		if err == nil {
			assert.Empty(t, refused.Value.Arr(), "the policy of the page refused something")
		}
		if t.Failed() {
			p.keepPicture()
		}
		back(err == nil && !t.Failed())
		end()
	})
	require.NoError(t, p.SetViewport(&proto.EmulationSetDeviceMetricsOverride{
		Width: s.width, Height: s.height, DeviceScaleFactor: 1, Mobile: s.width < 600,
	}))
	go p.EachEvent(func(*proto.PageJavascriptDialogOpening) { // one goes on, whatever the page asks first
		_ = proto.PageHandleJavaScriptDialog{Accept: true}.Call(p)
	})()
	p.visit(url)
	return p
}

// atRest: what changes is noticed, not looked for.
const atRest = `() => new Promise((done) => {
	let timer;
	const again = () => {
		clearTimeout(timer);
		timer = setTimeout(() => { seen.disconnect(); requestAnimationFrame(() => done()); }, 150);
	};
	const seen = new MutationObserver(again);
	seen.observe(document.body, { subtree: true, childList: true, characterData: true });
	again();
})`

// What the page's own policy refuses is kept with the tab, over all its views.
const (
	noteRefused = `addEventListener("securitypolicyviolation", (e) => {
		const all = JSON.parse(sessionStorage.getItem("refused") ?? "[]");
		const it = [e.violatedDirective, e.blockedURI, e.sample].join(" ");
		sessionStorage.setItem("refused", JSON.stringify([...all, it]));
	})`
	refusals = `() => JSON.parse(sessionStorage.getItem("refused") ?? "[]")`
)

// Nobody looks: all is laid out and can be hit, but not painted on the screen, which would cost about a
// seventh of the browser's time.
const (
	unpainted = `
	{
		const nothing = new CSSStyleSheet();
		nothing.replaceSync("@media screen { :root { opacity: 0 } }");
		document.adoptedStyleSheets = [nothing];
	}`
	painted = `() => { document.adoptedStyleSheets = []; }`
)

// before is what runs before a page does. A benchmark times what is painted too.
func before(t testing.TB) string {
	if _, timed := t.(*testing.B); timed {
		return noteRefused
	}
	return noteRefused + unpainted
}

const (
	patience = 30 * time.Second
	glance   = 50 * time.Millisecond

	showing = `(css, words) => [...document.querySelectorAll(css)].find((e) =>
		(e.innerText ?? e.textContent).includes(words) || (e.ariaLabel ?? "").includes(words)) ?? null`
	shown = `(css) => [...document.querySelectorAll(css)].map((e) => e.innerText ?? e.textContent)`
)

// middle is where a finger would land on an element, once it holds still and
// nothing lies over it.
const middle = `async () => {
	const frame = () => new Promise(requestAnimationFrame);
	const at = () => {
		const b = this.getClientRects()[0];
		return b && [b.x + b.width / 2, b.y + b.height / 2];
	};
	this.scrollIntoView({ block: "center", behavior: "instant" });
	const before = at();
	await frame();
	await frame();
	if (!before || String(at()) !== String(before)) return null;
	const [x, y] = before;
	return this.contains(document.elementFromPoint(x, y)) ? [x, y] : null;
}`

// guarded is where an element's middle is at this moment. What of a press from there hits something else,
// because the page moved under it, is stopped.
const guarded = `() => {
	window.pressed?.abort();
	const guard = (window.pressed = new AbortController());
	window.tapped = false;
	const on = (e) => {
		const hit = this.contains(e.target);
		if (e.type === "click") {
			window.tapped = hit;
			guard.abort();
		}
		if (hit) return;
		e.stopImmediatePropagation();
		e.preventDefault();
	};
	for (const type of ["pointerdown", "mousedown", "pointerup", "mouseup", "click"]) {
		addEventListener(type, on, { capture: true, signal: guard.signal });
	}
	const b = this.getClientRects()[0];
	return b ? [b.x + b.width / 2, b.y + b.height / 2] : [];
}`
