package judgement

import (
	"therapeon/core/acts"
	"therapeon/core/knowledge"
	"therapeon/core/message"
)

// Instruction tells what to do with a plant, or leave. Only this package makes one, of what was decided for the
// plant; a page shows it as it is. Its zero value says nothing.
type Instruction struct{ text knowledge.Text }

// instruct is an instruction in the words of a table.
func instruct(t knowledge.Text) Instruction { return Instruction{t} }

// instructs are several.
func instructs(all []knowledge.Text) []Instruction { return views(all, instruct) }

// views are answers of an engine as they are told.
func views[E, V any](all []E, view func(E) V) []V {
	list := make([]V, len(all))
	for i, of := range all {
		list[i] = view(of)
	}
	return list
}

// Words are what it says.
func (i Instruction) Words() message.Message { return i.text.Value }

// Act is what it tells to do.
func (i Instruction) Act() acts.Act { return acts.Of(i.text.Sense) }

// Sense is what it is, with its moment and what it rests on.
func (i Instruction) Sense() message.Sense { return i.text.Sense }

// IsZero holds for one that says nothing.
func (i Instruction) IsZero() bool { return i.text.Value.Empty() }

// at is an instruction with its moment.
func (i Instruction) at(when message.When) Instruction {
	if i.text.Sense.Type == message.Instruction && when != (message.When{}) {
		i.text.Sense.When = when
	}
	return i
}

// Written is what it is written as: a text of a table.
func (i Instruction) Written() any { return i.text }
