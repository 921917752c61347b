package climate

import (
	"math"

	"therapeon/core/units"
)

// DayLengthH is the length of a day in hours at a latitude, ° (south negative), on a day of the year
// from 1: N = 24/π·ωs with ωs = arccos(−tan φ·tan δ) and δ = 0.409·sin(2πJ/365 − 1.39) (Allen et al.
// 1998, FAO Irrigation and Drainage Paper 56, eq. 24, 25, 34). Poleward of the circles it is 0 or 24.
func DayLengthH(latitudeDeg float64, dayOfYear int) float64 {
	declination := 0.409 * math.Sin(2*math.Pi*float64(dayOfYear)/units.DaysAYear-1.39)
	x := -math.Tan(latitudeDeg*math.Pi/units.HalfTurnDeg) * math.Tan(declination)
	return units.HoursADay / math.Pi * math.Acos(max(-1, min(1, x)))
}
