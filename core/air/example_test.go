package air_test

import (
	"fmt"

	"therapeon/core/air"
)

// The pressure at 1,800 m, and the vapour by a wet and a dry bulb at 1,200 m: FAO-56, examples 2 and 4.
func ExamplePressureKPa() {
	fmt.Printf("%.1f kPa\n", air.PressureKPa(1800))
	fmt.Printf("%.2f kPa\n", air.VapourByWetBulbKPa(25.6, 19.5, air.PressureKPa(1200)))
	// Output:
	// 81.8 kPa
	// 1.91 kPa
}

// A leaf 2 K above air of 20 °C and 50 %: it draws more than the air alone says.
// Saturation of 2.64 and 2.34 kPa: FAO-56, table 2.3.
func ExampleDeficitKPa() {
	fmt.Printf("%.2f kPa, and %.2f kPa in the sun\n", air.DeficitKPa(20, 20, 50), air.DeficitKPa(22, 20, 50))
	// Output: 1.17 kPa, and 1.47 kPa in the sun
}
