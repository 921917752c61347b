package disputes

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/language/english"
)

func TestBothSidesHaveAReasonAndTheDefaultIsAChoice(t *testing.T) {
	require.Len(t, All(), 22)
	for _, q := range All() {
		require.GreaterOrEqual(t, len(q.Choices), 2, q.Code)
		codes := []SideCode{}
		for _, c := range q.Choices {
			codes = append(codes, c.Code)
			assert.NotEmpty(t, c.Reason.Mark, c.Code)
		}
		assert.Contains(t, codes, Default(q.Code), q.Code)
	}
	assert.Equal(t, IfWobbly, Default(DeadDryRoots))
	assert.Equal(t, ByState, Default(ClingingMedium))
	assert.Empty(t, Default("no such question"))
}

// A side is one of its question's, or none; each wrong one is named by its field, in the order of the codes.
func TestSidesThatCannotBe(t *testing.T) {
	assert.Empty(t, Sides{DeadDryRoots: IfWobbly, ClingingMedium: ""}.Faults(), "none is taken")
	assert.Empty(t, Usual().Faults())
	faults := Sides{"weather": "fine", DeadDryRoots: "burn"}.Faults()
	require.Len(t, faults, 2)
	assert.Equal(t, []string{"sides." + DeadDryRoots, "sides.weather"}, []string{faults[0].Field, faults[1].Field})
	assert.Contains(t, english.Say(faults[0].Limit), string(IfWobbly))
	assert.Nil(t, SideOf(DeadDryRoots, ByState), "a side of another question")
	assert.Nil(t, SideOf("weather", IfWobbly))
	side := SideOf(DeadDryRoots, IfWobbly)
	require.NotNil(t, side)
	assert.Equal(t, [2]string{DeadDryRoots, string(IfWobbly)}, [2]string{side.Code, string(side.Choice.Code)})
}

// A plant's own side goes over the house's; one that says nothing does not.
func TestSidesOverSides(t *testing.T) {
	house := Sides{"a": "one", "b": "two"}
	assert.Equal(t, Sides{"a": "own", "b": "two", "c": "new"}, house.Over(Sides{"a": "own", "b": ""}, Sides{"c": "new"}))
	assert.Equal(t, Sides{"a": "one", "b": "two"}, house, "they stay what they were")
	assert.Equal(t, Sides{"a": "own"}, Sides(nil).Over(Sides{"a": "own"}))
	assert.Len(t, Usual(), len(All()))
}
