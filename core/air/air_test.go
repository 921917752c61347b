package air

import (
	"encoding/csv"
	"os"
	"strconv"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

// FAO Irrigation and Drainage Paper 56, table 2.3 of its annex 2.
func TestSaturationIsThatOfFAO56Table23(t *testing.T) {
	for celsius, kpa := range map[float64]float64{1: 0.657, 5: 0.872, 10: 1.228, 15: 1.705, 20: 2.338,
		25: 3.168, 30: 4.243} {
		assert.InDelta(t, kpa, SaturationKPa(celsius), 0.0006, "%g °C", celsius)
	}
}

// FAO Irrigation and Drainage Paper 56, its worked examples.
func TestWorkedExamplesOfFAO56(t *testing.T) {
	assert.InDelta(t, 2.39, MeanSaturationKPa(15, 24.5), 0.005, "example 3")
	assert.InDelta(t, 1.91, VapourByWetBulbKPa(25.6, 19.5, PressureKPa(1200)), 0.005, "example 4")
	assert.InDelta(t, 1.70, VapourOfDayKPa(18, 25, 82, 54), 0.005, "example 5")
	assert.InDelta(t, 81.8, PressureKPa(1800), 0.05, "example 2")
}

// An independent library of the ASHRAE formulas, psychrolib 1.1.1; see testdata.
func TestAgreesWithAnIndependentPsychrometricsLibrary(t *testing.T) {
	file, err := os.Open("testdata/psychrolib.csv")
	require.NoError(t, err)
	t.Cleanup(func() { _ = file.Close() })
	rows, err := csv.NewReader(file).ReadAll()
	require.NoError(t, err)
	require.Len(t, rows, 49)
	for _, row := range rows[1:] {
		v := make([]float64, len(row))
		for i, field := range row {
			v[i], err = strconv.ParseFloat(field, 64)
			require.NoError(t, err)
		}
		celsius, humidity := v[0], v[1]
		assert.InEpsilon(t, v[2], SaturationKPa(celsius), 0.002, "saturation at %g °C", celsius)
		assert.InEpsilon(t, v[3], VapourKPa(celsius, humidity), 0.002, "vapour at %g °C and %g %%", celsius, humidity)
		if v[4] > 0 { // below, the library gives the frost point, over ice
			assert.InDelta(t, v[4], DewPointC(VapourKPa(celsius, humidity)), 0.05,
				"dew point at %g °C and %g %%", celsius, humidity)
		}
	}
}

// The worked figure of the loss: 0.05 m² at 2 mmol/m²/s, 22 °C, by hand from
// A·g·(VPD/P)·18.015·3600.
func TestLeafLossByHand(t *testing.T) {
	day := func(humidity float64) float64 { return 24 * LeafLossG(0.05, 2, DeficitKPa(22, 22, humidity), 101.3) }
	assert.InDelta(t, 2.03, day(50), 0.005)
	assert.InDelta(t, 0.406, day(90), 0.0005)
}

func TestLawsOfTheAir(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		c := rapid.Float64Range(-5, 45).Draw(t, "celsius")
		h := rapid.Float64Range(5, 100).Draw(t, "humidity")
		dew := DewPointC(VapourKPa(c, h))
		assert.LessOrEqual(t, dew, c+1e-9, "dew falls below the temperature of the air")
		assert.InDelta(t, VapourKPa(c, h), SaturationKPa(dew), 1e-9, "the dew point turns saturation round")
		assert.GreaterOrEqual(t, DeficitKPa(c+2, c, h), DeficitKPa(c, c, h), "a warmer leaf loses more")
		assert.InDelta(t, 0, DeficitKPa(c, c, 100), 1e-12)
		assert.Zero(t, DeficitKPa(c-3, c, 100), "a leaf below the dew point loses nothing")
	})
}
