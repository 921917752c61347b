package settings

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"path/filepath"
	"slices"
	"strings"
	"time"

	"therapeon/clinic/bench"
	"therapeon/clinic/places"
	"therapeon/clinic/record"
	"therapeon/core/knowledge/words"
	"therapeon/ledger"
)

// About says where the data lie, and when a copy of them was last made.
type About struct {
	DataFile  string         `json:"data_file,omitempty" description:"where everything is kept; the keeper is told"`
	Demo      bool           `json:"demo,omitempty" description:"it is the demo's file: the next demo makes it anew"`
	Copied    *ledger.Copied `json:"copied,omitempty" description:"the last copy of it"`
	Languages []Language     `json:"languages" required:"true" description:"in which it can be read"`
	Judging   *Judging       `json:"judging,omitempty" description:"how far the lists are brought up to a change of the house"`
}

// Language is one that there is a catalogue of.
type Language struct {
	Tag  string `json:"tag" required:"true" description:"by BCP 47"`
	Name string `json:"name" required:"true" description:"in itself"`
}

func languages() (all []Language) {
	for _, tag := range words.Languages() {
		all = append(all, Language{tag, words.In(tag)["language.name"][words.Other]})
	}
	return all
}

// About tells of the data file.
func (c *Service) About(ctx context.Context) (About, error) {
	a := About{DataFile: c.DataFile(), Demo: c.IsDemo(), Languages: languages()}
	pass, doc, err := Notes(ctx, c.Keeper)
	if err != nil {
		return a, err
	}
	if pass.Done < pass.Total {
		a.Judging = &Judging{pass.Total, pass.Done}
	}
	if doc == "" {
		return a, nil
	}
	a.Copied = &ledger.Copied{}
	return a, json.Unmarshal([]byte(doc), a.Copied)
}

// Notes are what the program noted for itself: how far it is with judging, and the last copy.
func Notes(ctx context.Context, c *record.Keeper) (pass bench.Pass, copied string, err error) {
	copied, err = record.Read(ctx, c, func(tx *ledger.Tx) (string, error) {
		if pass, err = bench.PassOf(ctx, tx); err != nil {
			return "", err
		}
		return tx.House().Note(ctx, ledger.CopiedCode)
	})
	return pass, copied, err
}

// openCode is under which the house notes that it was opened to others.
const openCode = "open"

// WasOpen holds where the house was left open to others.
func (c *Service) WasOpen(ctx context.Context) (bool, error) {
	note, err := record.Read(ctx, c.Keeper, func(tx *ledger.Tx) (string, error) {
		return tx.House().Note(ctx, openCode)
	})
	return note == "yes", err
}

// KeepOpen notes whether the house is open to others.
func (c *Service) KeepOpen(ctx context.Context, open bool) error {
	return c.Store(ctx, func(tx *ledger.Tx) error {
		tx.Changed("people")
		if open {
			tx.About("opened")
			return tx.House().PutNote(ctx, openCode, "yes")
		}
		tx.About("closed")
		return tx.House().PutNote(ctx, openCode, "")
	})
}

// Unconfirmed holds where a copy was brought back and nobody said yet that those who could come in by
// it may.
func (c *Service) Unconfirmed(ctx context.Context) (bool, error) {
	note, err := record.Read(ctx, c.Keeper, func(tx *ledger.Tx) (string, error) {
		return tx.House().Note(ctx, ledger.ToConfirm)
	})
	return note != "", err
}

// Confirm says that they may.
func (c *Service) Confirm(ctx context.Context) error {
	return c.Store(ctx, func(tx *ledger.Tx) error {
		tx.Changed("people")
		return tx.House().PutNote(ctx, ledger.ToConfirm, "")
	})
}

// Backup copies the file, while it is in use, into a folder beside it, and
// checks the copy.
func (c *Service) Backup(ctx context.Context) (About, error) {
	path := c.DataFile()
	name := strings.TrimSuffix(filepath.Base(path), filepath.Ext(path)) + c.Now().Format("-20060102-150405")
	to := filepath.Join(filepath.Dir(path), "backups", name)
	_, err := ledger.Backup(ctx, path, to+".sqlite", c.Now())
	for n := 2; errors.Is(err, ledger.ErrThere); n++ { // another was made in the same second
		_, err = ledger.Backup(ctx, path, fmt.Sprintf("%s-%d.sqlite", to, n), c.Now())
	}
	if err != nil {
		return About{}, err
	}
	return c.About(ctx)
}

// Judging is how far the lists are brought up to a change of the house, or of the rules.
type Judging struct {
	Total int64 `json:"total" required:"true" description:"plants"`
	Done  int64 `json:"done" required:"true" description:"of them brought up to date"`
}

// JudgeAll brings what lists show of all plants up to date, by the rules of this program and today.
func (c *Service) JudgeAll(ctx context.Context) error {
	if err := c.Store(ctx, func(tx *ledger.Tx) error { return bench.Begin(ctx, c.Keeper, tx) }); err != nil {
		return err
	}
	return c.Resume(ctx)
}

// Woken tells the upkeep that there is something to do.
func (c *Service) Woken() {
	select {
	case c.woken <- struct{}{}:
	default: // it was told already
	}
}

// Upkeep finishes what was begun, and goes on doing so, until its context ends.
func (c *Service) Upkeep(ctx context.Context) error {
	for {
		if err := c.Resume(ctx); err != nil {
			return err
		}
		now := c.Now()
		midnight := time.Date(now.Year(), now.Month(), now.Day()+1, 0, 0, 1, 0, now.Location())
		select {
		case <-c.woken:
		case <-time.After(min(midnight.Sub(now), time.Minute)): // a new day, also after a sleep of the machine
		case <-ctx.Done():
			return ctx.Err()
		}
	}
}

// Resume finishes what an earlier run of the program, or a change of the house, had begun:
// logs on their way in, and what lists show, plant by plant.
func (c *Service) Resume(ctx context.Context) error {
	if err := places.FinishImports(ctx, c.Keeper); err != nil {
		return err
	}
	pass, err := record.Read(ctx, c.Keeper, func(tx *ledger.Tx) (bench.Pass, error) {
		return bench.PassOf(ctx, tx)
	})
	if err == nil && pass.By != bench.By(c.Today()) {
		err = c.Store(ctx, func(tx *ledger.Tx) error { return bench.Begin(ctx, c.Keeper, tx) })
	}
	for err == nil {
		var more bool
		if more, err = JudgeNext(ctx, c.Keeper); !more {
			break
		}
	}
	return err
}

// JudgeNext brings the next plant of a pass up to date. What follows is worked out while
// others may write; only what differs is kept then, in one short turn.
func JudgeNext(ctx context.Context, c *record.Keeper) (more bool, err error) {
	var pass bench.Pass
	var id int64
	changes, err := record.Read(ctx, c, func(tx *ledger.Tx) ([]bench.ShortChange, error) {
		var err error
		if pass, err = bench.PassOf(ctx, tx); err != nil || pass.Done >= pass.Total {
			return nil, err
		}
		next, err := tx.Plants().After(ctx, pass.After, 1)
		if err != nil || len(next) == 0 {
			return nil, err
		}
		id = next[0]
		r, err := c.Record(ctx, tx, id)
		if err != nil {
			record.Unread("plant", id, err) // its own page says so
			return nil, ctx.Err()
		}
		changes, err := bench.ShortsAnew(ctx, r)
		recoded, err2 := bench.Recoded(ctx, r)
		advised, err3 := bench.AdviceAnew(ctx, c, tx, id)
		if err = errors.Join(err, err2, err3); err != nil {
			record.Unread("plant", id, err)
			return nil, ctx.Err()
		}
		return slices.Concat(changes, recoded, advised), nil
	})
	if err != nil || pass.Done >= pass.Total {
		return false, err
	}
	err = c.Store(ctx, func(tx *ledger.Tx) error {
		now, err := bench.PassOf(ctx, tx)
		if err != nil || now != pass {
			return err // a new pass began meanwhile
		}
		for _, s := range changes {
			if err := s.Keep(ctx, tx); err != nil {
				return err
			}
		}
		now.After, now.Done = id, now.Done+1
		if id == 0 { // none is left: some went meanwhile
			now.Done = now.Total
		}
		return now.Keep(ctx, tx)
	})
	return err == nil, err
}
