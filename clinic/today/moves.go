package today

import (
	"context"
	"time"

	"therapeon/clinic/record"
	"therapeon/core/aftercare"
	"therapeon/core/climate"
	"therapeon/core/patient"
	"therapeon/core/today"
	"therapeon/ledger"
)

// Moves are the changes of place that would help most now.
type Moves struct {
	Moves  []today.Move `json:"moves" required:"true"`
	Places int          `json:"places" required:"true" description:"of which something is known"`
}

// Moves finds the changes of place that would help most: places by their logs against what each plant
// on the bench wants now.
func (c *Service) Moves(ctx context.Context) (Moves, error) {
	return record.Read(ctx, c.Keeper, func(tx *ledger.Tx) (Moves, error) {
		all := Moves{Moves: []today.Move{}}
		spots, err := c.spots(ctx, tx)
		all.Places = len(spots)
		if err != nil || len(spots) < 2 {
			return all, err
		}
		var plants []today.Stander
		for _, s := range spots {
			rows, err := tx.Plants().StandingAt(ctx, s.ID)
			if err != nil {
				return all, err
			}
			for _, row := range rows {
				v, err := c.Visit(ctx, tx, row.ID)
				if err != nil {
					record.Unread("plant", row.ID, err)
					continue
				}
				k := &aftercare.InCare{Patient: v.Patient}
				plants = append(plants, today.Stander{ID: row.ID, Tag: row.Tag, PlaceID: row.PlaceID, Case: k})
			}
		}
		all.Moves = append(all.Moves, today.Moves(plants, spots, c.Today())...)
		return all, nil
	})
}

// spots are the places as they are now.
func (c *Service) spots(ctx context.Context, tx *ledger.Tx) ([]today.Spot, error) {
	places, err := record.Places.OfHouse(ctx, tx)
	if err != nil {
		return nil, err
	}
	now, list := c.Now(), []today.Spot{}
	since := now.AddDate(0, 0, -2*int(climate.Table().MeanDays.Value))
	for _, d := range places {
		known, err := record.ClimateOf(ctx, tx, d, since)
		if err != nil {
			return nil, err
		}
		s := today.Spot{ID: d.ID, Name: d.Value.Name}
		s.Air, s.Known = airOf(known, now)
		s.Air.Light = d.Value.Light
		if s.Air.Percent == nil {
			s.Air.Percent = d.Value.HumidityPercent
		}
		if s.Known || s.Air.Percent != nil || s.Air.Light != "" {
			list = append(list, s)
		}
	}
	return list, nil
}

func airOf(p *climate.Station, now time.Time) (a patient.Air, known bool) {
	air := p.Now(climate.HourOf(now))
	a.Percent = air.Humidity
	if air.NightC != nil && air.DayC != nil {
		a.NightC, a.DayC, known = *air.NightC, *air.DayC, true
	}
	return a, known
}
