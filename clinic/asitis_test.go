package clinic_test

import (
	"math"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/clinic"
	"therapeon/clinic/bench"
	cleaningservice "therapeon/clinic/cleaning"
	divisionservice "therapeon/clinic/division"
	lookservice "therapeon/clinic/look"
	"therapeon/clinic/record"
	rehomeservice "therapeon/clinic/rehome"
	"therapeon/clinic/settings"
	"therapeon/clinic/trial"
	"therapeon/core/cleaning"
	"therapeon/core/disputes"
	"therapeon/core/division"
	"therapeon/core/look"
	"therapeon/core/patient"
	"therapeon/core/roots"
	"therapeon/core/work"
	"therapeon/language/english"
	"therapeon/ledger"
)

// takeSide changes the side of the house on dead, dry roots.
func takeSide(t *testing.T, c *clinic.Clinic, to disputes.SideCode) {
	t.Helper()
	s, err := c.Settings.Settings(t.Context())
	require.NoError(t, err)
	s.Sides[disputes.DeadDryRoots] = to
	_, err = c.Settings.SetSettings(t.Context(), s)
	require.NoError(t, err)
}

// A spike that was cut is gone at the next look, and a plant that was potted is not
// said to be out of its pot.
func TestASpikeThatWasCutIsGoneAndAPottedPlantIsInItsPot(t *testing.T) {
	c := trial.NewClinic(t)
	before := c.At(func() time.Time { return trial.Day.AddDate(0, 0, -10) })
	p, r := trial.Begun(
		t,
		before,
		patient.Intake{Tag: "Spiked", Group: "phalaenopsis", LeafCount: 5, Flowering: "spike",
			Sides: disputes.Sides{disputes.SpikeAtRescue: "cut"}},
	)
	trial.Save(t, before, r, trial.Entry("a", 1, 20, roots.Firm), trial.Entry("b", 9, 60, roots.Mushy))
	s, err := before.Look.StartLook(t.Context(), p.ID, lookservice.StartLook{})
	require.NoError(t, err)
	seen := patient.Inspection{Findings: patient.Findings{"crumbles": "present"}, Unpotted: true}
	s, err = before.Look.SaveInspection(t.Context(), s.ID,
		lookservice.SaveInspection{Version: s.Version, LookedOn: s.LookedOn, Inspection: seen})
	require.NoError(t, err)
	require.Equal(t, look.Out, s.Look.Decision)
	plan, err := before.Cleaning.Cleaning(t.Context(), p.ID, "Ada")
	require.NoError(t, err)
	job := trial.JobIn(t, plan.Plan.Plan, cleaning.SpikeCut)
	for _, care := range job.Care {
		_, err := before.Cleaning.Acknowledge(
			t.Context(),
			cleaningservice.Acknowledge{Person: "Ada", Seen: []work.Seen{{Product: job.Product, Caution: care.Code}}},
		)
		require.NoError(t, err)
	}
	_, err = before.Cleaning.MarkJob(t.Context(), p.ID,
		cleaningservice.MarkJob{Job: cleaning.SpikeCut, State: work.Done, Person: "Ada"})
	require.NoError(t, err)
	now, err := c.Intake.Plant(t.Context(), p.ID)
	require.NoError(t, err)
	assert.Equal(t, trial.Day.AddDate(0, 0, -10).Format(time.DateOnly), now.SpikeCutOn)
	next, err := c.Look.StartLook(t.Context(), p.ID, lookservice.StartLook{})
	require.NoError(t, err)
	assert.EqualValues(t, "none", next.Flowering, "the spike is gone")

	assert.Equal(t, "It is out of its pot.", english.Say(now.Looked.Headline))
	trial.AllDone(t, c, p.ID)
	_, err = c.Rehome.Settle(
		t.Context(),
		p.ID,
		rehomeservice.Settle{Route: "bark", FromOn: trial.Day.AddDate(0, 0, -9).Format(time.DateOnly), Person: "Ada"},
	)
	require.NoError(t, err)
	now, err = c.Intake.Plant(t.Context(), p.ID)
	require.NoError(t, err)
	assert.Equal(t, "It has been potted since.", english.Say(now.Looked.Headline))
}

// A kind without a rhizome has none, and bulbs noted for another kind are not believed.
func TestWhatAKindDoesNotHaveIsNotBelieved(t *testing.T) {
	c := trial.NewClinic(t)
	p := trial.Rooted(t, c, patient.Intake{Tag: "Changed", Group: "cattleya", LeafCount: 6, BulbCount: 8, BulbState: "shrivelled"})
	chain := division.Chain(8)
	_, err := c.Division.SaveRhizome(t.Context(), p.ID, divisionservice.SaveRhizome{Version: 0, Rhizome: chain})
	require.NoError(t, err)
	now, err := c.Intake.Plant(t.Context(), p.ID)
	require.NoError(t, err)
	in := now.Intake
	in.Group = "phalaenopsis"
	_, err = c.Intake.ChangePlant(t.Context(), p.ID, now.Version, in)
	require.NoError(t, err)

	d, err := c.Division.Division(t.Context(), p.ID, nil)
	require.NoError(t, err)
	assert.Empty(t, d.Rhizome.Bulbs)
	assert.Equal(t, "no", d.Advice.Decision)
	_, err = c.Division.SaveRhizome(t.Context(), p.ID, divisionservice.SaveRhizome{Version: d.Version, Rhizome: chain})
	assert.Equal(t, "rhizome.bulbs", trial.FieldOf(t, err))
	halves := divisionservice.Divide{Cuts: []int{3}, Tags: []string{"Half"}, Sure: true}
	_, err = c.Division.Divide(t.Context(), p.ID, halves)
	assert.Equal(t, "cuts[0]", trial.FieldOf(t, err))
	for _, view := range []func() error{
		func() error { _, err := c.Cleaning.Cleaning(t.Context(), p.ID, ""); return err },
		func() error { _, err := c.Rehome.Rehoming(t.Context(), p.ID, ""); return err },
		func() error { _, err := c.History.Timeline(t.Context(), p.ID); return err },
	} {
		assert.NoError(t, view(), "after a change of group nothing fails")
	}
}

// What lists show follows the rules of the program that serves them.
func TestListsAreJudgedAnewAfterTheRulesChanged(t *testing.T) {
	c := trial.NewClinic(t)
	p := trial.Confirmed(t, c, patient.Intake{Tag: "Stale", Group: "phalaenopsis"},
		patient.Inspection{Findings: patient.Findings{"leaves-limp": "absent"}}, "suffocation")
	require.NoError(t, c.Records.Store(t.Context(), func(tx *ledger.Tx) error { // as an older program left it
		d, err := record.Looks.Newest(t.Context(), tx, p.ID)
		require.NoError(t, err)
		d.Short = `{"look":{"decision":"leave","headline":"Leave it."},"causes":{}}`
		require.NoError(t, record.Looks.SetShort(t.Context(), tx, d))
		return bench.Pass{By: "2"}.Keep(t.Context(), tx)
	}))
	require.NoError(t, c.Settings.Resume(t.Context()))
	at, err := c.Intake.Plant(t.Context(), p.ID)
	require.NoError(t, err)
	assert.NotEqual(t, look.Leave, at.Looked.Decision)
	pass, _, err := settings.Notes(t.Context(), c.Records)
	require.NoError(t, err)
	assert.Equal(t, bench.Pass{By: bench.By(c.Records.Today()), After: p.ID, Total: 1, Done: 1}, pass, "once")
}

// A change of the house reaches the lists plant by plant, also after the program was killed
// in the middle, and a change in the middle begins anew.
func TestAChangeOfTheHouseReachesTheListsPlantByPlant(t *testing.T) {
	c := trial.NewClinic(t)
	var ids []int64
	for _, tag := range []string{"One", "Two", "Three"} {
		p, r := trial.Begun(t, c, patient.Intake{Tag: tag, Group: "phalaenopsis", LeafCount: 4})
		trial.Save(t, c, r, trial.Entry("a", 9, 80, roots.Firm), trial.Entry("b", 5, 60, roots.Hollow))
		ids = append(ids, p.ID)
	}
	require.NoError(t, c.Settings.JudgeAll(t.Context()))
	cutsOfAll := func() (cuts []int) {
		for _, id := range ids {
			p, err := c.Intake.Plant(t.Context(), id)
			require.NoError(t, err)
			cuts = append(cuts, p.Latest.Cuts)
		}
		return cuts
	}
	require.Equal(t, []int{5, 5, 5}, cutsOfAll(), "not wobbly: all off")
	side := func(to disputes.SideCode) { takeSide(t, c, to) }
	judging := func() *settings.Judging {
		a, err := c.Settings.About(t.Context())
		require.NoError(t, err)
		return a.Judging
	}
	side(disputes.KeepSome)
	assert.Equal(t, &settings.Judging{Total: 3}, judging())
	more, err := settings.JudgeNext(t.Context(), c.Records)
	require.NoError(t, err)
	assert.True(t, more)
	some := cutsOfAll()
	assert.Less(t, some[0], 5)
	assert.Equal(t, []int{5, 5}, some[1:], "killed here, the others wait")
	assert.Equal(t, &settings.Judging{Total: 3, Done: 1}, judging())
	require.NoError(t, c.Settings.Resume(t.Context()))
	assert.Equal(t, []int{some[0], some[0], some[0]}, cutsOfAll())
	assert.Nil(t, judging())

	side(disputes.AllOff)
	_, err = settings.JudgeNext(t.Context(), c.Records)
	require.NoError(t, err)
	side(disputes.KeepSome)
	assert.Equal(t, &settings.Judging{Total: 3}, judging(), "from the beginning")
	require.NoError(t, c.Settings.Resume(t.Context()))
	assert.Equal(t, []int{some[0], some[0], some[0]}, cutsOfAll())
}

// The house changes while a plant is being judged by its old sides: that judgement is dropped.
func TestAChangeOfTheHouseInTheMiddleOfAPlantCounts(t *testing.T) {
	c := trial.NewClinic(t)
	p, r := trial.Begun(t, c, patient.Intake{Tag: "Middle", Group: "phalaenopsis", LeafCount: 4})
	trial.Save(t, c, r, trial.Entry("a", 9, 80, roots.Firm), trial.Entry("b", 5, 60, roots.Hollow))
	side := func(to disputes.SideCode) { takeSide(t, c, to) }
	side(disputes.KeepSome)
	k, changed := *c.Records, false
	k.Now = func() time.Time { // asked for while the plant is loaded
		if !changed {
			changed = true
			side(disputes.AllOff)
		}
		return c.Records.Now()
	}
	_, err := settings.JudgeNext(t.Context(), &k)
	require.NoError(t, err)
	require.True(t, changed)
	require.NoError(t, c.Settings.Resume(t.Context()))
	shown, err := c.Intake.Plant(t.Context(), p.ID)
	require.NoError(t, err)
	assert.Equal(t, 5, shown.Latest.Cuts, "by the house as it is: all off")
}

// What was changed while it was being judged is not written over.
func TestJudgingDoesNotWriteOverWhatWasChangedMeanwhile(t *testing.T) {
	c := trial.NewClinic(t)
	_, r := trial.Begun(t, c, patient.Intake{Tag: "Busy", Group: "phalaenopsis", LeafCount: 4})
	r = trial.Save(t, c, r, trial.Entry("a", 9, 80, roots.Firm))
	before, err := record.Read(t.Context(), c.Records, func(tx *ledger.Tx) (ledger.Doc[roots.Reading], error) {
		return record.Readings.Get(t.Context(), tx, r.ID)
	})
	require.NoError(t, err)
	stale := before
	stale.Short = `{"roots":1}`
	trial.Save(t, c, r, trial.Entry("a", 7, 80, roots.Firm))
	require.NoError(t, c.Records.Store(t.Context(), func(tx *ledger.Tx) error {
		return record.Readings.Reshort(t.Context(), tx, stale, before.Short)
	}))
	p, err := c.Intake.Plant(t.Context(), r.PlantID)
	require.NoError(t, err)
	assert.Equal(t, 7, p.Latest.Roots)
}

// A write whose answer cannot be sent keeps nothing.
func TestAWriteWithoutASoundAnswerKeepsNothing(t *testing.T) {
	c := trial.NewClinic(t)
	answer := struct {
		Race []struct {
			Days map[string]float64 `json:"days"`
		} `json:"race"`
	}{}
	err := c.Records.Write(t.Context(), &answer, func(tx *ledger.Tx) error {
		answer.Race = append(answer.Race, struct {
			Days map[string]float64 `json:"days"`
		}{map[string]float64{"lost": math.Inf(1), "tip": 3}})
		return tx.House().PutNote(t.Context(), "kept", "x")
	})
	assert.Equal(t, "race[0].days[lost]", trial.FieldOf(t, err), "the figure is named")
	kept, err := record.Read(t.Context(), c.Records,
		func(tx *ledger.Tx) (string, error) { return tx.House().Note(t.Context(), "kept") })
	require.NoError(t, err)
	assert.Empty(t, kept)
}
