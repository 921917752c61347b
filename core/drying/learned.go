package drying

import (
	"math"
	"slices"

	"gonum.org/v1/gonum/stat/distuv"

	"therapeon/core/bands"
	"therapeon/core/units"
)

// Span is what is thought of the time from full to due, before anything was seen of a pot: its
// median, days, and the factor either way in which it lies four times in five.
type Span struct {
	Days   float64
	Factor float64
}

// With brings two thoughts of the same pot together, each by its weight. One of no days says nothing.
func (s Span) With(other Span) Span {
	switch {
	case other.Days <= 0:
		return s
	case s.Days <= 0:
		return other
	}
	a, b := 1/square(s.sd()), 1/square(other.sd())
	mean := (a*math.Log(s.Days) + b*math.Log(other.Days)) / (a + b)
	return Span{math.Exp(mean), math.Exp(bands.Z * math.Sqrt(1/(a+b)))}
}

func (s Span) sd() float64 {
	return math.Max(Table().LeastSD.Value, math.Log(math.Max(s.Factor, 1))/bands.Z)
}

func square(x float64) float64 { return x * x }

// Cycle is what was seen of a pot from one watering to the next: the last time it was still wet
// and the first time it was dry, days after the watering. 0: not seen.
type Cycle struct {
	WetAt  float64
	DryAt  float64
	Weighs float64 // the days to due by its weights; 0: not weighed
	Drier  float64 // how much drier its air was than today's: it dried so much faster; 0: not known
}

// Next is when a pot is due, days after its last watering: the middle of what is thought, and the
// ends of the band in which it lies four times in five.
type Next struct {
	Days, SoonDays, LateDays float64
	Cycles                   int     // that it learned from
	Answers                  int     // what was seen, wet or dry
	Weighed                  int     // cycles that were weighed
	PriorDays                float64 // what was thought before
}

// Learn says when a pot is due from what was seen of it. The time of a cycle is lognormal about
// the pot's own, which is lognormal about the prior:
//
//	ln T_i ~ N(m − ln drier_i, s²),  m ~ N(ln prior, s₀²)
//
// An answer "still wet" at w says T > w, "dry" at d says T ≤ d, both are taken as they are: censored,
// not as times, and a few are wrong. Weights say T itself. now is the cycle at hand, which may hold all three; what is
// foretold lies beyond its WetAt. s is ln(cycleFactor), the factor between cycles.
func Learn(prior Span, cycleFactor float64, past []Cycle, now Cycle) Next {
	n := Next{PriorDays: prior.Days}
	s := math.Log(cycleFactor)
	m0, s0 := math.Log(prior.Days), prior.sd()
	const points = 61
	const reach = 4.0
	var at, weight [points]float64
	for i := range points {
		z := reach * (2*float64(i)/(points-1) - 1)
		at[i], weight[i] = m0+z*s0, math.Exp(-z*z/2)
	}
	seen := func(c Cycle) {
		if c.WetAt > 0 || c.DryAt > 0 || c.Weighs > 0 {
			n.Cycles++
		}
		n.Answers += count(c.WetAt) + count(c.DryAt)
		n.Weighed += count(c.Weighs)
		for i := range weight {
			weight[i] *= c.likelihood(at[i], s)
		}
	}
	for _, c := range past {
		seen(c)
	}
	seen(now)
	n.SoonDays, n.Days, n.LateDays = foretold(at[:], weight[:], s, now)
	return n
}

func count(x float64) int {
	if x > 0 {
		return 1
	}
	return 0
}

// likelihood is how likely a cycle is for a pot whose own time is e^m.
func (c Cycle) likelihood(m, s float64) float64 {
	if c.Drier > 0 {
		m -= math.Log(c.Drier)
	}
	cdf := func(days float64) float64 { return distuv.UnitNormal.CDF((math.Log(days) - m) / s) }
	p := 1.0
	switch {
	case c.Weighs > 0:
		p = distuv.Normal{Mu: m, Sigma: math.Hypot(s, Table().WeighedSD.Value)}.Prob(math.Log(c.Weighs))
	case c.WetAt > 0 && c.DryAt > c.WetAt:
		p = cdf(c.DryAt) - cdf(c.WetAt)
	case c.WetAt > 0:
		p = 1 - cdf(c.WetAt)
	case c.DryAt > 0:
		p = cdf(c.DryAt)
	}
	if errs := Table().AnswerErrs.Value; c.Weighs == 0 && (c.WetAt > 0 || c.DryAt > 0) {
		p = errs + (1-2*errs)*p
	}
	return math.Max(p, units.Speck) // whatever was seen, it was seen
}

// foretold are the tenth, the half and the nine tenths of the time of the cycle at hand.
func foretold(at, weight []float64, s float64, now Cycle) (soon, half, late float64) {
	const points = 160
	const reach = 6 // deviations, beyond which a cycle does not lie
	low, high := at[0]-4*s, at[len(at)-1]+4*s
	var density [points]float64
	sum, least := 0.0, units.Speck*slices.Max(weight)
	for j := range points {
		x := low + (high-low)*float64(j)/(points-1)
		if now.WetAt > 0 && x <= math.Log(now.WetAt) {
			continue
		}
		for i, m := range at {
			if weight[i] < least || math.Abs(x-m) > reach*s {
				continue // it adds nothing that shows
			}
			density[j] += weight[i] * math.Exp(-square((x-m)/s)/2)
		}
		if now.Weighs > 0 {
			density[j] *= math.Exp(-square((x-math.Log(now.Weighs))/Table().WeighedSD.Value) / 2)
		}
		sum += density[j]
	}
	if sum <= 0 {
		return now.WetAt, now.WetAt, now.WetAt
	}
	shares, run := []float64{bands.Low, bands.Middle, bands.High}, 0.0
	got := make([]float64, len(shares))
	k := 0
	step := (high - low) / (points - 1)
	for j := range points {
		share := density[j] / sum
		for k < len(shares) && run+share >= shares[k] {
			within := (shares[k]-run)/share - 0.5 // of the cell about its middle
			got[k] = math.Exp(low + step*(float64(j)+within))
			k++
		}
		run += share
	}
	return got[0], got[1], got[2]
}

// Weighed is what the weights of a pot say of its cycles: the days from each watering to due, by
// the cycle's own pace, the oldest first; 0 where a cycle was not weighed often enough. Of the last
// one a single interval will do.
func (k *Knowledge) Weighed(all []Weight, p Prior, dueAt float64) (begun, days []float64) {
	if len(all) == 0 {
		return nil, nil
	}
	f := Forecast{DueAt: dueAt, PerDay: p.PerDay}
	f.WetG, f.DryG = k.ends(all, p, dueAt)
	f.HoldsG = f.WetG - f.DryG
	cycles := k.cycles(all, f)
	for i, of := range cycles {
		span := 0.0
		if paces := k.paces(of, f); len(paces) > 0 {
			span = math.Log(1/dueAt) / paces[0]
		} else if pace, ok := onePoint(of, f); ok && i == len(cycles)-1 {
			span = math.Log(1/dueAt) / pace
		}
		begun, days = append(begun, of[0].Day), append(days, span)
	}
	return begun, days
}
