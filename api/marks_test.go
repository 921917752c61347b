package api

import (
	"encoding/json"
	"fmt"
	"net/http"
	"net/http/httptest"
	"strconv"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/api/people"
	"therapeon/clinic/intake"
	"therapeon/clinic/today"
	"therapeon/demo/filled"
)

// unsaid walks what was computed and names every value of the craft that comes
// without its mark. Bare numbers are the answer itself.
func unsaid(at string, v any) []string {
	var found []string
	switch v := v.(type) {
	case map[string]any:
		_, has := v["value"]
		mark, marked := v["mark"].(string)
		if has && marked && mark == "published" && v["source"] == nil {
			found = append(found, at+" names no source")
		}
		if has && !marked && v["unit"] == nil && v["scale"] == nil && v["from"] == nil {
			found = append(found, at+" has no mark")
		}
		for name, part := range v {
			found = append(found, unsaid(at+"."+name, part)...)
		}
	case []any:
		for i, part := range v {
			found = append(found, unsaid(fmt.Sprintf("%s[%d]", at, i), part)...)
		}
	}
	return found
}

// marks counts the marks of an answer.
func marks(v any) int {
	n := 0
	switch v := v.(type) {
	case map[string]any:
		if _, ok := v["mark"].(string); ok {
			n++
		}
		for _, part := range v {
			n += marks(part)
		}
	case []any:
		for _, part := range v {
			n += marks(part)
		}
	}
	return n
}

// everyAnswer asks every question of the contract that only reads, on the demo's bench: of plants, each of them.
func everyAnswer(t *testing.T, with *http.Cookie,
	take func(op, path string, plant int64, w *httptest.ResponseRecorder, doc any),
) {
	t.Helper()
	c := filled.Bench(t)
	shared, err := c.Today.ShareCalendar(t.Context(), today.ShareCalendar{Shared: true, By: "place"})
	require.NoError(t, err)
	h, err := New(c, shell)
	require.NoError(t, err)
	plants, _, err := c.Intake.Plants(t.Context(), intake.Find{Most: 100})
	require.NoError(t, err)
	next := time.Now().AddDate(0, 0, 3).Format(time.DateOnly)
	for _, o := range table(c, people.Shut{}) {
		if o.Method != http.MethodGet || o.Streams() {
			continue
		}
		for n, p := range plants {
			path := strings.NewReplacer("{id}", strconv.FormatInt(p.ID, 10), "{secret}", shared.Secret).Replace(o.Path)
			path += map[string]string{
				"labels": fmt.Sprintf("?plants=%d", n+1), "away": fmt.Sprintf("?from=%s&until=%s", next, next),
			}[o.ID]
			w := httptest.NewRecorder()
			r := httptest.NewRequestWithContext(t.Context(), http.MethodGet, "http://localhost"+path, nil)
			if with != nil {
				r.AddCookie(with)
			}
			h.ServeHTTP(w, r)
			var doc any
			if strings.Contains(w.Header().Get("Content-Type"), "json") {
				require.NoError(t, json.Unmarshal(w.Body.Bytes(), &doc), path)
			}
			take(o.ID, path, p.ID, w, doc)
			slow := strings.HasSuffix(path, "/race") || strings.HasSuffix(path, "/home")
			if !strings.Contains(o.Path, "{id}") || slow && n > 2 {
				break // one is like another, and takes its time
			}
		}
	}
}

// Every question of the contract that only reads is answered on the demo's bench, and every answer says
// where its values come from.
func TestEveryAnswerSaysWhereItsValuesComeFrom(t *testing.T) {
	marked := 0
	everyAnswer(t, nil, func(_, path string, plant int64, w *httptest.ResponseRecorder, doc any) {
		if plant <= 3 {
			assert.Equal(t, http.StatusOK, w.Code, path)
		}
		if w.Code == http.StatusOK && doc != nil {
			marked += marks(doc)
			for _, fault := range unsaid(path, doc) {
				assert.True(t, ofTheUser(fault), fault)
			}
		}
	})
	assert.Greater(t, marked, 5_000)
}

// ofTheUser holds for values that someone entered or measured: they are nobody's figure.
func ofTheUser(fault string) bool {
	return strings.Contains(fault, "strength")
}
