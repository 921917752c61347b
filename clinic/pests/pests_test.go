package pests_test

import (
	"fmt"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	cleaningservice "therapeon/clinic/cleaning"
	pestsservice "therapeon/clinic/pests"
	"therapeon/clinic/places"
	"therapeon/clinic/record"
	"therapeon/clinic/trial"
	"therapeon/core/climate"
	"therapeon/core/patient"
	"therapeon/core/pests"
	"therapeon/language/english"
)

func TestASprayCheckedOffIsARoundOfTheTreatment(t *testing.T) {
	c := trial.NewClinic(t)
	p := trial.Mites(t, c)
	job := trial.JobIn(t, trial.MustPlan(t, c, p.ID), "oil-soap-label")
	trial.Acknowledged(t, c, "", job)
	_, err := c.Cleaning.MarkJob(t.Context(), p.ID, cleaningservice.MarkJob{Job: job.Code, State: "done"})
	require.NoError(t, err)
	list, err := c.Pests.Courses(t.Context(), p.ID)
	require.NoError(t, err)
	require.Len(t, list, 1)
	assert.Equal(t, []string{"2030-04-02"}, list[0].Course.Rounds)
	// 25 °C on average: 51.8 degree-days at 13.5 a trial.Day, from noon of the first.
	assert.Equal(t, "2030-04-06", list[0].Schedule.Next.From)
	assert.Contains(t, english.Say(list[0].Warmth), "From your last look: 20 to 30 °C")
	due, err := c.Pests.DueRounds(t.Context())
	require.NoError(t, err)
	assert.Empty(t, due)
	due, err = c.At(func() time.Time { return trial.Day.AddDate(0, 0, 4) }).Pests.DueRounds(t.Context())
	require.NoError(t, err)
	require.Len(t, due, 1)
	assert.Equal(t, []any{p.ID, "Mites", false}, []any{due[0].PlantID, due[0].Tag, due[0].Overdue})
	assert.Equal(t, "Spider mites", english.Say(due[0].Pest))
	assert.Equal(t, "Round 2 is due: today, and by 7 Apr 2030.", english.Say(due[0].Headline))
	due, err = c.At(func() time.Time { return trial.Day.AddDate(0, 0, 9) }).Pests.DueRounds(t.Context())
	require.NoError(t, err)
	assert.True(t, due[0].Overdue)
	_, err = c.Pests.StartCourse(t.Context(), p.ID, pests.Course{Pest: "spider-mites", Rounds: []string{"2030-04-02"}})
	assert.Equal(t, "pest", trial.FieldOf(t, err), "one treatment a pest")
	_, err = c.Cleaning.MarkJob(t.Context(), p.ID, cleaningservice.MarkJob{Job: job.Code, State: "open"})
	require.NoError(t, err)
	list, err = c.Pests.Courses(t.Context(), p.ID)
	require.NoError(t, err)
	assert.Empty(t, list, "taken back with the job")
}

// Soap is a round against the kind of scale that is being treated; where none is, the commoner one.
func TestARoundIsOfTheKindThatIsTreated(t *testing.T) {
	c := trial.NewClinic(t)
	rounds := func(tag string, begun bool) map[string]int {
		p := trial.Confirmed(t, c, patient.Intake{Tag: tag, Group: "cattleya"},
			patient.Inspection{Findings: patient.Findings{"scale-bumps": "present"}}, "scale")
		if begun {
			_, err := c.Pests.StartCourse(
				t.Context(), p.ID, pests.Course{Pest: "soft-scale", Rounds: []string{"2030-03-20"}})
			require.NoError(t, err)
		}
		job := trial.JobIn(t, trial.MustPlan(t, c, p.ID), "oil-soap-label")
		trial.Acknowledged(t, c, "", job)
		_, err := c.Cleaning.MarkJob(t.Context(), p.ID, cleaningservice.MarkJob{Job: job.Code, State: "done"})
		require.NoError(t, err)
		list, err := c.Pests.Courses(t.Context(), p.ID)
		require.NoError(t, err)
		by := map[string]int{}
		for _, course := range list {
			by[course.Course.Pest] = len(course.Course.Rounds)
		}
		return by
	}
	assert.Equal(t, map[string]int{"soft-scale": 2}, rounds("A", true))
	assert.Equal(t, map[string]int{"scale": 1}, rounds("B", false))
}

func TestRoundsFollowTheTemperaturesOfThePlace(t *testing.T) {
	c := trial.NewClinic(t)
	place, err := c.Places.AddPlace(t.Context(),
		record.PlaceFacts{Name: "Case", Zone: "UTC", LowC: trial.Mm(25), HighC: trial.Mm(25)})
	require.NoError(t, err)
	p, err := c.Intake.AddPlant(t.Context(), patient.Intake{Tag: "M", Group: "cymbidium", PlaceID: place.ID})
	require.NoError(t, err)
	_, err = c.Intake.AddPlant(t.Context(), patient.Intake{Tag: "M", Group: "cymbidium", PlaceID: 99})
	assert.Equal(t, "place_id", trial.FieldOf(t, err))
	started, err := c.Pests.StartCourse(t.Context(), p.ID,
		pests.Course{Pest: "spider-mites", Rounds: []string{"2030-03-30"}})
	require.NoError(t, err)
	warm := started.Schedule.Next.From
	_, err = c.Places.PutDays(
		t.Context(),
		place.ID,
		places.DayTable{
			Days: []climate.Day{
				{Day: "2030-03-30", LowC: 12, HighC: 14},
				{Day: "2030-03-31", LowC: 12, HighC: 14},
				{Day: "2030-04-01", LowC: 12, HighC: 14},
			},
		},
	)
	require.NoError(t, err)
	list, err := c.Pests.Courses(t.Context(), p.ID)
	require.NoError(t, err)
	assert.Greater(t, list[0].Schedule.Next.From, warm, "recalculated as real temperatures come in")

	log := "time,temperature\n"
	for h := range 72 {
		log += fmt.Sprintf("%s,32\n", time.Date(2030, 3, 30, h, 0, 0, 0, time.UTC).Format("2006-01-02 15:04"))
	}
	got, err := c.Places.ImportClimate(t.Context(), place.ID, strings.NewReader(log))
	require.NoError(t, err)
	assert.Equal(t, 72, got.Hours)
	list, err = c.Pests.Courses(t.Context(), p.ID)
	require.NoError(t, err)
	assert.Less(t, list[0].Schedule.Next.From, warm, "the log is surer than the table of days")
	_, err = c.Places.ImportClimate(t.Context(), place.ID, strings.NewReader(log+"2030-04-02 06:00,hot\n"))
	assert.Equal(t, "line 74", trial.FieldOf(t, err))
	again, err := c.Places.Places(t.Context())
	require.NoError(t, err)
	assert.Equal(t, 72, again[0].Logged, "nothing half-saved")

	_, err = c.Pests.SaveCourse(
		t.Context(),
		started.ID,
		pestsservice.SaveCourse{
			Version: started.Version,
			Course:  pests.Course{Pest: "spider-mites", Rounds: []string{"2031-01-01"}},
		},
	)
	assert.Equal(t, "course.rounds[0]", trial.FieldOf(t, err), "no round in days to come")
	_, err = c.Pests.SaveCourse(t.Context(), started.ID, pestsservice.SaveCourse{Version: 9, Course: started.Course})
	var conflict record.Conflict
	require.ErrorAs(t, err, &conflict)
	for field, facts := range map[string]record.PlaceFacts{
		"high_c": {Name: "x", LowC: trial.Mm(3)}, "low_c": {Name: "x", LowC: trial.Mm(30), HighC: trial.Mm(20)},
		"zone": {Name: "x", Zone: "Mars/Dome"}, "name": {Name: " "},
	} {
		_, err := c.Places.AddPlace(t.Context(), facts)
		assert.Equal(t, field, trial.FieldOf(t, err))
	}
}
