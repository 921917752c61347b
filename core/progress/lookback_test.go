package progress

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/pots"
	"therapeon/core/roots"
	"therapeon/language/english"
)

// asOf is a story as it was on a day.
func asOf(t *testing.T, told string, on int) *Followed {
	t.Helper()
	c := life(t, "cattleya", told)
	c.Patient = c.At(c.Now.AddDate(0, 0, on-400))
	return c
}

// Looks back at 14, 60 and 90 days, from three days before on, and asked for 10, 21 and 45 days after; the next
// season's from nine months on. Common practice for the days, house rules for the rest.
func TestLooksBackToTheDay(t *testing.T) {
	for _, c := range []struct {
		on   int
		done []string
		want []string
	}{
		{10, nil, []string{"coming", "coming", "coming"}}, {11, nil, []string{"due", "coming", "coming"}},
		{24, nil, []string{"due", "coming", "coming"}}, {25, nil, []string{"passed", "coming", "coming"}},
		{56, nil, []string{"passed", "coming", "coming"}}, {57, nil, []string{"passed", "due", "coming"}},
		{81, nil, []string{"passed", "due", "coming"}}, {82, nil, []string{"passed", "passed", "coming"}},
		{87, nil, []string{"passed", "passed", "due"}}, {135, nil, []string{"passed", "passed", "due"}},
		{136, nil, []string{"passed", "passed", "passed"}},
		{14, []string{"14"}, []string{"done", "coming", "coming"}},
		{12, []string{"90"}, []string{"due", "coming", "done"}},
		{92, []string{"60"}, []string{"passed", "done", "due"}},
	} {
		states := []string{}
		for _, b := range LookBacks(asOf(t, "0 home bark", c.on), c.done) {
			states = append(states, b.State)
			assert.Equal(t, day(0), b.FromOn)
			assert.NotEmpty(t, b.Title.Value)
		}
		assert.Equal(t, c.want, states, "day %d, done %v", c.on, c.done)
	}
	assert.Empty(t, LookBacks(asOf(t, "20 home bark", 19), nil), "not moved yet")
	assert.Len(t, LookBacks(asOf(t, "20 home bark", 20), nil), 3)
	assert.Empty(t, LookBacks(asOf(t, "", 20), nil))
	season := func(told string, on int) string {
		list := LookBacks(asOf(t, "0 home bark; "+told, on), nil)
		if last := list[len(list)-1]; last.Of == Season {
			return last.DueOn + " " + last.State
		}
		return ""
	}
	assert.Empty(t, season("269 growth growing", 300), "still of its first season")
	assert.Equal(t, day(270)+" due", season("270 growth growing; 280 growth growing", 300))
	assert.Equal(t, day(270)+" due", season("280 growth growing; 270 look growth=growing", 300), "the first")
	assert.Equal(t, day(275)+" due", season("272 growth idle; 273 tips 0; 274 shoot 0; 275 tips 1", 300))
	assert.Equal(t, day(275)+" due", season("275 shoot 5", 300))
	assert.Empty(t, season("310 shoot 5", 300))
	assert.Equal(t, day(270)+" due", season("270 shoot 5", 330))
	assert.Equal(t, day(270)+" passed", season("270 shoot 5", 331), "asked for sixty days")
}

// As it was on a day: its stage then, and each measure as last taken until then.
func TestAPlantAsItWas(t *testing.T) {
	c := asOf(t, "0 read 2/5; 0 home bark; 5 tips 1 growing 12; 9 tips 2 growing 20; 30 tips 2 growing 60", 40)
	then := At(c, day(9))
	assert.Equal(t, Rooting, then.Stage)
	assert.Equal(t, "Rooting", english.Say(then.Name))
	assert.Equal(t, []Value{
		{"roots", "mm", 160, day(0)}, {"longest", "mm", 20, day(9)}, {"tips", "", 2, day(9)},
	}, then.Values)
	assert.Equal(t, Establishing, At(c, day(30)).Stage)
	assert.Empty(t, At(c, day(-1)).Values)
}

// What a stay came to, by hand from its days.
func TestWhatAStayCameTo(t *testing.T) {
	c := asOf(t, "5 read 3/4; 8 home bark; 20 tips 2 growing; 50 tips 2 growing edge; 60 wobble yes; 70 wobble no; "+
		"80 read 2/4", 90)
	c.Intake.ArrivedOn = day(2)
	c.Care = []patient.Tended{
		{On: day(9), Job: "water", Outcome: patient.TendedDone},
		{On: day(9), Job: "water", Outcome: patient.TendedDone},
		{On: day(12), Job: "water", Outcome: patient.TendedDone, PPM: 50},
		{On: day(13), Job: "water", Outcome: patient.TendedLeft},
		{On: day(90), Job: "water", Outcome: patient.TendedDone},
		{On: day(91), Job: "water", Outcome: patient.TendedDone},
	}
	c.Rounds = []patient.TreatedDay{{On: day(8), Pest: "scale"}, {On: day(18), Pest: "scale"},
		{On: day(28), Pest: "scale"}}
	c.Patient.Deeds = []patient.Deed{{On: day(6)}, {On: day(7), LeftOut: true}}
	c.Incidents = []patient.Incident{{On: day(6), What: "torn-leaf"}}
	p := For(c)
	assert.Equal(t, Course{
		DaysHere: 88, DaysToTip: 15, DaysToTake: 45, KeptOf: 3, Kept: 2.0 / 3,
		Moves: 1, Waterings: 2, Feeds: 1, Treatments: 3, HighestName: message.Of("progress.stages.establishing.name"),
	}, CourseOf(c, p))
	kinds := []string{}
	for _, d := range p.Deeds {
		kinds = append(kinds, d.Kind)
	}
	assert.Equal(t, []string{
		"broke", "cut", "moved", "treated", "watered", "fed", "treated", "treated", "watered",
	}, kinds, "of one day once; what is left out is not")
	c = asOf(t, "8 home bark; 20 tips 2 growing", 30)
	of := CourseOf(c, For(c))
	assert.Equal(t, 12, of.DaysToTip, "without a reading, from the move")
	assert.Zero(t, of.DaysHere, "nobody said when it came")
	assert.Zero(t, of.DaysToTake)
	c = asOf(t, "20 tips 2 growing; 30 home bark; 31 home bark", 40)
	assert.Zero(t, CourseOf(c, For(c)).DaysToTip, "the tip was there before")
	blooms := func(came string, intake patient.Flowering, on ...int) int {
		c := asOf(t, "8 home bark", 200)
		c.Intake.ArrivedOn, c.Intake.Flowering = came, intake
		for _, n := range on {
			c.Looks = append(c.Looks, patient.Look{On: day(n), Noted: patient.Inspection{Flowering: patient.Bloom}})
		}
		c.Looks = append(c.Looks, patient.Look{On: day(9), Noted: patient.Inspection{Flowering: patient.Spike}})
		return CourseOf(c, For(c)).DaysToBloom
	}
	assert.Equal(t, 128, blooms(day(2), "", 150, 130), "from the day it came to the first flower")
	assert.Equal(t, 122, blooms("", "", 130), "from its move, where nobody said when it came")
	assert.Equal(t, 128, blooms(day(2), patient.Spike, 130), "a spike kept through the move that opened")
	assert.Zero(t, blooms(day(2), ""), "a spike is no flower")
	assert.Zero(t, blooms(day(2), patient.Bloom, 130), "it came in bloom")
	assert.Zero(t, blooms(day(2), "", 230), "of a day to come")
}

// Roots that only tapes name: what they tell of two days.
func TestRootsOfTwoDays(t *testing.T) {
	between := func(told string, then, now int) Beside {
		side, ok := Between(life(t, "phalaenopsis", told), day(then), day(now))
		require.True(t, ok, told)
		return side
	}
	ids := func(of Shown) (list []string) {
		for _, r := range of.Reading.Roots {
			list = append(list, r.ID)
		}
		return list
	}
	side := between("0 read 2/2; 5 tape A 20 new growing; 9 tape A 30 dry; 9 tape r1 95; 12 tape B lost; 13 tape C growing", 5, 13)
	assert.Equal(t, []string{"r1", "r2", "A"}, ids(side.Now), "C was never measured, and B is lost")
	assert.Equal(t, day(13), side.Now.On)
	assert.Equal(t, day(0), side.Now.ReadOn)
	assert.Empty(t, side.Now.Reading.Roots[2].Tip, "it dried")
	assert.Equal(t, roots.Growing, side.Then.Reading.Roots[2].Tip)
	assert.InDelta(t, 30, *side.Now.Reading.Roots[2].Segments[0].LengthMM, 1e-9)
	assert.InDelta(t, 95, *side.Now.Reading.Roots[0].Segments[0].LengthMM, 1e-9)
	side = between("0 read 2/2; 9 tape r1 lost; 10 tape r2 lost; 11 tape r2", 0, 20)
	assert.Equal(t, []string{"r1", "r2"}, side.Gone, "what a tape drops is not drawn as there")
	assert.Len(t, side.Lost, 2)
	side = between("0 read 2/3; 9 read 2/2 b; 9 read 1/2 b", 9, 9)
	assert.InDelta(t, 0.5, side.Kept, 1e-9, "of two readings of a day the first is then")
	side = between("0 read 2/2; 9 read 2/2 b", 0, 9)
	assert.Equal(t, 1, side.Branch)
	assert.InDelta(t, 1, side.Kept, 1e-9)
	side = between("0 read 2/2; 9 read 1/2", 9, 9)
	assert.InDelta(t, 1, side.Kept, 1e-9, "one reading that day: beside itself")
	side = between("0 read 1/1; 5 tape r1 60", 0, 6)
	assert.InDelta(t, 60, *side.Now.Reading.Roots[0].Segments[0].LengthMM, 1e-9)
	side = between("0 read 1/1; 5 tape r1 0.9", 0, 6)
	assert.InDelta(t, 80, *side.Now.Reading.Roots[0].Segments[0].LengthMM, 1e-9, "under a millimetre is no length")
	side = between("0 read 1/1; 5 tape r1 1", 0, 6)
	assert.InDelta(t, 1, *side.Now.Reading.Roots[0].Segments[0].LengthMM, 1e-9)
	_, ok := Between(life(t, "phalaenopsis", "5 read 1/1"), day(4), day(5))
	assert.False(t, ok)
}

// A pace against its group's, 1.4 mm a day for a moth, within a factor of 1.9 (from memory): from 0.737 to 2.66.
func TestAPlantsPaceAgainstItsGroups(t *testing.T) {
	pace := func(all ...float64) PlantPace {
		c, tracks := life(t, "phalaenopsis", ""), []Track{}
		for _, day := range all {
			tracks = append(tracks, Track{Rate: &Rate{Day: day}})
		}
		tracks = append(tracks, Track{}, Track{Rate: &Rate{Day: 99}, LostOn: day(1)})
		return c.pace(tracks)
	}
	assert.Zero(t, pace().MMDay)
	assert.InDelta(t, 1.4/1.9, pace().GroupLow, 1e-12)
	assert.InDelta(t, 1.4*1.9, pace().GroupHigh, 1e-12)
	for day, want := range map[float64]string{
		0.73: "slower", pace().GroupLow: "usual", pace().GroupHigh: "usual", 2.67: "faster",
	} {
		assert.Equal(t, want, pace(day).Against, "%v", day)
	}
	p := pace(1, 4, 2)
	assert.Equal(t, []float64{2, 2, 2, 3}, []float64{p.MMDay, p.Low, p.High, float64(p.Roots)})
	assert.InDelta(t, 2.5, pace(1, 2, 3, 4).MMDay, 1e-12)
	p = pace(6, 5, 4, 3, 2, 1)
	assert.Equal(t, []float64{3.5, 1, 6}, []float64{p.MMDay, p.Low, p.High}, "six have an interval, from end to end")
	p = pace(9, 8, 7, 6, 5, 4, 3, 2, 1)
	assert.Equal(t, []float64{5, 2, 8}, []float64{p.MMDay, p.Low, p.High}, "of nine the second from each end")
}

// A tape errs by 1.5 mm and 2 % (from memory): of 10 and 15 mm by 1.513 and 1.530. It grew by more than twice
// what both are off, 2·√(1.513² + 1.530²) = 4.30 mm; it grows by more than the sum of both, 3.04 mm.
func TestWhenARootGrew(t *testing.T) {
	at := func(mm float64) Point { return Point{On: day(int(mm)), Value: mm, Off: usualError(mm)} }
	grew := func(points ...Point) bool { return (&Track{Points: points}).grew() }
	assert.False(t, grew(at(10)))
	assert.False(t, grew(at(10), at(14.2)))
	assert.True(t, grew(at(10), at(14.4)))
	since := func(tip string, points ...Point) string { return growsSince([]Track{{Points: points, Tip: tip}}) }
	assert.Empty(t, since("", at(10), at(13)))
	assert.Equal(t, day(13), since("", at(10), at(13.1)))
	assert.Empty(t, since("dry", at(10), at(20)))
	assert.Empty(t, since("black", at(10), at(20)))
	assert.Empty(t, since("still", at(10), at(20)))
	assert.Empty(t, since("", at(10)))
	assert.Empty(t, growsSince([]Track{{Points: []Point{at(10), at(20), at(30)}, from: 2}}), "cut since")
	assert.Equal(t, day(30), growsSince([]Track{{Points: []Point{at(10), at(20), at(30)}, from: 1}}))
}

// Where a root arrives: half of the width of a pot, the water below the fill, 50 mm. From memory, and a house rule.
func TestWhatARootArrivesAt(t *testing.T) {
	a := func(told string, on int) Track {
		return named(t, life(t, "phalaenopsis", "0 read 1/5; "+told).on(on), "A")
	}
	taped := "; 20 tape A 6 growing new; 27 tape A 16 growing"
	assert.Equal(t, []string{AtWall, AtWater, Established}, codesOf(a("0 home inorganic 25"+taped, 30).Arrives))
	assert.Equal(t, []string{Established}, codesOf(a(taped[2:], 30).Arrives), "it has no pot")
	assert.Equal(t, []string{Established}, codesOf(a("31 home inorganic 25"+taped, 30).Arrives), "not potted yet")
	water := func(told string) float64 {
		for _, r := range a(told, 40).Arrives {
			if r.At == AtWater {
				return r.MM
			}
		}
		return 0
	}
	assert.InDelta(t, 98, water("0 home inorganic 25"+taped), 0.5, "1.15 × (110 − 25)")
	assert.InDelta(t, 80.5, water("0 home inorganic 25; 10 level 40"+taped), 0.5, "1.15 × (110 − 40)")
	assert.InDelta(t, 98, water("0 home inorganic 25; 10 level 20"+taped), 0.5, "it stands at the hole at least")
	assert.InDelta(t, 98, water("0 home inorganic; 5 level 40; 6 home inorganic 25"+taped), 0.5, "of the pot before")
	assert.Empty(t, a("0 home inorganic 25"+"; 20 tape A 6 growing; 27 tape A 16 growing", 30).Arrives, "an old root goes nowhere")
	assert.NotContains(t, codesOf(a("0 home inorganic 25"+taped+"; 28 tape A half", 30).Arrives), AtWall)
	assert.Equal(t, []string{Established}, codesOf(a("0 home inorganic 25"+taped+"; 28 tape A water", 30).Arrives))
	wide := life(t, "phalaenopsis", "0 read 1/5; 0 home inorganic 25; 20 tape A 3 growing new; 29 tape A 6 growing")
	wide.Pot = &pots.Pot{Shape: pots.Round, TopMM: 100, BottomMM: 80, HeightMM: 100}
	of := named(t, wide.on(30), "A").Arrives
	assert.Equal(t, []string{AtWall, Established}, codesOf(of))
	assert.Equal(t, of[0].On, of[1].On, "50 mm to the wall, and 50 mm, are one day")
	assert.Greater(t, of[0].LateOn, of[1].LateOn, "the way to the wall is known less well")
	k := life(t, "phalaenopsis", "")
	k.Pot = &pots.Pot{Shape: pots.Round, TopMM: 120, BottomMM: 90, HeightMM: 120}
	assert.Zero(t, k.toWaterMM(day(1)), "no water stands in it")
	reached := a("0 home inorganic 25; 5 tape A 50 new half; 9 tape A 60 edge; 12 tape A 70 water", 30)
	assert.Equal(t, []string{day(5), day(12), day(5)}, []string{
		reached.ReachedOn(AtWall), reached.ReachedOn(AtWater), reached.ReachedOn(Established),
	})
	shy := a("5 tape A 49 new", 30)
	assert.Empty(t, shy.ReachedOn(Established)+shy.ReachedOn(AtWall))
}

// Where a reading found no root at all it is rootless; a mass that was dipped alone is graded by itself. Days that
// roots can be compared between are those of readings and of tapes.
func TestRootsWithoutAName(t *testing.T) {
	c := life(t, "phalaenopsis", "0 read 0/0; 3 leaf firm; 5 tape A 9 new; 8 read 2/2")
	assert.Equal(t, []string{day(0), day(5), day(8)}, c.on(9).Days)
	grade := func(roots0 int, dip bool) roots.GradeCode {
		c := life(t, "phalaenopsis", "0 read 0/0")
		r := &c.Readings[0].Roots
		r.NoneFound = false
		if roots0 > 0 {
			mm := 80.0
			r.Roots = []roots.Root{{ID: "a", Count: roots0,
				Segments: []roots.Segment{{LengthMM: &mm, Feel: roots.Mushy}}}}
			c.Readings[0].Checks = roots.Checks{"a": {Count: roots0}}
		}
		if dip {
			r.Dip = &roots.Dip{Grams: 60, Lives: "most"}
		}
		c.Now = c.Now.AddDate(0, 0, -399)
		c.gather(day(1))
		return c.told(day(1)).grade
	}
	assert.Equal(t, roots.Rootless, grade(0, false))
	assert.Equal(t, roots.Rootless, grade(3, false), "all were cut off")
	assert.Equal(t, roots.Rootless, grade(3, true), "of the mass nothing is left either")
	assert.NotEqual(t, roots.Rootless, grade(0, true))
	proofs := life(t, "cattleya", "0 look leaf=120; 0 readin 5/5; 6 wobble no; 90 leafmm 96").on(91).Standing.By
	assert.Equal(t, "stands", proofs[len(proofs)-1].Code)
	moved := life(t, "cattleya", "0 readin 5/5; 6 leaf firm").on(91).Standing.By
	assert.NotEqual(t, "stands", moved[len(moved)-1].Code, "nobody pulled at it")
}

// The variance of Kendall's S by its formula, n(n−1)(2n+5)/18, less the same of each tie (Kendall, Rank Correlation
// Methods, chapter 4): 125 of ten points, 124 with one pair alike, 121.33 with three alike.
func TestTheVarianceOfS(t *testing.T) {
	x := []float64{0, 1, 2, 3, 4, 5, 6, 7, 8, 9}
	assert.InDelta(t, 125, varianceOfS(x), 1e-9)
	x[4] = 3
	assert.InDelta(t, 124, varianceOfS(x), 1e-9)
	x[5] = 3
	assert.InDelta(t, 125-66.0/18, varianceOfS(x), 1e-9)
	assert.True(t, tied(x))
	later := []Length{{1000, 10, 1}, {1007, 17, 1}}
	_, middle, _, ok := Arrives(later, Pace{1, 1.9}, Mark{MM: 24})
	assert.True(t, ok, "however its days are counted")
	assert.InDelta(t, 1014, middle, 1)
}
