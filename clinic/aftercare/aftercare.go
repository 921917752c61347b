// Package aftercare is the service of the months after: what a plant wants, its check-ins, and what was
// done of it.
package aftercare

import (
	"cmp"
	"context"
	"slices"
	"time"

	"therapeon/clinic/bench"
	"therapeon/clinic/check"
	"therapeon/clinic/pests"
	"therapeon/clinic/record"
	"therapeon/core/aftercare"
	"therapeon/core/dates"
	"therapeon/core/fault"
	"therapeon/core/judgement"
	"therapeon/core/knowledge"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/progress"
	"therapeon/ledger"
)

// Service is the aftercare.
type Service struct{ *record.Keeper }

// Aftercare is what a plant wants in the months after it was held or housed.
type Aftercare struct {
	PlantID int64            `json:"plant_id" required:"true"`
	Version int64            `json:"version" required:"true" description:"of what was chosen; 0: nothing yet"`
	Chosen  aftercare.Chosen `json:"chosen" required:"true"`
	judgement.Cared
	Roots    map[string]string `json:"roots" required:"true" description:"what the roots of its readings are called, by their ids"`
	Checkins []KeptCheckin     `json:"checkins" required:"true" description:"the newest first"`
	Done     []Tended          `json:"done" required:"true" description:"what became of its jobs, the newest first"`
	More     bool              `json:"more,omitempty" description:"older ones are not listed"`
}

// KeptCheckin is what was seen of a plant on a day, as it is kept.
type KeptCheckin struct {
	ID      int64           `json:"id" required:"true"`
	Version int64           `json:"version" required:"true"`
	PlantID int64           `json:"plant_id" required:"true"`
	On      string          `json:"on" required:"true"`
	Noted   patient.Checkin `json:"noted" required:"true"`
	Gone    bool            `json:"gone,omitempty" description:"taken back"`
}

// Tended is what became of a job.
type Tended struct {
	ID      int64           `json:"id" required:"true"`
	PlantID int64           `json:"plant_id" required:"true"`
	Job     string          `json:"job" required:"true"`
	Name    message.Message `json:"name" required:"true"`
	On      string          `json:"on" required:"true"`
	At      string          `json:"at" required:"true"`
	Outcome patient.Outcome `json:"outcome" required:"true" enum:"done,left"`
	Because string          `json:"because,omitempty"`
	Was     string          `json:"was,omitempty"`
	PPM     float64         `json:"ppm_n,omitempty"`
	Person  string          `json:"person,omitempty"`
	Already bool            `json:"already,omitempty" description:"it was noted before, by this person or another"`
	Missing *knowledge.Text `json:"missing,omitempty" description:"of a watering: why no next one is worked out"`
}

// mostListed is how many entries of a plant are listed.
const mostListed = 120

// Aftercare finds what a plant wants.
func (c *Service) Aftercare(ctx context.Context, plantID int64) (Aftercare, error) {
	return record.Read(ctx, c.Keeper, func(tx *ledger.Tx) (Aftercare, error) {
		v, err := c.Visit(ctx, tx, plantID)
		if err != nil {
			return Aftercare{}, err
		}
		return aftercareOf(ctx, v)
	})
}

func aftercareOf(ctx context.Context, v *record.Visit) (Aftercare, error) {
	all := Aftercare{PlantID: v.Row.ID, Checkins: []KeptCheckin{}, Done: []Tended{}}
	if _, err := v.InAir(ctx, v.Keeper.Now()); err != nil {
		return all, err
	}
	chosen, err := record.ChosenOf(ctx, v.Tx, v.Row.ID)
	if err != nil {
		return all, err
	}
	all.Version, all.Chosen = chosen.Version, chosen.Value
	care, _, err := v.Aftercare(ctx)
	if err != nil {
		return all, err
	}
	if err := asksMore(ctx, v, &care); err != nil {
		return all, err
	}
	all.Cared = judgement.OfCare(care)
	if all.Roots, err = record.RootNames(ctx, v.Tx, v.Row.ID); err != nil {
		return all, err
	}
	seen, err := record.Checkins.Of(ctx, v.Tx, v.Row.ID)
	if err := cmp.Or(err, ledger.Sound(seen)); err != nil {
		return all, err
	}
	for _, d := range seen {
		if d.State != ledger.Gone && len(all.Checkins) < mostListed {
			all.Checkins = append(all.Checkins, shownCheckin(d))
		}
	}
	for _, t := range slices.Backward(v.Patient.Care) {
		if len(all.Done) == mostListed {
			all.More = true
			break
		}
		all.Done = append(all.Done, shownTended(v.Row.ID, t))
	}
	return all, nil
}

// asksMore adds to a check-in what tells of the stage that comes next.
func asksMore(ctx context.Context, v *record.Visit, care *aftercare.Care) error {
	told, err := v.Growth(ctx, *care)
	if err != nil {
		return err
	}
	for _, f := range progress.For(told).Standing.Asks(v.Profile.HasBulbs()) {
		if !slices.Contains(care.Checks, f) {
			care.Checks = append(care.Checks, f)
		}
	}
	return nil
}

func shownCheckin(d ledger.Doc[record.CheckinDoc]) KeptCheckin {
	return KeptCheckin{
		ID: d.ID, Version: d.Version, PlantID: d.PlantID, On: d.Day, Noted: d.Value.Noted, Gone: d.State == ledger.Gone,
	}
}

func shownTended(plantID int64, t patient.Tended) Tended {
	job, _ := aftercare.Table().Job(t.Job)
	return Tended{
		ID: t.ID, PlantID: plantID, Job: t.Job, Name: job.Do.Or(message.Plain(t.Job)), On: t.On,
		At:      t.At.UTC().Format(time.RFC3339),
		Outcome: t.Outcome, Because: t.Because, Was: t.Was, PPM: t.PPM, Person: t.Person,
	}
}

// Choose keeps what a keeper chooses for the aftercare of a plant.
type Choose struct {
	Version int64            `json:"version" required:"true" validate:"min=0" description:"the version you changed; 0: nothing was chosen yet"`
	Chosen  aftercare.Chosen `json:"chosen" required:"true"`
}

// Choose changes what was chosen; an older version is refused.
func (c *Service) Choose(ctx context.Context, plantID int64, in Choose) (Aftercare, error) {
	if err := check.Input(in); err != nil {
		return Aftercare{}, err
	}
	if list := in.Chosen.Faults(c.Today()); len(list) > 0 {
		return Aftercare{}, list.Under("chosen")
	}
	var all Aftercare
	err := c.Write(ctx, &all, func(tx *ledger.Tx) error {
		v, err := c.Visit(ctx, tx, plantID)
		if err != nil {
			return err
		}
		if err := c.chooses(ctx, v, &in.Chosen); err != nil {
			return err
		}
		d := ledger.Doc[aftercare.Chosen]{ID: plantID, PlantID: plantID, Version: in.Version, Value: in.Chosen}
		if _, err := record.Chosen.Put(ctx, tx, d, c.Stamp()); err != nil {
			return err
		}
		if err := tx.Plants().Touch(ctx, plantID, c.Stamp()); err != nil {
			return err
		}
		all, err = aftercareOf(ctx, v)
		return err
	})
	return all, err
}

// chooses puts what was chosen on the home that it is for; of a plant that was never re-housed here it begins today.
func (c *Service) chooses(ctx context.Context, v *record.Visit, now *aftercare.Chosen) error {
	if now.Protocol == "" {
		now.From = ""
		return nil
	}
	was, err := record.ChosenOf(ctx, v.Tx, v.Row.ID)
	if err != nil {
		return err
	}
	k := &aftercare.InCare{Patient: v.Patient}
	if why := k.MayFollow(now.Protocol); why != "" && now.Protocol != was.Value.Protocol {
		return record.OneFault("chosen.protocol", message.Of("clinic.aftercare.not-followed-"+why),
			message.Of("clinic.aftercare.a-protocol-for-it"), now.Protocol)
	}
	switch h := v.Stands().Home(); {
	case h != nil:
		now.From = h.From
	case was.Value.Protocol == now.Protocol && was.Value.From != "":
		now.From = was.Value.From
	default:
		now.From = c.Today()
	}
	return nil
}

// Tick is what became of a job of a plant.
type Tick struct {
	PlantID int64           `json:"plant_id" required:"true" validate:"min=1"`
	Job     string          `json:"job" required:"true" validate:"required,code" description:"see /api/v1/knowledge/aftercare"`
	Outcome patient.Outcome `json:"outcome" required:"true" validate:"oneof=done left"`
	Because string          `json:"because,omitempty" validate:"omitempty,oneof=still-wet not-now rain tray" description:"of one that was left: still-wet or not-now; of a watering: rain, or a whole tray"`
	Was     string          `json:"was,omitempty" validate:"omitempty,oneof=dry damp" description:"of a watering: what was found before it"`
	PPM     float64         `json:"ppm_n,omitempty" validate:"fed_ppm" description:"of a watering: feed in it"`
}

// Ticks are what became of jobs, at one moment.
type Ticks struct {
	Ticks []Tick    `json:"ticks" required:"true" validate:"many,dive"`
	At    time.Time `json:"at,omitzero" description:"when, with its offset; left out: now"`
}

// Faults finds what does not go together.
func (t Tick) Faults() fault.List {
	job, ok := aftercare.Table().Job(t.Job)
	left := t.Outcome == patient.TendedLeft
	switch {
	case !ok:
		return record.OneFault("job", message.Of("clinic.aftercare.this-job-is-not-known"), message.Of("clinic.aftercare.a-job-see-api-v1"), t.Job)
	case left && t.Because != patient.StillWet && t.Because != patient.NotNow:
		return record.OneFault("because", message.Of("clinic.aftercare.say-why-it-is-left"), message.Of("clinic.aftercare.still-wet-or-not-now"), t.Because)
	case left && t.Because == patient.StillWet && !job.Waters:
		return record.OneFault("because", message.Of("clinic.aftercare.only-what-is-watered-is"), message.Plain("not-now"), t.Because)
	case !left && (t.Because == patient.StillWet || t.Because == patient.NotNow):
		return record.OneFault("because", message.Of("clinic.aftercare.that-is-why-a-job"), message.Of("limits.left-out"), t.Because)
	case (t.Was != "" || t.PPM > 0) && (left || !job.Waters):
		return record.OneFault("was", message.Of("clinic.aftercare.only-of-a-watering-that"), message.Of("limits.left-out"), t.Was)
	}
	return nil
}

// moment is when something was done that is told now; it is not to come.
func (c *Service) moment(at time.Time) (time.Time, error) {
	now := c.Now()
	switch {
	case at.IsZero():
		return now, nil
	case at.After(now.Add(time.Minute)):
		return at, record.OneFault("at", message.Of("clinic.aftercare.this-time-has-not-come"), message.Of("clinic.aftercare.now-at-the-latest"), at.Format(time.RFC3339))
	}
	return at.In(now.Location()), nil
}

// here says of a day that is told later whether the plant was here by then: from its arrival on, or where that
// was not noted from some days before it was entered.
func (c *Service) here(ctx context.Context, tx *ledger.Tx, row ledger.Plant, field, day string) error {
	intake, err := record.Intakes.Get(ctx, tx, row.ID)
	if err != nil {
		return err
	}
	since := dates.After(c.DayOf(row.CreatedAt), -int(aftercare.Table().ToldDays.Value))
	if first, _, ok := dates.Span(intake.Value.ArrivedOn); ok {
		since = first.Format(time.DateOnly)
	}
	homes, err := record.HomesOf(ctx, tx, row.ID)
	if err != nil {
		return err
	}
	if len(homes) > 0 {
		since = min(since, homes[0].Day)
	}
	if day >= since {
		return nil
	}
	return record.OneFault(field, message.Of("clinic.aftercare.it-was-not-here-yet"),
		message.Of("clinic.aftercare.from-its-arrival", message.On("since", since)), day)
}

// Tend keeps what became of jobs. One that was noted of that day already stays as it was noted, and
// is told so: the second sees it done.
func (c *Service) Tend(ctx context.Context, in Ticks) ([]Tended, error) {
	if err := check.Input(in); err != nil {
		return nil, err
	}
	at, err := c.moment(in.At)
	if err != nil {
		return nil, err
	}
	for i, t := range in.Ticks {
		if list := t.Faults(); len(list) > 0 {
			return nil, list.Under(check.Row("ticks", i))
		}
	}
	list := []Tended{}
	err = c.Write(ctx, &list, func(tx *ledger.Tx) error {
		for i, t := range in.Ticks {
			row, err := tx.Plants().Get(ctx, t.PlantID)
			if err := record.MissingOr(err, "plant", t.PlantID); err != nil {
				return record.Under(check.Row("ticks", i), err)
			}
			if err := c.here(ctx, tx, row, "at", at.Format(time.DateOnly)); err != nil {
				return err
			}
			kept, err := c.tick(ctx, tx, row, t, at)
			if err != nil {
				return record.Under(check.Row("ticks", i), err)
			}
			list = append(list, kept)
		}
		return nil
	})
	return list, err
}

// tick keeps what became of one job.
func (c *Service) tick(ctx context.Context, tx *ledger.Tx, row ledger.Plant, t Tick, at time.Time) (Tended, error) {
	if row.ArchivedAt != "" {
		return Tended{}, record.OneFault(
			"plant_id",
			message.Of("clinic.aftercare.is-off-the-bench", message.Name("tag", row.Tag)),
			message.Of("clinic.aftercare.a-plant-on-the-bench"),
			t.PlantID,
		)
	}
	day := at.Format(time.DateOnly)
	was, err := tx.Aftercare().On(ctx, t.PlantID, day, t.Job)
	switch {
	case err == nil && (was.Outcome == string(t.Outcome) || was.Outcome == string(patient.TendedDone)):
		return told(was, true)
	case err == nil: // it was left, and is done after all
		if _, err := tx.Aftercare().Withdraw(ctx, was.ID); err != nil {
			return Tended{}, err
		}
	case !record.IsMissing(err):
		return Tended{}, err
	}
	kept, err := tx.Aftercare().Add(ctx, ledger.Tended{
		PlantID: t.PlantID, Day: day, At: at.UTC().Format(time.RFC3339), Job: t.Job, Outcome: string(t.Outcome),
		Because: t.Because, Was: t.Was, Ppm: t.PPM, Person: ledger.ActOf(ctx).Person, CreatedAt: c.Stamp(),
	})
	if err != nil {
		return Tended{}, err
	}
	if err := c.treated(ctx, tx, kept, true); err != nil {
		return Tended{}, err
	}
	shown, err := told(kept, false)
	job, _ := aftercare.Table().Job(t.Job)
	if why, missing := aftercare.Table().MissingFor[bench.CareOf(row.Care).Missing]; missing && job.Waters {
		shown.Missing = &why
	}
	return shown, err
}

// treated notes a round of treatment that was done as a job, or a clear look, in its treatment; undone it is taken
// back there too.
func (c *Service) treated(ctx context.Context, tx *ledger.Tx, t ledger.Tended, done bool) error {
	if t.Outcome != string(patient.TendedDone) || !slices.Contains([]string{pests.RoundJob, pests.LensJob}, t.Job) {
		return nil
	}
	v, err := c.Visit(ctx, tx, t.PlantID)
	if err != nil {
		return err
	}
	return pests.Ticked(ctx, v, t.Job, t.Day, done)
}

func told(row ledger.Tended, already bool) (Tended, error) {
	t, err := record.AsTended(row)
	shown := shownTended(row.PlantID, t)
	shown.Already = already
	return shown, err
}

// Undo takes back what became of jobs today.
type Undo struct {
	IDs []int64 `json:"ids" required:"true" validate:"many,unique,dive,id"`
}

// Undo takes back what became of jobs; what was taken back already stays so.
func (c *Service) Undo(ctx context.Context, in Undo) ([]int64, error) {
	if err := check.Input(in); err != nil {
		return nil, err
	}
	err := c.Write(ctx, &in.IDs, func(tx *ledger.Tx) error {
		for i, id := range in.IDs {
			row, err := tx.Aftercare().Get(ctx, id)
			if err != nil {
				return record.MissingOr(err, "job-done", id)
			}
			if row.Day != c.Today() && c.DayOf(row.CreatedAt) != c.Today() {
				return record.OneFault(check.Row("ids", i), message.Of("clinic.aftercare.only-what-was-done-today"), message.Of("clinic.aftercare.a-job-of-today"), id)
			}
			if row.Withdrawn != 0 {
				continue
			}
			if _, err := tx.Aftercare().Withdraw(ctx, id); err != nil {
				return err
			}
			if err := c.treated(ctx, tx, row, false); err != nil {
				return err
			}
		}
		return nil
	})
	return in.IDs, err
}

// Rain says that rain, or a whole tray, watered what stands at a place.
type Rain struct {
	Because string    `json:"because" required:"true" validate:"oneof=rain tray"`
	At      time.Time `json:"at,omitzero" description:"when, with its offset; left out: now"`
}

// Rained waters every plant at a place that a watering is asked of, in the way that its aftercare
// asks it; those that are kept dry had it all the same.
func (c *Service) Rained(ctx context.Context, placeID int64, in Rain) ([]Tended, error) {
	if err := check.Input(in); err != nil {
		return nil, err
	}
	at, err := c.moment(in.At)
	if err != nil {
		return nil, err
	}
	list := []Tended{}
	err = c.Write(ctx, &list, func(tx *ledger.Tx) error {
		if _, err := record.Places.Get(ctx, tx, placeID); err != nil {
			return record.MissingOr(err, "place", placeID)
		}
		rows, err := tx.Plants().StandingAt(ctx, placeID)
		if err != nil {
			return err
		}
		for _, row := range rows {
			job := waters(bench.CareOf(row.Care))
			if job == "" {
				continue
			}
			t := Tick{PlantID: row.ID, Job: job, Outcome: patient.TendedDone, Because: in.Because}
			kept, err := c.tick(ctx, tx, row, t, at)
			if err != nil {
				return err
			}
			list = append(list, kept)
		}
		return nil
	})
	return list, err
}

// waters is the job by which a plant is watered next; empty where none is.
func waters(s bench.CareShort) string {
	for _, d := range s.Due {
		if job, _ := aftercare.Table().Job(d.Job); job.Waters {
			return d.Job
		}
	}
	return ""
}
