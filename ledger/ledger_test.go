package ledger

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"io/fs"
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"github.com/pressly/goose/v3"
)

func open(t *testing.T, path string) *Ledger {
	t.Helper()
	s, err := Open(t.Context(), path)
	require.NoError(t, err)
	t.Cleanup(func() { _ = s.Close() })
	return s
}

func plant(ctx context.Context, tx *Tx) (Plant, error) {
	return tx.Plants().Add(ctx, Plant{Tag: "B-1", GroupCode: "slipper"}, "2030-01-01T00:00:00Z")
}

func TestTheFileIsSafeAndKeepsWhatWasWritten(t *testing.T) {
	path := filepath.Join(t.TempDir(), "a folder?", "bench.sqlite")
	s := open(t, path)
	for name, want := range map[string]string{"journal_mode": "wal", "synchronous": "2", "foreign_keys": "1"} {
		got, err := s.pragma(t.Context(), name)
		require.NoError(t, err)
		assert.Equal(t, want, got, name)
	}
	require.NoError(t,
		s.Write(t.Context(), func(tx *Tx) error { _, err := plant(t.Context(), tx); return err }))
	require.NoError(t, s.Close())
	assert.FileExists(t, path)

	again := open(t, path)
	assert.Equal(t, []string{"B-1"}, tags(t, again))
}

func TestAFailedWriteLeavesNothingBehind(t *testing.T) {
	s := open(t, filepath.Join(t.TempDir(), "bench.sqlite"))
	broken := errors.New("interrupted")
	err := s.Write(t.Context(), func(tx *Tx) error {
		_, err := plant(t.Context(), tx)
		require.NoError(t, err)
		return broken
	})
	require.ErrorIs(t, err, broken)
	err = s.Read(t.Context(), func(tx *Tx) error {
		_, err := tx.Plants().Get(t.Context(), 1)
		return err
	})
	assert.ErrorIs(t, err, ErrNotFound)
}

func TestADocumentNeedsItsPlant(t *testing.T) {
	s := open(t, filepath.Join(t.TempDir(), "bench.sqlite"))
	err := s.Write(t.Context(), func(tx *Tx) error {
		_, err := notes.Add(t.Context(), tx, Doc[note]{PlantID: 99, Day: "2030-01-01"}, "")
		return err
	})
	assert.ErrorContains(t, err, "FOREIGN KEY")
}

func TestASecondMigrationFindsNothingToDo(t *testing.T) {
	s := open(t, filepath.Join(t.TempDir(), "bench.sqlite"))
	require.NoError(t, s.migrate(t.Context()))
}

// A home used to be written over the intake. Such a file keeps what is known: the
// home in the home, and of what the plant came in, nothing.
func TestAnOverwrittenIntakeIsNotTakenForWhatItCameIn(t *testing.T) {
	path := filepath.Join(t.TempDir(), "old.sqlite")
	db, err := sql.Open("sqlite", path)
	require.NoError(t, err)
	p, err := provider(db)
	require.NoError(t, err)
	_, err = p.UpTo(t.Context(), 4)
	require.NoError(t, err)
	for _, statement := range []string{
		`INSERT INTO plants (id, tag, group_code, old_medium, pot, last_repotted, created_at, updated_at) VALUES
			(1, 'Moved', 'slipper', 'bark', 'clear', '2030-04-01', '', ''), (2, 'Held', 'slipper', 'moss', 'opaque', '2028', '', '')`,
		`INSERT INTO homes (plant_id, from_on, doc, created_at) VALUES (1, '2030-04-01', '{"route":"bark"}', ''), (2, '2030-04-01', '{"route":"lid"}', '')`,
	} {
		_, err = db.ExecContext(t.Context(), statement)
		require.NoError(t, err)
	}
	require.NoError(t, db.Close())
	s := open(t, path)
	intakes := NewKind("intake", Teller[map[string]any]{})
	homes := NewKind("home", Teller[map[string]any]{})
	require.NoError(t, s.Read(t.Context(), func(tx *Tx) error {
		for id, want := range map[int64][]any{1: {"", "", ""}, 2: {"moss", "opaque", "2028"}} {
			d, err := intakes.Get(t.Context(), tx, id)
			require.NoError(t, err)
			in := d.Value
			assert.Equal(t, want, []any{in["old_medium"], in["pot"], in["last_repotted"]}, in["tag"])
		}
		stood, err := homes.Of(t.Context(), tx, 1)
		assert.Len(t, stood, 1, "the home is kept")
		return err
	}))
}

// A file of any earlier version is brought up to date with all that is in it.
func TestAnOlderFileIsBroughtUpToDate(t *testing.T) {
	folder, err := fs.Sub(migrations, "migrations")
	require.NoError(t, err)
	for version := range int64(3) {
		t.Run(fmt.Sprintf("from version %d", version+1), func(t *testing.T) {
			path := filepath.Join(t.TempDir(), "old.sqlite")
			db, err := sql.Open("sqlite", path)
			require.NoError(t, err)
			provider, err := goose.NewProvider(goose.DialectSQLite3, db, folder)
			require.NoError(t, err)
			_, err = provider.UpTo(t.Context(), version+1)
			require.NoError(t, err)
			statements := []string{
				`INSERT INTO plants (tag, group_code, created_at, updated_at) VALUES ('From before', 'slipper', '2030-01-01T00:00:00Z', '2030-01-01T00:00:00Z')`,
				`INSERT INTO readings (plant_id, read_on, roots, root_count, created_at, updated_at) VALUES (1, '2030-01-01', '{"roots":[]}', 3, '', '')`,
			}
			if version > 0 {
				statements = append(
					statements,
					`INSERT INTO inspections (plant_id, looked_on, noted, blank, created_at, updated_at) VALUES (1, '2030-01-01', '{}', 0, '', '')`,
				)
			}
			if version > 1 {
				statements = append(
					statements,
					`INSERT INTO places (name, zone, low_c, high_c, updated_at) VALUES ('Shed', '', 15, 22, '')`,
					`INSERT INTO place_hours (place_id, hour, celsius) VALUES (1, 500000, 18.5)`,
				)
			}
			for _, statement := range statements {
				_, err = db.ExecContext(t.Context(), statement)
				require.NoError(t, err)
			}
			require.NoError(t, db.Close())

			s := open(t, path)
			rows := all(t, t.Context(), s)
			require.Len(t, rows, 1)
			assert.Equal(t, "From before", rows[0].Plant.Tag)
			assert.EqualValues(t, 1, rows[0].ReadingID)
			assert.Equal(t, min(version, 1), rows[0].LookID, "a look came with version 2")
			assert.Contains(t, rows[0].Intake, `"sides":{}`, "as the house")
			assert.NotContains(t, rows[0].Intake, "repot_in_flower")
			require.NoError(t, s.Write(t.Context(), func(tx *Tx) error {
				hours, err := tx.Places().Hours(t.Context(), 1, 0)
				require.NoError(t, err)
				if version > 1 {
					require.Len(t, hours, 1)
					assert.Equal(t, 18.5, hours[0].Celsius)
					assert.Nil(t, hours[0].Humidity, "no humidity was logged then")
				}
				w := Weighing{PlantID: 1, At: "2030-02-01T09:00:00Z", Kind: "bare", Grams: 210}
				if _, err := tx.Events().Weigh(t.Context(), w); err != nil {
					return err
				}
				_, err = notes.Add(t.Context(), tx, Doc[note]{PlantID: 1, Day: "2030-02-01"}, "")
				return err
			}))
		})
	}
}
