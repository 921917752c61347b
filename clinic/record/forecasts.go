package record

import (
	"therapeon/core/forecast"
	"therapeon/ledger"
)

// AsForecast is a kept forecast as the core knows it, with what came of it.
func AsForecast(r ledger.Forecast) forecast.Scored {
	return forecast.Scored{
		Forecast: forecast.Forecast{
			Code: r.Code, Of: r.Of, MadeOn: r.MadeOn, SoonOn: r.SoonOn, On: r.MidOn, LateOn: r.LateOn,
			Chance: r.Chance, Rests: r.Rests, Seen: int(r.Seen),
		},
		Truth: forecast.Truth{State: r.Truth, On: r.TruthOn},
	}
}

// ForecastRow is a forecast as it is kept.
func ForecastRow(plantID int64, f forecast.Forecast) ledger.Forecast {
	return ledger.Forecast{
		PlantID: plantID, Code: f.Code, Of: f.Of, MadeOn: f.MadeOn, SoonOn: f.SoonOn, MidOn: f.On, LateOn: f.LateOn,
		Chance: f.Chance, Rests: f.Rests, Seen: int64(f.Seen),
	}
}
