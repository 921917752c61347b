package e2e

import (
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
)

// An old plant that is never re-housed: taken in by tag, kind, medium and the year of its last pot, it is found in
// Today on the phone, is still wet, and stands on the sheet for an absence and in the calendar.
func TestAnOldPlantIsFollowedInThePotItCameIn(t *testing.T) {
	s := fresh(t)
	p := open(t, s.url, phone)
	putOnBench(p, "Grandmother's", "Cattleya alliance")
	p.jump("/")
	p.see("[data-part='unfollowed'] h2", "One plant is not followed")
	p.see("[data-part='unfollowed']", "Nobody noted what it stands in.")
	p.jump("/plants/1/intake")
	p.unfold("Its old pot and medium")
	p.choose(`[data-field="Medium it came in"] select`, "Bark")
	p.fill("Last repotted", "2024")
	p.saved()
	p.jump("/")
	p.gone("[data-part='unfollowed']", "")
	p.see(item(1, "water"), "Grandmother's")
	p.tap(item(1, "water")+" button", "Still wet, left")
	p.see(item(1, "water")+" .job-said", "Left, still wet")
	p.fits(phone.width)

	p.jump("/plants/1/aftercare")
	p.see("[data-protocol='wet-dry'] h2", "established here")
	p.see("[data-gate='life']", "seen on") // its medium of 2024 is past its life
	p.unfold("It was watered on another day")
	yesterday := time.Now().AddDate(0, 0, -1)
	p.fill("Watered on", yesterday.Format("2 Jan 2006"))
	p.tap("button", "Note this watering")
	p.see("[data-part='water-and-feed']", "Last watered "+yesterday.Format("2 Jan 2006"))
	p.see("[data-part='due-for-water']", "Due for water about")
	p.fits(phone.width)

	in := func(days int) string { return time.Now().AddDate(0, 0, days).Format(time.DateOnly) }
	p.jump("/today/away?from=" + in(3) + "&until=" + in(30))
	p.see(".said-headline", "None lasts, 1 wants water.")
	p.see("[data-part='do']", "Grandmother's")
	p.see("[data-part='do-not']", "Water nothing that is still wet")
	p.fits(phone.width)
	assert.Contains(t, s.get(t, "/api/v1/calendar/file"), "Grandmother's")
}

// The one fact that is missing is given in Today by one tap, and the plant is followed from then on; a keeper who
// chooses a protocol that does not fit is told why not.
func TestTheOneFactThatIsMissingIsGivenInToday(t *testing.T) {
	s := fresh(t)
	s.send(t, "POST", "/api/v1/plants", `{"tag":"Shop 1","group":"phalaenopsis","leaf_count":4}`)
	p := open(t, s.url+"/bench", bench)
	p.see("[data-part='unfollowed']", "1 plant is not followed.")
	p.jump("/")
	p.see("[data-part='unfollowed'] h2", "One plant is not followed")
	p.jump("/plants/1/aftercare")
	p.unfold("Do it otherwise")
	p.choose(`[data-field="Protocol"] select`, "Moss nest")
	p.see(".field-error", "It stands in its pot. Note how it is held first")
	p.jump("/")
	p.choose(`[data-part="unfollowed"] select`, "Sphagnum moss")
	p.see(item(1, "water"), "Shop 1")
	p.gone("[data-part='unfollowed']", "")
}

// A plant that still stands as it was sold is felt for a plug: on a timer, from the look, with the next moment to
// unpot it as the answer.
func TestAPlugIsFeltForOnATimer(t *testing.T) {
	s := fresh(t)
	p := open(t, s.url, phone)
	putOnBench(p, "From the shop", "Phalaenopsis and kin")
	p.jump("/plants/1/intake")
	p.unfold("Its old pot and medium")
	p.choose(`[data-field="Pot it came in"] select`, "Clear")
	p.tap("label", "Never unpotted since it was bought")
	p.saved()
	p.jump("/plants/1/look")
	p.none("Leaves")
	p.see(".said-headline", "Leave it.")
	felt := `[data-part="asked"] [data-finding="core-wet"]`
	p.see(felt, "The core is wet, the edge by the wall is dry")
	p.tap(felt+" button", "Start 10 min")
	p.see("[aria-label='Timers']", "Sticks in the medium")
	p.see(felt+" [data-clock]", "")
	p.tap(felt+" [data-answer] button", "Yes")
	p.see(".said-headline", "Unpot it soon.")
	p.see("[data-part='look-why'] li", "A plug must come out.")
	p.saved()
	p.fits(phone.width)
}

// What growth asks for stands in Today once it was seen: a young spike is staked, and its stake comes off after bloom.
func TestASpikeIsStakedAndItsStakeComesOff(t *testing.T) {
	s := fresh(t)
	s.send(t, "POST", "/api/v1/plants", `{"tag":"Moth 2","group":"phalaenopsis","leaf_count":5,"pot":"clear",
		"old_medium":"bark","arrived_on":"2026-01"}`)
	p := open(t, s.url+"/plants/1/aftercare", phone)
	before := time.Now().AddDate(0, 0, -2).Format(time.DateOnly) // two of one second have no order
	s.send(t, "POST", "/api/v1/plants/1/checkins", `{"on":"`+before+`","noted":{"flowering":"spike"}}`)
	p.jump("/")
	p.see(item(1, "stake-spike"), "Moth 2")
	p.tap(item(1, "stake-spike")+" input", "")
	p.see(item(1, "stake-spike")+" .job-said", "Done")
	kept := func() bool {
		return strings.Contains(s.get(t, "/api/v1/plants/1/aftercare"), `"outcome":"done"`)
	}
	assert.Eventually(t, kept, patience, 100*time.Millisecond, "it is kept")
	s.send(t, "POST", "/api/v1/plants/1/checkins", `{"noted":{"flowering":"spent"}}`)
	p.visit(s.url + "/")
	p.see(item(1, "unstake"), "Moth 2")
	p.jump("/plants/1/aftercare")
	p.see("[data-protocol='spent']", "Its flowers are over.")
	p.fits(phone.width)
}
