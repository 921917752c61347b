// Package filled gives tests the demo's bench: a copy of the file that DEMO_FILE names, which was made
// once for all of them, or one that is filled here.
package filled

import (
	"os"
	"path/filepath"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"therapeon/clinic"
	"therapeon/demo"
	"therapeon/ledger"
)

// Bench is the services over the demo's bench, which is the test's own.
func Bench(t testing.TB) *clinic.Clinic {
	t.Helper()
	path := filepath.Join(t.TempDir(), "demo.sqlite")
	if made, err := os.ReadFile(os.Getenv("DEMO_FILE")); err == nil {
		require.NoError(t, os.WriteFile(path, made, 0o600))
	}
	s, empty, _, err := ledger.OpenDemo(t.Context(), path, true, false, time.Now())
	require.NoError(t, err)
	t.Cleanup(func() { _ = s.Close() })
	c := clinic.New(s, time.Now)
	if empty {
		require.NoError(t, demo.Fill(t.Context(), c))
	}
	return c
}
