package leaves

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
)

// 200 × 70 mm is 140 cm² of rectangle; a usual blade fills three quarters of it
// (from memory).
func TestLeafArea(t *testing.T) {
	one := []Blade{{LengthMM: 200, WidthMM: 70}}
	assert.InDelta(t, 105, AreaCM2(one, 1, 90, 0.75), 1e-9)
	assert.InDelta(t, 315, AreaCM2(one, 3, 90, 0.75), 1e-9, "the measured leaf stands for the others")
	assert.InDelta(t, 105, AreaCM2(one, 0, 90, 0.75), 1e-9)
	assert.InDelta(t, 360, AreaCM2(nil, 4, 90, 0.75), 1e-9, "the group's usual leaf")
	assert.Zero(t, AreaCM2(nil, 0, 90, 0.75))
	two := []Blade{{LengthMM: 200, WidthMM: 70}, {LengthMM: 100, WidthMM: 70}}
	assert.InDelta(t, 157.5, AreaCM2(two, 2, 90, 0.75), 1e-9, "all are measured")
	assert.InDelta(t, 315, AreaCM2(two, 4, 90, 0.75), 1e-9, "twice as many: their mean stands for the others")
}

// An elliptic blade has the area πab of its half axes: solid geometry, any
// handbook. Its form factor is π/4.
func TestAnEllipticLeaf(t *testing.T) {
	blade := []Blade{{LengthMM: 200, WidthMM: 70}}
	assert.InDelta(t, math.Pi*10*3.5, AreaCM2(blade, 1, 90, math.Pi/4), 1e-9)
}
