package ledger

import (
	"context"
	"fmt"

	"therapeon/ledger/internal/sqlc"
)

// Forecast is what was foretold of a plant, and what came of it.
type Forecast = sqlc.Forecast

// Forecasts are what was foretold.
type Forecasts struct{ q *sqlc.Queries }

// Forecasts are what was foretold of plants.
func (tx *Tx) Forecasts() Forecasts { return Forecasts{tx.q} }

// Of are those of a plant, the oldest first.
func (f Forecasts) Of(ctx context.Context, plantID int64) ([]Forecast, error) {
	rows, err := f.q.ForecastsOf(ctx, plantID)
	if err != nil {
		return nil, fmt.Errorf("list forecasts: %w", err)
	}
	return rows, nil
}

// All are those of all plants, plant by plant, the oldest first.
func (f Forecasts) All(ctx context.Context) ([]Forecast, error) {
	rows, err := f.q.AllForecasts(ctx)
	if err != nil {
		return nil, fmt.Errorf("list forecasts: %w", err)
	}
	return rows, nil
}

// Add keeps a forecast. Of a thing and a day one stands: a second is let go.
func (f Forecasts) Add(ctx context.Context, of Forecast) error {
	return f.q.AddForecast(ctx, sqlc.AddForecastParams{
		PlantID: of.PlantID, Code: of.Code, Of: of.Of, MadeOn: of.MadeOn, SoonOn: of.SoonOn, MidOn: of.MidOn,
		LateOn: of.LateOn, Chance: of.Chance, Rests: of.Rests, Seen: of.Seen,
	})
}

// SetTruth notes what came of one.
func (f Forecasts) SetTruth(ctx context.Context, id int64, truth, on string) error {
	return f.q.SetTruth(ctx, sqlc.SetTruthParams{ID: id, Truth: truth, TruthOn: on})
}
