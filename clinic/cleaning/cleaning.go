// Package cleaning is the service of a plant's cleaning: its plan, what became of the jobs, and
// what was taken from the shelf for them.
package cleaning

import (
	"cmp"
	"context"
	"fmt"
	"slices"

	"therapeon/clinic/bench"
	"therapeon/clinic/check"
	divisionservice "therapeon/clinic/division"
	"therapeon/clinic/pests"
	"therapeon/clinic/record"
	"therapeon/core/cleaning"
	"therapeon/core/division"
	"therapeon/core/judgement"
	"therapeon/core/message"
	"therapeon/core/work"
	"therapeon/ledger"
)

// mostOwnJobs are on one plan.
const mostOwnJobs = 30

// Service is the cleaning of plants.
type Service struct{ *record.Keeper }

// Cleaning is the plan of a plant's cleaning, and how far it has come.
type Cleaning struct {
	ID       int64           `json:"id,omitempty" description:"left out: nothing has been done yet"`
	PlantID  int64           `json:"plant_id" required:"true"`
	BegunOn  string          `json:"begun_on,omitempty"`
	ClosedOn string          `json:"closed_on,omitempty"`
	Plan     judgement.Plan  `json:"plan" required:"true"`
	Suspect  bool            `json:"suspect,omitempty" description:"it may carry something: handle it after the clean plants"`
	Before   []record.Queued `json:"before" required:"true" description:"clean plants with a cleaning in hand, to be done before this one"`
	Uses     []record.Use    `json:"uses" required:"true" description:"taken from the shelf"`
	Seen     []work.Seen     `json:"seen" required:"true" description:"cautions this person has acknowledged"`
}

// MarkJob is what became of a job.
type MarkJob struct {
	Job    string       `json:"job" required:"true" validate:"required,code"`
	State  work.State   `json:"state" required:"true" validate:"oneof=open done skipped"`
	Reason string       `json:"reason,omitempty" validate:"note" title:"cleaning.MarkJob.reason" description:"needed when it is skipped"`
	Person string       `json:"person,omitempty" validate:"omitempty,name,who" description:"who has read the cautions"`
	Uses   []record.Use `json:"uses,omitempty" validate:"uses,dive" description:"what was taken from the shelf"`
}

// AddJob is a job of the user's own.
type AddJob struct {
	Do    string `json:"do" required:"true" validate:"required,notblank,sentence" title:"cleaning.AddJob.do"`
	Stage string `json:"stage" required:"true" validate:"oneof=bench bulk cuts spikes dividing treatment rinse dry after"`
}

// CloseCleaning closes a cleaning, or opens it again.
type CloseCleaning struct {
	Closed bool   `json:"closed" required:"true"`
	Person string `json:"person,omitempty" validate:"omitempty,name,who" description:"who has read the cautions"`
}

// Acknowledge says that someone has read cautions.
type Acknowledge struct {
	Person string      `json:"person,omitempty" validate:"omitempty,name,who"`
	Seen   []work.Seen `json:"seen" required:"true" validate:"cautions,dive"`
}

// Cleaning finds a plant's plan: the one in hand, the one just closed, or a new
// one when the plant was looked at or read since.
func (c *Service) Cleaning(ctx context.Context, plantID int64, person string) (Cleaning, error) {
	return record.Read(ctx, c.Keeper,
		func(tx *ledger.Tx) (Cleaning, error) { return cleaningOf(ctx, c.Keeper, tx, plantID, person) })
}

func cleaningOf(ctx context.Context, c *record.Keeper, tx *ledger.Tx, plantID int64, person string) (Cleaning, error) {
	v, err := c.Visit(ctx, tx, plantID)
	if err != nil {
		return Cleaning{}, err
	}
	d, err := inHand(ctx, v)
	if err != nil {
		return Cleaning{}, err
	}
	return shown(ctx, v, d, person)
}

// inHand is the cleaning that is open, or the last one when nothing was seen of
// the plant since; else none, for a new one. One that was left open gives way to
// what was begun on a later day: its jobs were of another visit.
func inHand(ctx context.Context, v *record.Visit) (ledger.Doc[record.CleaningDoc], error) {
	all, err := record.Cleanings.Of(ctx, v.Tx, v.Row.ID)
	if err != nil || len(all) == 0 {
		return ledger.Doc[record.CleaningDoc]{}, err
	}
	d := slices.MaxFunc(all, func(a, b ledger.Doc[record.CleaningDoc]) int { return cmp.Compare(a.ID, b.ID) })
	if d.Err != nil {
		return d, d.Err
	}
	if d.Value.ClosedOn != "" && (changedSince(v, d.UpdatedAt) || d.Value.Of != nil && *d.Value.Of != of(v)) ||
		begunAfter(v, d.UpdatedAt) {
		return ledger.Doc[record.CleaningDoc]{}, nil
	}
	return d, nil
}

// of is what a plan drawn now rests on.
func of(v *record.Visit) record.SeenOf {
	var s record.SeenOf
	if v.ReadingDoc != nil {
		s.Reading, s.ReadingVersion = v.ReadingDoc.ID, v.ReadingDoc.Version
	}
	if v.LookDoc != nil {
		s.Look, s.LookVersion = v.LookDoc.ID, v.LookDoc.Version
	}
	return s
}

// changedSince holds when the roots were read, or the plant looked over, since.
func changedSince(v *record.Visit, stamp string) bool {
	return v.ReadingDoc != nil && max(v.ReadingDoc.UpdatedAt,
		v.CutAt) > stamp || v.LookDoc != nil && v.LookDoc.UpdatedAt > stamp
}

// begunAfter holds when a look or a reading was begun on a later day.
func begunAfter(v *record.Visit, stamp string) bool {
	later := func(created string) bool { return record.DayOf(created) > record.DayOf(stamp) }
	return v.ReadingDoc != nil && later(v.ReadingDoc.CreatedAt) || v.LookDoc != nil && later(v.LookDoc.CreatedAt)
}

func shown(ctx context.Context, v *record.Visit, d ledger.Doc[record.CleaningDoc], person string) (Cleaning, error) {
	doc := d.Value
	plan, err := plan(ctx, v, doc)
	if err != nil {
		return Cleaning{}, err
	}
	seen, err := record.SeenBy(ctx, v.Tx, person)
	if err != nil {
		return Cleaning{}, err
	}
	all := Cleaning{
		PlantID: v.Row.ID,
		Plan:    judgement.OfPlan(plan),
		Suspect: v.Turn().Suspect(),
		Before:  []record.Queued{},
		Uses:    doc.Uses,
		Seen:    seen,
	}
	if all.Uses == nil {
		all.Uses = []record.Use{}
	}
	all.ID, all.BegunOn, all.ClosedOn = d.ID, d.Day, doc.ClosedOn
	if doc.ClosedOn != "" && doc.Done != nil {
		all.Plan = judgement.OfPlan(doc.Done.Plan())
	}
	if !all.Suspect || all.ClosedOn != "" {
		return all, nil
	}
	open, err := record.Cleanings.OnBench(ctx, v.Tx)
	if err != nil {
		return all, err
	}
	slices.SortFunc(open, func(a, b ledger.OnBench[record.CleaningDoc]) int { return cmp.Compare(a.Doc.ID, b.Doc.ID) })
	for _, o := range open {
		if o.Plant.ID == v.Row.ID || o.Plant.KeptApart != 0 {
			continue
		}
		short, err := bench.LookShortOf(o.LookShort)
		if err != nil {
			return all, fmt.Errorf("causes of plant %d: %w", o.Plant.ID, err)
		}
		if !short.Causes.Alarm && !short.Causes.Apart {
			all.Before = append(all.Before, record.Queued{ID: o.Plant.ID, Tag: o.Plant.Tag})
		}
	}
	return all, nil
}

// plan draws the plan up from what is known now.
func plan(ctx context.Context, v *record.Visit, doc record.CleaningDoc) (cleaning.Plan, error) {
	w := cleaning.Work{Patient: v.Patient, Marks: doc.Marks, Own: doc.Own}
	if v.Unpotted() {
		a, err := divisionservice.DivisionOf(ctx, v)
		if err != nil {
			return cleaning.Plan{}, err
		}
		w.Divide = a.Advice.Decision == division.Can
	}
	return cleaning.Draw(w), nil
}

// ComputePlan draws up the plan of a cleaning for a plant on no bench, and saves nothing.
func (c *Service) ComputePlan(ctx context.Context, of record.Unkept) (judgement.Plan, error) {
	p, err := c.Unkept(ctx, of)
	if err != nil {
		return judgement.Plan{}, err
	}
	return judgement.OfPlan(cleaning.Draw(cleaning.Work{Patient: p})), nil
}

// change changes the cleaning in hand, beginning one when there is none.
func change(
	ctx context.Context, c *record.Keeper,
	plantID int64,
	person string,
	change func(v *record.Visit, doc *record.CleaningDoc) error,
) (Cleaning, error) {
	var changed Cleaning
	err := c.Write(ctx, &changed, func(tx *ledger.Tx) error {
		v, err := c.Visit(ctx, tx, plantID)
		if err != nil {
			return err
		}
		d, err := inHand(ctx, v)
		if err != nil {
			return err
		}
		if d.ID == 0 {
			if err := leaveCleanings(ctx, v); err != nil {
				return err
			}
			d = ledger.Doc[record.CleaningDoc]{PlantID: plantID, Day: c.Today()}
			if d, err = record.Cleanings.Add(ctx, tx, d, c.Stamp()); err != nil {
				return err
			}
		}
		if d.Value.Marks == nil {
			d.Value.Marks = work.Marks{}
		}
		if err := change(v, &d.Value); err != nil {
			return err
		}
		d.State = ledger.InHand
		if d.Value.ClosedOn != "" {
			d.State = ledger.Closed
		}
		if d, err = record.Cleanings.Save(ctx, tx, d, c.Stamp()); err != nil {
			return err
		}
		if err := tx.Plants().Touch(ctx, plantID, c.Stamp()); err != nil {
			return err
		}
		changed, err = shown(ctx, v, d, person)
		return err
	})
	return changed, err
}

// leaveCleanings ends those left open, with the day they were last worked on.
func leaveCleanings(ctx context.Context, v *record.Visit) error {
	all, err := record.Cleanings.Of(ctx, v.Tx, v.Row.ID)
	if err != nil {
		return err
	}
	for _, d := range all {
		if d.Err != nil || d.Value.ClosedOn != "" {
			continue
		}
		last := d.UpdatedAt
		d.Value.ClosedOn, d.State = record.DayOf(last), ledger.Closed
		if _, err := record.Cleanings.Save(ctx, v.Tx, d, last); err != nil {
			return err
		}
	}
	return nil
}

var closedAlready = record.OneFault("closed", message.Of("clinic.cleaning.this-cleaning-is-closed-open"), message.Of("clinic.cleaning.an-open-cleaning"), true)

// MarkJob says that a job is done, skipped or open again. A job with cautions is
// done only by someone who has acknowledged them.
func (c *Service) MarkJob(ctx context.Context, plantID int64, m MarkJob) (Cleaning, error) {
	if err := check.Input(m); err != nil {
		return Cleaning{}, err
	}
	return change(ctx, c.Keeper, plantID, m.Person, func(v *record.Visit, doc *record.CleaningDoc) error {
		if doc.ClosedOn != "" {
			return closedAlready
		}
		plan, err := plan(ctx, v, *doc)
		if err != nil {
			return err
		}
		seen, err := record.SeenBy(ctx, v.Tx, m.Person)
		if err != nil {
			return err
		}
		before := doc.Marks[m.Job]
		change := work.Change{Job: m.Job, State: m.State, Reason: m.Reason, Person: m.Person, On: c.Today(), Seen: seen}
		if err := plan.Checklist().Apply(change, doc.Marks); err != nil {
			return err
		}
		if err := giveBack(ctx, c.Keeper, v.Tx, doc, m.Job); err != nil {
			return err
		}
		if err := take(ctx, c.Keeper, v.Tx, doc, m); err != nil {
			return err
		}
		i := slices.IndexFunc(plan.Jobs, func(j cleaning.Job) bool { return j.Code == m.Job })
		return pests.RoundDone(ctx, v, plan.Jobs[i], m.State, before.On)
	})
}

// AddJob puts a job of the user's own on the plan.
func (c *Service) AddJob(ctx context.Context, plantID int64, a AddJob) (Cleaning, error) {
	if err := check.Input(a); err != nil {
		return Cleaning{}, err
	}
	return change(ctx, c.Keeper, plantID, "", func(_ *record.Visit, doc *record.CleaningDoc) error {
		if doc.ClosedOn != "" {
			return closedAlready
		}
		if len(doc.Own) >= mostOwnJobs {
			return record.OneFault("do", message.Of("clinic.cleaning.many-jobs-of-your-own", message.Count("most", mostOwnJobs)),
				message.Of("limits.at-most", message.Count("figure", mostOwnJobs)), len(doc.Own))
		}
		doc.Own = append(doc.Own,
			cleaning.OwnJob{Code: fmt.Sprintf("own-%d", len(doc.Own)+1), Stage: a.Stage, Do: a.Do})
		return nil
	})
}

// CloseCleaning closes a cleaning when nothing on it is open, or opens it again.
// What was done stays as it was, whatever rules change later.
func (c *Service) CloseCleaning(ctx context.Context, plantID int64, s CloseCleaning) (Cleaning, error) {
	if err := check.Input(s); err != nil {
		return Cleaning{}, err
	}
	return change(ctx, c.Keeper, plantID, s.Person, func(v *record.Visit, doc *record.CleaningDoc) error {
		if !s.Closed {
			doc.ClosedOn, doc.Done, doc.Of = "", nil, nil
			return nil
		}
		plan, err := plan(ctx, v, *doc)
		if err != nil {
			return err
		}
		seen, err := record.SeenBy(ctx, v.Tx, s.Person)
		if err != nil {
			return err
		}
		if err := plan.Checklist().Close("closed", s.Person, seen); err != nil {
			return err
		}
		if len(plan.Jobs) == 0 {
			return record.OneFault("closed", message.Of("clinic.cleaning.there-is-nothing-on-this"), message.Of("clinic.cleaning.a-plan-with-jobs"), 0)
		}
		of, closed := of(v), plan.Close()
		doc.ClosedOn, doc.Done, doc.Of = c.Today(), &closed, &of
		return nil
	})
}

// Acknowledge keeps that someone has read cautions. It is asked once for each
// product and person.
func (c *Service) Acknowledge(ctx context.Context, a Acknowledge) ([]work.Seen, error) {
	if err := check.Input(a); err != nil {
		return nil, err
	}
	all := []work.Seen{}
	err := c.Write(ctx, &all, func(tx *ledger.Tx) error {
		for _, s := range a.Seen {
			if err := tx.House().Acknowledge(ctx, a.Person, ledger.Acknowledged(s), c.Stamp()); err != nil {
				return err
			}
		}
		var err error
		all, err = record.SeenBy(ctx, tx, a.Person)
		return err
	})
	return all, err
}
