package e2e

import (
	"fmt"
	"net"
	"os/exec"
	"path/filepath"
	"regexp"
	"strings"
	"testing"
	"time"

	"github.com/go-rod/rod/lib/proto"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

const keepersPassphrase = "moss on a wet stone"

// freeAddress is an address that nothing listens on.
func freeAddress(t *testing.T) string {
	t.Helper()
	l, err := net.Listen("tcp", "127.0.0.1:0")
	require.NoError(t, err)
	defer func() { _ = l.Close() }()
	return l.Addr().String()
}

// asking serves a bench whose keeper is Mira, and asks everyone who they are.
func asking(t *testing.T) *server {
	t.Helper()
	parallel(t)
	data := filepath.Join(t.TempDir(), "bench.sqlite")
	give := exec.Command(binary, "passphrase", "Mira", "--data", data)
	give.Stdin = strings.NewReader(keepersPassphrase + "\n")
	says, err := give.CombinedOutput()
	require.NoError(t, err, string(says))
	assert.NotContains(t, string(says), keepersPassphrase)
	s := &server{flags: []string{"--ask"}, data: data}
	s.start(t, "serve", "--ask", "--listen", "127.0.0.1:0", "--data", data)
	return s
}

// signsIn says who one is by a name and a passphrase.
func (p *page) signsIn(name, passphrase string) {
	p.t.Helper()
	p.see("h1", "Who are you?")
	p.unfold("With a name and a passphrase")
	p.fill("Your name", name)
	p.fill("Your passphrase", passphrase)
	p.tap("button", "Come in")
}

var sixSigns = regexp.MustCompile(`[2-9A-Z]{3} [2-9A-Z]{3}`)

// codeFor lets a keeper's page show a code for someone, by their row.
func (p *page) codeFor(name string) string {
	p.t.Helper()
	p.tap(fmt.Sprintf("li[data-person=%q] button", name), "Code for a phone")
	code := sixSigns.FindString(p.see("[data-part='code'] .said-headline", " ").MustText())
	require.NotEmpty(p.t, code)
	p.find("[data-part='code'] svg")
	return strings.ReplaceAll(code, " ", "")
}

// adds puts someone on the list of people.
func (p *page) adds(name string) {
	p.t.Helper()
	p.unfold("Add someone")
	p.fill("Name", name)
	p.tap("form[aria-label='Add someone'] button", "Add")
	p.see("li[data-person] b", name)
}

func TestAPhoneJoinsByACodeAndIsEndedFromTheOther(t *testing.T) {
	parallel(t)
	open8318 := freeAddress(t)
	s := &server{flags: []string{"--open-at", open8318}, data: filepath.Join(t.TempDir(), "bench.sqlite")}
	s.start(t, "serve", "--listen", "127.0.0.1:0", "--data", s.data, "--open-at", open8318)
	s.send(t, "POST", "/api/v1/plants", `{"tag":"Crate 9","group":"cattleya"}`)
	desk := open(t, s.url+"/settings/people", bench)
	desk.see("[data-part='opening']", "First, the keeper of this bench")
	desk.fill("Keeper’s name", "Mira")
	desk.fill("Keeper’s passphrase", "short")
	desk.tap("button", "Keep it")
	desk.see("[data-field='Keeper’s passphrase'] .field-error", "Too short: 12 signs or more.")
	desk.fill("Keeper’s passphrase", keepersPassphrase)
	desk.tap("button", "Keep it")
	desk.see("[data-part='opening']", "Closed: only this machine reaches the bench.")
	desk.adds("Jon")
	desk.tap("[data-part='opening'] .ant-switch", "")
	desk.see("[data-part='opening'] b", "https://"+open8318)
	desk.see("[data-part='opening'] code", ":")
	code := desk.codeFor("Jon")

	phone1 := open(t, "https://"+open8318+"/join#"+code, phone)
	phone1.see("h1", "Today")
	phone1.fits(phone.width)
	phone1.tap(".app-top a", "Bench")
	phone1.see("[data-part='bench'] b", "Crate 9")
	phone1.fits(phone.width)
	assert.NotContains(t, phone1.MustInfo().URL, code, "a code is not left in the address")
	phone1.asksNobodyElse(&server{url: "https://" + open8318})
	phone2 := open(t, "https://"+open8318, phone)
	phone2.see("h1", "Who are you?")
	phone2.fits(phone.width)
	phone2.click(phone2.find(".ant-otp input"))
	phone2.keys(strings.ToLower(code))
	phone2.see("[data-notice='trouble']", "That did not let you in.")

	// A helper sees the house, and that it is not theirs to set.
	phone1.visit("https://" + open8318 + "/settings")
	phone1.see("p", "You are Jon, a helper.")
	phone1.see("p", "What the house does is set by a keeper.")
	assert.NotContains(t, phone1.MustElement("main").MustText(), s.data)
	phone1.find(".ant-radio-button-wrapper-disabled, .ant-radio-wrapper-disabled")
	phone1.visit("https://" + open8318 + "/settings/people")
	phone1.see("[data-part='sessions']", "You are Jon, a helper.")
	phone1.gone("h2", "Devices")

	// The program is started anew: the door and the session are as they were.
	s.kill()
	phone1.see("[data-part='offline']", "Therapeon does not answer.")
	s.again(t)
	phone1.gone("[data-part='offline']", "does not answer")
	phone1.visit("https://" + open8318 + "/plants/1/intake")
	phone1.see("[data-part='plant-head'] h1", "Crate 9")

	// Ended from the other, the phone is asked again without reloading.
	desk.MustReload().MustWaitLoad()
	desk.see("[data-part='sessions'] li", "Jon")
	desk.tap("[data-part='sessions'] li button", "End it")
	phone1.see("h1", "Who are you?")
	desk.unfold("Who did what")
	desk.see("[data-part='log'] tr", "Join by a code that a keeper's screen shows")
	desk.see("[data-part='log'] tr", "A code that was wrong")
}

// offline takes a page off the network, or puts it back.
func (p *page) offline(off bool) {
	p.t.Helper()
	require.NoError(p.t, proto.NetworkEnable{}.Call(p))
	conditions := proto.NetworkEmulateNetworkConditions{Offline: off, DownloadThroughput: -1, UploadThroughput: -1}
	require.NoError(p.t, conditions.Call(p))
}

// saidOnce is how often a page says that the program does not answer.
const saidOnce = `() => document.body.innerText.split("does not answer").length - 1`

func TestTwoAtOnePlantSeeEachOtherAndLoseNothing(t *testing.T) {
	s := asking(t)
	mira := open(t, s.url, bench)
	mira.signsIn("Mira", "not the passphrase")
	mira.see("[data-notice='trouble']", "That did not let you in.")
	mira.fill("Your passphrase", keepersPassphrase)
	mira.tap("button", "Come in")
	mira.see("h1", "The bench")
	putOnBench(mira, "Crate 9", "Cattleya alliance")
	mira.visit(s.url + "/settings/people")
	mira.adds("Jon")
	code := mira.codeFor("Jon")
	jon := open(t, s.url+"/plants/1/intake", phone)
	jon.see("h1", "Who are you?")
	jon.click(jon.find(".ant-otp input"))
	jon.keys(code)
	jon.see("[data-part='intake']", "")
	mira.visit(s.url + "/plants/1/intake")

	// Each sees that the other is there, and what they change, without reloading.
	mira.see("[data-part='company']", "Jon is here too")
	jon.see("[data-part='company']", "Mira is here too")
	jon.fits(phone.width)
	jon.fill("Notes", "limp")
	jon.saved()
	require.Eventually(t, func() bool { return mira.holds("Notes") == "limp" }, 5*time.Second, glance)

	// Out of reach, Jon types on; Mira changes something else meanwhile: both can be kept.
	jon.offline(true)
	jon.fill("Notes", "limp, and smells")
	jon.see("[data-part='offline']", "Therapeon does not answer.")
	assert.Equal(t, 1, jon.MustEval(saidOnce).Int(), "it is said once")
	mira.unfold("Where it came from")
	mira.fill("From whom or where", "A shed")
	mira.saved()
	jon.offline(false)
	jon.see("[data-notice='trouble']", "Mira changed this plant meanwhile.")
	jon.tap("[data-notice='trouble'] button", "Keep both")
	jon.saved()
	assert.Equal(t, "limp, and smells", jon.holds("Notes"))
	mira.see("[data-part='intake']", "")
	require.Eventually(t, func() bool { return mira.holds("Notes") == "limp, and smells" }, 5*time.Second, glance)
	assert.Equal(t, "A shed", mira.holds("From whom or where"))

	// Both change the same: one is asked, and neither is lost unasked.
	jon.offline(true)
	jon.fill("Notes", "limp; cut it")
	mira.fill("Notes", "limp; leave it")
	mira.saved()
	jon.offline(false)
	jon.see("[data-notice='trouble']", "Mira changed this plant meanwhile.")
	jon.gone("[data-notice='trouble'] button", "Keep both")
	jon.tap("[data-notice='trouble'] button", "Take what is there now")
	require.Eventually(t, func() bool { return jon.holds("Notes") == "limp; leave it" }, 5*time.Second, glance)

	// What they did carries their names.
	mira.visit(s.url + "/settings/people")
	mira.unfold("Who did what")
	mira.see("[data-part='log'] tr:has(a)", "Jon")
	mira.see("[data-part='log'] tr:has(a)", "Mira")
	mira.tap("[data-part='sessions'] button", "Sign out here")
	mira.see("h1", "Who are you?")
}

// What others change moves nothing that one has under the thumb.
func TestWhatOthersChangeMovesNothingUnderTheThumb(t *testing.T) {
	s := fresh(t)
	many(t, s, 40)
	p := open(t, s.url, phone)
	p.see(".bench-list b", "Tray")
	held := p.see(".bench-list li:nth-child(12) b", "Tray")
	held.MustScrollIntoView()
	tag := held.MustText()
	where := func() float64 {
		return p.MustEval(`(tag) => [...document.querySelectorAll(".bench-list b")].find((b) => b.innerText === tag)
			.getBoundingClientRect().top`, tag).Num()
	}
	before := where()
	for n := range 3 {
		s.send(t, "POST", "/api/v1/plants", fmt.Sprintf(`{"tag":"New %d","group":"cattleya"}`, n))
	}
	p.see("[role='status']", "Others changed the order.")
	assert.InDelta(t, before, where(), 2, "the row is where it was")
	p.tap("[role='status'] button", "Sort it anew")
	p.see(".bench-list li:first-child b", "New 2")
}

// ahead turns a page's clock on by so many hours, as it is after a sleep.
const ahead = `(() => {
	const real = Date;
	let by = 0;
	window.sleepFor = (hours) => { by = hours * 3600000; };
	window.Date = class extends real {
		constructor(...of) { super(...(of.length ? of : [real.now() + by])); }
		static now() { return real.now() + by; }
	};
})()`

func TestAPhoneThatSleptComesBackToToday(t *testing.T) {
	s := fresh(t)
	s.send(t, "POST", "/api/v1/plants", `{"tag":"Crate 9","group":"cattleya"}`)
	p := open(t, "about:blank", phone)
	remove, err := p.EvalOnNewDocument(ahead)
	require.NoError(t, err)
	defer func() { _ = remove() }()
	p.visit(s.url + "/plants/1/weights")
	day := func(of time.Time) string { return of.Format("2 Jan 2006") }
	require.Eventually(t, func() bool { return p.holds("On") == day(time.Now()) }, patience, glance)
	p.MustEval(`() => { window.sleepFor(24); document.dispatchEvent(new Event("visibilitychange")); }`)
	require.Eventually(t, func() bool { return p.holds("On") == day(time.Now().Add(24*time.Hour)) }, patience, glance,
		"it holds %s", p.holds("On"))
}

// What is done while the program is gone is sent once it is back: in its order, and once.
func TestWhatIsDoneOutOfReachIsSentInItsOrder(t *testing.T) {
	s := fresh(t)
	s.send(t, "POST", "/api/v1/plants", `{"tag":"Crate 9","group":"cattleya"}`)
	p := open(t, s.url+"/plants/1/weights", phone)
	p.see("[data-part='weights']", "Weigh")
	s.kill()
	p.fill("Weight", "212")
	p.tap("[data-part='weights'] button", "Note this weight")
	p.see("[data-part='offline']", "Therapeon does not answer.")
	p.tap(".app-top a", "Bench") // what cannot be loaded says it no second time
	p.see("h1", "The bench")
	assert.Equal(t, 1, p.MustEval(saidOnce).Int(), "it is said once")
	s.again(t)
	p.gone("[data-part='offline']", "does not answer")
	require.NoError(t, p.NavigateBack())
	p.see("[data-part='weights']", "212")
	assert.Equal(t, 1, strings.Count(s.get(t, "/api/v1/plants/1/weighings"), `"grams":212`))
}
