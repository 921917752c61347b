package api

import (
	"fmt"
	"io"
	"net/http"
	"net/http/httptest"
	"path/filepath"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/emersion/go-ical"
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

// A gate opened by a check-in turns the reservoir on, and every page hears it.
func TestACheckInOpensAGate(t *testing.T) {
	x := startTending(t)
	p := x.does("POST", "/api/v1/plants", rootlessMoth)
	at := fmt.Sprintf("/api/v1/plants/%v", p["id"])
	r := x.does("POST", at+"/readings", `{"read_on":"2030-04-20"}`)
	x.does("PUT", fmt.Sprintf("/api/v1/readings/%v", r["id"]), fmt.Sprintf(
		`{"version":%v,"read_on":"2030-04-20","reading":{"roots":[{"id":"a","count":9,"segments":[{"length_mm":60,"feel":"hollow"}]}]}}`,
		r["version"],
	))
	x.does("POST", at+"/homes", `{"route":"inorganic","from_on":"2030-04-25","pot":{"shape":"round","top_mm":110,"bottom_mm":85,"height_mm":120,"wall":"clear"}}`)
	care := x.care(1)
	require.Equal(t, "tips-first", under(listAt(care, "runs")[0], "code"))
	assert.Empty(t, x.dueOn(1, "refill"), "no reservoir yet")
	x.does("POST", at+"/checkins", `{"noted":{"tips":1,"tip_state":"growing","tips_at":"edge"}}`)
	care = x.care(1)
	require.Equal(t, "mineral", under(listAt(care, "runs")[0], "code"))
	assert.Equal(t, "2030-05-15", x.dueOn(1, "refill")[:10], "its reservoir today")
	before := listAt(listAt(care, "runs")[0], "before")
	assert.Equal(t, "green-tip", under(before[0], "by"))
	seen := listAt(care, "checkins")[0]
	back := fmt.Sprintf(`{"version":%v,"noted":{"tips":1,"tip_state":"growing","tips_at":"edge"},"gone":true}`, under(seen, "version"))
	x.does("PUT", fmt.Sprintf("/api/v1/checkins/%v", under(seen, "id")), back)
	assert.Equal(t, "tips-first", under(listAt(x.care(1), "runs")[0], "code"), "taken back, it is as it was")

	x.does("PUT", at+"/aftercare", `{"version":0,"chosen":{"gates":{"tips-first/green-tip":"2030-05-10"}}}`)
	assert.Equal(t, "mineral", under(listAt(x.care(1), "runs")[0], "code"), "said by hand")
	status, _, _ := x.send("PUT", at+"/aftercare", `{"version":0,"chosen":{}}`)
	assert.Equal(t, http.StatusConflict, status, "an older version")
}

// What was seen at a check-in is heard by the look, the advice, the causes and May I at once.
func TestEveryPageHearsACheckIn(t *testing.T) {
	x := startTending(t)
	x.housed(`{"tag":"Cat","group":"cattleya","leaf_count":5,"bulb_count":5,"old_medium":"bark"}`, "bark", "2030-03-01")
	before := x.does("GET", "/api/v1/plants/1", "")
	x.does("POST", "/api/v1/plants/1/checkins", `{"noted":{"smell":"decay","leaf":"limp","medium":"wet"}}`)
	after := x.does("GET", "/api/v1/plants/1", "")
	assert.NotEqual(t, under(before, "advice", "headline"), under(after, "advice", "headline"))
	assert.Contains(t, []any{"now", "soon", "check"}, under(after, "advice", "code"), "%v", under(after, "advice", "headline"))
	for _, a := range listAt(x.does("GET", "/api/v1/plants/1/may-i", ""), "answers") {
		if under(a, "wish") == "water" {
			assert.NotEqual(t, "yes", under(a, "answer"), "wet and limp: no water")
		}
	}
	assert.Empty(t, x.dueOn(1, "little"), "and none is asked for in the round")
	list := x.does("GET", "/api/v1/plants", "")
	assert.Equal(t, under(after, "advice", "headline"), under(listAt(list, "plants")[0], "advised", "headline"))
}

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

// What has a page of its own stands in the round from its day on: what is to be unpotted, with a label
// to carry, and the look that has come to its day.
func TestAnErrandStandsInTheRound(t *testing.T) {
	x := startTending(t)
	for id, found := range []string{"black-edge", "pot-bound"} {
		x.does("POST", "/api/v1/plants", `{"tag":"`+found+`","group":"cattleya","leaf_count":5,"old_medium":"bark"}`)
		l := x.does("POST", fmt.Sprintf("/api/v1/plants/%d/inspections", id+1), `{"looked_on":"2030-05-15"}`)
		x.does("PUT", fmt.Sprintf("/api/v1/inspections/%v", l["id"]), fmt.Sprintf(
			`{"version":%v,"looked_on":"2030-05-15","inspection":{"again_on":"2030-05-25","findings":{%q:"present"}}}`, l["version"], found,
		))
	}
	errands := func() (list []string) {
		for _, e := range listAt(x.does("GET", "/api/v1/today", ""), "errands") {
			list = append(list, fmt.Sprint(under(e, "tag"), " ", under(e, "turn"), " ", under(e, "advised", "page")))
		}
		return list
	}
	assert.Equal(t, []string{"black-edge suspect unpot"}, errands(), "a day that was chosen puts nothing off that cannot wait")
	assert.InDelta(t, 1, under(x.does("GET", "/api/v1/today", ""), "carry", "labels"), 0)
	for n, stands := range [][]string{
		{"black-edge suspect unpot"}, {"black-edge suspect unpot"},
		{"black-edge suspect unpot", "pot-bound suspect unpot"},
	} {
		x.does("POST", "/api/v1/plants/2/checkins", `{"noted":{"leaf":"limp","medium":"wet"}}`)
		assert.Equal(t, stands, errands(), "limp in the wet, day %d: unpotted on the second", n)
		x.sleeps(1)
	}
	x.does("POST", "/api/v1/plants/2/checkins", `{"noted":{"leaf":"firm","medium":"damp"}}`)
	assert.Equal(t, []string{"black-edge suspect unpot"}, errands(), "and firm again")
	x.sleeps(7)
	assert.Equal(t, []string{"pot-bound clean look", "black-edge suspect unpot"}, errands())

	assert.Equal(t, "Nothing is due in the round. 2 plants want you at the bench.", x.does("GET", "/api/v1/today", "")["headline"])
	cold := x.does("POST", "/api/v1/plants/2/inspections", `{"looked_on":"2030-05-25"}`)
	x.does("PUT", fmt.Sprintf("/api/v1/inspections/%v", cold["id"]), fmt.Sprintf(
		`{"version":%v,"looked_on":"2030-05-25","inspection":{"night_low_c":1,"findings":{"pot-bound":"present"}}}`, cold["version"],
	))
	assert.Equal(t, "Bring it in first.", under(x.does("GET", "/api/v1/plants/2", ""), "advice", "headline"))
	for n := range 5 {
		x.does("POST", "/api/v1/plants", fmt.Sprintf(`{"tag":"bare %d","group":"phalaenopsis","pot":"none","old_medium":"none"}`, n))
	}
	assert.Equal(t, []string{
		"pot-bound clean look", "bare 0 clean roots", "bare 1 clean roots", "bare 2 clean roots", "bare 3 clean roots",
		"black-edge suspect unpot",
	}, errands(), "in the frost, or bare on the bench, they wait for no day")
	assert.InDelta(t, 1, x.does("GET", "/api/v1/today", "")["more"], 0)
}

// Jobs done, done twice, left, and taken back.
func TestTicksOfARound(t *testing.T) {
	x := startTending(t)
	id := x.housed(`{"tag":"Cat","group":"cattleya","leaf_count":5,"old_medium":"bark"}`, "bark", "2030-05-06")
	assert.Contains(t, x.items(), "Cat little")
	due := func() int { return len(listAt(x.does("GET", "/api/v1/plants?due=true", ""), "plants")) }
	assert.Equal(t, 1, due(), "the bench says so too, on the first day of its window")
	first := x.tick(id, "little", `,"was":"dry"`)
	assert.Nil(t, first["already"])
	again := x.tick(id, "little", "")
	assert.Equal(t, true, again["already"], "the second sees it done")
	assert.Equal(t, first["id"], again["id"])
	assert.Contains(t, x.items(), "Cat little done")
	assert.Greater(t, x.dueOn(id, "little"), "2030-05-15")
	assert.Zero(t, due())
	assert.Equal(t, "2030-05-15", under(x.care(id), "last", "watered_on"))

	x.does("PUT", "/api/v1/aftercare/undone", fmt.Sprintf(`{"ids":[%v]}`, first["id"]))
	x.does("PUT", "/api/v1/aftercare/undone", fmt.Sprintf(`{"ids":[%v]}`, first["id"]))
	assert.Contains(t, x.items(), "Cat little", "taken back, twice is once")
	left := x.tick(id, "little", `,"outcome":"left","because":"still-wet"`)
	assert.Equal(t, "left", left["outcome"])
	assert.Contains(t, x.items(), "Cat little left")
	put := x.dueOn(id, "little")
	assert.Greater(t, put, "2030-05-15", "still wet: it is asked again later")
	assert.Equal(t, left["id"], x.tick(id, "little", `,"outcome":"left","because":"still-wet"`)["id"], "left twice is once")
	done := x.tick(id, "little", "")
	assert.Nil(t, done["already"], "left, and done after all")
	assert.Equal(t, done["id"], x.tick(id, "little", `,"outcome":"left","because":"still-wet"`)["id"], "what is done stays done")

	soaked := x.housed(`{"tag":"Wet","group":"cattleya","leaf_count":5,"old_medium":"bark"}`, "bark", "2030-04-01")
	x.tick(soaked, "little", `,"outcome":"left","because":"still-wet"`)
	assert.Equal(t, "wet-10", under(listAt(x.care(soaked), "alarms")[0], "code"), "six weeks after it was watered")
	assert.Equal(t, "alarm", x.care(soaked)["held_back"])
	x.does("POST", fmt.Sprintf("/api/v1/plants/%d/checkins", soaked), `{"noted":{"leaf":"limp","medium":"wet"}}`)
	assert.Equal(t, "No more water. Look it over: roots may be failing.",
		under(x.does("GET", fmt.Sprintf("/api/v1/plants/%d", soaked), ""), "advice", "headline"), "it is not asked to be felt: it was")
	assert.Empty(t, x.dueOn(soaked, "little"), "no water is asked for while it says none")

	x.now = x.now.AddDate(0, 0, 1)
	status, doc, _ := x.send("PUT", "/api/v1/aftercare/undone", fmt.Sprintf(`{"ids":[%v]}`, done["id"]))
	assert.Equal(t, http.StatusUnprocessableEntity, status, "only what was done today")
	assert.Equal(t, "ids[0]", firstFault(doc)["field"])
	late := x.does("POST", "/api/v1/aftercare", fmt.Sprintf(`{"at":"2030-05-14T20:00:00Z","ticks":[{"plant_id":%d,"job":"check","outcome":"done"}]}`, id))
	assert.Equal(t, "2030-05-14", under(listAt(late, "tended")[0], "on"), "told late, it is of its day")
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
		{"POST", "/api/v1/aftercare", `{"ticks":[]}`, 422, "ticks"},
		{"POST", "/api/v1/aftercare", tick(`{"plant_id":1,"job":"dance","outcome":"done"}`), 422, "ticks[1].job"},
		{"POST", "/api/v1/aftercare", tick(`{"plant_id":1,"job":"mist","outcome":"left"}`), 422, "ticks[1].because"},
		{"POST", "/api/v1/aftercare", tick(`{"plant_id":1,"job":"mist","outcome":"left","because":"still-wet"}`), 422, "ticks[1].because"},
		{"POST", "/api/v1/aftercare", tick(`{"plant_id":1,"job":"check","outcome":"done","ppm_n":60}`), 422, "ticks[1].was"},
		{"POST", "/api/v1/aftercare", tick(`{"plant_id":1,"job":"mist","outcome":"done","ppm_n":4000}`), 422, "ticks[1].ppm_n"},
		{"POST", "/api/v1/aftercare", tick(`{"plant_id":2,"job":"mist","outcome":"done"}`), 422, "ticks[1].plant_id"},
		{"POST", "/api/v1/aftercare", tick(`{"plant_id":99,"job":"mist","outcome":"done"}`), 404, ""},
		{"POST", "/api/v1/aftercare", `{"at":"2030-05-16T10:00:00Z","ticks":[{"plant_id":1,"job":"mist","outcome":"done"}]}`, 422, "at"},
		{"POST", "/api/v1/aftercare", `{"at":"2030-04-16T10:00:00Z","ticks":[{"plant_id":1,"job":"mist","outcome":"done"}]}`, 422, "at"},
		{"POST", "/api/v1/plants/1/checkins", `{"noted":{}}`, 422, "noted.noted"},
		{"POST", "/api/v1/plants/1/checkins", `{"noted":{"tips":0,"tip_state":"growing"}}`, 422, "noted.tip_state"},
		{"POST", "/api/v1/plants/1/checkins", `{"noted":{"longest_mm":5000}}`, 422, "noted.longest_mm"},
		{"POST", "/api/v1/plants/1/checkins", `{"on":"2030-06-01","noted":{"leaf":"firm"}}`, 422, "on"},
		{"POST", "/api/v1/plants/99/checkins", `{"noted":{"leaf":"firm"}}`, 404, ""},
		{"PUT", "/api/v1/plants/1/aftercare", `{"version":0,"chosen":{"protocol":"moon"}}`, 422, "chosen.protocol"},
		{"PUT", "/api/v1/plants/1/aftercare", `{"version":0,"chosen":{"gates":{"mount/moon":"2030-05-01"}}}`, 422, "chosen.gates[mount/moon]"},
		{"PUT", "/api/v1/plants/1/aftercare", `{"version":0,"chosen":{"gates":{"mount/grips":"2030-06-01"}}}`, 422, "chosen.gates[mount/grips]"},
		{"PUT", "/api/v1/plants/1/aftercare", `{"version":0,"chosen":{"shifts":{"soak":{"to":"2031-06-01","reason":"x"}}}}`, 422, "chosen.shifts[soak].to"},
		{"PUT", "/api/v1/plants/1/aftercare", `{"version":0,"chosen":{"left_out":{"soak":{"on":"2030-05-01","reason":" "}}}}`, 422, "chosen.left_out[soak].reason"},
		{"POST", "/api/v1/places/9/watered", `{"because":"rain"}`, 404, ""},
		{"PUT", "/api/v1/settings", `{"version":0,"sides":{},"hemisphere":"north","cut_margin_mm":3,"zone":"Mars/Base"}`, 422, "zone"},
		{"PUT", "/api/v1/settings", `{"version":0,"sides":{},"hemisphere":"north","cut_margin_mm":3,"latitude_deg":95}`, 422, "latitude_deg"},
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

// Rain waters what stands at a place; a home given since drops what was due, and says so.
func TestRainAndWhatDropsOut(t *testing.T) {
	x := startTending(t)
	x.does("POST", "/api/v1/places", `{"name":"Yard","low_c":14,"high_c":24}`)
	out := x.housed(`{"tag":"Out","group":"phalaenopsis","leaf_count":4,"old_medium":"bark","place_id":1}`, "inorganic", "2030-05-01")
	in := x.housed(`{"tag":"In","group":"phalaenopsis","leaf_count":4,"old_medium":"bark"}`, "inorganic", "2030-05-01")
	rained := x.does("POST", "/api/v1/places/1/watered", `{"because":"rain"}`)
	require.Len(t, listAt(rained, "tended"), 1)
	assert.Equal(t, "rain", under(listAt(x.care(out), "done")[0], "because"))
	assert.Empty(t, listAt(x.care(in), "done"))
	job := under(listAt(rained, "tended")[0], "job").(string)
	assert.Greater(t, x.dueOn(out, job), "2030-05-15")

	require.NotEmpty(t, x.items())
	x.now = x.now.AddDate(0, 0, 1)
	x.does("POST", fmt.Sprintf("/api/v1/plants/%d/holding", in), `{"method":"tub","from":"2030-05-15"}`)
	dropped := listAt(x.does("GET", "/api/v1/today", ""), "dropped")
	require.NotEmpty(t, dropped)
	assert.Equal(t, "In", under(dropped[0], "tag"))
	assert.Contains(t, under(dropped[0], "why", "value"), "new home")
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

// The house's day is the day: what is due, and what is done, go by its time zone.
func TestTheDayOfTheHouse(t *testing.T) {
	x := startTending(t)
	x.now = time.Date(2030, 5, 15, 12, 0, 0, 0, time.UTC)
	assert.Equal(t, "2030-05-15", x.does("GET", "/api/v1/today", "")["day"])
	s := x.does("PUT", "/api/v1/settings", `{"version":0,"sides":{},"hemisphere":"north","cut_margin_mm":3,"zone":"Pacific/Kiritimati","latitude_deg":2}`)
	assert.Equal(t, "2030-05-16", x.does("GET", "/api/v1/today", "")["day"], "fourteen hours on it is the next day")
	id := x.housed(rootlessMoth, "bark", "2030-05-01")
	assert.Equal(t, "2030-05-16", x.tick(id, "little", "")["on"])
	x.does("PUT", "/api/v1/settings", fmt.Sprintf(`{"version":%v,"sides":{},"hemisphere":"north","cut_margin_mm":3}`, s["version"]))
	assert.Equal(t, "2030-05-15", x.does("GET", "/api/v1/today", "")["day"])
}

// A calendar is read back by another's parser; without its secret there is nothing.
func TestACalendarToSubscribeTo(t *testing.T) {
	x := startTending(t)
	x.does("POST", "/api/v1/places", `{"name":"Shed"}`)
	id := x.housed(`{"tag":"Cat","group":"cattleya","leaf_count":5,"old_medium":"bark","place_id":1}`, "bark", "2030-05-10")
	read := func(path string) (int, map[string]string) {
		r, err := http.NewRequestWithContext(t.Context(), http.MethodGet, x.url+path, nil)
		require.NoError(t, err)
		answer, err := http.DefaultClient.Do(r)
		require.NoError(t, err)
		defer func() { _ = answer.Body.Close() }()
		body, err := io.ReadAll(answer.Body)
		require.NoError(t, err)
		if answer.StatusCode != http.StatusOK {
			assert.NotContains(t, string(body), "Cat")
			return answer.StatusCode, nil
		}
		assert.Equal(t, "text/calendar; charset=utf-8", answer.Header.Get("Content-Type"))
		c, err := ical.NewDecoder(strings.NewReader(string(body))).Decode()
		require.NoError(t, err)
		all := map[string]string{}
		for _, e := range c.Events() {
			uid, err := e.Props.Text(ical.PropUID)
			require.NoError(t, err)
			title, err := e.Props.Text(ical.PropSummary)
			require.NoError(t, err)
			all[uid] = title
		}
		return answer.StatusCode, all
	}
	status, _ := read("/api/v1/calendars/anything.ics")
	assert.Equal(t, http.StatusNotFound, status, "it is not shared")
	shared := x.does("PUT", "/api/v1/calendar", `{"shared":true,"by":"place"}`)["secret"].(string)
	assert.GreaterOrEqual(t, len(shared), 26, "128 bits and more")
	status, _ = read("/api/v1/calendars/" + shared[:20] + ".ics")
	assert.Equal(t, http.StatusNotFound, status)
	_, before := read("/api/v1/calendars/" + shared + ".ics")
	due := x.dueOn(id, "little")
	uid := fmt.Sprintf("%s-place-1@therapeon", due)
	assert.Equal(t, "Shed: water a little 1", before[uid])
	_, file := read("/api/v1/calendar/file")
	assert.Equal(t, before, file)

	x.now, _ = time.Parse(time.DateOnly, due)
	x.now = x.now.Add(12 * time.Hour)
	x.tick(id, "little", "")
	_, after := read("/api/v1/calendars/" + shared + ".ics")
	assert.NotContains(t, after, uid, "done, it goes")
	x.does("PUT", "/api/v1/calendar", `{"shared":true,"by":"plant"}`)
	_, each := read("/api/v1/calendars/" + shared + ".ics")
	assert.Equal(t, "Water it a little: Cat", each[fmt.Sprintf("plant-%d-little@therapeon", id)])
	renewed := x.does("PUT", "/api/v1/calendar", `{"shared":true,"renew":true,"by":"plant"}`)["secret"].(string)
	assert.NotEqual(t, shared, renewed)
	status, _ = read("/api/v1/calendars/" + shared + ".ics")
	assert.Equal(t, http.StatusNotFound, status, "the one before leads nowhere")
	x.does("PUT", "/api/v1/calendar", `{"shared":false,"by":"plant"}`)
	status, _ = read("/api/v1/calendars/" + renewed + ".ics")
	assert.Equal(t, http.StatusNotFound, status)
}

// An evening and an absence over the interface.
func TestAnEveningAndAnAbsence(t *testing.T) {
	x := startTending(t)
	for _, tag := range []string{"A", "B"} {
		x.does("POST", "/api/v1/plants", fmt.Sprintf(`{"tag":%q,"group":"cattleya","pot":"none","old_medium":"none"}`, tag))
	}
	look := x.does("POST", "/api/v1/plants/2/inspections", `{}`)
	x.does("PUT", fmt.Sprintf("/api/v1/inspections/%v", look["id"]), fmt.Sprintf(
		`{"version":%v,"looked_on":%q,"inspection":{"findings":{"black-edge":"present"},"unpotted":true}}`,
		look["version"], look["looked_on"],
	))
	e := x.does("GET", "/api/v1/evening?minutes=20", "")
	require.NotEmpty(t, listAt(e, "tonight"))
	tags := func(of []any) (list []string) {
		for _, c := range of {
			list = append(list, under(c, "tag").(string))
		}
		return list
	}
	assert.Contains(t, tags(listAt(e, "tonight")), "B", "what runs is of tonight")
	assert.ElementsMatch(t, []string{"A", "B"}, slices.Concat(tags(listAt(e, "tonight")), tags(listAt(e, "waits"))))

	x.housed(`{"tag":"Held","group":"phalaenopsis","leaf_count":4}`, "tub", "2030-05-01")
	a := x.does("GET", "/api/v1/away?from=2030-05-17&until=2030-05-31", "")
	require.Len(t, listAt(a, "plants"), 1)
	held := listAt(a, "plants")[0]
	assert.Equal(t, false, under(held, "lasts"))
	assert.NotEmpty(t, listAt(held, "makes"))
	assert.NotEmpty(t, listAt(held, "sits"))
	assert.NotEmpty(t, listAt(a, "never"))
}
