package rehome

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/disputes"
	"therapeon/core/media"
	"therapeon/core/patient"
	"therapeon/core/pots"
	"therapeon/core/race"
	"therapeon/core/roots"
	"therapeon/language/english"
)

// leadOf is the way of a plant to its new home.
func leadOf(t *testing.T, p *patient.Patient, plan Plan) Way {
	t.Helper()
	w, err := Table().Lead(p, plan, nil, race.Advised{}, Store{Shelf: media.Table().Component})
	require.NoError(t, err)
	return w
}

// A slipper with few roots stands over 20 to 30 mm of coarse bark, which its roots leave again, not over broken clay;
// one with many roots needs none. Its first water and its care are those of one protocol. Common practice, no source.
func TestASlipperOverItsCoarseLayer(t *testing.T) {
	humid := 65.0
	of := func(grade roots.GradeCode) *patient.Patient {
		p := Case{Profile: group(t, "slipper"), Grade: grade, OldMedium: "bark", Humidity: &humid}.patient()
		p.Given.LongestMM, p.Given.RootML, p.Intake.Lime = 120, 6, "no"
		return p
	}
	w := leadOf(t, of(roots.Poor), Plan{})
	require.Equal(t, "slipper", w.Route.Code)
	assert.Equal(t, "slipper-humus", w.Mix.Advised.Recipe)
	require.NotNil(t, w.Mix.Under)
	assert.Equal(t, "bark-chunky", w.Mix.Under.Component)
	assert.GreaterOrEqual(t, w.Mix.Under.MM, 20.0)
	assert.LessOrEqual(t, w.Mix.Under.MM, 30.0)
	assert.Equal(t, w.Pot.CrockMM, w.Mix.Under.MM)
	assert.Positive(t, w.Mix.Under.Litres)
	assert.Equal(t, "chunks", w.Section.Layers[0].Grain)
	assert.Equal(t, w.Mix.Under.Name, w.Section.Layers[0].Name)
	codes := jobsOf(w.Jobs)
	assert.Contains(t, codes, "coarse")
	assert.NotContains(t, codes, "crock")
	for _, j := range w.Jobs {
		if j.Code == "coarse" {
			assert.Equal(t, "Lay a coarse layer of 25 mm at the bottom", english.Say(j.Do.Value))
			assert.Contains(t, english.Say(j.Amounts), "bark, chunky")
		}
		if j.Code == "first-water" {
			assert.Contains(t, english.Say(j.How[0].Value), "dilute seaweed")
		}
	}
	assert.Equal(t, "slipper-organic", w.Task.Starts)
	shelf := 0.0
	for _, need := range w.Mix.Need {
		if need.Component == "bark-chunky" {
			shelf = need.NeedL
		}
	}
	assert.InDelta(t, w.Mix.Under.Litres, shelf, 1e-9, "it is on the list of what is needed")
	sound := leadOf(t, of(roots.Good), Plan{})
	assert.Nil(t, sound.Mix.Under)
	assert.NotContains(t, jobsOf(sound.Jobs), "coarse")
	flat := &pots.Pot{Shape: pots.Round, TopMM: 140, BottomMM: 110, HeightMM: 140, Wall: "clear"}
	own := leadOf(t, of(roots.Poor), Plan{Pot: flat})
	assert.Zero(t, own.Pot.CrockMM, "the pot at hand stays as it was noted")
	assert.Equal(t, 25.0, own.Mix.Under.MM, "and gets its layer all the same")
}

// A reed gets its old pot's size again, a third of coarse bark under a rich mix, and is told that growers keep it so
// for years though the mix holds little air. Common practice, no source.
func TestAReedInARichMix(t *testing.T) {
	humid := 65.0
	p := Case{Profile: group(t, "epidendrum-reed"), Grade: roots.Good, OldMedium: "compost", Humidity: &humid}.patient()
	p.Given.LongestMM, p.Given.RootML, p.Intake.OldPotMM, p.Intake.OldPotHighMM = 80, 10, 240, 220
	w := leadOf(t, p, Plan{})
	assert.Equal(t, "reed", w.Mix.Advised.Recipe)
	assert.GreaterOrEqual(t, w.Pot.TopMM, 240.0)
	assert.GreaterOrEqual(t, w.Pot.HeightMM, 220.0)
	assert.InDelta(t, w.Pot.FillMM()/3, w.Mix.Under.MM, 5)
	require.NotEmpty(t, w.Mix.Judged)
	assert.Contains(t, english.Say(w.Mix.Judged[0].Value), "Growers keep these kinds in it for years")
	assert.Contains(t, english.Say(w.Mix.Judged[0].Value), "Measure its air")
	assert.NotEqual(t, "big", w.Fit.Verdict, "large is well")
	assert.Equal(t, "reed", w.Task.Starts)
	p.Given.Grade = roots.Poor
	p.Forget()
	assert.Equal(t, "poor-rich", Table().Decide(p, race.Advised{}).Code, "not small")
	for _, j := range w.Jobs {
		if j.Code == "first-water" {
			assert.Contains(t, english.Say(j.How[0].Value), "60 %")
		}
	}
	p.Looks[0].Noted.Findings = patient.Findings{"overpotted": patient.Present}
	p.Forget()
	assert.Less(t, leadOf(t, p, Plan{}).Pot.TopMM, 240.0, "its old pot was too big: that is no measure")
}

// A tree-dweller with hardly a root, its tips out and its way mineral, hangs over clay; a ground kind, one with roots
// and one whose way is organic are potted. Common practice, no source.
func TestNearlyRootlessWithTipsItHangsOverClay(t *testing.T) {
	of := func(kind string, grade roots.GradeCode, side disputes.SideCode) Verdict {
		return decide(Case{Profile: group(t, kind), Grade: grade, TipsOut: true, MediumSide: side})
	}
	v := of("cattleya", roots.Rootless, disputes.Inorganic)
	assert.Equal(t, "hung-tips", v.Code)
	assert.Equal(t, HoldBare, v.Decision)
	assert.Equal(t, Pebbles, advised(v))
	assert.Equal(t, "hung-tips", of("phalaenopsis", roots.NearRootless, disputes.Inorganic).Code)
	for _, c := range []Verdict{
		of("cattleya", roots.Poor, disputes.Inorganic), of("cattleya", roots.Rootless, disputes.Organic),
		of("slipper", roots.Rootless, disputes.Inorganic), of("cymbidium", roots.Rootless, disputes.Inorganic),
		of("vanda", roots.Rootless, disputes.Inorganic),
	} {
		assert.Equal(t, "tips", c.Code)
	}
	bare := Case{Profile: group(t, "cattleya"), Grade: roots.Rootless, TipsOut: true, MediumSide: disputes.Inorganic}
	p := bare.patient()
	w := leadOf(t, p, Plan{})
	assert.GreaterOrEqual(t, w.Pot.HeightMM, 120.0, "for the roots to come")
	for _, job := range []string{"high-pot", "pebbles", "hang-over", "wire"} {
		assert.Contains(t, jobsOf(w.Jobs), job)
	}
	assert.NotContains(t, jobsOf(w.Jobs), "hang")
	assert.Equal(t, "hung", w.Task.Starts)
}

// A vanda that lives bare-root goes on living so: a home with its watering, and no pot. Common practice, no source.
func TestAVandaLivesBare(t *testing.T) {
	humid := 65.0
	p := Case{Profile: group(t, "vanda"), Grade: roots.Good, Humidity: &humid}.patient()
	p.Intake.Pot = patient.LivesBare
	w := leadOf(t, p, Plan{})
	require.Equal(t, "bare", w.Route.Code)
	assert.Nil(t, w.Pot)
	assert.Equal(t, []string{"hang-bare", "label", "first-water", "stand", "weigh-pot", "no-feed"}, jobsOf(w.Jobs))
	assert.Equal(t, "bare", w.Task.Starts)
	home := Stands("2030-05-01", "bare", nil)
	assert.Equal(t, patient.LivesBare, home.Pot)
	route, _ := Table().Route("bare")
	assert.False(t, route.Suits("cattleya"))
	p.Intake.Pot = "basket"
	assert.Equal(t, Basket, leadOf(t, p, Plan{}).Route.Code)
}

// The widths of a base: as measured, else along its arms as drawn, else by its bulbs; a pot wider than a bench
// usually holds asks for the measure first, and the leads of what is drawn with several stand at one height.
func TestABaseIsMeasuredDrawnOrCounted(t *testing.T) {
	humid := 65.0
	p := Case{Profile: group(t, "cattleya"), Grade: roots.Good, OldMedium: "bark", Humidity: &humid}.patient()
	p.Given.LongestMM, p.Given.RootML, p.Intake.BulbCount = 100, 20, 14
	why := func(w Way) (all string) {
		for _, r := range w.Size.Reasons {
			all += english.Say(r.Value) + " "
		}
		return all
	}
	counted := leadOf(t, p, Plan{})
	assert.Contains(t, why(counted), "for 14 bulbs")
	assert.Contains(t, counted.Size.Asks, "base_mm", "13 gaps of 25 mm are wider than a bench usually holds")
	p.Rhizome = patient.Rhizome{Joints: 7, Leads: 3}
	drawn := leadOf(t, p, Plan{})
	assert.Contains(t, why(drawn), "about 175 mm along its 7 joints")
	assert.Less(t, drawn.Pot.TopMM, counted.Pot.TopMM)
	assert.Empty(t, drawn.Size.Asks)
	assert.Contains(t, jobsOf(drawn.Jobs), "level")
	base := 120.0
	measured := leadOf(t, p, Plan{BaseMM: base})
	assert.Contains(t, why(measured), "120 mm wide as measured")
}

// A fine mix is kept in by paper over the holes, where no coarse layer lies under it. Common practice, no source.
func TestPaperKeepsAFineMixIn(t *testing.T) {
	humid := 65.0
	of := func(kind string, grade roots.GradeCode) []string {
		p := Case{Profile: group(t, kind), Grade: grade, OldMedium: "bark", Humidity: &humid}.patient()
		p.Given.LongestMM, p.Given.RootML = 100, 30
		return jobsOf(leadOf(t, p, Plan{}).Jobs)
	}
	assert.Contains(t, of("oncidium", roots.Good), "paper", "fine bark")
	assert.NotContains(t, of("cattleya", roots.Good), "paper", "medium bark stays in by itself")
	assert.NotContains(t, of("slipper", roots.Poor), "paper", "it lies on coarse bark")
	assert.NotContains(t, of("jewel", roots.Good), "paper", "water stands below its holes")
}
