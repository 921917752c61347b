package core_test

import (
	"go/ast"
	"go/parser"
	"go/token"
	"os"
	"path/filepath"
	"regexp"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

var named = regexp.MustCompile("\\| `core/(\\w+)\\.([\\w.]+)` \\|")

// The rules that the architecture names are where it says.
func TestTheRulesOfTheArchitectureAreWhereItSays(t *testing.T) {
	doc, err := os.ReadFile(filepath.Join("..", "docs", "architecture.md"))
	require.NoError(t, err)
	rules := named.FindAllStringSubmatch(string(doc), -1)
	require.Len(t, rules, 13)
	for _, rule := range rules {
		assert.Contains(t, declared(t, rule[1]), rule[2], "core/%s", rule[1])
	}
}

// declared are the functions and methods of a package of the core, as Type.Method.
func declared(t *testing.T, pkg string) (names []string) {
	files, err := filepath.Glob(filepath.Join(pkg, "*.go"))
	require.NoError(t, err)
	for _, path := range files {
		if strings.HasSuffix(path, "_test.go") {
			continue
		}
		file, err := parser.ParseFile(token.NewFileSet(), path, nil, parser.SkipObjectResolution)
		require.NoError(t, err)
		for _, d := range file.Decls {
			fn, ok := d.(*ast.FuncDecl)
			if !ok {
				continue
			}
			name := fn.Name.Name
			if fn.Recv != nil {
				of := fn.Recv.List[0].Type
				if star, ok := of.(*ast.StarExpr); ok {
					of = star.X
				}
				if id, ok := of.(*ast.Ident); ok {
					name = id.Name + "." + name
				}
			}
			names = append(names, name)
		}
	}
	return names
}
