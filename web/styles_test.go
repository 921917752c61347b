package web

import (
	"os"
	"path"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// pages is the page's code: what each module imports, and what it says.
type pages struct {
	text    map[string]string
	imports map[string][]string
	styles  map[string][]string // the files that style a class
}

var (
	importing = regexp.MustCompile(`(?:from|import) "(\.[^"]+)"`)
	lazily    = regexp.MustCompile(`import\("(\.[^"]+)"\)`)
	classes   = regexp.MustCompile(`className=(?:"([^"]*)"|\{[^}]*?"([^"]*)"[^}]*\})`)
	styled    = regexp.MustCompile(`\.([a-z][\w-]*)`)
	remark    = regexp.MustCompile(`(?s)/\*.*?\*/`)
	routes    = regexp.MustCompile(`<Route[^>]*element=\{<(\w+) />\}\s*(/?)>|</Route>`)
)

func readPages(t *testing.T) pages {
	t.Helper()
	p := pages{map[string]string{}, map[string][]string{}, map[string][]string{}}
	require.NoError(t, filepath.WalkDir("src", func(name string, d os.DirEntry, err error) error {
		if err != nil || d.IsDir() {
			return err
		}
		content, err := os.ReadFile(name)
		p.text[strings.TrimPrefix(filepath.ToSlash(name), "src/")] = string(content)
		return err
	}))
	for name, text := range p.text {
		if strings.HasSuffix(name, ".css") {
			for _, m := range styled.FindAllStringSubmatch(remark.ReplaceAllString(text, ""), -1) {
				p.styles[m[1]] = append(p.styles[m[1]], name)
			}
			continue
		}
		for _, m := range importing.FindAllStringSubmatch(text, -1) {
			p.imports[name] = append(p.imports[name], p.file(name, m[1]))
		}
	}
	return p
}

// file is the module that another one names.
func (p pages) file(from, name string) string {
	at := path.Join(path.Dir(from), name)
	for _, end := range []string{"", ".ts", ".tsx"} {
		if _, ok := p.text[at+end]; ok {
			return at + end
		}
	}
	return at
}

// reach adds all that a module brings along.
func (p pages) reach(from string, seen map[string]bool) {
	if seen[from] {
		return
	}
	seen[from] = true
	for _, next := range p.imports[from] {
		p.reach(next, seen)
	}
}

// views are the modules of each route, those around it first.
func (p pages) views() (list [][]string) {
	app := p.text["app.tsx"]
	module := map[string]string{}
	for _, line := range strings.Split(app, "\n") {
		if m := lazily.FindStringSubmatch(line); m != nil {
			module[strings.Fields(line)[1]] = p.file("app.tsx", m[1])
		}
	}
	var around []string
	for _, m := range routes.FindAllStringSubmatch(app, -1) {
		switch {
		case m[1] == "":
			around = around[:len(around)-1]
		case m[2] == "/":
			list = append(list, append(slices.Clone(around), module[m[1]]))
		default:
			around = append(around, module[m[1]])
		}
	}
	return list
}

// Every view stands alone in a fresh tab: what styles it comes with it.
func TestEachViewBringsItsStyles(t *testing.T) {
	p := readPages(t)
	views := p.views()
	require.Greater(t, len(views), 15)
	for _, view := range views {
		with := map[string]bool{}
		p.reach("main.tsx", with)
		for _, module := range view {
			if module != "" {
				p.reach(module, with)
			}
		}
		for module := range with {
			for _, m := range classes.FindAllStringSubmatch(p.text[module], -1) {
				for _, class := range strings.Fields(m[1] + " " + m[2]) {
					in := p.styles[class]
					if class == "figure" || len(in) == 0 { // a figure is styled where a form lays it out
						continue
					}
					assert.True(
						t,
						slices.ContainsFunc(in, func(file string) bool { return with[file] }),
						"%v: .%s of %s is styled in %v",
						view,
						class,
						module,
						in,
					)
				}
			}
		}
	}
}
