package taxa

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// What is asked of a kind: common practice, no source.
func TestWhatIsAskedOfAKind(t *testing.T) {
	of := func(ask func(Profile) bool) (codes []string) {
		for _, p := range All() {
			if ask(p) {
				codes = append(codes, p.Code)
			}
		}
		return codes
	}
	mono, sym := of(Profile.Monopodial), of(Profile.Sympodial)
	assert.Subset(t, mono, []string{"phalaenopsis", "vanda"})
	assert.Subset(t, sym, []string{"cattleya", "oncidium", "cymbidium", "slipper"})
	assert.NotContains(t, mono, "cattleya")
	assert.NotContains(t, sym, "phalaenopsis")
	assert.Contains(t, of(Profile.MovesAnyTime), "slipper")
	assert.NotContains(t, of(Profile.MovesAnyTime), "cattleya")
	climbs := of(Profile.IsClimber)
	assert.NotContains(t, climbs, "phalaenopsis")
	assert.NotEmpty(t, climbs)
	assert.NotContains(t, of(Profile.KeepsSpike), "phalaenopsis", "its green spike may be cut")
	assert.NotEmpty(t, of(Profile.KeepsSpike))
	phal, ok := Find("phalaenopsis")
	require.True(t, ok)
	assert.False(t, phal.HasBulbs())
	least, most := phal.RangeC()
	assert.Equal(t, [2]float64{17, 30}, [2]float64{least, most})
}
