package media

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"therapeon/core/fault"
	"therapeon/core/knowledge"
	"therapeon/core/message"
	"therapeon/language/english"
)

// made is a shelf of two components of one's own: grade in mm, air, water.
func made(coarse, fine Component) Shelf {
	return func(code string) (Component, bool) {
		switch code {
		case "coarse":
			return coarse, true
		case "fine":
			return fine, true
		}
		return Table().Component(code)
	}
}

func component(code string, mm, air, water float64) Component {
	n := func(v float64) knowledge.Number { return knowledge.Number{Value: v} }
	g := n(mm)
	return Component{Code: code, Name: message.Plain(code), LowMM: &g, HighMM: &g, Air: n(air), Water: n(water)}
}

// The worked example: 2 L of large pieces with 0.55 air and 1 L of fine ones with
// 0.30, wholly filling, settle to 2.0 L and not 3, with 0.20 air, less than
// either: V = 2 + 1 − 1, air = (2 − 2·0.45 − 1·0.70)/2, by hand.
func TestTheWorkedExampleOfInfill(t *testing.T) {
	shelf := made(component("coarse", 20, 0.55, 0.1), component("fine", 2, 0.30, 0.4))
	s, err := Table().Settle([]Part{{"fine", 1}, {"coarse", 2}}, shelf)
	require.NoError(t, err)
	assert.InDelta(t, 2.0, s.VolumeL, 1e-9)
	assert.InDelta(t, 3.0, s.PouredL, 1e-9)
	assert.InDelta(t, 0.20, s.Air, 1e-9)
	assert.InDelta(t, (2*0.1+1*0.4)/2, s.Water, 1e-9)
	assert.Equal(t, "coarse", s.Folds[0].Component, "from the coarsest down")
	assert.InDelta(t, 1.0, s.Folds[1].LostL, 1e-9)
}

// C. C. Furnas, Grading aggregates I, Ind. Eng. Chem. 23 (1931) 1052: when much
// finer grains just fill the voids of coarse ones with the same void share v, the
// voids of the mix are v².
func TestVoidsAtTheLimitOfFurnas(t *testing.T) {
	for _, v := range []float64{0.3, 0.4, 0.5} {
		shelf := made(component("coarse", 100, v, 0), component("fine", 1, v, 0))
		s, err := Table().Settle([]Part{{"coarse", 1}, {"fine", v}}, shelf)
		require.NoError(t, err)
		assert.InDelta(t, 1, s.VolumeL, 1e-9, "all of the fine goes into the voids")
		assert.InDelta(t, v*v, s.Air, 1e-9)
		more, err := Table().Settle([]Part{{"coarse", 1}, {"fine", v + 0.3}}, shelf)
		require.NoError(t, err)
		assert.InDelta(t, 1.3, more.VolumeL, 1e-9, "what does not find room adds up")
		assert.Greater(t, more.Air, s.Air, "the voids are least where they are just filled")
	}
}

// A ball that passes between three equal ones that touch: their centres make an
// equilateral triangle of side 2R, whose centre is 2R/√3 from each.
func TestTheBallBetweenThreeBalls(t *testing.T) {
	assert.InDelta(t, 2/math.Sqrt(3)-1, Table().FillsWholly.Value, 1e-4)
	assert.Equal(t, 1.0, Table().Fills(1, 10))
	assert.Zero(t, Table().Fills(7, 10))
	middle := (Table().FillsWholly.Value + Table().FillsNot.Value) / 2
	assert.InDelta(t, 0.5, Table().Fills(middle*10, 10), 1e-9)
}

func TestLawsOfSettling(t *testing.T) {
	k := Table()
	rapid.Check(t, func(t *rapid.T) {
		var parts []Part
		for _, c := range rapid.SliceOfNDistinct(rapid.IntRange(0, len(k.Components)-1), 1, 5,
			rapid.ID[int]).Draw(t, "components") {
			parts = append(parts, Part{k.Components[c].Code, rapid.Float64Range(0.1, 5).Draw(t, "parts")})
		}
		s, err := k.Settle(parts, k.Component)
		require.NoError(t, err)
		assert.LessOrEqual(t, s.VolumeL, s.PouredL+1e-9, "nothing grows by being poured")
		assert.GreaterOrEqual(t, s.Air, -1e-9)
		assert.LessOrEqual(t, s.Air+s.Water, 1+1e-9, "air, water and solids make the whole")
		lost := 0.0
		for _, f := range s.Folds {
			lost += f.LostL
		}
		assert.InDelta(t, s.PouredL-lost, s.VolumeL, 1e-9)

		twice := make([]Part, len(parts))
		for i, p := range parts {
			twice[len(parts)-1-i] = Part{p.Component, 2 * p.Parts}
		}
		d, err := k.Settle(twice, k.Component)
		require.NoError(t, err)
		assert.InDelta(t, 2*s.VolumeL, d.VolumeL, 1e-9, "twice the parts, twice the volume, in any order")
		assert.InDelta(t, s.Air, d.Air, 1e-9)

		want := rapid.Float64Range(0.1, 20).Draw(t, "wanted")
		measured, made, err := k.For(want, parts, k.Component)
		require.NoError(t, err)
		assert.InDelta(t, want, made.VolumeL, 1e-9)
		assert.Len(t, measured, len(parts))
	})
}

func TestAOneComponentMixIsThatComponent(t *testing.T) {
	for _, c := range Table().Components {
		s, err := Table().Settle([]Part{{c.Code, 3}}, Table().Component)
		require.NoError(t, err)
		assert.InDelta(t, 3, s.VolumeL, 1e-12)
		assert.InDelta(t, c.Air.Value, s.Air, 1e-12, c.Code)
		assert.InDelta(t, c.Water.Value, s.Water, 1e-12, c.Code)
	}
}

func TestAMixLooksLikeWhatMostOfItIs(t *testing.T) {
	for grain, parts := range map[string][]Part{
		"chips": {{"bark-medium", 3}, {"perlite", 2}}, "balls": {{"clay-large", 2}, {"bark-fine", 1}}, "strands": {{"sphagnum", 2}, {"bark-fine", 1}},
	} {
		s, err := Table().Settle(parts, Table().Component)
		require.NoError(t, err)
		assert.Equal(t, grain, s.Grain)
	}
}

func TestImpossibleMixesAreRefused(t *testing.T) {
	var faults fault.List
	_, err := Table().Settle([]Part{{"bark-fine", 0}, {"perlite", 0}}, Table().Component)
	require.ErrorAs(t, err, &faults)
	assert.Equal(t, "parts", faults[0].Field)
	assert.Contains(t, english.Say(faults[0].Words), "All parts are 0")
	_, err = Table().Settle([]Part{{"bark-fine", 1}, {"gravel of the moon", 1}}, Table().Component)
	require.ErrorAs(t, err, &faults)
	assert.Equal(t, "parts[1].component", faults[0].Field)
}

// Jurin's law against the figures of the physics handbooks for clean glass and
// water of 20 °C: 14.9, 29.7 and 59.5 mm at pore radii of 1, 0.5 and 0.25 mm.
func TestWaterRisesByJurinsLaw(t *testing.T) {
	for radius, rise := range map[float64]float64{1: 14.9, 0.5: 29.7, 0.25: 59.5} {
		assert.InDelta(t, rise, Table().RiseMM(radius), 0.06, "%g mm", radius)
	}
}

// From memory, no source: how high media draw water above a reservoir, by their own pores too.
func TestHowHighMediaDrawWater(t *testing.T) {
	rise := func(parts ...Part) Settled {
		s, err := Table().Settle(parts, Table().Component)
		require.NoError(t, err)
		return s
	}
	for code, want := range map[string][3]float64{"clay-large": {65, 50, 80}, "clay-small": {100, 80, 120}, "pebbles": {8, 5, 10}} {
		e := rise(Part{code, 1}).Rise
		assert.Equal(t, want, [3]float64{e.Value, e.Low, e.High}, code)
	}
	for _, code := range []string{"pumice-small", "pumice-large", "clay-granules"} {
		assert.GreaterOrEqual(t, rise(Part{code, 1}).Rise.Value, 100.0, code)
	}
	for _, code := range []string{"vermiculite", "sphagnum", "fibre"} {
		assert.True(t, rise(Part{code, 1}).Wicks, code)
		assert.Zero(t, rise(Part{code, 1}).Rise.Value)
	}
	assert.Equal(t, 100.0, rise(Part{"clay-large", 1}, Part{"clay-small", 1}).Rise.Value, "the one that draws higher")
	assert.Equal(t, 65.0, rise(Part{"clay-large", 9}, Part{"clay-small", 1}).Rise.Value, "unless there is hardly any of it")
	assert.True(t, rise(Part{"bark-fine", 4}, Part{"sphagnum", 1}).Wicks)
	for _, c := range Table().Components {
		assert.True(t, c.Wicks != (c.RiseMM != nil), "%s: all the way, or so far", c.Code)
	}
}

// From memory, no source: at 27 °C a mix lives 0.62 of its time at 20 °C; as long as the
// shortest-lived of a fifth or more; compost held open by a third of coarse bark 36 months.
func TestHowLongMixesLive(t *testing.T) {
	k := Table()
	life := func(parts ...Part) *float64 {
		s, err := k.Settle(parts, k.Component)
		require.NoError(t, err)
		return s.LifeMonths
	}
	assert.InDelta(t, 0.62, k.LivesMonths(1, 27), 0.005)
	assert.InDelta(t, 27, k.LivesMonths(27, 20), 1e-9)
	assert.InDelta(t, 54, k.LivesMonths(27, 10), 1e-9)
	assert.Equal(t, 15.0, *life(Part{"bark-medium", 3}, Part{"sphagnum", 1}), "a quarter of moss")
	assert.Equal(t, 27.0, *life(Part{"bark-medium", 9}, Part{"sphagnum", 1}), "a tenth of it decides nothing")
	assert.Equal(t, 12.0, *life(Part{"compost", 2}, Part{"bark-fine", 1}))
	assert.Equal(t, 36.0, *life(Part{"compost", 1}, Part{"mulch", 1}, Part{"bark-chunky", 1}))
	assert.Nil(t, life(Part{"clay-large", 1}))
}

// A house rule: of fibre and moss among grains three tenths go into the gaps. 4 L of bark with
// 0.46 air and 1 L of moss: 4.7 L, by hand.
func TestMossAmongBark(t *testing.T) {
	s, err := Table().Settle([]Part{{"bark-medium", 4}, {"sphagnum", 1}}, Table().Component)
	require.NoError(t, err)
	assert.InDelta(t, 4.7, s.VolumeL, 1e-9)
	assert.InDelta(t, (4.7-4*0.54-0.73)/4.7, s.Air, 1e-9)
}

// Common practice, no source: what is never mixed for a plant of some origin or with thick roots.
func TestMixesSpareThePlant(t *testing.T) {
	k := Table()
	mix := func(a Ask) Advised {
		m, ok := k.Advise(a)
		require.True(t, ok)
		return m
	}
	dry := 30.0
	for _, route := range []string{"slipper", "bark", "bark-moss", "terrestrial"} {
		lime := codes(mix(Ask{Route: route, Style: "moist", Origin: "limestone", Humidity: &dry}).Parts)
		assert.NotContains(t, lime, "sphagnum", route)
		assert.Contains(t, lime, "limestone", route)
		humus := codes(mix(Ask{Route: route, Style: "moist", Origin: "litter", Humidity: &dry}).Parts)
		assert.NotContains(t, humus, "charcoal", route)
		assert.NotContains(t, humus, "limestone", route)
	}
	unsaid := codes(mix(Ask{Route: "slipper", Style: "moist"}).Parts)
	assert.NotContains(t, unsaid, "sphagnum", "not said: neither moss, which lime growers do not bear,")
	assert.NotContains(t, unsaid, "charcoal", "nor charcoal, which those of humus do not")
	for _, route := range []string{"terrestrial", "bark", "bark-moss"} {
		thick := codes(mix(Ask{Route: route, Style: "moist", Group: "cymbidium", Thick: true, Waters: "often"}).Parts)
		for soft := range k.Crushed {
			assert.NotContains(t, thick, soft, route)
		}
	}
	moth := Ask{Route: "bark", Style: "wet-dry", Group: "phalaenopsis", Humidity: &dry, Waters: "seldom"}
	assert.Contains(t, codes(mix(moth).Parts), "sphagnum", "dry air, watered seldom")
	moth.NoMoss = true
	assert.NotContains(t, codes(mix(moth).Parts), "sphagnum", "by those who give moth orchids none")
	barred := Ask{Route: "bark", Style: "wet-dry", Origin: "limestone", NoLime: true}
	assert.NotContains(t, codes(mix(barred).Parts), "limestone", "lime harms it")
	reed := mix(Ask{Route: "bark", Style: "moist", Group: "epidendrum-reed"})
	assert.Equal(t, []Part{{"compost", 1}, {"mulch", 1}}, reed.Parts)
	assert.Equal(t, "bark-chunky", reed.Under.Component, "a third of coarse bark under it: common practice")
	assert.InDelta(t, 1.0/3, reed.Under.Share.Value, 0.01)
	humus := mix(Ask{Route: "slipper", Style: "moist", Group: "slipper", NoLime: true})
	assert.Equal(t, "slipper-humus", humus.Recipe, "that it bears no lime is an answer")
	assert.Contains(t, codes(humus.Parts), "sphagnum")
	assert.NotContains(t, codes(humus.Parts), "charcoal")
	assert.Equal(t, [2]float64{20, 30}, [2]float64{humus.Under.MM.Low, humus.Under.MM.High}, "common practice")
	assert.Equal(t, "slipper", mix(Ask{Route: "slipper", Style: "moist", Group: "slipper"}).Recipe)
	rock := Ask{Route: "slipper", Style: "moist", Group: "slipper", Origin: "rock", NoLime: true}
	assert.Equal(t, "slipper", mix(rock).Recipe, "one of rock is no humus grower")
	wall := Ask{Route: "bark-moss", Style: "wet-dry", Group: "cattleya"}
	inClay := wall
	inClay.Clay = true
	assert.Greater(t, share(mix(inClay).Parts, "sphagnum"), share(mix(wall).Parts, "sphagnum"), "clay gets more moss")
	inClay.Origin = "limestone"
	assert.NotContains(t, codes(mix(inClay).Parts), "sphagnum")
	assert.Equal(t, 60.0, reed.LifeMonths.High)
	assert.NotEqual(t, "reed", mix(Ask{Route: "bark", Style: "moist", Group: "oncidium"}).Recipe)
}

// share is that of a component in a mix.
func share(of []Part, code string) (part float64) {
	sum := 0.0
	for _, p := range of {
		sum += p.Parts
		if p.Component == code {
			part += p.Parts
		}
	}
	return part / sum
}

// Fines go into the gaps of graded pieces, and hardly into those of what is not graded, which has its own there: a
// house rule.
func TestWhatIsNotGradedIsFullOfItsOwnFines(t *testing.T) {
	k := Table()
	volume := func(coarse string) float64 {
		s, err := k.Settle([]Part{{coarse, 1}, {"compost", 0.2}}, k.Component)
		require.NoError(t, err)
		return s.VolumeL
	}
	assert.InDelta(t, 1.0, volume("bark-chunky"), 0.001)
	assert.InDelta(t, 1.2-0.3*0.2, volume("mulch"), 0.001)
}

func TestARecipeFitsRouteRoomHandAndOrigin(t *testing.T) {
	k := Table()
	for _, r := range k.Recipes {
		for code := range r.Parts {
			_, ok := k.Component(code)
			assert.True(t, ok, "%s: %s", r.Code, code)
		}
	}
	plain, ok := k.Advise(Ask{Route: "bark", Style: "wet-dry"})
	require.True(t, ok)
	assert.Equal(t, "bark-medium", plain.Recipe)
	base, err := k.Settle(plain.Parts, k.Component)
	require.NoError(t, err)

	dry, humid := 40.0, 85.0
	drier, _ := k.Advise(Ask{Route: "bark", Style: "wet-dry", Humidity: &dry, Waters: "seldom"})
	moist, err := k.Settle(drier.Parts, k.Component)
	require.NoError(t, err)
	assert.Greater(t, moist.Water, base.Water, "a dry room and a seldom hand hold more water")
	wet, _ := k.Advise(Ask{Route: "bark", Style: "wet-dry", Humidity: &humid, Waters: "often"})
	airy, err := k.Settle(wet.Parts, k.Component)
	require.NoError(t, err)
	assert.Less(t, airy.Water, moist.Water)

	asked, _ := k.Advise(Ask{Route: "bark", Style: "wet-dry", Actions: []string{"airier-mix", "wash-leaves"}})
	airier, err := k.Settle(asked.Parts, k.Component)
	require.NoError(t, err)
	assert.Greater(t, airier.Air, base.Air+0.005, "suffocated roots get more air")
	for _, r := range k.Recipes {
		if len(r.Parts) == 1 {
			continue
		}
		plain, _ := k.Advise(Ask{Route: r.Routes[0], Style: r.Styles[0]})
		asked, _ := k.Advise(Ask{Route: r.Routes[0], Style: r.Styles[0], Actions: []string{"airier-mix"}})
		before, err := k.Settle(plain.Parts, k.Component)
		require.NoError(t, err)
		after, err := k.Settle(asked.Parts, k.Component)
		require.NoError(t, err)
		assert.Greater(t, after.Air, before.Air, "%s", r.Code)
	}
	assert.Len(t, asked.Reasons, 2)

	for _, origin := range []string{"", "tree", "rock", "litter"} {
		a, _ := k.Advise(Ask{Route: "slipper", Style: "moist", Origin: origin})
		assert.NotContains(t, codes(a.Parts), "limestone", "only when it is stated")
	}
	a, _ := k.Advise(Ask{Route: "slipper", Style: "moist", Origin: "limestone"})
	assert.Contains(t, codes(a.Parts), "limestone")
	single, _ := k.Advise(Ask{Route: "inorganic", Style: "wet-dry", Humidity: &dry})
	assert.Len(t, single.Parts, 1, "one grade of pebbles stays one")
	_, ok = k.Advise(Ask{Route: "mount", Style: "airy"})
	assert.False(t, ok, "a mount takes no mix")
}

func codes(parts []Part) (list []string) {
	for _, p := range parts {
		list = append(list, p.Component)
	}
	return list
}

// What one thing takes is not there for the next, nor what the batch needs itself.
func TestABatchAgainstTheShelf(t *testing.T) {
	k := Table()
	have := map[string]float64{"perlite": 0, "pumice-small": 1}
	list := k.Need(
		[][]Measured{{{"perlite", message.Plain("Perlite"), 0.5}, {"pumice-small", message.Plain("Pumice"), 0.8}}},
		have,
		k.Component,
	)
	assert.Nil(t, list[0].Instead)
	list = k.Need([][]Measured{{{"sphagnum", message.Plain("Sphagnum"), 1}}}, map[string]float64{"bark-fine": 9, "compost": 9},
		k.Component)
	assert.Nil(t, list[0].Instead, "grains do not stand in for fibres")
}

func TestAMixIsJudged(t *testing.T) {
	k := Table()
	s, err := k.Settle([]Part{{"bark-chunky", 3}, {"compost", 2}}, k.Component)
	require.NoError(t, err)
	words := k.Judge(s, "airy", nil)
	require.Len(t, words, 2)
	assert.Contains(t, english.Say(words[0].Value), "Use coarser pieces")
	assert.Contains(t, english.Say(words[1].Value), "falls into gaps")
	s, err = k.Settle([]Part{{"bark-chunky", 1}}, k.Component)
	require.NoError(t, err)
	assert.Empty(t, k.Judge(s, "airy", nil))
}

// 300 mL run out of a litre that was flooded: 0.30 air.
// What ran out of a known volume was air; what it gained in weight is water, a gram a millilitre. By hand.
func TestAirByFlooding(t *testing.T) {
	dry, wet := 200.0, 440.0
	told := FloodTest{VolumeML: 800, DrainedML: 360}.Tells()
	assert.InDelta(t, 0.45, told.Air, 1e-12)
	assert.Nil(t, told.Water, "it was not weighed")
	told = FloodTest{VolumeML: 800, DrainedML: 360, DryG: &dry, WetG: &wet}.Tells()
	assert.InDelta(t, 0.3, *told.Water, 1e-12)
	for _, x := range []struct {
		drained  float64
		dry, wet *float64
		field    string
	}{
		{799, nil, nil, ""}, {800, nil, nil, "drained_ml"}, {360, &dry, nil, "wet_g"}, {360, nil, &wet, "wet_g"},
		{360, &wet, &dry, "wet_g"}, {360, &dry, &dry, ""}, {560, &dry, &wet, ""}, {561, &dry, &wet, "wet_g"},
	} {
		faults := FloodTest{VolumeML: 800, DrainedML: x.drained, DryG: x.dry, WetG: x.wet}.Faults()
		if x.field == "" {
			assert.Empty(t, faults, "%v", x)
		} else if assert.Len(t, faults, 1, "%v", x) {
			assert.Equal(t, x.field, faults[0].Field)
		}
	}
}
