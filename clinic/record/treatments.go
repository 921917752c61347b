package record

import (
	"cmp"
	"context"
	"slices"
	"time"

	"therapeon/core/patient"
	"therapeon/core/pests"
	"therapeon/ledger"
)

// treated loads what was done to the plant: incidents, treatments, spikes cut.
func (r *Record) treated(ctx context.Context) error {
	incidents, err := r.Tx.Events().Incidents(ctx, r.Row.ID)
	if err != nil {
		return err
	}
	for _, i := range incidents {
		r.Base.Incidents = append(r.Base.Incidents, patient.Incident{On: i.HappenedOn, What: i.What})
	}
	treatments, err := CoursesOf(ctx, r.Tx, r.Row.ID)
	if err := cmp.Or(err, ledger.Sound(treatments)); err != nil {
		return err
	}
	for _, t := range treatments {
		course := t.Value.Course
		pest, _ := pests.Find(course.Pest)
		for _, on := range course.Rounds {
			day := patient.TreatedDay{On: on, Pest: course.Pest, Products: pest.Products}
			r.Base.Rounds = append(r.Base.Rounds, day)
		}
		if t.State != ledger.Closed && len(course.Rounds) > 0 {
			if err := r.roundDue(ctx, course); err != nil {
				return err
			}
		}
	}
	r.Base.Round = cmp.Or(r.Base.Round, patient.FirstRound(&r.Base))
	r.Base.Deeds, err = deeds(ctx, r.Tx, r.Row.ID)
	r.Base.Spikes = spikes(r.Base.Deeds)
	return err
}

// roundDue notes the day on which a treatment that runs is due, the earliest of them.
func (r *Record) roundDue(ctx context.Context, course pests.Course) error {
	first, err := time.Parse(time.DateOnly, slices.Min(course.Rounds))
	if err != nil {
		return err
	}
	p := r.Base
	p.Forget()
	if p.Site, err = r.SiteNow(ctx, first.AddDate(0, -1, 0)); err != nil {
		return err
	}
	s, err := pests.Plan(course, p.Around().Temperatures(), p.Now, p.Intake.TereteLeaves)
	if err != nil {
		return nil //nolint:nilerr // its own page says what is wrong with it
	}
	if next := s.Round(); next.On != "" && (r.Base.Round.On == "" || next.On < r.Base.Round.On) {
		r.Base.Round = next
	}
	return nil
}

// CoursesOf are a plant's treatments, those that go on first, the newest first.
func CoursesOf(ctx context.Context, tx *ledger.Tx, plantID int64) ([]ledger.Doc[CourseDoc], error) {
	all, err := Courses.Of(ctx, tx, plantID)
	slices.SortStableFunc(all, func(a, b ledger.Doc[CourseDoc]) int {
		return cmp.Compare(AsInt(a.State == ledger.Closed), AsInt(b.State == ledger.Closed))
	})
	return all, err
}

// CourseDoc is a treatment as it is kept.
type CourseDoc struct {
	Course   pests.Course `json:"course"`
	ClosedOn string       `json:"closed_on,omitempty"`
}
