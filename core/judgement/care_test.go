package judgement

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/aftercare"
	"therapeon/core/patient"
	"therapeon/core/rehome"
	"therapeon/language/english"
)

// caredFor is what is advised of a plant with its aftercare.
func caredFor(p *patient.Patient) Advice {
	care := aftercare.For(&aftercare.InCare{Patient: p})
	return For(p, Known{Care: &care})
}

func seenOn(on string, c patient.Checkin) patient.Seen {
	at, _ := time.Parse(time.DateOnly, on)
	return patient.Seen{At: at.Add(12 * time.Hour), On: on, Noted: c}
}

// Once it is housed the one advice says the aftercare's next thing; what spreads or drowns still goes
// before. Common practice, no source.
func TestTheAftercareSpeaksOnceItIsHoused(t *testing.T) {
	housed := func(change ...func(*patient.Patient)) *patient.Patient {
		return plant(t, "cattleya", func(p *patient.Patient) {
			p.Homes = []patient.Home{rehome.Stands("2030-05-13", "bark", nil)}
			p.Homes[0].Potted = true
			for _, c := range change {
				c(p)
			}
		})
	}
	a := caredFor(housed())
	assert.Equal(t, Stay, a.Code)
	assert.Equal(t, "aftercare", a.Page)
	assert.Contains(t, english.Say(a.Headline), "Leave it. Next, on ")
	assert.Equal(t, a.Headline.Words(), Table().Words(a.Line), "its words are made from its codes")
	due := caredFor(housed(func(p *patient.Patient) { p.Homes[0].From = "2030-05-01" }))
	assert.Equal(t, Tend, due.Code)
	assert.Equal(t, "Water it a little.", english.Say(due.Headline))
	wet := caredFor(housed(func(p *patient.Patient) {
		p.Seen = []patient.Seen{seenOn("2030-05-15", patient.Checkin{Smell: "decay", Leaf: "limp", Medium: "wet"})}
	}))
	assert.Contains(t, []string{Soon, Now, Check}, wet.Code, wet.Headline)
	alarm := caredFor(plant(t, "cattleya", func(p *patient.Patient) {
		p.Homes = []patient.Home{rehome.Stands("2030-05-01", "tub", nil)}
		p.Seen = []patient.Seen{seenOn("2030-05-15", patient.Checkin{Leaf: "limp"})}
	}))
	assert.Equal(t, Mend, alarm.Code)
	assert.Equal(t, "More damp today: soak it, or in a bag wet its moss. Raise the humidity.", english.Say(alarm.Headline))
}

// A check-in never puts off the day on which the look itself is due.
func TestACheckInPutsNoLookOff(t *testing.T) {
	of := func(seen ...patient.Seen) Advice {
		return For(plant(t, "cattleya", func(p *patient.Patient) {
			p.Looks = looked("2030-05-01", patient.Growing, "pot-bound")
			p.Seen = seen
		}), Known{})
	}
	alone := of()
	require.NotEmpty(t, alone.UntilOn)
	later := of(seenOn("2030-05-14", patient.Checkin{Leaf: "firm"}))
	assert.Equal(t, alone.Code, later.Code)
	assert.LessOrEqual(t, later.UntilOn, alone.UntilOn)
	older := of(seenOn("2030-04-20", patient.Checkin{Leaf: "limp"}))
	assert.Equal(t, alone.Headline, older.Headline, "an older check-in changes nothing of a newer look")
}

// A plant that is left in the pot it came in is left; that its water is felt for is said beside that, and takes the
// headline only once its rhythm is known. Out of the frost it goes first, whatever is due.
func TestAnUnknownWateringStandsBesideTheHeadline(t *testing.T) {
	left := func(change ...func(*patient.Patient)) *patient.Patient {
		return plant(t, "cattleya", func(p *patient.Patient) {
			p.Intake = patient.Intake{Group: "cattleya", Pot: "clear", OldMedium: "bark", LeafCount: 5, ArrivedOn: "2030-04-01"}
			p.Reading = nil
			p.Looks = []patient.Look{{On: "2030-05-10", Noted: patient.Inspection{
				Growth: patient.Growing, Findings: patient.Findings{
					"dead-roots-seen": patient.Absent, "leaves-limp": patient.Absent, "crumbles": patient.Absent,
				},
			}}}
			for _, c := range change {
				c(p)
			}
		})
	}
	a := caredFor(left())
	assert.Equal(t, Leave, a.Code)
	require.NotEmpty(t, a.Also)
	assert.Equal(t, "Feel it and water it", english.Say(a.Also[len(a.Also)-1].Words()))
	watered := func(p *patient.Patient) {
		p.Care = []patient.Tended{{On: "2030-04-20", Job: "water", Outcome: patient.TendedDone,
			At: time.Date(2030, 4, 20, 12, 0, 0, 0, time.UTC)}}
	}
	known := caredFor(left(watered))
	assert.Equal(t, Tend, known.Code)
	frost := left(watered, func(p *patient.Patient) {
		cold := -3.0
		p.Looks[0].Noted.NightLowC = &cold
		p.Looks[0].Noted.Findings["pot-bound"] = patient.Present
	})
	a = caredFor(frost)
	assert.Equal(t, "Bring it in first.", english.Say(a.Headline.Words()))
	patch := left(watered, func(p *patient.Patient) {
		cold := -3.0
		p.Looks[0].Noted.NightLowC = &cold
		p.Looks[0].Noted.Findings["pot-bound"], p.Looks[0].Noted.Findings["rot-patch"] = patient.Present, patient.Present
	})
	a = caredFor(patch)
	assert.Equal(t, "Bring it in first.", english.Say(a.Headline.Words()))
	require.NotEmpty(t, a.Also, "what saves it stands beside that")
	assert.Equal(t, "Cut away the rot that you can reach", english.Say(a.Also[len(a.Also)-1].Words()))
}
