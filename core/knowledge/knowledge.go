// Package knowledge holds the tables of the craft as plain YAML and reads them.
//
// A table entry is a value followed by its mark in square brackets:
//
//	root_diameter_mm: 5 [M]
//	source: length = 11/14·N·g [P Tennant 1975, J. Ecol. 63:995]
//
// The marks are [P source] published, [C] common practice, [M] from memory (an
// estimate), [H] house rule. A value without a mark does not load, so nothing
// reaches a screen without saying where it comes from.
package knowledge

import (
	"embed"
	"fmt"
	"slices"
	"strconv"
	"strings"

	"github.com/goccy/go-yaml"

	"therapeon/core/message"
)

//go:embed *.yaml
var tables embed.FS

// Mark says how far a value can be trusted.
type Mark string

// The four marks.
const (
	Published      Mark = "published"
	CommonPractice Mark = "common practice"
	FromMemory     Mark = "from memory"
	HouseRule      Mark = "house rule"
)

var letters = map[string]Mark{"P": Published, "C": CommonPractice, "M": FromMemory, "H": HouseRule}

// Provenance is a mark and, for published values, the source.
type Provenance struct {
	Mark   Mark   `json:"mark" enum:"published,common practice,from memory,house rule" required:"true"`
	Source string `json:"source,omitempty"`
}

// Text is a statement of the craft with its mark. The table holds the mark alone; the words stand in the
// catalogue under the place of the text in its table.
type Text struct {
	Value message.Message `json:"value" required:"true"`
	Sense message.Sense   `json:"sense,omitzero"` // of a sentence about a plant
	Provenance
}

// Code is a code of the craft with its mark: "wet-dry [C]".
type Code struct {
	Value string `json:"value" required:"true"`
	Provenance
}

// Term is a code of the craft with its mark and its word: "any-time [C]".
type Term struct {
	Value string          `json:"value" required:"true"`
	Words message.Message `json:"words" required:"true"`
	Provenance
}

// Same holds for two texts that say the same.
func (t Text) Same(other Text) bool { return t.Value.Equal(other.Value) }

// Told holds where a text is among several.
func Told(all []Text, t Text) bool { return slices.ContainsFunc(all, t.Same) }

// Number is a figure of the craft with its mark; its unit is in the field's name.
type Number struct {
	Value float64 `json:"value" required:"true"`
	Provenance
}

// split takes "value [M source]" apart.
func split(s string) (string, Provenance, error) {
	s = strings.TrimSpace(s)
	open := strings.LastIndex(s, "[")
	if open < 0 || !strings.HasSuffix(s, "]") {
		return "", Provenance{}, fmt.Errorf("%q carries no mark: end it in [P source], [C], [M] or [H]", s)
	}
	letter, source, _ := strings.Cut(s[open+1:len(s)-1], " ")
	mark, ok := letters[letter]
	if !ok {
		return "", Provenance{}, fmt.Errorf("%q carries the unknown mark %q: use P, C, M or H", s, letter)
	}
	if (mark == Published) != (source != "") {
		return "", Provenance{}, fmt.Errorf("%q: a published value names its source, and only a published one does", s)
	}
	return strings.TrimSpace(s[:open]), Provenance{Mark: mark, Source: source}, nil
}

// UnmarshalYAML reads the mark of a text: C, M, H, or P with its source.
func (t *Text) UnmarshalYAML(unmarshal func(any) error) error {
	var s string
	if err := unmarshal(&s); err != nil {
		return err
	}
	value, from, err := split("[" + s + "]")
	if err != nil || value != "" {
		return fmt.Errorf("%q is not the mark of a text: write C, M, H or P with its source", s)
	}
	t.Provenance = from
	return nil
}

// UnmarshalYAML reads a marked code, and refuses one without a mark or without a value.
func (c *Code) UnmarshalYAML(unmarshal func(any) error) error {
	value, from, err := marked(unmarshal)
	*c = Code{value, from}
	return err
}

// UnmarshalYAML reads a marked code that has a word.
func (t *Term) UnmarshalYAML(unmarshal func(any) error) error {
	value, from, err := marked(unmarshal)
	*t = Term{Value: value, Provenance: from}
	return err
}

// marked reads a value with its mark, and refuses one without either.
func marked(unmarshal func(any) error) (string, Provenance, error) {
	var s string
	if err := unmarshal(&s); err != nil {
		return "", Provenance{}, err
	}
	value, from, err := split(s)
	if err == nil && value == "" {
		err = fmt.Errorf("%q has a mark and no value", s)
	}
	return value, from, err
}

// UnmarshalYAML reads a marked number, and refuses what is none.
func (n *Number) UnmarshalYAML(unmarshal func(any) error) error {
	text, from, err := marked(unmarshal)
	if err != nil {
		return err
	}
	value, err := strconv.ParseFloat(text, 64)
	if err != nil {
		return fmt.Errorf("%q is not a number", text)
	}
	*n = Number{value, from}
	return nil
}

// Codes are several codes that share a rule of the craft, with its mark: "snails, worms [C]".
type Codes struct {
	Values []string `json:"values" required:"true"`
	Provenance
}

// UnmarshalYAML reads marked codes, parted by commas.
func (c *Codes) UnmarshalYAML(unmarshal func(any) error) error {
	text, from, err := marked(unmarshal)
	if err != nil {
		return err
	}
	*c = Codes{strings.Split(text, ", "), from}
	return nil
}

// Has holds for a code among them, written as it stands there.
func (c Codes) Has(code string) bool { return slices.Contains(c.Values, code) }

// Estimate is a figure with the range in which four of five are thought to lie: "0.4 (0.2–1.0) [M]".
type Estimate struct {
	Value float64 `json:"value" required:"true"`
	Low   float64 `json:"low" required:"true"`
	High  float64 `json:"high" required:"true"`
	Provenance
}

// UnmarshalYAML reads a marked figure with its range.
func (e *Estimate) UnmarshalYAML(unmarshal func(any) error) error {
	text, from, err := marked(unmarshal)
	if err != nil {
		return err
	}
	var v Estimate
	if _, err := fmt.Sscanf(text, "%g (%g–%g)", &v.Value, &v.Low, &v.High); err != nil {
		return fmt.Errorf("%q is not a figure with its range, such as 0.4 (0.2–1.0)", text)
	}
	if !(v.Low <= v.Value && v.Value <= v.High) {
		return fmt.Errorf("%q lies outside its range", text)
	}
	v.Provenance = from
	*e = v
	return nil
}

// MustRead reads one of the embedded tables strictly. The tables ship inside
// the program, so a broken one is a fault of the build and panics.
func MustRead(name string, into any) {
	raw, err := tables.ReadFile(name)
	if err == nil {
		err = Parse(raw, into)
	}
	if err == nil {
		err = bind(name, into)
	}
	if err != nil {
		panic(fmt.Sprintf("knowledge table %s: %v", name, err))
	}
}

// MustReadParts reads a list that is kept in several of the embedded tables, in their order.
func MustReadParts[T any](names ...string) (all []T) {
	for _, name := range names {
		var part []T
		MustRead(name, &part)
		all = append(all, part...)
	}
	return all
}

// Parse reads a table and refuses fields it does not know.
func Parse(raw []byte, into any) error {
	return yaml.UnmarshalWithOptions(raw, into, yaml.Strict())
}
