// Package air is the water in the air: vapour pressures in kPa, temperatures in
// °C, relative humidity in percent. The formulas are those of FAO Irrigation and
// Drainage Paper 56 (Allen, Pereira, Raes and Smith 1998), by their numbers.
package air

import (
	"math"

	"therapeon/core/units"
)

// Celsius is a temperature.
type Celsius = float64

// KPa is a pressure.
type KPa = float64

// StandardKPa is the standard atmosphere.
const StandardKPa KPa = 101.325

// SaturationKPa is the vapour pressure of saturated air, equation 11.
func SaturationKPa(t Celsius) KPa { return 0.6108 * math.Exp(17.27*t/(t+237.3)) }

// MeanSaturationKPa is that of a day, from its low and high, equation 12.
func MeanSaturationKPa(low, high Celsius) KPa {
	return (SaturationKPa(low) + SaturationKPa(high)) / 2
}

// VapourKPa is the vapour pressure of air that is not saturated.
func VapourKPa(t Celsius, humidityPercent float64) KPa {
	return SaturationKPa(t) * humidityPercent / units.Percent
}

// VapourOfDayKPa is the mean vapour pressure of a day from its extremes, equation
// 17: the highest humidity goes with the lowest temperature.
func VapourOfDayKPa(low, high Celsius, mostPercent, leastPercent float64) KPa {
	return (VapourKPa(low, mostPercent) + VapourKPa(high, leastPercent)) / 2
}

// VapourByWetBulbKPa is the vapour pressure that a ventilated psychrometer shows,
// equations 15 and 16.
func VapourByWetBulbKPa(dry, wet Celsius, pressure KPa) KPa {
	return SaturationKPa(wet) - 0.000662*pressure*(dry-wet)
}

// PressureKPa is the usual air pressure at an altitude in metres, equation 7.
func PressureKPa(altitudeM float64) KPa {
	return 101.3 * math.Pow((293-0.0065*altitudeM)/293, 5.26)
}

// DeficitKPa is how much vapour the air could still take up beside a leaf of
// another temperature; it is never below 0.
func DeficitKPa(leaf, air Celsius, humidityPercent float64) KPa {
	return math.Max(0, SaturationKPa(leaf)-VapourKPa(air, humidityPercent))
}

// DewPointC is the temperature at which air of a vapour pressure is saturated:
// equation 11 turned round, over water also below 0 °C. The pressure is above 0.
func DewPointC(vapour KPa) Celsius {
	l := math.Log(vapour / 0.6108)
	return 237.3 * l / (17.27 - l)
}

// gramsPerMole is the molar mass of water.
const gramsPerMole = 18.015

// LeafLossG is the water that leaves lose, g in an hour: conductance in
// mmol/m²/s over one-sided area in m², driven by the deficit over the pressure
// of the air.
func LeafLossG(areaM2, conductance float64, deficit, pressure KPa) float64 {
	return areaM2 * conductance / units.MilliPer * deficit / pressure * gramsPerMole * units.SecondsAnHour
}
