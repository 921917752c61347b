package cleaning_test

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"therapeon/core/causes"
	"therapeon/core/cleaning"
	"therapeon/core/disputes"
	"therapeon/core/look"
	"therapeon/core/roots"
	"therapeon/core/taxa"
)

func caseOf(group string) cleaning.Case {
	profile, _ := taxa.Find(group)
	return cleaning.Case{
		Profile:   profile,
		Peroxide:  disputes.WithFinding,
		CutPowder: disputes.Powder,
		SpikeSide: disputes.SpikeByGrade,
		Actions:   map[string][]string{},
		Unpotted:  true,
	}
}

func rotted() *cleaning.List {
	mm := 80.0
	r := roots.Reading{Roots: []roots.Root{
		{
			ID:       "a",
			Count:    3,
			Segments: []roots.Segment{{LengthMM: &mm, Feel: roots.Mushy}},
			Clinging: roots.ClingsRotting,
		},
		{ID: "b", Count: 2, Segments: []roots.Segment{{LengthMM: &mm, Feel: roots.Hollow}}},
		{
			ID:       "c",
			Count:    1,
			Segments: []roots.Segment{{LengthMM: &mm, Feel: roots.Firm}, {LengthMM: &mm, Feel: roots.Mushy}},
		},
	}}
	profile, _ := taxa.Find("cattleya")
	v := roots.Read(
		r,
		roots.ContextFor(
			profile,
			roots.Facts{DeadDry: disputes.AllOff, ClingingMedium: disputes.ByState, CutMarginMM: 4},
		),
	)
	l := cleaning.Cuts(r, v, nil, cleaning.Plant{})
	return &l
}

func codes(p cleaning.Plan) []string {
	var all []string
	for _, j := range p.Jobs {
		all = append(all, j.Code)
	}
	return all
}

func jobOf(t *testing.T, p cleaning.Plan, code string) cleaning.Job {
	t.Helper()
	i := slices.IndexFunc(p.Jobs, func(j cleaning.Job) bool { return j.Code == code })
	require.GreaterOrEqual(t, i, 0, "%s in %v", code, codes(p))
	return p.Jobs[i]
}

// The order of the work is common practice, no source: bench and blade, bulk,
// cuts, sheaths, treatment, rinse, dry, and all clean before the next plant.
func TestARottedPlantIsCleanedInWorkingOrder(t *testing.T) {
	c := caseOf("cattleya")
	c.List = rotted()
	p := cleaning.Draw(c)
	assert.Equal(
		t,
		[]string{
			"clear-bench",
			"blade",
			"old-medium",
			"bulk-dead",
			"cut-roots",
			"sheaths",
			"peroxide",
			"rinse-roots",
			"dry-joints",
			"hands",
		},
		codes(p),
	)
	peroxide := jobOf(t, p, "peroxide")
	assert.Equal(t, "about 200 mL of 3 %", peroxide.HowMuch)
	assert.Equal(t, 10.0, peroxide.Minutes)
	assert.Equal(t, "Only with a finding", peroxide.Side.Choice.Name)
	assert.Equal(t, "peroxide", peroxide.Care[0].Code)
	items := 0
	for _, j := range p.Jobs {
		items += len(j.Items)
		assert.NotEmpty(t, j.Why, j.Code)
	}
	assert.Len(t, c.List.Items, items, "every cut is part of one job")
}

func TestTheSidesOfTheHouseAreFollowed(t *testing.T) {
	c := caseOf("phalaenopsis")
	c.List = rotted()
	c.Peroxide = disputes.PestsOnly
	assert.NotContains(t, codes(cleaning.Draw(c)), "peroxide", "rot alone is no pest")
	c.Actions["peroxide-fizz"] = []string{"Root-eating snails or slugs"}
	assert.Contains(t, codes(cleaning.Draw(c)), "peroxide")
	c.WeakStem = true
	assert.NotContains(t, codes(cleaning.Draw(c)), "peroxide", "never near a weak stem")
	c.Peroxide, c.List, c.Actions = disputes.Routine, nil, map[string][]string{}
	p := cleaning.Draw(c)
	assert.Contains(t, jobOf(t, p, "peroxide").Why[1].Value, "every plant that is out of its pot")

	c = caseOf("cattleya")
	c.Actions["cut-to-clean"] = []string{"Wilt fungus"}
	assert.Contains(t, codes(cleaning.Draw(c)), "powder")
	c.CutPowder = disputes.LeaveToDry
	assert.NotContains(t, codes(cleaning.Draw(c)), "powder")
}

func TestMitesAreSprayedAndTereteLeavesAreNot(t *testing.T) {
	c := caseOf("vanda")
	c.Suspect = true
	c.Actions = map[string][]string{
		"oil-soap-label": {"Spider mites"},
		"wash-leaves":    {"Spider mites"},
		"isolate":        {"Spider mites"},
	}
	p := cleaning.Draw(c)
	oil := jobOf(t, p, "oil-soap-label")
	assert.Equal(t, "oil", oil.Product)
	assert.Equal(t, []string{"Spider mites"}, oil.Because)
	assert.Less(t, slices.Index(codes(p), "wash-leaves"), slices.Index(codes(p), "oil-soap-label"))
	assert.Contains(t, codes(p), "rinse-all")
	assert.Equal(t, "handle-last", p.Jobs[0].Code, "the suspect comes last")

	c.Terete = true
	p = cleaning.Draw(c)
	oil = jobOf(t, p, "oil-soap-label")
	assert.Empty(t, oil.Product)
	assert.Contains(t, oil.Do.Value, "no oil and no strong soap")
	assert.NotContains(t, codes(p), "rinse-all")
}

func TestAGreenSpikeOfThePsychopsisTypeIsNeverCut(t *testing.T) {
	c := caseOf("psychopsis")
	c.Flowering, c.Spike, c.List = "spike", &look.Call{Do: "cut"}, rotted()
	p := cleaning.Draw(c)
	assert.Contains(t, codes(p), "spike-never")
	assert.NotContains(t, codes(p), "spike-cut")
}

func TestJobsAreDoneSkippedAndAdded(t *testing.T) {
	c := caseOf("cattleya")
	c.List = rotted()
	c.Marks = map[string]cleaning.Mark{
		"peroxide":    {State: cleaning.Skipped, Reason: "None in the house", On: "2031-05-01"},
		"clear-bench": {State: cleaning.Done, On: "2031-05-01"},
	}
	c.Own = []cleaning.OwnJob{{Code: "own-1", Stage: "treatment", Do: "Tie the loose growth"}}
	p := cleaning.Draw(c)
	assert.Equal(t, "None in the house", jobOf(t, p, "peroxide").Reason)
	assert.True(t, jobOf(t, p, "own-1").Own)
	assert.Equal(t, "2 of 11 jobs done.", p.Headline)
	for i := range c.List.Items {
		c.List.Items[i].Done = c.List.Items[i].Count
	}
	assert.Equal(t, cleaning.Done, jobOf(t, cleaning.Draw(c), "cut-roots").State, "done when every cut of it is")
}

func TestAPlantWithNothingToCleanIsLeftAlone(t *testing.T) {
	c := caseOf("cattleya")
	p := cleaning.Draw(c)
	assert.Empty(t, p.Jobs)
	assert.Equal(t, "Nothing to clean. Leave it alone.", p.Headline)
	c.Own = []cleaning.OwnJob{{Code: "own-1", Stage: "dry", Do: "Tie it up"}}
	assert.NotEmpty(t, cleaning.Draw(c).Jobs, "unless the user has something to do")
}

func TestEveryPlanKeepsTheWorkingOrder(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		c := caseOf(rapid.SampledFrom(taxa.All()).Draw(t, "group").Code)
		for _, a := range causes.Table().Actions {
			if rapid.Bool().Draw(t, a.Code) {
				c.Actions[a.Code] = []string{"A cause"}
			}
		}
		if rapid.Bool().Draw(t, "read") {
			c.List = rotted()
		}
		p := cleaning.Draw(c)
		if len(p.Jobs) == 0 {
			return
		}
		last, seen := -1, map[string]bool{}
		for _, j := range p.Jobs {
			at := slices.IndexFunc(p.Stages, func(s cleaning.Stage) bool { return s.Code == j.Stage })
			assert.GreaterOrEqual(t, at, last)
			assert.False(t, seen[j.Code], "%s once", j.Code)
			assert.NotEmpty(t, j.Do.Value)
			last, seen[j.Code] = at, true
		}
		// All that the causes ask of this step is on the plan, by itself or in another job.
		into := map[string]string{
			"dry-off":            "dry-joints",
			"peroxide-fizz":      "peroxide",
			"strip-medium":       "old-medium",
			"strip-medium-pests": "old-medium",
		}
		for _, a := range causes.Table().Actions {
			_, asked := c.Actions[a.Code]
			if asked && a.At == "clean" {
				assert.True(t, seen[a.Code] || seen[into[a.Code]], a.Code)
			}
		}
		assert.Equal(t, "hands", p.Jobs[len(p.Jobs)-1].Code)
	})
}

// What is done about each cause, and in which stage: common practice, no source.
func TestWhatEachCauseAsksOfTheCleaning(t *testing.T) {
	for cause, want := range map[string]map[string]string{
		"suffocation":   {"old-medium": "bulk"},
		"salt-burn":     {"soak-flush": "rinse"},
		"wilt-fungus":   {"cut-to-clean": "cuts", "sterile-each-cut": "cuts", "fungicide-label": "treatment", "discard-if-none": "cuts", "handle-last": "bench", "powder": "treatment", "blade": "bench"},
		"water-mould":   {"cut-to-clean": "cuts", "fungicide-label": "treatment", "dry-joints": "dry"},
		"soft-rot":      {"cut-well-clear": "cuts", "dry-joints": "dry", "powder": "treatment"},
		"spray-injury":  {"rinse-leaves": "rinse"},
		"snails":        {"old-medium": "bulk", "peroxide": "treatment", "rinse-roots": "rinse"},
		"spider-mites":  {"wash-leaves": "treatment", "oil-soap-label": "treatment", "rinse-all": "rinse", "handle-last": "bench"},
		"scale":         {"wipe-off": "treatment", "oil-soap-label": "treatment"},
		"mealybugs":     {"old-medium": "bulk", "wipe-off": "treatment"},
		"thrips":        {"flowers-off": "spikes", "oil-soap-label": "treatment"},
		"aphids":        {"rinse-off": "treatment"},
		"foreign-roots": {"tease-out": "bulk"},
		"lodgers":       {"evict": "bulk"},
	} {
		known, ok := causes.Table().Cause(cause)
		require.True(t, ok, cause)
		c := caseOf("oncidium")
		for _, action := range known.Do {
			c.Actions[action] = []string{known.Name}
		}
		p := cleaning.Draw(c)
		for code, stage := range want {
			j := jobOf(t, p, code)
			assert.Equal(t, stage, j.Stage, "%s, %s", cause, code)
			assert.NotEmpty(t, j.Do.Mark, "%s carries its mark", code)
		}
	}
}

func TestHarmlessCausesAskForNothing(t *testing.T) {
	for _, cause := range causes.Table().Causes {
		if cause.Kind != "harmless" || len(cause.Do) > 0 {
			continue
		}
		assert.Empty(t, cleaning.Draw(caseOf("phalaenopsis")).Jobs, cause.Code)
	}
}

func TestEveryJobOfATreatmentHasItsCautions(t *testing.T) {
	c := caseOf("oncidium")
	c.List = rotted()
	for _, a := range causes.Table().Actions {
		c.Actions[a.Code] = []string{"A cause"}
	}
	for _, j := range cleaning.Draw(c).Jobs {
		if j.Product != "" {
			assert.NotEmpty(t, j.Care, "%s uses %s", j.Code, j.Product)
		}
	}
}
