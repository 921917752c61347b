package progress

import (
	"context"

	"therapeon/clinic/check"
	"therapeon/clinic/intake"
	"therapeon/clinic/record"
	"therapeon/core/knowledge"
	"therapeon/core/progress"
	"therapeon/ledger"
)

// Closed is how a plant left the bench, and what its stay came to.
type Closed struct {
	Version int64              `json:"version" required:"true" description:"0: it was never closed"`
	Closing *progress.Closing  `json:"closing,omitempty" description:"left out: it is not closed"`
	On      string             `json:"on,omitempty"`
	Words   knowledge.Sentence `json:"words,omitzero"`
	Course  progress.Course    `json:"course" required:"true"`
}

// closed is how it left the bench, for one that has.
func (f *faring) closed() Closed {
	c := Closed{Version: f.closing.Version, Course: progress.CourseOf(f.of, f.Progress.Progress)}
	if f.closing.State != ledger.Gone {
		is := f.closing.Value
		c.Closing, c.On, c.Words = &is, f.closing.Day, knowledge.Say(record.ClosedWords(is))
	}
	return c
}

// Close closes a plant, or opens it again.
type Close struct {
	Version int64            `json:"version" required:"true" validate:"min=0" description:"the version you changed; 0: it was never closed"`
	Closing progress.Closing `json:"closing" required:"true"`
	On      string           `json:"on,omitempty" validate:"omitempty,day" description:"left out: today"`
	Open    bool             `json:"open,omitempty" description:"open it again: it is back on the bench, as it was"`
}

// Close takes a plant off the bench with how it ended, or puts it back as it was.
func (c *Service) Close(ctx context.Context, plantID int64, in Close) (Progress, error) {
	if err := check.Input(in); err != nil {
		return Progress{}, err
	}
	if list := in.Closing.Faults(); len(list) > 0 && !in.Open {
		return Progress{}, list.Under("closing")
	}
	if list := check.Future(nil, "on", in.On, c.Now()); len(list) > 0 {
		return Progress{}, list
	}
	var p Progress
	err := c.Write(ctx, &p, func(tx *ledger.Tx) error {
		if _, err := tx.Plants().Get(ctx, plantID); err != nil {
			return record.MissingOr(err, "plant", plantID)
		}
		if in.Closing.How == progress.EndRecovered && !in.Closing.Anyway && !in.Open {
			now, err := c.progress(ctx, tx, plantID, Ask{})
			if err != nil {
				return err
			}
			if list := in.Closing.Doubts(now.Standing); len(list) > 0 {
				return list.Under("closing")
			}
		}
		d := ledger.Doc[progress.Closing]{ID: plantID, PlantID: plantID, Version: in.Version, Day: in.On}
		d.Value = in.Closing
		if d.Day == "" {
			d.Day = c.Today()
		}
		if in.Open {
			d.State = ledger.Gone
		}
		if _, err := record.Closings.Put(ctx, tx, d, c.Stamp()); err != nil {
			return err
		}
		if _, err := intake.Archive(ctx, c.Keeper, tx, plantID, !in.Open); err != nil {
			return err
		}
		var err error
		p, err = c.progress(ctx, tx, plantID, Ask{})
		return err
	})
	return p, err
}
