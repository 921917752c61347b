package division_test

import (
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	divisionservice "therapeon/clinic/division"
	"therapeon/clinic/history"
	"therapeon/clinic/record"
	"therapeon/clinic/trial"
	"therapeon/core/division"
	"therapeon/core/patient"
	"therapeon/core/roots"
	"therapeon/language/english"
)

func TestADivisionIsAPlantWithItsParentRootsAndHistory(t *testing.T) {
	c := trial.NewClinic(t)
	p, r := trial.Begun(t, c,
		patient.Intake{Tag: "Clump", Group: "cattleya", BulbCount: 8, BulbState: "plump", LeafCount: 8})
	growth := func(r roots.Root, n int) roots.Root { r.Growth = n; return r }
	trial.Save(t, c, r, growth(trial.Entry("a", 4, 100, roots.Firm), 2),
		growth(trial.Entry("b", 3, 120, roots.Firm), 5), growth(trial.Entry("c", 5, 90, roots.Firm), 7),
		trial.Entry("d", 2, 50, roots.Firm))
	at, err := c.Division.Division(t.Context(), p.ID, nil)
	require.NoError(t, err)
	assert.Equal(t, "no", at.Advice.Decision, "one lead")
	branched := division.Rhizome{
		Bulbs: append(division.Chain(5).Bulbs, division.Bulb{N: 6, From: 2}, division.Bulb{N: 7, From: 6},
			division.Bulb{N: 8, From: 7, Lead: true}),
	}
	at, err = c.Division.SaveRhizome(t.Context(), p.ID,
		divisionservice.SaveRhizome{Version: at.Version, Rhizome: branched})
	require.NoError(t, err)
	assert.Equal(t, "can", at.Advice.Decision)
	assert.Equal(t, []int{6}, at.Advice.Cuts)
	assert.Equal(t, 450.0, at.Advice.Pieces[1].LiveMM.Low)
	_, err = c.Division.SaveRhizome(t.Context(), p.ID, divisionservice.SaveRhizome{Version: 0, Rhizome: branched})
	var conflict record.Conflict
	require.ErrorAs(t, err, &conflict)

	_, err = c.History.Incident(t.Context(), p.ID,
		history.Incident{What: "torn-leaf", Note: "Under the lamp."})
	require.NoError(t, err)
	for field, d := range map[string]divisionservice.Divide{"tags": {Cuts: []int{6}, Tags: []string{"x", "y"}},
		"cuts[0]": {Cuts: []int{40}, Tags: []string{"x"}}, "keeps": {Cuts: []int{6}, Tags: []string{"x"}, Keeps: 4}} {
		_, err := c.Division.Divide(t.Context(), p.ID, d)
		assert.Equal(t, field, trial.FieldOf(t, err))
	}
	done, err := c.Division.Divide(t.Context(), p.ID,
		divisionservice.Divide{Cuts: []int{6}, Tags: []string{"Clump, B"}})
	require.NoError(t, err)
	require.Len(t, done.New, 1)
	child := done.New[0]
	assert.Equal(t, p.ID, child.ParentID)
	assert.Equal(t, 3, child.Intake.BulbCount)
	assert.Equal(t, 5, done.Plant.Intake.BulbCount)
	assert.Equal(t, 5, child.Latest.Roots, "the roots of its own bulbs")
	assert.Equal(t, 9, done.Plant.Latest.Roots, "and those of no known growth stay")
	own, err := c.Division.Division(t.Context(), child.ID, nil)
	require.NoError(t, err)
	assert.Equal(t, []division.Bulb{{N: 1}, {N: 2, From: 1}, {N: 3, From: 2, Lead: true}}, own.Rhizome.Bulbs)
	told, err := c.History.Timeline(t.Context(), child.ID)
	require.NoError(t, err)
	assert.Equal(t, &record.Queued{ID: p.ID, Tag: "Clump"}, told.Parent)
	assert.True(t, slices.ContainsFunc(told.Entries, func(e history.Entry) bool {
		return e.Kind == "incident" && e.Shared == "Clump" && strings.Contains(english.Say(e.Words), "Under the lamp.")
	}), "the history is shared")
	told, err = c.History.Timeline(t.Context(), p.ID)
	require.NoError(t, err)
	assert.Equal(t, []record.Queued{{ID: child.ID, Tag: "Clump, B"}}, told.Divisions)
}

func TestADivisionAgainstTheAdviceSaysThatOneIsSure(t *testing.T) {
	c := trial.NewClinic(t)
	p, err := c.Intake.AddPlant(t.Context(),
		patient.Intake{Tag: "Weak", Group: "cattleya", BulbCount: 7, BulbState: "shrivelled"})
	require.NoError(t, err)
	_, err = c.Division.Divide(t.Context(), p.ID, divisionservice.Divide{Cuts: []int{4}, Tags: []string{"x"}})
	assert.Equal(t, "sure", trial.FieldOf(t, err))
	done, err := c.Division.Divide(t.Context(), p.ID,
		divisionservice.Divide{Cuts: []int{4}, Tags: []string{"x"}, Sure: true, Keeps: 1})
	require.NoError(t, err)
	assert.Equal(t, 4, done.Plant.Intake.BulbCount, "the younger piece keeps the tag")
}
