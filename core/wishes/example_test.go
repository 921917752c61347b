package wishes_test

import (
	"fmt"
	"time"

	"therapeon/core/patient"
	"therapeon/core/taxa"
	"therapeon/core/wishes"
	"therapeon/language/english"
)

// May it be repotted? It is limp though it is wet, so its look asks for it.
func ExampleKnowledge_Answer() {
	kind, _ := taxa.Find("phalaenopsis")
	p := &patient.Patient{
		Profile: kind, Intake: patient.Intake{OldMedium: "moss", Pot: "clear"},
		Now: time.Date(2030, 5, 8, 9, 0, 0, 0, time.UTC),
		Looks: []patient.Look{{On: "2030-05-08", Noted: patient.Inspection{
			Findings: patient.Findings{"limp-though-wet": patient.Present},
		}}},
	}
	a, _ := wishes.Table().Answer(p, "repot", wishes.Ask{})
	fmt.Println(a.Answer+":", english.Say(a.Because.Value))
	// Output:
	// yes: The look asks for it.
}
