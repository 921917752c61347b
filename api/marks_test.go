package api

import (
	"encoding/json"
	"fmt"
	"net/http"
	"net/http/httptest"
	"strconv"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/api/people"
	"therapeon/clinic/intake"
	"therapeon/clinic/today"
	"therapeon/demo/filled"
)

// unsaid walks what was computed and names every value of the craft that comes
// without its mark. Bare numbers are the answer itself.
func unsaid(at string, v any) []string {
	var found []string
	switch v := v.(type) {
	case map[string]any:
		_, has := v["value"]
		mark, marked := v["mark"].(string)
		if has && marked && mark == "published" && v["source"] == nil {
			found = append(found, at+" names no source")
		}
		if has && !marked && v["unit"] == nil && v["scale"] == nil && v["from"] == nil {
			found = append(found, at+" has no mark")
		}
		for name, part := range v {
			found = append(found, unsaid(at+"."+name, part)...)
		}
	case []any:
		for i, part := range v {
			found = append(found, unsaid(fmt.Sprintf("%s[%d]", at, i), part)...)
		}
	}
	return found
}

// marks counts the marks of an answer.
func marks(v any) int {
	n := 0
	switch v := v.(type) {
	case map[string]any:
		if _, ok := v["mark"].(string); ok {
			n++
		}
		for _, part := range v {
			n += marks(part)
		}
	case []any:
		for _, part := range v {
			n += marks(part)
		}
	}
	return n
}

// The same words with their marks come with what is computed.
func TestWhatIsComputedCarriesItsMarks(t *testing.T) {
	x := start(t)
	for path, body := range map[string]string{
		"solutions":     `{"product":"peroxide","stock":{"value":35,"unit":"percent"},"wanted":{"value":3,"unit":"percent"},"make_ml":100}`,
		"feed":          `{"n_percent":20,"p2o5_percent":20,"k2o_percent":20,"g_per_l":0.5,"volume_l":1}`,
		"blend":         `{"tap":260,"pure":10,"target":60,"volume_l":10}`,
		"flush":         `{"pot_ml":1000,"left_percent":20}`,
		"meter":         `{"value":1,"scale":"ms_cm"}`,
		"pest-schedule": `{"course":{"pest":"thrips","rounds":["2029-05-01"]},"low_c":20,"high_c":25,"on":"2029-05-02"}`,
		"division":      `{"rhizome":{"bulbs":[{"n":1,"from":0},{"n":2,"from":1,"lead":true}]}}`,
	} {
		doc := x.computed(path, body)
		assert.Positive(t, marks(doc), path)
		for _, fault := range unsaid(path, doc) {
			assert.True(t, strings.Contains(fault, "strength"), fault) // a strength is the user's own
		}
	}
}

// The plan of a plant says of each job where it is from.
func TestEveryJobOfAPlanCarriesItsMarks(t *testing.T) {
	x := start(t)
	_, p, _ := x.send("POST", "/api/v1/plants", `{"tag":"x","group":"oncidium","flowering":"spike"}`)
	at := fmt.Sprintf("/api/v1/plants/%v", p["id"])
	_, r, _ := x.send("POST", at+"/readings", `{"read_on":"2026-01-05"}`)
	status, doc, _ := x.send(
		"PUT",
		fmt.Sprintf("/api/v1/readings/%v", r["id"]),
		`{"version":1,"read_on":"2026-01-05","reading":{"roots":[{"id":"a","count":6,"clinging":"rotting","segments":[{"length_mm":60,"feel":"mushy"}]},{"id":"b","count":2,"segments":[{"length_mm":70,"feel":"hollow"}]}]}}`,
	)
	require.Equal(t, 200, status, doc)
	_, doc, _ = x.send("GET", at+"/cleaning", "")
	plan, _ := doc["plan"].(map[string]any)
	jobs, _ := plan["jobs"].([]any)
	require.Greater(t, len(jobs), 6)
	for _, j := range jobs {
		job, _ := j.(map[string]any)
		do, _ := job["do"].(map[string]any)
		assert.NotEmpty(t, do["mark"], job["code"])
		assert.NotEmpty(t, job["why"], job["code"])
	}
	assert.Empty(t, unsaid("cleaning", doc))
	assert.NotEmpty(t, unsaid("", map[string]any{"words": map[string]any{"value": "wet it"}}),
		"the walk finds what is bare")
}

// Every question of the contract that only reads is answered on the demo's bench, and every answer says
// where its values come from.
func TestEveryAnswerSaysWhereItsValuesComeFrom(t *testing.T) {
	c := filled.Bench(t)
	shared, err := c.Today.ShareCalendar(t.Context(), today.ShareCalendar{Shared: true, By: "place"})
	require.NoError(t, err)
	h, err := New(c, shell)
	require.NoError(t, err)
	plants, _, err := c.Intake.Plants(t.Context(), intake.Find{Most: 100})
	require.NoError(t, err)
	marked, next := 0, time.Now().AddDate(0, 0, 3).Format(time.DateOnly)
	for _, o := range table(c, people.Shut{}) {
		if o.Method != http.MethodGet || o.Streams() {
			continue
		}
		for n, p := range plants {
			path := strings.NewReplacer("{id}", strconv.FormatInt(p.ID, 10), "{secret}", shared.Secret).Replace(o.Path)
			path += map[string]string{
				"labels": fmt.Sprintf("?plants=%d", n+1), "away": fmt.Sprintf("?from=%s&until=%s", next, next),
			}[o.ID]
			w := httptest.NewRecorder()
			h.ServeHTTP(w, httptest.NewRequestWithContext(t.Context(), http.MethodGet, "http://localhost"+path, nil))
			if p.ID <= 3 {
				assert.Equal(t, http.StatusOK, w.Code, path)
			}
			if w.Code == http.StatusOK && strings.Contains(w.Header().Get("Content-Type"), "json") {
				var doc map[string]any
				require.NoError(t, json.Unmarshal(w.Body.Bytes(), &doc), path)
				marked += marks(doc)
				for _, fault := range unsaid(path, doc) {
					assert.True(t, ofTheUser(fault), fault)
				}
			}
			slow := strings.HasSuffix(path, "/race") || strings.HasSuffix(path, "/home")
			if !strings.Contains(o.Path, "{id}") || slow && n > 2 {
				break // one is like another, and takes its time
			}
		}
	}
	assert.Greater(t, marked, 5_000)
}

// ofTheUser holds for values that someone entered or measured: they are nobody's figure.
func ofTheUser(fault string) bool {
	return strings.Contains(fault, "strength")
}
