package rehome_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/clinic"
	aftercareservice "therapeon/clinic/aftercare"
	"therapeon/clinic/intake"
	lookservice "therapeon/clinic/look"
	progressservice "therapeon/clinic/progress"
	rehomeservice "therapeon/clinic/rehome"
	"therapeon/clinic/trial"
	"therapeon/clinic/weights"
	"therapeon/core/patient"
	"therapeon/language/english"
)

func dueTags(t *testing.T, c *clinic.Clinic) (tags []string) {
	t.Helper()
	due, total, err := c.Intake.Plants(t.Context(), intake.Find{Due: true, Most: 50})
	require.NoError(t, err)
	require.EqualValues(t, len(due), total)
	for _, p := range due {
		tags = append(tags, p.Intake.Tag)
	}
	return tags
}

// tends does the jobs of a plant that are due.
func tends(t *testing.T, c *clinic.Clinic, id int64) {
	t.Helper()
	care, err := c.Aftercare.Aftercare(t.Context(), id)
	require.NoError(t, err)
	var ticks aftercareservice.Ticks
	for _, d := range care.Due {
		if d.On <= care.Day {
			ticks.Ticks = append(ticks.Ticks,
				aftercareservice.Tick{PlantID: id, Job: d.Job, Outcome: patient.TendedDone})
		}
	}
	_, err = c.Aftercare.Tend(t.Context(), ticks)
	require.NoError(t, err)
}

// The first look after a plant was held is due on its trial.Day; who weighs it has it in
// hand, and a look later than that is the look.
func TestTheFirstLookAfterAMoveIsDueUntilItWasDone(t *testing.T) {
	now := trial.Day
	c := trial.NewClinic(t).At(func() time.Time { return now })
	p := trial.Bared(t, c, 50)
	_, err := c.Rehome.Hold(t.Context(), p.ID, rehomeservice.Hold{Method: "tub"})
	require.NoError(t, err)
	held, err := c.Intake.Plant(t.Context(), p.ID)
	require.NoError(t, err)
	assert.Equal(t, "Humid tub, open", english.Say(held.Home))
	assert.Equal(t, "2030-04-02", held.HomeSince)
	assert.Equal(t, "2030-04-09", held.HomeLookOn, "a week: common practice, no source")
	assert.Empty(t, dueTags(t, c))

	now = trial.Day.AddDate(0, 0, 7)
	assert.Equal(t, []string{"Bare"}, dueTags(t, c))
	_, err = c.Weights.Weigh(t.Context(), p.ID, weights.Weigh{Kind: patient.BarePlant, Grams: 140})
	require.NoError(t, err)
	assert.Equal(t, []string{"Bare"}, dueTags(t, c), "its soak is due all the same")
	tends(t, c, p.ID)
	assert.Empty(t, dueTags(t, c), "it was in hand today")
	held, err = c.Intake.Plant(t.Context(), p.ID)
	require.NoError(t, err)
	assert.Equal(t, "2030-04-16", held.HomeLookOn)

	now = trial.Day.AddDate(0, 0, 15)
	assert.Equal(t, []string{"Bare"}, dueTags(t, c))
	s, err := c.Look.StartLook(t.Context(), p.ID, lookservice.StartLook{})
	require.NoError(t, err)
	assert.Equal(t, []string{"Bare"}, dueTags(t, c), "looking in is not yet a look")
	_, err = c.Look.SaveInspection(
		t.Context(),
		s.ID,
		lookservice.SaveInspection{
			Version:  s.Version,
			LookedOn: s.LookedOn,
			Inspection: patient.Inspection{
				Findings: patient.Findings{"leaves-limp": "absent"},
				AgainOn:  "2030-08-01",
			},
		},
	)
	require.NoError(t, err)
	tends(t, c, p.ID)
	assert.Equal(t, []string{"Bare"}, dueTags(t, c), "two weeks after its move it is looked back at")
	_, err = c.Progress.KeepLookBack(t.Context(), p.ID, progressservice.KeepLookBack{Of: "14", Again: patient.Yes})
	require.NoError(t, err)
	assert.Empty(t, dueTags(t, c))
}

// A home of an earlier trial.Day, noted late, does not move the plant back.
func TestAHomeNotedLateDoesNotMoveThePlantBack(t *testing.T) {
	c := trial.NewClinic(t)
	p := trial.Bared(t, c, 50)
	for _, h := range []rehomeservice.Hold{{Method: "lid", From: "2030-03-30"}, {Method: "tub", From: "2030-03-25"}} {
		_, err := c.Rehome.Hold(t.Context(), p.ID, h)
		require.NoError(t, err)
	}
	now, err := c.Intake.Plant(t.Context(), p.ID)
	require.NoError(t, err)
	assert.Equal(t, "Tub with a loose lid", english.Say(now.Home))
	r, err := c.Race.RaceOf(t.Context(), p.ID, "")
	require.NoError(t, err)
	assert.Equal(t, "lid", r.Race.Holding)

	// Of the same trial.Day, the later word stands.
	_, err = c.Rehome.Hold(t.Context(), p.ID, rehomeservice.Hold{Method: "bag", From: "2030-03-30"})
	require.NoError(t, err)
	homes := trial.HomeOfPlant(t, c, p.ID).Homes
	require.Len(t, homes, 2)
	assert.Equal(t, "bag", homes[0].Route)
}
