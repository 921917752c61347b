// Package fault describes bad input: where it is, what was given, and what
// would be right.
package fault

import (
	"fmt"
	"strings"
)

// Fault is one wrong value.
type Fault struct {
	Field string `json:"field" required:"true" description:"path of the value, such as roots[3].segments[0].length_mm"`
	Name  string `json:"name,omitempty" description:"what a form calls it, where it has a name there"`
	Words string `json:"words" required:"true" description:"what is wrong and what would be right"`
	Limit string `json:"limit,omitempty" description:"the limit that was crossed"`
	Value any    `json:"value,omitempty" description:"the value given"`
}

// List is every fault found in one input.
type List []Fault

// Under puts the faults of a part under its field in the whole.
func (l List) Under(field string) List {
	moved := make(List, len(l))
	for i, f := range l {
		f.Field = field + "." + f.Field
		moved[i] = f
	}
	return moved
}

// Error joins the faults into one line, each with its field.
func (l List) Error() string {
	lines := make([]string, len(l))
	for i, f := range l {
		lines[i] = fmt.Sprintf("%s: %s", f.Field, f.Words)
	}
	return strings.Join(lines, "; ")
}
