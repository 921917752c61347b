package pots

import (
	"fmt"
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"therapeon/core/fault"
	"therapeon/core/knowledge"
	"therapeon/core/message"
	"therapeon/core/taxa"
	"therapeon/language/english"
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
	assert.Contains(t, english.Say(round(100, 140, 100).Faults()[0].Words), "wider at the bottom")
	assert.Equal(t, "bottom_mm", Pot{Shape: Round, TopMM: 100, HeightMM: 90}.Faults()[0].Field)
	assert.Equal(t, fault.List(nil), round(100, 80, 90).Faults())
}

// What growers use (common practice, no source): the width of the pot that each is housed in.
func TestPotsAsGrowersUseThem(t *testing.T) {
	k := Table()
	for name, c := range map[string]struct {
		Needs
		least, most float64
	}{
		"eight slipper roots of 140 mm": {Needs{Group: "slipper", LongestMM: 140, RootML: 14, Sympodial: true}, 130, 160},
		"a cattleya of six bulbs": {Needs{Group: "cattleya", Bulbs: 6, LongestMM: 150,
			RootML: 20, Sympodial: true}, 120, 150},
		"a phalaenopsis, three roots of 80 mm": {Needs{Group: "phalaenopsis", LongestMM: 80, RootML: 4.7}, 90, 110},
		"a big cymbidium": {Needs{Group: "cymbidium", Bulbs: 7, LongestMM: 180, RootML: 300, WidthMM: 8,
			Sympodial: true, Reservoir: true}, 210, 230},
	} {
		s := k.Advise(c.Needs)
		assert.GreaterOrEqual(t, s.Pot.TopMM, c.least, name)
		assert.LessOrEqual(t, s.Pot.TopMM, c.most, name)
		assert.Equal(t, "fits", k.FitOf(s.Pot, c.Needs, 0.6, 1.1).Verdict, name)
	}
}

// Height is what hangs, the depth of the base and 10 mm of rim, worked here by hand.
func TestAPotIsAsHighAsItsRootsHang(t *testing.T) {
	k := Table()
	high := func(p Needs) float64 { return k.Advise(p).Pot.HeightMM }
	assert.Equal(t, 160.0, high(Needs{Group: "slipper", LongestMM: 140}),
		"140 whole, 3 deep, 10 of rim: the next size is 160")
	assert.Equal(t, 170.0, high(Needs{Group: "slipper", LongestMM: 140, DryTop: true, Mineral: true,
		BaseMM: 40}), "10 mm lower: 163 and the next size")
	assert.Equal(t, 130.0, high(Needs{Group: "phalaenopsis", LongestMM: 200}), "coiled: 120 and the rim")
	assert.Equal(t, 210.0, high(Needs{Group: "phalaenopsis", LongestMM: 200, WidthMM: 7}), "old and thick: whole")
	assert.Equal(t, 90.0, high(Needs{Group: "phalaenopsis", LongestMM: 200, ReachMM: 80}), "a measured reach wins")
	assert.Equal(t, 120.0, high(Needs{Group: "phalaenopsis", OldHighMM: 120}), "nothing known of its roots: as before")
	assert.Equal(t, 50.0, high(Needs{Group: "phalaenopsis"}))
}

func TestAPotIsAsWideAsTheBaseAndItsSeasons(t *testing.T) {
	k := Table()
	few := k.Advise(Needs{Group: "phalaenopsis", RootML: 12, LongestMM: 60, FewRoots: true})
	many := k.Advise(Needs{Group: "phalaenopsis", RootML: 90, LongestMM: 250})
	assert.Less(t, few.VolumeL, many.VolumeL)

	wide := k.Advise(Needs{Group: "cattleya", RootML: 8, LongestMM: 40, BaseMM: 120, Sympodial: true, FewRoots: true})
	assert.GreaterOrEqual(t, wide.Pot.TopMM, 120.0+25, "the base, and a season of its lead")
	assert.InDelta(t, 40, wide.Pot.FillMM()-wide.Pot.CrockMM, 10, "about 40 mm of medium over crock")
	assert.Positive(t, wide.Pot.CrockMM)
	mineral := Needs{Group: "cattleya", Bulbs: 6, Sympodial: true, LongestMM: 60, Mineral: true, Spacious: true}
	assert.Equal(t, 180.0, k.Advise(mineral).Pot.TopMM, "five gaps of 25 and two seasons, the next size up")
	mineral.Clump = true
	assert.Equal(t, 230.0, k.Advise(mineral).Pot.TopMM, "two seasons to either side")

	film := k.Advise(Needs{RootML: 50, FilmOrLight: true})
	assert.Equal(t, "opaque", film.Pot.Wall)
	assert.Equal(t, "clear", k.Advise(Needs{RootML: 50}).Pot.Wall)
	assert.True(t, film.Pot.SideHoles)

	said := func(p Needs) (all string) {
		for _, t := range k.Advise(p).Reasons {
			all += english.Say(t) + " "
		}
		return all
	}
	lone := Needs{Group: "vanda", LongestMM: 220, RootML: 8, FewRoots: true}
	assert.Contains(t, said(lone), "less than a hundredth of such a pot")
	lone.Mineral = true
	assert.NotContains(t, said(lone), "hundredth")
	assert.NotContains(t, said(lone), "two seasons", "by the side that keeps pots small")
	lone.Spacious = true
	assert.Contains(t, said(lone), "does not rot roots")
}

// A sweep of kinds, root lengths and routes: no pot a plant would topple in, nor one in which a
// root would be folded double or stand in water.
func TestNoPotTopplesAndNoRootIsFolded(t *testing.T) {
	k := Table()
	for _, kind := range taxa.All() {
		for _, mm := range []float64{0, 15, 60, 140, 260, 400} {
			for _, way := range []Needs{{}, {Mineral: true}, {Mineral: true, Reservoir: true, DryTop: true},
				{Reservoir: true, TipsAreGreen: true}, {Mineral: true, Reservoir: true, Hung: true}} {
				for _, bulbs := range []int{0, 1, 12} {
					p := way
					p.Group, p.LongestMM, p.Sympodial = kind.Code, mm, kind.Sympodial()
					p.WidthMM, p.FewRoots = kind.RootDiameterMM.Value, mm < 60
					if kind.HasBulbs() {
						p.Bulbs = bulbs
					}
					pot := k.Advise(p).Pot
					name := fmt.Sprintf("%s, roots of %g mm, %+v: %+v", kind.Code, mm, way, pot)
					require.Empty(t, pot.Faults(), name)
					assert.GreaterOrEqual(t, pot.BottomMM, 0.7*pot.HeightMM-1e-9, name)
					assert.GreaterOrEqual(t, pot.TopMM, 80.0, name)
					f := k.FitOf(pot, p, 0.6, 1.1)
					assert.Contains(t, []string{"fits"}, f.Verdict, name)
					assert.GreaterOrEqual(t, f.BaseMM-pot.CrockMM, k.Reach(p)-1e-9, name)
					if pot.WaterMM() > 0 {
						assert.GreaterOrEqual(t, *f.GapMM, 10.0-1e-9, name)
					}
				}
			}
		}
	}
}

// The reservoir: at once for slippers, kinds of the ground and what hangs above it; for tree
// dwellers none until tips are green, and never up to a living old root.
func TestTheReservoirStaysBelowTheRoots(t *testing.T) {
	k := Table()
	water := func(p Needs) float64 {
		p.Reservoir, p.Mineral, p.LongestMM = true, true, 90
		return k.Advise(p).Pot.WaterMM()
	}
	assert.GreaterOrEqual(t, water(Needs{Group: "slipper"}), 15.0)
	assert.GreaterOrEqual(t, water(Needs{Group: "cymbidium"}), 15.0)
	assert.Zero(t, water(Needs{Group: "phalaenopsis"}))
	assert.GreaterOrEqual(t, water(Needs{Group: "phalaenopsis", TipsAreGreen: true}), 15.0)
	assert.GreaterOrEqual(t, water(Needs{Group: "phalaenopsis", Hung: true}), 15.0)
}

// 40 mm from the end of the longest root to the water at 1.6 mm a day: 25 days.
func TestDaysToReachTheWater(t *testing.T) {
	hole := 30.0
	p := round(150, 120, 140)
	p.HoleMM = &hole
	f := Table().FitOf(p, Needs{Group: "phalaenopsis", RootML: 60, ReachMM: 60, GrowthMMDay: 1.6}, 0.63, 1.1)
	assert.InDelta(t, 130, f.BaseMM, 1e-9, "10 mm under the rim")
	assert.InDelta(t, 70, f.RootEndMM, 1e-9)
	require.NotNil(t, f.GapMM)
	assert.InDelta(t, 40, *f.GapMM, 1e-9)
	assert.InDelta(t, 25, *f.DaysToWater, 1e-9)
	assert.InDelta(t, p.BelowL(30)*0.63, f.ReservoirL, 1e-12, "the pebbles' own volume holds no water")
	assert.InDelta(t, (p.BelowL(130)-f.RootBallL)*1.1, f.MediumL, 1e-12)

	deep := Table().FitOf(p, Needs{Group: "phalaenopsis", RootML: 60, ReachMM: 120, GrowthMMDay: 1.6}, 0.63, 1.1)
	assert.InDelta(t, -20, *deep.GapMM, 1e-9)
	assert.Nil(t, deep.DaysToWater)
	assert.Contains(t, english.Say(deep.Words[len(deep.Words)-1].Value), "20 mm deep in the water")
	coiled := Table().FitOf(p, Needs{Group: "phalaenopsis", RootML: 60, LongestMM: 100, GrowthMMDay: 1.6}, 0.63, 1.1)
	assert.InDelta(t, 40, *coiled.GapMM, 1e-9, "100 mm, pliable, hang 60 mm deep")
}

func TestAPotThatDoesNotFitIsNamed(t *testing.T) {
	k := Table()
	verdict := func(pot Pot, p Needs) string {
		return k.FitOf(pot, p, 0.6,
			1.1).Verdict
	}
	assert.Equal(t, "big", verdict(round(220, 170, 200), Needs{Group: "phalaenopsis", RootML: 20,
		LongestMM: 100}))
	assert.Equal(t, "fits", verdict(round(220, 170, 200), Needs{Group: "phalaenopsis", RootML: 20,
		LongestMM: 100, Mineral: true}),
		"in a mineral medium no rot question")
	assert.Equal(t, "small", verdict(round(90, 70, 60), Needs{Group: "slipper", RootML: 20, LongestMM: 140}))
	assert.Equal(t, "narrow", verdict(round(110, 80, 95), Needs{Group: "phalaenopsis", RootML: 60, BaseMM: 140}))
	assert.Equal(t, "topples", verdict(round(110, 80, 160), Needs{Group: "phalaenopsis", RootML: 60, LongestMM: 200}))
	assert.Equal(t, "fits", verdict(round(200, 150, 60), Needs{Group: "phalaenopsis", RootML: 5, LongestMM: 50}), "wide, but shallow")
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
			Scene{
				Pot:     pot,
				Needs:   plant,
				Filling: Filling{Medium: message.Plain("Bark"), Dry: true},
				Living:  living,
				Hold:    "stake",
			},
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

// Large clay draws water 65 (50–80) mm above a reservoir (from memory, no source); a measured dry
// line goes before that.
func TestTheDampOfPebbles(t *testing.T) {
	hole := 25.0
	pot := round(140, 110, 130)
	pot.HoleMM = &hole
	rise := knowledge.Estimate{Value: 65, Low: 50, High: 80}
	scene := Scene{
		Pot:     pot,
		Needs:   Needs{Group: "phalaenopsis"},
		Filling: Filling{Medium: message.Plain("Clay"), Grain: "balls", Rise: rise},
	}
	s := Table().Draw(scene)
	assert.InDelta(t, 90, s.WetToMM, 1e-9)
	assert.InDelta(t, 75, s.WetLowMM, 1e-9)
	assert.InDelta(t, 105, s.WetHighMM, 1e-9)
	assert.Equal(t, []Layer{{"medium", message.Plain("Clay"), "balls", 0, 120}}, s.Layers)
	assert.InDelta(t, 120-90, s.DryTopMM, 1e-9)

	measured := 22.0
	scene.Filling.DryMM = &measured
	s = Table().Draw(scene)
	assert.InDelta(t, 130-22, s.WetToMM, 1e-9, "the damp reaches to 22 mm under the rim")
	assert.InDelta(t, 12, s.DryTopMM, 1e-9)
	assert.True(t, s.Measured)
	assert.Equal(t, s.WetLowMM, s.WetHighMM)

	wicked := Table().Draw(
		Scene{
			Pot:     pot,
			Needs:   Needs{Group: "phalaenopsis"},
			Filling: Filling{Medium: message.Plain("Moss"), Wicks: true},
		},
	)
	assert.Zero(t, wicked.DryTopMM)
	slipper := Table().Draw(Scene{Pot: pot, Needs: Needs{Group: "slipper"}})
	assert.InDelta(t, s.Base.Z-3, slipper.Base.Z, 1e-9, "just covered: common practice, no source")
	lower := Table().Draw(Scene{Pot: pot, Needs: Needs{Group: "slipper", DryTop: true}})
	assert.InDelta(t, slipper.Base.Z-10, lower.Base.Z, 1e-9, "10 mm lower under a dry top: common practice, no source")
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
	assert.Zero(t, Table().Base("phalaenopsis", true).Value)
	assert.Negative(t, Table().Base("slipper", false).Value, "roots start under the surface")
	assert.Equal(t, Table().Base("maxillaria", true), Table().Base("nothing known", true))
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
