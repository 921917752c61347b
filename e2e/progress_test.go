package e2e

import (
	"encoding/json"
	"fmt"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// grown puts a plant on the bench that was potted so many days ago, with its roots taped since.
func (s *server) grown(t *testing.T, days int) {
	t.Helper()
	s.send(t, "POST", "/api/v1/plants", `{"tag":"Moth","group":"phalaenopsis","leaf_count":4,"old_medium":"bark"}`)
	s.send(t, "POST", "/api/v1/plants/1/homes", fmt.Sprintf(`{"route":"inorganic","from_on":%q,`+
		`"pot":{"shape":"round","top_mm":110,"bottom_mm":85,"height_mm":100,"hole_mm":30,"wall":"clear"}}`, ago(days)))
	for n := days - 14; n > 0; n -= 7 {
		s.send(t, "POST", "/api/v1/plants/1/checkins", fmt.Sprintf(
			`{"on":%q,"noted":{"roots":[{"root":"A","new":true,"length_mm":%d,"tip":"growing","at":"edge"}]}}`, ago(n), 5+(days-14-n)),
		)
	}
}

// A check-in of a usual plant, from its page to what follows from it: eight taps at most.
func TestACheckInTakesEightTaps(t *testing.T) {
	s := fresh(t)
	s.grown(t, 30)
	p := open(t, s.url+"/plants/1/aftercare", phone)
	p.see("[data-part='check-in'] h2", "Check-in")
	p.taps = 0
	p.tap(`[data-field="New tips"] button`, "+")
	p.tap(`[data-field="The tips"] label`, "Green, growing")
	p.tap(`[data-field="They are"] label`, "At the wall or surface")
	p.tap(`[data-field="Old roots"] label`, "Kept")
	p.tap(`[data-field="Film"] label`, "None")
	p.tap("[data-part='check-in'] button", "Keep this check-in")
	p.see("[data-part='plant-head'] [aria-current]", "Aftercare")
	p.unfold("What was seen and done")
	p.see("#seen-and-done tr", "The tips: Green, growing")
	assert.LessOrEqual(t, p.taps, 8)
	p.fits(phone.width)
}

// A new root is named and taped by thumb; on the next visit it is there by its name, and its page says how
// fast it grows and when it will be at the water. The tip arrives, and what was foretold is scored.
func TestATipIsFollowedToTheWater(t *testing.T) {
	s := fresh(t)
	s.grown(t, 42)
	p := open(t, s.url+"/plants/1/progress", phone)
	p.see(".said-headline", "It is winning.")
	p.see("[data-stage] h2", "Establishing")
	p.see("[data-part='needs']", "A new leaf")
	p.see("[data-track='A']", "1.0 mm")
	p.see("[data-track='A'] [data-arrives='water']", "At the water (")
	p.fits(phone.width)
	p.unfold("What was foretold")
	p.see("[data-forecast='water-root'][data-truth='waiting']", "Tip at the water, root A")

	p.visit(s.url + "/plants/1/aftercare")
	p.unfold("Tape a root")
	p.see("[data-root='A'] legend", "was 26 mm")
	p.tap("[data-part='taping'] button", "Follow B")
	p.tap(`[data-root='B'] [data-field="Its tip"] label`, "Green, growing")
	length := p.find(`[data-root='B'] [data-field="Length"] input`)
	require.NoError(t, length.Input("7"))
	p.tap(`[data-root='A'] [data-field="It is"] label`, "At the water")
	p.tap("[data-part='check-in'] button", "Keep this check-in")
	p.unfold("What was seen and done")
	p.see("#seen-and-done tr", "Root B: 7 mm, growing")
	p.visit(s.url + "/plants/1/progress")
	p.see("[data-track='A']", "at the water")
	p.see("[data-track='B']", "7 mm")
	p.unfold("What was foretold")
	p.see("[data-forecast='water-root'][data-truth='came']", day0(0))
	p.fits(phone.width)
	p.visit(s.url + "/forecast")
	p.see("[data-kind='water-root']", "of 1")
	p.visit(s.url + "/plants/1/history")
	p.see("article .facts", "Establishing, since")
}

// day0 is a day so many days ago as it is written.
func day0(days int) string { return time.Now().AddDate(0, 0, -days).Format("2 Jan 2006") }

// A root that was taped goes on under its name when it is read.
func TestATapedRootIsReadUnderItsName(t *testing.T) {
	s := fresh(t)
	s.grown(t, 42)
	p := open(t, s.url+"/plants/1/roots", bench)
	p.see(".roots-presets button", "Firm")
	p.keys("1x40f")
	p.tap("[data-part='entries'] button", "1")
	p.choose(`[data-field="It is the root followed as"] select`, "A")
	p.saved()
	p.visit(s.url + "/plants/1/progress")
	p.see("[data-track='A']", "40 mm")
	p.see("[data-track='A'] th", "A")
}

// An alarm is put off with a reason until a day, and is back when that is taken back; by keys alone.
func TestAnAlarmPutOffAndBack(t *testing.T) {
	s := fresh(t)
	s.send(t, "POST", "/api/v1/plants", `{"tag":"Moth","group":"phalaenopsis","old_medium":"bark"}`)
	s.send(t, "POST", "/api/v1/plants/1/homes", `{"route":"bark","from_on":"`+ago(20)+`"}`)
	s.send(t, "POST", "/api/v1/plants/1/checkins", `{"noted":{"film":"dark"}}`)
	p := open(t, s.url+"/plants/1/aftercare", bench)
	p.see("[data-alarm='film']", "Dark slimy film.")
	p.see("[data-alarm='film'] button", "Put this off").MustFocus()
	p.hit("Enter")
	p.tabTo(`[data-alarm='film'] [data-field="Why"] input`)
	p.typed("the pot is shaded")
	p.hit("Tab")
	p.typed(time.Now().AddDate(0, 0, 5).Format("2 Jan 2006"))
	p.hit("Enter")
	p.tabTo("[data-alarm='film'] .ant-btn:not([aria-label])")
	p.hit("Enter")
	p.see("[data-snoozed='film']", "the pot is shaded")
	p.gone("[data-alarm]", "Dark slimy film.")
	p.visit(s.url + "/bench")
	p.gone("[data-alarms]", "Shade the pot")
	p.visit(s.url + "/plants/1/aftercare")
	p.tap("[data-snoozed='film'] button", "Let it sound again")
	p.see("[data-alarm='film']", "Dark slimy film.")
	p.visit(s.url + "/")
	p.see("[data-part='alarms']", "Shade the pot")
}

// Three months after its move it is looked back at: then and now, its keeper's word; then it is closed, with
// its lesson, and opened again as it was.
func TestLookBackCloseAndOpenAgain(t *testing.T) {
	s := fresh(t)
	s.grown(t, 92)
	p := open(t, s.url+"/", phone)
	p.tap("[data-part='errands'] a", "Moth")
	p.see("[data-look-back='90']", "Three months")
	p.see("[data-look-back='90'] tr", "Establishing")
	p.tap(`[data-field="Would you do it again?"] label`, "Yes")
	p.fill("In your words", "Small pot, and left alone.")
	p.tap("[data-look-back='90'] button", "Keep this look back")
	p.see("[data-part='look-back'] .ant-collapse-header", "Three months, made on")
	p.fits(phone.width)

	p.unfold("Close it")
	p.tap(`[data-field="It is"] label`, "Lost")
	p.tap("#close button", "Close it")
	p.see(`[data-field="Of its rhizome, eyes and crown"]`, "Feel its rhizome")
	p.tap(`[data-field="Of its rhizome, eyes and crown"] label`, "Something firm is left")
	p.see("#close [data-notice='alarm']", "Something firm is left, so it is not lost")
	p.tap("#close button", "Close it")
	p.see(`[data-field="Of its rhizome, eyes and crown"]`, "hold it humid")
	p.tap(`[data-field="Of its rhizome, eyes and crown"] label`, "Nothing firm is left")
	p.fill("What it teaches", "Keep it from frost.")
	p.fits(phone.width)
	p.tap("#close button", "Close it")
	p.see("[data-part='closed']", "Lost. Keep it from frost.")
	p.see("[data-part='plant-head']", "Archived")
	p.visit(s.url + "/bench")
	p.gone("[data-part='bench'] b", "Moth")
	p.visit(s.url + "/plants/1/progress")
	p.tap("[data-part='closed'] button", "Open it again")
	p.see(".ant-collapse-header", "Close it")
	p.visit(s.url + "/bench")
	p.see("[data-part='bench'] b", "Moth")
	p.see("[data-fares='winning']", "Establishing")
}

// What stood beside a suspect is watched by two taps, and its look comes into Today.
func TestWhoMayHaveCaughtItIsWatched(t *testing.T) {
	s := fresh(t)
	s.send(t, "POST", "/api/v1/places", `{"name":"Bench one"}`)
	for _, tag := range []string{"Mites", "Beside"} {
		s.send(t, "POST", "/api/v1/plants", fmt.Sprintf(`{"tag":%q,"group":"cattleya","old_medium":"bark","place_id":1,"kept_apart":%t}`, tag, tag == "Mites"))
	}
	p := open(t, s.url+"/plants/1/progress", phone)
	p.choose(`[data-field="What it may carry"] select`, "Spider mites")
	p.see("[data-exposed='2']", "stood at the same place")
	p.fits(phone.width)
	p.tap("[data-agent] button", "Watch this plant")
	p.see("[data-exposed='2']", "watched until")
	p.visit(s.url + "/plants/2/progress")
	p.see("[data-watched='spider-mites']", "Mites")
	p.see("[data-watched='spider-mites']", "Stippled silvery undersides")
	p.visit(s.url + "/plants/2/aftercare")
	p.see("[data-protocol='watched']", "Watched")
	p.visit(s.url + "/plants/2/progress")
	p.tap("[data-watched] button", "Watch it no longer")
	p.gone("[data-part='exposure'] h2", "Watched for spider mites")
}

// A line of weeks: shown for some weeks, as a table, and to take away with what was done.
func TestWeeksAsATableAndAFile(t *testing.T) {
	s := fresh(t)
	s.grown(t, 60)
	s.send(t, "POST", "/api/v1/aftercare", `{"ticks":[{"plant_id":1,"job":"flush","outcome":"done"}]}`)
	p := open(t, s.url+"/plants/1/progress", bench)
	p.see("[data-weeks] [data-line='longest']", "Longest new")
	p.see("[data-weeks] [data-deeds='moved'] title", "Inorganic with reservoir")
	all := len(p.MustElements("[data-weeks] [data-line='longest'] [data-point]"))
	p.tap(`[data-field="Shown"] label`, "4 weeks")
	require.Eventually(t, func() bool {
		return len(p.MustElements("[data-weeks] [data-line='longest'] [data-point]")) < all
	}, patience, glance)
	p.tap("[data-part='weeks'] button", "Earlier")
	p.unfold("The figures")
	p.see("#figures tr", "Root A")
	file := *p.find("#figures a[download]").MustAttribute("href")
	var lines string
	require.NoError(t, json.Unmarshal([]byte(p.MustEval(
		`(href) => JSON.stringify(decodeURIComponent(href.split(",").slice(1).join(",")))`, file).Str()), &lines))
	assert.Contains(t, lines, "day,what,value,unit,off_by,from\r\n")
	assert.Contains(t, lines, ago(60)+",Inorganic with reservoir,,,,done\r\n")
	assert.Contains(t, lines, ago(46)+",Root A,5,mm,")
}

// tabTo goes from field to field by Tab until one is reached.
func (p *page) tabTo(css string) {
	p.t.Helper()
	for range 12 {
		if p.MustEval(`(css) => document.activeElement?.matches(css) ?? false`, css).Bool() {
			return
		}
		p.hit("Tab")
	}
	require.Failf(p.t, "not reached", "by Tab: %s", css)
}

// typed types letters where the focus is.
func (p *page) typed(text string) { p.MustInsertText(text) }
