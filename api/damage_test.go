package api

import (
	"context"
	"database/sql"
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"net/http"
	"net/http/httptest"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/goccy/go-yaml"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/api/people"
	"therapeon/api/wire"
	"therapeon/clinic"
	peopleservice "therapeon/clinic/people"
	"therapeon/ledger"
)

// sound holds a request for every operation that takes JSON.
var sound = func() (all map[string]struct{ Path, Version, Body string }) {
	doc, err := os.ReadFile("testdata/sound.yaml")
	if err == nil {
		err = yaml.Unmarshal(doc, &all)
	}
	if err != nil {
		panic(err)
	}
	return all
}()

// ofPeople are operations on someone who is known.
var ofPeople = []string{"signIn", "join", "changePerson", "changePassphrase", "giveCode"}

// unplugged is a network that nobody is on.
type unplugged struct{}

func (unplugged) State() people.Opened { return people.Opened{Addresses: []string{}} }

func (unplugged) Open(_ context.Context, open bool) (people.Opened, error) {
	return people.Opened{Open: open, Addresses: []string{}}, nil
}

// bench is a served file with an eye on it.
type damaged struct {
	t       *testing.T
	handler http.Handler
	eye     *sql.DB
	news    int64
	asked   int
}

// laden is a bench with something of everything in it, made once for all.
func laden(t *testing.T) []byte {
	t.Helper()
	path := filepath.Join(t.TempDir(), "bench.sqlite")
	d := watching(t, path)
	for range 3 {
		d.well("addPlant", "")
	}
	for _, id := range []string{"startReading", "startLook"} {
		d.well(id, strings.Replace(sound[id].Path, "/2/", "/1/", 1))
	}
	d.well("startCourse", "/api/v1/plants/1/courses")
	for _, id := range []string{
		"addPlace", "addStock", "addRecipe", "startTimer", "weigh", "addIncident", "saveReading", "keepWish",
		"planHome", "checkIn", "tend", "hold", "watchPlants",
	} {
		d.well(id, "")
	}
	copied := filepath.Join(t.TempDir(), "copy.sqlite")
	_, err := ledger.Backup(t.Context(), path, copied, time.Now())
	require.NoError(t, err)
	content, err := os.ReadFile(copied)
	require.NoError(t, err)
	return content
}

// watching serves a file, with an eye on it.
func watching(t *testing.T, path string) *damaged {
	t.Helper()
	s, err := ledger.Open(t.Context(), path)
	require.NoError(t, err)
	c := clinic.New(s, time.Now)
	c.People.Cheaply()
	h, err := NewServer(c, shell, unplugged{})
	require.NoError(t, err)
	eye, err := sql.Open("sqlite", "file:"+path+"?_pragma=busy_timeout(5000)")
	require.NoError(t, err)
	eye.SetMaxOpenConns(1)
	t.Cleanup(func() { _ = eye.Close(); _ = s.Close() })
	return &damaged{t: t, handler: h.By(Loopback), eye: eye}
}

// well sends the sound request of an operation and holds it to a good answer.
func (d *damaged) well(id, path string) {
	d.t.Helper()
	o := operationOf(id)
	if path == "" {
		path = d.path(o)
	}
	w := d.send(o.Method, path, d.body(id))
	require.Less(d.t, w.Code, 300, "%s: %s", id, w.Body)
}

func operationOf(id string) wire.Operation {
	all := table(nil, nil)
	return all[slices.IndexFunc(all, func(o wire.Operation) bool { return o.ID == id })]
}

func (d *damaged) path(o wire.Operation) string {
	path := sound[o.ID].Path
	if path == "" {
		path = o.Path
	}
	if strings.Contains(path, "{new}") { // it takes a plant that nothing was done with yet
		w := d.send(http.MethodPost, "/api/v1/plants", `{"tag":"x","group":"cattleya","leaf_count":6,"bulb_count":6}`)
		var p struct{ ID int64 }
		require.NoError(d.t, json.Unmarshal(w.Body.Bytes(), &p))
		path = strings.Replace(path, "{new}", fmt.Sprint(p.ID), 1)
	}
	return path
}

func (d *damaged) body(id string) string {
	version := int64(0)
	if where := sound[id].Version; where != "" {
		err := d.eye.QueryRow("SELECT version FROM documents WHERE " + where).Scan(&version)
		if err != nil {
			require.ErrorIs(d.t, err, sql.ErrNoRows)
		}
	}
	d.asked++
	if strings.Contains(sound[id].Body, "{code}") {
		var given peopleservice.Code
		w := d.send(http.MethodPost, "/api/v1/codes", sound["giveCode"].Body)
		require.NoError(d.t, json.Unmarshal(w.Body.Bytes(), &given))
		return strings.ReplaceAll(sound[id].Body, "{code}", given.Code)
	}
	kept := map[string]int64{}
	for of, from := range map[string]string{
		"weighed": "SELECT COALESCE(MAX(id), 0) FROM weighings WHERE plant_id = 1 AND NOT withdrawn",
		"moved":   "SELECT COALESCE(MAX(id), 0) FROM moved WHERE from_id = 1 AND NOT undone",
	} {
		if strings.Contains(sound[id].Body, "{"+of+"}") { // what is moved, or its way back, is used once
			d.well(map[string]string{"weighed": "weigh", "moved": "moveEntry"}[of], "")
			var n int64
			require.NoError(d.t, d.eye.QueryRow(from).Scan(&n))
			kept[of] = n
		}
	}
	moment := time.Date(2026, 1, 5, 10, 0, d.asked, 0, time.UTC).Format(time.RFC3339) // no two weighings at one moment
	return strings.NewReplacer("{version}", fmt.Sprint(version), "{moment}", moment,
		"{weighed}", fmt.Sprint(kept["weighed"]), "{moved}", fmt.Sprint(kept["moved"])).Replace(sound[id].Body)
}

func (d *damaged) send(method, path, body string) *httptest.ResponseRecorder {
	r := httptest.NewRequestWithContext(d.t.Context(), method, "http://localhost"+path, strings.NewReader(body))
	r.Header.Set("Content-Type", "application/json")
	w := httptest.NewRecorder()
	d.handler.ServeHTTP(w, r)
	return w
}

// changed tells whether anything was kept since it was asked last.
func (d *damaged) changed() bool {
	var now int64
	require.NoError(d.t, d.eye.QueryRow("PRAGMA data_version").Scan(&now))
	was := d.news
	d.news = now
	return now != was
}

// allReadable asks all that can be asked: what was accepted must not break a page.
func (d *damaged) allReadable(say string) {
	for _, o := range table(nil, nil) {
		if o.Method != http.MethodGet || o.Streams() {
			continue
		}
		w := d.send(http.MethodGet, strings.NewReplacer("{id}", "1", "{code}", "perlite").Replace(o.Path), "")
		require.Less(d.t, w.Code, 500, "%s after %s: %s", o.ID, say, w.Body)
	}
}

// spec is what the test reads of the contract.
type spec struct {
	Paths map[string]map[string]struct {
		OperationID string `json:"operationId"`
		RequestBody struct {
			Content map[string]struct{ Schema schema }
		} `json:"requestBody"`
	}
	Components struct{ Schemas map[string]schema }
}

type schema struct {
	Ref        string `json:"$ref"`
	Type       any
	Properties map[string]schema
	Required   []string
	Items      *schema
	Minimum    *float64
	Maximum    *float64
	MaxLength  int
	More       json.RawMessage `json:"additionalProperties"`
}

func (s spec) of(at schema) schema {
	if at.Ref == "" {
		return at
	}
	return s.Components.Schemas[at.Ref[strings.LastIndex(at.Ref, "/")+1:]]
}

// damage is one change of a request: a value put at a path, or taken away.
type damage struct {
	path  []any // names and places
	value json.RawMessage
	kind  string // what is wrong: kind, null, missing, unknown, beyond its limits, extreme
}

// field is the path as a fault names it.
func (d damage) field() string {
	out := ""
	for _, p := range d.path {
		if i, ok := p.(int); ok {
			out += fmt.Sprintf("[%d]", i)
		} else {
			out += "." + fmt.Sprint(p)
		}
	}
	return strings.TrimPrefix(out, ".")
}

var (
	extremes = map[string][]string{
		"number":  {"0", "-1", "5e-324", "-1e308", "1e308", "9007199254740993", "1e-9"},
		"integer": {"0", "-1", "9223372036854775807", "-9223372036854775808", "4096"},
		"string": {
			`""`,
			`" "`,
			"\"🌱\u202eé\"",
			`"' OR 1=1 --"`,
			`"0001-01-01"`,
			`"9999-12-31"`,
			`"` + strings.Repeat("x", 5000) + `"`,
		},
		"array": {"[]"},
	}
	wrongKinds = map[string][]string{
		"number": {
			`"12"`,
			`{}`,
			`[]`,
			`true`,
			`1e999`,
		},
		"integer": {`"12"`, `1.5`, `1e999`, `99999999999999999999`},
		"string":  {`12`, `{}`, `[]`, `"\u0000"`, `"\ud800"`},
		"array":   {`{}`, `"x"`, `7`},
		"boolean": {`0`, `"true"`},
		"object":  {`[]`, `"x"`, `7`},
	}
)

// beyond are values just outside the limits that the contract gives.
func (at schema) beyond() (list []string) {
	if at.Minimum != nil {
		list = append(list, fmt.Sprint(*at.Minimum-1))
	}
	if at.Maximum != nil {
		list = append(list, fmt.Sprint(*at.Maximum+1))
	}
	if at.MaxLength > 0 {
		list = append(list, `"`+strings.Repeat("x", at.MaxLength+1)+`"`)
	}
	return list
}

// damages lists what can be done to a value of a schema, as deep as the value goes.
func (s spec) damages(at schema, value any, path []any) (list []damage) {
	at = s.of(at)
	for name, p := range at.Properties {
		here := append(slices.Clone(path), name)
		given, has := map[string]any{}[name], false
		if object, ok := value.(map[string]any); ok {
			given, has = object[name]
		}
		of := s.of(p)
		kind, _ := of.Type.(string)
		if slices.Contains(at.Required, name) && has {
			list = append(list, damage{here, nil, "missing"})
		}
		list = append(list, damage{here, json.RawMessage("null"), "null"})
		for _, v := range wrongKinds[kind] {
			list = append(list, damage{here, json.RawMessage(v), "kind"})
		}
		for _, v := range of.beyond() {
			list = append(list, damage{here, json.RawMessage(v), "beyond"})
		}
		for _, v := range extremes[kind] {
			list = append(list, damage{here, json.RawMessage(v), "extreme"})
		}
		switch items, _ := given.([]any); {
		case kind == "array" && len(items) > 0:
			long, _ := json.Marshal(slices.Repeat(items[:1], 2001))
			list = append(list, damage{here, long, "extreme"}, damage{append(here, 0), json.RawMessage("null"), "null"})
			list = append(list, s.damages(*of.Items, items[0], append(slices.Clone(here), 0))...)
		case has:
			list = append(list, s.damages(of, given, here)...)
		}
	}
	if len(at.Properties) > 0 {
		list = append(list, damage{append(slices.Clone(path), "no_such_field"), json.RawMessage("1"), "unknown"})
	}
	return list
}

// put makes the change.
func put(v any, path []any, to json.RawMessage) any {
	if len(path) == 0 {
		return to
	}
	switch at := v.(type) {
	case map[string]any:
		name, _ := path[0].(string)
		if len(path) == 1 && to == nil {
			delete(at, name)
		} else {
			at[name] = put(at[name], path[1:], to)
		}
	case []any:
		i, _ := path[0].(int)
		at[i] = put(at[i], path[1:], to)
	}
	return v
}

// Every field of every operation of the contract, damaged in every way: never an
// error of the program's own, always a problem that names the field, and nothing
// kept of what was refused. A long form takes all of them (make torture); the
// quick one a seeded part.
func TestDamagedRequestsAreRefusedByTheirFieldAndNothingIsKept(t *testing.T) {
	doc, err := contractOnce()
	require.NoError(t, err)
	var s spec
	require.NoError(t, json.Unmarshal(doc, &s))
	bench := laden(t)
	for _, o := range table(nil, nil) {
		body, ok := s.Paths[o.Path][strings.ToLower(o.Method)].RequestBody.Content["application/json"]
		if !ok {
			continue
		}
		require.Contains(t, sound, o.ID, "a sound request for each operation")
		t.Run(o.ID, func(t *testing.T) {
			t.Parallel()
			path := filepath.Join(t.TempDir(), "bench.sqlite")
			require.NoError(t, os.WriteFile(path, bench, 0o600))
			d := watching(t, path)
			if slices.Contains(ofPeople, o.ID) {
				d.well("addPerson", "")
			}
			if o.ID == "tareScale" {
				d.well("scaleReads", "") // a scale is on while it speaks, and in no file
			}
			d.well(o.ID, "")
			d.harmAll(o, s, body.Schema)
		})
	}
}

// oneIn is how many damages of a kind stand for one that is tried in the quick form.
const oneIn = 15

func (d *damaged) harmAll(o wire.Operation, s spec, at schema) {
	var value any
	require.NoError(d.t, json.Unmarshal([]byte(d.body(o.ID)), &value))
	list := s.damages(at, value, nil)
	slices.SortFunc(list, func(a, b damage) int {
		return strings.Compare(a.field()+a.kind+string(a.value), b.field()+b.kind+string(b.value))
	})
	r, long := rand.New(rand.NewPCG(7, uint64(len(o.ID)))), os.Getenv("TORTURE") != ""
	sent := map[string]int{}
	path := d.path(o)
	for _, harm := range list {
		if !long && sent[harm.kind] > 0 && r.IntN(oneIn) > 0 {
			continue
		}
		if strings.Contains(sound[o.ID].Path, "{new}") {
			path = d.path(o)
		}
		d.harm(o, path, harm)
		sent[harm.kind]++
	}
	for _, kind := range []string{"null", "kind", "unknown"} {
		assert.Positive(d.t, sent[kind], kind)
	}
}

func (d *damaged) harm(o wire.Operation, path string, harm damage) {
	var value any
	require.NoError(d.t, json.Unmarshal([]byte(d.body(o.ID)), &value))
	body, err := json.Marshal(put(value, harm.path, harm.value))
	require.NoError(d.t, err)
	d.changed()
	w := d.send(o.Method, path, string(body))
	say := fmt.Sprintf("%s: %s %s → %.60s: %d %s", o.ID, harm.kind, harm.field(), harm.value, w.Code, w.Body)
	require.Less(d.t, w.Code, 500, say)
	if w.Code < 400 {
		require.Equal(d.t, "extreme", harm.kind, say)
		if os.Getenv("TORTURE") != "" {
			d.allReadable(say)
		}
		d.send(o.Method, path, d.body(o.ID)) // back to what is sound
		return
	}
	if kept := d.changed(); !slices.Contains(ofPeople, o.ID) { // of them the log keeps each try
		require.False(d.t, kept, "kept although refused: %s", say)
	}
	require.Equal(d.t, "application/problem+json", w.Header().Get("Content-Type"), say)
	var p wire.Problem
	require.NoError(d.t, json.Unmarshal(w.Body.Bytes(), &p), say)
	require.Equal(d.t, w.Code, p.Status, say)
	if w.Code != http.StatusBadRequest && w.Code != http.StatusUnprocessableEntity {
		return
	}
	require.NotEmpty(d.t, p.Faults, say)
	fields := []string{}
	for _, f := range p.Faults {
		require.NotEmpty(d.t, f.Words, say)
		fields = append(fields, f.Field)
	}
	if harm.kind != "extreme" {
		require.Contains(d.t, fields, harm.field(), say)
	}
}
