package ledger

import (
	"context"
	"errors"
	"fmt"
	"slices"

	"therapeon/ledger/internal/sqlc"
)

// Act is what a change is part of: who does it, by which operation, and how it is to be kept.
type Act struct {
	Person string // the name of who does it; empty: none was given
	Via    string // how they came in: "machine", "session", "device" or "command"
	Did    string // the operation
	Tab    string // the tab it came from, which need not be told of it
	Once   *Once  // under which it is kept once; nil: as often as it is sent
	Both   bool   // where it does not touch what others changed meanwhile, both are kept
	Helper bool   // it is done by someone who may not change what is the keeper's
	At     string // the moment, as it is kept
}

// Once is a name of what is sent, so that it is kept once though it be sent again. It belongs to
// who sends it, to the operation, and to the body.
type Once struct {
	Name string
	Body string // a hash of it
	kept bool   // under this context, which may go on
}

var (
	// ErrSent says that something was kept already, when it was sent the first time.
	ErrSent = errors.New("this was kept already")
	// ErrTaken says that something else was sent under the same name.
	ErrTaken = errors.New("something else was sent under this name")
)

type acting struct{}

// As returns a context under which changes are part of an act.
func As(ctx context.Context, a Act) context.Context { return context.WithValue(ctx, acting{}, a) }

// ActOf is the act that a context stands for; the zero act is the program's own.
func ActOf(ctx context.Context) Act {
	a, _ := ctx.Value(acting{}).(Act)
	return a
}

// Change is what was changed by a transaction that was kept.
type Change struct {
	Plants []int64
	House  []string // what is of no plant: kinds of documents, or "timers", "people"
	Tab    string   // where it came from
}

// changedDoc is a document that was saved, for the log.
type changedDoc struct {
	plant   int64
	as      savedAs
	created string // since when this is what the number stands for
}

// first refuses what was kept already, and what comes under the name of something else.
func (a Act) first(ctx context.Context, tx *Tx, seconds int64) error {
	if a.Once == nil || a.Once.kept {
		return nil
	}
	of := sqlc.AddSentParams{Name: a.Once.Name, At: seconds, Person: a.Person, Did: a.Did, Body: a.Once.Body}
	n, err := tx.q.AddSent(ctx, of)
	if err != nil || n > 0 {
		return err
	}
	was, err := tx.q.GetSent(ctx, a.Once.Name)
	if err != nil {
		return err
	}
	same := was.Person == of.Person && was.Did == of.Did && was.Body == of.Body
	if was.Did == "" || same { // it may be from before these were noted
		return ErrSent
	}
	return ErrTaken
}

// note adds to the log what was done under an act, a line a document; or a line a plant, where
// no document was saved. What one person saves again within the same hour is one line, and where
// nothing was changed there is none.
func (a Act) note(ctx context.Context, tx *Tx) error {
	if a.Did == "" || tx.quiet {
		return nil
	}
	line := sqlc.AddToLogParams{At: a.At, Person: a.Person, Via: a.Via, Did: a.Did}
	var noted []int64
	for _, d := range tx.changed {
		line.PlantID, line.Kind, line.DocID, line.Version = d.plant, d.as.kind, d.as.id, d.as.version
		noted = append(noted, d.plant)
		last, err := tx.q.LastOfDocument(ctx, sqlc.LastOfDocumentParams{
			Kind: line.Kind, DocID: line.DocID, Since: d.created,
		})
		if err = found(err); err != nil && !errors.Is(err, ErrNotFound) {
			return err
		}
		if err == nil && last.Person == a.Person && last.Did == a.Did && hourOf(last.At) == hourOf(a.At) {
			continue
		}
		if err := tx.q.AddToLog(ctx, line); err != nil {
			return fmt.Errorf("note who did it: %w", err)
		}
	}
	ofHouse := len(noted) == 0 && len(*tx.touched) == 0 && (len(tx.house) > 0 || tx.about != "")
	noted = slices.DeleteFunc(slices.Clone(*tx.touched), func(id int64) bool { return slices.Contains(noted, id) })
	if ofHouse {
		noted = []int64{0}
		tx.Changed("log")
	}
	for _, plant := range noted {
		line := sqlc.AddToLogParams{
			At: a.At, Person: a.Person, Via: a.Via, Did: a.Did, Note: tx.about, PlantID: plant,
		}
		if err := tx.q.AddToLog(ctx, line); err != nil {
			return fmt.Errorf("note who did it: %w", err)
		}
	}
	return nil
}

// hourOf is the hour of a moment as it is kept, such as 2026-11-27T05.
func hourOf(at string) string { return at[:min(len(at), len("2006-01-02T15"))] }
