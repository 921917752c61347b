package patient

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/disputes"
	"therapeon/core/taxa"
)

// Claims that contradict: the side that is followed, and what it has stood before either.
func TestWhatIsClaimedOfItsWarmth(t *testing.T) {
	kind, _ := taxa.Find("cattleya") // grows from 14 °C on, may be hurt below 5 °C: from memory
	c := func(v float64) *float64 { return &v }
	p := &Patient{Profile: kind, Intake: Intake{Claims: []Claim{{By: "maker", LowC: c(8)}, {By: "genus", LowC: c(17)}}}}
	growth := func(side disputes.SideCode) float64 {
		p.Sides = Sides{disputes.CareFigures: side}
		return p.Around().Minima().Growth.Value
	}
	assert.Equal(t, 8.0, growth(disputes.Maker))
	assert.Equal(t, 17.0, growth(disputes.Genus))
	assert.Equal(t, 17.0, growth(disputes.KeepBoth), "the more careful one")
	p.Intake.Claims = p.Intake.Claims[:1]
	assert.Equal(t, 14.0, growth(disputes.KeepBoth))
	assert.Equal(t, 14.0, growth(disputes.Genus), "nothing is said of its genus: that of its group")

	assert.Equal(t, 5.0, p.Around().Minima().Injury.Value)
	p.Intake.StoodLowC = c(2)
	assert.Equal(t, 2.0, p.Around().Minima().Injury.Value, "it has stood that")
	p.Intake.StoodLowC = c(9)
	assert.Equal(t, 5.0, p.Around().Minima().Injury.Value, "that it stood less cold says nothing")
}

func TestWhereItsParentsGrow(t *testing.T) {
	for want, in := range map[string]Intake{
		"rock":      {Parents: []Parent{{Name: "a", Grows: "rock"}, {Name: "b"}}},
		"limestone": {Lime: "yes", Parents: []Parent{{Name: "a", Grows: "litter"}}},
		"":          {Parents: []Parent{{Name: "a", Grows: "limestone"}, {Name: "b", Grows: "litter"}}},
	} {
		where, contradict := in.Grows()
		assert.Equal(t, want, where)
		assert.Equal(t, want == "", contradict)
	}
	where, contradict := Intake{Lime: "no", Parents: []Parent{{Name: "a", Grows: "limestone"}}}.Grows()
	assert.Empty(t, where)
	assert.True(t, contradict, "no lime without a doubt")
}

func TestALeafAgainstOneThatIsNormalForIt(t *testing.T) {
	short, usual := 120.0, 200.0
	p := &Patient{Looks: []Look{{Noted: Inspection{NewestLeafMM: &short}}}}
	assert.Nil(t, p.LeafSmaller())
	p.Intake.UsualLeafMM = &usual
	assert.True(t, *p.LeafSmaller())
}

func TestAClaimOfANightWarmerThanItsDay(t *testing.T) {
	low, high := 25.0, 20.0
	in := Intake{Claims: []Claim{{By: "maker", LowC: &high, HighC: &low}, {By: "genus", LowC: &low, HighC: &high}}}
	faults := in.Faults()
	require.Len(t, faults, 1)
	assert.Equal(t, "claims[1].low_c", faults[0].Field)
	in.Claims = in.Claims[:1]
	assert.Empty(t, in.Faults())
}
