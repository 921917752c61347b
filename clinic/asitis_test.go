package clinic

import (
	"math"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/cleaning"
	"therapeon/core/division"
	"therapeon/core/look"
	"therapeon/core/roots"
	"therapeon/store/sqlc"
)

// After its cuts a plant is drawn and summed up as they left it.
func TestCutRootsAreGoneFromDrawingAndSums(t *testing.T) {
	c := newClinic(t)
	p, r := begun(t, c, Intake{Tag: "Cut", Group: "phalaenopsis", LeafCount: 4})
	r = save(t, c, r, entry("a", 9, 80, roots.Firm), entry("b", 14, 60, roots.Mushy))
	assert.Nil(t, r.Left, "nothing was cut yet")
	r, err := c.TickJob(t.Context(), r.ID, Tick{Item: "b", Count: 14})
	require.NoError(t, err)
	require.NotNil(t, r.Left)
	assert.Equal(t, 9, r.Left.Reading.Count())
	assert.InDelta(t, 720, r.Left.Verdict.Totals.LiveLengthMM.Low, 1e-9)
	after, err := c.Plant(t.Context(), p.ID)
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
		Intake{Tag: "Spiked", Group: "phalaenopsis", LeafCount: 5, Flowering: "spike", SpikeAtRescue: "cut"},
	)
	save(t, before, r, entry("a", 1, 20, roots.Firm), entry("b", 9, 60, roots.Mushy))
	s, err := before.StartLook(t.Context(), p.ID, StartLook{})
	require.NoError(t, err)
	seen := Inspection{Findings: map[string]string{"crumbles": "present"}, Unpotted: true}
	s, err = before.SaveInspection(
		t.Context(),
		s.ID,
		SaveInspection{Version: s.Version, LookedOn: s.LookedOn, Inspection: seen},
	)
	require.NoError(t, err)
	require.Equal(t, look.Out, s.Look.Decision)
	plan, err := before.Cleaning(t.Context(), p.ID, "Ada")
	require.NoError(t, err)
	job := jobIn(t, plan.Plan, spikeJob)
	for _, care := range job.Care {
		_, err := before.Acknowledge(
			t.Context(),
			Acknowledge{Person: "Ada", Seen: []Seen{{Product: job.Product, Caution: care.Code}}},
		)
		require.NoError(t, err)
	}
	_, err = before.MarkJob(t.Context(), p.ID, MarkJob{Job: spikeJob, State: cleaning.Done, Person: "Ada"})
	require.NoError(t, err)
	now, err := c.Plant(t.Context(), p.ID)
	require.NoError(t, err)
	assert.Equal(t, day.AddDate(0, 0, -10).Format(time.DateOnly), now.SpikeCutOn)
	next, err := c.StartLook(t.Context(), p.ID, StartLook{})
	require.NoError(t, err)
	assert.Equal(t, "none", next.Flowering, "the spike is gone")

	assert.Equal(t, "It is out of its pot.", now.Looked.Headline)
	allDone(t, c, p.ID)
	_, err = c.Settle(
		t.Context(),
		p.ID,
		Settle{Route: "bark", FromOn: day.AddDate(0, 0, -9).Format(time.DateOnly), Person: "Ada"},
	)
	require.NoError(t, err)
	now, err = c.Plant(t.Context(), p.ID)
	require.NoError(t, err)
	assert.Equal(t, "It has been potted since.", now.Looked.Headline)
}

// A kind without a rhizome has none, and bulbs noted for another kind are not believed.
func TestWhatAKindDoesNotHaveIsNotBelieved(t *testing.T) {
	c := newClinic(t)
	p := rooted(t, c, Intake{Tag: "Changed", Group: "cattleya", LeafCount: 6, BulbCount: 8, BulbState: "shrivelled"})
	chain := division.Chain(8)
	_, err := c.SaveRhizome(t.Context(), p.ID, SaveRhizome{Version: 0, Rhizome: chain})
	require.NoError(t, err)
	withBulbs, err := c.RaceOf(t.Context(), p.ID, "")
	require.NoError(t, err)
	now, err := c.Plant(t.Context(), p.ID)
	require.NoError(t, err)
	in := now.Intake
	in.Group = "phalaenopsis"
	_, err = c.ChangePlant(t.Context(), p.ID, now.Version, in)
	require.NoError(t, err)

	d, err := c.Division(t.Context(), p.ID)
	require.NoError(t, err)
	assert.Empty(t, d.Rhizome.Bulbs)
	assert.Equal(t, "no", d.Advice.Decision)
	_, err = c.SaveRhizome(t.Context(), p.ID, SaveRhizome{Version: d.Version, Rhizome: chain})
	assert.Equal(t, "rhizome.bulbs", fieldOf(t, err))
	_, err = c.Divide(t.Context(), p.ID, Divide{Cuts: []int{3}, Tags: []string{"Half"}, Sure: true})
	assert.Equal(t, "cuts[0]", fieldOf(t, err))
	without, err := c.RaceOf(t.Context(), p.ID, "")
	require.NoError(t, err)
	has := func(r Race, code string) bool {
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
		func() error { _, err := c.Cleaning(t.Context(), p.ID, ""); return err },
		func() error { _, err := c.Rehoming(t.Context(), p.ID, ""); return err },
		func() error { _, err := c.Timeline(t.Context(), p.ID); return err },
	} {
		assert.NoError(t, view(), "after a change of group nothing fails")
	}
}

// A closed cleaning gives way to a newer look also when the clock was set back.
func TestAClosedCleaningGivesWayAfterTheClockWentBack(t *testing.T) {
	c := newClinic(t)
	p := confirmed(t, c, Intake{Tag: "Snails", Group: "oncidium"},
		Inspection{Findings: map[string]string{"snails-seen": "present"}}, "snails")
	plan, err := c.Cleaning(t.Context(), p.ID, "Ada")
	require.NoError(t, err)
	for _, j := range plan.Plan.Jobs {
		_, err := c.MarkJob(
			t.Context(),
			p.ID,
			MarkJob{Job: j.Code, State: cleaning.Skipped, Reason: "Tried", Person: "Ada"},
		)
		require.NoError(t, err)
	}
	plan, err = c.CloseCleaning(t.Context(), p.ID, CloseCleaning{Closed: true, Person: "Ada"})
	require.NoError(t, err)
	require.NotEmpty(t, plan.ClosedOn)

	back := c.At(func() time.Time { return day.Add(-time.Hour) })
	rows, err := back.Inspections(t.Context(), p.ID)
	require.NoError(t, err)
	seen, err := back.Inspection(t.Context(), rows[0].InspectionID)
	require.NoError(t, err)
	seen.Inspection.Findings["clear-eggs"] = "present"
	_, err = back.SaveInspection(
		t.Context(),
		seen.ID,
		SaveInspection{Version: seen.Version, LookedOn: seen.LookedOn, Inspection: seen.Inspection},
	)
	require.NoError(t, err)
	plan, err = back.Cleaning(t.Context(), p.ID, "Ada")
	require.NoError(t, err)
	assert.Empty(t, plan.ClosedOn, "what was seen since asks for a new plan")
}

// No look says leave it while its causes raise an alarm, or take the medium off.
func TestALookDoesNotSayLeaveItAgainstItsCauses(t *testing.T) {
	c := newClinic(t)
	p := confirmed(t, c, Intake{Tag: "Stale", Group: "phalaenopsis", LeafCount: 4},
		Inspection{Findings: map[string]string{"leaves-limp": "absent"}}, "suffocation")
	at, err := c.Plant(t.Context(), p.ID)
	require.NoError(t, err)
	assert.NotEqual(t, look.Leave, at.Looked.Decision, "its plan takes the medium off: %+v", at.Looked)
	assert.True(t, at.Looked.Strips)

	_, s := lookAt(t, c, Intake{Tag: "Alarm", Group: "cattleya", LeafCount: 4, BulbCount: 5})
	s = note(t, c, s, Inspection{Findings: map[string]string{"leaves-one-sided": "present", "leaves-limp": "present"}})
	require.NotEmpty(t, s.Causes.Alarms)
	assert.NotEqual(t, look.Leave, s.Look.Decision)
}

// What lists show follows the rules of the program that serves them.
func TestListsAreJudgedAnewAfterTheRulesChanged(t *testing.T) {
	c := newClinic(t)
	p := confirmed(t, c, Intake{Tag: "Stale", Group: "phalaenopsis"},
		Inspection{Findings: map[string]string{"leaves-limp": "absent"}}, "suffocation")
	require.NoError(t, c.store.Write(t.Context(), func(q *sqlc.Queries) error { // as an older program left it
		row, err := q.LatestInspection(t.Context(), p.ID)
		require.NoError(t, err)
		return q.SetLookInShort(
			t.Context(),
			sqlc.SetLookInShortParams{ID: row.ID, Look: `{"decision":"leave","headline":"Leave it."}`},
		)
	}))
	require.NoError(t, c.Resume(t.Context()))
	at, err := c.Plant(t.Context(), p.ID)
	require.NoError(t, err)
	assert.NotEqual(t, look.Leave, at.Looked.Decision)
	by, err := setting(t.Context(), c.store.Queries, judgedCode)
	require.NoError(t, err)
	assert.Equal(t, judgedBy, by, "once")
}

func TestTheDataAreCopiedWhileTheyAreInUse(t *testing.T) {
	c := newClinic(t)
	at, err := c.About(t.Context())
	require.NoError(t, err)
	assert.Nil(t, at.Copied)
	at, err = c.Backup(t.Context())
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
	err := c.write(t.Context(), &answer, func(q *sqlc.Queries) error {
		answer.Race = append(answer.Race, struct {
			Days map[string]float64 `json:"days"`
		}{map[string]float64{"lost": math.Inf(1), "tip": 3}})
		return q.PutSetting(t.Context(), sqlc.PutSettingParams{Code: "kept", Value: "x"})
	})
	assert.Equal(t, "race[0].days[lost]", fieldOf(t, err), "the figure is named")
	kept, err := setting(t.Context(), c.store.Queries, "kept")
	require.NoError(t, err)
	assert.Empty(t, kept)
}
