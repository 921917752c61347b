package media_test

import (
	"fmt"

	"therapeon/core/media"
)

// Two litres of chunky bark and one of compost: the compost falls into the gaps.
func ExampleKnowledge_Settle() {
	k := media.Table()
	s, err := k.Settle([]media.Part{{Component: "bark-chunky", Parts: 2}, {Component: "compost", Parts: 1}},
		k.Component)
	if err != nil {
		panic(err)
	}
	fmt.Printf("%.1f L poured, %.1f L in the pot\n", s.PouredL, s.VolumeL)
	// Output: 3.0 L poured, 2.0 L in the pot
}
