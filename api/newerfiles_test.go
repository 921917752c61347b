package api

import (
	"database/sql"
	"fmt"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/clinic"
	"therapeon/ledger"
)

// rowsIn are the rows of some tables of a file.
func rowsIn(t *testing.T, path string, tables ...string) map[string][]map[string]any {
	t.Helper()
	db, err := sql.Open("sqlite", path)
	require.NoError(t, err)
	defer func() { _ = db.Close() }()
	old, all := oldFile{t, db}, map[string][]map[string]any{}
	for _, table := range tables {
		all[table] = old.rows(table)
	}
	return all
}

// A file from before there was aftercare: all that is noted in it stays as it was, and what was held or
// housed by then is cared for from its first day.
func TestAFileFromBeforeThereWasAftercareIsCaredFor(t *testing.T) {
	path := unpacked(t, "bench-9.sqlite.gz")
	noted := func() map[string][]map[string]any {
		return rowsIn(t, path, "bases", "weighings", "incidents", "places", "people", "devices")
	}
	before := noted()
	require.NotEmpty(t, before["weighings"])
	s, err := ledger.Open(t.Context(), path)
	require.NoError(t, err)
	c := clinic.New(s, time.Now)
	require.NoError(t, c.Settings.Resume(t.Context()))
	h, err := New(c, shell)
	require.NoError(t, err)
	shows := shown{t, h}
	assert.EqualValues(t, 1, shows.get("/api/v1/plants?q=by+hand+nine")["total"])
	held := shows.get("/api/v1/plants/8/aftercare")
	assert.Equal(t, "humid-hold", under(listAt(held, "runs")[0], "code"))
	assert.NotEmpty(t, listAt(shows.get("/api/v1/today"), "turns"), "its round is due")
	require.NoError(t, s.Close())
	assert.Equal(t, before, noted())
}

// A file from before anyone asked whether it is winning: all that is noted in it stays as it was, each plant
// has its stage, what is foretold begins, and who stands beside whom is known from where they stand.
func TestAFileFromBeforeThereWereStagesHasThem(t *testing.T) {
	path := unpacked(t, "bench-10.sqlite.gz")
	noted := func() map[string][]map[string]any {
		return rowsIn(t, path, "bases", "weighings", "incidents", "places", "people", "devices", "care", "aftercare")
	}
	before := noted()
	require.NotEmpty(t, before["care"])
	before["care"], before["aftercare"] = before["aftercare"], before["care"] // it is called as its step since
	s, err := ledger.Open(t.Context(), path)
	require.NoError(t, err)
	c := clinic.New(s, time.Now)
	require.NoError(t, c.Settings.Resume(t.Context()))
	h, err := New(c, shell)
	require.NoError(t, err)
	shows := shown{t, h}
	assert.EqualValues(t, 1, shows.get("/api/v1/plants?q=by+hand+ten")["total"])
	stages := 0
	for _, p := range listAt(shows.get("/api/v1/plants?most=100"), "plants") {
		if stage := under(p, "fares", "stage"); stage != nil && stage != "" {
			stages++
		}
	}
	assert.Greater(t, stages, 15)
	of := shows.get("/api/v1/plants/24/progress")
	assert.Contains(t, fmt.Sprint(listAt(of, "lines")), "longest")
	assert.NotEmpty(t, listAt(shows.get("/api/v1/forecasts"), "scores"))
	beside := shows.get("/api/v1/plants/25/contagion?agent=scale")
	assert.NotEmpty(t, listAt(listAt(beside, "agents")[0], "exposed"), "it stands beside others")
	require.NoError(t, s.Close())
	assert.Equal(t, before, noted())
}

// A file from before steps had one name: what became of jobs stands in its table, and the log has words for
// the names that operations had.
func TestAFileFromBeforeStepsHadOneName(t *testing.T) {
	path := unpacked(t, "bench-13.sqlite.gz")
	tables := []string{"bases", "weighings", "incidents", "places", "people", "devices", "log", "forecasts", "stays", "care"}
	before := rowsIn(t, path, tables...)
	require.NotEmpty(t, before["care"])
	s, err := ledger.Open(t.Context(), path)
	require.NoError(t, err)
	h, err := New(clinic.New(s, time.Now), shell)
	require.NoError(t, err)
	shows := shown{t, h}
	assert.EqualValues(t, 1, shows.get("/api/v1/plants?q=by+hand+thirteen")["total"])
	found := false
	for _, l := range listAt(shows.get("/api/v1/log"), "log") {
		if under(l, "did") == "chooseCare" {
			found = true
			assert.Equal(t, "Choose its protocol, say that a gate opened, put a job off or leave it out", under(l, "words"))
		}
	}
	assert.True(t, found)
	require.NoError(t, s.Close())
	now := rowsIn(t, path, append(tables, "aftercare")...)
	now["care"] = now["aftercare"]
	delete(now, "aftercare")
	assert.Equal(t, before, now)
}

// A file of the version before: its plants that were never re-housed are followed from now on, without a false alarm
// and with one question each at most.
func TestAFileFromBeforeEveryPlantWasFollowed(t *testing.T) {
	for _, file := range []string{"bench-10.sqlite.gz", "bench-13.sqlite.gz"} {
		s, err := ledger.Open(t.Context(), unpacked(t, file))
		require.NoError(t, err)
		c := clinic.New(s, time.Now)
		require.NoError(t, c.Settings.Resume(t.Context()))
		h, err := New(c, shell)
		require.NoError(t, err)
		shows, settled := shown{t, h}, 0
		for _, p := range listAt(shows.get("/api/v1/plants?most=100"), "plants") {
			care := shows.get("/api/v1/plants/%v/aftercare", under(p, "id"))
			runs, tag := listAt(care, "runs"), under(p, "intake", "tag")
			if len(runs) == 0 || under(runs[0], "settled") != true {
				continue
			}
			settled++
			var asked []any
			for _, d := range listAt(care, "due") {
				if fmt.Sprint(under(d, "on")) <= fmt.Sprint(care["day"]) && len(runs) == 1 {
					asked = append(asked, under(d, "job"))
					assert.Nil(t, under(d, "late_days"), "%v: %v", tag, d)
				}
			}
			assert.LessOrEqual(t, len(asked), 1, "%v is asked %v", tag, asked)
			for _, a := range listAt(care, "alarms") {
				assert.NotEqual(t, under(runs[0], "code"), under(a, "protocol"), "%v: %v", tag, a)
			}
		}
		assert.Greater(t, settled, 2, file)
		require.NoError(t, s.Close())
	}
}
