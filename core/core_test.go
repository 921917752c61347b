// Package core_test keeps the rules of the house for the whole core.
package core_test

import (
	"go/parser"
	"go/token"
	"io/fs"
	"path/filepath"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"
)

// The core computes and nothing else: it imports the standard library's pure
// parts, gonum, the reader of its own tables, and itself.
func TestCoreImportsOnlyWhatComputes(t *testing.T) {
	forbidden := map[string]bool{"os": true, "net": true, "net/http": true, "time": true, "database/sql": true, "math/rand": true, "math/rand/v2": true}
	err := filepath.WalkDir(".", func(path string, d fs.DirEntry, err error) error {
		if err != nil || d.IsDir() || !strings.HasSuffix(path, ".go") || strings.HasSuffix(path, "_test.go") {
			return err
		}
		file, err := parser.ParseFile(token.NewFileSet(), path, nil, parser.ImportsOnly)
		if err != nil {
			return err
		}
		for _, spec := range file.Imports {
			name, err := strconv.Unquote(spec.Path.Value)
			require.NoError(t, err)
			standard := !strings.Contains(strings.Split(name, "/")[0], ".") && !strings.HasPrefix(name, "therapeon/")
			ours := strings.HasPrefix(name, "therapeon/core/")
			tables := name == "github.com/goccy/go-yaml" && strings.HasPrefix(path, "knowledge")
			require.True(t, (standard && !forbidden[name]) || ours || tables || strings.HasPrefix(name, "gonum.org/"), "%s imports %s", path, name)
		}
		return nil
	})
	require.NoError(t, err)
}
