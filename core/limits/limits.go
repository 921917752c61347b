// Package limits holds how little and how much may be entered: of a figure, of a text, of a list.
// A field names its limit in its tag; input is held to it, the contract tells it, and the page reads it there.
package limits

import (
	"fmt"
	"maps"
	"slices"
	"strconv"
	"strings"
	"sync"

	"therapeon/core/knowledge"
)

// Limit is how little and how much may be entered, both included, in Unit: of a figure, of the characters
// of a text, of the entries of a list.
type Limit struct {
	Least, Most float64
	Unit        string
	knowledge.Provenance
}

// Rules is the limit as the checks of input have it.
func (l Limit) Rules() string {
	least, most := strconv.FormatFloat(l.Least, 'f', -1, 64), strconv.FormatFloat(l.Most, 'f', -1, 64)
	if l.Least == 0 && (l.Unit == characters || l.Unit == entries) {
		return "max=" + most
	}
	return "min=" + least + ",max=" + most
}

const characters, entries = "characters", "entries"

// UnmarshalYAML reads "2 to 1500 mm [H]", or "40 [H]" for at most so many.
func (l *Limit) UnmarshalYAML(unmarshal func(any) error) error {
	var t knowledge.Code
	if err := unmarshal(&t); err != nil {
		return err
	}
	l.Provenance = t.Provenance
	least, rest, between := strings.Cut(t.Value, " to ")
	if !between {
		least, rest = "0", t.Value
	}
	most, unit, _ := strings.Cut(rest, " ")
	l.Unit = unit
	var err error
	if l.Least, err = strconv.ParseFloat(least, 64); err == nil {
		l.Most, err = strconv.ParseFloat(most, 64)
	}
	if err != nil || l.Most < l.Least {
		return fmt.Errorf("%q is no limit: write \"2 to 1500 mm [H]\"", t.Value)
	}
	return nil
}

// Table holds all limits by the names that fields call them by. It panics where the table cannot be read
// or a name stands twice, which a test would show.
var Table = sync.OnceValue(func() map[string]Limit {
	var k struct {
		Figures map[string]Limit `yaml:"figures"`
		Texts   map[string]Limit `yaml:"texts"`
		Lists   map[string]Limit `yaml:"lists"`
	}
	knowledge.MustRead("limits.yaml", &k)
	all := maps.Clone(k.Figures)
	for unit, some := range map[string]map[string]Limit{characters: k.Texts, entries: k.Lists} {
		for _, name := range slices.Sorted(maps.Keys(some)) {
			if _, twice := all[name]; twice {
				panic("limits.yaml: " + name + " stands twice")
			}
			l := some[name]
			l.Unit = unit
			all[name] = l
		}
	}
	return all
})
