package api

import (
	"fmt"
	"net/http"
	"path/filepath"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/look"
	"therapeon/core/wishes"
)

// The written situations cover every sign of the look and every kind of answer to every wish;
// those of pot or hold are in the core's own tests.
func TestTheSituationsCoverTheTables(t *testing.T) {
	files, err := filepath.Glob("testdata/situations/*.yaml")
	require.NoError(t, err)
	found, answered, count := map[string]bool{}, map[string]bool{}, 0
	for _, file := range files {
		for _, s := range situations(t, file) {
			count++
			for _, f := range s.Found {
				found[f] = true
			}
			for wish, answer := range s.May {
				answered[wish+"/"+answer] = true
			}
			assert.NotEmpty(t, s.Row, s.Name)
		}
	}
	assert.GreaterOrEqual(t, count, 80)
	for _, s := range look.Table().Signs {
		assert.True(t, found[s.Finding], "no situation has %s", s.Finding)
	}
	for _, w := range wishes.Table().Wishes {
		for row, r := range w.Rows {
			assert.True(t, answered[w.Code+"/"+r.Answer], "no situation is answered %s to %s (%s)", r.Answer, w.Code, row)
		}
	}
}

// The whole judgement of a plant is had without saving anything, and is the one that is had of
// the plant on the bench.
func TestComputingGivesTheJudgementOfThePlantOnTheBench(t *testing.T) {
	x := start(t)
	day := "2026-01-05"
	plant := `"group":"phalaenopsis","leaf_count":4,"pot":"clear","old_medium":"bark"`
	seen := `{"findings":{"leaves-limp":"present","tip-burn":"present"},"flowering":"spike","unpotted":true}`
	reading := `{"roots":[{"id":"a","count":12,"segments":[{"length_mm":80,"feel":"mushy"}]},{"id":"b","count":1,"segments":[{"length_mm":40,"feel":"firm"}]}]}`
	place, at := 0, ""
	{
		_, doc, _ := x.send("POST", "/api/v1/places", `{"name":"Shelf","low_c":19,"high_c":25,"humidity_percent":40,"light":"bright"}`)
		place = int(doc["id"].(float64))
		_, doc, _ = x.send("POST", "/api/v1/plants", fmt.Sprintf(`{"tag":"A",%s,"place_id":%d}`, plant, place))
		at = fmt.Sprintf("/api/v1/plants/%v", doc["id"])
		_, doc, _ = x.send("POST", at+"/inspections", fmt.Sprintf(`{"looked_on":%q}`, day))
		status, _, _ := x.send("PUT", fmt.Sprintf("/api/v1/inspections/%v", doc["id"]), fmt.Sprintf(
			`{"version":1,"looked_on":%q,"inspection":%s}`, day, seen))
		require.Equal(t, http.StatusOK, status)
		_, doc, _ = x.send("POST", at+"/readings", fmt.Sprintf(`{"read_on":%q}`, day))
		status, _, _ = x.send("PUT", fmt.Sprintf("/api/v1/readings/%v", doc["id"]), fmt.Sprintf(
			`{"version":1,"read_on":%q,"reading":%s}`, day, reading))
		require.Equal(t, http.StatusOK, status)
	}
	body := fmt.Sprintf(
		`{"plant":{"tag":"",%s},"inspection":%s,"reading":%s,"air":{"night_c":19,"day_c":25,"humidity_percent":40,"light":"bright"}`,
		plant, seen, reading,
	)
	compute := func(what, more string) map[string]any {
		status, doc, _ := x.send("POST", "/api/v1/compute/"+what, body+more+"}")
		require.Equal(t, http.StatusOK, status, doc)
		return doc
	}
	on := fmt.Sprintf(`,"on":%q`, day)
	decided := compute("pot-or-hold", on)
	_, home, _ := x.send("GET", at+"/home", "")
	assert.Equal(t, under(home, "decision", "code"), under(decided, "decision", "code"))
	assert.Equal(t, "hold", under(decided, "advice", "code"))
	_, cleaning, _ := x.send("GET", at+"/cleaning", "")
	assert.Equal(t, jobCodes(cleaning), jobCodes(compute("cleaning-plan", on)))
	assert.Contains(t, jobCodes(cleaning), "spike-cut")

	_, may, _ := x.send("GET", at+"/may-i", "")
	computed := compute("may-i", on)
	require.Len(t, computed["answers"], len(wishes.Table().Wishes))
	for i, answer := range computed["answers"].([]any) {
		now := may["answers"].([]any)[i].(map[string]any)
		assert.Equal(t, now["row"], answer.(map[string]any)["row"], "%v", now["wish"])
	}
	one := compute("may-i", on+`,"wish":"cut-root","root":{"feel":"firm","colour":"brown"}`)
	require.Len(t, one["answers"], 1)

	status, looked, _ := x.send("POST", "/api/v1/compute/look", fmt.Sprintf(
		`{"plant":{%s},"inspection":%s,"reading":%s,"on":%q}`, plant, seen, reading, day))
	require.Equal(t, http.StatusOK, status)
	assert.NotEmpty(t, under(looked, "causes", "headline"), "look and causes in one post")

	x.refused(http.StatusUnprocessableEntity, "POST", "/api/v1/compute/may-i", body+`,"wish":"moon"}`)
	x.refused(http.StatusUnprocessableEntity, "POST", at+"/wishes", `{"wish":"moon"}`)
	x.refused(http.StatusUnprocessableEntity, "POST", "/api/v1/compute/pot-or-hold", `{"plant":{"group":"phalaenopsis","tag":"x"},"air":{"night_c":20}}`)
	x.refused(http.StatusUnprocessableEntity, "POST", "/api/v1/compute/pot-or-hold", `{"plant":{"group":"phalaenopsis","tag":"x"},"home":{"route":"moon","from_on":"2026-01-01"}}`)
}

// A wish is kept with its answer, and with what was done; a change of an older version is
// refused.
func TestAWishIsKeptWithItsAnswer(t *testing.T) {
	x := start(t)
	x.send("POST", "/api/v1/plants", `{"tag":"A","group":"cattleya","bulb_count":3}`)
	status, kept, _ := x.send("POST", "/api/v1/plants/1/wishes", `{"wish":"divide","note":"for a friend"}`)
	require.Equal(t, http.StatusCreated, status)
	assert.Equal(t, "no", under(kept, "answer", "answer"))
	status, done, _ := x.send("PUT", "/api/v1/wishes/1", `{"version":1,"done":"left","note":"waits"}`)
	require.Equal(t, http.StatusOK, status)
	assert.Equal(t, "left", done["done"])
	x.refused(http.StatusConflict, "PUT", "/api/v1/wishes/1", `{"version":1,"done":"did"}`)
	x.refused(http.StatusNotFound, "PUT", "/api/v1/wishes/9", `{"version":1}`)
	x.refused(http.StatusNotFound, "GET", "/api/v1/plants/9/may-i", "")
	_, all, _ := x.send("GET", "/api/v1/plants/1/may-i", "")
	assert.Equal(t, []any{done}, all["kept"])
	for feel, says := range map[string]string{"hollow": "yes", "firm": "not-now", "": "not-now"} {
		status, felt, _ := x.send("GET", "/api/v1/plants/1/may-i?colour=brown&feel="+feel, "")
		require.Equal(t, http.StatusOK, status)
		answers, _ := felt["answers"].([]any)
		i := slices.IndexFunc(answers, func(a any) bool { return a.(map[string]any)["wish"] == "cut-root" })
		assert.Equal(t, says, answers[i].(map[string]any)["answer"], feel)
		assert.Len(t, felt["kept"], 1, "trying keeps nothing")
	}
	x.refused(http.StatusUnprocessableEntity, "GET", "/api/v1/plants/1/may-i?feel=odd", "")
	_, told, _ := x.send("GET", "/api/v1/plants/1/timeline", "")
	entry, _ := told["entries"].([]any)[0].(map[string]any)
	assert.Equal(t, "Asked: Divide it? No. Left it. waits", entry["words"])
}

func jobCodes(doc map[string]any) (codes []string) {
	jobs, _ := under(doc, "plan", "jobs").([]any)
	for _, j := range jobs {
		codes = append(codes, fmt.Sprint(j.(map[string]any)["code"]))
	}
	slices.Sort(codes)
	return codes
}
