package ledger

import (
	"context"
	"fmt"

	"therapeon/ledger/internal/sqlc"
)

// Stay is where a plant stood from a moment on.
type Stay = sqlc.Stay

// Kin is who a plant is and what it was divided from.
type Kin = sqlc.AllPlantsRow

// SharedCare is a watering that plants can share.
type SharedCare = sqlc.SharedCareRow

// BladeDay is a moment, or a day, on which a plant was cleaned or cut.
type BladeDay = sqlc.BladeDaysRow

// Contacts are what plants can have shared.
type Contacts struct{ q *sqlc.Queries }

// Contacts are what plants can have shared.
func (tx *Tx) Contacts() Contacts { return Contacts{tx.q} }

// stands notes where a plant stands from a moment on.
func (p Plants) stands(ctx context.Context, row Plant, now string) error {
	err := p.q.AddStay(ctx, sqlc.AddStayParams{PlantID: row.ID, PlaceID: row.PlaceID, Now: now})
	if err != nil {
		return fmt.Errorf("note where it stands: %w", err)
	}
	return nil
}

// Kin are all plants with what each was divided from.
func (c Contacts) Kin(ctx context.Context) ([]Kin, error) { return c.q.AllPlants(ctx) }

// Stays are where plants stood, plant by plant, the oldest first.
func (c Contacts) Stays(ctx context.Context) ([]Stay, error) { return c.q.AllStays(ctx) }

// Waterings are those since a day that plants can share.
func (c Contacts) Waterings(ctx context.Context, day string) ([]SharedCare, error) {
	return c.q.SharedCare(ctx, day)
}

// Blades are when plants were cleaned or cut since a day.
func (c Contacts) Blades(ctx context.Context, day string) ([]BladeDay, error) {
	return c.q.BladeDays(ctx, day)
}
