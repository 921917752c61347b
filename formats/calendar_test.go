package formats_test

import (
	"bytes"
	"strings"
	"testing"
	"time"

	"github.com/emersion/go-ical"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/message"
	"therapeon/formats"
	"therapeon/language"
)

// Read back by a parser that shares nothing with the writer.
func TestACalendarIsReadBackByAnother(t *testing.T) {
	changed := time.Date(2027, 3, 1, 8, 30, 0, 0, time.UTC)
	long := "Crate 14, sound after all; “bark”, 450 mL\nCrate 15: " + strings.Repeat("very long ", 30) + "ü"
	doc, err := formats.Calendar("Therapeon", []formats.Entry{
		{
			UID:     "2027-03-02-place-3@therapeon",
			On:      "2027-03-02",
			Title:   message.Plain("2 plants, the shed; ü"),
			Text:    []message.Message{message.Plain(long)},
			Changed: changed,
		},
		{
			UID:     "2027-02-28-place-0@therapeon",
			On:      "2027-02-28",
			Title:   message.Plain("One"),
			Changed: changed,
			URL:     "http://127.0.0.1:8317/",
		},
	}, language.Of("en"))
	require.NoError(t, err)
	for line := range bytes.SplitSeq(doc, []byte("\r\n")) {
		assert.LessOrEqual(t, len(line), 75, "lines are folded at 75 bytes: RFC 5545, 3.1")
	}
	c, err := ical.NewDecoder(bytes.NewReader(doc)).Decode()
	require.NoError(t, err)
	events := c.Events()
	require.Len(t, events, 2)
	first := events[0]
	uid, err := first.Props.Text(ical.PropUID)
	require.NoError(t, err)
	assert.Equal(t, "2027-03-02-place-3@therapeon", uid)
	title, err := first.Props.Text(ical.PropSummary)
	require.NoError(t, err)
	assert.Equal(t, "2 plants, the shed; ü", title)
	text, err := first.Props.Text(ical.PropDescription)
	require.NoError(t, err)
	assert.Equal(t, long, text)
	from, err := first.DateTimeStart(time.UTC)
	require.NoError(t, err)
	assert.Equal(t, "2027-03-02", from.Format(time.DateOnly))
	to, err := first.DateTimeEnd(time.UTC)
	require.NoError(t, err)
	assert.Equal(t, "2027-03-03", to.Format(time.DateOnly), "a whole day ends with the next, which is not in it")
	assert.Equal(t, "DATE", first.Props.Get(ical.PropDateTimeStart).Params.Get("VALUE"))
	to, err = events[1].DateTimeEnd(time.UTC)
	require.NoError(t, err)
	assert.Equal(t, "2027-03-01", to.Format(time.DateOnly), "over the end of a month")
	_, err = formats.Calendar("x", []formats.Entry{{UID: "a", On: "soon"}}, language.Of("en"))
	assert.Error(t, err)
}
