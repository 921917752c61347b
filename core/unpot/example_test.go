package unpot_test

import (
	"fmt"

	"therapeon/core/patient"
	"therapeon/core/taxa"
	"therapeon/core/unpot"
)

// A plant that came bare-root has no pot to come out of.
func ExampleKnowledge_Advise() {
	profile, _ := taxa.Find("vanda")
	bare := unpot.Table().Advise(&patient.Patient{Profile: profile, Intake: patient.Intake{Pot: patient.NoPot}}, nil)
	potted := unpot.Table().Advise(&patient.Patient{Profile: profile, Intake: patient.Intake{Pot: "clay"}}, nil)
	fmt.Println(len(bare.Steps) < len(potted.Steps))
	// Output: true
}
