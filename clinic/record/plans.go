package record

import (
	"context"

	"therapeon/clinic/check"
	"therapeon/core/rehome"
	"therapeon/core/work"
	"therapeon/ledger"
)

// PlanDoc is a plan with its marks, which come and go by their own calls.
type PlanDoc struct {
	rehome.Plan
	Marks work.Marks `json:"marks,omitempty"`
}

// Planned is a plan as it is stored.
type Planned struct {
	PlanDoc
	Version int64 // 0: nothing was planned yet
}

func (v *Visit) planned(ctx context.Context) (Planned, error) {
	d, err := Plans.Get(ctx, v.Tx, v.Row.ID)
	if IsMissing(err) {
		return Planned{}, nil
	}
	return Planned{d.Value, d.Version}, err
}

// KeepPlan changes what is planned; an older version is refused.
func (v *Visit) KeepPlan(ctx context.Context, version int64, change func(*PlanDoc)) (Planned, error) {
	now, err := v.planned(ctx)
	if err != nil {
		return now, err
	}
	was := now
	change(&now.PlanDoc)
	d := ledger.Doc[PlanDoc]{ID: v.Row.ID, PlantID: v.Row.ID, Version: version, Value: now.PlanDoc}
	sound := func(p PlanDoc) error { return Under("plan", check.Input(p.Plan)) }
	if d, err = Reconciled(ctx, v.Tx, Plans, d, sound); err != nil && !IsMissing(err) {
		return now, err
	}
	if d.Version == was.Version { // else it is a conflict
		if err := SidesOf(ctx, "plan.sides", was.Sides, d.Value.Sides); err != nil {
			return now, err
		}
	}
	stamp := v.Keeper.Stamp()
	if d, err = Plans.Put(ctx, v.Tx, d, stamp); err != nil {
		return now, err
	}
	return Planned{d.Value, d.Version}, v.Tx.Plants().Touch(ctx, v.Row.ID, stamp)
}
