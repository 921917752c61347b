package e2e

import (
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/go-rod/rod/lib/proto"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// job is a job of the plan.
func job(code string) string { return `[data-job="` + code + `"]` }

// choose picks an option of a list by its words.
func (p *page) choose(css, words string) {
	p.t.Helper()
	list := p.find(strings.TrimSuffix(css, "select") + ".ant-select")
	p.click(list)
	if field := list.MustElement("input"); !field.MustProperty("readOnly").Bool() {
		require.NoError(p.t, field.Input(words)) // a long list is searched by typing
	}
	p.tap(".ant-select-dropdown:not(.ant-select-dropdown-hidden) .ant-select-item-option", words)
}

// more goes to what belongs to the plant and to no step.
func (p *page) more(words string) {
	p.t.Helper()
	p.tap("button", "More of this plant")
	p.tap(".ant-dropdown a", words)
}

// readsCautions acknowledges the cautions of a job, which are open until then.
func (p *page) readsCautions(code, words string) {
	p.t.Helper()
	p.see(job(code)+" .care-job li", words)
	p.tap(job(code)+" [data-read]", "")
	p.see(job(code)+" .care-job h3", "read. Show again")
}

// does checks a job of the plan off.
func (p *page) does(code string) {
	p.t.Helper()
	p.tap(job(code)+" .job-box", "")
	p.see(job(code)+`[data-state="done"]`, "")
}

// A plant with mites: from the cause to a sprayer fill, a timer that outlives a
// reload, and the rounds that follow from the warmth.
func TestAMitePlantFromItsCauseToTheNextRound(t *testing.T) {
	s := fresh(t)
	s.send(t, "POST", "/api/v1/places", `{"name":"Warm case","low_c":25,"high_c":25}`)
	p := open(t, s.url, phone)
	lookAtNew(p, "Silver 4", "Cymbidium")
	p.found("Leaves", "stippled")
	p.found("Leaves", "webs")
	p.saved()
	p.tap(".plant-strip span", "Cause")
	p.tap(`[data-cause="spider-mites"] button`, "Confirm")
	p.see("[data-part='cause'] .said-headline", "Spider mites: confirmed.")
	p.saved()

	p.tap(".plant-strip span", "Clean")
	p.see("[data-notice='alarm']", "This plant is suspect. Handle it after the clean ones.")
	p.see(job("oil-soap-label"), "about 750 mL of 2 %")
	p.fitsBoth()
	p.tap(job("oil-soap-label")+" .job-tools a", "Mix it")
	p.see(".said-lead", "Filled in from the plan of Silver 4.")
	p.see(`[data-amount="Stock"]`, "15")
	p.see(`[data-amount="Water"]`, "735")
	p.see("[data-part='comes-out']", "1.99–2.01 %")
	p.see("[data-part='cautions'] li", "its label is the law where you live")
	p.fitsBoth()
	p.fill("Strength wanted", "5")
	p.see("[data-part='stopped']", "The most here: 2 %")
	assert.False(t, p.MustHas(".mixing-amount"), "no amounts for what is too strong")
	p.fill("The most your label allows, if it says", "6")
	p.see(`[data-amount="Stock"]`, "37.5")
	p.tap(".said-lead a", "Silver 4")

	p.tap(job("dry-joints")+" .job-tools button", "Start 30 min")
	p.see(".timers .timers-timer", "Silver 4: Let the joints and cuts dry")
	p.MustReload().MustWaitLoad()
	p.see(".timers .timers-timer b", "29:")
	p.see(job("dry-joints")+" [data-clock]", "29:")

	p.tap(job("oil-soap-label")+" .job-box", "")
	p.see(job("oil-soap-label")+" .field-error", "Read the cautions")
	p.readsCautions("oil-soap-label", "Oil or strong soap can smother terete")
	p.does("oil-soap-label")
	p.tap(".sub-nav a", "Pests")
	p.see(".pests-course h2", "Spider mites")
	p.see(".pests-rounds li", "Round 1 done on "+onDay(0))
	p.choose(`[data-field="Where it stands"] select`, "Warm case")
	p.see(".pests-course .said-why", "Temperatures of “Warm case”")
	// 51.8 degree-days at 13.5 a day from noon: on the fourth day.
	p.see(".pests-course .said-headline", "Round 2 from "+onDay(4)+", and by "+onDay(5)+".")
	p.see("[data-generations] text", "eggs of the first day have hatched")
	p.see(".timers .timers-timer", "Silver 4")
	p.fitsBoth()
	p.tap(".pests-course button", "Looked, none seen")
	p.see(".pests-rounds li", onDay(0)+": looked, none seen.")
	p.MustReload().MustWaitLoad()
	p.see(".pests-rounds li", onDay(0)+": looked, none seen.")

	p.tap(".timers .timers-timer button", "Stop")
	p.gone(".timers .timers-timer", "Silver 4")
}

// When a timer runs out, the page says so in its header and in its title, on
// whatever view one is.
func TestATimerThatRunsOutIsSaidOnEveryView(t *testing.T) {
	s := fresh(t)
	p := open(t, s.url+"/library", bench)
	s.send(t, "POST", "/api/v1/timers", `{"words":"Soak","seconds":3}`)
	s.send(t, "POST", "/api/v1/timers", `{"words":"Bath","seconds":900}`)
	p.MustReload().MustWaitLoad()
	p.see(".timers-timer[data-over]", "Soak")
	p.see(".timers-timer[data-over] b", "Time is up")
	held := p.MustEval(`() => getComputedStyle(document.documentElement).overflowY`).Str()
	assert.NotEqual(t, "hidden", held, "one reads on meanwhile")
	require.Eventually(t, func() bool { return strings.HasPrefix(p.MustInfo().Title, "Time is up: Soak") },
		patience, glance)
	p.see(".timers-timer b", "14:")
	p.tap(".timers button", "Sound on")
	p.see(".timers button", "Sound off")
	s.kill()
	s.again(t)
	p.visit(s.url + "/settings")
	p.see(".timers button", "Sound off")
	p.see(".timers-timer[data-over] b", "Time is up")
	p.tap(".timers-timer[data-over] button", "+1 min")
	p.gone(".timers-timer[data-over]", "")
	require.Eventually(t, func() bool { return p.MustInfo().Title == "Therapeon" }, patience, glance)
	p.tap(".timers-timer button", "Stop")
	p.gone(".timers-timer", "Soak")
	p.tap(".timers-timer button", "Stop")
	p.gone(".timers-timer", "Bath")
}

// A rotted plant on a phone in one hand: cut, treated, rinsed, dried and closed,
// with every caution read.
func TestARottedPlantIsCutTreatedAndClosed(t *testing.T) {
	s := fresh(t)
	s.send(t, "POST", "/api/v1/shelf", `{"name":"From the chemist","product":"peroxide","percent":3,"amount":260,"unit":"mL"}`)
	p := open(t, s.url, phone)
	putOnBench(p, "Wet 2", "Cattleya alliance")
	p.keys("6x90f")
	p.keys("4x60m")
	p.see(".said-headline", "Take 4 off. Leave 6 as found.")
	p.saved()
	p.tap(".plant-strip span", "Clean")
	p.see(".cleaning-head", "9 jobs, in this order.")
	p.fits(phone.width)

	p.does("clear-bench")
	p.readsCautions("blade", "Alcohol for blades burns.")
	p.does("blade")
	p.readsCautions("cut-roots", "Cut away from you")
	p.tap(job("cut-roots")+" .cleaning-cuts .job-box", "")
	p.see(job("cut-roots")+`[data-state="done"]`, "")
	p.see(".cleaning-head", "All cuts are done.")
	p.tap(".cleaning-end button", "Close the cleaning")
	p.see("[data-notice='trouble'] li", "6 jobs are open.")
	p.does("blade-again") // it has been in rot
	p.tap(job("sheaths")+" .job-tools button", "Leave out")
	p.tap(".care-leave button", "Leave it out")
	p.see(job("sheaths")+" .field-error", "Say why it is left out.")
	p.fill("Why it is left out", "None are loose")
	p.tap(".care-leave button", "Leave it out")
	p.see(job("sheaths")+" .job-said", "Left out: None are loose")

	p.tap(job("peroxide")+" [data-why]", "Why")
	p.see(job("peroxide")+" .job-below", "Followed here: Only with a finding.")
	p.choose(job("peroxide")+" .job-below select", "From the chemist, 260 mL left")
	p.see(job("peroxide")+` [data-field="Amount"]`, "mL")
	p.readsCautions("peroxide", "Peroxide over 3 % burns skin and eyes.")
	p.does("peroxide")
	p.does("rinse-roots")
	p.does("dry-joints")
	p.does("hands")
	p.tap(".cleaning-end button", "Add a job")
	p.fill("What to do", "Tie the long growth up")
	p.tap("[data-part='add-job'] button", "Put it on the plan")
	p.does("own-1")
	p.tap("[data-part='incidents'] button", "Growth snapped")
	p.see("[data-part='incidents'] li", "Noted today:")
	p.tap(".cleaning-end button", "Close the cleaning")
	p.see(".cleaning-head", "Cleaned and closed on "+onDay(0))
	p.fits(phone.width)

	p.more("Case sheet and history")
	p.see("[data-part='jobs'] li", "Left out: None are loose")
	p.see(".history-time li", "Cleaned. Everything on the plan is done.")
	p.see(".history-time li", "A snapped growth.")
	p.fits(phone.width)
	p.tap(".app-top a", "Mix")
	p.tap(".sub-nav a", "Shelf")
	p.see(".mixing-list li", "60 mL") // 200 of the 260 went on the roots
}

func TestADivisionIntoTwo(t *testing.T) {
	s := fresh(t)
	s.send(t, "POST", "/api/v1/plants", `{"tag":"Clump","group":"cattleya","bulb_count":8,"bulb_state":"plump"}`)
	s.send(t, "POST", "/api/v1/plants/1/readings", `{"read_on":"2026-01-05"}`)
	s.send(t, "PUT", "/api/v1/readings/1", `{"version":1,"read_on":"2026-01-05","reading":{"roots":[
		{"id":"a","count":4,"growth":2,"segments":[{"length_mm":100,"feel":"firm"}]},
		{"id":"b","count":5,"growth":7,"segments":[{"length_mm":90,"feel":"firm"}]}]}}`)
	p := open(t, s.url+"/plants/1/cleaning/division", bench)
	p.see("[data-part='divide'] .said-headline", "Do not divide it.")
	p.see("[data-part='divide'] li", "There is one lead.")
	// The sixth grew from the second, and the fifth is a lead too.
	p.click(p.find(`.rhizome-bulb[aria-label^="Bulb 6"]`))
	p.choose("[data-part='edit-bulb'] select", "Bulb 2")
	p.click(p.find(`.rhizome-bulb[aria-label^="Bulb 5"]`))
	p.tap("[data-part='edit-bulb'] [data-tick] label", "A growing lead comes from it")
	p.see("[data-part='divide'] .said-headline", "It can be divided into 2.")
	p.see(".division-piece", "Bulbs 6, 7 and 8. 1 lead, 450 mm of living root.")
	p.see(".division-piece", "Three bulbs are the least.")
	p.MustReload().MustWaitLoad()
	p.see("[data-part='divide'] .said-headline", "It can be divided into 2.")
	p.click(p.find(`.rhizome-part[data-before="8"]`))
	p.see(".division-piece", "Fewer than three bulbs.")
	p.click(p.find(`.rhizome-part[data-before="8"]`))
	p.see("button", "Divide into 2")
	p.fill("Tag of piece B", "Clump, young half")
	p.fitsBoth()
	p.tap("button", "Divide into 2")
	p.see("[data-part='divided']", "New on the bench: Clump, young half")
	p.tap("[data-part='divided'] a", "Clump, young half")
	p.see("[data-part='plant-head'] h1", "Clump, young half")
	p.see(".said-headline", "Nothing to cut")
	p.tap(".plant-strip span", "Clean")
	p.more("Case sheet and history")
	p.see("[data-part='case-head']", "Divided from Clump on "+onDay(0))
	p.see(".history-time li", "As Clump.")
	p.tap(".app-top a", "Bench")
	p.see(".bench-list", "Clump, young half")
}

func TestTheMixingBenchBothWaysAndWithTheReason(t *testing.T) {
	s := fresh(t)
	p := open(t, s.url+"/mixing", phone)
	p.fill("Amount to make", "1000")
	p.see(`[data-amount="Stock"]`, "75.9") // 35 % by weight is 39.6 % by volume
	p.see(":is(.said-why, .said-aside)", "Read the label.")
	p.tap(`[data-field="Its label gives that"] label`, "By volume, w/v")
	p.see(`[data-amount="Stock"]`, "85.7")
	p.see(`[data-amount="Water"]`, "jug to 900 mL, then 14.3 mL by syringe")
	p.see(":is(.said-why, .said-aside)", "strong enough to burn")
	p.fill("Stock, as it stands in the bottle", "2")
	p.see(`[data-field="Strength wanted"] .field-error`, "Water only weakens")
	p.fill("Stock, as it stands in the bottle", "110")
	p.see(".field-error", "Give a number from 0.001 to 100 %.")
	p.fill("Amount to make", "-5")
	p.see(".field-error", "Give a number from 0.01 to 1000000 mL.")
	p.tap(`[data-field="Work out"] label`, "How strong it is")
	p.fill("Stock, as it stands in the bottle", "6")
	p.fill("Stock there is", "50")
	p.fill("Water", "50")
	p.see(".mixing-measure .said-headline", "It is 3 %.")
	p.choose("[data-field='What'] select", "Alcohol")
	p.tap(`[data-field="Work out"] label`, "How far the stock goes")
	p.fill("Stock, as it stands in the bottle", "91")
	p.fill("Stock there is", "100")
	p.see(".mixing-measure .said-headline", "130 mL of 70 %")
	p.fitsBoth()

	p.tap(".sub-nav a", "Feed")
	p.fill("Water", "10")
	p.see(".mixing-measure .said-headline", "100 ppm of nitrogen, 0.5 g in a litre")
	p.see(".facts", "43.6 ppm")
	p.see("[data-part='two-steps'] li", "Dissolve 10 g in water")
	p.tap(".mixing-beside [data-mark]", "published")
	p.fill("N", "70")
	p.see(`[data-field="N"] .field-error`, "more than 100 %")
	p.fitsBoth()

	p.tap(".sub-nav a", "To the meter")
	p.fill("Product 1: 1 mL/L adds", "180")
	p.fill("Product 2: 1 mL/L adds", "100")
	p.see(".mixing-measure .said-headline", "the meter should read 90 ppm")
	p.fitsBoth()

	p.tap(".sub-nav a", "Water and flushing")
	p.see(`[aria-label="Blend"] [data-amount="Tap water"]`, "2000")
	p.see(`[aria-label="Flush"] .said-headline`, "Pour 643.8 mL through.")
	p.see(`[aria-label="Oxygen"]`, "9.09 mg/L")
	p.fill("The blend should read", "500")
	p.see(`[data-field="The blend should read"] .field-error`, "10 to 260")
	p.fitsBoth()

	p.tap(".sub-nav a", "Meter")
	p.see(`[aria-label="Scales"]`, "700 ppm")
	p.tap(".sub-nav a", "Shelf")
	p.tap("button", "Put something on the shelf")
	p.tap("[data-part='stock-form'] button", "Keep it")
	p.see(`[data-field="Name on the bottle"] .field-error`, "This is needed.")
	p.fill("Name on the bottle", "Dark bottle")
	p.choose(`[data-field="It is"] select`, "Seaweed tonic")
	p.fill("What is left", "200")
	p.fill("Good until", "2019")
	p.tap("[data-part='stock-form'] button", "Keep it")
	p.see(".mixing-list li[data-expired]", "past its date")
	p.tap(".sub-nav a", "Meter")
	p.fill("After it reads", "220")
	p.see(`[aria-label="Calibrate"] .said-headline`, "1 mL/L reads 180 ppm.")
	p.choose(`[aria-label="Calibrate"] select`, "Dark bottle")
	p.tap(`[aria-label="Calibrate"] button`, "Keep")
	p.see(`[aria-label="Calibrate"]`, "Kept with Dark bottle.")
	p.fitsBoth()
}

func TestAClimateLogIsBroughtInOrRefusedByLine(t *testing.T) {
	s := fresh(t)
	p := open(t, s.url+"/places", phone)
	p.tap("button", "New place")
	p.fill("Name of the place", "North sill")
	p.fill("A usual night", "18")
	p.tap("[data-part='place-form'] button", "Keep it")
	p.see(`[data-field="A usual day"] .field-error`, "Give both the low and the high")
	p.fill("A usual day", "24")
	p.tap("[data-part='place-form'] button", "Keep it")
	p.see(".places-place h2", "North sill")

	bring := func(text string) {
		path := filepath.Join(t.TempDir(), "log.csv")
		require.NoError(t, os.WriteFile(path, []byte(text), 0o600))
		require.NoError(t, p.find(`.places-place input[type="file"]`).SetFiles([]string{path}))
	}
	bring("time;temperature\n2026-01-05 06:10;21,5\n2026-01-05 07:10;21.5\n")
	p.see("[data-notice='trouble'] li", "line 3: This line writes 21.5, and line 2 wrote 21,5.")
	p.see(".places-place", "No day has been measured here yet.")
	var log strings.Builder
	log.WriteString("time,temperature\n")
	at := time.Now().UTC().AddDate(0, 0, -4)
	for i := range 400 {
		fmt.Fprintf(&log, "%s,%d.5\n", at.Add(time.Duration(i)*10*time.Minute).Format(time.RFC3339), 17+i%8)
	}
	bring(log.String())
	p.see(".places-place", "400 readings were kept")
	p.see("[data-warmth]", "")
	p.fill("Low", "20")
	p.fill("High", "12")
	p.tap("[data-row='one-day'] button", "Note this day")
	p.see(`[data-field="Low"] .field-error`, "The low is above the high.")
	p.fits(phone.width)
}

func TestTheCaseSheetPrints(t *testing.T) {
	s := demoServer(t)
	p := viewOf(t, "history").show(t, s, bench)
	p.see("button", "Print the sheet")
	require.NoError(t, proto.EmulationSetEmulatedMedia{Media: "print"}.Call(p))
	for _, hidden := range []string{".app-top", ".plant-head", ".mark-legend"} {
		visible, err := p.MustElement(hidden).Visible()
		require.NoError(t, err)
		assert.False(t, visible, "%s is not for paper", hidden)
	}
	p.see(".history-time li", "Spider mites: round 2.")
}

func TestEachPersonReadsTheCautionsOnce(t *testing.T) {
	s := fresh(t)
	for n, tag := range []string{"One", "Two"} {
		s.send(t, "POST", "/api/v1/plants", fmt.Sprintf(`{"tag":%q,"group":"cattleya"}`, tag))
		s.send(t, "POST", fmt.Sprintf("/api/v1/plants/%d/readings", n+1), `{"read_on":"2026-01-05"}`)
		s.send(
			t,
			"PUT",
			fmt.Sprintf("/api/v1/readings/%d", n+1),
			`{"version":1,"read_on":"2026-01-05","reading":{"roots":[{"id":"a","count":2,"segments":[{"length_mm":60,"feel":"mushy"}]}]}}`,
		)
	}
	p := open(t, s.url+"/settings", bench)
	p.fill("Who is at this screen", "Ada")
	p.visit(s.url + "/plants/1/cleaning")
	p.see(job("peroxide")+" [data-read]", "Read, by Ada")
	p.readsCautions("peroxide", "Peroxide over 3 % burns")
	p.visit(s.url + "/plants/2/cleaning")
	p.see(job("peroxide")+" .care-job h3", "Caution read. Show again")
	p.tap(job("peroxide")+" .care-job button", "Show again")
	p.see(job("peroxide")+" .care-job li", "Peroxide over 3 % burns")
	p.visit(s.url + "/settings")
	p.fill("Who is at this screen", "Ben")
	p.visit(s.url + "/plants/2/cleaning")
	p.see(job("peroxide")+" [data-read]", "Read, by Ben")
}
