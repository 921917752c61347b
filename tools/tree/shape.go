package main

import (
	"fmt"
	"go/ast"
	"go/parser"
	"go/token"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
)

const (
	mostParameters = 5
	mostMethods    = 20
)

// below are the rooms that each room may import, and itself. Tests may look anywhere.
var below = map[string][]string{
	"core":    {},
	"ledger":  {},
	"formats": {"core"},
	"clinic":  {"core", "ledger", "formats"},
	"web":     {},
	"demo":    {"core", "ledger", "clinic", "standin"},
	"standin": {"core", "clinic", "api"},
	"api":     {"core", "ledger", "formats", "clinic"},
	"door":    {"core", "clinic", "api"},
	"cmd":     {"core", "ledger", "formats", "clinic", "web", "demo", "standin", "api", "door"},
}

// shape holds types and functions to their size, and packages to what lies below them.
func shape(folder string, files []string) error {
	var faults []string
	methods := map[string]int{}
	set := token.NewFileSet()
	for _, name := range files {
		room, _, _ := strings.Cut(name, "/")
		allowed, held := below[room]
		if !held || !strings.HasSuffix(name, ".go") || tests.MatchString(name) || generated.MatchString(name) {
			continue
		}
		file, err := parser.ParseFile(set, filepath.Join(folder, name), nil, parser.SkipObjectResolution)
		if err != nil {
			return err
		}
		for _, spec := range file.Imports {
			path, err := strconv.Unquote(spec.Path.Value)
			if err != nil {
				return err
			}
			own, ours := strings.CutPrefix(path, "therapeon/")
			to, _, _ := strings.Cut(own, "/")
			if ours && to != room && !slices.Contains(allowed, to) {
				faults = append(faults, fmt.Sprintf("%s imports %s, which does not lie below %s", name, path, room))
			}
		}
		for _, decl := range file.Decls {
			fn, ok := decl.(*ast.FuncDecl)
			if !ok {
				continue
			}
			if n := fn.Type.Params.NumFields(); n > mostParameters {
				faults = append(faults, fmt.Sprintf("%s: %s has %d parameters", set.Position(fn.Pos()), fn.Name.Name, n))
			}
			if fn.Recv != nil && fn.Name.IsExported() {
				methods[filepath.Dir(name)+"."+receiver(fn.Recv.List[0].Type)]++
			}
		}
	}
	for of, n := range methods {
		if n > mostMethods {
			faults = append(faults, fmt.Sprintf("%s has %d exported methods", of, n))
		}
	}
	if len(faults) > 0 {
		slices.Sort(faults)
		return fmt.Errorf("at most %d parameters, %d exported methods, and nothing imported from above:\n%s",
			mostParameters, mostMethods, strings.Join(faults, "\n"))
	}
	return nil
}

func receiver(e ast.Expr) string {
	switch e := e.(type) {
	case *ast.StarExpr:
		return receiver(e.X)
	case *ast.IndexExpr:
		return receiver(e.X)
	case *ast.IndexListExpr:
		return receiver(e.X)
	case *ast.Ident:
		return e.Name
	}
	return ""
}
