package e2e

import (
	"fmt"
	"sync"
	"testing"

	"github.com/stretchr/testify/require"
)

// Two people change how the house does things: the second is told what differs, loses
// nothing, and the lists follow while both go on.
func TestTwoChangeHowTheHouseDoesThings(t *testing.T) {
	s := fresh(t)
	var all sync.WaitGroup
	for n := range 300 {
		all.Go(func() { s.send(t, "POST", "/api/v1/plants", fmt.Sprintf(`{"tag":"Pot %d","group":"cattleya"}`, n)) })
	}
	all.Wait()
	soft := `{"version":1,"read_on":"2026-01-05","reading":{"roots":[{"id":"a","count":9,"segments":[{"length_mm":60,"feel":"hollow"}]}]}}`
	s.send(t, "POST", "/api/v1/plants/1/readings", `{"read_on":"2026-01-05"}`)
	s.send(t, "PUT", "/api/v1/readings/1", soft)

	p := open(t, s.url+"/settings", bench)
	other := open(t, s.url+"/settings", phone)
	other.see("[data-part='house']", "North")
	other.offline(true) // else it would show at once what the first changes
	p.tap(`[data-field="Hemisphere"] label`, "South")
	p.see(`[data-field="Hemisphere"] label:has(input:checked)`, "South")
	other.tap(`[data-field^="Dead"] label:not(:has(input:checked))`, "")
	other.offline(false)
	other.see("[data-part='house'] [data-notice='trouble']", "was changed elsewhere")
	other.see("[data-part='house'] [data-notice='trouble'] li", "Hemisphere")
	other.see(`[data-field="Hemisphere"] label:has(input:checked)`, "South")
	p.offline(true)
	other.tap(`[data-field^="Dead"] label:not(:has(input:checked))`, "")
	other.see(".settings-judging", "of 300 plants. Plants’ own pages")
	other.gone("[data-part='house'] [data-notice='trouble']", "")
	other.gone(".settings-judging", "of 300 plants")

	// The first one's page is behind now: it is told what each of the two changed.
	p.tap(`[data-field="Hemisphere"] label`, "North")
	p.offline(false)
	p.see("[data-part='house'] [data-notice='trouble'] li", "all off, there.")
	p.see("[data-part='house'] [data-notice='trouble'] li", "Hemisphere: north, here.")
	p.see(`[data-field^="Dead"] label:has(input:checked)`, "All off")
	p.tap(`[data-field="Hemisphere"] label`, "North")
	p.see(`[data-field="Hemisphere"] label:has(input:checked)`, "North")

	// Who is at the bench meanwhile is told that its lines follow.
	p.tap(".app-top a", "Bench")
	p.see(".bench-list", "Pot ")
	p.gone("[data-part='bench']", "up to date.")
	p.MustEval(`() => {
		const says = () => (window.said ||= document.body.textContent.includes("Plants’ own pages are up to date."));
		new MutationObserver(says).observe(document.body, { subtree: true, childList: true, characterData: true });
	}`)
	other.tap(`[data-field^="Dead"] label:not(:has(input:checked))`, "")
	require.Eventually(t, func() bool { return p.MustEval(`() => !!window.said`).Bool() }, patience, glance)
	p.gone("[data-part='bench']", "up to date.")
}
