// Command mutants spoils the program in one place at a time, in a copy of the tree,
// and tells whether the tests of that place notice.
//
// A mutant is a file of the folder of/: what is spoiled in words, the file, the text
// there (-) and what it becomes (+), and the package whose tests have to fail (test),
// with the names of some of them where all would take long (run). Others are drawn, see drawn.go.
package main

import (
	"errors"
	"flag"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"sort"
	"strings"
)

type mutant struct {
	name, words, file, from, to, test, run string
}

func main() {
	flags := flag.NewFlagSet("mutants", flag.ExitOnError)
	seed := flags.Uint64("seed", 1, "another seed draws other mutants")
	each := flags.Int("draw", 0, "draw so many for each of the packages named, instead of those of the folder of/")
	flags.Usage = func() {
		fmt.Fprintln(os.Stderr, "usage: mutants [-draw 30 [-seed 1]] TREE [NAME or PACKAGE ...]")
		flags.PrintDefaults()
	}
	if err := flags.Parse(os.Args[1:]); err != nil || flags.NArg() < 1 {
		flags.Usage()
		os.Exit(2)
	}
	if *each > 0 {
		if err := drawn(flags.Arg(0), *seed, *each, flags.Args()[1:]); err != nil {
			fmt.Fprintln(os.Stderr, err)
			os.Exit(1)
		}
		return
	}
	survived, err := all(flags.Arg(0), flags.Args()[1:])
	if err == nil && survived > 0 {
		err = fmt.Errorf("%d not noticed", survived)
	}
	if err != nil {
		fmt.Fprintln(os.Stderr, err)
		os.Exit(1)
	}
}

func all(tree string, names []string) (survived int, err error) {
	files, err := filepath.Glob(filepath.Join(tree, "tools/mutants/of/*.txt"))
	if err != nil {
		return 0, err
	}
	sort.Strings(files)
	copied, err := os.MkdirTemp("", "mutants-")
	if err != nil {
		return 0, err
	}
	defer func() { err = errors.Join(err, os.RemoveAll(copied)) }()
	if out, err := exec.Command("cp", "-a", tree+"/.", copied).CombinedOutput(); err != nil {
		return 0, fmt.Errorf("copy the tree: %w\n%s", err, out)
	}
	for _, file := range files {
		m, err := read(file)
		if err != nil {
			return survived, err
		}
		if len(names) > 0 && !contains(names, m.name) {
			continue
		}
		noticed, why := m.tried(copied)
		fmt.Printf("%-28s %-9s %s%s\n", m.name, map[bool]string{true: "caught", false: "SURVIVED"}[noticed], m.words, why)
		if !noticed {
			survived++
		}
	}
	return survived, nil
}

func contains(list []string, name string) bool {
	for _, n := range list {
		if n == name {
			return true
		}
	}
	return false
}

func read(path string) (m mutant, err error) {
	content, err := os.ReadFile(path)
	if err != nil {
		return m, err
	}
	m.name = strings.TrimSuffix(filepath.Base(path), ".txt")
	for _, line := range strings.Split(strings.TrimSpace(string(content)), "\n") {
		what, text, _ := strings.Cut(line, " ")
		switch what {
		case "#":
			m.words = text
		case "file":
			m.file = text
		case "-":
			m.from = text
		case "+":
			m.to = text
		case "test":
			m.test = text
		case "run":
			m.run = text
		default:
			return m, fmt.Errorf("%s: %q is no line of a mutant", path, line)
		}
	}
	if m.file == "" || m.from == "" || m.test == "" {
		return m, fmt.Errorf("%s: a mutant has a file, a text and a test", path)
	}
	return m, nil
}

// tried spoils the copy, runs the tests, and mends it again.
func (m mutant) tried(tree string) (noticed bool, why string) {
	path := filepath.Join(tree, m.file)
	content, err := os.ReadFile(path)
	if err != nil {
		return false, " (" + err.Error() + ")"
	}
	if strings.Count(string(content), m.from) != 1 {
		return false, fmt.Sprintf(" (its text stands %d times in %s)", strings.Count(string(content), m.from), m.file)
	}
	defer func() { _ = os.WriteFile(path, content, 0o600) }()
	if err := os.WriteFile(path, []byte(strings.Replace(string(content), m.from, m.to, 1)), 0o600); err != nil {
		return false, " (" + err.Error() + ")"
	}
	if strings.HasPrefix(m.file, "web/src/") && m.test == "./e2e" {
		if _, err := in(tree, "make", "page"); err != nil {
			return false, " (it does not build)"
		}
		defer func() { _, _ = in(tree, "touch", m.file) }() // the next build takes the page anew
	}
	words := []string{"test", "-count", "1", "-failfast", "-timeout", "20m", m.test}
	if m.run != "" {
		words = append(words, "-run", m.run)
	}
	out, err := in(tree, "go", words...)
	switch {
	case err == nil && strings.Contains(out, "no tests to run"):
		return false, " (no such test)"
	case err != nil && strings.Contains(out, "[build failed]"):
		return false, " (it does not build)"
	}
	return err != nil, ""
}

func in(tree, name string, args ...string) (string, error) {
	cmd := exec.Command(name, args...)
	cmd.Dir = tree
	out, err := cmd.CombinedOutput()
	return string(out), err
}
