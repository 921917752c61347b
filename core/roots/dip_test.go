package roots

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"therapeon/core/taxa"
	"therapeon/language/english"
)

// Cylinders, by geometry: what n roots of one thickness displace gives their side area and
// length back.
func TestDisplacementGivesCylindersBack(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		d := rapid.Float64Range(0.5, 12).Draw(t, "diameter")
		lengths := rapid.SliceOfN(rapid.Float64Range(20, 400), 1, 30).Draw(t, "lengths")
		ml, area, length := 0.0, 0.0, 0.0
		for _, l := range lengths {
			ml += math.Pi * d * d / 4 * l / 1000
			area += math.Pi * d * l / 100
			length += l
		}
		got := Displaced(Dip{Grams: ml, DiameterMM: &d}, 99)
		assert.InEpsilon(t, area, got.AreaCM2.Point, 1e-9)
		assert.InEpsilon(t, length, got.LengthMM.Point, 1e-9)
		usual := Displaced(Dip{Grams: ml}, d)
		assert.Equal(t, got.AreaCM2.Point, usual.AreaCM2.Point)
		assert.Greater(t, usual.AreaCM2.High, got.AreaCM2.High, "a thickness that was not measured is less sure")
		assert.LessOrEqual(t, got.AreaCM2.Low, got.AreaCM2.Point)
		assert.LessOrEqual(t, got.AreaCM2.Point, got.AreaCM2.High)
	})
}

// Thicker or thinner roots than taken stay within the stated error as far as the table says,
// and a scale that is a gram off too.
func TestTheErrorOfADipHoldsTheTruth(t *testing.T) {
	area := func(d float64) float64 { return math.Pi * d * 100 / 100 * 10 } // ten roots of 100 mm
	ml := func(d float64) float64 { return math.Pi * d * d / 4 * 100 / 1000 * 10 }
	for _, truth := range []float64{4, 5, 6.2} {
		for _, off := range []float64{-1, 0, 1} {
			got := Displaced(Dip{Grams: ml(truth) + off}, 5)
			assert.LessOrEqual(t, got.AreaCM2.Low, area(truth))
			assert.GreaterOrEqual(t, got.AreaCM2.High, area(truth), "%g mm, %g g off", truth, off)
		}
	}
}

func dipped(grams float64, lives Lives, leafCM2 float64) Verdict {
	return Read(Reading{Dip: &Dip{Grams: grams, Lives: lives}},
		Context{Class: taxa.Pale, UsualDiameterMM: 5, UsualLengthMM: 180, LeafAreaCM2: leafCM2})
}

// 25 mL of roots 5 mm thick are 200 cm² by hand: 4 · 25 cm³ / 0.5 cm.
func TestADipAloneGradesTheRoots(t *testing.T) {
	v := dipped(25, AllLives, 600)
	assert.InDelta(t, 200, v.Totals.Dip.AreaCM2.Point, 1e-9)
	assert.InDelta(t, 0.98*200, v.Totals.LiveAreaCM2.Point, 1e-9)
	assert.Equal(t, Good, v.Grade.Code, "196 of 600 cm²")
	assert.Contains(t, v.Grade.Reasons, "grade-dip")
	assert.Contains(t, v.Rules, "grade-dip")

	assert.Equal(t, Poor, dipped(6, AllLives, 600).Grade.Code, "47 cm² for 600 are 8 %")
	assert.True(t, dipped(6, AllLives, 600).Grade.Starved)
	assert.Equal(t, Poor, dipped(25, "little", 600).Grade.Code, "15 % lives")
	assert.Equal(t, Rootless, dipped(25, NoneLives, 600).Grade.Code)
	assert.Equal(t, Unread, dipped(25, "", 600).Grade.Code, "not felt: nothing is decided by it")
	assert.InDelta(t, 0, dipped(25, "", 600).Totals.LiveAreaCM2.Low, 1e-9)
	assert.Contains(t, english.Say(v.Headline), "only feeling tells which lives")
}

// Beside a tally the dip gives the surface, the tally the share that lives; what is cut takes
// its volume from the dip.
func TestADipBesideATallyGivesTheSurface(t *testing.T) {
	mm := 100.0
	root := func(id string, feel Feel, n int) Root {
		return Root{ID: id, Count: n, Segments: []Segment{{LengthMM: &mm, Feel: feel}}}
	}
	r := Reading{
		Roots: []Root{root("a", Firm, 4), root("b", Hollow, 6)},
		Dip:   &Dip{Grams: 40, Lives: NoneLives},
	}
	c := Context{Class: taxa.Pale, UsualDiameterMM: 5, UsualLengthMM: 180, LeafAreaCM2: 600}
	v := Read(r, c)
	assert.InDelta(t, 0.4*320, v.Totals.LiveAreaCM2.Point, 1e-9, "40 mL of 5 mm are 320 cm², four of ten roots live")
	assert.InDelta(t, 0.4, v.Totals.ViableByLength.Point, 1e-9)

	left := After(r, v, Checks{"b": {Count: 6}})
	require.Len(t, left.Roots, 1)
	d := left.Dip.Left(v.Totals, Read(left, c).Totals)
	assert.InDelta(t, 16, d.Grams, 1e-9, "the six dead took their share of the water")
	assert.InDelta(t, 40, r.Dip.Grams, 1e-9)
}

func TestADipIsNotOfAPlantWithoutRoots(t *testing.T) {
	faults := Reading{NoneFound: true, Dip: &Dip{Grams: 3}}.Faults()
	require.Len(t, faults, 1)
	assert.Equal(t, "none_found", faults[0].Field)
	assert.True(t, Reading{}.Empty())
	assert.False(t, Reading{Dip: &Dip{Grams: 3}}.Empty())
}
