package aftercare_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"

	"therapeon/core/aftercare"
	"therapeon/core/disputes"
	"therapeon/core/patient"
	"therapeon/language/english"
)

// Feed figures of the house's numbers: from memory. Weekly × 0.7, house rule.
func TestFeedByClass(t *testing.T) {
	fed := func(group string, more ...func(*patient.Patient)) float64 {
		usual := []func(*patient.Patient){withRoots(20, 2, ""), in("mineral")}
		l := housed(t, group, "inorganic", append(usual, more...)...)
		l.sees(40, patient.Checkin{LongestMM: num(60.0), Tips: num(3), Growth: patient.Growing})
		return l.on(41).Feed.PPM
	}
	assert.InDelta(t, 35, fed("pleurothallid"), 0.5, "very light")
	assert.InDelta(t, 60, fed("bulbophyllum"), 0.5, "light")
	assert.InDelta(t, 100, fed("phalaenopsis"), 0.5, "medium")
	three := fed("phalaenopsis", side("first_feed", "three-months"))
	assert.Zero(t, three, "by the side that gives none for three months")
	assert.Zero(t, fed("phalaenopsis", withRoots(1, 20, "")), "few roots: its gate first")
}

// why is what is said of its feed, by the table's word.
func why(c aftercare.Care) string {
	for word, said := range aftercare.Table().FeedWords {
		if before, _, _ := strings.Cut(english.Say(said.Value), "{"); strings.HasPrefix(
			english.Say(c.Feed.Why.Value),
			before,
		) {
			return word
		}
	}
	return english.Say(c.Feed.Why)
}

// Who gets none, and why: what was seen goes before the gate, the gate before the season. Common practice, no source.
func TestWhyItIsNotFed(t *testing.T) {
	grown := patient.Checkin{LongestMM: num(60.0), Tips: num(3), Growth: patient.Growing}
	fed := func(change func(*life), more ...func(*patient.Patient)) aftercare.Care {
		l := housed(t, "phalaenopsis", "inorganic", append([]func(*patient.Patient){withRoots(20, 2, ""), in("mineral")}, more...)...)
		l.sees(40, grown)
		if change != nil {
			change(l)
		}
		return l.on(41)
	}
	c := fed(nil)
	assert.Equal(t, "due", why(c))
	assert.Equal(t, day(41), c.Feed.OnDay)
	ppm := func(l *life) { l.does(30, "refill").Care[0].PPM = 90 }
	c = fed(ppm)
	assert.Equal(t, []string{day(44), day(30), "plain"}, []string{c.Feed.OnDay, c.Last.FedOn, why(c)})
	assert.Equal(t, "due", why(fed(func(l *life) { l.does(27, "refill").Care[0].PPM = 90 })), "a fortnight ago")
	assert.Equal(t, "dry", why(fed(func(l *life) { l.sees(41, patient.Checkin{Medium: "dry"}) })))
	assert.Equal(t, "rest", why(fed(func(l *life) { l.sees(41, patient.Checkin{Growth: patient.Resting}) })))
	all := fed(func(l *life) { l.sees(41, patient.Checkin{Growth: patient.Resting}) },
		side("winter_feed", disputes.AllYear))
	assert.InDelta(t, 25, all.Feed.PPM, 0.5, "a quarter at rest, by the side that feeds all year")
	assert.Equal(t, "still", why(fed(func(l *life) { l.sees(41, patient.Checkin{Growth: patient.Idle}) },
		side("winter_feed", disputes.FollowGrowth))))
	assert.Equal(t, "due", why(fed(nil, side("winter_feed", disputes.StopInWinter))), "it is May")
	winter := func(of disputes.SideCode) string {
		l := housed(t, "phalaenopsis", "inorganic", withRoots(20, 2, ""), in("mineral"), side("winter_feed", of))
		return why(l.sees(260, grown).on(261))
	}
	assert.Equal(t, "winter", winter(disputes.StopInWinter))
	assert.Equal(t, "due", winter(disputes.FollowGrowth), "it grows")
	assert.Equal(t, "back", why(fed(func(l *life) {
		l.Looks = []patient.Look{{On: day(40),
			Noted: patient.Inspection{Findings: patient.Findings{"crust": patient.Present}}}}
	})), "salt shows")
	assert.Equal(t, "held", why(housed(t, "cattleya", "tub").on(3)))
	assert.Equal(t, "few", why(housed(t, "cattleya", "bark", withRoots(1, 20, "")).on(3)))
	assert.Equal(t, "gate", why(housed(t, "slipper", "slipper", withRoots(4, 4, "")).on(3)))
	assert.Equal(t, "tips", why(housed(t, "cattleya", "basket", withRoots(6, 4, "")).on(3)))
	assert.Equal(t, "three-months", why(fed(nil, side("first_feed", disputes.ThreeMonths))))
	none := housed(t, "cattleya", "bark", func(p *patient.Patient) { p.Homes, p.Intake.OldMedium = nil, "" })
	assert.Equal(t, "none", why(none.on(3)))
	sound := func(n int) float64 {
		return housed(t, "phalaenopsis", "inorganic", withRoots(20, 2, ""), in("mineral")).sees(n,
			patient.Checkin{Growth: patient.Growing}).on(n).Feed.PPM
	}
	assert.Zero(t, sound(89))
	assert.Positive(t, sound(90), "sound roots have had their three months")
	dilute := housed(t, "cattleya", "bark", withRoots(6, 4, ""), side("first_feed", disputes.Dilute)).
		sees(2, patient.Checkin{Growth: patient.Growing}).on(3)
	assert.InDelta(t, 25, dilute.Feed.PPM, 0.5, "a quarter from the start")
	assert.Zero(t, fed(nil, side("first_feed", disputes.Dilute), withRoots(1, 20, "")).Feed.PPM, "not into mineral")
	assert.InDelta(t, 100, fed(nil, side("first_feed", disputes.Dilute)).Feed.PPM, 0.5)
}

// The last of each, in its present home and up to today.
func TestWhatItHadLast(t *testing.T) {
	l := housed(t, "cattleya", "bark", withRoots(6, 4, "")).does(-3, "flush").does(2, "flush").does(5, "little").does(30, "little").
		leaves(7, "little", "no-time").sees(6, patient.Checkin{Leaf: "firm"})
	l.Care[2].PPM = 50
	assert.Equal(t, aftercare.Last{WateredOn: day(5), FlushedOn: day(2), FedOn: day(5), CheckedOn: day(6)},
		l.on(20).Last)
}
