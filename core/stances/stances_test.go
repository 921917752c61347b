package stances

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

func TestEveryStanceHasOneAgainstIt(t *testing.T) {
	seen := map[Stance]bool{}
	for _, q := range Table() {
		for _, s := range []Stance{q.One, q.Other} {
			assert.False(t, seen[s], "%s is in one question", s)
			seen[s] = true
			assert.Equal(t, s, Against(Against(s)))
			assert.NotEqual(t, s, Against(s))
		}
	}
	assert.Len(t, seen, 2*len(Table()))
	assert.Empty(t, Against("moon"))
	assert.True(t, Clash([]Stance{Feed, Water}, []Stance{NoWater}))
	assert.False(t, Clash([]Stance{Feed, Water}, []Stance{Water, Hold}))
}
