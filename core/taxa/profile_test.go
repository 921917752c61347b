package taxa

import (
	"reflect"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/knowledge"
)

func TestEveryProfileIsWhole(t *testing.T) {
	require.Len(t, All(), 18)
	seen := map[string]bool{}
	for _, p := range All() {
		assert.False(t, seen[p.Code], "%s stands twice", p.Code)
		seen[p.Code] = true
		v := reflect.ValueOf(p)
		for i := range v.NumField() {
			name := p.Code + "." + v.Type().Field(i).Name
			switch f := v.Field(i).Interface().(type) {
			case knowledge.Text:
				assert.NotEmpty(t, f.Value, name)
				assert.NotEmpty(t, f.Mark, name)
			case knowledge.Number:
				assert.Positive(t, f.Value, name)
				assert.NotEmpty(t, f.Mark, name)
			}
		}
		assert.Contains(t, []RootClass{Pale, Brown}, p.Class(), p.Code)
		assert.Contains(t, []string{"yes", "partly", "no"}, p.GreensOnWetting.Value, p.Code)
		assert.Contains(t, []string{"thick", "leathery", "thin"}, p.LeafConductance.Value, p.Code)
	}
}

// Typical thickness of roots, rate of growth and weeks to the first tip: estimates
// from memory, as the table of the brief gives them.
func TestEstimatesOfTheGroups(t *testing.T) {
	for code, want := range map[string][3]float64{
		"phalaenopsis": {5, 4, 1.4}, "vanda": {7, 5, 1.5}, "cattleya": {3, 6, 1.2}, "oncidium": {1.5, 4, 1.5},
		"miltoniopsis": {1, 9, 0.6}, "slipper": {4, 8, 0.6}, "cymbidium": {8, 5, 2}, "jewel": {4, 3, 1},
	} {
		p, ok := Find(code)
		require.True(t, ok, code)
		assert.Equal(t, want,
			[3]float64{p.RootDiameterMM.Value, p.WeeksToFirstRoot.Value, p.ElongationMMPerDay.Value}, code)
	}
	_, ok := Find("tulip")
	assert.False(t, ok)
}

// Common practice: feel alone tells in these groups, colour does not.
func TestNaturallyBrownRoots(t *testing.T) {
	var brown []string
	for _, p := range All() {
		if p.Class() == Brown {
			brown = append(brown, p.Code)
			assert.Equal(t, "no", p.GreensOnWetting.Value, p.Code)
		}
	}
	assert.ElementsMatch(t, []string{"slipper", "maxillaria", "jewel", "other-terrestrial"}, brown)
}

func TestEveryGroupHasARangeOfTemperature(t *testing.T) {
	for _, p := range All() {
		least, most := p.RangeC()
		assert.Less(t, least, most, p.Code)
		assert.Greater(t, least, 0.0, p.Code)
	}
	slipper, _ := Find("slipper")
	assert.False(t, slipper.HasBulbs())
	cattleya, _ := Find("cattleya")
	assert.True(t, cattleya.HasBulbs())
}
