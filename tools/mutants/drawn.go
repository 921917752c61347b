package main

import (
	"bytes"
	"encoding/json"
	"fmt"
	"go/ast"
	"go/parser"
	"go/token"
	"math/rand/v2"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"time"
)

// swaps are what a drawn mutant puts in the place of an operator.
var swaps = map[token.Token]token.Token{
	token.LSS: token.LEQ, token.LEQ: token.LSS, token.GTR: token.GEQ, token.GEQ: token.GTR,
	token.EQL: token.NEQ, token.NEQ: token.EQL, token.LAND: token.LOR, token.LOR: token.LAND,
	token.ADD: token.SUB, token.SUB: token.ADD, token.MUL: token.QUO, token.QUO: token.MUL,
	token.INC: token.DEC, token.DEC: token.INC, token.ADD_ASSIGN: token.SUB_ASSIGN, token.SUB_ASSIGN: token.ADD_ASSIGN,
}

// spot is an operator of a file that can be swapped.
type spot struct {
	file     string
	at       int // bytes into the file
	line     int
	from, to token.Token
	text     string // its line
}

// String names a spot by what stands there, so that it is the same after lines were added above.
func (s spot) String() string {
	return fmt.Sprintf("%s: %s -> %s in: %s", filepath.ToSlash(s.file), s.from, s.to, s.text)
}

// drawn tries some mutants of each package, drawn by a seed, against the package's own tests, and tells what
// share of them they noticed and what share of the code they run. Survivors that are as good as the code
// are named in survivors.txt, each with its reason.
func drawn(tree string, seed uint64, each int, packages []string) error {
	excused, err := excuses(filepath.Join(tree, "tools/mutants/survivors.txt"))
	if err != nil {
		return err
	}
	faults := 0
	for _, pkg := range packages {
		t, err := try(tree, pkg, seed, each, excused)
		if err != nil {
			return err
		}
		fmt.Printf("%-24s %3d of %3d noticed (%3.0f %%), %4.1f %% covered\n", pkg, t.noticed, t.tried, t.share(), t.covered)
		for _, s := range t.survived {
			fmt.Println("    " + s.String())
		}
		if t.share() < leastNoticed || t.covered < leastCovered {
			faults++
		}
	}
	if faults > 0 {
		return fmt.Errorf("%d packages under %d %% noticed or %d %% covered", faults, leastNoticed, leastCovered)
	}
	return nil
}

const leastNoticed, leastCovered = 92, 90

type tally struct {
	tried, noticed int
	covered        float64
	survived       []spot
}

// share is the percentage noticed; of none, all.
func (t tally) share() float64 {
	if t.tried == 0 {
		return 100
	}
	return 100 * float64(t.noticed) / float64(t.tried)
}

var coverage = regexp.MustCompile(`coverage: ([\d.]+)% of statements`)

func try(tree, pkg string, seed uint64, each int, excused map[string]bool) (t tally, err error) {
	began := time.Now()
	out, err := exec.Command("go", "-C", tree, "test", "-count", "1", "-cover", pkg).CombinedOutput()
	if err != nil {
		return t, fmt.Errorf("%s fails as it is:\n%s", pkg, out)
	}
	if m := coverage.FindSubmatch(out); m != nil {
		t.covered, _ = strconv.ParseFloat(string(m[1]), 64)
	}
	limit := 10*time.Since(began) + 20*time.Second
	spots, err := spotsOf(tree, pkg)
	if err != nil {
		return t, err
	}
	r := rand.New(rand.NewPCG(seed, 1))
	r.Shuffle(len(spots), func(i, j int) { spots[i], spots[j] = spots[j], spots[i] })
	for _, s := range spots {
		if t.tried == each {
			break
		}
		if excused[s.String()] {
			continue
		}
		switch noticed, viable, err := s.tried(tree, pkg, limit); {
		case err != nil:
			return t, err
		case !viable:
		case noticed:
			t.tried, t.noticed = t.tried+1, t.noticed+1
		default:
			t.tried, t.survived = t.tried+1, append(t.survived, s)
		}
	}
	return t, nil
}

// spotsOf finds all operators of a package that can be swapped, but those of its tests.
func spotsOf(tree, pkg string) (list []spot, err error) {
	files, err := filepath.Glob(filepath.Join(tree, pkg, "*.go"))
	if err != nil {
		return nil, err
	}
	slices.Sort(files)
	for _, name := range files {
		if strings.HasSuffix(name, "_test.go") {
			continue
		}
		code, err := os.ReadFile(name)
		if err != nil {
			return nil, err
		}
		set := token.NewFileSet()
		file, err := parser.ParseFile(set, name, code, parser.SkipObjectResolution)
		if err != nil {
			return nil, err
		}
		lines := bytes.Split(code, []byte("\n"))
		rel, err := filepath.Rel(tree, name)
		if err != nil {
			return nil, err
		}
		add := func(at token.Pos, op token.Token) {
			if to, ok := swaps[op]; ok {
				p := set.Position(at)
				list = append(list, spot{rel, p.Offset, p.Line, op, to, string(bytes.TrimSpace(lines[p.Line-1]))})
			}
		}
		ast.Inspect(file, func(n ast.Node) bool {
			switch n := n.(type) {
			case *ast.BinaryExpr:
				add(n.OpPos, n.Op)
			case *ast.IncDecStmt:
				add(n.TokPos, n.Tok)
			case *ast.AssignStmt:
				add(n.TokPos, n.Tok)
			}
			return true
		})
	}
	return list, nil
}

// tried runs the package's own tests with the operator swapped; not viable is what does not build.
func (s spot) tried(tree, pkg string, limit time.Duration) (noticed, viable bool, err error) {
	name := filepath.Join(tree, s.file)
	code, err := os.ReadFile(name)
	if err != nil {
		return false, false, err
	}
	spoiled := string(code[:s.at]) + s.to.String() + string(code[s.at+len(s.from.String()):])
	folder, err := os.MkdirTemp("", "mutant-")
	if err != nil {
		return false, false, err
	}
	defer func() { _ = os.RemoveAll(folder) }()
	mutant, over := filepath.Join(folder, "mutant.go"), filepath.Join(folder, "overlay.json")
	overlay, err := json.Marshal(map[string]map[string]string{"Replace": {name: mutant}})
	if err != nil {
		return false, false, err
	}
	if err := os.WriteFile(mutant, []byte(spoiled), 0o600); err != nil {
		return false, false, err
	}
	if err := os.WriteFile(over, overlay, 0o600); err != nil {
		return false, false, err
	}
	out, err := exec.Command("go", "-C", tree, "test", "-count", "1", "-failfast", "-vet", "off", "-ldflags", "-s -w", "-overlay", over,
		"-timeout", limit.String(), pkg).CombinedOutput()
	if bytes.Contains(out, []byte("[build failed]")) || bytes.Contains(out, []byte("[setup failed]")) {
		return false, false, nil
	}
	return err != nil, true, nil
}

// excuses are the survivors that are as good as the code: "spot # reason" a line.
func excuses(path string) (map[string]bool, error) {
	content, err := os.ReadFile(path)
	if err != nil {
		return nil, err
	}
	all := map[string]bool{}
	for line := range strings.Lines(string(content)) {
		line = strings.TrimSpace(line)
		if line == "" || strings.HasPrefix(line, "#") {
			continue
		}
		at, reason, ok := strings.Cut(line, " ## ")
		if !ok || reason == "" {
			return nil, fmt.Errorf("%s: no reason given: %s", path, line)
		}
		all[strings.TrimSpace(at)] = true
	}
	return all, nil
}
