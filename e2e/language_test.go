package e2e

import (
	"path/filepath"
	"testing"

	"github.com/evanw/esbuild/pkg/api"
	"github.com/stretchr/testify/assert"
)

// With one language there is nothing to choose. With two, a choice at the screen holds over a reload, and the
// house's holds for whoever has not chosen.
func TestALanguageIsChosen(t *testing.T) {
	one := fresh(t)
	p := open(t, one.url+"/settings", bench)
	p.see("[data-part='house'] h1", "Settings")
	p.see("[data-part='house']", "Hemisphere")
	assert.Empty(t, p.MustElements("[data-field^='Language']"))

	two := serve(t, filepath.Join(t.TempDir(), "bench.sqlite"), "serve", "--accents")
	two.send(t, "POST", "/api/v1/plants", `{"tag":"B-07","group":"phalaenopsis"}`)
	p = open(t, two.url+"/plants/1/look", bench)
	p.see("[data-part='plant-head'] h1", "B-07")
	p.see("[data-part='look'] .said-headline", "Look")

	p.visit(two.url + "/settings")
	p.choose("[data-field='Language at this screen'] ", "[Éñğłíšĥ~~]")
	p.visit(two.url + "/plants/1/look")
	p.see("[data-part='look'] .said-headline", "[Łóóķ")
	p.visit(two.url + "/settings")
	p.see("[data-part='house'] h1", "[Šéţţíñğš")
	p.choose("[data-field^='[Łáñğúáğé áţ'] ", "English")
	p.visit(two.url + "/plants/1/look")
	p.see("[data-part='look'] .said-headline", "Look")

	p.visit(two.url + "/settings")
	p.choose("[data-field='Language at this screen'] ", "As the house")
	p.choose("[data-field='Language of the house'] ", "[Éñğłíšĥ~~]")
	p.visit(two.url + "/plants/1/look")
	p.see("[data-part='look'] .said-headline", "[Łóóķ")
}

// The page counts by the plural rules of its language. By CLDR 2 is few in Polish, 5 and 21 are many; in English
// all but 1 are other.
func TestThePageCountsByItsLanguage(t *testing.T) {
	polish := `{ tag: "pl", rooms: { today: { days: [["n", "plural", {
		one: ["#", " dzień"], few: ["#", " dni, few"], many: ["#", " dni, many"], other: ["#", " dnia"] }]] } } }`
	for _, x := range []struct {
		other string
		want  []string
	}{
		{polish, []string{"0 dni, many", "1 dzień", "2 dni, few", "5 dni, many", "21 dni, many"}},
		{"undefined", []string{"0 days", "1 day", "2 days", "5 days", "21 days"}},
	} {
		tab := module(t, "counted "+x.other, api.BuildOptions{Stdin: &api.StdinOptions{
			ResolveDir: filepath.Join("..", "web", "src", "lib"),
			Contents: `globalThis.otherWords = ` + x.other + `;
				export const said = import("./tell").then(({ room }) => {
					const { tell } = room("today", { days: [["n", "plural", { one: ["#", " day"], other: ["#", " days"] }]] });
					return [0, 1, 2, 5, 21].map((n) => tell("days", { n }));
				});`,
		}})
		assert.Equal(t, x.want, gives[[]string](t, tab, `return m.said;`), x.other)
	}
}
