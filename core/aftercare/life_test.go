package aftercare_test

import (
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"therapeon/core/aftercare"
	"therapeon/core/climate"
	"therapeon/core/disputes"
	"therapeon/core/patient"
	"therapeon/core/pots"
	"therapeon/core/rehome"
	"therapeon/core/roots"
	"therapeon/core/taxa"
)

// life is a plant whose days are told one by one.
type life struct {
	t *testing.T
	aftercare.InCare
	began time.Time
}

// noon of the first day.
var begin = time.Date(2027, 4, 1, 12, 0, 0, 0, time.UTC)

// housed is a plant of a group that is given a home on day 0.
func housed(t *testing.T, group, route string, change ...func(*patient.Patient)) *life {
	t.Helper()
	profile, ok := taxa.Find(group)
	require.True(t, ok, group)
	humid := 55.0
	p := patient.Patient{
		Profile: profile,
		Intake:  patient.Intake{Tag: "a plant", Group: group, OldMedium: "bark", Pot: "clear", LeafCount: 5},
		House:   patient.House{Sides: disputes.Usual()},
		Site: &patient.Site{Name: "bench", Percent: &humid, Climate: &climate.Station{
			Zone: time.UTC, Usual: &climate.Day{LowC: 17, HighC: 24}, UsualHumidity: &humid,
		}},
		Now: begin,
	}
	p.Intake = p.Intake.OfKind()
	var pot *pots.Pot
	if r, _ := rehome.Table().Route(route); r.Potted() {
		pot = &pots.Pot{Wall: "clear", TopMM: 120, BottomMM: 90, HeightMM: 110}
	}
	p.Homes = []patient.Home{rehome.Stands(day(0), route, pot)}
	for _, c := range change {
		c(&p)
	}
	l := &life{t: t, began: begin, InCare: aftercare.InCare{Patient: &p, Pot: pot}}
	return l
}

func day(n int) string { return begin.AddDate(0, 0, n).Format(time.DateOnly) }

// fewRoots leaves it with two firm roots of ten.
func withRoots(live, dead int, tip roots.Tip) func(*patient.Patient) {
	return func(p *patient.Patient) {
		r := roots.Reading{}
		if live > 0 {
			r.Roots = append(r.Roots, roots.Root{
				ID: "l", Count: live, Tip: tip,
				Segments: []roots.Segment{{LengthMM: num(90.0), Feel: roots.Firm, Colour: roots.ColourPale}},
			})
		}
		if dead > 0 {
			r.Roots = append(r.Roots, roots.Root{
				ID: "d", Count: dead, Segments: []roots.Segment{{LengthMM: num(90.0), Feel: roots.Hollow}},
			})
		}
		p.Reading = &patient.Reading{On: day(0), Roots: r, Checks: roots.Checks{}}
	}
}

// on is its aftercare on a day.
func (l *life) on(n int) aftercare.Care {
	l.Patient = l.Patient.At(l.began.AddDate(0, 0, n))
	return aftercare.For(&l.InCare)
}

// sees notes a check-in on a day.
func (l *life) sees(n int, c patient.Checkin) *life {
	l.Seen = append(l.Seen, patient.Seen{
		ID: int64(len(l.Seen) + 1), At: l.began.AddDate(0, 0, n).Add(time.Duration(len(l.Seen)) * time.Second),
		On: day(n), Noted: c,
	})
	return l
}

// does a job on a day.
func (l *life) does(n int, job string) *life {
	l.Care = append(l.Care, patient.Tended{
		ID: int64(len(l.Care) + 1), At: l.began.AddDate(0, 0, n).Add(time.Minute), On: day(n), Job: job,
		Outcome: patient.TendedDone,
	})
	return l
}

// leaves a job on a day.
func (l *life) leaves(n int, job, because string) *life {
	l.does(n, job)
	t := &l.Care[len(l.Care)-1]
	t.Outcome, t.Because = patient.TendedLeft, because
	return l
}

// due is the next turn of a job.
func due(c aftercare.Care, job string) *aftercare.Due {
	for _, d := range c.Due {
		if d.Job == job {
			return &d
		}
	}
	return nil
}

func home(c aftercare.Care) aftercare.Running {
	if len(c.Runs) == 0 {
		return aftercare.Running{}
	}
	return c.Runs[0]
}

func gate(c aftercare.Care, code string) *aftercare.Standing {
	for _, r := range c.Runs {
		for _, g := range r.Gates {
			if g.Code == code {
				return &g
			}
		}
	}
	return nil
}

func sounding(c aftercare.Care) (codes []string) {
	for _, a := range c.Alarms {
		codes = append(codes, a.Code)
	}
	return codes
}

func num[T any](v T) *T { return &v }

func slicesByTime(all []patient.Weight) {
	slices.SortFunc(all, func(a, b patient.Weight) int { return a.At.Compare(b.At) })
}
