package api

import (
	"fmt"
	"net/http/httptest"
	"path/filepath"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/clinic"
	"therapeon/ledger"
)

// tended is a bench whose days go on as they are told.
type tended struct {
	tester
	*clinic.Clinic
	now time.Time
}

func startTending(t *testing.T) *tended {
	t.Helper()
	x := &tended{now: time.Date(2030, 5, 15, 10, 0, 0, 0, time.UTC)}
	s, err := ledger.Open(t.Context(), filepath.Join(t.TempDir(), "bench.sqlite"))
	require.NoError(t, err)
	x.Clinic = clinic.New(s, func() time.Time { return x.now })
	h, err := New(x.Clinic, shell)
	require.NoError(t, err)
	server := httptest.NewServer(h)
	t.Cleanup(func() { server.Close(); _ = s.Close() })
	x.tester = tester{t, server.URL}
	return x
}

// sleeps until another day, with the upkeep of its night.
func (x *tended) sleeps(days int) {
	x.now = x.now.AddDate(0, 0, days)
	require.NoError(x, x.Settings.Resume(x.Context()))
}

// does sends a request that has to be answered well.
func (x *tended) does(method, path, body string) map[string]any {
	x.Helper()
	status, doc, _ := x.send(method, path, body)
	require.Less(x, status, 300, "%s %s: %v", method, path, doc)
	return doc
}

// housed puts a plant on the bench that was given a home on a day.
func (x *tended) housed(intake, route, on string) int {
	p := x.does("POST", "/api/v1/plants", intake)
	id := int(p["id"].(float64))
	x.does("POST", fmt.Sprintf("/api/v1/plants/%d/homes", id), fmt.Sprintf(
		`{"route":%q,"from_on":%q,"pot":{"shape":"round","top_mm":120,"bottom_mm":90,"height_mm":110,"wall":"clear"}}`, route, on,
	))
	return id
}

func (x *tended) care(id int) map[string]any {
	return x.does("GET", fmt.Sprintf("/api/v1/plants/%d/aftercare", id), "")
}

// dueOn is the day on which a job of a plant is due; empty where it is not.
func (x *tended) dueOn(id int, job string) string {
	for _, d := range listAt(x.care(id), "due") {
		if under(d, "job") == job {
			return under(d, "on").(string)
		}
	}
	return ""
}

func (x *tended) tick(id int, job, more string) map[string]any {
	doc := x.does("POST", "/api/v1/aftercare", fmt.Sprintf(`{"ticks":[{"plant_id":%d,"job":%q,"outcome":"done"%s}]}`, id, job, more))
	return listAt(doc, "tended")[0].(map[string]any)
}

// items are those of today's round, by tag and job.
func (x *tended) items() (list []string) {
	for _, turn := range listAt(x.does("GET", "/api/v1/today", ""), "turns") {
		for _, g := range listAt(turn, "groups") {
			for _, i := range listAt(g, "items") {
				words := fmt.Sprint(under(i, "tag"), " ", under(i, "job"))
				if under(i, "done") != nil {
					words += " " + under(i, "done", "outcome").(string)
				}
				list = append(list, words)
			}
		}
	}
	return list
}

const rootlessMoth = `{"tag":"Moth","group":"phalaenopsis","leaf_count":4,"old_medium":"bark"}`

// Of a held plant on which something crawls everything speaks at once: the advice, the round, the bench,
// May I. A look over it settles that.
func TestWhatCrawlsOnAHeldPlantIsHeard(t *testing.T) {
	x := startTending(t)
	x.does("POST", "/api/v1/plants", rootlessMoth)
	x.does("POST", "/api/v1/plants/1/holding", `{"method":"tub","from":"2030-05-01"}`)
	turns := func() (list []any) {
		for _, turn := range listAt(x.does("GET", "/api/v1/today", ""), "turns") {
			list = append(list, under(turn, "turn"))
		}
		return list
	}
	require.Equal(t, []any{"clean"}, turns())
	for _, seen := range []struct{ noted, says, page string }{
		{`{"pests":"yes","leaf":"firm"}`, "Keep it apart, and look it over.", "look"},
		{`{"pests":"no","base_rots":"yes","tips":3,"longest_mm":9}`, "Cut the soft growth clean, and let it dry.", "rehome"},
	} {
		x.now = x.now.Add(time.Hour)
		x.does("POST", "/api/v1/plants/1/checkins", `{"noted":`+seen.noted+`}`)
		p := x.does("GET", "/api/v1/plants/1", "")
		assert.Equal(t, seen.says, under(p, "advice", "headline"))
		assert.Equal(t, seen.page, under(p, "advice", "page"))
		assert.Contains(t, listAt(p, "advice", "says"), "apart")
		row := listAt(x.does("GET", "/api/v1/plants", ""), "plants")[0]
		assert.Equal(t, seen.says, under(row, "advised", "headline"))
		assert.Equal(t, true, under(row, "suspect"))
		assert.Equal(t, []any{"suspect"}, turns(), "after the clean ones")
		assert.Len(t, listAt(x.does("GET", "/api/v1/today", ""), "alarms"), 1)
		for _, a := range listAt(x.does("GET", "/api/v1/plants/1/may-i", ""), "answers") {
			if under(a, "wish") == "repot" {
				assert.NotEqual(t, "yes", under(a, "answer"), "not potted with it")
			}
		}
	}
	x.sleeps(1)
	l := x.does("POST", "/api/v1/plants/1/inspections", `{"looked_on":"2030-05-16"}`)
	assert.Equal(t, []any{"suspect"}, turns(), "a look that is begun says nothing yet")
	assert.Len(t, listAt(x.does("GET", "/api/v1/today", ""), "alarms"), 1)
	x.does("PUT", fmt.Sprintf("/api/v1/inspections/%v", l["id"]), fmt.Sprintf(
		`{"version":%v,"looked_on":"2030-05-16","inspection":{"unpotted":true,"findings":{"growth-rots":"absent"}}}`, l["version"],
	))
	assert.Equal(t, []any{"clean"}, turns())
	assert.Empty(t, listAt(x.does("GET", "/api/v1/today", ""), "alarms"))
}

// Watered in the round, it is not told again to be watered, on any page; taken back, it is.
func TestAWateringIsHeardEverywhere(t *testing.T) {
	x := startTending(t)
	id := x.housed(`{"tag":"Dry","group":"cattleya","leaf_count":5,"old_medium":"bark"}`, "bark", "2030-05-01")
	x.does("POST", "/api/v1/plants/1/checkins", `{"noted":{"leaf":"limp","medium":"dry"}}`)
	look := x.does("POST", "/api/v1/plants/1/inspections", `{"looked_on":"2030-05-15"}`)
	saved := x.does("PUT", fmt.Sprintf("/api/v1/inspections/%v", look["id"]), fmt.Sprintf(
		`{"version":%v,"looked_on":"2030-05-15","inspection":{"findings":{"leaves-limp":"present","pot-light":"present"}}}`,
		look["version"],
	))
	may := func(wish string) any {
		for _, a := range listAt(x.does("GET", "/api/v1/plants/1/may-i", ""), "answers") {
			if under(a, "wish") == wish {
				return under(a, "answer")
			}
		}
		return nil
	}
	says := func() []any {
		return []any{
			under(x.does("GET", "/api/v1/plants/1", ""), "advice", "code"),
			under(listAt(x.does("GET", "/api/v1/plants", ""), "plants")[0], "advised", "code"),
			under(x.does("GET", fmt.Sprintf("/api/v1/inspections/%v", saved["id"]), ""), "look", "headline"), may("water"),
		}
	}
	thirsty := []any{"water", "water", "Water it. Do not unpot it.", "yes"}
	assert.Equal(t, thirsty, says())
	done := x.tick(id, "little", `,"was":"dry"`)
	assert.Equal(t, []any{"leave", "leave", "Leave it, and weigh it.", "not-now"}, says())
	for _, e := range listAt(x.does("GET", "/api/v1/today", ""), "errands") {
		assert.Equal(t, "look-back", under(e, "advised", "code"), "its look wants nothing of Today")
	}
	x.does("PUT", "/api/v1/aftercare/undone", fmt.Sprintf(`{"ids":[%v]}`, done["id"]))
	assert.Equal(t, thirsty, says())
	x.tick(id, "little", "")
	x.sleeps(2)
	x.does("POST", "/api/v1/plants/1/checkins", `{"noted":{"leaf":"limp","medium":"dry"}}`)
	assert.Equal(t, thirsty, says(), "dry again, and limp again")
}

func TestBadTicksAndCheckIns(t *testing.T) {
	x := startTending(t)
	id := x.housed(`{"tag":"Cat","group":"cattleya"}`, "bark", "2030-05-01")
	gone := x.does("POST", "/api/v1/plants", `{"tag":"Gone","group":"cattleya"}`)["id"]
	x.does("PUT", fmt.Sprintf("/api/v1/plants/%v/archived", gone), `{"archived":true}`)
	tick := func(of string) string { return `{"ticks":[{"plant_id":1,"job":"little","outcome":"done"},` + of + `]}` }
	for _, c := range []struct {
		method, path, body string
		status             int
		field              string
	}{
		{"POST", "/api/v1/aftercare", tick(`{"plant_id":1,"job":"dance","outcome":"done"}`), 422, "ticks[1].job"},
		{"POST", "/api/v1/aftercare", tick(`{"plant_id":1,"job":"mist","outcome":"left"}`), 422, "ticks[1].because"},
		{"POST", "/api/v1/aftercare", tick(`{"plant_id":1,"job":"mist","outcome":"left","because":"still-wet"}`), 422, "ticks[1].because"},
		{"POST", "/api/v1/aftercare", tick(`{"plant_id":1,"job":"check","outcome":"done","ppm_n":60}`), 422, "ticks[1].was"},
		{"POST", "/api/v1/aftercare", tick(`{"plant_id":2,"job":"mist","outcome":"done"}`), 422, "ticks[1].plant_id"},
		{"POST", "/api/v1/aftercare", tick(`{"plant_id":99,"job":"mist","outcome":"done"}`), 404, ""},
		{"POST", "/api/v1/aftercare", `{"at":"2030-05-16T10:00:00Z","ticks":[{"plant_id":1,"job":"mist","outcome":"done"}]}`, 422, "at"},
		{"POST", "/api/v1/aftercare", `{"at":"2030-04-16T10:00:00Z","ticks":[{"plant_id":1,"job":"mist","outcome":"done"}]}`, 422, "at"},
		{"POST", "/api/v1/plants/1/checkins", `{"noted":{}}`, 422, "noted.noted"},
		{"POST", "/api/v1/plants/1/checkins", `{"noted":{"tips":0,"tip_state":"growing"}}`, 422, "noted.tip_state"},
		{"POST", "/api/v1/plants/1/checkins", `{"on":"2030-06-01","noted":{"leaf":"firm"}}`, 422, "on"},
		{"POST", "/api/v1/plants/99/checkins", `{"noted":{"leaf":"firm"}}`, 404, ""},
		{"PUT", "/api/v1/plants/1/aftercare", `{"version":0,"chosen":{"protocol":"moon"}}`, 422, "chosen.protocol"},
		{"PUT", "/api/v1/plants/1/aftercare", `{"version":0,"chosen":{"gates":{"mount/moon":"2030-05-01"}}}`, 422, "chosen.gates[mount/moon]"},
		{"PUT", "/api/v1/plants/1/aftercare", `{"version":0,"chosen":{"gates":{"mount/grips":"2030-06-01"}}}`, 422, "chosen.gates[mount/grips]"},
		{"PUT", "/api/v1/plants/1/aftercare", `{"version":0,"chosen":{"shifts":{"soak":{"to":"2031-06-01","reason":"x"}}}}`, 422, "chosen.shifts[soak].to"},
		{"PUT", "/api/v1/plants/1/aftercare", `{"version":0,"chosen":{"left_out":{"soak":{"on":"2030-05-01","reason":" "}}}}`, 422, "chosen.left_out[soak].reason"},
		{"POST", "/api/v1/places/9/watered", `{"because":"rain"}`, 404, ""},
		{"PUT", "/api/v1/settings", `{"version":0,"sides":{},"hemisphere":"north","cut_margin_mm":3,"zone":"Mars/Base"}`, 422, "zone"},
		{"GET", "/api/v1/away?from=2030-05-14&until=2030-05-20", "", 422, "from"},
		{"GET", "/api/v1/away?from=2030-05-20&until=2030-05-16", "", 422, "until"},
		{"GET", "/api/v1/away?from=2030-05-20&until=2031-05-16", "", 422, "until"},
		{"GET", "/api/v1/away?from=soon&until=2030-05-16", "", 422, "from"},
		{"GET", "/api/v1/evening?minutes=5000", "", 422, "minutes"},
	} {
		status, doc, _ := x.send(c.method, c.path, c.body)
		assert.Equal(t, c.status, status, "%s %s: %v", c.path, c.body, doc)
		if c.field != "" {
			assert.Equal(t, c.field, firstFault(doc)["field"], c.body)
			assert.NotEmpty(t, firstFault(doc)["words"], c.body)
		}
	}
	assert.Empty(t, listAt(x.care(id), "done"), "nothing of a list with a fault was kept")
	assert.Empty(t, listAt(x.care(id), "checkins"))
}

// Two waterings that come to fall on one day are one; the other did not drop out.
func TestOneWateringIsNotADrop(t *testing.T) {
	x := startTending(t)
	id := x.housed(`{"tag":"Moth","group":"phalaenopsis","leaf_count":4,"old_medium":"bark"}`, "inorganic", "2030-01-20")
	x.does("POST", "/api/v1/aftercare", fmt.Sprintf(`{"at":"2030-05-03T10:00:00Z","ticks":[{"plant_id":%d,"job":"rinse","outcome":"done"}]}`, id))
	require.Contains(t, x.items(), "Moth refill")
	x.sleeps(3)
	require.Contains(t, x.items(), "Moth rinse")
	assert.NotContains(t, x.items(), "Moth refill")
	assert.Empty(t, listAt(x.does("GET", "/api/v1/today", ""), "dropped"))
}
