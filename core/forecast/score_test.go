package forecast

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"gonum.org/v1/gonum/integrate/quad"
	"gonum.org/v1/gonum/stat/distuv"

	"therapeon/core/dates"
)

// Newcombe 1998, Stat. Med. 17:857, table I, Wilson's score without correction.
func TestWilson(t *testing.T) {
	for _, r := range []struct {
		count, n  int
		low, high float64
	}{{81, 263, 0.2553, 0.3662}, {15, 148, 0.0624, 0.1605}, {0, 20, 0, 0.1611}, {1, 29, 0.0061, 0.1718}} {
		s := Wilson(r.count, r.n)
		assert.InDelta(t, r.low, s.Low, 5e-5, "%d of %d", r.count, r.n)
		assert.InDelta(t, r.high, s.High, 5e-5, "%d of %d", r.count, r.n)
		assert.InDelta(t, float64(r.count)/float64(r.n), s.Share, 1e-12)
	}
	none := Wilson(0, 0)
	assert.Equal(t, [2]float64{0, 1}, [2]float64{none.Low, none.High})
}

// Gneiting & Raftery 2007: the score of N(0,1) at 0 is (√2 − 1)/√π, 0.2337; and by its definition, the
// integral of (F(x) − 1{x ≥ y})².
func TestCRPS(t *testing.T) {
	assert.InDelta(t, (math.Sqrt2-1)/math.Sqrt(math.Pi), CRPS(0, 1, 0), 1e-12)
	assert.InDelta(t, 0.2337, CRPS(0, 1, 0), 5e-5)
	for _, y := range []float64{-3, -0.5, 0.7, 4} {
		n := distuv.Normal{Mu: 1, Sigma: 2}
		below := quad.Fixed(func(x float64) float64 { return n.CDF(x) * n.CDF(x) }, -20, y, 400, nil, 0)
		above := quad.Fixed(func(x float64) float64 { return n.Survival(x) * n.Survival(x) }, y, 25, 400, nil, 0)
		assert.InDelta(t, below+above, CRPS(1, 2, y), 1e-6, "y %g", y)
		assert.InDelta(t, below, WaitingCRPS(1, 2, y), 1e-6, "while it has not come")
		assert.Less(t, WaitingCRPS(1, 2, y), CRPS(1, 2, y))
	}
}

func said(made, soon, on, late int, truth string, came int) Scored {
	day := func(n int) string { return dates.After("2027-03-01", n) }
	f := Forecast{Code: "first-tip", MadeOn: day(made), SoonOn: day(soon), On: day(on), LateOn: day(late)}
	s := Scored{Forecast: f}
	s.Truth.State = truth
	if truth == Came {
		s.Truth.On = day(came)
	}
	return s
}

// Scores by hand: three came, two of them within their band; off by 0, 4 and 30 days, the median 4.
func TestScores(t *testing.T) {
	all := []Scored{
		said(0, 10, 20, 30, Came, 20), said(0, 10, 20, 30, Came, 24), said(0, 10, 20, 30, Came, 50),
		said(0, 10, 20, 30, Waiting, 0), said(0, 10, 20, 30, Void, 0),
	}
	list := Scores(all, dates.After("2027-03-01", 15))
	require.Len(t, list, 1)
	s := list[0]
	assert.Equal(t, []int{5, 1, 1}, []int{s.Made, s.Waiting, s.Void})
	assert.Equal(t, []int{2, 3}, []int{s.Inside.Count, s.Inside.Of})
	assert.InDelta(t, 4, s.OffDays, 1e-9)
	sd := 10 / 1.2815515655446004
	want := (CRPS(20, sd, 20) + CRPS(20, sd, 24) + CRPS(20, sd, 50) + WaitingCRPS(20, sd, 15)) / 4
	assert.InDelta(t, want, s.CRPS, 1e-9)

	chance := func(p float64, state string) Scored {
		return Scored{Forecast: Forecast{Code: "cause", Chance: p}, Truth: Truth{State: state}}
	}
	s = Scores([]Scored{chance(0.9, Came), chance(0.3, Not), chance(0.3, Came), chance(0.5, Waiting)}, "2027-03-01")[0]
	assert.InDelta(t, (0.01+0.09+0.49)/3, s.Brier, 1e-12)
	require.Len(t, s.Bins, 2)
	assert.Equal(t, []int{1, 2}, []int{s.Bins[0].Share.Count, s.Bins[0].Share.Of})
	assert.True(t, s.Bins[0].Few, "under ten it is not drawn")
	assert.Equal(t, 1, s.Waiting)
}

// Kept anew when the middle moves by more than half the band, or a chance by more than the table's; never
// twice on a day.
func TestWhenAForecastMoved(t *testing.T) {
	was := said(0, 10, 20, 30, "", 0).Forecast
	now := func(made, on int) Forecast { return said(made, on-10, on, on+10, "", 0).Forecast }
	assert.False(t, Moved(was, now(1, 30)), "ten days of a band of twenty")
	assert.True(t, Moved(was, now(1, 31)))
	assert.False(t, Moved(was, now(0, 60)), "at most once a day")
	p := func(made string, p float64) Forecast { return Forecast{Code: "cause", MadeOn: made, Chance: p} }
	assert.False(t, Moved(p("2027-03-01", 0.4), p("2027-03-02", 0.6)))
	assert.True(t, Moved(p("2027-03-01", 0.4), p("2027-03-02", 0.65)))
}
