package roots

import (
	"strconv"
	"testing"
)

// BenchmarkVerdict400Roots reads a full plant: 400 single roots of three
// stretches, every tenth with a side root. The bar is 1 ms.
func BenchmarkVerdict400Roots(b *testing.B) {
	var r Reading
	feels := []Feel{Firm, Hollow, Mushy, Limp, Thread}
	for i := range MaxRoots {
		root := Root{ID: "r" + strconv.Itoa(i), Count: 1, Depth: []Depth{Edge, Core, Bottom}[i%3], Growth: 1 + i%6}
		for j := range 3 {
			root.Segments = append(root.Segments, Segment{LengthMM: mm(30), Feel: feels[(i+j)%5], Colour: EvenBrown})
		}
		if i%10 == 0 {
			root.Branches = []Branch{{AtMM: 20, Segments: []Segment{{Feel: Firm}}}}
		}
		r.Roots = append(r.Roots, root)
	}
	c := pale()
	Read(r, c)
	b.ReportAllocs()
	for b.Loop() {
		Read(r, c)
	}
}
