package api

import (
	"fmt"
	"io"
	"net/http"
	"strings"
	"testing"
	"time"

	"github.com/emersion/go-ical"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// What has a page of its own stands in the round from its day on: what is to be unpotted, with a label
// to carry, and the look that has come to its day.
func TestAnErrandStandsInTheRound(t *testing.T) {
	x := startTending(t)
	for id, found := range []string{"black-edge", "pot-bound"} {
		x.does("POST", "/api/v1/plants", `{"tag":"`+found+`","group":"cattleya","leaf_count":5}`)
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

	soaked := x.housed(`{"tag":"Wet","group":"cattleya","leaf_count":5,"old_medium":"bark"}`, "bark", "2030-04-20")
	x.tick(soaked, "little", `,"outcome":"left","because":"still-wet"`)
	assert.Equal(t, "wet-10", under(listAt(x.care(soaked), "alarms")[0], "code"), "three weeks after it was watered")
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
