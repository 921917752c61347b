package roots

// reader reads the roots of one reading. It holds room for what it finds, made
// in one piece, since a verdict follows every key.
type reader struct {
	*Reading
	context   *Context
	stretches []Stretch
	reasons   []string
}

const reasonsEach = 4 // more are rare, and grow the list

func newReader(r *Reading, c *Context) *reader {
	axes, stretches := len(r.Roots), 0
	for i := range r.Roots {
		stretches += len(r.Roots[i].Segments)
		for j := range r.Roots[i].Branches {
			axes++
			stretches += len(r.Roots[i].Branches[j].Segments)
		}
	}
	return &reader{r, c, make([]Stretch, stretches), make([]string, axes*reasonsEach)}
}

func (rd *reader) roomForStretches(n int) []Stretch {
	room := rd.stretches[:n:n]
	rd.stretches = rd.stretches[n:]
	return room
}

func (rd *reader) roomForReasons() []string {
	room := rd.reasons[:0:reasonsEach]
	rd.reasons = rd.reasons[reasonsEach:]
	return room
}
