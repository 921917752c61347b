package solutions

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"therapeon/language/english"
)

// Of two bottles the weaker serves, unless only the stronger has enough.
func TestAMixTakesTheWeakestBottleThatHasEnough(t *testing.T) {
	for name, c := range map[string]struct {
		mild, strong float64
		from         int64
		takes, short float64
		words        string
	}{
		"enough of the mild":   {500, 500, 2, 400, 0, "Enough: 100.0 mL will be left."},
		"only the strong":      {300, 100, 1, 400 * 3.0 / 35, 0, "Enough: 65.7 mL will be left."},
		"neither, by a little": {390, 1, 2, 400, 10, "10.0 mL short."},
	} {
		taken := Take("peroxide", 3, 400, []Bottle{
			{ID: 1, Product: "peroxide", Percent: of(35), AmountML: c.strong},
			{ID: 2, Product: "peroxide", Percent: of(3), AmountML: c.mild},
			{ID: 3, Product: "peroxide", Percent: of(1), AmountML: 9000},
			{ID: 4, Product: "peroxide", Percent: of(3), AmountML: 9000, Expired: true},
			{ID: 5, Product: "oil", Percent: of(100), AmountML: 9000},
			{ID: 6, Product: "peroxide", AmountML: 9000},
		})
		assert.Equal(t, c.from, taken.ItemID, name)
		assert.InDelta(t, c.takes, taken.StockML, 1e-9, name)
		assert.InDelta(t, c.short, taken.ShortML, 1e-9, name)
		assert.Equal(t, c.words, english.Say(taken.Words))
	}
	assert.Equal(t, "None on the shelf.", english.Say(Take("oil", 2, 100, nil).Words))
	old := []Bottle{{ID: 1, Product: "oil", Percent: of(100), AmountML: 50, Expired: true}}
	assert.Equal(t, "What is on the shelf is past its date.", english.Say(Take("oil", 2, 100, old).Words))
	assert.Equal(t, "How much, its label says.", english.Say(Take("fungicide", 0, 100, []Bottle{{ID: 1, Product: "fungicide"}}).Words))
}

// Each use of a product has its bottle; one of no known strength serves no use.
func TestEachUseHasItsBottle(t *testing.T) {
	uses := Uses([]Bottle{
		{ID: 1, Product: "peroxide", Percent: of(35), AmountML: 500},
		{ID: 2, Product: "peroxide", Percent: of(3), AmountML: 500},
		{ID: 3, Product: "peroxide", AmountML: 500},
		{ID: 4, Product: "oil", Percent: of(100), AmountML: 500, Expired: true},
	})
	product, _ := Known().Product("peroxide")
	for _, u := range product.Uses {
		assert.Contains(t, uses[2], u.Code, "3 %% serves all that are at 3 %% or less")
	}
	assert.Empty(t, uses[1])
	assert.Empty(t, uses[3])
	assert.Empty(t, uses[4])
}
