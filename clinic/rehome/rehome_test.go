package rehome_test

import (
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/clinic/history"
	"therapeon/clinic/intake"
	rehomeservice "therapeon/clinic/rehome"
	"therapeon/clinic/trial"
	"therapeon/core/patient"
	"therapeon/core/rehome"
	"therapeon/language/english"
)

func TestHoldingIsNotedFromADayOn(t *testing.T) {
	c := trial.NewClinic(t)
	p := trial.Bared(t, c, 55)
	r, err := c.Rehome.Hold(t.Context(), p.ID, rehomeservice.Hold{Method: "lid", From: "2030-03-28"})
	require.NoError(t, err)
	assert.Equal(t, "lid", r.Race.Holding)
	assert.Equal(t, 10.0, trial.Assumed(t, r, "held_days").Value, "held from its arrival, one way or another")
	_, err = c.Rehome.Hold(t.Context(), p.ID, rehomeservice.Hold{Method: "shoebox"})
	assert.Equal(t, "method", trial.FieldOf(t, err))
	_, err = c.Rehome.Hold(t.Context(), p.ID, rehomeservice.Hold{Method: "lid", From: "2030-05-01"})
	assert.Equal(t, "from", trial.FieldOf(t, err))
	line, err := c.History.Timeline(t.Context(), p.ID)
	require.NoError(t, err)
	assert.True(t, slices.ContainsFunc(line.Entries, func(e history.Entry) bool {
		return e.Kind == "home" && e.On == "2030-03-28" && english.Say(e.Words) == "Held: Tub with a loose lid."
	}))
}

func TestAPlantNotReadIsReadFirst(t *testing.T) {
	c := trial.NewClinic(t)
	potted, err := c.Intake.AddPlant(t.Context(), patient.Intake{Tag: "x", Group: "cattleya", LeafCount: 4})
	require.NoError(t, err)
	assert.Equal(t, "look", trial.HomeOfPlant(t, c, potted.ID).Decision.Decision,
		"in its pot it is looked over first")
	out := patient.Intake{Tag: "x", Group: "cattleya", LeafCount: 4, Pot: "none"}
	p, err := c.Intake.AddPlant(t.Context(), out)
	require.NoError(t, err)
	r := trial.HomeOfPlant(t, c, p.ID)
	assert.Equal(t, "read", r.Decision.Decision)
	assert.Nil(t, r.Pot)
	assert.Empty(t, r.Jobs)
	_, err = c.Rehome.Settle(t.Context(), p.ID, rehomeservice.Settle{Route: "volcano"})
	assert.Equal(t, "route", trial.FieldOf(t, err))
}

func TestAJobWithCautionsIsDoneOnceTheyAreRead(t *testing.T) {
	c := trial.NewClinic(t)
	p := trial.Rooted(t, c, patient.Intake{Tag: "Sound", Group: "phalaenopsis", LeafCount: 5, OldMedium: "bark"})
	_, err := c.Rehome.MarkHomeJob(t.Context(), p.ID,
		rehomeservice.MarkHomeJob{Job: "mix", State: "done", Person: "Ada"})
	assert.Equal(t, "person", trial.FieldOf(t, err))
	assert.Contains(t, english.Error(err), "Read the cautions at “Mix the medium” first")
	_, err = c.Rehome.MarkHomeJob(t.Context(), p.ID, rehomeservice.MarkHomeJob{Job: "seat", State: "skipped"})
	assert.Equal(t, "reason", trial.FieldOf(t, err))
	_, err = c.Rehome.MarkHomeJob(t.Context(), p.ID, rehomeservice.MarkHomeJob{Job: "juggle", State: "done"})
	assert.Equal(t, "job", trial.FieldOf(t, err))
	_, err = c.Rehome.Settle(t.Context(), p.ID, rehomeservice.Settle{Route: "bark", Person: "Ada"})
	assert.Equal(t, "jobs", trial.FieldOf(t, err), "open jobs are done or left out first")

	r, err := c.Rehome.MarkHomeJob(t.Context(), p.ID,
		rehomeservice.MarkHomeJob{Job: "seat", State: "skipped", Reason: "It sat already.", Person: "Ada"})
	require.NoError(t, err)
	r, err = c.Rehome.MarkHomeJob(t.Context(), p.ID,
		rehomeservice.MarkHomeJob{Job: "seat", State: "open", Person: "Ada"})
	require.NoError(t, err)
	i := slices.IndexFunc(r.Way.Jobs, func(j rehome.Job) bool { return j.Code == "seat" })
	assert.EqualValues(t, "open", r.Way.Jobs[i].State)
}

func TestTheHomeIsNotedAsItWasGiven(t *testing.T) {
	c := trial.NewClinic(t)
	p := trial.Rooted(t, c,
		patient.Intake{Tag: "Sound", Group: "phalaenopsis", LeafCount: 5, OldMedium: "moss", Pot: "opaque"})
	trial.AllDone(t, c, p.ID)
	r, err := c.Rehome.Settle(
		t.Context(),
		p.ID,
		rehomeservice.Settle{Route: "inorganic", FromOn: "2030-04-01", Note: "No bark was left.", Person: "Ada"},
	)
	require.NoError(t, err)
	require.Len(t, r.Homes, 1)
	h := r.Homes[0]
	assert.Equal(t, "inorganic", h.Route)
	assert.Equal(t, "bark", h.Planned, "it differs from the plan, and says so")
	assert.Equal(t, "2030-04-22", h.NextLookOn, "three weeks: common practice, no source")
	assert.NotEmpty(t, h.Jobs)
	after, err := c.Intake.Plant(t.Context(), p.ID)
	require.NoError(t, err)
	assert.Equal(t, &intake.Standing{Medium: "mineral", Pot: "clear", Since: "2030-04-01"}, after.Standing,
		"what it stands in now")
	assert.Equal(t, []string{"moss", "opaque", ""},
		[]string{after.Intake.OldMedium, after.Intake.Pot, after.Intake.LastRepotted},
		"and what it came in, in which its roots died")
	assert.Positive(t, r.Open, "the list begins anew")

	trial.AllDone(t, c, p.ID)
	_, err = c.Rehome.Settle(t.Context(), p.ID,
		rehomeservice.Settle{Route: "bark", FromOn: "2030-04-02", NextLookOn: "2030-01-01", Person: "Ada"})
	assert.Equal(t, "next_look_on", trial.FieldOf(t, err))
	_, err = c.Rehome.Settle(t.Context(), p.ID,
		rehomeservice.Settle{Route: "bark", FromOn: "2031-04-02", Person: "Ada"})
	assert.Equal(t, "from", trial.FieldOf(t, err))
	assert.Len(t, trial.HomeOfPlant(t, c, p.ID).Homes, 1, "nothing half-saved")
	line, err := c.History.Timeline(t.Context(), p.ID)
	require.NoError(t, err)
	assert.True(t, slices.ContainsFunc(line.Entries, func(e history.Entry) bool {
		return e.Kind == "home" && strings.Contains(english.Say(e.Words), "Housed: Inorganic with reservoir") &&
			strings.Contains(english.Say(e.Words), "No bark was left.")
	}))
}
