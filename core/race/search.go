package race

import (
	"math"
	"slices"

	"therapeon/core/message"
	"therapeon/core/units"
)

// thin is how many runs levers and the search for a humidity take.
func (m *model) thin() int { return max(min(m.c.Runs, 200), m.c.Runs/sparse) }

// chance is that of a way with a change, from a part of the runs.
func (m *model) chance(method Method, by change) float64 { return m.chanceOf(method, by, m.thin()) }

func (m *model) chanceOf(method Method, by change, runs int) float64 {
	w := m.way(method, by)
	won := 0
	all := m.each(by, runs, func(d drawn) {
		if f := d.live(w, m.c.Days, nil); f.by(m.c.Days) == "" && f.tip != never {
			won++
		}
	})
	if !all {
		return 0
	}
	return float64(won) / float64(runs)
}

// each goes through the plants of some runs, with a change. It is false when nobody waits any more.
func (m *model) each(by change, runs int, see func(d drawn)) bool {
	for run := range runs {
		if m.ended(run) {
			return false
		}
		d := m.plants[run]
		if by.lessLeaf > 0 {
			d = m.draw(run, by)
		}
		see(d)
	}
	return true
}

// dryDays is how long plants hold out without new roots, the median.
func (m *model) dryDays(method Method, by change) float64 {
	w := m.way(method, by)
	runs := m.thin()
	alone := make([]float64, 0, runs)
	all := m.each(by, runs, func(d drawn) {
		r := d.rates(&w.sky)
		alone = append(alone, min(d.alone(&r, w, d.start*d.full, 0, m.c.Days), 2*float64(m.c.Days)))
	})
	if !all {
		return 0
	}
	slices.Sort(alone)
	return alone[len(alone)/2]
}

// humidityFor is the humidity around the plant that gives a chance, by halving.
func (m *model) humidityFor(method Method, good float64) (string, *float64) {
	room := m.b.begun("humidity", message.Message{})
	low, high := room.Least, room.Most
	if !m.gives(method, high, good) {
		return "none", nil
	}
	if m.gives(method, low, good) {
		return "any", nil
	}
	for high-low > 0.8 {
		middle := (low + high) / 2
		if m.gives(method, middle, good) {
			high = middle
		} else {
			low = middle
		}
	}
	high = math.Ceil(high)
	return "humidity", &high
}

// gives holds where a humidity gives a chance. It ends as soon as that is known.
func (m *model) gives(method Method, humidity, good float64) bool {
	w, runs := m.way(method, change{exactly: humidity}), m.thin()
	won, left := 0, runs
	for run := range runs {
		if m.ended(run) {
			return false
		}
		d := m.plants[run]
		left--
		if f := d.live(w, m.c.Days, nil); f.by(m.c.Days) == "" && f.tip != never {
			won++
		}
		if float64(won)/float64(runs) >= good {
			return true
		}
		if float64(won+left)/float64(runs) < good {
			return false
		}
	}
	return false
}

// soak is the lever of soaking oftener.
const soak = "soak"

// levers tries each change by itself, what helps most first.
func (m *model) levers(method Method) []Lever {
	was, dry := m.chance(method, change{}), m.dryDays(method, change{})
	kinds := slices.DeleteFunc(slices.Clone(m.k.Levers), func(l LeverKind) bool {
		return l.Code == soak && method.WetHours == nil // what is not soaked is not soaked oftener
	})
	list := make([]Lever, len(kinds))
	inParallel(len(list), func(i int) {
		kind := kinds[i]
		by := change{}
		switch kind.Code {
		case "humidity":
			by.humidity = kind.By.Value
		case "shade":
			by.cool = true
		case "leaves":
			by.lessLeaf = kind.By.Value
		case soak:
			by.every = kind.By.Value
		case "warmth":
			by.warmer = kind.By.Value
		}
		chance := m.chance(method, by)
		list[i] = Lever{LeverKind: kind, Chance: chance, Gain: chance - was, DryDays: m.dryDays(method, by) - dry}
		list[i].say()
	})
	slices.SortStableFunc(list, byGain)
	return list
}

// byGain orders levers by what they gain. Gains of a point or less are alike: then the days decide.
func byGain(a, b Lever) int {
	if x, y := math.Round(a.Gain*units.Percent), math.Round(b.Gain*units.Percent); x != y {
		return int(y - x)
	}
	return int(math.Round(b.DryDays - a.DryDays))
}
