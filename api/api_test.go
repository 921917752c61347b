package api

import (
	"bytes"
	"encoding/json"
	"io"
	"net/http"
	"net/http/httptest"
	"path/filepath"
	"strings"
	"sync"
	"testing"
	"testing/fstest"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/clinic"
	"therapeon/ledger"
)

var shell = fstest.MapFS{
	"index.html":        {Data: []byte(`<meta name="style-nonce" content="{{nonce}}">the page`)},
	"assets/page.js":    {Data: []byte("js")},
	"favicon.svg":       {Data: []byte("<svg/>")},
	"assets/.gitignore": {Data: []byte("")},
}

// contractOnce is the contract, reflected once for all tests.
var contractOnce = sync.OnceValues(Contract)

type tester struct {
	*testing.T
	url string
}

func start(t *testing.T) tester {
	t.Helper()
	s, err := ledger.Open(t.Context(), filepath.Join(t.TempDir(), "bench.sqlite"))
	require.NoError(t, err)
	h, err := New(clinic.New(s, time.Now), shell)
	require.NoError(t, err)
	server := httptest.NewServer(h)
	t.Cleanup(func() { server.Close(); _ = s.Close() })
	return tester{t, server.URL}
}

// send sends a body as it stands and returns the status and the answer.
func (t tester) send(method, path, body string, headers ...string) (int, map[string]any, http.Header) {
	t.Helper()
	status, doc, header := t.sendTyped(method, path, body, headers...)
	doc, _ = inWords(doc).(map[string]any)
	return status, doc, header
}

// sendTyped leaves the sentences of an answer as they are: words with what they are.
func (t tester) sendTyped(method, path, body string, headers ...string) (int, map[string]any, http.Header) {
	t.Helper()
	r, err := http.NewRequestWithContext(t.Context(), method, t.url+path, strings.NewReader(body))
	require.NoError(t, err)
	if body != "" {
		r.Header.Set("Content-Type", "application/json")
	}
	for i := 0; i+1 < len(headers); i += 2 {
		r.Header.Set(headers[i], headers[i+1])
		if headers[i] == "Host" {
			r.Host = headers[i+1]
		}
	}
	answer, err := http.DefaultClient.Do(r)
	require.NoError(t, err)
	defer func() { _ = answer.Body.Close() }()
	raw, err := io.ReadAll(answer.Body)
	require.NoError(t, err)
	var doc map[string]any
	if len(raw) > 0 && raw[0] == '{' {
		require.NoError(t, json.Unmarshal(raw, &doc), string(raw))
		if answer.StatusCode < 300 {
			assert.NotContains(t, string(raw), ":null", "lists are [] and what is missing is left out")
		}
	}
	return answer.StatusCode, doc, answer.Header
}

// inWords is an answer with its sentences as their words alone.
func inWords(v any) any {
	switch v := v.(type) {
	case map[string]any:
		if text, ok := v["text"].(string); ok && v["sense"] != nil {
			return text
		}
		for name, part := range v {
			v[name] = inWords(part)
		}
	case []any:
		for i, part := range v {
			v[i] = inWords(part)
		}
	}
	return v
}

func (t tester) refused(status int, method, path, body string) map[string]any {
	t.Helper()
	got, doc, header := t.send(method, path, body)
	assert.Equal(t, status, got, "%s %s %.80s: %v", method, path, body, doc)
	assert.Equal(t, "application/problem+json", header.Get("Content-Type"))
	assert.EqualValues(t, status, doc["status"])
	assert.NotEmpty(t, doc["title"])
	return doc
}

func firstFault(doc map[string]any) map[string]any {
	faults, _ := doc["faults"].([]any)
	if len(faults) == 0 {
		return nil
	}
	f, _ := faults[0].(map[string]any)
	return f
}

func TestBadInputIsAnsweredClearlyAndNothingIsSaved(t *testing.T) {
	x := start(t)
	x.send("POST", "/api/v1/plants", `{"tag":"B-07","group":"phalaenopsis"}`)
	x.send("POST", "/api/v1/plants/1/readings", `{"read_on":"2026-01-05"}`)
	one := func(segment string) string {
		return `{"version":1,"read_on":"2026-01-05","reading":{"roots":[{"id":"a","count":1,"segments":[` + segment + `]}]}}`
	}
	reading := "/api/v1/readings/1"
	cases := []struct {
		name, method, path, body string
		status                   int
		field                    string
	}{
		{"negative length", "PUT", reading, one(`{"length_mm":-1}`), 422, "reading.roots[0].segments[0].length_mm"},
		{"NaN", "PUT", reading, one(`{"length_mm":NaN}`), 400, ""},
		{"beyond all numbers", "PUT", reading, one(`{"length_mm":1e999}`), 400, "reading.roots[0].segments[0].length_mm"},
		{"broken JSON", "PUT", reading, `{"version":1,`, 400, ""},
		{"half a word", "PUT", reading, `{"version":tr`, 400, ""},
		{"empty", "PUT", reading, ``, 415, ""},
		{"two documents", "PUT", reading, one(`{}`) + `{}`, 400, ""},
		{"a list", "PUT", reading, `[]`, 400, ""},
		{"not a day", "PUT", reading, strings.Replace(one(`{}`), "2026-01-05", "2026-02-30", 1), 422, "read_on"},
		{"a day long past", "PUT", reading, strings.Replace(one(`{}`), "2026-01-05", "0001-01-01", 1), 422, "read_on"},
		{"a month that is none", "POST", "/api/v1/plants", `{"tag":"x","group":"slipper","last_repotted":"2026-13"}`, 422, "last_repotted"},
		{"a leaf without width", "POST", "/api/v1/plants", `{"tag":"x","group":"slipper","blades":[{"length_mm":90}]}`, 422, "blades[0].width_mm"},
		{
			"a side root beyond its root",
			"PUT",
			reading,
			strings.Replace(one(`{"length_mm":50}`), `"segments"`, `"branches":[{"at_mm":60,"segments":[{}]}],"segments"`, 1),
			422,
			"reading.roots[0].branches[0].at_mm",
		},
		{"two roots of one name", "PUT", reading, strings.Replace(one(`{}`), `"roots":[`, `"roots":[{"id":"a","count":1,"segments":[{}]},`, 1), 422, "reading.roots[1].id"},
		{"roots and none found", "PUT", reading, strings.Replace(one(`{}`), `"roots":[`, `"none_found":true,"roots":[`, 1), 422, "reading.none_found"},
		{"a negative page", "GET", "/api/v1/plants?skip=-1", "", 422, "skip"},
		{"a day to come", "PUT", reading, strings.Replace(one(`{}`), "2026-01-05", "2999-01-01", 1), 422, "read_on"},
		{"no such reading", "PUT", "/api/v1/readings/77", one(`{}`), 404, ""},
		{"no such plant", "GET", "/api/v1/plants/77", "", 404, ""},
		{"a word for a number", "GET", "/api/v1/plants/seven", "", 422, "id"},
		{"no such address", "GET", "/api/v1/tulips", "", 404, ""},
		{"wrong method", "DELETE", "/api/v1/plants/1", "", 405, ""},
		{"unknown group", "POST", "/api/v1/plants", `{"tag":"x","group":"tulip"}`, 422, "group"},
		{"unknown side", "PUT", "/api/v1/settings", `{"version":0,"sides":{"clinging_medium":"by-state","spike_at_rescue":"cut","first_feed":"dilute","dead_dry_roots":"some"},"hemisphere":"south","cut_margin_mm":4}`, 422, "sides.dead_dry_roots"},
		{
			"unknown question", "PUT", "/api/v1/settings",
			`{"version":0,"sides":{"tea":"milk-first"},"hemisphere":"south","cut_margin_mm":4}`, 422, "sides.tea",
		},
		{"unknown side of a plant", "POST", "/api/v1/plants", `{"tag":"x","group":"slipper","sides":{"worms":"eaten"}}`, 422, "sides.worms"},
		{"job not on the list", "PUT", reading + "/ticks", `{"item":"zz","count":1}`, 422, "item"},
		{"root not in the reading", "PUT", reading + "/corrections", `{"version":1,"root_id":"zz","feel":"firm","count":1}`, 422, "root_id"},
	}
	for _, c := range cases {
		t.Run(c.name, func(t *testing.T) {
			doc := tester{t, x.url}.refused(c.status, c.method, c.path, c.body)
			if c.field != "" {
				f := firstFault(doc)
				require.NotNil(t, f, doc)
				assert.Equal(t, c.field, f["field"])
				assert.NotEmpty(t, f["words"])
				assert.NotEmpty(t, f["limit"])
			}
		})
	}
	_, kept, _ := x.send("GET", reading, "")
	assert.EqualValues(t, 1, kept["version"], "nothing was saved")
	_, found, _ := x.send("GET", "/api/v1/plants", "")
	assert.EqualValues(t, 1, found["total"])
}

func TestAHugeBodyIsRefusedAndSaidSo(t *testing.T) {
	x := start(t)
	doc := x.refused(413, "POST", "/api/v1/plants", `{"tag":"`+strings.Repeat("x", 10<<20)+`"}`)
	assert.Contains(t, doc["detail"], "4 MB")
}

func TestTheFullestReadingFits(t *testing.T) {
	x := start(t)
	x.send("POST", "/api/v1/plants", `{"tag":"full","group":"phalaenopsis"}`)
	x.send("POST", "/api/v1/plants/1/readings", `{"read_on":"2026-01-05"}`)
	status, doc, _ := x.send("PUT", "/api/v1/readings/1", fullReading(12))
	require.Equal(t, http.StatusOK, status, doc["detail"])
	_, again, _ := x.send("GET", "/api/v1/readings/1", "")
	assert.Equal(t, doc, again)
}

func TestOnlyThisMachineAndThisPageMayAsk(t *testing.T) {
	x := start(t)
	status, _, _ := x.send("GET", "/api/v1/about", "", "Host", "bench.example")
	assert.Equal(t, http.StatusForbidden, status, "another name for the loopback address")
	status, _, _ = x.send(
		"POST",
		"/api/v1/plants",
		`{"tag":"x","group":"slipper"}`,
		"Origin",
		"http://elsewhere.example",
		"Sec-Fetch-Site",
		"cross-site",
	)
	assert.Equal(t, http.StatusForbidden, status)
	status, _, _ = x.send("POST", "/api/v1/plants", `{"tag":"x","group":"slipper"}`, "Content-Type", "text/plain")
	assert.Equal(t, http.StatusUnsupportedMediaType, status)
}

func TestThePageHasAStrictPolicyWithAFreshNonce(t *testing.T) {
	x := start(t)
	get := func() (string, string) {
		answer, err := http.Get(x.url + "/plants/1/roots")
		require.NoError(t, err)
		defer func() { _ = answer.Body.Close() }()
		body, err := io.ReadAll(answer.Body)
		require.NoError(t, err)
		return answer.Header.Get("Content-Security-Policy"), string(body)
	}
	first, body := get()
	second, _ := get()
	assert.NotEqual(t, first, second)
	assert.Contains(t, first, "default-src 'none'")
	assert.NotContains(t, first, "unsafe")
	nonce, _, _ := strings.Cut(strings.SplitN(first, "'nonce-", 2)[1], "'")
	assert.Contains(t, body, `content="`+nonce+`"`)

	for path, want := range map[string]int{"/assets/page.js": 200, "/assets/none.js": 404, "/favicon.svg": 200} {
		status, _, _ := x.send("GET", path, "")
		assert.Equal(t, want, status, path)
	}
}

// unmarked walks a document and names every value that does not say where it
// comes from.
func unmarked(path string, doc any) []string {
	var found []string
	switch v := doc.(type) {
	case map[string]any:
		if value, ok := v["value"]; ok {
			if mark, _ := v["mark"].(string); mark == "" || value == "" {
				found = append(found, path)
			}
			if v["mark"] == "published" && v["source"] == nil {
				found = append(found, path+" without a source")
			}
			return found
		}
		for name, part := range v {
			found = append(found, unmarked(path+"."+name, part)...)
		}
	case []any:
		for _, part := range v {
			found = append(found, unmarked(path, part)...)
		}
	case float64:
		found = append(found, path+" is a bare number")
	}
	return found
}

func TestEveryValueOfTheCraftSaysWhereItComesFrom(t *testing.T) {
	x := start(t)
	for _, path := range []string{"/api/v1/knowledge/groups", "/api/v1/knowledge/roots", "/api/v1/knowledge/disputes", "/api/v1/knowledge/cautions",
		"/api/v1/knowledge/solutions", "/api/v1/knowledge/pests", "/api/v1/knowledge/division"} {
		status, doc, _ := x.send("GET", path, "")
		require.Equal(t, http.StatusOK, status, path)
		require.NotEmpty(t, doc, path)
		assert.Empty(t, unmarked(path, doc))
	}
	assert.NotEmpty(t, unmarked("", map[string]any{"length": 5.0, "words": map[string]any{"value": "wet it"}}),
		"the walk finds what is bare")
}

func TestTheContractInTheTreeIsTheOneServed(t *testing.T) {
	x := start(t)
	answer, err := http.Get(x.url + "/api/openapi.json")
	require.NoError(t, err)
	defer func() { _ = answer.Body.Close() }()
	served, err := io.ReadAll(answer.Body)
	require.NoError(t, err)
	now, err := contractOnce()
	require.NoError(t, err)
	assert.True(t, bytes.Equal(served, now), "api/openapi.json is stale: run make generate")
}

// A change, by its version, of what was never kept is refused in words, and keeps nothing.
func TestAChangeOfWhatWasNeverKeptIsAConflict(t *testing.T) {
	x := start(t)
	status, _, _ := x.send(http.MethodPost, "/api/v1/plants", `{"tag":"New","group":"cattleya","bulb_count":3}`)
	require.Equal(t, http.StatusCreated, status)
	_, house, _ := x.send(http.MethodGet, "/api/v1/settings", "")
	house["version"], house["hemisphere"] = 7, "south"
	settings, err := json.Marshal(house)
	require.NoError(t, err)
	for path, body := range map[string]string{
		"/api/v1/settings":         string(settings),
		"/api/v1/plants/1/home":    `{"version":7,"plan":{}}`,
		"/api/v1/plants/1/race":    `{"version":7,"assumed":{}}`,
		"/api/v1/plants/1/rhizome": `{"version":7,"rhizome":{"bulbs":[{"n":1,"from":0}]}}`,
	} {
		status, doc, _ := x.send(http.MethodPut, path, body)
		assert.Equal(t, http.StatusConflict, status, path)
		assert.Contains(t, doc["detail"], "Yours was not saved over it.", path)
		_, doc, _ = x.send(http.MethodGet, strings.Replace(path, "/race", "/home", 1), "")
		assert.EqualValues(t, 0, doc["version"], path)
	}
}
