package api

import (
	"encoding/json"
	"fmt"
	"maps"
	"net/http/httptest"
	"os"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/goccy/go-yaml"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/clinic"
	"therapeon/ledger"
)

// situation is a plant as it would be reported, and what is to be said of it. What would harm
// it must be said on none of its pages.
type situation struct {
	Name    string            `yaml:"name"`
	Row     []string          `yaml:"row"` // rows of the craft's tables that it is of
	Today   string            `yaml:"today"`
	Plant   map[string]any    `yaml:"plant"`
	Sides   map[string]string `yaml:"sides"`
	Place   map[string]any    `yaml:"place"`
	Looked  int               `yaml:"looked"` // days ago
	Found   []string          `yaml:"found"`
	Missing []string          `yaml:"missing"`
	Growth  string            `yaml:"growth"`
	Flower  string            `yaml:"flowering"`
	Out     bool              `yaml:"out"` // it is out of its pot
	Roots   []map[string]any  `yaml:"roots"`
	Ticked  bool              `yaml:"ticked"` // its cut list is done
	Broke   []string          `yaml:"broke"`  // on the way out
	Leads   []int             `yaml:"leads"`  // its bulbs are drawn, in a row, with these leads
	Home    *struct {
		Route string `yaml:"route"`
		Days  int    `yaml:"days"`
		First string `yaml:"first"` // its first water: done, or left
	} `yaml:"home"`
	Detail map[string]map[string]string `yaml:"detail"` // of a wish

	Checkins []map[string]any `yaml:"checkins"` // each with its days ago
	Done     []struct {
		Job  string `yaml:"job"`
		Days int    `yaml:"days"`
		Was  string `yaml:"was"`
	} `yaml:"done"` // of its aftercare
	Treated map[string][]int `yaml:"treated"` // days ago of its rounds, by the pest
	Plan    map[string]any   `yaml:"plan"`    // of its new home
	Closed  string           `yaml:"closed"`  // how it left the bench

	Due    []string `yaml:"due"`     // jobs that stand in today's round
	NotDue []string `yaml:"not_due"` // and that do not
	Jobs   []string `yaml:"jobs"`    // of its new home
	NoJobs []string `yaml:"no_jobs"`
	Way    string   `yaml:"way"`   // that is advised
	Fares  string   `yaml:"fares"` // verdicts, any of them

	Does      []string `yaml:"does"`       // acts that are told
	NeverDoes []string `yaml:"never_does"` // acts that would harm

	Advice  string            `yaml:"advice"` // codes, any of them
	Until   bool              `yaml:"until"`  // it has a day
	Again   int               `yaml:"again"`  // days until then
	May     map[string]string `yaml:"may"`
	Says    []string          `yaml:"says"`  // somewhere
	Never   []string          `yaml:"never"` // it would harm
	Order   []string          `yaml:"order"` // jobs of the cleaning, one before the other
	Race    *bool             `yaml:"race"`
	Suspect bool              `yaml:"suspect"`
	Cause   *struct {
		Code    string  `yaml:"code"`
		AtLeast float64 `yaml:"at_least"`
		First   bool    `yaml:"first"`
	} `yaml:"cause"`
}

func situations(t *testing.T, file string) []situation {
	t.Helper()
	raw, err := os.ReadFile(file)
	require.NoError(t, err)
	var all []situation
	require.NoError(t, yaml.UnmarshalWithOptions(raw, &all, yaml.Strict()))
	return all
}

// reported is a plant of a situation, as it was put on the bench.
type reported struct {
	tester
	situation
	now   time.Time
	id    int
	words []string // of all its pages
	told  []told   // its typed sentences

	today    []map[string]any // its rows of the round
	calendar []string         // its lines of the calendar, each with its day before it
}

// day is a day so long ago.
func (x *reported) day(ago int) string { return x.now.AddDate(0, 0, -ago).Format(time.DateOnly) }

// post sends a document and returns the answer; it must be taken.
func (x *reported) post(method, path string, body any) map[string]any {
	x.Helper()
	doc, err := json.Marshal(body)
	require.NoError(x, err)
	status, answer, _ := x.send(method, path, string(doc))
	require.Less(x, status, 300, "%s %s: %s\n%v", method, path, doc, answer)
	return answer
}

// page reads a page and keeps its words.
func (x *reported) page(path string, parts ...string) map[string]any {
	x.Helper()
	status, answer, _ := x.sendTyped("GET", path, "")
	require.Equal(x, 200, status, "%s: %v", path, answer)
	defer inWords(answer)
	if len(parts) == 0 {
		x.words, x.told = append(x.words, wordsIn(answer)...), append(x.told, readTold(path, answer)...)
	}
	for _, part := range parts {
		x.words = append(x.words, wordsIn(answer[part])...)
		x.told = append(x.told, readTold(path+"/"+part, answer[part])...)
	}
	return answer
}

// wordsIn are the sentences anywhere in an answer.
func wordsIn(v any) (list []string) {
	switch v := v.(type) {
	case string:
		if strings.Contains(v, " ") {
			list = append(list, v)
		}
	case []any:
		for _, part := range v {
			list = append(list, wordsIn(part)...)
		}
	case map[string]any:
		for key, part := range v {
			if !slices.Contains(advisesNothing, key) {
				list = append(list, wordsIn(part)...)
			}
		}
	}
	return list
}

// put puts the plant on the bench, looks it over, reads it and houses it.
func (x *reported) put(place int) {
	x.Helper()
	plant := map[string]any{"tag": x.Name}
	for key, value := range x.Plant {
		plant[key] = value
	}
	if place != 0 {
		plant["place_id"] = place
	}
	added := x.post("POST", "/api/v1/plants", plant)
	x.id = int(added["id"].(float64))
	at := fmt.Sprintf("/api/v1/plants/%d", x.id)
	if len(x.Found)+len(x.Missing) > 0 || x.Growth != "" || x.Flower != "" || x.Out {
		begun := x.post("POST", at+"/inspections", map[string]any{"looked_on": x.day(x.Looked)})
		findings := map[string]string{}
		for _, f := range x.Found {
			findings[f] = "present"
		}
		for _, f := range x.Missing {
			findings[f] = "absent"
		}
		seen := map[string]any{"findings": findings}
		if x.Growth != "" {
			seen["growth"] = x.Growth
		}
		if x.Flower != "" {
			seen["flowering"] = x.Flower
		}
		if x.Out {
			seen["unpotted"] = true
		}
		for _, what := range x.Broke {
			seen["accidents"] = append(listAt(seen, "accidents"), map[string]any{"what": what, "count": 1})
		}
		x.post("PUT", fmt.Sprintf("/api/v1/inspections/%v", begun["id"]), map[string]any{
			"version": begun["version"], "looked_on": x.day(x.Looked), "inspection": seen,
		})
	}
	if len(x.Roots) > 0 {
		x.read(at)
	}
	for question, side := range x.Sides {
		x.follow(at, question, side)
	}
	if len(x.Leads) > 0 {
		x.draw(at)
	}
	if x.Plan != nil {
		x.post("PUT", at+"/home", map[string]any{"version": 0, "plan": x.Plan})
	}
	if x.Home != nil {
		x.house(at)
	}
	for pest, rounds := range x.Treated {
		var days []string
		for _, ago := range rounds {
			days = append(days, x.day(ago))
		}
		x.post("POST", at+"/courses", map[string]any{"pest": pest, "rounds": days})
	}
	for _, d := range x.Done {
		x.post("POST", "/api/v1/aftercare", map[string]any{
			"at":    x.now.AddDate(0, 0, -d.Days).Format(time.RFC3339),
			"ticks": []any{map[string]any{"plant_id": x.id, "job": d.Job, "outcome": "done", "was": d.Was}},
		})
	}
	for _, c := range x.Checkins {
		noted := maps.Clone(c)
		delete(noted, "days")
		x.post("POST", at+"/checkins", map[string]any{"on": x.day(int(c["days"].(uint64))), "noted": noted})
	}
	if x.Closed != "" {
		x.post("PUT", at+"/closing", map[string]any{"version": 0, "closing": map[string]any{"how": x.Closed}})
	}
}

// house gives it its home.
func (x *reported) house(at string) {
	x.Helper()
	if slices.Contains([]string{"tub", "lid", "bag", "bench", "nest", "pebbles"}, x.Home.Route) {
		x.post("POST", at+"/holding", map[string]any{"method": x.Home.Route, "from": x.day(x.Home.Days)})
		return
	}
	for open := true; open; { // each job changes what is open
		open = false
		for _, j := range x.page(at+"/home", "none")["jobs"].([]any) {
			if job := j.(map[string]any); job["state"] == "open" {
				mark := map[string]any{"job": job["code"], "state": "skipped", "reason": "not needed"}
				if job["code"] == "first-water" && x.Home.First != "left" {
					mark = map[string]any{"job": job["code"], "state": "done", "person": "Ada"}
				}
				x.post("PUT", at+"/home/jobs", mark)
				open = true
			}
		}
	}
	x.post("POST", at+"/homes", map[string]any{"route": x.Home.Route, "from_on": x.day(x.Home.Days)})
}

// draw draws its bulbs in a row.
func (x *reported) draw(at string) {
	x.Helper()
	bulbs := []any{}
	for n := range x.Plant["bulb_count"].(uint64) {
		bulbs = append(bulbs, map[string]any{"n": n + 1, "from": n, "lead": slices.Contains(x.Leads, int(n+1))})
	}
	x.post("PUT", at+"/rhizome", map[string]any{"version": 0, "rhizome": map[string]any{"bulbs": bulbs}})
}

// read reads its roots.
func (x *reported) read(at string) {
	x.Helper()
	begun := x.post("POST", at+"/readings", map[string]any{"read_on": x.day(x.Looked)})
	list := []any{}
	for i, r := range x.Roots {
		root := map[string]any{
			"id": fmt.Sprintf("r%d", i), "count": r["count"],
			"segments": []any{map[string]any{"length_mm": r["mm"], "feel": r["feel"]}},
		}
		for _, more := range []string{"depth", "growth"} {
			if value, ok := r[more]; ok {
				root[more] = value
			}
		}
		list = append(list, root)
	}
	id := begun["id"]
	saved := x.post("PUT", fmt.Sprintf("/api/v1/readings/%v", id), map[string]any{
		"version": begun["version"], "read_on": x.day(x.Looked), "reading": map[string]any{"roots": list},
	})
	if !x.Ticked {
		return
	}
	cuts := saved["cut_list"].(map[string]any)["items"].([]any)
	require.NotEmpty(x, cuts)
	for _, c := range cuts {
		item := c.(map[string]any)
		x.post("PUT", fmt.Sprintf("/api/v1/readings/%v/ticks", id), map[string]any{
			"item": item["id"], "count": item["count"],
		})
	}
}

// follow takes a side for the plant: in its intake, or in what is planned for it.
func (x *reported) follow(at, question, side string) {
	x.Helper()
	if question == "bare_without_tips" {
		x.post("PUT", at+"/home", map[string]any{"version": 0, "plan": map[string]any{"sides": map[string]any{question: side}}})
		return
	}
	now := x.page(at, "none")
	intake := now["intake"].(map[string]any)
	intake["sides"] = map[string]any{question: side}
	x.post("PUT", at, map[string]any{"version": now["version"], "intake": intake})
}

func (x *reported) check() {
	x.Helper()
	plant, cleaning, race := x.pages()
	advice, _ := plant["advice"].(map[string]any)
	assert.Equal(x, x.Closed == "", advice != nil, "what is off the bench is advised nothing")
	if x.Advice != "" {
		assert.Contains(x, strings.Split(x.Advice, "|"), advice["code"], advice["headline"])
	}
	if x.Until || x.Again != 0 {
		assert.NotEmpty(x, advice["until_on"], "it has a day")
		assert.Greater(x, advice["until_on"], x.day(0))
	}
	if x.Again != 0 {
		assert.Equal(x, x.day(-x.Again), advice["until_on"])
	}
	for wish, want := range x.May {
		var answer map[string]any
		if detail, ok := x.Detail[wish]; ok {
			answer = x.post("POST", fmt.Sprintf("/api/v1/plants/%d/wishes", x.id), map[string]any{"wish": wish, "root": detail})
			answer = answer["answer"].(map[string]any)
		} else {
			answer = x.wish(wish)
		}
		assert.Contains(x, strings.Split(want, "|"), answer["answer"], "%s: %v", wish, answer["because"])
	}
	for _, said := range x.Says {
		assert.True(x, slices.ContainsFunc(x.words, regexp.MustCompile(said).MatchString), "%q is said nowhere", said)
	}
	for _, harm := range x.Never {
		for _, w := range x.words {
			assert.False(x, regexp.MustCompile(harm).MatchString(w), "%q would harm: %q", harm, w)
		}
	}
	x.checkTold()
	x.checkHome()
	x.checkCare(plant)
	x.checkOrder(cleaning)
	if x.Race != nil {
		assert.Equal(x, *x.Race, race["race"] != nil)
	}
	if x.Suspect {
		assert.Equal(x, true, plant["suspect"])
	}
	if x.Cause != nil {
		x.checkCause()
	}
}

func (x *reported) wish(code string) map[string]any {
	x.Helper()
	all := x.page(fmt.Sprintf("/api/v1/plants/%d/may-i", x.id), "none")
	for _, a := range all["answers"].([]any) {
		if answer := a.(map[string]any); answer["wish"] == code {
			return answer
		}
	}
	require.Fail(x, "no answer", code)
	return nil
}

// checkOrder finds the jobs of the cleaning one before the other.
func (x *reported) checkOrder(cleaning map[string]any) {
	x.Helper()
	var jobs []string
	for _, j := range cleaning["plan"].(map[string]any)["jobs"].([]any) {
		jobs = append(jobs, j.(map[string]any)["code"].(string))
	}
	last := -1
	for _, code := range x.Order {
		at := slices.Index(jobs, code)
		assert.Greater(x, at, last, "%s in %v", code, jobs)
		last = at
	}
}

func (x *reported) checkCause() {
	x.Helper()
	list := x.page(fmt.Sprintf("/api/v1/plants/%d/inspections", x.id), "none")
	id := list["inspections"].([]any)[0].(map[string]any)["inspection_id"]
	seen := x.page(fmt.Sprintf("/api/v1/inspections/%v", id), "none")
	all := seen["causes"].(map[string]any)["causes"].([]any)
	if x.Cause.First {
		assert.Equal(x, x.Cause.Code, all[0].(map[string]any)["code"])
	}
	for _, c := range all {
		if judged := c.(map[string]any); judged["code"] == x.Cause.Code {
			assert.GreaterOrEqual(x, judged["chance"], x.Cause.AtLeast)
		}
	}
}

// Each situation is common practice, no source: what growers say of it, and what would harm it.
func TestSituations(t *testing.T) {
	files, err := filepath.Glob("testdata/situations/*.yaml")
	require.NoError(t, err)
	require.Len(t, files, 8)
	for _, file := range files {
		t.Run(strings.TrimSuffix(filepath.Base(file), ".yaml"), func(t *testing.T) {
			t.Parallel()
			s, err := ledger.Open(t.Context(), filepath.Join(t.TempDir(), "bench.sqlite"))
			require.NoError(t, err)
			var now time.Time
			h, err := New(clinic.New(s, func() time.Time { return now }), shell)
			require.NoError(t, err)
			server := httptest.NewServer(h)
			defer func() { server.Close(); _ = s.Close() }()
			for _, one := range situations(t, file) {
				today := one.Today
				if today == "" {
					today = "2030-05-15"
				}
				day, err := time.Parse(time.DateOnly, today)
				require.NoError(t, err)
				now = day.Add(10 * time.Hour)
				t.Run(one.Name, func(t *testing.T) {
					x := &reported{tester: tester{t, server.URL}, situation: one, now: now}
					place := 0
					if one.Place != nil {
						place = x.place()
					}
					x.put(place)
					x.check()
					x.leaves()
				})
			}
		})
	}
}

func (x *reported) place() int {
	x.Helper()
	at := map[string]any{"name": x.Name}
	for from, to := range map[string]string{
		"night": "low_c", "day": "high_c", "humidity": "humidity_percent", "light": "light",
	} {
		if value, ok := x.situation.Place[from]; ok {
			at[to] = value
		}
	}
	return int(x.post("POST", "/api/v1/places", at)["id"].(float64))
}
