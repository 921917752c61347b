package aftercare

import (
	"slices"
	"time"

	"therapeon/core/air"
	"therapeon/core/climate"
	"therapeon/core/dates"
	"therapeon/core/patient"
	"therapeon/core/units"
)

// stretch is the time from one watering to the next, with what was seen of its wetness.
type stretch struct {
	from     time.Time
	on       string
	to       time.Time // of the next watering; the zero time: it goes on
	wetAt    float64   // days from its watering to the last time it was seen wet; 0: it was not
	dryAt    float64   // to the first time it was seen dry
	contrary bool      // it was seen wet after it was dry
	unknown  bool      // nobody noted the watering that it begins with: it counts from when it was first seen
}

// stretches are those since the protocol began, the oldest first. It was watered when it was housed.
func (w *watch) stretches() []stretch {
	start, err := time.ParseInLocation(time.DateOnly, w.since, w.Now.Location())
	if err != nil {
		return nil
	}
	start = start.Add(time.Duration(patient.Table().MovedAtHour.Value * float64(time.Hour)))
	list := []stretch{{from: start, on: w.since, unknown: !w.begun}}
	water := func(at time.Time, on, was string) {
		last := &list[len(list)-1]
		days := at.Sub(last.from).Hours() / units.HoursADay
		switch {
		case last.unknown:
		case days < Table().TwiceDays.Value:
			return // the same watering, told twice
		case was == "dry":
			last.dry(days)
		case was == "damp":
			last.wet(days)
		}
		last.to = at
		list = append(list, stretch{from: at, on: on})
	}
	type event struct {
		at   time.Time
		tell func()
	}
	var all []event
	for _, t := range w.care {
		switch {
		case t.Watered():
			all = append(all, event{t.At, func() { water(t.At, t.On, t.Was) }})
		case t.Because == patient.StillWet:
			all = append(all, event{t.At, func() { list[len(list)-1].see(t.At, true) }})
		}
	}
	for _, s := range w.seen {
		if wet, said := wetness(s.Noted); said {
			all = append(all, event{s.At, func() { list[len(list)-1].see(s.At, wet) }})
		}
	}
	for _, l := range w.Looks {
		at, err := time.ParseInLocation(time.DateOnly, l.On, w.Now.Location())
		dry := l.Noted.Findings["pot-light"] == patient.Present
		wet := l.Noted.Findings["stays-wet"] == patient.Present || l.Noted.Findings["limp-though-wet"] == patient.Present
		since := l.On > w.since
		if !w.begun {
			since = l.On >= w.since
			wet = wet || l.Noted.Findings["pot-light"] == patient.Absent
		}
		if err == nil && since && l.On <= w.today && dry != wet {
			at = at.Add(time.Duration(patient.Table().MovedAtHour.Value * float64(time.Hour)))
			all = append(all, event{at, func() { list[len(list)-1].see(at, wet) }})
		}
	}
	for _, g := range w.Stands().Counting(patient.InPot) {
		on := g.At.In(w.Now.Location()).Format(time.DateOnly)
		if on >= w.since && (g.Moment == patient.WhenWet || g.Because == patient.BecauseWatered) {
			all = append(all, event{g.At, func() { water(g.At, on, "") }})
		}
		if on >= w.since && g.Moment == patient.WhenLight {
			all = append(all, event{g.At, func() { list[len(list)-1].see(g.At, false) }})
		}
	}
	slices.SortStableFunc(all, func(a, b event) int { return a.at.Compare(b.at) })
	for _, e := range all {
		e.tell()
	}
	return list
}

// wetness is what a check-in says of the water in the pot; false where it says nothing.
func wetness(c patient.Checkin) (wet, said bool) {
	switch {
	case c.Medium == "dry" || c.Moss == "pale":
		return false, true
	case c.Medium != "" || c.Moss != "":
		return true, true
	case c.RootColour != "":
		return c.RootColour == "green", true
	}
	return false, false
}

func (s *stretch) see(at time.Time, wet bool) {
	if s.unknown && s.wetAt == 0 && s.dryAt == 0 {
		s.from = at.Add(-time.Minute)
	}
	days := at.Sub(s.from).Hours() / units.HoursADay
	if days <= 0 {
		return
	}
	if wet {
		s.wet(days)
	} else {
		s.dry(days)
	}
}

func (s *stretch) wet(days float64) {
	s.wetAt = max(s.wetAt, days)
	if s.dryAt > 0 && s.wetAt >= s.dryAt {
		s.dryAt, s.contrary = 0, true // the later look goes before
	}
}

func (s *stretch) dry(days float64) {
	if s.dryAt == 0 || days < s.dryAt {
		s.dryAt = days
	}
	if s.wetAt >= s.dryAt {
		s.wetAt = 0
	}
}

// after is the day so many days after its watering.
func (s *stretch) after(days float64) string {
	return s.from.Add(time.Duration(days * units.HoursADay * float64(time.Hour))).Format(time.DateOnly)
}

// last is the stretch that goes on.
func (w *watch) lastWater() *stretch {
	if len(w.water) == 0 {
		return nil
	}
	return &w.water[len(w.water)-1]
}

// seenDry puts a turn on the day on which it was seen dry since its last watering, or as much
// later as a treated patch asks for.
func (w *watch) seenDry(d *Due, slow float64) {
	s := w.lastWater()
	if s == nil || s.dryAt == 0 {
		return
	}
	d.On = min(d.On, s.after(s.dryAt*slow))
	d.From, d.By = min(d.From, d.On), max(d.On, min(d.By, dates.After(d.On, 1)))
}

// isWet holds where it was last seen wet, since its last watering.
func (w *watch) isWet(string) bool {
	s := w.lastWater()
	return s != nil && s.wetAt > 0 && s.dryAt == 0
}

// isDry holds where it was seen dry, since its last watering.
func (w *watch) isDry() bool {
	s := w.lastWater()
	return s != nil && s.dryAt > 0
}

// staysWet holds where it was still wet so many days after its last watering.
func (w *watch) staysWet(s Sees, _ string) bool {
	at := w.lastWater()
	return at != nil && at.dryAt == 0 && at.wetAt >= s.Days.Value
}

// driesWithin holds where it was dry so soon after a watering, the last one or the one before.
func (w *watch) driesWithin(s Sees, _ string) bool {
	for _, at := range w.water[max(0, len(w.water)-2):] {
		if at.dryAt > 0 && at.dryAt <= number(s.Days, 1) {
			return true
		}
	}
	return false
}

// dryness is how much drier the air of a stretch was than that of today: the ratio of what the air
// could take up; 0 where that is not known.
func (c *InCare) dryness(s stretch) float64 {
	to := s.to
	if to.IsZero() {
		to = c.Now
	}
	place := c.Around().Temperatures()
	if c.Site == nil || place == nil || !to.After(s.from) {
		return 0
	}
	of := func(a climate.Air) float64 {
		if a.NightC == nil || a.DayC == nil || a.Humidity == nil {
			return 0
		}
		mean := (*a.NightC + *a.DayC) / 2
		return air.DeficitKPa(mean, mean, *a.Humidity)
	}
	then, now := of(place.Between(climate.HourOf(s.from), climate.HourOf(to))), of(place.Now(climate.HourOf(c.Now)))
	if then <= 0 || now <= 0 {
		return 0
	}
	most := Table().AirTimes.Value
	return min(most, max(1/most, then/now))
}
