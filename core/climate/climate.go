// Package climate holds the temperatures of a place, hour by hour: as they were
// logged, else from a day's low and high, else from what is usual there.
package climate

import (
	"maps"
	"math"
	"slices"
	"sync"
	"time"

	"therapeon/core/knowledge"
	"therapeon/core/units"
)

// Day is the lowest and the highest temperature of one day, °C.
type Day struct {
	Day   string  `json:"day" required:"true" validate:"required,day"`
	LowC  float64 `json:"low_c" required:"true" validate:"celsius" title:"climate.Day.low_c"`
	HighC float64 `json:"high_c" required:"true" validate:"celsius" title:"climate.Day.high_c"`
}

// HourOf is the number of the hour of t.
func HourOf(t time.Time) int64 { return t.Unix() / units.SecondsAnHour }

// Where says where a temperature comes from.
type Where string

// Sources of temperatures, the surest first.
const (
	Logged   Where = "logged"
	DayTable Where = "day table"
	Mean     Where = "mean of the last days"
	Usual    Where = "usual"
)

// Station is what is known of the temperatures of a place.
type Station struct {
	Zone  *time.Location
	Usual *Day              // its low and high, on any day; nil when not known
	Days  map[string]Day    // by day
	Hours map[int64]float64 // logged, by hour
	Humid map[int64]float64 // logged humidity, percent, by hour

	UsualHumidity *float64 // percent; nil when not known

	day                    string // the last one asked for
	midnight, nextMidnight int64

	ranges map[string]Day // by day, kept from hour to hour
	days   []string
	means  map[string]Day
}

// Figures are the numbers that stand in for readings.
type Figures struct {
	WarmestHour   knowledge.Number `yaml:"warmest_hour"`    // of the day
	MeanDays      knowledge.Number `yaml:"mean_days"`       // how many days a mean goes over
	MonthsBack    knowledge.Number `yaml:"months_back"`     // how far back the air of a place is looked at
	LeastMeanDays knowledge.Number `yaml:"least_mean_days"` // with fewer there is no mean
	LeastHours    knowledge.Number `yaml:"least_hours"`     // logged, for a day's low and high
}

// Table are the figures.
var Table = sync.OnceValue(func() *Figures {
	var f Figures
	knowledge.MustRead("climate.yaml", &f)
	return &f
})

// At is the temperature of an hour, and where it comes from. It is false when
// nothing is known.
func (p *Station) At(hour int64) (float64, Where, bool) {
	if c, ok := p.Hours[hour]; ok {
		return c, Logged, true
	}
	day, local := p.dayOf(hour)
	if d, ok := p.Days[day]; ok {
		return d.at(local), DayTable, true
	}
	if d, ok := p.mean(day); ok {
		return d.at(local), Mean, true
	}
	if p.Usual != nil {
		return p.Usual.at(local), Usual, true
	}
	return 0, "", false
}

// dayOf is the day of an hour there, and the hour of that day. Hours come in
// order, mostly, so the last day is kept.
func (p *Station) dayOf(hour int64) (string, int) {
	if hour < p.midnight || hour >= p.nextMidnight {
		local := time.Unix(hour*units.SecondsAnHour, 0).In(p.Zone)
		y, m, d := local.Date()
		p.day = local.Format(time.DateOnly)
		p.midnight, p.nextMidnight = firstHour(y, m, d, p.Zone), firstHour(y, m, d+1, p.Zone)
	}
	return p.day, int(hour - p.midnight)
}

// firstHour is the first hour that begins on a day.
func firstHour(y int, m time.Month, d int, zone *time.Location) int64 {
	return HourOf(time.Date(y, m, d, 0, 0, 0, 0, zone).Add(time.Hour - time.Second))
}

// at is a sine over the day, warmest in mid-afternoon.
func (d Day) at(hour int) float64 {
	mean, swing := (d.LowC+d.HighC)/2, (d.HighC-d.LowC)/2
	return mean + swing*math.Cos(2*math.Pi*(float64(hour)-Table().WarmestHour.Value)/units.HoursADay)
}

// DailyRange are the lows and highs of every day that is known: the day table,
// and the days of which most hours were logged.
func (p *Station) DailyRange() map[string]Day {
	all := maps.Clone(p.Days)
	if all == nil {
		all = map[string]Day{}
	}
	maps.Copy(all, p.logged(slices.Sorted(maps.Keys(p.Hours))))
	return all
}

// DaysBetween are those of the days that have an hour from one to another, and of some beside them.
func (p *Station) DaysBetween(from, to int64) map[string]Day {
	begins, ends := from-longestDay, to+longestDay
	all := map[string]Day{}
	for h := begins; h < ends && len(p.Days) > 0; h += halfADay {
		day, _ := p.dayOf(h)
		if d, known := p.Days[day]; known {
			all[day] = d
		}
	}
	maps.Copy(all, p.logged(within(p.Hours, begins, ends)))
	return all
}

// logged are the lows and highs of the days of which most hours are among some, which come in order.
func (p *Station) logged(hours []int64) map[string]Day {
	all := map[string]Day{}
	count := map[string]int{}
	for _, h := range hours {
		c := p.Hours[h]
		day, _ := p.dayOf(h)
		d, ok := all[day]
		if !ok {
			d = Day{day, c, c}
		}
		d.LowC, d.HighC = math.Min(d.LowC, c), math.Max(d.HighC, c)
		all[day] = d
		count[day]++
	}
	for day, n := range count {
		if float64(n) < Table().LeastHours.Value {
			delete(all, day)
		}
	}
	return all
}

// within are the hours of a log from one to another, in order. A log may be of years, and the time of days.
func within(log map[int64]float64, from, to int64) (hours []int64) {
	if to-from > int64(len(log)) {
		for h := range log {
			if h >= from && h < to {
				hours = append(hours, h)
			}
		}
		slices.Sort(hours)
		return hours
	}
	for h := from; h < to; h++ {
		if _, ok := log[h]; ok {
			hours = append(hours, h)
		}
	}
	return hours
}

// A day has 23 to 25 hours.
const (
	halfADay   = units.HoursADay / 2
	longestDay = units.HoursADay + 1
)

// mean is the low and high of the last days known before a day that is not:
// what is usual there of late.
func (p *Station) mean(day string) (Day, bool) {
	if p.ranges == nil {
		p.ranges, p.means = p.DailyRange(), map[string]Day{}
		p.days = slices.Sorted(maps.Keys(p.ranges))
	}
	if m, ok := p.means[day]; ok {
		return m, m.Day != ""
	}
	end, _ := slices.BinarySearch(p.days, day)
	last := p.days[max(0, end-int(Table().MeanDays.Value)):end]
	var m Day
	if float64(len(last)) >= Table().LeastMeanDays.Value {
		m.Day = day
		for _, d := range last {
			m.LowC += p.ranges[d].LowC / float64(len(last))
			m.HighC += p.ranges[d].HighC / float64(len(last))
		}
	}
	p.means[day] = m
	return m, m.Day != ""
}

// Air is what the air of a time was like: the mean night and day, °C, and the mean
// humidity, percent. What is not known is nil.
type Air struct {
	NightC, DayC, Humidity *float64
}

// Between is the air from one hour to another, as far as it was logged.
func (p *Station) Between(from, to int64) Air {
	var a Air
	low, high, days := 0.0, 0.0, 0.0
	all := p.DaysBetween(from, to)
	for _, day := range slices.Sorted(maps.Keys(all)) { // in order: a sum of figures depends on it
		d := all[day]
		at, err := time.ParseInLocation(time.DateOnly, day, p.Zone)
		if noon := HourOf(at.Add(halfADay * time.Hour)); err == nil && noon >= from && noon <= to {
			low, high, days = low+d.LowC, high+d.HighC, days+1
		}
	}
	if days > 0 {
		low, high = low/days, high/days
		a.NightC, a.DayC = &low, &high
	}
	sum, n := 0.0, 0.0
	for _, hour := range within(p.Humid, from, to) {
		sum, n = sum+p.Humid[hour], n+1
	}
	if n >= Table().LeastHours.Value {
		mean := sum / n
		a.Humidity = &mean
	}
	return a
}

// Now is the air to reckon with from an hour on: the mean of the last days, else
// what is usual.
func (p *Station) Now(hour int64) Air {
	a := p.Between(hour-int64(Table().MeanDays.Value)*units.HoursADay, hour)
	if a.NightC == nil && p.Usual != nil {
		a.NightC, a.DayC = &p.Usual.LowC, &p.Usual.HighC
	}
	if a.Humidity == nil {
		a.Humidity = p.UsualHumidity
	}
	return a
}
