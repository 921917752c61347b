package clinic

import (
	"context"
	"fmt"
	"slices"
	"time"

	"therapeon/clinic/check"
	"therapeon/core/cleaning"
	"therapeon/store/sqlc"
)

// Cleaning is the plan of a plant's cleaning, and how far it has come.
type Cleaning struct {
	ID       int64         `json:"id,omitempty" description:"left out: nothing has been done yet"`
	PlantID  int64         `json:"plant_id" required:"true"`
	BegunOn  string        `json:"begun_on,omitempty"`
	ClosedOn string        `json:"closed_on,omitempty"`
	Plan     cleaning.Plan `json:"plan" required:"true"`
	Suspect  bool          `json:"suspect,omitempty" description:"it may carry something: handle it after the clean plants"`
	Before   []Queued      `json:"before" required:"true" description:"clean plants with a cleaning in hand, to be done before this one"`
	Uses     []Use         `json:"uses" required:"true" description:"taken from the shelf"`
	Seen     []Seen        `json:"seen" required:"true" description:"cautions this person has acknowledged"`
}

// Queued is a plant whose cleaning is in hand.
type Queued struct {
	ID  int64  `json:"id" required:"true"`
	Tag string `json:"tag" required:"true"`
}

// Use is an amount taken from the shelf for a job.
type Use struct {
	Job    string  `json:"job,omitempty" validate:"max=40"`
	ItemID int64   `json:"item_id" required:"true" validate:"min=1"`
	Amount float64 `json:"amount" required:"true" validate:"min=0.001,max=1000000" description:"in the item's unit"`
}

// Seen is a caution that was acknowledged.
type Seen struct {
	Product string `json:"product,omitempty" validate:"max=40" description:"the product it stands at; left out where it belongs to none"`
	Caution string `json:"caution" required:"true" validate:"required,max=40"`
}

// MarkJob is what became of a job.
type MarkJob struct {
	Job    string `json:"job" required:"true" validate:"required,max=40"`
	State  string `json:"state" required:"true" validate:"oneof=open done skipped"`
	Reason string `json:"reason,omitempty" validate:"max=400" description:"needed when it is skipped"`
	Person string `json:"person,omitempty" validate:"max=60" description:"who has read the cautions"`
	Uses   []Use  `json:"uses,omitempty" validate:"max=4,dive" description:"what was taken from the shelf"`
}

// AddJob is a job of the user's own.
type AddJob struct {
	Do    string `json:"do" required:"true" validate:"required,notblank,max=200"`
	Stage string `json:"stage" required:"true" validate:"oneof=bench bulk cuts spikes dividing treatment rinse dry after"`
}

// CloseCleaning closes a cleaning, or opens it again.
type CloseCleaning struct {
	Closed bool   `json:"closed" required:"true"`
	Person string `json:"person,omitempty" validate:"max=60" description:"who has read the cautions"`
}

// Acknowledge says that someone has read cautions.
type Acknowledge struct {
	Person string `json:"person,omitempty" validate:"max=60"`
	Seen   []Seen `json:"seen" required:"true" validate:"min=1,max=20,dive"`
}

// kept is a cleaning as it is stored.
type kept struct {
	Marks map[string]cleaning.Mark `json:"marks,omitempty"`
	Own   []cleaning.OwnJob        `json:"own,omitempty"`
	Uses  []Use                    `json:"uses,omitempty"`
	Plan  *cleaning.Plan           `json:"plan,omitempty"` // as it was when it was closed
	Of    *seenOf                  `json:"of,omitempty"`   // what that plan rested on
}

// seenOf names what was known of a plant by its versions, which no clock that is
// set back can confuse.
type seenOf struct {
	Reading        int64 `json:"reading,omitempty"`
	ReadingVersion int64 `json:"reading_version,omitempty"`
	Look           int64 `json:"look,omitempty"`
	LookVersion    int64 `json:"look_version,omitempty"`
}

// Cleaning finds a plant's plan: the one in hand, the one just closed, or a new
// one when the plant was looked at or read since.
func (c *Clinic) Cleaning(ctx context.Context, plantID int64, person string) (Cleaning, error) {
	return read(ctx, c, func(q *sqlc.Queries) (Cleaning, error) { return c.cleaningOf(ctx, q, plantID, person) })
}

func (c *Clinic) cleaningOf(ctx context.Context, q *sqlc.Queries, plantID int64, person string) (Cleaning, error) {
	v, err := c.visit(ctx, q, plantID)
	if err != nil {
		return Cleaning{}, err
	}
	row, doc, err := v.inHand(ctx)
	if err != nil {
		return Cleaning{}, err
	}
	return v.cleaning(ctx, row, doc, person)
}

// inHand is the cleaning that is open, or the last one when nothing was seen of
// the plant since; else none, for a new one. One that was left open gives way to
// what was begun on a later day: its jobs were of another visit.
func (v *visit) inHand(ctx context.Context) (*sqlc.Cleaning, kept, error) {
	row, err := v.q.LatestCleaning(ctx, v.row.ID)
	if isMissing(err) {
		return nil, kept{}, nil
	}
	if err != nil {
		return nil, kept{}, err
	}
	doc, err := fromDoc[kept]("cleaning", row.ID, row.Doc)
	if err != nil {
		return nil, kept{}, err
	}
	if row.ClosedOn != "" && (v.changedSince(row.UpdatedAt) || doc.Of != nil && *doc.Of != v.of()) ||
		v.begunAfter(row.UpdatedAt) {
		return nil, kept{}, nil
	}
	return &row, doc, nil
}

// of is what a plan drawn now rests on.
func (v *visit) of() seenOf {
	var s seenOf
	if v.reading != nil {
		s.Reading, s.ReadingVersion = v.reading.ID, v.reading.Version
	}
	if v.look != nil {
		s.Look, s.LookVersion = v.look.ID, v.look.Version
	}
	return s
}

// changedSince holds when the roots were read, or the plant looked over, since.
func (v *visit) changedSince(stamp string) bool {
	return v.reading != nil && v.reading.UpdatedAt > stamp || v.look != nil && v.look.UpdatedAt > stamp
}

// begunAfter holds when a look or a reading was begun on a later day.
func (v *visit) begunAfter(stamp string) bool {
	later := func(created string) bool { return dayOf(created) > dayOf(stamp) }
	return v.reading != nil && later(v.reading.CreatedAt) || v.look != nil && later(v.look.CreatedAt)
}

func dayOf(stamp string) string { return stamp[:min(len(stamp), len(time.DateOnly))] }

func (v *visit) cleaning(ctx context.Context, row *sqlc.Cleaning, doc kept, person string) (Cleaning, error) {
	plan, err := v.plan(ctx, doc)
	if err != nil {
		return Cleaning{}, err
	}
	all := Cleaning{
		PlantID: v.row.ID,
		Plan:    plan,
		Suspect: v.suspect(),
		Before:  []Queued{},
		Uses:    doc.Uses,
		Seen:    []Seen{},
	}
	if all.Uses == nil {
		all.Uses = []Use{}
	}
	if row != nil {
		all.ID, all.BegunOn, all.ClosedOn = row.ID, row.BegunOn, row.ClosedOn
		if row.ClosedOn != "" && doc.Plan != nil {
			all.Plan = *doc.Plan
		}
	}
	acknowledged, err := v.q.ListAcknowledged(ctx, person)
	if err != nil {
		return all, err
	}
	for _, a := range acknowledged {
		all.Seen = append(all.Seen, Seen{a.Product, a.Caution})
	}
	if !all.Suspect || all.ClosedOn != "" {
		return all, nil
	}
	open, err := v.q.OpenCleanings(ctx)
	if err != nil {
		return all, err
	}
	for _, o := range open {
		if o.Plant.ID == v.row.ID || o.Plant.KeptApart != 0 {
			continue
		}
		short, err := fromDoc[CausesInShort]("causes of plant", o.Plant.ID, o.Causes)
		if err != nil {
			return all, err
		}
		if !short.Alarm && !short.Apart {
			all.Before = append(all.Before, Queued{o.Plant.ID, o.Plant.Tag})
		}
	}
	return all, nil
}

// plan draws the plan up from what is known now.
func (v *visit) plan(ctx context.Context, doc kept) (cleaning.Plan, error) {
	in := v.now
	c := cleaning.Case{
		Profile: v.bench.profile, Actions: v.asked(), Findings: map[string]string{}, Flowering: in.Flowering,
		Suspect: v.suspect(), Terete: in.TereteLeaves, Peroxide: own(in.Peroxide, v.house.Peroxide),
		CutPowder: own(in.CutPowder, v.house.CutPowder), SpikeSide: own(in.SpikeAtRescue, v.house.SpikeAtRescue),
		Unpotted: v.reading != nil || in.bare(), Marks: doc.Marks, Own: doc.Own,
	}
	if v.judged != nil {
		c.List = &v.judged.cutList
		grade := v.judged.verdict.Grade.Code
		c.WeakStem = v.bench.context.Monopodial && (grade == "rootless" || grade == "near-rootless" || grade == "poor")
	}
	if v.seen != nil {
		c.Findings, c.Spike, c.Flowering = v.seen.Inspection.Findings, v.seen.Look.Spike, v.seen.Flowering
		c.Unpotted = c.Unpotted || v.seen.Inspection.Unpotted
	}
	if c.Unpotted {
		a, err := v.division(ctx)
		if err != nil {
			return cleaning.Plan{}, err
		}
		c.Divide = a.Advice.Decision
	}
	return cleaning.Draw(c), nil
}

// change changes the cleaning in hand, beginning one when there is none.
func (c *Clinic) change(
	ctx context.Context,
	plantID int64,
	person string,
	change func(v *visit, q *sqlc.Queries, row *sqlc.Cleaning, doc *kept) error,
) (Cleaning, error) {
	var changed Cleaning
	err := c.write(ctx, &changed, func(q *sqlc.Queries) error {
		v, err := c.visit(ctx, q, plantID)
		if err != nil {
			return err
		}
		row, doc, err := v.inHand(ctx)
		if err != nil {
			return err
		}
		if row == nil {
			if err := q.LeaveCleanings(ctx, plantID); err != nil {
				return err
			}
			begun, err := q.CreateCleaning(
				ctx,
				sqlc.CreateCleaningParams{PlantID: plantID, BegunOn: c.today(), Now: c.stamp()},
			)
			if err != nil {
				return fmt.Errorf("begin cleaning: %w", err)
			}
			row = &begun
		}
		if doc.Marks == nil {
			doc.Marks = map[string]cleaning.Mark{}
		}
		if err := change(v, q, row, &doc); err != nil {
			return err
		}
		text, err := asDoc(doc)
		if err != nil {
			return err
		}
		if _, err := q.SaveCleaning(
			ctx,
			sqlc.SaveCleaningParams{ID: row.ID, ClosedOn: row.ClosedOn, Doc: text, Now: c.stamp()},
		); err != nil {
			return fmt.Errorf("keep cleaning: %w", err)
		}
		if err := q.TouchPlant(ctx, sqlc.TouchPlantParams{ID: plantID, Now: c.stamp()}); err != nil {
			return err
		}
		changed, err = c.cleaningOf(ctx, q, plantID, person)
		return err
	})
	return changed, err
}

var closedAlready = oneFault("closed", "This cleaning is closed. Open it again to change it.", "an open cleaning", true)

// MarkJob says that a job is done, skipped or open again. A job with cautions is
// done only by someone who has acknowledged them.
func (c *Clinic) MarkJob(ctx context.Context, plantID int64, m MarkJob) (Cleaning, error) {
	if err := check.Input(m); err != nil {
		return Cleaning{}, err
	}
	return c.change(ctx, plantID, m.Person, func(v *visit, q *sqlc.Queries, row *sqlc.Cleaning, doc *kept) error {
		if row.ClosedOn != "" {
			return closedAlready
		}
		plan, err := v.plan(ctx, *doc)
		if err != nil {
			return err
		}
		jobs := plan.Jobs
		i := slices.IndexFunc(jobs, func(j cleaning.Job) bool { return j.Code == m.Job })
		if i < 0 {
			return oneFault(
				"job",
				"This job is not on the plan. It may have changed: load it again.",
				"a job on the plan",
				m.Job,
			)
		}
		switch m.State {
		case cleaning.Skipped:
			if m.Reason == "" {
				return oneFault("reason", "Say why it is skipped. It explains the months to come.", "not empty", "")
			}
		case cleaning.Done:
			if err := v.mayBeDone(ctx, jobs[i], m); err != nil {
				return err
			}
		}
		if err := c.giveBack(ctx, q, doc, m.Job); err != nil {
			return err
		}
		if err := c.take(ctx, q, doc, m); err != nil {
			return err
		}
		if err := v.round(ctx, jobs[i], m.State, doc.Marks[m.Job].On); err != nil {
			return err
		}
		if m.State == cleaning.Open {
			delete(doc.Marks, m.Job)
		} else {
			doc.Marks[m.Job] = cleaning.Mark{State: m.State, Reason: m.Reason, On: c.today()}
		}
		return nil
	})
}

// mayBeDone holds when all of a job's cuts are checked off and its cautions
// acknowledged.
func (v *visit) mayBeDone(ctx context.Context, j cleaning.Job, m MarkJob) error {
	left := 0
	for _, it := range j.Items {
		left += it.Count - it.Done
	}
	if left > 0 {
		return oneFault(
			"state",
			fmt.Sprintf("%d on the cut list are open. Check them off, or skip the job and say why.", left),
			"every cut checked off",
			m.State,
		)
	}
	return v.cautionsRead(ctx, j, m.Person)
}

// cautionsRead holds when a person has acknowledged all cautions of a job.
func (v *visit) cautionsRead(ctx context.Context, j cleaning.Job, person string) error {
	seen, err := v.q.ListAcknowledged(ctx, person)
	if err != nil {
		return err
	}
	for _, caution := range j.Care {
		if !slices.Contains(seen, sqlc.ListAcknowledgedRow{Product: j.Product, Caution: caution.Code}) {
			return oneFault(
				"person",
				fmt.Sprintf("Read the cautions at “%s” first, and say that you have.", j.Do.Value),
				"cautions acknowledged",
				person,
			)
		}
	}
	return nil
}

// AddJob puts a job of the user's own on the plan.
func (c *Clinic) AddJob(ctx context.Context, plantID int64, a AddJob) (Cleaning, error) {
	if err := check.Input(a); err != nil {
		return Cleaning{}, err
	}
	return c.change(ctx, plantID, "", func(_ *visit, _ *sqlc.Queries, row *sqlc.Cleaning, doc *kept) error {
		if row.ClosedOn != "" {
			return closedAlready
		}
		if len(doc.Own) >= 30 {
			return oneFault(
				"do",
				"Thirty jobs of your own are on this plan. That is the most.",
				"30 jobs",
				len(doc.Own),
			)
		}
		doc.Own = append(
			doc.Own,
			cleaning.OwnJob{Code: fmt.Sprintf("own-%d", len(doc.Own)+1), Stage: a.Stage, Do: a.Do},
		)
		return nil
	})
}

// CloseCleaning closes a cleaning when nothing on it is open, or opens it again.
// What was done stays as it was, whatever rules change later.
func (c *Clinic) CloseCleaning(ctx context.Context, plantID int64, s CloseCleaning) (Cleaning, error) {
	if err := check.Input(s); err != nil {
		return Cleaning{}, err
	}
	return c.change(ctx, plantID, s.Person, func(v *visit, _ *sqlc.Queries, row *sqlc.Cleaning, doc *kept) error {
		if !s.Closed {
			row.ClosedOn, doc.Plan, doc.Of = "", nil, nil
			return nil
		}
		plan, err := v.plan(ctx, *doc)
		if err != nil {
			return err
		}
		if plan.Open > 0 {
			return oneFault(
				"closed",
				fmt.Sprintf("%d jobs are open. Do them, or skip them and say why.", plan.Open),
				"no open job",
				plan.Open,
			)
		}
		if len(plan.Jobs) == 0 {
			return oneFault("closed", "There is nothing on this plan to close.", "a plan with jobs", 0)
		}
		for _, j := range plan.Jobs {
			if j.State == cleaning.Done {
				if err := v.cautionsRead(ctx, j, s.Person); err != nil {
					return err
				}
			}
		}
		of := v.of()
		row.ClosedOn, doc.Plan, doc.Of = c.today(), &plan, &of
		return nil
	})
}

// Acknowledge keeps that someone has read cautions. It is asked once for each
// product and person.
func (c *Clinic) Acknowledge(ctx context.Context, a Acknowledge) ([]Seen, error) {
	if err := check.Input(a); err != nil {
		return nil, err
	}
	all := []Seen{}
	err := c.write(ctx, &all, func(q *sqlc.Queries) error {
		for _, s := range a.Seen {
			if err := q.Acknowledge(
				ctx,
				sqlc.AcknowledgeParams{Person: a.Person, Product: s.Product, Caution: s.Caution, At: c.stamp()},
			); err != nil {
				return err
			}
		}
		rows, err := q.ListAcknowledged(ctx, a.Person)
		for _, r := range rows {
			all = append(all, Seen{r.Product, r.Caution})
		}
		return err
	})
	return all, err
}
