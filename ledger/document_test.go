package ledger

import (
	"context"
	"fmt"
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"therapeon/core/message"
	"therapeon/language/english"
)

// note is a document of these tests.
type note struct {
	Words string   `json:"words"`
	Roots []string `json:"roots,omitempty"`
}

func saying(words string) []message.Message { return []message.Message{message.Plain(words)} }

var notes = NewKind("note", Teller[note]{
	Differs: func(yours, now note) []message.Message { return saying(now.Words + ", not " + yours.Words) },
	Changed: func(from, to note, where string) []message.Message {
		if from.Words == to.Words {
			return nil
		}
		return saying(from.Words + " became " + to.Words + " " + where)
	},
})

var houseNotes = NewHouseKind("note", notes.tell)

// within runs work in one transaction of a fresh file that holds one plant.
func within(t *testing.T, work func(ctx context.Context, tx *Tx)) *Ledger {
	t.Helper()
	s := open(t, filepath.Join(t.TempDir(), "bench.sqlite"))
	addPlant(t, s, "B-1")
	require.NoError(t, s.Write(t.Context(), func(tx *Tx) error {
		work(t.Context(), tx)
		return nil
	}))
	return s
}

// Two people change the same document: the second is refused, and told both changes.
func TestAConflictTellsBothChanges(t *testing.T) {
	within(t, func(ctx context.Context, tx *Tx) {
		d, err := notes.Add(ctx, tx, Doc[note]{PlantID: 1, Day: "2030-01-01", Value: note{Words: "firm"}}, "t1")
		require.NoError(t, err)
		require.EqualValues(t, 1, d.Version)
		theirs, yours := d, d
		theirs.Value.Words, yours.Value.Words = "mushy", "hollow"
		saved, err := notes.Save(ctx, tx, theirs, "t2")
		require.NoError(t, err)
		assert.EqualValues(t, 2, saved.Version)
		_, err = notes.Save(ctx, tx, yours, "t3")
		var c Conflict
		require.ErrorAs(t, err, &c)
		assert.Equal(t, Conflict{
			What: "note", Version: 2, Differs: saying("mushy, not hollow"),
			Theirs: saying("firm became mushy there"), Yours: saying("firm became hollow here"),
		}, c)
		now, err := notes.Get(ctx, tx, d.ID)
		require.NoError(t, err)
		assert.Equal(t, "mushy", now.Value.Words, "the first save stands")
		assert.Equal(t, "t2", now.UpdatedAt)
		require.ErrorAs(t, notes.Check(ctx, tx, now, 1, note{Words: "limp"}), &c)
		assert.Equal(t, []string{"firm became limp here"}, english.Lines(c.Yours))
		require.NoError(t, notes.Check(ctx, tx, now, 2, note{}))
	})
}

// What a document was is kept for a while: of a change from long ago only the difference is
// told.
func TestAChangeFromLongAgoIsToldByTheDifference(t *testing.T) {
	within(t, func(ctx context.Context, tx *Tx) {
		d, err := houseNotes.Add(ctx, tx, Doc[note]{Value: note{Words: "0"}}, "")
		require.NoError(t, err)
		first := d
		for i := range keptBases + 5 {
			d.Value.Words = fmt.Sprint(i + 1)
			d, err = houseNotes.Save(ctx, tx, d, "")
			require.NoError(t, err)
		}
		_, err = houseNotes.Save(ctx, tx, first, "")
		var c Conflict
		require.ErrorAs(t, err, &c)
		assert.Equal(t, []string{"25, not 0"}, english.Lines(c.Differs))
		assert.Empty(t, c.Theirs)
		assert.Empty(t, c.Yours)
	})
}

func TestWhatListsShowIsNoChangeOfADocument(t *testing.T) {
	within(t, func(ctx context.Context, tx *Tx) {
		d, err := notes.Add(ctx, tx, Doc[note]{PlantID: 1, Short: `{"a":1}`}, "t1")
		require.NoError(t, err)
		d.Short, d.DueOn = `{"a":2}`, "2030-02-01"
		require.NoError(t, notes.Reshort(ctx, tx, d, `{"a":0}`))
		now, err := notes.Get(ctx, tx, d.ID)
		require.NoError(t, err)
		assert.Equal(t, `{"a":1}`, now.Short, "it was changed meanwhile: that stands")
		require.NoError(t, notes.Reshort(ctx, tx, d, `{"a":1}`))
		now, err = notes.Get(ctx, tx, d.ID)
		require.NoError(t, err)
		assert.Equal(t, []any{`{"a":2}`, "2030-02-01", int64(1), "t1"},
			[]any{now.Short, now.DueOn, now.Version, now.UpdatedAt})
	})
}

func TestOneUnreadableDocumentSaysSoAndTakesNoOtherDown(t *testing.T) {
	s := within(t, func(ctx context.Context, tx *Tx) {
		for _, words := range []string{"one", "two"} {
			_, err := notes.Add(ctx, tx, Doc[note]{PlantID: 1, Value: note{Words: words}}, "")
			require.NoError(t, err)
		}
	})
	_, err := s.writer.Exec("UPDATE documents SET doc = '{' WHERE id = 1")
	require.NoError(t, err)
	require.NoError(t, s.Read(t.Context(), func(tx *Tx) error {
		list, err := notes.Of(t.Context(), tx, 1)
		require.NoError(t, err)
		require.Len(t, list, 2)
		assert.Equal(t, "two", list[0].Value.Words)
		assert.ErrorContains(t, list[1].Err, "note 1")
		assert.ErrorContains(t, Sound(list), "note 1")
		_, err = notes.Get(t.Context(), tx, 1)
		assert.ErrorContains(t, err, "note 1")
		return nil
	}))
}

// Of a plant's documents the newest comes first, by its day and then by when it was begun;
// one begun and still blank hides none.
func TestTheNewestDocument(t *testing.T) {
	s := within(t, func(context.Context, *Tx) {})
	rapid.Check(t, func(rt *rapid.T) {
		require.NoError(rt, s.Write(t.Context(), func(tx *Tx) error {
			ctx := t.Context()
			of, err := plant(ctx, tx)
			require.NoError(rt, err)
			id := of.ID
			var all, noted []Doc[note]
			for range rapid.IntRange(0, 6).Draw(rt, "notes") {
				d := Doc[note]{PlantID: id, Day: fmt.Sprintf("2030-01-%02d", rapid.IntRange(1, 4).Draw(rt, "day"))}
				if rapid.Bool().Draw(rt, "blank") {
					d.State = Blank
				}
				d, err := notes.Add(ctx, tx, d, "")
				require.NoError(rt, err)
				all = append(all, d)
				if d.State != Blank {
					noted = append(noted, d)
				}
			}
			newest := func(of []Doc[note]) (best Doc[note]) {
				for _, d := range of {
					if d.Day > best.Day || d.Day == best.Day && d.ID > best.ID {
						best = d
					}
				}
				return best
			}
			found, _ := notes.Newest(ctx, tx, id)
			assert.Equal(rt, newest(all).ID, found.ID)
			found, _ = notes.Before(ctx, tx, id, "9999-12-31", 0)
			assert.Equal(rt, newest(noted).ID, found.ID)
			list, err := notes.Of(ctx, tx, id)
			require.NoError(rt, err)
			assert.Len(rt, list, len(noted))
			if len(list) > 1 {
				before, err := notes.Before(ctx, tx, id, list[0].Day, list[0].ID)
				require.NoError(rt, err)
				assert.Equal(rt, list[1].ID, before.ID)
			}
			return nil
		}))
	})
}

func TestADroppedDocumentIsGoneWithWhatItWas(t *testing.T) {
	within(t, func(ctx context.Context, tx *Tx) {
		d, err := houseNotes.Add(ctx, tx, Doc[note]{Code: "mine", Value: note{Words: "a"}}, "")
		require.NoError(t, err)
		d.Value.Words = "b"
		d, err = houseNotes.Save(ctx, tx, d, "")
		require.NoError(t, err)
		require.NoError(t, houseNotes.Drop(ctx, tx, d.ID))
		_, err = houseNotes.Get(ctx, tx, d.ID)
		require.ErrorIs(t, err, ErrNotFound)
		_, err = houseNotes.Save(ctx, tx, d, "")
		require.ErrorIs(t, err, ErrNotFound)
	})
}

// What is put is new once; then it is a change against its version.
func TestADocumentIsPutOnceAndThenChanged(t *testing.T) {
	within(t, func(ctx context.Context, tx *Tx) {
		put := func(version int64, words string) (Doc[note], error) {
			return notes.Put(ctx, tx, Doc[note]{ID: 7, PlantID: 1, Version: version, Value: note{Words: words}}, "t1")
		}
		var c Conflict
		_, err := put(1, "firm")
		require.ErrorAs(t, err, &c, "a change of what is not there")
		assert.Zero(t, c.Version)
		d, err := put(0, "firm")
		require.NoError(t, err)
		assert.EqualValues(t, []int64{7, 1}, []int64{d.ID, d.Version})
		_, err = put(0, "mushy")
		require.ErrorAs(t, err, &c, "it was made elsewhere meanwhile")
		d, err = put(1, "limp")
		require.NoError(t, err)
		assert.EqualValues(t, 2, d.Version)

		named := Doc[note]{Code: "own-bark", Value: note{Words: "fine"}}
		first, err := houseNotes.Put(ctx, tx, named, "t1")
		require.NoError(t, err)
		named.Version = 1
		second, err := houseNotes.Put(ctx, tx, named, "t2")
		require.NoError(t, err)
		assert.Equal(t, []int64{first.ID, 2}, []int64{second.ID, second.Version}, "found by its code")
	})
}
