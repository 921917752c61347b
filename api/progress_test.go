package api

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func (x *tended) progress(id int) map[string]any {
	return x.does("GET", fmt.Sprintf("/api/v1/plants/%d/progress", id), "")
}

// sees notes a check-in today.
func (x *tended) sees(id int, noted string) {
	x.does("POST", fmt.Sprintf("/api/v1/plants/%d/checkins", id), fmt.Sprintf(`{"noted":{%s}}`, noted))
}

func (x *tended) fares(id int) map[string]any {
	for _, p := range listAt(x.does("GET", "/api/v1/plants", ""), "plants") {
		if int(under(p, "id").(float64)) == id {
			return p.(map[string]any)
		}
	}
	require.Fail(x, "not on the bench")
	return nil
}

// The look back is asked for in Today, made once, changed against its version, and taken back.
func TestALookBack(t *testing.T) {
	x := startTending(t)
	id := x.housed(`{"tag":"Moth","group":"phalaenopsis","old_medium":"bark"}`, "bark", "2030-05-14")
	at := fmt.Sprintf("/api/v1/plants/%d/lookback", id)
	status, doc, _ := x.send("PUT", at, `{"of":"14","version":0}`)
	require.Equal(t, 422, status, "its day has not come")
	assert.Equal(t, "of", under(listAt(doc, "faults")[0], "field"))
	x.sees(id, `"leaf":"firm","tips":0`)
	x.sleeps(14)
	x.sees(id, `"leaf":"firm","tips":2,"tip_state":"growing"`)
	asked := func() (list []string) {
		for _, e := range listAt(x.does("GET", "/api/v1/today", ""), "errands") {
			list = append(list, under(e, "advised", "code").(string))
		}
		return list
	}
	assert.Contains(t, asked(), "look-back")
	back := listAt(x.progress(id), "look_backs")[0]
	assert.Equal(t, "due", under(back, "state"))
	assert.Equal(t, "rooting", under(back, "now", "stage"))
	now := x.does("PUT", at, `{"of":"14","version":0,"again":"yes","note":"the moss helped"}`)
	back = listAt(now, "look_backs")[0]
	assert.Equal(t, "done", under(back, "state"))
	assert.Equal(t, "yes", under(back, "again"))
	assert.Contains(t, under(back, "said"), "It is winning")
	assert.NotContains(t, asked(), "look-back")
	status, _, _ = x.send("PUT", at, `{"of":"14","version":0,"again":"no"}`)
	assert.Equal(t, 409, status, "another made it meanwhile")
	x.does("PUT", at, `{"of":"14","version":1,"again":"no"}`)
	history := listAt(x.does("GET", fmt.Sprintf("/api/v1/plants/%d/timeline", id), ""), "entries")
	assert.Contains(t, fmt.Sprint(history), "Would not do it again.")
	now = x.does("PUT", at, `{"of":"14","version":2,"gone":true}`)
	assert.Equal(t, "due", under(listAt(now, "look_backs")[0], "state"))
}

// each is one value of all in a list.
func each(all []any, key string) (list []any) {
	for _, of := range all {
		list = append(list, under(of, key))
	}
	return list
}

// A root is called the same on every page: by its number in the newest reading, or as its keeper named it.
func TestARootHasOneName(t *testing.T) {
	x := startTending(t)
	id := x.housed(`{"tag":"Moth","group":"phalaenopsis","old_medium":"bark"}`, "bark", "2030-05-14")
	at := fmt.Sprintf("/api/v1/plants/%d", id)
	reading := int(x.does("POST", at+"/readings", `{}`)["id"].(float64))
	one := `{"id":"%s","count":1,"segments":[{"length_mm":40,"feel":"firm"}],"tip":"growing"}`
	read := x.does("PUT", fmt.Sprintf("/api/v1/readings/%d", reading), fmt.Sprintf(
		`{"version":1,"read_on":"2030-05-15","reading":{"roots":[%s,%s]}}`, fmt.Sprintf(one, "r1k9z03x"), fmt.Sprintf(one, "Wall")))
	assert.Equal(t, []any{"1", "Wall"}, each(listAt(read, "verdict", "roots"), "label"))
	x.sleeps(7)
	x.sees(id, `"roots":[{"root":"r1k9z03x","length_mm":46,"tip":"growing","new":true},{"root":"Wall","length_mm":45}]`)
	assert.ElementsMatch(t, []any{"1", "Wall"}, each(listAt(x.progress(id), "tracks"), "label"))
	assert.Equal(t, map[string]any{"r1k9z03x": "1", "Wall": "Wall"}, x.does("GET", at+"/aftercare", "")["roots"])
	for _, page := range []any{x.does("GET", at+"/timeline", ""), each(listAt(x.progress(id), "forecasts"), "name")} {
		assert.Contains(t, fmt.Sprint(page), "root 1")
		assert.NotContains(t, fmt.Sprint(page), "r1k9z03x")
	}
}

// A plant is closed with what it teaches, and opened again as it was; something firm is not lost.
func TestClosedAndOpenedAgain(t *testing.T) {
	x := startTending(t)
	id := x.housed(`{"tag":"Moth","group":"phalaenopsis","old_medium":"bark"}`, "bark", "2030-05-10")
	x.sees(id, `"leaf":"limp"`)
	plant := fmt.Sprintf("/api/v1/plants/%d", id)
	as := func() map[string]any {
		p := x.does("GET", plant, "")
		delete(p, "version")
		delete(p, "updated_at")
		return p
	}
	before, care, today := as(), x.care(id), x.items()
	at := plant + "/closing"
	fault := func(body, field string) {
		t.Helper()
		status, doc, _ := x.send("PUT", at, body)
		require.Equal(t, 422, status)
		assert.Equal(t, field, under(listAt(doc, "faults")[0], "field"))
		assert.Equal(t, before, as(), "nothing half-saved")
	}
	fault(`{"version":0,"closing":{"how":"lost"}}`, "closing.rhizome")
	fault(`{"version":0,"closing":{"how":"lost","rhizome":"firm"}}`, "closing.rhizome")
	fault(`{"version":0,"closing":{"how":"lost","rhizome":"doubtful","cause":"cold-injury"}}`, "closing.rhizome")
	fault(`{"version":0,"closing":{"how":"given","cause":"cold-injury"}}`, "closing.cause")
	fault(`{"version":0,"closing":{"how":"sold"}}`, "closing.how")
	fault(`{"version":0,"closing":{"how":"lost","rhizome":"none","cause":"bad-luck"}}`, "closing.cause")
	fault(`{"version":0,"closing":{"how":"recovered"},"on":"2031-01-01"}`, "on")

	now := x.does("PUT", at, `{"version":0,"closing":{"how":"lost","rhizome":"none","cause":"cold-injury","medium":"thrown",`+
		`"lesson":"Look at the heating in October."}}`)
	assert.Equal(t, "Lost. Cold injury. Look at the heating in October.", under(now, "closed", "words"))
	assert.NotEmpty(t, as()["archived_at"])
	assert.Empty(t, x.items(), "it is off the bench")
	x.sleeps(0)
	x.does("PUT", at, fmt.Sprintf(`{"version":%v,"closing":{"how":"lost","rhizome":"none"},"open":true}`, under(now, "closed", "version")))
	assert.Equal(t, before, as(), "as it was")
	assert.Equal(t, care, x.care(id))
	assert.Equal(t, today, x.items())
	assert.Nil(t, under(x.progress(id), "closed", "closing"))
	status, doc, _ := x.send("PUT", at, `{"version":2,"closing":{"how":"recovered"}}`)
	require.Equal(t, 422, status, "its stage says otherwise: that is asked once")
	assert.Equal(t, "closing.how", under(listAt(doc, "faults")[0], "field"))
	x.does("PUT", at, `{"version":2,"closing":{"how":"recovered","anyway":true}}`)
	x.does("PUT", plant+"/archived", `{"archived":false}`)
	assert.Nil(t, under(x.progress(id), "closed", "closing"), "put back on the bench, it is open")
}

// Who stood beside a suspect is watched: its looks come into Today until its day, and end when they are
// taken back.
func TestAWatchList(t *testing.T) {
	x := startTending(t)
	place := x.does("POST", "/api/v1/places", `{"name":"Bench one"}`)
	other := x.does("POST", "/api/v1/places", `{"name":"Far away"}`)
	on := func(tag string, place map[string]any) int {
		return x.housed(fmt.Sprintf(`{"tag":%q,"group":"cattleya","old_medium":"bark","place_id":%v}`, tag, place["id"]), "bark", "2030-05-10")
	}
	suspect, beside, far := on("Mites", place), on("Beside", place), on("Far", other)
	at := fmt.Sprintf("/api/v1/plants/%d/contagion", suspect)
	e := x.does("GET", at+"?agent=spider-mites", "")
	exposed := listAt(listAt(e, "agents")[0], "exposed")
	require.Len(t, exposed, 1)
	assert.Equal(t, "Beside", under(exposed[0], "tag"))
	assert.Equal(t, "2030-06-19", under(exposed[0], "until"), "35 days after the last contact, which is today's")
	status, doc, _ := x.send("POST", at, fmt.Sprintf(`{"agent":"spider-mites","plants":[%d]}`, far))
	require.Equal(t, 422, status)
	assert.Equal(t, "plants[0]", under(listAt(doc, "faults")[0], "field"))
	status, doc, _ = x.send("POST", at, `{"agent":"dragons","plants":[2]}`)
	require.Equal(t, 422, status)
	assert.Equal(t, "agent", under(listAt(doc, "faults")[0], "field"))

	x.does("POST", at, fmt.Sprintf(`{"agent":"spider-mites","plants":[%d]}`, beside))
	x.does("POST", at, fmt.Sprintf(
		`{"agent":"wilt","plants":[%d],"shared":{"what":"blade","on":"2030-05-12"}}`, far))
	care := x.care(beside)
	assert.Contains(t, fmt.Sprint(listAt(care, "runs")), "Watched")
	assert.Contains(t, listAt(care, "checks"), "pests")
	x.sleeps(7)
	assert.Contains(t, x.items(), "Beside check")
	watched := listAt(x.does("GET", fmt.Sprintf("/api/v1/plants/%d/contagion", far), ""), "watched")
	require.Len(t, watched, 1)
	assert.Equal(t, "Mites", under(watched[0], "suspect", "tag"))
	assert.Equal(t, "2030-09-09", under(watched[0], "until"), "120 days after the blade")
	x.does("PUT", fmt.Sprintf("/api/v1/watches/%v/ended", under(watched[0], "id")), `{"version":1}`)
	assert.NotContains(t, fmt.Sprint(listAt(x.care(far), "runs")), "Watched")
	x.sleeps(40)
	assert.NotContains(t, fmt.Sprint(listAt(x.care(beside), "runs")), "Watched", "its time is over")
}

// A plant whose look says to act now is not called winning, whatever its tips do.
func TestALookThatAlarmsGoesBeforeGoodSigns(t *testing.T) {
	x := startTending(t)
	p := x.does("POST", "/api/v1/plants", rootlessMoth)
	id := int(p["id"].(float64))
	x.sees(id, `"leaf":"firm"`)
	require.Equal(t, "early", under(x.progress(id), "verdict", "code"))
	x.sleeps(1)
	x.sees(id, `"leaf":"firm","tips":2,"tip_state":"growing"`)
	require.Equal(t, "winning", under(x.progress(id), "verdict", "code"))
	look := x.does("POST", fmt.Sprintf("/api/v1/plants/%d/inspections", id), `{}`)
	x.does("PUT", fmt.Sprintf("/api/v1/inspections/%v", look["id"]), fmt.Sprintf(
		`{"version":%v,"looked_on":"2030-05-16","inspection":{"findings":{"soaked-smelly":"present","tips-growing":"present"}}}`,
		look["version"],
	))
	v := x.progress(id)
	assert.Equal(t, "mixed", under(v, "verdict", "code"))
	assert.Contains(t, fmt.Sprint(under(v, "verdict", "signs")), "Its look says to act now.")
	assert.Equal(t, "mixed", under(x.fares(id), "fares", "verdict"))
}
