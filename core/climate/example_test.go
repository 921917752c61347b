package climate_test

import (
	"fmt"

	"therapeon/core/climate"
)

// 3 September at 20° south: FAO-56, example 9.
func ExampleDayLengthH() {
	fmt.Printf("%.1f hours\n", climate.DayLengthH(-20, 246))
	// Output: 11.7 hours
}
