package api

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
)

// An absence of sixteen days over forty plants, in the pots that they came in, in new homes, held and lying out: all
// are named, each with how long it lasts or why nobody knows; what wants water is on the sheet.
func TestAnAbsenceNamesEveryPlant(t *testing.T) {
	x := startTending(t)
	groups := []string{"phalaenopsis", "cattleya", "oncidium", "slipper", "vanda", "cymbidium", "pleurothallid", "epidendrum-reed"}
	stand := []string{
		`"old_medium":"bark","pot":"clear"`, `"old_medium":"moss","pot":"opaque"`, `"old_medium":"mineral","pot":"clear"`,
		`"old_medium":"mount","pot":"mount"`, `"pot":"bare"`, `"pot":"clear"`, `"pot":"none","old_medium":"none"`,
	}
	routes := []string{"bark", "inorganic", "tub", "nest"}
	for i := range 40 {
		in := fmt.Sprintf(`{"tag":"Plant %02d","group":%q,"leaf_count":5,%s}`, i, groups[i%len(groups)], stand[i%len(stand)])
		p := x.does("POST", "/api/v1/plants", in)
		if i%5 == 4 {
			x.does("POST", fmt.Sprintf("/api/v1/plants/%v/homes", p["id"]),
				fmt.Sprintf(`{"route":%q,"from_on":"2030-05-06"}`, routes[i/5%len(routes)]))
		}
	}
	gone := x.does("GET", "/api/v1/away?from=2030-05-17&until=2030-06-01", "")
	named, states := map[string]bool{}, map[string]int{}
	for _, p := range listAt(gone, "plants") {
		tag, state := fmt.Sprint(under(p, "tag")), fmt.Sprint(under(p, "state"))
		named[tag] = true
		states[state]++
		switch state {
		case "not-known":
			assert.NotEmpty(t, under(p, "why", "value"), tag)
			assert.Empty(t, listAt(p, "sits"), tag)
		case "wants-water":
			assert.NotEmpty(t, listAt(p, "makes"), tag)
			assert.NotEmpty(t, listAt(p, "sits"), tag)
		default:
			assert.Equal(t, "lasts", state, tag)
		}
	}
	assert.Len(t, named, 40, states)
	assert.Positive(t, states["wants-water"])
	assert.Positive(t, states["not-known"])
	today := x.does("GET", "/api/v1/today", "")
	assert.EqualValues(t, today["unfollowed_count"], states["not-known"], "who is not followed is counted")
	for _, p := range listAt(today, "unfollowed") {
		assert.Contains(t, []any{"medium", "home"}, under(p, "missing"))
		assert.NotEmpty(t, under(p, "why", "value"))
	}
	list := x.does("GET", "/api/v1/plants?unfollowed=true&most=100", "")
	assert.EqualValues(t, today["unfollowed_count"], list["total"], "the bench counts the same")
}

// A day gone by is told as far back as the plant is here, and no further; a watering of a plant that is not followed
// is kept, and says why no next one is worked out. What was told today of another day can be taken back today.
func TestADayGoneByIsTold(t *testing.T) {
	x := startTending(t)
	x.does("POST", "/api/v1/plants", `{"tag":"Old","group":"cattleya","leaf_count":5,"arrived_on":"2030-02","old_medium":"bark","pot":"clear"}`)
	x.does("POST", "/api/v1/plants", `{"tag":"Shop","group":"cattleya","leaf_count":5}`)
	water := func(plant int, on string) (int, map[string]any) {
		status, doc, _ := x.send("POST", "/api/v1/aftercare",
			fmt.Sprintf(`{"at":"%sT10:00:00Z","ticks":[{"plant_id":%d,"job":"water","outcome":"done"}]}`, on, plant))
		return status, doc
	}
	for on, want := range map[string]int{"2030-02-01": 201, "2030-05-10": 201, "2030-01-31": 422, "2030-05-16": 422} {
		status, doc := water(1, on)
		assert.Equal(t, want, status, on)
		if want == 422 {
			assert.Equal(t, "at", firstFault(doc)["field"], on)
		}
	}
	care := x.care(1)
	assert.Equal(t, "2030-05-10", under(care, "water", "since"))
	assert.Equal(t, "wet-dry", under(listAt(care, "runs")[0], "code"))
	status, doc := water(2, "2030-05-12")
	assert.Equal(t, 201, status)
	told := listAt(doc, "tended")[0]
	assert.Equal(t, "Nobody noted what it stands in.", under(told, "missing", "value"))
	x.does("PUT", "/api/v1/aftercare/undone", fmt.Sprintf(`{"ids":[%v]}`, under(told, "id")))
	assert.Empty(t, listAt(x.care(2), "done"))
	status, doc, _ = x.send("POST", "/api/v1/plants/1/checkins", `{"on":"2030-01-20","noted":{"leaf":"firm"}}`)
	assert.Equal(t, 422, status)
	assert.Equal(t, "on", firstFault(doc)["field"])
	x.does("POST", "/api/v1/plants/1/checkins", `{"on":"2030-03-01","noted":{"leaf":"firm"}}`)
}

// What eats roots is treated in the new home too: its first round stands in the round of the day, and ticked off it is
// a treatment with a round to come; taken back, it is none.
func TestEatersAreTreatedInTheNewHome(t *testing.T) {
	x := startTending(t)
	x.does("POST", "/api/v1/plants", `{"tag":"Chewed","group":"cattleya","leaf_count":5,"old_medium":"bark","pot":"clear"}`)
	l := x.does("POST", "/api/v1/plants/1/inspections", `{"looked_on":"2030-05-14"}`)
	x.does("PUT", fmt.Sprintf("/api/v1/inspections/%v", l["id"]), fmt.Sprintf(
		`{"version":%v,"looked_on":"2030-05-14","inspection":{"unpotted":true,"findings":{"clear-eggs":"present"}}}`, l["version"]))
	x.does("POST", "/api/v1/plants/1/homes", `{"route":"bark","from_on":"2030-05-14"}`)
	assert.Contains(t, x.items(), "Chewed round")
	assert.Contains(t, x.items(), "Chewed tray")
	id := x.tick(1, "round", "")["id"]
	courses := func() []any { return listAt(x.does("GET", "/api/v1/plants/1/courses", ""), "courses") }
	assert.Len(t, courses(), 1)
	assert.Greater(t, x.dueOn(1, "round"), "2030-05-15", "the hatchlings' round")
	x.does("PUT", "/api/v1/aftercare/undone", fmt.Sprintf(`{"ids":[%v]}`, id))
	assert.Empty(t, courses())
	assert.Equal(t, "2030-05-14", x.dueOn(1, "round"))

	x.does("POST", "/api/v1/plants", `{"tag":"Mites","group":"cattleya","leaf_count":5,"old_medium":"bark","pot":"clear"}`)
	x.does("POST", "/api/v1/plants/2/courses", `{"pest":"spider-mites","rounds":["2030-05-15"]}`)
	id = x.tick(2, "round", "")["id"]
	x.does("PUT", "/api/v1/aftercare/undone", fmt.Sprintf(`{"ids":[%v]}`, id))
	assert.Len(t, listAt(x.does("GET", "/api/v1/plants/2/courses", ""), "courses"), 1, "a treatment that its keeper began stays")
}
