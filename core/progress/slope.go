package progress

import (
	"math"
	"slices"

	"gonum.org/v1/gonum/stat/distuv"
)

// Slope is how fast something changes, per unit of x.
type Slope struct {
	Value float64
	Low   float64 // of the interval of 95 %; as Value where Wide is false
	High  float64
	Wide  bool // there are points enough for an interval
	N     int  // of points
}

// TheilSen is the median of the slopes between all pairs of points, with the rank interval of 95 % that
// goes with it. It is false where no two points lie apart in x. Pairs of one x are left out, as Sen does.
//
// The interval is that of Kendall's S: slopes from the M-th smallest to the M-th largest, where the
// chance of |S| ≥ N − 2M + 2 is at most 5 % for N pairs. Below five points there is none.
//
// Sources: Theil 1950, Proc. K. Ned. Akad. Wet. 53; Sen 1968, J. Am. Stat. Assoc. 63:1379.
func TheilSen(x, y []float64) (Slope, bool) {
	slopes := make([]float64, 0, len(x)*(len(x)-1)/2)
	for i := range x {
		for j := range i {
			if x[i] != x[j] {
				slopes = append(slopes, (y[i]-y[j])/(x[i]-x[j]))
			}
		}
	}
	if len(slopes) == 0 {
		return Slope{}, false
	}
	slices.Sort(slopes)
	n := len(slopes)
	s := Slope{Value: (slopes[(n-1)/2] + slopes[n/2]) / 2, N: len(x)}
	s.Low, s.High = s.Value, s.Value
	if m := rank(n, x); m >= 1 {
		s.Low, s.High, s.Wide = slopes[m-1], slopes[n-m], true
	}
	return s, true
}

// rank is M, how many of the slopes lie outside the interval at each end, and one; 0: none has it.
func rank(pairs int, x []float64) int {
	points := len(x)
	if points < int(Table().IntervalPoints.Value) {
		return 0
	}
	if points <= exactPoints && !tied(x) {
		c := 0
		for atLeast := kendall(points); c < len(atLeast) && atLeast[c] > tail; {
			c++
		}
		// c is the least S with a chance of at most the tail, and has the parity of the pairs.
		return (pairs - (c - 2)) / 2
	}
	v := varianceOfS(x)
	return int((float64(pairs) - distuv.UnitNormal.Quantile(1-tail)*math.Sqrt(v)) / 2)
}

const (
	tail        = 0.025
	exactPoints = 30 // beyond them the normal curve does
)

func tied(x []float64) bool {
	in := slices.Clone(x)
	slices.Sort(in)
	return len(slices.Compact(in)) < len(x)
}

// kendall are the chances of S ≥ 0, 1, 2 … for n points without ties whose order is chance, by the
// numbers of permutations with so many inversions.
func kendall(n int) []float64 {
	counts := []float64{1}
	for k := 2; k <= n; k++ {
		next := make([]float64, k*(k-1)/2+1)
		for i, c := range counts {
			for d := range k {
				next[i+d] += c / float64(k)
			}
		}
		counts = next
	}
	most := n * (n - 1) / 2
	atLeast := make([]float64, most+2)
	for s := most; s >= 0; s-- {
		atLeast[s] = atLeast[s+1]
		if (most-s)%2 == 0 {
			atLeast[s] += counts[(most-s)/2]
		}
	}
	return atLeast[:most+2]
}

// varianceOfS is the variance of Kendall's S where some x are alike.
func varianceOfS(x []float64) float64 {
	in := slices.Clone(x)
	slices.Sort(in)
	of := func(n float64) float64 { return n * (n - 1) * (2*n + 5) }
	v, run := of(float64(len(in))), 1.0
	for i := 1; i <= len(in); i++ {
		if i < len(in) && in[i] == in[i-1] {
			run++
			continue
		}
		v -= of(run)
		run = 1
	}
	return v / 18
}
