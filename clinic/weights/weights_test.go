package weights_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/clinic"
	"therapeon/clinic/trial"
	"therapeon/clinic/weights"
	"therapeon/core/patient"
	"therapeon/language/english"
)

func TestAWeightThatJumpsIsAskedAboutAndNotSwallowed(t *testing.T) {
	c := trial.NewClinic(t)
	p := trial.Bared(t, c, 55)
	trial.WeighedOn(t, c, p.ID, 14, weights.Weigh{Kind: patient.BarePlant, Grams: 140})
	trial.WeighedOn(t, c, p.ID, 7, weights.Weigh{Kind: patient.BarePlant, Grams: 137})
	_, err := c.Weights.Weigh(t.Context(), p.ID, weights.Weigh{Kind: patient.BarePlant, Grams: 190})
	assert.Equal(t, "because", trial.FieldOf(t, err))
	assert.Contains(t, english.Error(err), "53 g more than last time")
	list, err := c.Weights.Weighings(t.Context(), p.ID)
	require.NoError(t, err)
	assert.Len(t, list, 2, "nothing was kept")

	trial.WeighedOn(t, c, p.ID, 0, weights.Weigh{Kind: patient.BarePlant, Grams: 190, Because: patient.BecauseWet})
	r, err := c.Race.RaceOf(t.Context(), p.ID, "")
	require.NoError(t, err)
	assert.Equal(t, 2, r.Race.Fit.Weighings, "a wet one is kept and not counted")
	_, err = c.Weights.Weigh(t.Context(), p.ID, weights.Weigh{Kind: patient.BarePlant, Grams: 96})
	assert.Equal(t, "at", trial.FieldOf(t, err), "it was weighed at that very moment")
	_, err = c.At(func() time.Time { return trial.Day.Add(time.Hour) }).Weights.Weigh(t.Context(), p.ID,
		weights.Weigh{Kind: patient.BarePlant, Grams: 96})
	assert.Equal(t, "because", trial.FieldOf(t, err))
	_, err = c.At(func() time.Time { return trial.Day.Add(time.Hour) }).Weights.Weigh(t.Context(), p.ID,
		weights.Weigh{Kind: patient.BarePlant, Grams: 96, Because: patient.BecauseCut})
	require.NoError(t, err)
	r, err = c.At(func() time.Time { return trial.Day.Add(2 * time.Hour) }).Race.RaceOf(t.Context(), p.ID, "")
	require.NoError(t, err)
	assert.Equal(t, 1, r.Race.Fit.Weighings, "what was weighed before was another plant")
}

func TestAPotSwappedForAnotherIsAskedAbout(t *testing.T) {
	c := trial.NewClinic(t)
	p := trial.Bared(t, c, 55)
	for i, g := range []float64{610, 580, 555} {
		trial.WeighedOn(t, c, p.ID, 6-2*i, weights.Weigh{Kind: patient.InPot, Grams: g})
	}
	at := func(hours int) *clinic.Clinic {
		return c.At(func() time.Time { return trial.Day.Add(time.Duration(hours) * time.Hour) })
	}
	_, err := at(1).Weights.Weigh(t.Context(), p.ID, weights.Weigh{Kind: patient.InPot, Grams: 900})
	assert.Equal(t, "because", trial.FieldOf(t, err))
	assert.Contains(t, english.Error(err), "Was it watered, or the pot changed?")
	_, err = at(1).Weights.Weigh(t.Context(), p.ID, weights.Weigh{Kind: patient.InPot, Grams: 340})
	assert.Contains(t, english.Error(err), "Was the pot changed, or something taken out?")
	_, err = at(1).Weights.Weigh(t.Context(), p.ID,
		weights.Weigh{Kind: patient.InPot, Grams: 900, Because: patient.BecausePot})
	require.NoError(t, err)
	_, err = at(2).Weights.Weigh(t.Context(), p.ID, weights.Weigh{Kind: patient.InPot, Grams: 880})
	require.NoError(t, err, "that is the new pot's own")
	_, err = at(3).Weights.Weigh(t.Context(), p.ID, weights.Weigh{Kind: patient.BarePlant, Grams: 140})
	require.NoError(t, err, "the bare plant is another series")
}

func TestWeighingsThatCannotBeAreRefused(t *testing.T) {
	c := trial.NewClinic(t)
	p := trial.Bared(t, c, 55)
	for field, w := range map[string]weights.Weigh{
		"kind":    {Kind: "wet", Grams: 100},
		"grams":   {Kind: patient.BarePlant, Grams: 0},
		"at":      {Kind: patient.BarePlant, Grams: 100, At: trial.Day.AddDate(0, 1, 0)},
		"moment":  {Kind: patient.BarePlant, Grams: 100, Moment: "wet"},
		"because": {Kind: patient.BarePlant, Grams: 100, Because: "magic"},
	} {
		_, err := c.Weights.Weigh(t.Context(), p.ID, w)
		assert.Equal(t, field, trial.FieldOf(t, err))
	}
	_, err := c.Weights.Weigh(t.Context(), 77, weights.Weigh{Kind: patient.BarePlant, Grams: 100})
	assert.Contains(t, english.Error(err), "There is no plant 77.")
	list, err := c.Weights.Weighings(t.Context(), p.ID)
	require.NoError(t, err)
	assert.Empty(t, list)
}
