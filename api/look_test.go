package api

import (
	"net/http"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// What a page takes for none yet may be noted by the time it asks: then that is gone on with.
func TestTheFirstLookAndReadingAreBegunOnce(t *testing.T) {
	x := start(t)
	x.send("POST", "/api/v1/plants", `{"tag":"B-1","group":"cattleya"}`)
	today := time.Now().Format(time.DateOnly)
	for path, noted := range map[string]string{
		"inspections": `{"version":1,"looked_on":"` + today + `","inspection":{"findings":{"sticky":"present"}}}`,
		"readings":    `{"version":1,"read_on":"` + today + `","reading":{"roots":[{"id":"a","count":1,"segments":[{"length_mm":50}]}]}}`,
	} {
		first := func(body string) any {
			t.Helper()
			status, doc, _ := x.send("POST", "/api/v1/plants/1/"+path, body)
			require.Equal(t, http.StatusCreated, status)
			return doc["id"]
		}
		require.EqualValues(t, 1, first(`{"first":true}`))
		require.EqualValues(t, 1, first(`{"first":true}`), "an empty one is taken up")
		status, _, _ := x.send("PUT", "/api/v1/"+path+"/1", noted)
		require.Equal(t, http.StatusOK, status)
		assert.EqualValues(t, 1, first(`{"first":true}`))
		assert.EqualValues(t, 2, first(`{}`), "a new one that is asked for is new")
	}
}

func TestEveryTableIsHandedOutWithItsMarks(t *testing.T) {
	x := start(t)
	for _, table := range []string{"groups", "causes", "look", "unpot", "roots", "cleaning", "lookalikes", "disputes", "cautions", "said"} {
		status, doc, _ := x.send("GET", "/api/v1/knowledge/"+table, "")
		require.Equal(t, http.StatusOK, status, table)
		assert.Positive(t, marked(t, table, doc), table)
	}
}

// marked counts the values that carry a mark, and finds those that do not.
func marked(t *testing.T, path string, v any) (n int) {
	t.Helper()
	switch v := v.(type) {
	case map[string]any:
		if _, is := v["value"]; is {
			assert.NotEmpty(t, v["mark"], path)
			return 1
		}
		for key, part := range v {
			n += marked(t, path+"."+key, part)
		}
	case []any:
		for _, part := range v {
			n += marked(t, path, part)
		}
	case float64:
		assert.Fail(t, path+" is a figure without its mark")
	}
	return n
}

func TestABadLookIsAnsweredClearlyAndNothingIsSaved(t *testing.T) {
	x := start(t)
	x.send("POST", "/api/v1/plants", `{"tag":"B-07","group":"cattleya"}`)
	x.send("POST", "/api/v1/plants/1/inspections", `{"looked_on":"2026-01-05"}`)
	save := func(inspection string) string {
		return `{"version":1,"looked_on":"2026-01-05","inspection":` + inspection + `}`
	}
	for name, c := range map[string]struct {
		method, path, body string
		status             int
		field              string
	}{
		"unknown finding":         {"PUT", "/api/v1/inspections/1", save(`{"findings":{"sulks":"present"}}`), 422, "inspection.findings[sulks]"},
		"neither yes nor no":      {"PUT", "/api/v1/inspections/1", save(`{"findings":{"crust":"some"}}`), 422, "inspection.findings[crust]"},
		"a colder day than night": {"PUT", "/api/v1/inspections/1", save(`{"findings":{},"night_low_c":20,"day_high_c":10}`), 422, "inspection.night_low_c"},
		"absolute zero":           {"PUT", "/api/v1/inspections/1", save(`{"findings":{},"night_low_c":-273}`), 422, "inspection.night_low_c"},
		"a leaf of no length":     {"PUT", "/api/v1/inspections/1", save(`{"findings":{},"newest_leaf_mm":0}`), 422, "inspection.newest_leaf_mm"},
		"a leaf in words":         {"PUT", "/api/v1/inspections/1", save(`{"findings":{},"newest_leaf_mm":"long"}`), 400, "inspection.newest_leaf_mm"},
		"unknown cause":           {"PUT", "/api/v1/inspections/1", save(`{"findings":{},"decisions":{"bad-luck":{"word":"confirmed"}}}`), 422, "inspection.decisions[bad-luck]"},
		"no word on a cause":      {"PUT", "/api/v1/inspections/1", save(`{"findings":{},"decisions":{"scale":{}}}`), 422, "inspection.decisions[scale].word"},
		"an accident too many":    {"PUT", "/api/v1/inspections/1", save(`{"findings":{},"accidents":[{"what":"torn-leaf","count":500}]}`), 422, "inspection.accidents[0].count"},
		"again before it":         {"PUT", "/api/v1/inspections/1", save(`{"findings":{},"again_on":"2026-01-05"}`), 422, "inspection.again_on"},
		"a day to come":           {"PUT", "/api/v1/inspections/1", `{"version":1,"looked_on":"2999-01-01","inspection":{"findings":{}}}`, 422, "looked_on"},
		"no such look":            {"PUT", "/api/v1/inspections/9", save(`{"findings":{}}`), 404, ""},
		"look at no plant":        {"POST", "/api/v1/plants/9/inspections", `{}`, 404, ""},
		"begun on no day":         {"POST", "/api/v1/plants/1/inspections", `{"looked_on":"today"}`, 422, "looked_on"},
		"computed for no group":   {"POST", "/api/v1/compute/causes", `{"plant":{"group":"tulip"},"inspection":{"findings":{}}}`, 422, "plant.group"},
		"computed on no day":      {"POST", "/api/v1/compute/look", `{"plant":{"group":"vanda"},"inspection":{"findings":{}},"on":"2026-02-30"}`, 422, "on"},
		"computed off the list":   {"POST", "/api/v1/compute/look", `{"plant":{"group":"vanda"},"inspection":{"findings":{"x":"present"}}}`, 422, "inspection.findings[x]"},
		"computed upside down":    {"POST", "/api/v1/compute/causes", `{"plant":{"group":"vanda"},"inspection":{"findings":{},"night_low_c":20,"day_high_c":10}}`, 422, "inspection.night_low_c"},
		"a cause of no name":      {"PUT", "/api/v1/inspections/1", save(`{"findings":{},"added":[{"name":""}]}`), 422, "inspection.added[0].name"},
		"an impossible reading":   {"POST", "/api/v1/compute/causes", `{"plant":{"group":"vanda"},"inspection":{"findings":{}},"reading":{"none_found":true,"roots":[{"id":"a","count":1,"segments":[{}]}]}}`, 422, "reading.none_found"},
	} {
		t.Run(name, func(t *testing.T) {
			doc := tester{t, x.url}.refused(c.status, c.method, c.path, c.body)
			if c.field != "" {
				f := firstFault(doc)
				require.NotNil(t, f, doc)
				assert.Equal(t, c.field, f["field"])
				assert.NotEmpty(t, f["words"])
				assert.NotEmpty(t, f["limit"])
			}
		})
	}
	_, kept, _ := x.send("GET", "/api/v1/inspections/1", "")
	assert.EqualValues(t, 1, kept["version"], "nothing was saved")
}
