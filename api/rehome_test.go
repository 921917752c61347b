package api

import (
	"fmt"
	"io"
	"net/http"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/api/wire"
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

// What is not the table's is the plant's or its place's own.
func TestAssumptionsOfARaceSayWhereTheyAreFrom(t *testing.T) {
	x := start(t)
	race := x.computed("race", `{`+bare+`}`)
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
