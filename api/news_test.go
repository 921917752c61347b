package api

import (
	"encoding/json"
	"net/http"
	"net/http/httptest"
	"os"
	"path/filepath"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/clinic/company"
)

// bearsOn is the page's rule (web/src/lib/news.ts) over the addresses that it loads: whether what was
// changed bears on what is asked for there.
func bearsOn(news company.News, path string) bool {
	alone := map[string][]string{
		"log": {"/log"}, "timers": {"/timers"}, "people": {"/people", "/sessions", "/devices", "/network", "/log", "/me"},
	}
	if path == "/log" {
		return len(news.House)+len(news.Plants) > 0
	}
	for _, of := range news.House {
		paths, is := alone[of]
		if !is || slices.Contains(paths, path) {
			return true
		}
	}
	if len(news.Plants) == 0 {
		return false
	}
	for _, of := range []string{
		"/today", "/evening", "/away", "/moves", "/readings/", "/inspections/", "/batch", "/shelf", "/needs", "/example", "/log",
		"/forecasts", "/rounds", "/calendar/file",
	} {
		if strings.HasPrefix(path, of) {
			return true
		}
	}
	of := regexp.MustCompile(`^/plants/(\d+)(/exposure)?`).FindStringSubmatch(path)
	if of == nil {
		return strings.HasPrefix(path, "/plants")
	}
	id, _ := strconv.ParseInt(of[1], 10, 64)
	return of[2] != "" || slices.Contains(news.Plants, id)
}

// notFollowed is what tells of the moment, or of nothing that is kept.
var notFollowed = []string{"me", "about", "events", "listScales", "getRace", "listTimers", "caseSheet", "labels", "subscribe", "calendarFile"}

// An answer to a write says what it changed: nothing that is loaded by another address becomes stale
// without being told.
func TestEveryWriteTellsWhatItChanges(t *testing.T) {
	path := filepath.Join(t.TempDir(), "bench.sqlite")
	require.NoError(t, os.WriteFile(path, laden(t), 0o600))
	d := watching(t, path)
	d.well("addPerson", "")
	d.well("scaleReads", "")
	var asked []string
	for _, o := range table(nil, nil) {
		if o.method != http.MethodGet || o.streams() || slices.Contains(notFollowed, o.id) ||
			strings.Contains(o.path, "/knowledge/") && o.id != "mediaKnowledge" {
			continue
		}
		for _, id := range []string{"1", "2"} {
			if at := strings.NewReplacer("{id}", id, "{code}", "perlite").Replace(o.path); !slices.Contains(asked, at) {
				asked = append(asked, at)
			}
		}
	}
	load := func() map[string]string {
		all := map[string]string{}
		for _, at := range asked {
			all[at] = d.send(http.MethodGet, at, "").Body.String()
		}
		return all
	}
	before := load()
	told := 0
	for _, o := range table(nil, nil) {
		if o.method == http.MethodGet || strings.Contains(o.path, "/compute/") {
			continue
		}
		body := "{}"
		if _, has := sound[o.id]; has {
			body = d.body(o.id)
		}
		at := strings.NewReplacer("{id}", "1").Replace(o.path)
		if sound[o.id].Path != "" {
			at = d.path(o)
			before = load() // it may have taken a plant of its own
		}
		w := httptest.NewRecorder()
		r := httptest.NewRequestWithContext(t.Context(), o.method, "http://localhost"+at, strings.NewReader(body))
		r.Header.Set("Content-Type", "application/json")
		d.handler.ServeHTTP(w, r)
		var news company.News
		if said := w.Header().Get(changedHeader); said != "" {
			require.NoError(t, json.Unmarshal([]byte(said), &news))
			told++
		}
		after := load()
		for _, at := range asked {
			if o.id == "backup" && strings.HasSuffix(at, "/log") {
				continue // it is noted in the file beside all that is served, and looked up when the log is opened
			}
			if after[at] != before[at] {
				assert.True(t, bearsOn(news, strings.TrimPrefix(at, "/api/v1")), "%s changed %s and told %v", o.id, at, news)
			}
		}
		before = after
	}
	assert.Greater(t, told, 50)
}
