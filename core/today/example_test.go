package today_test

import (
	"fmt"

	"therapeon/core/patient"
	"therapeon/core/today"
)

// A suspect comes after the clean plants, whatever it wants.
func ExampleRoundOf() {
	item := func(tag, job string) today.Item { return today.Item{Tag: tag, Job: job, ML: 300} }
	r := today.RoundOf([]today.Wanted{
		{Turn: patient.Suspected, By: "2027-04-01", Item: item("Crate 3", "water")},
		{Turn: patient.Clean, By: "2027-04-01", Item: item("Crate 8", "check")},
		{Turn: patient.Clean, By: "2027-04-01", Item: item("Crate 2", "water")},
	}, "2027-04-01")
	for _, turn := range r.Turns {
		for _, g := range turn.Groups {
			fmt.Println(turn.Turn, g.Job, g.Items[0].Tag)
		}
	}
	// Output:
	// clean water Crate 2
	// clean check Crate 8
	// suspect water Crate 3
}
