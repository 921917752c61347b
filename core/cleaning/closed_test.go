package cleaning_test

import (
	"encoding/json"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"therapeon/core/causes"
	"therapeon/core/cleaning"
	"therapeon/core/disputes"
	"therapeon/core/judgement"
	"therapeon/core/look"
	"therapeon/core/roots"
	"therapeon/core/taxa"
	"therapeon/core/work"
	"therapeon/language"
	"therapeon/language/english"
)

func anyPlan(t *rapid.T) cleaning.Plan {
	c := caseOf(rapid.SampledFrom(taxa.All()).Draw(t, "group").Code)
	for _, a := range causes.Table().Actions {
		if rapid.Bool().Draw(t, a.Code) {
			c.Actions[a.Code] = []string{rapid.SampledFrom([]string{"snails", "A cause of one's own"}).Draw(t, "cause")}
		}
	}
	if rapid.Bool().Draw(t, "read") {
		c.rotted()
		r := &c.Patient.Reading.Roots
		for i := range r.Roots {
			r.Roots[i].Growth = rapid.IntRange(0, 3).Draw(t, "growth")
			r.Roots[i].Depth = rapid.SampledFrom([]roots.Depth{"", roots.Edge, roots.Core}).Draw(t, "depth")
		}
		length := 40.0
		r.Roots[0].Segments[0].Feel = roots.Firm
		r.Roots[0].Branches = []roots.Branch{
			{AtMM: 12.5, Segments: []roots.Segment{{LengthMM: &length, Feel: roots.Mushy}}},
		}
		c.Patient.Reading.Checks["a"] = roots.Check{Count: 1}
	}
	c.Suspect = rapid.Bool().Draw(t, "suspect")
	c.Divide = rapid.Bool().Draw(t, "divide")
	c.Patient.Sides[disputes.Peroxide] = rapid.SampledFrom(
		[]disputes.SideCode{disputes.Routine, disputes.WithFinding, disputes.PestsOnly},
	).Draw(t, "peroxide")
	c.Spike = &look.Call{Do: "cut", Why: look.Advice{Words: look.Table().Rules["spike-cut"]}}
	c.Own = []cleaning.OwnJob{{Code: "own-1", Stage: "dry", Do: "Tie it up. Then look."}}
	c.Marks = work.Marks{
		"hands": {State: work.Done, On: "2030-04-02"}, "own-1": {State: work.Skipped, On: "2030-04-02", Reason: "No twine."},
	}
	return c.draw()
}

// A closed plan is kept without its words, and says what it said.
func TestAClosedPlanIsKeptInCodesAndFigures(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		plan := anyPlan(t)
		closed := plan.Close()
		if closed.Told != nil {
			t.Fatal("it keeps its words")
		}
		doc, err := json.Marshal(closed)
		require.NoError(t, err)
		for _, j := range plan.Jobs {
			if !j.Own {
				assert.NotContains(t, string(doc), english.Say(j.Do.Value))
			}
			for _, it := range j.Items {
				assert.NotContains(t, string(doc), english.Say(it.Do))
			}
			for _, c := range j.Care {
				assert.NotContains(t, string(doc), english.Say(c.Words.Value))
			}
		}
		var read cleaning.Closed
		require.NoError(t, json.Unmarshal(doc, &read))
		assert.Equal(t, shown(t, judgement.OfPlan(plan)), shown(t, judgement.OfPlan(read.Plan())))
	})
}

func shown(t assert.TestingT, v any) string {
	doc, err := language.Of("en").JSON(v)
	assert.NoError(t, err)
	return string(doc)
}

// A plan that an older program kept in words keeps them.
func TestAPlanKeptInWordsKeepsThem(t *testing.T) {
	was := `{"told": {"jobs": [{"code": "hands", "stage": "bench", "do": {"value": "As it was said once."}}]}}`
	var kept, read cleaning.Closed
	require.NoError(t, json.Unmarshal([]byte(was), &kept))
	doc, err := json.Marshal(kept)
	require.NoError(t, err)
	require.NoError(t, json.Unmarshal(doc, &read))
	assert.Equal(t, "As it was said once.", english.Say(read.Plan().Jobs[0].Do))
}
