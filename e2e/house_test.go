package e2e

import (
	"fmt"
	"sync"
	"testing"
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

	p := open(t, s.url+"/house", bench)
	other := open(t, s.url+"/house", phone)
	other.see(".house", "North")
	p.tap(`[data-field="Hemisphere"] label`, "South")
	p.see(`[data-field="Hemisphere"] [data-on]`, "South")
	other.tap(`[data-field^="Dead"] label:not([data-on])`, "")
	other.see(".house .trouble", "was changed elsewhere")
	other.see(".house .trouble li", "Hemisphere")
	other.see(`[data-field="Hemisphere"] [data-on]`, "South")
	other.tap(`[data-field^="Dead"] label:not([data-on])`, "")
	other.see(".house-judging", "of 300 plants. Plants’ own pages")
	other.gone(".house .trouble", "")
	other.gone(".house-judging", "of 300 plants")

	// The first one's page is behind now: it is told what each of the two changed.
	p.tap(`[data-field="Hemisphere"] label`, "North")
	p.see(".house .trouble li", "all off, there.")
	p.see(".house .trouble li", "Hemisphere: north, here.")
	p.see(`[data-field^="Dead"] [data-on]`, "All off")
	p.tap(`[data-field="Hemisphere"] label`, "North")
	p.see(`[data-field="Hemisphere"] [data-on]`, "North")
	p.tap(".top a", "Bench")
	p.see(".bench", "Plants’ own pages are up to date.")
	p.see(".bench", "Pot 2")
	p.gone(".bench", "up to date.")
}
