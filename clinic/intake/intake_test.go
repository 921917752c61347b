package intake_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/clinic/intake"
	"therapeon/clinic/record"
	"therapeon/clinic/trial"
	"therapeon/core/fault"
	"therapeon/core/leaves"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/language"
	"therapeon/language/english"
)

func TestAPlantNeedsOnlyATagAndAGroup(t *testing.T) {
	c := trial.NewClinic(t)
	p, err := c.Intake.AddPlant(t.Context(), patient.Intake{Tag: "B-07", Group: "phalaenopsis"})
	require.NoError(t, err)
	assert.Equal(t, "Phalaenopsis and kin", english.Say(p.GroupName))

	var list fault.List
	_, err = c.Intake.AddPlant(t.Context(), patient.Intake{Group: "tulip", ArrivedOn: "2031-01-01", LeafCount: -1})
	require.ErrorAs(t, err, &list)
	fields := []string{}
	for _, f := range list {
		fields = append(fields, f.Field)
	}
	assert.Equal(t, []string{"tag", "group", "leaf_count"}, fields)

	_, err = c.Intake.AddPlant(t.Context(), patient.Intake{Tag: "x", Group: "slipper", ArrivedOn: "2031-01-01"})
	require.ErrorAs(t, err, &list)
	assert.Equal(t, "arrived_on", list[0].Field)

	two := []leaves.Blade{{LengthMM: 100, WidthMM: 30}, {LengthMM: 100, WidthMM: 30}}
	_, err = c.Intake.AddPlant(t.Context(), patient.Intake{Tag: "x", Group: "slipper", LeafCount: 1, Blades: two})
	require.ErrorAs(t, err, &list)
	assert.Equal(t, "blades", list[0].Field)
}

func TestPlantsAreFoundChangedAndArchived(t *testing.T) {
	c := trial.NewClinic(t)
	a, _ := c.Intake.AddPlant(t.Context(), patient.Intake{Tag: "Grey crate 3", Group: "phalaenopsis", Notes: "from the north bench"})
	_, err := c.Intake.AddPlant(t.Context(), patient.Intake{Tag: "Blue 1", Group: "slipper", KeptApart: true})
	require.NoError(t, err)

	found, total, err := c.Intake.Plants(t.Context(), intake.Find{Say: language.Of("en").Say, Words: "NORTH", Most: 10})
	require.NoError(t, err)
	assert.EqualValues(t, 1, total)
	assert.Equal(t, a.ID, found[0].ID)
	for words, tag := range map[string]string{"paphio": "Blue 1", "slipper": "Blue 1", "and kin": "Grey crate 3", "crate": "Grey crate 3"} {
		found, total, err := c.Intake.Plants(
			t.Context(),
			intake.Find{Say: language.Of("en").Say, Words: words, Most: 10},
		)
		require.NoError(t, err)
		require.EqualValues(t, 1, total, words)
		assert.Equal(t, tag, found[0].Intake.Tag, words)
	}
	all, _, _ := c.Intake.Plants(t.Context(), intake.Find{Most: 10})
	require.Len(t, all, 2)
	assert.True(t, all[1].Intake.KeptApart, "those kept apart come last")

	in := a.Intake
	in.Tag = "Grey 3"
	changed, err := c.Intake.ChangePlant(t.Context(), a.ID, a.Version, in)
	require.NoError(t, err)
	_, err = c.Intake.ChangePlant(t.Context(), a.ID, a.Version, in)
	var conflict record.Conflict
	require.ErrorAs(t, err, &conflict)
	assert.Equal(t, changed.Version, conflict.Version)
	assert.Empty(t, conflict.Differs, "the second said the same")
	in.Notes, in.KeptApart, in.Blades = "", true, []leaves.Blade{{LengthMM: 90, WidthMM: 30}}
	_, err = c.Intake.ChangePlant(t.Context(), a.ID, a.Version, in)
	require.ErrorAs(t, err, &conflict)
	assert.Equal(t, []string{
		"The field “blades” is a list of 0 there.",
		"The field “kept apart” is not noted there.",
		"The field “notes” is “from the north bench” there.",
	}, english.Lines(conflict.Differs))
	in.Tag = "  "
	var list fault.List
	_, err = c.Intake.ChangePlant(t.Context(), a.ID, changed.Version, in)
	require.ErrorAs(t, err, &list)
	assert.Equal(t, fault.Fault{Field: "intake.tag", Value: "  ", Words: message.Of("clinic.check.this-is-needed"), Limit: message.Of("limits.not-empty")},
		list[0])

	_, err = c.Intake.ArchivePlant(t.Context(), a.ID, true)
	require.NoError(t, err)
	_, total, _ = c.Intake.Plants(t.Context(), intake.Find{Most: 10})
	assert.EqualValues(t, 1, total)
	back, err := c.Intake.ArchivePlant(t.Context(), a.ID, false)
	require.NoError(t, err)
	assert.Empty(t, back.ArchivedAt)
	_, err = c.Intake.Plant(t.Context(), 99)
	assert.Equal(t, record.Missing{What: "plant", ID: 99}, err)
}
