package timers_test

import (
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/clinic/timers"
	"therapeon/clinic/trial"
)

func TestTimersGoOnOverARestart(t *testing.T) {
	c := trial.NewClinic(t)
	p := trial.Mites(t, c)
	all, err := c.Timers.StartTimer(t.Context(),
		timers.StartTimer{PlantID: p.ID, Job: "oil", Words: "Oil bath", Seconds: 1800})
	require.NoError(t, err)
	require.Len(t, all.Timers, 1)
	assert.Equal(t, trial.Day.UnixMilli(), all.Timers[0].StartedMS)
	assert.Equal(t, "Mites", all.Timers[0].Tag)
	_, err = c.Timers.StartTimer(t.Context(), timers.StartTimer{Words: "Kettle", Seconds: 60})
	require.NoError(t, err)
	all, err = c.Timers.StartTimer(t.Context(),
		timers.StartTimer{PlantID: p.ID, Job: "oil", Words: "Oil bath", Seconds: 600})
	require.NoError(t, err)
	require.Len(t, all.Timers, 2, "a job has one timer")
	later := c.At(func() time.Time { return trial.Day.Add(20 * time.Minute) })
	oil := all.Timers[1]
	all, err = later.Timers.ChangeTimer(t.Context(), oil.ID, timers.ChangeTimer{MoreSeconds: 60})
	require.NoError(t, err)
	i := slices.IndexFunc(all.Timers, func(t timers.Timer) bool { return t.ID == oil.ID })
	assert.Equal(t, int64(1260), all.Timers[i].Seconds, "one minute more from now")
	all, err = later.Timers.ChangeTimer(t.Context(), oil.ID, timers.ChangeTimer{PutAway: true})
	require.NoError(t, err)
	assert.Len(t, all.Timers, 1)
	_, err = c.Timers.StartTimer(t.Context(), timers.StartTimer{Words: "x", Seconds: 0})
	assert.Equal(t, "seconds", trial.FieldOf(t, err))
}

// A timer of a job is called by its job, in the reader's words; what was typed is kept for those of none.
func TestATimerIsCalledByItsJob(t *testing.T) {
	c := trial.NewClinic(t)
	p := trial.Mites(t, c)
	all, err := c.Timers.StartTimer(t.Context(), timers.StartTimer{PlantID: p.ID, Job: "dry-joints", Seconds: 1800})
	require.NoError(t, err)
	assert.Equal(t, "cleaning.jobs.dry-joints.timer", all.Timers[0].Words.Code)
	all, err = c.Timers.StartTimer(t.Context(), timers.StartTimer{PlantID: p.ID, Job: "core-wet", Seconds: 600})
	require.NoError(t, err)
	assert.Equal(t, "findings.core-wet.timer", all.Timers[0].Words.Code)
	_, err = c.Timers.StartTimer(t.Context(), timers.StartTimer{Job: "no-such-job", Words: " ", Seconds: 60})
	assert.Equal(t, "words", trial.FieldOf(t, err))
	all, err = c.Timers.StartTimer(t.Context(), timers.StartTimer{Job: "own-1", Words: "Kettle", Seconds: 60})
	require.NoError(t, err)
	assert.Equal(t, "Kettle", all.Timers[0].Words.Typed)
}
