package look_test

import (
	"maps"
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"therapeon/clinic"
	"therapeon/clinic/bench"
	"therapeon/clinic/intake"
	lookservice "therapeon/clinic/look"
	"therapeon/clinic/record"
	"therapeon/clinic/trial"
	"therapeon/core/causes"
	"therapeon/core/look"
	"therapeon/core/patient"
	"therapeon/core/unpot"
	"therapeon/language/english"
)

func note(t *testing.T, c *clinic.Clinic, i bench.Inspected, in patient.Inspection) bench.Inspected {
	t.Helper()
	saved, err := c.Look.SaveInspection(t.Context(), i.ID,
		lookservice.SaveInspection{Version: i.Version, LookedOn: i.LookedOn, Inspection: in})
	require.NoError(t, err)
	return saved
}

func chance(i bench.Inspected, cause string) float64 {
	for _, j := range i.Causes.Causes {
		if j.Code == cause {
			return j.Chance
		}
	}
	return -1
}

func TestLookingInLeavesNoTraceUntilSomethingIsNoted(t *testing.T) {
	c := trial.NewClinic(t)
	p, first := trial.LookAt(t, c, patient.Intake{Tag: "B-1", Group: "cattleya"})
	again, err := c.At(
		func() time.Time { return trial.Day.AddDate(0, 0, 3) },
	).Look.StartLook(t.Context(), p.ID, lookservice.StartLook{})
	require.NoError(t, err)
	assert.Equal(t, first.ID, again.ID)
	assert.Equal(t, "2030-04-05", again.LookedOn)
	p, err = c.Intake.Plant(t.Context(), p.ID)
	require.NoError(t, err)
	assert.Nil(t, p.Looked)

	later := c.At(func() time.Time { return trial.Day.AddDate(0, 0, 3) })
	noted := note(t, later, again, patient.Inspection{Findings: trial.Found("pot-bound")})
	assert.Equal(t, "Wait for new roots.", english.Say(noted.Look.Headline))
	assert.Equal(t, "2030-04-26", noted.AgainOn, "in three weeks")
	p, err = c.Intake.Plant(t.Context(), p.ID)
	require.NoError(t, err)
	require.NotNil(t, p.Looked)
	assert.Equal(t, "wait", p.Looked.Decision)
	assert.Equal(t, "2030-04-26", p.Looked.AgainOn, "the date goes on the plant")

	next, err := c.Look.StartLook(t.Context(), p.ID, lookservice.StartLook{})
	require.NoError(t, err)
	assert.NotEqual(t, noted.ID, next.ID, "a new look stands beside the first")
	list, err := c.Look.Inspections(t.Context(), p.ID)
	require.NoError(t, err)
	assert.Len(t, list, 1, "the blank one is not listed")
}

func TestPlantsDueForALookAreFound(t *testing.T) {
	c := trial.NewClinic(t)
	_, a := trial.LookAt(t, c, patient.Intake{Tag: "Left alone", Group: "cattleya"})
	note(t, c, a, patient.Inspection{Findings: patient.Findings{"leaves-limp": "absent"}})
	_, b := trial.LookAt(t, c, patient.Intake{Tag: "My own day", Group: "cattleya"})
	note(t, c, b, patient.Inspection{Findings: patient.Findings{"leaves-limp": "absent"}, AgainOn: "2030-04-20"})
	due := func(days int) (tags []string) {
		then := trial.Day.AddDate(0, 0, days)
		list, total, err := c.At(func() time.Time { return then }).Intake.Plants(t.Context(),
			intake.Find{Due: true, Most: 10})
		require.NoError(t, err)
		assert.EqualValues(t, len(list), total)
		for _, p := range list {
			tags = append(tags, p.Intake.Tag)
		}
		return tags
	}
	assert.Empty(t, due(17))
	assert.Equal(t, []string{"My own day"}, due(18))
	assert.ElementsMatch(t, []string{"Left alone", "My own day"}, due(90), "three months later")
}

func TestTheRecordKeepsBothWords(t *testing.T) {
	c := trial.NewClinic(t)
	_, i := trial.LookAt(t, c, patient.Intake{Tag: "B-3", Group: "oncidium"})
	i = note(t, c, i, patient.Inspection{Findings: trial.Found("snails-seen", "chewed-tips")})
	in := i.Inspection
	in.Decisions = map[string]patient.Decision{"snails": {Word: "confirmed"}, "scale": {Word: "confirmed", Note: "one bump"}}
	i = note(t, c, i, in)
	said := i.Said["snails"]
	assert.Equal(
		t,
		record.Said{Chance: chance(i, "snails"), Band: said.Said.Band, Place: 1, On: "2030-04-02"},
		said.Said,
	)
	assert.Equal(t, "almost certain", english.Say(said.Band))
	assert.Less(t, i.Said["scale"].Chance, 0.1, "a cause the user adds keeps what the findings said of it")
	assert.Contains(t, i.Causes.Plan, "wipe-off")

	// More findings move the engine's word, not the one on record.
	later := c.At(func() time.Time { return trial.Day.AddDate(0, 0, 40) })
	in = i.Inspection
	in.Findings = patient.Findings{"snails-seen": "absent", "clear-eggs": "absent", "slime-trails": "absent"}
	i = note(t, later, i, in)
	assert.Less(t, chance(i, "snails"), said.Chance)
	assert.Equal(t, said, i.Said["snails"])

	in = i.Inspection
	in.Decisions = map[string]patient.Decision{"snails": {Word: "confirmed", TurnedOut: "right"}}
	i = note(t, later, i, in)
	said.TurnedOutOn = "2030-05-12"
	assert.Equal(t, map[string]bench.Said{"snails": said}, i.Said, "a word taken back leaves the record")

	in.Decisions = map[string]patient.Decision{
		"snails": {Word: "confirmed", TurnedOut: "wrong"},
		"scale":  {Word: "rejected", TurnedOut: "wrong"},
	}
	i = note(t, later, i, in)
	assert.Equal(t, "Scale insects: confirmed.", english.Say(i.Causes.Headline), "what turned out goes before what was thought")
}

func TestACauseOfOnesOwnIsKept(t *testing.T) {
	c := trial.NewClinic(t)
	_, i := trial.LookAt(t, c, patient.Intake{Tag: "B-4", Group: "oncidium"})
	i = note(t, c, i, patient.Inspection{Added: []patient.Added{{Name: "The cat sat on it", Note: "Hair in the crown."}}})
	assert.Equal(t, "The cat sat on it: confirmed.", english.Say(i.Causes.Headline))
	assert.False(t, i.Causes.Clear)
	kept, err := c.Look.Inspection(t.Context(), i.ID)
	require.NoError(t, err)
	assert.Equal(t, "Hair in the crown.", kept.Inspection.Added[0].Note)
	i = note(t, c, i, patient.Inspection{Added: []patient.Added{{Name: "The cat sat on it", TurnedOut: "wrong"}}})
	assert.Equal(t, "Nothing was looked at yet.", english.Say(i.Causes.Headline))
}

func TestOutOfItsPotNothingIsDueForUnpotting(t *testing.T) {
	c := trial.NewClinic(t)
	p, i := trial.LookAt(t, c, patient.Intake{Tag: "B-6", Group: "cattleya"})
	i = note(t, c, i, patient.Inspection{Findings: trial.Found("bulbs-shrivelled", "limp-though-wet")})
	assert.Equal(t, "now", i.Look.Decision)
	assert.Equal(t, i.LookedOn, i.AgainOn)
	in := i.Inspection
	in.Unpotted, in.Accidents = true, []patient.Accident{{What: "snapped-growth", Count: 1}}
	i = note(t, c, i, in)
	assert.Equal(t, "It is out of its pot.", english.Say(i.Look.Headline))
	assert.Empty(t, i.AgainOn)
	due, _, err := c.Intake.Plants(t.Context(), intake.Find{Due: true, Most: 10})
	require.NoError(t, err)
	assert.Empty(t, due)
	_, bare := trial.LookAt(t, c, patient.Intake{Tag: "B-7", Group: "dendrobium-evergreen", Pot: "none"})
	bare = note(t, c, bare, patient.Inspection{Findings: trial.Found("leaves-limp")})
	assert.Equal(t, "out", bare.Look.Decision)
	for _, n := range bare.Causes.Next {
		assert.NotContains(t, []string{"stays-wet", "pot-light", "limp-though-wet", "crust"}, n.Finding,
			"a bare plant has no pot to look at")
	}
	_ = p
}

// Whatever is noted within the limits comes back as it was noted, on the record
// and in the list, and what the screen shows on saving is what it shows on opening.
func TestWhatWasNotedComesBack(t *testing.T) {
	c := trial.NewClinic(t)
	_, i := trial.LookAt(t, c, patient.Intake{Tag: "B-10", Group: "cattleya", OldMedium: "bark"})
	var findings, known []string
	for _, f := range causes.Table().Findings {
		findings = append(findings, f.Code)
	}
	for _, cause := range causes.Table().Causes {
		known = append(known, cause.Code)
	}
	state, word := rapid.SampledFrom(
		[]patient.FindingState{patient.Present, patient.Absent},
	), rapid.SampledFrom([]patient.Word{patient.Confirmed, patient.Rejected})
	outcome, text := rapid.SampledFrom([]string{"", "right", "wrong"}), rapid.StringMatching(`[a-zé “”<&]{0,40}`)
	size := rapid.Ptr(rapid.Float64Range(2, 1500), true)
	broken := rapid.SampledFrom(slices.Sorted(maps.Keys(unpot.Table().Accidents)))
	rapid.Check(t, func(rt *rapid.T) {
		in := patient.Inspection{
			Findings:  rapid.MapOfN(rapid.SampledFrom(findings), state, 0, 30).Draw(rt, "findings"),
			Flowering: rapid.SampledFrom([]patient.Flowering{"", "none", "spike", "bud", "bloom"}).Draw(rt, "flowering"),
			Growth:    rapid.SampledFrom([]patient.Growth{"", "new-roots", "growing", "resting"}).Draw(rt, "growth"),
			Season:    rapid.SampledFrom([]patient.Season{"", "warm", "cool"}).Draw(rt, "season"),
			Unpotted:  rapid.Bool().Draw(rt, "unpotted"), Notes: text.Draw(rt, "notes"),
			NewestLeafMM: size.Draw(rt, "newest"), LeafBeforeMM: size.Draw(rt, "before"),
		}
		for range rapid.IntRange(0, 3).Draw(rt, "accidents") {
			in.Accidents = append(
				in.Accidents,
				patient.Accident{What: broken.Draw(rt, "what"), Count: rapid.IntRange(1, 400).Draw(rt, "count")},
			)
		}
		for range rapid.IntRange(0, 3).Draw(rt, "added") {
			in.Added = append(
				in.Added,
				patient.Added{
					Name:      "x" + text.Draw(rt, "name"),
					TurnedOut: outcome.Draw(rt, "turned out"),
					Note:      text.Draw(rt, "note"),
				},
			)
		}
		for _, code := range rapid.SliceOfNDistinct(rapid.SampledFrom(known), 0, 4, rapid.ID).Draw(rt, "decided") {
			if in.Decisions == nil {
				in.Decisions = map[string]patient.Decision{}
			}
			in.Decisions[code] = patient.Decision{
				Word: word.Draw(rt, "word"), TurnedOut: outcome.Draw(rt, "turned out"), Note: text.Draw(rt, "note"),
			}
		}
		saved := note(t, c, i, in)
		opened, err := c.Look.Inspection(t.Context(), i.ID)
		require.NoError(rt, err)
		assert.Equal(rt, in, opened.Inspection)
		assert.Equal(rt, saved, opened)
		assert.Len(rt, opened.Said, len(in.Decisions))
		if len(in.Findings) > 0 || in.Growth != "" || in.Unpotted {
			assert.Contains(rt, []string{look.Leave, look.Wait, look.Soon, look.Now, look.Out}, opened.Look.Decision)
		}
		assert.Equal(rt, in.Unpotted, opened.Look.Decision == look.Out)
		list, err := c.Look.Inspections(t.Context(), i.PlantID)
		require.NoError(rt, err)
		assert.Equal(rt, opened.Look.Headline.Words(), list[0].Headline.Words())
		assert.Equal(rt, opened.Causes.Headline, list[0].Cause)
		i = opened
	})
}
