package api

import (
	"database/sql"
	"os"
	"path"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/ledger"
)

// glossary is the table of rooms in docs/glossary.md: what each column names, by the name of the room.
type glossary struct {
	rooms   []string
	columns map[string]map[string][]string // column, room: what is named
}

var named = regexp.MustCompile("`([^`]+)`")

func readGlossary(t *testing.T) glossary {
	t.Helper()
	doc, err := os.ReadFile("../docs/glossary.md")
	require.NoError(t, err)
	_, doc2, ok := strings.Cut(string(doc), "## Rooms")
	require.True(t, ok)
	doc2, _, _ = strings.Cut(doc2, "## Names before")
	g := glossary{columns: map[string]map[string][]string{}}
	var heads []string
	for line := range strings.Lines(doc2) {
		line = strings.TrimSpace(line)
		if !strings.HasPrefix(line, "|") || strings.HasPrefix(line, "|--") {
			continue
		}
		cells := strings.Split(strings.Trim(line, "|"), "|")
		for i := range cells {
			cells[i] = strings.TrimSpace(cells[i])
		}
		if heads == nil {
			heads = cells
			continue
		}
		require.Len(t, cells, len(heads), line)
		room := cells[0]
		g.rooms = append(g.rooms, room)
		for i, head := range heads[1:] {
			if g.columns[head] == nil {
				g.columns[head] = map[string][]string{}
			}
			for _, m := range named.FindAllStringSubmatch(cells[i+1], -1) {
				g.columns[head][room] = append(g.columns[head][room], m[1])
			}
		}
	}
	require.Greater(t, len(g.rooms), 20)
	return g
}

// holds a column to what there is: each thing stands in one room, and nothing else is named.
func (g glossary) holds(t *testing.T, column string, found []string) {
	t.Helper()
	var all []string
	for _, room := range g.rooms {
		all = append(all, g.columns[column][room]...)
	}
	assert.ElementsMatch(t, found, all, "the column “%s” of docs/glossary.md, each once", column)
}

// folders are those below a folder, but for those that serve all rooms.
func folders(t *testing.T, of string, but ...string) (names []string) {
	t.Helper()
	list, err := os.ReadDir(filepath.Join("..", of))
	require.NoError(t, err)
	for _, f := range list {
		if f.IsDir() && f.Name() != "testdata" && !slices.Contains(but, f.Name()) {
			names = append(names, f.Name())
		}
	}
	return names
}

// One name a step: what a newcomer sees on a screen has its rule, service, routes and folder under one
// name, and each address, operation and table is of one room.
func TestOneNameAStep(t *testing.T) {
	g := readGlossary(t)
	layers := map[string][]string{
		"core":    folders(t, "core", "fault", "dates", "units", "bands", "message", "work"),
		"service": folders(t, "clinic", "record", "check", "trial"),
		"routes":  folders(t, "api", "wire"),
		"page":    folders(t, "web/src/features"),
	}
	for column, found := range layers {
		g.holds(t, column, found)
		for _, room := range g.rooms {
			if of := g.columns[column][room]; slices.Contains(found, room) {
				assert.Contains(t, of, room, "%s: the %s of its name is its own", room, column)
			} else if column != "core" {
				assert.Empty(t, of, "%s: its %s has another name", room, column)
			}
		}
	}
	t.Run("tables of the craft", func(t *testing.T) {
		files, err := filepath.Glob("../core/knowledge/*.yaml")
		require.NoError(t, err)
		for i, f := range files {
			files[i] = strings.TrimSuffix(path.Base(f), ".yaml")
		}
		ofAll := []string{"once", "sentences"}
		files = slices.DeleteFunc(files, func(name string) bool { return slices.Contains(ofAll, name) })
		g.holds(t, "tables", files)
	})
	t.Run("addresses of the page", func(t *testing.T) { g.holds(t, "address", addresses(t)) })
	t.Run("old addresses", func(t *testing.T) {
		lists, err := os.ReadFile("../web/src/app/Moved.tsx")
		require.NoError(t, err)
		moved := regexp.MustCompile(`\["(/[^"]*)", "(/[^"]*)"\]`).FindAllStringSubmatch(string(lists), -1)
		require.Greater(t, len(moved), 10)
		for _, m := range moved {
			assert.NotContains(t, addresses(t), m[1])
			assert.Contains(t, addresses(t), m[2], "%s leads on to it", m[1])
		}
	})
	t.Run("what is kept", func(t *testing.T) { g.holds(t, "kept as", kept(t)) })
	t.Run("operations", func(t *testing.T) { operationsByRoom(t, g) })
}

var route = regexp.MustCompile(`^(\s*)<Route (index |path="([^"]*)")`)

// addresses are those that the page's own table of routes has.
func addresses(t *testing.T) (list []string) {
	t.Helper()
	app, err := os.ReadFile("../web/src/app/App.tsx")
	require.NoError(t, err)
	var within []string // what the routes lie in, by their indentation
	for line := range strings.Lines(string(app)) {
		m := route.FindStringSubmatch(line)
		if m == nil || strings.Contains(line, "<Navigate") || m[3] == "*" {
			continue
		}
		depth := len(m[1]) / 2
		for len(within) <= depth {
			within = append(within, "")
		}
		above := ""
		for i := depth - 1; i >= 0; i-- {
			if within[i] != "" {
				above = within[i]
				break
			}
		}
		at := path.Join("/", above, m[3])
		clear(within[depth:])
		if strings.HasSuffix(strings.TrimSpace(line), " />") {
			list = append(list, at)
		} else {
			within[depth] = at
		}
	}
	return list
}

var ofKind = regexp.MustCompile(`New(?:House)?Kind(?:\[[^]]*\])?\("([a-z]+)"`)

// kept are the tables of the data file and the kinds of its documents, but for those that serve all.
func kept(t *testing.T) (list []string) {
	t.Helper()
	all, err := filepath.Glob("../clinic/*/*.go")
	require.NoError(t, err)
	for _, f := range all {
		code, err := os.ReadFile(f)
		require.NoError(t, err)
		for _, m := range ofKind.FindAllStringSubmatch(string(code), -1) {
			list = append(list, m[1])
		}
	}
	file := filepath.Join(t.TempDir(), "bench.sqlite")
	l, err := ledger.Open(t.Context(), file)
	require.NoError(t, err)
	require.NoError(t, l.Close())
	db, err := sql.Open("sqlite", file)
	require.NoError(t, err)
	defer func() { assert.NoError(t, db.Close()) }()
	rows, err := db.QueryContext(t.Context(), `SELECT name FROM sqlite_master WHERE type = 'table'
		AND name NOT LIKE 'sqlite_%' AND name NOT IN ('goose_db_version', 'documents', 'bases', 'sent')`)
	require.NoError(t, err)
	defer func() { assert.NoError(t, rows.Close()) }()
	for rows.Next() {
		var name string
		require.NoError(t, rows.Scan(&name))
		list = append(list, name)
	}
	require.NoError(t, rows.Err())
	return list
}

var operation = regexp.MustCompile(`wire\.(?:Get|Post|Put|Table|Compute|Streaming\[[^]]*\])\("([^"]*)", "(\w+)"`)

// operationsByRoom finds each operation of the contract in the routes of one room.
func operationsByRoom(t *testing.T, g glossary) {
	of := map[string]string{}
	files, err := filepath.Glob("*/*.go")
	require.NoError(t, err)
	for _, f := range files {
		code, err := os.ReadFile(f)
		require.NoError(t, err)
		for _, m := range operation.FindAllStringSubmatch(string(code), -1) {
			require.Empty(t, of[m[2]], "%s stands twice", m[2])
			of[m[2]] = path.Dir(f)
		}
	}
	for _, o := range table(nil, nil) {
		assert.Contains(t, g.rooms, of[o.ID], "%s is in no room", o.ID)
		if name, is := strings.CutPrefix(o.Path, "/api/v1/knowledge/"); is { // handed out by the room that it is of
			assert.Contains(t, append(g.columns["core"][of[o.ID]], g.columns["tables"][of[o.ID]]...), name, o.ID)
		}
	}
}
