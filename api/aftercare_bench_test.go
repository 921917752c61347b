package api

import (
	"database/sql"
	"fmt"
	"io"
	"net/http"
	"net/http/httptest"
	"path/filepath"
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"therapeon/clinic"
	"therapeon/clinic/intake"
	"therapeon/ledger"
)

// callsOf times a call until the benchmark ends, and tells its p95.
func callsOf(b *testing.B, url string) {
	b.Helper()
	var took []time.Duration
	for b.Loop() {
		began := time.Now()
		answer, err := http.Get(url)
		require.NoError(b, err)
		_, err = io.Copy(io.Discard, answer.Body)
		require.NoError(b, err)
		require.NoError(b, answer.Body.Close())
		require.Equal(b, http.StatusOK, answer.StatusCode)
		took = append(took, time.Since(began))
	}
	reportP95(b, took)
}

// BenchmarkToday is the round of a bench of 2,000 plants of which each wants something today, and their
// calendar: bars p95 under 100 ms and under 200 ms.
func BenchmarkToday(b *testing.B) {
	file := filepath.Join(b.TempDir(), "bench.sqlite")
	s, err := ledger.Open(b.Context(), file)
	require.NoError(b, err)
	defer func() { _ = s.Close() }()
	crowd(b, file)
	today := time.Now().Format(time.DateOnly)
	db, err := sql.Open("sqlite", file+"?_pragma=busy_timeout(5000)")
	require.NoError(b, err)
	due := fmt.Sprintf(`{"day":%q,"due":[{"job":"little","protocol":"organic-bare","on":%q,"by":%q,"ml":150},`+
		`{"job":"check","protocol":"organic-bare","on":%q,"by":%q}]}`, today, today, today, today, today)
	_, err = db.ExecContext(b.Context(), `UPDATE plants SET care = ?, care_on = ?, turn = id % 3`, due, today)
	require.NoError(b, err)
	require.NoError(b, db.Close())
	c := clinic.New(s, time.Now)
	h, err := New(c, shell)
	require.NoError(b, err)
	server := httptest.NewServer(h)
	defer server.Close()
	b.Run("round", func(b *testing.B) { callsOf(b, server.URL+"/api/v1/today") })
	b.Run("calendar", func(b *testing.B) { callsOf(b, server.URL+"/api/v1/calendar/file") })
}

// BenchmarkAftercare is the aftercare of the plant with the longest history of the demo: the bar is p95
// under 30 ms.
func BenchmarkAftercare(b *testing.B) {
	c, server := demoServed(b)
	plants, _, err := c.Intake.Plants(b.Context(), intake.Find{Most: 100})
	require.NoError(b, err)
	i := slices.IndexFunc(plants, func(p intake.Plant) bool { return p.Intake.Tag == "Crate 8, on its feet again" })
	require.GreaterOrEqual(b, i, 0)
	callsOf(b, fmt.Sprintf("%s/api/v1/plants/%d/aftercare", server.URL, plants[i].ID))
}
