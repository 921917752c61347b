package limits_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"therapeon/core/knowledge"
	"therapeon/core/limits"
)

func TestALimitIsReadWithItsUnitAndItsMark(t *testing.T) {
	of := limits.Table()
	for name, want := range map[string]limits.Limit{
		"leaf_mm":   {Least: 2, Most: 1500, Unit: "mm", Provenance: knowledge.Provenance{Mark: knowledge.HouseRule}},
		"night_c":   {Least: -30, Most: 50, Unit: "°C", Provenance: knowledge.Provenance{Mark: knowledge.HouseRule}},
		"due_share": {Least: 0.01, Most: 0.95, Provenance: knowledge.Provenance{Mark: knowledge.HouseRule}},
		"note":      {Most: 400, Unit: "characters", Provenance: knowledge.Provenance{Mark: knowledge.HouseRule}},
		"doses":     {Least: 1, Most: 10, Unit: "entries", Provenance: knowledge.Provenance{Mark: knowledge.HouseRule}},
	} {
		assert.Equal(t, want, of[name], name)
	}
	assert.Equal(t, knowledge.Published, of["water_c"].Mark)
}

// A text or a list without a least may be left out; a figure has both ends.
func TestALimitAsARule(t *testing.T) {
	of := limits.Table()
	assert.Equal(t, "min=0,max=600", of["base_mm"].Rules())
	assert.Equal(t, "min=0.0001,max=1000000", of["strength"].Rules())
	assert.Equal(t, "max=24", of["root_name"].Rules())
	assert.Equal(t, "max=60", of["bulbs"].Rules())
	assert.Equal(t, "min=1,max=40", of["rounds"].Rules())
}

func TestWhatIsNoLimitIsRefused(t *testing.T) {
	var same limits.Limit
	assert.NoError(t, knowledge.Parse([]byte(`"2 to 2 mm [H]"`), &same))
	for _, line := range []string{`"much [H]"`, `"2 to mm [H]"`, `"9 to 2 mm [H]"`, `"2 to 9 mm"`, `" to 9 [H]"`, `[2, 9]`} {
		var l limits.Limit
		assert.Error(t, knowledge.Parse([]byte(line), &l), line)
	}
}
