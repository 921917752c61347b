// Package settings is the service of the house: its sides, where the data lie, and the upkeep that
// follows from both.
package settings

import (
	"context"

	"therapeon/clinic/bench"
	"therapeon/clinic/check"
	"therapeon/clinic/record"
	"therapeon/ledger"
)

// Service is the house.
type Service struct {
	*record.Keeper
	woken chan struct{}
}

// New begins with nothing to do.
func New(k *record.Keeper) Service { return Service{k, make(chan struct{}, 1)} }

// By is the same house by another clock.
func (c *Service) By(k *record.Keeper) Service { return Service{k, c.woken} }

// Settings reads the house settings; what was never set has its default.
func (c *Service) Settings(ctx context.Context) (record.Settings, error) {
	return record.Read(ctx, c.Keeper,
		func(tx *ledger.Tx) (record.Settings, error) { return record.SettingsIn(ctx, tx) })
}

// SetSettings changes the house settings; an older version is refused. What lists show of
// the plants that follow the house is brought up to date in the background.
func (c *Service) SetSettings(ctx context.Context, s record.Settings) (record.Settings, error) {
	if err := check.Input(s); err != nil {
		return s, err
	}
	err := c.Write(ctx, &s, func(tx *ledger.Tx) error {
		d := ledger.Doc[record.Settings]{ID: record.HouseID, Code: "house", Value: s, Version: s.Version}
		d, err := record.Houses.Put(ctx, tx, d, c.Stamp())
		if err != nil {
			return err
		}
		s.Version = d.Version
		return bench.Begin(ctx, c.Keeper, tx)
	})
	if err == nil {
		c.Zone.Set(s)
		c.Woken()
	}
	return s, err
}
