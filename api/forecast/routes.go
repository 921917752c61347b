// Package forecast is the routes of forecast.
package forecast

import (
	"context"

	"therapeon/api/wire"
	service "therapeon/clinic/forecast"
	"therapeon/core/forecast"
)

// Routes are the operations of this room.
func Routes(s *service.Service) []wire.Operation {
	return []wire.Operation{
		wire.Table("forecast", "forecastKnowledge", "What is foretold, and when it is kept anew",
			func() forecast.Knowledge { return *forecast.Table() }),
		wire.Get("/forecasts", "scoreForecasts", "How good the forecasts of this house were, kind by kind",
			func(ctx context.Context, _ wire.Nothing) (service.Foresight, error) {
				return s.Foresight(ctx)
			}),
	}
}
