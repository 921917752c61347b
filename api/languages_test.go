package api

import (
	"fmt"
	"net/http"
	"net/http/httptest"
	"regexp"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/language/pseudo"
)

// What is no word of ours: what somebody typed, what a source calls itself, marks and other codes, units, days,
// addresses; and what stays English: the log.
var (
	typed = regexp.MustCompile(`\.(tag|tags|source|note|notes|shared|person|mark|unit|zone|data_file|version|did|place|by)(\[\])?$|` +
		`^listShelf\.shelf\[\]\.stock\.name|^list(People|Devices)\..*name|^listPlaces\.places\[\]\.place\.name|` +
		`^moves\.moves\[\]\.(from|to)|^about\.languages|^getLog\.log\[\]\.words|^listCourses\..*\.line\[\]\.from|` +
		`^rootKnowledge\.tannic_media`)
	after   = regexp.MustCompile(`^getTimeline\.entries\[\]\.words`) // a note may follow
	word    = regexp.MustCompile(`[A-Za-z]{3,}`)
	asCode  = regexp.MustCompile(`^[a-z0-9_./:#-]+$`)
	dated   = regexp.MustCompile(`^\d{4}-\d\d-\d\dT`)
	address = regexp.MustCompile(`^https?://|^webcal://|^/`)
)

// outside are the parts of a text outside the brackets of the pseudo-language.
func outside(text string) string {
	var b strings.Builder
	depth := 0
	for _, r := range text {
		switch {
		case r == '[':
			depth++
		case r == ']':
			depth--
		case depth == 0:
			b.WriteRune(r)
		}
	}
	return b.String()
}

// inEnglish walks an answer and names what was not said through a catalogue.
func inEnglish(at string, v any) (found []string) {
	switch v := v.(type) {
	case map[string]any:
		for name, part := range v {
			found = append(found, inEnglish(at+"."+name, part)...)
		}
	case []any:
		for _, part := range v {
			found = append(found, inEnglish(at+"[]", part)...)
		}
	case string:
		rest := outside(v)
		if typed.MatchString(at) || after.MatchString(at) && strings.HasPrefix(v, "[") {
			return nil
		}
		if word.MatchString(rest) && !asCode.MatchString(v) && !dated.MatchString(v) && !address.MatchString(v) {
			found = append(found, at+": "+v)
		}
	}
	return found
}

// Every question that only reads is answered in the language that was chosen, with no word of another.
func TestEveryAnswerIsInTheLanguageThatWasChosen(t *testing.T) {
	t.Cleanup(pseudo.Use())
	found, asked := map[string]bool{}, 0
	chosen := &http.Cookie{Name: languageCookie, Value: pseudo.Tag}
	everyAnswer(t, chosen, func(op, _ string, _ int64, _ *httptest.ResponseRecorder, doc any) {
		if op == "contract" || doc == nil {
			return
		}
		asked++
		for _, one := range inEnglish(op, inWords(doc)) {
			found[one] = true
		}
	})
	assert.Greater(t, asked, 100)
	for one := range found {
		assert.Fail(t, one)
	}
}

// What someone chose at their screen goes before the language of the house, and that before what the browser asks for.
func TestWhoseLanguageItIs(t *testing.T) {
	t.Cleanup(pseudo.Use())
	x := start(t)
	tagOf := func(accepts, chosen string) string {
		headers := []string{"Accept-Language", accepts}
		if chosen != "" {
			headers = append(headers, "Cookie", languageCookie+"="+chosen)
		}
		_, _, header := x.send("GET", "/api/v1/about", "", headers...)
		return header.Get("Content-Language")
	}
	assert.Equal(t, "en", tagOf("de, en;q=0.5", ""))
	assert.Equal(t, "en-XA", tagOf("en-XA, en;q=0.5", ""), "as the browser asks")
	assert.Equal(t, "en", tagOf("en-XA", "en"), "chosen at the screen")
	assert.Equal(t, "en-XA", tagOf("en-XA", "none"), "a cookie of no language says nothing")

	keep := func(tag string, version int) string {
		return fmt.Sprintf(`{"version":%d,"sides":{},"hemisphere":"north","cut_margin_mm":4,"language":%q}`, version, tag)
	}
	assert.Equal(t, "language", firstFault(x.refused(422, "PUT", "/api/v1/settings", keep("xx", 0)))["field"])
	status, _, _ := x.send("PUT", "/api/v1/settings", keep("en-XA", 0))
	require.Equal(t, http.StatusOK, status)
	assert.Equal(t, "en-XA", tagOf("en", ""), "the house's")
	assert.Equal(t, "en", tagOf("en-XA", "en"), "chosen at the screen, before the house's")
}
