package api

import (
	"fmt"
	"regexp"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// written writes one of everything that can be moved on a plant, and gives their numbers by kind.
func (x *tended) written(id int) map[string]int {
	x.Helper()
	at := fmt.Sprintf("/api/v1/plants/%d", id)
	of := func(doc map[string]any, path ...string) int { return int(under(doc, path...).(float64)) }
	look := x.does("POST", at+"/inspections", `{"looked_on":"2030-05-14"}`)
	x.does("PUT", fmt.Sprintf("/api/v1/inspections/%d", of(look, "id")), fmt.Sprintf(
		`{"version":%v,"looked_on":"2030-05-14","inspection":{"findings":{"leaves-limp":"present","limp-though-wet":"present","stays-wet":"present"}}}`,
		look["version"]))
	reading := x.does("POST", at+"/readings", `{"read_on":"2030-05-14"}`)
	x.does("PUT", fmt.Sprintf("/api/v1/readings/%d", of(reading, "id")), fmt.Sprintf(
		`{"version":%v,"read_on":"2030-05-14","reading":{"roots":[{"id":"a","count":9,"segments":[{"length_mm":60,"feel":"mushy"}]},{"id":"b","count":3,"segments":[{"length_mm":80,"feel":"firm"}]}]}}`,
		reading["version"]))
	x.does("PUT", fmt.Sprintf("/api/v1/readings/%d/ticks", of(reading, "id")), `{"item":"a","count":4}`)
	x.does("POST", at+"/homes", `{"route":"lid","from_on":"2030-05-14"}`)
	x.does("POST", at+"/checkins", `{"noted":{"leaf":"limp","tips":1,"tip_state":"growing","longest_mm":4}}`)
	x.does("POST", at+"/weighings", `{"kind":"bare","grams":140,"at":"2030-05-15T09:00:00Z"}`)
	entries := map[string]int{}
	for _, e := range listAt(x.does("GET", at+"/timeline", ""), "entries") {
		if n, ok := under(e, "id").(float64); ok {
			entries[under(e, "kind").(string)] = int(n)
		}
	}
	require.Subset(x, keysOf(entries), []string{"look", "roots", "home", "checkin", "weights"})
	return entries
}

func keysOf(m map[string]int) (list []string) {
	for k := range m {
		list = append(list, k)
	}
	return list
}

// told is all that is said of a plant but its history, without what only tells when and by which number
// it is kept.
func (x *tended) told(id int, tag string) string {
	x.Helper()
	var all []string
	for _, part := range []string{
		"", "/aftercare", "/progress", "/weighings", "/readings", "/inspections", "/race", "/home", "/cleaning", "/may-i",
	} {
		status, doc, _ := x.send("GET", fmt.Sprintf("/api/v1/plants/%d%s", id, part), "")
		require.Less(x, status, 500, part)
		if all, is := doc["weighings"].([]any); is { // those that were taken back are listed as such
			doc["weighings"] = slices.DeleteFunc(all, func(w any) bool { return under(w, "withdrawn") == true })
		}
		all = append(all, part+" "+fmt.Sprint(doc))
	}
	words := strings.Join(all, "\n")
	words = regexp.MustCompile(`(updated_at|created_at|version|plant_id|reading_id|inspection_id|id):\S+`).ReplaceAllString(words, "")
	return strings.ReplaceAll(words, tag, "It")
}

const mossMoth = `{"tag":%q,"group":"phalaenopsis","leaf_count":5,"old_medium":"moss","pot":"clear","last_repotted":"2029"}`

func (x *tended) move(from int, kind string, entry, to int) map[string]any {
	x.Helper()
	return x.does("POST", fmt.Sprintf("/api/v1/plants/%d/moved", from),
		fmt.Sprintf(`{"kind":%q,"entry_id":%d,"to_plant_id":%d}`, kind, entry, to))
}

// undoAll undoes what was moved from or to a plant, the last first.
func (x *tended) undoAll(id int) {
	x.Helper()
	at := fmt.Sprintf("/api/v1/plants/%d", id)
	for again := true; again; {
		last := 0
		for _, e := range listAt(x.does("GET", at+"/timeline", ""), "entries") {
			if under(e, "undo") == true {
				last = max(last, int(under(e, "id").(float64)))
			}
		}
		if again = last != 0; again {
			x.does("PUT", at+"/moved", fmt.Sprintf(`{"move_id":%d}`, last))
		}
	}
}

// What was written on the wrong plant is moved whole: that plant is told of as if it had never been there,
// the other as if it had been written there. Undone, both are as they were.
func TestWhatWasWrittenOnTheWrongPlantIsMovedWhole(t *testing.T) {
	x := startTending(t)
	for _, tag := range []string{"Wrong", "Right", "Other"} {
		x.does("POST", "/api/v1/plants", fmt.Sprintf(mossMoth, tag))
	}
	clean := x.told(1, "Wrong")
	entries := x.written(1)
	x.written(3)
	written, as := x.told(1, "Wrong"), x.told(3, "Other")
	require.Equal(t, as, written, "one plant is as the other")
	require.NotEqual(t, clean, written)

	for _, kind := range []string{"home", "look", "weights", "roots", "checkin"} {
		x.move(1, kind, entries[kind], 2)
	}
	assert.Equal(t, clean, x.told(1, "Wrong"), "as if it had never been written there")
	assert.Equal(t, as, x.told(2, "Right"), "as if it had been written there")
	assert.Contains(t, fmt.Sprint(x.does("GET", "/api/v1/plants/1/timeline", "")),
		"The look of 14 May 2030 was moved to Right. It was written here by mistake.")
	assert.Contains(t, fmt.Sprint(x.does("GET", "/api/v1/plants/2/timeline", "")),
		"The reading of the roots of 14 May 2030 was moved here from Wrong.")
	assert.Contains(t, fmt.Sprint(x.does("GET", "/api/v1/log?plant=1", "")), "note:Right", "the log says to which")

	x.undoAll(2)
	assert.Equal(t, written, x.told(1, "Wrong"))
	assert.Equal(t, clean, x.told(2, "Right"))
	assert.NotContains(t, fmt.Sprint(x.does("GET", "/api/v1/plants/1/timeline", "")), "by mistake")

	for kind, id := range entries { // and out, to no plant
		if kind != "arrived" {
			x.move(1, kind, id, 0)
		}
	}
	assert.Equal(t, clean, x.told(1, "Wrong"))
	assert.Contains(t, fmt.Sprint(x.does("GET", "/api/v1/plants/1/timeline", "")), "The check-in of 15 May 2030 was taken out.")
	for kind, at := range map[string]string{"look": "inspections", "roots": "readings"} {
		gone := x.refused(404, "GET", fmt.Sprintf("/api/v1/%s/%d", at, entries[kind]), "")
		assert.Contains(t, gone["detail"], fmt.Sprintf("%d", entries[kind]))
		assert.NotContains(t, gone["detail"], "plant", "it is gone, not its plant")
	}
	x.undoAll(1)
	assert.Equal(t, written, x.told(1, "Wrong"))

	_, doc, _ := x.send("POST", "/api/v1/plants/1/checkins", `{"noted":{"leaf":"firm"}}`, personHeader, "Ben")
	x.move(1, "checkin", int(under(listAt(doc, "checkins")[0], "id").(float64)), 2)
	assert.Contains(t, fmt.Sprint(x.does("GET", "/api/v1/plants/2/timeline", "")), "by:[Ben]", "and who noted it")
}

// What cannot be moved is refused in words, and nothing is changed by it.
func TestWhatCannotBeMovedStaysWhereItIs(t *testing.T) {
	x := startTending(t)
	for _, tag := range []string{"Wrong", "Right"} {
		x.does("POST", "/api/v1/plants", fmt.Sprintf(mossMoth, tag))
	}
	entries := x.written(1)
	there := x.written(2)
	before := x.told(1, "Wrong") + x.told(2, "Right")
	body := func(kind string, entry, to int) string {
		return fmt.Sprintf(`{"kind":%q,"entry_id":%d,"to_plant_id":%d}`, kind, entry, to)
	}
	const at = "/api/v1/plants/1/moved"
	for what, c := range map[string]struct {
		status       int
		method, body string
		words        string
	}{
		"to itself":                     {422, "POST", body("look", entries["look"], 1), "on this plant already"},
		"to no plant there is":          {404, "POST", body("look", entries["look"], 99), "plant 99"},
		"what is another's":             {404, "POST", body("roots", there["roots"], 2), "reading of the roots of this plant"},
		"what is not":                   {404, "POST", body("checkin", 99, 2), "check-in of this plant"},
		"a kind that is none":           {422, "POST", body("cleaning", 1, 2), "kind"},
		"a home beside another":         {422, "POST", body("home", entries["home"], 2), "has a home from 14 May 2030 already"},
		"a weight at the same moment":   {422, "POST", body("weights", entries["weights"], 2), "weighed at that very moment"},
		"undoing what was never moved":  {404, "PUT", `{"move_id":7}`, "move of this plant"},
		"without saying what":           {422, "POST", `{}`, "entry_id"},
		"with a number that is no such": {422, "POST", body("look", -1, 2), "entry_id"},
	} {
		assert.Contains(t, fmt.Sprint(x.refused(c.status, c.method, at, c.body)), c.words, what)
	}
	assert.Equal(t, before, x.told(1, "Wrong")+x.told(2, "Right"))

	// Moved on, it can be undone from the end alone.
	x.does("POST", "/api/v1/plants", fmt.Sprintf(mossMoth, "Third"))
	x.move(1, "look", entries["look"], 2)
	x.move(2, "look", entries["look"], 3)
	x.refused(404, "PUT", at, `{"move_id":1}`)
	x.does("PUT", "/api/v1/plants/3/moved", `{"move_id":2}`)
	x.does("PUT", at, `{"move_id":1}`)
	x.refused(404, "PUT", at, `{"move_id":1}`)
	assert.Equal(t, before, x.told(1, "Wrong")+x.told(2, "Right"))
}
