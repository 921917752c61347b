package ledger

import (
	"context"
	"fmt"

	"therapeon/ledger/internal/sqlc"
)

// Move is that what was written on one plant was moved to another, or withdrawn.
type Move = sqlc.Moved

// Moves are what was written on the wrong plant. Only whose it is changes, not what was noted.
type Moves struct{ tx *Tx }

// Moves are what was written on the wrong plant.
func (tx *Tx) Moves() Moves { return Moves{tx} }

// Moved is a move with whether the same was moved again since.
type Moved = sqlc.MovesOfRow

// Entry is what can be moved: whose it is, and the day and the moment it is of.
type Entry struct {
	PlantID   int64 // 0: nobody's, it was withdrawn
	Day       string
	CreatedAt string
}

// Find finds a document of a plant, or a weighing.
func (m Moves) Find(ctx context.Context, kind string, id int64) (Entry, error) {
	if kind == WeighingKind {
		w, err := m.tx.q.GetWeighing(ctx, id)
		e := Entry{w.PlantID, w.At, w.CreatedAt}
		if w.Withdrawn != 0 {
			e.PlantID = 0
		}
		return e, found(err)
	}
	row, err := m.tx.q.GetDocument(ctx, sqlc.GetDocumentParams{Kind: kind, ID: id})
	return Entry{owner(row.PlantID), row.Day, row.CreatedAt}, found(err)
}

// Hand makes a document another plant's, or nobody's: 0. It is changed by that, so who has it open is
// told. A weighing that is nobody's is withdrawn, and stays where it was.
func (m Moves) Hand(ctx context.Context, kind string, id, to int64, now string) error {
	if kind == WeighingKind {
		of := sqlc.MoveWeighingParams{ID: id, PlantID: nobody(to), Withdrawn: asInt(to == 0)}
		return found(m.tx.q.MoveWeighing(ctx, of))
	}
	row, err := m.tx.q.GetDocument(ctx, sqlc.GetDocumentParams{Kind: kind, ID: id})
	if err != nil {
		return found(err)
	}
	base := sqlc.KeepBaseParams{Kind: kind, ID: id, Version: row.Version, Doc: row.Doc}
	if err := m.tx.q.KeepBase(ctx, base); err != nil {
		return fmt.Errorf("keep what it was: %w", err)
	}
	return found(m.tx.q.MoveDocument(ctx, sqlc.MoveDocumentParams{Kind: kind, ID: id, PlantID: nobody(to), Now: now}))
}

// Keep notes that something was moved, from a plant to another or to nobody.
func (m Moves) Keep(ctx context.Context, v Move) (Move, error) {
	row, err := m.tx.q.AddMove(ctx, sqlc.AddMoveParams{
		Kind: v.Kind, DocID: v.DocID, Day: v.Day, FromID: v.FromID, ToID: v.ToID, MovedOn: v.MovedOn,
		CreatedAt: v.CreatedAt,
	})
	if err != nil {
		return row, fmt.Errorf("note what was moved: %w", found(err))
	}
	m.touch(row)
	return row, nil
}

// Of are those from and to a plant that stand, the oldest first.
func (m Moves) Of(ctx context.Context, plantID int64) ([]Moved, error) {
	rows, err := m.tx.q.MovesOf(ctx, plantID)
	if err != nil {
		return nil, fmt.Errorf("list what was moved: %w", err)
	}
	return rows, nil
}

// Undo notes that a move was undone, and says which; ErrNotFound where it does not stand, or the same
// was moved again since.
func (m Moves) Undo(ctx context.Context, id int64) (Move, error) {
	row, err := m.tx.q.UndoMove(ctx, id)
	if err != nil {
		return row, found(err)
	}
	again, err := m.tx.q.MovedAgain(ctx, sqlc.MovedAgainParams{Kind: row.Kind, DocID: row.DocID, ID: row.ID})
	if err == nil && again > 0 {
		err = ErrNotFound
	}
	m.touch(row)
	return row, err
}

func (m Moves) touch(v Move) {
	touch(m.tx.touched, v.FromID)
	touch(m.tx.touched, owner(v.ToID))
}

// TakeBack takes back what was foretold, from a day on, of the plant that something was moved from: it
// rests on what was not so.
func (f Forecasts) TakeBack(ctx context.Context, m Move, day string) error {
	return f.q.TakeForecastsBack(ctx, sqlc.TakeForecastsBackParams{MovedID: m.ID, PlantID: m.FromID, Day: day})
}

// GiveBack undoes that, with what was foretold of both plants since.
func (f Forecasts) GiveBack(ctx context.Context, m Move) error {
	for _, id := range []int64{m.FromID, owner(m.ToID)} {
		drop := sqlc.DropForecastsAfterParams{PlantID: id, After: m.Foretold}
		if err := f.q.DropForecastsAfter(ctx, drop); err != nil {
			return err
		}
	}
	return f.q.GiveForecastsBack(ctx, m.ID)
}

func nobody(plantID int64) *int64 {
	if plantID == 0 {
		return nil
	}
	return &plantID
}

func owner(plantID *int64) int64 {
	if plantID == nil {
		return 0
	}
	return *plantID
}
