// Package weights is the service of weights.
package weights

import (
	"context"
	"slices"
	"time"

	"therapeon/clinic/check"
	"therapeon/clinic/record"
	"therapeon/core/drying"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/race"
	"therapeon/core/rehome"
	"therapeon/formats"
	"therapeon/ledger"
)

// Service is the weights.
type Service struct{ *record.Keeper }

// Weigh is a weighing to be kept.
type Weigh struct {
	Kind    patient.Kind    `json:"kind" required:"true" validate:"oneof=bare pot" description:"bare: the plant alone; pot: with pot and medium"`
	Grams   float64         `json:"grams" required:"true" validate:"weight_g" title:"weights.Weigh.grams"`
	At      time.Time       `json:"at,omitzero" description:"when, with its offset; left out: now"`
	Because patient.Because `json:"because,omitempty" validate:"omitempty,oneof=cut pot wet watered right" description:"needed where the weight does not follow from the one before"`
	Moment  patient.Moment  `json:"moment,omitempty" validate:"omitempty,oneof=wet light between" description:"of a pot: just watered and drained, due for water, or in between"`
}

// WithdrawWeighing takes a weighing back, or lets it stand again.
type WithdrawWeighing struct {
	WeighingID int64 `json:"weighing_id" required:"true" validate:"min=1"`
	Withdrawn  bool  `json:"withdrawn" required:"true"`
}

// Weighings lists a plant's weighings, the oldest first.
func (c *Service) Weighings(ctx context.Context, plantID int64) ([]record.Weighed, error) {
	return record.Read(ctx, c.Keeper, func(tx *ledger.Tx) ([]record.Weighed, error) {
		if _, err := tx.Plants().Get(ctx, plantID); err != nil {
			return nil, record.MissingOr(err, "plant", plantID)
		}
		return record.Weighings(ctx, tx, plantID)
	})
}

// Weigh keeps a weighing. A weight that does not follow from the one before is
// not kept until it is said why.
func (c *Service) Weigh(ctx context.Context, plantID int64, w Weigh) ([]record.Weighed, error) {
	if err := check.Input(w); err != nil {
		return nil, err
	}
	if w.At.IsZero() {
		w.At = c.Now()
	}
	if w.At.After(c.Now().Add(time.Minute)) || w.At.Year() < formats.EarliestYear {
		return nil, record.OneFault("at",
			message.Of("clinic.weights.this-time-has-not-come", message.Count("year", formats.EarliestYear)),
			message.Of("clinic.weights.year-to-now", message.Count("year", formats.EarliestYear)),
			w.At.Format(time.RFC3339))
	}
	if w.Kind == patient.BarePlant && w.Moment != "" {
		return nil, record.OneFault("moment", message.Of("clinic.weights.only-a-pot-is-wet"), message.Of("clinic.weights.a-weighing-of-kind-pot"), w.Moment)
	}
	var list []record.Weighed
	err := c.Write(ctx, &list, func(tx *ledger.Tx) error {
		v, err := c.Visit(ctx, tx, plantID)
		if err != nil {
			return err
		}
		if err := follows(ctx, v, w); err != nil {
			return err
		}
		_, err = tx.Events().Weigh(ctx, ledger.Weighing{
			PlantID:   plantID,
			At:        w.At.UTC().Format(time.RFC3339),
			Kind:      string(w.Kind),
			Grams:     w.Grams,
			Because:   string(w.Because),
			Moment:    string(w.Moment),
			CreatedAt: c.Stamp(),
		})
		if err != nil {
			return err
		}
		if err := lookedAtWeighing(ctx, v, w); err != nil {
			return err
		}
		if err := tx.Plants().Touch(ctx, plantID, c.Stamp()); err != nil {
			return err
		}
		list, err = record.Weighings(ctx, tx, plantID)
		return err
	})
	return list, err
}

// lookedAtWeighing puts the next look on: who weighs a bare plant has it in hand.
func lookedAtWeighing(ctx context.Context, v *record.Visit, w Weigh) error {
	home := v.Stands().Home()
	if home == nil || !home.Hold || w.Kind != patient.BarePlant || v.Row.LookOn == "" {
		return nil
	}
	route, ok := rehome.Table().Route(home.Way)
	if !ok {
		return nil
	}
	next := route.LookOn(w.At.In(v.Keeper.Now().Location()))
	return v.Tx.Plants().SetLookOn(ctx, v.Row.ID, max(next, v.Row.LookOn))
}

// follows asks about a weight that does not follow from the one before.
func follows(ctx context.Context, v *record.Visit, w Weigh) error {
	at := w.At.UTC().Truncate(time.Second)
	all, err := record.WeightsOf(ctx, v.Tx, v.Row.ID)
	if err != nil {
		return err
	}
	if slices.ContainsFunc(all, func(o patient.Weight) bool { return o.At.Equal(at) && o.Kind == w.Kind }) {
		return record.OneFault("at", message.Of("clinic.weights.it-was-weighed-at-that"), message.Of("clinic.weights.another-time"), at.Format(time.RFC3339))
	}
	if w.Because != "" {
		return nil
	}
	plan, err := v.InAir(ctx, at)
	if err != nil {
		return err
	}
	if w.Kind == patient.InPot {
		if words, limit := drying.Table().Jump(v.Stands().Counting(patient.InPot), w.Grams); !words.Empty() {
			return record.OneFault("because", words, limit, nil)
		}
		return nil
	}
	if jump := race.JumpTo(v.Patient, plan.Assumed, w.Grams); jump != nil {
		return record.OneFault("because", jump.Words.Value, message.Of("clinic.weights.cut-pot-wet-or-right"), nil)
	}
	return nil
}

// WithdrawWeighing takes a weighing back.
func (c *Service) WithdrawWeighing(ctx context.Context, plantID int64, w WithdrawWeighing) ([]record.Weighed, error) {
	if err := check.Input(w); err != nil {
		return nil, err
	}
	var list []record.Weighed
	err := c.Write(ctx, &list, func(tx *ledger.Tx) error {
		err := tx.Events().WithdrawWeighing(ctx, plantID, w.WeighingID, w.Withdrawn)
		if err != nil {
			return record.MissingOr(err, "weighing", w.WeighingID)
		}
		if err := tx.Plants().Touch(ctx, plantID, c.Stamp()); err != nil {
			return err
		}
		list, err = record.Weighings(ctx, tx, plantID)
		return err
	})
	return list, err
}
