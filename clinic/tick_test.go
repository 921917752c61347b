package clinic_test

import (
	"context"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	cleaningservice "therapeon/clinic/cleaning"
	rehomeservice "therapeon/clinic/rehome"
	"therapeon/clinic/trial"
	"therapeon/clinic/weights"
	"therapeon/core/patient"
	"therapeon/core/race"
	"therapeon/core/roots"
)

// Ticking a job loads the plant for its answer and for what lists show of it, and runs no race:
// who ticks it has seen what its race advises.
func TestATickLoadsThePlantTwiceAndRunsNoRace(t *testing.T) {
	c := trial.NewClinic(t)
	races, best := 0, c.Records.Advice.Best
	c.Records.Advice.Best = func(
		ctx context.Context, p *patient.Patient, assumed map[string]float64,
	) (race.Advised, error) {
		races++
		return best(ctx, p, assumed)
	}
	held := trial.Bared(t, c, 40)
	trial.WeighedOn(t, c, held.ID, 3, weights.Weigh{Kind: patient.BarePlant, Grams: 210})
	home := trial.HomeOfPlant(t, c, held.ID)
	require.NotEmpty(t, home.Jobs)
	require.Equal(t, 1, races, "it is held bare: its race advises a way")
	loaded := c.Records.PlantsLoaded()
	after, err := c.Rehome.MarkHomeJob(
		t.Context(),
		held.ID,
		rehomeservice.MarkHomeJob{Job: home.Jobs[0].Code, State: "skipped", Reason: "not needed", Person: "Ada"},
	)
	require.NoError(t, err)
	assert.Equal(t, loaded+2, c.Records.PlantsLoaded())
	assert.Equal(t, 1, races)
	assert.Equal(t, home.Route, after.Route)
	assert.EqualValues(t, "skipped", after.Jobs[0].State)
	assert.Equal(t, after, trial.HomeOfPlant(t, c, held.ID), "as it is when it is asked for again")
	assert.Equal(t, 1, races)

	trial.WeighedOn(t, c, held.ID, 0, weights.Weigh{Kind: patient.BarePlant, Grams: 206})
	trial.HomeOfPlant(t, c, held.ID)
	assert.Equal(t, 2, races, "what is new of it is a race of its own")

	p, r := trial.Begun(t, c, patient.Intake{Tag: "To clean", Group: "phalaenopsis", LeafCount: 4})
	trial.Save(t, c, r, trial.Entry("a", 5, 60, roots.Mushy))
	plan, err := c.Cleaning.Cleaning(t.Context(), p.ID, "")
	require.NoError(t, err)
	loaded = c.Records.PlantsLoaded()
	_, err = c.Cleaning.MarkJob(t.Context(), p.ID,
		cleaningservice.MarkJob{Job: plan.Plan.Jobs[0].Code, State: "skipped", Reason: "not needed"})
	require.NoError(t, err)
	assert.Equal(t, loaded+2, c.Records.PlantsLoaded())
	assert.Equal(t, 2, races)
}
