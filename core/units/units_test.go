package units_test

import (
	"fmt"
	"math"
	"testing"

	"github.com/stretchr/testify/assert"

	"therapeon/core/units"
)

// Factors of the SI: NIST SP 811, table 5 and appendix B.
func TestFactors(t *testing.T) {
	assert.InDelta(t, 86400, units.SecondsADay, 0)
	assert.InDelta(t, units.MM2PerM2/units.CM2PerM2, units.MM2PerCM, 0)
	assert.InDelta(t, units.MM3PerL/units.MLPerL, units.MM3PerML, 0)
	assert.InDelta(t, 10000, units.PPMPerPercent, 0)
	assert.InDelta(t, 365.25/units.MonthsAYear, units.DaysAMonth, 0.01)
	assert.InDelta(t, math.Pi*25, units.CircleMM2(10), 1e-12)
}

func ExampleRounded() {
	fmt.Println(units.Rounded(0.149, units.Tenths), units.Rounded(-2.5, 1), units.Rounded(7.123, units.Hundredths))
	// Output: 0.1 -3 7.12
}
