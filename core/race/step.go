package race

import (
	"math"

	"therapeon/core/air"
	"therapeon/core/climate"
	"therapeon/core/taxa"
	"therapeon/core/units"
)

// sky is the air around the leaves hour by hour over a day, as the loss in g an
// hour that it draws from 1 m² at 1 mmol/m²/s, and whether the pores open then.
type sky struct {
	pull [units.HoursADay]float64
	open [units.HoursADay]bool

	openFrom, shutFrom, fades float64 // the table's figures, for the innermost loop
}

// indoors is the air that a plant is held in, °C and %.
type indoors struct {
	nightC, dayC float64
	warmerK      float64 // the leaf above the air, by day
	humidity     float64
	pressure     air.KPa
	nightOpening bool // its stomata open by night
}

// skyOf is the air of a way of holding. Its humidity holds all day; the leaf is
// warmer than the air by day.
func skyOf(in indoors) sky {
	k := Table()
	s := sky{openFrom: k.OpenFrom.Value, shutFrom: k.ShutFrom.Value, fades: k.UptakeFades.Value}
	for h := range units.HoursADay {
		day := float64(h) >= k.DayFromHour.Value && float64(h) < k.NightFromHour.Value
		c := celsius(in.nightC, in.dayC, h)
		leaf := c
		if day {
			leaf += in.warmerK
		}
		s.pull[h] = air.LeafLossG(1, 1, air.DeficitKPa(leaf, c, in.humidity), in.pressure)
		s.open[h] = day != in.nightOpening
	}
	return s
}

// celsius of an hour of a day between night and day, as package climate has it.
func celsius(nightC, dayC float64, hour int) float64 {
	return (nightC+dayC)/2 + (dayC-nightC)/2*math.Cos(
		2*math.Pi*(float64(hour)-climate.Table().WarmestHour.Value)/units.HoursADay,
	)
}

// pace is how fast tips form and grow, from 0 to 1, as the mean over a day.
func pace(p taxa.Profile, nightC, dayC float64) float64 {
	k := Table()
	low, high := p.RangeC()
	from := low + k.WarmFromK.Value
	sum := 0.0
	for h := range units.HoursADay {
		c := celsius(nightC, dayC, h)
		switch {
		case c < from:
			sum += math.Max(0, 1-(from-c)/k.StillBelowK.Value)
		case c > high:
			sum += math.Max(0, 1-(c-high)/k.StillAboveK.Value)
		default:
			sum++
		}
	}
	return sum / units.HoursADay
}

// drawn is a plant as one run sees it.
type drawn struct {
	areaM2     float64
	full       float64 // g of water
	start      float64 // share of full
	lost       float64 // share of full
	shut, open float64 // mmol/m²/s
	oldM2      float64 // living root
	uptake     float64 // L/m²/day of wet root
	tipDays    float64 // to the first tip, at full pace; +Inf: none comes
	growth     float64 // mm a day, at full pace
	tips       float64
	rootMM     float64 // thickness of a new root

	rest       float64 // days until the clock of its tips runs
	spentOn    float64 // day on which its reserves end; 0: they do not
	rotAt      float64 // chance of rot that has to add up
	prone      float64 // how prone to it, a standard normal deviate
	freshTimes float64 // times the rot
	freshDays  float64 // of so many first days
}

// way is how the plant is held.
type way struct {
	sky        sky
	pace       float64
	wet        float64 // share of the time old roots are wet
	reachMM    float64
	reachedWet float64
	rotAWeek   float64 // share that rots in a week, of the middle plant
	rotSpread  float64 // standard deviation of its logarithm
}

// rates are a plant's hours in one way of holding, in g, made ready for the
// innermost loop.
type rates struct {
	shut  [units.HoursADay]float64 // loss with pores shut
	extra [units.HoursADay]float64 // what full opening adds; 0 while the pores rest
	once  [units.HoursADay]float64 // 1 / loss at full opening
	dry   float64                  // loss of a day with pores shut
	full  float64
	perG  float64 // 1 / the water over which uptake fades
	below float64 // water at and below which pores stay shut
	slope float64 // of opening over water
}

func (d *drawn) rates(s *sky) rates {
	r := rates{
		full:  d.full,
		perG:  1 / (s.fades * d.full),
		below: s.shutFrom * d.full,
		slope: 1 / ((s.openFrom - s.shutFrom) * d.full),
	}
	for h := range units.HoursADay {
		r.shut[h] = d.areaM2 * s.pull[h] * d.shut
		r.dry += r.shut[h]
		if open := d.areaM2 * s.pull[h] * d.open; s.open[h] && open > r.shut[h] {
			r.extra[h], r.once[h] = open-r.shut[h], 1/open
		}
	}
	return r
}

// flow is what went through a plant, g, and where a limit was crossed.
type flow struct {
	taken, lost float64
	hours       int // that passed until water fell below the limit; 0: it did not
}

// hours runs up to n hours from an hour of the day, until water falls below stop.
// In each, leaves lose what shut ones lose, and of what open ones lose as much as
// the plant's own water lets them open and its roots can make good; roots take up
// what they can, the less the nearer the plant is to full.
func (r *rates) hours(from, n int, water, supply, stop float64) (float64, flow) {
	// Roots fill what is left by a share of it, and never more than they can.
	share := min(1, supply*r.perG)
	full, below, slope := r.full, r.below, r.slope
	taking, losing := 0.0, 0.0
	for done := 0; done < n; from = 0 {
		for h := from; h < units.HoursADay && done < n; h++ {
			loss, taken := r.shut[h], (full-water)*share
			if taken > supply {
				taken = supply
			}
			if extra := r.extra[h]; extra > 0 && taken > 0 {
				if open := (water - below) * slope; open > 0 {
					if open < 1 {
						extra *= open
					}
					if cover := taken * r.once[h]; cover < 1 {
						extra *= cover
					}
					loss += extra
				}
			}
			if loss > water+taken {
				loss = water + taken
			}
			water += taken - loss
			taking, losing = taking+taken, losing+loss
			done++
			if water < stop {
				return water, flow{taking, losing, done}
			}
		}
	}
	return water, flow{taking, losing, 0}
}

// supply is what wet roots could take up in an hour, g: the old ones, and the new
// ones beyond what it takes to reach moisture, on a day counted from now.
func (d *drawn) supply(w *way, day float64) float64 {
	return d.uptake * units.GPerL / units.HoursADay * (d.oldM2*w.wet + d.newM2(w, day)*w.reachedWet)
}

// newM2 is the side area of the new roots that drink.
func (d *drawn) newM2(w *way, day float64) float64 {
	grown := (max(0, day-d.rest)*w.pace - d.tipDays) * d.growth
	if !(grown > w.reachMM) { // also when no tip ever comes
		return 0
	}
	return d.tips * math.Pi * d.rootMM * (grown - w.reachMM) / units.MM2PerM2
}

// never stands for a day that does not come.
var never = math.Inf(1)

// tipOn is the day of the first tip from now.
func (d *drawn) tipOn(w *way) float64 {
	if w.pace <= 0 {
		return never
	}
	return d.rest + d.tipDays/w.pace
}

// fate is how one run ended.
type fate struct {
	tip   float64 // day of the first tip; never: not within the days
	drink float64 // day from which new roots drink
	limp  float64 // day it falls limp
	lost  float64 // day it dries out
	alone float64 // day it would dry out if no new root came
	other Loss    // what ends it before its first tip, if not thirst
	ends  float64 // day of that
}

// by is what a plant is lost by within the days; empty where it is not.
func (f *fate) by(days int) Loss {
	switch {
	case f.lost <= f.ends && f.lost != never:
		return Thirst
	case f.ends <= float64(days):
		return f.other
	}
	return ""
}

// live runs a plant for a number of days and tells each day's water to see, as
// a share of full. With see nil it stops as soon as it is known who wins.
func (d *drawn) live(w *way, days int, see func(day int, share float64)) fate {
	f := fate{tip: d.tipOn(w), drink: never, limp: never, lost: never, alone: never}
	if f.other, f.ends = d.endsBy(w, f.tip); see == nil && f.ends <= float64(days) {
		return f // lost, one way or the other
	}
	r := d.rates(&w.sky)
	limpAt, lostAt := Table().Limp.Value*d.full, d.lost*d.full
	water := d.start * d.full
	supply := d.supply(w, -1)
	for day := 0; ; day++ {
		if see != nil {
			see(day, water/d.full)
		}
		if day == days {
			break
		}
		if s := d.supply(w, float64(day)); s > supply {
			if f.drink == never {
				f.drink = float64(day)
				if see != nil {
					f.alone = d.alone(&r, w, water, day, days)
				}
			}
			supply = s
		}
		began := water
		stop := lostAt
		if f.limp == never {
			stop = max(limpAt, lostAt)
		}
		hour := 0
		if supply == 0 && water-r.dry >= stop {
			water, hour = water-r.dry, units.HoursADay // nothing to drink, and far from any limit
		}
		for hour < units.HoursADay {
			var fl flow
			water, fl = r.hours(hour, units.HoursADay-hour, water, supply, stop)
			if fl.hours == 0 {
				break
			}
			hour += fl.hours
			at := float64(day) + float64(hour)/units.HoursADay
			if f.limp == never && water < limpAt {
				f.limp = at
			}
			if water < lostAt {
				f.lost = at
				break
			}
			stop = lostAt
		}
		if f.lost != never {
			for ; see != nil && day < days; day++ {
				see(day+1, water/d.full) // what is lost is drawn no further
			}
			break
		}
		// The air repeats daily and new roots only grow: no later day takes more than this one.
		if see == nil && lasts(began, water, lostAt, days-day) {
			break
		}
	}
	if f.drink == never {
		f.alone = f.lost
		if f.lost == never && see != nil {
			f.alone = d.alone(&r, w, water, days, days)
		}
	}
	if f.tip > float64(days) {
		f.tip = never
	}
	return f
}

// alone is the day on which a plant would be lost without new roots, looked for
// over twice the days.
func (d *drawn) alone(r *rates, w *way, water float64, day, days int) float64 {
	supply, lostAt := d.supply(w, -1), d.lost*d.full
	for ; day < 2*days; day++ {
		if supply == 0 && water-r.dry >= lostAt {
			water -= r.dry
			continue
		}
		began := water
		var f flow
		water, f = r.hours(0, units.HoursADay, water, supply, lostAt)
		if f.hours > 0 {
			return float64(day) + float64(f.hours)/units.HoursADay
		}
		if lasts(began, water, lostAt, 2*days-day) {
			break
		}
	}
	return never
}

// lasts holds where a plant that loses no more on any day to come than on this one stays
// above a limit.
func lasts(began, ended, limit float64, days int) bool {
	return ended-(began-ended)*float64(days) >= limit
}
