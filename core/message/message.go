// Package message holds what the core has to say as data: a code of the catalogue, and what it names.
// A sentence is made of it where it is read, in the reader's language.
//
//	message.Of("work.open", message.Count("n", 3))
//
// The catalogue has the words under the code, with a place for each argument: "{n} jobs are open."
package message

import (
	"encoding/json"
	"fmt"
	"strconv"
	"strings"
)

// Message is one thing to say. The zero Message says nothing.
type Message struct {
	Code string
	Args []Arg
	// Typed are words as somebody typed them; then there is no code.
	Typed string
}

// Arg is what a message names, under the name of its place in the sentence.
type Arg struct {
	Name  string
	Value Value
}

// Value is what can be named: a Word, a Number, a Figure, a Span, a Day, a Moment, a List, or another Message.
type Value interface{ value() }

// Word stands as it is: a tag, a name somebody gave, a sign.
type Word string

// Number counts things. The one called n chooses between singular and plural.
type Number int

// Figure is a measured or computed figure with its unit.
type Figure struct {
	Value float64
	Unit  Unit
	Round Round
}

// Span runs from one figure to another of the same unit.
type Span struct {
	Low, High float64
	Unit      Unit
	Round     Round
	To        bool // said as from the one to the other
}

// Unit is the code of a unit: mm, g, mL, days. The empty unit is a bare figure.
type Unit string

// Round says how a figure is written.
type Round struct {
	Decimals int  // so many after the sign
	Figures  int  // so many in all, where it is above 0
	Whole    bool // as it is, no digit lost, where neither is meant

	Words string // in words, where the language has them: "within" a sentence, "first" in it, an "ordinal", a "part"
}

// Day is a day such as 2029-05-14. What is none, a month or a year, stands as it is.
type Day string

// List is several. Last is what joins the last two: and, or, or nothing but a comma.
type List struct {
	Of   []Value
	Last string
}

// Sentences follow each other.
type Sentences []Message

func (Word) value()      {}
func (Number) value()    {}
func (Figure) value()    {}
func (Span) value()      {}
func (Day) value()       {}
func (List) value()      {}
func (Sentences) value() {}
func (Message) value()   {}

// Of is the message of a code.
func Of(code string, args ...Arg) Message { return Message{Code: code, Args: args} }

// Plain is what somebody typed, said as it is.
func Plain(words string) Message { return Message{Typed: words} }

// All is several messages said one after the other. What is empty is left out.
func All(parts ...Message) Message {
	kept := Sentences{}
	for _, p := range parts {
		if !p.Empty() {
			kept = append(kept, p)
		}
	}
	switch len(kept) {
	case 0:
		return Message{}
	case 1:
		return kept[0]
	}
	return Message{Code: Sequence, Args: []Arg{{"all", kept}}}
}

// Sequence is the code of several sentences said one after the other.
const Sequence = "sequence"

// With is a message that names one thing more.
func (m Message) With(name string, v Value) Message {
	m.Args = append(m.Args[:len(m.Args):len(m.Args)], Arg{name, v})
	return m
}

// Empty holds for a message that says nothing.
func (m Message) Empty() bool { return m.Code == "" && m.Typed == "" }

// Is holds where a message is the one of a code.
func (m Message) Is(code string) bool { return m.Code == code }

// Or is the message, or another where it says nothing.
func (m Message) Or(other Message) Message {
	if m.Empty() {
		return other
	}
	return m
}

// Equal holds for two that say the same.
func (m Message) Equal(other Message) bool { return m.String() == other.String() }

// Arg is what it names under a name; nil where there is nothing.
func (m Message) Arg(name string) Value {
	for _, a := range m.Args {
		if a.Name == name {
			return a.Value
		}
	}
	return nil
}

// String shows the code and what it names, for those who look for a fault. It is no sentence.
func (m Message) String() string {
	if m.Code == "" {
		return m.Typed
	}
	var b strings.Builder
	b.WriteString(m.Code)
	for i, a := range m.Args {
		b.WriteString([]string{"{", ", "}[min(i, 1)])
		fmt.Fprintf(&b, "%s: %v", a.Name, a.Value)
	}
	if len(m.Args) > 0 {
		b.WriteString("}")
	}
	return b.String()
}

// MarshalJSON keeps what somebody typed, and refuses a code: that is put into words where it leaves, and is
// never kept.
func (m Message) MarshalJSON() ([]byte, error) {
	if m.Code != "" {
		return nil, fmt.Errorf("message %s was not put into words", m)
	}
	return json.Marshal(m.Typed)
}

// UnmarshalText takes words that were made before.
func (m *Message) UnmarshalText(words []byte) error {
	*m = Plain(string(words))
	return nil
}

// UnmarshalYAML refuses words in a table: they stand in the catalogue.
func (m *Message) UnmarshalYAML(func(any) error) error {
	return fmt.Errorf("words stand in the catalogue, not in a table")
}

// Digits are the figure in digits, with a point.
func (f Figure) Digits() string {
	switch {
	case f.Round.Figures > 0:
		rounded, _ := strconv.ParseFloat(strconv.FormatFloat(f.Value, 'g', f.Round.Figures, 64), 64)
		return strconv.FormatFloat(rounded, 'f', -1, 64)
	case f.Round.Whole:
		return strconv.FormatFloat(f.Value, 'f', -1, 64)
	}
	return strconv.FormatFloat(f.Value, 'f', f.Round.Decimals, 64)
}
