package demo_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/clinic/intake"
	progressservice "therapeon/clinic/progress"
	"therapeon/core/progress"
	"therapeon/core/roots"
	"therapeon/demo/filled"
	"therapeon/language/english"
)

func TestTheDemoBenchIsWhatItsStorySays(t *testing.T) {
	c := filled.Bench(t)

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
	assert.Equal(t, "Nothing to cut. Leave the roots alone.", english.Say(byTag["By the door, leave it be"].Latest.Headline))

	undecided := []string{}
	for tag, p := range byTag {
		require.NotNil(t, p.Looked, "%s was looked at", tag)
		assert.NotEmpty(t, p.Looked.Decision, tag)
		assert.NotEmpty(t, p.Looked.Cause, tag)
		seen, err := c.Look.Inspection(t.Context(), p.Looked.InspectionID)
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
	assert.Contains(t, english.Say(byTag["Crate 6, stained rhizome"].Looked.Cause), "Wilt fungus: confirmed.")
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
			"Crate 7, left half", // nobody noted when it was watered last
		},
		tags,
		"one that could not wait, and those whose aftercare wants something tonight",
	)

	assert.EqualValues(t, 25, total+2, "two dozen that came, with one lost and one given away, and a division")
	ways := map[string]int{}
	for _, p := range plants {
		r, err := c.Rehome.Rehoming(t.Context(), p.ID, "")
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
	race, err := c.Race.RaceOf(t.Context(), byTag["Crate 12, not one root"].ID, "")
	require.NoError(t, err)
	assert.Equal(t, 6, race.Race.Fit.Weighings)

	lost, _, err := c.Intake.Plants(t.Context(), intake.Find{Archived: true, Most: 10})
	require.NoError(t, err)
	ends := map[string]string{}
	for _, p := range lost {
		at, err := c.Progress.Progress(t.Context(), p.ID, progressservice.Ask{})
		require.NoError(t, err)
		ends[p.Intake.Tag] = string(at.Closed.Closing.How)
		assert.NotEmpty(t, at.Closed.Closing.Lesson)
	}
	assert.Equal(t, map[string]string{"Crate 9, lost": "lost", "Crate 18, to a school window": "given"}, ends)

	tracked, stages := 0, map[progress.Stage]bool{}
	for _, p := range plants {
		at, err := c.Progress.Progress(t.Context(), p.ID, progressservice.Ask{})
		require.NoError(t, err)
		for _, k := range at.Tracks {
			if len(k.Points) > 1 {
				tracked++
				break
			}
		}
		stages[at.Standing.Stage] = true
	}
	assert.GreaterOrEqual(t, tracked, 10, "roots are followed on ten plants and more")
	assert.Len(t, stages, 5, "plants at every stage")
	scores, err := c.Forecast.Foresight(t.Context())
	require.NoError(t, err)
	came := 0
	for _, s := range scores.Scores {
		if s.Inside != nil {
			came += s.Inside.Of
		}
	}
	assert.Positive(t, came, "forecasts were scored")
}
