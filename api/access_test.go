package api

import (
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"io"
	"log/slog"
	"net/http"
	"net/http/httptest"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/api/wire"
	"therapeon/clinic"
	"therapeon/clinic/people"
	"therapeon/ledger"
)

const keepersPassphrase = "moss on a wet stone"

// asking is a server whose door asks who comes, over the wire.
type asking struct {
	tester
	clinic *clinic.Clinic
	server *httptest.Server
	file   string
	handle *Server
}

func startAsking(t *testing.T) asking {
	t.Helper()
	file := filepath.Join(t.TempDir(), "bench.sqlite")
	l, err := ledger.Open(t.Context(), file)
	require.NoError(t, err)
	c := clinic.New(l, time.Now)
	s, err := NewServer(c, shell, unplugged{})
	require.NoError(t, err)
	server := httptest.NewServer(s.By(Door{Asks: true, Hosts: IsLoopback}))
	t.Cleanup(func() { c.Company.Close(); server.Close(); _ = l.Close() })
	c.People.Cheaply()
	mira := people.AddPerson{Name: "Mira", Role: "keeper", Passphrase: keepersPassphrase}
	_, err = c.People.AddPerson(t.Context(), mira)
	require.NoError(t, err)
	_, err = c.People.AddPerson(t.Context(), people.AddPerson{Name: "Jon", Role: "helper"})
	require.NoError(t, err)
	return asking{tester{t, server.URL}, c, server, file, s}
}

// cookieOf is the cookie that an answer gives.
func cookieOf(h http.Header) string {
	cookie, _, _ := strings.Cut(h.Get("Set-Cookie"), ";")
	return cookie
}

func (x asking) keeper() string {
	x.Helper()
	status, _, h := x.send("POST", "/api/v1/sessions", `{"name":"Mira","passphrase":"`+keepersPassphrase+`"}`)
	require.Equal(x, http.StatusCreated, status)
	return cookieOf(h)
}

func (x asking) helper() string {
	x.Helper()
	code, err := x.clinic.People.GiveCode(x.Context(), people.GiveCode{PersonID: 2})
	require.NoError(x, err)
	status, _, h := x.send("POST", "/api/v1/sessions/joined", `{"code":"`+code.Code+`"}`)
	require.Equal(x, http.StatusCreated, status)
	return cookieOf(h)
}

// asked is how an operation answers with these headers. What it asks for need not be there.
func (x asked) status(o wire.Operation, headers ...string) int {
	x.Helper()
	path := strings.NewReplacer("{id}", "1", "{code}", "perlite").Replace(o.Path)
	ctx, cancel := context.WithTimeout(x.Context(), 20*time.Second)
	defer cancel()
	r, err := http.NewRequestWithContext(ctx, o.Method, x.url+path, strings.NewReader("{}"))
	require.NoError(x, err)
	r.Header.Set("Content-Type", "application/json")
	for i := 0; i+1 < len(headers); i += 2 {
		r.Header.Set(headers[i], headers[i+1])
		if headers[i] == "Host" {
			r.Host = headers[i+1]
		}
	}
	answer, err := http.DefaultClient.Do(r)
	require.NoError(x, err)
	require.NoError(x, answer.Body.Close()) // news would go on
	return answer.StatusCode
}

type asked struct{ asking }

// Every route of the contract, asked by everyone who should not.
func TestEveryRouteIsClosedToWhoMayNot(t *testing.T) {
	x := asked{startAsking(t)}
	keeper, ended := x.keeper(), x.helper()
	list, err := x.clinic.People.Sessions(t.Context(), people.Visitor{Role: "keeper"})
	require.NoError(t, err)
	for _, s := range list {
		if s.Person == "Jon" {
			status, _, _ := x.send("PUT", "/api/v1/sessions/"+s.ID+"/ended", "{}", "Cookie", keeper)
			require.Equal(t, http.StatusOK, status)
		}
	}
	helper := x.helper()
	scale, err := x.clinic.People.AddDevice(t.Context(), people.AddDevice{Name: "Kitchen", Does: "scale"})
	require.NoError(t, err)
	known := append(slices.Clone(helpers), "scaleReads", "logReading")
	for _, o := range table(nil, nil) {
		known = slices.DeleteFunc(known, func(id string) bool { return id == o.ID })
		anyone := slices.Contains(anyones, o.ID)
		refused := func(want int, headers ...string) {
			t.Helper()
			got := x.status(o, headers...)
			if anyone {
				assert.NotContains(t, []int{http.StatusForbidden}, got, "%s %v", o.ID, headers)
				return
			}
			assert.Equal(t, want, got, "%s %v", o.ID, headers)
		}
		refused(http.StatusUnauthorized)
		refused(http.StatusUnauthorized, "Cookie", "therapeon=made-up")
		refused(http.StatusUnauthorized, "Cookie", ended)
		refused(http.StatusUnauthorized, "Authorization", "Bearer made-up")
		if o.ID != "scaleReads" {
			refused(http.StatusForbidden, "Authorization", "Bearer "+scale.Token)
		}
		if slices.Contains(helpers, o.ID) {
			assert.NotContains(t, []int{401, 403}, x.status(o, "Cookie", helper), o.ID)
		} else {
			refused(http.StatusForbidden, "Cookie", helper)
		}
		for _, foreign := range [][]string{
			{"Host", "orchids.example"}, {"Origin", "https://orchids.example"}, {"Origin", "null"},
			{"Origin", strings.Replace(x.url, "http://", "https://", 1)},
		} {
			got := x.status(o, append(foreign, "Cookie", keeper)...)
			assert.Equal(t, http.StatusForbidden, got, "%s %v", o.ID, foreign)
		}
		if o.Method != http.MethodGet {
			assert.Equal(t, http.StatusForbidden, x.status(o, "Sec-Fetch-Site", "cross-site", "Cookie", keeper), o.ID)
		}
	}
	assert.Equal(t, []string{"contract"}, known, "who may do what names only what there is")
	status, _, _ := x.send("GET", "/api/openapi.json", "")
	assert.Equal(t, http.StatusUnauthorized, status)
	status, _, _ = x.send("GET", "/plants/1", "")
	assert.Equal(t, http.StatusOK, status, "the page itself holds nothing, and lets one sign in")
}

func TestACookieIsHeldToItsDoor(t *testing.T) {
	x := startAsking(t)
	_, _, h := x.send("POST", "/api/v1/sessions", `{"name":"Mira","passphrase":"`+keepersPassphrase+`"}`)
	for _, part := range []string{"therapeon=", "Path=/", "HttpOnly", "SameSite=Strict", "Expires="} {
		assert.Contains(t, h.Get("Set-Cookie"), part)
	}
	secure := httptest.NewTLSServer(x.handle.By(Door{Asks: true, Secure: true, Hosts: IsLoopback}))
	defer secure.Close()
	r, err := http.NewRequestWithContext(t.Context(), http.MethodPost, secure.URL+"/api/v1/sessions",
		strings.NewReader(`{"name":"Mira","passphrase":"`+keepersPassphrase+`"}`))
	require.NoError(t, err)
	r.Header.Set("Content-Type", "application/json")
	answer, err := secure.Client().Do(r)
	require.NoError(t, err)
	require.NoError(t, answer.Body.Close())
	assert.Contains(t, answer.Header.Get("Set-Cookie"), "__Host-therapeon=")
	assert.Contains(t, answer.Header.Get("Set-Cookie"), "Secure")

	// A token that someone chose is not taken over when one signs in with it.
	_, _, h = x.send("POST", "/api/v1/sessions", `{"name":"Mira","passphrase":"`+keepersPassphrase+`"}`,
		"Cookie", "therapeon=chosen-by-someone")
	assert.NotContains(t, h.Get("Set-Cookie"), "chosen-by-someone")
	before := x.keeper()
	_, _, h = x.send("POST", "/api/v1/sessions", `{"name":"Mira","passphrase":"`+keepersPassphrase+`"}`, "Cookie", before)
	assert.NotEqual(t, before, cookieOf(h))
	status, _, _ := x.send("GET", "/api/v1/plants", "", "Cookie", before)
	assert.Equal(t, http.StatusUnauthorized, status, "the one before ended")
}

func TestWhatAHelperMayNotChangeOfAPlant(t *testing.T) {
	x := startAsking(t)
	helper, keeper := x.helper(), x.keeper()
	sided := `{"tag":"Sided","group":"cattleya","sides":{"dead_dry_roots":"all-off"}}`
	status, doc, _ := x.send("POST", "/api/v1/plants", sided, "Cookie", helper)
	assert.Equal(t, http.StatusUnprocessableEntity, status)
	assert.Equal(t, "sides", firstFault(doc)["field"])
	status, _, _ = x.send("POST", "/api/v1/plants", sided, "Cookie", keeper)
	require.Equal(t, http.StatusCreated, status)
	for _, c := range []struct {
		path, body string
		want       int
	}{
		{"", `{"version":1,"intake":{"tag":"Sided","group":"cattleya"}}`, http.StatusUnprocessableEntity},
		{"/home", `{"version":0,"plan":{"sides":{"pot_wall":"slatted"}}}`, http.StatusUnprocessableEntity},
		{"", `{"version":1,"intake":{"tag":"Renamed","group":"cattleya","sides":{"dead_dry_roots":"all-off"}}}`, http.StatusOK},
	} {
		status, doc, _ = x.send("PUT", "/api/v1/plants/1"+c.path, c.body, "Cookie", helper)
		assert.Equal(t, c.want, status, "%s: %v", c.body, doc)
	}
	_, doc, _ = x.send("GET", "/api/v1/about", "", "Cookie", helper)
	assert.NotContains(t, doc, "data_file", "where things lie is the keeper's")
}

// What somebody did carries the name of their session, whatever they say of themselves.
func TestWhoIsSignedInCannotSpeakForAnother(t *testing.T) {
	x := startAsking(t)
	helper, keeper := x.helper(), x.keeper()
	status, _, _ := x.send("POST", "/api/v1/plants", `{"tag":"B-1","group":"cattleya"}`,
		"Cookie", helper, personHeader, "Mira")
	require.Equal(t, http.StatusCreated, status)
	status, _, _ = x.send("POST", "/api/v1/acknowledged", `{"person":"Mira","seen":[{"product":"oil","caution":"label"}]}`,
		"Cookie", helper)
	require.Equal(t, http.StatusCreated, status)
	_, doc, _ := x.send("GET", "/api/v1/log?plant=1", "", "Cookie", keeper)
	lines, _ := doc["log"].([]any)
	require.Len(t, lines, 1)
	line, _ := lines[0].(map[string]any)
	assert.Equal(t, "Jon", line["person"])
	assert.Equal(t, "Put a plant on the bench", line["words"])
	var readers []string
	require.NoError(t, x.clinic.Records.Store(t.Context(), func(tx *ledger.Tx) error {
		for _, name := range []string{"Mira", "Jon"} {
			seen, err := tx.House().Acknowledged(t.Context(), name)
			if err != nil {
				return err
			}
			if len(seen) > 0 {
				readers = append(readers, name)
			}
		}
		return nil
	}))
	assert.Equal(t, []string{"Jon"}, readers, "a caution is read by who reads it")
}

// The passphrase is in no log, answer, address or file as it is; nor is a token.
func TestAPassphraseIsNowhereInPlain(t *testing.T) {
	var told bytes.Buffer
	was := slog.Default()
	slog.SetDefault(slog.New(slog.NewTextHandler(&told, &slog.HandlerOptions{Level: slog.LevelDebug})))
	defer slog.SetDefault(was)
	x := startAsking(t)
	cookie := x.keeper()
	_, token, _ := strings.Cut(cookie, "=")
	wrong := "another stone, as wet as moss"
	secrets := []string{keepersPassphrase, wrong, token}
	answers := ""
	for _, of := range [][3]string{
		{"POST", "/api/v1/sessions", `{"name":"Mira","passphrase":"` + wrong + `"}`},
		{"POST", "/api/v1/sessions", `{"name":"Mira","passphrase":"` + wrong + `","more":1}`},
		{"PUT", "/api/v1/people/1/passphrase", `{"old":"` + wrong + `","new":"` + keepersPassphrase + `"}`},
		{"POST", "/api/v1/people", `{"name":"Mira","role":"keeper","passphrase":"` + wrong + `"}`},
		{"POST", "/api/v1/people", `{"name":"X","role":"helper","passphrase":"` + wrong + `"}`},
		{"GET", "/api/v1/people", ""}, {"GET", "/api/v1/sessions", ""}, {"GET", "/api/v1/log", ""}, {"GET", "/api/v1/me", ""},
	} {
		r, err := http.NewRequestWithContext(t.Context(), of[0], x.url+of[1], strings.NewReader(of[2]))
		require.NoError(t, err)
		r.Header.Set("Content-Type", "application/json")
		r.Header.Set("Cookie", cookie)
		answer, err := http.DefaultClient.Do(r)
		require.NoError(t, err)
		body, err := io.ReadAll(answer.Body)
		require.NoError(t, err)
		require.NoError(t, answer.Body.Close())
		answers += string(body) + fmt.Sprint(answer.Header)
	}
	require.Contains(t, answers, "Mira")
	for _, end := range []string{"", "-wal"} {
		file, err := os.ReadFile(x.file + end)
		require.NoError(t, err)
		answers += string(file)
	}
	for _, secret := range secrets {
		assert.NotContains(t, answers+told.String(), secret)
	}
}

func TestALoggerLogsAtItsOwnPlaceOnly(t *testing.T) {
	x := startAsking(t)
	keeper := x.keeper()
	for _, name := range []string{"Shed", "Loft"} {
		status, _, _ := x.send("POST", "/api/v1/places", `{"name":"`+name+`"}`, "Cookie", keeper)
		require.Equal(t, http.StatusCreated, status)
	}
	status, doc, _ := x.send("POST", "/api/v1/devices", `{"name":"In the shed","does":"logger","place_id":1}`,
		"Cookie", keeper)
	require.Equal(t, http.StatusCreated, status)
	bearer := "Bearer " + fmt.Sprint(doc["token"])
	reading := `{"at":"` + time.Now().UTC().Format(time.RFC3339) + `","celsius":18}`
	for path, want := range map[string]int{
		"/api/v1/places/1/readings": http.StatusCreated, "/api/v1/places/2/readings": http.StatusForbidden,
		"/api/v1/scales/readings": http.StatusForbidden,
	} {
		status, doc, _ := x.send("POST", path, reading, "Authorization", bearer)
		assert.Equal(t, want, status, "%s %v", path, doc)
	}
	status, _, _ = x.send("PUT", fmt.Sprintf("/api/v1/devices/%v/ended", doc["id"]), "{}", "Cookie", keeper)
	require.Equal(t, http.StatusOK, status)
	status, _, _ = x.send("POST", "/api/v1/places/1/readings", reading, "Authorization", bearer)
	assert.Equal(t, http.StatusUnauthorized, status)
}

func TestTooManyTriesAreToldHowLongToWait(t *testing.T) {
	x := startAsking(t)
	for range 3 {
		status, _, _ := x.send("POST", "/api/v1/sessions/joined", `{"code":"222222"}`)
		require.Equal(t, http.StatusUnauthorized, status)
	}
	status, doc, h := x.send("POST", "/api/v1/sessions/joined", `{"code":"222222"}`)
	require.Equal(t, http.StatusTooManyRequests, status)
	assert.Equal(t, "2", h.Get("Retry-After"))
	assert.Contains(t, doc["detail"], "Wait 2 seconds")
}

// Behind a proxy on this machine tries are counted by who made them, as the proxy saw them.
func TestWhoComesThroughAProxyIsCountedAsTheProxySawThem(t *testing.T) {
	r := httptest.NewRequestWithContext(t.Context(), http.MethodGet, "/", nil)
	r.RemoteAddr = "127.0.0.1:4000"
	r.Header.Set("X-Forwarded-For", "10.0.0.1, 203.0.113.5")
	assert.Equal(t, "203.0.113.5", Door{Behind: true}.from(r))
	assert.Equal(t, "127.0.0.1", Door{}.from(r), "who is not before it says nothing")
	r.RemoteAddr = "198.51.100.1:4000"
	assert.Equal(t, "198.51.100.1", Door{Behind: true}.from(r))
}

// The same change sent again, because its answer was lost, is kept once.
func TestAChangeSentAgainIsKeptOnce(t *testing.T) {
	x := start(t)
	body := `{"tag":"Once","group":"cattleya"}`
	status, _, _ := x.send("POST", "/api/v1/plants", body, wire.OnceHeader, "a")
	require.Equal(t, http.StatusCreated, status)
	status, doc, _ := x.send("POST", "/api/v1/plants", body, wire.OnceHeader, "a")
	assert.Equal(t, http.StatusConflict, status)
	assert.Equal(t, "urn:therapeon:sent", doc["type"])
	status, _, _ = x.send("POST", "/api/v1/plants", body, wire.OnceHeader, "b")
	assert.Equal(t, http.StatusCreated, status)
	_, doc, _ = x.send("GET", "/api/v1/plants", "")
	assert.EqualValues(t, 2, doc["total"])
}

// Both changes are kept where they do not touch, of all that lies on a desk.
func TestBothChangesAreKeptOverTheWire(t *testing.T) {
	x := start(t)
	as := func(name string) []string { return []string{personHeader, name} }
	x.send("POST", "/api/v1/plants", `{"tag":"B-1","group":"cattleya"}`)
	x.send("POST", "/api/v1/plants/1/readings", `{}`)
	x.send("POST", "/api/v1/plants/1/inspections", `{}`)
	x.send("PUT", "/api/v1/plants/1/home", `{"version":0,"plan":{"tonight":false}}`)
	today := time.Now().Format(time.DateOnly)
	for path, c := range map[string]struct{ theirs, yours, touching, both string }{
		"/api/v1/plants/1": {
			`{"version":1,"intake":{"tag":"B-1","group":"cattleya","source":"a shed"}}`,
			`{"version":1,"intake":{"tag":"B-1","group":"cattleya","notes":"limp"}}`,
			`{"version":1,"intake":{"tag":"B-1","group":"cattleya","source":"a loft"}}`,
			`"source":"a shed"`,
		},
		"/api/v1/readings/1": {
			`{"version":1,"read_on":"` + today + `","reading":{"roots":[{"id":"p","count":1,"segments":[{"length_mm":50}]}]}}`,
			`{"version":1,"read_on":"` + today + `","reading":{"roots":[{"id":"q","count":2,"segments":[{"length_mm":60}]}]}}`,
			`{"version":1,"read_on":"` + today + `","reading":{"roots":[{"id":"p","count":2,"segments":[{"length_mm":60}]}]}}`,
			`"id":"p"`,
		},
		"/api/v1/inspections/1": {
			`{"version":1,"looked_on":"` + today + `","inspection":{"findings":{"leaves-limp":"present"}}}`,
			`{"version":1,"looked_on":"` + today + `","inspection":{"findings":{"snails-seen":"present"}}}`,
			`{"version":1,"looked_on":"` + today + `","inspection":{"findings":{"leaves-limp":"absent"}}}`,
			`"leaves-limp":"present"`,
		},
		"/api/v1/plants/1/home": {`{"version":1,"plan":{"tonight":true}}`, `{"version":1,"plan":{"clump":true}}`, ``, `"tonight":true`},
	} {
		status, doc, _ := x.send("PUT", path, c.theirs, as("Ben")...)
		require.Equal(t, http.StatusOK, status, "%s %v", path, doc)
		status, doc, _ = x.send("PUT", path, c.yours, as("Ada")...)
		require.Equal(t, http.StatusConflict, status, path)
		assert.Equal(t, []any{"Ben"}, doc["by"], path)
		assert.Equal(t, true, doc["apart"], path)
		if c.touching != "" {
			status, doc, _ = x.send("PUT", path+"?both=true", c.touching, as("Ada")...)
			assert.Equal(t, http.StatusConflict, status, path)
			assert.NotContains(t, doc, "apart", path)
		}
		status, doc, _ = x.send("PUT", path+"?both=true", c.yours, as("Ada")...)
		require.Equal(t, http.StatusOK, status, "%s %v", path, doc)
		kept, err := json.Marshal(doc)
		require.NoError(t, err)
		assert.Contains(t, string(kept), c.both, path)
	}
}

// What comes of two changes is held to what a change alone is held to.
func TestBothAreNotKeptWhereTogetherTheyCannotBe(t *testing.T) {
	x := start(t)
	x.send("POST", "/api/v1/plants", `{"tag":"B-1","group":"cattleya"}`)
	x.send("POST", "/api/v1/plants/1/inspections", `{}`)
	look := func(part string) string {
		return fmt.Sprintf(`{"version":1,"looked_on":%q,"inspection":{"findings":{},%s}}`,
			time.Now().Format(time.DateOnly), part)
	}
	status, doc, _ := x.send("PUT", "/api/v1/inspections/1", look(`"night_low_c":20`))
	require.Equal(t, http.StatusOK, status, "%v", doc)
	status, doc, _ = x.send("PUT", "/api/v1/inspections/1?both=true", look(`"day_high_c":10`))
	assert.Equal(t, http.StatusUnprocessableEntity, status, "%v", doc)
	assert.Equal(t, "inspection.night_low_c", firstFault(doc)["field"], "a night warmer than the day")
	_, doc, _ = x.send("GET", "/api/v1/inspections/1", "")
	assert.EqualValues(t, 2, doc["version"], "nothing was kept of it")
}
