package race_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	raceservice "therapeon/clinic/race"
	"therapeon/clinic/record"
	"therapeon/clinic/trial"
	"therapeon/core/patient"
	"therapeon/language/english"
)

func TestTheRaceTakesWhatIsKnownOfThePlantAndItsPlace(t *testing.T) {
	c := trial.NewClinic(t)
	p := trial.Bared(t, c, 55)
	r, err := c.Race.RaceOf(t.Context(), p.ID, "")
	require.NoError(t, err)
	assert.InDelta(t, 2*0.75*(24*9+22*8), trial.Assumed(t, r, "leaf_cm2").Value, 1e-6,
		"the two measured stand for the four")
	assert.Contains(t, english.Say(trial.Assumed(t, r, "leaf_cm2").From), "2 of 4 leaves measured")
	assert.Zero(t, trial.Assumed(t, r, "roots_cm2").High)
	assert.Equal(t, 55.0, trial.Assumed(t, r, "humidity").Value)
	assert.Nil(t, trial.Assumed(t, r, "humidity").Usual, "the place's own")
	assert.Equal(t, 18.0, trial.Assumed(t, r, "night_c").Value)
	assert.Equal(t, 10.0, trial.Assumed(t, r, "held_days").Value, "bare since it came")
	assert.Contains(t, english.Say(r.Stage), "Held bare for 10 days")
	require.NotNil(t, trial.Assumed(t, r, "uptake").Usual)
	assert.Equal(t, "from memory", string(trial.Assumed(t, r, "uptake").Usual.Mark))

	other, err := c.Race.RaceOf(t.Context(), p.ID, "bag")
	require.NoError(t, err)
	assert.Equal(t, "bag", other.Race.Holding)
	_, err = c.Race.RaceOf(t.Context(), p.ID, "cupboard")
	assert.Equal(t, "of", trial.FieldOf(t, err))
	out := patient.Intake{Tag: "Not read", Group: "vanda", LeafCount: 6, Pot: "none"}
	unread, err := c.Intake.AddPlant(t.Context(), out)
	require.NoError(t, err)
	blind, err := c.Race.RaceOf(t.Context(), unread.ID, "")
	require.NoError(t, err)
	assert.Contains(t, english.Say(blind.Stage), "Its roots were not read")
	assert.NotNil(t, trial.Assumed(t, blind, "humidity").Usual, "its air is a guess, and marked as one")
	bare, err := c.Intake.AddPlant(t.Context(), patient.Intake{Tag: "No leaf counted", Group: "vanda", Pot: "none"})
	require.NoError(t, err)
	_, err = c.Race.RaceOf(t.Context(), bare.ID, "")
	assert.Equal(t, "leaf_count", trial.FieldOf(t, err))
	potted, err := c.Intake.AddPlant(t.Context(), patient.Intake{Tag: "In its pot", Group: "vanda", LeafCount: 6})
	require.NoError(t, err)
	off, err := c.Race.RaceOf(t.Context(), potted.ID, "")
	require.NoError(t, err)
	assert.Nil(t, off.Race, "a plant in its pot does not race")
	require.NotNil(t, off.Off)
}

func TestOwnFiguresAreKeptWithThePlant(t *testing.T) {
	c := trial.NewClinic(t)
	p := trial.Bared(t, c, 55)
	r, err := c.Race.Assume(t.Context(), p.ID,
		raceservice.Assume{Assumed: map[string]float64{"humidity": 92, "soak_every_days": 1}})
	require.NoError(t, err)
	assert.EqualValues(t, 1, r.Version)
	assert.True(t, trial.Assumed(t, r, "humidity").Own)
	again, err := c.Race.RaceOf(t.Context(), p.ID, "")
	require.NoError(t, err)
	assert.Equal(t, 92.0, trial.Assumed(t, again, "humidity").Value)

	_, err = c.Race.Assume(t.Context(), p.ID, raceservice.Assume{Version: 0, Assumed: map[string]float64{}})
	var conflict record.Conflict
	require.ErrorAs(t, err, &conflict, "someone else's figures are not lost")
	_, err = c.Race.Assume(t.Context(), p.ID,
		raceservice.Assume{Version: 1, Assumed: map[string]float64{"humidity": 130}})
	assert.Equal(t, "assumed.humidity", trial.FieldOf(t, err))
	again, err = c.Race.RaceOf(t.Context(), p.ID, "")
	require.NoError(t, err)
	assert.Equal(t, 92.0, trial.Assumed(t, again, "humidity").Value, "nothing half-saved")
	r, err = c.Race.Assume(t.Context(), p.ID, raceservice.Assume{Version: 1, Assumed: map[string]float64{}})
	require.NoError(t, err)
	assert.False(t, trial.Assumed(t, r, "humidity").Own)
}
