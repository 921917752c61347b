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
	since := w.medium()
	return w.LifeMonths != nil && since != "" &&
		dates.Between(since, w.today) >= *w.LifeMonths*units.DaysAMonth*Table().LifeShare.Value
}

// aged holds where its medium is so many days old, or was seen to be past its life. Of a year or a month the middle
// counts.
func (w *watch) aged(s Sees, day string) bool {
	if w.is(day, func(c patient.Checkin) string { return string(c.MediumGone) }, "yes") {
		return true
	}
	since := w.medium()
	return since != "" && dates.Between(since, day) >= s.Age.Value
}

// medium is mediumSince, worked out once.
func (w *watch) medium() string {
	if w.mediumOn == nil {
		since := w.mediumSince()
		w.mediumOn = &since
	}
	return *w.mediumOn
}

// mediumSince is the day from which its medium counts: the middle of a year or a month; empty where not known.
func (c *InCare) mediumSince() string {
	least, most, known := c.Stands().MediumDays()
	if !known {
		return ""
	}
	return dates.After(c.Today(), -int((least+most)/2))
}
