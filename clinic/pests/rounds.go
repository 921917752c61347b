package pests

import (
	"context"
	"slices"

	"therapeon/clinic/record"
	"therapeon/core/cleaning"
	"therapeon/core/patient"
	"therapeon/core/pests"
	"therapeon/core/work"
	"therapeon/ledger"
)

// Jobs of the aftercare that are rounds of a treatment, or the look that can give its all-clear.
const (
	RoundJob = "round"
	LensJob  = "lens"
)

// Ticked notes a round, or a clear look, of a day in the treatments for which it was due; what is not done after
// all is taken back.
func Ticked(ctx context.Context, v *record.Visit, job, day string, done bool) error {
	all, err := record.CoursesOf(ctx, v.Tx, v.Row.ID)
	if err != nil {
		return err
	}
	if first := patient.FirstRound(v.Patient); job == RoundJob && done && first.On != "" {
		_, err := newCourse(ctx, v, pests.Course{Pest: first.Pest, Rounds: []string{day}})
		return err
	}
	for _, d := range all {
		if d.Err != nil || d.State == ledger.Closed {
			continue
		}
		at, err := withSchedule(ctx, v, d)
		if err != nil {
			return err
		}
		next := at.Schedule.Round()
		of := &d.Value.Course.Rounds
		if job == LensJob {
			of = &d.Value.Course.Clear
		}
		due := next.On != "" && (next.On <= day || next.Pest == v.Patient.Round.Pest) // the next one may be done early
		switch has := slices.Contains(*of, day); {
		case done && !has && due && next.Look == (job == LensJob):
			*of = append(*of, day)
		case !done && has && job == RoundJob && begunBy(v.Patient, d.Value.Course, day):
			return record.Courses.Drop(ctx, v.Tx, d.ID)
		case !done && has && (len(*of) > 1 || job == LensJob):
			*of = slices.DeleteFunc(*of, func(on string) bool { return on == day })
		default:
			continue
		}
		if _, err := keepCourse(ctx, v, d, false); err != nil {
			return err
		}
	}
	return nil
}

// begunBy holds for a treatment that a first round in a new home began: without it that round would be due.
func begunBy(p *patient.Patient, c pests.Course, day string) bool {
	without := *p
	without.Rounds = slices.DeleteFunc(slices.Clone(p.Rounds), func(r patient.TreatedDay) bool {
		return r.Pest == c.Pest && r.On == day
	})
	return len(c.Rounds) == 1 && patient.FirstRound(&without).Pest == c.Pest
}

// RoundDone notes a round of treatment when the job that is one is done, and takes
// it back when the job is opened again. The pests are those acted on.
func RoundDone(ctx context.Context, v *record.Visit, j cleaning.Job, state work.State, markedOn string) error {
	if j.Product == "" {
		return nil
	}
	for _, kinds := range pests.Against(j.Product, v.Heard().Acted) {
		var treated []pests.Pest
		for _, kind := range kinds {
			row, err := openCourseOf(ctx, v, kind.Code)
			if err != nil {
				return err
			}
			if row != nil {
				treated = append(treated, kind)
			}
		}
		if len(treated) == 0 {
			treated = kinds[:1] // which kind was not said
		}
		for _, kind := range treated {
			if err := roundOf(ctx, v, kind, state, markedOn); err != nil {
				return err
			}
		}
	}
	return nil
}

func roundOf(ctx context.Context, v *record.Visit, pest pests.Pest, state work.State, markedOn string) error {
	row, err := openCourseOf(ctx, v, pest.Code)
	if err != nil {
		return err
	}
	today := v.Keeper.Today()
	if row == nil {
		if state == work.Done {
			_, err = newCourse(ctx, v, pests.Course{Pest: pest.Code, Rounds: []string{today}})
		}
		return err
	}
	rounds := row.Value.Course.Rounds
	switch {
	case state == work.Done && !slices.Contains(rounds, today):
		row.Value.Course.Rounds = append(rounds, today)
	case state != work.Done && markedOn != "" && slices.Contains(rounds, markedOn):
		if len(rounds) == 1 {
			return record.Courses.Drop(ctx, v.Tx, row.ID)
		}
		row.Value.Course.Rounds = slices.DeleteFunc(rounds, func(d string) bool { return d == markedOn })
	default:
		return nil
	}
	_, err = keepCourse(ctx, v, *row, false)
	return err
}
