package pots

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"therapeon/core/fault"
)

func round(top, bottom, height float64) Pot {
	return Pot{Shape: Round, TopMM: top, BottomMM: bottom, HeightMM: height}
}

// V = π·h·(D² + D·d + d²)/12 of the frustum of a cone (Bronshtein and Semendyayev,
// Handbook of Mathematics, solid geometry), worked for three usual pots.
func TestTheFrustumOfTheHandbook(t *testing.T) {
	for _, c := range []struct{ top, bottom, height, litres float64 }{
		{150, 110, 130, 1.739}, {110, 80, 95, 0.679}, {220, 170, 200, 6.006},
	} {
		assert.InDelta(t, c.litres, round(c.top, c.bottom, c.height).VolumeL(), 0.0005)
	}
}

// The same handbook: frustum of a pyramid h/3·(A₁ + A₂ + √(A₁A₂)), cap of a ball
// π·h·(3a² + h²)/6, and the cylinder and the half ball at their limits.
func TestBoxAndBowlOfTheHandbook(t *testing.T) {
	box := Pot{Shape: Box, TopMM: 120, BottomMM: 90, HeightMM: 100}
	a, b := 120.0*120, 90.0*90
	assert.InDelta(t, 100.0/3*(a+b+math.Sqrt(a*b))/1e6, box.VolumeL(), 1e-12)
	long := Pot{Shape: Box, TopMM: 300, TopDepthMM: 120, BottomMM: 300, BottomDepthMM: 120, HeightMM: 80}
	assert.InDelta(t, 300*120*80/1e6, long.VolumeL(), 1e-12)
	bowl := Pot{Shape: Bowl, TopMM: 200, HeightMM: 60}
	assert.InDelta(t, math.Pi*60*(3*100*100+60*60)/6/1e6, bowl.VolumeL(), 1e-12)
	half := Pot{Shape: Bowl, TopMM: 200, HeightMM: 100}
	assert.InDelta(t, 2.0/3*math.Pi*math.Pow(100, 3)/1e6, half.VolumeL(), 1e-12)
	assert.InDelta(t, math.Pi*100*100/4*100/1e6, round(100, 100, 100).VolumeL(), 1e-12)
}

func anyPot(t *rapid.T) Pot {
	p := Pot{
		Shape: rapid.SampledFrom([]string{Round, Box, Bowl}).Draw(t, "shape"),
		TopMM: rapid.Float64Range(60, 400).Draw(t, "top"),
	}
	p.HeightMM = rapid.Float64Range(0.2, 0.5).Draw(t, "height") * p.TopMM
	if p.Shape != Bowl {
		p.BottomMM = rapid.Float64Range(0.4, 1).Draw(t, "taper") * p.TopMM
	}
	if p.Shape == Box {
		p.TopDepthMM = rapid.Float64Range(40, 300).Draw(t, "depth")
		p.BottomDepthMM = rapid.Float64Range(0.3, 1).Draw(t, "depth taper") * p.TopDepthMM
	}
	return p
}

// The volume below any height against sums over thin slices.
func TestVolumesBySlices(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		p := anyPot(t)
		require.Empty(t, p.Faults())
		z := rapid.Float64Range(0, 1).Draw(t, "level") * p.HeightMM
		const slices = 4000
		sum := 0.0
		for i := range slices {
			sum += p.areaMM2((float64(i)+0.5)*z/slices) * z / slices
		}
		assert.InDelta(t, sum/1e6, p.BelowL(z), 1e-6*p.VolumeL()+1e-9)
		assert.LessOrEqual(t, p.BelowL(z), p.VolumeL()+1e-12)
		assert.GreaterOrEqual(t, p.WidthMM(p.HeightMM), p.WidthMM(z)-1e-9, "it is widest at the rim")
	})
}

func TestPotsThatCannotBe(t *testing.T) {
	hole, rim := 120.0, 200.0
	for field, p := range map[string]Pot{
		"bottom_mm":       round(100, 140, 100),
		"bottom_depth_mm": {Shape: Box, TopMM: 200, BottomMM: 180, TopDepthMM: 80, BottomDepthMM: 90, HeightMM: 80},
		"height_mm":       {Shape: Bowl, TopMM: 100, HeightMM: 80},
		"rim_mm":          {Shape: Round, TopMM: 100, BottomMM: 80, HeightMM: 100, RimMM: &rim},
		"crock_mm":        {Shape: Round, TopMM: 100, BottomMM: 80, HeightMM: 100, CrockMM: 95},
		"hole_mm":         {Shape: Round, TopMM: 100, BottomMM: 80, HeightMM: 100, HoleMM: &hole},
	} {
		list := p.Faults()
		require.Len(t, list, 1, field)
		assert.Equal(t, field, list[0].Field)
	}
	assert.Contains(t, round(100, 140, 100).Faults()[0].Words, "wider at the bottom")
	assert.Equal(t, "bottom_mm", Pot{Shape: Round, TopMM: 100, HeightMM: 90}.Faults()[0].Field)
	assert.Equal(t, fault.List(nil), round(100, 80, 90).Faults())
}

func TestAPotIsSizedToLivingRootsAndTheBase(t *testing.T) {
	k := Table()
	few := k.Advise(Needs{Group: "phalaenopsis", RootML: 12, LongestMM: 60, FewRoots: true})
	many := k.Advise(Needs{Group: "phalaenopsis", RootML: 90, LongestMM: 250})
	assert.Less(t, few.VolumeL, many.VolumeL)
	assert.InDelta(t, 0.12, few.VolumeL, 0.08, "twelve millilitres of root, ten times that in pot")
	assert.Equal(t, "fits", k.FitOf(few.Pot, Needs{RootML: 12}, 0.6, 1.1).Verdict)

	wide := k.Advise(Needs{Group: "cattleya", RootML: 8, LongestMM: 40, BaseMM: 120, Sympodial: true, FewRoots: true})
	assert.GreaterOrEqual(t, wide.Pot.TopMM, 120.0+15+40, "the base, and room for its lead")
	assert.InDelta(t, 40, wide.Pot.FillMM()-wide.Pot.CrockMM, 10, "about 40 mm of medium over crock")
	assert.Positive(t, wide.Pot.CrockMM)

	film := k.Advise(Needs{RootML: 50, FilmOrLight: true})
	assert.Equal(t, "opaque", film.Pot.Wall)
	assert.Equal(t, "clear", k.Advise(Needs{RootML: 50}).Pot.Wall)
	assert.True(t, film.Pot.SideHoles)
}

// The reservoir: none until tips are green, and never up to a living old root.
func TestTheReservoirStaysBelowTheRoots(t *testing.T) {
	k := Table()
	rapid.Check(t, func(t *rapid.T) {
		p := Needs{
			Group: rapid.SampledFrom(
				[]string{"phalaenopsis", "cymbidium", "slipper"},
			).Draw(
				t,
				"group",
			),
			RootML: rapid.Float64Range(1, 200).Draw(t, "ml"),
			LongestMM: rapid.Float64Range(
				5,
				250,
			).Draw(
				t,
				"longest",
			),
			Reservoir:    true,
			TipsAreGreen: rapid.Bool().Draw(t, "green"),
		}
		s := k.Advise(p)
		require.NotNil(t, s.Pot.HoleMM)
		if !p.TipsAreGreen {
			assert.Zero(t, s.Pot.WaterMM())
		}
		if s.Pot.WaterMM() > 0 {
			f := k.FitOf(s.Pot, p, 0.6, 1.1)
			assert.GreaterOrEqual(t, *f.GapMM, 0.0)
		}
		assert.Empty(t, s.Pot.Faults())
		assert.LessOrEqual(t, s.Pot.HeightMM, k.Tallest.Value*s.Pot.TopMM+10)
	})
	long := k.Advise(Needs{Group: "phalaenopsis", RootML: 20, LongestMM: 95, Reservoir: true, TipsAreGreen: true})
	assert.GreaterOrEqual(t, long.Pot.WaterMM(), 15.0)
	assert.GreaterOrEqual(
		t,
		long.Pot.FillMM()-95-long.Pot.WaterMM(),
		10.0,
		"tall enough for its longest root to end above the water",
	)
	assert.Zero(
		t,
		k.Advise(
			Needs{Group: "phalaenopsis", RootML: 5, LongestMM: 250, Reservoir: true, TipsAreGreen: true},
		).Pot.WaterMM(),
		"no pot that stands is that tall",
	)
}

// 40 mm from the end of the longest root to the water at 1.6 mm a day: 25 days.
func TestDaysToReachTheWater(t *testing.T) {
	hole := 30.0
	p := round(150, 120, 140)
	p.HoleMM = &hole
	f := Table().FitOf(p, Needs{Group: "phalaenopsis", RootML: 60, LongestMM: 60, GrowthMMDay: 1.6}, 0.63, 1.1)
	assert.InDelta(t, 130, f.BaseMM, 1e-9, "10 mm under the rim")
	assert.InDelta(t, 70, f.RootEndMM, 1e-9)
	require.NotNil(t, f.GapMM)
	assert.InDelta(t, 40, *f.GapMM, 1e-9)
	assert.InDelta(t, 25, *f.DaysToWater, 1e-9)
	assert.InDelta(t, p.BelowL(30)*0.63, f.ReservoirL, 1e-12, "the pebbles' own volume holds no water")
	assert.InDelta(t, (p.BelowL(130)-f.RootBallL)*1.1, f.MediumL, 1e-12)

	deep := Table().FitOf(p, Needs{Group: "phalaenopsis", RootML: 60, LongestMM: 120, GrowthMMDay: 1.6}, 0.63, 1.1)
	assert.InDelta(t, -20, *deep.GapMM, 1e-9)
	assert.Nil(t, deep.DaysToWater)
	assert.Contains(t, deep.Words[len(deep.Words)-1].Value, "20 mm deep in the water")
}

func TestAPotThatDoesNotFitIsNamed(t *testing.T) {
	k := Table()
	assert.Equal(t, "big", k.FitOf(round(220, 170, 200), Needs{RootML: 20}, 0.6, 1.1).Verdict)
	assert.Equal(t, "small", k.FitOf(round(60, 50, 60), Needs{RootML: 200}, 0.6, 1.1).Verdict)
	assert.Equal(t, "narrow", k.FitOf(round(110, 80, 95), Needs{RootML: 60, BaseMM: 140}, 0.6, 1.1).Verdict)
}

func TestTheSectionKeepsWithinThePot(t *testing.T) {
	k := Table()
	rapid.Check(t, func(t *rapid.T) {
		pot := anyPot(t)
		plant := Needs{
			Group:     "cattleya",
			BaseMM:    rapid.Float64Range(0, 300).Draw(t, "base"),
			Sympodial: rapid.Bool().Draw(t, "walks"),
		}
		var living []RootIn
		for range rapid.IntRange(0, 12).Draw(t, "roots") {
			living = append(living, RootIn{LengthMM: rapid.Float64Range(5, 400).Draw(t, "length"), WidthMM: 4})
		}
		s := k.Draw(
			Scene{Pot: pot, Needs: plant, Filling: Filling{Medium: "Bark", Dry: true}, Living: living, Hold: "stake"},
		)
		require.Len(t, s.Roots, len(living))
		for _, r := range s.Roots {
			assert.LessOrEqual(t, math.Abs(r.To.X), pot.WidthMM(r.To.Z)/2)
			assert.Positive(t, r.To.Z)
		}
		assert.LessOrEqual(t, math.Abs(s.Base.X)+s.BaseMM/2, pot.WidthMM(s.FillMM)/2+5+1e-6)
		if plant.Sympodial {
			assert.LessOrEqual(t, s.Base.X, 0.0, "oldest growth to the wall, lead to the open side")
		} else {
			assert.Zero(t, s.Base.X)
		}
		assert.InDelta(t, pot.TopMM, s.Outline[len(s.Outline)-1].X-s.Outline[0].X, 1e-6)
	})
}

func TestTheDryTopOfCoarsePebbles(t *testing.T) {
	hole := 25.0
	pot := round(140, 110, 130)
	pot.HoleMM = &hole
	s := Table().Draw(Scene{
		Pot: pot, Needs: Needs{Group: "phalaenopsis"}, Filling: Filling{Medium: "Clay", Grain: "balls", RiseMM: 7},
	})
	assert.InDelta(t, 32, s.WetToMM, 1e-9)
	assert.Equal(t, []Layer{{"medium", "Clay", "balls", 0, 120}}, s.Layers)
	assert.InDelta(t, 120-32, s.DryTopMM, 1e-9)
	wicked := Table().Draw(
		Scene{Pot: pot, Needs: Needs{Group: "phalaenopsis"}, Filling: Filling{Medium: "Moss", Wicks: true}},
	)
	assert.Zero(t, wicked.DryTopMM)
	slipper := Table().Draw(Scene{Pot: pot, Needs: Needs{Group: "slipper"}})
	assert.InDelta(t, s.Base.Z-10, slipper.Base.Z, 1e-9, "just under the surface: common practice, no source")
}

// More living root never asks for a smaller pot, nor a wider base for a narrower one.
func TestAdviceGrowsWithRootsAndBase(t *testing.T) {
	k := Table()
	rapid.Check(t, func(t *rapid.T) {
		p := Needs{
			Group:     "cattleya",
			RootML:    rapid.Float64Range(0, 400).Draw(t, "ml"),
			LongestMM: rapid.Float64Range(0, 400).Draw(t, "longest"),
			BaseMM:    rapid.Float64Range(0, 250).Draw(t, "base"),
			Sympodial: rapid.Bool().Draw(t, "walks"),
		}
		s := k.Advise(p)
		require.Empty(t, s.Pot.Faults())
		assert.GreaterOrEqual(t, s.Pot.TopMM, p.BaseMM)
		more := p
		more.RootML *= 1.5
		assert.GreaterOrEqual(t, k.Advise(more).VolumeL, s.VolumeL)
		wider := p
		wider.BaseMM += 30
		assert.GreaterOrEqual(t, k.Advise(wider).Pot.TopMM, s.Pot.TopMM)
		for _, reason := range s.Reasons {
			assert.NotEmpty(t, reason.Mark)
		}
		f := k.FitOf(s.Pot, p, 0.6, 1.1)
		assert.NotEqual(t, "narrow", f.Verdict, "what is advised is wide enough")
		assert.NotEqual(t, "small", f.Verdict)
		assert.Positive(t, f.MediumL)
	})
}

func TestTheBaseOfEachGroupIsKnown(t *testing.T) {
	assert.Zero(t, Table().Base("phalaenopsis").Value)
	assert.Negative(t, Table().Base("slipper").Value, "roots start under the surface")
	assert.Equal(t, Table().Base("maxillaria"), Table().Base("nothing known"))
}

func TestUsualRimAndReservoirWithoutHoles(t *testing.T) {
	p := round(100, 80, 90)
	assert.InDelta(t, 80, p.FillMM(), 1e-9, "10 mm under the rim")
	assert.Zero(t, p.WaterMM())
	assert.InDelta(t, 7.5, round(60, 50, 30).Rim(), 1e-9, "of a low pot, a quarter")
	rim := 25.0
	p.RimMM = &rim
	assert.InDelta(t, 65, p.FillMM(), 1e-9)
}
