package race

import (
	"testing"

	"therapeon/core/roots"
)

// The bar: 5 ways of holding × 2,000 runs × 180 days in under 500 ms on two
// cores. There are six ways, and the search for humidities and the levers run too.
func BenchmarkRaceRootless(b *testing.B) { benchmark(b, rootless(50)) }

// BenchmarkRaceSomeRoots has roots that drink, so every hour is worked through.
func BenchmarkRaceSomeRoots(b *testing.B) {
	c := rootless(50)
	c.LiveRootCM2 = roots.Range{Low: 20, Point: 40, High: 60}
	benchmark(b, c)
}

func benchmark(b *testing.B, c start) {
	c.Runs = 2000
	for b.Loop() {
		if _, err := runFrom(ctx(), c); err != nil {
			b.Fatal(err)
		}
	}
}
