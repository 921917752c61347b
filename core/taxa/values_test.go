package taxa

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

// What the rules go by is one of a few values, so that no slip in the table turns a rule off.
func TestWhatTheRulesGoByIsOneOfAFewValues(t *testing.T) {
	habits := []string{
		"monopodial", "sympodial", "sympodial-creeping", "sympodial-reed-stems", "creeping-stem", "not-known",
	}
	moves := []string{"any-time", "any-warm-spell", "best-with-new-roots", "only-with-new-roots"}
	for _, p := range All() {
		assert.Contains(t, habits, p.Habit.Value, p.Code)
		assert.Contains(t, []string{"yes", "no"}, p.Climbs.Value, p.Code)
		assert.Contains(t, moves, p.Moves.Value, p.Code)
		assert.Contains(t, []string{"may-be-cut", "never-cut"}, p.GreenSpike.Value, p.Code)
	}
}
