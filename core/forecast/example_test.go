package forecast_test

import (
	"fmt"

	"therapeon/core/forecast"
)

// Of 148 forecasts 15 came within their days: Newcombe 1998, Stat. Med. 17:857, table I.
func ExampleWilson() {
	s := forecast.Wilson(15, 148)
	fmt.Printf("%.4f to %.4f\n", s.Low, s.High)
	// Output: 0.0624 to 0.1605
}
