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

// Text is a statement of the craft with its mark.
type Text struct {
	Value string `json:"value" required:"true"`
	Provenance
}

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

// UnmarshalYAML reads a marked text, and refuses one without a mark or without a value.
func (t *Text) UnmarshalYAML(unmarshal func(any) error) error {
	var s string
	if err := unmarshal(&s); err != nil {
		return err
	}
	value, from, err := split(s)
	if err != nil {
		return err
	}
	if value == "" {
		return fmt.Errorf("%q has a mark and no value", s)
	}
	*t = Text{value, from}
	return nil
}

// UnmarshalYAML reads a marked number, and refuses what is none.
func (n *Number) UnmarshalYAML(unmarshal func(any) error) error {
	var t Text
	if err := t.UnmarshalYAML(unmarshal); err != nil {
		return err
	}
	value, err := strconv.ParseFloat(t.Value, 64)
	if err != nil {
		return fmt.Errorf("%q is not a number", t.Value)
	}
	*n = Number{value, t.Provenance}
	return nil
}

// Codes are several codes that share a rule of the craft, with its mark: "snails, worms [C]".
type Codes struct {
	Values []string `json:"values" required:"true"`
	Provenance
}

// UnmarshalYAML reads marked codes, parted by commas.
func (c *Codes) UnmarshalYAML(unmarshal func(any) error) error {
	var t Text
	if err := t.UnmarshalYAML(unmarshal); err != nil {
		return err
	}
	*c = Codes{strings.Split(t.Value, ", "), t.Provenance}
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
	var t Text
	if err := t.UnmarshalYAML(unmarshal); err != nil {
		return err
	}
	var v Estimate
	if _, err := fmt.Sscanf(t.Value, "%g (%g–%g)", &v.Value, &v.Low, &v.High); err != nil {
		return fmt.Errorf("%q is not a figure with its range, such as 0.4 (0.2–1.0)", t.Value)
	}
	if !(v.Low <= v.Value && v.Value <= v.High) {
		return fmt.Errorf("%q lies outside its range", t.Value)
	}
	v.Provenance = t.Provenance
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
