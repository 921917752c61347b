package cleaning_test

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"therapeon/core/acts"
	"therapeon/core/causes"
	"therapeon/core/cleaning"
	"therapeon/core/disputes"
	"therapeon/core/look"
	"therapeon/core/patient"
	"therapeon/core/roots"
	"therapeon/core/taxa"
	"therapeon/core/work"
	"therapeon/language/english"
)

// visit is a plant that is out of its pot, and what is heard of its causes.
type visit struct {
	cleaning.Work
	Actions map[string][]string
	Suspect bool
}

func caseOf(group string) visit {
	profile, _ := taxa.Find(group)
	p := &patient.Patient{
		Profile: profile,
		House:   patient.House{CutMarginMM: 4},
		Looks:   []patient.Look{{Noted: patient.Inspection{Unpotted: true}}},
		Sides: patient.Sides{
			disputes.Peroxide: disputes.WithFinding, disputes.CutPowder: disputes.Powder,
			disputes.SpikeAtRescue: disputes.SpikeByGrade, disputes.DeadDryRoots: disputes.AllOff,
			disputes.ClingingMedium: disputes.ByState,
		},
	}
	p.Given.Grade = roots.Good
	return visit{Work: cleaning.Work{Patient: p}, Actions: map[string][]string{}}
}

func (v visit) draw() cleaning.Plan {
	p := *v.Patient
	p.Forget()
	p.Judge = func(*patient.Patient) patient.Heard { return patient.Heard{Asked: v.Actions, Apart: v.Suspect} }
	v.Patient = &p
	return cleaning.Draw(v.Work)
}

// rotted reads the plant's roots: some mushy, some dry, some with a mushy end.
func (v visit) rotted() {
	mm := 80.0
	v.Patient.Reading = &patient.Reading{Checks: roots.Checks{}, Roots: roots.Reading{Roots: []roots.Root{
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
	}}}
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
	c.rotted()
	p := c.draw()
	assert.Equal(
		t,
		[]string{
			"clear-bench",
			"blade",
			"old-medium",
			"bulk-dead",
			"cut-roots",
			"blade-again",
			"sheaths",
			"peroxide",
			"rinse-roots",
			"dry-joints",
			"hands",
		},
		codes(p),
	)
	peroxide := jobOf(t, p, "peroxide")
	assert.Equal(t, "about 200 mL of 3 %", english.Say(peroxide.HowMuch))
	assert.Equal(t, 10.0, peroxide.Minutes)
	assert.Equal(t, "Only with a finding", english.Say(peroxide.Side.Choice.Name))
	assert.Equal(t, "peroxide", peroxide.Care[0].Code)
	items := 0
	for _, j := range p.Jobs {
		items += len(j.Items)
		assert.NotEmpty(t, j.Why, j.Code)
	}
	assert.Len(t, cleaning.Cuts(c.Patient).Items, items, "every cut is part of one job")
}

func TestTheSidesOfTheHouseAreFollowed(t *testing.T) {
	c := caseOf("phalaenopsis")
	c.rotted()
	c.Patient.Sides[disputes.Peroxide] = disputes.PestsOnly
	assert.NotContains(t, codes(c.draw()), "peroxide", "rot alone is no pest")
	c.Actions["peroxide-fizz"] = []string{"Root-eating snails or slugs"}
	assert.Contains(t, codes(c.draw()), "peroxide")
	c.Patient.Given.Grade = roots.Poor
	assert.NotContains(t, codes(c.draw()), "peroxide", "never near a weak stem")
	c.Patient.Sides[disputes.Peroxide], c.Patient.Reading, c.Actions = disputes.Routine, nil, map[string][]string{}
	p := c.draw()
	assert.Contains(t, english.Say(jobOf(t, p, "peroxide").Why[1].Value), "every plant that is out of its pot")

	c = caseOf("cattleya")
	c.Actions["cut-to-clean"] = []string{"Wilt fungus"}
	assert.Contains(t, codes(c.draw()), "powder")
	c.Patient.Sides[disputes.CutPowder] = disputes.LeaveToDry
	assert.NotContains(t, codes(c.draw()), "powder")
}

func TestMitesAreSprayedAndTereteLeavesAreNot(t *testing.T) {
	c := caseOf("vanda")
	c.Suspect = true
	c.Actions = map[string][]string{
		"oil-soap-label": {"Spider mites"},
		"wash-leaves":    {"Spider mites"},
		"isolate":        {"Spider mites"},
	}
	p := c.draw()
	oil := jobOf(t, p, "oil-soap-label")
	assert.Equal(t, "oil", oil.Product)
	assert.Equal(t, []string{"Spider mites"}, english.Lines(oil.Because))
	assert.Less(t, slices.Index(codes(p), "wash-leaves"), slices.Index(codes(p), "oil-soap-label"))
	assert.Contains(t, codes(p), "rinse-all")
	assert.Equal(t, "handle-last", p.Jobs[0].Code, "the suspect comes last")

	c.Patient.Intake.TereteLeaves = true
	p = c.draw()
	oil = jobOf(t, p, "oil-soap-label")
	assert.Empty(t, oil.Product)
	assert.Contains(t, english.Say(oil.Do.Value), "no oil and no strong soap")
	assert.NotContains(t, codes(p), "rinse-all")
}

func TestAGreenSpikeOfThePsychopsisTypeIsNeverCut(t *testing.T) {
	c := caseOf("psychopsis")
	c.Patient.Intake.Flowering, c.Spike = patient.Spike, &look.Call{Do: "cut"}
	c.rotted()
	p := c.draw()
	assert.Contains(t, codes(p), "spike-never")
	assert.NotContains(t, codes(p), "spike-cut")
}

func TestJobsAreDoneSkippedAndAdded(t *testing.T) {
	c := caseOf("cattleya")
	c.rotted()
	c.Marks = work.Marks{
		"peroxide":    {State: work.Skipped, Reason: "None in the house", On: "2031-05-01"},
		"clear-bench": {State: work.Done, On: "2031-05-01"},
	}
	c.Own = []cleaning.OwnJob{{Code: "own-1", Stage: "treatment", Do: "Tie the loose growth"}}
	p := c.draw()
	assert.Equal(t, "None in the house", jobOf(t, p, "peroxide").Reason)
	assert.True(t, jobOf(t, p, "own-1").Own)
	assert.Equal(t, "2 of 12 jobs done.", english.Say(p.Headline))
	for _, it := range cleaning.Cuts(c.Patient).Items {
		c.Patient.Reading.Checks[it.ID] = roots.Check{Count: it.Count, CutAtMM: it.CutAtMM}
	}
	assert.Equal(t, work.Done, jobOf(t, c.draw(), "cut-roots").State, "done when every cut of it is")
}

func TestAPlantWithNothingToCleanIsLeftAlone(t *testing.T) {
	c := caseOf("cattleya")
	p := c.draw()
	assert.Empty(t, p.Jobs)
	assert.Equal(t, "Nothing to clean. Leave it alone.", english.Say(p.Headline))
	c.Own = []cleaning.OwnJob{{Code: "own-1", Stage: "dry", Do: "Tie it up"}}
	assert.NotEmpty(t, c.draw().Jobs, "unless the user has something to do")
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
			c.rotted()
		}
		p := c.draw()
		if len(p.Jobs) == 0 {
			return
		}
		last, seen := -1, map[string]bool{}
		for _, j := range p.Jobs {
			at := slices.IndexFunc(p.Stages, func(s work.Stage) bool { return s.Code == j.Stage })
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
			against := slices.ContainsFunc(causes.Table().Actions, func(o causes.Action) bool {
				_, asked := c.Actions[o.Code]
				return asked && acts.Clash(o.Acts(), a.Acts())
			})
			if asked && a.At == "clean" && !against {
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
			c.Actions[action] = []string{known.Code}
		}
		p := c.draw()
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
		assert.Empty(t, caseOf("phalaenopsis").draw().Jobs, cause.Code)
	}
}

func TestEveryJobOfATreatmentHasItsCautions(t *testing.T) {
	c := caseOf("oncidium")
	c.rotted()
	for _, a := range causes.Table().Actions {
		c.Actions[a.Code] = []string{"A cause"}
	}
	for _, j := range c.draw().Jobs {
		if j.Product != "" {
			assert.NotEmpty(t, j.Care, "%s uses %s", j.Code, j.Product)
		}
	}
}

// Common practice, no source: one in a hundred for a mild case, two for a bad one; where a virus is
// suspected alcohol is not enough for the blade.
func TestTreatmentGoesByTheCase(t *testing.T) {
	v := caseOf("cymbidium")
	v.Actions["oil-soap-label"] = []string{"Spider mites"}
	v.Patient.Looks[0].Noted.Findings = patient.Findings{"stippled": patient.Present}
	assert.Equal(t, 1.0, jobOf(t, v.draw(), "oil-soap-label").Percent)
	v.Patient.Looks[0].Noted.Findings["moving-specks"] = patient.Present
	assert.Equal(t, 2.0, jobOf(t, v.draw(), "oil-soap-label").Percent)
	v.Patient.Looks[0].Noted.Findings = patient.Findings{"webs": patient.Present}
	assert.Equal(t, 2.0, jobOf(t, v.draw(), "oil-soap-label").Percent)

	v = caseOf("cymbidium")
	v.Actions["own-blade"] = []string{"Virus suspected"}
	v.Actions["cut-to-clean"] = []string{"Wilt fungus"}
	plain := caseOf("cymbidium")
	plain.Actions["cut-to-clean"] = []string{"Wilt fungus"}
	assert.Contains(t, english.Say(jobOf(t, v.draw(), "blade").Why[0].Value), "does not reliably undo a virus")
	assert.NotContains(t, english.Say(jobOf(t, plain.draw(), "blade").Why[0].Value), "does not reliably")
}
