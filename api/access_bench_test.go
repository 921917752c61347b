package api

import (
	"bufio"
	"fmt"
	"io"
	"net/http"
	"net/http/httptest"
	"path/filepath"
	"slices"
	"strings"
	"syscall"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"therapeon/clinic"
	"therapeon/clinic/people"
	"therapeon/demo"
	"therapeon/ledger"
)

// benchOf serves the demo by a door that asks and one that does not.
func benchOf(b *testing.B) (c *clinic.Clinic, asks, open *httptest.Server) {
	b.Helper()
	l, err := ledger.Open(b.Context(), filepath.Join(b.TempDir(), "bench.sqlite"))
	require.NoError(b, err)
	c = clinic.New(l, time.Now)
	require.NoError(b, demo.Fill(b.Context(), c))
	s, err := NewServer(c, shell, unplugged{})
	require.NoError(b, err)
	asks, open = httptest.NewServer(s.By(Door{Asks: true, Hosts: IsLoopback})), httptest.NewServer(s.By(Loopback))
	b.Cleanup(func() { c.Company.Close(); asks.Close(); open.Close(); _ = l.Close() })
	return c, asks, open
}

func cookieOfKeeper(b *testing.B, c *clinic.Clinic, url string) string {
	b.Helper()
	nell := people.AddPerson{Name: "Nell", Role: "keeper", Passphrase: keepersPassphrase}
	_, err := c.People.AddPerson(b.Context(), nell)
	require.NoError(b, err)
	r, err := http.NewRequestWithContext(b.Context(), http.MethodPost, url+"/api/v1/sessions",
		strings.NewReader(`{"name":"Nell","passphrase":"`+keepersPassphrase+`"}`))
	require.NoError(b, err)
	r.Header.Set("Content-Type", "application/json")
	answer, err := http.DefaultClient.Do(r)
	require.NoError(b, err)
	require.NoError(b, answer.Body.Close())
	return cookieOf(answer.Header)
}

// BenchmarkSession lists the demo bench without and with a session, in turn. The bar: a session
// costs no more than a millisecond, at the median and at p95.
func BenchmarkSession(b *testing.B) {
	c, asks, open := benchOf(b)
	cookie := cookieOfKeeper(b, c, asks.URL)
	ask := func(url, cookie string) time.Duration {
		r, err := http.NewRequestWithContext(b.Context(), http.MethodGet, url+"/api/v1/plants?most=60", nil)
		require.NoError(b, err)
		r.Header.Set("Cookie", cookie)
		began := time.Now()
		answer, err := http.DefaultClient.Do(r)
		require.NoError(b, err)
		_, err = io.Copy(io.Discard, answer.Body)
		require.NoError(b, err)
		require.NoError(b, answer.Body.Close())
		require.Equal(b, http.StatusOK, answer.StatusCode)
		return time.Since(began)
	}
	var without, with []time.Duration
	for b.Loop() {
		without, with = append(without, ask(open.URL, "")), append(with, ask(asks.URL, cookie))
	}
	slices.Sort(without)
	slices.Sort(with)
	at := func(share float64, of []time.Duration) float64 {
		return float64(of[int(share*float64(len(of)-1))].Microseconds()) / 1000
	}
	b.ReportMetric(at(0.5, with)-at(0.5, without), "more-ms")
	b.ReportMetric(at(0.95, with)-at(0.95, without), "more-p95-ms")
}

// BenchmarkListeners lets twenty tabs listen to a bench where nothing happens. The bar is under one
// hundredth of a core. Then one change is made, and timed until all have heard of it: two seconds.
func BenchmarkListeners(b *testing.B) {
	c, _, open := benchOf(b)
	heard := make(chan time.Time, 100)
	for n := range 20 {
		r, err := http.NewRequestWithContext(b.Context(), http.MethodGet,
			fmt.Sprintf("%s/api/v1/events?tab=%d&plant=%d", open.URL, n, 1+n%4), nil)
		require.NoError(b, err)
		answer, err := http.DefaultClient.Do(r)
		require.NoError(b, err)
		b.Cleanup(func() { _ = answer.Body.Close() })
		go func() {
			for lines := bufio.NewScanner(answer.Body); lines.Scan(); {
				if strings.Contains(lines.Text(), `"house":["people"]`) {
					heard <- time.Now()
				}
			}
		}()
	}
	time.Sleep(time.Second) // all sit
	var used, past float64
	var last time.Duration
	for b.Loop() {
		before, began := cpu(b), time.Now()
		time.Sleep(5 * time.Second)
		used, past = used+(cpu(b)-before).Seconds(), past+time.Since(began).Seconds()
		changed := time.Now()
		require.NoError(b, c.Settings.KeepOpen(b.Context(), false))
		for range 20 {
			last = max(last, (<-heard).Sub(changed))
		}
	}
	b.ReportMetric(100*used/past, "percent-of-a-core")
	b.ReportMetric(float64(last.Milliseconds()), "heard-within-ms")
}

// cpu is how long this process has computed.
func cpu(b *testing.B) time.Duration {
	b.Helper()
	var u syscall.Rusage
	require.NoError(b, syscall.Getrusage(syscall.RUSAGE_SELF, &u))
	return time.Duration(u.Utime.Nano() + u.Stime.Nano())
}
