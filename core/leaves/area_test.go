package leaves

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

// 200 × 70 mm is 140 cm² of rectangle; a usual blade fills three quarters of it
// (from memory; an ellipse would fill π/4).
func TestLeafArea(t *testing.T) {
	one := []Blade{{LengthMM: 200, WidthMM: 70}}
	assert.InDelta(t, 105, AreaCM2(one, 1, 90), 1e-9)
	assert.InDelta(t, 315, AreaCM2(one, 3, 90), 1e-9, "the measured leaf stands for the others")
	assert.InDelta(t, 105, AreaCM2(one, 0, 90), 1e-9)
	assert.InDelta(t, 360, AreaCM2(nil, 4, 90), 1e-9, "the group's usual leaf")
	assert.Zero(t, AreaCM2(nil, 0, 90))
}
