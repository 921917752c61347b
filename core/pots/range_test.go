package pots

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"

	"therapeon/language/english"
)

// No pot that no bench could hold: what made it is asked. House rule: the limits are ours.
func TestAPotThatNoBenchHoldsIsAsked(t *testing.T) {
	many := Needs{Group: "cattleya", Bulbs: 60, HasBulbs: true, Sympodial: true, LongestMM: 150, RootML: 40}
	of := Table().Advise(many)
	assert.Equal(t, []string{"base_mm"}, of.Asks)
	assert.LessOrEqual(t, of.Pot.TopMM, Table().MostWideMM.Value)
	assert.Contains(t, strings.Join(english.Lines(of.Reasons), " "), "Measure its base")
	many.BaseMM = 500
	measured := Table().Advise(many)
	assert.Empty(t, measured.Asks, "measured, it is not asked again")
	assert.Greater(t, measured.Pot.TopMM, 500.0)
	few := many
	few.BaseMM, few.Bulbs = 0, 6
	assert.Empty(t, Table().Advise(few).Asks)
	deep := Needs{Group: "vanda", LongestMM: 900, WidthMM: 8, RootML: 90}
	assert.Equal(t, []string{"reach_mm"}, Table().Advise(deep).Asks)
}
