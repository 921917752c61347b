package division_test

import (
	"fmt"

	"therapeon/core/division"
	"therapeon/core/patient"
	"therapeon/core/roots"
	"therapeon/core/taxa"
)

// A chain with one lead is left whole: a piece without a lead goes on slowly, if at all.
func ExampleAdvise() {
	profile, _ := taxa.Find("cattleya")
	p := &patient.Patient{Profile: profile, Given: patient.Given{Grade: roots.Good, Read: true}}
	a := division.Advise(division.Chain(8), p)
	fmt.Println(a.Decision, len(a.Cuts))
	// Output: no 0
}
