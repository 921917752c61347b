package pots

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/disputes"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/roots"
	"therapeon/core/taxa"
	"therapeon/language/english"
)

// rooted is a phalaenopsis with roots as read, none of them cut.
func rooted(t *testing.T, sides patient.Sides, list ...roots.Root) *patient.Patient {
	t.Helper()
	kind, ok := taxa.Find("phalaenopsis")
	require.True(t, ok)
	return &patient.Patient{
		Profile: kind, Sides: sides,
		Reading: &patient.Reading{On: "2030-05-01", Roots: roots.Reading{Roots: list}, Checks: roots.Checks{}},
	}
}

// root is some roots of a length and a thickness, mm.
func root(id string, count int, depth roots.Depth, feel roots.Feel, long, d float64) roots.Root {
	return roots.Root{ID: id, Count: count, Depth: depth, Segments: []roots.Segment{
		{LengthMM: &long, DiameterMM: &d, Feel: feel, Colour: roots.ColourPale},
	}}
}

// What a pot has to hold is what lives below the surface. By hand: four roots of 100 mm by 4 mm are
// 4·π·0.2²·10 = 5.03 mL; pliable ones of 100 mm reach 60 mm down, stiff ones of 6 mm all of 100.
func TestWhatAPotHasToHold(t *testing.T) {
	firm := root("a", 4, "bottom", roots.Firm, 100, 4)
	out := patient.Sides{disputes.AerialRoots: "leave-out"}
	n := NeedsOf(rooted(t, out, firm), Wish{})
	assert.InDelta(t, 4*math.Pi*0.2*0.2*10, n.RootML, 1e-9)
	assert.InDelta(t, 100, n.LongestMM, 1e-9)
	assert.InDelta(t, 60, n.HangsMM, 1e-9)
	n = NeedsOf(rooted(t, out, firm, root("b", 2, "bottom", roots.Firm, 80, 6)), Wish{})
	assert.InDelta(t, 80, n.HangsMM, 1e-9, "from 6 mm on they do not coil")
	assert.InDelta(t, 100, n.LongestMM, 1e-9)
	n = NeedsOf(rooted(t, out, firm, root("b", 9, roots.Aerial, roots.Firm, 300, 4)), Wish{})
	assert.InDelta(t, 100, n.LongestMM, 1e-9, "what hangs in the air stays there")
	n = NeedsOf(rooted(t, out, firm, root("b", 9, roots.Aerial, roots.Firm, 300, 4)), Wish{Airy: true})
	assert.InDelta(t, 300, n.LongestMM, 1e-9, "but where its way takes it in")
	n = NeedsOf(rooted(t, out, firm, root("b", 9, "bottom", roots.Mushy, 300, 4)), Wish{})
	assert.InDelta(t, 100, n.LongestMM, 1e-9, "what is dead needs no room")
	assert.Equal(t, "clay", NeedsOf(rooted(t, out, firm), Wish{Wall: "clay"}).Wall)
	unread := rooted(t, out)
	unread.Reading = nil
	assert.Zero(t, NeedsOf(unread, Wish{}).RootML)
}

// A root mass that was weighed in water: its volume is what lives of it, and where no root was read it reaches
// as deep as is usual for its group.
func TestARootMassThatWasWeighed(t *testing.T) {
	p := rooted(t, nil)
	p.Reading.Roots.Dip = &roots.Dip{Grams: 40, Lives: "all"}
	n := NeedsOf(p, Wish{})
	assert.Positive(t, n.RootML)
	assert.LessOrEqual(t, n.RootML, 40.0)
	assert.True(t, n.Usual)
	assert.InDelta(t, p.Profile.RootLengthMM.Value, n.LongestMM, 1e-9)
	p = rooted(t, nil, root("a", 4, "bottom", roots.Firm, 100, 4))
	p.Reading.Roots.Dip = &roots.Dip{Grams: 40, Lives: "all"}
	assert.False(t, NeedsOf(p, Wish{}).Usual, "a root was read")
}

// Film or sun on the wall, each by itself.
func TestFilmOrLight(t *testing.T) {
	p := rooted(t, nil)
	assert.False(t, NeedsOf(p, Wish{}).FilmOrLight)
	p.Site = &patient.Site{Light: "sun"}
	assert.True(t, NeedsOf(p, Wish{}).FilmOrLight)
	p = rooted(t, nil)
	p.Looks = []patient.Look{{On: "2030-05-01"}}
	p.Judge = func(*patient.Patient) patient.Heard {
		return patient.Heard{Asked: map[string][]string{ShadePot: {"film"}}}
	}
	assert.True(t, NeedsOf(p, Wish{}).FilmOrLight)
	p = rooted(t, nil)
	film := patient.Findings{"dark-film": patient.Present}
	p.Looks = []patient.Look{{On: "2030-05-01", Noted: patient.Inspection{Findings: film}}}
	assert.True(t, NeedsOf(p, Wish{}).FilmOrLight)
}

// A section draws four of a batch and fourteen in all: house rule.
func TestTheRootsOfASection(t *testing.T) {
	out := patient.Sides{disputes.AerialRoots: "leave-out"}
	assert.Empty(t, Hanging(rooted(t, out), Wish{}))
	batch := func(id string, n int) roots.Root { return root(id, n, "bottom", roots.Firm, 100, 4) }
	drawn := Hanging(rooted(t, out, batch("a", 3), root("d", 5, "bottom", roots.Mushy, 90, 4)), Wish{})
	require.Len(t, drawn, 3, "what lives")
	assert.Equal(t, RootIn{LengthMM: 100, HangsMM: 60, WidthMM: 4}, drawn[0])
	assert.Len(t, Hanging(rooted(t, out, batch("a", 9)), Wish{}), 4)
	assert.Len(t, Hanging(rooted(t, out, batch("a", 9), batch("b", 9), batch("c", 9), batch("d", 9)), Wish{}), 14)
	aerial := root("e", 2, roots.Aerial, roots.Firm, 100, 4)
	assert.Len(t, Hanging(rooted(t, out, batch("a", 2), aerial), Wish{}), 2)
	assert.Len(t, Hanging(rooted(t, out, batch("a", 2), aerial), Wish{Airy: true}), 4)
	tip := batch("a", 1)
	tip.Tip = roots.Growing
	assert.True(t, Hanging(rooted(t, out, tip), Wish{})[0].Growing)
	unread := rooted(t, out)
	unread.Reading = nil
	assert.Empty(t, Hanging(unread, Wish{}))
}

// The words of an intake for a pot.
func TestAPotInTheWordsOfAnIntake(t *testing.T) {
	assert.Equal(t, patient.NoPot, (*Pot)(nil).Word())
	for wall, word := range map[string]string{"net": "other", "": "clear", "clay": "clay", "opaque": "opaque"} {
		assert.Equal(t, word, (&Pot{Wall: wall}).Word())
	}
}

// A fit to its last millimetre. A pot of 100 mm has 90 mm of medium: roots of 90 mm hang in it, those up to
// half a step deeper too; the foot is 0.7 of the height, or half a step less: house rules.
func TestAFitToTheMillimetre(t *testing.T) {
	verdict := func(pot Pot, p Needs) string {
		p.Group, p.Mineral = "phalaenopsis", true
		return Table().FitOf(pot, p, 0.6, 1.1).Verdict
	}
	pot := round(120, 90, 100)
	words := Table().FitOf(pot, Needs{Group: "phalaenopsis", Mineral: true, ReachMM: 99}, 0.6, 1.1).VerdictWords
	assert.Equal(t, "This pot is too low for its living roots.", english.Say(words))
	assert.Equal(t, "fits", verdict(pot, Needs{ReachMM: 90}))
	assert.Equal(t, "fits", verdict(pot, Needs{ReachMM: 95}))
	assert.Equal(t, "small", verdict(pot, Needs{ReachMM: 95.5}))
	assert.Equal(t, "fits", verdict(pot, Needs{}), "how deep its roots reach is not known")
	crocked := pot
	crocked.CrockMM = 20
	assert.Equal(t, "fits", verdict(crocked, Needs{ReachMM: 75}), "70 mm over the crock")
	assert.Equal(t, "small", verdict(crocked, Needs{ReachMM: 76}))
	wide := pot.WidthMM(pot.FillMM())
	assert.Equal(t, "fits", verdict(pot, Needs{BaseMM: wide}))
	assert.Equal(t, "narrow", verdict(pot, Needs{BaseMM: wide + 0.1}))
	assert.Equal(t, "fits", verdict(round(120, 65, 100), Needs{}), "70 mm, less half a step")
	assert.Equal(t, "topples", verdict(round(120, 64.9, 100), Needs{}))
	basket := round(120, 50, 100)
	basket.Wall = "basket"
	assert.Equal(t, "fits", verdict(basket, Needs{}), "it hangs")
	assert.Equal(t, "fits", verdict(Pot{Shape: Bowl, TopMM: 100, HeightMM: 80}, Needs{}),
		"a bowl lies on its side wall")
	box := Pot{Shape: Box, TopMM: 200, BottomMM: 180, TopDepthMM: 60, BottomDepthMM: 50, HeightMM: 100}
	assert.Equal(t, "topples", verdict(box, Needs{}), "by its narrower side")
	box.TopDepthMM, box.BottomDepthMM = 110, 100
	assert.Equal(t, "fits", verdict(box, Needs{}))
}

// The water under a root that just touches it, and a growth that is not known.
func TestTheLastMillimetreToTheWater(t *testing.T) {
	hole := 30.0
	pot := round(150, 120, 140)
	pot.HoleMM = &hole
	fit := func(reach, growth float64) Fit {
		p := Needs{Group: "phalaenopsis", RootML: 60, ReachMM: reach, GrowthMMDay: growth}
		return Table().FitOf(pot, p, 0.6, 1.1)
	}
	touches := fit(100, 1.6)
	assert.InDelta(t, 0, *touches.GapMM, 1e-9)
	require.NotNil(t, touches.DaysToWater, "it does not stand in it")
	assert.Nil(t, fit(60, 0).DaysToWater)
	assert.Contains(t, english.Say(fit(60, 1.6).Words[len(fit(60, 1.6).Words)-1].Value), "by the usual growth of its group")
}

// How high a pot is said to be, by what is known of the roots.
func TestWhyAPotIsSoHigh(t *testing.T) {
	why := func(p Needs) string {
		p.Group = "phalaenopsis"
		return english.Say(Table().Advise(p).Reasons[0])
	}
	assert.Contains(t, why(Needs{ReachMM: 70}), "as measured")
	assert.Contains(t, why(Needs{OldHighMM: 120}), "As high as its old pot, 120 mm")
	assert.Contains(t, why(Needs{LongestMM: 100, Usual: true}), "No root was measured")
	assert.Contains(t, why(Needs{LongestMM: 100}), "coiled 60 mm deep")
	assert.Contains(t, why(Needs{LongestMM: 100, WidthMM: 6}), "does not coil", "from 6 mm on")
	assert.Contains(t, why(Needs{LongestMM: 100, WidthMM: 5.9}), "coiled")
	assert.InDelta(t, 120, Table().Advise(Needs{Group: "phalaenopsis", OldHighMM: 120}).Pot.HeightMM, 1e-9)
	named := func(p Needs) (all string) {
		p.Group = "cattleya"
		for _, r := range Table().Advise(p).Reasons {
			all += english.Say(r)
		}
		return all
	}
	assert.Contains(t, named(Needs{OldMM: 110}), "Its old pot was 110 mm wide.")
	assert.NotContains(t, named(Needs{}), "old pot", "nothing is known of one")
	assert.Contains(t, named(Needs{Bulbs: 4, Sympodial: true}), "about 75 mm for 4 bulbs", "three spaces of 25 mm")
	assert.NotContains(t, named(Needs{Bulbs: 4}), "bulbs")
	assert.NotContains(t, named(Needs{Sympodial: true}), "bulbs", "none were counted")
	assert.Contains(t, named(Needs{Bulbs: 4, Sympodial: true}), "1 season of its lead")
	assert.Contains(t, named(Needs{Bulbs: 4, Sympodial: true, Mineral: true, Spacious: true}),
		"2 seasons of its lead")
}

// A section by hand. A round pot of 140 mm and 130 high has 120 mm of medium; over crock of 20 mm and under a dry
// top of 30 it is medium from 20 to 90. Holes in its wall stand every 20 mm from the reservoir up, none within
// 10 mm of the surface. One root of 60 mm hangs straight down from the middle of the base.
func TestASectionByHand(t *testing.T) {
	hole := 25.0
	pot := round(140, 110, 130)
	pot.HoleMM, pot.CrockMM, pot.SideHoles = &hole, 20, true
	s := Table().Draw(Scene{
		Pot: pot, Needs: Needs{Group: "cattleya", BaseMM: 60, Sympodial: true, HasBulbs: true},
		Filling: Filling{
			Medium:  message.Plain("Bark"),
			Grain:   "chips",
			Dry:     true,
			TopName: message.Plain("Pebbles"),
			TopMM:   30,
		},
		Living: []RootIn{{LengthMM: 100, HangsMM: 60, WidthMM: 4, Growing: true}}, Hold: "stake",
	})
	assert.Equal(t, []Layer{
		{
			"crock",
			message.Of("pots.say.broken-crock"),
			"shards",
			0,
			20,
		}, {"medium", message.Plain("Bark"), "chips", 20, 90}, {"top", message.Plain("Pebbles"), "chips", 90, 120},
	}, s.Layers)
	assert.Equal(t, []float64{25, 45, 65, 85, 105}, s.HoleMM, "the reservoir's, then row by row")
	wide := pot.WidthMM(120)
	assert.InDelta(t, -(wide-60)/2+5, s.Base.X, 1e-9, "the oldest growth 5 mm from the wall")
	assert.InDelta(t, 30, s.OldDryMM, 1e-9, "under the older half of the base")
	assert.True(t, s.Bulbs)
	assert.Equal(t, &Point{s.Base.X, 25}, s.Stake, "just over the crock")
	require.Len(t, s.Roots, 1)
	assert.InDelta(t, s.Roots[0].From.X, s.Roots[0].To.X, 1e-9)
	assert.InDelta(t, s.Roots[0].From.Z-60, s.Roots[0].To.Z, 1e-9)
	// Of three, the outer ones lean away from the middle: by 0.4 of what hangs, so 60·√(1−0.16) = 55 mm down.
	free := Table().Draw(Scene{
		Pot: round(400, 300, 300), Needs: Needs{Group: "phalaenopsis", BaseMM: 60},
		Living: []RootIn{{LengthMM: 60}, {LengthMM: 60}, {LengthMM: 60}},
	})
	assert.InDelta(t, free.Roots[0].From.X-24, free.Roots[0].To.X, 1e-9)
	assert.InDelta(t, free.Roots[2].From.X+24, free.Roots[2].To.X, 1e-9)
	assert.InDelta(t, free.Roots[0].From.Z-60*math.Sqrt(0.84), free.Roots[0].To.Z, 1e-9)
	assert.InDelta(t, -21, free.Roots[0].From.X, 1e-9, "0.7 of the base apart")
	assert.Nil(t, free.Stake)
	low := round(140, 110, 50)
	low.CrockMM = 40
	stake := Table().Draw(Scene{Pot: low, Needs: Needs{Group: "phalaenopsis"}, Hold: "stake"}).Stake
	assert.InDelta(t, 20, stake.Z, 1e-9, "half of a low pot's 40 mm")
}

// Pots at the edge of what can be, and of what is said of them.
func TestPotsAtTheirEdges(t *testing.T) {
	faulty := func(p Pot) bool { return len(p.Faults()) > 0 }
	assert.False(t, faulty(round(100, 100, 90)), "as wide at the foot as at the rim")
	assert.True(t, faulty(round(100, 101, 90)))
	rim := round(100, 80, 90)
	full, all := 89.0, 90.0
	rim.RimMM = &full
	assert.False(t, faulty(rim))
	rim.RimMM = &all
	assert.True(t, faulty(rim), "nothing is left for the medium")
	assert.InDelta(t, 80, round(100, 80, 90).FillMM(), 1e-9, "10 mm to the rim")
	assert.InDelta(t, 15, round(100, 80, 20).FillMM(), 1e-9, "a quarter of a low one")
	of := Pot{Shape: Bowl, TopMM: 100, HeightMM: 60}
	bowl := Table().Draw(Scene{Pot: of, Needs: Needs{Group: "phalaenopsis"}})
	assert.Len(t, bowl.Outline, 26, "a curve of twelve steps on each side")
	assert.Len(t, Table().Draw(Scene{Pot: round(100, 80, 90), Needs: Needs{Group: "phalaenopsis"}}).Outline, 4)
	hole := 0.0
	drains := round(150, 120, 140)
	drains.HoleMM = &hole
	assert.Nil(t, Table().FitOf(drains, Needs{Group: "phalaenopsis", ReachMM: 60}, 0.6, 1.1).GapMM, "no water stands in it")
	walls := func(wall string) Size { return Table().Advise(Needs{Group: "phalaenopsis", Wall: wall}) }
	assert.True(t, walls("clear").Pot.SideHoles)
	assert.True(t, walls("opaque").Pot.SideHoles)
	assert.False(t, walls("clay").Pot.SideHoles)
	// 60 mm of medium is not too big for few roots, whatever its width: 1.5 of the shallow 40 mm.
	big := func(height float64) string {
		pot := round(300, 240, height)
		return Table().FitOf(pot, Needs{Group: "phalaenopsis", RootML: 1, ReachMM: 40}, 0.6, 1.1).Verdict
	}
	assert.Equal(t, "fits", big(70))
	assert.Equal(t, "big", big(71))
}
