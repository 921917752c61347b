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

	"therapeon/clinic"
	"therapeon/clinic/look"
	"therapeon/clinic/rehome"
	"therapeon/clinic/roots"
	"therapeon/core/patient"
)

// BenchmarkCrowd has 50 people who each write once a second, each of them one of the usual kinds, and 20
// who read without pause, while the longest log comes into a place, for eight seconds.
// The bars: no error of the server's own, and a p99 of both under 200 ms.
func BenchmarkCrowd(b *testing.B) {
	c, server := demoServed(b)
	http.DefaultTransport.(*http.Transport).MaxIdleConnsPerHost = 80
	const writers, readers, lasts = 50, 20, 8 * time.Second
	var works []func(n int) written
	for i := range writers {
		works = append(works, usualWork(b, c, i))
	}
	round := 0
	for b.Loop() {
		var wait sync.WaitGroup
		var wrote, read timed
		until := time.Now().Add(lasts)
		wait.Go(
			func() { wrote.send(server.URL, http.MethodPost, "/api/v1/places/1/log", "text/csv", longLog(150_000)) },
		)
		for i, work := range works {
			wait.Go(func() {
				time.Sleep(time.Duration(i) * time.Second / writers)
				for n := round * 1000; time.Now().Before(until); n++ {
					began := time.Now()
					w := work(n)
					wrote.send(server.URL, w.method, w.path, "application/json", w.body)
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
		require.Zero(b, wrote.refused, "refused")
		b.ReportMetric(wrote.p99(), "write-p99-ms")
		b.ReportMetric(read.p99(), "read-p99-ms")
		b.ReportMetric(float64(len(read.took))/lasts.Seconds(), "reads/s")
		round++
	}
}

// written is a request that writes.
type written struct{ method, path, body string }

// usualWork puts a plant on the bench and is what one of those who write does at it, again and again:
// read its roots, look it over, check in, weigh it, correct its intake, or ask what one may do.
func usualWork(b *testing.B, c *clinic.Clinic, i int) func(n int) written {
	ctx := b.Context()
	in := patient.Intake{Tag: fmt.Sprintf("Of writer %d", i), Group: "phalaenopsis", LeafCount: 5}
	p, err := c.Intake.AddPlant(ctx, in)
	require.NoError(b, err)
	r, err := c.Roots.StartReading(ctx, p.ID, roots.Start{ReadOn: "2026-01-05"})
	require.NoError(b, err)
	look, err := c.Look.StartLook(ctx, p.ID, look.StartLook{LookedOn: "2026-01-05"})
	require.NoError(b, err)
	_, err = c.Rehome.Settle(ctx, p.ID, rehome.Settle{Route: "bark", FromOn: "2026-02-05"})
	require.NoError(b, err)
	at := fmt.Sprintf("/api/v1/plants/%d", p.ID)
	version := int64(0)
	began := time.Now().Add(-time.Hour * 24 * 30)
	switch i % 6 {
	case 0:
		return func(int) written {
			version++
			body := strings.Replace(usualReading, `"version":1`, fmt.Sprintf(`"version":%d`, version), 1)
			return written{http.MethodPut, fmt.Sprintf("/api/v1/readings/%d", r.ID), body}
		}
	case 1:
		return func(n int) written {
			version++
			return written{http.MethodPut, fmt.Sprintf("/api/v1/inspections/%d", look.ID), fmt.Sprintf(
				`{"version":%d,"looked_on":"2026-01-05","inspection":{"findings":{"stays-wet":%q,"crumbles":"present"}}}`,
				version, []string{"present", "absent"}[n%2])}
		}
	case 2:
		return func(n int) written {
			return written{http.MethodPost, at + "/checkins", fmt.Sprintf(`{"noted":{"leaf":"firm","tips":%d}}`, n%3)}
		}
	case 3:
		return func(n int) written {
			when := began.Add(time.Duration(n) * time.Minute).UTC().Format(time.RFC3339)
			return written{http.MethodPost, at + "/weighings", fmt.Sprintf(`{"kind":"pot","grams":%d,"because":"right","at":%q}`, 400+n%9, when)}
		}
	case 4:
		version = p.Version
		return func(n int) written {
			version++
			return written{http.MethodPut, at, fmt.Sprintf(
				`{"version":%d,"intake":{"tag":"Of writer %d","group":"phalaenopsis","leaf_count":%d}}`, version-1, i, 5+n%3)}
		}
	default:
		return func(n int) written {
			wish := []string{"repot", "water", "feed"}[n%3]
			return written{http.MethodPost, at + "/wishes", fmt.Sprintf(`{"wish":%q}`, wish)}
		}
	}
}

// timed are the times that requests took.
type timed struct {
	sync.Mutex
	took            []time.Duration
	broken, refused int
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
	} else if answer.StatusCode >= 400 {
		t.refused++
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
		fmt.Fprintf(&b, "%s,%d\n", now.Add(-time.Duration(hours-i)*time.Hour).UTC().Format("2006-01-02T15:04Z"),
			10+i%12)
	}
	return b.String()
}
