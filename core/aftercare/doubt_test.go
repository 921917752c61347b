package aftercare_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/pots"
	"therapeon/language/english"
)

// More water at once than two buckets hold is a sign that the pot was noted wrong: its measure is asked, and nothing is
// poured until then. House rule.
func TestMoreThanABucketAsksForThePot(t *testing.T) {
	flushed := func(wide float64) (float64, string) {
		l := housed(t, "phalaenopsis", "inorganic", withRoots(8, 2, ""))
		l.Pot = &pots.Pot{Shape: pots.Round, TopMM: wide, BottomMM: wide * 0.8, HeightMM: wide}
		d := due(l.on(4), "flush")
		require.NotNil(t, d)
		if d.Doubt == nil {
			return d.ML, ""
		}
		return d.ML, english.Say(d.Doubt.Value)
	}
	ml, doubt := flushed(140)
	assert.Positive(t, ml)
	assert.Empty(t, doubt)
	ml, doubt = flushed(420)
	assert.Zero(t, ml)
	assert.Contains(t, doubt, "420 mm wide and 420 mm high")
	assert.Contains(t, doubt, "Measure the pot again")
}
