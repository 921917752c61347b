package formats

import (
	"fmt"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/climate"
	"therapeon/core/fault"
	"therapeon/language/english"
)

var today = time.Date(2031, 6, 1, 12, 0, 0, 0, time.UTC)

func read(text string) (ClimateLog, error) {
	return ReadClimate(strings.NewReader(text), time.UTC, today)
}

func TestLogsAreReadInTheUsualWays(t *testing.T) {
	at := climate.HourOf(time.Date(2031, 5, 14, 6, 0, 0, 0, time.UTC))
	for name, text := range map[string]string{
		"commas and points":          "time,temperature\n2031-05-14 06:10,21.5\n2031-05-14 06:40,22.5\n",
		"semicolons and commas":      "Date Time;Temp °C;Humidity\r\n2031-05-14 06:10;21,5;60\r\n2031-05-14 06:40;22,5;61\r\n",
		"tabs, dotted days":          "\xEF\xBB\xBFtimestamp\ttemperature_c\n14.05.2031 06:10\t22\n",
		"quoted decimal commas":      "time,temperature\n2031-05-14 06:10,\"21,5\"\n2031-05-14 06:20,\"22,5\"\n",
		"an offset of its own":       "time,temperature\n2031-05-14T08:10+02:00,22\n",
		"UTC":                        "time,temperature\n2031-05-14T06:10:00Z,22\n",
		"a day and a time":           "date,time,temperature\n2031-05-14,06:10,22\n",
		"Fahrenheit, by NIST SP 811": "time,temperature_f\n2031-05-14 06:10,71.6\n",
		"a line left blank":          "time,temperature\n\n2031-05-14 06:10,22\n\n",
	} {
		log, err := read(text)
		require.NoError(t, err, name)
		require.Len(t, log.Hours, 1, name)
		assert.InDelta(t, 22, log.Hours[at], 1e-9, name)
		assert.Equal(t, "2031-05-14", log.From, name)
	}
	log, err := read("date,low,high\n2031-05-14,12,25\n2031-05-15,13.5,26\n")
	require.NoError(t, err)
	assert.Equal(t, climate.Day{Day: "2031-05-15", LowC: 13.5, HighC: 26}, log.Days[1])
}

func TestTimesWithoutAnOffsetAreOfThePlace(t *testing.T) {
	zone := time.FixedZone("there", 2*3600)
	log, err := ReadClimate(strings.NewReader("time,temperature\n2031-05-14 08:10,22\n2031-05-14T06:40Z,24\n"),
		zone, today)
	require.NoError(t, err)
	assert.Equal(t, map[int64]float64{climate.HourOf(time.Date(2031, 5, 14, 6, 0, 0, 0, time.UTC)): 23}, log.Hours)
}

func TestWhatIsWrongIsSaidByLine(t *testing.T) {
	for name, c := range map[string]struct{ text, field, words string }{
		"empty":              {"", "file", "The file is empty"},
		"header only":        {"time,temperature\n", "file", "no readings"},
		"wrong headers":      {"when,how warm\n2031-05-14 06:10,21\n", "line 1", "The first line names the columns"},
		"not text":           {"PK\x03\x04\x00\x00", "file", "not plain text"},
		"not a time":         {"time,temperature\n2031-05-14 06:10,21\nnoon,21\n", "line 3", "not a time"},
		"strokes":            {"time,temperature\n05/06/2031 06:10,21\n", "line 2", "day and month cannot be told apart"},
		"not a temperature":  {"time,temperature\n2031-05-14 06:10,warm\n", "line 2", "not a temperature"},
		"not a number":       {"time,temperature\n2031-05-14 06:10,NaN\n", "line 2", "not a temperature"},
		"absurdly hot":       {"time,temperature\n2031-05-14 06:10,215\n", "line 2", "from -30 to 60 °C"},
		"absurdly cold":      {"time,temp °F\n2031-05-14 06:10,-100\n", "line 2", "from -22 to 140 °F"},
		"mixed decimals":     {"time;temperature\n2031-05-14 06:10;21,5\n2031-05-14 06:20;21.7\n", "line 3", "line 2 wrote 21,5"},
		"commas that split":  {"time,temperature\n2031-05-14 06:10\n", "line 2", "1 columns"},
		"to come":            {"time,temperature\n2033-05-14 06:10,21\n", "line 2", "not come yet"},
		"an open quote":      {"time,temperature\n2031-05-14 06:10,\"21\n", "line 2", "inside quotes"},
		"low above the high": {"date,low,high\n2031-05-14,25,12\n", "line 2", "low is above the high"},
		"not a day":          {"date,low,high\nMonday,2,12\n", "line 2", "not a day"},
	} {
		_, err := read(c.text)
		var list fault.List
		require.ErrorAs(t, err, &list, name)
		assert.Equal(t, c.field, list[0].Field, name)
		assert.Contains(t, english.Say(list[0].Words), c.words, name)
	}
	_, err := read("time,temperature\n" + strings.Repeat("x,y\n", 40))
	var list fault.List
	require.ErrorAs(t, err, &list)
	assert.Len(t, list, mostFaults+1, "not every line is named")
	assert.Contains(t, english.Say(list[mostFaults].Words), "more lines are wrong")
}

func TestAYearOfTenMinutesIsReadAndNoMoreThanTheLimit(t *testing.T) {
	var text strings.Builder
	text.WriteString("time;temperature\n")
	start := time.Date(2030, 5, 14, 0, 0, 0, 0, time.UTC)
	for i := range 50_000 {
		fmt.Fprintf(&text, "%s;%d,5\n", start.Add(time.Duration(i)*10*time.Minute).Format("2006-01-02 15:04"), 12+i%9)
	}
	log, err := read(text.String())
	require.NoError(t, err)
	assert.Equal(t, 50_000, log.Lines)
	assert.Len(t, log.Hours, 8334)

	_, err = read("time;temperature\n" + strings.Repeat("2031-05-14 06:10;21\n", MaxLines+1))
	assert.Contains(t, english.Error(err), "Split it")
}

func FuzzReadClimate(f *testing.F) {
	for _, text := range []string{"time,temperature\n2031-05-14 06:10,21.5\n", "date;low;high\n2031-05-14;12,5;25\n", "time,temperature\n\"", "\xff\xfe", "temp\n", "date,time,temp f\n14.05.2031,06:00,70"} {
		f.Add([]byte(text))
	}
	f.Fuzz(func(t *testing.T, text []byte) {
		log, err := ReadClimate(strings.NewReader(string(text)), time.UTC, today)
		if err != nil {
			var list fault.List
			require.ErrorAs(t, err, &list, "every fault has its place and words")
			for _, f := range list {
				require.NotEmpty(t, f.Field)
				require.NotEmpty(t, f.Words)
			}
			return
		}
		require.Positive(t, len(log.Hours)+len(log.Days))
		for _, c := range log.Hours {
			require.True(t, c >= coldest && c <= hottest)
		}
		for _, d := range log.Days {
			require.True(t, d.LowC <= d.HighC && d.LowC >= coldest && d.HighC <= hottest)
		}
	})
}

// Humidity comes along where a log has it, under the usual names and signs; a line
// without it is whole all the same.
func TestHumidityComesAlong(t *testing.T) {
	at := climate.HourOf(time.Date(2031, 5, 14, 6, 0, 0, 0, time.UTC))
	for name, text := range map[string]string{
		"plain":          "time,temperature,humidity\n2031-05-14 06:10,21,60\n2031-05-14 06:40,23,64\n",
		"signs and RH":   "time;temp °C;RH\n2031-05-14 06:10;21,0;60,0 %\n2031-05-14 06:40;23,0;64,0%\n",
		"relative first": "relative_humidity,time,temperature\n60,2031-05-14 06:10,21\n64,2031-05-14 06:40,23\n",
		"a gap":          "time,temperature,humidity\n2031-05-14 06:10,21,62\n2031-05-14 06:20,22,\n2031-05-14 06:40,23\n",
	} {
		log, err := read(text)
		require.NoError(t, err, name)
		assert.InDelta(t, 22, log.Hours[at], 1e-9, name)
		assert.InDelta(t, 62, log.Humid[at], 1e-9, name)
	}
	log, err := read("time,temperature\n2031-05-14 06:10,21\n")
	require.NoError(t, err)
	assert.Empty(t, log.Humid)
	for text, words := range map[string]string{"130": "between 0 and 100", "-4": "between 0 and 100", "damp": "not a humidity", "NaN": "not a humidity"} {
		var faults fault.List
		_, err := read("time,temperature,humidity\n2031-05-14 06:10,21," + text + "\n")
		require.ErrorAs(t, err, &faults, text)
		assert.Equal(t, "line 2", faults[0].Field)
		assert.Contains(t, english.Say(faults[0].Words), words)
	}
}
