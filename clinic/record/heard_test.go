package record

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"therapeon/core/causes"
	"therapeon/core/patient"
	"therapeon/core/taxa"
)

// What is remembered of causes is what they come to: no plant hears what was found on another.
func TestWhatIsRememberedOfCausesIsWhatTheyComeTo(t *testing.T) {
	var groups []taxa.Profile
	for _, code := range []string{"phalaenopsis", "cattleya"} {
		group, ok := taxa.Find(code)
		require.True(t, ok)
		groups = append(groups, group)
	}
	signs := []string{"black-edge", "limp-though-wet", "snails-seen", "leaves-limp", "pot-light"}
	states := []patient.FindingState{"", patient.Present, patient.Absent}
	words := []patient.Word{"", patient.Confirmed, patient.Rejected}
	rapid.Check(t, func(t *rapid.T) {
		var remembers Hearing
		for range 6 {
			group := rapid.SampledFrom(groups).Draw(t, "group")
			noted := patient.Inspection{Findings: patient.Findings{}, Decisions: map[string]patient.Decision{}}
			sign := rapid.SampledFrom(signs).Draw(t, "sign")
			if state := rapid.SampledFrom(states).Draw(t, "state"); state != "" {
				noted.Findings[sign] = state
			}
			if word := rapid.SampledFrom(words).Draw(t, "word"); word != "" {
				noted.Decisions["snails"] = patient.Decision{Word: word}
			}
			p := &patient.Patient{
				Profile: group, Intake: patient.Intake{Group: group.Code},
				Looks: []patient.Look{{On: "2026-11-26", Noted: noted}},
			}
			if rapid.Bool().Draw(t, "judged in full") {
				v := causes.Table().Judge(p)
				assert.Equal(t, v.Heard(), remembers.Judged(p, v))
			}
			assert.Equal(t, causes.Hear(p), remembers.Hear(p))
		}
	})
}
