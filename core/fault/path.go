package fault

import "strconv"

// Path is a place within a value, such as roots[3].length_mm. It is put into words
// only when a fault is found there. The nil Path is the value itself.
type Path struct {
	up   *Path
	step string
}

// Field is a field of what lies at p. One without a name is embedded: it lies there
// itself.
func (p *Path) Field(name string) *Path {
	if name == "" {
		return p
	}
	return &Path{p, name}
}

// Index is an element of the list at p.
func (p *Path) Index(i int) *Path { return &Path{p, "[" + strconv.Itoa(i) + "]"} }

// Key is a value of the map at p.
func (p *Path) Key(key string) *Path { return &Path{p, "[" + key + "]"} }

func (p *Path) String() string {
	switch {
	case p == nil:
		return ""
	case p.up == nil || p.step[0] == '[':
		return p.up.String() + p.step
	}
	return p.up.String() + "." + p.step
}
