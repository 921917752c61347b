package ledger

import (
	"context"
	"database/sql"
	"fmt"
	"os"
	"path/filepath"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// lived is a bench with someone who came in by a passphrase, a device, and a calendar that is shared.
func lived(t *testing.T) (path string) {
	t.Helper()
	path = made(t, filepath.Join(t.TempDir(), "bench.sqlite"), "First")
	runs(t, path,
		`INSERT INTO people (name, role, passphrase, made_at) VALUES ('Mira', 'keeper', 'old', 't'), ('Jon', 'helper', '', 't')`,
		`INSERT INTO devices (name, does, token, made_at) VALUES ('Kitchen', 'scale', 'token', 't')`,
		`INSERT INTO sessions VALUES ('session', x'00', 9999999999)`,
		`INSERT INTO settings VALUES ('calendar', '{"secret":"s"}'), ('open', 'yes')`,
		`INSERT INTO log (at, person, via, did) VALUES ('t1', 'Mira', 'session', 'signIn')`)
	return path
}

func runs(t *testing.T, path string, all ...string) {
	t.Helper()
	db, err := sql.Open("sqlite", "file:"+path)
	require.NoError(t, err)
	defer func() { require.NoError(t, db.Close()) }()
	for _, one := range all {
		_, err := db.Exec(one)
		require.NoError(t, err, one)
	}
}

// cell is the one value that a query comes to.
func cell(t *testing.T, path, query string) (value string) {
	t.Helper()
	db, err := sql.Open("sqlite", "file:"+path)
	require.NoError(t, err)
	defer func() { require.NoError(t, db.Close()) }()
	require.NoError(t, db.QueryRow(query).Scan(&value), query)
	return value
}

func restored(t *testing.T, from, path string) Restored {
	t.Helper()
	lock, err := TakeLock(path)
	require.NoError(t, err)
	defer func() { require.NoError(t, lock.Release()) }()
	r, err := Restore(t.Context(), from, path, time.Now())
	require.NoError(t, err)
	return r
}

const mayIn = `SELECT (SELECT group_concat(name || '/' || passphrase || '/' || (gone_at <> ''), ' ') FROM people)
	|| ' ' || (SELECT COUNT(*) FROM devices WHERE ended_at = '') || ' ' || (SELECT COUNT(*) FROM sessions)
	|| ' ' || COALESCE((SELECT group_concat(code) FROM settings WHERE code IN ('open', 'calendar', 'confirm')), 'none')`

func TestARestoreDoesNotBringBackWhatWasRevoked(t *testing.T) {
	path := lived(t)
	copied := filepath.Join(t.TempDir(), "copy.sqlite")
	_, err := Backup(t.Context(), path, copied, time.Now())
	require.NoError(t, err)
	runs(t, path, `UPDATE people SET gone_at = 't2' WHERE name = 'Jon'`, `UPDATE people SET passphrase = 'new' WHERE name = 'Mira'`,
		`UPDATE devices SET ended_at = 't2'`, `DELETE FROM sessions`, `DELETE FROM settings WHERE code = 'calendar'`,
		`INSERT INTO log (at, person, via, did) VALUES ('t2', 'Mira', 'session', 'endDevice')`,
		`UPDATE plants SET tag = 'Changed'`)
	r := restored(t, copied, path)
	assert.Empty(t, r.May, "nothing is to be confirmed")
	assert.Equal(t, []string{"First"}, tagsIn(t, path))
	assert.Equal(t, "Mira/new/0 Jon//1 0 0 open", cell(t, path, mayIn))
	assert.Equal(t, "signIn,backup,endDevice,restored", cell(t, path, `SELECT group_concat(did) FROM log`))
	db, err := sql.Open("sqlite", "file:"+path)
	require.NoError(t, err)
	defer func() { _ = db.Close() }()
	for _, harm := range []string{"DELETE FROM log", "UPDATE log SET person = 'x'", "INSERT OR REPLACE INTO log (id, at, person, via, did) VALUES (1, 'x', 'x', 'x', 'x')"} {
		_, err := db.Exec(harm)
		assert.ErrorContains(t, err, "only added to", harm)
	}
}

func TestARestoreIntoNothingEndsAllThatLetsAnyoneIn(t *testing.T) {
	copied := filepath.Join(t.TempDir(), "copy.sqlite")
	_, err := Backup(t.Context(), lived(t), copied, time.Now())
	require.NoError(t, err)
	for name, path := range map[string]string{
		"nothing": filepath.Join(t.TempDir(), "new.sqlite"),
		"what cannot be read": func() string {
			at := filepath.Join(t.TempDir(), "bad.sqlite")
			require.NoError(t, os.WriteFile(at, []byte("no bench"), 0o600))
			return at
		}(),
	} {
		r := restored(t, copied, path)
		assert.Equal(t, []string{"Mira, keeper, by their passphrase", "Jon, helper, by a code"}, r.May, name)
		assert.Equal(t, "Mira/old/0 Jon//0 0 0 confirm", cell(t, path, mayIn), name)
		assert.Equal(t, []string{"First"}, tagsIn(t, path), name)
	}
}

func TestWhatIsNoBenchIsNotRestored(t *testing.T) {
	for name, harm := range map[string]string{
		"a table of others": `CREATE TABLE theirs (a TEXT)`,
		"a trigger":         `CREATE TRIGGER bad AFTER INSERT ON plants BEGIN DELETE FROM documents; END`,
		"another trigger":   `DROP TRIGGER log_stays`,
		"a view":            `CREATE VIEW seen AS SELECT 1`,
		"no documents":      `DROP TABLE documents`,
		"a column too few":  `ALTER TABLE bases DROP COLUMN doc`,
	} {
		path := made(t, filepath.Join(t.TempDir(), "bench.sqlite"), "Mine")
		bad := made(t, filepath.Join(t.TempDir(), "bad.sqlite"), "Theirs")
		runs(t, bad, harm)
		_, err := Restore(t.Context(), bad, path, time.Now())
		require.ErrorIs(t, err, ErrRefused, name)
		assert.Equal(t, []string{"Mine"}, tagsIn(t, path), name)
	}
}

// Copies of one second have names of their own, nobody else reads them at any moment, and each is logged.
func TestCopiesOfOneMomentDoNotMeet(t *testing.T) {
	path := made(t, filepath.Join(t.TempDir(), "bench.sqlite"), "Mine")
	folder := filepath.Join(t.TempDir(), "copies")
	stop := make(chan struct{})
	var watching, all sync.WaitGroup
	watching.Go(func() {
		for {
			files, _ := filepath.Glob(filepath.Join(folder, "*"))
			hidden, _ := filepath.Glob(filepath.Join(folder, ".*"))
			for _, f := range append(files, hidden...) {
				if info, err := os.Stat(f); err == nil && !info.IsDir() {
					assert.Zero(t, info.Mode().Perm()&0o077, f)
				}
			}
			select {
			case <-stop:
				return
			default:
			}
		}
	})
	made := make(chan error, 8)
	for n := range 8 {
		all.Go(func() {
			ctx := As(t.Context(), Act{Via: "session", Person: "Mira", Did: "backup", At: "t"})
			_, err := Backup(ctx, path, filepath.Join(folder, fmt.Sprintf("copy-%d.sqlite", n/2)), time.Now())
			made <- err
		})
	}
	all.Wait()
	close(stop)
	watching.Wait()
	good := 0
	for range 8 {
		if err := <-made; err == nil {
			good++
		} else {
			require.ErrorIs(t, err, ErrThere)
		}
	}
	assert.Equal(t, 4, good, "one of each name")
	assert.Equal(t, "4", cell(t, path, `SELECT COUNT(*) FROM log WHERE did = 'backup' AND person = 'Mira'`))
	left, err := filepath.Glob(filepath.Join(folder, ".*"))
	require.NoError(t, err)
	assert.Empty(t, left)
}

// The name of what is sent belongs to a person, an operation and a body.
func TestANameOfWhatWasSentStandsForNothingElse(t *testing.T) {
	s := open(t, filepath.Join(t.TempDir(), "bench.sqlite"))
	send := func(a Act) error {
		return s.Write(As(t.Context(), a), func(tx *Tx) error {
			_, err := plant(t.Context(), tx)
			return err
		})
	}
	of := func(person, did, body string) Act {
		return Act{Person: person, Did: did, At: "t", Via: "session", Once: &Once{Name: "n", Body: body}}
	}
	require.NoError(t, send(of("Mira", "addPlant", "a")))
	require.ErrorIs(t, send(of("Mira", "addPlant", "a")), ErrSent)
	for _, other := range []Act{of("Jon", "addPlant", "a"), of("Mira", "weigh", "a"), of("Mira", "addPlant", "b")} {
		require.ErrorIs(t, send(other), ErrTaken)
	}
	require.NoError(t, s.Read(t.Context(), func(tx *Tx) error {
		n, err := tx.Plants().Count(context.WithoutCancel(t.Context()))
		assert.EqualValues(t, 1, n)
		return err
	}))
}
