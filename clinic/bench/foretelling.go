package bench

import (
	"context"

	"therapeon/clinic/record"
	"therapeon/core/forecast"
	"therapeon/ledger"
)

// foretold is what of a plant's forecasts is to be kept: those that are new or have moved, and what came of
// those that were kept before.
type foretold struct {
	made   []ledger.Forecast
	truths []ledger.Forecast
}

// none holds where nothing is to be kept.
func (f foretold) none() bool { return len(f.made) == 0 && len(f.truths) == 0 }

// foretell finds what of a plant's forecasts is to be kept today.
func foretell(ctx context.Context, v *record.Visit, c *forecast.Grounds) (foretold, error) {
	var f foretold
	kept, err := v.Tx.Forecasts().Of(ctx, v.Row.ID)
	if err != nil {
		return f, err
	}
	last := map[[2]string]forecast.Forecast{}
	for _, row := range kept {
		was := record.AsForecast(row)
		last[[2]string{row.Code, row.Of}] = was.Forecast
		if now := forecast.TruthOf(was.Forecast, c); now != was.Truth {
			row.Truth, row.TruthOn = now.State, now.On
			f.truths = append(f.truths, row)
		}
	}
	if v.Row.ArchivedAt != "" {
		return f, nil // it left the bench: nothing more is foretold
	}
	for _, now := range forecast.Made(c) {
		was, known := last[[2]string{now.Code, now.Of}]
		if !known || forecast.Moved(was, now) {
			f.made = append(f.made, record.ForecastRow(v.Row.ID, now))
		}
	}
	return f, nil
}

func (f foretold) keep(ctx context.Context, tx *ledger.Tx) error {
	for _, row := range f.made {
		if err := tx.Forecasts().Add(ctx, row); err != nil {
			return err
		}
	}
	for _, row := range f.truths {
		if err := tx.Forecasts().SetTruth(ctx, row.ID, row.Truth, row.TruthOn); err != nil {
			return err
		}
	}
	return nil
}
