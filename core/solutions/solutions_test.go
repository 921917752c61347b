package solutions

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"therapeon/language/english"
)

func of(v float64) *float64 { return &v }

func strength(v float64, unit string) *Strength { return &Strength{v, unit} }

// C₁V₁ = C₂V₂, the dilution equation of any general chemistry text, with the
// three mixes growers make most (common practice, arithmetic by hand).
func TestDilutionsWorkedByHand(t *testing.T) {
	for name, c := range map[string]struct {
		d                   Dilution
		stock, water, total float64
	}{
		"35 % peroxide to 1 L of 3 %": {Dilution{Stock: Percent(35), Wanted: strength(3, "percent"),
			MakeML: of(1000)}, 85.714, 914.286, 1000},
		"91 % alcohol to 70 %": {Dilution{Stock: Percent(91), Wanted: strength(70, "percent"),
			StockML: of(100)}, 100, 30, 130},
		"2 % oil in a 750 mL sprayer": {Dilution{Stock: Percent(100), Wanted: strength(2, "percent"),
			MakeML: of(750)}, 15, 735, 750},
		"one part to nine, by parts": {Dilution{Stock: Percent(100), Wanted: strength(9, "parts"),
			MakeML: of(500)}, 50, 450, 500},
		"20 mL in a litre": {Dilution{Stock: Percent(100), Wanted: strength(20, "ml_per_l"),
			MakeML: of(2000)}, 40, 1960, 2000},
		"500 ppm from a 1 % stock": {Dilution{Stock: Percent(1), Wanted: strength(500, "ppm"),
			MakeML: of(1000)}, 50, 950, 1000},
		"no water where none is needed":  {Dilution{Stock: Percent(3), Wanted: strength(3, "percent"), MakeML: of(200)}, 200, 0, 200},
		"one part of stock and one more": {Dilution{Stock: Percent(6), StockML: of(50), WaterML: of(50)}, 50, 50, 100},
	} {
		t.Run(name, func(t *testing.T) {
			require.Empty(t, c.d.Faults())
			m := Dilute(c.d)
			assert.InDelta(t, c.stock, m.StockML, 0.001)
			assert.InDelta(t, c.water, m.WaterML, 0.001)
			assert.InDelta(t, c.total, m.TotalML, 0.001)
		})
	}
	assert.InDelta(t, 3, Dilute(Dilution{Stock: Percent(6), StockML: of(50), WaterML: of(50)}).Strength.Value, 1e-12)
}

func TestAmountsAreWhatAHandMeasures(t *testing.T) {
	m := Dilute(Dilution{Stock: Percent(35), Wanted: strength(3, "percent"), MakeML: of(1000)})
	assert.Equal(t, 85.7, m.Stock.Amount, "a syringe reads 0.1 mL")
	assert.Equal(t, "jug to 50 mL, then 35.7 mL by syringe", english.Say(m.Stock.How))
	assert.InDelta(t, 0.1, m.Stock.Error, 1e-12, "two fills of the syringe, half a step each")
	assert.Equal(t, "jug to 900 mL, then 14.3 mL by syringe", english.Say(m.Water.How))
	assert.InDelta(t, 3, m.Low, 0.01)
	assert.InDelta(t, 3, m.High, 0.01)
	assert.Less(t, m.Low, m.High)

	bath := Dilute(Dilution{Stock: Percent(100), Wanted: strength(1, "percent"), MakeML: of(5000)})
	assert.Equal(t, "4 full jugs of 1000 mL and one to 950 mL", english.Say(bath.Water.How), "of much, the jug alone")
	assert.Equal(t, 25.0, bath.Water.Error, "half a mark")

	m = Dilute(Dilution{Stock: Percent(100), Wanted: strength(25, "ppm"), MakeML: of(1000)})
	assert.True(t, m.Stock.Little, "0.025 mL")
	require.Len(t, m.TwoSteps, 2)
	assert.Contains(t, english.Say(m.TwoSteps[0].Do), "Stir 10 mL of the stock into 990 mL")
	assert.Equal(t, 2.5, m.TwoSteps[1].Hand.Amount)
}

func TestWhatIsTooLittleEvenInTwoStepsIsSaid(t *testing.T) {
	m := Dilute(Dilution{Stock: Percent(100), Wanted: strength(1, "ppm"), MakeML: of(100)})
	assert.True(t, m.Stock.Little)
	assert.Empty(t, m.TwoSteps)
	assert.Contains(t, english.Say(m.Notes[0].Value), "Make more of it at once")
	s := MixStack(Stack{Base: 40, Scale: "ppm500", VolumeL: 1, Doses: []Dose{{Name: "Seaweed", Adds: 180, Wanted: 25}}})
	assert.Contains(t, english.Say(s.Notes[0].Value), "too little to measure well", "0.14 mL")
}

func TestMixesThatCannotBeAreRefusedWithTheReason(t *testing.T) {
	for words, d := range map[string]Dilution{
		"Water only weakens":  {Stock: Percent(3), Wanted: strength(6, "percent"), MakeML: of(100)},
		"more than the whole": {Stock: Percent(110), Wanted: strength(6, "percent"), MakeML: of(100)},
		"At most 1000000 ppm": {Stock: Percent(100), Wanted: strength(2e6, "ppm"), MakeML: of(100)},
		"One of the two": {Stock: Percent(35), Wanted: strength(3, "percent"), MakeML: of(100),
			StockML: of(3)},
		"the stock there is":       {Stock: Percent(35), Wanted: strength(3, "percent")},
		"the strength you want":    {Stock: Percent(35), StockML: of(3)},
		"The water follows":        {Stock: Percent(35), Wanted: strength(3, "percent"), StockML: of(5), WaterML: of(3)},
		"not known here":           {Product: "elixir", Stock: Percent(35), Wanted: strength(3, "percent"), MakeML: of(3)},
		"This product has no such": {Product: "oil", Use: "drench", Stock: Percent(35), Wanted: strength(3, "percent"), MakeML: of(3)},
	} {
		list := d.Faults()
		require.Len(t, list, 1, words)
		assert.Contains(t, english.Say(list[0].Words), words)
	}
}

func TestTooStrongIsStopped(t *testing.T) {
	oil := Dilution{Product: "oil", Use: "spray", Stock: Percent(100), Wanted: strength(5, "percent"), MakeML: of(750)}
	m := Dilute(oil)
	require.NotNil(t, m.Stopped)
	assert.Equal(t, 2.0, m.Stopped.Most.Value)
	assert.Contains(t, m.Stopped.Cautions, "terete")
	assert.Nil(t, m.Stock, "nothing to measure out")
	assert.Zero(t, m.StockML)

	oil.LabelMost = strength(6, "percent")
	m = Dilute(oil)
	assert.Nil(t, m.Stopped, "the label stands above this page")
	assert.Contains(t, english.Say(m.Notes[0].Value), "Mixed to the label")

	m = Dilute(Dilution{Product: "fungicide", Stock: Percent(100), Wanted: strength(1, "percent"), MakeML: of(750)})
	require.NotNil(t, m.Stopped, "only its label says how strong")

	m = Dilute(Dilution{Product: "peroxide", Stock: Percent(35), Wanted: strength(3, "percent"), MakeML: of(200)})
	assert.Nil(t, m.Stopped)
	assert.Contains(t, m.Cautions, "peroxide")
	assert.Contains(t, english.Say(m.Notes[0].Value), "strong enough to burn")

	fed := MixFeed(Feed{N: 20, P2O5: 20, K2O: 20, GPerL: of(5), VolumeL: 1})
	require.NotNil(t, fed.Stopped, "1000 ppm N burns")
	assert.Nil(t, fed.Hand)
}

// Ppm N = g/L × %N × 10, as university extension fertilizer tables give it:
// 20-20-20 at 0.5 g/L is 100 ppm N.
func TestFeedByItsLabel(t *testing.T) {
	m := MixFeed(Feed{N: 20, P2O5: 20, K2O: 20, GPerL: of(0.5), VolumeL: 10})
	assert.InDelta(t, 100, m.PPMN, 1e-9)
	assert.InDelta(t, 43.64, m.PPMP, 0.01)
	assert.InDelta(t, 83.01, m.PPMK, 0.01)
	assert.InDelta(t, 5, m.Grams, 1e-9)
	assert.True(t, m.Hand.Little, "5 g on a scale that reads 1 g")
	require.Len(t, m.TwoSteps, 2)
	assert.Contains(t, english.Say(m.TwoSteps[0].Do), "Dissolve 10 g")
	assert.Equal(t, 500.0, m.TwoSteps[1].Hand.Amount)

	back := MixFeed(Feed{N: 20, P2O5: 20, K2O: 20, WantedPPMN: of(100), VolumeL: 10})
	assert.InDelta(t, 0.5, back.GPerL, 1e-12, "both ways")

	// 7-5-6 w/w, 1.2 g/mL: 100 ppm N wants 100/70 g/L, by hand 1.19 mL/L.
	liquid := MixFeed(Feed{N: 7, P2O5: 5, K2O: 6, WantedPPMN: of(100), VolumeL: 10, DensityGPerML: of(1.2)})
	assert.InDelta(t, 11.9, liquid.Hand.Amount, 1e-9)
	assert.Equal(t, "mL", liquid.Hand.Unit)

	assert.Contains(
		t,
		english.Say(Feed{N: 60, P2O5: 30, K2O: 20, GPerL: of(1), VolumeL: 1}.Faults()[0].Words),
		"more than 100 %",
	)
	assert.Contains(
		t,
		english.Say(Feed{P2O5: 30, WantedPPMN: of(1), VolumeL: 1}.Faults()[0].Words),
		"without nitrogen",
	)
}

// IUPAC standard atomic weights (abridged, 2021): P 30.974, O 15.999, K 39.098.
func TestOxideFactorsFollowFromAtomicWeights(t *testing.T) {
	const p, o, k = 30.974, 15.999, 39.098
	assert.InDelta(t, 2*p/(2*p+5*o), Known().Figures.PInP2O5.Value, 5e-5)
	assert.InDelta(t, 2*k/(2*k+o), Known().Figures.KInK2O.Value, 1e-4)
}

// The conventions of conductivity meters: 1 mS/cm reads 500 ppm (NaCl scale) or
// 700 ppm (442 scale).
func TestMeterScales(t *testing.T) {
	s := AllScales(Meter{1.4, "ms_cm"})
	assert.InDelta(t, 1400, s.USCM, 1e-9)
	assert.InDelta(t, 700, s.PPM500, 1e-9)
	assert.InDelta(t, 980, s.PPM700, 1e-9)
	assert.InDelta(t, 700, Meter{500, "ppm500"}.On("ppm700").Value, 1e-9)
	assert.NotEmpty(t, Meter{90000, "ppm500"}.Faults())
}

func TestStackReadsAfterEachProduct(t *testing.T) {
	s := Stack{
		Base:    40,
		Scale:   "ppm500",
		VolumeL: 10,
		Doses: []Dose{
			{Name: "Seaweed", Adds: 180, Wanted: 25},
			{Name: "Calcium and magnesium", Adds: 100, Wanted: 25},
		},
	}
	require.Empty(t, s.Faults())
	m := MixStack(s)
	assert.InDelta(t, 25.0/180*10, m.Added[0].ML, 1e-9)
	assert.InDelta(t, 65, m.Added[0].Reads, 1e-9)
	assert.InDelta(t, 90, m.Added[1].Reads, 1e-9, "25 + 25 on top of 40")
	assert.InDelta(t, 0.18, m.Reads.MSCM, 1e-9)

	assert.Contains(t,
		english.Say(Stack{Doses: []Dose{{Name: "Seaweed", Adds: 180, Wanted: 250, MostAdds: 100}}}.Faults()[0].Words),
		"stopped at 100")
	assert.InDelta(t, 180, Calibration{Scale: "ppm500", Before: 40, After: 130, MLPerL: 0.5}.Adds(), 1e-9)
	assert.NotEmpty(t, Calibration{Before: 40, After: 40, MLPerL: 1}.Faults())
}

func TestBlendReadsTheTarget(t *testing.T) {
	b := Blend{Tap: 260, Pure: 10, Target: 60, VolumeL: 10}
	require.Empty(t, b.Faults())
	m := MixBlend(b)
	assert.InDelta(t, 2, m.TapL, 1e-9, "50 of 250 above the pure water")
	assert.InDelta(t, 8, m.PureL, 1e-9)
	assert.Contains(t, english.Say(m.Notes[0].Value), "fine for flushing", "250 ppm and more is hard")
	assert.Contains(t, english.Say(Blend{Tap: 260, Pure: 10, Target: 5}.Faults()[0].Words), "10 to 260")
	assert.Contains(t, english.Say(Blend{Tap: 10, Pure: 10, Target: 5}.Faults()[0].Words), "the same")
}

// The stirred tank's wash-out, C/C₀ = e^(−V/Vw), as chemical engineering
// handbooks give it: 20 % is left after ln 5 = 1.609 volumes, 5 % after 3.
func TestFlushing(t *testing.T) {
	m := MixFlush(Flush{HeldML: of(400), LeftPct: of(20)})
	assert.InDelta(t, 1.609, m.Volumes, 0.001)
	assert.InDelta(t, 643.8, m.ML, 0.1)
	m = MixFlush(Flush{PotML: of(1000), HoldsPct: of(40), Start: of(900), Target: of(300), Water: of(100)})
	assert.InDelta(t, 0.25, m.Left, 1e-9, "above what the water itself reads")
	assert.Equal(t, 2000.0, m.TwoPotML)
	assert.InDelta(t, 0.0067, m.LeftRule, 1e-4, "e⁻⁵")
	assert.InDelta(t, 0.0498, LeftAfter(3, 1), 1e-4)
	assert.Contains(
		t,
		english.Say(Flush{PotML: of(1000), Start: of(900), Target: of(90), Water: of(100)}.Faults()[0].Words),
		"its own water",
	)
	assert.Contains(
		t,
		english.Say(Flush{PotML: of(1000), Start: of(90), Target: of(90)}.Faults()[0].Words),
		"no more than that",
	)
}

// Benson & Krause, in the tables of USGS Techniques and Methods: mg/L at 101.325 kPa.
func TestOxygenOfFreshWater(t *testing.T) {
	for c, mgl := range map[float64]float64{0: 14.62, 10: 11.29, 15: 10.08, 20: 9.09, 25: 8.26, 30: 7.56} {
		assert.InDelta(t, mgl, OxygenMGL(c), 0.005, "%g °C", c)
	}
}

// NIST Special Publication 811 (2008), appendix B.8.
func TestKitchenMeasures(t *testing.T) {
	for code, ml := range map[string]float64{"teaspoon": 4.928922, "tablespoon": 14.78676,
		"fluid_ounce": 29.57353, "cup": 236.5882, "gallon": 3785.412} {
		assert.InDelta(t, ml, Known().Units[code].ML.Value, 1e-9, code)
	}
}

func anyDilution(t *rapid.T) Dilution {
	stock := rapid.Float64Range(0.5, 100).Draw(t, "stock")
	d := Dilution{
		Stock:  Percent(stock),
		Wanted: strength(stock*rapid.Float64Range(0.01, 1).Draw(t, "share"), "percent"),
		MakeML: of(rapid.Float64Range(20, 20000).Draw(t, "make")),
	}
	if rapid.Bool().Draw(t, "fine tools") {
		d.Tools = Tools{SyringeML: 0.02, SyringeHoldsML: 1, JugML: 10}
	}
	return d
}

func TestMixingNeitherCreatesNorLosesSolute(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		d := anyDilution(t)
		m := Dilute(d)
		assert.InEpsilon(t, d.Stock.Share()*m.StockML, d.Wanted.Share()*m.TotalML, 1e-9)
		assert.InDelta(t, m.TotalML, m.StockML+m.WaterML, 1e-9*m.TotalML)
		b := Blend{
			Tap:     rapid.Float64Range(0, 500).Draw(t, "tap"),
			Pure:    rapid.Float64Range(0, 50).Draw(t, "pure"),
			VolumeL: 7,
		}
		b.Target = b.Pure + (b.Tap-b.Pure)*rapid.Float64Range(0, 1).Draw(t, "to")
		w := MixBlend(b)
		assert.InDelta(t, b.Target*7, w.TapL*b.Tap+w.PureL*b.Pure, 1e-6)
	})
}

func TestBothDirectionsInvert(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		d := anyDilution(t)
		m := Dilute(d)
		back := Dilute(Dilution{Stock: d.Stock, Wanted: d.Wanted, StockML: &m.StockML})
		assert.InEpsilon(t, m.TotalML, back.TotalML, 1e-9)
		if m.WaterML > 1e-6 {
			learnt := Dilute(Dilution{Stock: d.Stock, StockML: &m.StockML, WaterML: &m.WaterML})
			assert.InEpsilon(t, d.Wanted.Value, learnt.Strength.Value, 1e-6)
		}
		s := Meter{rapid.Float64Range(0, 5000).Draw(t, "reads"), "ppm500"}
		assert.InDelta(t, s.Value, s.On("ppm700").On("us_cm").On("ppm500").Value, 1e-6)
		for _, unit := range []string{"ppm", "ml_per_l", "parts", "percent"} {
			assert.InEpsilon(t, d.Wanted.Share(), In(d.Wanted.Share(), unit).Share(), 1e-9)
		}
	})
}

// Whatever the true amounts are that read as the ones to measure, and the exact
// ones among them, the strength stays within what is said.
func TestTheErrorSaidIsNeverExceeded(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		d := anyDilution(t)
		m := Dilute(d)
		if m.Water == nil {
			return
		}
		assert.LessOrEqual(t, abs(m.Stock.Exact-m.Stock.Amount), m.Stock.Error+1e-9)
		assert.LessOrEqual(t, abs(m.Water.Exact-m.Water.Amount), m.Water.Error+1e-9)
		within := func(h *Hand, name string) float64 {
			return max(0, h.Amount+h.Error*rapid.Float64Range(-1, 1).Draw(t, name))
		}
		s, w := within(m.Stock, "true stock"), within(m.Water, "true water")
		if s+w > 0 {
			got := 100 * d.Stock.Share() * s / (s + w)
			assert.GreaterOrEqual(t, got, m.Low-1e-9)
			assert.LessOrEqual(t, got, m.High+1e-9)
		}
		assert.GreaterOrEqual(t, d.Wanted.Value, m.Low-1e-9, "the exact mix is one of them")
		assert.LessOrEqual(t, d.Wanted.Value, m.High+1e-9)

		f := Feed{
			N:          20,
			WantedPPMN: of(rapid.Float64Range(20, 190).Draw(t, "ppm")),
			VolumeL:    rapid.Float64Range(0.5, 200).Draw(t, "L"),
		}
		fed := MixFeed(f)
		assert.GreaterOrEqual(t, *f.WantedPPMN, fed.LowPPMN-1e-9)
		assert.LessOrEqual(t, *f.WantedPPMN, fed.HighPPMN+1e-9)
	})
}

func abs(x float64) float64 {
	if x < 0 {
		return -x
	}
	return x
}

// Grams per litre for 100 ppm of nitrogen by the grade of the feed, as university
// extension tables of fertilizer rates give them (10 divided by the percentage).
func TestRatesOfExtensionTables(t *testing.T) {
	for n, grams := range map[float64]float64{10: 1, 12: 0.8333, 15: 0.6667, 17: 0.5882, 20: 0.5, 30: 0.3333} {
		m := MixFeed(Feed{N: n, WantedPPMN: of(100), VolumeL: 1})
		assert.InDelta(t, grams, m.GPerL, 1e-4, "%g %% of nitrogen", n)
	}
}

func TestTheLabelOfAFeedStandsAboveThePage(t *testing.T) {
	f := Feed{N: 20, WantedPPMN: of(350), VolumeL: 10}
	require.NotNil(t, MixFeed(f).Stopped)
	f.LabelMostPPMN = of(400)
	m := MixFeed(f)
	assert.Nil(t, m.Stopped)
	assert.InDelta(t, 17.5, m.Grams, 1e-9)
	assert.Equal(t, 18.0, m.Hand.Amount, "a kitchen scale reads 1 g")
	assert.InDelta(t, 350, m.LowPPMN, 1e-9, "17.5 g reads as 18")
	assert.InDelta(t, 370, m.HighPPMN, 1e-9)
	f.LabelMostPPMN = of(300)
	assert.Equal(t, 300.0, MixFeed(f).Stopped.Most.Value, "and it may allow less")
}

func TestStrengthsReadTheSameInEveryUnit(t *testing.T) {
	for _, same := range [][]Strength{
		{{1, "percent"}, {10, "ml_per_l"}, {10000, "ppm"}, {99, "parts"}},
		{{50, "percent"}, {500, "ml_per_l"}, {500000, "ppm"}, {1, "parts"}},
		{{0.1, "percent"}, {1, "ml_per_l"}, {1000, "ppm"}, {999, "parts"}},
	} {
		for _, s := range same {
			assert.InDelta(t, same[0].Share(), s.Share(), 1e-12, s.words())
		}
	}
}

func TestWaterLaws(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		a, b := rapid.Float64Range(0, 2000).Draw(t, "first"), rapid.Float64Range(0, 2000).Draw(t, "then")
		held := rapid.Float64Range(50, 2000).Draw(t, "held")
		assert.InDelta(t, LeftAfter(a, held)*LeftAfter(b, held), LeftAfter(a+b, held), 1e-12,
			"two flushes are one of both")
		share := rapid.Float64Range(0.1, 99).Draw(t, "left")
		m := MixFlush(Flush{HeldML: &held, LeftPct: &share})
		assert.InEpsilon(t, share/100, LeftAfter(m.ML, held), 1e-9, "what was poured leaves what was asked")
		c := rapid.Float64Range(0, 39).Draw(t, "°C")
		assert.Greater(t, OxygenMGL(c), OxygenMGL(c+1), "warm water holds less")
	})
}

func TestHandsMeasureWithTheToolsTheyHave(t *testing.T) {
	fine := Tools{SyringeML: 0.01, SyringeHoldsML: 1, JugML: 10, JugHoldsML: 250, ScaleG: 0.1}
	m := Dilute(Dilution{Stock: Percent(35), Wanted: strength(3, "percent"), MakeML: of(100), Tools: fine})
	assert.Equal(t, 8.57, m.Stock.Amount)
	assert.Equal(t, "jug to 90 mL, then 1.43 mL by syringe", english.Say(m.Water.How))
	assert.Equal(t, 0.01, m.Water.Error, "two fills of a fine syringe")
	big := Dilute(Dilution{Stock: Percent(100), Wanted: strength(1, "percent"), MakeML: of(1000), Tools: fine})
	assert.Equal(t, "3 full jugs of 250 mL and one to 240 mL", english.Say(big.Water.How))
	weighed := MixFeed(Feed{N: 20, WantedPPMN: of(100), VolumeL: 10, Tools: fine})
	assert.Equal(t, 5.0, weighed.Hand.Amount)
	assert.False(t, weighed.Hand.Little, "fifty steps of a fine scale")
}

func TestEveryProductCarriesItsMarksAndCautions(t *testing.T) {
	for _, p := range Known().Products {
		require.NotEmpty(t, p.Uses, p.Code)
		assert.NotEmpty(t, p.Care, "%s has its cautions", p.Code)
		for _, u := range p.Uses {
			assert.NotEmpty(t, u.How.Mark, "%s, %s", p.Code, u.Code)
			if p.ByLabel {
				assert.Nil(t, u.Percent, "%s: no figure of ours", p.Code)
			}
			if u.Percent != nil {
				require.NotNil(t, u.MostPercent, "%s, %s has a limit", p.Code, u.Code)
				assert.LessOrEqual(t, u.Percent.Value, u.MostPercent.Value)
			}
		}
	}
}

// Strong peroxide is labelled by weight: 35 % w/w at 1.13 g/mL (density from memory) is
// 39.6 % w/v, so that a litre of 3 % takes 75.9 mL; taken by volume it would take 85.7.
func TestPeroxideByWeightIsStrongerThanByVolume(t *testing.T) {
	ask := func(by string, percent float64) Mix {
		d := Dilution{
			Product: "peroxide",
			Stock:   Percent(percent),
			StockBy: by,
			Wanted:  strength(3, "percent"),
			MakeML:  of(1000),
		}
		require.Empty(t, d.Faults())
		return Dilute(d)
	}
	assert.InDelta(t, 75.9, ask("weight", 35).StockML, 0.05)
	assert.InDelta(t, 924.1, ask("weight", 35).WaterML, 0.05)
	assert.InDelta(t, 85.7, ask("volume", 35).StockML, 0.05)
	assert.InDelta(t, 75.9, ask("", 35).StockML, 0.05, "not known: on the weak side")
	said := func(m Mix, words string) bool {
		for _, n := range m.Notes {
			if strings.Contains(english.Say(n.Value), words) {
				return true
			}
		}
		return false
	}
	assert.True(t, said(ask("", 35), "Read the label"))
	assert.True(t, said(ask("weight", 35), "Taken by weight, as strong cans are labelled"))
	assert.False(t, said(ask("volume", 35), "by weight"))
	assert.True(t, said(ask("", 35), "Buying it at 3 %"), "the weak one is offered")
	assert.InDelta(t, 1000, ask("", 3).StockML, 1e-9, "the chemist's 3 % is by volume")
}
