package api

import (
	"fmt"
	"io"
	"net/http"
	"slices"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"therapeon/clinic/reading"
	"therapeon/core/patient"
)

// BenchmarkCrowd has 50 people who each save a reading once a second, and 20 who
// read without pause, while the longest log comes into a place, for eight seconds.
// The bars: no error of the server's own, and a p99 of both under 200 ms.
func BenchmarkCrowd(b *testing.B) {
	c, server := demoServed(b)
	http.DefaultTransport.(*http.Transport).MaxIdleConnsPerHost = 80
	const writers, readers, lasts = 50, 20, 8 * time.Second
	var ids []int64
	for i := range writers {
		p, err := c.Intake.AddPlant(
			b.Context(),
			patient.Intake{Tag: fmt.Sprintf("Of writer %d", i), Group: "phalaenopsis", LeafCount: 5},
		)
		require.NoError(b, err)
		r, err := c.Reading.StartReading(b.Context(), p.ID, reading.Start{ReadOn: "2026-01-05"})
		require.NoError(b, err)
		ids = append(ids, r.ID)
	}
	for b.Loop() {
		var wait sync.WaitGroup
		var wrote, read timed
		until := time.Now().Add(lasts)
		wait.Go(
			func() { wrote.send(server.URL, http.MethodPost, "/api/v1/places/1/log", "text/csv", longLog(150_000)) },
		)
		for i, id := range ids {
			wait.Go(func() {
				time.Sleep(time.Duration(i) * time.Second / writers)
				for version := 1; time.Now().Before(until); version++ {
					body := strings.Replace(usualReading, `"version":1`, fmt.Sprintf(`"version":%d`, version), 1)
					began := time.Now()
					wrote.send(
						server.URL,
						http.MethodPut,
						fmt.Sprintf("/api/v1/readings/%d", id),
						"application/json",
						body,
					)
					time.Sleep(time.Until(began.Add(time.Second)))
				}
			})
		}
		for i := range readers {
			paths := []string{
				"/api/v1/plants",
				"/api/v1/plants/1",
				"/api/v1/readings/1",
				"/api/v1/plants/3/timeline",
				"/api/v1/timers",
			}
			wait.Go(func() {
				for n := i; time.Now().Before(until); n++ {
					read.send(server.URL, http.MethodGet, paths[n%len(paths)], "", "")
				}
			})
		}
		wait.Wait()
		require.Zero(b, wrote.broken+read.broken, "errors of the server's own")
		b.ReportMetric(wrote.p99(), "write-p99-ms")
		b.ReportMetric(read.p99(), "read-p99-ms")
		b.ReportMetric(float64(len(read.took))/lasts.Seconds(), "reads/s")
	}
}

// timed are the times that requests took.
type timed struct {
	sync.Mutex
	took   []time.Duration
	broken int
}

func (t *timed) send(url, method, path, kind, body string) {
	r, err := http.NewRequest(method, url+path, strings.NewReader(body))
	if err != nil {
		panic(err)
	}
	r.Header.Set("Content-Type", kind)
	began := time.Now()
	answer, err := http.DefaultClient.Do(r)
	if err == nil {
		_, err = io.Copy(io.Discard, answer.Body)
		_ = answer.Body.Close()
	}
	t.Lock()
	defer t.Unlock()
	if err != nil || answer.StatusCode >= 500 {
		t.broken++
	}
	if kind != "text/csv" { // the log itself takes as long as it takes
		t.took = append(t.took, time.Since(began))
	}
}

func (t *timed) p99() float64 {
	slices.Sort(t.took)
	return float64(t.took[len(t.took)*99/100].Microseconds()) / 1000
}

// longLog is a log of so many hours, up to now.
func longLog(hours int) string {
	var b strings.Builder
	b.WriteString("time,temperature\n")
	now := time.Now().Add(-time.Hour)
	for i := range hours {
		fmt.Fprintf(
			&b,
			"%s,%d\n",
			now.Add(-time.Duration(hours-i)*time.Hour).UTC().Format("2006-01-02T15:04Z"),
			10+i%12,
		)
	}
	return b.String()
}
