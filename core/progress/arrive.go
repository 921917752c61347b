package progress

import (
	"math"
	"slices"

	"gonum.org/v1/gonum/stat/distuv"

	"therapeon/core/bands"
)

// Length is a length of a root on a day.
type Length struct {
	Day float64 // days from any day on
	MM  float64
	SD  float64 // how far it may be off, mm, one standard deviation
}

// Pace is what is thought of how fast a root grows before any of its lengths is known: the median,
// mm a day, and the factor either way in which it lies four times in five.
type Pace struct {
	MMDay  float64
	Factor float64
}

// Mark is how far off something is, along the root, and how far that may be off, mm.
type Mark struct {
	MM float64
	SD float64
}

// Arrives says when a root is as long as a mark, days on the scale of its lengths: the middle, and the
// ends of the band of four in five. It is false where no length is known, where it is there already, or
// where the middle lies beyond the table's days.
//
// The lengths lie about a straight line, off by their errors, or by more if they scatter so; its pace is
// lognormal about what is thought; where the line stands follows from the lengths alone. From the last
// length on the pace may wander by the table's share:
//
//	y_i ~ N(a + r·t_i, (s·sd_i)²),  ln r ~ N(ln pace, σ²),  a flat,  s one of scatter
//
// The chance of being there by t is the mean, over r and s, of Φ of how far the line has come past the mark.
func Arrives(of []Length, pace Pace, mark Mark) (soon, middle, late float64, ok bool) {
	if len(of) == 0 {
		return 0, 0, 0, false
	}
	last := of[0]
	for _, l := range of {
		if l.Day > last.Day || l.Day == last.Day && l.MM > last.MM {
			last = l
		}
	}
	if last.MM >= mark.MM {
		return 0, 0, 0, false
	}
	lines := posterior(of, pace)
	by := func(t float64) float64 {
		p := 0.0
		for _, l := range lines {
			on := t - last.Day
			wander := Table().PaceWander.Value * l.pace * on
			sd := math.Sqrt(l.variance + mark.SD*mark.SD + wander*wander)
			p += l.weight * distuv.UnitNormal.CDF((l.at+l.pace*(t-l.day)-mark.MM)/sd)
		}
		return p
	}
	at := func(p float64) float64 {
		low, high := last.Day, last.Day+farthest
		for range 45 {
			mid := (low + high) / 2
			if by(mid) < p {
				low = mid
			} else {
				high = mid
			}
		}
		return high
	}
	soon, middle, late = at(bands.Low), at(bands.Middle), at(bands.High)
	return soon, middle, late, middle-last.Day <= Table().ForecastDays.Value
}

// farthest is how far off a day is looked for.
const farthest = 20000

// line is a line that the lengths may lie about.
type line struct {
	pace     float64 // mm a day
	day, at  float64 // it is so long on this day
	variance float64 // of that
	weight   float64
}

// posterior are the lines that fit, each with its weight; these add up to one.
func posterior(of []Length, pace Pace) []line {
	const points, reach, least = 61, 4.0, 1e-5
	sigma := math.Log(pace.Factor) / bands.Z
	list := make([]line, 0, points*len(Table().Scatter))
	most := math.Inf(-1)
	for i := range points {
		z := reach * (2*float64(i)/(points-1) - 1)
		r := pace.MMDay * math.Exp(z*sigma)
		for _, s := range Table().Scatter {
			l, fit := fitted(of, r, s.By.Value)
			l.weight = fit + math.Log(s.Thought.Value) - z*z/2
			most = math.Max(most, l.weight)
			list = append(list, l)
		}
	}
	sum := 0.0
	for i := range list {
		list[i].weight = math.Exp(list[i].weight - most)
		sum += list[i].weight // what is left out does not matter
	}
	list = slices.DeleteFunc(list, func(l line) bool { return l.weight < least*sum })
	for i := range list {
		list[i].weight /= sum
	}
	return list
}

// fitted is where a line of one pace stands, and how well it fits: the log of the lengths' chance.
func fitted(of []Length, pace, scatter float64) (line, float64) {
	weights, day, mm := 0.0, 0.0, 0.0
	for _, l := range of {
		w := 1 / (scatter * scatter * l.SD * l.SD)
		weights += w
		day += w * l.Day
		mm += w * l.MM
	}
	at := line{pace: pace, day: day / weights, at: mm / weights, variance: 1 / weights}
	fit := -math.Log(weights) / 2
	for _, l := range of {
		sd := scatter * l.SD
		e := (l.MM - at.at - pace*(l.Day-at.day)) / sd
		fit -= e*e/2 + math.Log(sd)
	}
	return at, fit
}
