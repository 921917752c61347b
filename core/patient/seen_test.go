package patient_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"

	"therapeon/core/patient"
	"therapeon/core/roots"
	"therapeon/language/english"
)

func seen(on string, c patient.Checkin) patient.Seen {
	at, _ := time.Parse(time.DateOnly, on)
	return patient.Seen{At: at, On: on, Noted: c}
}

func looked(on string, f patient.Findings) *patient.Patient {
	return &patient.Patient{
		Looks: []patient.Look{{ID: 7, On: on, Noted: patient.Inspection{Findings: f}}}, Day: "2030-05-20",
	}
}

// A check-in is laid over the newest look: what it says is newer, the rest stands.
func TestACheckInIsLaidOverTheLook(t *testing.T) {
	p := looked("2030-05-01", patient.Findings{"leaves-limp": patient.Present, "crust": patient.Present})
	p.Seen = []patient.Seen{seen("2030-05-10", patient.Checkin{Leaf: "firm"})}
	assert.Equal(t, patient.Absent, p.Finding("leaves-limp"))
	assert.Equal(t, patient.Present, p.Finding("crust"), "what it says nothing of stands")
	assert.Equal(t, int64(7), p.Look().ID)
	assert.Equal(t, "2030-05-10", p.Look().On)
	assert.Equal(t, patient.Present, p.Looks[0].Noted.Findings["leaves-limp"], "the look itself stays as it was")
	p = looked("2030-05-01", nil)
	p.Seen = []patient.Seen{seen("2030-04-10", patient.Checkin{Leaf: "limp"})}
	assert.Empty(t, p.Finding("leaves-limp"), "an older one says nothing of today")
	p.Day, p.Seen = "2030-05-08", []patient.Seen{seen("2030-05-10", patient.Checkin{Leaf: "limp"})}
	p.Forget()
	assert.Empty(t, p.Finding("leaves-limp"), "nor one that was not made yet")
}

// Limp for two days while the medium is wet, its roots do not drink. Common practice, no source.
func TestLimpInTheWetForTwoDays(t *testing.T) {
	limp, damp := patient.Checkin{Leaf: "limp", Medium: "wet"}, patient.Checkin{Medium: "damp"}
	firm := patient.Checkin{Leaf: "firm"}
	wetLook := patient.Findings{"leaves-limp": patient.Present, "pot-light": patient.Absent}
	for name, of := range map[string]struct {
		look patient.Findings
		seen []patient.Seen
		says patient.FindingState
	}{
		"once":                 {seen: []patient.Seen{seen("2030-05-10", limp)}},
		"the day after":        {seen: []patient.Seen{seen("2030-05-10", limp), seen("2030-05-11", limp)}},
		"two days on":          {seen: []patient.Seen{seen("2030-05-10", limp), seen("2030-05-12", limp)}, says: patient.Present},
		"limp at its look too": {look: wetLook, seen: []patient.Seen{seen("2030-05-03", limp)}, says: patient.Present},
		"firm between": {seen: []patient.Seen{
			seen("2030-05-10", limp), seen("2030-05-11", firm), seen("2030-05-12", limp),
		}},
		"damp at last": {seen: []patient.Seen{seen("2030-05-10", limp), seen("2030-05-12", limp), seen("2030-05-13", damp)}},
	} {
		p := looked("2030-05-01", of.look)
		p.Seen = of.seen
		assert.Equal(t, of.says, p.Finding("limp-though-wet"), name)
		p = looked("2030-05-01", of.look)
		p.Seen, p.Given.Grade = of.seen, roots.Rootless
		assert.Empty(t, p.Finding("limp-though-wet"), "with few roots it is limp for them: %s", name)
	}
}

func TestTipsAreHeardWhileItIsHeld(t *testing.T) {
	tips, none := 2, 0
	p := &patient.Patient{
		Homes: []patient.Home{{From: "2030-05-01", Way: "tub", Hold: true}}, Day: "2030-05-20",
		Seen: []patient.Seen{seen("2030-05-10", patient.Checkin{Tips: &tips})},
	}
	assert.True(t, p.Condition().TipsOut())
	p.Seen = append(p.Seen, seen("2030-05-12", patient.Checkin{Tips: &none}))
	p.Forget()
	assert.False(t, p.Condition().TipsOut(), "they are gone again")
	p.Seen = append(p.Seen, seen("2030-05-13", patient.Checkin{Tips: &tips, TipState: "black"}))
	p.Forget()
	assert.False(t, p.Condition().TipsOut(), "black tips are none")
	p.Seen = []patient.Seen{seen("2030-04-10", patient.Checkin{Leaf: "limp"})}
	p.Forget()
	assert.False(t, p.Condition().Limp(), "what was seen before its home is history")
}

// The order of entry changes nothing, and what is taken back leaves no trace.
func TestTheOrderOfCheckInsChangesNothing(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		p := looked("2030-05-01", patient.Findings{"leaves-limp": patient.Present})
		for range rapid.IntRange(1, 6).Draw(t, "n") {
			day := rapid.IntRange(1, 20).Draw(t, "day")
			hour, minute := rapid.IntRange(0, 23).Draw(t, "hour"), rapid.IntRange(0, 59).Draw(t, "minute")
			at := time.Date(2030, 5, day, hour, minute, 0, 0, time.UTC)
			p.Seen = append(p.Seen, patient.Seen{At: at, On: at.Format(time.DateOnly), Noted: patient.Checkin{
				Leaf:  rapid.SampledFrom([]string{"", "firm", "limp"}).Draw(t, "leaf"),
				Smell: rapid.SampledFrom([]string{"", "none", "sour"}).Draw(t, "smell"),
				Film:  rapid.SampledFrom([]string{"", "none", "green", "dark"}).Draw(t, "film"),
			}})
		}
		times := map[time.Time]bool{}
		for _, s := range p.Seen {
			if times[s.At] {
				t.Skip("two of one moment")
			}
			times[s.At] = true
		}
		want := p.Look().Noted
		p.Seen = rapid.Permutation(p.Seen).Draw(t, "order")
		p.Forget()
		assert.Equal(t, want, p.Look().Noted)
		old := append(p.Seen, seen("2030-04-01", patient.Checkin{Leaf: "limp", Smell: "decay"}))
		p.Seen = old
		p.Forget()
		assert.Equal(t, want, p.Look().Noted, "one from before the look changes nothing of today")
	})
}

func TestWhatDoesNotGoTogether(t *testing.T) {
	none, mm := 0, 5.0
	for _, c := range []patient.Checkin{
		{}, {Tips: &none, TipState: "growing"}, {Tips: &none, TipsAt: "edge"}, {Tips: &none, LongestMM: &mm},
	} {
		assert.NotEmpty(t, c.Faults())
	}
	assert.Empty(t, patient.Checkin{Tips: &none}.Faults())
	assert.Equal(t, []string{"tips 0", "leaf firm"}, english.Lines(patient.Checkin{Tips: &none, Leaf: "firm"}.InShort(nil)))
	assert.Equal(t, []string{"longest 5 mm"}, english.Lines(patient.Checkin{LongestMM: &mm}.InShort(nil)))
}
