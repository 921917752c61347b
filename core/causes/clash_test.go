package causes

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/knowledge"
	"therapeon/core/message"
	"therapeon/core/patient"
)

// Two findings that cannot both hold are pointed out, noted or known, and only
// when both are there.
func TestRivalsArePointedOut(t *testing.T) {
	k := Table()
	for _, r := range k.Rivals {
		c := clues{
			Group:    "cattleya",
			Bulbs:    true,
			Findings: patient.Findings{r.One: Present},
			Known:    []Known{{r.Other, Present, knowledge.Say(message.Plain("Intake"))}},
		}
		v := k.judge(c)
		require.Len(t, v.Clashes, 1, "%s with %s", r.One, r.Other)
		assert.Equal(t, []string{r.One, r.Other}, v.Clashes[0].Findings)
		assert.NotEmpty(t, v.Clashes[0].Why.Value)
		c.Findings[r.Other] = Absent
		c.Known = nil
		assert.Empty(t, k.judge(c).Clashes, "%s without %s", r.One, r.Other)
	}
}

func TestAWordAgainstAnEarlierStepIsPointedOut(t *testing.T) {
	from := knowledge.Say(message.Plain("Roots"))
	known := []Known{{"few-live-roots", Absent, from}, {"crust", Present, from}}
	c := clues{Group: "vanda", Known: known, Findings: patient.Findings{"few-live-roots": Present, "crust": Present}}
	v := Table().judge(c)
	require.Len(t, v.Clashes, 1, "a word that agrees is no clash")
	assert.Equal(t, []string{"few-live-roots"}, v.Clashes[0].Findings)
	assert.Equal(t, &known[0], v.Clashes[0].Known)
	delete(c.Findings, "few-live-roots")
	assert.Empty(t, Table().judge(c).Clashes, "taken back, the earlier step holds again")
}

// The cases written of plants as growers bring them hold together, those with
// misleading findings too.
func TestNoWrittenCaseContradictsItself(t *testing.T) {
	for _, written := range cases(t) {
		assert.Empty(t, Table().judge(written.found(t)).Clashes, written.Name)
	}
}
