// Package progress is the service of progress: whether a plant is winning, its roots as they grew, and what
// was done meanwhile.
package progress

import (
	"cmp"
	"context"

	"therapeon/clinic/check"
	"therapeon/clinic/forecast"
	"therapeon/clinic/record"
	"therapeon/core/aftercare"
	"therapeon/core/fault"
	"therapeon/core/message"
	"therapeon/core/pests"
	"therapeon/core/progress"
	"therapeon/core/rehome"
	"therapeon/core/unpot"
	"therapeon/ledger"
)

// Service is the progress of plants.
type Service struct{ *record.Keeper }

// Progress is how a plant fares.
type Progress struct {
	PlantID int64 `json:"plant_id" required:"true"`
	progress.Progress
	Deeds  []Deed           `json:"deeds" required:"true" description:"what was done, the oldest first"`
	Beside *progress.Beside `json:"beside,omitempty" description:"its roots of two days; left out: none were read"`

	Forecasts []forecast.Foretold `json:"forecasts" required:"true" description:"what was foretold of it and what came of that, the newest first"`
	LookBacks []LookBack          `json:"look_backs" required:"true" description:"at its present home, the first first"`
	Closed    Closed              `json:"closed" required:"true"`
	Family    []Relative          `json:"family" required:"true" description:"the one that was first, and what was divided from it, each before its own divisions; empty: it stands alone"`
}

// Deed is something done, in words.
type Deed struct {
	progress.Deed
	Words message.Message `json:"words" required:"true"`
}

// Ask is between which days its roots are compared.
type Ask struct {
	From string `json:"from" validate:"omitempty,day"`
	To   string `json:"to" validate:"omitempty,day"`
}

// Progress finds how a plant fares, with its roots of two days beside each other: those asked for, else
// the newest and the one before it.
func (c *Service) Progress(ctx context.Context, plantID int64, in Ask) (Progress, error) {
	if err := check.Input(in); err != nil {
		return Progress{}, err
	}
	return record.Read(ctx, c.Keeper, func(tx *ledger.Tx) (Progress, error) {
		return c.progress(ctx, tx, plantID, in)
	})
}

// faring is how a plant fares, with what that is told from.
type faring struct {
	Progress
	of      *progress.Followed
	row     ledger.Plant
	kept    []ledger.Doc[record.LookBackDoc]
	closing ledger.Doc[progress.Closing]
}

// fares loads a plant, and finds how it fares.
func (c *Service) fares(ctx context.Context, tx *ledger.Tx, plantID int64) (*faring, error) {
	v, err := c.Visit(ctx, tx, plantID)
	if err != nil {
		return nil, err
	}
	if _, err := v.InAir(ctx, c.Now()); err != nil {
		return nil, err
	}
	care, _, err := v.Aftercare(ctx)
	if err != nil {
		return nil, err
	}
	f := faring{row: v.Row}
	if f.of, err = v.Growth(ctx, care); err != nil {
		return nil, err
	}
	f.Progress = Progress{PlantID: plantID, Progress: progress.For(f.of), Deeds: []Deed{}}
	for _, d := range f.Progress.Progress.Deeds {
		f.Deeds = append(f.Deeds, Deed{d, DeedWords(d)})
	}
	if f.kept, err = record.LookBacksOf(ctx, tx, plantID); err != nil {
		return nil, err
	}
	f.closing, err = record.ClosingOf(ctx, tx, plantID)
	return &f, err
}

func (c *Service) progress(ctx context.Context, tx *ledger.Tx, plantID int64, in Ask) (Progress, error) {
	f, err := c.fares(ctx, tx, plantID)
	if err != nil {
		return Progress{}, err
	}
	f.LookBacks, f.Closed = f.lookBacks(), f.closed()
	if f.Forecasts, err = forecast.Of(ctx, tx, plantID); err != nil {
		return f.Progress, err
	}
	if f.Family, err = family(ctx, tx, f.row); err != nil {
		return f.Progress, err
	}
	from, to, err := in.days(f.Days)
	if err != nil || from == "" {
		return f.Progress, err
	}
	if side, ok := progress.Between(f.of, from, to); ok {
		f.Beside = &side
	}
	return f.Progress, nil
}

// days are those asked for; else the newest of those that can be compared, and the one before it.
func (in Ask) days(all []string) (from, to string, err error) {
	n := len(all)
	if n == 0 {
		return "", "", nil
	}
	to, from = cmp.Or(in.To, all[n-1]), cmp.Or(in.From, all[max(0, n-2)])
	if from > to {
		return "", "", fault.List{{
			Field: "from", Words: message.Of("clinic.progress.that-is-after-the-later"), Limit: message.Of("limits.at-most", message.On("figure", to)), Value: from,
		}}
	}
	return from, to, nil
}

// DeedWords say what was done.
func DeedWords(d progress.Deed) message.Message {
	switch d.Kind {
	case "moved":
		route, _ := rehome.Table().Route(d.What)
		return route.Name.Or(message.Plain(d.What))
	case "watered", "fed":
		job, _ := aftercare.Table().Job(d.What)
		return job.Name.Or(message.Plain(d.What))
	case "treated":
		pest, _ := pests.Find(d.What)
		return message.Of("clinic.progress.treated", message.Told("pest", pest.Name.Or(message.Plain(d.What))))
	case "broke":
		return unpot.Table().AccidentName(d.What)
	default:
		return message.Of("clinic.progress.cleaned")
	}
}
