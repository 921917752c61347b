package climate_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"therapeon/core/climate"
)

// FAO-56, example 9: at 20° S on 3 September, day 246, daylight lasts 11.7 hours.
func TestDayLengthOfFAO56(t *testing.T) {
	assert.InDelta(t, 11.7, climate.DayLengthH(-20, 246), 0.05)
	assert.InDelta(t, 12, climate.DayLengthH(0, 100), 1e-9, "at the equator all days are alike")
	assert.Zero(t, climate.DayLengthH(80, 355), "the polar night")
	assert.InDelta(t, 24, climate.DayLengthH(80, 172), 1e-9, "and day")
	for j := 1; j <= 365; j++ {
		assert.InDelta(t, 24, climate.DayLengthH(47, j)+climate.DayLengthH(-47, j), 1e-9, "what one half has the other lacks")
	}
}
