package clinic

import (
	"math"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/clinic/bench"
	cleaningservice "therapeon/clinic/cleaning"
	divisionservice "therapeon/clinic/division"
	lookservice "therapeon/clinic/look"
	"therapeon/clinic/race"
	"therapeon/clinic/record"
	"therapeon/clinic/rehome"
	rootsservice "therapeon/clinic/roots"
	"therapeon/clinic/settings"
	"therapeon/core/cleaning"
	"therapeon/core/disputes"
	"therapeon/core/division"
	"therapeon/core/look"
	"therapeon/core/patient"
	"therapeon/core/roots"
	"therapeon/core/work"
	"therapeon/ledger"
)

// After its cuts a plant is drawn and summed up as they left it.
func TestCutRootsAreGoneFromDrawingAndSums(t *testing.T) {
	c := newClinic(t)
	p, r := begun(t, c, patient.Intake{Tag: "Cut", Group: "phalaenopsis", LeafCount: 4})
	r = save(t, c, r, entry("a", 9, 80, roots.Firm), entry("b", 14, 60, roots.Mushy))
	assert.Nil(t, r.Left, "nothing was cut yet")
	r, err := c.Roots.TickJob(t.Context(), r.ID, rootsservice.Tick{Item: "b", Count: 14})
	require.NoError(t, err)
	require.NotNil(t, r.Left)
	assert.Equal(t, 9, r.Left.Reading.Count())
	assert.InDelta(t, 720, r.Left.Verdict.Totals.LiveLengthMM.Low, 1e-9)
	after, err := c.Intake.Plant(t.Context(), p.ID)
	require.NoError(t, err)
	require.NotNil(t, after.Latest.Left)
	assert.Equal(t, 9, after.Latest.Left.Roots)
	assert.InDelta(t, 1, after.Latest.Left.Viable.Low, 1e-9, "all that is left lives")
	assert.Less(t, after.Latest.Viable.High, 0.6, "the grade goes by what was found")
}

// A spike that was cut is gone at the next look, and a plant that was potted is not
// said to be out of its pot.
func TestASpikeThatWasCutIsGoneAndAPottedPlantIsInItsPot(t *testing.T) {
	c := newClinic(t)
	before := c.At(func() time.Time { return day.AddDate(0, 0, -10) })
	p, r := begun(
		t,
		before,
		patient.Intake{Tag: "Spiked", Group: "phalaenopsis", LeafCount: 5, Flowering: "spike",
			Sides: disputes.Sides{disputes.SpikeAtRescue: "cut"}},
	)
	save(t, before, r, entry("a", 1, 20, roots.Firm), entry("b", 9, 60, roots.Mushy))
	s, err := before.Look.StartLook(t.Context(), p.ID, lookservice.StartLook{})
	require.NoError(t, err)
	seen := patient.Inspection{Findings: patient.Findings{"crumbles": "present"}, Unpotted: true}
	s, err = before.Look.SaveInspection(
		t.Context(),
		s.ID,
		lookservice.SaveInspection{Version: s.Version, LookedOn: s.LookedOn, Inspection: seen},
	)
	require.NoError(t, err)
	require.Equal(t, look.Out, s.Look.Decision)
	plan, err := before.Cleaning.Cleaning(t.Context(), p.ID, "Ada")
	require.NoError(t, err)
	job := jobIn(t, plan.Plan, cleaning.SpikeCut)
	for _, care := range job.Care {
		_, err := before.Cleaning.Acknowledge(
			t.Context(),
			cleaningservice.Acknowledge{Person: "Ada", Seen: []work.Seen{{Product: job.Product, Caution: care.Code}}},
		)
		require.NoError(t, err)
	}
	_, err = before.Cleaning.MarkJob(
		t.Context(),
		p.ID,
		cleaningservice.MarkJob{Job: cleaning.SpikeCut, State: work.Done, Person: "Ada"},
	)
	require.NoError(t, err)
	now, err := c.Intake.Plant(t.Context(), p.ID)
	require.NoError(t, err)
	assert.Equal(t, day.AddDate(0, 0, -10).Format(time.DateOnly), now.SpikeCutOn)
	next, err := c.Look.StartLook(t.Context(), p.ID, lookservice.StartLook{})
	require.NoError(t, err)
	assert.EqualValues(t, "none", next.Flowering, "the spike is gone")

	assert.Equal(t, "It is out of its pot.", now.Looked.Headline)
	allDone(t, c, p.ID)
	_, err = c.Rehome.Settle(
		t.Context(),
		p.ID,
		rehome.Settle{Route: "bark", FromOn: day.AddDate(0, 0, -9).Format(time.DateOnly), Person: "Ada"},
	)
	require.NoError(t, err)
	now, err = c.Intake.Plant(t.Context(), p.ID)
	require.NoError(t, err)
	assert.Equal(t, "It has been potted since.", now.Looked.Headline)
}

// A kind without a rhizome has none, and bulbs noted for another kind are not believed.
func TestWhatAKindDoesNotHaveIsNotBelieved(t *testing.T) {
	c := newClinic(t)
	p := rooted(t, c, patient.Intake{Tag: "Changed", Group: "cattleya", LeafCount: 6, BulbCount: 8, BulbState: "shrivelled"})
	chain := division.Chain(8)
	_, err := c.Division.SaveRhizome(t.Context(), p.ID, divisionservice.SaveRhizome{Version: 0, Rhizome: chain})
	require.NoError(t, err)
	withBulbs, err := c.Race.RaceOf(t.Context(), p.ID, "")
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
	assert.Equal(t, "rhizome.bulbs", fieldOf(t, err))
	_, err = c.Division.Divide(t.Context(), p.ID, divisionservice.Divide{Cuts: []int{3}, Tags: []string{"Half"}, Sure: true})
	assert.Equal(t, "cuts[0]", fieldOf(t, err))
	without, err := c.Race.RaceOf(t.Context(), p.ID, "")
	require.NoError(t, err)
	has := func(r race.Race, code string) bool {
		for _, a := range r.Race.Assumptions {
			if a.Code == code {
				return true
			}
		}
		return false
	}
	assert.True(t, has(withBulbs, "bulb_g"))
	assert.False(t, has(without, "bulb_g"), "no bulbs in its race")
	for _, view := range []func() error{
		func() error { _, err := c.Cleaning.Cleaning(t.Context(), p.ID, ""); return err },
		func() error { _, err := c.Rehome.Rehoming(t.Context(), p.ID, ""); return err },
		func() error { _, err := c.History.Timeline(t.Context(), p.ID); return err },
	} {
		assert.NoError(t, view(), "after a change of group nothing fails")
	}
}

// A closed cleaning gives way to a newer look also when the clock was set back.
func TestAClosedCleaningGivesWayAfterTheClockWentBack(t *testing.T) {
	c := newClinic(t)
	p := confirmed(t, c, patient.Intake{Tag: "Snails", Group: "oncidium"},
		patient.Inspection{Findings: patient.Findings{"snails-seen": "present"}}, "snails")
	plan, err := c.Cleaning.Cleaning(t.Context(), p.ID, "Ada")
	require.NoError(t, err)
	for _, j := range plan.Plan.Jobs {
		_, err := c.Cleaning.MarkJob(
			t.Context(),
			p.ID,
			cleaningservice.MarkJob{Job: j.Code, State: work.Skipped, Reason: "Tried", Person: "Ada"},
		)
		require.NoError(t, err)
	}
	plan, err = c.Cleaning.CloseCleaning(t.Context(), p.ID, cleaningservice.CloseCleaning{Closed: true, Person: "Ada"})
	require.NoError(t, err)
	require.NotEmpty(t, plan.ClosedOn)

	back := c.At(func() time.Time { return day.Add(-time.Hour) })
	rows, err := back.Look.Inspections(t.Context(), p.ID)
	require.NoError(t, err)
	seen, err := back.Look.Inspection(t.Context(), rows[0].InspectionID)
	require.NoError(t, err)
	seen.Inspection.Findings["clear-eggs"] = "present"
	_, err = back.Look.SaveInspection(
		t.Context(),
		seen.ID,
		lookservice.SaveInspection{Version: seen.Version, LookedOn: seen.LookedOn, Inspection: seen.Inspection},
	)
	require.NoError(t, err)
	plan, err = back.Cleaning.Cleaning(t.Context(), p.ID, "Ada")
	require.NoError(t, err)
	assert.Empty(t, plan.ClosedOn, "what was seen since asks for a new plan")
}

// No look says leave it while its causes raise an alarm, or take the medium off.
func TestALookDoesNotSayLeaveItAgainstItsCauses(t *testing.T) {
	c := newClinic(t)
	p := confirmed(t, c, patient.Intake{Tag: "Stale", Group: "phalaenopsis", LeafCount: 4},
		patient.Inspection{Findings: patient.Findings{"leaves-limp": "absent"}}, "suffocation")
	at, err := c.Intake.Plant(t.Context(), p.ID)
	require.NoError(t, err)
	assert.NotEqual(t, look.Leave, at.Looked.Decision, "its plan takes the medium off: %+v", at.Looked)
	assert.True(t, at.Looked.Strips)

	_, s := lookAt(t, c, patient.Intake{Tag: "Alarm", Group: "cattleya", LeafCount: 4, BulbCount: 5})
	s = note(t, c, s, patient.Inspection{Findings: patient.Findings{"leaves-one-sided": "present", "leaves-limp": "present"}})
	require.NotEmpty(t, s.Causes.Alarms)
	assert.NotEqual(t, look.Leave, s.Look.Decision)
}

// What lists show follows the rules of the program that serves them.
func TestListsAreJudgedAnewAfterTheRulesChanged(t *testing.T) {
	c := newClinic(t)
	p := confirmed(t, c, patient.Intake{Tag: "Stale", Group: "phalaenopsis"},
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

// takeSide changes the side of the house on dead, dry roots.
func takeSide(t *testing.T, c *Clinic, to disputes.SideCode) {
	t.Helper()
	s, err := c.Settings.Settings(t.Context())
	require.NoError(t, err)
	s.Sides[disputes.DeadDryRoots] = to
	_, err = c.Settings.SetSettings(t.Context(), s)
	require.NoError(t, err)
}

// A change of the house reaches the lists plant by plant, also after the program was killed
// in the middle, and a change in the middle begins anew.
func TestAChangeOfTheHouseReachesTheListsPlantByPlant(t *testing.T) {
	c := newClinic(t)
	var ids []int64
	for _, tag := range []string{"One", "Two", "Three"} {
		p, r := begun(t, c, patient.Intake{Tag: tag, Group: "phalaenopsis", LeafCount: 4})
		save(t, c, r, entry("a", 9, 80, roots.Firm), entry("b", 5, 60, roots.Hollow))
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
	c := newClinic(t)
	p, r := begun(t, c, patient.Intake{Tag: "Middle", Group: "phalaenopsis", LeafCount: 4})
	save(t, c, r, entry("a", 9, 80, roots.Firm), entry("b", 5, 60, roots.Hollow))
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
	c := newClinic(t)
	_, r := begun(t, c, patient.Intake{Tag: "Busy", Group: "phalaenopsis", LeafCount: 4})
	r = save(t, c, r, entry("a", 9, 80, roots.Firm))
	before, err := record.Read(t.Context(), c.Records, func(tx *ledger.Tx) (ledger.Doc[roots.Reading], error) {
		return record.Readings.Get(t.Context(), tx, r.ID)
	})
	require.NoError(t, err)
	stale := before
	stale.Short = `{"roots":1}`
	save(t, c, r, entry("a", 7, 80, roots.Firm))
	require.NoError(t, c.Records.Store(t.Context(), func(tx *ledger.Tx) error {
		return record.Readings.Reshort(t.Context(), tx, stale, before.Short)
	}))
	p, err := c.Intake.Plant(t.Context(), r.PlantID)
	require.NoError(t, err)
	assert.Equal(t, 7, p.Latest.Roots)
}

func TestTwoPeopleChangeTheHouse(t *testing.T) {
	c := newClinic(t)
	s, err := c.Settings.Settings(t.Context())
	require.NoError(t, err)
	theirs, yours := s, s
	theirs.Sides = theirs.Sides.Over(disputes.Sides{disputes.PotWall: disputes.OpaqueWall})
	yours.Hemisphere = "south"
	_, err = c.Settings.SetSettings(t.Context(), theirs)
	require.NoError(t, err)
	_, err = c.Settings.SetSettings(t.Context(), yours)
	require.Error(t, err)
	var conflict record.Conflict
	require.ErrorAs(t, err, &conflict)
	assert.Equal(t, "house", conflict.What)
	now, err := c.Settings.Settings(t.Context())
	require.NoError(t, err)
	assert.Equal(t, disputes.OpaqueWall, now.Sides[disputes.PotWall])
	assert.Equal(t, "north", now.Hemisphere)
}

func TestTheDataAreCopiedWhileTheyAreInUse(t *testing.T) {
	c := newClinic(t)
	at, err := c.Settings.About(t.Context())
	require.NoError(t, err)
	assert.Nil(t, at.Copied)
	at, err = c.Settings.Backup(t.Context())
	require.NoError(t, err)
	require.NotNil(t, at.Copied)
	assert.FileExists(t, at.Copied.File)
	assert.Equal(t, day.UTC().Format(time.RFC3339), at.Copied.At)
}

// A write whose answer cannot be sent keeps nothing.
func TestAWriteWithoutASoundAnswerKeepsNothing(t *testing.T) {
	c := newClinic(t)
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
	assert.Equal(t, "race[0].days[lost]", fieldOf(t, err), "the figure is named")
	kept, err := record.Read(
		t.Context(),
		c.Records,
		func(tx *ledger.Tx) (string, error) { return tx.House().Note(t.Context(), "kept") },
	)
	require.NoError(t, err)
	assert.Empty(t, kept)
}
