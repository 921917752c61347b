package api

import (
	"compress/gzip"
	"database/sql"
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"net/http/httptest"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/clinic"
	"therapeon/core/disputes"
	"therapeon/language/english"
	"therapeon/ledger"
)

// oldFile is a data file as an earlier state of the program wrote it.
type oldFile struct {
	t  *testing.T
	db *sql.DB
}

func unpacked(t *testing.T, name string) string {
	t.Helper()
	packed, err := os.Open(filepath.Join("..", "ledger", "testdata", name))
	require.NoError(t, err)
	defer func() { _ = packed.Close() }()
	from, err := gzip.NewReader(packed)
	require.NoError(t, err)
	path := filepath.Join(t.TempDir(), "old.sqlite")
	to, err := os.Create(path)
	require.NoError(t, err)
	_, err = io.Copy(to, from)
	require.NoError(t, err)
	require.NoError(t, to.Close())
	return path
}

// rows are those of a table, or none where the file has no such table yet.
func (o oldFile) rows(table string) (list []map[string]any) {
	found, err := o.db.QueryContext(o.t.Context(), "SELECT * FROM "+table+" ORDER BY 1")
	if err != nil && strings.Contains(english.Error(err), "no such table") {
		return nil
	}
	require.NoError(o.t, err)
	defer func() { _ = found.Close() }()
	names, err := found.Columns()
	require.NoError(o.t, err)
	for found.Next() {
		values, row := make([]any, len(names)), map[string]any{}
		into := make([]any, len(names))
		for i := range values {
			into[i] = &values[i]
		}
		require.NoError(o.t, found.Scan(into...))
		for i, name := range names {
			row[name] = values[i]
		}
		list = append(list, row)
	}
	require.NoError(o.t, found.Err())
	return list
}

// renamed are codes that have new names since, and a sentence that was put right: eggs are not surely killed.
var renamed = strings.NewReplacer(`"vase-smell"`, `"decay-smell"`, `"calmag"`, `"calcium-magnesium"`,
	"and kills snails and eggs on contact.",
	"and kills snails on contact. It does not surely kill their eggs: look again for hatchlings.")

// doc is a document in a row.
func (o oldFile) doc(row map[string]any, column string) map[string]any {
	var doc map[string]any
	text, ok := row[column].(string)
	require.True(o.t, ok, column)
	require.NoError(o.t, json.Unmarshal([]byte(renamed.Replace(text)), &doc))
	return doc
}

// said drops what says nothing, so that a field that is left out and an empty one
// are alike.
func said(v any) any {
	switch v := v.(type) {
	case map[string]any:
		kept := map[string]any{}
		for name, part := range v {
			if part = said(part); part != nil && name != "weighs" && name != "sense" { // both newer than the files
				kept[name] = part
			}
		}
		if len(kept) > 0 {
			return kept
		}
		return nil
	case []any:
		kept := []any{}
		for _, part := range v {
			kept = append(kept, said(part))
		}
		if len(kept) > 0 {
			return kept
		}
		return nil
	case string:
		if v == "" {
			return nil
		}
	case bool:
		if !v {
			return nil
		}
	case float64:
		if v == 0 {
			return nil
		}
	}
	return v
}

// Files as the program wrote them at five earlier states open, are brought up to date,
// and show what is in them.
func TestFilesOfEarlierStatesShowTheSameFacts(t *testing.T) {
	for n := 1; n <= 5; n++ {
		t.Run(fmt.Sprintf("bench-%d", n), func(t *testing.T) {
			path := unpacked(t, fmt.Sprintf("bench-%d.sqlite.gz", n))
			copied, err := os.ReadFile(path)
			require.NoError(t, err)
			raw := path + ".raw"
			require.NoError(t, os.WriteFile(raw, copied, 0o600))
			db, err := sql.Open("sqlite", raw)
			require.NoError(t, err)
			defer func() { _ = db.Close() }()

			s, err := ledger.Open(t.Context(), path)
			require.NoError(t, err)
			defer func() { _ = s.Close() }()
			c := clinic.New(s, time.Now)
			require.NoError(t, c.Settings.Resume(t.Context()))
			h, err := New(c, shell)
			require.NoError(t, err)
			shows := shown{t, h}
			old := oldFile{t, db}
			shows.plants(old)
			shows.readings(old)
			shows.looks(old)
			shows.cleanings(old)
			shows.wayHome(old)
			shows.house(old)
			keepsNoWords(t, path)
		})
	}
}

// shown is what the interface shows of a file.
type shown struct {
	t *testing.T
	h http.Handler
}

func (s shown) get(path string, a ...any) map[string]any {
	w := httptest.NewRecorder()
	r := httptest.NewRequestWithContext(s.t.Context(), http.MethodGet, "http://localhost"+fmt.Sprintf(path, a...), nil)
	s.h.ServeHTTP(w, r)
	require.Equal(s.t, http.StatusOK, w.Code, "%s: %s", r.URL, w.Body)
	var answer map[string]any
	require.NoError(s.t, json.Unmarshal(w.Body.Bytes(), &answer))
	answer, _ = inWords(answer).(map[string]any)
	return answer
}

// at finds what lies deeper in an answer.
func at[T any](t *testing.T, v any, names ...string) T {
	t.Helper()
	for _, name := range names {
		of, ok := v.(map[string]any)
		require.True(t, ok, name)
		v = of[name]
	}
	found, _ := v.(T)
	return found
}

func (s shown) plants(old oldFile) {
	moved := map[string]bool{} // its intake was written over by this day's home
	for _, h := range old.rows("homes") {
		moved[fmt.Sprint(h["plant_id"], h["from_on"])] = true
	}
	for _, p := range old.rows("plants") {
		now := s.get("/api/v1/plants/%d", p["id"])
		over := moved[fmt.Sprint(p["id"], p["last_repotted"])]
		for column, field := range map[string]string{
			"tag": "tag", "group_code": "group", "arrived_on": "arrived_on", "source": "source", "flowering": "flowering",
			"leaf_count": "leaf_count", "bulb_count": "bulb_count", "bulb_state": "bulb_state", "notes": "notes",
			"last_repotted": "last_repotted", "old_medium": "old_medium", "pot": "pot", "root_class": "root_class",
			"dead_dry_roots": "sides.dead_dry_roots", "clinging_medium": "sides.clinging_medium", "peroxide": "sides.peroxide",
			"place_id": "place_id",
		} {
			want, known := p[column]
			of := at[map[string]any](s.t, now, "intake")
			if side, is := strings.CutPrefix(field, "sides."); is {
				of, field = at[map[string]any](s.t, now, "intake", "sides"), side
			}
			if over && (column == "last_repotted" || column == "old_medium" || column == "pot") {
				want = ""
			}
			if whole, is := want.(int64); is {
				want = float64(whole)
			}
			if known {
				assert.Equal(s.t, said(want), said(of[field]), "%s of %v", field, p["tag"])
			}
		}
		assert.Equal(s.t, p["archived_at"] != "", at[string](s.t, now, "archived_at") != "", p["tag"])
		assert.Equal(s.t, p["created_at"], now["created_at"], p["tag"])
	}
}

func (s shown) readings(old oldFile) {
	rows := old.rows("readings")
	require.NotEmpty(s.t, rows)
	for _, r := range rows {
		now := s.get("/api/v1/readings/%d", r["id"])
		assert.Equal(s.t, said(old.doc(r, "roots")), said(now["reading"]), "reading %v", r["id"])
		assert.Equal(s.t, said(old.doc(r, "checks")), said(now["checks"]), "cuts of reading %v", r["id"])
		assert.Equal(s.t, r["read_on"], now["read_on"])
	}
}

func (s shown) looks(old oldFile) {
	for _, r := range old.rows("inspections") {
		now := s.get("/api/v1/inspections/%d", r["id"])
		assert.Equal(s.t, said(old.doc(r, "noted")), said(now["inspection"]), "look %v", r["id"])
		assert.Equal(s.t, said(old.doc(r, "said")), said(now["said"]), "what was said at look %v", r["id"])
		assert.Equal(s.t, r["looked_on"], now["looked_on"])
	}
}

// wordsAlone drops the figures that older programs kept in the words of a job alone.
func wordsAlone(v any) any {
	switch v := v.(type) {
	case map[string]any:
		kept := map[string]any{}
		for name, part := range v {
			if !slices.Contains([]string{"side_at_mm", "strip", "depth", "growth", "on_stem"}, name) {
				kept[name] = wordsAlone(part)
			}
		}
		return kept
	case []any:
		kept := []any{}
		for _, part := range v {
			kept = append(kept, wordsAlone(part))
		}
		return kept
	}
	return v
}

// keepsNoWords holds what is kept now to codes, figures and what the user wrote.
func keepsNoWords(t *testing.T, path string) {
	db, err := sql.Open("sqlite", path)
	require.NoError(t, err)
	defer func() { _ = db.Close() }()
	var wordy int
	require.NoError(t, db.QueryRowContext(t.Context(), `SELECT count(*) FROM documents
		WHERE doc LIKE '%"value":%' OR doc LIKE '%"headline":%' OR doc LIKE '%"told":%' OR doc LIKE '%"band":"% %'
		OR short LIKE '%"headline":"_%' OR short LIKE '%"cause":"% %'`).Scan(&wordy))
	assert.Zero(t, wordy, "documents that hold sentences")
}

// cleanings holds closed plans to every word that they had when they were closed.
func (s shown) cleanings(old oldFile) {
	closed := 0
	for _, r := range old.rows("cleanings") {
		doc := old.doc(r, "doc")
		if r["closed_on"] == "" || doc["plan"] == nil {
			continue
		}
		closed++
		line := at[[]any](s.t, s.get("/api/v1/plants/%d/timeline", r["plant_id"]), "entries")
		found := false
		for _, e := range line {
			found = found || at[string](s.t, e, "kind") == "cleaning" && at[string](s.t, e, "on") == r["closed_on"] &&
				at[string](s.t, e, "words") == "Cleaned. "+at[string](s.t, doc, "plan", "headline")
		}
		assert.True(s.t, found, "the cleaning of plant %v in its timeline", r["plant_id"])
		now := s.get("/api/v1/plants/%d/cleaning", r["plant_id"])
		if now["id"] != nil && fmt.Sprint(now["id"]) == fmt.Sprint(r["id"]) && now["closed_on"] == r["closed_on"] {
			assert.Equal(s.t, said(doc["plan"]), said(wordsAlone(now["plan"])), "the plan of plant %v", r["plant_id"])
			assert.Equal(s.t, said(doc["uses"]), said(now["uses"]))
		}
	}
	if len(old.rows("timers")) > 0 {
		assert.Positive(s.t, closed, "a file with timers has closed plans to look at")
	}
	for _, r := range old.rows("courses") {
		for _, c := range at[[]any](s.t, s.get("/api/v1/plants/%d/courses", r["plant_id"]), "courses") {
			if fmt.Sprint(at[any](s.t, c, "id")) == fmt.Sprint(r["id"]) {
				assert.Equal(s.t, said(old.doc(r, "doc")), said(at[any](s.t, c, "course")))
			}
		}
	}
	for _, r := range old.rows("rhizomes") {
		now := s.get("/api/v1/plants/%d/rhizome", r["plant_id"])
		assert.Equal(s.t, said(old.doc(r, "doc")), said(now["rhizome"]))
	}
}

func (s shown) wayHome(old oldFile) {
	for _, r := range old.rows("homes") {
		homes := at[[]any](s.t, s.get("/api/v1/plants/%d/home", r["plant_id"]), "homes")
		found := false
		for _, h := range homes {
			if fmt.Sprint(at[any](s.t, h, "id")) != fmt.Sprint(r["id"]) {
				continue
			}
			found = true
			want := old.doc(r, "doc")
			want["id"], want["from_on"] = at[any](s.t, h, "id"), r["from_on"]
			delete(h.(map[string]any), "again") // the day in words
			assert.Equal(s.t, said(want), said(h), "home %v", r["id"])
		}
		assert.True(s.t, found, "home %v", r["id"])
	}
	for _, r := range old.rows("rehomings") {
		want := old.doc(r, "doc")
		delete(want, "marks")
		now := at[map[string]any](s.t, s.get("/api/v1/plants/%d/home", r["plant_id"]), "plan")
		assert.Equal(s.t, said(withSides(want)), said(now))
	}
	for _, r := range old.rows("weighings") {
		found := false
		for _, w := range at[[]any](s.t, s.get("/api/v1/plants/%d/weighings", r["plant_id"]), "weighings") {
			found = found || at[any](s.t, w, "at") == r["at"] && at[any](s.t, w, "grams") == r["grams"]
		}
		assert.True(s.t, found, "weighing %v", r["id"])
	}
}

// withSides is an old document with the sides it took in one list, as they are kept now.
func withSides(doc map[string]any) map[string]any {
	sides := map[string]any{}
	for _, q := range disputes.All() {
		if side, is := doc[q.Code]; is {
			delete(doc, q.Code)
			if side != "" {
				sides[q.Code] = side
			}
		}
	}
	if len(sides) > 0 {
		doc["sides"] = sides
	}
	return doc
}

func (s shown) house(old oldFile) {
	for _, r := range old.rows("settings") {
		if r["code"] == "house" {
			now := s.get("/api/v1/settings")
			sides := at[map[string]any](s.t, now, "sides")
			for name, want := range old.doc(r, "value") {
				if side, is := sides[name]; is {
					assert.Equal(s.t, want, side, name)
					continue
				}
				assert.Equal(s.t, want, now[name], name)
			}
		}
	}
	on := map[string]any{}
	if rows := old.rows("shelf"); len(rows) > 0 {
		for _, b := range at[[]any](s.t, s.get("/api/v1/shelf"), "shelf") {
			on[fmt.Sprint(at[any](s.t, b, "id"))] = at[any](s.t, b, "stock")
		}
		for _, r := range rows {
			if r["gone"] == int64(0) {
				assert.Equal(s.t, said(old.doc(r, "doc")), said(on[fmt.Sprint(r["id"])]), "bottle %v", r["id"])
			}
		}
	}
	media := s.get("/api/v1/knowledge/media")
	for _, table := range []string{"recipes", "components"} {
		for _, r := range old.rows(table) {
			shown, err := json.Marshal(media)
			require.NoError(s.t, err)
			assert.Contains(s.t, string(shown), at[string](s.t, old.doc(r, "doc"), "name"))
		}
	}
}

// A file from before anyone was asked who they are: all that is noted in it stays as it was, and
// nobody has come in or done anything yet.
func TestAFileFromBeforeThereWerePeopleStaysAsItIs(t *testing.T) {
	path := unpacked(t, "bench-8.sqlite.gz")
	noted := func() map[string][]map[string]any {
		db, err := sql.Open("sqlite", path)
		require.NoError(t, err)
		defer func() { _ = db.Close() }()
		old, all := oldFile{t, db}, map[string][]map[string]any{}
		for _, table := range []string{"documents", "bases", "weighings", "incidents", "timers", "places", "place_hours"} {
			all[table] = old.rows(table)
		}
		for _, table := range []string{"people", "sessions", "devices", "log", "sent"} {
			assert.Empty(t, old.rows(table), table)
		}
		return all
	}
	before := noted()
	require.NotEmpty(t, before["documents"])
	require.NotEmpty(t, before["weighings"])
	s, err := ledger.Open(t.Context(), path)
	require.NoError(t, err)
	h, err := New(clinic.New(s, time.Now), shell)
	require.NoError(t, err)
	shows := shown{t, h}
	assert.Equal(t, "south", shows.get("/api/v1/settings")["hemisphere"])
	found := shows.get("/api/v1/plants?q=by+hand")
	assert.EqualValues(t, 1, found["total"])
	assert.Equal(t, "machine", shows.get("/api/v1/me")["via"], "it is as closed, and as open, as it was")
	require.NoError(t, s.Close())
	assert.Equal(t, before, noted())
}
