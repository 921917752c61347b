package e2e

import (
	"encoding/json"
	"os"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
	"sync"
	"testing"

	"github.com/evanw/esbuild/pkg/api"
	"github.com/go-rod/rod"
	"github.com/go-rod/rod/lib/proto"
	"github.com/goccy/go-yaml"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// bundled is code of the page as one script that puts its exports on window.m.
func bundled(t *testing.T, of api.BuildOptions) string {
	t.Helper()
	of.Bundle, of.Format, of.GlobalName, of.Target = true, api.FormatIIFE, "m", api.ES2022
	of.JSX = api.JSXAutomatic
	of.Define = map[string]string{"process.env.NODE_ENV": `"production"`}
	of.Loader = map[string]api.Loader{".css": api.LoaderEmpty, ".module.css": api.LoaderEmpty}
	of.Plugins = append(of.Plugins, catalogues)
	built := api.Build(of)
	require.Empty(t, built.Errors)
	return string(built.OutputFiles[0].Contents) + ";window.m = m;"
}

// catalogues are the words of the page, with the places of each entry taken apart as the build does it. Plurals
// are left as they stand in the file: no module that is tested alone counts.
var catalogues = api.Plugin{Name: "words", Setup: func(b api.PluginBuild) {
	b.OnLoad(api.OnLoadOptions{Filter: `\.yaml$`}, func(at api.OnLoadArgs) (api.OnLoadResult, error) {
		words, compiled := map[string]string{}, map[string][]any{}
		raw, err := os.ReadFile(at.Path)
		if err == nil {
			err = yaml.Unmarshal(raw, &words)
		}
		if err != nil {
			return api.OnLoadResult{}, err
		}
		for key, said := range words {
			compiled[key] = tokens(said)
		}
		doc, err := json.Marshal(compiled)
		all := string(doc)
		return api.OnLoadResult{Contents: &all, Loader: api.LoaderJSON}, err
	})
}}

var placed = regexp.MustCompile(`\{(\w+)\}`)

// tokens are the texts of an entry and its places between them.
func tokens(said string) (all []any) {
	for at := placed.FindStringSubmatchIndex(said); at != nil; at = placed.FindStringSubmatchIndex(said) {
		all = append(all, said[:at[0]], []string{said[at[2]:at[3]]})
		said = said[at[1]:]
	}
	return append(all, said)
}

// blank answers every request of a tab with an empty page, so that modules have an
// origin, and with it a store, without any server.
func blank(t *testing.T, tab *rod.Page) {
	t.Helper()
	router := tab.HijackRequests()
	require.NoError(t, router.Add("*", "", func(h *rod.Hijack) {
		h.Response.SetHeader("Content-Type", "text/html").SetBody("<!doctype html><title>A module</title>")
	}))
	go router.Run()
	t.Cleanup(func() { _ = router.Stop() })
	require.NoError(t, tab.Navigate("http://module.test/"))
}

var modules struct {
	sync.Mutex
	scripts map[string]string
}

// scriptOf bundles it once for all tests.
func scriptOf(t *testing.T, name string, of api.BuildOptions) string {
	t.Helper()
	modules.Lock()
	defer modules.Unlock()
	if modules.scripts == nil {
		modules.scripts = map[string]string{}
	}
	if modules.scripts[name] == "" {
		modules.scripts[name] = bundled(t, of)
	}
	return modules.scripts[name]
}

// module opens a module of the page in the shared browser; or what is said to bundle, by a name.
func module(t *testing.T, name string, of ...api.BuildOptions) *rod.Page {
	t.Helper()
	parallel(t)
	if len(of) == 0 {
		path, err := filepath.Abs(filepath.Join("..", "web", "src", name))
		require.NoError(t, err)
		of = append(of, api.BuildOptions{EntryPoints: []string{path}})
	}
	script := scriptOf(t, name, of[0])
	context, err := browser.Incognito()
	require.NoError(t, err)
	t.Cleanup(func() { _ = context.Close() })
	tab, err := context.Page(proto.TargetCreateTarget{URL: "about:blank"})
	require.NoError(t, err)
	blank(t, tab)
	_, err = proto.RuntimeEvaluate{Expression: script}.Call(tab)
	require.NoError(t, err)
	return tab
}

// gives is what an expression over a module comes to, as JSON.
func gives[T any](t *testing.T, tab *rod.Page, js string) (v T) {
	t.Helper()
	answer, err := proto.RuntimeEvaluate{
		Expression:    "(async () => {" + js + "})()",
		AwaitPromise:  true,
		ReturnByValue: true,
	}.Call(tab)
	require.NoError(t, err)
	require.Nil(t, answer.ExceptionDetails, "%v", answer.ExceptionDetails)
	raw, err := json.Marshal(answer.Result.Value)
	require.NoError(t, err)
	require.NoError(t, json.Unmarshal(raw, &v), string(raw))
	return v
}

// bench is a desk over a server that keeps one text, answers when told to, and can be
// made to fail.
const deskKit = `
	const log = [];
	let gate = Promise.resolve();
	let fails;
	const server = { version: 1, text: "" };
	const keeping = (draft, who = "") => ({
		draft,
		entered: (s) => s.text,
		load: async () => ({ ...server }),
		save: async (seen, text) => {
			await gate;
			if (fails) throw fails;
			if (seen.version !== server.version) throw Object.assign(new Error("x"), {});
			server.version++;
			server.text = text;
			log.push(draft + who + ":" + text);
			return { ...server };
		},
	});
	const quiet = async () => { for (let i = 0; i < 20; i++) await new Promise((r) => setTimeout(r)); };
`

func TestADeskSavesEachEntryInTurnAndForgetsItsDraft(t *testing.T) {
	tab := module(t, "lib/desk.ts")
	got := gives[struct {
		Log   []string
		Is    string
		Draft *string
		Undo  string
		Redo  string
	}](t, tab, deskKit+`
		const desk = new m.Desk(server, keeping("one"));
		let open; gate = new Promise((r) => (open = r));
		desk.change(() => "a"); desk.change(() => "ab"); desk.change(() => "abc");
		const draft = JSON.parse(localStorage.getItem("one")).entered;
		open(); await quiet();
		const is = desk.snapshot().standing.is, left = localStorage.getItem("one");
		desk.undo(); await quiet(); const undo = server.text;
		desk.redo(); await quiet();
		return { log, is, draft: left, undo, redo: server.text };`)
	assert.Equal(t, []string{"one:a", "one:abc", "one:ab", "one:abc"}, got.Log,
		"one request after the other, the newest entry each time")
	assert.Equal(t, "saved", got.Is)
	assert.Nil(t, got.Draft, "what is answered needs no draft")
	assert.Equal(t, []string{"ab", "abc"}, []string{got.Undo, got.Redo})
}

func TestADeskTakesUpItsDraftAfterAReload(t *testing.T) {
	tab := module(t, "desk", deskAndRefusals(t))
	got := gives[struct {
		Entered, Kept, Stale, By string
		Sent                     []int
		Apart                    bool
	}](t, tab, deskKit+`
		localStorage.setItem("one", JSON.stringify({ version: 1, entered: "typed" }));
		const desk = new m.Desk({ ...server }, keeping("one"));
		const entered = desk.snapshot().entered;
		await quiet();
		localStorage.setItem("two", JSON.stringify({ version: 1, entered: "older" }));
		const sent = [];
		const refusing = { ...keeping("two"), save: async (seen) => {
			sent.push(seen.version);
			throw new m.Refused({ type: "urn:therapeon:conflict", title: "x", status: 409, by: ["Ben"], apart: true });
		} };
		const late = new m.Desk({ version: 7, text: "theirs" }, refusing);
		await quiet();
		const { is, by, apart } = late.snapshot().standing;
		return { entered, kept: server.text, stale: is, by: by[0], apart, sent };`)
	assert.Equal(t, "typed", got.Entered)
	assert.Equal(t, "typed", got.Kept, "it is saved at once")
	assert.Equal(t, []int{1}, got.Sent, "a draft of an older version is sent as one")
	assert.Equal(t, "conflict", got.Stale, "and not put over a newer one")
	assert.Equal(t, "Ben", got.By)
	assert.True(t, got.Apart)
}

// deskAndRefusals bundles the desk with what the program refuses by.
func deskAndRefusals(t *testing.T) api.BuildOptions {
	t.Helper()
	src, err := filepath.Abs(filepath.Join("..", "web", "src"))
	require.NoError(t, err)
	return api.BuildOptions{Stdin: &api.StdinOptions{ResolveDir: src, Contents: `
		export * from "./lib/desk"; export * from "./lib/outbox"; export * from "./lib/news"; export { Refused } from "./lib/api/client";
		export { client, ask } from "./lib/api/client"; export { inOrderOf } from "./features/bench/steady";
		export { QueryClient } from "@tanstack/react-query";`}}
}

// Both changes are kept by sending one's own once more; what was kept although its answer was lost is
// loaded, not lost.
func TestADeskKeepsBothAndWhatWasKeptAlready(t *testing.T) {
	tab := module(t, "desk", deskAndRefusals(t))
	got := gives[struct{ Both, Is, Again, Then string }](t, tab, deskKit+`
		let refuse;
		const desk = new m.Desk({ ...server }, { ...keeping("one"), save: async (seen, text, both) => {
			if (refuse && !both) throw new m.Refused(refuse);
			server.version++; server.text = both ? "theirs and " + text : text;
			return { ...server };
		} });
		refuse = { type: "urn:therapeon:conflict", title: "x", status: 409, apart: true };
		desk.change(() => "mine"); await quiet();
		await desk.settle("both"); await quiet();
		const both = desk.snapshot().entered, is = desk.snapshot().standing.is;
		refuse = { type: "urn:therapeon:sent", title: "x", status: 409 };
		server.version++; server.text = "sent";
		desk.change(() => "sent"); await quiet();
		return { both, is, again: desk.snapshot().standing.is, then: desk.snapshot().server.text };`)
	assert.Equal(t, "theirs and mine", got.Both)
	assert.Equal(t, "saved", got.Is)
	assert.Equal(t, "saved", got.Again)
	assert.Equal(t, "sent", got.Then)
}

// What is done while nothing answers is sent again under its name, in its order, and one by one.
func TestTheOutboxSendsInOrderAndUnderOneName(t *testing.T) {
	tab := module(t, "desk", deskAndRefusals(t))
	got := gives[struct {
		Order []string
		Names map[string]int
		Gone  *string
		Wrong string
	}](t, tab, `
		const order = [], names = {};
		let silent = 3;
		globalThis.fetch = async (request) => {
			const what = new URL(request.url).pathname;
			const name = request.headers.get("Therapeon-Once");
			(names[what] ??= new Set()).add(name);
			if (silent-- > 0) throw new TypeError("no answer");
			const refuse = (status, type) => new Response(JSON.stringify({ type, title: "x", status }),
				{ status, headers: { "Content-Type": "application/problem+json" } });
			if (what.endsWith("/2")) return refuse(409, "urn:therapeon:sent");
			if (what.endsWith("/3")) return refuse(422);
			order.push(what);
			return new Response("{}", { status: 200, headers: { "Content-Type": "application/json" } });
		};
		const post = (n) => m.client.POST("http://module.test/" + n, { body: {}, fetch: globalThis.fetch });
		const send = (n) => m.inOrder(() => m.ask(post(n)));
		const all = [send(1), send(2), send(3).then(() => "", (e) => e.problem.title), send(4)];
		const [, gone, wrong] = await Promise.all(all);
		return { order, gone: gone ?? null, wrong, names: Object.fromEntries(Object.entries(names).map(([k, v]) => [k, v.size])) };`)
	assert.Equal(t, []string{"/1", "/4"}, got.Order)
	assert.Equal(t, map[string]int{"/1": 1, "/2": 1, "/3": 1, "/4": 1}, got.Names, "each goes under one name, however often")
	assert.Nil(t, got.Gone, "what was kept the first time has no answer")
	assert.Equal(t, "x", got.Wrong, "what is refused holds nothing up")
}

// What is of a moment says of which, where it is sent long after.
func TestWhatIsSentLateIsToldSo(t *testing.T) {
	tab := module(t, "desk", deskAndRefusals(t))
	got := gives[[]bool](t, tab, `
		const told = [], now = Date.now;
		await m.inOrder(async (late) => {
			told.push(late);
			Date.now = () => now() + 120_000;
			if (told.length < 2) throw new m.Refused();
		});
		Date.now = now;
		return told;`)
	assert.Equal(t, []bool{false, true}, got)
}

// News reaches what it bears on, and nothing that ships with the program.
func TestNewsBearsOnWhatItSays(t *testing.T) {
	tab := module(t, "desk", deskAndRefusals(t))
	got := gives[map[string][]bool](t, tab, `
		const keys = [["plant", 1], ["plant", 2, "race"], ["plants", {}], ["reading", 9], ["settings"], ["timers"], ["knowledge", "roots"]];
		const on = (news) => keys.map((k) => m.bearsOn({ seq: 1, others: [], ...news }, k));
		return { plant: on({ plants: [1] }), house: on({ house: ["place"] }), timers: on({ house: ["timers"] }), all: on({ all: true }), nothing: on({}) };`)
	assert.Equal(t, map[string][]bool{
		"plant":   {true, false, true, true, false, false, false},
		"house":   {true, true, true, true, true, true, false},
		"timers":  {false, false, false, false, false, true, false},
		"all":     {true, true, true, true, true, true, false},
		"nothing": {false, false, false, false, false, false, false},
	}, got)
}

// Rows keep their places: what is new comes at the end, what is gone leaves no gap.
func TestRowsKeepTheirPlaces(t *testing.T) {
	tab := module(t, "desk", deskAndRefusals(t))
	got := gives[struct {
		Steady []int
		Moved  bool
		Same   bool
	}](t, tab, `
		const ids = (list) => list.map((id) => ({ id }));
		const now = m.inOrderOf(ids([9, 3, 1, 4]), [1, 2, 3, 4]);
		return { steady: now.list.map((one) => one.id), moved: now.moved, same: m.inOrderOf(ids([1, 3]), [1, 2, 3]).moved };`)
	assert.Equal(t, []int{1, 3, 4, 9}, got.Steady)
	assert.True(t, got.Moved)
	assert.False(t, got.Same)
}

func TestADeskKeepsWhatIsRefusedOrUnanswered(t *testing.T) {
	tab := module(t, "lib/desk.ts")
	got := gives[struct {
		Waiting, Draft, After string
		Done                  bool
	}](t, tab, deskKit+`
		const desk = new m.Desk(server, keeping("one"));
		fails = new Error("no answer");
		desk.change(() => "a"); await quiet();
		const waiting = desk.snapshot().standing.is, draft = JSON.parse(localStorage.getItem("one")).entered,
			done = desk.isDone();
		fails = undefined;
		await new Promise((r) => setTimeout(r, 700)); await quiet();
		return { waiting, draft, done, after: server.text };`)
	assert.Equal(t, "waiting", got.Waiting)
	assert.Equal(t, "a", got.Draft)
	assert.False(t, got.Done, "it keeps its desk until it is answered")
	assert.Equal(t, "a", got.After, "and is saved by itself")
}

// A change of the person saves as the new one; another entry is never taken over.
func TestADeskFollowsThePersonAndNotAnotherEntry(t *testing.T) {
	tab := module(t, "lib/desk.ts")
	got := gives[[]string](t, tab, deskKit+`
		const desk = new m.Desk(server, keeping("one", "/Ada"));
		desk.change(() => "a"); await quiet();
		desk.follow(keeping("one", "/Ben"));
		desk.change(() => "b"); await quiet();
		desk.follow(keeping("two", "/Ben"));
		desk.change(() => "c"); await quiet();
		return log;`)
	assert.Equal(t, []string{"one/Ada:a", "one/Ben:b", "one/Ben:c"}, got)
}

func TestDesksLeaveWhenTheyAreDone(t *testing.T) {
	tab := module(t, "lib/desk.ts")
	got := gives[struct {
		Idle, Busy int
		Same       bool
	}](t, tab, deskKit+`
		const first = m.lay({ ...server }, keeping("first"));
		fails = new Error("no answer"); first.change(() => "not answered"); await quiet();
		for (let i = 0; i < 40; i++) m.lay({ version: 1, text: "" }, keeping("d" + i));
		return { idle: m.laidNow(), busy: 1, same: m.lay({ ...server }, keeping("first")) === first };`)
	assert.LessOrEqual(t, got.Idle, 10)
	assert.True(t, got.Same, "one with entries on their way stays")
}

const fanKit = `
	const stretch = (state, from, to) => ({ state, from_mm: from, to_mm: to });
	const root = (id, length, count = 1, more = {}) => ({ id, count, ...more });
	const lay = (list, ...rest) => m.layOut(
		{ roots: list.map((r) => ({ id: r.id, count: r.count, depth: r.depth, growth: r.growth, segments: [] })) },
		{ roots: list.map((r) => ({ id: r.id, count: r.count, length_mm: r.mm, stretches: [stretch("live", 0,
			r.mm)], decision: {}, branches: r.branches })) }, ...rest);
`

// The fan draws lengths true, hangs each root from the base, and draws the same twice.
func TestTheFanIsTrueToItsLengths(t *testing.T) {
	tab := module(t, "draw/fan/layout.ts")
	got := gives[struct {
		Lengths         []float64
		Bases           []float64
		Same            bool
		Strands, Capped int
		Few             bool
		Order           []string
		Bottom          float64
	}](t, tab, fanKit+`
		const list = [{ id: "a", count: 3, mm: 80 }, { id: "b", count: 1, mm: 140, depth: "aerial" }, { id: "c",
			count: 2, mm: 35, depth: "core" }];
		const one = lay(list), two = lay(list);
		const far = (l) => l.points.reduce((n, p, i, all) => i ? n + Math.hypot(p.x - all[i - 1].x,
			p.y - all[i - 1].y) : 0, 0);
		const many = lay([{ id: "a", count: 400, mm: 80 }]);
		return {
			lengths: one.strands.map((s) => far(s.line)), bases: one.strands.map((s) => s.line.points[0].y),
				same: JSON.stringify(one) === JSON.stringify(two),
			strands: one.strands.length, capped: many.strands.length, few: many.few,
				order: one.strands.map((s) => s.id), bottom: lay([{ id: "a", count: 1, mm: 10 }], [], 1, 300).bottom,
		};`)
	require.Equal(t, 6, got.Strands)
	want := map[string]float64{"a": 80, "b": 140, "c": 35}
	for i, id := range got.Order {
		assert.InDelta(t, want[id], got.Lengths[i], 1e-6, "root %s as long as it is", id)
		assert.Zero(t, got.Bases[i])
	}
	assert.True(t, got.Same, "a drawing never jumps")
	assert.Equal(t, "b", got.Order[0], "the aerial root is outmost")
	assert.Equal(t, 3, got.Capped, "three of a batch of four hundred")
	assert.True(t, got.Few, "and it says so")
	assert.GreaterOrEqual(t, got.Bottom, 300.0, "two fans can share a scale")
}

func TestWordsOfRangesAndCodes(t *testing.T) {
	tab := module(t, "lib/words.ts")
	got := gives[map[string]string](t, tab, `return {
		one: m.ranged(0.4, 0.4, m.percent), two: m.ranged(0.2, 0.45, m.percent), word: m.wordOf([["bark-moss",
			"Bark and moss"]], "bark-moss"), unknown: m.wordOf([], "lava"),
		abreast: m.abreast(["7 mm", false, "", undefined, "growing"]), listed: m.listed(["Ben", "Cy", "Di"]),
		either: m.eitherOf(["A", "B"]), figure: m.figure(1234.56), fixed: m.fixed(1, 2), grade: m.gradeOf("fair", true),
	};`)
	assert.Equal(t, "7 mm, growing · Ben, Cy and Di · A or B · 1234.6 · 1.00 · Fair for its leaves",
		strings.Join([]string{got["abreast"], got["listed"], got["either"], got["figure"], got["fixed"], got["grade"]}, " · "))
	assert.Equal(t, "40 %", got["one"])
	assert.Contains(t, got["two"], "20")
	assert.Contains(t, got["two"], "45")
	assert.Equal(t, []string{"Bark and moss", "lava"}, []string{got["word"], got["unknown"]})
}

// Text stands out from what it lies on, by day and by night: WCAG 2.2, success criterion 1.4.3,
// 4.5 to 1 by the relative luminance it defines; lines that tell something, 1.4.11, 3 to 1.
func TestTheTokensHaveContrastByDayAndByNight(t *testing.T) {
	tab := module(t, "app/theme.ts")
	inks := []string{"ink", "faint", "green", "act", "umber", "water"}
	type pair struct {
		least   float64
		grounds []string
		on      []string
	}
	pairs := []pair{
		{4.5, []string{"paper", "raised"}, inks},
		{4.5, []string{"leaf"}, []string{"ink", "green"}}, // what is chosen
		{4.5, []string{"green"}, []string{"paper"}},       // the one thing to do
		{3, []string{"paper", "raised"}, []string{"doubt", "edge"}},
	}
	for light, night := range map[string]string{"day": "false", "night": "true"} {
		got := gives[map[string]string](t, tab, `
			m.apply(`+night+`);
			const at = document.documentElement.style;
			const names = [...at].filter((n) => n.startsWith("--"));
			return Object.fromEntries(names.map((n) => [n.slice(2), at.getPropertyValue(n)]));`)
		for _, p := range pairs {
			for _, ground := range p.grounds {
				for _, on := range p.on {
					assert.GreaterOrEqual(t, contrast(t, got[on], got[ground]), p.least,
						"%s on %s by %s", on, ground, light)
				}
			}
		}
		decor := []string{"hair", "silver"} // they part what is told otherwise
		for token := range got {
			told := slices.ContainsFunc(pairs, func(p pair) bool {
				return slices.Contains(p.grounds, token) || slices.Contains(p.on, token)
			})
			assert.True(t, told || slices.Contains(decor, token), "%s is of no pair", token)
		}
	}
}
