package climate

import (
	"math"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func TestTheSurestTemperatureIsTaken(t *testing.T) {
	at := time.Date(2031, 5, 14, 15, 0, 0, 0, time.UTC)
	p := &Station{Zone: time.UTC, Usual: &Day{LowC: 10, HighC: 20}}
	temperature := func() (float64, Where) {
		c, from, ok := p.At(HourOf(at))
		assert.True(t, ok)
		return c, from
	}
	c, from := temperature()
	assert.Equal(t, Usual, from)
	assert.InDelta(t, 20, c, 1e-9, "warmest in mid-afternoon")
	c, _, _ = p.At(HourOf(at.Add(-12 * time.Hour)))
	assert.InDelta(t, 10, c, 1e-9, "coldest before dawn")

	p.Days = map[string]Day{"2031-05-14": {LowC: 12, HighC: 26}}
	c, from = temperature()
	assert.Equal(t, DayTable, from)
	assert.InDelta(t, 26, c, 1e-9)

	p.Hours = map[int64]float64{HourOf(at): 31}
	c, from = temperature()
	assert.Equal(t, Logged, from)
	assert.InDelta(t, 31, c, 1e-9)

	_, _, ok := (&Station{Zone: time.UTC}).At(HourOf(at))
	assert.False(t, ok)
}

func TestDaysToComeTakeTheMeanOfTheLastOnes(t *testing.T) {
	p := &Station{
		Zone: time.UTC,
		Days: map[string]Day{
			"2031-05-01": {LowC: 10, HighC: 20},
			"2031-05-02": {LowC: 12, HighC: 22},
			"2031-05-03": {LowC: 14, HighC: 30},
		},
	}
	c, from, ok := p.At(HourOf(time.Date(2031, 5, 9, 15, 0, 0, 0, time.UTC)))
	assert.True(t, ok)
	assert.Equal(t, Mean, from)
	assert.InDelta(t, 24, c, 1e-9, "the mean of 20, 22 and 30")
	c, _, _ = p.At(HourOf(time.Date(2031, 5, 9, 3, 0, 0, 0, time.UTC)))
	assert.InDelta(t, 12, c, 1e-9, "of 10, 12 and 14")
}

func TestTheHourlyCurveKeepsTheDaysMean(t *testing.T) {
	d, sum := Day{LowC: 9, HighC: 27}, 0.0
	for h := range 24 {
		sum += d.at(h)
	}
	assert.InDelta(t, 18, sum/24, 1e-9)
	assert.False(t, math.IsNaN(sum))
}

// A day in spring has 23 hours and one in autumn 25 where clocks are turned; in
// zones of half an hour, hours go by the hour they begin in.
func TestDaysOfOtherLengthsAndZones(t *testing.T) {
	for name, c := range map[string]struct {
		zone string
		day  time.Time
		want int
	}{
		"spring":     {"Europe/Lisbon", time.Date(2030, 3, 31, 0, 0, 0, 0, time.UTC), 23},
		"autumn":     {"Europe/Lisbon", time.Date(2030, 10, 27, 0, 0, 0, 0, time.UTC), 25},
		"a day":      {"Europe/Lisbon", time.Date(2030, 6, 1, 0, 0, 0, 0, time.UTC), 24},
		"half hours": {"Asia/Kolkata", time.Date(2030, 6, 1, 0, 0, 0, 0, time.UTC), 24},
	} {
		zone, err := time.LoadLocation(c.zone)
		require.NoError(t, err)
		p := &Station{Zone: zone, Usual: &Day{LowC: 10, HighC: 20}}
		y, m, d := c.day.Date()
		from, to := firstHour(y, m, d, zone), firstHour(y, m, d+1, zone)
		n := 0
		for h := from; h < to; h++ {
			day, hour := p.dayOf(h)
			assert.Equal(t, c.day.Format(time.DateOnly), day, name)
			assert.Equal(t, n, hour, name)
			_, _, ok := p.At(h)
			assert.True(t, ok)
			n++
		}
		assert.Equal(t, c.want, n, name)
	}
}

func TestTheDailyRangeTakesWhatWasMeasured(t *testing.T) {
	start := HourOf(time.Date(2031, 5, 14, 0, 0, 0, 0, time.UTC))
	p := &Station{
		Zone:  time.UTC,
		Hours: map[int64]float64{},
		Days: map[string]Day{
			"2031-05-14": {Day: "2031-05-14", LowC: 1, HighC: 2},
			"2031-05-15": {Day: "2031-05-15", LowC: 9, HighC: 19},
		},
	}
	for h := range int64(24) {
		p.Hours[start+h] = 14 + float64(h%12)
	}
	p.Hours[start+24] = 33 // one hour of the next day says little of it
	ranges := p.DailyRange()
	assert.Equal(t, Day{"2031-05-14", 14, 25}, ranges["2031-05-14"], "the log before the table")
	assert.Equal(t, Day{"2031-05-15", 9, 19}, ranges["2031-05-15"], "the table before a single hour")
}

// The days beside a time are those a whole day before and after it, also where a day has 25 hours.
func TestTheDaysBesideATime(t *testing.T) {
	berlin, err := time.LoadLocation("Europe/Berlin")
	require.NoError(t, err)
	p := &Station{Zone: berlin, Days: map[string]Day{"2030-10-26": {}, "2030-10-27": {}, "2030-10-28": {}, "2030-10-29": {}}}
	at := HourOf(time.Date(2030, 10, 27, 23, 0, 0, 0, berlin))
	days := p.DaysBetween(at, at)
	assert.Contains(t, days, "2030-10-26")
	assert.Contains(t, days, "2030-10-28")
	assert.NotContains(t, days, "2030-10-29")
}

func TestTwoDaysAreNoMean(t *testing.T) {
	p := &Station{
		Zone:  time.UTC,
		Usual: &Day{LowC: 5, HighC: 15},
		Days:  map[string]Day{"2031-05-01": {LowC: 10, HighC: 20}, "2031-05-02": {LowC: 12, HighC: 22}},
	}
	_, from, ok := p.At(HourOf(time.Date(2031, 5, 9, 15, 0, 0, 0, time.UTC)))
	assert.True(t, ok)
	assert.Equal(t, Usual, from)
}

func TestTheAirToReckonWith(t *testing.T) {
	usual := 55.0
	p := &Station{
		Zone:          time.UTC,
		Usual:         &Day{LowC: 14, HighC: 22},
		UsualHumidity: &usual,
		Days:          map[string]Day{},
		Hours:         map[int64]float64{},
		Humid:         map[int64]float64{},
	}
	now := time.Date(2030, 5, 20, 12, 0, 0, 0, time.UTC)
	air := p.Now(HourOf(now))
	assert.Equal(t, 14.0, *air.NightC)
	assert.Equal(t, 22.0, *air.DayC)
	assert.Equal(t, 55.0, *air.Humidity, "what is usual, until something was measured")

	for ago := 1; ago <= 5; ago++ {
		day := now.AddDate(0, 0, -ago).Format(time.DateOnly)
		p.Days[day] = Day{Day: day, LowC: 10, HighC: 30}
	}
	p.Days["2029-05-19"] = Day{Day: "2029-05-19", LowC: -5, HighC: -1}
	for h := range int64(20) {
		p.Humid[HourOf(now)-h-1] = 80
	}
	air = p.Now(HourOf(now))
	assert.Equal(t, 10.0, *air.NightC, "the last days, not those of a year ago")
	assert.Equal(t, 30.0, *air.DayC)
	assert.InDelta(t, 80, *air.Humidity, 1e-9)
	for h := range int64(15) {
		delete(p.Humid, HourOf(now)-h-1)
	}
	assert.Equal(t, 55.0, *p.Now(HourOf(now)).Humidity, "five hours say nothing of a day")
}

// The air of a time is the same as if every day and hour that is known were gone through for it.
func TestTheAirOfATimeIsOfItsOwnDays(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		zone, err := time.LoadLocation(rapid.SampledFrom([]string{"UTC", "Europe/Berlin", "Asia/Kolkata"}).Draw(t, "zone"))
		require.NoError(t, err)
		begin := HourOf(time.Date(2026, 3, 20, 0, 0, 0, 0, zone)) // with a change of clocks in it
		p := &Station{Zone: zone, Days: map[string]Day{}, Hours: map[int64]float64{}, Humid: map[int64]float64{}}
		for h := begin; h < begin+15*24; h++ {
			if rapid.IntRange(0, 9).Draw(t, "logged") > 0 {
				p.Hours[h], p.Humid[h] = float64(h%24), float64(50+h%7)
			}
		}
		for _, day := range []string{"2026-03-19", "2026-03-25", "2026-04-06"} {
			p.Days[day] = Day{day, 5, 9}
		}
		from := begin + rapid.Int64Range(-50, 400).Draw(t, "from")
		to := from + rapid.Int64Range(0, 500).Draw(t, "for")
		var low, high, days, humid, hours float64
		for _, d := range p.DailyRange() {
			at, err := time.ParseInLocation(time.DateOnly, d.Day, zone)
			require.NoError(t, err)
			if noon := HourOf(at.Add(12 * time.Hour)); noon >= from && noon <= to {
				low, high, days = low+d.LowC, high+d.HighC, days+1
			}
		}
		for h, percent := range p.Humid {
			if h >= from && h < to {
				humid, hours = humid+percent, hours+1
			}
		}
		air := p.Between(from, to)
		require.Equal(t, days > 0, air.NightC != nil)
		if days > 0 {
			assert.InDelta(t, low/days, *air.NightC, 1e-9)
			assert.InDelta(t, high/days, *air.DayC, 1e-9)
		}
		require.Equal(t, hours >= Table().LeastHours.Value, air.Humidity != nil)
		if air.Humidity != nil {
			assert.InDelta(t, humid/hours, *air.Humidity, 1e-9)
		}
	})
}
