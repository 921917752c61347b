package progress

import (
	"context"
	"slices"

	"therapeon/clinic/check"
	"therapeon/clinic/record"
	"therapeon/core/knowledge"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/progress"
	"therapeon/ledger"
)

// LookBack is a look back: then and now side by side, and what is said of it.
type LookBack struct {
	progress.LookBack
	ID      int64              `json:"id,omitempty"`
	Version int64              `json:"version" required:"true" description:"0: not made yet"`
	On      string             `json:"on,omitempty" description:"the day it was made"`
	Again   patient.YesNo      `json:"again,omitempty" enum:",yes,no" description:"whether it would be done so again"`
	Note    string             `json:"note,omitempty"`
	Said    knowledge.Sentence `json:"said,omitzero" description:"what the page said of it then"`

	Then   *progress.Snapshot `json:"then,omitempty" description:"of one that is due, or was made"`
	Now    *progress.Snapshot `json:"now,omitempty"`
	Beside *progress.Beside   `json:"beside,omitempty" description:"its roots of the two days"`
	Deeds  map[string]int     `json:"deeds,omitempty" description:"how often what was done in between, by its kind"`
}

// lookBacks are a plant's looks back at its present home.
func (f *faring) lookBacks() []LookBack {
	from := ""
	if h := f.of.Stands().Home(); h != nil {
		from = h.From
	}
	list := []LookBack{}
	for _, b := range progress.LookBacks(f.of, record.LookBacksFrom(f.kept, from)) {
		l := LookBack{LookBack: b}
		to := f.Day
		if i := slices.IndexFunc(f.kept, func(d ledger.Doc[record.LookBackDoc]) bool {
			return d.Value.FromOn == from && d.Value.Of == b.Of && d.State != ledger.Gone
		}); i >= 0 {
			d := f.kept[i]
			l.ID, l.Version, l.On, l.Again, l.Note = d.ID, d.Version, d.Day, d.Value.Again, d.Value.Note
			l.Said = knowledge.Say(said(d.Value))
			to = d.Day
		}
		if b.State == "due" || b.State == "done" {
			then, now := progress.At(f.of, b.FromOn), progress.At(f.of, to)
			l.Then, l.Now, l.Deeds = &then, &now, map[string]int{}
			if side, ok := progress.Between(f.of, b.FromOn, to); ok {
				l.Beside = &side
			}
			for _, d := range f.Progress.Deeds {
				if d.On > b.FromOn && d.On <= to {
					l.Deeds[d.Kind]++
				}
			}
		}
		list = append(list, l)
	}
	return list
}

// said is what the page said when it was made.
func said(d record.LookBackDoc) message.Message {
	return message.All(progress.Table().Verdicts[d.Verdict].Value, progress.Table().Sure[d.Sure].Value)
}

// KeepLookBack is what a keeper says of a look back.
type KeepLookBack struct {
	Of      string        `json:"of" required:"true" validate:"oneof=14 60 90 season"`
	Version int64         `json:"version" required:"true" validate:"min=0" description:"the version you changed; 0: it is made now"`
	Again   patient.YesNo `json:"again,omitempty" validate:"omitempty,oneof=yes no" description:"would you do it again; left out: not sure"`
	Note    string        `json:"note,omitempty" validate:"remark" title:"progress.KeepLookBack.note"`
	Gone    bool          `json:"gone,omitempty" description:"take it back"`
}

// KeepLookBack keeps what is said of a look back, with what the page says of the plant today.
func (c *Service) KeepLookBack(ctx context.Context, plantID int64, in KeepLookBack) (Progress, error) {
	if err := check.Input(in); err != nil {
		return Progress{}, err
	}
	var p Progress
	err := c.Write(ctx, &p, func(tx *ledger.Tx) error {
		f, err := c.fares(ctx, tx, plantID)
		if err != nil {
			return err
		}
		all := f.lookBacks()
		i := slices.IndexFunc(all, func(l LookBack) bool { return l.Of == in.Of })
		if i < 0 || all[i].State == "coming" {
			return record.OneFault("of", message.Of("clinic.progress.the-day-of-this-look"), message.Of("clinic.progress.one-that-is-due"), in.Of)
		}
		at := all[i]
		d := ledger.Doc[record.LookBackDoc]{ID: at.ID, PlantID: plantID, Version: in.Version, Day: c.Today()}
		d.Value = record.LookBackDoc{
			Of: in.Of, FromOn: at.FromOn, Again: in.Again, Note: in.Note,
			Stage: f.Standing.Stage, Verdict: f.Verdict.Code, Sure: f.Verdict.Sure,
		}
		if at.ID == 0 && in.Version == 0 {
			_, err = record.LookBacks.Add(ctx, tx, d, c.Stamp())
		} else {
			if at.ID == 0 {
				return record.Conflict{What: record.LookBacks.Code()}
			}
			if in.Gone {
				d.State = ledger.Gone
			}
			d.Day = at.On
			_, err = record.LookBacks.Save(ctx, tx, d, c.Stamp())
		}
		if err != nil {
			return err
		}
		if err := tx.Plants().Touch(ctx, plantID, c.Stamp()); err != nil {
			return err
		}
		p, err = c.progress(ctx, tx, plantID, Ask{})
		return err
	})
	return p, err
}
