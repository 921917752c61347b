package climate

import (
	"math"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
)

func TestTheSurestTemperatureIsTaken(t *testing.T) {
	at := time.Date(2031, 5, 14, 15, 0, 0, 0, time.UTC)
	p := &Place{Zone: time.UTC, Usual: &Day{LowC: 10, HighC: 20}}
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

	_, _, ok := (&Place{Zone: time.UTC}).At(HourOf(at))
	assert.False(t, ok)
}

func TestDaysToComeTakeTheMeanOfTheLastOnes(t *testing.T) {
	p := &Place{Zone: time.UTC, Days: map[string]Day{"2031-05-01": {LowC: 10, HighC: 20}, "2031-05-02": {LowC: 12, HighC: 22}, "2031-05-03": {LowC: 14, HighC: 30}}}
	c, from, ok := p.At(HourOf(time.Date(2031, 5, 9, 15, 0, 0, 0, time.UTC)))
	assert.True(t, ok)
	assert.Equal(t, Mean, from)
	assert.InDelta(t, 24, c, 1e-9, "the mean of 20, 22 and 30")
}

func TestTheHourlyCurveKeepsTheDaysMean(t *testing.T) {
	d, sum := Day{LowC: 9, HighC: 27}, 0.0
	for h := range 24 {
		sum += d.at(h)
	}
	assert.InDelta(t, 18, sum/24, 1e-9)
	assert.False(t, math.IsNaN(sum))
}
