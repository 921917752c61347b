package rehome

import (
	"context"
	"slices"
	"time"

	"therapeon/clinic/bench"
	"therapeon/clinic/check"
	raceservice "therapeon/clinic/race"
	"therapeon/clinic/record"
	"therapeon/core/message"
	"therapeon/core/race"
	"therapeon/core/rehome"
	"therapeon/ledger"
)

// Hold says that a plant is held bare from a day on.
type Hold struct {
	Method string `json:"method" required:"true" validate:"required,word" description:"code of a way of holding, see /api/v1/knowledge/race"`
	From   string `json:"from,omitempty" validate:"omitempty,day" description:"left out: today"`
	Note   string `json:"note,omitempty" validate:"note"`
}

// Hold notes that a plant is held bare by a method from a day on, and runs its
// race again.
func (c *Service) Hold(ctx context.Context, plantID int64, h Hold) (raceservice.Race, error) {
	if err := check.Input(h); err != nil {
		return raceservice.Race{}, err
	}
	if _, ok := race.Table().Method(h.Method); !ok {
		return raceservice.Race{}, record.OneFault("method", message.Of("clinic.rehome.this-way-of-holding-is"),
			message.Of("clinic.rehome.a-method-see-api-v1"), h.Method)
	}
	return raceservice.RaceAfter(ctx, c.Keeper, plantID, func(v *record.Visit) error {
		return keepHome(ctx, v, h.From, record.HomeDoc{Route: h.Method, Note: h.Note})
	})
}

// keepHome notes a home from a day on, today where none is given. One of the same day is
// corrected.
func keepHome(ctx context.Context, v *record.Visit, from string, h record.HomeDoc) error {
	if from == "" {
		from = v.Keeper.Today()
	}
	if list := check.Future(nil, "from", from, v.Keeper.Now()); len(list) > 0 {
		return list
	}
	if route, ok := rehome.Table().Route(h.Route); ok && h.NextLookOn == "" {
		since, err := time.Parse(time.DateOnly, from)
		if err != nil {
			return err
		}
		h.NextLookOn = route.LookOn(since)
	}
	if h.NextLookOn < from {
		return record.OneFault("next_look_on", message.Of("clinic.rehome.the-next-look-comes-after"), message.Of("limits.after", message.On("figure", from)), h.NextLookOn)
	}
	all, now := v.HomeDocs, v.Keeper.Stamp()
	if err := v.Tx.Plants().Touch(ctx, v.Row.ID, now); err != nil {
		return err
	}
	if len(all) == 0 || all[len(all)-1].Day <= from { // it is where the plant is now
		if err := v.SetHome(ctx, h, from); err != nil {
			return err
		}
	}
	d := ledger.Doc[record.HomeDoc]{PlantID: v.Row.ID, Day: from, Value: h}
	var err error
	if i := slices.IndexFunc(all, func(other ledger.Doc[record.HomeDoc]) bool { return other.Day == from }); i >= 0 {
		d.ID, d.Version = all[i].ID, all[i].Version
		_, err = record.Homes.Save(ctx, v.Tx, d, now)
	} else {
		_, err = record.Homes.Add(ctx, v.Tx, d, now)
	}
	if err != nil {
		return err
	}
	return bench.PlantAnew(ctx, v.Keeper, v.Tx, v.Row, v.Settings) // what was read since stands in it
}
