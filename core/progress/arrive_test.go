package progress

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"therapeon/core/bands"
)

// seeded draws, the same each time.
type drawn struct{ state uint64 }

func draws(seed uint64) *drawn { return &drawn{seed*2862933555777941757 + 3037000493} }

func (d *drawn) unit() float64 {
	d.state ^= d.state << 13
	d.state ^= d.state >> 7
	d.state ^= d.state << 17
	return (float64(d.state>>11) + 0.5) / (1 << 53)
}

func (d *drawn) normal() float64 {
	return math.Sqrt(-2*math.Log(d.unit())) * math.Cos(2*math.Pi*d.unit())
}

// Simulated recoveries whose paces are drawn from what is thought, taped every week or so, off by what a
// tape is, or scattering more, as is thought: the bands of their arrivals hold the truth in four of five,
// from one length, two, and many.
func TestArrivalsHoldTheTruth(t *testing.T) {
	k, d := Table(), draws(11)
	pace := Pace{1.2, k.RateSpread.Value}
	sigma := math.Log(pace.Factor) / bands.Z
	for _, lengths := range []int{1, 2, 4, 9} {
		const tries = 1000
		early, late, runs, width := 0, 0, 0, 0.0
		for range tries {
			r := pace.MMDay * math.Exp(sigma*d.normal())
			start, by := 2+6*d.unit(), 1.0
			u := d.unit()
			for _, s := range k.Scatter {
				if by = s.By.Value; u < s.Thought.Value {
					break
				}
				u -= s.Thought.Value
			}
			var of []Length
			day := 0.0
			for i := range lengths {
				if i > 0 {
					day += 5 + 4*d.unit()
				}
				mm := start + r*day
				sd := usualError(mm)
				of = append(of, Length{day, mm + by*sd*d.normal(), sd})
			}
			now := start + r*day
			mark := Mark{now + 20 + 60*d.unit(), 0}
			later := r * (1 + k.PaceWander.Value*d.normal())
			if later <= 0 {
				continue
			}
			truth := day + (mark.MM-now)/later
			soon, middle, last, ok := Arrives(of, pace, mark)
			if !ok {
				continue // so far off that nothing is foretold
			}
			runs++
			require.LessOrEqual(t, soon, middle)
			require.LessOrEqual(t, middle, last)
			early += count(truth < soon)
			late += count(truth > last)
			width += (last - soon) / tries
		}
		require.Greater(t, runs, tries*95/100)
		share := 1 - float64(early+late)/float64(runs)
		assert.InDelta(t, 0.8, share, 0.04, "of %d lengths: %d before, %d after, %.0f days wide", lengths, early, late, width)
	}
}

// Laws: a farther mark is reached no sooner; there is no forecast of what is reached; more lengths on the
// same line narrow the band.
func TestArrivalLaws(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		pace := Pace{rapid.Float64Range(0.3, 3).Draw(t, "pace"), 1.9}
		r := rapid.Float64Range(0.3, 3).Draw(t, "r")
		var of []Length
		for i := range rapid.IntRange(1, 8).Draw(t, "n") {
			mm := 4 + r*7*float64(i)
			of = append(of, Length{7 * float64(i), mm, usualError(mm)})
		}
		last := of[len(of)-1].MM
		_, near, _, ok := Arrives(of, pace, Mark{MM: last + 10})
		_, far, _, okFar := Arrives(of, pace, Mark{MM: last + 30})
		if ok && okFar {
			require.Less(t, near, far)
		}
		_, _, _, ok = Arrives(of, pace, Mark{MM: last})
		require.False(t, ok)
	})
	wide := func(n int) float64 {
		var of []Length
		for i := range n {
			of = append(of, Length{7 * float64(i), 5 + 7*float64(i), 2})
		}
		soon, _, late, ok := Arrives(of, Pace{1, 1.9}, Mark{MM: of[n-1].MM + 30})
		require.True(t, ok)
		return late - soon
	}
	assert.Greater(t, wide(1), wide(3))
	assert.Greater(t, wide(3), wide(8))
	_, _, _, ok := Arrives(nil, Pace{1, 1.9}, Mark{MM: 20})
	assert.False(t, ok)
}
