package pots_test

import (
	"fmt"

	"therapeon/core/pots"
	"therapeon/language/english"
)

// A usual pot, 15 cm wide at the rim and 11 at the bottom, 13 cm high. Half way up it is
// 13 cm wide: π·6.5·(13² + 13·11 + 11²)/12 cm³ by hand.
func ExamplePot_VolumeL() {
	pot := pots.Pot{Shape: pots.Round, TopMM: 150, BottomMM: 110, HeightMM: 130}
	fmt.Printf("%.3f L, of that %.3f L below half its height\n", pot.VolumeL(), pot.BelowL(65))
	// Output: 1.739 L, of that 0.737 L below half its height
}

// A pot that narrows upwards is refused: what roots in it does not come out.
func ExamplePot_Faults() {
	pot := pots.Pot{Shape: pots.Round, TopMM: 90, BottomMM: 140, HeightMM: 100}
	for _, f := range pot.Faults() {
		fmt.Printf("%s: %v, %s\n", f.Field, f.Value, english.Say(f.Limit))
	}
	// Output: bottom_mm: 140, at most 90 mm
}
