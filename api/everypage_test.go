package api

import (
	"fmt"
	"io"
	"net/http"
	"slices"
	"strings"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/clinic/trial"
)

// ofPlant are the routes of a plant that every one has.
var ofPlant = []string{
	"", "/may-i", "/cleaning", "/home", "/race", "/aftercare", "/progress", "/weighings", "/timeline", "/rhizome",
	"/courses", "/contagion",
}

// advisesNothing are parts that advise nothing today: names, what would be said if something were otherwise, the
// ways that are open beside the one that is advised, and what was read on other days.
var advisesNothing = []string{
	"name", "flips", "wait_for", "routes", "others", "changes", "until", "overridden", "beside", "snoozed", "homes",
}

// pages reads every page and file that tells of the plant.
func (x *reported) pages() (plant, cleaning, race map[string]any) {
	x.Helper()
	at := fmt.Sprintf("/api/v1/plants/%d", x.id)
	read := map[string]map[string]any{}
	for _, route := range ofPlant {
		status, answer, _ := x.sendTyped("GET", at+route, "")
		undrawn := status == http.StatusNotFound && route == "/rhizome"
		uncounted := status == http.StatusUnprocessableEntity && route == "/race"
		if undrawn || uncounted {
			continue
		}
		require.Equal(x, http.StatusOK, status, "%s: %v", route, answer)
		x.take(at+route, answer)
		read[route], _ = inWords(answer).(map[string]any)
	}
	x.ofPast(at+"/inspections", "inspections", "/api/v1/inspections/%v", "inspection_id")
	x.ofPast(at+"/readings", "readings", "/api/v1/readings/%v", "id")
	x.ofBench(read[""])
	x.files(at)
	return read[""], read["/cleaning"], read["/race"]
}

// leaves takes the plant off the bench, so that the pages of the whole bench are of one plant.
func (x *reported) leaves() {
	x.Helper()
	x.post("PUT", fmt.Sprintf("/api/v1/plants/%d/archived", x.id), map[string]any{"archived": true})
}

// take keeps what a page says. What a gate will say once it is open, or when it does not come, is not said yet.
func (x *reported) take(path string, answer map[string]any) {
	for _, run := range listAt(answer, "runs") {
		for _, g := range listAt(run, "gates") {
			gate := g.(map[string]any)
			if under(gate, "open_on") == nil {
				delete(gate, "opens")
			}
			if under(gate, "overdue") == nil {
				delete(gate, "alarm")
			}
		}
	}
	if entries, ok := answer["entries"].([]any); ok { // of other days: what was said then
		answer["entries"] = slices.DeleteFunc(entries, func(e any) bool { return under(e, "on") != x.day(0) })
	}
	x.words, x.told = append(x.words, wordsIn(answer)...), append(x.told, readTold(path, answer)...)
}

// ofPast reads the newest of a list.
func (x *reported) ofPast(path, list, one, id string) {
	x.Helper()
	status, answer, _ := x.send("GET", path, "")
	require.Equal(x, http.StatusOK, status, path)
	if all, _ := answer[list].([]any); len(all) > 0 {
		path := fmt.Sprintf(one, under(all[0], id))
		_, answer, _ := x.sendTyped("GET", path, "")
		x.take(path, answer)
	}
}

// ofBench reads the pages of the whole bench, as far as they tell of the plant.
func (x *reported) ofBench(plant map[string]any) {
	x.Helper()
	row := x.rowsIn("/api/v1/plants?most=2000", "id")
	if x.Closed != "" {
		assert.Empty(x, row, "it is off the bench")
		return
	}
	require.Len(x, row, 1)
	x.take("/bench", row[0])
	assert.Equal(x, plant["suspect"], under(row[0], "suspect"), "the bench suspects the same")
	assert.Equal(x, under(plant, "advice", "headline"), under(inWords(row[0]), "advised", "headline"),
		"the bench says the same")
	for page, path := range map[string]string{
		"/today": "/api/v1/today", "/evening": "/api/v1/evening", "/moves": "/api/v1/moves", "/pests": "/api/v1/pests/due",
		"/away": fmt.Sprintf("/api/v1/away?from=%s&until=%s", x.day(-1), x.day(-15)),
	} {
		rows := x.rowsIn(path, "plant_id")
		if page == "/today" {
			x.today = rows
		}
		for _, row := range rows {
			x.take(page, row)
		}
	}
}

// rowsIn are the parts of an answer that are of the plant.
func (x *reported) rowsIn(path, id string) (rows []map[string]any) {
	x.Helper()
	status, answer, _ := x.sendTyped("GET", path, "")
	require.Equal(x, http.StatusOK, status, "%s: %v", path, answer)
	var find func(v any)
	find = func(v any) {
		switch v := v.(type) {
		case []any:
			for _, part := range v {
				find(part)
			}
		case map[string]any:
			if n, ok := v[id].(float64); ok && int(n) == x.id {
				rows = append(rows, v)
				return
			}
			for _, part := range v {
				find(part)
			}
		}
	}
	find(answer)
	return rows
}

// files reads the calendar and the papers of the plant: lines without codes, so that a reader takes the acts from
// their words.
func (x *reported) files(at string) {
	x.Helper()
	calendar := x.file("/api/v1/calendar/file")
	unfolded := strings.NewReplacer("\r\n ", "", "\\,", ",", "\\;", ";").Replace(string(calendar))
	day := ""
	for _, line := range strings.Split(unfolded, "\r\n") {
		if on, ok := strings.CutPrefix(line, "DTSTART;VALUE=DATE:"); ok && len(on) == 8 {
			day = on[:4] + "-" + on[4:6] + "-" + on[6:]
		}
		text, ok := strings.CutPrefix(line, "DESCRIPTION:")
		for _, part := range strings.Split(text, "\\n") {
			if name, of, _ := strings.Cut(part, ": "); ok && strings.Contains(of, x.Name) {
				x.calendar = append(x.calendar, day+" "+name)
			}
		}
	}
	if x.id%8 != 0 && x.Closed == "" {
		return // papers take long, and say what the pages say
	}
	lines := x.linesOf(at + "/sheet")
	if past := slices.Index(lines, "What happened"); past >= 0 {
		lines = lines[:past]
	}
	lines = append(lines, x.linesOf(fmt.Sprintf("/api/v1/labels?plants=%d", x.id))...)
	x.words = append(x.words, lines...)
}

func (x *reported) file(path string) []byte {
	x.Helper()
	answer, err := http.Get(x.url + path)
	require.NoError(x, err)
	defer func() { _ = answer.Body.Close() }()
	body, err := io.ReadAll(answer.Body)
	require.NoError(x, err)
	require.Equal(x, http.StatusOK, answer.StatusCode, "%s: %s", path, body)
	return body
}

// linesOf are the lines of a paper.
func (x *reported) linesOf(path string) (lines []string) {
	for _, line := range strings.Split(trial.Text(x.T, x.file(path)), "\n") {
		if line = strings.TrimSpace(line); line != "" {
			lines = append(lines, line)
		}
	}
	return lines
}

// checkHome compares the way to its new home, and the jobs of it.
func (x *reported) checkHome() {
	x.Helper()
	home := x.page(fmt.Sprintf("/api/v1/plants/%d/home", x.id), "none")
	if x.Way != "" {
		routes := listAt(home, "decision", "routes")
		require.NotEmpty(x, routes)
		assert.Equal(x, x.Way, under(routes[0], "route", "code"), "the way that is advised")
	}
	var jobs []string
	for _, j := range listAt(home, "jobs") {
		jobs = append(jobs, under(j, "code").(string))
	}
	for _, job := range x.Jobs {
		assert.Contains(x, jobs, job)
	}
	for _, job := range x.NoJobs {
		assert.NotContains(x, jobs, job)
	}
}

// checkCare compares what is due, and how it fares, on all pages that say it.
func (x *reported) checkCare(plant map[string]any) {
	x.Helper()
	var round, due []string
	for _, row := range x.today {
		if job, ok := row["job"].(string); ok && row["done"] == nil {
			round = append(round, job)
		}
	}
	care := x.page(fmt.Sprintf("/api/v1/plants/%d/aftercare", x.id), "none")
	for _, d := range listAt(care, "due") {
		on, name := under(d, "on").(string), under(d, "job").(string)
		if on <= x.day(0) {
			due = append(due, name)
		}
		assert.True(x, slices.ContainsFunc(x.calendar, func(line string) bool {
			return strings.HasPrefix(line, max(on, x.day(0)))
		}), "%s of %s stands in the calendar: %v", name, on, x.calendar)
	}
	assert.ElementsMatch(x, due, round, "what its page calls due stands in today's round")
	for _, job := range x.Due {
		assert.Contains(x, round, job)
	}
	for _, job := range x.NotDue {
		assert.NotContains(x, round, job)
	}
	if x.Closed != "" {
		assert.Empty(x, due, "nothing is due of it")
	}
	if x.Fares != "" {
		fares := x.page(fmt.Sprintf("/api/v1/plants/%d/progress", x.id), "none")
		assert.Contains(x, strings.Split(x.Fares, "|"), under(fares, "verdict", "code"))
		assert.Contains(x, strings.Split(x.Fares, "|"), under(plant, "fares", "verdict"), "the bench says so too")
	}
}
