package knowledge

import (
	"maps"
	"slices"
	"strings"
)

// SensePatterns lists the codes and patterns of the table of senses.
func SensePatterns() []string {
	all := slices.Collect(maps.Keys(senseTable().codes))
	for _, p := range senseTable().patterns {
		all = append(all, strings.Join(p.parts, "."))
	}
	return all
}

// Fits holds for a code of a pattern.
func Fits(pattern, code string) bool {
	_, ok := fits(strings.Split(pattern, "."), strings.Split(code, "."))
	return ok
}
