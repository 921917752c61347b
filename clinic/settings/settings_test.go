package settings_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/clinic/record"
	"therapeon/clinic/trial"
	"therapeon/core/disputes"
	"therapeon/core/solutions"
)

func TestTwoPeopleChangeTheHouse(t *testing.T) {
	c := trial.NewClinic(t)
	s, err := c.Settings.Settings(t.Context())
	require.NoError(t, err)
	theirs, yours := s, s
	theirs.Sides = theirs.Sides.Over(disputes.Sides{disputes.PotWall: disputes.OpaqueWall})
	yours.Hemisphere = "south"
	_, err = c.Settings.SetSettings(t.Context(), theirs)
	require.NoError(t, err)
	_, err = c.Settings.SetSettings(t.Context(), yours)
	require.Error(t, err)
	var conflict record.Conflict
	require.ErrorAs(t, err, &conflict)
	assert.Equal(t, "house", conflict.What)
	now, err := c.Settings.Settings(t.Context())
	require.NoError(t, err)
	assert.Equal(t, disputes.OpaqueWall, now.Sides[disputes.PotWall])
	assert.Equal(t, "north", now.Hemisphere)
}

func TestTheDataAreCopiedWhileTheyAreInUse(t *testing.T) {
	c := trial.NewClinic(t)
	at, err := c.Settings.About(t.Context())
	require.NoError(t, err)
	assert.Nil(t, at.Copied)
	at, err = c.Settings.Backup(t.Context())
	require.NoError(t, err)
	require.NotNil(t, at.Copied)
	assert.FileExists(t, at.Copied.File)
	assert.Equal(t, trial.Day.UTC().Format(time.RFC3339), at.Copied.At)
}

func TestTheHousesToolsAreKept(t *testing.T) {
	c := trial.NewClinic(t)
	s, err := c.Settings.Settings(t.Context())
	require.NoError(t, err)
	assert.Equal(t, disputes.WithFinding, s.Sides[disputes.Peroxide])
	assert.Equal(t, disputes.Powder, s.Sides[disputes.CutPowder])
	assert.Zero(t, s.Tools, "the usual ones")
	s.Tools = solutions.Tools{SyringeML: 0.05, JugML: 25}
	_, err = c.Settings.SetSettings(t.Context(), s)
	require.NoError(t, err)
	s, err = c.Settings.Settings(t.Context())
	require.NoError(t, err)
	assert.Equal(t, 0.05, s.Tools.SyringeML)
	s.Tools.JugML = 99999
	_, err = c.Settings.SetSettings(t.Context(), s)
	assert.Equal(t, "tools.jug_ml", trial.FieldOf(t, err))
}
