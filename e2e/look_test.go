package e2e

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// lookAtNew puts a plant on the bench, which leads to its look.
func lookAtNew(p *page, tag, group string) {
	p.t.Helper()
	p.tap("button", "New plant")
	require.NoError(p.t, p.find(".new-plant input").Input(tag))
	p.tap(".new-plant-groups button", group)
	p.see("h1", tag)
	p.see(".headline", "Look it over before you touch it.")
}

// none says of a part that none of its signs is there.
func (p *page) none(part string) {
	p.t.Helper()
	p.tap(`[data-part="`+part+`"] .part-none`, "None of")
	p.gone(`[data-part="`+part+`"] .part-none`, "None of")
}

// found says that a finding is there; its part is opened when it is not.
func (p *page) found(part, finding string) {
	p.t.Helper()
	open := p.see(`[data-part="`+part+`"] .part-name`, part)
	if expanded, err := open.Attribute("aria-expanded"); err == nil && *expanded == "false" {
		p.click(open)
	}
	p.tap(`[data-finding="`+finding+`"] .answer button`, "Yes")
	p.see(`[data-finding="`+finding+`"][data-state="present"] b`, "")
}

// onDay is a day as the page writes it.
func onDay(days int) string { return time.Now().AddDate(0, 0, days).Format("2 January 2006") }

// A plant is looked at, nothing asks for unpotting, and it is left alone until
// a date that goes with it.
func TestAPlantIsLookedAtAndLeftAlone(t *testing.T) {
	for name, at := range map[string]size{"bench": bench, "phone": phone} {
		t.Run(name, func(t *testing.T) {
			s := fresh(t)
			p := open(t, s.url, at)
			lookAtNew(p, "Door 1", "Cattleya alliance")
			p.see(".look-why, .so-far p", "Say what you find.")
			p.fits(at.width)
			for _, part := range []string{"Leaves", "Bulbs and canes", "Growth", "Pot", "Surface", "Smell"} {
				p.none(part)
			}
			p.see(".headline", "Leave it. Look again on "+onDay(90)+".")
			p.see(".look-why li", "No sign asks for it.")
			p.see(".look-why li", "Three months is the usual next look.")
			p.tap(".choice-options label", "In bloom")
			p.see(".headline", "Leave it.")
			p.saved()

			// One sign, and the flowers hold it back.
			p.tap(".choice-options label", "Warm season")
			p.found("Pot", "pot-bound")
			p.see(".headline", "Wait until the flowers fade. Look again on "+onDay(28)+".")
			p.see(".look-why li", "This kind loses old roots when it is disturbed.")
			p.see(".look-why h3", "Meanwhile")
			p.tap(`[data-finding="pot-bound"] .answer button`, "No")
			p.see(".headline", "Leave it. Look again on "+onDay(90)+".")
			p.saved()
			p.tap(".top a", "Bench")
			p.see(".bench-looked", "Leave it. Look again on "+onDay(90)+".")
			p.see(".bench-looked", "Nothing is wrong, as far as was looked.")
			p.fits(at.width)
			p.MustReload().MustWaitLoad()
			p.see(".bench-looked", "Leave it.")
		})
	}
}

// From the first look through the roots to a cause that is confirmed, with two
// checks asked for and made on the way.
func TestFromTheLookThroughTheRootsToAConfirmedCause(t *testing.T) {
	for name, at := range map[string]size{"bench": bench, "phone": phone} {
		t.Run(name, func(t *testing.T) {
			s := fresh(t)
			p := open(t, s.url, at)
			lookAtNew(p, "Limp 4", "Phalaenopsis and kin")
			p.found("Leaves", "leaves-limp")
			p.none("Leaves")
			p.see(".headline", "Feel the medium first. Is it wet? Look again on "+onDay(1)+".")
			p.see(".look-why li", "Push a finger or a dry stick into it, and say which.")
			p.found("Pot", "stays-wet")
			p.see(".headline", "Unpot it now.") // thirsty in wet medium: its roots do not drink
			p.tap(".strip a", "Cause")
			p.see(".headline", "Suffocation in the medium: as likely as not.") // wet alone is one witness
			p.see(".next h2", "Check this next")
			p.see(".check-means", "If not:")
			p.fits(at.width)

			p.tap(".strip a", "Unpot")
			p.see(".unpot-steps li", "It is wet already. Do not soak it.")
			p.tap(".tick", "It is out of its pot")
			p.found("Medium", "compacted")
			p.see(".unpot-follows li", "The medium is rotting. All of it comes off.")
			p.tap(`.accidents button[aria-label="Root torn off: one more"]`, "+")
			p.see(".accidents p", "Expect thirstier leaves")
			p.saved()
			p.fits(at.width)

			p.tap(".strip a", "Roots")
			p.see(".headline", "Feel each root")
			tally(p, 4, 80, "Firm")
			p.see(".headline", "Nothing to cut")
			tally(p, 9, 60, "Mushy")
			p.see(".headline", "Take 9 off")
			p.saved()

			p.tap(".strip a", "Cause")
			p.see(".known li", "9 of 13 are mushy")
			p.see(".headline", "Suffocation in the medium: ")
			asked := map[string]bool{}
			for range 2 {
				check := p.find(".next .check")
				code, err := check.Attribute("data-check")
				require.NoError(t, err)
				assert.False(t, asked[*code], "asked once")
				asked[*code] = true
				p.tap(".next .check .answer button", "No")
				p.gone(`.next .check[data-check="`+*code+`"]`, "")
				p.saved()
			}
			p.tap(".choice-options label", "With numbers")
			p.see(`[data-cause="suffocation"] .likely b`, "%")
			p.see(`[data-cause="suffocation"] .reasons-sides li`, "dB")
			p.tap(`[data-cause="suffocation"] .answer button`, "Confirm")
			p.see(".headline", "Suffocation in the medium: confirmed.")
			p.see(".cause-record", "You confirmed this on "+onDay(0)+". The findings said")
			p.see(".plan li", "All the old medium comes off, and the plug with it.")
			p.see(".plan .cautions li", "Dust of perlite")
			p.fill("Something else did it", "Left in a bag")
			p.tap(".own-cause button", "Add it")
			p.see(".headline", "Left in a bag: confirmed. Suffocation in the medium: confirmed.")
			p.saved()
			p.MustReload().MustWaitLoad()
			p.see(`[data-cause="own"] h3`, "Left in a bag")
			p.tap(`[data-cause="own"] button`, "Take it off")
			p.see(".headline", "Suffocation in the medium: confirmed.")
			p.gone(".headline", "Left in a bag")
			p.tap(`[data-cause="suffocation"] .cause-record .choice-options label`, "That was right")
			p.see(".cause-record small", "Noted on "+onDay(0))
			p.fits(at.width)
			p.saved()
			p.tap(".strip a", "Clean")
			p.see(`[data-job="old-medium"]`, "All the old medium comes off, and the plug with it.")
			p.tap(`[data-job="old-medium"] .job-why`, "Why")
			p.see(`[data-job="old-medium"] .job-whys`, "Because of: Suffocation in the medium")
			p.see(".cautions li", "Dust of perlite")
			p.fits(at.width)
			p.tap(".top a", "Bench")
			p.see(".bench-looked", "Suffocation in the medium: confirmed.")
		})
	}
}

func TestWhatDoesNotGoTogetherIsPointedOut(t *testing.T) {
	for name, at := range map[string]size{"bench": bench, "phone": phone} {
		t.Run(name, func(t *testing.T) {
			s := fresh(t)
			p := open(t, s.url, at)
			lookAtNew(p, "Wet or dry", "Phalaenopsis and kin")
			p.found("Pot", "dries-fast")
			p.found("Pot", "pot-light")
			p.found("Pot", "stays-wet")
			p.see(
				".clash",
				"Dries faster than it can be watered · Stays wet for a week or more: these do not go together.",
			)
			p.see(".clash", "Lift it the day after watering.")
			p.see(".clash", "A pot that stays wet is heavy in the hand.")
			assert.Len(t, p.MustElements(".clash .plain"), 3, "each is offered back once")
			p.fits(at.width)
			p.tap(".strip a", "Unpot")
			p.see(".unpot h2", "What came to light")
			assert.False(t, p.MustHas(".unpot .clash"), "that one is not for this step")
			p.tap(".strip a", "Cause")
			p.see(".cause .clash", "these do not go together")
			p.tap(".cause .clash button", "Take back “Stays wet for a week or more”")
			p.gone(".clash", "")
			p.see(".headline", "oo little water")
			p.saved()

			// A word against what the roots say.
			p.tap(".strip a", "Roots")
			tally(p, 9, 60, "Mushy")
			p.saved()
			p.tap(".strip a", "Cause")
			p.see(".known li", "9 of 9 are mushy")
			p.tap(".all-findings summary", "All findings")
			p.found("Roots", "mushy-roots")
			p.saved()
			assert.False(t, p.MustHas(".clash"), "it agrees with the roots")
			p.tap(`[data-finding="mushy-roots"] .answer button`, "No")
			p.see(".clash", "Mushy roots: you say no, and Roots, read on")
			p.saved()
			p.MustReload().MustWaitLoad()
			p.tap(".clash button", "Take back “Mushy roots”")
			p.gone(".clash", "")
			p.see(".known li", "9 of 9 are mushy")
			p.saved()
		})
	}
}

func TestWhatSpreadsIsRaisedFirst(t *testing.T) {
	s := fresh(t)
	p := open(t, s.url, bench)
	lookAtNew(p, "Ring 2", "Cattleya alliance")
	p.found("Leaves", "leaves-one-sided")
	p.tap(".strip a", "Cause")
	p.see(".alarm", "Wilt fungus cannot be ruled out, and it spreads.")
	p.see(".next h2", "Check this first")
	code, err := p.find(".next .check").Attribute("data-check")
	require.NoError(t, err)
	p.tap(".next .check .answer button", "Yes")
	p.see(".headline", "Wilt fungus: almost certain.")
	p.see(".plan li", "Sterilise the blade after every cut.")
	p.see(".plan .cautions li", "its label is the law where you live")

	// What was answered by mistake is taken back by Z.
	p.keys("z")
	p.see(`.next .check[data-check="`+*code+`"]`, "")
}

func TestTheLibraryIsSearchedAndTellsLookalikesApart(t *testing.T) {
	s := fresh(t)
	for name, at := range map[string]size{"bench": bench, "phone": phone} {
		t.Run(name, func(t *testing.T) {
			p := open(t, s.url, at)
			p.tap(".top a", "Library")
			p.see(".library h2", "Groups")
			require.NoError(t, p.find(`input[aria-label="Find in the library"]`).Input("salt"))
			p.see(".entry-card summary", "Salt burn")
			p.gone(".entry-card summary", "Springtails")
			p.see(".side-by-side figure", "Burnt by salt")
			p.tap(".entry-card summary", "Salt burn")
			p.see(".entry-card li", "Hard, rough brown patches speaks very strongly for it")
			p.tap(".entry-card[open] .mark", "practice")
			p.see(".mark-more", "Common practice among growers")
			p.MustReload().MustWaitLoad()
			p.see(".entry-card summary", "Salt burn")
			p.gone(".entry-card summary", "Springtails")
			p.tap(".shelves button", "Side by side")
			p.see(".side-by-side h3", "A brown root")
			p.tap(`.library .ant-input-clear-icon`, "")
			p.see(".side-by-side h3", "A cut rhizome")
			empty := p.MustEval(
				`() => [...document.querySelectorAll(".drawing")].filter((d) => d.children.length === 0).map((d) => d.ariaLabel)`,
			).Arr()
			assert.Empty(t, empty, "every side has its drawing")
			assert.GreaterOrEqual(t, p.MustEval(`() => document.querySelectorAll(".drawing").length`).Int(), 25)
			require.NoError(t, p.find(`input[aria-label="Find in the library"]`).Input("zebra"))
			p.see(".lead", "Nothing holds")
			p.fits(at.width)
		})
	}
}

func TestALookRefusesWhatCannotBe(t *testing.T) {
	s := fresh(t)
	p := open(t, s.url, bench)
	lookAtNew(p, "Odd 5", "Phalaenopsis and kin")
	p.fill("Newest finished leaf", "long")
	p.see(".field-error", "Give a number from 2 to 1500 mm.")
	p.fill("Newest finished leaf", "150")
	p.gone(".field-error", "")
	p.fill("The one before", "200")
	p.see(".leaf-pairs li", "Smaller: stress in the months when it formed.")
	p.see(".look-why li", "asks first about light, warmth, feed") // on a sound plant it is no reason to unpot
	p.fill("Highest day", "12")
	p.fill("Lowest night where it stands", "20")
	p.see(".field-error", "The lowest night is warmer than the highest day.")
	p.see(".trouble", "The last entry was not saved. What you entered before it is safe.")
	p.tap(".trouble button", "Take the last entry back")
	p.gone(".trouble", "The last entry was not saved")
	p.saved()
	p.MustReload().MustWaitLoad()
	p.see(".leaf-pairs li", "150 mm after 200 mm")
}

func TestTwoTabsOnOneLook(t *testing.T) {
	s := fresh(t)
	a := open(t, s.url, bench)
	lookAtNew(a, "Both 6", "Cattleya alliance")
	a.found("Leaves", "tip-burn")
	a.saved()
	b := open(t, a.MustInfo().URL, bench)
	b.see(`[data-finding="tip-burn"][data-state="present"] b`, "")
	a.found("Leaves", "sticky")
	a.saved()
	b.found("Pot", "stays-wet")
	b.see(".trouble", "This look was changed elsewhere")
	b.see(".trouble li", "“Sticky drops” is found there.")
	b.tap(".trouble button", "Take what is there now")
	b.see(`[data-finding="sticky"][data-state="present"] b`, "")
	b.found("Pot", "overpotted")
	b.saved()
}

func TestANewLookStandsBesideTheOneBefore(t *testing.T) {
	s := demoServer(t)
	p := open(t, s.url, bench)
	p.tap(".bench-list a", "By the door, leave it be")
	p.tap(".strip a", "Look")
	p.see(".headline", "Leave it. Look again on")
	p.tap("button", "New look")
	p.see(".headline", "Look it over before you touch it.")
	p.found("Surface", "crumbles")
	p.see(".headline", "Unpot it soon. By "+onDay(7)) // its roots were read, and tips are growing
	p.see(".look-why li", "New roots are showing. There is no better moment.")
	p.saved()
	p.see(`select[aria-label="Looks at this plant"]`, "Newest")
	p.tap(".top a", "Bench")
	p.see(".bench-looked", "Unpot it soon.")
	p.tap(".bench-due button", "Show only these")
	p.see(".bench-list", "Crate 7, right half")
	p.gone(".bench-list", "By the door, leave it be")
}

func TestALookMadeWhileTheProgramIsDownIsKept(t *testing.T) {
	s := fresh(t)
	p := open(t, s.url, bench)
	lookAtNew(p, "Down 7", "Cattleya alliance")
	p.found("Leaves", "tip-burn")
	p.saved()
	s.kill()
	p.tap(`[data-finding="sticky"] .answer button`, "Yes")
	p.see(".trouble", "kept in this browser")
	s.again(t)
	p.MustReload().MustWaitLoad()
	p.see(`[data-finding="sticky"][data-state="present"] b`, "")
	p.saved()
}
