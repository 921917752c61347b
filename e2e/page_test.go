package e2e

import (
	"encoding/json"
	"fmt"
	"net/http"
	"strings"
	"sync"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// many puts a large bench in place, its groups in turn.
func many(t *testing.T, s *server, count int) {
	t.Helper()
	groups := []string{"cattleya", "phalaenopsis", "oncidium", "slipper", "vanda"}
	numbers := make(chan int, count)
	for i := range count {
		numbers <- i
	}
	close(numbers)
	var all sync.WaitGroup
	for range 8 {
		all.Go(func() {
			for i := range numbers {
				body := fmt.Sprintf(`{"tag":"Tray %04d","group":%q}`, i, groups[i%len(groups)])
				answer, err := http.Post(s.url+"/api/v1/plants", "application/json", strings.NewReader(body))
				if assert.NoError(t, err) {
					assert.Equal(t, http.StatusCreated, answer.StatusCode)
					assert.NoError(t, answer.Body.Close())
				}
			}
		})
	}
	all.Wait()
}

func TestALargeBenchIsFilteredAndThreeGoOntoOneSheet(t *testing.T) {
	s := fresh(t)
	many(t, s, 2000)
	p := open(t, s.url, bench)
	p.see(".bench-list b", "Tray")
	assert.Less(t, len(p.MustElements(".bench-list > li")), 200, "only what is near is drawn")
	p.choose(`[data-field="Group"] select`, "Vanda")
	p.choose(`[data-field="Order"] select`, "By its tag")
	p.see(".bench-list li:first-child b", "Tray 0004")
	p.gone(".bench-list b", "Tray 0003")
	require.NoError(t, p.find(`input[aria-label="Find a plant"]`).Input("Tray 01"))
	p.see(".bench-list li:first-child b", "Tray 0104")
	p.gone(".bench-list b", "Tray 0004")
	assert.Len(t, p.MustElements(".bench-list > li"), 20, "a fifth of a hundred are of that group")

	p.tap("button", "Choose several")
	for _, tag := range []string{"Tray 0104", "Tray 0109", "Tray 0119"} {
		p.click(p.find(`[aria-label="Choose ` + tag + `"]`))
	}
	p.see(".bench-chosen", "3 plants chosen")
	paper := p.onPaper(s, ".bench-chosen a", "Labels on a sheet")
	for _, tag := range []string{"Tray 0104", "Tray 0109", "Tray 0119"} {
		assert.Contains(t, paper, tag)
	}
	assert.NotContains(t, paper, "Tray 0114")

	// What is shown is kept in the address, as cards and as a table.
	p.tap(".ant-segmented-item", "Table")
	p.see("table th", "Tray 0104")
	p.MustReload().MustWaitLoad()
	p.see("table th", "Tray 0104")
	assert.NotContains(t, p.MustElement("table").MustText(), "Tray 0103")
	p.fits(bench.width)
}

// One goes from plant to plant and back, and each keeps what was entered.
func TestBackAndForthBetweenTwoPlantsKeepsWhatWasEntered(t *testing.T) {
	s := fresh(t)
	for _, tag := range []string{"Left", "Right"} {
		s.send(t, "POST", "/api/v1/plants", `{"tag":"`+tag+`","group":"cattleya"}`)
	}
	p := open(t, s.url+"/plants/1/look", bench)
	p.found("Leaves", "tip-burn")
	p.hit("/")
	p.see("[data-holds-page] input", "")
	require.NoError(t, p.find("[data-holds-page] input").Input("Right"))
	p.see("[data-holds-page] .ant-menu-item-selected", "Right")
	p.hit("Enter")
	p.see("[data-part='plant-head'] h1", "Right")
	p.hit("]")
	p.see("[data-part='plant-head'] [aria-current='page']", "Intake")
	p.hit("]")
	p.found("Leaves", "sticky")
	for range 3 {
		require.NoError(t, p.NavigateBack())
	}
	p.see("[data-part='plant-head'] h1", "Left")
	p.see(`[data-part="Leaves"]`, "Found: Leaf tips brown and dry")
	p.found("Pot", "stays-wet")
	for range 3 {
		require.NoError(t, p.NavigateForward())
	}
	p.see("[data-part='plant-head'] h1", "Right")
	p.see(`[data-part="Leaves"]`, "Found: Sticky drops")
	p.saved()
	assert.Eventually(t, func() bool {
		return noted(t, s, 1) == "stays-wet tip-burn" && noted(t, s, 2) == "sticky"
	}, patience, glance)
}

// noted are the findings that the newest look at a plant holds.
func noted(t *testing.T, s *server, plant int) string {
	t.Helper()
	var doc struct {
		Inspection struct{ Findings map[string]string }
	}
	if json.Unmarshal([]byte(s.get(t, fmt.Sprintf("/api/v1/inspections/%d", plant))), &doc) != nil {
		return ""
	}
	var all []string
	for _, f := range []string{"stays-wet", "sticky", "tip-burn"} {
		if doc.Inspection.Findings[f] == "present" {
			all = append(all, f)
		}
	}
	return strings.Join(all, " ")
}

// What worries one is asked first; it opens the few signs that tell, and answers in seconds.
func TestTheLookBeginsWithWhatWorries(t *testing.T) {
	s := fresh(t)
	s.send(t, "POST", "/api/v1/plants", `{"tag":"Silver","group":"phalaenopsis"}`)
	p := open(t, s.url+"/plants/1/look", phone)
	p.tap(`[data-field="What worries you?"] label`, "Something crawls")
	assert.Len(t, p.MustElements("[data-part='asked'] [data-finding]"), 3)
	p.tap(`[data-part='asked'] [data-finding="moving-specks"] button`, "Yes")
	p.see(".said-headline", "Treat it today, where it stands. Look again on "+onDay(7))
	p.tap(`[data-field="What worries you?"] label`, "Nothing")
	p.see(`[data-part='asked'] [data-finding="stays-wet"]`, "")
	p.gone(`[data-part='asked'] [data-finding="white-wax"]`, "")
	p.saved()
	p.MustReload().MustWaitLoad()
	p.see(`[data-part='asked'] [data-finding="stays-wet"]`, "")
	p.see(`[data-part="Leaves"]`, "Found: Specks that move")
	p.fitsBoth()
	p.hit("Escape")
	p.visit(s.url)
	p.see(".bench-next", "Treat it today, where it stands.")
}

// An empty bench teaches with a worked example: one is shown round it by keyboard, and takes it
// out again, whole.
func TestAnEmptyBenchTeachesWithAWorkedExample(t *testing.T) {
	s := fresh(t)
	p := open(t, s.url, phone)
	p.tap("button", "Show a worked example")
	p.see("[data-part='plant-head'] h1", "Worked example")
	p.see(".ant-tour", "One plant, one advice")
	p.reached("the tour", "on a phone")
	assert.Empty(t, p.MustEval(tooSmall).Arr(), "too small to hit")
	p.hit("ArrowRight")
	p.see(".ant-tour", "Its steps")
	p.hit("ArrowLeft")
	p.see(".ant-tour", "1 of 5")
	p.hit("Escape")
	p.gone(".ant-tour", "One plant")
	p.tap("button", "Show me round")
	for range 4 {
		p.see(".ant-tour button", "Go on").MustClick() // it stands where it points, and is not scrolled
	}
	p.see(".ant-tour button", "Done").MustClick()
	p.gone(".ant-tour", "")
	p.see("[data-part='advice']", "")
	p.tap("button", "Take it out again")
	p.see("[data-part='bench']", "The bench is empty.")
	assert.Contains(t, s.get(t, "/api/v1/plants"), `"total":0`)
}
