package e2e

import (
	"fmt"
	"io"
	"net"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"strings"
	"syscall"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func TestTheProgramStopsInOrderWhenToldTo(t *testing.T) {
	s := fresh(t)
	require.NoError(t, s.cmd.Process.Signal(syscall.SIGTERM))
	require.NoError(t, s.cmd.Wait(), "it ends without an error")
	_, err := os.Stat(s.data + "-wal")
	assert.ErrorIs(t, err, os.ErrNotExist, "what was in the log is in the file")
}

func TestThePlaceOfTheDataIsShownAndCanBeChosen(t *testing.T) {
	s := serve(t, filepath.Join(t.TempDir(), "a shed", "orchids.sqlite"), "serve")
	p := open(t, s.url+"/settings", bench)
	p.see("[data-part='house'] code", s.data)
	_, err := os.Stat(s.data)
	require.NoError(t, err)
}

func TestTheProgramSaysWhyItWillNotStart(t *testing.T) {
	folder := t.TempDir()
	notADatabase := filepath.Join(folder, "letter.txt")
	require.NoError(t, os.WriteFile(notADatabase, []byte(strings.Repeat("Dear all, ", 200)), 0o600))
	for name, c := range map[string]struct {
		args []string
		says string
	}{
		"open to others": {
			[]string{"serve", "--listen", "0.0.0.0:0", "--data", filepath.Join(folder, "b.sqlite")},
			"give a keeper a passphrase first",
		},
		"asking with nobody to let in": {
			[]string{"serve", "--ask", "--listen", "127.0.0.1:0", "--data", filepath.Join(folder, "b.sqlite")},
			"give a keeper a passphrase first",
		},
		"no address":     {[]string{"serve", "--listen", "here"}, "wants an address such as 127.0.0.1:8317"},
		"not a database": {[]string{"serve", "--listen", "127.0.0.1:0", "--data", notADatabase}, notADatabase},
		"unknown word":   {[]string{"serv"}, "unexpected argument serv"},
	} {
		t.Run(name, func(t *testing.T) {
			out, err := exec.Command(binary, c.args...).CombinedOutput()
			require.Error(t, err)
			assert.Contains(t, string(out), c.says)
		})
	}
	kept, err := os.ReadFile(notADatabase)
	require.NoError(t, err)
	assert.Contains(t, string(kept), "Dear all", "a file that is not ours is left alone")
}

// The demo has a file of its own, made anew each time: it heeds no variable, and takes no other file.
func TestADemoTouchesNoFileButItsOwn(t *testing.T) {
	s := fresh(t)
	s.send(t, "POST", "/api/v1/plants", `{"tag":"Mine","group":"slipper"}`)
	says, err := s.program("demo", "--listen", "127.0.0.1:0", "--data", s.data)
	require.Error(t, err)
	assert.Contains(t, says, "somebody's own bench")
	says, err = s.program("serve", "--listen", "127.0.0.1:0", "--data", s.data)
	require.Error(t, err)
	assert.Contains(t, says, "in use by Therapeon")
	assert.Contains(t, says, s.url)
	s.kill()
	notes := filepath.Join(t.TempDir(), "notes.txt")
	require.NoError(t, os.WriteFile(notes, []byte("Buy bark."), 0o600))
	says, err = s.program("demo", "--listen", "127.0.0.1:0", "--data", notes)
	require.Error(t, err)
	assert.Contains(t, says, "not a file of Therapeon")
	kept, err := os.ReadFile(notes)
	require.NoError(t, err)
	assert.Equal(t, "Buy bark.", string(kept))

	folder := t.TempDir()
	demo := demoAt(t, filepath.Join(folder, "therapeon", "demo.sqlite"))
	demo.send(t, "POST", "/api/v1/plants", `{"tag":"Still here","group":"slipper"}`)
	demo.kill()
	demo.env = []string{"THERAPEON_DATA=" + s.data, "XDG_DATA_HOME=" + folder}
	demo.start(t, "demo", "--listen", "127.0.0.1:0")
	plants := demo.get(t, "/api/v1/plants")
	assert.Contains(t, plants, "Crate 2, from wet moss")
	assert.NotContains(t, plants, "Still here")
	s.again(t)
	assert.Contains(t, s.get(t, "/api/v1/plants"), "Mine", "the user's own file is as it was")
}

// A request that stalls holds nothing up when the program is told to stop.
func TestAStalledRequestDoesNotKeepTheProgramFromStopping(t *testing.T) {
	s := fresh(t)
	c, err := net.Dial("tcp", strings.TrimPrefix(s.url, "http://"))
	require.NoError(t, err)
	defer func() { _ = c.Close() }()
	_, err = fmt.Fprintf(
		c,
		"POST /api/v1/plants HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Type: application/json\r\nContent-Length: 99\r\n\r\n{",
	)
	require.NoError(t, err)
	require.NoError(t, s.cmd.Process.Signal(syscall.SIGTERM))
	require.NoError(t, s.cmd.Wait(), "it ends without an error")
}

func TestASecondDemoDoesNotHarmTheFirst(t *testing.T) {
	s := demoServer(t)
	address := strings.TrimPrefix(s.url, "http://")
	out, err := exec.Command(binary, "demo", "--listen", address, "--data", s.data).CombinedOutput()
	require.Error(t, err)
	assert.Contains(t, string(out), "in use by Therapeon")
	assert.Contains(t, s.send(t, "GET", "/api/v1/plants", ""), "Crate 2, from wet moss")
	s.send(t, "POST", "/api/v1/plants", `{"tag":"Still here","group":"slipper"}`)
	s.kill()

	s.start(t, "demo", "--keep", "--listen", address, "--data", s.data)
	assert.Contains(t, s.send(t, "GET", "/api/v1/plants", ""), "Still here")
}

// BenchmarkColdStart starts the program on a bench of its own until the page
// is answered. The bar is half a second.
func BenchmarkColdStart(b *testing.B) {
	data := filepath.Join(b.TempDir(), "bench.sqlite")
	var longest time.Duration
	for b.Loop() {
		began := time.Now()
		s := serve(b, data, "serve")
		answer, err := http.Get(s.url)
		require.NoError(b, err)
		require.NoError(b, answer.Body.Close())
		longest = max(longest, time.Since(began))
		s.kill()
	}
	b.ReportMetric(float64(longest.Milliseconds()), "longest-ms")
}

var scriptTag = regexp.MustCompile(`(?:src|href)="(/assets/[^"]+\.js)"`)

// BenchmarkFirstLoad weighs the scripts of the opening view as they come over
// the wire, gzipped, and times it until the bench shows. The bars are 350 kB
// and one second.
func BenchmarkFirstLoad(b *testing.B) {
	s := demoServer(b)
	p := open(b, s.url, bench)
	p.see(".bench-list", "Crate 2")
	weight := 0.0
	for _, url := range p.MustEval(`() => performance.getEntriesByType("resource").map((r) => r.name)`).Arr() {
		if strings.HasSuffix(url.Str(), ".js") {
			weight += gzipped(b, url.Str())
		}
	}
	html, err := http.Get(s.url)
	require.NoError(b, err)
	shell, err := io.ReadAll(html.Body)
	require.NoError(b, err)
	require.NotEmpty(b, scriptTag.FindAll(shell, -1))
	require.Greater(b, weight, 50.0, "the scripts were seen")
	var longest float64
	for b.Loop() {
		p := open(b, s.url, bench)
		p.see(".bench-list", "Crate 2")
		longest = max(longest, p.MustEval(`() => performance.getEntriesByName("first-contentful-paint")[0].startTime`).Num())
		_ = p.Close()
	}
	b.ReportMetric(weight, "script-kB")
	b.ReportMetric(longest, "first-paint-ms")
}

// gzipped is the weight of a file in kB as it comes over the wire.
func gzipped(b *testing.B, url string) float64 {
	r, err := http.NewRequestWithContext(b.Context(), http.MethodGet, url, nil)
	require.NoError(b, err)
	r.Header.Set("Accept-Encoding", "gzip")
	answer, err := http.DefaultClient.Do(r)
	require.NoError(b, err)
	defer func() { _ = answer.Body.Close() }()
	require.Equal(b, "gzip", answer.Header.Get("Content-Encoding"), url)
	n, err := io.Copy(io.Discard, answer.Body)
	require.NoError(b, err)
	return float64(n) / 1000
}

// BenchmarkIdleMemory is what the program holds in memory on the demo bench after
// its pages and a race were asked for, at rest. The bar is 80 MB.
func BenchmarkIdleMemory(b *testing.B) {
	s := demoServer(b)
	for _, path := range []string{"/", "/api/v1/plants", "/api/v1/plants/1/home", "/api/v1/plants/1/race", "/api/v1/batch"} {
		answer, err := http.Get(s.url + path)
		require.NoError(b, err)
		_, err = io.Copy(io.Discard, answer.Body)
		require.NoError(b, err)
		require.NoError(b, answer.Body.Close())
	}
	var held float64
	for b.Loop() {
		status, err := os.ReadFile(fmt.Sprintf("/proc/%d/status", s.cmd.Process.Pid))
		if err != nil {
			b.Skip("this system does not tell what a program holds")
		}
		for line := range strings.SplitSeq(string(status), "\n") {
			if kb, ok := strings.CutPrefix(line, "VmRSS:"); ok {
				_, err := fmt.Sscanf(kb, "%f", &held)
				require.NoError(b, err)
			}
		}
	}
	b.ReportMetric(held/1024, "resident-MB")
}
