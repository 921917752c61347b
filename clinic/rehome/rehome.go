// Package rehome is the service of the way to a new home: plan, jobs, homes, and tonight's batch.
package rehome

import (
	"context"
	"slices"

	"therapeon/clinic/bench"
	"therapeon/clinic/mixing"
	"therapeon/clinic/record"
	"therapeon/core/acts"
	"therapeon/core/aftercare"
	"therapeon/core/drying"
	"therapeon/core/judgement"
	"therapeon/core/look"
	"therapeon/core/media"
	"therapeon/core/pots"
	"therapeon/core/race"
	"therapeon/core/rehome"
	"therapeon/core/work"
	"therapeon/ledger"
)

// Service is the way to new homes.
type Service struct{ *record.Keeper }

// Rehoming is all that leads a plant to its new home.
type Rehoming struct {
	PlantID int64       `json:"plant_id" required:"true"`
	Version int64       `json:"version" required:"true"`
	Plan    rehome.Plan `json:"plan" required:"true"`
	judgement.Homeward

	NextLookOn string           `json:"next_look_on,omitempty" description:"if it is done today"`
	Stands     *pots.Section    `json:"stands,omitempty" description:"section of the home it has"`
	Homes      []record.Home    `json:"homes" required:"true" description:"the newest first"`
	Drying     *drying.WaterDay `json:"drying,omitempty" description:"of the pot it is in, from its weights"`
	Seen       []work.Seen      `json:"seen" required:"true" description:"cautions this person has acknowledged"`
}

// Rehoming finds what leads a plant to its new home.
func (c *Service) Rehoming(ctx context.Context, plantID int64, person string) (Rehoming, error) {
	return record.Read(ctx, c.Keeper,
		func(tx *ledger.Tx) (Rehoming, error) { return RehomingOf(ctx, c.Keeper, tx, plantID, person) })
}

// RehomingOf finds what leads a plant to its new home, in a transaction.
func RehomingOf(ctx context.Context, c *record.Keeper, tx *ledger.Tx, plantID int64, person string) (Rehoming, error) {
	h, err := open(ctx, c, tx, plantID, person)
	if err != nil {
		return Rehoming{}, err
	}
	return h.answer()
}

// homeward is a plant on its way to a new home: its visit, and all that its jobs hang on.
type homeward struct {
	*record.Visit
	plan  record.Planned
	race  race.Advised
	store rehome.Store
	seen  []work.Seen
	care  aftercare.Care
}

// open loads a plant on its way to a new home.
func open(ctx context.Context, c *record.Keeper, tx *ledger.Tx, plantID int64, person string) (*homeward, error) {
	v, err := c.Visit(ctx, tx, plantID)
	if err != nil {
		return nil, err
	}
	return newHomeward(ctx, v, person)
}

func newHomeward(ctx context.Context, v *record.Visit, person string) (*homeward, error) {
	h := &homeward{Visit: v}
	var err error
	if h.race, h.plan, err = bench.InAir(ctx, v); err != nil {
		return nil, err
	}
	if h.care, _, err = v.Aftercare(ctx); err != nil {
		return nil, err
	}
	if h.store, err = storeOf(ctx, v.Keeper, v.Tx); err != nil {
		return nil, err
	}
	drawn, err := record.Rhizomes.Get(ctx, v.Tx, v.Row.ID)
	if err != nil && !record.IsMissing(err) {
		return nil, err
	}
	v.Patient.Rhizome = drawn.Value.Drawn()
	h.seen, err = record.SeenBy(ctx, v.Tx, person)
	return h, err
}

func (h *homeward) answer() (Rehoming, error) {
	plan := h.plan
	r := Rehoming{PlantID: h.Row.ID, Version: plan.Version, Plan: plan.Plan, Seen: h.seen}
	way, err := rehome.Table().Lead(h.Patient, plan.Plan, plan.Marks, h.race, h.store)
	if err != nil {
		return r, err
	}
	r.Homeward = judgement.OfWay(way)
	if r.Route != nil {
		r.NextLookOn = r.Route.LookOn(h.Keeper.Now())
	}
	r.Homes = []record.Home{}
	for _, d := range slices.Backward(h.HomeDocs) {
		r.Homes = append(r.Homes, d.Value.Home(d.ID, d.Day))
	}
	if len(r.Homes) > 0 && !h.Patient.Closed {
		r.Homes[0].Again = judgement.Again(look.Out, judgement.Saying{}, h.Row.LookOn, h.Keeper.Today())
	}
	if len(r.Homes) > 0 && r.Homes[0].Pot != nil {
		r.Stands = h.stands(r.Homes[0])
		if due, ok := drying.Table().WaterDayFor(h.Patient, *r.Homes[0].Pot, r.Homes[0].MixWater); ok {
			if w := h.care.WaterDay(); w != nil {
				due.As(w.OnDay, w.SoonOn, w.LateOn, w.Words)
			}
			kept := judgement.Of(h.Patient, judgement.Known{Care: &h.care}).Asks(acts.NoWater)
			if kept || h.care.HeldBack != "" {
				due.Withhold()
			}
			r.Drying = &due
		}
	}
	return r, nil
}

// stands is the section of the home it has; nil where not enough of it is known.
func (h *homeward) stands(in record.Home) *pots.Section {
	if len(in.Parts) == 0 {
		return nil
	}
	plan := rehome.Plan{Route: in.Route, Pot: in.Pot, Parts: in.Parts}
	way, err := rehome.Table().Lead(h.Patient, plan, nil, h.race, h.store)
	if err != nil || way.Section == nil {
		return nil // it stands in what the shelf knows no more
	}
	way.Section.NameMedium(in.Mix)
	if r, ok := media.Table().Recipe(in.Recipe); ok && r.Under != nil {
		c, _ := h.store.Shelf(r.Under.Component)
		way.Section.NameCoarse(c.Name)
	}
	return way.Section
}

// storeOf is what there is to house plants with.
func storeOf(ctx context.Context, c *record.Keeper, tx *ledger.Tx) (rehome.Store, error) {
	all, _, err := mixing.AllComponents(ctx, tx)
	if err != nil {
		return rehome.Store{}, err
	}
	have, err := mixing.MediaOnShelf(ctx, c, tx)
	return rehome.Store{Shelf: mixing.ShelfOf(all), HaveL: have}, err
}
