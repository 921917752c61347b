// Package leaves measures leaves.
package leaves

// Blade is one measured leaf, in mm.
type Blade struct {
	LengthMM float64 `json:"length_mm" required:"true" validate:"min=5,max=1500"`
	WidthMM  float64 `json:"width_mm" required:"true" validate:"min=1,max=400"`
}

// FormFactor turns length × width into the area of a usual blade. An ellipse
// is 0.785 and a strap 0.85. From memory.
const FormFactor = 0.75

// AreaCM2 is the one-sided leaf area of a plant in cm². Measured blades stand
// for themselves and, by their mean, for the leaves not measured; without any
// the group's usual leaf stands in. It is 0 when nothing is known.
func AreaCM2(blades []Blade, count int, usualLeafCM2 float64) float64 {
	if len(blades) == 0 {
		return float64(count) * usualLeafCM2
	}
	sum := 0.0
	for _, b := range blades {
		sum += b.LengthMM * b.WidthMM * FormFactor / 100
	}
	if count > len(blades) {
		sum *= float64(count) / float64(len(blades))
	}
	return sum
}
