// Package store keeps everything in one SQLite file.
//
// The file runs in WAL mode with synchronous FULL, so a write that was
// answered survives a killed process and a power cut. Queries are in queries/,
// their code is generated; migrations are in migrations/.
package store

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

	"github.com/pressly/goose/v3"
	_ "modernc.org/sqlite" // the SQLite driver, in pure Go

	"therapeon/store/sqlc"
)

//go:embed migrations/*.sql
var migrations embed.FS

// ErrNotFound says that a row does not exist.
var ErrNotFound = errors.New("not found")

// Store is an open database.
type Store struct {
	*sqlc.Queries
	db   *sql.DB
	path string
}

// Open opens the file at path, making it and its folder when missing, and
// brings its tables up to date.
func Open(ctx context.Context, path string) (*Store, error) {
	if err := os.MkdirAll(filepath.Dir(path), 0o700); err != nil {
		return nil, fmt.Errorf("make the folder for the data: %w", err)
	}
	pragmas := url.Values{"_pragma": {
		"busy_timeout(5000)", "journal_mode(WAL)", "synchronous(FULL)", "foreign_keys(1)",
	}, "_txlock": {"immediate"}}
	db, err := sql.Open("sqlite", "file:"+(&url.URL{Path: path}).EscapedPath()+"?"+pragmas.Encode())
	if err != nil {
		return nil, fmt.Errorf("open the data file: %w", err)
	}
	db.SetMaxOpenConns(4)
	s := &Store{Queries: sqlc.New(db), db: db, path: path}
	if err := s.migrate(ctx); err != nil {
		return nil, errors.Join(fmt.Errorf("bring %s up to date: %w", path, err), db.Close())
	}
	return s, nil
}

func (s *Store) migrate(ctx context.Context) error {
	folder, err := fs.Sub(migrations, "migrations")
	if err != nil {
		return err
	}
	provider, err := goose.NewProvider(goose.DialectSQLite3, s.db, folder)
	if err != nil {
		return err
	}
	_, err = provider.Up(ctx)
	return err
}

// Path is where the file lies.
func (s *Store) Path() string { return s.path }

// Close closes the file.
func (s *Store) Close() error { return s.db.Close() }

// Write runs work in one transaction: all of it is kept, or none.
func (s *Store) Write(ctx context.Context, work func(*sqlc.Queries) error) error {
	tx, err := s.db.BeginTx(ctx, nil)
	if err != nil {
		return fmt.Errorf("begin: %w", err)
	}
	if err := work(s.WithTx(tx)); err != nil {
		return errors.Join(err, tx.Rollback())
	}
	if err := tx.Commit(); err != nil {
		return fmt.Errorf("commit: %w", err)
	}
	return nil
}

// Found turns the driver's "no rows" into ErrNotFound.
func Found(err error) error {
	if errors.Is(err, sql.ErrNoRows) {
		return ErrNotFound
	}
	return err
}

// Pragma reads a setting of the open file, for checks.
func (s *Store) Pragma(ctx context.Context, name string) (value string, err error) {
	err = s.db.QueryRowContext(ctx, "PRAGMA "+name).Scan(&value)
	return value, err
}
