// Package trial begins plants for the tests of the services: what several of them need.
package trial

import (
	"bytes"
	"database/sql"
	"path/filepath"
	"slices"
	"testing"
	"time"

	"github.com/ledongthuc/pdf"
	"github.com/stretchr/testify/require"

	"therapeon/clinic"
	"therapeon/clinic/bench"
	cleaningservice "therapeon/clinic/cleaning"
	"therapeon/clinic/intake"
	lookservice "therapeon/clinic/look"
	raceservice "therapeon/clinic/race"
	"therapeon/clinic/record"
	rehomeservice "therapeon/clinic/rehome"
	rootsservice "therapeon/clinic/roots"
	"therapeon/clinic/weights"
	"therapeon/core/cleaning"
	"therapeon/core/fault"
	"therapeon/core/leaves"
	"therapeon/core/patient"
	"therapeon/core/race"
	"therapeon/core/rehome"
	"therapeon/core/roots"
	"therapeon/core/work"
	"therapeon/ledger"
)

// Confirmed is a plant looked over, with its causes confirmed.
func Confirmed(
	t *testing.T,
	c *clinic.Clinic,
	in patient.Intake,
	noted patient.Inspection,
	causes ...string,
) intake.Plant {
	t.Helper()
	p, err := c.Intake.AddPlant(t.Context(), in)
	require.NoError(t, err)
	s, err := c.Look.StartLook(t.Context(), p.ID, lookservice.StartLook{})
	require.NoError(t, err)
	noted.Decisions = map[string]patient.Decision{}
	for _, code := range causes {
		noted.Decisions[code] = patient.Decision{Word: "confirmed"}
	}
	_, err = c.Look.SaveInspection(t.Context(), s.ID,
		lookservice.SaveInspection{Version: s.Version, LookedOn: s.LookedOn, Inspection: noted})
	require.NoError(t, err)
	return p
}

// Mites is a plant with spider mites, confirmed.
func Mites(t *testing.T, c *clinic.Clinic) intake.Plant {
	return Confirmed(
		t,
		c,
		patient.Intake{Tag: "Mites", Group: "cymbidium"},
		patient.Inspection{
			Findings:  patient.Findings{"stippled": "present", "webs": "present"},
			NightLowC: Mm(20),
			DayHighC:  Mm(30),
		},
		"spider-mites",
	)
}

// JobIn finds a job of a plan by its code.
func JobIn(t *testing.T, p cleaning.Plan, code string) cleaning.Job {
	t.Helper()
	i := slices.IndexFunc(p.Jobs, func(j cleaning.Job) bool { return j.Code == code })
	require.GreaterOrEqual(t, i, 0, code)
	return p.Jobs[i]
}

// read acknowledges all cautions of a job.
func Acknowledged(t *testing.T, c *clinic.Clinic, person string, j cleaning.Job) {
	t.Helper()
	a := cleaningservice.Acknowledge{Person: person}
	for _, caution := range j.Care {
		a.Seen = append(a.Seen, work.Seen{Product: j.Product, Caution: caution.Code})
	}
	if len(a.Seen) > 0 {
		_, err := c.Cleaning.Acknowledge(t.Context(), a)
		require.NoError(t, err)
	}
}

// FieldOf is the field that an error is about.
func FieldOf(t *testing.T, err error) string {
	t.Helper()
	var list fault.List
	require.ErrorAs(t, err, &list)
	return list[0].Field
}

// MustPlan is the cleaning plan of a plant.
func MustPlan(t *testing.T, c *clinic.Clinic, plant int64) cleaning.Plan {
	t.Helper()
	all, err := c.Cleaning.Cleaning(t.Context(), plant, "")
	require.NoError(t, err)
	return all.Plan.Plan
}

// Day is the day on which the tests begin, at ten in the morning.
var Day = time.Date(2030, 4, 2, 10, 0, 0, 0, time.UTC)

// NewClinic opens a clinic on an empty file, whose clock stands at Day.
func NewClinic(t *testing.T) *clinic.Clinic {
	t.Helper()
	s, err := ledger.Open(t.Context(), filepath.Join(t.TempDir(), "bench.sqlite"))
	require.NoError(t, err)
	t.Cleanup(func() { _ = s.Close() })
	return clinic.New(s, func() time.Time { return Day })
}

// Mm is a length.
func Mm(v float64) *float64 { return &v }

// Entry is an entry of a reading: so many roots of a length, mm, that feel alike.
func Entry(id string, n int, l float64, f roots.Feel) roots.Root {
	return roots.Root{ID: id, Count: n, Segments: []roots.Segment{{LengthMM: Mm(l), Feel: f}}}
}

// Begun is a plant whose reading was begun.
func Begun(t *testing.T, c *clinic.Clinic, in patient.Intake) (intake.Plant, rootsservice.Reading) {
	t.Helper()
	p, err := c.Intake.AddPlant(t.Context(), in)
	require.NoError(t, err)
	r, err := c.Roots.StartReading(t.Context(), p.ID, rootsservice.Start{})
	require.NoError(t, err)
	return p, r
}

// Save saves a reading with other roots.
func Save(t *testing.T, c *clinic.Clinic, r rootsservice.Reading, entries ...roots.Root) rootsservice.Reading {
	t.Helper()
	saved, err := c.Roots.SaveReading(t.Context(), r.ID,
		rootsservice.Save{Version: r.Version, ReadOn: r.ReadOn, Reading: roots.Reading{Roots: entries}})
	require.NoError(t, err)
	return saved
}

// Rows counts what is kept, table by table.
func Rows(t *testing.T, c *clinic.Clinic) map[string]int {
	t.Helper()
	db, err := sql.Open("sqlite", c.Records.DataFile())
	require.NoError(t, err)
	defer func() { _ = db.Close() }()
	count := map[string]int{}
	for _, table := range []string{"plants", "documents", "bases", "weighings", "incidents", "timers"} {
		var n int
		require.NoError(t, db.QueryRowContext(t.Context(), "SELECT COUNT(*) FROM "+table).Scan(&n))
		count[table] = n
	}
	return count
}

// Found are findings that are there.
func Found(codes ...string) patient.Findings {
	m := patient.Findings{}
	for _, c := range codes {
		m[c] = "present"
	}
	return m
}

// LookAt is a plant whose look was begun.
func LookAt(t *testing.T, c *clinic.Clinic, in patient.Intake) (intake.Plant, bench.Inspected) {
	t.Helper()
	p, err := c.Intake.AddPlant(t.Context(), in)
	require.NoError(t, err)
	i, err := c.Look.StartLook(t.Context(), p.ID, lookservice.StartLook{})
	require.NoError(t, err)
	return p, i
}

// Bared is a plant without a living root, out of its pot, in a place of its own.
func Bared(t *testing.T, c *clinic.Clinic, humidity float64) intake.Plant {
	t.Helper()
	place, err := c.Places.AddPlace(
		t.Context(),
		record.PlaceFacts{
			Name:            "Shed",
			Zone:            "UTC",
			LowC:            Mm(18),
			HighC:           Mm(24),
			HumidityPercent: &humidity,
			Light:           "shade",
		},
	)
	require.NoError(t, err)
	p, r := Begun(
		t,
		c,
		patient.Intake{
			Tag:       "Bare",
			Group:     "phalaenopsis",
			LeafCount: 4,
			Pot:       "none",
			OldMedium: "none",
			ArrivedOn: "2030-03-23",
			PlaceID:   place.ID,
			Blades:    []leaves.Blade{{LengthMM: 240, WidthMM: 90}, {LengthMM: 220, WidthMM: 80}},
		},
	)
	Save(t, c, r, Entry("a", 9, 80, roots.Hollow))
	return p
}

// WeighedOn keeps a weight of some days ago.
func WeighedOn(t *testing.T, c *clinic.Clinic, plant int64, daysAgo int, w weights.Weigh) []record.Weighed {
	t.Helper()
	list, err := c.At(func() time.Time { return Day.AddDate(0, 0, -daysAgo) }).Weights.Weigh(t.Context(), plant, w)
	require.NoError(t, err)
	return list
}

// Assumed is an assumption of a race, by its code.
func Assumed(t *testing.T, r raceservice.Race, code string) race.Assumption {
	t.Helper()
	i := slices.IndexFunc(r.Race.Assumptions, func(a race.Assumption) bool { return a.Code == code })
	require.GreaterOrEqual(t, i, 0, code)
	return r.Race.Assumptions[i]
}

// Rooted is a plant with sound roots and new tips.
func Rooted(t *testing.T, c *clinic.Clinic, in patient.Intake) intake.Plant {
	t.Helper()
	p, r := Begun(t, c, in)
	tips := Entry("b", 3, 60, roots.Firm)
	tips.Tip = roots.Growing
	Save(t, c, r, Entry("a", 8, 120, roots.Firm), tips)
	return p
}

// HomeOfPlant is the way home of a plant.
func HomeOfPlant(t *testing.T, c *clinic.Clinic, id int64) rehomeservice.Rehoming {
	t.Helper()
	r, err := c.Rehome.Rehoming(t.Context(), id, "Ada")
	require.NoError(t, err)
	return r
}

// PlanFor changes what is planned for a plant.
func PlanFor(t *testing.T, c *clinic.Clinic, id int64, p rehome.Plan) rehomeservice.Rehoming {
	t.Helper()
	r, err := c.Rehome.SavePlan(t.Context(), id,
		rehomeservice.SavePlan{Version: HomeOfPlant(t, c, id).Version, Plan: p}, "Ada")
	require.NoError(t, err)
	return r
}

// AllDone reads the cautions and does all jobs.
func AllDone(t *testing.T, c *clinic.Clinic, id int64) rehomeservice.Rehoming {
	t.Helper()
	r := HomeOfPlant(t, c, id)
	for _, j := range r.Jobs {
		for _, care := range j.Cautions {
			_, err := c.Cleaning.Acknowledge(t.Context(),
				cleaningservice.Acknowledge{Person: "Ada", Seen: []work.Seen{{Caution: care.Code}}})
			require.NoError(t, err)
		}
		var err error
		r, err = c.Rehome.MarkHomeJob(t.Context(), id,
			rehomeservice.MarkHomeJob{Job: j.Code, State: "done", Person: "Ada"})
		require.NoError(t, err)
	}
	return r
}

// Text is what is written in a PDF.
func Text(t *testing.T, body []byte) string {
	t.Helper()
	doc, err := pdf.NewReader(bytes.NewReader(body), int64(len(body)))
	require.NoError(t, err)
	words, err := doc.GetPlainText()
	require.NoError(t, err)
	var out bytes.Buffer
	_, err = out.ReadFrom(words)
	require.NoError(t, err)
	return out.String()
}
