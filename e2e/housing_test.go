package e2e

import (
	"fmt"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// rootedPlant is on the bench, out of its pot, with so many firm roots of a length read.
func rootedPlant(t *testing.T, s *server, intake string, count, mm int) {
	t.Helper()
	today := time.Now().Format(time.DateOnly)
	s.send(t, "POST", "/api/v1/plants", intake)
	s.send(t, "POST", "/api/v1/plants/1/readings", `{"read_on":"`+today+`"}`)
	s.send(t, "PUT", "/api/v1/readings/1", fmt.Sprintf(
		`{"version":1,"read_on":%q,"reading":{"roots":[{"id":"a","count":%d,"segments":[{"length_mm":%d,"feel":"firm"}]}]}}`,
		today, count, mm))
}

// labels are what the section says beside the pot.
func (p *page) labels() string {
	p.t.Helper()
	const js = `() => [...document.querySelectorAll("[data-labels] text")].map((e) => e.textContent).join("; ")`
	return p.MustEval(js).Str()
}

// A slipper goes into pebbles with a reservoir, tips or not: the pot as deep as its roots, the
// water below them, and where they start in the damp. A measured dry line goes before the table.
func TestASlipperIntoMineralWithAReservoir(t *testing.T) {
	s := fresh(t)
	rootedPlant(t, s, `{"tag":"Brown roots","group":"slipper","leaf_count":6,"pot":"none","old_medium":"mineral"}`, 8, 140)
	p := open(t, s.url+"/plants/1/rehome/pot", bench)
	p.see(".rehome-house .said-headline", "Inorganic with reservoir: a pot of ") // what it grew in, and did not fail
	p.see("[data-part='pot-form'] li", "does not coil: it is housed whole")
	p.see("[data-part='pot-form'] li", "A reservoir from the first day")
	p.see(".rehome-fits", "This pot fits its living roots.")
	p.see("[data-part='placement'] li", "has to lie in the damp")
	shown := p.labels()
	assert.Contains(t, shown, "base 13 mm lower")
	assert.Contains(t, shown, "damp to ")
	assert.Contains(t, shown, "water to 15 mm")

	p.fill("Damp begins under the rim", "40")
	p.see("[data-labels] text", "measured")
	p.fill("Its root ball hangs", "90")
	p.see("[data-part='pot-form'] li", "90 mm as measured")
	p.see(".rehome-house", "Saved")
	p.MustReload().MustWaitLoad()
	p.see("[data-labels] text", "measured")
	p.see("[data-part='pot-form'] li", "90 mm as measured")
	p.fitsBoth()

	p.visit(s.url + "/plants/1/rehome/jobs")
	p.see(`[data-job="dry-line"]`, "Find the damp")
	p.see(`[data-job="reuse"]`, "boiled or baked")
	require.NotContains(t, strings.Join(codesOf(p), " "), "empty", "its reservoir is filled at once")
}
