package progress_test

import (
	"fmt"

	"therapeon/core/progress"
)

// A root that grew 2 mm a day, taped four times; one length was misread.
func ExampleTheilSen() {
	slope, _ := progress.TheilSen([]float64{0, 5, 10, 15, 20}, []float64{10, 20, 30, 60, 50})
	fmt.Printf("%.0f mm a day\n", slope.Value)
	// Output: 2 mm a day
}
