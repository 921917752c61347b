package bench

import (
	"context"
	"encoding/json"

	"therapeon/clinic/record"
	"therapeon/ledger"
)

// Pass is how far a pass over all plants is. It is kept with every plant, so that a
// program that ends in between goes on from there.
type Pass struct {
	By    string `json:"by"`    // the rules it goes by
	House int64  `json:"house"` // the version of the house's sides it goes by
	After int64  `json:"after"` // plants up to this id are done
	Total int64  `json:"total"`
	Done  int64  `json:"done"`
}

// passCode is where the pass is noted; judgedBy is raised when a rule changes what lists show.
const (
	passCode = "judging"
	judgedBy = "7"
)

// By names the rules of this program, and the day: what holds until a day ends with it.
func By(day string) string { return judgedBy + " " + day }

// PassOf is how far the pass is.
func PassOf(ctx context.Context, tx *ledger.Tx) (Pass, error) {
	var p Pass
	doc, err := tx.House().Note(ctx, passCode)
	if err != nil || doc == "" {
		return p, err
	}
	return p, json.Unmarshal([]byte(doc), &p)
}

// Keep notes how far the pass is.
func (p Pass) Keep(ctx context.Context, tx *ledger.Tx) error {
	doc, err := record.AsDoc(p)
	if err != nil {
		return err
	}
	return tx.House().PutNote(ctx, passCode, doc)
}

// Begin begins a pass over all plants, by the rules of this program and the house as it is.
func Begin(ctx context.Context, c *record.Keeper, tx *ledger.Tx) error {
	house, err := record.SettingsIn(ctx, tx)
	if err != nil {
		return err
	}
	total, err := tx.Plants().Count(ctx)
	if err != nil {
		return err
	}
	return Pass{By: By(c.Today()), House: house.Version, Total: total}.Keep(ctx, tx)
}
