package clinic

import (
	"context"
	"fmt"
	"slices"
	"time"

	"therapeon/clinic/check"
	"therapeon/core/cleaning"
	"therapeon/core/climate"
	"therapeon/core/fault"
	"therapeon/core/knowledge"
	"therapeon/core/pests"
	"therapeon/store/sqlc"
)

// Course is a treatment of a plant against a pest, with its schedule.
type Course struct {
	ID       int64          `json:"id" required:"true"`
	PlantID  int64          `json:"plant_id" required:"true"`
	Version  int64          `json:"version" required:"true"`
	Course   pests.Course   `json:"course" required:"true"`
	ClosedOn string         `json:"closed_on,omitempty"`
	Schedule pests.Schedule `json:"schedule" required:"true"`
	Warmth   string         `json:"warmth" required:"true" description:"where the temperatures come from, in words"`

	Unreadable string `json:"unreadable,omitempty" description:"said where what is kept of it cannot be read"`
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
	LowC   *float64      `json:"low_c,omitempty" validate:"omitempty,min=-30,max=60" description:"a usual night; needed when no days are given"`
	HighC  *float64      `json:"high_c,omitempty" validate:"omitempty,min=-30,max=60"`
	Days   []climate.Day `json:"days,omitempty" validate:"max=1000,dive" description:"lows and highs as they were"`
	Hours  []HourC       `json:"hours,omitempty" validate:"max=20000,dive" description:"hourly means as they were"`
	Terete bool          `json:"terete_leaves,omitempty"`
	On     string        `json:"on,omitempty" validate:"omitempty,day" description:"the day it is asked for; left out: today"`
}

// HourC is the mean temperature of an hour.
type HourC struct {
	At      time.Time `json:"at" required:"true" description:"its beginning, with its offset"`
	Celsius float64   `json:"celsius" required:"true" validate:"min=-30,max=60"`
}

// Courses lists a plant's treatments, those that go on first.
func (c *Clinic) Courses(ctx context.Context, plantID int64) ([]Course, error) {
	return read(ctx, c, func(q *sqlc.Queries) ([]Course, error) { return c.courses(ctx, q, plantID) })
}

func (c *Clinic) courses(ctx context.Context, q *sqlc.Queries, plantID int64) ([]Course, error) {
	v, err := c.visit(ctx, q, plantID)
	if err != nil {
		return nil, err
	}
	rows, err := q.ListCourses(ctx, plantID)
	if err != nil {
		return nil, fmt.Errorf("list treatments: %w", err)
	}
	list := make([]Course, len(rows))
	for i, row := range rows {
		if list[i], err = v.course(ctx, row); err != nil {
			list[i] = Course{
				ID:         row.ID,
				PlantID:    row.PlantID,
				Version:    row.Version,
				ClosedOn:   row.ClosedOn,
				Unreadable: unread("this treatment", row.ID, err),
				Course:     pests.Course{Rounds: []string{}},
				Schedule: pests.Schedule{
					Rounds:   []pests.Round{},
					Line:     []pests.Day{},
					Notes:    []knowledge.Text{},
					Cautions: []string{},
				},
			}
		}
	}
	return list, nil
}

func (v *visit) course(ctx context.Context, row sqlc.Course) (Course, error) {
	var seen *Inspection
	if v.seen != nil {
		seen = &v.seen.Inspection
	}
	return v.clinic.courseOf(ctx, v.q, row, v.row, seen)
}

// courseOf is a treatment with its schedule, over the temperatures of its plant.
func (c *Clinic) courseOf(
	ctx context.Context,
	q *sqlc.Queries,
	row sqlc.Course,
	plant sqlc.Plant,
	seen *Inspection,
) (Course, error) {
	doc, err := fromDoc[pests.Course]("treatment", row.ID, row.Doc)
	if err != nil {
		return Course{}, err
	}
	all := Course{ID: row.ID, PlantID: row.PlantID, Version: row.Version, Course: doc, ClosedOn: row.ClosedOn}
	if len(doc.Rounds) == 0 {
		return Course{}, fmt.Errorf("treatment %d has no round", row.ID)
	}
	first, err := time.Parse(time.DateOnly, slices.Min(doc.Rounds))
	if err != nil {
		return all, err
	}
	place, words, err := c.temperatures(ctx, q, plant, seen, first.AddDate(0, -1, 0))
	if err != nil {
		return all, err
	}
	all.Warmth = words
	all.Schedule, err = pests.Plan(doc, place, c.now(), plant.TereteLeaves != 0)
	return all, err
}

// DueRound is a treatment that is to be repeated today, or looked at for the
// all-clear.
type DueRound struct {
	PlantID  int64  `json:"plant_id" required:"true"`
	Tag      string `json:"tag" required:"true"`
	Pest     string `json:"pest" required:"true"`
	Headline string `json:"headline" required:"true"`
	Overdue  bool   `json:"overdue,omitempty"`
}

// DueRounds lists what is due today against pests, on the whole bench; plants
// that are kept apart come last.
func (c *Clinic) DueRounds(ctx context.Context) ([]DueRound, error) {
	return read(ctx, c, func(q *sqlc.Queries) ([]DueRound, error) { return c.dueRounds(ctx, q) })
}

func (c *Clinic) dueRounds(ctx context.Context, q *sqlc.Queries) ([]DueRound, error) {
	rows, err := q.OpenCourses(ctx)
	if err != nil {
		return nil, fmt.Errorf("list treatments: %w", err)
	}
	due, today := []DueRound{}, c.today()
	for _, row := range rows {
		at, err := c.openCourse(ctx, q, row)
		if err != nil {
			due = append(
				due,
				DueRound{
					PlantID:  row.Plant.ID,
					Tag:      row.Plant.Tag,
					Headline: unread("its treatment", row.Course.ID, err),
				},
			)
			continue
		}
		s := at.Schedule
		d := DueRound{PlantID: row.Plant.ID, Tag: row.Plant.Tag, Pest: s.Pest.Name, Headline: s.Headline}
		switch {
		case s.AllClear != "":
		case s.Next != nil && s.Next.From <= today:
			d.Overdue = s.Next.Latest < today
			due = append(due, d)
		case s.Next == nil && s.LookOn != "" && s.LookOn <= today:
			due = append(due, d)
		}
	}
	return due, nil
}

// openCourse is a treatment that goes on, as its plant was last looked at.
func (c *Clinic) openCourse(ctx context.Context, q *sqlc.Queries, row sqlc.OpenCoursesRow) (Course, error) {
	if row.Noted == "" {
		return c.courseOf(ctx, q, row.Course, row.Plant, nil)
	}
	seen, err := fromDoc[Inspection]("look of plant", row.Plant.ID, row.Noted)
	if err != nil {
		return Course{}, err
	}
	return c.courseOf(ctx, q, row.Course, row.Plant, &seen)
}

// StartCourse begins a treatment. A plant has one against a pest at a time.
func (c *Clinic) StartCourse(ctx context.Context, plantID int64, course pests.Course) (Course, error) {
	if err := c.checkCourse(course, ""); err != nil {
		return Course{}, err
	}
	var started Course
	err := c.write(ctx, &started, func(q *sqlc.Queries) error {
		v, err := c.visit(ctx, q, plantID)
		if err != nil {
			return err
		}
		if row, err := v.openCourse(ctx, course.Pest); err != nil || row != nil {
			if err == nil {
				err = oneFault(
					"pest",
					"A treatment against this pest goes on already. Note the round there.",
					"one treatment a pest",
					course.Pest,
				)
			}
			return err
		}
		row, err := v.newCourse(ctx, course)
		if err != nil {
			return err
		}
		started, err = v.course(ctx, row)
		return err
	})
	return started, err
}

func (v *visit) newCourse(ctx context.Context, course pests.Course) (sqlc.Course, error) {
	doc, err := asDoc(course)
	if err != nil {
		return sqlc.Course{}, err
	}
	row, err := v.q.CreateCourse(ctx, sqlc.CreateCourseParams{PlantID: v.row.ID, Doc: doc, Now: v.clinic.stamp()})
	if err != nil {
		return row, fmt.Errorf("begin treatment: %w", err)
	}
	return row, v.q.TouchPlant(ctx, sqlc.TouchPlantParams{ID: v.row.ID, Now: v.clinic.stamp()})
}

func (v *visit) openCourse(ctx context.Context, pest string) (*sqlc.Course, error) {
	rows, err := v.q.ListCourses(ctx, v.row.ID)
	if err != nil {
		return nil, err
	}
	for _, row := range rows {
		doc, err := fromDoc[pests.Course]("treatment", row.ID, row.Doc)
		if err != nil {
			return nil, err
		}
		if row.ClosedOn == "" && doc.Pest == pest {
			return &row, nil
		}
	}
	return nil, nil
}

// checkCourse holds a course to its limits: nothing is done in days to come.
func (c *Clinic) checkCourse(course pests.Course, under string) error {
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
			list = check.Future(list, fmt.Sprintf("%s[%d]", of.field, i), day, c.now())
			if day < first {
				list = append(
					list,
					fault.Fault{
						Field: fmt.Sprintf("%s[%d]", of.field, i),
						Value: day,
						Limit: "not before " + first,
						Words: "That is before the first round.",
					},
				)
			}
		}
	}
	list = append(list, tooLongAgo(course, c.now())...)
	if len(list) == 0 {
		return nil
	}
	if under != "" {
		list = list.Under(under)
	}
	return list
}

// tooLongAgo holds a course to the time that a schedule looks over.
func tooLongAgo(course pests.Course, now time.Time) fault.List {
	first := slices.Min(course.Rounds)
	if day, err := time.Parse(time.DateOnly, first); err != nil || !day.Before(now.AddDate(-2, 0, 0)) {
		return nil
	}
	return oneFault("rounds[0]", "That is more than two years ago. Begin a new treatment.", "within two years", first)
}

// SaveCourse keeps a treatment; an older version is refused.
func (c *Clinic) SaveCourse(ctx context.Context, id int64, s SaveCourse) (Course, error) {
	if err := check.Input(s); err != nil {
		return Course{}, err
	}
	if err := c.checkCourse(s.Course, "course"); err != nil {
		return Course{}, err
	}
	var saved Course
	err := c.write(ctx, &saved, func(q *sqlc.Queries) error {
		row, err := q.GetCourse(ctx, id)
		if err != nil {
			return missing(err, "treatment", id)
		}
		if row.Version != s.Version {
			return Conflict{
				What:    "treatment",
				Version: row.Version,
				Changes: []string{"Rounds or looks were noted there."},
			}
		}
		v, err := c.visit(ctx, q, row.PlantID)
		if err != nil {
			return err
		}
		row, err = v.keepCourse(ctx, row, s.Course, s.Closed)
		if err != nil {
			return err
		}
		saved, err = v.course(ctx, row)
		return err
	})
	return saved, err
}

func (v *visit) keepCourse(
	ctx context.Context,
	row sqlc.Course,
	course pests.Course,
	closed bool,
) (sqlc.Course, error) {
	doc, err := asDoc(course)
	if err != nil {
		return row, err
	}
	on := row.ClosedOn
	switch {
	case !closed:
		on = ""
	case on == "":
		on = v.clinic.today()
	}
	row, err = v.q.SaveCourse(
		ctx,
		sqlc.SaveCourseParams{ID: row.ID, Version: row.Version, Doc: doc, ClosedOn: on, Now: v.clinic.stamp()},
	)
	if err != nil {
		return row, fmt.Errorf("keep treatment: %w", err)
	}
	return row, v.q.TouchPlant(ctx, sqlc.TouchPlantParams{ID: v.row.ID, Now: v.clinic.stamp()})
}

// round notes a round of treatment when the job that is one is done, and takes
// it back when the job is opened again. The pests are those acted on.
func (v *visit) round(ctx context.Context, j cleaning.Job, state, markedOn string) error {
	if j.Product == "" || v.seen == nil {
		return nil
	}
	for _, judged := range v.seen.Causes.Causes {
		pest, ok := pests.Find(judged.Code)
		if !ok || !judged.ActOn || !slices.Contains(pest.Products, j.Product) {
			continue
		}
		if err := v.roundOf(ctx, pest, state, markedOn); err != nil {
			return err
		}
	}
	return nil
}

func (v *visit) roundOf(ctx context.Context, pest pests.Pest, state, markedOn string) error {
	row, err := v.openCourse(ctx, pest.Code)
	if err != nil {
		return err
	}
	today := v.clinic.today()
	if row == nil {
		if state == cleaning.Done {
			_, err = v.newCourse(ctx, pests.Course{Pest: pest.Code, Rounds: []string{today}})
		}
		return err
	}
	doc, err := fromDoc[pests.Course]("treatment", row.ID, row.Doc)
	if err != nil {
		return err
	}
	switch {
	case state == cleaning.Done && !slices.Contains(doc.Rounds, today):
		doc.Rounds = append(doc.Rounds, today)
	case state != cleaning.Done && markedOn != "" && slices.Contains(doc.Rounds, markedOn):
		if len(doc.Rounds) == 1 {
			return v.q.DeleteCourse(ctx, row.ID)
		}
		doc.Rounds = slices.DeleteFunc(doc.Rounds, func(d string) bool { return d == markedOn })
	default:
		return nil
	}
	_, err = v.keepCourse(ctx, *row, doc, false)
	return err
}

// ComputeSchedule works a schedule out without saving anything.
func (c *Clinic) ComputeSchedule(s PestSchedule) (pests.Schedule, error) {
	if err := check.Input(s); err != nil {
		return pests.Schedule{}, err
	}
	if list := s.Course.Faults(); len(list) > 0 {
		return pests.Schedule{}, list.Under("course")
	}
	if (s.LowC == nil) != (s.HighC == nil) {
		return pests.Schedule{}, oneFault("high_c", "Give both the low and the high.", "both", nil)
	}
	now := c.now()
	if s.On != "" {
		day, err := time.ParseInLocation(time.DateOnly, s.On, now.Location())
		if err != nil {
			return pests.Schedule{}, err
		}
		now = day.Add(12 * time.Hour)
	}
	if list := tooLongAgo(s.Course, now); len(list) > 0 {
		return pests.Schedule{}, list.Under("course")
	}
	place := &climate.Place{Zone: now.Location(), Days: map[string]climate.Day{}, Hours: map[int64]float64{}}
	if s.LowC != nil {
		if *s.LowC > *s.HighC {
			return pests.Schedule{}, oneFault(
				"low_c",
				"The low is above the high.",
				fmt.Sprintf("at most %g °C", *s.HighC),
				*s.LowC,
			)
		}
		place.Usual = &climate.Day{LowC: *s.LowC, HighC: *s.HighC}
	}
	for i, d := range s.Days {
		if d.LowC > d.HighC {
			return pests.Schedule{}, oneFault(
				fmt.Sprintf("days[%d].low_c", i),
				"The low is above the high.",
				fmt.Sprintf("at most %g °C", d.HighC),
				d.LowC,
			)
		}
		place.Days[d.Day] = d
	}
	for _, h := range s.Hours {
		place.Hours[climate.HourOf(h.At)] = h.Celsius
	}
	return pests.Plan(s.Course, place, now, s.Terete)
}
