package roots_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/clinic/intake"
	"therapeon/clinic/record"
	rehomeservice "therapeon/clinic/rehome"
	rootsservice "therapeon/clinic/roots"
	"therapeon/clinic/trial"
	"therapeon/core/fault"
	"therapeon/core/patient"
	"therapeon/core/roots"
	"therapeon/language/english"
	"therapeon/ledger"
)

// After its cuts a plant is drawn and summed up as they left it.
func TestCutRootsAreGoneFromDrawingAndSums(t *testing.T) {
	c := trial.NewClinic(t)
	p, r := trial.Begun(t, c, patient.Intake{Tag: "Cut", Group: "phalaenopsis", LeafCount: 4})
	r = trial.Save(t, c, r, trial.Entry("a", 9, 80, roots.Firm), trial.Entry("b", 14, 60, roots.Mushy))
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

func TestAnEmptyReadingTakesTheDayItIsTakenUpOn(t *testing.T) {
	c := trial.NewClinic(t)
	p, first := trial.Begun(t, c, patient.Intake{Tag: "B-07", Group: "phalaenopsis"})
	chosen, err := c.Roots.SaveReading(t.Context(), first.ID,
		rootsservice.Save{Version: first.Version, ReadOn: "2030-03-20", Reading: first.Reading})
	require.NoError(t, err)
	again, err := c.Roots.StartReading(t.Context(), p.ID, rootsservice.Start{})
	require.NoError(t, err)
	assert.Equal(t, chosen.ReadOn, again.ReadOn, "a trial.Day chosen today stays")

	later := c.At(func() time.Time { return trial.Day.AddDate(0, 0, 9) })
	again, err = later.Roots.StartReading(t.Context(), p.ID, rootsservice.Start{})
	require.NoError(t, err)
	assert.Equal(t, first.ID, again.ID)
	assert.Equal(t, "2030-04-11", again.ReadOn)
}

// An empty reading that was begun by mistake hides nothing that was read.
func TestAnEmptyReadingHidesNothing(t *testing.T) {
	c := trial.NewClinic(t)
	p, first := trial.Begun(t, c, patient.Intake{Tag: "B-07", Group: "phalaenopsis"})
	first = trial.Save(t, c, first, trial.Entry("a", 3, 80, roots.Firm), trial.Entry("b", 2, 60, roots.Mushy))
	later := c.At(func() time.Time { return trial.Day.AddDate(0, 0, 9) })
	empty, err := later.Roots.StartReading(t.Context(), p.ID, rootsservice.Start{})
	require.NoError(t, err)
	require.NotEqual(t, first.ID, empty.ID)

	now, err := c.Intake.Plant(t.Context(), p.ID)
	require.NoError(t, err)
	assert.Equal(t, first.ID, now.Latest.ReadingID)
	found, _, err := c.Intake.Plants(t.Context(), intake.Find{Most: 10})
	require.NoError(t, err)
	assert.Equal(t, first.ID, found[0].Latest.ReadingID)

	filled, err := later.Roots.StartReading(t.Context(), p.ID, rootsservice.Start{FromLast: true})
	require.NoError(t, err)
	assert.Equal(t, empty.ID, filled.ID, "the empty one is taken up")
	assert.Equal(t, first.Reading.Roots, filled.Reading.Roots)
	assert.Equal(t, first.ID, filled.Previous.ReadingID)

	bare, err := later.Roots.SaveReading(
		t.Context(),
		filled.ID,
		rootsservice.Save{Version: filled.Version, ReadOn: filled.ReadOn, Reading: roots.Reading{NoneFound: true}},
	)
	require.NoError(t, err)
	now, err = c.Intake.Plant(t.Context(), p.ID)
	require.NoError(t, err)
	assert.Equal(t, bare.ID, now.Latest.ReadingID, "no roots found is a reading too")
	assert.EqualValues(t, "rootless", now.Latest.Grade)
}

func TestTheSecondReadingStandsBesideTheFirst(t *testing.T) {
	c := trial.NewClinic(t)
	p, r := trial.Begun(t, c, patient.Intake{Tag: "B-07", Group: "phalaenopsis"})
	r = trial.Save(t, c, r, trial.Entry("a", 3, 80, roots.Firm), trial.Entry("b", 14, 60, roots.Mushy))
	r, err := c.Roots.TickJob(t.Context(), r.ID, rootsservice.Tick{Item: "b", Count: 14})
	require.NoError(t, err)
	assert.Equal(t, "All cuts are done.", english.Say(r.CutList.Headline))

	later := c.At(func() time.Time { return trial.Day.AddDate(0, 0, 30) })
	second, err := later.Roots.StartReading(t.Context(), p.ID, rootsservice.Start{FromLast: true})
	require.NoError(t, err)
	require.Len(t, second.Reading.Roots, 1, "what was cut is gone")
	grown := trial.Entry("a", 3, 95, roots.Firm)
	grown.Tip = roots.Growing
	second, err = later.Roots.SaveReading(
		t.Context(),
		second.ID,
		rootsservice.Save{
			Version: second.Version,
			ReadOn:  second.ReadOn,
			Reading: roots.Reading{Roots: []roots.Root{grown}},
		},
	)
	require.NoError(t, err)
	require.NotNil(t, second.Previous)
	assert.Equal(t, r.ID, second.Previous.ReadingID)
	assert.InDelta(t, 45, second.Previous.Since.GrownMM, 1e-9)
	assert.Equal(t, 3, second.Previous.Since.TipsNow)

	list, err := later.Roots.Readings(t.Context(), p.ID)
	require.NoError(t, err)
	require.Len(t, list, 2)
	assert.Equal(t, []string{"2030-05-02", "2030-04-02"}, []string{list[0].ReadOn, list[1].ReadOn})
}

func TestCheckingOffIsHeldToTheList(t *testing.T) {
	c := trial.NewClinic(t)
	_, r := trial.Begun(t, c, patient.Intake{Tag: "B-07", Group: "phalaenopsis"})
	r = trial.Save(t, c, r, trial.Entry("b", 14, 60, roots.Mushy))
	var list fault.List
	_, err := c.Roots.TickJob(t.Context(), r.ID, rootsservice.Tick{Item: "b", Count: 15})
	require.ErrorAs(t, err, &list)
	assert.Equal(t, "count", list[0].Field)
	_, err = c.Roots.TickJob(t.Context(), r.ID, rootsservice.Tick{Item: "z", Count: 1})
	require.ErrorAs(t, err, &list)
	assert.Equal(t, "item", list[0].Field)
	ticked, err := c.Roots.TickJob(t.Context(), r.ID, rootsservice.Tick{Item: "b", Count: 3})
	require.NoError(t, err)
	assert.Equal(t, r.Version, ticked.Version, "checking off does not collide with entering roots")
	back, err := c.Roots.TickJob(t.Context(), r.ID, rootsservice.Tick{Item: "b", Count: 0})
	require.NoError(t, err)
	assert.Empty(t, back.Checks)
}

func TestACorrectionUnderTheBlade(t *testing.T) {
	c := trial.NewClinic(t)
	_, r := trial.Begun(t, c, patient.Intake{Tag: "B-07", Group: "phalaenopsis"})
	r = trial.Save(t, c, r, trial.Entry("b", 14, 60, roots.Mushy))
	got, err := c.Roots.Correct(t.Context(), r.ID,
		rootsservice.Correction{Version: r.Version, RootID: "b", Feel: roots.Firm, Count: 1})
	require.NoError(t, err)
	assert.Equal(t, 13, got.CutList.Cuts)
	_, err = c.Roots.Correct(t.Context(), r.ID,
		rootsservice.Correction{Version: r.Version, RootID: "b", Feel: roots.Firm, Count: 1})
	assert.ErrorAs(t, err, &record.Conflict{})
}

// What is read on a trial.Day is judged in what the plant stood in until then.
func TestAReadingIsJudgedInWhatThePlantStoodInThen(t *testing.T) {
	c := trial.NewClinic(t)
	p := trial.Rooted(t, c,
		patient.Intake{Tag: "Moved", Group: "phalaenopsis", LeafCount: 5, OldMedium: "moss", Pot: "opaque"})
	trial.AllDone(t, c, p.ID)
	_, err := c.Rehome.Settle(t.Context(), p.ID,
		rehomeservice.Settle{Route: "bark", FromOn: "2030-03-20", Person: "Ada"})
	require.NoError(t, err)
	of, err := record.Read(t.Context(), c.Records,
		func(tx *ledger.Tx) (*record.Record, error) { return c.Records.StemOf(t.Context(), tx, p.ID) })
	require.NoError(t, err)
	medium := of.Base.Stands().MediumOn
	assert.Equal(t, "moss", medium("2030-03-19"), "its roots were found in moss")
	assert.Equal(t, "moss", medium("2030-03-20"), "the trial.Day of the move too")
	assert.Equal(t, "bark", medium("2030-03-21"))
}
