// Command tree holds the files of the project to what is agreed of them: the share
// of tests, the length of lines, the number of pictures, the size of types and functions, and
// what imports what.
package main

import (
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"strings"
	"unicode/utf8"
)

const (
	leastShare, mostShare = 0.25, 0.33
	mostColumns           = 120
	tab                   = "    "
	mostPictures          = 19
)

var (
	counted   = regexp.MustCompile(`\.(go|ts|tsx|css|sql)$`)
	written   = regexp.MustCompile(`\.(go|ts|tsx|css|sql|yaml)$`) // tables of the craft are code that a grower reads
	generated = regexp.MustCompile(`(schema\.d|/fields)\.ts$|/sqlc/`)
	tests     = regexp.MustCompile(`_test\.go$|^e2e/|/testdata/|^clinic/trial/`)
	// A struct tag and a text are whole: what is left of their line counts.
	whole = regexp.MustCompile("`[^`]*`|\"(?:[^\"\\\\]|\\\\.)*\"")
)

func main() {
	if len(os.Args) != 3 {
		fmt.Fprintln(os.Stderr, "usage: tree share|lines|pictures|shape FOLDER")
		os.Exit(2)
	}
	if err := run(os.Args[1], os.Args[2]); err != nil {
		fmt.Fprintln(os.Stderr, err)
		os.Exit(1)
	}
}

func run(what, folder string) error {
	listed := exec.Command("git", "ls-files")
	listed.Dir = folder
	names, err := listed.Output()
	if err != nil {
		return fmt.Errorf("list the files: %w", err)
	}
	files := strings.Fields(string(names))
	switch what {
	case "share":
		return share(folder, files)
	case "lines":
		return lines(folder, files)
	case "pictures":
		return pictures(files)
	case "shape":
		return shape(folder, files)
	}
	return fmt.Errorf("no such check: %s", what)
}

// each hands over the lines of all files that count.
func each(folder string, files []string, kind *regexp.Regexp, take func(file string, n int, line string)) error {
	for _, name := range files {
		if !kind.MatchString(name) || generated.MatchString(name) {
			continue
		}
		content, err := os.ReadFile(filepath.Join(folder, name))
		if os.IsNotExist(err) {
			continue // taken out and not committed yet
		}
		if err != nil {
			return err
		}
		for n, line := range strings.Split(string(content), "\n") {
			take(name, n+1, line)
		}
	}
	return nil
}

func share(folder string, files []string) error {
	test, all := 0, 0
	err := each(folder, files, written, func(name string, _ int, line string) {
		if strings.TrimSpace(line) == "" {
			return
		}
		all++
		if tests.MatchString(name) {
			test++
		}
	})
	if err != nil {
		return err
	}
	of := float64(test) / float64(all)
	fmt.Printf("Lines with text: %d, of tests: %d, which is %.1f %%.\n", all, test, 100*of)
	if of < leastShare || of > mostShare {
		return fmt.Errorf("tests are to be %.0f to %.0f %% of the lines", 100*leastShare, 100*mostShare)
	}
	return nil
}

func lines(folder string, files []string) error {
	var long []string
	err := each(folder, files, counted, func(name string, n int, line string) {
		if columns(line) <= mostColumns {
			return
		}
		rest := whole.ReplaceAllString(line, "")
		if before, after, raw := strings.Cut(rest, "`"); raw { // the end of a raw text, or its beginning
			rest = after
			if columns(before) < columns(after) {
				rest = before
			}
		}
		if rest == line || columns(rest) > mostColumns-20 {
			long = append(long, fmt.Sprintf("%s:%d: %d columns", name, n, columns(line)))
		}
	})
	if err == nil && len(long) > 0 {
		err = fmt.Errorf("lines over %d columns:\n%s", mostColumns, strings.Join(long, "\n"))
	}
	return err
}

func columns(line string) int {
	return utf8.RuneCountInString(strings.ReplaceAll(line, "\t", tab))
}

func pictures(files []string) error {
	n := 0
	for _, name := range files {
		if strings.HasPrefix(name, "docs/screenshots/") {
			n++
		}
	}
	if n > mostPictures {
		return fmt.Errorf("%d pictures in docs/screenshots, at most %d", n, mostPictures)
	}
	return nil
}
