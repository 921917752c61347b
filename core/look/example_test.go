package look_test

import (
	"fmt"

	"therapeon/core/causes"
	"therapeon/core/look"
	"therapeon/core/patient"
	"therapeon/core/taxa"
	"therapeon/language/english"
)

// Its medium has gone to crumbs, and it has new roots: the best moment, so unpot it soon.
// Nothing was noted of another: that decides nothing.
func ExampleKnowledge_Decide() {
	profile, _ := taxa.Find("cattleya")
	seen := patient.Inspection{
		Findings: patient.Findings{"crumbles": patient.Present}, Growth: patient.NewRoots,
	}
	p := &patient.Patient{
		Profile: profile, Day: "2030-04-02", Judge: causes.Hear,
		Looks: []patient.Look{{On: "2030-04-02", Noted: seen}},
	}
	fmt.Println(english.Say(look.Table().Words(look.Table().Decide(p).Line)))
	fmt.Println(english.Say(look.Table().Words(look.Table().Decide(&patient.Patient{Profile: profile}).Line)))
	// Output:
	// Unpot it soon.
	// Look it over before you touch it.
}
