package places_test

import (
	"encoding/json"
	"fmt"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/clinic/places"
	"therapeon/clinic/record"
	"therapeon/clinic/trial"
	"therapeon/core/climate"
	"therapeon/language/english"
	"therapeon/ledger"
)

func hoursOf(n int) string {
	var b strings.Builder
	b.WriteString("time,temperature,humidity\n")
	for i := range n {
		fmt.Fprintf(&b, "%s,%.1f,%d\n", trial.Day.Add(-time.Duration(i+1)*time.Hour).Format("2006-01-02 15:04"),
			15+float64(i%10), 40+i%30)
	}
	return b.String()
}

func TestALoggersReadingsOfAnHourAreTheirMean(t *testing.T) {
	c := trial.NewClinic(t)
	place, err := c.Places.AddPlace(t.Context(), record.PlaceFacts{Name: "Shed", Zone: "UTC"})
	require.NoError(t, err)
	at := trial.Day.Add(-2 * time.Hour)
	for i, v := range []float64{18, 20, 22} {
		kept, err := c.Places.LogReading(
			t.Context(),
			place.ID,
			places.LoggerReading{
				At:              at.Add(time.Duration(10*i) * time.Minute),
				Celsius:         v,
				HumidityPercent: trial.Mm(60 + v),
			},
		)
		require.NoError(t, err)
		assert.InDelta(t, []float64{18, 19, 20}[i], kept.Celsius, 1e-9)
		assert.InDelta(t, []float64{78, 79, 80}[i], *kept.HumidityPercent, 1e-9)
	}
	kept, err := c.Places.LogReading(t.Context(), place.ID,
		places.LoggerReading{At: at.Add(40 * time.Minute), Celsius: 24})
	require.NoError(t, err)
	assert.InDelta(t, 21, kept.Celsius, 1e-9)
	assert.InDelta(t, 80, *kept.HumidityPercent, 1e-9, "one without humidity leaves it")

	for field, bad := range map[string]places.LoggerReading{
		"humidity_percent": {At: at, Celsius: 20, HumidityPercent: trial.Mm(130)},
		"celsius":          {At: at, Celsius: 99},
		"at":               {At: trial.Day.AddDate(0, 0, 3), Celsius: 20},
	} {
		_, err := c.Places.LogReading(t.Context(), place.ID, bad)
		assert.Equal(t, field, trial.FieldOf(t, err))
	}
	_, err = c.Places.LogReading(t.Context(), 99, places.LoggerReading{At: at, Celsius: 20})
	assert.Contains(t, english.Error(err), "There is no place 99.")
	list, err := c.Places.Places(t.Context())
	require.NoError(t, err)
	require.NotNil(t, list[0].Last)
	assert.InDelta(t, 21, list[0].Last.Celsius, 1e-9)
	assert.Equal(t, 1, list[0].Logged)
}

func TestAClimateFileBringsItsHumidity(t *testing.T) {
	c := trial.NewClinic(t)
	place, err := c.Places.AddPlace(t.Context(), record.PlaceFacts{Name: "Shed", Zone: "UTC"})
	require.NoError(t, err)
	var file strings.Builder
	file.WriteString("time,temperature,humidity\n")
	for h := range 30 {
		file.WriteString(trial.Day.Add(-time.Duration(30-h) * time.Hour).Format("2006-01-02 15:04"))
		file.WriteString(",20.5,64 %\n")
	}
	_, err = c.Places.ImportClimate(t.Context(), place.ID, strings.NewReader(file.String()))
	require.NoError(t, err)
	list, err := c.Places.Places(t.Context())
	require.NoError(t, err)
	require.NotNil(t, list[0].MeanHumidity)
	assert.InDelta(t, 64, *list[0].MeanHumidity, 1e-9)
	_, err = c.Places.ImportClimate(t.Context(), place.ID,
		strings.NewReader("time,temperature,humidity\n2030-04-01 10:00,20,130\n"))
	assert.Equal(t, "line 2", trial.FieldOf(t, err))
}

func TestALongLogComesInPartByPartAndIsFinishedAfterAnEnd(t *testing.T) {
	c := trial.NewClinic(t)
	place, err := c.Places.AddPlace(t.Context(), record.PlaceFacts{Name: "Shed", Zone: "UTC"})
	require.NoError(t, err)
	in, err := c.Places.ImportClimate(t.Context(), place.ID, strings.NewReader(hoursOf(3500)))
	require.NoError(t, err)
	assert.Equal(t, 3500, in.Hours)
	assert.Equal(t, 3500, in.Place.Logged)
	assert.Nil(t, in.Place.Importing, "it is in")

	second, err := c.Places.AddPlace(t.Context(), record.PlaceFacts{Name: "Case", Zone: "UTC"})
	require.NoError(t, err)
	type hour struct {
		Hour    int64   `json:"h"`
		Celsius float64 `json:"c"`
	}
	var hours []hour
	for h := range int64(2500) {
		hours = append(hours, hour{climate.HourOf(trial.Day) - 2500 + h, 18})
	}
	doc, err := json.Marshal(map[string]any{"hours": hours, "days": []climate.Day{{Day: "2030-03-01", LowC: 4, HighC: 9}}})
	require.NoError(t, err)
	// as a program that was killed left it
	require.NoError(t, c.Records.Store(t.Context(), func(tx *ledger.Tx) error {
		row, err := tx.Places().AddImport(t.Context(), ledger.Import{PlaceID: second.ID, Doc: doc, Total: 2501})
		require.NoError(t, err)
		return tx.Places().ImportDone(t.Context(), row.ID, 1000)
	}))
	at := func() places.Place {
		all, err := c.Places.Places(t.Context())
		require.NoError(t, err)
		return all[0]
	}
	assert.Equal(t, &places.Importing{Total: 2501, Done: 1000}, at().Importing)
	_, err = c.Places.ImportClimate(t.Context(), second.ID, strings.NewReader(hoursOf(1200)))
	assert.Equal(t, "file", trial.FieldOf(t, err), "one log at a time")
	require.NoError(t, c.Settings.Resume(t.Context()))
	assert.Nil(t, at().Importing)
	assert.Equal(t, 1500, at().Logged, "what was left of it")
	require.NoError(t, c.Settings.Resume(t.Context()), "nothing is left")
}
