package clinic_test

import (
	"database/sql"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/clinic"
	"therapeon/clinic/intake"
	"therapeon/clinic/mixing"
	"therapeon/clinic/trial"
	"therapeon/core/patient"
	"therapeon/core/pests"
	"therapeon/core/roots"
	"therapeon/language/english"
)

// damageTables spoils what is kept of one plant, its reading, look, treatment and
// of a bottle, as a damaged disk would.
func damageTables(t *testing.T, c *clinic.Clinic) {
	t.Helper()
	db, err := sql.Open("sqlite", "file:"+c.Records.DataFile()+"?_pragma=busy_timeout(5000)")
	require.NoError(t, err)
	defer func() { _ = db.Close() }()
	for _, statement := range []string{
		"UPDATE documents SET doc = '[{' WHERE kind = 'intake' AND id = (SELECT id FROM plants WHERE tag = 'Bad')",
		"UPDATE documents SET short = 'x' WHERE kind = 'reading' AND id = 1",
		"UPDATE documents SET short = '{', state = '' WHERE kind = 'look'",
		"UPDATE documents SET doc = '' WHERE kind = 'course'",
		"UPDATE documents SET doc = '{\"amount\":\"much\"}' WHERE kind = 'stock'",
	} {
		_, err := db.ExecContext(t.Context(), statement)
		require.NoError(t, err)
	}
}

// One row that cannot be read takes no list down, and says so.
func TestOneUnreadableRowTakesNoListDown(t *testing.T) {
	c := trial.NewClinic(t)
	bad, r := trial.Begun(t, c, patient.Intake{Tag: "Bad", Group: "cattleya", LeafCount: 4})
	trial.Save(t, c, r, trial.Entry("a", 9, 80, roots.Firm))
	_, looked := trial.LookAt(t, c, patient.Intake{Tag: "Looked", Group: "cattleya"})
	good, _ := trial.Begun(t, c, patient.Intake{Tag: "Good", Group: "slipper"})
	_, err := c.Pests.StartCourse(t.Context(), bad.ID, pests.Course{Pest: "scale", Rounds: []string{"2030-03-01"}})
	require.NoError(t, err)
	_, err = c.Mixing.AddStock(t.Context(), mixing.Stock{Name: "Oil", Product: "oil", Amount: 9, Unit: "mL"})
	require.NoError(t, err)
	damageTables(t, c)

	all, total, err := c.Intake.Plants(t.Context(), intake.Find{Most: 10})
	require.NoError(t, err)
	assert.EqualValues(t, 3, total)
	said := map[string]string{}
	for _, p := range all {
		said[p.Intake.Tag] = english.Say(p.Unreadable)
		if p.Latest != nil {
			said[p.Intake.Tag+" roots"] = english.Say(p.Latest.Unreadable)
		}
		if p.Looked != nil {
			said[p.Intake.Tag+" look"] = english.Say(p.Looked.Unreadable)
		}
	}
	assert.Contains(t, said["Bad"], "cannot be read")
	assert.Contains(t, said["Bad roots"], "cannot be read")
	assert.Contains(t, said["Looked look"], "cannot be read")
	assert.Empty(t, said["Good"])
	readings, err := c.Roots.Readings(t.Context(), bad.ID)
	require.NoError(t, err)
	assert.Contains(t, english.Say(readings[0].Unreadable), "cannot be read")
	looks, err := c.Look.Inspections(t.Context(), looked.PlantID)
	require.NoError(t, err)
	assert.Contains(t, english.Say(looks[0].Unreadable), "cannot be read")
	due, err := c.Pests.DueRounds(t.Context())
	require.NoError(t, err)
	require.Len(t, due, 1)
	assert.Contains(t, english.Say(due[0].Headline), "cannot be read")
	shelf, err := c.Mixing.Shelf(t.Context())
	require.NoError(t, err)
	assert.Contains(t, english.Say(shelf[0].Unreadable), "cannot be read")
	_, err = c.Intake.Plant(t.Context(), good.ID)
	require.NoError(t, err)
}
