package division

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

// Two cuts through a chain of seven leave three pieces; what the advice judged is known.
func TestThePiecesThatCutsLeave(t *testing.T) {
	advice := Advice{
		Pieces: []Piece{{Bulbs: []int{1, 2, 3}, Leads: 1}},
		Places: []Place{{Older: Piece{Bulbs: []int{1, 2, 3, 4, 5}}, Newer: Piece{Bulbs: []int{6, 7}, Fits: true}}},
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
