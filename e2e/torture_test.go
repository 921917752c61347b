package e2e

import (
	"encoding/json"
	"fmt"
	"net/http"
	"os"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// kinds of write: what is sent, and where what was answered has to be found again.
var kindsOfWrite = []struct{ method, path, body, seenAt string }{
	{"POST", "/api/v1/plants", `{"tag":"T-%[1]d","group":"cattleya","leaf_count":4}`, "/api/v1/plants?most=2000&q=T-%[1]d"},
	{"POST", "/api/v1/plants/1/incidents", `{"what":"lost-root","note":"N-%[1]d"}`, "/api/v1/plants/1/timeline"},
	{"POST", "/api/v1/plants/1/weighings", `{"kind":"pot","grams":%[1]d.5,"because":"right","at":"%[2]s"}`, "/api/v1/plants/1/weighings"},
	{"POST", "/api/v1/shelf", `{"name":"S-%[1]d","product":"oil","amount":90,"unit":"mL"}`, "/api/v1/shelf"},
	{"POST", "/api/v1/places", `{"name":"P-%[1]d"}`, "/api/v1/places"},
	{"POST", "/api/v1/places/1/readings", `{"at":"%[2]s","celsius":20}`, "/api/v1/places"},
	{"POST", "/api/v1/media/recipes", `{"name":"R-%[1]d","parts":[{"component":"perlite","parts":1}]}`, "/api/v1/knowledge/media"},
	{"POST", "/api/v1/plants/1/cleaning/jobs", `{"do":"J-%[1]d","stage":"dry"}`, "/api/v1/plants/1/cleaning"},
	{"POST", "/api/v1/plants/2/readings", `{}`, "/api/v1/plants/2/readings"},
	{"POST", "/api/v1/plants/2/inspections", `{}`, "/api/v1/plants/2/inspections"},
	{"POST", "/api/v1/plants/1/holding", `{"method":"lid","note":"H-%[1]d"}`, "/api/v1/plants/1/home"},
	{"PUT", "/api/v1/plants/2/archived", `{"archived":false}`, "/api/v1/plants/2"},
	{"PUT", "/api/v1/places/1/days", `{"days":[{"day":"2026-01-05","low_c":4,"high_c":%[3]d}]}`, "/api/v1/places"},
	{"POST", "/api/v1/backups", ``, "/api/v1/about"},
}

// mark is what a write leaves to be found, where it leaves anything of its own.
func mark(body string) string {
	for _, field := range []string{`"tag":"`, `"note":"`, `"name":"`, `"do":"`} {
		if _, after, ok := strings.Cut(body, field); ok {
			text, _, _ := strings.Cut(after, `"`)
			return text
		}
	}
	return ""
}

// Answered writes of every kind survive the program being killed in their middle, and
// the file opens again each time. A quick form kills a few times; make torture 150.
func TestTortureNothingAnsweredIsLostByKills(t *testing.T) {
	kills := 3
	if os.Getenv("TORTURE") != "" {
		kills = 150
	}
	s := fresh(t)
	for _, body := range []string{`{"tag":"One","group":"phalaenopsis","leaf_count":4}`, `{"tag":"Two","group":"cattleya"}`} {
		s.send(t, "POST", "/api/v1/plants", body)
	}
	s.send(t, "POST", "/api/v1/places", `{"name":"Shed"}`)
	var kept sync.Map // text → where it is to be found
	n := 0
	for range kills {
		var wait sync.WaitGroup
		stop, answered := make(chan struct{}), answers(&kept)
		for worker := range 3 {
			from := n
			wait.Go(func() { s.writeUntil(stop, &kept, worker, from) })
		}
		require.Eventually(t, func() bool { return answers(&kept) > answered+1 }, patience, time.Millisecond)
		time.Sleep(time.Duration(150+n/7%250) * time.Millisecond) // anywhere in a write
		s.kill()
		close(stop)
		wait.Wait()
		n += 1000
		s.again(t)
	}
	found := map[string]string{}
	checked := 0
	kept.Range(func(text, at any) bool {
		where, _ := at.(string)
		if found[where] == "" {
			found[where] = s.get(t, where)
		}
		assert.Contains(t, found[where], text, "%s was answered, and is not at %s", text, where)
		checked++
		return true
	})
	assert.Greater(t, checked, kills)
	t.Logf("%d answered writes found again after %d kills", checked, kills)
}

func answers(kept *sync.Map) (n int) {
	kept.Range(func(any, any) bool { n++; return true })
	return n
}

// writeUntil sends writes one after the other, and notes those that were answered.
func (s *server) writeUntil(stop chan struct{}, kept *sync.Map, worker, from int) {
	client := http.Client{Timeout: 2 * time.Second}
	for i := 0; ; i++ {
		select {
		case <-stop:
			return
		default:
		}
		n := from + worker*300 + i
		kind := kindsOfWrite[(i+worker*5)%len(kindsOfWrite)]
		at := time.Date(2026, 1, 1, 0, 0, n, 0, time.UTC).Format(time.RFC3339)
		body := kind.body
		body = strings.NewReplacer("%[1]d", fmt.Sprint(n), "%[2]s", at, "%[3]d", fmt.Sprint(10+n%20)).Replace(body)
		r, err := http.NewRequest(kind.method, s.url+kind.path, strings.NewReader(body))
		if err != nil {
			panic(err)
		}
		r.Header.Set("Content-Type", "application/json")
		answer, err := client.Do(r)
		if err != nil {
			continue
		}
		var doc map[string]any
		whole := json.NewDecoder(answer.Body).Decode(&doc) == nil
		_ = answer.Body.Close()
		if text := mark(body); whole && answer.StatusCode < 300 && text != "" && !strings.HasPrefix(text, "H-") {
			kept.Store(text, strings.ReplaceAll(kind.seenAt, "%[1]d", fmt.Sprint(n)))
		}
	}
}

// A long log that was taken in comes in whole, though the program is killed meanwhile.
func TestTortureALongLogSurvivesAKill(t *testing.T) {
	s := fresh(t)
	s.send(t, "POST", "/api/v1/places", `{"name":"Shed","zone":"UTC"}`)
	var log strings.Builder
	log.WriteString("time,temperature\n")
	const hours = 40_000
	last := time.Now().UTC().Truncate(time.Hour).Add(-2 * time.Hour)
	for i := range hours {
		fmt.Fprintf(&log, "%s,%d\n", last.Add(-time.Duration(hours-1-i)*time.Hour).Format("2006-01-02T15:04Z"), 10+i%12)
	}
	go func() {
		answer, err := http.Post(s.url+"/api/v1/places/1/log", "text/csv", strings.NewReader(log.String()))
		if err == nil {
			_ = answer.Body.Close()
		}
	}()
	place := func() string { return s.get(t, "/api/v1/places") }
	require.Eventually(t, func() bool { return strings.Contains(place(), `"importing"`) }, patience, glance/5)
	s.kill()
	s.again(t)
	require.Eventually(t, func() bool { return !strings.Contains(place(), `"importing"`) }, patience, glance,
		"it goes on by itself")
	assert.Regexp(t, `"logged_hours":87[56]\d`, place(), "all hours of the last year are there")
	assert.Contains(t, place(), last.Format(`"at":"2006-01-02T15:04`))
}
