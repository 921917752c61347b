package bench

import (
	"context"

	"therapeon/clinic/record"
	"therapeon/ledger"
)

// ShortChange is what lists show of a document, as it follows anew.
type ShortChange struct {
	Keep func(ctx context.Context, tx *ledger.Tx) error
}

// ShortsAnew works out what lists show of a plant's readings and looks, and what of it is
// other than what is kept.
func ShortsAnew(ctx context.Context, r *record.Record) ([]ShortChange, error) {
	all, err := record.Readings.Begun(ctx, r.Tx, r.Row.ID)
	if err != nil {
		return nil, err
	}
	if err := ledger.Sound(all); err != nil {
		return nil, err
	}
	var list []ShortChange
	for _, d := range all {
		p, err := r.OfReading(ctx, d)
		if err != nil {
			return nil, err
		}
		before := d.Short
		if d.Short, err = InShort(p); err != nil {
			return nil, err
		}
		if d.Short != before {
			list = append(list, ShortChange{func(ctx context.Context, tx *ledger.Tx) error {
				return record.Readings.Reshort(ctx, tx, d, before)
			}})
		}
	}
	for _, d := range r.LookDocs {
		changed, before, err := lookAnew(ctx, r, d)
		if err != nil {
			return nil, err
		}
		if changed.Short != before || changed.DueOn != d.DueOn {
			list = append(list, ShortChange{func(ctx context.Context, tx *ledger.Tx) error {
				return record.Looks.Reshort(ctx, tx, changed, before)
			}})
		}
	}
	return list, nil
}

// Recoded are the documents of a plant that an older program wrote, in the form of this one.
func Recoded(ctx context.Context, r *record.Record) ([]ShortChange, error) {
	var list []ShortChange
	for _, h := range r.HomeDocs {
		if h.Value.Old {
			list = append(list, ShortChange{func(ctx context.Context, tx *ledger.Tx) error {
				return record.Homes.Recode(ctx, tx, h)
			}})
		}
	}
	all, err := record.Cleanings.Of(ctx, r.Tx, r.Row.ID)
	if err != nil {
		return nil, err
	}
	for _, d := range all {
		if d.Value.Old && d.Err == nil {
			list = append(list, ShortChange{func(ctx context.Context, tx *ledger.Tx) error {
				return record.Cleanings.Recode(ctx, tx, d)
			}})
		}
	}
	return list, nil
}

// PlantAnew brings all that lists show of a plant up to date.
func PlantAnew(ctx context.Context, c *record.Keeper, tx *ledger.Tx, row ledger.Plant, house record.Settings) error {
	r, err := c.RecordOf(ctx, tx, row, house)
	if err != nil {
		return err
	}
	list, err := ShortsAnew(ctx, r)
	if err != nil {
		return err
	}
	for _, s := range list {
		if err := s.Keep(ctx, tx); err != nil {
			return err
		}
	}
	return nil
}
