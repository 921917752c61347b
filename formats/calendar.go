package formats

import (
	"fmt"
	"strings"
	"time"

	ics "github.com/arran4/golang-ical"

	"therapeon/core/message"
	"therapeon/language"
)

// Entry is a day of work in a calendar.
type Entry struct {
	UID     string // the same for the same day and place, or plant and job, whatever changes in it
	On      string // its day
	Title   message.Message
	Text    []message.Message // line by line
	URL     string
	Changed time.Time
}

// Calendar writes entries as iCalendar (RFC 5545), one whole day each.
func Calendar(name string, entries []Entry, in *language.Language) ([]byte, error) {
	c := ics.NewCalendar()
	c.SetProductId("-//Therapeon//Aftercare//" + strings.ToUpper(in.Tag())) // without the name of the library
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
		v.SetSummary(inLines(in.Say(e.Title)))
		v.SetDescription(inLines(text(e.Text, in)))
		v.SetTimeTransparency(ics.TransparencyTransparent)
		if e.URL != "" {
			v.SetURL(e.URL)
		}
	}
	return []byte(c.Serialize(ics.WithNewLineWindows)), nil
}

// inLines is a text whose only controls are ends of lines, which the writer escapes (RFC 5545, 3.3.11).
func inLines(text string) string {
	text = strings.NewReplacer("\r\n", "\n", "\r", "\n", "\u2028", "\n", "\u2029", "\n").Replace(text)
	return strings.Map(func(r rune) rune {
		if r < ' ' && r != '\n' && r != '\t' || r >= 0x7f && r < 0xa0 {
			return -1
		}
		return r
	}, text)
}

func text(lines []message.Message, in *language.Language) string {
	said := make([]string, len(lines))
	for i, l := range lines {
		said[i] = in.Say(l)
	}
	return strings.Join(said, "\n")
}
