package e2e

import (
	"bytes"
	"encoding/json"
	"fmt"
	"io"
	"strings"
	"testing"
	"time"

	"github.com/go-rod/rod/lib/proto"
	"github.com/ledongthuc/pdf"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// ago is a day so many days ago, and ahead one to come.
func ago(days int) string { return time.Now().AddDate(0, 0, -days).Format(time.DateOnly) }

// inCare puts plants on the bench whose aftercare wants something today: two held, one in bark, one in
// pebbles, one kept apart.
func (s *server) inCare(t *testing.T) {
	t.Helper()
	add := func(id int, intake, path, body string) {
		s.send(t, "POST", "/api/v1/plants", intake)
		s.send(t, "POST", fmt.Sprintf("/api/v1/plants/%d/%s", id, path), body)
	}
	add(1, `{"tag":"Lid 1","group":"phalaenopsis","leaf_count":4,"pot":"none"}`, "holding", `{"method":"tub","from":"`+ago(4)+`"}`)
	add(2, `{"tag":"Lid 2","group":"cattleya","leaf_count":4,"pot":"none"}`, "holding", `{"method":"tub","from":"`+ago(4)+`"}`)
	add(3, `{"tag":"Bark","group":"cattleya","leaf_count":4,"old_medium":"bark"}`, "homes", `{"route":"bark","from_on":"`+ago(11)+`"}`)
	add(4, `{"tag":"Pebbles","group":"phalaenopsis","leaf_count":4,"old_medium":"mineral"}`, "homes", `{"route":"inorganic","from_on":"`+ago(12)+`"}`)
	add(5, `{"tag":"Apart","group":"cattleya","leaf_count":4,"pot":"none","kept_apart":true}`, "holding", `{"method":"tub","from":"`+ago(4)+`"}`)
}

// item is a job of a plant in the round.
func item(plant int, job string) string { return fmt.Sprintf(`[data-item="%d %s"]`, plant, job) }

// A round of three groups by thumb: one group by one tap, one pot left, one done and taken back.
func TestTodaysRoundIsDoneByThumb(t *testing.T) {
	s := fresh(t)
	p := open(t, s.url+"/", phone)
	p.see(".said-headline", "Nothing wants you today.")
	s.inCare(t)
	p.visit(s.url + "/")
	p.see(".said-headline", "5 plants want you today.")
	p.see("[data-part='carry']", "plain water")
	p.fits(phone.width)
	paper := p.printed()
	assert.Contains(t, paper, "5 plants want you today.")
	assert.Contains(t, paper, "Wash your hands")
	assert.NotContains(t, paper, "are done", "no buttons on paper")
	p.see("[data-turn='apart'] [data-part='between']", "Wash your hands")
	p.tap("[data-turn='clean'] [data-group='soak'] button", "All 2 are done")
	p.see(item(1, "soak")+" .job-said", "Done")
	p.see(item(2, "soak")+" .job-said", "Done")
	p.tap(item(3, "little")+" button", "Still wet, left")
	p.see(item(3, "little")+" .job-said", "Left, still wet")
	p.tap(item(4, "refill")+" input", "")
	p.see(item(4, "refill")+" .job-said", "Done")
	p.tap(item(4, "refill")+" input", "")
	p.see(item(4, "refill")+" button", "Still wet, left")
	p.tap(item(4, "refill")+" button", "Was dry, done")
	p.see(item(4, "refill")+" .job-said", "Done")
	p.see(".said-headline", "One plant wants you today.")
	p.tap("[data-turn='apart'] "+item(5, "soak")+" input", "")
	p.see(".said-headline", "The round is done. 4 plants want you at the bench.")
	p.see("[data-part='alarms']", "Let it dry in moving air before any more water")
	p.see("[data-part='errands']", "Hold it in a more humid way.")
	p.MustReload().MustWaitLoad()
	p.see(item(3, "little")+" .job-said", "Left, still wet")
	p.fits(phone.width)
	p.visit(s.url + "/plants/3/aftercare")
	p.see("main.plant", "An alarm says no water, so none is asked for here.")
	p.gone("[data-part='due-for-water']", "")
	p.unfold("What was seen and done")
	p.see("#seen-and-done tr", "Left: Water it a little, still wet")
}

// The same by keys alone.
func TestTodaysRoundByKeys(t *testing.T) {
	s := fresh(t)
	s.inCare(t)
	p := open(t, s.url+"/", bench)
	p.see(".said-headline", "5 plants want you today.")
	p.keys("jx")
	p.see(item(1, "soak")+" .job-said", "Done")
	p.keys("w")
	p.see(item(2, "soak")+" .job-said", "Left, still wet")
	p.keys("d")
	p.see("[data-state='done']", "Pebbles")
	p.keys("l")
	p.see("[data-state='skipped']", "Bark")
	p.keys("kkk")
	p.keys("u")
	p.see(item(2, "soak")+" button", "Still wet, left")
}

// A gate opened by a check-in turns the reservoir on.
func TestAGateOpenedByACheckInTurnsTheReservoirOn(t *testing.T) {
	s := fresh(t)
	s.send(t, "POST", "/api/v1/plants", `{"tag":"Moth","group":"phalaenopsis","leaf_count":4,"old_medium":"bark"}`)
	var r struct{ ID, Version int }
	doc := s.send(t, "POST", "/api/v1/plants/1/readings", `{"read_on":"`+ago(30)+`"}`)
	require.NoError(t, json.Unmarshal([]byte(doc), &r))
	s.send(t, "PUT", fmt.Sprintf("/api/v1/readings/%d", r.ID), fmt.Sprintf(
		`{"version":%d,"read_on":%q,"reading":{"roots":[{"id":"a","count":9,"segments":[{"length_mm":60,"feel":"hollow"}]}]}}`,
		r.Version, ago(30),
	))
	s.send(t, "POST", "/api/v1/plants/1/homes", `{"route":"inorganic","from_on":"`+ago(20)+`"}`)
	p := open(t, s.url+"/plants/1/aftercare", phone)
	p.see("[data-protocol='tips-first'] [data-gate='green-tip']", "waited for")
	p.see("[data-part='next']", "Water it with a quarter of the label's seaweed")
	p.tap(`[data-field="New tips"] button`, "+")
	p.tap(`[data-field="New tips"] button`, "+")
	p.tap(`[data-field="They are"] label`, "At the wall or surface")
	p.tap("[data-part='check-in'] button", "Keep this check-in")
	p.see("[data-protocol='mineral'] h2", "Pebbles, wet and dry")
	p.see("[data-protocol='mineral']", "Tips first, then the reservoir, until")
	p.see("[data-part='next'] .job-do", "Fill its reservoir")
	p.see(".said-headline", "Fill its reservoir.")
	p.fits(phone.width)
	p.unfold("What was seen and done")
	p.tap("#seen-and-done button", "Take back")
	p.see("[data-protocol='tips-first'] [data-gate='green-tip']", "waited for")
	p.tap("[data-gate='green-tip'] button", "I saw it")
	p.see("[data-protocol='mineral'] h2", "Pebbles, wet and dry")
}

// The program is stopped in the middle of a round: what is done meanwhile is kept and sent later, once.
func TestAServerStoppedInTheMiddleOfARound(t *testing.T) {
	s := fresh(t)
	s.inCare(t)
	p := open(t, s.url+"/", phone)
	p.tap(item(1, "soak")+" input", "")
	p.see(item(1, "soak")+" .job-said", "Done")
	p.see(".said-headline", "4 plants want you today.")
	s.kill()
	p.tap(item(2, "soak")+" input", "")
	p.see(item(2, "soak")+" .job-said", "Done")
	p.tap(item(3, "little")+" button", "Still wet, left")
	p.see("[data-part='offline']", "does not answer")
	s.again(t)
	p.gone("[data-part='offline']", "does not answer")
	p.see(".said-headline", "2 plants want you today.")
	p.see(item(3, "little")+" .job-said", "Left, still wet")
	var care struct {
		Done []struct{ Job, Outcome string }
	}
	require.NoError(t, json.Unmarshal([]byte(s.get(t, "/api/v1/plants/2/aftercare")), &care))
	require.Len(t, care.Done, 1, "it is kept once")
	assert.Equal(t, "done", care.Done[0].Outcome)
}

// A full evening's round prints on one page, with what waits at the bench beside it; that leads to an evening.
func TestAFullRoundPrintsOnOnePage(t *testing.T) {
	s := demoServer(t)
	p := open(t, s.url+"/", phone)
	p.see("[data-part='carry']", "labels")
	p.see("[data-part='errands'] li", "Pot it now.")
	words := p.printed()
	assert.Contains(t, words, "Wash your hands")
	assert.Contains(t, words, "Pot it now.")
	p.tap("[data-part='errands'] a", "An evening’s crates")
	p.see(".said-headline", "plants tonight")
}

// Away: who does not last, what would help, and a sheet on one page for whoever waters.
func TestAwayAndTheSheetForWhoeverWaters(t *testing.T) {
	s := fresh(t)
	s.inCare(t)
	p := open(t, s.url+"/today/away", phone)
	in := func(days int) string { return time.Now().AddDate(0, 0, days).Format("2 Jan 2006") }
	p.fill("First day away", in(3))
	p.fill("Last day away", in(1))
	p.see(".field-error", "One comes back on the day that one leaves, or later.")
	p.fill("Last day away", in(16))
	p.see(".said-headline", "1 lasts, 4 want water.")
	p.see("[data-part='weak'] [data-plant='1']", "Lay a lid on loosely")
	p.see("[data-part='sheet']", "Never spray anything on the plants")
	p.see("[data-part='sheet'] [data-part='days'] li", "Soak: Lid 1 · Lid 2 · Apart")
	p.see("[data-part='sheet'] [data-part='last']", "Last of all, then wash your hands: Apart.")
	p.fits(phone.width)
	words := p.printed()
	assert.Contains(t, words, "For whoever waters")
	assert.Contains(t, words, "Never spray")
	assert.NotContains(t, words, "First day away", "only the sheet is printed")
	assert.NotContains(t, words, "ppm")
}

// printed is what a page puts on paper.
func (p *page) printed() string {
	p.t.Helper()
	stream, err := p.PDF(&proto.PagePrintToPDF{})
	require.NoError(p.t, err)
	body, err := io.ReadAll(stream)
	require.NoError(p.t, err)
	doc, err := pdf.NewReader(bytes.NewReader(body), int64(len(body)))
	require.NoError(p.t, err)
	assert.Equal(p.t, 1, doc.NumPage(), "on one page")
	plain, err := doc.GetPlainText()
	require.NoError(p.t, err)
	text, err := io.ReadAll(plain)
	require.NoError(p.t, err)
	return strings.Join(strings.Fields(string(text)), " ")
}

// An evening's crates: a new plant takes four taps once its kind is chosen, and finds its place.
func TestAnEveningsCrates(t *testing.T) {
	s := fresh(t)
	p := open(t, s.url+"/today/evening", phone)
	p.see(".said-headline", "Nothing waits at the bench.")
	p.choose(`[data-field="Group"] select`, "Cattleya alliance")
	p.taps = 0
	p.tap(`[data-field="It is"] label`, "Bare")
	p.tap(`[data-field="At a glance"] label`, "Firm")
	p.tap("[data-part='take-in'] button", "Take it in")
	p.see("[data-part='tonight'] li", "Cattleya alliance, 1")
	assert.LessOrEqual(t, p.taps, 4)
	p.gone("[data-part='take-in'] .ant-radio-button-wrapper-checked", "Firm") // it is ready for the next
	p.tap(`[data-field="It is"] label`, "Bare")
	p.tap(`[data-field="At a glance"] label`, "Soft, black or smelling")
	p.tap("[data-part='take-in'] button", "Take it in")
	p.see(".said-headline", "2 plants tonight")
	p.see("[data-part='tonight'] li", "Rot that runs.")
	p.fits(phone.width)
	p.fill("Minutes tonight", "20")
	p.see("[data-part='waits'] li", "Cattleya alliance, 1")
	p.see("[data-part='tonight'] li", "Cattleya alliance, 2")
}
