package rehome_test

import (
	"fmt"

	"therapeon/core/patient"
	"therapeon/core/rehome"
	"therapeon/core/roots"
	"therapeon/core/taxa"
)

// A plant whose roots were not read has them read first; one with good roots is potted.
func ExampleKnowledge_Decide() {
	profile, _ := taxa.Find("cattleya")
	fmt.Println(rehome.Table().Decide(&patient.Patient{Profile: profile}, "").Decision)
	sound := &patient.Patient{Profile: profile, Given: patient.Given{Grade: roots.Good, Read: true}}
	fmt.Println(rehome.Table().Decide(sound, "").Decision)
	// Output:
	// read
	// pot
}
