package history_test

import (
	"bytes"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/clinic/history"
	"therapeon/clinic/record"
	rehomeservice "therapeon/clinic/rehome"
	"therapeon/clinic/trial"
	"therapeon/clinic/weights"
	"therapeon/core/patient"
	"therapeon/formats"
	"therapeon/language"
	"therapeon/language/english"
)

func TestIncidentsAreNotedAndTakenBack(t *testing.T) {
	c := trial.NewClinic(t)
	p := trial.Mites(t, c)
	told, err := c.History.Incident(t.Context(), p.ID, history.Incident{What: "lost-root"})
	require.NoError(t, err)
	i := slices.IndexFunc(told.Entries, func(e history.Entry) bool { return e.Kind == "incident" })
	require.GreaterOrEqual(t, i, 0)
	assert.NotEmpty(t, told.Entries[i].Explains.Value)
	told, err = c.History.WithdrawIncident(t.Context(), p.ID,
		history.Withdraw{IncidentID: told.Entries[i].ID, Withdrawn: true})
	require.NoError(t, err)
	assert.False(t, slices.ContainsFunc(told.Entries, func(e history.Entry) bool { return e.Kind == "incident" }))
	_, err = c.History.Incident(t.Context(), p.ID, history.Incident{What: "lost-root", On: "2031-01-01"})
	assert.Equal(t, "on", trial.FieldOf(t, err))
	_, err = c.History.WithdrawIncident(t.Context(), p.ID, history.Withdraw{IncidentID: 99, Withdrawn: true})
	var none record.Missing
	require.ErrorAs(t, err, &none)
}

func TestLabelsAndCaseSheetsOnPaper(t *testing.T) {
	c := trial.NewClinic(t)
	p := trial.Rooted(
		t,
		c,
		patient.Intake{Tag: "Crate seven", Group: "phalaenopsis", LeafCount: 5, OldMedium: "bark", Source: "A crate"},
	)
	q := trial.Rooted(t, c, patient.Intake{Tag: "Second", Group: "cattleya", LeafCount: 5, OldMedium: "bark"})
	labels, err := c.History.Labels(t.Context(), []int64{p.ID, q.ID}, "http://127.0.0.1:8317")
	require.NoError(t, err)
	body, err := formats.Labels(labels, true, 3, language.Of("en"))
	require.NoError(t, err)
	assert.True(t, bytes.HasPrefix(body, []byte("%PDF-")))
	words := trial.Text(t, body)
	for _, want := range []string{"Crate seven", "Phalaenopsis and kin", "Bark mix", "2 Apr 2030", "Next look: 30 Apr 2030", "Second"} {
		assert.Contains(t, words, want)
	}
	_, err = c.History.Labels(t.Context(), []int64{99}, "http://127.0.0.1:8317")
	assert.Contains(t, english.Error(err), "There is no plant 99.")

	trial.AllDone(t, c, p.ID)
	_, err = c.Rehome.Settle(t.Context(), p.ID, rehomeservice.Settle{Route: "bark", Note: "Tight fit.", Person: "Ada"})
	require.NoError(t, err)
	trial.WeighedOn(t, c, p.ID, 0, weights.Weigh{Kind: patient.InPot, Grams: 512})
	of, err := c.History.CaseSheet(t.Context(), p.ID, "http://127.0.0.1:8317")
	require.NoError(t, err)
	assert.Equal(t, "Crate seven", of.Tag)
	sheet, err := formats.Case(of, language.Of("en"))
	require.NoError(t, err)
	words = trial.Text(t, sheet)
	for _, want := range []string{"From: A crate", "Roots of 2 Apr 2030. As found: good", "Since 2 Apr 2030: Bark mix", "Tight fit.", "512 g", "What happened", "Housed"} {
		assert.Contains(t, words, want)
	}
	_, err = c.History.CaseSheet(t.Context(), 99, "")
	assert.Contains(t, english.Error(err), "There is no plant 99.")
}
