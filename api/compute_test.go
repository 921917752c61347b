package api

import (
	"net/http"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// computed asks a compute route and returns its answer.
func (t tester) computed(path, body string) map[string]any {
	t.Helper()
	status, doc, _ := t.send(http.MethodPost, "/api/v1/compute/"+path, body)
	require.Equal(t, http.StatusOK, status, doc)
	return doc
}

// Any program may compute without a plant being kept. That the numbers are right is tested in the core: here
// one of each answer, worked by hand, comes through the door in its field, and what the table says with its mark.
// The oxygen is of Benson & Krause 1984, the grid of Tennant 1975 (11/14 of it), the pot a frustum, the weights
// 500 + 200·e^(−t/8).
func TestAnyProgramMayCompute(t *testing.T) {
	x := start(t)
	for _, c := range []struct {
		route, body string
		want        float64
		at          []string
	}{
		{"solutions", `{"stock":{"value":100,"unit":"percent"},"wanted":{"value":2,"unit":"percent"},"make_ml":750}`, 15, []string{"stock_ml"}},
		{"feed", `{"n_percent":20,"p2o5_percent":20,"k2o_percent":20,"g_per_l":0.5,"volume_l":1}`, 100, []string{"ppm_n"}},
		{"stack", `{"base":40,"scale":"ppm500","volume_l":5,"doses":[{"name":"A","adds":180,"wanted":25}]}`, 65, []string{"added", "reads"}},
		{"blend", `{"tap":260,"pure":10,"target":60,"volume_l":10}`, 2, []string{"tap_l"}},
		{"flush", `{"held_ml":400,"left_percent":20}`, 1.609, []string{"volumes"}},
		{"meter", `{"value":1,"scale":"ms_cm"}`, 700, []string{"ppm700"}},
		{"calibration", `{"scale":"ppm500","before":40,"after":220,"ml_per_l":1}`, 180, []string{"adds"}},
		{"oxygen", `{"celsius":20}`, 9.09, []string{"mg_per_l"}},
		{"pot", `{"group":"vanda","live_root_ml":60,"longest_mm":60,"pot":{"shape":"round","top_mm":150,"bottom_mm":110,"height_mm":130}}`, 1.739, []string{"fit", "volume_l"}},
		{"mix", `{"parts":[{"component":"bark-chunky","parts":2},{"component":"compost","parts":1}],"style":"airy"}`, 3, []string{"settled", "poured_l"}},
		{"section", `{"group":"cattleya","live_root_ml":10,"longest_mm":80,"base_mm":60,"parts":[{"component":"bark-medium","parts":1}],"pot":{"shape":"round","top_mm":120,"bottom_mm":100,"height_mm":100,"hole_mm":15}}`, 15, []string{"water_mm"}},
		{"weigh-fit", `{"pot":{"holds_g":200,"per_day":0.2,"due_at":0.25,"weights":[{"days_ago":8,"grams":700,"moment":"wet"},{"days_ago":6,"grams":655.76},{"days_ago":4,"grams":621.31},{"days_ago":0,"grams":573.58}]}}`, 0.125, []string{"pot", "per_day"}},
		{"grid-count", `{"crossings":140,"spacing_mm":10}`, 1100, []string{"length_mm"}},
		{"flood-test", `{"volume_ml":800,"drained_ml":360}`, 0.45, []string{"air"}},
		{"race", `{` + bare + `,"holding":"bench","weighings":[{"days_ago":7,"grams":197},{"days_ago":0,"grams":184}]}`, 2, []string{"fit", "weighings"}},
	} {
		doc := x.computed(c.route, c.body)
		for _, fault := range unsaid(c.route, doc) {
			assert.Contains(t, fault, "strength", "which is the user's own")
		}
		got := any(doc)
		for _, name := range c.at {
			got = under(got, name)
			if list, ok := got.([]any); ok {
				got = list[0]
			}
		}
		assert.InDelta(t, c.want, got, 0.0005*c.want, c.route)
	}
	assert.Equal(t, x.computed("race", `{`+bare+`}`), x.computed("race", `{`+bare+`}`), "the same question has the same answer")
	too := x.computed("solutions", `{"product":"oil","use":"spray","stock":{"value":100,"unit":"percent"},"wanted":{"value":4,"unit":"percent"},"make_ml":750}`)
	assert.Zero(t, too["stock_ml"])
	assert.NotNil(t, too["stopped"], "what would harm is not worked out")
	warm := `{"course":{"pest":"spider-mites","rounds":["2029-05-01"]},"on":"2029-05-02",`
	assert.Equal(t, "2029-05-05", under(x.computed("pest-schedule", warm+`"low_c":25,"high_c":25}`), "next", "from"))
	assert.Nil(t, x.computed("pest-schedule", warm+`"low_c":10,"high_c":10}`)["next"], "too cold")
}
