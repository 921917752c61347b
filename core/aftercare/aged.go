package aftercare

import (
	"therapeon/core/dates"
	"therapeon/core/patient"
	"therapeon/core/units"
)

// pastLife holds where the medium is past its life by the warmth of its place, or was seen to be.
func (w *watch) pastLife(s Sees, day string) bool {
	if w.is(day, func(c patient.Checkin) string { return string(c.MediumGone) }, "yes") {
		return true
	}
	if w.LifeMonths == nil {
		return false
	}
	if w.mediumDays == nil {
		least, most, known := w.Stands().MediumDays()
		days := -1.0
		if known {
			days = (least + most) / 2
		}
		w.mediumDays = &days
	}
	return *w.mediumDays >= *w.LifeMonths*units.DaysAMonth*Table().LifeShare.Value
}

// aged holds where its medium is so many days old, or was seen to be past its life. Of a year or a month the middle
// counts.
func (w *watch) aged(s Sees, day string) bool {
	if w.is(day, func(c patient.Checkin) string { return string(c.MediumGone) }, "yes") {
		return true
	}
	since := w.mediumSince()
	return since != "" && dates.Between(since, day) >= s.Age.Value
}

// mediumSince is the day from which its medium counts: the middle of a year or a month; empty where not known.
func (c *InCare) mediumSince() string {
	least, most, known := c.Stands().MediumDays()
	if !known {
		return ""
	}
	return dates.After(c.Today(), -int((least+most)/2))
}
