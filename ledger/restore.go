package ledger

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"maps"
	"net/url"
	"os"
	"slices"
	"strings"
	"time"
)

// Restored is what came of bringing a copy back.
type Restored struct {
	Aside string   // where the file that was there is kept; empty: there was none
	May   []string // who could come in by it, as it was in the copy: to be confirmed at the machine
}

// ToConfirm is where the settings keep that who may come in is to be confirmed at the machine.
const ToConfirm = "confirm"

// Restore puts a copy in the place of the file at path, which is kept aside. Who may come in does
// not come back with it: the people, the devices, the log and how the house is opened stay as they
// are in the file at path. Where there is none that can be read, nothing that lets anyone in is left
// but who may come in, and that is to be confirmed. The caller holds the lock of path.
func Restore(ctx context.Context, from, path string, now time.Time) (r Restored, err error) {
	if _, err := Contains(ctx, from); err != nil {
		return r, err
	}
	if err := isBench(ctx, from); err != nil {
		return r, err
	}
	part, err := unfinished(path)
	if err != nil {
		return r, err
	}
	defer removeAll(part)
	if err := broughtUp(ctx, from, part); err != nil {
		return r, err
	}
	present, err := presentOf(ctx, path)
	if err != nil {
		return r, err
	}
	if present != "" {
		defer removeAll(present)
	}
	if r.May, err = whoMayStays(ctx, part, present, now); err != nil {
		return r, err
	}
	if _, err := Contains(ctx, part); err != nil {
		return r, err
	}
	if r.Aside, err = Aside(path, "before-restore", now); err != nil {
		return r, err
	}
	return r, keepAs(part, path)
}

// broughtUp copies a file and brings the tables of the copy up to date, so that it can be served.
func broughtUp(ctx context.Context, from, to string) error {
	if err := copyInto(ctx, from, to); err != nil {
		return fmt.Errorf("copy %s: %w", from, plain(err))
	}
	if err := os.Chmod(to, 0o600); err != nil {
		return err
	}
	db, err := sql.Open("sqlite", dsn(to, url.Values{"_pragma": {"foreign_keys(1)"}}))
	if err != nil {
		return err
	}
	db.SetMaxOpenConns(1)
	p, err := provider(db)
	if err == nil {
		_, err = p.Up(ctx)
	}
	if err = errors.Join(err, db.Close()); err != nil {
		return Refusal{from, fmt.Sprintf("this file cannot be brought up to date (%v). Nothing was changed.", plain(err))}
	}
	return nil
}

// presentOf is a copy of the file at path, brought up to date; empty where there is none that can be
// read.
func presentOf(ctx context.Context, path string) (string, error) {
	if _, err := Contains(ctx, path); err != nil {
		return "", nil // what is damaged says nothing of who may come in
	}
	part, err := unfinished(path)
	if err != nil {
		return "", err
	}
	if broughtUp(ctx, path, part) != nil {
		removeAll(part)
		return "", nil // as above
	}
	return part, nil
}

func removeAll(path string) {
	for _, end := range []string{"", "-wal", "-shm", "-journal"} {
		_ = os.Remove(path + end)
	}
}

// whoMayStays gives a copy the people, devices, log and openings of the present file; without one, it
// ends all that lets anyone in, and says who could come in.
func whoMayStays(ctx context.Context, part, present string, now time.Time) (may []string, err error) {
	db, err := sql.Open("sqlite", dsn(part, nil))
	if err != nil {
		return nil, err
	}
	defer func() { err = errors.Join(err, db.Close()) }()
	db.SetMaxOpenConns(1)
	if present != "" {
		if _, err := db.ExecContext(ctx, "ATTACH ? AS present", present); err != nil {
			return nil, err
		}
	}
	tx, err := db.BeginTx(ctx, nil)
	if err != nil {
		return nil, err
	}
	defer func() { _ = tx.Rollback() }() // after a commit it does nothing
	at := now.UTC().Format(time.RFC3339)
	if present != "" {
		err = taking(ctx, tx)
	} else {
		may, err = closing(ctx, tx, at)
	}
	if err == nil {
		err = logIn(ctx, tx, actOr(ctx, "restored", at), "")
	}
	if err == nil {
		err = tx.Commit()
	}
	return may, err
}

// openings are the codes of the settings by which others come in.
const openings = "('open', 'calendar', 'confirm')"

// taking takes what lets anyone in from the present file. The log's own triggers would keep its lines.
func taking(ctx context.Context, tx *sql.Tx) error {
	rows, err := tx.QueryContext(ctx, "SELECT name, sql FROM main.sqlite_schema WHERE type = 'trigger' AND tbl_name = 'log'")
	if err != nil {
		return err
	}
	triggers := map[string]string{}
	for rows.Next() {
		var name, sql string
		if err := rows.Scan(&name, &sql); err != nil {
			return errors.Join(err, rows.Close())
		}
		triggers[name] = sql
	}
	if err := errors.Join(rows.Err(), rows.Close()); err != nil {
		return err
	}
	var work []string
	for name := range triggers {
		work = append(work, `DROP TRIGGER main."`+name+`"`)
	}
	for _, table := range []string{"people", "devices", "log", "sent"} {
		work = append(work, "DELETE FROM main."+table, "INSERT INTO main."+table+" SELECT * FROM present."+table)
	}
	work = append(work,
		"DELETE FROM main.sessions",
		"DELETE FROM main.settings WHERE code IN "+openings,
		"INSERT INTO main.settings SELECT * FROM present.settings WHERE code IN "+openings,
	)
	for _, made := range triggers {
		work = append(work, made)
	}
	for _, one := range work {
		if _, err := tx.ExecContext(ctx, one); err != nil {
			return fmt.Errorf("%.40s: %w", one, err)
		}
	}
	return nil
}

// closing ends all sessions, tokens and addresses, and says who could come in.
func closing(ctx context.Context, tx *sql.Tx, at string) (may []string, err error) {
	rows, err := tx.QueryContext(ctx, `SELECT name, role, passphrase <> '' FROM people WHERE gone_at = ''
		ORDER BY role DESC, lower(name), id`)
	if err != nil {
		return nil, err
	}
	for rows.Next() {
		var name, role string
		var passphrase bool
		if err := rows.Scan(&name, &role, &passphrase); err != nil {
			return nil, errors.Join(err, rows.Close())
		}
		by := "by a code"
		if passphrase {
			by = "by their passphrase"
		}
		may = append(may, strings.Join([]string{name, role, by}, ", "))
	}
	if err := errors.Join(rows.Err(), rows.Close()); err != nil {
		return nil, err
	}
	for _, one := range []string{
		"DELETE FROM sessions", "DELETE FROM settings WHERE code IN " + openings,
	} {
		if _, err := tx.ExecContext(ctx, one); err != nil {
			return nil, err
		}
	}
	if _, err := tx.ExecContext(ctx, "UPDATE devices SET ended_at = ? WHERE ended_at = ''", at); err != nil {
		return nil, err
	}
	if len(may) == 0 {
		return may, nil
	}
	_, err = tx.ExecContext(ctx, "INSERT INTO settings (code, value) VALUES (?, 'yes')", ToConfirm)
	return may, err
}

// isBench refuses a file whose tables and triggers are not those that its version makes.
func isBench(ctx context.Context, path string) (err error) {
	db, err := sql.Open("sqlite", dsn(path, url.Values{"mode": {"ro"}, "_pragma": {"busy_timeout(5000)"}}))
	if err != nil {
		return err
	}
	defer func() { err = errors.Join(err, db.Close()) }()
	var version int64
	row := db.QueryRowContext(ctx, "SELECT COALESCE(MAX(version_id), 0) FROM goose_db_version WHERE is_applied")
	if err := row.Scan(&version); err != nil {
		return damaged(path, err)
	}
	has, err := shape(ctx, db)
	if err != nil {
		return damaged(path, err)
	}
	own, err := sql.Open("sqlite", ":memory:")
	if err != nil {
		return err
	}
	defer func() { err = errors.Join(err, own.Close()) }()
	own.SetMaxOpenConns(1)
	p, err := provider(own)
	if err != nil {
		return err
	}
	if _, err := p.UpTo(ctx, version); err != nil {
		return err
	}
	wants, err := shape(ctx, own)
	if err != nil {
		return err
	}
	for _, name := range slices.Sorted(maps.Keys(has)) {
		if has[name] != wants[name] {
			return Refusal{path, "this is no bench: it holds " + name + ", which Therapeon did not make. It was left as it is."}
		}
	}
	for _, name := range slices.Sorted(maps.Keys(wants)) {
		if _, ok := has[name]; !ok {
			return Refusal{path, "this is no bench: it lacks " + name + ". It was left as it is."}
		}
	}
	return nil
}

// shape are the columns of each table, and the text of what acts by itself.
func shape(ctx context.Context, db *sql.DB) (map[string]string, error) {
	rows, err := db.QueryContext(ctx, `SELECT 'the table ' || s.name, group_concat(c.name || ' ' || c.type, ', ')
		FROM sqlite_schema s, pragma_table_info(s.name) c
		WHERE s.type = 'table' AND s.name NOT LIKE 'sqlite\_%' ESCAPE '\'
		GROUP BY s.name
		UNION ALL SELECT 'the ' || type || ' ' || name, sql FROM sqlite_schema WHERE type IN ('trigger', 'view')`)
	if err != nil {
		return nil, err
	}
	defer func() { _ = rows.Close() }()
	has := map[string]string{}
	for rows.Next() {
		var name, is string
		if err := rows.Scan(&name, &is); err != nil {
			return nil, err
		}
		has[name] = is
	}
	return has, rows.Err()
}
