// Package fault describes bad input: where it is, what was given, and what
// would be right.
package fault

import (
	"strings"

	"therapeon/core/message"
)

// Fault is one wrong value.
type Fault struct {
	Field string          `json:"field" required:"true" description:"path of the value, such as roots[3].segments[0].length_mm"`
	Name  message.Message `json:"name,omitzero" description:"what a form calls it, where it has a name there"`
	Words message.Message `json:"words" required:"true" description:"what is wrong and what would be right"`
	Limit message.Message `json:"limit,omitzero" description:"the limit that was crossed"`
	Value any             `json:"value,omitempty" description:"the value given"`
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
		lines[i] = f.Field + ": " + f.Words.String()
	}
	return strings.Join(lines, "; ")
}
