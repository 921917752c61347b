package core_test

import (
	"fmt"
	"go/ast"
	"go/parser"
	"go/token"
	"io/fs"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// factors are the packages in which factors stand under their names.
var factors = []string{"units", "bands"}

// methods are symbols of published formulas and of numerical methods: their figures are the method itself.
var methods = map[string]string{
	"air.StandardKPa":        "the standard atmosphere",
	"air.SaturationKPa":      "FAO-56, equation 11",
	"air.DewPointC":          "FAO-56, equation 11 turned round",
	"air.VapourByWetBulbKPa": "FAO-56, equation 15",
	"air.PressureKPa":        "FAO-56, equation 7",
	"air.gramsPerMole":       "of water: IUPAC standard atomic weights",
	"climate.DayLengthH":     "FAO-56, equations 24, 25 and 34",
	"solutions.OxygenMGL":    "Benson & Krause 1984",
	"causes.decibans":        "the deciban: ten times the logarithm of a factor",
	"causes.factorOf":        "the same turned round",
	"causes.negligible":      "what is left out of a sum",
	"causes.model.weigh":     "a hundredth of that: sums of what is left out stay below it",
	"causes.everySet":        "causes up to which each set is weighed",
	"causes.enough":          "sets that are weighed where there are more",
	"causes.slack":           "for causes that explain more together than apart",
	"causes.search.run":      "the floor of a search, let down step by step",
	"drying.Learn":           "a grid to integrate over",
	"drying.foretold":        "a grid to integrate over",
	"forecast.Wilson":        "Wilson 1927",
	"forecast.WaitingCRPS":   "a grid to integrate over",
	"pots.Pot.BelowL":        "Simpson's rule, which is exact for cones and pyramids",
	"progress.posterior":     "a grid to integrate over",
	"progress.tail":          "of an interval of 95 %",
	"progress.exactPoints":   "Kendall's S is worked out up to so many points, else by the normal curve",
	"progress.varianceOfS":   "of Kendall's S, with ties (Kendall 1970)",
	"progress.medianRank":    "the binomial of a fair coin",
	"progress.Arrives":       "halvings until a day is found",
	"race.steps":             "roots of primes (Richtmyer 1951)",
	"race.share":             "the middle of a step, and a prime that sets seeds apart",
	"race.posterior":         "a grid to integrate over",
	"race.mostOf":            "the middle nine tenths on the normal curve",
	"race.bins":              "of a histogram",
	"race.model.humidityFor": "halvings until the humidity is known to a point",
	"roots.Displaced":        "the cylinder: area and length by volume and width",
	"roots.rounding":         "what sums of shares may be off by",
	"solutions.round":        "digits in which a decimal is read again",
}

// others are the exceptions: figures of no craft, at most sixty, each with its reason.
var others = map[string]string{
	"cleaning.planner.plan": "room between the stages of a plan, to put jobs in order",
	"dates.earliestYear":    "no plant here came earlier",
	"message.scaleFigures":  "figures of a weight that are said",
	"pots.Knowledge.Draw":   "mm in a drawing",
	"pots.Section.outline":  "steps of a curve in a drawing",
	"pots.Section.seat":     "mm in a drawing",
	"pots.Section.hang":     "mm and slopes in a drawing",
	"progress.farthest":     "days: what is so far off is never",
	"race.always":           "days: more than any race has",
	"race.mostRuns":         "of a request",
	"race.scaleDigits":      "digits of a weight that is said",
	"race.sparse":           "share of the runs that a search takes",
	"race.pictured":         "share of the runs that a picture takes",
	"race.model.thin":       "runs that a search takes at least",
	"race.model.ended":      "runs between two looks at whether anyone waits",
	"rehome.mixedIn":        "the third part of a match",
	"roots.MaxRoots":        "of a request",
	"roots.MaxSegments":     "of a request",
	"roots.MaxBranches":     "of a request",
	"roots.MaxGrowths":      "of a request",
	"roots.freeID":          "letters that a name keeps, with room for a number",
	"roots.reasonsEach":     "reasons kept for a root: more are rare",
}

const mostOthers = 60

// A figure of the craft stands in a table with its mark: the core has no number of its own but 0, 1 and 2,
// factors between units by their names, and what belongs to a formula or a numerical method.
func TestNoFigureStandsInTheCode(t *testing.T) {
	found := map[string][]string{}
	require.NoError(t, filepath.WalkDir(".", func(path string, d fs.DirEntry, err error) error {
		if err != nil || d.IsDir() || !strings.HasSuffix(path, ".go") || strings.HasSuffix(path, "_test.go") {
			return err
		}
		pkg := filepath.Base(filepath.Dir(path))
		if slices.Contains(factors, pkg) {
			return nil
		}
		file, err := parser.ParseFile(token.NewFileSet(), path, nil, parser.SkipObjectResolution)
		if err != nil {
			return err
		}
		for _, decl := range file.Decls {
			for name, node := range symbols(decl) {
				figuresIn(node, func(n string) {
					found[pkg+"."+name] = append(found[pkg+"."+name], n)
				})
			}
		}
		return nil
	}))
	for symbol, numbers := range found {
		_, method := methods[symbol]
		_, other := others[symbol]
		assert.True(t, method || other, "%s has %v: a figure of the craft belongs into a table", symbol, numbers)
	}
	for _, list := range []map[string]string{methods, others} {
		for symbol := range list {
			assert.NotEmpty(t, found[symbol], "%s has no figure any more", symbol)
		}
	}
	assert.LessOrEqual(t, len(others), mostOthers)
	t.Logf("%d exceptions, %d formulas and methods", len(others), len(methods))
}

// symbols are what a declaration names, each with its code.
func symbols(decl ast.Decl) map[string]ast.Node {
	all := map[string]ast.Node{}
	switch d := decl.(type) {
	case *ast.FuncDecl:
		name := d.Name.Name
		if d.Recv != nil {
			of := d.Recv.List[0].Type
			if p, ok := of.(*ast.StarExpr); ok {
				of = p.X
			}
			name = fmt.Sprint(of) + "." + name
		}
		all[name] = d
	case *ast.GenDecl:
		for _, s := range d.Specs {
			switch s := s.(type) {
			case *ast.ValueSpec:
				all[s.Names[0].Name] = s
			case *ast.TypeSpec:
				all[s.Name.Name] = s
			}
		}
	}
	return all
}

// figuresIn finds the numbers in code, but 0, 1 and 2, and the width in bits that strconv is told.
func figuresIn(node ast.Node, take func(string)) {
	ast.Inspect(node, func(n ast.Node) bool {
		if call, ok := n.(*ast.CallExpr); ok {
			if f, ok := call.Fun.(*ast.SelectorExpr); ok && fmt.Sprint(f.X) == "strconv" {
				for _, a := range call.Args[:len(call.Args)-1] {
					figuresIn(a, take)
				}
				return false
			}
		}
		if field, ok := n.(*ast.Field); ok && field.Tag != nil {
			for _, rule := range limit.FindAllStringSubmatch(field.Tag.Value, -1) {
				takeUnless(rule[1], take)
			}
		}
		l, ok := n.(*ast.BasicLit)
		if !ok || l.Kind != token.INT && l.Kind != token.FLOAT {
			return true
		}
		takeUnless(l.Value, take)
		return true
	})
}

// limit is a limit in a tag: fields name those of limits.yaml.
var limit = regexp.MustCompile(`(?:min|max|len|gte?|lte?)=(-?[\d.]+)`)

func takeUnless(n string, take func(string)) {
	if !slices.Contains([]string{"0", "1", "2", "0.0", "1.0"}, n) {
		take(n)
	}
}
