package e2e

import (
	"fmt"
	"regexp"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"

	"therapeon/core/acts"
	"therapeon/core/knowledge"
)

// toldOn are the instructions of a page, each with its act, its moment and its words; without what would be said if
// something were otherwise, and what is said of all plants.
const toldOn = `() => {
	const skip = ".plant-flips, [data-part='until'], [data-part='flips'], [data-part='never']";
	return [...document.querySelectorAll("main [data-sense='instruction']")].filter((e) => !e.closest(skip)).
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

// everyPage are all pages that a plant is on.
func everyPage() (all []string) {
	for _, page := range slices.Concat(pagesOfAPlant, []string{"aftercare", "cleaning/pests", "history"}) {
		all = append(all, "/plants/1/"+page)
	}
	return append(all, "/", "/bench", "/today/evening", "/today/away?from="+ago(-3)+"&until="+ago(-16))
}

// Plants read on every page as a user would: their one advice stands on each of their own, no page tells a degree of
// an act that another contradicts, and what must not be told is told on none, nor in print.
func TestEveryPageTellsOfAPlantTheSame(t *testing.T) {
	parallel(t)
	for name, x := range map[string]struct {
		plant, noted string
		then         [][2]string // what is noted since: where, and what
		advice       string
		act          string
		never        acts.Act
		words        *regexp.Regexp // never said
	}{
		"rot that runs, thirsty and dry": {
			`{"tag":"One","group":"phalaenopsis","leaf_count":5,"old_medium":"bark","pot":"clear","last_repotted":"2024"}`,
			`{"findings":{"black-edge":"present","leaves-limp":"present","pot-light":"present"}}`, nil,
			"Unpot it now.", "unpot now", acts.Water, regexp.MustCompile(`Leave it\.|Water it fully|Wait `),
		},
		"mites on a tight pot": {
			`{"tag":"One","group":"cattleya","leaf_count":6,"bulb_count":6,"old_medium":"bark","pot":"clay","last_repotted":"2022"}`,
			`{"findings":{"moving-specks":"present","webs":"present","stippled":"present","pot-bound":"present"}}`, nil,
			"Treat it today, where it stands.", "treat now", acts.Unpot, regexp.MustCompile(`Unpot it now|Leave it\.`),
		},
		"in its nest, dark and wet": {
			`{"tag":"One","group":"cattleya","leaf_count":5,"bulb_count":5,"old_medium":"bark","pot":"none"}`,
			`{"findings":{"leaves-limp":"absent"},"unpotted":true}`, [][2]string{
				{"/holding", `{"method":"nest","from":"` + ago(24) + `"}`},
				{"/checkins", `{"on":"` + ago(11) + `","noted":{"moss":"wet"}}`},
				{"/checkins", `{"on":"` + ago(0) + `","noted":{"moss":"wet"}}`},
			},
			"Take it out and hold it bare and humid.", "home hold", acts.Pot, regexp.MustCompile(`Leave it\.|at one side`),
		},
	} {
		t.Run(name, func(t *testing.T) {
			s := fresh(t)
			s.reported(t, x.plant, x.noted)
			for _, note := range x.then {
				s.send(t, "POST", "/api/v1/plants/1"+note[0], note[1])
			}
			p := open(t, s.url, bench)
			p.see(".bench-next", x.advice)
			var all []acts.Act
			words := map[acts.Act]string{}
			for _, page := range everyPage() {
				p.jump(page)
				p.still()
				if strings.HasPrefix(page, "/plants/") {
					act := fmt.Sprintf("[data-sense='instruction'][data-act=%q]", x.act)
					p.see(".said-headline "+act+", .plant-advice "+act, x.advice)
				} else if !strings.HasPrefix(page, "/today/") {
					p.see("main", "One")
				}
				for _, said := range p.MustEval(toldOn).Arr() {
					act, rest, _ := strings.Cut(said.Str(), "|")
					when, text, _ := strings.Cut(rest, "|")
					is, _, _ := strings.Cut(when, " ")
					if a := actOf(act); !slices.Contains([]string{"once", "not-now", "no"}, is) {
						all, words[a] = append(all, a), fmt.Sprintf("%s “%s”", page, text)
						assert.NotRegexp(t, x.words, text, page)
					}
				}
				if page == "/" || strings.HasPrefix(page, "/today/away") || page == "/plants/1/history" {
					assert.NotRegexp(t, x.words, p.printed(), page)
				}
			}
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
