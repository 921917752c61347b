package clinic

import (
	"context"
	"fmt"
	"log/slog"
	"slices"

	"therapeon/clinic/check"
	"therapeon/core/cleaning"
	"therapeon/core/fault"
	"therapeon/core/media"
	"therapeon/core/solutions"
	"therapeon/store/sqlc"
)

// Stock is a product on the shelf.
type Stock struct {
	Name             string   `json:"name" required:"true" validate:"required,notblank,max=80"`
	Product          string   `json:"product" required:"true" validate:"required,max=40" description:"code of a product, see /api/v1/knowledge/solutions, or other"`
	Percent          *float64 `json:"percent,omitempty" validate:"omitempty,min=0.001,max=100" description:"strength as it stands in the bottle"`
	Amount           float64  `json:"amount" required:"true" validate:"min=0,max=1000000" description:"what is left"`
	Unit             string   `json:"unit" required:"true" validate:"oneof=mL g L" description:"L for media"`
	ExpiresOn        string   `json:"expires_on,omitempty" validate:"omitempty,partialdate" description:"a day, a month or a year"`
	LabelMostPercent *float64 `json:"label_most_percent,omitempty" validate:"omitempty,min=0.001,max=100" description:"the most its label allows; it stands above this page"`
	Adds             *float64 `json:"adds,omitempty" validate:"omitempty,min=0.001,max=20000" description:"what 1 mL/L adds to one's own meter"`
	Scale            string   `json:"scale,omitempty" validate:"omitempty,oneof=ppm500 ppm700 ms_cm us_cm" description:"the scale of that"`
	N                *float64 `json:"n_percent,omitempty" validate:"omitempty,min=0,max=100"`
	P2O5             *float64 `json:"p2o5_percent,omitempty" validate:"omitempty,min=0,max=100"`
	K2O              *float64 `json:"k2o_percent,omitempty" validate:"omitempty,min=0,max=100"`
	Note             string   `json:"note,omitempty" validate:"max=400"`
}

// Faults finds stocks that cannot be.
func (s Stock) Faults() fault.List {
	_, mixed := solutions.Known().Product(s.Product)
	_, poured := media.Table().Component(s.Product)
	if !mixed && !poured && s.Product != "other" && !ownCode.MatchString(s.Product) {
		return oneFault(
			"product",
			"This product is not known here. Choose one of the list, or other.",
			"a product, see /api/v1/knowledge/solutions",
			s.Product,
		)
	}
	if poured && s.Unit == "g" {
		return oneFault("unit", "Media are measured by volume.", "L or mL", s.Unit)
	}
	if (s.Adds == nil) != (s.Scale == "") {
		return oneFault("scale", "A calibration goes with the scale of the meter.", "adds and scale together", s.Scale)
	}
	return nil
}

// OnShelf is a stock with its place on the shelf.
type OnShelf struct {
	ID      int64 `json:"id" required:"true"`
	Version int64 `json:"version" required:"true"`
	Stock   Stock `json:"stock" required:"true"`
	Expired bool  `json:"expired,omitempty"`

	Unreadable string `json:"unreadable,omitempty" description:"said where what is kept of it cannot be read"`
}

// ChangeStock changes a stock, or takes it off the shelf.
type ChangeStock struct {
	Version int64 `json:"version" required:"true" validate:"min=1"`
	Stock   Stock `json:"stock" required:"true"`
	Gone    bool  `json:"gone,omitempty" description:"used up, or thrown away"`
}

// Need is what the cleanings in hand will use of a product.
type Need struct {
	Product string   `json:"product" required:"true"`
	Name    string   `json:"name" required:"true"`
	Plants  []Queued `json:"plants" required:"true"`
	MixML   float64  `json:"mix_ml" required:"true" description:"ready mixed, at its usual strength"`
	Percent float64  `json:"percent,omitempty"`
	ItemID  int64    `json:"item_id,omitempty" description:"the stock it would be taken from"`
	StockML float64  `json:"stock_ml,omitempty" description:"of that stock"`
	HaveML  float64  `json:"have_ml" required:"true"`
	ShortML float64  `json:"short_ml,omitempty"`
	Words   string   `json:"words" required:"true"`
}

func (c *Clinic) onShelf(row sqlc.Shelf) (OnShelf, error) {
	s, err := fromDoc[Stock]("stock", row.ID, row.Doc)
	if err != nil {
		return OnShelf{}, err
	}
	o := OnShelf{ID: row.ID, Version: row.Version, Stock: s}
	if _, last, ok := check.Days(s.ExpiresOn); ok {
		o.Expired = last.Format("2006-01-02") < c.today()
	}
	return o, nil
}

// Shelf lists what is on the shelf.
func (c *Clinic) Shelf(ctx context.Context) ([]OnShelf, error) {
	return read(ctx, c, func(q *sqlc.Queries) ([]OnShelf, error) { return c.shelf(ctx, q) })
}

func (c *Clinic) shelf(ctx context.Context, q *sqlc.Queries) ([]OnShelf, error) {
	rows, err := q.ListShelf(ctx)
	if err != nil {
		return nil, fmt.Errorf("list the shelf: %w", err)
	}
	list := make([]OnShelf, len(rows))
	for i, row := range rows {
		if list[i], err = c.onShelf(row); err != nil {
			list[i] = OnShelf{ID: row.ID, Version: row.Version, Unreadable: unread("this bottle", row.ID, err)}
		}
	}
	return list, nil
}

// AddStock puts a product on the shelf.
func (c *Clinic) AddStock(ctx context.Context, s Stock) (OnShelf, error) {
	if err := check.Input(s); err != nil {
		return OnShelf{}, err
	}
	doc, err := asDoc(s)
	if err != nil {
		return OnShelf{}, err
	}
	var added OnShelf
	err = c.write(ctx, &added, func(q *sqlc.Queries) error {
		row, err := q.AddToShelf(ctx, sqlc.AddToShelfParams{Doc: doc, Now: c.stamp()})
		if err != nil {
			return fmt.Errorf("put on the shelf: %w", err)
		}
		added, err = c.onShelf(row)
		return err
	})
	return added, err
}

// ChangeStock changes what is on the shelf.
func (c *Clinic) ChangeStock(ctx context.Context, id int64, s ChangeStock) (OnShelf, error) {
	if err := check.Input(s); err != nil {
		return OnShelf{}, err
	}
	var changed OnShelf
	err := c.write(ctx, &changed, func(q *sqlc.Queries) error {
		row, err := q.GetShelfItem(ctx, id)
		if err != nil {
			return missing(err, "stock", id)
		}
		if row.Version != s.Version {
			now, err := c.onShelf(row)
			if err != nil {
				return err
			}
			return Conflict{
				What:    "stock",
				Version: row.Version,
				Changes: []string{fmt.Sprintf("%g %s of it are left there.", now.Stock.Amount, now.Stock.Unit)},
			}
		}
		changed, err = c.putStock(ctx, q, row, s.Stock, s.Gone)
		return err
	})
	return changed, err
}

func (c *Clinic) putStock(ctx context.Context, q *sqlc.Queries, row sqlc.Shelf, s Stock, gone bool) (OnShelf, error) {
	doc, err := asDoc(s)
	if err != nil {
		return OnShelf{}, err
	}
	row, err = q.ChangeOnShelf(
		ctx,
		sqlc.ChangeOnShelfParams{ID: row.ID, Version: row.Version, Doc: doc, Gone: asInt(gone), Now: c.stamp()},
	)
	if err != nil {
		return OnShelf{}, fmt.Errorf("change stock: %w", err)
	}
	return c.onShelf(row)
}

// move takes an amount from a stock, or gives it back.
func (c *Clinic) move(ctx context.Context, q *sqlc.Queries, u Use, by float64) error {
	row, err := q.GetShelfItem(ctx, u.ItemID)
	if err != nil {
		return missing(err, "stock", u.ItemID)
	}
	s, err := fromDoc[Stock]("stock", row.ID, row.Doc)
	if err != nil {
		return err
	}
	s.Amount += by
	if s.Amount < -1e-9 {
		return oneFault(
			"uses",
			fmt.Sprintf("Only %g %s of %s are left. Correct the shelf, or take less.", s.Amount-by, s.Unit, s.Name),
			fmt.Sprintf("at most %g", s.Amount-by),
			u.Amount,
		)
	}
	s.Amount = max(0, s.Amount)
	_, err = c.putStock(ctx, q, row, s, row.Gone != 0)
	return err
}

// giveBack returns what a job took, before its mark changes.
func (c *Clinic) giveBack(ctx context.Context, q *sqlc.Queries, doc *kept, job string) error {
	for _, u := range doc.Uses {
		if u.Job == job {
			if err := c.move(ctx, q, u, u.Amount); err != nil {
				return err
			}
		}
	}
	doc.Uses = slices.DeleteFunc(doc.Uses, func(u Use) bool { return u.Job == job })
	return nil
}

func (c *Clinic) take(ctx context.Context, q *sqlc.Queries, doc *kept, m MarkJob) error {
	if m.State != cleaning.Done {
		return nil
	}
	for _, u := range m.Uses {
		u.Job = m.Job
		if err := c.move(ctx, q, u, -u.Amount); err != nil {
			return err
		}
		doc.Uses = append(doc.Uses, u)
	}
	return nil
}

// SessionNeeds is what the open jobs of all cleanings in hand will use up, set
// against the shelf.
func (c *Clinic) SessionNeeds(ctx context.Context) ([]Need, error) {
	return read(ctx, c, func(q *sqlc.Queries) ([]Need, error) { return c.sessionNeeds(ctx, q) })
}

func (c *Clinic) sessionNeeds(ctx context.Context, q *sqlc.Queries) ([]Need, error) {
	open, err := q.OpenCleanings(ctx)
	if err != nil {
		return nil, err
	}
	shelf, err := c.shelf(ctx, q)
	if err != nil {
		return nil, err
	}
	needs := []Need{}
	for _, o := range open {
		v, err := c.visit(ctx, q, o.Plant.ID)
		if err != nil {
			slog.Error("a plant's cleaning cannot be read", "plant", o.Plant.ID, "error", err)
			continue // its own page says so
		}
		doc, err := fromDoc[kept]("cleaning", o.Cleaning.ID, o.Cleaning.Doc)
		if err != nil {
			slog.Error("a cleaning cannot be read", "plant", o.Plant.ID, "error", err)
			continue
		}
		plan, err := v.plan(ctx, doc)
		if err != nil {
			return nil, err
		}
		for _, j := range plan.Jobs {
			if j.State == cleaning.Open && j.Product != "" && j.VolumeML > 0 {
				needs = tally(needs, j, Queued{o.Plant.ID, o.Plant.Tag})
			}
		}
	}
	for i := range needs {
		needs[i].against(shelf)
	}
	return needs, nil
}

func tally(needs []Need, j cleaning.Job, p Queued) []Need {
	i := slices.IndexFunc(needs, func(n Need) bool { return n.Product == j.Product })
	if i < 0 {
		product, _ := solutions.Known().Product(j.Product)
		needs = append(needs, Need{Product: j.Product, Name: product.Name, Percent: j.Percent, Plants: []Queued{}})
		i = len(needs) - 1
	}
	needs[i].MixML += j.VolumeML
	if !slices.Contains(needs[i].Plants, p) {
		needs[i].Plants = append(needs[i].Plants, p)
	}
	return needs
}

// against sets a need against the shelf: of what is strong enough and not past its
// date, the weakest of which there is enough, else the one that falls least short.
func (n *Need) against(shelf []OnShelf) {
	expired, found := false, false
	short, percent := 0.0, 0.0
	for _, o := range shelf {
		s := o.Stock
		if s.Product != n.Product || s.Unit != "mL" || n.Percent > 0 && (s.Percent == nil || *s.Percent < n.Percent) {
			continue
		}
		if o.Expired {
			expired = true
			continue
		}
		takes, strong := 0.0, 0.0
		if s.Percent != nil && n.Percent > 0 {
			strong, takes = *s.Percent, n.MixML*n.Percent / *s.Percent
		}
		lacks := max(0, takes-s.Amount)
		if !found || lacks < short || lacks == short && strong < percent {
			found, short, percent = true, lacks, strong
			n.ItemID, n.HaveML, n.StockML = o.ID, s.Amount, takes
		}
	}
	n.ShortML = max(0, n.StockML-n.HaveML)
	switch {
	case n.Percent == 0:
		n.Words = "How much, its label says."
	case n.ItemID == 0 && expired:
		n.Words = "What is on the shelf is past its date."
	case n.ItemID == 0:
		n.Words = "None on the shelf."
	case n.ShortML > 0:
		n.Words = fmt.Sprintf("%.1f mL short.", n.ShortML)
	default:
		n.Words = fmt.Sprintf("Enough: %.1f mL will be left.", n.HaveML-n.StockML)
	}
}
