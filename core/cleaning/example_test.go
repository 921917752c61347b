package cleaning_test

import (
	"fmt"

	"therapeon/core/cleaning"
	"therapeon/core/disputes"
	"therapeon/core/patient"
	"therapeon/core/roots"
	"therapeon/core/taxa"
	"therapeon/language/english"
)

// The dry root comes off before the rotting one: the blade goes from clean tissue to dirty.
// A cut leaves the margin of the house in dead tissue.
func ExampleCuts() {
	profile, _ := taxa.Find("phalaenopsis")
	length := 60.0
	p := &patient.Patient{
		Profile: profile,
		House:   patient.House{CutMarginMM: 4},
		Sides:   patient.Sides{disputes.DeadDryRoots: disputes.AllOff, disputes.ClingingMedium: disputes.ByState},
		Reading: &patient.Reading{On: "2030-04-02", Roots: roots.Reading{Roots: []roots.Root{
			{ID: "rotting", Count: 1, Segments: []roots.Segment{{LengthMM: &length, Feel: roots.Mushy}}},
			{ID: "dry", Count: 1, Segments: []roots.Segment{{LengthMM: &length, Feel: roots.Hollow}}},
		}}},
	}
	list := cleaning.Cuts(p)
	for _, it := range list.Items {
		fmt.Println(it.RootID, it.Kind)
	}
	fmt.Println(english.Say(list.Headline))
	// Output:
	// dry dry-whole
	// rotting rot-whole
	// 0 of 2 cuts done.
}
