package unpot

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"therapeon/core/causes"
	"therapeon/core/knowledge"
	"therapeon/core/taxa"
)

func codes(steps []Step) []string {
	all := []string{}
	for _, s := range steps {
		all = append(all, s.Code)
	}
	return all
}

// Common practice, no source.
func TestEachPotAndGroupHasItsWayOut(t *testing.T) {
	k := Table()
	clay := k.Advise(Case{Group: "cattleya", Pot: "clay", Medium: "bark"})
	assert.Equal(t, []string{"soak", "blunt-blade", "break-clay", "bath", "plug", "lodgers", "note"}, codes(clay.Steps))
	assert.Equal(t, []string{"cut-pot"}, cautionCodes(clay.Cautions))
	flexible := k.Advise(Case{Group: "slipper", Pot: "opaque", Medium: "moss"})
	assert.Equal(
		t,
		[]string{"soak", "brittle", "squeeze", "cut-pot", "bath-moss", "plug", "lodgers", "note"},
		codes(flexible.Steps),
	)
	assert.ElementsMatch(t, []string{"cut-pot", "sphagnum"}, cautionCodes(flexible.Cautions))
	bare := k.Advise(Case{Group: "vanda", Pot: "none", Medium: "none"})
	assert.Equal(t, []string{"soak-bare", "thick", "already-bare", "note"}, codes(bare.Steps))
	assert.Contains(t, codes(k.Advise(Case{Group: "jewel"}).Steps), "other-pot", "an unknown pot still comes off")
}

func TestWhatIsFoundHasItsConsequence(t *testing.T) {
	k := Table()
	a := k.Advise(
		Case{
			Group:    "phalaenopsis",
			Pot:      "clear",
			Medium:   "bark",
			Findings: map[string]string{"core-plug": "present", "compacted": "absent"},
		},
	)
	assert.Equal(t, []string{"plug-out"}, codes(a.Follows))
	a = k.Advise(
		Case{
			Group:    "phalaenopsis",
			Pot:      "clear",
			Medium:   "bark",
			Findings: map[string]string{"snails-seen": "present", "compacted": "present"},
		},
	)
	assert.Equal(t, []string{"all-off", "pests-off"}, codes(a.Follows))
	assert.Contains(t, cautionCodes(a.Cautions), "quarantine")
}

func TestTheTableHoldsTogether(t *testing.T) {
	known := map[string]bool{}
	for _, c := range knowledge.Cautions() {
		known[c.Code] = true
	}
	for _, s := range append(Table().Steps, Table().Follows...) {
		for _, c := range s.Cautions {
			assert.True(t, known[c], c)
		}
		for _, f := range s.Findings {
			_, ok := causes.Table().Finding(f)
			assert.True(t, ok, f)
		}
		for _, g := range s.Groups {
			_, ok := taxa.Find(g)
			assert.True(t, ok, g)
		}
	}
	for _, a := range causes.Table().Actions {
		for _, c := range a.Cautions {
			assert.True(t, known[c], c)
		}
	}
}

func cautionCodes(all []knowledge.Caution) []string {
	found := []string{}
	for _, c := range all {
		found = append(found, c.Code)
	}
	return found
}
