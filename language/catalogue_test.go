package language_test

import (
	"go/ast"
	"go/parser"
	"go/token"
	"io/fs"
	"path/filepath"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/knowledge/words"
)

// said is a message as the code makes it: the code, or what it begins with where the rest is put together,
// and the names of what it is given there.
type said struct {
	at     string
	code   string
	begins bool
	names  []string
	more   bool // it is given more than what stands there
}

// makers name an argument by their first parameter.
var makers = []string{"Count", "Name", "On", "Told", "As", "Fixed", "Rough", "Exact", "Grams", "Between", "And", "Or", "Several", "Parted"}

// sources are the files of the program.
func sources(t *testing.T) (files []string) {
	t.Helper()
	require.NoError(t, filepath.WalkDir("..", func(path string, d fs.DirEntry, err error) error {
		if err != nil {
			return err
		}
		if d.IsDir() && slices.Contains([]string{"node_modules", ".git", "web"}, d.Name()) {
			return filepath.SkipDir
		}
		if strings.HasSuffix(path, ".go") && !strings.HasSuffix(path, "_test.go") {
			files = append(files, path)
		}
		return nil
	}))
	return files
}

// allSaid are the messages that the program makes.
func allSaid(t *testing.T) (all []said) {
	t.Helper()
	set := token.NewFileSet()
	for _, path := range sources(t) {
		file, err := parser.ParseFile(set, path, nil, parser.SkipObjectResolution)
		require.NoError(t, err)
		ast.Inspect(file, func(n ast.Node) bool {
			call, ok := n.(*ast.CallExpr)
			if !ok || !isCall(call, "message", "Of") || len(call.Args) == 0 {
				return true
			}
			s := said{at: set.Position(call.Pos()).String(), more: call.Ellipsis.IsValid()}
			s.code, s.begins = literal(call.Args[0])
			for _, arg := range call.Args[1:] {
				made, ok := arg.(*ast.CallExpr)
				if name, whole := "", false; ok && len(made.Args) > 0 && isMaker(made) {
					name, whole = literal(made.Args[0])
					s.names, s.more = append(s.names, name), s.more || whole
				} else {
					s.more = true
				}
			}
			all = append(all, s)
			return true
		})
	}
	return all
}

func isCall(call *ast.CallExpr, pkg, name string) bool {
	of, ok := call.Fun.(*ast.SelectorExpr)
	if !ok || of.Sel.Name != name {
		return false
	}
	x, ok := of.X.(*ast.Ident)
	return ok && x.Name == pkg
}

func isMaker(call *ast.CallExpr) bool {
	return slices.ContainsFunc(makers, func(name string) bool { return isCall(call, "message", name) })
}

// literal is a text as it stands in the code; begins: more is put to it.
func literal(e ast.Expr) (text string, begins bool) {
	switch e := e.(type) {
	case *ast.BasicLit:
		text, _ = strconv.Unquote(e.Value)
		return text, false
	case *ast.BinaryExpr:
		text, _ = literal(e.X)
		return text, true
	}
	return "", true
}

var places = regexp.MustCompile(`\{([^}:]+)(?::[^}]*)?\}`)

// named are the places of a sentence, by name.
func named(forms words.Forms) (list []string) {
	for _, text := range forms {
		for _, m := range places.FindAllStringSubmatch(text, -1) {
			list = append(list, m[1])
		}
	}
	slices.Sort(list)
	return slices.Compact(list)
}

// Each message that is made has its words, each place of them is filled, and nothing is given that has no place.
func TestEachMessageHasItsWords(t *testing.T) {
	all := allSaid(t)
	assert.Greater(t, len(all), 500)
	english := words.In(words.English)
	for _, s := range all {
		if s.begins || s.code == "" {
			continue
		}
		forms, ok := english[s.code]
		if !assert.True(t, ok, "%s: no words for %s", s.at, s.code) {
			continue
		}
		for _, place := range named(forms) {
			if strings.Contains(place, ".") {
				continue // a figure of a table
			}
			assert.True(t, s.more || slices.Contains(s.names, place), "%s: %s is given no %s", s.at, s.code, place)
		}
		for _, name := range s.names {
			_, counts := forms["one"]
			assert.True(t, name == "n" && counts || slices.Contains(named(forms), name),
				"%s: %s has no place for %s", s.at, s.code, name)
		}
	}
}
