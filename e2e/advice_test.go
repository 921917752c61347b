package e2e

import (
	"fmt"
	"testing"
	"time"
)

// pagesOfAPlant are the steps of a plant that say what to do with it.
var pagesOfAPlant = []string{
	"", "look", "unpot", "roots", "causes", "cleaning", "rehome", "rehome/pot-or-hold", "rehome/pot", "rehome/jobs", "progress",
}

// reported puts a plant on the bench as a rescuer would report it, and looks it over.
func (s *server) reported(t *testing.T, plant, noted string) {
	t.Helper()
	s.send(t, "POST", "/api/v1/plants", plant)
	s.send(t, "POST", "/api/v1/plants/1/inspections", `{}`)
	s.send(t, "PUT", "/api/v1/inspections/1", fmt.Sprintf(`{"version":1,"looked_on":%q,"inspection":%s}`, time.Now().Format(time.DateOnly), noted))
}

// What decides is asked before all else, and answering it decides: limp leaves in medium that
// nobody felt.
func TestTheOneQuestionThatDecidesIsAskedFirst(t *testing.T) {
	parallel(t)
	for finding, then := range map[string]string{
		"pot-light":       "Water it. Do not unpot it.",
		"limp-though-wet": "Unpot it now. Today.",
	} {
		t.Run(finding, func(t *testing.T) {
			s := fresh(t)
			p := open(t, s.url, phone)
			lookAtNew(p, "Shelf moth", "Phalaenopsis and kin")
			p.found("Leaves", "leaves-limp")
			p.see(".said-headline", "Push a finger into the medium. Dry to the first knuckle: water it through.")
			p.fits(phone.width)
			p.tap(`[data-part='asked'] [data-finding="`+finding+`"] button`, "Yes")
			p.see(".said-headline", then)
			p.gone("[data-part='asked']", "")
			p.saved()
		})
	}
}

// A newcomer on the phone asks for three things, keeps one, and says what became of it.
func TestMayIOnThePhone(t *testing.T) {
	s := fresh(t)
	month := time.Now().AddDate(0, 0, -30)
	s.reported(t,
		fmt.Sprintf(`{"tag":"Wish","group":"phalaenopsis","leaf_count":6,"old_medium":"bark","pot":"clear","last_repotted":%q}`, month.Format(time.DateOnly)),
		`{"findings":{"tips-growing":"present","leaves-limp":"absent","pot-light":"present"},"growth":"growing"}`,
	)
	p := open(t, s.url, phone)
	p.tap(".bench-list a", "Wish")
	p.see(".said-headline", "Leave it.")
	p.see(".plant-flips li", "Leaves limp while the medium is wet, for two days")
	p.tap(".view-tiles button", "Repot it")
	p.see(".wishes-word", "Not now until "+month.AddDate(0, 0, 91).Format("2 Jan 2006"))
	p.see("[data-part='said']", "Another move costs the roots it is making.")
	p.see("[data-part='said']", "What changes it:")
	p.fits(phone.width)
	p.tap(".view-tiles button", "Water it")
	p.see(".wishes-word", "Yes")
	p.see("[data-part='said']", "Its medium is dry.")
	p.tap(".view-tiles button", "Cut this brown root")
	p.see(".wishes-word", "Not now until "+onDay(1))
	p.tap(`[data-field="How does it feel?"] label`, "Hollow, flat")
	p.see(".wishes-word", "Yes")
	p.see("[data-part='caution']", "Cut away from you")
	p.fits(phone.width)
	p.tap(`[data-field="How does it feel?"] label`, "Firm")
	p.see(".wishes-word", "No")
	p.tap(`[data-field="What colour is it?"] label`, "Brown all over") // asked, never taken for granted
	p.see(".wishes-word", "Not now")
	p.gone("[data-kept]", "") // trying keeps nothing
	p.tap(`[data-field="How does it feel?"] label`, "Hollow, flat")
	p.see(".wishes-word", "Yes")
	p.tap("[data-part='may-i'] .ant-btn", "Keep this with its answer")
	p.see(`[data-kept="cut-root"]`, "Cut this brown root? Yes.")

	p.tap(".view-tiles button", "Repot it")
	p.tap("[data-part='may-i'] .ant-btn", "Keep this with its answer")
	p.see(`[data-kept="repot"]`, "Not now.")
	p.tap(`[data-kept="repot"] button`, "Left it")
	p.see(`[data-kept="repot"] button[aria-pressed="true"]`, "Left it")
	p.MustReload().MustWaitLoad()
	p.see(`[data-kept="repot"] button[aria-pressed="true"]`, "Left it")
	p.see(`[data-kept="cut-root"]`, "Cut this brown root? Yes.")
	p.fits(phone.width)
	p.visit(s.url + "/plants/1/history")
	p.see(`[data-kind="asked"]`, "Asked: Repot it? Not now. Left it.")
}

// A suspect is one tap from being kept apart, and back; the bench orders by both.
func TestASuspectIsKeptApartWithOneTap(t *testing.T) {
	s := fresh(t)
	s.reported(t, `{"tag":"Black lead","group":"cattleya","leaf_count":6,"bulb_count":5,"pot":"clay"}`,
		`{"findings":{"black-edge":"present"},"growth":"growing"}`)
	s.send(t, "POST", "/api/v1/plants", `{"tag":"Clean one","group":"cattleya"}`)
	p := open(t, s.url, phone)
	p.see("[data-part='between']", "Suspects from here.")
	p.gone("[data-part='between']", "Those kept apart, last of all.")
	p.tap(".bench-list a", "Black lead")
	p.see(".plant-apart", "This plant is suspect. Handle it after the clean ones.")
	p.tap(".plant-apart button", "Keep it apart")
	p.see(".plant-apart", "This plant is kept apart. Handle it last, with its own blade.")
	p.fits(phone.width)
	p.tap(".app-top a", "Bench")
	p.see("[data-part='between']", "Those kept apart, last of all.")
	p.gone("[data-part='between']", "Suspects from here.")
	p.tap(".bench-list a", "Black lead")
	p.tap(".plant-apart button", "Back among the others")
	p.see(".plant-apart", "This plant is suspect. Handle it after the clean ones.")
}
