package drying_test

import (
	"fmt"

	"therapeon/core/drying"
	"therapeon/core/patient"
	"therapeon/core/pots"
)

// A pot that was never weighed has no day on which it is due.
func ExampleKnowledge_WaterDayFor() {
	pot := pots.Pot{Shape: pots.Round, TopMM: 120, BottomMM: 90, HeightMM: 100}
	_, known := drying.Table().WaterDayFor(&patient.Patient{}, pot, 0.3)
	fmt.Println(known)
	// Output: false
}
