package e2e

import (
	"path/filepath"
	"testing"

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
