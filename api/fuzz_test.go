package api

import (
	"database/sql"
	"encoding/json"
	"net/http"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"therapeon/clinic"
	"therapeon/ledger"
)

// FuzzBodies sends whatever comes as a body: the answer is always one of the
// contract's, never a breakdown, and what is refused leaves nothing behind.
func FuzzBodies(f *testing.F) {
	for _, body := range []string{
		`{"tag":"B-07","group":"slipper"}`, `{"tag":"","group":"slipper"}`, `{"tag":"x","group":"slipper","leaf_count":1e9}`,
		`{"plant":{"group":"slipper"},"reading":{"roots":[{"id":"a","count":3,"segments":[{"length_mm":80,"feel":"firm"}]}]}}`,
		`{"plant":{"group":"vanda"},"reading":{"roots":[{"id":"a","count":3,"segments":[{}],"branches":[{"at_mm":36000,"segments":[{"feel":"mushy"}],"tip":"growing"}],"spreads":true}],"wobbly":true}}`,
		`{"plant":{"group":"vanda"},"reading":{"roots":[{"id":"a","count":400,"segments":[{"length_mm":1,"feel":"hollow"}],"anchor":"yes","clinging":"rotting"}],"none_found":true}}`,
		`{"crossings":140,"spacing_mm":10}`, `{"version":1,"read_on":"2026-01-05","reading":{"roots":null}}`,
		`{"plant":{"group":"cattleya"},"inspection":{"findings":{"crust":"present","leaves-limp":"absent"},"decisions":{"salt-burn":{"word":"rejected"}}},"on":"2026-02-30"}`,
		`{"version":1,"looked_on":"2026-01-05","inspection":{"findings":{"crust":"present"},"accidents":[{"what":"torn-leaf","count":9e9}]}}`, `{"looked_on":"2026-01-05"}`,
		`{"stock":{"value":35,"unit":"percent"},"wanted":{"value":3,"unit":"parts"},"make_ml":1e-300,"tools":{"syringe_ml":0.01}}`, `{"stock":{"value":1e-300,"unit":"ppm"},"stock_ml":1,"water_ml":1e6}`,
		`{"n_percent":20,"p2o5_percent":0,"k2o_percent":0,"wanted_ppm_n":1e-9,"volume_l":1}`, `{"base":0,"scale":"us_cm","volume_l":1e-9,"doses":[{"name":"a","adds":1e-9,"wanted":1e-9}]}`,
		`{"tap":0,"pure":0,"target":0,"volume_l":1}`, `{"held_ml":1,"left_percent":1e-300}`, `{"course":{"pest":"scale","rounds":["1900-01-01","2200-01-01"]},"low_c":10.01,"high_c":10.01}`,
		`{"rhizome":{"bulbs":[{"n":1,"from":0,"lead":true},{"n":2,"from":1}]},"live_mm":[{"bulb":9,"low":5,"high":1}]}`, `{"job":"clear-bench","state":"done"}`, `{"do":"x","stage":"dry"}`, `{"closed":true}`,
		`{"words":"x","seconds":5,"plant_id":1}`, `{"pest":"scale","rounds":["2026-01-05"]}`,
		`{"cuts":[2],"tags":["x"],"sure":true}`, `{"what":"lost-root"}`, `{"name":"x","product":"oil","amount":1,"unit":"mL"}`, `{"name":"x","low_c":1,"high_c":2}`,
		`{"group":"vanda","leaf_count":3,"night_c":20,"day_c":20,"runs":5,"days":3,"weighings":[{"days_ago":9,"grams":1e-3},{"days_ago":1,"grams":9e4}]}`, `{"group":"jewel","leaf_count":500,"night_c":-10,"day_c":50,"runs":3,"assumed":{"start":1,"lost":0.9,"uptake":0}}`,
		`{"parts":[{"component":"clay-large","parts":1e-9},{"component":"compost","parts":1000}],"volume_l":1e-9}`, `{"group":"slipper","live_root_ml":0,"longest_mm":0,"pot":{"shape":"bowl","top_mm":40,"height_mm":20},"parts":[{"component":"sphagnum","parts":1}],"roots_mm":[1e-9,2000]}`,
		`{"pot":{"holds_g":1e-9,"per_day":1e-9,"due_at":0.94,"weights":[{"days_ago":2,"grams":5},{"days_ago":1,"grams":5}]}}`, `{"kind":"bare","grams":140}`, `{"kind":"pot","grams":140,"moment":"wet","because":"pot"}`, `{"method":"lid"}`,
		`{"version":0,"assumed":{"humidity":80}}`,
		`{"version":0,"plan":{"base_mm":40,"tonight":true,"parts":[{"component":"perlite","parts":1}]}}`,
		`{"route":"bark"}`, `{"scale":"x","grams":-1e5,"stable":true}`, `{"at":"2026-01-05T10:00:00Z","celsius":20,"humidity_percent":50}`,
		`{"name":"x","parts":[{"component":"perlite","parts":1}]}`, `{"version":0,"test":{"volume_ml":500,"drained_ml":0}}`,
		`null`, `[]`, `{}`, `{"`, `"`, `{"tag":"\ud800"}`, strings.Repeat(`[`, 10000), `{"read_on":"0000-00-00"}`, `{"from_last":true}`,
	} {
		f.Add(body)
	}
	path := filepath.Join(f.TempDir(), "bench.sqlite")
	s, err := ledger.Open(f.Context(), path)
	require.NoError(f, err)
	eye, err := sql.Open("sqlite", "file:"+path+"?_pragma=busy_timeout(5000)")
	require.NoError(f, err)
	eye.SetMaxOpenConns(1)
	f.Cleanup(func() { _ = eye.Close(); _ = s.Close() })
	now := time.Now() // held still: what is due changes with the hour, what is kept must not
	h, err := New(clinic.New(s, func() time.Time { return now }), shell)
	require.NoError(f, err)
	known := map[int]bool{200: true, 201: true, 400: true, 404: true, 409: true, 413: true, 415: true, 422: true}
	f.Fuzz(func(t *testing.T, body string) {
		at := &damaged{t: t, handler: h, eye: eye}
		at.changed()
		if strings.Contains(body, `"runs"`) { // a full race takes too long to be asked for by the thousand
			w := at.send(http.MethodPost, "/api/v1/compute/race", body)
			require.True(t, known[w.Code] && json.Valid(w.Body.Bytes()), "%d %s", w.Code, w.Body)
		}
		for _, to := range [][2]string{
			{http.MethodPost, "/api/v1/plants"}, {http.MethodPost, "/api/v1/compute/roots"}, {http.MethodPost, "/api/v1/compute/grid-count"},
			{http.MethodPut, "/api/v1/settings"}, {http.MethodPut, "/api/v1/plants/1"}, {http.MethodPost, "/api/v1/plants/1/readings"},
			{http.MethodPut, "/api/v1/readings/1"}, {http.MethodPut, "/api/v1/readings/1/ticks"}, {http.MethodPut, "/api/v1/readings/1/corrections"},
			{http.MethodPost, "/api/v1/compute/look"}, {http.MethodPost, "/api/v1/compute/causes"},
			{http.MethodPost, "/api/v1/plants/1/inspections"}, {http.MethodPut, "/api/v1/inspections/1"},
			{http.MethodPost, "/api/v1/compute/solutions"}, {http.MethodPost, "/api/v1/compute/feed"},
			{http.MethodPost, "/api/v1/compute/stack"}, {http.MethodPost, "/api/v1/compute/blend"},
			{http.MethodPost, "/api/v1/compute/flush"}, {http.MethodPost, "/api/v1/compute/pest-schedule"},
			{http.MethodPost, "/api/v1/compute/division"}, {http.MethodPut, "/api/v1/plants/1/cleaning/jobs"},
			{http.MethodPost, "/api/v1/plants/1/cleaning/jobs"}, {http.MethodPut,
				"/api/v1/plants/1/cleaning/closed"}, {http.MethodPost, "/api/v1/plants/1/courses"}, {http.MethodPost, "/api/v1/plants/1/divisions"},
			{http.MethodPost, "/api/v1/plants/1/incidents"}, {http.MethodPost, "/api/v1/timers"},
			{http.MethodPost, "/api/v1/plants/1/moved"}, {http.MethodPut, "/api/v1/plants/1/moved"},
			{http.MethodPost, "/api/v1/shelf"}, {http.MethodPost, "/api/v1/places"},
			{http.MethodPost, "/api/v1/compute/pot"}, {http.MethodPost, "/api/v1/compute/mix"},
			{http.MethodPost, "/api/v1/compute/section"}, {http.MethodPost, "/api/v1/compute/weigh-fit"},
			{http.MethodPost, "/api/v1/plants/1/weighings"}, {http.MethodPut, "/api/v1/plants/1/home"},
			{http.MethodPut, "/api/v1/plants/1/home/jobs"}, {http.MethodPost, "/api/v1/plants/1/homes"},
			{http.MethodPost, "/api/v1/scales/readings"}, {http.MethodPost, "/api/v1/places/1/readings"},
			{http.MethodPost, "/api/v1/media/recipes"}, {http.MethodPut, "/api/v1/media/components/perlite"},
		} {
			w := at.send(to[0], to[1], body)
			require.True(t, known[w.Code], "%s %s: %d %s", to[0], to[1], w.Code, w.Body)
			require.True(t, json.Valid(w.Body.Bytes()))
			if changed := at.changed(); w.Code >= 400 {
				require.False(t, changed, "nothing half-saved: %s %s", to[0], to[1])
			}
		}
	})
}
