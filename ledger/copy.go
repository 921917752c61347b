package ledger

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"
	"net/url"
	"os"
	"path/filepath"
	"time"
)

// Contents says in short what a file holds.
type Contents struct {
	Plants, Records int64  // records: readings, looks, weights and homes
	Newest          string // the moment of the newest change, or empty
}

func (c Contents) String() string {
	of := func(n int64, what string) string {
		if n == 1 {
			return "1 " + what
		}
		return fmt.Sprintf("%d %ss", n, what)
	}
	words := of(c.Plants, "plant") + " and " + of(c.Records, "record") + " (readings, looks, weights, homes)"
	if c.Newest != "" {
		words += ", last changed " + c.Newest
	}
	return words
}

// Backup writes a copy of the bench at path to a new file, while it may be
// served: one moment of it, whole. The copy is opened and checked before it
// gets its name. That it was made is noted, and logged as the act of the context.
func Backup(ctx context.Context, path, to string, now time.Time) (Contents, error) {
	if _, err := os.Lstat(to); err == nil {
		return Contents{}, taken(to)
	}
	if _, err := Look(path); err != nil {
		if errors.Is(err, os.ErrNotExist) {
			return Contents{}, Refusal{path, "there is no bench here yet, so there is nothing to copy."}
		}
		return Contents{}, err
	}
	if err := examine(ctx, path, false); err != nil {
		return Contents{}, err
	}
	if err := os.MkdirAll(filepath.Dir(to), 0o700); err != nil {
		return Contents{}, fmt.Errorf("make the folder for the copy: %w", err)
	}
	part, err := unfinished(to)
	if err != nil {
		return Contents{}, err
	}
	defer func() { _ = os.Remove(part) }()
	if err := copyInto(ctx, path, part); err != nil {
		return Contents{}, fmt.Errorf("copy to %s: %w", to, plain(err))
	}
	held, err := Contains(ctx, part)
	if err != nil {
		return held, fmt.Errorf("the copy could not be verified: %w", err)
	}
	if err := keepNew(part, to); err != nil {
		return held, err
	}
	return held, noteCopy(ctx, path, Copied{At: now.UTC().Format(time.RFC3339), File: to})
}

// ErrThere is matched by the refusal to write over a file.
var ErrThere = errors.New("there is a file already")

type taken string

func (t taken) Error() string {
	return string(t) + ": there is a file already. Name a new one; nothing was written over."
}

// Is matches ErrThere and ErrRefused.
func (t taken) Is(target error) bool { return target == ErrThere || target == ErrRefused }

// unfinished is a new file beside another, under a name that nobody else has, for this user alone.
func unfinished(to string) (string, error) {
	f, err := os.CreateTemp(filepath.Dir(to), "."+filepath.Base(to)+".part-*")
	if err != nil {
		return "", fmt.Errorf("begin the copy: %w", err)
	}
	return f.Name(), f.Close()
}

// Copied is when and where the last copy was made.
type Copied struct {
	At   string `json:"at" required:"true"`
	File string `json:"file" required:"true"`
}

// CopiedCode is where the settings keep that.
const CopiedCode = "copied"

func noteCopy(ctx context.Context, path string, c Copied) error {
	doc, err := json.Marshal(c)
	if err != nil {
		return err
	}
	db, err := sql.Open("sqlite", dsn(path, url.Values{
		"_pragma": {"busy_timeout(5000)", "synchronous(FULL)"}, "_txlock": {"immediate"},
	}))
	if err != nil {
		return err
	}
	defer func() { _ = db.Close() }()
	tx, err := db.BeginTx(ctx, nil)
	if err != nil {
		return fmt.Errorf("note the copy: %w", plain(err))
	}
	defer func() { _ = tx.Rollback() }() // after a commit it does nothing
	_, err = tx.ExecContext(
		ctx,
		"INSERT INTO settings (code, value) VALUES (?, ?) ON CONFLICT (code) DO UPDATE SET value = excluded.value",
		CopiedCode,
		string(doc),
	)
	if err == nil && !missesTable(ctx, tx, "log") { // it may be from before there was one
		err = logIn(ctx, tx, actOr(ctx, "backup", c.At), filepath.Base(c.File))
	}
	if err == nil {
		err = tx.Commit()
	}
	if err != nil {
		return fmt.Errorf("note the copy: %w", plain(err))
	}
	return nil
}

// actOr is the act of the context; without one, that of a command.
func actOr(ctx context.Context, did, at string) Act {
	if a := ActOf(ctx); a.Did != "" {
		return a
	}
	return Act{Via: "command", Did: did, At: at}
}

// logIn adds a line to the log of a file that is not opened as a ledger.
func logIn(ctx context.Context, tx *sql.Tx, a Act, note string) error {
	_, err := tx.ExecContext(ctx, "INSERT INTO log (at, person, via, did, note) VALUES (?, ?, ?, ?, ?)",
		a.At, a.Person, a.Via, a.Did, note)
	return err
}

// copyInto makes a database at to that holds what the one at path holds now. It
// is marked as a bench, so that no demo takes it for its own.
func copyInto(ctx context.Context, path, to string) error {
	from, err := sql.Open("sqlite", dsn(path, url.Values{"_pragma": {"busy_timeout(5000)"}}))
	if err != nil {
		return err
	}
	defer func() { _ = from.Close() }()
	if _, err := from.ExecContext(ctx, "VACUUM INTO ?", to); err != nil {
		return err
	}
	return mark(ctx, to)
}

func mark(ctx context.Context, path string) error {
	db, err := sql.Open("sqlite", dsn(path, nil))
	if err != nil {
		return err
	}
	defer func() { _ = db.Close() }()
	_, err = db.ExecContext(ctx, fmt.Sprintf("PRAGMA application_id = %d", Bench))
	return err
}

// keepNew gives a file its name, once it lies on the disk, where no file has the name.
func keepNew(part, to string) error {
	if err := onDisk(part); err != nil {
		return err
	}
	err := os.Link(part, to)
	switch {
	case errors.Is(err, os.ErrExist):
		return taken(to)
	case err == nil:
		return errors.Join(os.Remove(part), onDisk(filepath.Dir(to)))
	}
	return keepAs(part, to) // there are no links on this disk
}

// keepAs gives a file its name, once it lies on the disk.
func keepAs(part, to string) error {
	if err := onDisk(part); err != nil {
		return err
	}
	if err := os.Rename(part, to); err != nil {
		return err
	}
	return onDisk(filepath.Dir(to))
}

// onDisk waits until what was written at path is on the disk.
func onDisk(path string) error {
	f, err := os.Open(path)
	if err != nil {
		return err
	}
	return errors.Join(f.Sync(), f.Close())
}

// Contains checks the whole of the file at path and says what it holds.
func Contains(ctx context.Context, path string) (Contents, error) {
	var c Contents
	if _, err := Look(path); err != nil {
		return c, err
	}
	if err := examine(ctx, path, true); err != nil {
		return c, err
	}
	db, err := sql.Open("sqlite", dsn(path, url.Values{"mode": {"ro"}, "_pragma": {"busy_timeout(5000)"}}))
	if err != nil {
		return c, err
	}
	defer func() { _ = db.Close() }()
	if err := db.QueryRowContext(ctx, "SELECT COUNT(*), COALESCE(MAX(updated_at), '') FROM plants").Scan(
		&c.Plants,
		&c.Newest,
	); err != nil {
		return c, damaged(path, err)
	}
	for table, count := range map[string]string{ // a file has those of its state
		"readings":    "SELECT COUNT(*) FROM readings",
		"inspections": "SELECT COUNT(*) FROM inspections",
		"homes":       "SELECT COUNT(*) FROM homes",
		"weighings":   "SELECT COUNT(*) FROM weighings",
		"documents":   "SELECT COUNT(*) FROM documents WHERE kind IN ('reading', 'look', 'home')",
	} {
		var n int64
		err := db.QueryRowContext(ctx, count).Scan(&n)
		if err != nil && !missesTable(ctx, db, table) {
			return c, damaged(path, err)
		}
		c.Records += n
	}
	return c, nil
}

// queried is a database, or a transaction in one.
type queried interface {
	QueryRowContext(ctx context.Context, query string, args ...any) *sql.Row
}

func missesTable(ctx context.Context, db queried, table string) bool {
	var n int
	err := db.QueryRowContext(ctx, "SELECT COUNT(*) FROM sqlite_schema WHERE name = ?", table).Scan(&n)
	return err == nil && n == 0
}

// Aside renames the file at path, and what SQLite keeps beside it, to a name
// that is free. It answers with that name, or empty where there was no file.
func Aside(path, why string, now time.Time) (string, error) {
	if _, err := os.Lstat(path); errors.Is(err, os.ErrNotExist) {
		return "", nil
	}
	to := fmt.Sprintf("%s.%s-%s", path, why, now.Format("20060102-150405"))
	for n := 2; ; n++ {
		if _, err := os.Lstat(to); errors.Is(err, os.ErrNotExist) {
			break
		}
		to = fmt.Sprintf("%s.%s-%s-%d", path, why, now.Format("20060102-150405"), n)
	}
	for _, end := range []string{"", "-wal", "-shm"} {
		if err := os.Rename(path+end, to+end); err != nil && (end == "" || !errors.Is(err, os.ErrNotExist)) {
			return "", fmt.Errorf("keep %s aside: %w", path+end, err)
		}
	}
	return to, nil
}

func notADemo(path string) error {
	return Refusal{path, "this is somebody's own bench, not a demo. It was left as it is; " +
		"name a new file for the demo, or leave --data out."}
}

// clearDemo empties the demo's own file, to be filled anew. A file that no demo
// marked is refused; at the demo's usual place it is moved aside instead. The
// caller holds the lock of path.
func clearDemo(path string, usual bool, now time.Time) (aside string, err error) {
	kind, err := Look(path)
	switch {
	case errors.Is(err, os.ErrNotExist):
		return "", nil
	case err == nil && kind == Demo:
		for _, end := range []string{"-wal", "-shm", ""} {
			if err := os.Remove(path + end); err != nil && !errors.Is(err, os.ErrNotExist) {
				return "", fmt.Errorf("clear the old demo: %w", err)
			}
		}
		return "", nil
	case usual:
		return Aside(path, "kept", now)
	case err == nil:
		return "", notADemo(path)
	default:
		return "", err
	}
}
