package e2e

import (
	"fmt"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"

	"therapeon/core/acts"
	"therapeon/core/knowledge"
)

// toldOn are the instructions of a plant's page, each with its act, its moment and its words; without what would
// be said if something were otherwise.
const toldOn = `() => {
	const skip = ".plant-flips, [data-part='until'], [data-part='flips']";
	return [...document.querySelectorAll("main.plant [data-sense='instruction']")].filter((e) => !e.closest(skip)).
		map((e) => [e.dataset.act ?? "", e.dataset.when ?? "", e.textContent].join("|"));
}`

// actOf reads an act as the page writes it: its name, its object if it has one, its degree if it has one.
func actOf(written string) acts.Act {
	parts := strings.Fields(written)
	if len(parts) == 0 {
		return acts.Act{}
	}
	a := acts.Act{Act: parts[0]}
	for _, row := range acts.Table() {
		of := func(group knowledge.Codes) bool { return group.Has(parts[len(parts)-1]) }
		if row.Act == a.Act && len(parts) > 1 && slices.ContainsFunc(row.Groups, of) {
			a.Degree, parts = parts[len(parts)-1], parts[:len(parts)-1]
		}
	}
	switch {
	case len(parts) == 2 && parts[1] == "now":
		a.Degree = parts[1]
	case len(parts) > 1:
		a.Object = strings.Join(parts[1:], " ")
	}
	return a
}

// Three plants through all their pages: no page tells a degree of an act that another contradicts, and what must
// not be told is told on none.
func TestNoPageTellsAPlantTwoThings(t *testing.T) {
	parallel(t)
	for name, x := range map[string]struct {
		plant, noted string
		tells, never acts.Act
	}{
		"at rest, thirsty and dry": {
			`{"tag":"One","group":"cattleya","leaf_count":5,"bulb_count":6,"old_medium":"bark","pot":"clay","last_repotted":"2024"}`,
			`{"findings":{"bulbs-shrivelled":"present","pot-light":"present","stays-wet":"absent"},"growth":"resting"}`,
			acts.WaterLittle, acts.Water,
		},
		"rot that runs, thirsty and dry": {
			`{"tag":"One","group":"phalaenopsis","leaf_count":5,"old_medium":"bark","pot":"clear","last_repotted":"2024"}`,
			`{"findings":{"black-edge":"present","leaves-limp":"present","pot-light":"present"}}`,
			acts.Apart, acts.Water,
		},
		"mites on a tight pot": {
			`{"tag":"One","group":"cattleya","leaf_count":6,"bulb_count":6,"old_medium":"bark","pot":"clay","last_repotted":"2022"}`,
			`{"findings":{"moving-specks":"present","webs":"present","stippled":"present","pot-bound":"present"}}`,
			acts.Treat, acts.Unpot,
		},
	} {
		t.Run(name, func(t *testing.T) {
			s := fresh(t)
			s.reported(t, x.plant, x.noted)
			p := open(t, s.url, bench)
			p.see(".bench-next", "")
			var all []acts.Act
			words := map[acts.Act]string{}
			for _, page := range pagesOfAPlant {
				p.jump("/plants/1/" + page)
				p.still()
				for _, said := range p.MustEval(toldOn).Arr() {
					act, rest, _ := strings.Cut(said.Str(), "|")
					when, text, _ := strings.Cut(rest, "|")
					is, _, _ := strings.Cut(when, " ")
					if a := actOf(act); !slices.Contains([]string{"once", "not-now", "no"}, is) {
						all, words[a] = append(all, a), fmt.Sprintf("/%s “%s”", page, text)
					}
				}
			}
			assert.True(t, x.tells.Among(all), "%s is told nowhere: %v", x.tells, words)
			assert.NotContains(t, all, x.never, words[x.never])
			for i, a := range all {
				for _, b := range all[i+1:] {
					assert.False(t, a.Against(b), "%s against %s", words[a], words[b])
				}
			}
		})
	}
}

// Mites in the new home: the next round stands on the plant's page, in its aftercare, in Today and on the sheet for
// an absence. Done in Today it is done in its treatment.
func TestARoundOfTreatmentIsOnEveryPage(t *testing.T) {
	s := fresh(t)
	s.send(t, "POST", "/api/v1/places", `{"name":"Sill","low_c":20,"high_c":27,"humidity_percent":55}`)
	s.send(t, "POST", "/api/v1/plants", `{"tag":"One","group":"cattleya","leaf_count":6,"bulb_count":6,"old_medium":"bark","place_id":1}`)
	s.send(t, "POST", "/api/v1/plants/1/homes", `{"route":"bark","from_on":"`+ago(12)+`"}`)
	s.send(t, "POST", "/api/v1/plants/1/courses", `{"pest":"spider-mites","rounds":["`+ago(12)+`"]}`)
	p := open(t, s.url+"/plants/1", phone)
	p.see("[data-part='advice'] .said-headline", "Treat it again, the next round.")
	p.jump("/plants/1/aftercare")
	p.see("main.plant", "Spider mites, round 2")
	p.see("main.plant", "label of the product")
	p.jump("/")
	p.tap(item(1, "round")+" input", "")
	p.see(item(1, "round")+" .job-said", "Done")
	p.still()
	p.jump("/plants/1/cleaning/pests")
	p.see("main.plant", "Round 3")
	p.jump("/plants/1")
	p.gone("[data-part='advice'] .said-headline", "Treat it again")
}

// Closed as recovered though its stage says otherwise: asked once. Off the bench its page says how it left, and
// advises nothing.
func TestWhatIsClosedIsAdvisedNothing(t *testing.T) {
	s := fresh(t)
	s.send(t, "POST", "/api/v1/plants", `{"tag":"One","group":"cattleya","leaf_count":6,"old_medium":"bark"}`)
	s.send(t, "POST", "/api/v1/plants/1/homes", `{"route":"bark","from_on":"`+ago(12)+`"}`)
	p := open(t, s.url+"/plants/1/progress", bench)
	p.tap("#close summary, #close .ant-collapse-header", "Close it")
	p.tap("#close label", "Recovered")
	p.tap("#close button", "Close it")
	p.see("main.plant", "Close it as recovered all the same?")
	p.tap("label", "It is recovered all the same")
	p.tap("#close button", "Close it")
	p.see("[data-part='closed']", "Recovered.")
	p.jump("/plants/1")
	p.see("[data-part='ended']", "Recovered.")
	p.gone("[data-part='advice']", "")
	p.gone("main.plant", "May I")
}
