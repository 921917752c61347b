package rehome_test

import (
	"fmt"

	"therapeon/core/patient"
	"therapeon/core/race"
	"therapeon/core/rehome"
	"therapeon/core/roots"
	"therapeon/core/taxa"
)

// A plant whose roots were not read has them read first; one with good roots is potted.
func ExampleKnowledge_Decide() {
	profile, _ := taxa.Find("cattleya")
	out := patient.Intake{Pot: patient.NoPot}
	bare := &patient.Patient{Profile: profile, Intake: out}
	fmt.Println(rehome.Table().Decide(bare, race.Advised{}).Decision)
	sound := &patient.Patient{Profile: profile, Intake: out, Given: patient.Given{Grade: roots.Good, Read: true}}
	fmt.Println(rehome.Table().Decide(sound, race.Advised{}).Decision)
	// Output:
	// read
	// pot
}
