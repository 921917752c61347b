package division

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"therapeon/core/roots"
)

// Two cuts through a chain of seven leave three pieces; what the advice judged is known.
func TestThePiecesThatCutsLeave(t *testing.T) {
	advice := Advice{
		Pieces: []Piece{{Bulbs: []int{1, 2, 3}, Leads: 1}},
		Places: []Joint{{Older: Piece{Bulbs: []int{1, 2, 3, 4, 5}}, Newer: Piece{Bulbs: []int{6, 7}, Fits: true}}},
	}
	parts := advice.PartsAt(Chain(7), []int{4, 6})
	assert.Equal(t, []Part{
		{Name: "A", Bulbs: []int{1, 2, 3}, Known: &advice.Pieces[0]},
		{Name: "B", Bulbs: []int{4, 5}},
		{Name: "C", Bulbs: []int{6, 7}, Known: &advice.Places[0].Newer},
	}, parts)
	assert.Len(t, advice.PartsAt(Chain(7), nil), 1, "without a cut it is one")
	assert.Empty(t, advice.PartsAt(Rhizome{}, nil))
}

// The younger piece of five bulbs, cut before the fourth: its bulbs are numbered anew, it takes
// the roots of its own bulbs, and those of no known growth go with the piece that keeps the tag.
func TestAPieceTakesItsOwnBulbsAndRoots(t *testing.T) {
	r := Chain(5)
	r.Bulbs[4].Lead, r.Bulbs[3].State = true, "shrivelled"
	left := roots.Reading{Roots: []roots.Root{
		{ID: "a", Growth: 2}, {ID: "b", Growth: 4}, {ID: "c"}, {ID: "d", Growth: 5},
	}}
	ids := func(of roots.Reading) (ids []string) {
		for _, root := range of.Roots {
			ids = append(ids, root.ID)
		}
		return ids
	}
	piece, own := Take(r, []int{4, 5}, left, false)
	assert.Equal(t, []Bulb{{N: 1, State: "shrivelled"}, {N: 2, From: 1, Lead: true}}, piece.Bulbs)
	assert.Equal(t, []roots.Root{{ID: "b", Growth: 1}, {ID: "d", Growth: 2}}, own.Roots)
	assert.False(t, own.NoneFound)
	_, own = Take(r, []int{1, 2, 3}, left, true)
	assert.Equal(t, []string{"a", "c"}, ids(own))
	_, own = Take(r, []int{3}, left, false)
	assert.True(t, own.NoneFound, "it was looked at, and has none")
	assert.Equal(t, []string{"a", "b", "c", "d"}, ids(left), "the whole is as it was")
}
