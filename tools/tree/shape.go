package main

import (
	"bytes"
	"fmt"
	"go/ast"
	"go/parser"
	"go/token"
	"os"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
)

const (
	mostParameters = 5
	mostMethods    = 20
	mostLines      = 80  // of a function; tests and tables of data in them are read from top to bottom
	mostOfFile     = 500 // lines
)

// below are the rooms that each room may import, and itself. Tests may look anywhere.
var below = map[string][]string{
	"core":     {},
	"language": {"core"},
	"ledger":   {"core"},
	"formats":  {"core", "language"},
	"clinic":   {"core", "ledger", "formats"},
	"web":      {},
	"demo":     {"core", "ledger", "clinic", "standin"},
	"standin":  {"core", "clinic", "api"},
	"api":      {"core", "language", "ledger", "formats", "clinic"},
	"door":     {"core", "clinic", "api"},
	"cmd":      {"core", "language", "ledger", "formats", "clinic", "web", "demo", "standin", "api", "door"},
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
			if n := set.Position(fn.End()).Line - set.Position(fn.Pos()).Line + 1; n > mostLines {
				faults = append(faults, fmt.Sprintf("%s: %s has %d lines", set.Position(fn.Pos()), fn.Name.Name, n))
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
	long, err := longFiles(folder, files)
	if err != nil {
		return err
	}
	round, err := circles(folder, files)
	if err != nil {
		return err
	}
	if faults = append(faults, slices.Concat(long, round)...); len(faults) > 0 {
		slices.Sort(faults)
		return fmt.Errorf(
			"at most %d parameters, %d exported methods, %d lines a function, %d a file, no circle, and nothing imported from above:\n%s",
			mostParameters, mostMethods, mostLines, mostOfFile, strings.Join(faults, "\n"))
	}
	return nil
}

// longFiles are those that nobody reads in one sitting, tables and tests included.
func longFiles(folder string, files []string) (faults []string, err error) {
	for _, name := range files {
		table := strings.HasPrefix(name, "core/knowledge/") && strings.HasSuffix(name, ".yaml")
		if !table && !counted.MatchString(name) || generated.MatchString(name) {
			continue
		}
		content, err := os.ReadFile(filepath.Join(folder, name))
		if os.IsNotExist(err) {
			continue // taken out and not committed yet
		}
		if err != nil {
			return nil, err
		}
		if n := bytes.Count(content, []byte("\n")); n > mostOfFile {
			faults = append(faults, fmt.Sprintf("%s has %d lines", name, n))
		}
	}
	return faults, nil
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
