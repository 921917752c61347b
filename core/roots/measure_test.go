package roots

import (
	"math"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
)

// A cylinder's side is πdL and its volume πd²L/4: solid geometry, any handbook.
// For d = 5 mm and L = 100 mm that is 1570.796 mm² and 1963.495 mm³.
func TestSideAreaAndVolumeOfARoot(t *testing.T) {
	assert.InDelta(t, 15.70796, SideAreaCM2(5, 100), 1e-5)
	assert.InDelta(t, 1.963495, VolumeCM3(5, 100), 1e-6)
	// 1 mm thick and 1 m long: 31.416 cm² and 0.7854 cm³.
	assert.InDelta(t, 31.41593, SideAreaCM2(1, 1000), 1e-5)
	assert.InDelta(t, 0.785398, VolumeCM3(1, 1000), 1e-6)
}

// Tennant 1975, J. Ecol. 63:995: the factor is 0.7857 for a 1 cm grid and
// 1.5714 for a 2 cm grid, with the length in cm.
func TestGridCountFactors(t *testing.T) {
	assert.InDelta(t, 0.7857, GridCount(1, 1), 5e-5)
	assert.InDelta(t, 1.5714, GridCount(1, 2), 5e-5)
	assert.InDelta(t, 78.57, GridCount(100, 1), 5e-3)
	assert.Zero(t, GridCount(0, 10))
}

// crossings counts how often the chord from a to b crosses lines of a 1 × 1 grid.
func crossings(ax, ay, bx, by float64) int {
	return int(math.Abs(math.Floor(ax)-math.Floor(bx)) + math.Abs(math.Floor(ay)-math.Floor(by)))
}

// The estimate against lengths known by construction: straight pieces and
// arcs thrown at random, with a mean error under 5 % where N is over 100.
func TestGridCountRecoversKnownLengths(t *testing.T) {
	rng := rand.New(rand.NewPCG(7, 11))
	for name, bend := range map[string]float64{"straight": 0, "curved": 0.4} {
		sum, trials := 0.0, 200
		for range trials {
			n, length := 0, 0.0
			for n <= 120 {
				x, y, dir := rng.Float64()*50, rng.Float64()*50, rng.Float64()*2*math.Pi
				turn := (rng.Float64()*2 - 1) * bend
				for range 100 {
					nx, ny := x+0.1*math.Cos(dir), y+0.1*math.Sin(dir)
					n += crossings(x, y, nx, ny)
					x, y, dir = nx, ny, dir+turn*0.1
					length += 0.1
				}
			}
			sum += (GridCount(n, 1) - length) / length
		}
		assert.Less(t, math.Abs(sum/float64(trials)), 0.05, name)
	}
}
