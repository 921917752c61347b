package api

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func TestBadInputAtTheMixingBenchIsAnsweredClearly(t *testing.T) {
	x := start(t)
	_, plant, _ := x.send("POST", "/api/v1/plants", `{"tag":"x","group":"cattleya"}`)
	at := fmt.Sprintf("/api/v1/plants/%v", plant["id"])
	dilute := func(stock, wanted, make string) string {
		return fmt.Sprintf(`{"stock":{"value":%s,"unit":"percent"},"wanted":{"value":%s,"unit":"percent"},"make_ml":%s}`, stock, wanted, make)
	}
	for name, c := range map[string]struct {
		method, path, body, field string
	}{
		"stronger than the stock":  {"POST", "/api/v1/compute/solutions", dilute("3", "35", "100"), "wanted.value"},
		"110 %":                    {"POST", "/api/v1/compute/solutions", dilute("110", "3", "100"), "stock.value"},
		"an unknown unit":          {"POST", "/api/v1/compute/solutions", `{"stock":{"value":3,"unit":"pinches"}}`, "stock.unit"},
		"a feed beyond 100 %":      {"POST", "/api/v1/compute/feed", `{"n_percent":60,"p2o5_percent":30,"k2o_percent":20,"g_per_l":1,"volume_l":1}`, "n_percent"},
		"nothing to stack":         {"POST", "/api/v1/compute/stack", `{"base":0,"scale":"ppm500","volume_l":1,"doses":[]}`, "doses"},
		"a scale that is none":     {"POST", "/api/v1/compute/meter", `{"value":5,"scale":"ppm"}`, "scale"},
		"a blend beyond its water": {"POST", "/api/v1/compute/blend", `{"tap":200,"pure":10,"target":300,"volume_l":1}`, "target"},
		"below its own water":      {"POST", "/api/v1/compute/flush", `{"pot_ml":1000,"start":900,"target":50,"water":60}`, "target"},
		"a share of all":           {"POST", "/api/v1/compute/flush", `{"pot_ml":1000,"left_percent":100}`, "left_percent"},
		"an unknown pest":          {"POST", "/api/v1/compute/pest-schedule", `{"course":{"pest":"dragons","rounds":["2029-05-01"]},"low_c":5,"high_c":9}`, "course.pest"},
		"a round of long ago":      {"POST", "/api/v1/compute/pest-schedule", `{"course":{"pest":"scale","rounds":["1901-05-01"]},"low_c":5,"high_c":9}`, "course.rounds[0]"},
		"a night above its day":    {"POST", "/api/v1/compute/pest-schedule", `{"course":{"pest":"scale","rounds":["2029-05-01"]},"low_c":25,"high_c":9}`, "low_c"},
		"no temperature":           {"POST", "/api/v1/compute/pest-schedule", `{"course":{"pest":"scale","rounds":["2029-05-01"]}}`, "temperatures"},
		"a bulb from the future":   {"POST", "/api/v1/compute/division", `{"rhizome":{"bulbs":[{"n":1,"from":2}]}}`, "rhizome.bulbs[0].from"},
		"a product that is none":   {"POST", "/api/v1/shelf", `{"name":"x","product":"elixir","amount":1,"unit":"mL"}`, "product"},
		"a job that is none":       {"PUT", at + "/cleaning/jobs", `{"job":"dance","state":"done"}`, "job"},
		"a state that is none":     {"PUT", at + "/cleaning/jobs", `{"job":"hands","state":"perhaps"}`, "state"},
		"no words for a job":       {"POST", at + "/cleaning/jobs", `{"do":" ","stage":"dry"}`, "do"},
		"rounds before the bench":  {"POST", at + "/courses", `{"pest":"scale","rounds":["1999-05-01"]}`, "rounds[0]"},
		"an incident that is none": {"POST", at + "/incidents", `{"what":"sneezed"}`, "what"},
		"a place without a name":   {"POST", "/api/v1/places", `{"name":""}`, "name"},
	} {
		t.Run(name, func(t *testing.T) {
			doc := tester{t, x.url}.refused(422, c.method, c.path, c.body)
			f := firstFault(doc)
			require.NotNil(t, f, doc)
			assert.Equal(t, c.field, f["field"])
			assert.NotEmpty(t, f["words"])
		})
	}
	_, told, _ := x.send("GET", at+"/cleaning", "")
	assert.Nil(t, told["id"], "nothing half-saved")
}
