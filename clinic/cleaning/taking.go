package cleaning

import (
	"cmp"
	"context"
	"log/slog"
	"slices"

	"therapeon/clinic/mixing"
	"therapeon/clinic/record"
	"therapeon/core/cleaning"
	"therapeon/core/message"
	"therapeon/core/solutions"
	"therapeon/core/work"
	"therapeon/ledger"
)

// Need is what the cleanings in hand will use of a product.
type Need struct {
	Product string          `json:"product" required:"true"`
	Name    message.Message `json:"name" required:"true"`
	Plants  []record.Queued `json:"plants" required:"true"`
	MixML   float64         `json:"mix_ml" required:"true" description:"ready mixed, at its usual strength"`
	Percent float64         `json:"percent,omitempty"`
	solutions.Taken
}

// giveBack returns what a job took, before its mark changes.
func giveBack(ctx context.Context, c *record.Keeper, tx *ledger.Tx, doc *record.CleaningDoc, job string) error {
	for _, u := range doc.Uses {
		if u.Job == job {
			if err := mixing.Move(ctx, c, tx, u, u.Amount); err != nil {
				return err
			}
		}
	}
	doc.Uses = slices.DeleteFunc(doc.Uses, func(u record.Use) bool { return u.Job == job })
	return nil
}

func take(ctx context.Context, c *record.Keeper, tx *ledger.Tx, doc *record.CleaningDoc, m MarkJob) error {
	if m.State != work.Done {
		return nil
	}
	for _, u := range m.Uses {
		u.Job = m.Job
		if err := mixing.Move(ctx, c, tx, u, -u.Amount); err != nil {
			return err
		}
		doc.Uses = append(doc.Uses, u)
	}
	return nil
}

// SessionNeeds is what the open jobs of all cleanings in hand will use up, set
// against the shelf.
func (c *Service) SessionNeeds(ctx context.Context) ([]Need, error) {
	return record.Read(ctx, c.Keeper, func(tx *ledger.Tx) ([]Need, error) { return sessionNeeds(ctx, c.Keeper, tx) })
}

func sessionNeeds(ctx context.Context, c *record.Keeper, tx *ledger.Tx) ([]Need, error) {
	open, err := record.Cleanings.OnBench(ctx, tx)
	if err != nil {
		return nil, err
	}
	slices.SortFunc(open, func(a, b ledger.OnBench[record.CleaningDoc]) int { return cmp.Compare(a.Doc.ID, b.Doc.ID) })
	on, err := mixing.ShelfIn(ctx, c, tx)
	if err != nil {
		return nil, err
	}
	needs := []Need{}
	for _, o := range open {
		v, err := c.Visit(ctx, tx, o.Plant.ID)
		if err != nil {
			slog.Error("a plant's cleaning cannot be read", "plant", o.Plant.ID, "error", err)
			continue // its own page says so
		}
		if o.Doc.Err != nil {
			slog.Error("a cleaning cannot be read", "plant", o.Plant.ID, "error", o.Doc.Err)
			continue
		}
		plan, err := plan(ctx, v, o.Doc.Value)
		if err != nil {
			return nil, err
		}
		for _, j := range plan.Jobs {
			if j.State == work.Open && j.Product != "" && j.VolumeML > 0 {
				needs = tally(needs, j, record.Queued{ID: o.Plant.ID, Tag: o.Plant.Tag})
			}
		}
	}
	bottles := mixing.Bottles(on)
	for i, n := range needs {
		needs[i].Taken = solutions.Take(n.Product, n.Percent, n.MixML, bottles)
	}
	return needs, nil
}

func tally(needs []Need, j cleaning.Job, p record.Queued) []Need {
	i := slices.IndexFunc(needs, func(n Need) bool { return n.Product == j.Product })
	if i < 0 {
		product, _ := solutions.Known().Product(j.Product)
		needs = append(needs,
			Need{Product: j.Product, Name: product.Name, Percent: j.Percent, Plants: []record.Queued{}})
		i = len(needs) - 1
	}
	needs[i].MixML += j.VolumeML
	if !slices.Contains(needs[i].Plants, p) {
		needs[i].Plants = append(needs[i].Plants, p)
	}
	return needs
}
