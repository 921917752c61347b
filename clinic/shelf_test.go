package clinic

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/clinic/cleaning"
	"therapeon/clinic/mixing"
	"therapeon/clinic/record"
	"therapeon/core/disputes"
	"therapeon/core/patient"
	"therapeon/core/solutions"
)

func TestStocksThatCannotBeAreRefused(t *testing.T) {
	c := newClinic(t)
	for field, s := range map[string]mixing.Stock{
		"name":         {Product: "oil", Unit: "mL"},
		"product":      {Name: "x", Product: "elixir", Unit: "mL"},
		"percent":      {Name: "x", Product: "oil", Unit: "mL", Percent: mm(110)},
		"amount":       {Name: "x", Product: "oil", Unit: "mL", Amount: -1},
		"unit":         {Name: "x", Product: "oil", Unit: "drops"},
		"expires_on":   {Name: "x", Product: "oil", Unit: "mL", ExpiresOn: "soon"},
		"scale":        {Name: "x", Product: "seaweed", Unit: "mL", Adds: mm(180)},
		"n_percent":    {Name: "x", Product: "feed", Unit: "g", N: mm(-2)},
		"p2o5_percent": {Name: "x", Product: "feed", Unit: "g", P2O5: mm(200)},
	} {
		_, err := c.Mixing.AddStock(t.Context(), s)
		assert.Equal(t, field, fieldOf(t, err))
	}
	list, err := c.Mixing.Shelf(t.Context())
	require.NoError(t, err)
	assert.Empty(t, list, "nothing half-saved")
}

func TestAStockIsGoodToTheLastDayItsDateCanMean(t *testing.T) {
	c := newClinic(t)
	for date, expired := range map[string]bool{"": false, "2030": false, "2030-04": false, "2030-03": true,
		"2030-04-02": false, "2030-04-01": true, "2029": true} {
		o, err := c.Mixing.AddStock(t.Context(), mixing.Stock{Name: "x", Product: "oil", Unit: "mL", ExpiresOn: date})
		require.NoError(t, err)
		assert.Equal(t, expired, o.Expired, "on 2 Apr 2030, good until %q", date)
	}
}

func TestAStockThatIsGoneLeavesTheShelf(t *testing.T) {
	c := newClinic(t)
	o, err := c.Mixing.AddStock(t.Context(), mixing.Stock{Name: "x", Product: "other", Unit: "g", Amount: 5})
	require.NoError(t, err)
	o, err = c.Mixing.ChangeStock(t.Context(), o.ID, mixing.ChangeStock{Version: o.Version, Stock: o.Stock, Gone: true})
	require.NoError(t, err)
	list, err := c.Mixing.Shelf(t.Context())
	require.NoError(t, err)
	assert.Empty(t, list)
	_, err = c.Mixing.ChangeStock(t.Context(), 99, mixing.ChangeStock{Version: 1, Stock: o.Stock})
	var none record.Missing
	require.ErrorAs(t, err, &none)
}

func TestTheHousesToolsAreKept(t *testing.T) {
	c := newClinic(t)
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
	assert.Equal(t, "tools.jug_ml", fieldOf(t, err))
}

func TestAJobOfAnotherDayKeepsItsDay(t *testing.T) {
	c := newClinic(t)
	p := mites(t, c)
	_, err := c.Cleaning.MarkJob(t.Context(), p.ID, cleaning.MarkJob{Job: "clear-bench", State: "done"})
	require.NoError(t, err)
	later := c.At(func() time.Time { return day.AddDate(0, 0, 1) })
	plan, err := later.Cleaning.MarkJob(t.Context(), p.ID, cleaning.MarkJob{Job: "wash-leaves", State: "done"})
	require.NoError(t, err)
	assert.Equal(t, "2030-04-02", plan.BegunOn)
	assert.Equal(t, "2030-04-02", jobIn(t, plan.Plan, "clear-bench").On)
	assert.Equal(t, "2030-04-03", jobIn(t, plan.Plan, "wash-leaves").On)
}

// What the intake says of a plant comes back as it was, and the plan follows it.
func TestThePlantsOwnSidesOfTheCleaning(t *testing.T) {
	c := newClinic(t)
	p, r := begun(
		t,
		c,
		patient.Intake{Tag: "x", Group: "cattleya", TereteLeaves: true,
			Sides: disputes.Sides{disputes.Peroxide: "pests-only", disputes.CutPowder: "dry"}},
	)
	save(t, c, r, entry("a", 3, 60, "mushy"))
	back, err := c.Intake.Plant(t.Context(), p.ID)
	require.NoError(t, err)
	assert.EqualValues(t, "pests-only", back.Intake.Sides[disputes.Peroxide])
	assert.EqualValues(t, "dry", back.Intake.Sides[disputes.CutPowder])
	assert.True(t, back.Intake.TereteLeaves)
	for _, j := range mustPlan(t, c, p.ID).Jobs {
		assert.NotEqual(t, "peroxide", j.Code, "rot is no pest")
		assert.NotEqual(t, "powder", j.Code)
	}
	changed := back.Intake
	changed.Sides[disputes.Peroxide] = ""
	_, err = c.Intake.ChangePlant(t.Context(), p.ID, back.Version, changed)
	require.NoError(t, err)
	assert.EqualValues(t, "with-finding", jobIn(t, mustPlan(t, c, p.ID), "peroxide").Side.Choice.Code, "as the house again")
}
