package mixing_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/clinic/mixing"
	"therapeon/clinic/record"
	"therapeon/clinic/trial"
	"therapeon/core/media"
	"therapeon/core/patient"
	"therapeon/core/rehome"
	"therapeon/language/english"
)

func TestComponentsAndMixesOfOnesOwn(t *testing.T) {
	c := trial.NewClinic(t)
	test := media.FloodTest{VolumeML: 800, DrainedML: 400}
	for field, bad := range map[string]mixing.MeasureComponent{
		"name":    {Test: &test},
		"test":    {Name: "Cork"},
		"high_mm": {Name: "Cork", Test: &test, LowMM: trial.Mm(5)},
		"low_mm":  {Name: "Cork", Test: &test, LowMM: trial.Mm(9), HighMM: trial.Mm(5)},
	} {
		_, _, err := c.Mixing.MeasureComponent(t.Context(), "own-cork", bad)
		assert.Equal(t, field, trial.FieldOf(t, err))
	}
	_, _, err := c.Mixing.MeasureComponent(t.Context(), "Cork!", mixing.MeasureComponent{Name: "Cork", Test: &test})
	assert.Equal(t, "code", trial.FieldOf(t, err))
	_, _, err = c.Mixing.MeasureComponent(t.Context(), "own-cork",
		mixing.MeasureComponent{Name: "Cork", Test: &test, LowMM: trial.Mm(10), HighMM: trial.Mm(20)})
	require.NoError(t, err)

	parts := []media.Part{{Component: "own-cork", Parts: 3}, {Component: "sphagnum", Parts: 1}}
	list, err := c.Mixing.SaveRecipe(t.Context(), 0, mixing.SaveRecipe{Name: "Cork and moss", Parts: parts})
	require.NoError(t, err)
	require.Len(t, list, 1)
	p := trial.Rooted(t, c, patient.Intake{Tag: "Sound", Group: "phalaenopsis", LeafCount: 5})
	r := trial.PlanFor(t, c, p.ID, rehome.Plan{Parts: parts, MixName: "Cork and moss"})
	assert.True(t, r.Mix.Own)
	assert.Equal(t, "Cork and moss", english.Say(r.Mix.Name))
	assert.InDelta(t, (3.7-3*0.5-0.73)/3.7, r.Mix.Settled.Air, 1e-9, "three tenths of the moss go into the gaps")

	_, err = c.Mixing.SaveRecipe(t.Context(), 0, mixing.SaveRecipe{Name: " ", Parts: parts})
	assert.Equal(t, "name", trial.FieldOf(t, err))
	_, err = c.Mixing.SaveRecipe(t.Context(), 0,
		mixing.SaveRecipe{Name: "Nothing", Parts: []media.Part{{Component: "perlite"}}})
	assert.Equal(t, "parts", trial.FieldOf(t, err))
	_, err = c.Mixing.SaveRecipe(t.Context(), list[0].ID, mixing.SaveRecipe{Version: 9, Name: "Cork", Parts: parts})
	var conflict record.Conflict
	require.ErrorAs(t, err, &conflict)
	list, err = c.Mixing.SaveRecipe(t.Context(), list[0].ID,
		mixing.SaveRecipe{Version: 1, Name: "Cork", Parts: parts, Gone: true})
	require.NoError(t, err)
	assert.Empty(t, list)
}

func TestStocksThatCannotBeAreRefused(t *testing.T) {
	c := trial.NewClinic(t)
	for field, s := range map[string]mixing.Stock{
		"name":         {Product: "oil", Unit: "mL"},
		"product":      {Name: "x", Product: "elixir", Unit: "mL"},
		"percent":      {Name: "x", Product: "oil", Unit: "mL", Percent: trial.Mm(110)},
		"amount":       {Name: "x", Product: "oil", Unit: "mL", Amount: -1},
		"unit":         {Name: "x", Product: "oil", Unit: "drops"},
		"expires_on":   {Name: "x", Product: "oil", Unit: "mL", ExpiresOn: "soon"},
		"scale":        {Name: "x", Product: "seaweed", Unit: "mL", Adds: trial.Mm(180)},
		"n_percent":    {Name: "x", Product: "feed", Unit: "g", N: trial.Mm(-2)},
		"p2o5_percent": {Name: "x", Product: "feed", Unit: "g", P2O5: trial.Mm(200)},
	} {
		_, err := c.Mixing.AddStock(t.Context(), s)
		assert.Equal(t, field, trial.FieldOf(t, err))
	}
	list, err := c.Mixing.Shelf(t.Context())
	require.NoError(t, err)
	assert.Empty(t, list, "nothing half-saved")
}

func TestAStockIsGoodToTheLastDayItsDateCanMean(t *testing.T) {
	c := trial.NewClinic(t)
	for date, expired := range map[string]bool{"": false, "2030": false, "2030-04": false, "2030-03": true,
		"2030-04-02": false, "2030-04-01": true, "2029": true} {
		o, err := c.Mixing.AddStock(t.Context(),
			mixing.Stock{Name: "x", Product: "oil", Unit: "mL", ExpiresOn: date})
		require.NoError(t, err)
		assert.Equal(t, expired, o.Expired, "on 2 Apr 2030, good until %q", date)
	}
}

func TestAStockThatIsGoneLeavesTheShelf(t *testing.T) {
	c := trial.NewClinic(t)
	o, err := c.Mixing.AddStock(t.Context(), mixing.Stock{Name: "x", Product: "other", Unit: "g", Amount: 5})
	require.NoError(t, err)
	o, err = c.Mixing.ChangeStock(t.Context(), o.ID,
		mixing.ChangeStock{Version: o.Version, Stock: o.Stock, Gone: true})
	require.NoError(t, err)
	list, err := c.Mixing.Shelf(t.Context())
	require.NoError(t, err)
	assert.Empty(t, list)
	_, err = c.Mixing.ChangeStock(t.Context(), 99, mixing.ChangeStock{Version: 1, Stock: o.Stock})
	var none record.Missing
	require.ErrorAs(t, err, &none)
}
