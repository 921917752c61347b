package rehome

import (
	"encoding/json"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"therapeon/core/disputes"
	"therapeon/core/knowledge"
	"therapeon/core/media"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/pots"
	"therapeon/core/taxa"
	"therapeon/core/work"
	"therapeon/language/english"
)

// What was done for a home is kept without its words, and says what it said. What an older
// program kept in words keeps them.
func TestWhatWasDoneIsKeptInCodesAndFigures(t *testing.T) {
	k := Table()
	rapid.Check(t, func(t *rapid.T) {
		profile := rapid.SampledFrom(taxa.All()).Draw(t, "group")
		task := Task{
			Route: rapid.SampledFrom(k.Routes).Draw(t, "route"), Pot: &pots.Pot{HeightMM: 90},
			Organic: rapid.Bool().Draw(t, "organic"), Starts: rapid.SampledFrom([]string{"mineral", "flush-through", "organic-bare"}).Draw(t, "starts"),
			Flushes: rapid.SampledFrom([]disputes.SideCode{
				disputes.Default(disputes.Flushing), disputes.EveryThirdDay, disputes.WhenDry,
			}).Draw(t, "flushes"),
			Still: rapid.SampledFrom([]string{"stake", "skewer", "none"}).Draw(t, "still"),
			Mixed: mixing([]media.Measured{
				{Component: "bark-fine", Name: message.Plain("Bark, fine"), Litres: rapid.Float64Range(0, 9).Draw(t, "litres")},
				{Component: "own", Name: message.Plain("sea shells"), Litres: 0.25},
			}),
		}
		if rapid.Bool().Draw(t, "dust") {
			task.Care = []string{"dust"}
		}
		jobs := k.Checklist(&patient.Patient{Profile: profile}, task, work.Marks{
			"mix": {State: work.Done, On: "2030-04-02"}, "seat": {State: work.Skipped, Reason: "It sat.", On: "2030-04-02"},
		})
		done := k.DoneOf(task, jobs)
		doc, err := json.Marshal(done)
		require.NoError(t, err)
		for _, j := range jobs {
			assert.NotContains(t, string(doc), english.Say(j.Do))
			for _, how := range j.How {
				assert.NotContains(t, string(doc), english.Say(how.Value))
			}
		}
		var read Done
		require.NoError(t, json.Unmarshal(doc, &read))
		assert.Equal(t, slices.Concat([]Job(nil), jobs), slices.Concat([]Job(nil), k.Finished(&read)))
	})
	told := []Job{{Code: "mix", Do: knowledge.Say(message.Plain("As it was said once.")), How: []knowledge.Text{}}}
	kept := []ToldJob{{Job{Code: "mix"}, told[0].Do, told[0].How}}
	assert.Equal(t, told, k.Finished(&Done{Route: "bark", Told: kept}), "the words of an older file stay")
}
