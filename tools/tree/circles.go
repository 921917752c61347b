package main

import (
	"fmt"
	"os"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
)

// imported are the files that a file of the page takes something from, types too.
var imported = regexp.MustCompile(`(?:from|import\()\s*"(\.[^"]*)"`)

// circles are files of the page that come back to themselves, if only by a type.
func circles(folder string, files []string) (faults []string, err error) {
	takes := map[string][]string{}
	for _, name := range files {
		if strings.HasPrefix(name, "web/src/") && (strings.HasSuffix(name, ".ts") || strings.HasSuffix(name, ".tsx")) {
			takes[name] = nil
		}
	}
	for name := range takes {
		code, err := os.ReadFile(filepath.Join(folder, name))
		if os.IsNotExist(err) {
			continue // taken out and not committed yet
		}
		if err != nil {
			return nil, err
		}
		for _, m := range imported.FindAllStringSubmatch(string(code), -1) {
			at := filepath.ToSlash(filepath.Join(filepath.Dir(name), m[1]))
			for _, end := range []string{"", ".ts", ".tsx", "/index.ts"} {
				if _, is := takes[at+end]; is {
					takes[name] = append(takes[name], at+end)
					break
				}
			}
		}
	}
	const begun, done = 1, 2
	state := map[string]int{}
	var walk func(name string, way []string)
	walk = func(name string, way []string) {
		switch way = append(way, name); state[name] {
		case done:
			return
		case begun:
			from := slices.Index(way, name)
			faults = append(faults, fmt.Sprintf("a circle: %s", strings.Join(way[from:], " → ")))
			return
		}
		state[name] = begun
		for _, to := range takes[name] {
			walk(to, way)
		}
		state[name] = done
	}
	names := make([]string, 0, len(takes))
	for name := range takes {
		names = append(names, name)
	}
	slices.Sort(names)
	for _, name := range names {
		walk(name, nil)
	}
	return faults, nil
}
