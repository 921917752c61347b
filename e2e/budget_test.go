package e2e

import (
	"errors"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// noteBrowser notes what the browser took beside the tests: it is a program of many processes, some of
// which have ended.
func noteBrowser(profile string) error {
	name := os.Getenv("BUDGET_BESIDE")
	if name == "" {
		return nil
	}
	all, err := filepath.Glob("/proc/[0-9]*/stat")
	if err != nil {
		return err
	}
	took, parent, ours := map[string]int{}, map[string]string{}, map[string]bool{}
	for _, stat := range all {
		id := filepath.Base(filepath.Dir(stat))
		asked, err1 := os.ReadFile(filepath.Join(filepath.Dir(stat), "cmdline"))
		line, err2 := os.ReadFile(stat)
		at := strings.LastIndex(string(line), ")")
		if err1 != nil || err2 != nil || at < 0 {
			continue // it has just ended
		}
		fields := strings.Fields(string(line)[at:]) // proc(5), from the second on
		parent[id], ours[id] = fields[2], strings.Contains(string(asked), profile+"/profile")
		for _, ticks := range fields[12:16] { // its own, and those of its children that have ended
			n, err := strconv.Atoi(ticks)
			if err != nil {
				return err
			}
			took[id] += n
		}
	}
	sum := 0
	for id := range took {
		for of := id; of != ""; of = parent[of] {
			if ours[of] {
				sum += took[id]
				break
			}
		}
	}
	return os.WriteFile(name, []byte(fmt.Sprintln(sum/ticksASecond)), 0o600)
}

const ticksASecond = 100 // of Linux's clock

// What a part of the tests took is counted with its children's, and what ran beside it for itself; half
// over what either may take fails.
func TestTheBudgetCountsWhatWasTaken(t *testing.T) {
	t.Parallel()
	tool, err := filepath.Abs("../tools/budget")
	require.NoError(t, err)
	const work = `for ((i = 0; i < 300000; i++)); do :; done; ` // about a second
	for _, c := range []struct {
		does, says string
		code       int
	}{
		{work, `trial took [1-9]\d* of 100 s`, 0},
		{`echo 85 > $BUDGET_BESIDE`, `beside trial took 85 of 80 s of processor time\n`, 0},
		{`echo 90 > $BUDGET_BESIDE`, `beside trial took 90 .*: warning, more than a tenth over\n`, 0},
		{`echo 130 > $BUDGET_BESIDE`, `beside trial took 130 .*: FAILED, more than half over\n`, 1},
		{`exit 3`, `took 0 of`, 3},
	} {
		run := exec.Command(tool, "trial", "100+80", "bash", "-c", c.does)
		run.Dir, run.Env = t.TempDir(), append(os.Environ(), "COLD=")
		said, err := run.CombinedOutput()
		assert.Regexp(t, c.says, string(said))
		code := 0
		if ended := (*exec.ExitError)(nil); errors.As(err, &ended) {
			code = ended.ExitCode()
		}
		assert.Equal(t, c.code, code, c.does)
	}
}
