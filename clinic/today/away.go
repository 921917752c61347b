package today

import (
	"cmp"
	"context"
	"slices"

	"therapeon/clinic/check"
	"therapeon/clinic/record"
	"therapeon/core/aftercare"
	"therapeon/core/judgement"
	"therapeon/core/today"
	"therapeon/ledger"
)

// AwayAsk is from when until when one is away.
type AwayAsk struct {
	From  string `json:"from" required:"true" validate:"required,day" description:"the first day on which nobody comes"`
	Until string `json:"until" required:"true" validate:"required,day" description:"the last"`
}

// Absence is what an absence comes to for all plants on the bench, the clean ones first.
type Absence struct {
	From   string                  `json:"from" required:"true"`
	Until  string                  `json:"until" required:"true"`
	Plants []Absent                `json:"plants" required:"true"`
	Never  []judgement.Instruction `json:"never" required:"true" description:"what someone who waters meanwhile must not do"`
}

// Absent is what an absence comes to for one plant.
type Absent struct {
	PlantID int64  `json:"plant_id" required:"true"`
	Tag     string `json:"tag" required:"true"`
	Place   string `json:"place,omitempty"`
	Turn    string `json:"turn" required:"true" enum:"clean,suspect,apart"`
	judgement.Gone
}

// Away says what an absence comes to.
func (c *Service) Away(ctx context.Context, in AwayAsk) (Absence, error) {
	if err := check.Input(in); err != nil {
		return Absence{}, err
	}
	if field, words, limit := aftercare.AwayFaults(c.Today(), in.From, in.Until); field != "" {
		return Absence{}, record.OneFault(field, words, limit, nil)
	}
	return record.Read(ctx, c.Keeper, func(tx *ledger.Tx) (Absence, error) {
		all := Absence{From: in.From, Until: in.Until, Plants: []Absent{}, Never: judgement.Never()}
		places, err := placeNames(ctx, tx)
		if err != nil {
			return all, err
		}
		rows, err := tx.Aftercare().OnBench(ctx)
		if err != nil {
			return all, err
		}
		for _, row := range rows {
			v, care, k, err := c.inCare(ctx, tx, row.ID)
			if err != nil {
				return all, err
			}
			all.Plants = append(all.Plants, Absent{
				row.ID, row.Tag, places[row.PlaceID], today.TurnNames[v.Turn()],
				judgement.OfAbsence(k.Away(care, in.From, in.Until), in.From),
			})
		}
		slices.SortStableFunc(all.Plants, func(a, b Absent) int {
			turn := func(p Absent) int { return slices.Index(today.TurnNames, p.Turn) }
			return cmp.Or(cmp.Compare(turn(a), turn(b)), cmp.Compare(a.Place, b.Place), cmp.Compare(a.Tag, b.Tag))
		})
		return all, nil
	})
}

// inCare loads a plant with its aftercare.
func (c *Service) inCare(
	ctx context.Context, tx *ledger.Tx, id int64,
) (*record.Visit, aftercare.Care, *aftercare.InCare, error) {
	v, err := c.Visit(ctx, tx, id)
	if err != nil {
		return nil, aftercare.Care{}, nil, err
	}
	if _, err := v.InAir(ctx, c.Now()); err != nil {
		return nil, aftercare.Care{}, nil, err
	}
	care, k, err := v.Aftercare(ctx)
	return v, care, k, err
}

// placeNames are the names of places by their numbers.
func placeNames(ctx context.Context, tx *ledger.Tx) (map[int64]string, error) {
	all, err := record.Places.OfHouse(ctx, tx)
	names := map[int64]string{}
	for _, p := range all {
		names[p.ID] = p.Value.Name
	}
	return names, err
}
