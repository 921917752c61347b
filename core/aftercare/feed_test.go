package aftercare_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"therapeon/core/patient"
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
