package history

import (
	"context"
	"slices"
	"time"

	"therapeon/clinic/bench"
	"therapeon/clinic/check"
	"therapeon/clinic/record"
	"therapeon/core/message"
	"therapeon/ledger"
)

// MoveEntry moves what was written on the wrong plant to another, or withdraws it.
type MoveEntry struct {
	Kind    string `json:"kind" required:"true" validate:"oneof=look roots home checkin weights" description:"of an entry of the timeline"`
	EntryID int64  `json:"entry_id" required:"true" validate:"min=1"`
	To      int64  `json:"to_plant_id,omitempty" validate:"min=0" description:"left out: it is withdrawn"`
}

// UndoMove undoes a move, unless the same was moved again since.
type UndoMove struct {
	MoveID int64 `json:"move_id" required:"true" validate:"min=1"`
}

// Move moves an entry of a plant, whole. Both plants are judged anew.
func (c *Service) Move(ctx context.Context, plantID int64, in MoveEntry) (Timeline, error) {
	if err := check.Input(in); err != nil {
		return Timeline{}, err
	}
	if in.To == plantID {
		return Timeline{}, record.OneFault("to_plant_id", message.Of("clinic.history.it-is-on-this-plant"), message.Of("clinic.history.another-plant"), in.To)
	}
	var all Timeline
	err := c.Write(ctx, &all, func(tx *ledger.Tx) error {
		if _, err := tx.Plants().Get(ctx, plantID); err != nil {
			return record.MissingOr(err, "plant", plantID)
		}
		kind := keptAs[in.Kind]
		e, err := tx.Moves().Find(ctx, kind, in.EntryID)
		if record.IsMissing(err) || err == nil && e.PlantID != plantID {
			return record.Missing{What: in.Kind + "-of-plant", ID: in.EntryID}
		}
		if err != nil {
			return err
		}
		m := ledger.Move{
			Kind: kind, DocID: in.EntryID, Day: record.DayOf(e.Day), FromID: plantID, MovedOn: c.Today(),
			CreatedAt: c.Stamp(),
		}
		about := "" // of one that is withdrawn, what was done says it
		if in.To != 0 {
			to, err := tx.Plants().Get(ctx, in.To)
			if err != nil {
				return record.MissingOr(err, "plant", in.To)
			}
			m.ToID, about = &to.ID, to.Tag
		}
		if m, err = tx.Moves().Keep(ctx, m); err != nil {
			return err
		}
		made, err := time.Parse(time.RFC3339, e.CreatedAt)
		if err != nil {
			return err
		}
		since := made.In(c.Now().Location()).Format(time.DateOnly)
		if err := tx.Forecasts().TakeBack(ctx, m, since); err != nil {
			return err
		}
		if err := c.hand(ctx, tx, m, plantID, in.To); err != nil {
			return err
		}
		tx.About(about)
		all, err = timeline(ctx, c.Keeper, tx, plantID)
		return err
	})
	return all, err
}

// UndoMove takes an entry back to where it was moved from.
func (c *Service) UndoMove(ctx context.Context, plantID int64, in UndoMove) (Timeline, error) {
	if err := check.Input(in); err != nil {
		return Timeline{}, err
	}
	var all Timeline
	err := c.Write(ctx, &all, func(tx *ledger.Tx) error {
		m, err := tx.Moves().Undo(ctx, in.MoveID)
		to := movedTo(m)
		if record.IsMissing(err) || err == nil && m.FromID != plantID && to != plantID {
			return record.Missing{What: "move", ID: in.MoveID}
		}
		if err != nil {
			return err
		}
		if err := tx.Forecasts().GiveBack(ctx, m); err != nil {
			return err
		}
		if err := c.hand(ctx, tx, m, to, m.FromID); err != nil {
			return err
		}
		all, err = timeline(ctx, c.Keeper, tx, plantID)
		return err
	})
	return all, err
}

// hand hands what is moved from one plant to another, 0 being none, and judges both anew.
func (c *Service) hand(ctx context.Context, tx *ledger.Tx, m ledger.Move, from, to int64) error {
	e, err := tx.Moves().Find(ctx, m.Kind, m.DocID)
	if err != nil {
		return err
	}
	if err := free(ctx, tx, m, e, to); err != nil {
		return err
	}
	if err := tx.Moves().Hand(ctx, m.Kind, m.DocID, to, c.Stamp()); err != nil {
		return err
	}
	if m.Kind == record.Readings.Code() { // what of its cut list was done goes with it
		err := tx.Moves().Hand(ctx, record.Cuts.Code(), m.DocID, to, c.Stamp())
		if err != nil && !record.IsMissing(err) {
			return err
		}
	}
	for _, id := range []int64{from, to} {
		if id == 0 {
			continue
		}
		if err := c.anew(ctx, tx, id); err != nil {
			return err
		}
	}
	return nil
}

// movedTo is the plant that something was moved to; 0: it was withdrawn.
func movedTo(m ledger.Move) int64 {
	if m.ToID == nil {
		return 0
	}
	return *m.ToID
}

// free refuses a plant that has a home from that day, or a weight of that moment, already.
func free(ctx context.Context, tx *ledger.Tx, m ledger.Move, e ledger.Entry, to int64) error {
	switch {
	case to == 0:
	case m.Kind == record.Homes.Code():
		all, err := record.HomesOf(ctx, tx, to)
		if err != nil {
			return err
		}
		if slices.ContainsFunc(all, func(h ledger.Doc[record.HomeDoc]) bool { return h.Day == e.Day }) {
			words := message.Of("clinic.history.has-home", message.On("day", e.Day))
			return record.OneFault("to_plant_id", words, message.Of("clinic.history.a-plant-without-one-from"), to)
		}
	case m.Kind == ledger.WeighingKind:
		all, err := record.Weighings(ctx, tx, to)
		if err != nil {
			return err
		}
		if slices.ContainsFunc(all, func(w record.Weighed) bool { return w.At == e.Day && !w.Withdrawn }) {
			words := message.Of("clinic.history.that-plant-was-weighed-at")
			return record.OneFault("to_plant_id", words, message.Of("clinic.history.a-plant-not-weighed-then"), to)
		}
	}
	return nil
}

// anew brings what lists show of a plant up to date, and where it stands.
func (c *Service) anew(ctx context.Context, tx *ledger.Tx, plantID int64) error {
	r, err := c.Record(ctx, tx, plantID)
	if err != nil {
		return err
	}
	if err := r.Rehoused(ctx); err != nil {
		return err
	}
	if err := tx.Plants().Touch(ctx, plantID, c.Stamp()); err != nil {
		return err
	}
	row, err := tx.Plants().Get(ctx, plantID)
	if err != nil {
		return err
	}
	return bench.PlantAnew(ctx, c.Keeper, tx, row, r.Settings)
}

// movedWords are what was moved from and to a plant.
func movedWords(ctx context.Context, tx *ledger.Tx, row ledger.Plant) ([]Entry, error) {
	plantID := row.ID
	all, err := tx.Moves().Of(ctx, plantID)
	if err != nil {
		return nil, err
	}
	tag := func(id int64) (string, error) {
		row, err := tx.Plants().Get(ctx, id)
		return row.Tag, err
	}
	var list []Entry
	for _, row := range all {
		m := row.Moved
		kind, day := message.Told("kind", message.Of("kinds.moved."+m.Kind)), message.On("day", m.Day)
		words := message.Of("clinic.history.moved-out", kind, day)
		switch {
		case movedTo(m) == plantID:
			from, err := tag(m.FromID)
			if err != nil {
				return nil, err
			}
			words = message.Of("clinic.history.moved-here", kind, day, message.Name("plant", from))
		case movedTo(m) != 0:
			to, err := tag(movedTo(m))
			if err != nil {
				return nil, err
			}
			words = message.Of("clinic.history.moved-to", kind, day, message.Name("plant", to))
		}
		e := entry(m.MovedOn, "moved", words, m.ID)
		e.Undo = row.Again == 0
		list = append(list, e)
	}
	return list, nil
}
