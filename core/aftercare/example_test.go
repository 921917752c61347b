package aftercare_test

import (
	"fmt"
	"time"

	"therapeon/core/aftercare"
	"therapeon/core/patient"
	"therapeon/core/rehome"
	"therapeon/core/taxa"
	"therapeon/language/english"
)

// A cattleya without new tips that was put into bark on the 1st of May, asked on the 8th: it is watered a little every
// six days, and waits for its first tip.
func ExampleFor() {
	kind, _ := taxa.Find("cattleya")
	p := &patient.Patient{
		Profile: kind, Intake: patient.Intake{OldMedium: "bark", Pot: "clear"},
		Homes: []patient.Home{rehome.Stands("2030-05-01", "bark", nil)},
		Now:   time.Date(2030, 5, 8, 9, 0, 0, 0, time.UTC),
	}
	care := aftercare.For(&aftercare.InCare{Patient: p})
	next, _ := care.Next()
	fmt.Println(english.Say(care.Runs[0].Name))
	fmt.Println(next.On, english.Say(next.Do))
	fmt.Println(english.Say(care.Waiting()[0].Name.Value))
	// Output:
	// Fresh organic, no tips yet
	// 2030-05-05 Water it a little
	// A first tip
}
