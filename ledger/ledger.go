// Package ledger keeps everything in one SQLite file.
//
// What is noted as a whole is a document of a kind, with a version: it is saved against the
// version it was changed from, and what it was before is kept, so that of two changes each
// can be told. Beside the documents are rows: plants, weighings, incidents, the hours of a
// place, timers.
//
// The file runs in WAL mode with synchronous FULL, so a write that was answered survives a
// killed process and a power cut. One connection writes, writers take their turns in the
// order they came; readers have connections of their own and wait for nobody. Queries are in
// queries/, their generated code is hidden in internal/; migrations are in migrations/.
package ledger

import (
	"context"
	"database/sql"
	"embed"
	"errors"
	"fmt"
	"io/fs"
	"net/url"
	"os"
	"path/filepath"
	"runtime"
	"slices"
	"sync"
	"sync/atomic"
	"time"

	"github.com/pressly/goose/v3"
	"modernc.org/sqlite" // the SQLite driver, in pure Go
	lib "modernc.org/sqlite/lib"

	"therapeon/ledger/internal/sqlc"
)

//go:embed migrations/*.sql
var migrations embed.FS

var (
	// ErrNotFound says that a row does not exist.
	ErrNotFound = errors.New("not found")
	// ErrFull says that the disk has no room left for a write.
	ErrFull = errors.New("the disk is full")
)

// Ledger is an open file.
type Ledger struct {
	readers, writer pool
	turn            chan struct{}
	lock            *Lock
	path            string
	kind            Whose
	reads           *atomic.Int64 // plants loaded, for checks
	tell            func(Change)  // of what was kept
}

// pool are connections to the file, with the queries prepared on them at their first use.
type pool struct {
	*sql.DB
	first   sync.Mutex
	queries *sqlc.Queries
}

// begin begins a transaction, with the queries in it.
func (p *pool) begin(ctx context.Context) (*sql.Tx, *sqlc.Queries, error) {
	queries, err := p.prepared(ctx)
	if err != nil {
		return nil, nil, fmt.Errorf("prepare: %w", plain(err))
	}
	tx, err := p.BeginTx(ctx, nil)
	if err != nil {
		return nil, nil, fmt.Errorf("begin: %w", plain(err))
	}
	return tx, queries.WithTx(tx), nil
}

func (p *pool) prepared(ctx context.Context) (_ *sqlc.Queries, err error) {
	p.first.Lock()
	defer p.first.Unlock()
	if p.queries == nil {
		p.queries, err = sqlc.Prepare(ctx, p.DB)
	}
	return p.queries, err
}

// Open opens the bench at path, making it and its folder when missing, holds it
// against other programs, and brings its tables up to date. What cannot be a
// bench is refused in words, and left as it is.
func Open(ctx context.Context, path string) (*Ledger, error) {
	return openAs(ctx, path, Bench, func(string) error { return nil })
}

// OpenDemo opens the demo's file at path, emptied first unless keep; usual holds
// at the demo's usual place. It says whether the file is to be filled, and where
// a file that no demo had marked was moved to.
func OpenDemo(
	ctx context.Context,
	path string,
	keep, usual bool,
	now time.Time,
) (s *Ledger, empty bool, aside string, err error) {
	if !usual { // refused before anything is written beside it
		switch kind, err := Look(path); {
		case err == nil && kind != Demo:
			return nil, false, "", notADemo(path)
		case err != nil && !errors.Is(err, os.ErrNotExist):
			return nil, false, "", err
		}
	}
	s, err = openAs(ctx, path, Demo, func(path string) error {
		kind, err := Look(path)
		if keep && err == nil && kind == Demo {
			return nil
		}
		empty = true
		aside, err = clearDemo(path, usual, now)
		return err
	})
	return s, empty, aside, err
}

// openAs makes the file ready under its lock before it is opened. A file that it
// makes is marked as of a kind.
func openAs(ctx context.Context, path string, kind Whose, ready func(path string) error) (*Ledger, error) {
	path, err := filepath.Abs(path)
	if err != nil {
		return nil, err
	}
	if real, err := filepath.EvalSymlinks(path); err == nil {
		path = real // one file is one lock, by whichever name
	}
	if _, err := Look(path); kind == Bench && err != nil && !errors.Is(err, os.ErrNotExist) {
		return nil, err // before anything is written beside it
	}
	lock, err := TakeLock(path)
	if err != nil {
		return nil, err
	}
	s := &Ledger{reads: new(atomic.Int64), lock: lock, path: path, kind: kind, turn: make(chan struct{}, 1)}
	err = ready(path)
	if err == nil {
		err = lock.holdAnew(path)
	}
	if err == nil {
		err = s.open(ctx)
	}
	if err != nil && noRoom(path) {
		err = s.openToRead(ctx)
	}
	if err != nil {
		return nil, errors.Join(err, s.Close())
	}
	return s, nil
}

func (s *Ledger) open(ctx context.Context) (err error) {
	if kind, err := Look(s.path); err == nil {
		if kind != 0 {
			s.kind = kind
		}
		if err := examine(ctx, s.path, false); err != nil {
			return err
		}
	} else if !errors.Is(err, os.ErrNotExist) {
		return err
	} else if err := errors.Join(mine(s.path), s.lock.hold(s.path)); err != nil {
		return err
	}
	s.writer.DB, err = sql.Open("sqlite", dsn(s.path, url.Values{"_pragma": {
		"busy_timeout(5000)",
		fmt.Sprintf("application_id(%d)", s.kind),
		"journal_mode(WAL)",
		"synchronous(FULL)",
		"foreign_keys(1)",
	}, "_txlock": {"immediate"}}))
	if err != nil {
		return fmt.Errorf("open the data file: %w", err)
	}
	s.writer.SetMaxOpenConns(1)
	if err := s.migrate(ctx); err != nil {
		return fmt.Errorf("bring %s up to date: %w", s.path, plain(err))
	}
	s.readers.DB, err = sql.Open("sqlite", dsn(s.path, url.Values{"_pragma": {"busy_timeout(5000)", "query_only(1)"}}))
	if err != nil {
		return fmt.Errorf("open the data file: %w", err)
	}
	s.readers.SetMaxOpenConns(runtime.GOMAXPROCS(0) + 1)
	s.readers.SetMaxIdleConns(runtime.GOMAXPROCS(0) + 1)
	return nil
}

// openToRead opens a file on a full disk, where SQLite cannot make what it keeps beside it. What lies in
// the log of writes that is not brought over yet could not be read: then it is not opened.
func (s *Ledger) openToRead(ctx context.Context) error {
	full := Refusal{s.path, "the disk is full, and not all of this file can be read without room on it. " +
		"Nothing is lost; make room, then start again."}
	if hasLog(s.path) {
		return full
	}
	newest, err := newestVersion()
	if err != nil {
		return err
	}
	s.readers.DB, err = sql.Open("sqlite", dsn(s.path, url.Values{"immutable": {"1"}, "mode": {"ro"}, "_pragma": {"query_only(1)"}}))
	if err != nil {
		return err
	}
	var version int64
	row := s.readers.QueryRowContext(ctx, "SELECT COALESCE(MAX(version_id), 0) FROM goose_db_version WHERE is_applied")
	if err := row.Scan(&version); err != nil || version != newest {
		return errors.Join(full, err)
	}
	if s.writer.DB != nil {
		_ = s.writer.Close()
		s.writer.DB = nil
	}
	return nil
}

// OnlyReads holds where the disk was full at the start: nothing can be saved until there is room and it
// is started again.
func (s *Ledger) OnlyReads() bool { return s.writer.DB == nil }

// mine makes a new file that only this user reads: it will hold who may come in. What SQLite keeps
// beside it is as it is.
func mine(path string) error {
	f, err := os.OpenFile(path, os.O_CREATE|os.O_WRONLY, 0o600)
	if err != nil {
		return fmt.Errorf("make the data file: %w", err)
	}
	return f.Close()
}

func provider(db *sql.DB) (*goose.Provider, error) {
	folder, err := fs.Sub(migrations, "migrations")
	if err != nil {
		return nil, err
	}
	return goose.NewProvider(goose.DialectSQLite3, db, folder)
}

func (s *Ledger) migrate(ctx context.Context) error {
	p, err := provider(s.writer.DB)
	if err != nil {
		return err
	}
	_, err = p.Up(ctx)
	return err
}

// newestVersion is that of the newest migration.
func newestVersion() (newest int64, err error) {
	names, err := fs.Glob(migrations, "migrations/*.sql")
	for _, name := range names {
		n, err := goose.NumericComponent(name)
		if err != nil {
			return 0, err
		}
		newest = max(newest, n)
	}
	return newest, err
}

// PlantsLoaded is how many plants were loaded since it was opened, for checks.
func (s *Ledger) PlantsLoaded() int64 { return s.reads.Load() }

// Path is where the file lies.
func (s *Ledger) Path() string { return s.path }

// Whose says whose file it is.
func (s *Ledger) Whose() Whose { return s.kind }

// Serving says beside the file where its program is.
func (s *Ledger) Serving(address string) error { return s.lock.Serving(address) }

// Close closes the file and lets it go.
func (s *Ledger) Close() error {
	return errors.Join(s.readers.close(), s.writer.close(), s.lock.Release())
}

// givenUp is how long a connection is waited for whose work was broken off.
const givenUp = 2 * time.Second

// close closes the connections, also those that are still rolling back. The writer's is the
// last to go: it alone may bring the log into the file.
func (p *pool) close() error {
	if p.DB == nil {
		return nil
	}
	err := p.DB.Close()
	for until := time.Now().Add(givenUp); p.Stats().OpenConnections > 0 && time.Now().Before(until); {
		time.Sleep(time.Millisecond)
	}
	return err
}

// Write runs work in one transaction: all of it is kept, or none, also when
// work panics or its context ends.
func (s *Ledger) Write(ctx context.Context, work func(*Tx) error) error {
	select {
	case s.turn <- struct{}{}:
		defer func() { <-s.turn }()
	case <-ctx.Done():
		return ctx.Err()
	}
	if s.OnlyReads() {
		return ErrFull
	}
	tx, queries, err := s.writer.begin(ctx)
	if err != nil {
		return err
	}
	defer func() { _ = tx.Rollback() }() // after a commit it does nothing
	in, act := &Tx{q: queries, reads: s.reads, touched: new([]int64)}, ActOf(ctx)
	if err := act.first(ctx, in, time.Now().Unix()); err != nil {
		return plain(err)
	}
	if err := work(in); err != nil {
		return plain(err)
	}
	if err := act.note(ctx, in); err != nil {
		return plain(err)
	}
	if err := tx.Commit(); err != nil {
		return fmt.Errorf("commit: %w", plain(err))
	}
	change := Change{Plants: *in.touched, House: slices.Concat(in.house, in.told), Tab: act.Tab}
	kept(ctx, change)
	if act.Once != nil {
		act.Once.kept = true
	}
	if s.tell != nil && len(change.House)+len(change.Plants) > 0 {
		s.tell(change)
	}
	return nil
}

// Telling sets who is told of every change that is kept. It is set before anything is written.
func (s *Ledger) Telling(tell func(Change)) { s.tell = tell }

// Read runs work on one moment of the file: writes that land meanwhile do not
// show.
func (s *Ledger) Read(ctx context.Context, work func(*Tx) error) error {
	tx, queries, err := s.readers.begin(ctx)
	if err != nil {
		return err
	}
	defer func() { _ = tx.Rollback() }()
	return work(&Tx{q: queries, reads: s.reads, touched: new([]int64)})
}

// plain names what the driver says by a number.
func plain(err error) error {
	var coded *sqlite.Error
	if errors.As(err, &coded) && coded.Code()&0xff == lib.SQLITE_FULL {
		return errors.Join(ErrFull, err)
	}
	return err
}

// found turns the driver's "no rows" into ErrNotFound.
func found(err error) error {
	if errors.Is(err, sql.ErrNoRows) {
		return ErrNotFound
	}
	return err
}

// pragma reads a setting of the writing connection, for checks.
func (s *Ledger) pragma(ctx context.Context, name string) (value string, err error) {
	err = s.writer.QueryRowContext(ctx, "PRAGMA "+name).Scan(&value)
	return value, err
}

type watched struct{}

// Watching is what was kept under a context.
type Watching struct {
	mu   sync.Mutex
	kept bool
	Change
}

// Watch returns a context that remembers what was kept under it, so that an error after a commit is not
// told as if nothing had been saved, and who sent it is told what it changed.
func Watch(ctx context.Context) (context.Context, *Watching) {
	w := &Watching{}
	return context.WithValue(ctx, watched{}, w), w
}

// Kept holds once anything was kept.
func (w *Watching) Kept() bool {
	w.mu.Lock()
	defer w.mu.Unlock()
	return w.kept
}

func kept(ctx context.Context, c Change) {
	w, ok := ctx.Value(watched{}).(*Watching)
	if !ok {
		return
	}
	w.mu.Lock()
	defer w.mu.Unlock()
	w.kept = true
	for _, id := range c.Plants {
		touch(&w.Plants, id)
	}
	for _, of := range c.House {
		if !slices.Contains(w.House, of) {
			w.House = append(w.House, of)
		}
	}
}
