package causes

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Two findings that cannot both hold are pointed out, noted or known, and only
// when both are there.
func TestRivalsArePointedOut(t *testing.T) {
	k := Table()
	for _, r := range k.Rivals {
		c := Case{
			Group:    "cattleya",
			Bulbs:    true,
			Findings: map[string]string{r.One: Present},
			Known:    []Known{{r.Other, Present, "Intake"}},
		}
		v := k.Judge(c)
		require.Len(t, v.Clashes, 1, "%s with %s", r.One, r.Other)
		assert.Equal(t, []string{r.One, r.Other}, v.Clashes[0].Findings)
		assert.NotEmpty(t, v.Clashes[0].Why.Value)
		c.Findings[r.Other] = Absent
		c.Known = nil
		assert.Empty(t, k.Judge(c).Clashes, "%s without %s", r.One, r.Other)
	}
}

func TestAWordAgainstAnEarlierStepIsPointedOut(t *testing.T) {
	known := []Known{{"few-live-roots", Absent, "Roots"}, {"crust", Present, "Roots"}}
	c := Case{Group: "vanda", Known: known, Findings: map[string]string{"few-live-roots": Present, "crust": Present}}
	v := Table().Judge(c)
	require.Len(t, v.Clashes, 1, "a word that agrees is no clash")
	assert.Equal(t, []string{"few-live-roots"}, v.Clashes[0].Findings)
	assert.Equal(t, &known[0], v.Clashes[0].Known)
	delete(c.Findings, "few-live-roots")
	assert.Empty(t, Table().Judge(c).Clashes, "taken back, the earlier step holds again")
}

// The cases written of plants as growers bring them hold together, those with
// misleading findings too.
func TestNoWrittenCaseContradictsItself(t *testing.T) {
	for _, written := range cases(t) {
		assert.Empty(t, Table().Judge(written.found(t)).Clashes, written.Name)
	}
}
