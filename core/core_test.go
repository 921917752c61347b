// Package core_test keeps the rules of the house for the whole core.
package core_test

import (
	"go/ast"
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
	forbidden := map[string]bool{
		"os":           true,
		"net":          true,
		"net/http":     true,
		"database/sql": true,
		"math/rand":    true,
		"math/rand/v2": true,
	}
	err := filepath.WalkDir(".", func(path string, d fs.DirEntry, err error) error {
		if err != nil || d.IsDir() || !strings.HasSuffix(path, ".go") || strings.HasSuffix(path, "_test.go") {
			return err
		}
		file, err := parser.ParseFile(token.NewFileSet(), path, nil, parser.SkipObjectResolution)
		if err != nil {
			return err
		}
		for _, spec := range file.Imports {
			name, err := strconv.Unquote(spec.Path.Value)
			require.NoError(t, err)
			standard := !strings.Contains(strings.Split(name, "/")[0], ".") && !strings.HasPrefix(name, "therapeon/")
			ours := strings.HasPrefix(name, "therapeon/core/")
			tables := name == "github.com/goccy/go-yaml" && strings.HasPrefix(path, "knowledge")
			require.True(t,
				(standard && !forbidden[name]) || ours || tables || strings.HasPrefix(name, "gonum.org/"),
				"%s imports %s", path, name)
		}
		ast.Inspect(file, func(n ast.Node) bool {
			use, ok := n.(*ast.SelectorExpr)
			if of, named := asIdent(use, ok); named && of == "time" {
				require.NotContains(t, []string{"Now", "Since", "Until", "Sleep", "Local", "LoadLocation"},
					use.Sel.Name, "%s reads the clock or the machine: the time is passed in", path)
			}
			return true
		})
		return nil
	})
	require.NoError(t, err)
}

func asIdent(use *ast.SelectorExpr, ok bool) (string, bool) {
	if !ok {
		return "", false
	}
	of, named := use.X.(*ast.Ident)
	if !named {
		return "", false
	}
	return of.Name, true
}
