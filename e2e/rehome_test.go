package e2e

import (
	"bytes"
	"io"
	"net/http"
	"os/exec"
	"strconv"
	"strings"
	"testing"
	"time"

	"github.com/ledongthuc/pdf"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// standin is a simulated device that talks to the program, as a real one would.
type standin struct {
	in  io.WriteCloser
	cmd *exec.Cmd
}

func (s *server) standin(t *testing.T, words ...string) *standin {
	t.Helper()
	d := &standin{cmd: exec.Command(binary, append(append([]string{"standin"}, words...), "--to", s.url)...)}
	in, err := d.cmd.StdinPipe()
	require.NoError(t, err)
	d.in = in
	require.NoError(t, d.cmd.Start())
	t.Cleanup(d.off)
	return d
}

func (d *standin) say(words string) { _, _ = io.WriteString(d.in, words+"\n") }

func (d *standin) off() {
	_ = d.cmd.Process.Kill()
	_ = d.cmd.Wait()
}

// onPaper fetches what a link leads to and reads its text as PDF.
func (p *page) onPaper(s *server, css, words string) string {
	p.t.Helper()
	href := p.see(css, words).MustProperty("href").Str()
	answer, err := http.Get(href)
	require.NoError(p.t, err)
	body, err := io.ReadAll(answer.Body)
	require.NoError(p.t, err)
	require.NoError(p.t, answer.Body.Close())
	require.Equal(p.t, "application/pdf", answer.Header.Get("Content-Type"))
	doc, err := pdf.NewReader(bytes.NewReader(body), int64(len(body)))
	require.NoError(p.t, err)
	plain, err := doc.GetPlainText()
	require.NoError(p.t, err)
	text, err := io.ReadAll(plain)
	require.NoError(p.t, err)
	return string(text)
}

// number is the first number an element shows.
func (p *page) number(css string) float64 {
	p.t.Helper()
	for _, word := range strings.FieldsFunc(p.find(css).MustText(), func(r rune) bool {
		return (r < '0' ||
			r > '9') && r != '.'
	}) {
		if n, err := strconv.ParseFloat(word, 64); err == nil {
			return n
		}
	}
	require.Fail(p.t, "no number in "+css)
	return 0
}

// chances is how many of ten a way of holding gives.
func (p *page) chances(way string) int {
	p.t.Helper()
	return len(p.MustElements(`[data-way="` + way + `"] [data-in]`))
}

// rootlessPlant is on the bench, out of its pot, its dead roots read.
func rootlessPlant(t *testing.T, s *server) {
	t.Helper()
	s.send(t, "POST", "/api/v1/places", `{"name":"Shed","low_c":19,"high_c":23,"humidity_percent":50,"light":"shade"}`)
	s.send(
		t,
		"POST",
		"/api/v1/plants",
		`{"tag":"Not one root","group":"phalaenopsis","leaf_count":4,"blades":[{"length_mm":240,"width_mm":90}],"pot":"none","old_medium":"none","place_id":1}`,
	)
	s.send(t, "POST", "/api/v1/plants/1/readings", `{"read_on":"`+time.Now().Format(time.DateOnly)+`"}`)
	s.send(
		t,
		"PUT",
		"/api/v1/readings/1",
		`{"version":1,"read_on":"`+time.Now().Format(
			time.DateOnly,
		)+`","reading":{"roots":[{"id":"a","count":9,"segments":[{"length_mm":80,"feel":"hollow"}]}]}}`,
	)
}

// A rootless plant: will it root in time, what more humidity does, and its own
// weights, from the scale by one tap, in place of the tables.
func TestARootlessPlantsRaceAndItsWeights(t *testing.T) {
	s := fresh(t)
	rootlessPlant(t, s)
	p := open(t, s.url+"/plants/1/rehome", bench)
	p.see("[data-part='race'] .said-headline", "chance")
	p.see("[data-race] [data-runner]", "Its first tip: about ")
	open50 := p.chances("bench")
	assert.Less(t, open50, 4, "an open dry room")
	assert.Greater(t, p.chances("bag"), open50+4)
	p.tap(`[data-way="bench"]`, "On the open bench")
	p.see("[data-part='race'] .said-headline", "On the open bench:")
	p.see("[data-part='chosen']", "It needs air of")
	p.see(`[data-lever="humidity"]`, "more of a hundred root in time")
	p.tap("[data-part='chosen'] button", "I hold it like this from today")
	p.see("[data-part='detail']", "as it is held now, on the open bench")

	// The air of the room, made more humid.
	p.tap(".ant-collapse-header", "What this rests on")
	p.see(`[data-assumed="uptake"] [data-mark]`, "estimate")
	p.tap(`[data-assumed="humidity"] button`, "Set my own")
	p.fill("Air of the room", "130")
	p.see(".race-own .field-error", "Give a number from 5 to 100 %.")
	p.fill("Air of the room", "95")
	p.tap(".race-own button", "Use it")
	p.see(`[data-assumed="humidity"][data-own]`, "95")
	require.Eventually(t, func() bool { return p.chances("bench") > open50+3 }, patience, glance,
		"more humidity, more chances")
	p.MustReload().MustWaitLoad()
	p.see("[data-part='race'] .said-headline", "chance")
	assert.Greater(t, p.chances("bench"), open50+3, "it is kept")
	p.tap(".ant-collapse-header", "What this rests on")
	p.tap(`[data-assumed="humidity"] button`, "Yours")
	p.tap(".race-own button", "Back to the usual")
	p.gone(`[data-assumed="humidity"][data-own]`, "")

	// Three weights of the weeks before, typed in; the band narrows with each.
	width := func() float64 {
		band := p.MustEval(`() => { const b = document.querySelector("[data-band='water']").getBBox(); return b.width; }`).Num()
		return band
	}
	before := width()
	for i, g := range []string{"168", "160.5", "152"} {
		p.fill("On", time.Now().AddDate(0, 0, 7*i-21).Format(time.DateOnly))
		p.fill("Weight", g)
		p.tap("[data-part='weights'] .ant-btn", "Note this weight")
		p.see(".weights-list b", g+" g")
	}
	p.see(".race-fit", "From your 3 weighings")
	assert.Less(t, width(), 0.75*before, "the days it lasts are a narrower band")

	// The fourth from the scale, by one tap, once it is still.
	scale := s.standin(t, "scale", "--every", "100ms", "--settle", "800ms")
	p.see("[data-scale]", "Kitchen scale")
	scale.say("144.6")
	p.see("[data-scale] .ant-btn", "Settling")
	p.see("[data-scale] .ant-btn", "Take 144.")
	p.tap("[data-scale] .ant-btn", "Take 144.")
	p.see(".race-fit", "From your 4 weighings")

	// A weight that does not follow is asked about.
	scale.say("240")
	p.see("[data-scale] .ant-btn", "Take 240")
	p.tap("[data-scale] .ant-btn", "Take 240")
	p.see("[data-part='weights'] [data-notice]", "more than last time")
	p.tap("[data-part='weights'] [data-notice] button", "I will weigh it again")
	p.tap("[data-scale] button", "Tare")
	require.Eventually(t, func() bool { return p.number(".weights-grams") < 1 }, patience, glance, "the scale tares")
	scale.off()
	p.see("[data-scale] .ant-btn", "It has stopped")
	assert.Len(t, p.MustElements(".weights-list li"), 4, "nothing was swallowed")
	p.tap(".weights-list li button", "Take it back")
	p.see(".race-fit", "From your 3 weighings")
	p.fits(bench.width)
}

// Hold it until tips show; then a pot, a mix that is short of one component, the
// section, the jobs with their cautions, the label on paper, and the home as it was
// given.
func TestFromHoldingToANewHome(t *testing.T) {
	s := fresh(t)
	rootlessPlant(t, s)
	s.send(t, "POST", "/api/v1/shelf", `{"name":"Bark","product":"bark-medium","amount":5,"unit":"L"}`)
	s.send(t, "POST", "/api/v1/shelf", `{"name":"Moss","product":"sphagnum","amount":5,"unit":"L"}`)
	s.send(t, "POST", "/api/v1/shelf", `{"name":"Pumice","product":"pumice-large","amount":5,"unit":"L"}`)
	p := open(t, s.url+"/plants/1/rehome/pot-or-hold", phone)
	p.see("[data-part='decide'] .said-headline", "Hold it bare and humid until tips show.")
	p.see("[data-part='schools']", "Growers differ on it")
	p.see(".plant-flips li", "New tips, two of 5 mm, on any growth")
	p.see(`[data-route][aria-pressed='true']`, "advised")
	p.fitsBoth()

	s.send(t, "POST", "/api/v1/plants/1/inspections", `{}`)
	s.send(
		t,
		"PUT",
		"/api/v1/inspections/1",
		`{"version":1,"looked_on":"`+time.Now().Format(
			time.DateOnly,
		)+`","inspection":{"findings":{"leaves-limp":"absent"},"growth":"new-roots","unpotted":true}}`,
	)
	p.MustReload().MustWaitLoad()
	p.see("[data-part='decide'] .said-headline", "Pot it now. New tips show.")
	p.see(`[data-route][aria-pressed='true']`, "Bark and moss")
	p.tap(".sub-nav a", "Pot and mix")
	p.see(".rehome-house .said-headline", "Bark and moss: a pot of")
	p.see("[data-labels] text", "surface")
	p.see(".rehome-fits", "This pot fits its living roots.")
	p.see(`[data-component="perlite-coarse"][data-short]`, "short of Perlite, coarse.")
	p.see(`[data-component="perlite-coarse"] small`, "of Pumice, large instead.")
	assert.Len(t, p.MustElements("tr[data-short]"), 1, "short of one")

	// A pot that cannot be is refused at its field, and the plan stays.
	p.fill("Width at the rim", "90")
	p.fill("Width at the bottom", "140")
	p.see(`[data-field="Width at the bottom"] .field-error`, "wider at the bottom")
	p.see(".standing-saved", "Not saved")
	p.see("[role='alert'] li", "Width at the bottom: This pot is wider")
	p.fill("Width at the bottom", "70")
	p.see(".standing-saved", "Saved")
	p.gone(`[data-field="Width at the bottom"] .field-error`, "wider")
	for _, part := range []string{"Bark, medium", "Sphagnum, long, loose", "Perlite, coarse"} {
		p.fill(part, "0")
	}
	p.see("[data-part='mix-form'] .field-error", "All parts are 0.")
	p.fill("Bark, medium", "3")
	p.see(".standing-saved", "Saved")
	p.see("[data-part='mix-form'] b", "Own mix")
	p.tap("[data-part='mix-form'] button", "Back to Bark and moss")
	p.see("[data-part='mix-form'] b", "Bark and moss")
	p.see(".standing-saved", "Saved")
	p.MustReload().MustWaitLoad()
	p.see(".rehome-house .said-headline", "Bark and moss: a pot of")
	assert.Equal(t, "90", p.find(`[data-field="Width at the rim"] input`).MustProperty("value").Str(), "the pot at hand is kept")
	p.tap("[data-tick] label", "Count it into tonight’s batch")
	p.see("[data-part='batch'] li", "Not one root")
	p.see("[data-part='batch'] b", "One component is short.")
	p.fitsBoth()

	p.tap(".sub-nav a", "Jobs")
	p.see("[data-part='do-it'] .said-headline", "Bark and moss.")
	p.tap(job("mix")+" .job-box", "")
	p.see(job("mix")+" .field-error", "Read the cautions")
	p.fitsBoth()
	for _, code := range codesOf(p) {
		if p.MustHas(job(code) + " [data-read]") {
			p.tap(job(code)+" [data-read]", "")
			p.see(job(code)+" .care-job h3", "read. Show again")
		}
		if code == "weigh-pot" {
			p.tap(job(code)+" .job-tools button", "Leave out")
			p.fill("Why it is left out", "No scale here.")
			p.tap(job(code)+" button", "Leave it out")
			p.see(job(code)+`[data-state="skipped"]`, "Left out: No scale here.")
			continue
		}
		p.does(code)
	}
	label := p.onPaper(s, job("label")+" .job-tools a", "Label, PDF")
	for _, want := range []string{"Not one root", "Phalaenopsis and kin", "Bark and moss", "Next look:"} {
		assert.Contains(t, label, want)
	}
	p.choose("[data-part='given'] [data-field='Way'] select", "Shallow moss nest")
	p.fill("What was done otherwise", "The roots were shorter than they looked.")
	p.tap("[data-part='given'] .ant-btn", "Note its new home")
	p.see("[data-part='now']", "since "+onDay(0))
	p.see("[data-part='now']", "It was planned otherwise. The roots were shorter")
	sheet := p.onPaper(s, "[data-part='now'] a", "Case sheet, PDF")
	assert.Contains(t, sheet, "The roots were shorter than they looked.")
	p.MustReload().MustWaitLoad()
	p.see("[data-part='now']", "It was planned otherwise.")
	p.tap(".plant-strip span", "Intake")
	p.see("[data-part='intake']", "That is what it came in.")
	assert.Contains(t, s.get(t, "/api/v1/plants/1"), `"standing":{"medium":"moss"`, "what it stands in now")
}

// codesOf are the jobs on the page, in their order.
func codesOf(p *page) (list []string) {
	for _, e := range p.MustElements(".job[data-job]") {
		list = append(list, *e.MustAttribute("data-job"))
	}
	return list
}

func (s *server) get(t *testing.T, path string) string {
	t.Helper()
	answer, err := http.Get(s.url + path)
	require.NoError(t, err)
	body, err := io.ReadAll(answer.Body)
	require.NoError(t, err)
	require.NoError(t, answer.Body.Close())
	return string(body)
}

// Media on the shelf by the form, a mix of one's own kept, and two pots added up for
// tonight, with their labels on one sheet.
func TestTonightsPotsAgainstTheShelf(t *testing.T) {
	s := fresh(t)
	rootlessPlant(t, s)
	s.send(
		t,
		"POST",
		"/api/v1/plants",
		`{"tag":"Second of tonight","group":"cattleya","leaf_count":5,"bulb_count":4,"old_medium":"bark","kept_apart":true}`,
	)
	s.send(t, "POST", "/api/v1/plants/2/readings", `{"read_on":"`+time.Now().Format(time.DateOnly)+`"}`)
	s.send(
		t,
		"PUT",
		"/api/v1/readings/2",
		`{"version":1,"read_on":"`+time.Now().Format(
			time.DateOnly,
		)+`","reading":{"roots":[{"id":"a","count":9,"segments":[{"length_mm":110,"feel":"firm"}]}]}}`,
	)
	p := open(t, s.url+"/mixing?do=shelf", bench)
	p.tap(".mixing-part .ant-btn", "Put something on the shelf")
	p.fill("Name on the bottle", "Opened sack")
	p.choose(`[data-field="It is"] select`, "Bark, medium")
	p.fill("What is left", "6")
	p.tap("[data-part='stock-form'] .ant-btn", "Keep it")
	p.see(".mixing-list li", "Opened sack")
	p.see(".mixing-list li", "6 L")

	p.visit(s.url + "/plants/1/rehome/pot")
	p.choose("[data-field='Way'] select", "Bark mix")
	p.see(".rehome-house .said-headline", "Bark mix: a pot of")
	p.fill("Perlite, coarse", "0")
	p.fill("Charcoal", "0")
	p.see("[data-part='mix-form'] b", "Own mix")
	p.see(".standing-saved", "Saved")
	p.see("[data-part='settles']", "Its pieces are alike")
	p.tap(".ant-collapse-header", "Keep it as a mix of your own")
	p.fill("Name of the mix", "Nothing but bark")
	p.tap("[data-part='mix-keep'] button", "Keep it")
	p.see("[data-part='mix-form']", "“Nothing but bark” is kept")
	p.tap("[data-tick] label", "Count it into tonight’s batch")
	p.see("[data-part='batch'] li", "Not one root")

	p.visit(s.url + "/plants/2/rehome/pot")
	p.see(".rehome-house .said-headline", "a pot of")
	p.see("[data-part='placement'] li", "Oldest growth to the wall, lead facing open medium.")
	p.tap("[data-part='mix-form'] button", "Nothing but bark")
	p.see("[data-part='mix-form'] b", "Nothing but bark")
	p.tap("[data-tick] label", "Count it into tonight’s batch")
	p.see("[data-part='batch'] li", "Second of tonight")
	p.see("[data-part='batch'] li", "(kept apart: last)")
	p.see("[data-part='batch'] b", "There is enough of everything.")
	sheet := p.onPaper(s, "[data-part='batch'] a", "All their labels on a sheet, PDF")
	assert.Contains(t, sheet, "Not one root")
	assert.Contains(t, sheet, "Second of tonight")
}

// A newcomer's own plant, from the bench to the jobs: what is not known yet is said,
// with the way to mend it.
func TestANewcomersPlantFindsItsWay(t *testing.T) {
	s := fresh(t)
	p := open(t, s.url, phone)
	lookAtNew(p, "My find", "Oncidium")
	p.tap(".plant-strip span", "Re-home")
	p.see(".plant-advice", "Look it over before you touch it.")
	p.see("[data-part='race'] p", "It stands in its pot.")
	p.fits(phone.width)
	p.tap(".plant-strip span", "Unpot")
	p.tap("[data-tick] label", "It is out of its pot")
	p.saved()
	p.see(".plant-advice", "Read its roots first.")
	p.tap(".plant-strip span", "Re-home")
	p.see("[data-part='race'] .said-headline", "Its leaves are not counted yet.")
	p.fits(phone.width)
	p.tap(".sub-nav a", "Pot and mix")
	p.see(".said-headline", "Read its roots first.")
	p.tap(".sub-nav a", "Jobs")
	p.tap("[data-part='do-it'] a", "Read its roots first.")
	p.see("[data-part='decide'] .said-headline", "Read its roots first.")
	p.tap("[data-part='decide'] a", "Read its roots")
	p.see("h1", "My find")
	p.tap(".plant-strip span", "Re-home")
	p.tap("[data-part='race'] a", "Count or measure them at intake")
	p.fill("Leaves", "5")
	p.see(".standing-saved", "Saved")
	p.tap(".plant-strip span", "Re-home")
	p.see("[data-part='race'] .said-headline", "chance")
	p.see("[data-part='detail']", "Its roots were not read: it is run as if none lived.")
	p.see("[data-part='air']", "50 % is taken.")
	p.tap(".ant-collapse-header", "Its water, week by week")
	p.see("[data-part='chosen'] td", "%")
	p.fits(phone.width)
	p.tap("[data-part='air'] a", "place")
	p.tap(".ant-btn", "New place")
	p.fill("Name of the place", "Kitchen sill")
	p.fill("Usual humidity", "130")
	p.see(`[data-field="Usual humidity"] .field-error`, "Give a number from 5 to 100 %.")
	p.fill("Usual humidity", "62")
	p.tap("[data-part='place-form'] .ant-btn", "Keep it")
	p.see(".places-place", "62 % humid")
	p.visit(s.url + "/plants/1/intake")
	p.choose(`[data-field="Where it stands"] select`, "Kitchen sill")
	p.see(".standing-saved", "Saved")
	p.tap(".plant-strip span", "Re-home")
	p.see("[data-part='race'] .said-headline", "chance")
	p.gone("[data-part='air']", "is taken")
}
