package media

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/knowledge"
	"therapeon/core/message"
	"therapeon/language/english"
)

func TestWhatHasNoGrade(t *testing.T) {
	s, err := Table().Settle([]Part{{"sphagnum", 2}}, Table().Component)
	require.NoError(t, err)
	assert.Zero(t, s.GradeMM, "fibres alone")
	assert.True(t, s.Wicks)
	assert.Zero(t, s.Rise.Value, "it draws water all the way up")
	assert.Equal(t, "strands", s.Grain)
	_, err = Table().Settle([]Part{{"bark-fine", 0}}, Table().Component)
	require.Error(t, err)
}

// What draws highest speaks for a mix, from 15 % of it on: a house rule.
func TestWhatDrawsHighest(t *testing.T) {
	rise := func(parts ...Part) float64 {
		s, err := Table().Settle(parts, Table().Component)
		require.NoError(t, err)
		return s.Rise.Value
	}
	assert.Equal(t, 20.0, rise(Part{"bark-medium", 86}, Part{"pumice-small", 14}))
	assert.Equal(t, 120.0, rise(Part{"bark-medium", 85}, Part{"pumice-small", 15}))
	low := rise(Part{"clay-granules", 1}, Part{"bark-medium", 1})
	assert.Equal(t, 120.0, low, "from the coarsest down it is not the first that counts")
	s, err := Table().Settle([]Part{{"bark-medium", 85}, {"vermiculite", 15}}, Table().Component)
	require.NoError(t, err)
	assert.True(t, s.Wicks)
	s, err = Table().Settle([]Part{{"bark-medium", 86}, {"vermiculite", 14}}, Table().Component)
	require.NoError(t, err)
	assert.False(t, s.Wicks)
}

// Of two that are as much, the first speaks for how it looks.
func TestAMixOfHalves(t *testing.T) {
	s, err := Table().Settle([]Part{{"clay-large", 1}, {"bark-medium", 1}}, Table().Component)
	require.NoError(t, err)
	assert.Equal(t, "balls", s.Grain)
	s, err = Table().Settle([]Part{{"clay-large", 1}, {"bark-medium", 1.1}}, Table().Component)
	require.NoError(t, err)
	assert.Equal(t, "chips", s.Grain)
}

// A fifth and more of what lives short makes the mix short-lived: a house rule; of several the shortest.
func TestTheShortestLivedOfAFifth(t *testing.T) {
	life := func(parts ...Part) *float64 {
		s, err := Table().Settle(parts, Table().Component)
		require.NoError(t, err)
		return s.LifeMonths
	}
	assert.Nil(t, life(Part{"clay-large", 81}, Part{"bark-fine", 19}))
	assert.Equal(t, 18.0, *life(Part{"clay-large", 80}, Part{"bark-fine", 20}))
	assert.Equal(t, 18.0, *life(Part{"bark-fine", 1}, Part{"bark-chunky", 1}))
	assert.Equal(t, 18.0, *life(Part{"bark-chunky", 1}, Part{"bark-fine", 1}))
}

// To the edge: a tenth of what is poured, and the least air, are said with their figures.
func TestWhatIsSaidOfAMixHasItsFigures(t *testing.T) {
	k := Table()
	assert.Empty(t, k.Judge(Settled{Air: 1, PouredL: 10, VolumeL: 9}, "airy", nil), "a tenth is not more than a tenth")
	told := k.Judge(Settled{Air: 0.1, PouredL: 1, VolumeL: 1}, "wet-dry", nil)
	require.Len(t, told, 1)
	assert.Contains(t, english.Say(told[0].Value), "want 30 % or more")
	assert.True(t, Settled{}.LifeMonths == nil)
	once, err := k.Settle([]Part{{"clay-large", 1}}, k.Component)
	require.NoError(t, err)
	assert.False(t, once.Shrinks)
}

func TestTheGapsOfTheCoarsest(t *testing.T) {
	of := func(parts ...Part) float64 { return Gaps(parts, Table().Component) }
	assert.InDelta(t, 0.56+0.17, of(Part{"bark-fine", 9}, Part{"bark-chunky", 1}), 1e-12)
	assert.InDelta(t, 0.36+0.38, of(Part{"bark-fine", 9}, Part{"bark-chunky", 0}), 1e-12, "none of it")
	assert.InDelta(t, 0.36+0.38, of(Part{"bark-fine", 9}, Part{"no-such", 1}), 1e-12)
	assert.Zero(t, of())
	assert.InDelta(t, 0.93, of(Part{"sphagnum", 1}), 1e-12, "fibres have no grade and hold water all the same")
	assert.InDelta(t, 1, Component{Air: knowledge.Number{Value: 0.7},
		Water: knowledge.Number{Value: 0.6}}.Gaps(), 1e-12)
}

// Thick roots crush perlite: pumice instead, and what is there of it already grows: common practice, no source.
func TestThickRootsCrushWhatIsSoft(t *testing.T) {
	k := Table()
	a, ok := k.Advise(Ask{Route: "slipper", Style: "moist", Thick: true})
	require.True(t, ok)
	assert.Equal(t, []Part{{"bark-fine", 5}, {"pumice-small", 3}}, a.Parts, "two parts of perlite and one of pumice")
	assert.Contains(t, english.Lines(a.Reasons), english.Say(k.CrushedWords))
	a, ok = k.Advise(Ask{Route: "bark", Style: "airy", Thick: true})
	require.True(t, ok)
	assert.NotContains(t, english.Lines(a.Reasons), english.Say(k.CrushedWords), "nothing in it is soft")
	assert.Len(t, a.Parts, 3)
	_, ok = k.Advise(Ask{Route: "no-such"})
	assert.False(t, ok)
}

// 45 % and 60 %, as the table has them, are neither dry nor humid.
func TestARoomToTheEdge(t *testing.T) {
	k := Table()
	reasons := func(percent float64) int {
		a, ok := k.Advise(Ask{Route: "bark", Style: "wet-dry", Humidity: &percent})
		require.True(t, ok)
		return len(a.Reasons)
	}
	assert.Equal(t, 1, reasons(k.DryBelow.Value))
	assert.Equal(t, 2, reasons(k.DryBelow.Value-0.1))
	assert.Equal(t, 1, reasons(k.HumidAbove.Value))
	assert.Equal(t, 2, reasons(k.HumidAbove.Value+0.1))
}

// A recipe that is made for its group goes before one for its origin, and that before one for how moist it is.
func TestTheRecipeThatFitsBest(t *testing.T) {
	k := Table()
	code := func(a Ask) string {
		r, ok := k.Advise(a)
		require.True(t, ok)
		return r.Recipe
	}
	assert.Equal(t, "reed", code(Ask{Route: "bark", Style: "wet-dry", Group: "epidendrum-reed"}))
	assert.Equal(t, "bark-medium", code(Ask{Route: "bark", Style: "wet-dry", Group: "cattleya"}))
	assert.Equal(t, "slipper-humus", code(Ask{Route: "slipper", Style: "moist", Origin: "tree"}))
	assert.Equal(t, "slipper", code(Ask{Route: "slipper", Style: "moist", Origin: "rock"}))
	assert.Equal(t, "bark-airy", code(Ask{Route: "basket", Style: "airy"}), "the first of those that fit alike")
	first, ok := k.Recipe(k.Recipes[0].Code)
	assert.True(t, ok)
	assert.Equal(t, "bark-airy", first.Code)
	_, ok = k.Recipe("no-such")
	assert.False(t, ok)
	c, ok := k.Component(k.Components[0].Code)
	assert.True(t, ok)
	assert.Equal(t, "bark-fine", c.Code)
	_, ok = k.Component("no-such")
	assert.False(t, ok)
}

// What is short is short from 5 mL on; lime and fibre stand in for nothing else.
func TestWhatIsShortOnTheShelf(t *testing.T) {
	k := Table()
	need := func(code string, litres float64, have map[string]float64) Want {
		half := []Measured{{code, message.Plain("It"), litres / 2}}
		return k.Need([][]Measured{half, half}, have, k.Component)[0]
	}
	w := need("bark-medium", 2, map[string]float64{"bark-medium": 2})
	assert.Equal(t, "2 L of It, there is enough.", english.Say(w.Words))
	assert.Equal(t, []float64{2, 2, 0}, []float64{w.NeedL, w.HaveL, w.ShortL})
	assert.Nil(t, w.Instead)
	assert.Zero(t, need("bark-medium", 2, map[string]float64{"bark-medium": 1.9951}).ShortL)
	assert.InDelta(t, 0.25, need("bark-medium", 2, map[string]float64{"bark-medium": 1.75}).ShortL, 1e-12)
	assert.Equal(t, "250 mL short of It.", english.Say(need("bark-medium", 2, map[string]float64{"bark-medium": 1.75}).Words))
	assert.Nil(t, need("limestone", 2, map[string]float64{"perlite": 9}).Instead, "lime for nothing")
	assert.Nil(t, need("perlite", 2, map[string]float64{"limestone": 9}).Instead)
	assert.Nil(t, need("sphagnum", 2, map[string]float64{"bark-fine": 9}).Instead, "grains for no fibre")
	assert.Nil(t, need("fibre", 2, map[string]float64{"sphagnum": 1.9}).Instead, "not enough of it")
	assert.Nil(t, need("no-such", 2, map[string]float64{"bark-medium": 9}).Instead)
	stands := need("pumice-small", 2, map[string]float64{"clay-granules": 2}).Instead
	require.NotNil(t, stands)
	assert.Equal(t, "Baked-clay granules", english.Say(stands.Name))
	assert.Equal(t, "Holds as much water.", english.Say(stands.Words), "0.02 more is as much")
	assert.InDelta(t, 2, stands.Litres, 1e-9)
	stands = need("perlite", 2, map[string]float64{"pumice-small": 2}).Instead
	require.NotNil(t, stands)
	assert.Equal(t, "Holds less water: look at it a little sooner.", english.Say(stands.Words))
	stands = need("lava", 2, map[string]float64{"charcoal": 2, "clay-large": 0}).Instead
	require.NotNil(t, stands)
	assert.Equal(t, "Holds more water: let it dry a little longer.", english.Say(stands.Words))
	stands = need("bark-fine", 2, map[string]float64{"clay-granules": 2}).Instead
	require.NotNil(t, stands)
	assert.Equal(t, "Holds less water: look at it a little sooner. It does not break down.", english.Say(stands.Words))
	stands = need("clay-granules", 2, map[string]float64{"bark-fine": 2}).Instead
	require.NotNil(t, stands)
	assert.Equal(t, "Holds more water: let it dry a little longer. It breaks down in time.", english.Say(stands.Words))
}

// What is nearest in air and water stands in; lime does for nobody, however near it is.
func TestTheNearestStandsIn(t *testing.T) {
	assert.Nil(t, Table().Need([][]Measured{{{"lava", message.Plain("Lava"), 1}}}, map[string]float64{"limestone": 9},
		Table().Component)[0].Instead)
	nearest := func(list ...Component) string {
		k := *Table()
		k.Components = list
		shelf := func(code string) (Component, bool) {
			for _, c := range list {
				if c.Code == code {
					return c, true
				}
			}
			return component(code, 10, 0.5, 0.25), true
		}
		return k.standIn("it", 1, map[string]float64{"a": 1, "b": 1}, shelf).Component
	}
	assert.Equal(t, "b", nearest(component("a", 10, 0.4, 0.25), component("b", 10, 0.55, 0.25)))
	assert.Equal(t, "b", nearest(component("a", 10, 0.5, 0.15), component("b", 10, 0.5, 0.3)))
	assert.Equal(t, "a", nearest(component("a", 10, 0.5, 0.25), component("b", 10, 0.5, 0.25)), "of two alike the first")
	k := Knowledge{StandsDiffers: knowledge.Number{Value: 0.25}}
	of := component("", 10, 0.5, 0.25)
	assert.Equal(t, "Holds as much water.", english.Say(k.differs(of, component("", 10, 0.5, 0.5))))
	assert.Equal(t, "Holds as much water.", english.Say(k.differs(of, component("", 10, 0.5, 0))))
}

// What is there already grows by what is added, and what is crushed by what goes in instead.
func TestWhatIsThereAlreadyGrows(t *testing.T) {
	k := Table()
	assert.Equal(t, []Part{{"perlite", 3}}, k.added([]Part{{"perlite", 2}}, Adjustment{Add: []string{"perlite"}}, 1))
	out := Advised{Parts: []Part{{"perlite", 1}, {"pumice-small", 2}}}
	k.spare(&out, Ask{Thick: true})
	assert.Equal(t, []Part{{"pumice-small", 3}}, out.Parts)
	s, err := k.Settle([]Part{{"perlite", 1}, {"pumice-large", 1}}, k.Component)
	require.NoError(t, err)
	assert.Equal(t, 140.0, s.Rise.High, "of two that draw as high the coarser")
}
