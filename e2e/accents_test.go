package e2e

import (
	"fmt"
	"os"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
	"testing"

	"github.com/go-rod/rod/lib/proto"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/language/pseudo"
)

// answered keeps what somebody typed: every text that the program answers with, but for its codes and for what it says
// itself, which is in brackets.
const answered = `window.answered = "";
window.heard = (v) => {
	if (typeof v === "string" && !/^[a-z0-9_./:#-]+$/.test(v)) window.answered += v + " ";
	else if (v && typeof v === "object") Object.values(v).forEach(window.heard);
};
const ask = window.fetch;
window.fetch = async (...of) => {
	const answer = await ask(...of);
	const doc = answer.url.includes("/api/") && answer.headers.get("Content-Type")?.includes("json");
	if (doc) window.heard(await answer.clone().json());
	return answer;
};`

// spoken are words that are the same in every language: names, units, keys, file formats; and what antd says by its own
// language pack (Show).
var spoken = regexp.MustCompile(`^(Therapeon|English|ppm|kPa|min|mol|CSV|PDF|Esc|Delete|Tab|Space|Enter|Shift|API|https?|GiB|MiB|UTC|CIE|` +
	`RSML|Show)$`)

var wordOf = regexp.MustCompile(`\p{L}{3,}`)

// bare lists the words of a view that stand outside the brackets and that nobody typed.
func (p *page) bare() (words []string) {
	p.t.Helper()
	said := p.MustEval(strings.Replace(told, "[aria-label]", ":not([aria-hidden] *)[aria-label]", 1)).Str()
	typed := p.MustEval(`async () => {
		for (const of of ["places", "devices", "people", "plants", "shelf"])
			window.heard(await (await fetch("/api/v1/" + of)).json());
		return window.answered;
	}`).Str()
	depth := 0
	var b strings.Builder
	for _, r := range said {
		switch {
		case r == '[':
			depth++
		case r == ']':
			depth = max(0, depth-1)
		case depth == 0:
			b.WriteRune(r)
		}
	}
	outside := strings.ReplaceAll(b.String(), "\n", " ⏎ ")
	for _, at := range wordOf.FindAllStringIndex(outside, -1) {
		w := outside[at[0]:at[1]]
		if !spoken.MatchString(w) && !strings.Contains(typed, w) {
			words = append(words, strings.ToValidUTF8(outside[max(0, at[0]-20):min(len(outside), at[1]+20)], ""))
		}
	}
	slices.Sort(words)
	return slices.Compact(words)
}

// Every view in a language of accents, a third longer: no word of it is bare English, and nothing runs off the side,
// on a phone, at the bench, and with letters twice as large.
func TestEveryViewInAnotherLanguage(t *testing.T) {
	parallel(t)
	all := slices.Concat(views, moreViews)
	for g := range groups {
		t.Run(fmt.Sprint("lot ", g+1), func(t *testing.T) {
			file := filepath.Join(t.TempDir(), "demo.sqlite")
			content, err := os.ReadFile(demoFile)
			require.NoError(t, err)
			require.NoError(t, os.WriteFile(file, content, 0o600))
			s := serve(t, file, "serve", "--accents")
			p := open(t, "about:blank", bench)
			p.MustEvalOnNewDocument(answered)
			require.NoError(t, p.SetCookies([]*proto.NetworkCookieParam{
				{Name: "language", Value: pseudo.Tag, URL: s.url},
			}))
			for i := g; i < len(all); i += groups {
				v := all[i]
				if v.name == "contract" { // for machines, in English
					continue
				}
				p.sized(bench, 1)
				p.visit(s.url + v.path(p.t, s))
				p.see(v.css, "")
				p.still()
				p.MustEval(unfoldAll)
				p.still()
				assert.Empty(t, p.bare(), "%s: bare English", v.name)
				// Where a thumb hits a mark reaches further than the mark, and is seen by nobody.
				p.MustEval(`() => document.querySelectorAll(".mark-reach").forEach((e) => e.remove())`)
				for _, at := range []size{bench, phone, {640, 400}} {
					p.sized(at, 1)
					p.still()
					p.fits(at.width)
				}
			}
		})
	}
}
