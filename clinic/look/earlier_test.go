package look_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/clinic/history"
	lookservice "therapeon/clinic/look"
	rootsservice "therapeon/clinic/roots"
	"therapeon/clinic/trial"
	"therapeon/core/look"
	"therapeon/core/patient"
	"therapeon/core/pests"
	"therapeon/core/roots"
	"therapeon/language/english"
)

// Roots read between two looks belong to the first, those read later to the second.
func TestALookGoesByTheRootsReadBeforeTheNext(t *testing.T) {
	c := trial.NewClinic(t)
	p, first := trial.LookAt(t, c, patient.Intake{Tag: "B-12", Group: "phalaenopsis"})
	first = note(t, c, first, patient.Inspection{Findings: trial.Found("stays-wet")})
	read := func(days int, feel roots.Feel) {
		then := c.At(func() time.Time { return trial.Day.AddDate(0, 0, days) })
		r, err := then.Roots.StartReading(t.Context(), p.ID, rootsservice.Start{})
		require.NoError(t, err)
		trial.Save(t, then, r, trial.Entry("a", 10, 60, feel))
	}
	read(3, roots.Mushy)
	later := c.At(func() time.Time { return trial.Day.AddDate(0, 0, 30) })
	second, err := later.Look.StartLook(t.Context(), p.ID, lookservice.StartLook{})
	require.NoError(t, err)
	second = note(t, later, second, patient.Inspection{Findings: trial.Found("stays-wet")})
	read(31, roots.Firm)
	mushy := func(id int64) (is patient.FindingState) {
		i, err := c.Look.Inspection(t.Context(), id)
		require.NoError(t, err)
		for _, k := range i.Causes.Known {
			if k.Finding == "mushy-roots" {
				is = k.State
			}
		}
		return is
	}
	assert.EqualValues(t, "present", mushy(first.ID))
	assert.EqualValues(t, "absent", mushy(second.ID))
}

func TestTreatmentsAndIncidentsAreKnownToTheNextLook(t *testing.T) {
	c := trial.NewClinic(t)
	p := trial.Mites(t, c)
	_, err := c.Pests.StartCourse(t.Context(), p.ID, pests.Course{Pest: "spider-mites", Rounds: []string{"2030-04-02"}})
	require.NoError(t, err)
	_, err = c.History.Incident(t.Context(), p.ID, history.Incident{What: "lost-root"})
	require.NoError(t, err)
	knownOn := func(days int) string {
		later := c.At(func() time.Time { return trial.Day.AddDate(0, 0, days) })
		s, err := later.Look.StartLook(t.Context(), p.ID, lookservice.StartLook{})
		require.NoError(t, err)
		s, err = later.Look.SaveInspection(
			t.Context(),
			s.ID,
			lookservice.SaveInspection{
				Version:    s.Version,
				LookedOn:   s.LookedOn,
				Inspection: patient.Inspection{Findings: patient.Findings{"dull-film": "present"}},
			},
		)
		require.NoError(t, err)
		said := ""
		for _, k := range s.Causes.Known {
			said += k.Finding + ": " + english.Say(k.From) + "\n"
		}
		return said
	}
	soon := knownOn(10)
	assert.Contains(t, soon, "oil-or-soap: Clean, on 2 Apr 2030: oil or soap against pests")
	assert.Contains(t, soon, "wound: Clean, on 2 Apr 2030: roots torn off")
	late := knownOn(60)
	assert.NotContains(t, late, "oil-or-soap")
	assert.NotContains(t, late, "wound")
}

func TestLeafSizesAreRememberedLookByLook(t *testing.T) {
	c := trial.NewClinic(t)
	p, i := trial.LookAt(t, c, patient.Intake{Tag: "B-4", Group: "phalaenopsis"})
	note(t, c, i, patient.Inspection{NewestLeafMM: trial.Mm(150), LeafBeforeMM: trial.Mm(200)})
	later := c.At(func() time.Time { return trial.Day.AddDate(0, 3, 0) })
	next, err := later.Look.StartLook(t.Context(), p.ID, lookservice.StartLook{})
	require.NoError(t, err)
	next = note(t, later, next, patient.Inspection{NewestLeafMM: trial.Mm(205), LeafBeforeMM: trial.Mm(150)})
	require.Len(t, next.Leaves, 2)
	assert.True(t, *next.Leaves[0].Smaller)
	assert.False(t, *next.Leaves[1].Smaller)
	assert.Equal(t, "2030-04-02", next.Leaves[0].On)
}

// No look says leave it while its causes raise an alarm, or take the medium off.
func TestALookDoesNotSayLeaveItAgainstItsCauses(t *testing.T) {
	c := trial.NewClinic(t)
	p := trial.Confirmed(t, c, patient.Intake{Tag: "Stale", Group: "phalaenopsis", LeafCount: 4},
		patient.Inspection{Findings: patient.Findings{"leaves-limp": "absent"}}, "suffocation")
	at, err := c.Intake.Plant(t.Context(), p.ID)
	require.NoError(t, err)
	assert.NotEqual(t, look.Leave, at.Looked.Decision, "its plan takes the medium off: %+v", at.Looked)
	assert.True(t, at.Looked.Strips)

	_, s := trial.LookAt(t, c, patient.Intake{Tag: "Alarm", Group: "cattleya", LeafCount: 4, BulbCount: 5})
	s = note(t, c, s, patient.Inspection{Findings: patient.Findings{"leaves-one-sided": "present", "leaves-limp": "present"}})
	require.NotEmpty(t, s.Causes.Alarms)
	assert.NotEqual(t, look.Leave, s.Look.Decision)
}
