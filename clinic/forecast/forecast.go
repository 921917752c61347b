// Package forecast is the service of what is foretold: what came of it, and how good it was.
package forecast

import (
	"cmp"
	"context"

	"therapeon/clinic/record"
	"therapeon/core/causes"
	"therapeon/core/forecast"
	"therapeon/core/message"
	"therapeon/ledger"
)

// Service is the forecasts of this house.
type Service struct{ *record.Keeper }

// Foretold is what was foretold of a plant, with what came of it.
type Foretold struct {
	forecast.Scored
	Name message.Message `json:"name" required:"true" description:"what is foretold, and of what"`
}

// Of are a plant's forecasts, the newest first.
func Of(ctx context.Context, tx *ledger.Tx, plantID int64) ([]Foretold, error) {
	rows, err := tx.Forecasts().Of(ctx, plantID)
	if err != nil {
		return nil, err
	}
	names, err := record.RootNames(ctx, tx, plantID)
	list := make([]Foretold, len(rows))
	for i, row := range rows {
		list[len(rows)-1-i] = Foretold{record.AsForecast(row), nameOf(row, names)}
	}
	return list, err
}

// nameOf says what is foretold, and of what.
func nameOf(row ledger.Forecast, roots map[string]string) message.Message {
	kind, _ := forecast.Table().Kind(row.Code)
	switch cause, known := causes.Table().Cause(row.Of); {
	case kind.Chance && known:
		return cause.Name
	case row.Of != "":
		root := message.Name("root", cmp.Or(roots[row.Of], row.Of))
		return message.Of("clinic.forecast.of-root", message.Told("kind", kind.Name), root)
	}
	return kind.Name
}

// Foresight is how good the forecasts of this house were.
type Foresight struct {
	Day    string           `json:"day" required:"true"`
	Scores []forecast.Score `json:"scores" required:"true" description:"kind by kind"`
}

// Foresight says how good all forecasts were.
func (c *Service) Foresight(ctx context.Context) (Foresight, error) {
	return record.Read(ctx, c.Keeper, func(tx *ledger.Tx) (Foresight, error) {
		rows, err := tx.Forecasts().All(ctx)
		if err != nil {
			return Foresight{}, err
		}
		all := make([]forecast.Scored, len(rows))
		for i, row := range rows {
			all[i] = record.AsForecast(row)
		}
		return Foresight{c.Today(), forecast.Scores(all, c.Today())}, nil
	})
}
