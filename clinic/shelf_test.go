package clinic

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/solutions"
)

func TestStocksThatCannotBeAreRefused(t *testing.T) {
	c := newClinic(t)
	for field, s := range map[string]Stock{
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
		_, err := c.AddStock(t.Context(), s)
		assert.Equal(t, field, fieldOf(t, err))
	}
	list, err := c.Shelf(t.Context())
	require.NoError(t, err)
	assert.Empty(t, list, "nothing half-saved")
}

func TestAStockIsGoodToTheLastDayItsDateCanMean(t *testing.T) {
	c := newClinic(t)
	for date, expired := range map[string]bool{"": false, "2030": false, "2030-04": false, "2030-03": true,
		"2030-04-02": false, "2030-04-01": true, "2029": true} {
		o, err := c.AddStock(t.Context(), Stock{Name: "x", Product: "oil", Unit: "mL", ExpiresOn: date})
		require.NoError(t, err)
		assert.Equal(t, expired, o.Expired, "on 2 April 2030, good until %q", date)
	}
}

func TestAStockThatIsGoneLeavesTheShelf(t *testing.T) {
	c := newClinic(t)
	o, err := c.AddStock(t.Context(), Stock{Name: "x", Product: "other", Unit: "g", Amount: 5})
	require.NoError(t, err)
	o, err = c.ChangeStock(t.Context(), o.ID, ChangeStock{Version: o.Version, Stock: o.Stock, Gone: true})
	require.NoError(t, err)
	list, err := c.Shelf(t.Context())
	require.NoError(t, err)
	assert.Empty(t, list)
	_, err = c.ChangeStock(t.Context(), 99, ChangeStock{Version: 1, Stock: o.Stock})
	var none Missing
	require.ErrorAs(t, err, &none)
}

// Of two bottles the weaker serves, unless only the stronger has enough.
func TestANeedTakesTheWeakestBottleThatHasEnough(t *testing.T) {
	for name, c := range map[string]struct {
		mild, strong float64
		from         string
		takes, short float64
	}{
		"enough of the mild":   {500, 500, "mild", 400, 0},
		"only the strong":      {300, 100, "strong", 400 * 3.0 / 35, 0},
		"neither, by a little": {390, 1, "mild", 400, 10},
	} {
		n := Need{Product: "peroxide", MixML: 400, Percent: 3}
		n.against([]OnShelf{
			{ID: 1, Stock: Stock{Name: "strong", Product: "peroxide", Percent: mm(35), Amount: c.strong, Unit: "mL"}},
			{ID: 2, Stock: Stock{Name: "mild", Product: "peroxide", Percent: mm(3), Amount: c.mild, Unit: "mL"}},
			{ID: 3, Stock: Stock{Name: "weak", Product: "peroxide", Percent: mm(1), Amount: 9000, Unit: "mL"}},
			{
				ID:      4,
				Expired: true,
				Stock:   Stock{Name: "old", Product: "peroxide", Percent: mm(3), Amount: 9000, Unit: "mL"},
			},
			{ID: 5, Stock: Stock{Name: "another", Product: "oil", Percent: mm(100), Amount: 9000, Unit: "mL"}},
		})
		assert.Equal(t, map[string]int64{"strong": 1, "mild": 2}[c.from], n.ItemID, name)
		assert.InDelta(t, c.takes, n.StockML, 1e-9, name)
		assert.InDelta(t, c.short, n.ShortML, 1e-9, name)
	}
}

func TestTheHousesToolsAreKept(t *testing.T) {
	c := newClinic(t)
	s, err := c.Settings(t.Context())
	require.NoError(t, err)
	assert.Equal(t, "with-finding", s.Peroxide)
	assert.Equal(t, "powder", s.CutPowder)
	assert.Zero(t, s.Tools, "the usual ones")
	s.Tools = solutions.Tools{SyringeML: 0.05, JugML: 25}
	_, err = c.SetSettings(t.Context(), s)
	require.NoError(t, err)
	s, err = c.Settings(t.Context())
	require.NoError(t, err)
	assert.Equal(t, 0.05, s.Tools.SyringeML)
	s.Tools.JugML = 99999
	_, err = c.SetSettings(t.Context(), s)
	assert.Equal(t, "tools.jug_ml", fieldOf(t, err))
}

func TestAJobOfAnotherDayKeepsItsDay(t *testing.T) {
	c := newClinic(t)
	p := mites(t, c)
	_, err := c.MarkJob(t.Context(), p.ID, MarkJob{Job: "clear-bench", State: "done"})
	require.NoError(t, err)
	later := c.At(func() time.Time { return day.AddDate(0, 0, 1) })
	plan, err := later.MarkJob(t.Context(), p.ID, MarkJob{Job: "wash-leaves", State: "done"})
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
		Intake{Tag: "x", Group: "cattleya", Peroxide: "pests-only", CutPowder: "dry", TereteLeaves: true},
	)
	save(t, c, r, entry("a", 3, 60, "mushy"))
	back, err := c.Plant(t.Context(), p.ID)
	require.NoError(t, err)
	assert.Equal(t, "pests-only", back.Intake.Peroxide)
	assert.Equal(t, "dry", back.Intake.CutPowder)
	assert.True(t, back.Intake.TereteLeaves)
	for _, j := range mustPlan(t, c, p.ID).Jobs {
		assert.NotEqual(t, "peroxide", j.Code, "rot is no pest")
		assert.NotEqual(t, "powder", j.Code)
	}
	changed := back.Intake
	changed.Peroxide = ""
	_, err = c.ChangePlant(t.Context(), p.ID, back.Version, changed)
	require.NoError(t, err)
	assert.Equal(t, "with-finding", jobIn(t, mustPlan(t, c, p.ID), "peroxide").Side.Choice.Code, "as the house again")
}
