package pests_test

import (
	"fmt"
	"time"

	"therapeon/core/climate"
	"therapeon/core/pests"
	"therapeon/language/english"
)

// In the warm the next generation hatches sooner, so the next round falls earlier.
func ExamplePlan() {
	course := pests.Course{Pest: "spider-mites", Rounds: []string{"2030-04-02"}}
	at := func(c float64) string {
		place := &climate.Station{Zone: time.UTC, Usual: &climate.Day{LowC: c, HighC: c}}
		s, err := pests.Plan(course, place, time.Date(2030, 4, 2, 12, 0, 0, 0, time.UTC), false)
		if err != nil {
			return english.Error(err)
		}
		return s.Next.From
	}
	fmt.Println(at(28) < at(18))
	// Output: true
}
