package progress

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/patient"
	"therapeon/core/roots"
)

func named(t *testing.T, p Progress, root string) Track {
	t.Helper()
	for _, k := range p.Tracks {
		if k.Root == root {
			return k
		}
	}
	require.Fail(t, "not followed", root)
	return Track{}
}

// A root taped each week at 1.5 mm a day: its pace is that by the definition of the slope, with an
// interval from five lengths on; it arrives at 50 mm when the line does.
func TestARootTaped(t *testing.T) {
	told := "0 read 1/5; 0 home inorganic 25; 20 tape A 6 growing new; 27 tape A 16.5 growing; 34 tape A 27 growing air"
	p := life(t, "phalaenopsis", told).on(36)
	a := named(t, p, "A")
	assert.True(t, a.New)
	assert.Equal(t, "growing", a.Tip)
	require.NotNil(t, a.Rate)
	assert.InDelta(t, 1.5, a.Rate.Day, 1e-9)
	assert.False(t, a.Rate.Wide, "three lengths have no interval")
	assert.InDelta(t, 1.5, p.Pace.MMDay, 1e-9)
	assert.Equal(t, "usual", p.Pace.Against)
	assert.InDelta(t, 1.4, p.Pace.GroupDay, 1e-9, "numbers of the race: phalaenopsis 1.4 mm a day")
	at := map[string]Arrival{}
	for _, r := range a.Arrives {
		at[r.At] = r
	}
	require.Len(t, at, 3)
	assert.InDelta(t, 34+(50-27)/1.5, between(began, at[Established].On), 2)
	assert.InDelta(t, 60, at[AtWall].MM, 0.5, "half of 120 mm")
	assert.InDelta(t, 1.15*(110-25), at[AtWater].MM, 0.5, "from the surface to the water, and a little about")
	for _, r := range at {
		assert.Less(t, r.SoonOn, r.On)
		assert.Less(t, r.On, r.LateOn)
	}
	more := life(t, "phalaenopsis", told+"; 41 tape A 38 growing; 48 tape A 48 growing edge").on(50)
	a = named(t, more, "A")
	assert.True(t, a.Rate.Wide)
	assert.LessOrEqual(t, a.Rate.Low, 1.5)
	assert.GreaterOrEqual(t, a.Rate.High, 1.5)
	assert.NotContains(t, codesOf(a.Arrives), AtWall, "it was seen to be there")
	assert.Contains(t, codesOf(a.Arrives), AtWater)
	done := life(t, "phalaenopsis", told+"; 41 tape A 38 dry").on(50)
	assert.Empty(t, named(t, done, "A").Arrives, "what stopped arrives nowhere")
}

func codesOf(list []Arrival) (codes []string) {
	for _, a := range list {
		codes = append(codes, a.At)
	}
	return codes
}

// From reading to reading by their names: what is there no more is lost, what is dead now too; one read in
// the pot loses none; what came since is new. A root that only tapes name is not lost by a reading that
// has none of its name.
func TestRootsOfReadings(t *testing.T) {
	p := life(t, "phalaenopsis", "0 read 3/4 t; 40 tape r1 95 growing; 60 read 2/2 t x").on(70)
	r1 := named(t, p, "r1")
	assert.Equal(t, []float64{80, 95, 80}, values(r1.Points))
	assert.False(t, r1.New)
	assert.True(t, named(t, p, "r9").New)
	side, ok := Between(life(t, "phalaenopsis", "0 read 3/4 t; 60 read 2/2 t x"), day(0), day(60))
	require.True(t, ok)
	assert.Equal(t, 3, side.KeptOf)
	assert.InDelta(t, 2.0/3, side.Kept, 1e-9)
	require.Len(t, side.Lost, 1)
	assert.Equal(t, "r3", side.Lost[0].ID)
	assert.Equal(t, []string{"r3"}, side.Gone)
	assert.Equal(t, 1, side.Since.NewRoots)
	assert.InDelta(t, 60, side.Since.GrownMM, 1e-9)

	in := life(t, "phalaenopsis", "0 read 3/4 t; 60 readin 1/1 t").on(70)
	assert.Empty(t, named(t, in, "r1").LostOn)
	taped := "0 read 3/4; 40 tape A 30 growing new; 60 read 3/4"
	p = life(t, "phalaenopsis", taped).on(70)
	assert.Empty(t, named(t, p, "A").LostOn)
	side, _ = Between(life(t, "phalaenopsis", taped), day(40), day(60))
	assert.Empty(t, side.Lost)
	assert.Equal(t, 3, side.KeptOf)
	side, _ = Between(life(t, "phalaenopsis", taped+"; 65 tape A lost"), day(40), day(65))
	require.Len(t, side.Lost, 1)
	assert.Equal(t, "A", side.Lost[0].ID)
	_, ok = Between(life(t, "phalaenopsis", "10 tape A 5 new"), day(10), day(20))
	assert.False(t, ok, "nothing was read until then")
}

// A root that was taped by its name and is read under it goes on, by its name.
func TestATapedRootIsRead(t *testing.T) {
	c := life(t, "phalaenopsis", "0 read 2/4; 20 tape A 10 growing new; 34 tape A 30 growing; 48 read 2/4 x")
	c.Readings[1].Roots.Roots[4].ID = "A" // its 60 mm of the reading
	a := named(t, c.on(50), "A")
	assert.Equal(t, "A", a.Label)
	assert.Equal(t, []float64{10, 30, 60}, values(a.Points))
	assert.Empty(t, a.LostOn)
}

func values(points []Point) (list []float64) {
	for _, p := range points {
		list = append(list, p.Value)
	}
	return list
}

// A cut begins a root anew: what it lost to the blade is no growth backwards.
func TestACutBeginsAnew(t *testing.T) {
	c := life(t, "phalaenopsis", "0 read 2/3; 30 tape r1 60 growing; 40 tape r1 74 growing")
	mm := 50.0
	r := &c.Readings[0]
	r.Roots.Roots[0].Segments = []roots.Segment{
		{LengthMM: &mm, Feel: roots.Firm, Colour: roots.ColourPale}, {LengthMM: &mm, Feel: roots.Mushy},
	}
	cut := 52.0
	r.Checks = roots.Checks{"r1": {Count: 1, CutAtMM: &cut}}
	a := named(t, c.on(50), "r1")
	assert.Equal(t, []float64{100, 52, 60, 74}, values(a.Points))
	assert.True(t, a.Points[1].Anew)
	assert.Greater(t, a.Rate.Day, 0.0)
	assert.Equal(t, day(0), a.Rate.FromOn)
	assert.Equal(t, 3, a.Rate.Points)
}

// The lines of weeks, and what was done.
func TestLinesAndDeeds(t *testing.T) {
	c := life(t, "cattleya", "0 read 2/5; 0 home bark; 0 g 200; 7 g 198; 9 g 150 cut; 20 tips 2 growing 12; "+
		"30 bulbs thinner; 40 bulbs plumper; 40 leafmm 120; 50 tips 0")
	c.Care = []patient.Tended{
		{On: day(5), Job: "water", Outcome: patient.TendedDone},
		{On: day(12), Job: "water", Outcome: patient.TendedDone, PPM: 50},
		{On: day(13), Job: "water", Outcome: patient.TendedLeft},
		{On: day(300), Job: "water", Outcome: patient.TendedDone},
	}
	c.Rounds = []patient.TreatedDay{{On: day(8), Pest: "soft-scale"}}
	p := c.on(60)
	line := map[string]Line{}
	for _, l := range p.Lines {
		line[l.Code] = l
	}
	assert.Equal(t, []float64{200, 198, 150}, values(line["bare"].Points))
	assert.True(t, line["bare"].Points[2].Anew)
	assert.Nil(t, line["bare"].Rate, "one weight since it was cut")
	assert.Equal(t, []float64{-1, 1}, values(line["bulbs"].Points))
	assert.Equal(t, []float64{0, 2, 0}, values(line["tips"].Points))
	assert.Equal(t, []float64{160}, values(line["roots"].Points), "two of 80 mm")
	assert.NotContains(t, line, "pot")
	assert.Equal(t, []Deed{
		{day(0), "moved", "bark"}, {day(5), "watered", "water"}, {day(8), "treated", "soft-scale"}, {day(12), "fed", "water"},
	}, p.Deeds)
}
