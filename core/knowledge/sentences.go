package knowledge

import (
	"cmp"
	"encoding/json"
	"fmt"
	"maps"
	"math"
	"slices"
	"strings"
	"sync"

	"therapeon/core/message"
)

// Sentence is a message about a plant with what it is: an instruction, a statement, a reason, a how-to or
// the other side. A text of a table has the same, with its mark.
type Sentence struct {
	Value message.Message `json:"text" required:"true"`
	Sense message.Sense   `json:"sense" required:"true"`
	Parts []Sentence      `json:"parts,omitempty" description:"its sentences one by one, where it is several"`
}

// Say is a message as a sentence, with the sense that its code has.
func Say(m message.Message) Sentence {
	parts := m.Parts()
	s := Sentence{Value: m, Sense: senseOf(parts[0])}
	if len(parts) > 1 {
		for _, p := range parts {
			s.Parts = append(s.Parts, Say(p))
		}
	}
	return s
}

// IsZero holds for a sentence that says nothing.
func (s Sentence) IsZero() bool { return s.Value.Empty() }

// Equal holds for two that say the same.
func (s Sentence) Equal(other Sentence) bool { return s.Value.Equal(other.Value) }

// Is holds where a sentence is the one of a code.
func (s Sentence) Is(code string) bool { return s.Value.Is(code) }

// At is an instruction with its moment.
func (s Sentence) At(when message.When) Sentence {
	s.each(func(sense *message.Sense) {
		if sense.Type == message.Instruction && when != (message.When{}) {
			sense.When = when
		}
	})
	return s
}

// Rests is a sentence with codes of the facts that it rests on.
func (s Sentence) Rests(premises ...string) Sentence {
	s.each(func(sense *message.Sense) {
		if sense.Type == message.Instruction {
			sense.Premises = premises
		}
	})
	return s
}

// Moment says of an instruction, in a sentence of its own, when it is to be done.
func (s Sentence) Moment(m message.Message, when message.When) Sentence {
	if len(s.Parts) > 0 {
		s = s.Parts[0]
	}
	return Sentence{Value: m, Sense: s.Sense}.At(when)
}

// Seen is a statement with the day of its fact, where it does not name one itself.
func (s Sentence) Seen(day string) Sentence {
	s.each(func(sense *message.Sense) {
		if sense.Type == message.Statement {
			sense.Day = cmp.Or(sense.Day, day)
		}
	})
	return s
}

// Past is a sentence that was said once: it asks for nothing any more.
func (s Sentence) Past() Sentence {
	s.each(func(sense *message.Sense) { *sense = message.Sense{Type: message.Reason} })
	return s
}

// Told is a sentence as it was told on a day: what it asked for then is not asked for now.
func (s Sentence) Told(day string) Sentence {
	s = s.Seen(day)
	s.each(func(sense *message.Sense) {
		if sense.Type == message.Instruction {
			*sense = message.Sense{Type: message.Reason}
		}
	})
	return s
}

// each changes the sense of a sentence and of those in it. Others keep theirs.
func (s *Sentence) each(change func(*message.Sense)) {
	change(&s.Sense)
	s.Parts = slices.Clone(s.Parts)
	for i := range s.Parts {
		s.Parts[i].each(change)
	}
}

// Once is an instruction for a moment to come, once what goes before it is done.
func (t Text) Once() Text {
	if t.Sense.Type == message.Instruction {
		t.Sense.When = message.When{Is: message.Once}
	}
	return t
}

// Rests is a text with codes of the facts that it rests on.
func (t Text) Rests(premises ...string) Text {
	if t.Sense.Type == message.Instruction {
		t.Sense.Premises = premises
	}
	return t
}

// senseOf is the sense of a message: that of its code, with the day that it names. What a message only
// carries on, such as "{do}.", has the sense of what it carries.
func senseOf(m message.Message) message.Sense {
	sense := SenseOf(m.Code)
	if sense.Type == "" {
		for _, a := range m.Args {
			if in, ok := a.Value.(message.Message); ok && SenseOf(in.Code).Type != "" {
				return senseOf(in)
			}
		}
		return sense
	}
	if days := m.Days(); len(days) > 0 {
		switch sense.Type {
		case message.Instruction:
			sense.When = message.When{Is: message.OnDay, Day: days[0]}
		case message.Statement:
			sense.Day = days[0]
		}
	}
	return sense
}

// SenseOf is what a sentence is by its code; nothing for a name or a fault.
func SenseOf(code string) message.Sense {
	if s, ok := senseTable().codes[code]; ok {
		return s
	}
	if s, ok := known.Load(code); ok {
		return s.(message.Sense)
	}
	s := senseTable().find(code)
	known.Store(code, s)
	return s
}

var known sync.Map // senses by code, as far as they were asked for

// Acts lists the acts of instructions, each once.
func Acts() []string { return senseTable().acts }

// senseRules are the table of senses.
type senseRules struct {
	codes    map[string]message.Sense // of single codes
	patterns []sensePattern           // those with the most letters first
	acts     []string
}

type sensePattern struct {
	parts   []string
	letters int
	sense   message.Sense
}

func (r *senseRules) add(pattern string, sense message.Sense) {
	if !strings.ContainsAny(pattern, "*{") {
		if _, twice := r.codes[pattern]; twice {
			panic(pattern + " has two senses")
		}
		if sense.Type == message.Statement {
			sense.Fact = pattern
		}
		r.codes[pattern] = sense
		return
	}
	letters := len(strings.NewReplacer("*", "", "{fact}", "", ".", "").Replace(pattern))
	r.patterns = append(r.patterns, sensePattern{strings.Split(pattern, "."), letters, sense})
}

// find is the sense by the pattern that fits a code best.
func (r *senseRules) find(code string) message.Sense {
	parts := strings.Split(code, ".")
	for _, p := range r.patterns {
		fact, ok := fits(p.parts, parts)
		if !ok {
			continue
		}
		if p.sense.Type == message.Statement {
			p.sense.Fact = cmp.Or(fact, code)
		}
		return p.sense
	}
	return message.Sense{}
}

// fits holds for a code of a pattern, and gives the part that names the fact.
func fits(pattern, code []string) (fact string, ok bool) {
	for i, p := range pattern {
		switch {
		case p == "**":
			for skip := i + 1; skip <= len(code); skip++ {
				if fact, ok := fits(pattern[i+1:], code[skip:]); ok {
					return fact, true
				}
			}
			return "", false
		case i == len(code):
			return "", false
		case p == "{fact}":
			fact = code[i]
		default:
			if before, after, open := strings.Cut(p, "*"); code[i] != p && (!open ||
				!strings.HasPrefix(code[i], before) || !strings.HasSuffix(code[i], after)) {
				return "", false
			}
		}
	}
	return fact, len(pattern) == len(code)
}

// senseTable reads the table of senses.
var senseTable = sync.OnceValue(func() *senseRules {
	var table struct {
		Types map[message.Type][]string `yaml:"types"`
	}
	var of struct {
		Against map[string]any `yaml:"against"` // core/acts reads these
		Rescues any            `yaml:"rescues"`
		Harms   any            `yaml:"harms"`
		Pairs   any            `yaml:"pairs"`
		Acts    []struct {
			Act    string `yaml:"act"`
			Object string `yaml:"object"`
			Degree string `yaml:"degree"`
			Of     string `yaml:"of"`
		} `yaml:"acts"`
	}
	for name, into := range map[string]any{"sentences.yaml": &table, "acts.yaml": &of} {
		raw, err := tables.ReadFile(name)
		if err == nil {
			err = Parse(raw, into)
		}
		if err != nil {
			panic(fmt.Sprintf("knowledge table %s: %v", name, err))
		}
	}
	rules := &senseRules{codes: map[string]message.Sense{}}
	for _, a := range of.Acts {
		rules.acts = append(rules.acts, a.Act)
		for _, code := range strings.Fields(a.Of) {
			rules.add(code, message.Sense{Type: message.Instruction, Act: a.Act, Object: a.Object, Degree: a.Degree})
		}
	}
	for _, kind := range slices.Sorted(maps.Keys(table.Types)) {
		for _, pattern := range table.Types[kind] {
			if kind == "none" {
				first := sensePattern{parts: strings.Split(pattern, "."), letters: math.MaxInt}
				rules.patterns = append(rules.patterns, first)
				continue
			}
			rules.add(pattern, message.Sense{Type: kind})
		}
	}
	// A pattern with an act goes before one without.
	slices.SortStableFunc(rules.patterns, func(a, b sensePattern) int {
		return cmp.Or(-cmp.Compare(a.letters, b.letters), -cmp.Compare(a.sense.Act, b.sense.Act))
	})
	slices.Sort(rules.acts)
	rules.acts = slices.Compact(rules.acts)
	return rules
})

// UnmarshalJSON takes a sentence as it was answered, or words that were kept before sentences were typed.
func (s *Sentence) UnmarshalJSON(doc []byte) error {
	type plain Sentence
	if len(doc) > 0 && doc[0] == '"' {
		return json.Unmarshal(doc, &s.Value)
	}
	return json.Unmarshal(doc, (*plain)(s))
}
