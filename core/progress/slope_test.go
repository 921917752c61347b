package progress

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"gonum.org/v1/gonum/stat"
	"pgregory.net/rapid"
)

// NIST Statistical Reference Datasets, linear regression, "Norris": y, x, and the certified line.
var norris = [][2]float64{
	{0.1, 0.2}, {338.8, 337.4}, {118.1, 118.2}, {888.0, 884.6}, {9.2, 10.1}, {228.1, 226.5}, {668.5, 666.3},
	{998.5, 996.3}, {449.1, 448.6}, {778.9, 777.0}, {559.2, 558.2}, {0.3, 0.4}, {0.1, 0.6}, {778.1, 775.5},
	{668.8, 666.9}, {339.3, 338.0}, {448.9, 447.5}, {10.8, 11.6}, {557.7, 556.0}, {228.3, 228.1}, {998.0, 995.8},
	{888.8, 887.6}, {119.6, 120.2}, {0.3, 0.3}, {0.6, 0.3}, {557.6, 556.8}, {339.3, 339.1}, {888.0, 887.2},
	{998.5, 999.0}, {778.9, 779.0}, {10.2, 11.1}, {117.6, 118.3}, {228.9, 229.2}, {668.4, 669.1}, {449.2, 448.9},
	{0.2, 0.5},
}

func TestLeastSquaresOnNorris(t *testing.T) {
	var x, y []float64
	for _, p := range norris {
		y, x = append(y, p[0]), append(x, p[1])
	}
	b0, b1 := stat.LinearRegression(x, y, nil, false) // the yardstick: certified, then the slope beside it
	assert.InDelta(t, -0.262323073774029, b0, 1e-10)
	assert.InDelta(t, 1.00211681802045, b1, 1e-13)
	s, ok := TheilSen(x, y)
	require.True(t, ok)
	assert.InDelta(t, b1, s.Value, 0.002, "on clean data the two agree")
}

// By hand from the definition: the ten slopes of five points, sorted, are −.15 −.13 −.08 −.07 −.0575
// −.055 −.045 −.0333 .01 .04; the middle two give −.05625. With five points the interval of 95 % runs
// from the least to the greatest, since |S| ≥ 8 has a chance of 8.4 %.
func TestTheilSenByHand(t *testing.T) {
	s, ok := TheilSen([]float64{1, 2, 3, 4, 5}, []float64{1.26, 1.27, 1.12, 1.16, 1.03})
	require.True(t, ok)
	assert.InDelta(t, -0.05625, s.Value, 1e-12)
	assert.True(t, s.Wide)
	assert.InDelta(t, -0.15, s.Low, 1e-12)
	assert.InDelta(t, 0.04, s.High, 1e-12)

	s, ok = TheilSen([]float64{0, 7, 14, 21}, []float64{5, 12, 19, 90})
	require.True(t, ok)
	assert.False(t, s.Wide, "four points have no interval")
	assert.Equal(t, s.Value, s.Low)
	_, ok = TheilSen([]float64{3, 3}, []float64{1, 2})
	assert.False(t, ok, "no two points lie apart")
	_, ok = TheilSen(nil, nil)
	assert.False(t, ok)
}

// The chances of Kendall's S by counting all orders, and as printed (Kendall, Rank Correlation Methods,
// appendix table 1; from memory): n 8, S ≥ 18: .016; n 10, S ≥ 23: .023.
func TestKendallsS(t *testing.T) {
	for n := 2; n <= 7; n++ {
		counts, total := map[int]float64{}, 0.0
		orders(n, func(of []int) {
			s := 0
			for i := range of {
				for j := range i {
					if of[i] > of[j] {
						s++
					} else {
						s--
					}
				}
			}
			counts[s]++
			total++
		})
		at := kendall(n)
		for s := 0; s <= n*(n-1)/2; s++ {
			want := 0.0
			for v, c := range counts {
				if v >= s {
					want += c / total
				}
			}
			assert.InDelta(t, want, at[s], 1e-12, "n %d, S ≥ %d", n, s)
		}
	}
	assert.InDelta(t, 0.016, kendall(8)[18], 0.0005)
	assert.InDelta(t, 0.023, kendall(10)[23], 0.0005)
}

func orders(n int, each func([]int)) {
	of := make([]int, n)
	for i := range of {
		of[i] = i
	}
	var next func(int)
	next = func(k int) {
		if k == n {
			each(of)
			return
		}
		for i := k; i < n; i++ {
			of[k], of[i] = of[i], of[k]
			next(k + 1)
			of[k], of[i] = of[i], of[k]
		}
	}
	next(0)
}

func points(t *rapid.T) (x, y []float64) {
	n := rapid.IntRange(2, 40).Draw(t, "n")
	for i := range n {
		x = append(x, float64(i*3+rapid.IntRange(0, 2).Draw(t, "x")))
		y = append(y, rapid.Float64Range(-100, 100).Draw(t, "y"))
	}
	return x, y
}

// Laws: a line added to y adds its slope; y or x scaled scales it; the order of points is nothing; the
// interval holds the slope.
func TestTheilSenLaws(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		x, y := points(t)
		s, ok := TheilSen(x, y)
		require.True(t, ok)
		require.LessOrEqual(t, s.Low, s.Value)
		require.GreaterOrEqual(t, s.High, s.Value)
		a, b := rapid.Float64Range(-50, 50).Draw(t, "a"), rapid.Float64Range(-5, 5).Draw(t, "b")
		turned, scaled := slices.Clone(y), slices.Clone(y)
		for i := range y {
			turned[i] += a + b*x[i]
			scaled[i] *= -2
		}
		other, _ := TheilSen(x, turned)
		require.InDelta(t, s.Value+b, other.Value, 1e-9)
		require.InDelta(t, s.High+b, other.High, 1e-9)
		other, _ = TheilSen(x, scaled)
		require.InDelta(t, -2*s.Value, other.Value, 1e-9)
		require.InDelta(t, -2*s.High, other.Low, 1e-9)
		back := slices.Clone(x)
		slices.Reverse(back)
		slices.Reverse(y)
		other, _ = TheilSen(back, y)
		require.Equal(t, s, other)
	})
}

// The interval holds the true slope in 95 %, or more since ranks are whole; one wild point moves the slope
// little.
func TestTheilSenHoldsTheTruth(t *testing.T) {
	draw := draws(7)
	for _, n := range []int{5, 8, 12, 35} {
		held, runs := 0, 1500
		for range runs {
			var x, y []float64
			for i := range n {
				x, y = append(x, float64(i)), append(y, 2*float64(i)+draw.normal())
			}
			s, _ := TheilSen(x, y)
			held += count(s.Low <= 2 && 2 <= s.High)
		}
		share := float64(held) / float64(runs)
		assert.GreaterOrEqual(t, share, 0.935, "n %d", n)
		assert.LessOrEqual(t, share, 0.999, "n %d", n)
	}
	x, y := []float64{0, 1, 2, 3, 4, 5, 6}, []float64{0, 2, 4, 6, 8, 10, 600}
	s, _ := TheilSen(x, y)
	_, ls := stat.LinearRegression(x, y, nil, false)
	assert.InDelta(t, 2, s.Value, 1e-9)
	assert.Greater(t, ls, 50.0, "which least squares follows")
}

// By the sign test: from six on, least and greatest; of ten the second from each end (binomial table:
// P(X ≤ 1) of 10 is .0107, of 9 .0195, of 8 .0352).
func TestMedianRank(t *testing.T) {
	for n, want := range map[int]int{1: 0, 5: 0, 6: 1, 8: 1, 9: 2, 10: 2} {
		assert.Equal(t, want, medianRank(n), "n %d", n)
	}
}
