// Package units has the factors between units, under their names, so that none stands bare in a formula:
//
//	ml := litres * units.MLPerL
//	share := percent / units.Percent
package units

import "math"

// Shares.
const (
	Percent       = 100.0 // of a whole
	PerMille      = 1000.0
	PPM           = 1e6 // parts per million of a whole
	PPMPerPercent = PPM / Percent
)

// Lengths, areas, volumes and masses.
const (
	MMPerM   = 1000.0
	MM2PerCM = 100.0 // mm² in a cm²
	MM2PerM2 = 1e6
	CM2PerM2 = 1e4
	MM3PerML = 1000.0
	MM3PerL  = 1e6
	MLPerL   = 1000.0
	GPerKg   = 1000.0
	GPerL    = 1000.0 // of water
	MilliPer = 1000.0 // thousandths in one, such as mmol in a mol
)

// Times.
const (
	MinutesAnHour = 60.0
	HoursADay     = 24
	SecondsAnHour = 3600
	SecondsADay   = HoursADay * SecondsAnHour
	DaysAWeek     = 7
	DaysAMonth    = 30.44 // mean
	DaysAYear     = 365
	MonthsAYear   = 12
)

// ZeroCelsiusK is 0 °C on the scale of Kelvin.
const ZeroCelsiusK = 273.15

// HalfTurnDeg is half a turn, degrees.
const HalfTurnDeg = 180.0

// CircleMM2 is the area of a circle by its diameter.
func CircleMM2(diameterMM float64) float64 { return math.Pi * diameterMM * diameterMM / 4 }

// What a figure is rounded to: so many steps in one.
const (
	Tenths         = 10.0
	Hundredths     = 100.0
	Thousandths    = 1000.0
	TenThousandths = 1e4
)

// Rounded is a figure rounded to steps of one over of: Rounded(0.123, Tenths) is 0.1.
func Rounded(x, of float64) float64 { return math.Round(x*of) / of }

// What arithmetic may be off by: Hair where figures were added and divided, Speck where they were multiplied
// a few times.
const (
	Hair  = 1e-9
	Speck = 1e-12
)
