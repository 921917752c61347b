package roots

import (
	"math"

	"therapeon/core/message"
	"therapeon/core/units"
)

// SideAreaCM2 is the side of a cylinder, πdL, for a diameter and length in mm.
func SideAreaCM2(diameterMM, lengthMM float64) float64 {
	return math.Pi * diameterMM * lengthMM / units.MM2PerCM
}

// VolumeCM3 is the volume of a cylinder, πd²L/4, for a diameter and length in mm.
func VolumeCM3(diameterMM, lengthMM float64) float64 {
	return units.CircleMM2(diameterMM) * lengthMM / units.MM3PerML
}

// GridCount estimates the length of a root mass spread out on a grid, from the
// crossings with both sets of lines: L = 11/14·N·g (Tennant 1975, J. Ecol.
// 63:995, after Newman 1966). The result is in the unit of the spacing.
func GridCount(crossings int, spacing float64) float64 {
	return Known().Figures.GridFactor.Value * float64(crossings) * spacing
}

// Amount is an amount of root: how many, how long, what side area and volume.
type Amount struct {
	Roots     int     `json:"roots" required:"true"`
	LengthMM  float64 `json:"length_mm" required:"true"`
	AreaCM2   float64 `json:"area_cm2" required:"true"`
	VolumeCM3 float64 `json:"volume_cm3" required:"true"`
}

func (a *Amount) add(s Stretch, toMM float64, count int) {
	length := math.Min(s.ToMM, toMM) - s.FromMM
	if length <= 0 {
		return
	}
	n := float64(count)
	a.LengthMM += n * length
	a.AreaCM2 += n * SideAreaCM2(s.DiameterMM, length)
	a.VolumeCM3 += n * VolumeCM3(s.DiameterMM, length)
}

// Range runs from "all that is doubtful is dead" to "all of it is alive". The
// point counts the doubtful by its weight, a house rule.
type Range struct {
	Low   float64 `json:"low" required:"true"`
	Point float64 `json:"point" required:"true"`
	High  float64 `json:"high" required:"true"`
}

func span(live, doubtful float64) Range {
	return Range{live, live + Known().Figures.DoubtfulWeight.Value*doubtful, live + doubtful}
}

func (r Range) over(whole float64) Range {
	if whole <= 0 {
		return Range{}
	}
	return Range{r.Low / whole, r.Point / whole, r.High / whole}
}

func millimetres(mm float64) message.Figure {
	return message.Figure{Value: units.Rounded(mm, units.Tenths), Unit: "mm", Round: message.Round{Whole: true}}
}
