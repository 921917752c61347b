package rehome_test

import (
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/clinic/history"
	"therapeon/clinic/intake"
	lookservice "therapeon/clinic/look"
	"therapeon/clinic/mixing"
	"therapeon/clinic/record"
	rehomeservice "therapeon/clinic/rehome"
	"therapeon/clinic/trial"
	"therapeon/core/disputes"
	"therapeon/core/media"
	"therapeon/core/patient"
	"therapeon/core/pots"
	"therapeon/core/rehome"
)

func TestHoldingIsNotedFromADayOn(t *testing.T) {
	c := trial.NewClinic(t)
	p := trial.Bared(t, c, 55)
	r, err := c.Rehome.Hold(t.Context(), p.ID, rehomeservice.Hold{Method: "lid", From: "2030-03-28"})
	require.NoError(t, err)
	assert.Equal(t, "lid", r.Race.Holding)
	assert.Equal(t, 10.0, trial.Assumed(t, r, "held_days").Value, "held from its arrival, one way or another")
	_, err = c.Rehome.Hold(t.Context(), p.ID, rehomeservice.Hold{Method: "shoebox"})
	assert.Equal(t, "method", trial.FieldOf(t, err))
	_, err = c.Rehome.Hold(t.Context(), p.ID, rehomeservice.Hold{Method: "lid", From: "2030-05-01"})
	assert.Equal(t, "from", trial.FieldOf(t, err))
	line, err := c.History.Timeline(t.Context(), p.ID)
	require.NoError(t, err)
	assert.True(t, slices.ContainsFunc(line.Entries, func(e history.Entry) bool {
		return e.Kind == "home" && e.On == "2030-03-28" && e.Words == "Held: Tub with a loose lid."
	}))
}

func TestAPlantNotReadIsReadFirst(t *testing.T) {
	c := trial.NewClinic(t)
	potted, err := c.Intake.AddPlant(t.Context(), patient.Intake{Tag: "x", Group: "cattleya", LeafCount: 4})
	require.NoError(t, err)
	assert.Equal(t, "look", trial.HomeOfPlant(t, c, potted.ID).Decision.Decision,
		"in its pot it is looked over first")
	out := patient.Intake{Tag: "x", Group: "cattleya", LeafCount: 4, Pot: "none"}
	p, err := c.Intake.AddPlant(t.Context(), out)
	require.NoError(t, err)
	r := trial.HomeOfPlant(t, c, p.ID)
	assert.Equal(t, "read", r.Decision.Decision)
	assert.Nil(t, r.Pot)
	assert.Empty(t, r.Jobs)
	_, err = c.Rehome.Settle(t.Context(), p.ID, rehomeservice.Settle{Route: "volcano"})
	assert.Equal(t, "route", trial.FieldOf(t, err))
}

func TestHoldUntilTipsThenPot(t *testing.T) {
	c := trial.NewClinic(t)
	p := trial.Bared(t, c, 45)
	r := trial.HomeOfPlant(t, c, p.ID)
	assert.Equal(t, "hold", r.Decision.Decision)
	require.NotNil(t, r.Route)
	assert.True(t, r.Route.Hold)
	race, err := c.Race.RaceOf(t.Context(), p.ID, "")
	require.NoError(t, err)
	assert.Equal(t, race.Race.Best, r.Route.Code, "by the way its race advises")

	s, err := c.Look.StartLook(t.Context(), p.ID, lookservice.StartLook{})
	require.NoError(t, err)
	_, err = c.Look.SaveInspection(
		t.Context(),
		s.ID,
		lookservice.SaveInspection{
			Version:  s.Version,
			LookedOn: s.LookedOn,
			Inspection: patient.Inspection{
				Findings: patient.Findings{"leaves-limp": "absent"},
				Growth:   "new-roots",
				Unpotted: true,
			},
		},
	)
	require.NoError(t, err)
	r = trial.HomeOfPlant(t, c, p.ID)
	assert.Equal(t, "pot", r.Decision.Decision)
	assert.Equal(t, "bark-moss", r.Route.Code)
	require.NotNil(t, r.Pot)
	require.NotNil(t, r.Section)
}

func TestThePlanSaysWhoseSideItFollows(t *testing.T) {
	c := trial.NewClinic(t)
	p := trial.Bared(t, c, 40)
	assert.Equal(t, "hold-dry", trial.HomeOfPlant(t, c, p.ID).Decision.Code)
	house, err := c.Settings.Settings(t.Context())
	require.NoError(t, err)
	house.Sides[disputes.BareNoTips] = disputes.PotAtOnce
	_, err = c.Settings.SetSettings(t.Context(), house)
	require.NoError(t, err)
	r := trial.HomeOfPlant(t, c, p.ID)
	assert.Equal(t, "nest-side", r.Decision.Code)
	assert.EqualValues(t, "at-once", r.Decision.Side.Choice.Code)
	r = trial.PlanFor(t, c, p.ID, rehome.Plan{Sides: disputes.Sides{disputes.BareNoTips: "hold"}})
	assert.Equal(t, "hold-side", r.Decision.Code, "the plant may differ from the house")

	sound := trial.Rooted(t, c,
		patient.Intake{Tag: "Sound", Group: "phalaenopsis", LeafCount: 5, OldMedium: "bark"})
	assert.Equal(t, "bark", trial.HomeOfPlant(t, c, sound.ID).Route.Code)
	assert.Equal(t, "inorganic", trial.PlanFor(t, c, sound.ID,
		rehome.Plan{Sides: disputes.Sides{disputes.Medium: "inorganic"}}).Route.Code)
	assert.Equal(t, "opaque", trial.PlanFor(t, c, sound.ID,
		rehome.Plan{Sides: disputes.Sides{disputes.PotWall: "opaque"}}).Pot.Wall)
}

func TestPotAndMixAreWorkedOutForTheLivingRoots(t *testing.T) {
	c := trial.NewClinic(t)
	p := trial.Rooted(t, c,
		patient.Intake{Tag: "Sound", Group: "cattleya", LeafCount: 5, BulbCount: 4, OldMedium: "bark"})
	r := trial.HomeOfPlant(t, c, p.ID)
	assert.Contains(t, r.Size.Reasons[0].Value,
		"longest living root is 120 mm; pliable, it hangs coiled 72 mm deep")
	assert.Equal(t, 100.0, r.Pot.TopMM, "four bulbs 25 mm apart and a season of the lead")
	assert.InDelta(t, r.Fit.MediumL, r.Mix.Settled.VolumeL, 1e-9,
		"what is measured out settles to what the pot takes")
	poured := 0.0
	for _, m := range r.Mix.Measured {
		poured += m.Litres
	}
	assert.InDelta(t, r.Mix.Settled.PouredL, poured, 0.03, "each rounded up to 10 mL, once")
	assert.GreaterOrEqual(t, poured, r.Mix.Settled.PouredL)
	for _, w := range r.Mix.Need {
		assert.InDelta(t, w.NeedL, w.ShortL, 1e-9, "nothing is on the shelf")
	}
	assert.Equal(t, "right", r.Section.Lead, "its lead to the open side")

	hole := 15.0
	r = trial.PlanFor(
		t,
		c,
		p.ID,
		rehome.Plan{
			Route:  "inorganic",
			BaseMM: 60,
			Pot: &pots.Pot{
				Shape:    pots.Round,
				TopMM:    120,
				BottomMM: 90,
				HeightMM: 170,
				HoleMM:   &hole,
				Wall:     "clear",
			},
		},
	)
	require.NotNil(t, r.Fit.GapMM)
	assert.InDelta(t, 160-5-72-15, *r.Fit.GapMM, 1e-9, "fill 160 mm, the base 5 lower, roots 72 deep, water at 15")
	assert.InDelta(t, 68/1.2, *r.Fit.DaysToWater, 1e-6, "at the group's 1.2 mm a day")
	assert.Equal(t, "topples", r.Fit.Verdict, "a foot of 90 mm under 170")
	assert.InDelta(t, 160-15-65, r.Section.DryTopMM, 1e-9, "large clay draws water 65 mm high")
	for _, job := range []string{"wick", "dry-line", "reuse"} {
		assert.True(t, slices.ContainsFunc(r.Jobs, func(j rehome.Job) bool { return j.Code == job }), job)
	}

	// A measured dry line and a measured reach go before the tables.
	damp := 40.0
	measured := r.Plan
	measured.DryLineMM, measured.ReachMM = &damp, 100
	_, err := c.Rehome.SavePlan(t.Context(), p.ID, rehomeservice.SavePlan{Version: r.Version, Plan: measured}, "")
	require.NoError(t, err)
	r = trial.HomeOfPlant(t, c, p.ID)
	assert.InDelta(t, 170-40, r.Section.WetToMM, 1e-9)
	assert.InDelta(t, 160-5-100-15, *r.Fit.GapMM, 1e-9)
}

func TestBadPlansAreRefusedWhole(t *testing.T) {
	c := trial.NewClinic(t)
	p := trial.Rooted(t, c, patient.Intake{Tag: "Sound", Group: "phalaenopsis", LeafCount: 5, OldMedium: "bark"})
	round := func(top, bottom, height float64) *pots.Pot {
		return &pots.Pot{Shape: pots.Round, TopMM: top, BottomMM: bottom, HeightMM: height}
	}
	for field, plan := range map[string]rehome.Plan{
		"plan.pot.bottom_mm":      {Pot: round(90, 140, 100)},
		"plan.pot.top_mm":         {Pot: round(2000, 90, 100)},
		"plan.pot.shape":          {Pot: &pots.Pot{Shape: "vase", TopMM: 90, BottomMM: 80, HeightMM: 80}},
		"plan.route":              {Route: "volcano"},
		"plan.base_mm":            {BaseMM: -3},
		"plan.parts":              {Parts: []media.Part{{Component: "bark-fine"}, {Component: "perlite"}}},
		"plan.parts[0].component": {Parts: []media.Part{{Component: "gravel of the moon", Parts: 1}}},
		"plan.parts[0].parts":     {Parts: []media.Part{{Component: "perlite", Parts: -1}}},
		"plan.origin":             {Origin: "space"},
	} {
		_, err := c.Rehome.SavePlan(t.Context(), p.ID, rehomeservice.SavePlan{Plan: plan}, "")
		assert.Equal(t, field, trial.FieldOf(t, err))
	}
	assert.Zero(t, trial.HomeOfPlant(t, c, p.ID).Version, "nothing half-saved")
	trial.PlanFor(t, c, p.ID, rehome.Plan{BaseMM: 40})
	_, err := c.Rehome.SavePlan(t.Context(), p.ID,
		rehomeservice.SavePlan{Version: 0, Plan: rehome.Plan{BaseMM: 90}}, "")
	var conflict record.Conflict
	require.ErrorAs(t, err, &conflict)
	assert.Equal(t, 40.0, trial.HomeOfPlant(t, c, p.ID).Plan.BaseMM)
}

func TestAJobWithCautionsIsDoneOnceTheyAreRead(t *testing.T) {
	c := trial.NewClinic(t)
	p := trial.Rooted(t, c, patient.Intake{Tag: "Sound", Group: "phalaenopsis", LeafCount: 5, OldMedium: "bark"})
	_, err := c.Rehome.MarkHomeJob(t.Context(), p.ID,
		rehomeservice.MarkHomeJob{Job: "mix", State: "done", Person: "Ada"})
	assert.Equal(t, "person", trial.FieldOf(t, err))
	assert.ErrorContains(t, err, "Read the cautions at “Mix the medium” first")
	_, err = c.Rehome.MarkHomeJob(t.Context(), p.ID, rehomeservice.MarkHomeJob{Job: "seat", State: "skipped"})
	assert.Equal(t, "reason", trial.FieldOf(t, err))
	_, err = c.Rehome.MarkHomeJob(t.Context(), p.ID, rehomeservice.MarkHomeJob{Job: "juggle", State: "done"})
	assert.Equal(t, "job", trial.FieldOf(t, err))
	_, err = c.Rehome.Settle(t.Context(), p.ID, rehomeservice.Settle{Route: "bark", Person: "Ada"})
	assert.Equal(t, "jobs", trial.FieldOf(t, err), "open jobs are done or left out first")

	r, err := c.Rehome.MarkHomeJob(t.Context(), p.ID,
		rehomeservice.MarkHomeJob{Job: "seat", State: "skipped", Reason: "It sat already.", Person: "Ada"})
	require.NoError(t, err)
	r, err = c.Rehome.MarkHomeJob(t.Context(), p.ID,
		rehomeservice.MarkHomeJob{Job: "seat", State: "open", Person: "Ada"})
	require.NoError(t, err)
	i := slices.IndexFunc(r.Jobs, func(j rehome.Job) bool { return j.Code == "seat" })
	assert.EqualValues(t, "open", r.Jobs[i].State)
}

func TestTheHomeIsNotedAsItWasGiven(t *testing.T) {
	c := trial.NewClinic(t)
	p := trial.Rooted(t, c,
		patient.Intake{Tag: "Sound", Group: "phalaenopsis", LeafCount: 5, OldMedium: "moss", Pot: "opaque"})
	trial.AllDone(t, c, p.ID)
	r, err := c.Rehome.Settle(
		t.Context(),
		p.ID,
		rehomeservice.Settle{Route: "inorganic", FromOn: "2030-04-01", Note: "No bark was left.", Person: "Ada"},
	)
	require.NoError(t, err)
	require.Len(t, r.Homes, 1)
	h := r.Homes[0]
	assert.Equal(t, "inorganic", h.Route)
	assert.Equal(t, "bark", h.Planned, "it differs from the plan, and says so")
	assert.Equal(t, "2030-04-22", h.NextLookOn, "three weeks: common practice, no source")
	assert.NotEmpty(t, h.Jobs)
	after, err := c.Intake.Plant(t.Context(), p.ID)
	require.NoError(t, err)
	assert.Equal(t, &intake.Standing{Medium: "mineral", Pot: "clear", Since: "2030-04-01"}, after.Standing,
		"what it stands in now")
	assert.Equal(t, []string{"moss", "opaque", ""},
		[]string{after.Intake.OldMedium, after.Intake.Pot, after.Intake.LastRepotted},
		"and what it came in, in which its roots died")
	assert.Positive(t, r.Open, "the list begins anew")

	trial.AllDone(t, c, p.ID)
	_, err = c.Rehome.Settle(t.Context(), p.ID,
		rehomeservice.Settle{Route: "bark", FromOn: "2030-04-02", NextLookOn: "2030-01-01", Person: "Ada"})
	assert.Equal(t, "next_look_on", trial.FieldOf(t, err))
	_, err = c.Rehome.Settle(t.Context(), p.ID,
		rehomeservice.Settle{Route: "bark", FromOn: "2031-04-02", Person: "Ada"})
	assert.Equal(t, "from", trial.FieldOf(t, err))
	assert.Len(t, trial.HomeOfPlant(t, c, p.ID).Homes, 1, "nothing half-saved")
	line, err := c.History.Timeline(t.Context(), p.ID)
	require.NoError(t, err)
	assert.True(t, slices.ContainsFunc(line.Entries, func(e history.Entry) bool {
		return e.Kind == "home" && strings.Contains(e.Words, "Housed: Inorganic with reservoir") &&
			strings.Contains(e.Words, "No bark was left.")
	}))
}

func TestTonightsBatchIsAddedUpAgainstTheShelf(t *testing.T) {
	c := trial.NewClinic(t)
	a := trial.Rooted(t, c, patient.Intake{Tag: "A", Group: "phalaenopsis", LeafCount: 5, OldMedium: "bark"})
	b := trial.Rooted(t, c,
		patient.Intake{Tag: "B", Group: "phalaenopsis", LeafCount: 5, OldMedium: "bark", KeptApart: true})
	trial.PlanFor(t, c, b.ID, rehome.Plan{Tonight: true})
	trial.PlanFor(t, c, a.ID, rehome.Plan{Tonight: true})
	for code, litres := range map[string]float64{"bark-medium": 5, "pumice-large": 5, "charcoal": 0.001} {
		_, err := c.Mixing.AddStock(t.Context(), mixing.Stock{Name: code, Product: code, Unit: "L", Amount: litres})
		require.NoError(t, err)
	}
	batch, err := c.Rehome.Batch(t.Context())
	require.NoError(t, err)
	require.Len(t, batch.Plants, 2)
	assert.Equal(t, "B", batch.Plants[1].Tag, "those kept apart come last")
	need := map[string]media.Want{}
	for _, w := range batch.Need {
		need[w.Component] = w
	}
	one := trial.HomeOfPlant(t, c, a.ID)
	for _, m := range one.Mix.Measured {
		assert.InDelta(t, 2*m.Litres, need[m.Component].NeedL, 1e-9, m.Component)
	}
	assert.Zero(t, need["bark-medium"].ShortL)
	assert.Positive(t, need["perlite-coarse"].ShortL)
	require.NotNil(t, need["perlite-coarse"].Instead)
	assert.Equal(t, "pumice-large", need["perlite-coarse"].Instead.Component)
	assert.Equal(t, 2, batch.Short, "coarse perlite and charcoal")
	trial.PlanFor(t, c, b.ID, rehome.Plan{})
	batch, err = c.Rehome.Batch(t.Context())
	require.NoError(t, err)
	assert.Len(t, batch.Plants, 1)

	_, err = c.Mixing.AddStock(t.Context(),
		mixing.Stock{Name: "Bark by weight", Product: "bark-fine", Unit: "g", Amount: 100})
	assert.Equal(t, "unit", trial.FieldOf(t, err))
}
