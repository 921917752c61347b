package words

import "fmt"

func Example() {
	fmt.Println(Lower("Bark chips"), Lower("Épi"), Lower("EC meter"))
	fmt.Println(Join([]string{"scale", "aphids", "thrips"}, "or"))
	// Output:
	// bark chips épi EC meter
	// scale, aphids or thrips
}
