package race_test

import (
	"context"
	"fmt"

	"therapeon/core/leaves"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/race"
	"therapeon/core/taxa"
	"therapeon/language/english"
)

// A plant without roots dries out sooner on the open bench than under a lid. Without a leaf
// there is no race to run.
func ExampleRun() {
	profile, _ := taxa.Find("phalaenopsis")
	air := &patient.Air{NightC: 18, DayC: 24}
	p := &patient.Patient{
		Profile: profile,
		Intake:  patient.Intake{LeafCount: 4, Blades: []leaves.Blade{{LengthMM: 200, WidthMM: 80}}},
		Given:   patient.Given{Air: air, RootsFrom: message.Plain("Searched, and none found.")},
	}
	r, err := race.Run(context.Background(), p, race.Ask{Runs: 200})
	if err != nil {
		fmt.Println(english.Error(err))
		return
	}
	loss := map[string]float64{}
	for _, o := range r.Outcomes {
		loss[o.Code] = o.LossG
	}
	fmt.Println(loss["lid"] < loss["bench"])
	uncounted := &patient.Patient{Profile: profile, Given: patient.Given{Air: air}}
	_, err = race.Run(context.Background(), uncounted, race.Ask{})
	fmt.Println(english.Error(err))
	// Output:
	// true
	// leaf_count: How much leaf it has is not known. Count or measure its leaves at intake.
}
