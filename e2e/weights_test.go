package e2e

import (
	"bytes"
	"net/http"
	"os/exec"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A pot weighed wet, in between and light foretells its water; one far off is asked
// about.
func TestAPotsWeightsForetellItsWater(t *testing.T) {
	s := demoServer(t)
	p := open(t, s.url+"/bench?q=sound+after", phone)
	p.tap(".bench-list a", "Crate 14, sound after all")
	p.tap(".plant-strip span", "Re-home")
	p.tap(".sub-nav a", "Jobs")
	p.see("[data-part='now']", "Bark mix")
	p.see("[data-part='drying'] p", "Due for water ")
	p.see("[data-part='drying'] :is(.said-why, .said-aside)", "its pace from 2 waterings")
	p.fill("Weight", "900")
	p.tap("[data-part='weights'] .ant-btn", "Note this weight")
	p.see("[data-part='weights'] [data-notice]", "far more than this pot ever weighed here")
	p.tap("[data-part='weights'] [data-notice] button", "I will weigh it again")
	p.fill("Weight", "507")
	p.choose("[data-part='weights'] select", "Due for water")
	p.tap("[data-part='weights'] .ant-btn", "Note this weight")
	p.see(".weights-list li", "507 g")
	p.see("[data-part='drying'] p", "Due for water today.")
	p.fits(phone.width)
}

// A climate logger's readings show at its place.
func TestALoggersReadingsShowAtItsPlace(t *testing.T) {
	s := fresh(t)
	s.send(t, "POST", "/api/v1/places", `{"name":"Shed"}`)
	s.standin(t, "logger", "--place", "1", "--every", "200ms", "--celsius", "20", "--swing", "0")
	p := open(t, s.url+"/places", bench)
	require.Eventually(t, func() bool { return strings.Contains(s.get(t, "/api/v1/places"), `"last"`) },
		patience, glance)
	p.MustReload().MustWaitLoad()
	p.see(".places-place", "Last logged: ")
	log, err := exec.Command(binary, "standin", "logger", "--csv", "2").Output()
	require.NoError(t, err)
	lines := strings.Split(strings.TrimSpace(string(log)), "\n")
	assert.Equal(t, "time,temperature,humidity", lines[0])
	assert.InDelta(t, 2*144+1, len(lines), 1, "every ten minutes")
	r, err := http.NewRequestWithContext(t.Context(), http.MethodPost, s.url+"/api/v1/places/1/log",
		bytes.NewReader(log))
	require.NoError(t, err)
	r.Header.Set("Content-Type", "text/csv")
	answer, err := http.DefaultClient.Do(r)
	require.NoError(t, err)
	require.NoError(t, answer.Body.Close())
	assert.Equal(t, 201, answer.StatusCode)
	assert.Contains(t, s.get(t, "/api/v1/places"), `"mean_humidity_percent"`)
}

// The air of a component measured at the sink, step by step, and what it changes.
func TestAComponentIsMeasuredAtTheSink(t *testing.T) {
	s := fresh(t)
	p := open(t, s.url+"/mixing?do=media", phone)
	p.see(`[data-component="perlite"]`, "air 40 %, water 33 %")
	p.tap(`[data-component="perlite"] button`, "Measure it")
	p.see("form.mixing-wide [data-part='cautions'] li", "wear a mask")
	p.fill("The pot holds", "800")
	p.fill("Water that ran out", "900")
	p.tap("form.mixing-wide .ant-btn", "Use what I measured")
	p.see(`[data-field="Water that ran out"] .field-error`, "More water ran out than the pot holds.")
	p.fill("Water that ran out", "360")
	p.fill("Weight, dry", "90")
	p.fill("Weight, drained", "330")
	p.see("form.mixing-wide .said-headline", "Air 45 %, water 30 %.")
	p.tap("form.mixing-wide .ant-btn", "Use what I measured")
	p.see(`[data-component="perlite"]`, "air 45 %, water 30 % measured on "+onDay(0))
	p.fits(phone.width)
	p.MustReload().MustWaitLoad()
	p.see(`[data-component="perlite"]`, "measured on")
	p.tap("[data-part='media'] .ant-btn", "A component of your own")
	p.fill("What it is", "Cork, sieved")
	p.fill("The pot holds", "800")
	p.fill("Water that ran out", "400")
	p.tap("form.mixing-wide .ant-btn", "Use what I measured")
	p.see(`[data-component="own-cork-sieved"]`, "air 50 %")
}
