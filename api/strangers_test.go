package api

import (
	"bytes"
	"context"
	"fmt"
	"io"
	"log/slog"
	"net"
	"net/http"
	"net/http/httptest"
	"path/filepath"
	"runtime"
	"strings"
	"sync"
	"sync/atomic"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/api/wire"
	"therapeon/clinic"
	"therapeon/clinic/people"
	"therapeon/ledger"
)

// unknownNames is an object of so many fields that nobody knows.
func unknownNames(n int) string {
	var body strings.Builder
	body.WriteString(`{"x":1`)
	for i := range n {
		fmt.Fprintf(&body, `,"%d":1`, i)
	}
	return body.String() + "}"
}

// Fifty who are not known send four megabytes each and read nothing.
func TestWhatStrangersSendTakesLittleMemory(t *testing.T) {
	x := startAsking(t)
	body := []byte(unknownNames(420_000))
	host := strings.TrimPrefix(x.url, "http://")
	at := func() uint64 {
		var m runtime.MemStats
		runtime.ReadMemStats(&m)
		return m.HeapInuse + m.StackInuse
	}
	runtime.GC()
	before := at()
	most := atomic.Uint64{}
	stop := make(chan struct{})
	var watching, all sync.WaitGroup
	watching.Go(func() {
		for {
			if now := at(); now > most.Load() {
				most.Store(now)
			}
			select {
			case <-stop:
				return
			case <-time.After(5 * time.Millisecond):
			}
		}
	})
	for range 50 {
		all.Go(func() {
			conn, err := net.Dial("tcp", host)
			if !assert.NoError(t, err) {
				return
			}
			defer func() { _ = conn.Close() }()
			_ = conn.SetDeadline(time.Now().Add(10 * time.Second))
			_, _ = fmt.Fprintf(conn, "POST /api/v1/sessions HTTP/1.1\r\nHost: %s\r\n"+
				"Content-Type: application/json\r\nContent-Length: %d\r\n\r\n", host, len(body))
			_, _ = conn.Write(body) // it is hung up on before all is sent
		})
	}
	all.Wait()
	close(stop)
	watching.Wait()
	assert.Less(t, int64(most.Load())-int64(before), int64(100<<20))
	status, doc, _ := x.send("POST", "/api/v1/sessions", `{"name":"`+strings.Repeat("x", 9<<10)+`","passphrase":"x"}`)
	assert.Equal(t, http.StatusRequestEntityTooLarge, status)
	assert.Contains(t, doc["detail"], "8 kB")
}

// What is wrong in many places is told by the first of them and the number of the rest.
func TestManyFaultsAreCounted(t *testing.T) {
	x := start(t)
	for path, body := range map[string]string{
		"/api/v1/timers":        unknownNames(10_000),
		"/api/v1/compute/roots": `{"plant":{"group":"slipper"},"reading":{"roots":[` + strings.Repeat(`{"id":"a","count":0,"segments":[]},`, 300) + `{"id":"b","count":0,"segments":[]}]}}`,
	} {
		r, err := http.Post(x.url+path, "application/json", strings.NewReader(body))
		require.NoError(t, err)
		raw, err := io.ReadAll(r.Body)
		require.NoError(t, err)
		require.NoError(t, r.Body.Close())
		assert.Less(t, len(raw), 16<<10, path)
		assert.Contains(t, string(raw), "more are wrong", path)
	}
}

func TestANameOfWhatWasSentIsNoOther(t *testing.T) {
	x := startAsking(t)
	keeper, helper := x.keeper(), x.helper()
	sends := func(who, body string) (int, string) {
		status, doc, _ := x.send("POST", "/api/v1/plants", body, "Cookie", who, wire.OnceHeader, "one name")
		return status, fmt.Sprint(doc["detail"])
	}
	status, _ := sends(keeper, `{"tag":"A","group":"slipper"}`)
	require.Equal(t, http.StatusCreated, status)
	status, said := sends(keeper, `{"tag":"A","group":"slipper"}`)
	assert.Equal(t, http.StatusConflict, status)
	assert.Contains(t, said, "It was kept when it was sent the first time.")
	for who, body := range map[string]string{keeper: `{"tag":"B","group":"slipper"}`, helper: `{"tag":"A","group":"slipper"}`} {
		status, said := sends(who, body)
		assert.Equal(t, http.StatusConflict, status)
		assert.Contains(t, said, "This was not kept.")
	}
}

// A helper that sends under the name of the keeper's tab does not keep it from being told.
func TestATabIsOnesOwn(t *testing.T) {
	x := startAsking(t)
	keeper, helper := x.keeper(), x.helper()
	ctx, cancel := context.WithTimeout(t.Context(), 20*time.Second)
	defer cancel()
	r, err := http.NewRequestWithContext(ctx, http.MethodGet,
		fmt.Sprintf("%s/api/v1/events?tab=mine&since=%d", x.url, x.clinic.Company.Seq()), nil)
	require.NoError(t, err)
	r.Header.Set("Cookie", keeper)
	answer, err := http.DefaultClient.Do(r)
	require.NoError(t, err)
	defer func() { _ = answer.Body.Close() }()
	go x.send("POST", "/api/v1/plants", `{"tag":"A","group":"slipper"}`, "Cookie", helper, tabHeader, "mine")
	buffer, got := make([]byte, 4096), ""
	for !strings.Contains(got, `"plants":[1]`) {
		n, err := answer.Body.Read(buffer)
		if got += string(buffer[:n]); err != nil {
			require.NoError(t, err, "not told: %s", got)
		}
	}
}

func TestAStrangerIsToldNothingThatCounts(t *testing.T) {
	x := startAsking(t)
	_, err := x.clinic.People.AddPerson(ledger.As(t.Context(), ledger.Act{Via: "machine", Did: "addPerson", At: "t"}),
		people.AddPerson{Name: "Ada", Role: "helper"})
	require.NoError(t, err)
	_, me, _ := x.send("GET", "/api/v1/me", "")
	assert.Equal(t, map[string]any{"seq": float64(0), "today": me["today"]}, me)
	_, me, _ = x.send("GET", "/api/v1/me", "", "Cookie", x.keeper())
	assert.NotZero(t, me["seq"])
}

// A page elsewhere may send one to the page, and ask for what a secret address opens; nothing else.
func TestPagesElsewhereAskForNothing(t *testing.T) {
	x := start(t)
	status, shared, _ := x.send("PUT", "/api/v1/calendar", `{"shared":true,"by":"place"}`)
	require.Equal(t, http.StatusOK, status)
	secret := fmt.Sprint("/api/v1/calendars/", shared["secret"], ".ics")
	for _, c := range []struct {
		path, site, mode string
		want             int
	}{
		{"/api/v1/plants", "same-origin", "cors", 200}, {"/api/v1/plants", "none", "navigate", 200},
		{"/api/v1/plants", "", "", 200},
		{"/api/v1/plants", "cross-site", "no-cors", 403}, {"/api/v1/plants", "same-site", "cors", 403},
		{"/api/v1/plants", "cross-site", "navigate", 403}, {"/api/v1/labels?plants=1", "cross-site", "navigate", 403},
		{"/bench", "cross-site", "navigate", 200}, {"/assets/page.js", "cross-site", "no-cors", 403},
		{secret, "cross-site", "no-cors", 200},
	} {
		status, _, _ := x.send("GET", c.path, "", "Sec-Fetch-Site", c.site, "Sec-Fetch-Mode", c.mode)
		assert.Equal(t, c.want, status, "%+v", c)
	}
	status, _, _ = x.send("POST", "/api/v1/backups", "", "Content-Type", "text/plain")
	assert.Equal(t, http.StatusUnsupportedMediaType, status, "a form cannot ask for a copy")
}

// A session that is used goes on: its cookie is renewed, up to ninety days after it began.
func TestACookieIsRenewedWithUse(t *testing.T) {
	l, err := ledger.Open(t.Context(), filepath.Join(t.TempDir(), "bench.sqlite"))
	require.NoError(t, err)
	now := time.Now()
	c := clinic.New(l, func() time.Time { return now })
	c.People.Cheaply()
	s, err := NewServer(c, shell, unplugged{})
	require.NoError(t, err)
	server := httptest.NewServer(s.By(Door{Asks: true, Hosts: IsLoopback}))
	t.Cleanup(func() { c.Company.Close(); server.Close(); _ = l.Close() })
	mira := people.AddPerson{Name: "Mira", Role: "keeper", Passphrase: keepersPassphrase}
	_, err = c.People.AddPerson(t.Context(), mira)
	require.NoError(t, err)
	x := asking{tester{t, server.URL}, c, server, "", s}
	keeper := x.keeper()
	_, _, h := x.send("GET", "/api/v1/plants", "", "Cookie", keeper)
	assert.Empty(t, h.Get("Set-Cookie"), "just given")
	now = now.Add(20 * time.Minute)
	_, _, h = x.send("GET", "/api/v1/plants", "", "Cookie", keeper)
	require.NotEmpty(t, h.Get("Set-Cookie"))
	assert.Equal(t, keeper, cookieOf(h))
	cookie, err := http.ParseSetCookie(h.Get("Set-Cookie"))
	require.NoError(t, err)
	assert.WithinDuration(t, time.Now().Add(30*24*time.Hour), cookie.Expires, time.Hour)
	assert.True(t, cookie.HttpOnly)
}

// What breaks is logged without the secret of its address.
func TestTheCalendarsSecretIsNotLogged(t *testing.T) {
	var log bytes.Buffer
	before := slog.Default()
	slog.SetDefault(slog.New(slog.NewTextHandler(&log, nil)))
	t.Cleanup(func() { slog.SetDefault(before) })
	l, err := ledger.Open(t.Context(), filepath.Join(t.TempDir(), "bench.sqlite"))
	require.NoError(t, err)
	h, err := New(clinic.New(l, time.Now), shell)
	require.NoError(t, err)
	require.NoError(t, l.Close()) // so that it breaks
	w := httptest.NewRecorder()
	h.ServeHTTP(w, httptest.NewRequestWithContext(t.Context(), http.MethodGet, "http://localhost/api/v1/calendars/topsecret.ics", nil))
	require.Equal(t, http.StatusInternalServerError, w.Code)
	assert.Contains(t, log.String(), "/api/v1/calendars/")
	assert.NotContains(t, log.String(), "topsecret")
}

// What goes out says nothing of the parts that made it.
func TestFilesNameNoPartThatMadeThem(t *testing.T) {
	x := start(t)
	x.send("POST", "/api/v1/plants", `{"tag":"A","group":"slipper"}`)
	for _, path := range []string{"/api/v1/labels?plants=1", "/api/v1/plants/1/sheet", "/api/v1/calendar/file"} {
		r, err := http.Get(x.url + path)
		require.NoError(t, err)
		raw, err := io.ReadAll(r.Body)
		require.NoError(t, err)
		require.NoError(t, r.Body.Close())
		require.Equal(t, http.StatusOK, r.StatusCode, path)
		for _, part := range []string{"FPDF", "fpdf", "Golang", "arran4"} {
			assert.NotContains(t, string(raw), part, path)
		}
	}
}

// Names and tags are one line in which every sign can be seen; no text turns the direction of what follows.
func TestWordsDoNotSmuggle(t *testing.T) {
	x := start(t)
	for _, bad := range []string{`A\u200bB`, `A\u202eB`, `A\rB`, `A\nB`, `\ufeffA`, `A\u2066B`, `A\u0085B`} {
		x.send("POST", "/api/v1/plants", `{"tag":"ok","group":"slipper"}`)
		status, doc, _ := x.send("POST", "/api/v1/plants", `{"tag":"`+bad+`","group":"slipper"}`)
		assert.Contains(t, []int{400, 422}, status, bad)
		assert.Equal(t, "tag", firstFault(doc)["field"], bad)
	}
	for _, bad := range []string{`a\rb`, `a\u202eb`, `a\u2028b`} {
		status, _, _ := x.send("POST", "/api/v1/plants", `{"tag":"x","group":"slipper","notes":"`+bad+`"}`)
		assert.Equal(t, 400, status, bad)
	}
	status, _, _ := x.send("POST", "/api/v1/plants", `{"tag":"x","group":"slipper","notes":"a\r\nb 👩\u200d🌾"}`)
	assert.Equal(t, 201, status, "lines, and signs that are joined")
}
