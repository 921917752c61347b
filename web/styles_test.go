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

// mostLines is how many lines of styles the page may have: what antd's parts look like is one file
// of tokens, and a view has little to add.
const mostLines = 1425

var (
	remark   = regexp.MustCompile(`(?s)/\*.*?\*/`)
	class    = regexp.MustCompile(`\.([a-zA-Z]\w*)`)
	imported = regexp.MustCompile(`import (\w+) from "(\.[^"]*\.module\.css)"`)
)

// page is the page's code, by its path below src.
func page(t *testing.T) map[string]string {
	t.Helper()
	files := map[string]string{}
	require.NoError(t, filepath.WalkDir("src", func(name string, d os.DirEntry, err error) error {
		if err != nil || d.IsDir() {
			return err
		}
		content, err := os.ReadFile(name)
		files[strings.TrimPrefix(filepath.ToSlash(name), "src/")] = string(content)
		return err
	}))
	return files
}

func styles(files map[string]string) (names []string) {
	for name := range files {
		if strings.HasSuffix(name, ".css") {
			names = append(names, name)
		}
	}
	slices.Sort(names)
	return names
}

func TestTheStylesStayFew(t *testing.T) {
	files := page(t)
	lines := 0
	for _, name := range styles(files) {
		lines += strings.Count(files[name], "\n")
	}
	assert.LessOrEqual(t, lines, mostLines)
}

// antd's parts are dressed by the theme alone.
func TestNoStyleReachesIntoAntd(t *testing.T) {
	files := page(t)
	require.Greater(t, len(styles(files)), 20)
	for _, name := range styles(files) {
		assert.NotContains(t, files[name], ".ant-", name)
		assert.NotContains(t, files[name], "!important", name)
		if name != "app/page.css" {
			assert.True(t, strings.HasSuffix(name, ".module.css"), "%s is a module", name)
		}
	}
}

// A class that is asked of a module is one of it, and each is asked for.
func TestEachClassIsThereAndUsed(t *testing.T) {
	files := page(t)
	used := map[string]map[string]bool{}
	for name, text := range files {
		if !strings.HasSuffix(name, ".tsx") {
			continue
		}
		for _, m := range imported.FindAllStringSubmatch(text, -1) {
			module := path.Join(path.Dir(name), m[2])
			if used[module] == nil {
				used[module] = map[string]bool{}
			}
			of := regexp.MustCompile(`(?:[^\w./"])` + m[1] + `\.(\w+)`)
			for _, c := range of.FindAllStringSubmatch(text, -1) {
				used[module][c[1]] = true
			}
		}
	}
	require.Greater(t, len(used), 20)
	for _, name := range styles(files) {
		if name == "app/page.css" {
			continue
		}
		there := map[string]bool{}
		for _, rule := range strings.Split(remark.ReplaceAllString(files[name], ""), "{") {
			head := rule[strings.LastIndexAny(rule, "};")+1:]
			for _, c := range class.FindAllStringSubmatch(head, -1) {
				there[c[1]] = true
			}
		}
		for c := range used[name] {
			assert.True(t, there[c], "%s has no .%s", name, c)
		}
		for c := range there {
			assert.True(t, used[name][c], "nobody asks for .%s of %s", c, name)
		}
	}
}
