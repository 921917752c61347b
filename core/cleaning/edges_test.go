package cleaning_test

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"

	"therapeon/core/causes"
	"therapeon/core/cleaning"
	"therapeon/core/disputes"
	"therapeon/core/knowledge"
	"therapeon/core/patient"
	"therapeon/core/roots"
	"therapeon/core/work"
	"therapeon/language/english"
)

// reads gives a plant one root of two stretches.
func (v visit) reads(spreads bool, feels ...roots.Feel) {
	mm := 80.0
	r := roots.Root{ID: "a", Count: 1, Spreads: spreads}
	for _, f := range feels {
		r.Segments = append(r.Segments, roots.Segment{LengthMM: &mm, Feel: f, Colour: roots.ColourPale})
	}
	v.Patient.Reading = &patient.Reading{Checks: roots.Checks{}, Roots: roots.Reading{Roots: []roots.Root{r}}}
}

// Rot that was found asks for peroxide and a new blade afterwards, whichever way it was found; dead dry roots do not.
func TestWhicheverRotWasFound(t *testing.T) {
	for name, x := range map[string]struct {
		spreads bool
		feels   []roots.Feel
		rot     bool
		powder  bool
	}{
		"a whole root":   {false, []roots.Feel{roots.Mushy}, true, false},
		"an end":         {false, []roots.Feel{roots.Firm, roots.Mushy}, true, false},
		"rot that runs":  {true, []roots.Feel{roots.Firm, roots.Mushy}, true, true},
		"dry and hollow": {false, []roots.Feel{roots.Hollow}, false, false},
		"a dry end":      {false, []roots.Feel{roots.Firm, roots.Hollow}, false, false},
		"nothing":        {false, []roots.Feel{roots.Firm}, false, false},
	} {
		v := caseOf("cattleya")
		v.reads(x.spreads, x.feels...)
		all := codes(v.draw())
		has := func(code string) bool { return slices.Contains(all, code) }
		assert.Equal(t, x.rot, has("peroxide"), name)
		assert.Equal(t, x.rot, has("blade-again"), name)
		assert.Equal(t, x.powder, has("powder"), name)
	}
}

// Roots are cut of a plant that is out of its pot; of one that stands in it they are not.
func TestRootsAreCutOutOfThePotOnly(t *testing.T) {
	v := caseOf("cattleya")
	v.reads(false, roots.Mushy)
	assert.Contains(t, codes(v.draw()), "cut-roots")
	v.Patient.Looks[0].Noted.Unpotted = false
	v.Patient.Reading.Roots.InPot = true
	assert.NotContains(t, codes(v.draw()), "cut-roots")
	none := caseOf("cattleya")
	assert.NotContains(t, codes(none.draw()), "cut-roots", "nothing was read")
}

// A spike that is cut wants a blade, one that waits or is kept does not.
func TestABladeForASpikeThatIsCut(t *testing.T) {
	for side, want := range map[disputes.SideCode][2]bool{
		disputes.SpikeCut: {true, true}, disputes.SpikeKeep: {false, false},
	} {
		v := caseOf("phalaenopsis")
		v.Patient.Intake.Flowering = patient.Spike
		v.Patient.Sides[disputes.SpikeAtRescue] = side
		v.Patient.Given.Grade = roots.Poor
		all := codes(v.draw())
		assert.Equal(t, want, [2]bool{slices.Contains(all, cleaning.SpikeCut), slices.Contains(all, "blade")}, side)
	}
}

// Webs alone are many, two ways in which pests show are too; then the spray is the strong one.
func TestWhenPestsAreMany(t *testing.T) {
	use := func(found ...string) string {
		v := caseOf("cattleya")
		v.Patient.Looks[0].Noted.Findings = patient.Findings{}
		for _, f := range found {
			v.Patient.Looks[0].Noted.Findings[f] = patient.Present
		}
		v.Actions["oil-soap-label"] = []string{"Spider mites"}
		return jobOf(t, v.draw(), "oil-soap-label").Use
	}
	assert.Equal(t, "mild", use())
	assert.Equal(t, "mild", use("moving-specks"))
	assert.Equal(t, "spray", use("webs"))
	assert.Equal(t, "spray", use("moving-specks", "stippled"))
}

// What was cut of a division is powdered once it is done.
func TestADivisionIsPowderedOnceDone(t *testing.T) {
	v := caseOf("cattleya")
	v.Divide = true
	assert.NotContains(t, codes(v.draw()), "powder")
	v.Marks = work.Marks{"divide": {State: work.Done}}
	assert.Contains(t, codes(v.draw()), "powder")
	v.Patient.Sides[disputes.CutPowder] = "none"
	assert.NotContains(t, codes(v.draw()), "powder")
}

// Where rot runs, the blade is sterilised after every cut, which is said once, with its cautions: common practice, no
// source. Roots are worked growth by growth, from the outside in, in the order in which they were read.
func TestEveryCutOfRotThatRuns(t *testing.T) {
	of := func(spreads bool) cleaning.Job {
		v := caseOf("cattleya")
		v.reads(spreads, roots.Firm, roots.Mushy)
		r := &v.Patient.Reading.Roots
		for i, at := range []struct {
			growth int
			depth  roots.Depth
		}{{1, roots.Core}, {1, roots.Edge}, {0, roots.Core}, {1, roots.Edge}} {
			root := r.Roots[0]
			root.ID, root.Growth, root.Depth = string(rune('p'+i)), at.growth, at.depth
			r.Roots = append(r.Roots, root)
		}
		r.Roots = r.Roots[1:]
		return jobOf(t, v.draw(), "cut-roots")
	}
	care := func(j cleaning.Job) (codes []string) {
		for _, c := range j.Care {
			codes = append(codes, c.Code)
		}
		return codes
	}
	runs, ends := of(true), of(false)
	assert.Len(t, runs.Why, 2)
	assert.Equal(t, "Rot spreads here: sterilise the blade after every cut.", english.Say(runs.Why[1].Value))
	assert.Equal(t, []string{"blade", "spreading", "product-label", "plant-health"}, care(runs))
	assert.Len(t, ends.Why, 1)
	assert.NotContains(t, care(ends), "spreading")
	ids := []string{}
	for _, it := range ends.Items {
		ids = append(ids, it.RootID)
	}
	assert.Equal(t, []string{"r", "q", "s", "p"}, ids)
}

// Where nothing is cut nothing is rinsed; how much of a medium comes off is said by what asks for it; before rot comes
// off after what was dead and dry, that is said.
func TestWhatGoesWithTheCuts(t *testing.T) {
	sound := caseOf("cattleya")
	sound.reads(false, roots.Firm)
	assert.NotContains(t, codes(sound.draw()), "rinse-roots")
	assert.NotContains(t, codes(sound.draw()), "dry-joints")
	rotted := caseOf("cattleya")
	rotted.reads(false, roots.Mushy)
	assert.Contains(t, codes(rotted.draw()), "rinse-roots")
	for action, job := range map[string]string{"strip-medium": "old-medium", "isolate": "handle-last"} {
		v := caseOf("cattleya")
		v.reads(false, roots.Mushy)
		v.Suspect = true
		v.Actions[action] = []string{"too-dark"}
		a, _ := causes.Table().Action(action)
		j := jobOf(t, v.draw(), job)
		assert.Equal(t, []string{"Too dark"}, english.Lines(j.Because))
		assert.Equal(t, job == "old-medium", j.Do.Same(a.Words), "%s: %s", action, j.Do.Value)
	}
	cuts := func(clings roots.Clinging, feels ...roots.Feel) cleaning.List {
		v := caseOf("cattleya")
		mm := 80.0
		var all []roots.Root
		for i, f := range feels {
			of := []roots.Segment{{LengthMM: &mm, Feel: f, Colour: roots.ColourPale}}
			all = append(all, roots.Root{ID: string(rune('a' + i)), Count: 1, Clinging: clings, Segments: of})
		}
		v.Patient.Reading = &patient.Reading{Checks: roots.Checks{}, Roots: roots.Reading{Roots: all}}
		return cleaning.Cuts(v.Patient)
	}
	says := func(feels ...roots.Feel) bool {
		list := cuts("", feels...)
		return slices.ContainsFunc(list.Items, func(it cleaning.Item) bool {
			return knowledge.Told(it.Before, cleaning.Notes()["to-rot"])
		})
	}
	assert.True(t, says(roots.Hollow, roots.Mushy))
	assert.False(t, says(roots.Mushy))
	assert.False(t, says(roots.Hollow))
	assert.Contains(t, english.Lines(cuts("", roots.Mushy).Before), english.Say(cleaning.Notes()["blade"]))
	clings := cuts(roots.ClingsRotting, roots.Firm)
	assert.NotEmpty(t, clings.Items)
	assert.NotContains(t, english.Lines(clings.Before), english.Say(cleaning.Notes()["blade"]), "nothing is cut")
}
