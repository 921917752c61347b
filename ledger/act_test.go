package ledger

import (
	"context"
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// by is a context under which someone saves a note.
func by(t *testing.T, name, at string) context.Context {
	return As(t.Context(), Act{Person: name, Via: "session", Did: "saveNote", At: at})
}

func logOf(t *testing.T, s *Ledger) (lines []Logged) {
	t.Helper()
	require.NoError(t, s.Read(t.Context(), func(tx *Tx) (err error) {
		lines, err = tx.Access().Log(t.Context(), 0, 0, 100)
		return err
	}))
	return lines
}

func TestTheLogSaysWhoDidWhatAndCannotBeChanged(t *testing.T) {
	s := open(t, filepath.Join(t.TempDir(), "bench.sqlite"))
	addPlant(t, s, "B-1")
	var d Doc[note]
	save := func(ctx context.Context, words string) {
		t.Helper()
		require.NoError(t, s.Write(ctx, func(tx *Tx) (err error) {
			d.PlantID, d.Value.Words = 1, words
			if d.ID == 0 {
				d, err = notes.Add(ctx, tx, d, "2029-12-31T00:00:00Z")
			} else {
				d, err = notes.Save(ctx, tx, d, "2029-12-31T00:00:00Z")
			}
			return err
		}))
	}
	require.NoError(t, s.Write(by(t, "Ada", "2030-01-01T09:00:00Z"), func(*Tx) error { return nil }))
	assert.Empty(t, logOf(t, s), "where nothing was changed there is nothing to say")
	save(t.Context(), "the program's own")
	assert.Empty(t, logOf(t, s), "what the program does for itself is nobody's deed")
	save(by(t, "Ada", "2030-01-01T10:00:00Z"), "a")
	save(by(t, "Ada", "2030-01-01T10:59:00Z"), "ab")
	require.Len(t, logOf(t, s), 1, "what one goes on with within the hour is one line")
	save(by(t, "Ada", "2030-01-01T11:00:00Z"), "abc")
	save(by(t, "Ben", "2030-01-01T11:01:00Z"), "abcd")
	lines := logOf(t, s)
	require.Len(t, lines, 3)
	assert.Equal(t, "Ben", lines[0].Person)
	assert.Equal(t, "saveNote", lines[0].Did)
	assert.Equal(t, "B-1", lines[0].Tag)
	assert.EqualValues(t, 5, lines[0].Version)

	for _, harm := range []string{"UPDATE log SET person = 'Cy'", "DELETE FROM log", "DELETE FROM log WHERE id = 1"} {
		_, err := s.writer.ExecContext(t.Context(), harm)
		require.ErrorContains(t, err, "only added to", harm)
	}
	assert.Equal(t, lines, logOf(t, s))
}

func TestAConflictNamesWhoChangedIt(t *testing.T) {
	s := open(t, filepath.Join(t.TempDir(), "bench.sqlite"))
	addPlant(t, s, "B-1")
	var d Doc[note]
	write := func(ctx context.Context, of Doc[note]) (Doc[note], error) {
		err := s.Write(ctx, func(tx *Tx) (err error) {
			if of.ID == 0 {
				of, err = notes.Add(ctx, tx, of, "2029-12-31T00:00:00Z")
				return err
			}
			if of, err = notes.Reconcile(ctx, tx, of); err != nil {
				return err
			}
			of, err = notes.Save(ctx, tx, of, "2029-12-31T00:00:00Z")
			return err
		})
		return of, err
	}
	ben := by(t, "Ben", "2030-01-01T10:00:00Z")
	d, err := write(ben, Doc[note]{PlantID: 1, Value: note{Words: "firm"}})
	require.NoError(t, err)
	theirs, mine := d, d
	theirs.Value.Words = "mushy"
	_, err = write(ben, theirs) // within the hour: on the same line
	require.NoError(t, err)
	mine.Value.Roots = []string{"one"}
	ada := by(t, "Ada", "2030-01-01T10:00:01Z")
	_, err = write(ada, mine)
	var c Conflict
	require.ErrorAs(t, err, &c)
	assert.Equal(t, []string{"Ben"}, c.By)
	assert.True(t, c.Apart)

	act := ActOf(ada)
	act.Both = true
	both, err := write(As(t.Context(), act), mine)
	require.NoError(t, err)
	assert.Equal(t, note{Words: "mushy", Roots: []string{"one"}}, both.Value)
	assert.EqualValues(t, 3, both.Version)

	mine.Value.Words = "hollow"
	_, err = write(As(t.Context(), act), mine)
	require.ErrorAs(t, err, &c, "both changed the words: neither is lost, and one is asked")
	assert.False(t, c.Apart)
	assert.Equal(t, []string{"Ben", "Ada"}, c.By)
}

func TestWhatIsSentTwiceIsKeptOnce(t *testing.T) {
	path := filepath.Join(t.TempDir(), "bench.sqlite")
	s := open(t, path)
	add := func(once string) error {
		ctx := As(t.Context(), Act{Did: "addPlant", Once: &Once{Name: once}})
		for range 2 { // one request may keep things in turn
			if err := s.Write(ctx, func(tx *Tx) error { _, err := plant(ctx, tx); return err }); err != nil {
				return err
			}
		}
		return nil
	}
	require.NoError(t, add("a"))
	require.ErrorIs(t, add("a"), ErrSent)
	require.NoError(t, add("b"))
	require.NoError(t, s.Close())
	s = open(t, path)
	require.ErrorIs(t, add("a"), ErrSent, "also after a restart")
	assert.Len(t, tags(t, s), 4)

	ctx := As(t.Context(), Act{Did: "addPlant", Once: &Once{Name: "c"}})
	require.Error(t, s.Write(ctx, func(*Tx) error { return assert.AnError }))
	require.NoError(t, add("c"), "what was not kept may be sent again")
	require.NoError(t, s.Write(t.Context(), func(tx *Tx) error { return tx.Access().Tidy(t.Context(), 0, 1<<40) }))
	require.NoError(t, add("a"), "in the end its name is forgotten")
}

func TestWhoIsToldOfAChange(t *testing.T) {
	s := open(t, filepath.Join(t.TempDir(), "bench.sqlite"))
	var told []Change
	s.Telling(func(c Change) { told = append(told, c) })
	ctx := As(t.Context(), Act{Tab: "mine"})
	require.NoError(t, s.Write(ctx, func(tx *Tx) error { _, err := plant(ctx, tx); return err }))
	require.NoError(t, s.Write(ctx, func(tx *Tx) error { return tx.Timers().Start(ctx, Timer{Words: "Soak"}) }))
	require.Error(t, s.Write(ctx, func(tx *Tx) error {
		_, err := plant(ctx, tx)
		require.NoError(t, err)
		return assert.AnError
	}))
	require.NoError(t, s.Write(ctx, func(tx *Tx) error {
		return tx.Access().PutSession(ctx, Session{Token: "x", Data: []byte("y"), Until: 9})
	}))
	assert.Equal(t, []Change{{Plants: []int64{1}, Tab: "mine"}, {House: []string{"timers"}, Tab: "mine"}},
		[]Change{{Plants: told[0].Plants, Tab: told[0].Tab}, {House: told[1].House, Tab: told[1].Tab}})
	assert.Len(t, told, 2, "what was not kept, and a session, are told to nobody")
}
