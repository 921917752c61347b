// Package leaves measures leaves.
package leaves

import "therapeon/core/units"

// Blade is one measured leaf, in mm.
type Blade struct {
	LengthMM float64 `json:"length_mm" required:"true" validate:"blade_mm" title:"leaves.Blade.length_mm"`
	WidthMM  float64 `json:"width_mm" required:"true" validate:"blade_width_mm" title:"leaves.Blade.width_mm"`
}

// AreaCM2 is the one-sided leaf area of a plant in cm². Measured blades stand
// for themselves and, by their mean, for the leaves not measured; without any
// the group's usual leaf stands in. The form factor is the area of a blade over
// its length × width. The result is 0 when nothing is known.
func AreaCM2(blades []Blade, count int, usualLeafCM2, formFactor float64) float64 {
	if len(blades) == 0 {
		return float64(count) * usualLeafCM2
	}
	sum := 0.0
	for _, b := range blades {
		sum += b.LengthMM * b.WidthMM * formFactor / units.MM2PerCM
	}
	if count > len(blades) {
		sum *= float64(count) / float64(len(blades))
	}
	return sum
}
