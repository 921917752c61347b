package formats

import (
	"fmt"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"therapeon/core/climate"
	"therapeon/core/fault"
)

// A moment is the same hour however its file writes it.
func TestAMomentIsTheSameHourInEveryWriting(t *testing.T) {
	lisbon, err := time.LoadLocation("Europe/Lisbon")
	require.NoError(t, err)
	rapid.Check(t, func(t *rapid.T) {
		at := time.Date(2030, 1, 1, 0, 0, 0, 0, time.UTC).Add(
			time.Duration(rapid.IntRange(0, 500*24*60).Draw(t, "minute")) * time.Minute,
		)
		c := rapid.Float64Range(-30, 60).Draw(t, "°C")
		point := fmt.Sprintf("%.1f", c)
		comma := strings.Replace(point, ".", ",", 1)
		for _, text := range []string{
			"time,temperature\n" + at.Format(time.RFC3339) + "," + point + "\n",
			"time;temperature\n" + at.In(time.FixedZone("", 5*3600+1800)).Format("2006-01-02T15:04Z07:00") + ";" + comma + "\n",
			"Date,Time,Temperature °C\n" + at.In(lisbon).Format("2006-01-02,15:04") + "," + point + "\n",
			"timestamp\ttemp\n" + at.In(lisbon).Format("02.01.2006 15:04:05") + "\t" + point + "\n",
		} {
			log, err := ReadClimate(strings.NewReader(text), lisbon, today)
			require.NoError(t, err, text)
			require.Len(t, log.Hours, 1)
			for hour, got := range log.Hours {
				// In the hour that comes twice in autumn, a time without an offset can mean either.
				assert.LessOrEqual(t, abs(hour-climate.HourOf(at)), int64(1), text)
				assert.InDelta(t, c, got, 0.0501)
			}
		}
	})
}

func abs(n int64) int64 {
	if n < 0 {
		return -n
	}
	return n
}

func TestReadingsOfAnHourAreMeant(t *testing.T) {
	var text strings.Builder
	text.WriteString("time,temperature\n")
	for m := range 60 {
		fmt.Fprintf(&text, "2031-05-14 06:%02d,%d\n", m, 10+m%3)
	}
	log, err := read(text.String())
	require.NoError(t, err)
	require.Len(t, log.Hours, 1)
	for _, c := range log.Hours {
		assert.InDelta(t, 11, c, 1e-9, "twenty each of ten, eleven and twelve")
	}
	assert.Equal(t, 60, log.Lines)
}

func TestADayGivenTwiceIsTheLaterOne(t *testing.T) {
	log, err := read("day;low;high\n2031-05-14;12;25\n2031-05-13;11;24\n2031-05-14;13;26\n")
	require.NoError(t, err)
	assert.Equal(t,
		[]climate.Day{{Day: "2031-05-13", LowC: 11, HighC: 24}, {Day: "2031-05-14", LowC: 13, HighC: 26}},
		log.Days)
	assert.Equal(t, "2031-05-13", log.From)
	assert.Equal(t, "2031-05-14", log.To)
}

func TestFahrenheitTablesAreConverted(t *testing.T) {
	// NIST SP 811, B.9: t/°C = (t/°F − 32)/1.8.
	log, err := read("date,min °F,max °F\n2031-05-14,50,86\n")
	require.NoError(t, err)
	assert.InDelta(t, 10, log.Days[0].LowC, 1e-9)
	assert.InDelta(t, 30, log.Days[0].HighC, 1e-9)
}

func TestOtherColumnsDoNotMatter(t *testing.T) {
	log, err := read(
		"No.,time,humidity %,temperature (°C),battery\n1,2031-05-14 06:10,60,21.5,full\n2,2031-05-14 07:10,61,22.5,full\n",
	)
	require.NoError(t, err)
	assert.Len(t, log.Hours, 2)
}

// Whatever one line has wrong, the others are still read for their own faults, and
// nothing of the file is kept.
func TestEveryWrongLineIsNamed(t *testing.T) {
	_, err := read(
		"time,temperature\n2031-05-14 06:10,21\nnever,21\n2031-05-14 08:10,21\n2031-05-14 09:10,hot\n1970-01-01 00:00,21\n",
	)
	var list fault.List
	require.ErrorAs(t, err, &list)
	require.Len(t, list, 3)
	assert.Equal(t, []string{"line 3", "line 5", "line 6"}, []string{list[0].Field, list[1].Field, list[2].Field})
	for _, f := range list {
		assert.NotEmpty(t, f.Limit)
		assert.NotEmpty(t, f.Value, "what was given is said")
	}
}

func TestALongValueIsSaidInShort(t *testing.T) {
	_, err := read("time,temperature\n2031-05-14 06:10," + strings.Repeat("9", 5000) + "x\n")
	var list fault.List
	require.ErrorAs(t, err, &list)
	assert.Len(t, []rune(list[0].Value.(string)), 41)
}
