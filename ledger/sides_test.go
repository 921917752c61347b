package ledger

import (
	"database/sql"
	"io/fs"
	"path/filepath"
	"testing"

	"github.com/pressly/goose/v3"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Sides that were fields of their own are one list, in what is kept and in what it was changed
// from; what was not taken, or cannot be read, is left as it is.
func TestSidesAreGatheredIntoOneList(t *testing.T) {
	path := filepath.Join(t.TempDir(), "old.sqlite")
	db, err := sql.Open("sqlite", path)
	require.NoError(t, err)
	folder, err := fs.Sub(migrations, "migrations")
	require.NoError(t, err)
	provider, err := goose.NewProvider(goose.DialectSQLite3, db, folder)
	require.NoError(t, err)
	_, err = provider.UpTo(t.Context(), 7)
	require.NoError(t, err)
	docs := map[string]string{
		"house":  `{"dead_dry_roots":"keep-some","peroxide":"routine","medium":"organic","pot_wall":"clear","hemisphere":"south"}`,
		"intake": `{"tag":"x","old_medium":"bark","peroxide":"","cut_powder":"dry"}`,
		"plan":   `{"bare_without_tips":"hold","route":"bark"}`,
		"look":   `{"noted":{"findings":{}},"peroxide":"not a side here"}`,
		"recipe": `{not readable`,
	}
	for kind, doc := range docs {
		for _, into := range []string{
			`INSERT INTO documents (kind, id, created_at, updated_at, doc) VALUES (?, 1, '', '', ?)`,
			`INSERT INTO bases (kind, id, version, doc) VALUES (?, 1, 1, ?)`,
		} {
			_, err = db.ExecContext(t.Context(), into, kind, doc)
			require.NoError(t, err)
		}
	}
	require.NoError(t, db.Close())
	_ = open(t, path)

	db, err = sql.Open("sqlite", path)
	require.NoError(t, err)
	defer func() { _ = db.Close() }()
	for kind, want := range map[string]string{
		"house": `{"hemisphere":"south","sides":{"dead_dry_roots":"keep-some","peroxide":"routine","medium":"organic",
			"pot_wall":"clear"}}`,
		"intake": `{"tag":"x","old_medium":"bark","sides":{"cut_powder":"dry"}}`,
		"plan":   `{"route":"bark","sides":{"bare_without_tips":"hold"}}`,
		"look":   docs["look"],
	} {
		for _, table := range []string{"documents", "bases"} {
			var now string
			require.NoError(t, db.QueryRowContext(t.Context(), "SELECT doc FROM "+table+" WHERE kind = ?", kind).Scan(&now))
			assert.JSONEq(t, want, now, "%s in %s", kind, table)
		}
	}
}
