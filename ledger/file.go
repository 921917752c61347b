package ledger

import (
	"context"
	"database/sql"
	"encoding/binary"
	"errors"
	"fmt"
	"io"
	"net/url"
	"os"
	"strings"
	"time"
)

// Whose says whose file it is. It stands in the file's header (SQLite's
// application_id), so that it can be told without opening the database.
type Whose uint32

// Kinds of data file.
const (
	Bench Whose = 0x54687042 // somebody's own bench
	Demo  Whose = 0x54687044 // made up, and made anew at each demo
)

// ErrRefused is matched by every Refusal.
var ErrRefused = errors.New("file refused")

// Refusal says in words why a file is not opened. The file was left as it was.
type Refusal struct{ Path, Words string }

func (r Refusal) Error() string { return fmt.Sprintf("%s: %s", r.Path, r.Words) }

// Is matches ErrRefused.
func (r Refusal) Is(target error) bool { return target == ErrRefused }

const (
	headerLength = 100 // bytes; the layout is SQLite's, https://sqlite.org/fileformat2.html#the_database_header
	headerMagic  = "SQLite format 3\x00"
	atPageSize   = 16
	atPageCount  = 28
	atKind       = 68
)

// Look reads the header of the file at path. It answers 0 for a file of a
// version that did not mark its files, and os.ErrNotExist where there is none.
func Look(path string) (Whose, error) {
	info, err := os.Stat(path)
	if err != nil {
		return 0, err
	}
	if !info.Mode().IsRegular() {
		return 0, Refusal{path, "this is not a file. Name a file to keep the data in."}
	}
	if info.Mode().Perm()&0o222 == 0 {
		return 0, Refusal{path, "this file is read-only, so nothing could be saved. Make it writable, or name another."}
	}
	f, err := os.OpenFile(path, os.O_RDWR, 0) // nothing is written; it tells whether it could be
	if err != nil {
		if errors.Is(err, os.ErrPermission) || strings.Contains(err.Error(), "read-only") {
			return 0, Refusal{
				path,
				"this file may not be written by you, so nothing could be saved. Make it writable, or name another.",
			}
		}
		return 0, fmt.Errorf("open the data file: %w", err)
	}
	defer func() { _ = f.Close() }()
	header := make([]byte, headerLength)
	if n, err := io.ReadFull(f, header); err != nil {
		if n == 0 {
			return 0, nil // an empty file: a database without a table
		}
		return 0, Refusal{path, "this is not a file of Therapeon. It was left as it is."}
	}
	if string(header[:len(headerMagic)]) != headerMagic {
		return 0, Refusal{path, "this is not a file of Therapeon, or its beginning is damaged. It was left as it is."}
	}
	if size := int64(binary.BigEndian.Uint16(header[atPageSize:])); size > 1 {
		if pages := int64(binary.BigEndian.Uint32(header[atPageCount:])); size*pages > info.Size() && !hasLog(path) {
			return 0, Refusal{
				path,
				"this file is damaged: its end is missing. It was left as it is; therapeon restore brings a copy back.",
			}
		}
	}
	kind := Whose(binary.BigEndian.Uint32(header[atKind:]))
	if kind != 0 && kind != Bench && kind != Demo {
		return 0, Refusal{path, "this file belongs to another program. It was left as it is."}
	}
	return kind, nil
}

// hasLog holds where the newest pages may lie in the write-ahead log yet.
func hasLog(path string) bool {
	info, err := os.Stat(path + "-wal")
	return err == nil && info.Size() > 0
}

// checkTime bounds the check of a file at its start; a larger file is checked in
// part then, and whole at each backup.
const checkTime = 250 * time.Millisecond

// examine opens the file for reading only and refuses it when it is damaged, of a
// newer version, or no bench.
func examine(ctx context.Context, path string, thorough bool) error {
	db, err := sql.Open("sqlite", dsn(path, url.Values{"mode": {"ro"}, "_pragma": {"busy_timeout(5000)"}}))
	if err != nil {
		return err
	}
	defer func() { _ = db.Close() }()
	var tables, plants, versions int
	err = db.QueryRowContext(
		ctx,
		`SELECT COUNT(*), COALESCE(SUM(name = 'plants'), 0), COALESCE(SUM(name = 'goose_db_version'), 0)
		FROM sqlite_schema WHERE type = 'table'`,
	).Scan(&tables, &plants, &versions)
	if err != nil {
		return damaged(path, err)
	}
	if tables == 0 {
		return nil
	}
	if plants == 0 || versions == 0 {
		return Refusal{path, "this file belongs to another program. It was left as it is."}
	}
	version := int64(0)
	if err := db.QueryRowContext(ctx,
		"SELECT COALESCE(MAX(version_id), 0) FROM goose_db_version WHERE is_applied").Scan(&version); err != nil {
		return damaged(path, err)
	}
	if newest, err := newestVersion(); err != nil || version > newest {
		return errors.Join(err, Refusal{path, fmt.Sprintf("this file was written by a newer version of Therapeon "+
			"(its tables are of version %d, this program knows %d). Start that one. The file was left as it is.", version, newest)})
	}
	checked, cancel := ctx, context.CancelFunc(func() {})
	if !thorough {
		checked, cancel = context.WithTimeout(ctx, checkTime)
	}
	defer cancel()
	var found string
	err = db.QueryRowContext(checked, "PRAGMA quick_check(1)").Scan(&found)
	switch {
	case err != nil && checked.Err() != nil:
		return ctx.Err() // the time was up, and nothing was found until then
	case err != nil:
		return damaged(path, err)
	case found != "ok":
		return damaged(path, errors.New(found))
	}
	return nil
}

func damaged(path string, why error) error {
	return Refusal{
		path,
		fmt.Sprintf("this file is damaged (%v). It was left as it is; therapeon restore brings a copy back.", why),
	}
}

// dsn names the file at path to the driver.
func dsn(path string, with url.Values) string {
	return "file:" + (&url.URL{Path: path}).EscapedPath() + "?" + with.Encode()
}
