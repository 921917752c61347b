package forecast

import (
	"cmp"
	"math"
	"slices"

	"gonum.org/v1/gonum/integrate/quad"
	"gonum.org/v1/gonum/stat/distuv"

	"therapeon/core/bands"
	"therapeon/core/dates"
)

// Scored is a forecast with what came of it.
type Scored struct {
	Forecast
	Truth Truth `json:"truth" required:"true"`
}

// Share is a share with its interval of 95 %.
type Share struct {
	Of    int     `json:"of" required:"true"`
	Count int     `json:"count" required:"true"`
	Share float64 `json:"share" required:"true"`
	Low   float64 `json:"low" required:"true"`
	High  float64 `json:"high" required:"true"`
}

// Wilson is a share of n with Wilson's interval.
//
// Source: Wilson 1927; checked on Newcombe 1998, Stat. Med. 17:857.
func Wilson(count, n int) Share {
	s := Share{Of: n, Count: count}
	if n == 0 {
		s.High = 1
		return s
	}
	z, of := Table().WilsonZ.Value, float64(n)
	p := float64(count) / of
	mid, half := p+z*z/(2*of), z*math.Sqrt(p*(1-p)/of+z*z/(4*of*of))
	s.Share, s.Low, s.High = p, max(0, (mid-half)/(1+z*z/of)), min(1, (mid+half)/(1+z*z/of))
	return s
}

// CRPS is the continuous ranked probability score of a normal forecast where y came, in the unit of y.
//
// Source: Gneiting & Raftery 2007, J. Am. Stat. Assoc. 102:359; N(0,1) at 0 is (√2 − 1)/√π.
func CRPS(mean, sd, y float64) float64 {
	z := (y - mean) / sd
	n := distuv.UnitNormal
	return sd * (z*(2*n.CDF(z)-1) + 2*n.Prob(z) - 1/math.Sqrt(math.Pi))
}

// WaitingCRPS is the same while it has not come by y: what was foretold for before y counts against it, what
// lies after does not.
func WaitingCRPS(mean, sd, y float64) float64 {
	const reach, points = 8, 200
	from := min(mean, y) - reach*sd
	n := distuv.Normal{Mu: mean, Sigma: sd}
	return quad.Fixed(func(x float64) float64 { return n.CDF(x) * n.CDF(x) }, from, y, points, nil, 0)
}

// Bin is a bin of the reliability line: chances foretold, and how often they came.
type Bin struct {
	Said  float64 `json:"said" required:"true" description:"the mean of the chances in it"`
	Share Share   `json:"share" required:"true"`
	Few   bool    `json:"few,omitempty" description:"too few to be drawn"`
}

// Score is how good the forecasts of a kind were.
type Score struct {
	Kind    Kind    `json:"kind" required:"true"`
	Made    int     `json:"made" required:"true"`
	Waiting int     `json:"waiting" required:"true"`
	Void    int     `json:"void" required:"true" description:"can no longer be told"`
	Inside  *Share  `json:"inside,omitempty" description:"of those that came: within the band of four in five"`
	OffDays float64 `json:"off_days,omitempty" description:"median of how far off, days, either way"`
	CRPS    float64 `json:"crps_days,omitempty" description:"mean score, days; those still waiting count as far as they are"`
	Brier   float64 `json:"brier,omitempty" description:"of chances: mean square of how far off; 0 is perfect, 0.25 says nothing"`
	Bins    []Bin   `json:"bins,omitempty" description:"of chances: foretold against what came"`
}

// Scores are how good forecasts were, kind by kind, in the order of the table; those of which none was made
// are left out. today is the day until which those that wait have not come.
func Scores(all []Scored, today string) []Score {
	list := []Score{}
	for _, kind := range Table().Kinds {
		of := slices.DeleteFunc(slices.Clone(all), func(s Scored) bool { return s.Code != kind.Code })
		if len(of) > 0 {
			list = append(list, scoreOf(kind, of, today))
		}
	}
	return list
}

func scoreOf(kind Kind, all []Scored, today string) Score {
	s := Score{Kind: kind, Made: len(all)}
	var off []float64
	inside, came, crps, scored := 0, 0, 0.0, 0
	for _, f := range all {
		switch f.Truth.State {
		case Waiting:
			s.Waiting++
			if !kind.Chance {
				mean, sd := f.normal()
				crps += WaitingCRPS(mean, sd, dates.Between(f.MadeOn, today))
				scored++
			}
		case Void:
			s.Void++
		case Came:
			if kind.Chance {
				continue
			}
			came++
			if f.SoonOn <= f.Truth.On && f.Truth.On <= f.LateOn {
				inside++
			}
			off = append(off, math.Abs(dates.Between(f.On, f.Truth.On)))
			mean, sd := f.normal()
			crps += CRPS(mean, sd, dates.Between(f.MadeOn, f.Truth.On))
			scored++
		}
	}
	if kind.Chance {
		s.Brier, s.Bins = chances(all)
		return s
	}
	if came > 0 {
		w := Wilson(inside, came)
		s.Inside = &w
		slices.Sort(off)
		s.OffDays = (off[(came-1)/2] + off[came/2]) / 2
	}
	if scored > 0 {
		s.CRPS = crps / float64(scored)
	}
	return s
}

// normal is a forecast as a normal one: days from when it was made.
func (f Forecast) normal() (mean, sd float64) {
	band := dates.Between(f.SoonOn, f.LateOn)
	return dates.Between(f.MadeOn, f.On), max(Table().NearestDays.Value, band/2/distuv.UnitNormal.Quantile(bands.High))
}

// chances are the Brier score of chances, and the bins of their reliability line.
func chances(all []Scored) (brier float64, bins []Bin) {
	n := int(Table().Bins.Value)
	type tally struct {
		said        float64
		came, count int
	}
	in, told := make([]tally, n), 0
	for _, f := range all {
		came := 0.0
		switch f.Truth.State {
		case Came:
			came = 1
		case Not:
		default:
			continue
		}
		told++
		brier += (f.Chance - came) * (f.Chance - came)
		b := &in[min(n-1, int(f.Chance*float64(n)))]
		b.said, b.came, b.count = b.said+f.Chance, b.came+int(came), b.count+1
	}
	if told == 0 {
		return 0, nil
	}
	for _, b := range in {
		if b.count > 0 {
			bins = append(bins, Bin{
				Said: b.said / float64(b.count), Share: Wilson(b.came, b.count),
				Few: float64(b.count) < Table().LeastBin.Value,
			})
		}
	}
	slices.SortFunc(bins, func(a, b Bin) int { return cmp.Compare(a.Said, b.Said) })
	return brier / float64(told), bins
}
