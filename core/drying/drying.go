// Package drying foretells when a pot is due for water. After watering its
// weight falls as W(t) = Wd + (W0 − Wd)·e^(−kt): W0 the wet weight once drained, Wd
// the weight with no water left to take, k its pace in 1/day. Weights are in g,
// times in days.
package drying

import (
	"cmp"
	"math"
	"slices"
	"sync"

	"gonum.org/v1/gonum/stat"

	"therapeon/core/bands"
	"therapeon/core/knowledge"
)

// Weight is the weight of a pot at a time, in days from any zero.
type Weight struct {
	Day   float64
	Grams float64
	Wet   bool // just watered and drained
	Light bool // due for water
}

// Prior is what is thought of a pot before it was weighed.
type Prior struct {
	HoldsG  float64 // water it holds, drained
	PerDay  float64 // k
	Spread  float64 // k lies within this factor either way, four times of five
	FromMix knowledge.Provenance
}

// Forecast is when a pot is due, and what that rests on.
type Forecast struct {
	WetG     float64 `json:"wet_g" required:"true" description:"weight right after watering"`
	DryG     float64 `json:"dry_g" required:"true" description:"weight with no water left to take"`
	HoldsG   float64 `json:"holds_g" required:"true" description:"water it holds"`
	LeftG    float64 `json:"left_g" required:"true" description:"of that, now"`
	Left     float64 `json:"left" required:"true" description:"share of it, 0–1"`
	PerDay   float64 `json:"per_day" required:"true" description:"pace of drying, 1/day"`
	DueAt    float64 `json:"due_at" required:"true" description:"share left at which it is due"`
	DueDays  float64 `json:"due_days" required:"true" description:"from the last weight; 0: now"`
	SoonDays float64 `json:"soon_days" required:"true" description:"the early end of four of five"`
	LateDays float64 `json:"late_days" required:"true" description:"the late end"`
	Weights  int     `json:"weights" required:"true" description:"that it rests on"`
	Cycles   int     `json:"cycles" required:"true" description:"waterings whose pace was fitted; 0: the pace is the table's"`
}

// Table is the table of drying.
var Table = sync.OnceValue(func() *Knowledge {
	var k Knowledge
	knowledge.MustRead("drying.yaml", &k)
	return &k
})

// Knowledge is the table of drying.
type Knowledge struct {
	Surface      knowledge.Estimate          `yaml:"surface" json:"surface" required:"true"`
	Walls        map[string]knowledge.Number `yaml:"walls" json:"walls" required:"true"`
	HoldsShare   knowledge.Number            `yaml:"holds_share" json:"holds_share" required:"true"`
	LeastWeights knowledge.Number            `yaml:"least_weights" json:"least_weights" required:"true"`
	OneCycle     knowledge.Number            `yaml:"one_cycle" json:"one_cycle" required:"true"`
	LeastSpread  knowledge.Number            `yaml:"least_spread" json:"least_spread" required:"true"`
	LeafHours    knowledge.Number            `yaml:"leaf_hours" json:"leaf_hours" required:"true"`
	Cycles       knowledge.Number            `yaml:"cycles" json:"cycles" required:"true"`
	SpentShare   knowledge.Number            `yaml:"spent_share" json:"spent_share" required:"true"`
	LeastHoldsG  knowledge.Number            `yaml:"least_holds_g" json:"least_holds_g" required:"true"`
	JumpRange    knowledge.Number            `yaml:"jump_range" json:"jump_range" required:"true"`
	WateredShare knowledge.Number            `yaml:"watered_share" json:"watered_share" required:"true"`
	AnswerErrs   knowledge.Number            `yaml:"answer_errs" json:"answer_errs" required:"true" description:"share of answers, still wet or dry, that are wrong"`
	LeastSD      knowledge.Number            `yaml:"least_sd" json:"least_sd" required:"true" description:"in ln of the days"`
	WeighedSD    knowledge.Number            `yaml:"weighed_sd" json:"weighed_sd" required:"true" description:"how far weights may mislead, in ln of the days"`
}

// Surface is what of a pot loses water, and to which air.
type Surface struct {
	OpeningCM2 float64
	WallCM2    float64
	Wall       string
	DeficitKPa float64
}

// Prior is what a pot is thought to do, from what of it loses water, the water its mix holds, g,
// and what its leaves lose, g a day: a share k = (surface + leaves) / held a day, with the loss
// of a surface in g per cm², day and kPa. holdsG must be above 0.
func (k *Knowledge) Prior(s Surface, holdsG, leavesGDay float64) Prior {
	loss := k.Surface.Value*s.DeficitKPa*(s.OpeningCM2+s.WallCM2*k.Walls[s.Wall].Value) + leavesGDay
	return Prior{
		HoldsG:  holdsG,
		PerDay:  loss / holdsG,
		Spread:  math.Sqrt(k.Surface.High / k.Surface.Low),
		FromMix: k.Surface.Provenance,
	}
}

// Foretell reads the weights of a pot, in g, the oldest first, and says in how many days it is
// due: what is left falls as e^(−k·days), k by its own last cycles, else the prior's, until a
// share dueAt of what it holds is left. A pot at or below that, one called light, and one that
// loses nothing are due now. It is false without any weight.
func (k *Knowledge) Foretell(all []Weight, p Prior, dueAt float64) (Forecast, bool) {
	if len(all) == 0 {
		return Forecast{}, false
	}
	f := Forecast{DueAt: dueAt, Weights: len(all), PerDay: p.PerDay}
	f.WetG, f.DryG = k.ends(all, p, dueAt)
	f.HoldsG = f.WetG - f.DryG
	spread := p.Spread
	if paces := k.paces(all, f); len(paces) > 0 {
		slices.Sort(paces)
		f.Cycles, f.PerDay = len(paces), stat.Quantile(bands.Middle, stat.LinInterp, paces, nil)
		spread = k.fitted(paces, p.Spread)
	} else if k1, ok := onePoint(k.cycle(all), f); ok {
		f.PerDay = math.Sqrt(k1 * p.PerDay) // one interval, and the table, half each
	}
	last := all[len(all)-1]
	f.LeftG = math.Max(0, math.Min(f.HoldsG, last.Grams-f.DryG))
	f.Left = f.LeftG / f.HoldsG
	days := func(pace float64) float64 { return math.Max(0, math.Log(f.Left/dueAt)/pace) }
	if f.Left <= dueAt || f.PerDay <= 0 || last.Light { // who calls it light, has it due
		return f, true
	}
	f.DueDays, f.SoonDays, f.LateDays = days(f.PerDay), days(f.PerDay*spread), days(f.PerDay/spread)
	return f, true
}

// fitted is how far a pace fitted on cycles may lie off: by their own spread, and
// never less than the table's least.
func (k *Knowledge) fitted(paces []float64, prior float64) float64 {
	if len(paces) == 1 {
		return math.Min(prior, k.OneCycle.Value)
	}
	logs := make([]float64, len(paces))
	for i, p := range paces {
		logs[i] = math.Log(p)
	}
	return math.Min(prior, math.Max(k.LeastSpread.Value, math.Exp(bands.Z*stat.StdDev(logs, nil))))
}

// ends are the wet and the dry weight: as weighed where they were, else by the
// water the mix holds.
func (k *Knowledge) ends(all []Weight, p Prior, dueAt float64) (wet, dry float64) {
	highest := slices.MaxFunc(all, func(a, b Weight) int { return cmp.Compare(a.Grams, b.Grams) })
	var wets, lights []float64
	for _, w := range all {
		if w.Wet {
			wets = append(wets, w.Grams)
		}
		if w.Light {
			lights = append(lights, w.Grams)
		}
	}
	wet = highest.Grams
	if len(wets) > 0 {
		slices.Sort(wets)
		wet = stat.Quantile(bands.Middle, stat.LinInterp, wets, nil)
	}
	dry = wet - p.HoldsG
	if len(lights) > 0 {
		slices.Sort(lights)
		light := stat.Quantile(bands.Middle, stat.LinInterp, lights, nil)
		if light < wet {
			// Light is when the share due for water is left.
			dry = wet - (wet-light)/(1-dueAt)
		}
	}
	return wet, math.Max(0, math.Min(dry, wet-1))
}

// cycles are the weights between one watering and the next.
func (k *Knowledge) cycles(all []Weight, f Forecast) [][]Weight {
	var list [][]Weight
	for i, w := range all {
		if i == 0 || w.Wet || w.Grams > all[i-1].Grams+k.WateredShare.Value*f.HoldsG {
			list = append(list, nil)
		}
		list[len(list)-1] = append(list[len(list)-1], w)
	}
	return list
}

// cycle are the weights since the last watering.
func (k *Knowledge) cycle(all []Weight) []Weight {
	from := 0
	for i, w := range all {
		if w.Wet || i > 0 && w.Grams > all[i-1].Grams {
			from = i
		}
	}
	return all[from:]
}

// paces fits k on each of the last cycles that was weighed often enough: the slope
// of the logarithm of what is left.
func (k *Knowledge) paces(all []Weight, f Forecast) []float64 {
	var list []float64
	for _, of := range k.cycles(all, f) {
		if len(of) < int(k.LeastWeights.Value) {
			continue
		}
		var t, l []float64
		for _, w := range of {
			if left := w.Grams - f.DryG; left > k.SpentShare.Value*f.HoldsG {
				t, l = append(t, w.Day), append(l, math.Log(left))
			}
		}
		if len(t) < int(k.LeastWeights.Value) {
			continue
		}
		if _, slope := stat.LinearRegression(t, l, nil, false); slope < 0 {
			list = append(list, -slope)
		}
	}
	return list[max(0, len(list)-int(k.Cycles.Value)):]
}

// onePoint is the pace between the first and the last weight of a cycle.
func onePoint(of []Weight, f Forecast) (float64, bool) {
	first, last := of[0], of[len(of)-1]
	a, b := first.Grams-f.DryG, last.Grams-f.DryG
	if last.Day <= first.Day || a <= b || b <= 0 {
		return 0, false
	}
	return math.Log(a/b) / (last.Day - first.Day), true
}
