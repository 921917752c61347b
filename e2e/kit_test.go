package e2e

import (
	"path/filepath"
	"testing"
	"time"

	"github.com/evanw/esbuild/pkg/api"
	"github.com/go-rod/rod"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// kitPage shows parts of the page's kit, each with a state of its own, and notes what they pass on.
const kitPage = `
	import { createElement as h, useState } from "react";
	import { createRoot } from "react-dom/client";
	import { App } from "antd";
	import * as choice from "./ui/Choice";
	import * as day from "./ui/Day";
	import * as figure from "./ui/Figure";
	import * as mark from "./ui/Mark";
	const kit = { ...choice, ...day, ...figure, ...mark };
	export const passed = [];
	export function show(name, value, props) {
		const Held = () => {
			const [v, set] = useState(value);
			return h(App, null, h(kit[name], { label: "It", ...props, value: v, onChange: (to) => {
				passed.push(to ?? null);
				set(to);
			} }));
		};
		const box = document.body.appendChild(document.createElement("div"));
		createRoot(box).render(h(Held));
	}
`

// kit opens a part of the kit, alone on a page.
func kit(t *testing.T, show string) *page {
	t.Helper()
	src, err := filepath.Abs(filepath.Join("..", "web", "src"))
	require.NoError(t, err)
	tab := module(t, "kit", api.BuildOptions{
		Stdin: &api.StdinOptions{Contents: kitPage, ResolveDir: src, Loader: api.LoaderTSX},
	})
	gives[*string](t, tab, "m.show("+show+"); return null;")
	return &page{Page: tab, t: t}
}

// passedOn is what the part passed on so far.
func passedOn[T any](t *testing.T, tab *rod.Page) []T {
	t.Helper()
	return gives[[]T](t, tab, "return m.passed;")
}

// A day is written as people write days; ISO 8601 is one way among them.
func TestADayIsReadAsItIsWritten(t *testing.T) {
	tab := module(t, "lib/dates.ts")
	for written, want := range map[string]string{
		"2026-11-26": "2026-11-26", "26.11.2026": "2026-11-26", "26/11/2026": "2026-11-26", "26 11 2026": "2026-11-26",
		"26 Nov 2026": "2026-11-26", "26 november 2026": "2026-11-26", "6. Nov. 2026": "2026-11-06", " 2026-1-5 ": "2026-01-05",
		"2026-11": "2026-11", "11/2026": "2026-11", "Nov 2026": "2026-11", "november 2026": "2026-11", "2026": "2026",
		"29 Feb 2028": "2028-02-29", // a leap year
		// No day at all.
		"29 Feb 2026": "", "31.4.2026": "", "2026-13-01": "", "0 Nov 2026": "", "26 Nev 2026": "", "26 Novel 2026": "",
		"last spring": "", "26": "", "26 Nov": "", "": "", "1/1/26": "",
	} {
		assert.Equal(t, want, gives[string](t, tab, `return m.readDay("`+written+`") ?? "";`), written)
	}
	today := time.Now().Format(time.DateOnly)
	assert.Equal(t, today, gives[string](t, tab, `return m.readDay("Today");`))
	assert.Equal(t, "26 Nov 2026", gives[string](t, tab, `return m.day("2026-11-26");`))
	assert.Equal(t, "Nov 2026", gives[string](t, tab, `return m.day("2026-11");`))
	assert.Equal(t, "2026", gives[string](t, tab, `return m.day("2026");`))
}

func TestWhatIsNoDayIsSaid(t *testing.T) {
	tab := module(t, "lib/dates.ts")
	for name, x := range map[string]struct{ of, want string }{
		"none":            {`undefined, {}`, "This is not a day. Write 26 Nov 2026."},
		"a month alone":   {`"2026-05", {}`, "Say the day as well: 26 Nov 2026."},
		"a month will do": {`"2026-05", { part: true }`, ""},
		"long ago":        {`"1875-05-01", {}`, "This is too long ago: from 1950 on."},
		"to come":         {`"2999-01-01", {}`, "This day has not come yet."},
		"this year":       {`String(new Date().getFullYear()), { part: true }`, ""},
		"may come":        {`"2999-01-01", { future: true }`, ""},
	} {
		assert.Equal(t, x.want, gives[string](t, tab, `return m.wrongDay(`+x.of+`);`), name)
	}
}

func TestADayFieldTakesWhatIsADayAndSaysWhatIsNot(t *testing.T) {
	p := kit(t, `"Day", "2026-05-03", { label: "Arrived on" }`)
	assert.Equal(t, "3 May 2026", p.holds("Arrived on"))
	for _, written := range []string{"26.11.2025", "27 Nov 2025", "2025-11-28"} {
		p.fill("Arrived on", written)
	}
	p.fill("Arrived on", "31 Feb 2026")
	p.see(`[data-field="Arrived on"]`, "This is not a day.")
	assert.Equal(t, "31 Feb 2026", p.holds("Arrived on"), "what was typed stays to be mended")
	p.fill("Arrived on", "")
	assert.Equal(t, []string{"2025-11-26", "2025-11-27", "2025-11-28", ""}, passedOn[string](t, p.Page))
}

func TestAFigureTakesAPointOrACommaWithinItsLimits(t *testing.T) {
	p := kit(t, `"Figure", 4, { label: "Width", unit: "mm", min: 2, max: 40 }`)
	p.fill("Width", "7,5")
	p.fill("Width", "50")
	p.see(`[data-field="Width"]`, "Give a number from 2 to 40 mm.")
	p.fill("Width", "")
	assert.Equal(t, []*float64{new(7.5), nil}, passedOn[*float64](t, p.Page), "what does not fit is not passed on")
}

func TestOneOfAFewAndSeveral(t *testing.T) {
	one := kit(t, `"Choice", "b", { label: "One", options: [["a", "Ay"], ["b", "Bee"]] }`)
	one.tap(`[data-field="One"] label`, "Ay")
	assert.Equal(t, []string{"a"}, passedOn[string](t, one.Page))
	some := kit(t, `"Several", ["b"], { label: "Some", options: [["a", "Ay"], ["b", "Bee"]] }`)
	some.tap(`[data-field="Some"] label`, "Ay")
	some.tap(`[data-field="Some"] label`, "Bee")
	assert.Equal(t, [][]string{{"b", "a"}, {"a"}}, passedOn[[]string](t, some.Page))
}

// Where a whole list has one mark it is said once; where they differ, at each.
func TestAListSaysItsOneMarkOnce(t *testing.T) {
	const text = `{ value: "Feel it.", mark: "common practice" }, { value: "Weigh it.", mark: `
	same := kit(t, `"Listed", 0, { texts: [`+text+`"common practice" }] }`)
	same.see("li", "Weigh it.")
	assert.Len(t, same.MustElements("[data-mark]"), 1)
	other := kit(t, `"Listed", 0, { texts: [`+text+`"house rule" }] }`)
	other.see("li", "Weigh it.")
	assert.Len(t, other.MustElements("[data-mark]"), 2)
	few := kit(t, `"Listed", 0, { most: 1, texts: [`+text+`"house rule" }] }`)
	few.tap("button", "1 more")
	few.see("li", "Weigh it.")
}
