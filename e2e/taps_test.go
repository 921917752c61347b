package e2e

import (
	"fmt"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Wet hands have few taps to spare. What each rescue takes, from the bench to its end, is counted:
// clicks, and fields gone to; the letters typed into them are not.

// A moth orchid that drowned in its moss, from the bench to the label of its new home.
func TestADrownedMothOrchidTakesFewTaps(t *testing.T) {
	s := fresh(t)
	s.send(t, "POST", "/api/v1/places", `{"name":"Warm case","low_c":20,"high_c":26,"humidity_percent":85}`)
	p := open(t, s.url, phone)
	p.tap("button", "New plant")
	require.NoError(t, p.find("[data-part='new'] input").Input("Moth 1"))
	p.tap(".bench-groups button", "Phalaenopsis")
	p.tap(`[data-field="What worries you?"] label`, "Limp")
	p.tap(`[data-part='asked'] [data-finding="leaves-limp"] button`, "Yes")
	p.tap(`[data-part='asked'] [data-finding="limp-though-wet"] button`, "Yes")
	p.tap(`[data-field="What worries you?"] label`, "It smells")
	p.tap(`[data-part='asked'] [data-finding="sour-smell"] button`, "Yes")
	p.see(".said-headline", "Unpot it now.")
	p.tap("[data-part='next-step'] a", "How it comes out")
	p.tap("[data-part='unpot'] label", "It is out of its pot")
	p.tap("[data-part='next-step'] a", "Read its roots")
	p.fill("How many", "4")
	p.fill("About how long", "120")
	p.tap(".roots-presets button", "Firm")
	p.fill("How many", "9")
	p.tap(".roots-presets button", "Mushy")
	p.saved()
	p.tap("[data-part='next-step'] a", "Cause")
	p.see("[data-part='plant-head'] [aria-current]", "Cause")
	p.tap("[data-part='next-step'] a", "Clean")
	p.cleansAndHouses()
	p.fill("Weight", "412")
	p.tap(`[data-job="weigh-pot"] button`, "Note this weight")
	p.see(".said-headline", "All of it is done")
	p.tap("[data-part='given'] button", "Note its new home")
	p.tap("[data-part='now'] a", "Label")
	assert.LessOrEqual(t, p.taps, 43, "half of 87 that it took once")
}

// cleansAndHouses does all of the plan, says where it stands, and does the jobs of its new home.
func (p *page) cleansAndHouses() {
	p.t.Helper()
	p.readsAll()
	p.tap(".cleaning-cuts .job-box", "")
	p.tap(".cleaning-end [data-all]", "are done")
	p.tap(".cleaning-end button", "Close the cleaning")
	p.see(".said-headline", "Cleaned and closed")
	p.tap("[data-part='next-step'] a", "Say where it stands")
	p.choose(`[data-field="Where it stands"] select`, "Warm case")
	p.gone(".said-headline", "Say first")
	p.tap("[data-part='decide'] a", "go to the jobs")
	p.readsAll()
	p.tap("[data-part='do-it'] [data-all]", "are done")
}

// readsAll acknowledges what cautions a person meets for the first time.
func (p *page) readsAll() {
	p.t.Helper()
	p.see("[data-read]", "")
	for left := len(p.MustElements("[data-read]")); left > 0; {
		p.tap("[data-read]", "")
		require.Eventually(p.t, func() bool { // one reads what is left anew, once it is kept
			now, err := p.Elements("[data-read]")
			was := left
			if err == nil {
				left = len(now)
			}
			return err == nil && left < was
		}, patience, glance, "a caution that was read is still to be read")
	}
}

// A bare import, from the bench to the second weight of its race.
func TestABareImportTakesFewTapsToItsSecondWeight(t *testing.T) {
	s := fresh(t)
	s.send(t, "POST", "/api/v1/places", `{"name":"Warm case","low_c":20,"high_c":26,"humidity_percent":85}`)
	p := open(t, s.url, phone)
	p.tap("button", "New plant")
	require.NoError(t, p.find("[data-part='new'] input").Input("Import 4"))
	p.tap(".bench-groups button", "Cattleya")
	p.tap(`[data-field="What worries you?"] label`, "Limp")
	p.tap(`[data-part='asked'] [data-finding="bulbs-shrivelled"] button`, "Yes")
	p.tap("[data-part='plant-head'] nav a", "Unpot")
	p.tap("[data-part='unpot'] label", "It is out of its pot")
	p.tap("[data-part='next-step'] a", "Read its roots")
	p.fill("How many", "6")
	p.fill("About how long", "60")
	p.tap(".roots-presets button", "Hollow")
	p.saved()
	p.tap("[data-part='plant-head'] nav a", "Clean")
	p.cleansAndHouses()
	p.fill("Weight", "96.5")
	p.tap(`[data-job="weigh"] button`, "Note this weight")
	p.see(".said-headline", "All of it is done")
	p.tap("[data-part='given'] button", "Note its new home")
	p.see("[data-part='now']", "Shallow moss nest")
	p.tap("[data-part='next-step'] a", "Weigh it")
	p.see("[data-part='weights']", "96.5")
	first := time.Now().Truncate(time.Second)
	require.Eventually(t, func() bool { return time.Now().Truncate(time.Second).After(first) }, patience, glance,
		"no two weights are of one second")
	p.fill("Weight", "96")
	p.tap("[data-part='weights'] button", "Note")
	p.see("[data-part='weights']", "96 g")
	assert.LessOrEqual(t, p.taps, 30, "half of 60 that it took once")
}

// Mites, from the bench to the day of the next round.
func TestMitesTakeFewTapsToTheNextRound(t *testing.T) {
	s := fresh(t)
	p := open(t, s.url, phone)
	p.tap("button", "New plant")
	require.NoError(t, p.find("[data-part='new'] input").Input("Silvered"))
	p.tap(".bench-groups button", "Cymbidium")
	p.tap(`[data-field="What worries you?"] label`, "Something crawls")
	p.tap(`[data-part='asked'] [data-finding="moving-specks"] button`, "Yes")
	p.see(".said-headline", "Treat it today, where it stands.")
	p.tap("[data-part='next-step'] a", "Treat it")
	p.still()
	p.see(".cleaning-end [data-all]", "All 5 are done") // two have cautions that nobody read yet
	p.readsAll()
	p.tap(".cleaning-end [data-all]", "All 7 are done")
	p.see("[data-part='going']", "Round 2")
	assert.LessOrEqual(t, p.taps, 10, "half of 21 that it took once")
}

// A plant that is only thirsty, and one that nothing is wrong with, have their answer in seconds.
func TestAThirstyPlantAndASoundOneHaveTheirAnswerInSixTaps(t *testing.T) {
	parallel(t)
	for name, x := range map[string]struct {
		worry string
		signs [][2]string
		says  string
	}{
		"thirsty": {
			"Limp", [][2]string{{"leaves-limp", "Yes"}, {"limp-though-wet", "No"}, {"pot-light", "Yes"}},
			"Water it. Do not unpot it.",
		},
		"sound": {
			"Nothing", [][2]string{{"stays-wet", "No"}, {"dead-roots-seen", "No"}, {"moving-specks", "No"}},
			"Leave it.",
		},
	} {
		t.Run(name, func(t *testing.T) {
			s := fresh(t)
			p := open(t, s.url, phone)
			p.tap("button", "New plant")
			require.NoError(t, p.find("[data-part='new'] input").Input("One"))
			p.tap(".bench-groups button", "Phalaenopsis")
			p.tap(`[data-field="What worries you?"] label`, x.worry)
			for _, sign := range x.signs {
				p.tap(fmt.Sprintf(`[data-part='asked'] [data-finding=%q] button`, sign[0]), sign[1])
			}
			p.see(".said-headline", x.says)
			assert.LessOrEqual(t, p.taps, 6)
		})
	}
}

// One hand tallies without scrolling: all that a root can be lies above the fold.
func TestTheKeysOfTheTallyLieAboveTheFold(t *testing.T) {
	s := demoServer(t)
	p := viewOf(t, "roots").show(t, s, phone)
	p.see(".roots-presets button", "Mushy")
	p.MustEval(settled)
	keys := p.MustElements(".roots-presets button")
	require.Len(t, keys, 12)
	for _, key := range keys {
		box := key.MustShape().Box()
		assert.LessOrEqual(t, box.Y+box.Height, float64(phone.height), key.MustText())
		assert.GreaterOrEqual(t, box.Height, 44.0, key.MustText())
	}
}
