package api

import (
	"fmt"
	"io"
	"net/http"
	"strings"
	"testing"

	"therapeon/api/wire"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func under(v any, path ...string) any {
	for _, name := range path {
		m, _ := v.(map[string]any)
		v = m[name]
	}
	return v
}

func listAt(v any, path ...string) []any {
	l, _ := under(v, path...).([]any)
	return l
}

const bare = `"group":"phalaenopsis","leaf_count":8,"night_c":21,"day_c":21,"humidity_percent":50,"runs":200`

func TestBadInputOnTheWayHomeIsAnsweredClearly(t *testing.T) {
	x := start(t)
	_, p, _ := x.send("POST", "/api/v1/plants", `{"tag":"x","group":"cattleya","leaf_count":4}`)
	at := fmt.Sprintf("/api/v1/plants/%v", p["id"])
	for _, c := range []struct{ method, path, body, field string }{
		{"POST", "/api/v1/compute/race", `{"group":"vanda","night_c":21,"day_c":21}`, "leaf_count"},
		{"POST", "/api/v1/compute/race", `{` + strings.Replace(bare, `"day_c":21`, `"day_c":10`, 1) + `}`, "night_c"},
		{"POST", "/api/v1/compute/race", `{` + bare + `,"holding":"drawer"}`, "holding"},
		{"POST", "/api/v1/compute/race", `{` + bare + `,"assumed":{"uptake":99}}`, "assumed.uptake"},
		{"POST", "/api/v1/compute/race", `{` + bare + `,"weighings":[{"days_ago":0,"grams":184},{"days_ago":7,"grams":197}]}`, "weighings[1].days_ago"},
		{"POST", "/api/v1/compute/pot", `{"group":"vanda","live_root_ml":5,"longest_mm":5,"pot":{"shape":"round","top_mm":90,"bottom_mm":140,"height_mm":100}}`, "pot.bottom_mm"},
		{"POST", "/api/v1/compute/pot", `{"group":"vanda","live_root_ml":5,"longest_mm":5,"component":"tar"}`, "component"},
		{"POST", "/api/v1/compute/mix", `{"parts":[{"component":"perlite","parts":0}]}`, "parts"},
		{"POST", "/api/v1/compute/mix", `{"parts":[]}`, "parts"},
		{"POST", "/api/v1/compute/mix", `{"parts":[{"component":"tar","parts":1}]}`, "parts[0].component"},
		{"POST", "/api/v1/compute/section", `{"group":"vanda","live_root_ml":5,"longest_mm":5,"parts":[{"component":"perlite","parts":1}],"pot":{"shape":"bowl","top_mm":90,"height_mm":80}}`, "pot.height_mm"},
		{"POST", "/api/v1/compute/weigh-fit", `{}`, "bare"},
		{"POST", at + "/holding", `{"method":"drawer"}`, "method"},
		{"PUT", at + "/home", `{"version":0,"plan":{"pot":{"shape":"round","top_mm":90,"bottom_mm":140,"height_mm":100}}}`, "plan.pot.bottom_mm"},
		{"POST", at + "/homes", `{"route":"volcano"}`, "route"},
		{"PUT", at + "/home/jobs", `{"job":"mix","state":"done"}`, "job"},
		{"POST", "/api/v1/scales/readings", `{"scale":"","grams":1,"stable":true}`, "scale"},
		{"POST", "/api/v1/scales/tare", `{"scale":"attic"}`, "scale"},
		{"POST", "/api/v1/media/recipes", `{"name":"x","parts":[{"component":"perlite","parts":0}]}`, "parts"},
		{"PUT", "/api/v1/media/components/perlite", `{"version":0,"test":{"volume_ml":500,"drained_ml":600}}`, "test.drained_ml"},
	} {
		doc := x.refused(http.StatusUnprocessableEntity, c.method, c.path, c.body)
		faults := listAt(doc, "faults")
		require.NotEmpty(t, faults, c.body)
		assert.Equal(t, c.field, under(faults[0], "field"), c.body)
		assert.NotEmpty(t, under(faults[0], "words"), c.body)
		assert.NotEmpty(t, under(faults[0], "limit"), c.body)
	}
	x.refused(http.StatusNotFound, "GET", "/api/v1/plants/99/home", "")
	x.refused(http.StatusNotFound, "POST", "/api/v1/places/99/readings", `{"at":"2026-01-01T00:00:00Z","celsius":20}`)
	x.refused(http.StatusUnprocessableEntity, "GET", "/api/v1/labels?plants=one", "")
	x.refused(http.StatusUnprocessableEntity, "GET", "/api/v1/labels?plants="+strings.Repeat("1,", 48)+"1", "")
	x.refused(http.StatusUnprocessableEntity, "GET", "/api/v1/labels?plants=1&skip=40", "")
	x.refused(http.StatusUnprocessableEntity, "GET", "/api/v1/labels?plants=1&origin=javascript:alert(1)", "")
	x.refused(http.StatusNotFound, "GET", "/api/v1/labels?plants=99", "")
}

func TestPapersComeAsPDF(t *testing.T) {
	x := start(t)
	_, p, _ := x.send("POST", "/api/v1/plants", `{"tag":"Ärger / 7","group":"cattleya","leaf_count":4}`)
	for _, path := range []string{"/api/v1/labels?plants=1", "/api/v1/labels?plants=1&sheet=true&skip=2", fmt.Sprintf("/api/v1/plants/%v/sheet", p["id"])} {
		answer, err := http.Get(x.url + path)
		require.NoError(t, err)
		body, err := io.ReadAll(answer.Body)
		require.NoError(t, err)
		require.NoError(t, answer.Body.Close())
		assert.Equal(t, http.StatusOK, answer.StatusCode, string(body[:min(80, len(body))]))
		assert.Equal(t, "application/pdf", answer.Header.Get("Content-Type"))
		assert.Equal(t, "nosniff", answer.Header.Get("X-Content-Type-Options"))
		assert.True(t, strings.HasPrefix(string(body), "%PDF-"))
	}
	assert.Equal(t, "rger-7.pdf", wire.FileName("Ärger / 7", ".pdf"))
	assert.Equal(t, "plant.pdf", wire.FileName("Ёлка", ".pdf"))
}

// What leads a plant home says of each word and figure where it is from.
func TestTheWayHomeCarriesItsMarks(t *testing.T) {
	x := start(t)
	_, p, _ := x.send("POST", "/api/v1/plants", `{"tag":"x","group":"cattleya","leaf_count":4,"old_medium":"bark"}`)
	at := fmt.Sprintf("/api/v1/plants/%v", p["id"])
	_, r, _ := x.send("POST", at+"/readings", `{"read_on":"2026-01-05"}`)
	status, doc, _ := x.send(
		"PUT",
		fmt.Sprintf("/api/v1/readings/%v", r["id"]),
		`{"version":1,"read_on":"2026-01-05","reading":{"roots":[{"id":"a","count":9,"segments":[{"length_mm":90,"feel":"firm"}]}]}}`,
	)
	require.Equal(t, 200, status, doc)
	status, doc, _ = x.send("GET", at+"/home", "")
	require.Equal(t, 200, status)
	assert.Greater(t, marks(doc), 25)
	assert.Empty(t, unsaid("home", doc))
	_, doc, _ = x.send("GET", "/api/v1/knowledge/rehome", "")
	assert.Empty(t, unsaid("rehome", doc))
	assert.Greater(t, marks(doc), 80)
	_, doc, _ = x.send("GET", "/api/v1/knowledge/media", "")
	assert.Empty(t, unsaid("media", doc))
	_, doc, _ = x.send("GET", "/api/v1/knowledge/race", "")
	assert.Empty(t, unsaid("race", doc))
	race := x.computed("race", `{`+bare+`}`)
	// What is not the table's is the plant's or its place's own.
	own := map[any]bool{
		"leaf_cm2":  true,
		"roots_cm2": true,
		"held_days": true,
		"night_c":   true,
		"day_c":     true,
		"humidity":  true,
	}
	for _, a := range listAt(race, "assumptions") {
		assert.Equal(t, own[under(a, "code")], under(a, "usual", "mark") == nil, "%v", under(a, "code"))
		assert.NotEmpty(t, under(a, "from"), "%v", under(a, "code"))
	}
}

// The whole way over the interface alone: held, weighed, potted, noted, printed.
func TestTheWayHomeOverTheInterface(t *testing.T) {
	x := start(t)
	put := func(path, body string) map[string]any {
		t.Helper()
		status, doc, _ := x.send("PUT", path, body)
		require.Equal(t, 200, status, "%s: %v", path, doc)
		return doc
	}
	post := func(path, body string) map[string]any {
		t.Helper()
		status, doc, _ := x.send("POST", path, body)
		require.Equal(t, 201, status, "%s: %v", path, doc)
		return doc
	}
	get := func(path string) map[string]any {
		t.Helper()
		status, doc, _ := x.send("GET", path, "")
		require.Equal(t, 200, status, "%s: %v", path, doc)
		return doc
	}
	place := post("/api/v1/places", `{"name":"Dry shelf","low_c":16,"high_c":24,"humidity_percent":40}`)
	p := post("/api/v1/plants", fmt.Sprintf(
		`{"tag":"Wire","group":"oncidium","leaf_count":5,"bulb_count":3,"pot":"none","place_id":%v}`, place["id"],
	))
	at := fmt.Sprintf("/api/v1/plants/%v", p["id"])
	r := post(at+"/readings", `{"read_on":"2026-01-05"}`)
	reading := fmt.Sprintf("/api/v1/readings/%v", r["id"])
	put(reading, `{"version":1,"read_on":"2026-01-05","reading":{"roots":[{"id":"a","count":9,"segments":[{"length_mm":80,"feel":"hollow"}]}]}}`)
	assert.Equal(t, "hold", under(get(at+"/home"), "decision", "decision"))

	held := post(at+"/holding", `{"method":"lid","from":"2026-01-05"}`)
	assert.Equal(t, "lid", under(held, "race", "holding"))
	post(at+"/weighings", `{"kind":"bare","grams":90,"at":"2026-01-05T10:00:00Z"}`)
	post(at+"/weighings", `{"kind":"bare","grams":88.5,"at":"2026-01-12T10:00:00Z"}`)
	doc := x.refused(http.StatusUnprocessableEntity, "POST", at+"/weighings", `{"kind":"bare","grams":130,"at":"2026-01-19T10:00:00Z"}`)
	assert.Equal(t, "because", under(listAt(doc, "faults")[0], "field"))
	list := post(at+"/weighings", `{"kind":"bare","grams":130,"at":"2026-01-19T10:00:00Z","because":"wet"}`)
	assert.Len(t, listAt(list, "weighings"), 3)
	assert.EqualValues(t, 2, under(get(at+"/race"), "race", "fit", "weighings"))
	assert.Contains(t, under(get(at), "home"), "Tub with a loose lid")

	put(
		reading,
		`{"version":2,"read_on":"2026-01-20","reading":{"roots":[{"id":"a","count":9,"segments":[{"length_mm":80,"feel":"hollow"}]},{"id":"b","count":2,"tip":"growing","segments":[{"length_mm":12,"feel":"firm"}]}]}}`,
	)
	home := get(at + "/home?person=Ada")
	assert.Equal(t, "pot", under(home, "decision", "decision"))
	assert.Equal(t, "bark-moss", under(home, "route", "code"))
	home = put(at+"/home?person=Ada", `{"version":0,"plan":{"tonight":true,"origin":"tree","still":"stake"}}`)
	assert.EqualValues(t, 1, home["version"])
	x.refused(http.StatusConflict, "PUT", at+"/home", `{"version":0,"plan":{}}`)
	assert.Len(t, listAt(get("/api/v1/batch"), "plants"), 1)

	for _, j := range listAt(home, "jobs") {
		for _, c := range listAt(j, "cautions") {
			post("/api/v1/acknowledged", fmt.Sprintf(`{"person":"Ada","seen":[{"caution":%q}]}`, under(c, "code")))
		}
		put(at+"/home/jobs", fmt.Sprintf(`{"job":%q,"state":"done","person":"Ada"}`, under(j, "code")))
	}
	settled := post(at+"/homes", `{"route":"bark-moss","from_on":"2026-01-21","person":"Ada"}`)
	assert.NotNil(t, settled["stands"], "the home it has is drawn")
	homes := listAt(settled, "homes")
	require.Len(t, homes, 2)
	assert.Equal(t, "bark-moss", under(homes[0], "route"), "the newest first")
	assert.Equal(t, "2026-02-11", under(homes[0], "next_look_on"))
	assert.Equal(t, "bark-moss", under(get(at), "standing", "medium"))
	assert.Empty(t, listAt(get("/api/v1/batch"), "plants"), "it is out of the batch")
	kinds := map[any]bool{}
	for _, e := range listAt(get(at+"/timeline"), "entries") {
		kinds[under(e, "kind")] = true
	}
	assert.True(t, kinds["home"] && kinds["weights"] && kinds["roots"])
	due := get("/api/v1/plants?due=true")
	assert.Len(t, listAt(due, "plants"), 1, "its first look after the move is due")
	look := post(at+"/inspections", `{}`)
	put(
		fmt.Sprintf("/api/v1/inspections/%v", look["id"]),
		fmt.Sprintf(
			`{"version":%v,"looked_on":%q,"inspection":{"findings":{"leaves-limp":"absent"},"again_on":"2099-01-01"}}`,
			look["version"],
			look["looked_on"],
		),
	)
	due = get("/api/v1/plants?due=true")
	require.Len(t, listAt(due, "plants"), 1)
	assert.Equal(t, "aftercare", under(listAt(due, "plants")[0], "advised", "page"), "and done: its aftercare asks from here on")
}

// A scale that asks is told; a recipe and a measurement are kept with their versions.
func TestScalesRecipesAndMeasurementsOverTheInterface(t *testing.T) {
	x := start(t)
	status, doc, _ := x.send("POST", "/api/v1/scales/readings", `{"scale":"Kitchen","grams":12.5,"stable":true}`)
	require.Equal(t, 201, status)
	assert.Equal(t, false, doc["tare"])
	_, doc, _ = x.send("GET", "/api/v1/scales", "")
	require.Len(t, listAt(doc, "scales"), 1)
	assert.EqualValues(t, 12.5, under(listAt(doc, "scales")[0], "grams"))
	status, _, _ = x.send("POST", "/api/v1/scales/tare", `{"scale":"Kitchen"}`)
	require.Equal(t, 201, status)
	_, doc, _ = x.send("POST", "/api/v1/scales/readings", `{"scale":"Kitchen","grams":12.5,"stable":true}`)
	assert.Equal(t, true, doc["tare"])

	status, doc, _ = x.send("POST", "/api/v1/media/recipes",
		`{"name":"Mine","parts":[{"component":"bark-fine","parts":2},{"component":"perlite","parts":1}]}`)
	require.Equal(t, 201, status)
	require.Len(t, listAt(doc, "recipes"), 1)
	x.refused(http.StatusConflict, "PUT", "/api/v1/media/recipes/1", `{"version":7,"name":"Mine","parts":[{"component":"perlite","parts":1}]}`)
	x.refused(http.StatusNotFound, "PUT", "/api/v1/media/recipes/9", `{"version":1,"name":"Mine","parts":[{"component":"perlite","parts":1}]}`)
	status, doc, _ = x.send("PUT", "/api/v1/media/components/perlite", `{"version":0,"test":{"volume_ml":1000,"drained_ml":500}}`)
	require.Equal(t, 200, status, doc)
	mix := x.computed("mix", `{"parts":[{"component":"perlite","parts":1}]}`)
	assert.InDelta(t, 0.5, under(mix, "settled", "air"), 1e-9, "as measured here")
	_, doc, _ = x.send("GET", "/api/v1/knowledge/media", "")
	assert.Len(t, listAt(doc, "house"), 1)
	assert.Len(t, listAt(doc, "recipes"), 1)
}
