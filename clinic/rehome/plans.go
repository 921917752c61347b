package rehome

import (
	"context"

	"therapeon/clinic/check"
	"therapeon/clinic/record"
	"therapeon/core/rehome"
	"therapeon/ledger"
)

// SavePlan is a plan to be kept.
type SavePlan struct {
	Version int64       `json:"version" required:"true" validate:"min=0"`
	Plan    rehome.Plan `json:"plan" required:"true"`
}

// SavePlan keeps what is planned for a plant.
func (c *Service) SavePlan(ctx context.Context, plantID int64, s SavePlan, person string) (Rehoming, error) {
	if err := check.Input(s); err != nil {
		return Rehoming{}, err
	}
	var answer Rehoming
	err := c.Write(ctx, &answer, func(tx *ledger.Tx) error {
		v, err := c.Visit(ctx, tx, plantID)
		if err != nil {
			return err
		}
		_, err = v.KeepPlan(ctx, s.Version, func(p *record.PlanDoc) {
			assumed := p.Assumed
			p.Plan = s.Plan
			p.Assumed = assumed // it has a call of its own
		})
		if err != nil {
			return err
		}
		h, err := newHomeward(ctx, v, person)
		if err != nil {
			return err
		}
		answer, err = h.answer()
		return err
	})
	return answer, err
}
