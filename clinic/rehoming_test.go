package clinic

import (
	"bytes"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/ledongthuc/pdf"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/clinic/cleaning"
	"therapeon/clinic/history"
	"therapeon/clinic/intake"
	"therapeon/clinic/look"
	"therapeon/clinic/mixing"
	"therapeon/clinic/record"
	rehomeservice "therapeon/clinic/rehome"
	"therapeon/clinic/weights"
	"therapeon/core/disputes"
	"therapeon/core/media"
	"therapeon/core/patient"
	"therapeon/core/pots"
	"therapeon/core/rehome"
	"therapeon/core/roots"
	"therapeon/core/work"
)

// rooted is a plant with sound roots and new tips.
func rooted(t *testing.T, c *Clinic, in patient.Intake) intake.Plant {
	t.Helper()
	p, r := begun(t, c, in)
	tips := entry("b", 3, 60, roots.Firm)
	tips.Tip = roots.Growing
	save(t, c, r, entry("a", 8, 120, roots.Firm), tips)
	return p
}

func homeOfPlant(t *testing.T, c *Clinic, id int64) rehomeservice.Rehoming {
	t.Helper()
	r, err := c.Rehome.Rehoming(t.Context(), id, "Ada")
	require.NoError(t, err)
	return r
}

func planFor(t *testing.T, c *Clinic, id int64, p rehome.Plan) rehomeservice.Rehoming {
	t.Helper()
	r, err := c.Rehome.SavePlan(
		t.Context(),
		id,
		rehomeservice.SavePlan{Version: homeOfPlant(t, c, id).Version, Plan: p},
		"Ada",
	)
	require.NoError(t, err)
	return r
}

// allDone reads the cautions and does all jobs.
func allDone(t *testing.T, c *Clinic, id int64) rehomeservice.Rehoming {
	t.Helper()
	r := homeOfPlant(t, c, id)
	for _, j := range r.Jobs {
		for _, care := range j.Cautions {
			_, err := c.Cleaning.Acknowledge(
				t.Context(),
				cleaning.Acknowledge{Person: "Ada", Seen: []work.Seen{{Caution: care.Code}}},
			)
			require.NoError(t, err)
		}
		var err error
		r, err = c.Rehome.MarkHomeJob(
			t.Context(),
			id,
			rehomeservice.MarkHomeJob{Job: j.Code, State: "done", Person: "Ada"},
		)
		require.NoError(t, err)
	}
	return r
}

func TestAPlantNotReadIsReadFirst(t *testing.T) {
	c := newClinic(t)
	potted, err := c.Intake.AddPlant(t.Context(), patient.Intake{Tag: "x", Group: "cattleya", LeafCount: 4})
	require.NoError(t, err)
	assert.Equal(t, "look", homeOfPlant(t, c, potted.ID).Decision.Decision, "in its pot it is looked over first")
	out := patient.Intake{Tag: "x", Group: "cattleya", LeafCount: 4, Pot: "none"}
	p, err := c.Intake.AddPlant(t.Context(), out)
	require.NoError(t, err)
	r := homeOfPlant(t, c, p.ID)
	assert.Equal(t, "read", r.Decision.Decision)
	assert.Nil(t, r.Pot)
	assert.Empty(t, r.Jobs)
	_, err = c.Rehome.Settle(t.Context(), p.ID, rehomeservice.Settle{Route: "volcano"})
	assert.Equal(t, "route", fieldOf(t, err))
}

func TestHoldUntilTipsThenPot(t *testing.T) {
	c := newClinic(t)
	p := bared(t, c, 45)
	r := homeOfPlant(t, c, p.ID)
	assert.Equal(t, "hold", r.Decision.Decision)
	require.NotNil(t, r.Route)
	assert.True(t, r.Route.Hold)
	race, err := c.Race.RaceOf(t.Context(), p.ID, "")
	require.NoError(t, err)
	assert.Equal(t, race.Race.Best, r.Route.Code, "by the way its race advises")

	s, err := c.Look.StartLook(t.Context(), p.ID, look.StartLook{})
	require.NoError(t, err)
	_, err = c.Look.SaveInspection(
		t.Context(),
		s.ID,
		look.SaveInspection{
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
	r = homeOfPlant(t, c, p.ID)
	assert.Equal(t, "pot", r.Decision.Decision)
	assert.Equal(t, "bark-moss", r.Route.Code)
	require.NotNil(t, r.Pot)
	require.NotNil(t, r.Section)
}

func TestThePlanSaysWhoseSideItFollows(t *testing.T) {
	c := newClinic(t)
	p := bared(t, c, 40)
	assert.Equal(t, "hold-dry", homeOfPlant(t, c, p.ID).Decision.Code)
	house, err := c.Settings.Settings(t.Context())
	require.NoError(t, err)
	house.Sides[disputes.BareNoTips] = disputes.PotAtOnce
	_, err = c.Settings.SetSettings(t.Context(), house)
	require.NoError(t, err)
	r := homeOfPlant(t, c, p.ID)
	assert.Equal(t, "nest-side", r.Decision.Code)
	assert.EqualValues(t, "at-once", r.Decision.Side.Choice.Code)
	r = planFor(t, c, p.ID, rehome.Plan{Sides: disputes.Sides{disputes.BareNoTips: "hold"}})
	assert.Equal(t, "hold-side", r.Decision.Code, "the plant may differ from the house")

	sound := rooted(t, c, patient.Intake{Tag: "Sound", Group: "phalaenopsis", LeafCount: 5, OldMedium: "bark"})
	assert.Equal(t, "bark", homeOfPlant(t, c, sound.ID).Route.Code)
	assert.Equal(t, "inorganic", planFor(t, c, sound.ID,
		rehome.Plan{Sides: disputes.Sides{disputes.Medium: "inorganic"}}).Route.Code)
	assert.Equal(t, "opaque", planFor(t, c, sound.ID,
		rehome.Plan{Sides: disputes.Sides{disputes.PotWall: "opaque"}}).Pot.Wall)
}

func TestPotAndMixAreWorkedOutForTheLivingRoots(t *testing.T) {
	c := newClinic(t)
	p := rooted(t, c, patient.Intake{Tag: "Sound", Group: "cattleya", LeafCount: 5, BulbCount: 4, OldMedium: "bark"})
	r := homeOfPlant(t, c, p.ID)
	assert.Contains(t, r.Size.Reasons[0].Value, "longest living root is 120 mm; pliable, it hangs coiled 72 mm deep")
	assert.Equal(t, 100.0, r.Pot.TopMM, "four bulbs 25 mm apart and a season of the lead")
	assert.InDelta(t, r.Fit.MediumL, r.Mix.Settled.VolumeL, 1e-9, "what is measured out settles to what the pot takes")
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
	r = planFor(
		t,
		c,
		p.ID,
		rehome.Plan{
			Route:  "inorganic",
			BaseMM: 60,
			Pot:    &pots.Pot{Shape: pots.Round, TopMM: 120, BottomMM: 90, HeightMM: 170, HoleMM: &hole, Wall: "clear"},
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
	r = homeOfPlant(t, c, p.ID)
	assert.InDelta(t, 170-40, r.Section.WetToMM, 1e-9)
	assert.InDelta(t, 160-5-100-15, *r.Fit.GapMM, 1e-9)
}

func TestBadPlansAreRefusedWhole(t *testing.T) {
	c := newClinic(t)
	p := rooted(t, c, patient.Intake{Tag: "Sound", Group: "phalaenopsis", LeafCount: 5, OldMedium: "bark"})
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
		assert.Equal(t, field, fieldOf(t, err))
	}
	assert.Zero(t, homeOfPlant(t, c, p.ID).Version, "nothing half-saved")
	planFor(t, c, p.ID, rehome.Plan{BaseMM: 40})
	_, err := c.Rehome.SavePlan(t.Context(), p.ID, rehomeservice.SavePlan{Version: 0, Plan: rehome.Plan{BaseMM: 90}}, "")
	var conflict record.Conflict
	require.ErrorAs(t, err, &conflict)
	assert.Equal(t, 40.0, homeOfPlant(t, c, p.ID).Plan.BaseMM)
}

func TestAJobWithCautionsIsDoneOnceTheyAreRead(t *testing.T) {
	c := newClinic(t)
	p := rooted(t, c, patient.Intake{Tag: "Sound", Group: "phalaenopsis", LeafCount: 5, OldMedium: "bark"})
	_, err := c.Rehome.MarkHomeJob(t.Context(), p.ID, rehomeservice.MarkHomeJob{Job: "mix", State: "done", Person: "Ada"})
	assert.Equal(t, "person", fieldOf(t, err))
	assert.ErrorContains(t, err, "Read the cautions at “Mix the medium” first")
	_, err = c.Rehome.MarkHomeJob(t.Context(), p.ID, rehomeservice.MarkHomeJob{Job: "seat", State: "skipped"})
	assert.Equal(t, "reason", fieldOf(t, err))
	_, err = c.Rehome.MarkHomeJob(t.Context(), p.ID, rehomeservice.MarkHomeJob{Job: "juggle", State: "done"})
	assert.Equal(t, "job", fieldOf(t, err))
	_, err = c.Rehome.Settle(t.Context(), p.ID, rehomeservice.Settle{Route: "bark", Person: "Ada"})
	assert.Equal(t, "jobs", fieldOf(t, err), "open jobs are done or left out first")

	r, err := c.Rehome.MarkHomeJob(
		t.Context(),
		p.ID,
		rehomeservice.MarkHomeJob{Job: "seat", State: "skipped", Reason: "It sat already.", Person: "Ada"},
	)
	require.NoError(t, err)
	r, err = c.Rehome.MarkHomeJob(t.Context(), p.ID, rehomeservice.MarkHomeJob{Job: "seat", State: "open", Person: "Ada"})
	require.NoError(t, err)
	i := slices.IndexFunc(r.Jobs, func(j rehome.Job) bool { return j.Code == "seat" })
	assert.EqualValues(t, "open", r.Jobs[i].State)
}

func TestTheHomeIsNotedAsItWasGiven(t *testing.T) {
	c := newClinic(t)
	p := rooted(t, c, patient.Intake{Tag: "Sound", Group: "phalaenopsis", LeafCount: 5, OldMedium: "moss", Pot: "opaque"})
	allDone(t, c, p.ID)
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
	assert.Equal(
		t,
		&intake.Standing{Medium: "mineral", Pot: "clear", Since: "2030-04-01"},
		after.Standing,
		"what it stands in now",
	)
	assert.Equal(
		t,
		[]string{"moss", "opaque", ""},
		[]string{after.Intake.OldMedium, after.Intake.Pot, after.Intake.LastRepotted},
		"and what it came in, in which its roots died",
	)
	assert.Positive(t, r.Open, "the list begins anew")

	allDone(t, c, p.ID)
	_, err = c.Rehome.Settle(
		t.Context(),
		p.ID,
		rehomeservice.Settle{Route: "bark", FromOn: "2030-04-02", NextLookOn: "2030-01-01", Person: "Ada"},
	)
	assert.Equal(t, "next_look_on", fieldOf(t, err))
	_, err = c.Rehome.Settle(t.Context(), p.ID, rehomeservice.Settle{Route: "bark", FromOn: "2031-04-02", Person: "Ada"})
	assert.Equal(t, "from", fieldOf(t, err))
	assert.Len(t, homeOfPlant(t, c, p.ID).Homes, 1, "nothing half-saved")
	line, err := c.History.Timeline(t.Context(), p.ID)
	require.NoError(t, err)
	assert.True(t, slices.ContainsFunc(line.Entries, func(e history.Entry) bool {
		return e.Kind == "home" && strings.Contains(e.Words, "Housed: Inorganic with reservoir") &&
			strings.Contains(e.Words, "No bark was left.")
	}))
}

func TestTonightsBatchIsAddedUpAgainstTheShelf(t *testing.T) {
	c := newClinic(t)
	a := rooted(t, c, patient.Intake{Tag: "A", Group: "phalaenopsis", LeafCount: 5, OldMedium: "bark"})
	b := rooted(t, c, patient.Intake{Tag: "B", Group: "phalaenopsis", LeafCount: 5, OldMedium: "bark", KeptApart: true})
	planFor(t, c, b.ID, rehome.Plan{Tonight: true})
	planFor(t, c, a.ID, rehome.Plan{Tonight: true})
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
	one := homeOfPlant(t, c, a.ID)
	for _, m := range one.Mix.Measured {
		assert.InDelta(t, 2*m.Litres, need[m.Component].NeedL, 1e-9, m.Component)
	}
	assert.Zero(t, need["bark-medium"].ShortL)
	assert.Positive(t, need["perlite-coarse"].ShortL)
	require.NotNil(t, need["perlite-coarse"].Instead)
	assert.Equal(t, "pumice-large", need["perlite-coarse"].Instead.Component)
	assert.Equal(t, 2, batch.Short, "coarse perlite and charcoal")
	planFor(t, c, b.ID, rehome.Plan{})
	batch, err = c.Rehome.Batch(t.Context())
	require.NoError(t, err)
	assert.Len(t, batch.Plants, 1)

	_, err = c.Mixing.AddStock(t.Context(), mixing.Stock{Name: "Bark by weight", Product: "bark-fine", Unit: "g", Amount: 100})
	assert.Equal(t, "unit", fieldOf(t, err))
}

func TestAMeasuredComponentChangesTheMix(t *testing.T) {
	c := newClinic(t)
	p := rooted(t, c, patient.Intake{Tag: "Sound", Group: "phalaenopsis", LeafCount: 5, OldMedium: "bark"})
	before := homeOfPlant(t, c, p.ID).Mix.Settled
	all, house, err := c.Mixing.MeasureComponent(
		t.Context(),
		"bark-medium",
		mixing.MeasureComponent{Test: &mixing.FloodTest{VolumeML: 1000, DrainedML: 300, DryG: mm(400), WetG: mm(800)}},
	)
	require.NoError(t, err)
	i := slices.IndexFunc(all, func(m media.Component) bool { return m.Code == "bark-medium" })
	assert.InDelta(t, 0.30, all[i].Air.Value, 1e-9, "300 of 1000 mL ran out")
	assert.InDelta(t, 0.40, all[i].Water.Value, 1e-9, "400 g stayed")
	assert.Equal(t, "2030-04-02", all[i].Measured)
	assert.EqualValues(t, 1, house[0].Version)
	assert.Less(t, homeOfPlant(t, c, p.ID).Mix.Settled.Air, before.Air)

	_, _, err = c.Mixing.MeasureComponent(t.Context(), "bark-medium", mixing.MeasureComponent{Version: 0})
	var conflict record.Conflict
	require.ErrorAs(t, err, &conflict)
	_, _, err = c.Mixing.MeasureComponent(t.Context(), "bark-medium", mixing.MeasureComponent{Version: 1})
	require.NoError(t, err)
	assert.InDelta(t, before.Air, homeOfPlant(t, c, p.ID).Mix.Settled.Air, 1e-9, "back to the estimate")

	for field, bad := range map[string]mixing.FloodTest{
		"test.drained_ml": {VolumeML: 500, DrainedML: 600},
		"test.wet_g":      {VolumeML: 500, DrainedML: 100, DryG: mm(400), WetG: mm(300)},
		"test.volume_ml":  {VolumeML: 3, DrainedML: 1},
	} {
		_, _, err := c.Mixing.MeasureComponent(t.Context(), "perlite", mixing.MeasureComponent{Test: &bad})
		assert.Equal(t, field, fieldOf(t, err))
	}
	_, _, err = c.Mixing.MeasureComponent(
		t.Context(),
		"perlite",
		mixing.MeasureComponent{Test: &mixing.FloodTest{VolumeML: 500, DrainedML: 300, DryG: mm(100), WetG: mm(400)}},
	)
	assert.ErrorContains(t, err, "Air and water together are more than the pot holds")
}

func TestComponentsAndMixesOfOnesOwn(t *testing.T) {
	c := newClinic(t)
	test := mixing.FloodTest{VolumeML: 800, DrainedML: 400}
	for field, bad := range map[string]mixing.MeasureComponent{
		"name":    {Test: &test},
		"test":    {Name: "Cork"},
		"high_mm": {Name: "Cork", Test: &test, LowMM: mm(5)},
		"low_mm":  {Name: "Cork", Test: &test, LowMM: mm(9), HighMM: mm(5)},
	} {
		_, _, err := c.Mixing.MeasureComponent(t.Context(), "own-cork", bad)
		assert.Equal(t, field, fieldOf(t, err))
	}
	_, _, err := c.Mixing.MeasureComponent(t.Context(), "Cork!", mixing.MeasureComponent{Name: "Cork", Test: &test})
	assert.Equal(t, "code", fieldOf(t, err))
	_, _, err = c.Mixing.MeasureComponent(
		t.Context(),
		"own-cork",
		mixing.MeasureComponent{Name: "Cork", Test: &test, LowMM: mm(10), HighMM: mm(20)},
	)
	require.NoError(t, err)

	parts := []media.Part{{Component: "own-cork", Parts: 3}, {Component: "sphagnum", Parts: 1}}
	list, err := c.Mixing.SaveRecipe(t.Context(), 0, mixing.SaveRecipe{Name: "Cork and moss", Parts: parts})
	require.NoError(t, err)
	require.Len(t, list, 1)
	p := rooted(t, c, patient.Intake{Tag: "Sound", Group: "phalaenopsis", LeafCount: 5})
	r := planFor(t, c, p.ID, rehome.Plan{Parts: parts, MixName: "Cork and moss"})
	assert.True(t, r.Mix.Own)
	assert.Equal(t, "Cork and moss", r.Mix.Name)
	assert.InDelta(t, (3.7-3*0.5-0.73)/3.7, r.Mix.Settled.Air, 1e-9, "three tenths of the moss go into the gaps")

	_, err = c.Mixing.SaveRecipe(t.Context(), 0, mixing.SaveRecipe{Name: " ", Parts: parts})
	assert.Equal(t, "name", fieldOf(t, err))
	_, err = c.Mixing.SaveRecipe(
		t.Context(),
		0,
		mixing.SaveRecipe{Name: "Nothing", Parts: []media.Part{{Component: "perlite"}}},
	)
	assert.Equal(t, "parts", fieldOf(t, err))
	_, err = c.Mixing.SaveRecipe(t.Context(), list[0].ID, mixing.SaveRecipe{Version: 9, Name: "Cork", Parts: parts})
	var conflict record.Conflict
	require.ErrorAs(t, err, &conflict)
	list, err = c.Mixing.SaveRecipe(
		t.Context(),
		list[0].ID,
		mixing.SaveRecipe{Version: 1, Name: "Cork", Parts: parts, Gone: true},
	)
	require.NoError(t, err)
	assert.Empty(t, list)
}

func TestThePotsOwnWeightsForetellItsWater(t *testing.T) {
	c := newClinic(t)
	p := rooted(t, c, patient.Intake{Tag: "Sound", Group: "phalaenopsis", LeafCount: 5, OldMedium: "bark"})
	earlier := c.At(func() time.Time { return day.AddDate(0, 0, -20) })
	for _, j := range homeOfPlant(t, c, p.ID).Jobs {
		_, err := earlier.Rehome.MarkHomeJob(
			t.Context(),
			p.ID,
			rehomeservice.MarkHomeJob{Job: j.Code, State: "skipped", Reason: "By another hand."},
		)
		require.NoError(t, err)
	}
	_, err := earlier.Rehome.Settle(t.Context(), p.ID, rehomeservice.Settle{Route: "bark"})
	require.NoError(t, err)
	assert.Nil(t, homeOfPlant(t, c, p.ID).Drying, "no weight yet")
	weighedOn(t, c, p.ID, 8, weights.Weigh{Kind: patient.InPot, Grams: 500, Moment: "wet"})
	first := homeOfPlant(t, c, p.ID).Drying
	require.NotNil(t, first)
	assert.Zero(t, first.Cycles, "the pace is the table's")
	for i, g := range []float64{460, 430, 407} {
		weighedOn(t, c, p.ID, 6-2*i, weights.Weigh{Kind: patient.InPot, Grams: g})
	}
	weighedOn(t, c, p.ID, 0, weights.Weigh{Kind: patient.InPot, Grams: 380, Moment: "light"})
	f := homeOfPlant(t, c, p.ID).Drying
	assert.Equal(t, 1, f.Cycles)
	assert.InDelta(t, 160, f.HoldsG, 1e-9, "120 g down to the line of a quarter: 120 / 0.75")
	assert.Zero(t, f.DueDays)
}

// text is what is written in a PDF.
func text(t *testing.T, body []byte) string {
	t.Helper()
	doc, err := pdf.NewReader(bytes.NewReader(body), int64(len(body)))
	require.NoError(t, err)
	words, err := doc.GetPlainText()
	require.NoError(t, err)
	var out bytes.Buffer
	_, err = out.ReadFrom(words)
	require.NoError(t, err)
	return out.String()
}

func TestLabelsAndCaseSheetsOnPaper(t *testing.T) {
	c := newClinic(t)
	p := rooted(
		t,
		c,
		patient.Intake{Tag: "Crate seven", Group: "phalaenopsis", LeafCount: 5, OldMedium: "bark", Source: "A crate"},
	)
	q := rooted(t, c, patient.Intake{Tag: "Second", Group: "cattleya", LeafCount: 5, OldMedium: "bark"})
	body, err := c.History.Labels(t.Context(), []int64{p.ID, q.ID}, true, 3, "http://127.0.0.1:8317")
	require.NoError(t, err)
	assert.True(t, bytes.HasPrefix(body, []byte("%PDF-")))
	words := text(t, body)
	for _, want := range []string{"Crate seven", "Phalaenopsis and kin", "Bark mix", "2 Apr 2030", "Next look: 30 Apr 2030", "Second"} {
		assert.Contains(t, words, want)
	}
	_, err = c.History.Labels(t.Context(), []int64{99}, false, 0, "http://127.0.0.1:8317")
	assert.ErrorContains(t, err, "There is no plant 99.")

	allDone(t, c, p.ID)
	_, err = c.Rehome.Settle(t.Context(), p.ID, rehomeservice.Settle{Route: "bark", Note: "Tight fit.", Person: "Ada"})
	require.NoError(t, err)
	weighedOn(t, c, p.ID, 0, weights.Weigh{Kind: patient.InPot, Grams: 512})
	tag, sheet, err := c.History.CaseSheet(t.Context(), p.ID, "http://127.0.0.1:8317")
	require.NoError(t, err)
	assert.Equal(t, "Crate seven", tag)
	words = text(t, sheet)
	for _, want := range []string{"From: A crate", "Roots of 2 Apr 2030: good", "Since 2 Apr 2030: Bark mix", "Tight fit.", "512 g", "What happened", "Housed"} {
		assert.Contains(t, words, want)
	}
	_, _, err = c.History.CaseSheet(t.Context(), 99, "")
	assert.ErrorContains(t, err, "There is no plant 99.")
}
