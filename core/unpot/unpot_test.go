package unpot_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"therapeon/core/acts"
	"therapeon/core/causes"
	"therapeon/core/knowledge"
	"therapeon/core/patient"
	"therapeon/core/taxa"
	"therapeon/core/unpot"
)

func codes(steps []unpot.Step) []string {
	all := []string{}
	for _, s := range steps {
		all = append(all, s.Code)
	}
	return all
}

func plant(group, pot, medium string, found patient.Findings) *patient.Patient {
	profile, _ := taxa.Find(group)
	return &patient.Patient{
		Profile: profile,
		Intake:  patient.Intake{Pot: pot, OldMedium: medium},
		Looks:   []patient.Look{{Noted: patient.Inspection{Findings: found}}},
	}
}

// Common practice, no source.
func TestEachPotAndGroupHasItsWayOut(t *testing.T) {
	k := unpot.Table()
	clay := k.Advise(plant("cattleya", "clay", "bark", nil), nil)
	assert.Equal(t, []string{"soak", "blunt-blade", "break-clay", "bath", "plug", "lodgers", "note"}, codes(clay.Steps))
	assert.Equal(t, []string{"cut-pot"}, cautionCodes(clay.Cautions))
	flexible := k.Advise(plant("slipper", "opaque", "moss", nil), nil)
	assert.Equal(t, []string{"soak", "brittle", "squeeze", "cut-pot", "bath-moss", "plug", "lodgers", "note"},
		codes(flexible.Steps))
	assert.ElementsMatch(t, []string{"cut-pot", "sphagnum"}, cautionCodes(flexible.Cautions))
	bare := k.Advise(plant("vanda", "none", "none", nil), nil)
	assert.Equal(t, []string{"soak-bare", "thick", "already-bare", "note"}, codes(bare.Steps))
	assert.Contains(t, codes(k.Advise(plant("jewel", "", "", nil), nil).Steps), "other-pot", "an unknown pot still comes off")
}

func TestWhatIsFoundHasItsConsequence(t *testing.T) {
	k := unpot.Table()
	a := k.Advise(
		plant("phalaenopsis", "clear", "bark", patient.Findings{"core-plug": "present", "compacted": "absent"}),
		nil,
	)
	assert.Equal(t, []string{"plug-out"}, codes(a.Follows))
	a = k.Advise(
		plant("phalaenopsis", "clear", "bark", patient.Findings{"snails-seen": "present", "compacted": "present"}),
		nil,
	)
	assert.Equal(t, []string{"all-off", "pests-off"}, codes(a.Follows))
	assert.Contains(t, cautionCodes(a.Cautions), "quarantine")
}

// What is wet already is not soaked, whether it was found so or the look says so: common
// practice, no source.
func TestASoddenRootBallIsNotSoaked(t *testing.T) {
	k := unpot.Table()
	for name, a := range map[string]unpot.Advice{
		"found wet":      k.Advise(plant("phalaenopsis", "clear", "moss", patient.Findings{"stays-wet": "present"}), nil),
		"by its look":    k.Advise(plant("phalaenopsis", "clear", "moss", nil), []acts.Act{acts.NoSoak}),
		"watered though": k.Advise(plant("phalaenopsis", "clear", "moss", nil), []acts.Act{acts.Water, acts.NoSoak}),
	} {
		first := "no-soak" // nobody saw that it is wet
		if name == "found wet" {
			first = "sodden"
		}
		assert.Equal(t, []string{first, "thick-wet"}, codes(a.Steps)[:2], name)
		assert.Contains(t, codes(a.Steps), "by-hand", name)
		assert.NotContains(t, codes(a.Steps), "bath-moss", name)
		assert.NotContains(t, codes(a.Steps), "soak", name)
	}
	dry := codes(k.Advise(plant("phalaenopsis", "clear", "moss", patient.Findings{"stays-wet": "absent"}), nil).Steps)
	assert.Equal(t, []string{"soak", "thick"}, dry[:2])
}

func TestTheTableHoldsTogether(t *testing.T) {
	known := map[string]bool{}
	for _, c := range knowledge.Cautions() {
		known[c.Code] = true
	}
	for _, f := range unpot.Table().Sodden.Values {
		_, ok := causes.Table().Finding(f)
		assert.True(t, ok, f)
	}
	for _, s := range append(unpot.Table().Steps, unpot.Table().Follows...) {
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
