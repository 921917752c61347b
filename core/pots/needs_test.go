package pots

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/disputes"
	"therapeon/core/leaves"
	"therapeon/core/patient"
	"therapeon/core/roots"
	"therapeon/core/taxa"
)

// Common practice, no source: live roots in the air stay out, but where too little lives in the
// pot for the leaves. By hand: six firm roots of 120 mm by 5 mm are 113 cm² of side, more than a
// tenth of the leaves here; two mushy ones are none, however many live in the air.
func TestAerialRootsAreHousedWhereFewLiveInThePot(t *testing.T) {
	kind, ok := taxa.Find("phalaenopsis")
	require.True(t, ok)
	root := func(id string, count int, depth roots.Depth, feel roots.Feel) roots.Root {
		long, d := 120.0, 5.0
		return roots.Root{ID: id, Count: count, Depth: depth, Segments: []roots.Segment{
			{LengthMM: &long, DiameterMM: &d, Feel: feel, Colour: roots.ColourPale},
		}}
	}
	of := func(side disputes.SideCode, blades int, list ...roots.Root) bool {
		in := patient.Intake{LeafCount: blades}
		for range blades {
			in.Blades = append(in.Blades, leaves.Blade{LengthMM: 200, WidthMM: 70})
		}
		return HousesAerial(&patient.Patient{
			Profile: kind, Intake: in, Sides: patient.Sides{disputes.AerialRoots: side},
			Reading: &patient.Reading{On: "2030-05-01", Roots: roots.Reading{Roots: list}, Checks: roots.Checks{}},
		})
	}
	airy := root("a", 8, roots.Aerial, roots.Firm)
	sound, mush := root("b", 6, "bottom", roots.Firm), root("c", 2, "bottom", roots.Mushy)
	for _, blades := range []int{0, 4} {
		assert.True(t, of(disputes.PotIfFew, blades, airy, mush), "none lives in the pot")
	}
	assert.False(t, of(disputes.PotIfFew, 4, airy, sound), "what lives there carries it")
	assert.False(t, of(disputes.PotIfFew, 4, sound), "none in the air")
	assert.True(t, of(disputes.PotIfFew, 0, airy, sound), "leaves not counted: fewer than in the air")
	assert.True(t, of(disputes.SoakAndPot, 4, airy, sound))
	assert.False(t, of("leave-out", 4, airy, mush))
}

// Room for two seasons is never given round few roots in what rots.
func TestAPotOfItsSide(t *testing.T) {
	kind, _ := taxa.Find("cattleya")
	room := func(side disputes.SideCode, mineral bool, grade roots.GradeCode) bool {
		p := &patient.Patient{
			Profile: kind, Sides: patient.Sides{disputes.PotSize: side}, Given: patient.Given{Grade: grade},
		}
		return NeedsOf(p, Wish{Mineral: mineral}).Spacious
	}
	assert.True(t, room(disputes.FreePot, false, roots.Good))
	assert.False(t, room(disputes.FreePot, false, roots.Poor))
	assert.True(t, room(disputes.FreePot, true, roots.Poor))
	assert.False(t, room(disputes.SmallPot, true, roots.Good))
	assert.True(t, room(disputes.Default(disputes.PotSize), true, roots.Good))
	assert.False(t, room(disputes.Default(disputes.PotSize), false, roots.Good))
}
