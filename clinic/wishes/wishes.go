// Package wishes is the service of what people wish to do with a plant, and of what they then
// did.
package wishes

import (
	"context"

	"therapeon/clinic/bench"
	"therapeon/clinic/check"
	"therapeon/clinic/record"
	"therapeon/core/division"
	"therapeon/core/drying"
	"therapeon/core/fault"
	"therapeon/core/message"
	"therapeon/core/wishes"
	"therapeon/ledger"
)

// Service is the wishes.
type Service struct{ *record.Keeper }

// MayI are the answers to all wishes, and those that were kept.
type MayI struct {
	PlantID int64           `json:"plant_id" required:"true"`
	Answers []wishes.Answer `json:"answers" required:"true"`
	Kept    []Kept          `json:"kept" required:"true" description:"wishes that were kept, the newest first"`
}

// Kept is a wish that was kept, with the answer it was given.
type Kept struct {
	ID      int64         `json:"id" required:"true"`
	Version int64         `json:"version" required:"true"`
	On      string        `json:"on" required:"true"`
	Answer  wishes.Answer `json:"answer" required:"true"`
	Done    string        `json:"done,omitempty" enum:"did,left,instead" description:"what was then done"`
	Note    string        `json:"note,omitempty"`
}

// Wish is a wish to be kept.
type Wish struct {
	Wish string       `json:"wish" required:"true" validate:"required,word" description:"code of a wish, see /api/v1/knowledge/wishes"`
	Root *wishes.Root `json:"root,omitempty" description:"how the root looks and feels, where the wish is about one"`
	Note string       `json:"note,omitempty" validate:"note"`
}

// Faults finds wishes that no table knows.
func (w Wish) Faults() fault.List {
	if _, ok := wishes.Table().Find(w.Wish); !ok {
		return record.OneFault("wish", message.Of("clinic.wishes.this-wish-is-not-known"), message.Of("clinic.wishes.a-wish-see-api-v1"), w.Wish)
	}
	return nil
}

// Outcome is what was done about a wish.
type Outcome struct {
	Version int64  `json:"version" required:"true" validate:"min=1"`
	Done    string `json:"done,omitempty" validate:"omitempty,oneof=did left instead" description:"did it, left it, or did what stood instead"`
	Note    string `json:"note,omitempty" validate:"note"`
}

// MayI answers every wish for a plant as it is today, that to cut a root by how it feels.
func (c *Service) MayI(ctx context.Context, plantID int64, root wishes.Root) (MayI, error) {
	if err := check.Input(root); err != nil {
		return MayI{}, err
	}
	return record.Read(ctx, c.Keeper, func(tx *ledger.Tx) (MayI, error) {
		v, ask, err := c.asked(ctx, tx, plantID)
		if err != nil {
			return MayI{}, err
		}
		ask.Root = root
		all := MayI{PlantID: plantID, Answers: wishes.Table().All(v.Patient, ask)}
		all.Kept, err = keptOf(ctx, tx, plantID)
		return all, err
	})
}

// asked loads a plant, and what its answers rest on.
func (c *Service) asked(ctx context.Context, tx *ledger.Tx, plantID int64) (*record.Visit, wishes.Ask, error) {
	v, err := c.Visit(ctx, tx, plantID)
	if err != nil {
		return nil, wishes.Ask{}, err
	}
	of, _, err := bench.InAir(ctx, v)
	ask := wishes.Ask{Race: of}
	if err == nil {
		ask.Rhizome, err = drawn(ctx, tx, plantID)
	}
	if n := len(v.HomeDocs); err == nil && n > 0 && v.HomeDocs[n-1].Value.Pot != nil {
		home := v.HomeDocs[n-1].Value
		if due, ok := drying.Table().WaterDayFor(v.Patient, *home.Pot, home.MixWater); ok && due.DueOn != "" {
			ask.WaterOn = due.DueOn
		}
	}
	if err != nil {
		return v, ask, err
	}
	care, _, err := v.Aftercare(ctx)
	ask.Care = &care
	return v, ask, err
}

// drawn is the rhizome of a plant as it was drawn; nil where it was not.
func drawn(ctx context.Context, tx *ledger.Tx, plantID int64) (*division.Rhizome, error) {
	d, err := record.Rhizomes.Get(ctx, tx, plantID)
	if record.IsMissing(err) {
		return nil, nil
	}
	return &d.Value, err
}

// Wish keeps a wish with the answer it is given today.
func (c *Service) Wish(ctx context.Context, plantID int64, w Wish) (Kept, error) {
	if err := check.Input(w); err != nil {
		return Kept{}, err
	}
	var kept Kept
	err := c.Write(ctx, &kept, func(tx *ledger.Tx) error {
		v, ask, err := c.asked(ctx, tx, plantID)
		if err != nil {
			return err
		}
		if w.Root != nil {
			ask.Root = *w.Root
		}
		a, _ := wishes.Table().Answer(v.Patient, w.Wish, ask)
		d := ledger.Doc[record.WishDoc]{PlantID: plantID, Day: c.Today(), Value: record.WishDoc{
			Wish: w.Wish, Row: a.Row, FromOn: a.FromOn, Root: w.Root, Note: w.Note,
		}}
		if d, err = record.Wishes.Add(ctx, tx, d, c.Stamp()); err != nil {
			return err
		}
		kept = shown(d)
		return nil
	})
	return kept, err
}

// Settle notes what was done about a wish.
func (c *Service) Settle(ctx context.Context, id int64, o Outcome) (Kept, error) {
	if err := check.Input(o); err != nil {
		return Kept{}, err
	}
	var kept Kept
	err := c.Write(ctx, &kept, func(tx *ledger.Tx) error {
		d, err := record.Wishes.Get(ctx, tx, id)
		if err != nil {
			return record.MissingOr(err, "wish", id)
		}
		d.Version, d.Value.Done, d.Value.Note = o.Version, o.Done, o.Note
		if d, err = record.Wishes.Save(ctx, tx, d, c.Stamp()); err != nil {
			return err
		}
		kept = shown(d)
		return nil
	})
	return kept, err
}

func keptOf(ctx context.Context, tx *ledger.Tx, plantID int64) ([]Kept, error) {
	all, err := record.Wishes.Of(ctx, tx, plantID)
	if err != nil {
		return nil, err
	}
	list := []Kept{}
	for _, d := range all {
		if d.Err != nil {
			return nil, d.Err
		}
		list = append(list, shown(d))
	}
	return list, nil
}

// shown is a kept wish with its words, which are made when they are read.
func shown(d ledger.Doc[record.WishDoc]) Kept {
	a, _ := wishes.Table().Kept(d.Value.Wish, d.Value.Row)
	a.FromOn = d.Value.FromOn
	return Kept{ID: d.ID, Version: d.Version, On: d.Day, Answer: a, Done: d.Value.Done, Note: d.Value.Note}
}

// ComputeMayI answers wishes for a plant on no bench, all of them where none is named.
func (c *Service) ComputeMayI(ctx context.Context, of record.Unkept, w Wish) ([]wishes.Answer, error) {
	if w.Wish != "" {
		if err := check.Input(w); err != nil {
			return nil, err
		}
	}
	p, err := c.Unkept(ctx, of)
	if err != nil {
		return nil, err
	}
	ask := wishes.Ask{Race: c.Advice.Way(ctx, p, nil)}
	if w.Root != nil {
		ask.Root = *w.Root
	}
	if w.Wish == "" {
		return wishes.Table().All(p, ask), nil
	}
	a, _ := wishes.Table().Answer(p, w.Wish, ask)
	return []wishes.Answer{a}, nil
}
