// Package dates reads days as people note them: a day, a month or a year.
package dates

import (
	"time"

	"therapeon/core/units"
)

// earliestYear is the first year that is taken for one.
const earliestYear = 1900

// Span is the first and the last day that a day (2029-05-14), a month (2029-05) or a
// year (2029) can mean. It is false for anything else, and before 1900.
func Span(s string) (first, last time.Time, ok bool) {
	for _, kind := range []struct {
		layout        string
		years, months int
	}{{time.DateOnly, 0, 0}, {"2006-01", 0, 1}, {"2006", 1, 0}} {
		t, err := time.Parse(kind.layout, s)
		if err != nil || t.Year() < earliestYear {
			continue
		}
		if kind.years+kind.months == 0 {
			return t, t, true
		}
		return t, t.AddDate(kind.years, kind.months, -1), true
	}
	return time.Time{}, time.Time{}, false
}

// InWords is a day as it is written on paper; what is no day stays as it is.
func InWords(day string) string {
	t, err := time.Parse(time.DateOnly, day)
	if err != nil {
		return day
	}
	return t.Format("2 Jan 2006")
}

// Between is the days from one day to another; 0 where one is no day.
func Between(from, to string) float64 {
	a, err := time.Parse(time.DateOnly, from)
	if err != nil {
		return 0
	}
	b, err := time.Parse(time.DateOnly, to)
	if err != nil {
		return 0
	}
	return b.Sub(a).Hours() / units.HoursADay
}

// After is the day so many days after another; what is no day stays as it is.
func After(day string, days int) string {
	t, err := time.Parse(time.DateOnly, day)
	if err != nil {
		return day
	}
	return t.AddDate(0, 0, days).Format(time.DateOnly)
}
