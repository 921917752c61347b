package api

import (
	"fmt"
	"net/http"
	"net/http/httptest"
	"path/filepath"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"therapeon/clinic"
	"therapeon/store"
)

// fullReading is the body of a save with 400 roots of the given stretches.
func fullReading(segments int) string {
	words := []string{"firm", "hollow", "mushy", "limp", "thread"}
	var b strings.Builder
	b.WriteString(`{"version":1,"read_on":"2026-01-05","reading":{"roots":[`)
	for i := range 400 {
		if i > 0 {
			b.WriteByte(',')
		}
		fmt.Fprintf(&b, `{"id":"root-%d","count":1,"depth":"edge","growth":%d,"segments":[`, i, 1+i%9)
		for j := range segments {
			if j > 0 {
				b.WriteByte(',')
			}
			fmt.Fprintf(&b, `{"length_mm":%d,"feel":%q,"colour":"brown"}`, 20+j, words[(i+j)%5])
		}
		b.WriteString(`]}`)
	}
	b.WriteString(`]}}`)
	return b.String()
}

// BenchmarkAutosave saves a reading over HTTP to a file on disk, with 28 roots
// as on a usual plant and with the full 400. The bar is a p95 of 30 ms.
func BenchmarkAutosave(b *testing.B) {
	for name, roots := range map[string]string{"usual": usualReading, "full": fullReading(3)} {
		b.Run(name, func(b *testing.B) {
			s, err := store.Open(b.Context(), filepath.Join(b.TempDir(), "bench.sqlite"))
			require.NoError(b, err)
			defer func() { _ = s.Close() }()
			c := clinic.New(s, time.Now)
			h, err := New(c, shell)
			require.NoError(b, err)
			server := httptest.NewServer(h)
			defer server.Close()
			p, err := c.AddPlant(b.Context(), clinic.Intake{Tag: "x", Group: "phalaenopsis"})
			require.NoError(b, err)
			_, err = c.StartReading(b.Context(), p.ID, clinic.Start{ReadOn: "2026-01-05"})
			require.NoError(b, err)
			var took []time.Duration
			for version := 1; b.Loop(); version++ {
				body := strings.Replace(roots, `"version":1`, fmt.Sprintf(`"version":%d`, version), 1)
				began := time.Now()
				r, err := http.NewRequestWithContext(b.Context(), http.MethodPut, server.URL+"/api/v1/readings/1", strings.NewReader(body))
				require.NoError(b, err)
				r.Header.Set("Content-Type", "application/json")
				answer, err := http.DefaultClient.Do(r)
				require.NoError(b, err)
				require.Equal(b, http.StatusOK, answer.StatusCode)
				require.NoError(b, answer.Body.Close())
				took = append(took, time.Since(began))
			}
			slices.Sort(took)
			b.ReportMetric(float64(took[len(took)*95/100].Microseconds())/1000, "p95-ms")
		})
	}
}

const usualReading = `{"version":1,"read_on":"2026-01-05","reading":{"roots":[
	{"id":"a","count":9,"segments":[{"length_mm":80,"feel":"firm"}]},{"id":"b","count":14,"segments":[{"length_mm":60,"feel":"mushy"}]},
	{"id":"c","count":3,"segments":[{"length_mm":50,"feel":"firm"},{"length_mm":40,"feel":"hollow"}],"depth":"bottom"},
	{"id":"d","count":2,"segments":[{"length_mm":130,"feel":"firm","wetting":"greens"}],"tip":"growing","depth":"aerial"}]}}`
