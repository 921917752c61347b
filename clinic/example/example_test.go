package example_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/clinic/intake"
	"therapeon/clinic/trial"
	"therapeon/core/fault"
	"therapeon/core/patient"
	"therapeon/language/english"
	"therapeon/ledger"
)

// The worked example is a plant like any other, once; taken out, nothing of it is left, and what
// is the user's own stays.
func TestTheWorkedExampleComesAndGoesWhole(t *testing.T) {
	c := trial.NewClinic(t)
	mine, err := c.Intake.AddPlant(t.Context(), patient.Intake{Tag: "Mine", Group: "cattleya"})
	require.NoError(t, err)
	before := trial.Rows(t, c)

	e, err := c.Example.Show(t.Context(), true)
	require.NoError(t, err)
	again, err := c.Example.Show(t.Context(), true)
	require.NoError(t, err)
	assert.Equal(t, e, again, "there is one")
	p, err := c.Intake.Plant(t.Context(), e.PlantID)
	require.NoError(t, err)
	require.NotNil(t, p.Latest)
	require.NotNil(t, p.Looked)
	assert.Equal(t, "out", p.Looked.Decision, "out of its pot")
	in := p.Intake
	in.Notes = "changed"
	_, err = c.Intake.ChangePlant(t.Context(), p.ID, p.Version, in)
	require.NoError(t, err)

	none, err := c.Example.Show(t.Context(), false)
	require.NoError(t, err)
	assert.Zero(t, none)
	assert.Equal(t, before, trial.Rows(t, c))
	list, _, err := c.Intake.Plants(t.Context(), intake.Find{Most: 5})
	require.NoError(t, err)
	require.Len(t, list, 1)
	assert.Equal(t, mine.ID, list[0].ID)
}

// What was divided from it is somebody's plant by now, and keeps its parent.
func TestAWorkedExampleThatWasDividedStays(t *testing.T) {
	c := trial.NewClinic(t)
	e, err := c.Example.Show(t.Context(), true)
	require.NoError(t, err)
	piece, err := c.Intake.AddPlant(t.Context(), patient.Intake{Tag: "Piece", Group: "cattleya"})
	require.NoError(t, err)
	require.NoError(t, c.Records.Change(t.Context(), func(tx *ledger.Tx) error {
		_, err := tx.Plants().SetParent(t.Context(), piece.ID, e.PlantID, "2030-04-02")
		return err
	}))
	_, err = c.Example.Show(t.Context(), false)
	var faults fault.List
	require.ErrorAs(t, err, &faults)
	assert.Contains(t, english.Say(faults[0].Words), "divided")
	_, err = c.Intake.Plant(t.Context(), e.PlantID)
	assert.NoError(t, err)
}
