package judging

import (
	"context"
	"encoding/json"
	"errors"

	"therapeon/clinic/record"
	"therapeon/core/advice"
	"therapeon/core/race"
	"therapeon/core/rehome"
	"therapeon/ledger"
)

// Advised is the one advice for a plant in short, for lists.
type Advised struct {
	Code     string `json:"code" required:"true" description:"see the advice of the plant"`
	Headline string `json:"headline" required:"true"`
	UntilOn  string `json:"until_on,omitempty" description:"the day it holds until, or is to be done by"`
	Page     string `json:"page" required:"true"`
}

// AdvisedOf is the advice in short as it is kept: its words are made when they are read.
func AdvisedOf(doc, untilOn string) *Advised {
	var l advice.Line
	if doc == "" || json.Unmarshal([]byte(doc), &l) != nil {
		return nil
	}
	return &Advised{Code: l.Code, Headline: advice.Table().Words(l), UntilOn: untilOn, Page: l.Page()}
}

// Race is what the race of a visited plant advises, where its advice hangs on it; the visit
// is in its air then.
func Race(ctx context.Context, v *record.Visit, plan record.Planned) race.Advised {
	if !rehome.Table().Decide(v.Patient, race.Advised{}).Races {
		return race.Advised{}
	}
	return v.Keeper.Advice.Way(ctx, v.Patient, plan.Assumed)
}

// InAir loads a visited plant as its advice takes it, with what its race advises.
func InAir(ctx context.Context, v *record.Visit) (race.Advised, record.Planned, error) {
	plan, err := v.InAir(ctx, v.Keeper.Now())
	if err != nil {
		return race.Advised{}, plan, err
	}
	return Race(ctx, v, plan), plan, nil
}

// kept is the advice for a plant and its turn, as its row keeps them.
func kept(ctx context.Context, v *record.Visit) (doc, untilOn string, turn int64, err error) {
	if err := v.WithPlan(ctx); err != nil {
		return "", "", 0, err
	}
	of := race.Advised{}
	if rehome.Table().Decide(v.Patient, of).Hangs {
		if of, _, err = InAir(ctx, v); err != nil {
			return "", "", 0, err
		}
	}
	a := advice.Brief(v.Patient, of)
	doc, err = record.AsDoc(a.Line)
	return doc, a.UntilOn, int64(v.Patient.Turn()), err
}

// Follow brings the advice that lists show of a plant up to date.
func Follow(ctx context.Context, c *record.Keeper, tx *ledger.Tx, plantID int64) error {
	v, err := c.Visit(ctx, tx, plantID)
	if missing := (record.Missing{}); errors.As(err, &missing) {
		return nil // it was taken away
	}
	if err != nil {
		record.Unread("this plant", plantID, err) // its own page says so
		return ctx.Err()
	}
	doc, untilOn, turn, err := kept(ctx, v)
	if err != nil {
		return err
	}
	return tx.Plants().SetAdvice(ctx, plantID, doc, untilOn, turn)
}

// AdviceAnew is the advice of a plant where it is other than what is kept.
func AdviceAnew(ctx context.Context, c *record.Keeper, tx *ledger.Tx, plantID int64) ([]ShortChange, error) {
	v, err := c.Visit(ctx, tx, plantID)
	if err != nil {
		return nil, err
	}
	doc, untilOn, turn, err := kept(ctx, v)
	if err != nil || doc == v.Row.Advice && untilOn == v.Row.UntilOn && turn == v.Row.Turn {
		return nil, err
	}
	return []ShortChange{{func(ctx context.Context, tx *ledger.Tx) error {
		return tx.Plants().SetAdvice(ctx, plantID, doc, untilOn, turn)
	}}}, nil
}
