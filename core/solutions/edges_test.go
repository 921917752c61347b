package solutions

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/language/english"
)

func some(v float64) *float64 { return &v }

// What cannot be, to the edge: 100 % in all is a feed, all the nitrogen of a feed is a dose, pure water is a blend.
func TestWhatCannotBeToTheEdge(t *testing.T) {
	feed := func(n, p, k, ppm float64) bool {
		return len(Feed{N: n, P2O5: p, K2O: k, WantedPPMN: &ppm}.Faults()) > 0
	}
	assert.False(t, feed(40, 30, 30, 100))
	assert.True(t, feed(40, 30, 30.1, 100))
	assert.False(t, feed(1, 0, 0, 10_000))
	assert.True(t, feed(1, 0, 0, 10_001))
	assert.True(t, feed(0, 10, 10, 100))
	assert.NotEmpty(t, Feed{N: 20}.Faults(), "neither grams nor ppm")
	assert.NotEmpty(t, Feed{N: 20, GPerL: some(1), WantedPPMN: some(1)}.Faults(), "both")
	assert.Empty(t, Feed{GPerL: some(1)}.Faults(), "by its grams a feed needs no nitrogen")

	blend := func(tap, pure, target float64) bool {
		return len(Blend{Tap: tap, Pure: pure, Target: target}.Faults()) > 0
	}
	for target, bad := range map[float64]bool{9.9: true, 10: false, 260: false, 260.1: true} {
		assert.Equal(t, bad, blend(260, 10, target), target)
		assert.Equal(t, bad, blend(10, 260, target), "whichever water is which: %g", target)
	}
	assert.False(t, blend(50, 50, 50))
	assert.True(t, blend(50, 50, 51))
	assert.True(t, blend(50, 50, 49))

	stack := func(adds, wanted, most float64) int {
		return len(Stack{Doses: []Dose{{Adds: adds, Wanted: wanted, MostAdds: most}}}.Faults())
	}
	assert.Zero(t, stack(2, 2000, 0), "the pure product reads that much")
	assert.Equal(t, 1, stack(2, 2001, 0))
	assert.Zero(t, stack(2, 25, 25))
	assert.Equal(t, 1, stack(2, 26, 25))
	assert.NotEmpty(t, Calibration{Before: 40, After: 40, MLPerL: 1}.Faults())
	assert.Empty(t, Calibration{Before: 40, After: 40.1, MLPerL: 1}.Faults())

	flush := func(start, target, water float64) int {
		return len(Flush{PotML: some(1), Start: &start, Target: &target, Water: &water}.Faults())
	}
	assert.Zero(t, flush(900, 899, 60))
	assert.Equal(t, 1, flush(900, 900, 60))
	assert.Zero(t, flush(900, 61, 60))
	assert.Equal(t, 1, flush(900, 60, 60))
	for _, f := range []Flush{
		{LeftPct: some(20)}, {PotML: some(1), HeldML: some(1), LeftPct: some(20)}, {PotML: some(1)},
		{PotML: some(1), Start: some(900)}, {PotML: some(1), Start: some(900), Target: some(300), LeftPct: some(20)},
	} {
		assert.Len(t, f.Faults(), 1, f)
	}
	assert.Empty(t, Flush{HeldML: some(400), LeftPct: some(20)}.Faults())
}

// How a stack may come out, by hand: a syringe read to 0.1 mL is off by half of that at most, here 0.05 mL of 5 in 5 L.
func TestHowAStackMayComeOut(t *testing.T) {
	s := MixStack(Stack{
		Base: 40, Scale: "ppm500", VolumeL: 5,
		Tools: Tools{SyringeML: 0.1, SyringeHoldsML: 10, JugML: 50, JugHoldsML: 1000},
		Doses: []Dose{{Name: "a", Adds: 25, Wanted: 25}, {Name: "b", Adds: 50, Wanted: 25}},
	})
	require.Len(t, s.Added, 2)
	a, b := s.Added[0], s.Added[1]
	assert.Equal(t, []float64{1, 5}, []float64{a.MLPerL, a.ML})
	assert.InDelta(t, 40+25-0.05/5*25, a.Low, 1e-9)
	assert.InDelta(t, 40+25+0.05/5*25, a.High, 1e-9)
	assert.InDelta(t, 90, b.Reads, 1e-9)
	assert.InDelta(t, 90-0.05/5*25-0.05/5*50, b.Low, 1e-9)
	assert.InDelta(t, 90+0.05/5*25+0.05/5*50, b.High, 1e-9)
	assert.Empty(t, s.Notes)
	little := MixStack(Stack{Base: 40, Scale: "ppm500", VolumeL: 0.1, Doses: []Dose{{Name: "a", Adds: 500, Wanted: 1}}})
	assert.Contains(t, english.Lines(little.Notes), english.Say(Known().Notes["too-little"]))
}

// How a blend may come out: the least of one water with the most of the other.
func TestHowABlendMayComeOut(t *testing.T) {
	b := MixBlend(Blend{Tap: 260, Pure: 10, Target: 60, VolumeL: 10,
		Tools: Tools{SyringeML: 0.1, SyringeHoldsML: 10, JugML: 50, JugHoldsML: 1000}})
	assert.InDelta(t, 2, b.TapL, 1e-9)
	assert.InDelta(t, 8, b.PureL, 1e-9)
	// 2 L to half a mark of the syringe, 0.05 mL; 8 L to half a mark of the jug, 25 mL.
	assert.InDelta(t, (260*1999.95+10*8025)/(1999.95+8025), b.Low, 1e-9)
	assert.InDelta(t, (260*2000.05+10*7975)/(2000.05+7975), b.High, 1e-9)
	same := MixBlend(Blend{Tap: 50, Pure: 50, Target: 50, VolumeL: 1})
	assert.Equal(t, []float64{0, 1, 50, 50}, []float64{same.TapL, same.PureL, same.Low, same.High})
	hard := Known().Figures.HardTapPPM.Value
	assert.NotEmpty(t, MixBlend(Blend{Tap: hard, Pure: 0, Target: 60, VolumeL: 1}).Notes)
	assert.Empty(t, MixBlend(Blend{Tap: hard - 1, Pure: 0, Target: 60, VolumeL: 1}).Notes)
}

// A feed that is too little to weigh goes through a mother solution, where that can be measured and fits.
func TestWhenAMotherSolutionHelps(t *testing.T) {
	tools := Tools{ScaleG: 1, SyringeML: 0.1, SyringeHoldsML: 10, JugML: 50, JugHoldsML: 1000}
	of := func(gPerL, litres float64) Fed {
		return MixFeed(Feed{N: 20, GPerL: &gPerL, VolumeL: litres, Tools: tools})
	}
	steps := max(Known().Figures.MotherSteps.Value, Known().Figures.MeasurableSteps.Value)
	two := of(0.5, 2)
	require.Len(t, two.TwoSteps, 2)
	assert.InDelta(t, steps, two.TwoSteps[0].Hand.Amount, 1e-9)
	assert.InDelta(t, 1000/steps, two.TwoSteps[1].Hand.Exact, 1e-6, "one gram of it")
	assert.Contains(t, english.Lines(two.Notes), english.Say(Known().Notes["two-steps"]))
	tiny := of(0.001, 0.05)
	assert.Empty(t, tiny.TwoSteps, "not even that could be measured")
	assert.Contains(t, english.Lines(tiny.Notes), english.Say(Known().Notes["too-little"]))
	cup := of(0.45, 0.01)
	assert.Empty(t, cup.TwoSteps)
	liquid := MixFeed(Feed{N: 20, GPerL: some(0.5), VolumeL: 0.01, DensityGPerML: some(1.2), Tools: tools})
	assert.Empty(t, liquid.TwoSteps, "what is measured as a liquid is not dissolved first")
	assert.Equal(t, "mL", liquid.Hand.Unit)
}

// Which tool a hand takes, and what it is off by.
func TestWhichToolAHandTakes(t *testing.T) {
	tools := Tools{SyringeML: 0.5, SyringeHoldsML: 10, JugML: 50, JugHoldsML: 500, ScaleG: 0.5}
	share := Known().Figures.JugAloneShare.Value
	alone := tools.JugML / 2 / share
	assert.Equal(t, 25.0, tools.liquid(alone).Error, "the jug alone, where its mark is close enough")
	assert.Less(t, tools.liquid(alone-51).Error, 25.0)
	fills := Known().Figures.SyringeFills.Value
	assert.Contains(t, english.Say(tools.liquid(fills*10).How), "by syringe, in")
	assert.Contains(t, english.Say(tools.liquid(fills*10+50).How), "jug to")
	assert.Equal(t, "10 mL by syringe", english.Say(tools.liquid(10).How))
	assert.Equal(t, "10.5 mL by syringe, in 2 fills", english.Say(tools.liquid(10.5).How))
	assert.InDelta(t, 0.5, tools.liquid(10.5).Error, 1e-9, "half a mark for each fill")
	least := Known().Figures.MeasurableSteps.Value
	assert.False(t, tools.liquid(least*0.5).Little)
	assert.True(t, tools.liquid(least*0.5-0.01).Little)
	assert.False(t, tools.mass(least*0.5).Little)
	assert.True(t, tools.mass(least*0.5-0.01).Little)
	assert.Equal(t, "a full jug of 500 mL", english.Say(tools.jugs(500)))
	assert.Equal(t, "2 full jugs of 500 mL and one to 50 mL", english.Say(tools.jugs(1050)))
	assert.Equal(t, "jug to 450 mL", english.Say(tools.jugs(450)))
	assert.Equal(t, 0.0, math.Max(0, Hand{Amount: 1, Error: 2}.low()))
}

// What a product advises beside is said where something is mixed: not of a bottle that is taken as it is, nor twice.
func TestWhatAProductAdvisesBeside(t *testing.T) {
	says := func(product string, stock, wanted float64) (tip bool) {
		p, ok := Known().Product(product)
		require.True(t, ok)
		require.NotNil(t, p.Tip)
		d := Dilution{Product: product, Use: p.Uses[0].Code, Stock: Strength{stock, "percent"}, MakeML: some(200)}
		d.Wanted = &Strength{wanted, "percent"}
		for _, n := range Dilute(d).Notes {
			tip = tip || n.Same(*p.Tip)
		}
		return tip
	}
	assert.True(t, says("alcohol", 96, 70))
	assert.False(t, says("alcohol", 70, 70), "nothing is added")
	caustic, _ := Known().Product("peroxide")
	above := caustic.CausticAbovePercent.Value
	assert.False(t, says("peroxide", above, 1), "it is weak enough as it is")
	assert.True(t, says("peroxide", above+1, 1))
}

// Of two bottles that lack as much the weaker is taken, of two alike the first.
func TestOfTwoBottlesTheWeaker(t *testing.T) {
	take := func(shelf ...Bottle) int64 { return Take("peroxide", 3, 300, shelf).ItemID }
	bottle := func(id int64, percent, ml float64) Bottle {
		return Bottle{ID: id, Product: "peroxide", Percent: &percent, AmountML: ml}
	}
	assert.Equal(t, int64(2), take(bottle(1, 6, 900), bottle(2, 3, 900)))
	assert.Equal(t, int64(1), take(bottle(1, 3, 900), bottle(2, 6, 900)))
	assert.Equal(t, int64(1), take(bottle(1, 3, 900), bottle(2, 3, 900)))
	assert.Equal(t, int64(1), take(bottle(1, 6, 900), bottle(2, 3, 100)), "the weaker has not enough")
	assert.Equal(t, int64(2), take(bottle(1, 3, 100), bottle(2, 3, 200)), "it lacks less")
	short := Take("peroxide", 3, 300, []Bottle{bottle(1, 3, 100)})
	assert.InDelta(t, 200, short.ShortML, 1e-9)
}
