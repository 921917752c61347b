package roots_test

import (
	"fmt"

	"therapeon/core/disputes"
	"therapeon/core/roots"
	"therapeon/core/taxa"
)

// Nine firm roots live and are left; three hollow ones are dead and come off whole.
func ExampleRead() {
	length := 80.0
	reading := roots.Reading{Roots: []roots.Root{
		{ID: "a", Count: 9, Segments: []roots.Segment{{LengthMM: &length, Feel: roots.Firm}}},
		{ID: "b", Count: 3, Segments: []roots.Segment{{LengthMM: &length, Feel: roots.Hollow}}},
	}}
	v := roots.Read(reading, roots.Context{Class: taxa.Pale, DeadDry: disputes.AllOff, CutMarginMM: 4})
	fmt.Println(v.Roots[0].Decision.Kind != roots.Cut, v.Roots[1].Decision.Kind == roots.Cut, v.Roots[1].Decision.Whole)
	fmt.Printf("%.0f of %.0f mm live\n", v.Totals.LiveLengthMM.Point, 12*length)
	// Output:
	// true true true
	// 720 of 960 mm live
}
