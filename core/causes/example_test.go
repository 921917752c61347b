package causes_test

import (
	"fmt"

	"therapeon/core/causes"
	"therapeon/core/patient"
	"therapeon/core/taxa"
	"therapeon/language/english"
)

// Stippled leaves and webs are of spider mites, which spread: they are acted on. Nothing
// was looked at on another plant.
func ExampleKnowledge_Judge() {
	profile, _ := taxa.Find("cymbidium")
	seen := patient.Inspection{Findings: patient.Findings{"stippled": patient.Present, "webs": patient.Present}}
	p := &patient.Patient{
		Profile: profile, Day: "2030-04-02", Looks: []patient.Look{{On: "2030-04-02", Noted: seen}},
	}
	v := causes.Table().Judge(p)
	fmt.Println(v.Causes[0].Code, v.Causes[0].ActOn)
	fmt.Println(english.Say(causes.Table().Judge(&patient.Patient{Profile: profile}).Headline))
	// Output:
	// spider-mites true
	// Nothing was looked at yet.
}
