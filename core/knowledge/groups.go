package knowledge

import "slices"

// Groups says of a row of a table which groups it is for.
type Groups struct {
	Only   []string `yaml:"only" json:"only,omitempty" description:"groups that it is for; none: all but those it is not for"`
	NotFor []string `yaml:"not_for" json:"not_for,omitempty" description:"groups that it is not for"`
}

// Has holds for a group that a row is for.
func (g Groups) Has(group string) bool {
	return (len(g.Only) == 0 || slices.Contains(g.Only, group)) && !slices.Contains(g.NotFor, group)
}
