package formats

import (
	"fmt"
	"time"

	ics "github.com/arran4/golang-ical"
)

// Entry is a day of work in a calendar.
type Entry struct {
	UID     string // the same for the same day and place, or plant and job, whatever changes in it
	On      string // its day
	Title   string
	Text    string
	URL     string
	Changed time.Time
}

// Calendar writes entries as iCalendar (RFC 5545), one whole day each.
func Calendar(name string, entries []Entry) ([]byte, error) {
	c := ics.NewCalendarFor("-//Therapeon//Aftercare//EN")
	c.SetMethod(ics.MethodPublish)
	c.SetXWRCalName(name)
	c.SetRefreshInterval("PT1H")
	for _, e := range entries {
		day, err := time.Parse(time.DateOnly, e.On)
		if err != nil {
			return nil, fmt.Errorf("calendar entry %s: %w", e.UID, err)
		}
		v := c.AddEvent(e.UID)
		v.SetDtStampTime(e.Changed)
		v.SetModifiedAt(e.Changed)
		v.SetSequence(int(e.Changed.Unix() / 60))
		v.SetAllDayStartAt(day)
		v.SetAllDayEndAt(day.AddDate(0, 0, 1))
		v.SetSummary(e.Title)
		v.SetDescription(e.Text)
		v.SetTimeTransparency(ics.TransparencyTransparent)
		if e.URL != "" {
			v.SetURL(e.URL)
		}
	}
	return []byte(c.Serialize(ics.WithNewLineWindows)), nil
}
