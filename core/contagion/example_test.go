package contagion_test

import (
	"fmt"

	"therapeon/core/contagion"
)

// A plant with a virus was cut on 5 March; another was cut on that day too, a third a day later.
func ExampleOf() {
	virus, _ := contagion.Table().Agent("virus")
	suspect := contagion.Facts{PlantID: 1, Blades: []string{"2027-03-05"}}
	others := []contagion.Facts{
		{PlantID: 2, Tag: "beside it", Blades: []string{"2027-03-05"}},
		{PlantID: 3, Tag: "the day after", Blades: []string{"2027-03-06"}},
	}
	for _, e := range contagion.Of(virus, suspect, others, "2027-03-01", "2027-03-10") {
		fmt.Println(e.Tag, "by the", e.By[0].What, "on", e.By[0].On)
	}
	// Output: beside it by the blade on 2027-03-05
}
