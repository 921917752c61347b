package bands_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"gonum.org/v1/gonum/stat/distuv"

	"therapeon/core/bands"
)

// The ends of the band on the normal curve, by an independent library.
func TestTheEndsOfTheBand(t *testing.T) {
	assert.InDelta(t, bands.Z, distuv.UnitNormal.Quantile(bands.High), 1e-12)
	assert.InDelta(t, -bands.Z, distuv.UnitNormal.Quantile(bands.Low), 1e-12)
	assert.InDelta(t, 0.8, bands.High-bands.Low, 1e-12, "four of five")
}
