// Package mixing is the service of what is at hand: bottles, media and mixes of one's own.
package mixing

import (
	"context"
	"time"

	"therapeon/clinic/check"
	"therapeon/clinic/record"
	"therapeon/core/dates"
	"therapeon/core/fault"
	"therapeon/core/media"
	"therapeon/core/message"
	"therapeon/core/solutions"
	"therapeon/ledger"
)

// Service is what is at hand.
type Service struct{ *record.Keeper }

var stocks = ledger.NewHouseKind("stock", record.Tell(func(s Stock, where string) message.Message {
	return message.Of("clinic.mixing.left-"+where, message.Exact("amount", s.Amount, message.Unit(s.Unit)))
}))

// Stock is a product on the shelf.
type Stock struct {
	Name             string   `json:"name" required:"true" validate:"required,name,line" title:"mixing.Stock.name"`
	Product          string   `json:"product" required:"true" validate:"required,code" description:"code of a product, see /api/v1/knowledge/solutions, or other"`
	Percent          *float64 `json:"percent,omitempty" validate:"omitempty,strength_percent" title:"mixing.Stock.percent" description:"strength as it stands in the bottle"`
	Amount           float64  `json:"amount" required:"true" validate:"on_shelf" title:"mixing.Stock.amount"`
	Unit             string   `json:"unit" required:"true" validate:"oneof=mL g L" description:"L for media"`
	ExpiresOn        string   `json:"expires_on,omitempty" validate:"omitempty,partialdate" description:"a day, a month or a year"`
	LabelMostPercent *float64 `json:"label_most_percent,omitempty" validate:"omitempty,strength_percent" title:"mixing.Stock.label_most_percent" description:"the most its label allows; it stands above this page"`
	Adds             *float64 `json:"adds,omitempty" validate:"omitempty,added" description:"what 1 mL/L adds to one's own meter"`
	Scale            string   `json:"scale,omitempty" validate:"omitempty,oneof=ppm500 ppm700 ms_cm us_cm" description:"the scale of that"`
	N                *float64 `json:"n_percent,omitempty" validate:"omitempty,label_percent" title:"mixing.Stock.n_percent"`
	P2O5             *float64 `json:"p2o5_percent,omitempty" validate:"omitempty,label_percent" title:"mixing.Stock.p2o5_percent"`
	K2O              *float64 `json:"k2o_percent,omitempty" validate:"omitempty,label_percent" title:"mixing.Stock.k2o_percent"`
	Note             string   `json:"note,omitempty" validate:"note"`
}

// Faults finds stocks that cannot be.
func (s Stock) Faults() fault.List {
	_, mixed := solutions.Known().Product(s.Product)
	_, poured := media.Table().Component(s.Product)
	if !mixed && !poured && s.Product != "other" && !ownCode.MatchString(s.Product) {
		return record.OneFault("product", message.Of("clinic.mixing.this-product-is-not-known"),
			message.Of("clinic.mixing.a-product-see-api-v1"), s.Product)
	}
	if poured && s.Unit == "g" {
		return record.OneFault("unit", message.Of("clinic.mixing.media-are-measured-by-volume"), message.Of("clinic.mixing.l-or-ml"), s.Unit)
	}
	if (s.Adds == nil) != (s.Scale == "") {
		return record.OneFault("scale", message.Of("clinic.mixing.a-calibration-goes-with-the"), message.Of("clinic.mixing.adds-and-scale-together"), s.Scale)
	}
	return nil
}

// OnShelf is a stock with its place on the shelf.
type OnShelf struct {
	ID      int64 `json:"id" required:"true"`
	Version int64 `json:"version" required:"true"`
	Stock   Stock `json:"stock" required:"true"`
	Expired bool  `json:"expired,omitempty"`

	Unreadable message.Message `json:"unreadable,omitzero" description:"said where what is kept of it cannot be read"`
	TakeFor    []string        `json:"take_for,omitempty" description:"uses of its product for which it is the bottle to take"`
}

// ChangeStock changes a stock, or takes it off the shelf.
type ChangeStock struct {
	Version int64 `json:"version" required:"true" validate:"min=1"`
	Stock   Stock `json:"stock" required:"true"`
	Gone    bool  `json:"gone,omitempty" description:"used up, or thrown away"`
}

func onShelf(c *record.Keeper, d ledger.Doc[Stock]) OnShelf {
	o := OnShelf{ID: d.ID, Version: d.Version, Stock: d.Value}
	if _, last, ok := dates.Span(d.Value.ExpiresOn); ok {
		o.Expired = last.Format(time.DateOnly) < c.Today()
	}
	return o
}

// Shelf lists what is on the shelf.
func (c *Service) Shelf(ctx context.Context) ([]OnShelf, error) {
	return record.Read(ctx, c.Keeper, func(tx *ledger.Tx) ([]OnShelf, error) { return ShelfIn(ctx, c.Keeper, tx) })
}

// ShelfIn lists what is on the shelf, in a transaction.
func ShelfIn(ctx context.Context, c *record.Keeper, tx *ledger.Tx) ([]OnShelf, error) {
	all, err := stocks.OfHouse(ctx, tx)
	if err != nil {
		return nil, err
	}
	list := make([]OnShelf, len(all))
	for i, d := range all {
		if list[i] = onShelf(c, d); d.Err != nil {
			list[i] = OnShelf{ID: d.ID, Version: d.Version, Unreadable: record.Unread("bottle", d.ID, d.Err)}
		}
	}
	uses := solutions.Uses(Bottles(list))
	for i, o := range list {
		list[i].TakeFor = uses[o.ID]
	}
	return list, nil
}

// Bottles are the bottles on the shelf that a mix can be poured from.
func Bottles(on []OnShelf) []solutions.Bottle {
	var list []solutions.Bottle
	for _, o := range on {
		if s := o.Stock; s.Unit == "mL" {
			list = append(list, solutions.Bottle{
				ID: o.ID, Product: s.Product, Percent: s.Percent, AmountML: s.Amount, Expired: o.Expired,
			})
		}
	}
	return list
}

// AddStock puts a product on the shelf.
func (c *Service) AddStock(ctx context.Context, s Stock) (OnShelf, error) {
	if err := check.Input(s); err != nil {
		return OnShelf{}, err
	}
	var added OnShelf
	err := c.Write(ctx, &added, func(tx *ledger.Tx) error {
		d, err := stocks.Add(ctx, tx, ledger.Doc[Stock]{Value: s}, c.Stamp())
		added = onShelf(c.Keeper, d)
		return err
	})
	return added, err
}

// ChangeStock changes what is on the shelf.
func (c *Service) ChangeStock(ctx context.Context, id int64, s ChangeStock) (OnShelf, error) {
	if err := check.Input(s); err != nil {
		return OnShelf{}, err
	}
	var changed OnShelf
	err := c.Write(ctx, &changed, func(tx *ledger.Tx) error {
		d, err := stocks.Get(ctx, tx, id)
		if err != nil {
			return record.MissingOr(err, "stock", id)
		}
		d.Version, d.Value, d.State = s.Version, s.Stock, ledger.InHand
		if s.Gone {
			d.State = ledger.Gone
		}
		d, err = stocks.Save(ctx, tx, d, c.Stamp())
		changed = onShelf(c.Keeper, d)
		return err
	})
	return changed, err
}

// Move takes an amount from a stock, or gives it back.
func Move(ctx context.Context, c *record.Keeper, tx *ledger.Tx, u record.Use, by float64) error {
	d, err := stocks.Get(ctx, tx, u.ItemID)
	if err != nil {
		return record.MissingOr(err, "stock", u.ItemID)
	}
	s := &d.Value
	s.Amount += by
	if s.Amount < -1e-9 {
		return record.OneFault(
			"uses",
			message.Of("clinic.mixing.only-left",
				message.Exact("amount", s.Amount-by, message.Unit(s.Unit)), message.Name("product", s.Name)),
			message.Of("limits.at-most", message.Exact("figure", s.Amount-by, "")),
			u.Amount,
		)
	}
	s.Amount = max(0, s.Amount)
	_, err = stocks.Save(ctx, tx, d, c.Stamp())
	return err
}

// MediaOnShelf is how many litres of each component are on the shelf.
func MediaOnShelf(ctx context.Context, c *record.Keeper, tx *ledger.Tx) (map[string]float64, error) {
	items, err := ShelfIn(ctx, c, tx)
	if err != nil {
		return nil, err
	}
	have := map[string]float64{}
	for _, it := range items {
		switch it.Stock.Unit {
		case "L":
			have[it.Stock.Product] += it.Stock.Amount
		case "mL":
			have[it.Stock.Product] += it.Stock.Amount / 1000
		}
	}
	return have, nil
}
