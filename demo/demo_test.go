package demo

import (
	"path/filepath"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/clinic"
	"therapeon/clinic/intake"
	"therapeon/core/roots"
	"therapeon/ledger"
)

func TestTheDemoBenchIsWhatItsStorySays(t *testing.T) {
	s, err := ledger.Open(t.Context(), filepath.Join(t.TempDir(), "demo.sqlite"))
	require.NoError(t, err)
	t.Cleanup(func() { _ = s.Close() })
	c := clinic.New(s, time.Now)
	require.NoError(t, Fill(t.Context(), c))

	plants, total, err := c.Intake.Plants(t.Context(), intake.Find{Most: 100})
	require.NoError(t, err)
	assert.GreaterOrEqual(t, total, int64(8))
	groups, grades, byTag := map[string]bool{}, map[roots.GradeCode]bool{}, map[string]intake.Plant{}
	for _, p := range plants {
		require.NotNil(t, p.Latest, p.Intake.Tag)
		groups[p.Intake.Group], grades[p.Latest.Grade], byTag[p.Intake.Tag] = true, true, p
	}
	assert.GreaterOrEqual(t, len(groups), 8)
	assert.Len(t, grades, 5, "plants of every grade")

	assert.Equal(t, roots.Good, byTag["Crate 5, thought dead"].Latest.Grade, "brown roots are healthy in a slipper")
	assert.Equal(t, "Nothing to cut. Leave the roots alone.", byTag["By the door, leave it be"].Latest.Headline)

	undecided := []string{}
	for tag, p := range byTag {
		require.NotNil(t, p.Looked, "%s was looked at", tag)
		assert.NotEmpty(t, p.Looked.Decision, tag)
		assert.NotEmpty(t, p.Looked.Cause, tag)
		seen, err := c.Looking.Inspection(t.Context(), p.Looked.InspectionID)
		require.NoError(t, err)
		assert.Empty(t, seen.Causes.Clashes, "the story of %s holds together", tag)
		if p.Looked.Undecided {
			undecided = append(undecided, tag)
		}
	}
	assert.Equal(t, []string{"Crate 7, right half"}, undecided, "a check is open where something may spread")
	alone := byTag["By the door, leave it be"].Looked
	assert.Equal(t, "leave", alone.Decision)
	assert.True(t, alone.Clear)
	assert.Equal(t, time.Now().AddDate(0, 0, 90-6).Format(time.DateOnly), alone.AgainOn, "three months after the look")
	assert.True(t, byTag["Crate 7, right half"].Looked.Alarm)
	assert.Contains(t, byTag["Crate 6, stained rhizome"].Looked.Cause, "Wilt fungus: confirmed.")
	due, _, err := c.Intake.Plants(t.Context(), intake.Find{Due: true, Most: 10})
	require.NoError(t, err)
	tags := []string{}
	for _, p := range due {
		tags = append(tags, p.Intake.Tag)
	}
	assert.ElementsMatch(
		t,
		[]string{
			"Crate 7, right half", "Import, sealed tips", "Crate 8, on its feet again", "Crate 12, not one root", "Crate 13, bulbs and no roots", "Crate 14, sound after all",
			"Crate 15, back into pebbles", "Crate 16, grass-leaved", "Crate 17, a small slipper",
		},
		tags,
		"one that could not wait, and those whose aftercare wants something tonight",
	)

	assert.EqualValues(t, 24, total+1, "two dozen, with the one that was lost")
	ways := map[string]int{}
	for _, p := range plants {
		r, err := c.Rehoming.Rehoming(t.Context(), p.ID, "")
		require.NoError(t, err)
		if len(r.Homes) > 0 {
			ways[r.Homes[0].Route]++
		}
	}
	assert.Equal(
		t,
		map[string]int{"lid": 1, "tub": 1, "pebbles": 1, "bark": 1, "inorganic": 2, "terrestrial": 1, "slipper": 1},
		ways,
		"held and housed by many ways",
	)
	race, err := c.Racing.RaceOf(t.Context(), byTag["Crate 12, not one root"].ID, "")
	require.NoError(t, err)
	assert.Equal(t, 6, race.Race.Fit.Weighings)

	lost, _, err := c.Intake.Plants(t.Context(), intake.Find{Archived: true, Most: 10})
	require.NoError(t, err)
	require.Len(t, lost, 1)
	assert.Contains(t, lost[0].Looked.Cause, "Cold injury: confirmed.")
}
