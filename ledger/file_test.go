package ledger

import (
	"bytes"
	"context"
	"database/sql"
	"encoding/binary"
	"os"
	"path/filepath"
	"strconv"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// made is a closed bench with a plant of this tag.
func made(t *testing.T, path, tag string) string {
	t.Helper()
	s, err := Open(t.Context(), path)
	require.NoError(t, err)
	addPlant(t, s, tag)
	require.NoError(t, s.Close())
	return path
}

func addPlant(t *testing.T, s *Ledger, tag string) {
	t.Helper()
	require.NoError(t, s.Write(t.Context(), func(tx *Tx) error {
		_, err := tx.Plants().Add(t.Context(), Plant{Tag: tag, GroupCode: "slipper"}, "2030-01-01T00:00:00Z")
		return err
	}))
}

func all(t *testing.T, ctx context.Context, s *Ledger) (list []Found) {
	t.Helper()
	require.NoError(t, s.Read(ctx, func(tx *Tx) (err error) {
		list, _, err = tx.Plants().Find(ctx, Find{Most: 100})
		return err
	}))
	return list
}

func tags(t *testing.T, s *Ledger) []string {
	t.Helper()
	list := []string{}
	for _, r := range all(t, t.Context(), s) {
		list = append(list, r.Plant.Tag)
	}
	return list
}

// patched is a bench with some bytes of its file written over.
func patched(t *testing.T, at int64, with []byte) string {
	t.Helper()
	path := made(t, filepath.Join(t.TempDir(), "bench.sqlite"), "Mine")
	f, err := os.OpenFile(path, os.O_RDWR, 0)
	require.NoError(t, err)
	_, err = f.WriteAt(with, at)
	require.NoError(t, err)
	require.NoError(t, f.Close())
	return path
}

func TestAFileThatIsNoSoundBenchIsRefusedInWordsAndLeftAsItIs(t *testing.T) {
	written := func(content string) string {
		path := filepath.Join(t.TempDir(), "notes.txt")
		require.NoError(t, os.WriteFile(path, []byte(content), 0o600))
		return path
	}
	foreign := func(statement string) string {
		path := filepath.Join(t.TempDir(), "other.sqlite")
		db, err := sql.Open("sqlite", path)
		require.NoError(t, err)
		_, err = db.Exec(statement)
		require.NoError(t, err)
		require.NoError(t, db.Close())
		return path
	}
	newer := made(t, filepath.Join(t.TempDir(), "newer.sqlite"), "Mine")
	db, err := sql.Open("sqlite", newer)
	require.NoError(t, err)
	_, err = db.Exec("INSERT INTO goose_db_version (version_id, is_applied) VALUES (9000, 1)")
	require.NoError(t, err)
	require.NoError(t, db.Close())
	short := made(t, filepath.Join(t.TempDir(), "short.sqlite"), "Mine")
	require.NoError(t, os.Truncate(short, 3*4096))
	readOnly := made(t, filepath.Join(t.TempDir(), "kept.sqlite"), "Mine")
	require.NoError(t, os.Chmod(readOnly, 0o400))

	for name, c := range map[string]struct{ path, says string }{
		"a letter":                {written(strings.Repeat("Dear all, ", 200)), "not a file of Therapeon"},
		"a short note":            {written("x"), "not a file of Therapeon"},
		"another program's":       {foreign("CREATE TABLE invoices (n)"), "belongs to another program"},
		"marked as another's":     {foreign("PRAGMA application_id = 77; CREATE TABLE plants (n)"), "belongs to another program"},
		"of a newer version":      {newer, "newer version"},
		"cut off":                 {short, "its end is missing"},
		"damaged in the middle":   {patched(t, 4096*2, bytes.Repeat([]byte{0xA5}, 4096)), "damaged"},
		"damaged at its start":    {patched(t, 0, bytes.Repeat([]byte{0xA5}, 64)), "beginning is damaged"},
		"damaged in its contents": {patched(t, 100, bytes.Repeat([]byte{0xA5}, 200)), "damaged"},
		"read-only":               {readOnly, "read-only"},
		"a folder":                {t.TempDir(), "not a file"},
	} {
		t.Run(name, func(t *testing.T) {
			before, _ := os.ReadFile(c.path)
			_, err := Open(t.Context(), c.path)
			require.ErrorIs(t, err, ErrRefused)
			assert.ErrorContains(t, err, c.says)
			assert.ErrorContains(t, err, c.path)
			after, _ := os.ReadFile(c.path)
			assert.True(t, bytes.Equal(before, after), "left as it was")
			_, _, _, err = OpenDemo(t.Context(), c.path, false, false, time.Now())
			require.ErrorIs(t, err, ErrRefused, "by a demo too")
			after, _ = os.ReadFile(c.path)
			assert.True(t, bytes.Equal(before, after), "left as it was by a demo")
			if c.says == "not a file of Therapeon" {
				assert.NoFileExists(t, c.path+".lock", "nothing is left beside it")
			}
		})
	}
}

func TestAFileOfOneProgramIsClosedToOthers(t *testing.T) {
	folder := t.TempDir()
	path := filepath.Join(folder, "bench.sqlite")
	s := open(t, path)
	require.NoError(t, s.Serving("http://127.0.0.1:8317"))
	other := filepath.Join(folder, "by another name.sqlite")
	require.NoError(t, os.Symlink(path, other))
	for _, name := range []string{path, other} {
		_, err := Open(t.Context(), name)
		require.ErrorIs(t, err, ErrRefused)
		assert.ErrorContains(t, err, "process "+strconv.Itoa(os.Getpid()))
		assert.ErrorContains(t, err, "at http://127.0.0.1:8317")
		_, _, _, err = OpenDemo(t.Context(), name, false, true, time.Now())
		assert.ErrorContains(t, err, "at http://127.0.0.1:8317")
	}
	addPlant(t, s, "After")
	require.NoError(t, s.Close())
	assert.Equal(t, []string{"After"}, tags(t, open(t, path)), "free again once it is let go")
}

func TestTheDemoTakesOnlyItsOwnFile(t *testing.T) {
	now := time.Date(2030, 5, 14, 9, 0, 0, 0, time.UTC)
	own := made(t, filepath.Join(t.TempDir(), "demo.sqlite"), "Mine")
	for _, keep := range []bool{false, true} {
		_, _, _, err := OpenDemo(t.Context(), own, keep, false, now)
		require.ErrorIs(t, err, ErrRefused)
		assert.ErrorContains(t, err, "somebody's own bench")
	}
	assert.Equal(t, []string{"Mine"}, tagsIn(t, own))

	s, empty, aside, err := OpenDemo(t.Context(), own, false, true, now)
	require.NoError(t, err, "at the demo's usual place it is moved aside")
	assert.True(t, empty)
	assert.Empty(t, tags(t, s))
	assert.Equal(t, own+".kept-20300514-090000", aside)
	assert.Equal(t, []string{"Mine"}, tagsIn(t, aside))
	addPlant(t, s, "Made up")
	require.NoError(t, s.Close())

	s, empty, _, err = OpenDemo(t.Context(), own, true, false, now)
	require.NoError(t, err)
	assert.False(t, empty, "kept when asked")
	assert.Equal(t, []string{"Made up"}, tags(t, s))
	require.NoError(t, s.Close())
	s, empty, aside, err = OpenDemo(t.Context(), own, false, false, now)
	require.NoError(t, err)
	assert.True(t, empty)
	assert.Empty(t, aside)
	assert.Empty(t, tags(t, s), "its own file is made anew")
	require.NoError(t, s.Close())
}

func tagsIn(t *testing.T, path string) []string {
	t.Helper()
	s, err := Open(t.Context(), path)
	require.NoError(t, err)
	defer func() { _ = s.Close() }()
	return tags(t, s)
}

// The mark lies where SQLite's file format puts the application's own number.
func TestAFileCarriesItsMark(t *testing.T) {
	path := made(t, filepath.Join(t.TempDir(), "bench.sqlite"), "Mine")
	content, err := os.ReadFile(path)
	require.NoError(t, err)
	assert.Equal(t, uint32(Bench), binary.BigEndian.Uint32(content[68:]))
}

func TestACopyIsWholeAndComesBack(t *testing.T) {
	folder := t.TempDir()
	path, to := filepath.Join(folder, "bench.sqlite"), filepath.Join(folder, "copy.sqlite")
	s, _, _, err := OpenDemo(t.Context(), path, false, false, time.Now())
	require.NoError(t, err)
	addPlant(t, s, "First")
	held, err := Backup(t.Context(), path, to, time.Now())
	require.NoError(t, err, "also while it is served")
	assert.Equal(t, Contents{Plants: 1, Newest: "2030-01-01T00:00:00Z"}, held)
	addPlant(t, s, "Second")
	kind, err := Look(to)
	require.NoError(t, err)
	assert.Equal(t, Bench, kind, "no demo takes a copy for its own")

	_, err = Backup(t.Context(), path, to, time.Now())
	require.ErrorIs(t, err, ErrRefused, "nothing is written over")
	_, err = TakeLock(path)
	require.ErrorIs(t, err, ErrRefused, "not while it is served")
	require.NoError(t, s.Close())

	lock, err := TakeLock(path)
	require.NoError(t, err)
	done, err := Restore(t.Context(), to, path, time.Now())
	require.NoError(t, err)
	require.NoError(t, lock.Release())
	assert.Equal(t, []string{"First"}, tagsIn(t, path))
	assert.ElementsMatch(t, []string{"First", "Second"}, tagsIn(t, done.Aside), "the present file is kept")
	left, err := filepath.Glob(filepath.Join(folder, "*part*"))
	require.NoError(t, err)
	assert.Empty(t, left)
}

func TestADamagedCopyIsNotRestored(t *testing.T) {
	path := made(t, filepath.Join(t.TempDir(), "bench.sqlite"), "Mine")
	_, err := Restore(t.Context(), patched(t, 4096*2, bytes.Repeat([]byte{0xA5}, 4096)), path, time.Now())
	require.ErrorIs(t, err, ErrRefused)
	assert.Equal(t, []string{"Mine"}, tagsIn(t, path))
}

func TestAFullDiskIsSaidAndLosesNothing(t *testing.T) {
	s := open(t, filepath.Join(t.TempDir(), "bench.sqlite"))
	addPlant(t, s, "Before")
	_, err := s.writer.Exec("PRAGMA max_page_count = 1") // as small as what is there
	require.NoError(t, err)
	err = s.Write(t.Context(), func(tx *Tx) error {
		return tx.House().PutNote(t.Context(), "large", strings.Repeat("x", 1<<20))
	})
	require.ErrorIs(t, err, ErrFull)
	assert.Equal(t, []string{"Before"}, tags(t, s))
}

func TestAWriteThatPanicsOrIsGivenUpLeavesNothingAndHoldsNobody(t *testing.T) {
	s := open(t, filepath.Join(t.TempDir(), "bench.sqlite"))
	assert.Panics(t, func() {
		_ = s.Write(t.Context(), func(tx *Tx) error {
			_, err := plant(t.Context(), tx)
			require.NoError(t, err)
			panic("in the middle")
		})
	})
	ctx, cancel := context.WithCancel(t.Context())
	require.Error(t, s.Write(ctx, func(tx *Tx) error {
		_, err := plant(ctx, tx)
		require.NoError(t, err)
		cancel()
		return nil
	}))
	addPlant(t, s, "After")
	assert.Equal(t, []string{"After"}, tags(t, s))
}

// Readers see the last moment that was kept, and wait for no writer.
func TestReadersDoNotWaitForAWriter(t *testing.T) {
	s := open(t, filepath.Join(t.TempDir(), "bench.sqlite"))
	require.NoError(t, s.Write(t.Context(), func(tx *Tx) error {
		_, err := plant(t.Context(), tx)
		require.NoError(t, err)
		ctx, cancel := context.WithTimeout(t.Context(), time.Second)
		defer cancel()
		assert.Empty(t, all(t, ctx, s))
		return nil
	}))
	require.NoError(t, s.Read(t.Context(), func(tx *Tx) error {
		before, _, err := tx.Plants().Find(t.Context(), Find{Most: 10})
		require.NoError(t, err)
		addPlant(t, s, "Meanwhile")
		after, _, err := tx.Plants().Find(t.Context(), Find{Most: 10})
		require.NoError(t, err)
		assert.Equal(t, before, after, "one answer sees one moment")
		return nil
	}))
	assert.Len(t, tags(t, s), 2)
	_, err := s.readers.Exec("DELETE FROM plants")
	assert.Error(t, err, "readers write nothing")
}

func TestWatchTellsWhetherAnythingWasKept(t *testing.T) {
	s := open(t, filepath.Join(t.TempDir(), "bench.sqlite"))
	ctx, kept := Watch(t.Context())
	require.Error(t, s.Write(ctx, func(*Tx) error { return ErrNotFound }))
	assert.False(t, kept.Kept())
	require.NoError(t, s.Write(ctx, func(*Tx) error { return nil }))
	assert.True(t, kept.Kept())
}
