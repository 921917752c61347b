// Package pests is the service of treatments against pests, round by round.
package pests

import (
	"cmp"
	"context"
	"encoding/json"
	"fmt"
	"slices"
	"time"

	"therapeon/clinic/check"
	"therapeon/clinic/record"
	"therapeon/core/climate"
	"therapeon/core/fault"
	"therapeon/core/judgement"
	"therapeon/core/knowledge"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/pests"
	"therapeon/core/taxa"
	"therapeon/ledger"
)

// Service is the treatments.
type Service struct{ *record.Keeper }

// Course is a treatment of a plant against a pest, with its schedule.
type Course struct {
	ID       int64               `json:"id" required:"true"`
	PlantID  int64               `json:"plant_id" required:"true"`
	Version  int64               `json:"version" required:"true"`
	Course   pests.Course        `json:"course" required:"true"`
	ClosedOn string              `json:"closed_on,omitempty"`
	Schedule judgement.Scheduled `json:"schedule" required:"true"`
	Warmth   message.Message     `json:"warmth" required:"true" description:"where the temperatures come from, in words"`

	Unreadable message.Message `json:"unreadable,omitzero" description:"said where what is kept of it cannot be read"`
}

// SaveCourse is a course to be kept.
type SaveCourse struct {
	Version int64        `json:"version" required:"true" validate:"min=1"`
	Course  pests.Course `json:"course" required:"true"`
	Closed  bool         `json:"closed,omitempty"`
}

// PestSchedule asks for a schedule without a plant.
type PestSchedule struct {
	Course pests.Course  `json:"course" required:"true"`
	LowC   *float64      `json:"low_c,omitempty" validate:"omitempty,celsius" description:"a usual night; needed when no days are given"`
	HighC  *float64      `json:"high_c,omitempty" validate:"omitempty,celsius"`
	Days   []climate.Day `json:"days,omitempty" validate:"days,dive" description:"lows and highs as they were"`
	Hours  []HourC       `json:"hours,omitempty" validate:"hours,dive" description:"hourly means as they were"`
	Terete bool          `json:"terete_leaves,omitempty"`
	On     string        `json:"on,omitempty" validate:"omitempty,day" description:"the day it is asked for; left out: today"`
}

// HourC is the mean temperature of an hour.
type HourC struct {
	At      time.Time `json:"at" required:"true" description:"its beginning, with its offset"`
	Celsius float64   `json:"celsius" required:"true" validate:"celsius"`
}

// Courses lists a plant's treatments, those that go on first.
func (c *Service) Courses(ctx context.Context, plantID int64) ([]Course, error) {
	return record.Read(ctx, c.Keeper,
		func(tx *ledger.Tx) ([]Course, error) { return CoursesOf(ctx, c.Keeper, tx, plantID) })
}

// CoursesOf lists a plant's treatments, in a transaction, those that go on first.
func CoursesOf(ctx context.Context, c *record.Keeper, tx *ledger.Tx, plantID int64) ([]Course, error) {
	v, err := c.Visit(ctx, tx, plantID)
	if err != nil {
		return nil, err
	}
	all, err := record.CoursesOf(ctx, v.Tx, v.Row.ID)
	if err != nil {
		return nil, err
	}
	list := make([]Course, len(all))
	for i, d := range all {
		err := d.Err
		if err == nil {
			list[i], err = withSchedule(ctx, v, d)
		}
		if err != nil {
			list[i] = unreadCourse(d, err)
		}
	}
	return list, nil
}

func unreadCourse(d ledger.Doc[record.CourseDoc], err error) Course {
	return Course{
		ID:         d.ID,
		PlantID:    d.PlantID,
		Version:    d.Version,
		ClosedOn:   d.Value.ClosedOn,
		Unreadable: record.Unread("treatment", d.ID, err),
		Course:     pests.Course{Rounds: []string{}},
		Schedule: judgement.OfSchedule(pests.Schedule{
			Rounds:   []pests.Treatment{},
			Line:     []pests.Day{},
			Notes:    []knowledge.Text{},
			Cautions: []string{},
		}),
	}
}

// withSchedule is a treatment with its schedule, over the temperatures of its plant.
func withSchedule(ctx context.Context, v *record.Visit, d ledger.Doc[record.CourseDoc]) (Course, error) {
	all, err := courseOf(ctx, v.Record, *v.Patient, d)
	if v.Patient.Closed {
		all.Schedule = all.Schedule.Past()
	}
	return all, err
}

func courseOf(
	ctx context.Context,
	r *record.Record,
	p patient.Patient,
	d ledger.Doc[record.CourseDoc],
) (Course, error) {
	doc := d.Value.Course
	all := Course{ID: d.ID, PlantID: d.PlantID, Version: d.Version, Course: doc, ClosedOn: d.Value.ClosedOn}
	if len(doc.Rounds) == 0 {
		return Course{}, fmt.Errorf("treatment %d has no round", d.ID)
	}
	first, err := time.Parse(time.DateOnly, slices.Min(doc.Rounds))
	if err != nil {
		return all, err
	}
	if p.Site, err = r.SiteNow(ctx, first.AddDate(0, -1, 0)); err != nil {
		return all, err
	}
	p.Forget()
	all.Warmth = p.Around().Warmth()
	s, err := pests.Plan(doc, p.Around().Temperatures(), p.Now, p.Intake.TereteLeaves)
	all.Schedule = judgement.OfSchedule(s)
	return all, err
}

// DueTreatment is a treatment that is to be repeated today, or looked at for the
// all-clear.
type DueTreatment struct {
	PlantID  int64            `json:"plant_id" required:"true"`
	Tag      string           `json:"tag" required:"true"`
	Pest     message.Message  `json:"pest" required:"true"`
	Headline judgement.Saying `json:"headline" required:"true"`
	Overdue  bool             `json:"overdue,omitempty"`
}

// DueRounds lists what is due today against pests, on the whole bench; plants
// that are kept apart come last.
func (c *Service) DueRounds(ctx context.Context) ([]DueTreatment, error) {
	return record.Read(ctx, c.Keeper, func(tx *ledger.Tx) ([]DueTreatment, error) {
		return duePests(ctx, c.Keeper, tx)
	})
}

func duePests(ctx context.Context, c *record.Keeper, tx *ledger.Tx) ([]DueTreatment, error) {
	rows, err := record.Courses.OnBench(ctx, tx)
	if err != nil {
		return nil, err
	}
	due, today := []DueTreatment{}, c.Today()
	for _, row := range rows {
		at, err := openCourse(ctx, c, tx, row)
		if err != nil {
			const kind = "its-treatment"
			record.Unread(kind, row.Doc.ID, err)
			of := row.Plant
			due = append(due, DueTreatment{PlantID: of.ID, Tag: of.Tag, Headline: judgement.Unread(kind)})
			continue
		}
		s := at.Schedule
		if isDue, overdue := s.DueBy(today); isDue {
			due = append(due, DueTreatment{row.Plant.ID, row.Plant.Tag, s.Pest.Name, s.Headline, overdue})
		}
	}
	return due, nil
}

// openCourse is a treatment that goes on, as its plant was last looked at.
func openCourse(
	ctx context.Context, c *record.Keeper,
	tx *ledger.Tx,
	row ledger.OnBench[record.CourseDoc],
) (Course, error) {
	if row.Doc.Err != nil {
		return Course{}, row.Doc.Err
	}
	intake, err := record.Intakes.Get(ctx, tx, row.Plant.ID)
	if err != nil {
		return Course{}, err
	}
	profile, _ := taxa.Find(row.Plant.GroupCode)
	p := patient.Patient{Profile: profile, Intake: intake.Value, Now: c.Now()}
	if row.LookDoc != "" {
		var seen record.LookDoc
		if err := json.Unmarshal([]byte(row.LookDoc), &seen); err != nil {
			return Course{}, fmt.Errorf("look of plant %d: %w", row.Plant.ID, err)
		}
		p.Looks = []patient.Look{{Noted: seen.Noted}}
	}
	return courseOf(ctx, (&record.Record{Keeper: c, Tx: tx, Row: row.Plant}), p, row.Doc)
}

// StartCourse begins a treatment. A plant has one against a pest at a time.
func (c *Service) StartCourse(ctx context.Context, plantID int64, course pests.Course) (Course, error) {
	if err := checkCourse(c.Keeper, course, ""); err != nil {
		return Course{}, err
	}
	var started Course
	err := c.Write(ctx, &started, func(tx *ledger.Tx) error {
		v, err := c.Visit(ctx, tx, plantID)
		if err != nil {
			return err
		}
		if row, err := openCourseOf(ctx, v, course.Pest); err != nil || row != nil {
			if err == nil {
				err = record.OneFault("pest",
					message.Of("clinic.pests.a-treatment-against-this-pest"),
					message.Of("clinic.pests.one-treatment-a-pest"), course.Pest)
			}
			return err
		}
		row, err := newCourse(ctx, v, course)
		if err != nil {
			return err
		}
		started, err = withSchedule(ctx, v, row)
		return err
	})
	return started, err
}

func newCourse(ctx context.Context, v *record.Visit, course pests.Course) (ledger.Doc[record.CourseDoc], error) {
	d := ledger.Doc[record.CourseDoc]{PlantID: v.Row.ID, Value: record.CourseDoc{Course: course}}
	d, err := record.Courses.Add(ctx, v.Tx, d, v.Keeper.Stamp())
	if err != nil {
		return d, err
	}
	return d, v.Tx.Plants().Touch(ctx, v.Row.ID, v.Keeper.Stamp())
}

// openCourseOf is the treatment against a pest that goes on, or nil.
func openCourseOf(ctx context.Context, v *record.Visit, pest string) (*ledger.Doc[record.CourseDoc], error) {
	all, err := record.CoursesOf(ctx, v.Tx, v.Row.ID)
	if err := cmp.Or(err, ledger.Sound(all)); err != nil {
		return nil, err
	}
	for _, d := range all {
		if d.State != ledger.Closed && d.Value.Course.Pest == pest {
			return &d, nil
		}
	}
	return nil, nil
}

// checkCourse holds a course to its limits: nothing is done in days to come.
func checkCourse(c *record.Keeper, course pests.Course, under string) error {
	if err := check.Input(course); err != nil {
		return err
	}
	var list fault.List
	first := slices.Min(course.Rounds)
	for _, of := range []struct {
		field string
		days  []string
	}{{"rounds", course.Rounds}, {"seen", course.Seen}, {"clear", course.Clear}} {
		for i, day := range of.days {
			list = check.Future(list, check.Row(of.field, i), day, c.Now())
			if day < first {
				list = append(
					list,
					fault.Fault{
						Field: check.Row(of.field, i),
						Value: day,
						Limit: message.Of("limits.not-before", message.On("figure", first)),
						Words: message.Of("clinic.pests.that-is-before-the-first"),
					},
				)
			}
		}
	}
	list = append(list, tooLongAgo(course, c.Now())...)
	if len(list) == 0 {
		return nil
	}
	if under != "" {
		list = list.Under(under)
	}
	return list
}

// mostYears are how far a schedule looks back.
const mostYears = 2

// tooLongAgo holds a course to the time that a schedule looks over.
func tooLongAgo(course pests.Course, now time.Time) fault.List {
	first := slices.Min(course.Rounds)
	if day, err := time.Parse(time.DateOnly, first); err != nil || !day.Before(now.AddDate(-mostYears, 0, 0)) {
		return nil
	}
	return record.OneFault("rounds[0]",
		message.Of("clinic.pests.that-is-too-long-ago", message.Fixed("years", mostYears, 0, "years")),
		message.Of("clinic.pests.within", message.Fixed("years", mostYears, 0, "years")), first)
}

// SaveCourse keeps a treatment; an older version is refused.
func (c *Service) SaveCourse(ctx context.Context, id int64, s SaveCourse) (Course, error) {
	if err := check.Input(s); err != nil {
		return Course{}, err
	}
	if err := checkCourse(c.Keeper, s.Course, "course"); err != nil {
		return Course{}, err
	}
	var saved Course
	err := c.Write(ctx, &saved, func(tx *ledger.Tx) error {
		d, err := record.Courses.Get(ctx, tx, id)
		if err != nil {
			return record.MissingOr(err, "treatment", id)
		}
		v, err := c.Visit(ctx, tx, d.PlantID)
		if err != nil {
			return err
		}
		d.Version, d.Value.Course = s.Version, s.Course
		if d, err = keepCourse(ctx, v, d, s.Closed); err != nil {
			return err
		}
		saved, err = withSchedule(ctx, v, d)
		return err
	})
	return saved, err
}

func keepCourse(
	ctx context.Context, v *record.Visit,
	d ledger.Doc[record.CourseDoc],
	closed bool,
) (ledger.Doc[record.CourseDoc], error) {
	switch {
	case !closed:
		d.Value.ClosedOn, d.State = "", ledger.InHand
	case d.Value.ClosedOn == "":
		d.Value.ClosedOn, d.State = v.Keeper.Today(), ledger.Closed
	}
	d, err := record.Courses.Save(ctx, v.Tx, d, v.Keeper.Stamp())
	if err != nil {
		return d, err
	}
	return d, v.Tx.Plants().Touch(ctx, v.Row.ID, v.Keeper.Stamp())
}

// ComputeSchedule works a schedule out without saving anything.
func (c *Service) ComputeSchedule(s PestSchedule) (judgement.Scheduled, error) {
	if err := check.Input(s); err != nil {
		return judgement.Scheduled{}, err
	}
	if list := s.Course.Faults(); len(list) > 0 {
		return judgement.Scheduled{}, list.Under("course")
	}
	if (s.LowC == nil) != (s.HighC == nil) {
		return judgement.Scheduled{}, record.OneFault("high_c", message.Of("clinic.pests.give-both-the-low-and"), message.Of("limits.both-or-neither"), nil)
	}
	now := c.Now()
	if s.On != "" {
		day, err := time.ParseInLocation(time.DateOnly, s.On, now.Location())
		if err != nil {
			return judgement.Scheduled{}, err
		}
		now = day.Add(12 * time.Hour)
	}
	if list := tooLongAgo(s.Course, now); len(list) > 0 {
		return judgement.Scheduled{}, list.Under("course")
	}
	place := &climate.Station{Zone: now.Location(), Days: map[string]climate.Day{}, Hours: map[int64]float64{}}
	if s.LowC != nil {
		if *s.LowC > *s.HighC {
			return judgement.Scheduled{}, record.OneFault("low_c", message.Of("clinic.pests.the-low-is-above-the"),
				message.Of("limits.at-most", message.Exact("figure", *s.HighC, "°C")), *s.LowC)
		}
		place.Usual = &climate.Day{LowC: *s.LowC, HighC: *s.HighC}
	}
	for i, d := range s.Days {
		if d.LowC > d.HighC {
			return judgement.Scheduled{}, record.OneFault(fmt.Sprintf("days[%d].low_c", i),
				message.Of("clinic.pests.the-low-is-above-the"), message.Of("limits.at-most", message.Exact("figure", d.HighC, "°C")), d.LowC)
		}
		place.Days[d.Day] = d
	}
	for _, h := range s.Hours {
		place.Hours[climate.HourOf(h.At)] = h.Celsius
	}
	of, err := pests.Plan(s.Course, place, now, s.Terete)
	return judgement.OfSchedule(of), err
}
