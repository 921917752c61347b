package bench

import (
	"context"
	"encoding/json"
	"errors"

	"therapeon/clinic/record"
	"therapeon/core/forecast"
	"therapeon/core/judgement"
	"therapeon/core/progress"
	"therapeon/core/race"
	"therapeon/core/rehome"
	"therapeon/ledger"
)

// Advised is the one advice for a plant in short, for lists.
type Advised struct {
	Code     string           `json:"code" required:"true" description:"see the advice of the plant"`
	Headline judgement.Saying `json:"headline" required:"true"`
	UntilOn  string           `json:"until_on,omitempty" description:"the day it holds until, or is to be done by"`
	Until    judgement.Saying `json:"until,omitzero" description:"that in words"`
	Page     string           `json:"page" required:"true"`
}

// LineOf is the advice in a line as it is kept.
func LineOf(doc string) (l judgement.Line, ok bool) {
	return l, doc != "" && json.Unmarshal([]byte(doc), &l) == nil
}

// AdvisedOf is the advice in short as it is kept: its words are made when they are read.
func AdvisedOf(doc, untilOn, today string) *Advised {
	l, ok := LineOf(doc)
	if !ok {
		return nil
	}
	a := OfLine(l, untilOn, today)
	return &a
}

// OfLine is an advice in a line with its words.
func OfLine(l judgement.Line, untilOn, today string) Advised {
	headline, until := l.Said(untilOn, today)
	return Advised{l.Code, headline, untilOn, until, l.Page()}
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

// short is what lists show of a plant's advice and aftercare, as its row keeps them.
type short struct {
	advice, untilOn, care, careOn string
	turn                          int64
}

// kept is what lists show of a visited plant today, and what of its forecasts is to be kept.
func kept(ctx context.Context, v *record.Visit) (short, foretold, error) {
	plan, err := v.InAir(ctx, v.Keeper.Now())
	if err != nil {
		return short{}, foretold{}, err
	}
	of := race.Advised{}
	if rehome.Table().Decide(v.Patient, of).Hangs {
		of = Race(ctx, v, plan)
	}
	care, _, err := v.Aftercare(ctx)
	if err != nil {
		return short{}, foretold{}, err
	}
	a := judgement.Brief(v.Patient, judgement.Known{Race: of, Care: &care})
	s := short{untilOn: a.UntilOn, turn: int64(v.Patient.Turn())}
	if s.advice, err = record.AsDoc(a.Line); err != nil {
		return s, foretold{}, err
	}
	told, err := v.Growth(ctx, care)
	if err != nil {
		return s, foretold{}, err
	}
	c := forecast.Grounds{
		Followed: told, Progress: progress.For(told), Water: care.Water, Chances: v.Patient.Heard().Chances,
	}
	if s.care, s.careOn, err = careShort(ctx, v, care, &c); err != nil {
		return s, foretold{}, err
	}
	f, err := foretell(ctx, v, &c)
	return s, f, err
}

func (s short) keep(ctx context.Context, tx *ledger.Tx, plantID int64) error {
	if err := tx.Plants().SetAdvice(ctx, plantID, s.advice, s.untilOn, s.turn); err != nil {
		return err
	}
	return tx.Plants().SetCare(ctx, plantID, s.care, s.careOn)
}

// Follow brings the advice that lists show of a plant up to date.
func Follow(ctx context.Context, c *record.Keeper, tx *ledger.Tx, plantID int64) error {
	v, err := c.Visit(ctx, tx, plantID)
	if missing := (record.Missing{}); errors.As(err, &missing) {
		return nil // it was taken away
	}
	if err != nil {
		record.Unread("plant", plantID, err) // its own page says so
		return ctx.Err()
	}
	s, f, err := kept(ctx, v)
	if err != nil {
		return err
	}
	if err := f.keep(ctx, tx); err != nil {
		return err
	}
	return s.keep(ctx, tx, plantID)
}

// AdviceAnew is the advice of a plant where it is other than what is kept.
func AdviceAnew(ctx context.Context, c *record.Keeper, tx *ledger.Tx, plantID int64) ([]ShortChange, error) {
	v, err := c.Visit(ctx, tx, plantID)
	if err != nil {
		return nil, err
	}
	s, f, err := kept(ctx, v)
	now := short{v.Row.Advice, v.Row.UntilOn, v.Row.Care, v.Row.CareOn, v.Row.Turn}
	if err != nil || s == now && f.none() {
		return nil, err
	}
	return []ShortChange{{func(ctx context.Context, tx *ledger.Tx) error {
		if err := f.keep(ctx, tx); err != nil {
			return err
		}
		return s.keep(ctx, tx, plantID)
	}}}, nil
}
