package ledger

import (
	"context"
	"errors"
	"fmt"
	"slices"
	"sync/atomic"

	"therapeon/ledger/internal/sqlc"
)

// Tx is a moment of the file, to read from or to write to.
type Tx struct {
	q     *sqlc.Queries
	reads *atomic.Int64
	saved map[savedAs]any // what was saved under it, so that it need not be read back

	touched *[]int64     // plants that were changed, in order
	changed []changedDoc // documents that were saved
	house   []string     // what was changed that is of no plant
	told    []string     // the same, of which the log says nothing
	quiet   bool         // it is no deed of anyone's
	about   string       // what the log says of it besides
}

// Touched are the plants of which something was changed, each once.
func (tx *Tx) Touched() []int64 { return *tx.touched }

// Changed notes that something of no plant was changed: what it is of.
func (tx *Tx) Changed(of string) {
	if !slices.Contains(tx.house, of) {
		tx.house = append(tx.house, of)
	}
}

// About says what the log notes besides, such as whom it was done for.
func (tx *Tx) About(words string) { tx.about = words }

func touch(touched *[]int64, plantID int64) {
	if plantID != 0 && !slices.Contains(*touched, plantID) {
		*touched = append(*touched, plantID)
	}
}

// savedAs is a version of a document.
type savedAs struct {
	kind    string
	id      int64
	version int64
}

// Plant is a plant's row: what is looked for and sorted by. The rest is in its intake.
type Plant = sqlc.Plant

// Plants are the rows of plants.
type Plants struct {
	q       *sqlc.Queries
	reads   *atomic.Int64
	touched *[]int64
}

// Plants are the rows of plants.
func (tx *Tx) Plants() Plants { return Plants{tx.q, tx.reads, tx.touched} }

// Get finds a plant; ErrNotFound where there is none.
func (p Plants) Get(ctx context.Context, id int64) (Plant, error) {
	p.reads.Add(1)
	row, err := p.q.GetPlant(ctx, id)
	return row, found(err)
}

// Add puts a plant in.
func (p Plants) Add(ctx context.Context, row Plant, now string) (Plant, error) {
	row, err := p.q.AddPlant(ctx, sqlc.AddPlantParams{
		Tag: row.Tag, GroupCode: row.GroupCode, Source: row.Source, Notes: row.Notes, KeptApart: row.KeptApart,
		PlaceID: row.PlaceID, Now: now,
	})
	if err != nil {
		return row, fmt.Errorf("add plant: %w", err)
	}
	touch(p.touched, row.ID)
	return row, p.stands(ctx, row, now)
}

// Change changes what is looked for and sorted by.
func (p Plants) Change(ctx context.Context, row Plant, now string) (Plant, error) {
	row, err := p.q.ChangePlant(ctx, sqlc.ChangePlantParams{
		ID: row.ID, Tag: row.Tag, GroupCode: row.GroupCode, Source: row.Source, Notes: row.Notes,
		KeptApart: row.KeptApart, PlaceID: row.PlaceID, Now: now,
	})
	if err != nil {
		return row, fmt.Errorf("change plant: %w", found(err))
	}
	touch(p.touched, row.ID)
	return row, p.stands(ctx, row, now)
}

// Archive takes a plant off the bench, or puts it back where at is empty.
func (p Plants) Archive(ctx context.Context, id int64, at, now string) (Plant, error) {
	row, err := p.q.ArchivePlant(ctx, sqlc.ArchivePlantParams{ID: id, ArchivedAt: at, Now: now})
	return row, found(err)
}

// Remove removes a plant for good, with all that was kept of it.
func (p Plants) Remove(ctx context.Context, id int64) error {
	if err := errors.Join(p.q.DropBasesOfPlant(ctx, &id), p.q.DropWithdrawn(ctx, id)); err != nil {
		return err
	}
	touch(p.touched, id)
	return p.q.RemovePlant(ctx, id)
}

// SetParent names the plant that one was divided from, and the day.
func (p Plants) SetParent(ctx context.Context, id, parent int64, day string) (Plant, error) {
	row, err := p.q.SetParent(ctx, sqlc.SetParentParams{ID: id, ParentID: parent, DividedOn: day})
	return row, found(err)
}

// Touch notes that a plant was worked on.
func (p Plants) Touch(ctx context.Context, id int64, now string) error {
	touch(p.touched, id)
	return p.q.TouchPlant(ctx, sqlc.TouchPlantParams{ID: id, Now: now})
}

// SetHome notes where a plant is now, since when, and when it is to be looked at first.
func (p Plants) SetHome(ctx context.Context, id int64, home, since, lookOn string) error {
	return p.q.SetHome(ctx, sqlc.SetHomeParams{ID: id, Home: home, Since: since, LookOn: lookOn})
}

// SetAdvice notes the one advice for a plant, in codes, the day it holds until, and the turn in
// which the plant is handled.
func (p Plants) SetAdvice(ctx context.Context, id int64, advice, untilOn string, turn int64) error {
	return p.q.SetAdvice(ctx, sqlc.SetAdviceParams{ID: id, Advice: advice, UntilOn: untilOn, Turn: turn})
}

// SetLookOn notes when a plant is to be looked at first in its home; empty: that was done.
func (p Plants) SetLookOn(ctx context.Context, id int64, day string) error {
	return p.q.SetLookOn(ctx, sqlc.SetLookOnParams{ID: id, LookOn: day})
}

// Divisions are the plants that a plant was divided into.
func (p Plants) Divisions(ctx context.Context, id int64) ([]Plant, error) {
	return p.q.Divisions(ctx, id)
}

// After are the ids of all plants after one, in order.
func (p Plants) After(ctx context.Context, id int64, most int) ([]int64, error) {
	return p.q.PlantsAfter(ctx, sqlc.PlantsAfterParams{After: id, Most: int64(most)})
}

// Count is how many plants there are, on the bench and off it.
func (p Plants) Count(ctx context.Context) (int64, error) { return p.q.CountAllPlants(ctx) }

// Find is what to look for among the plants.
type Find struct {
	Archived   bool
	Words      string
	Groups     string // codes of groups to take as well, each between spaces
	Unfollowed bool   // only those whose care cannot be worked out
	Due        string // only those that want something by this day; empty: all
	Group      string // only of this group; empty: all
	Place      int64  // only those that stand there; 0: all
	Turn       *int64 // only those handled in this turn; nil: all
	Codes      string // only those with one of these advices, each between spaces; empty: all
	Sort       string // "tag" or "day" within a turn; empty: the newest work first
	Skip       int
	Most       int
}

// Found is a plant that was found, with its intake, newest reading and newest look.
type Found = sqlc.FindPlantsRow

// Find lists plants, suspects after the clean and those kept apart last, and how many there are in all.
func (p Plants) Find(ctx context.Context, f Find) ([]Found, int64, error) {
	turn := int64(-1)
	if f.Turn != nil {
		turn = *f.Turn
	}
	total, err := p.q.CountPlants(ctx, sqlc.CountPlantsParams{
		Archived: asInt(f.Archived), Query: f.Words, Groups: f.Groups, Due: f.Due,
		GroupCode: f.Group, Place: f.Place, Turn: turn, Codes: f.Codes, Unfollowed: asInt(f.Unfollowed),
	})
	if err != nil {
		return nil, 0, fmt.Errorf("count plants: %w", err)
	}
	list, err := p.q.FindPlants(ctx, sqlc.FindPlantsParams{
		Archived: asInt(f.Archived), Query: f.Words, Groups: f.Groups, Due: f.Due,
		GroupCode: f.Group, Place: f.Place, Turn: turn, Codes: f.Codes, Unfollowed: asInt(f.Unfollowed), Sort: f.Sort,
		Skip: int64(f.Skip), Most: int64(f.Most),
	})
	if err != nil {
		return nil, 0, fmt.Errorf("list plants: %w", err)
	}
	return list, total, nil
}

func asInt(b bool) int64 {
	if b {
		return 1
	}
	return 0
}
