package clinic_test

import (
	"fmt"
	"go/ast"
	"go/parser"
	"go/token"
	"io/fs"
	"os"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Numbers of services and routes that are no figures of the craft, and why not.
var notOfTheCraft = map[string][]string{
	"clinic/check/check.go":         {"60", "64"},                         // letters of a value that are told; bits of a float
	"clinic/check/sound.go":         {"9999"},                             // the last year that can be sent
	"clinic/cleaning/cleaning.go":   {"30"},                               // own jobs of a plan
	"clinic/scales/scales.go":       {"10", "16"},                         // seconds a scale is waited for, scales
	"clinic/history/history.go":     {"20"},                               // generations looked back
	"clinic/places/places.go":       {"60", "3600", "24"},                 // days shown, units of time
	"clinic/places/importing.go":    {"1000"},                             // hours a batch
	"clinic/race/race.go":           {"2_000_000", "366"},                 // what a race may take
	"clinic/record/memory.go":       {"10_000"},                           // races and causes remembered
	"clinic/mixing/shelf.go":        {"1e-9", "1000"},                     // what is no amount, mL in a litre
	"clinic/progress/family.go":     {"20", "200"},                        // generations, plants of a family
	"clinic/aftercare/aftercare.go": {"120"},                              // entries of a history listed
	"clinic/timers/timers.go":       {"40", "1000"},                       // timers, milliseconds
	"clinic/pests/pests.go":         {"12"},                               // noon
	"api/wire/body.go":              {"20", "10", "64", "50", "60"},       // bytes, numbers, letters
	"api/wire/contract.go":          {"64"},                               // bits
	"api/contract.go":               {"8"},                                // signs of a commit
	"api/wire/file.go":              {"60", "200"},                        // letters of names and addresses
	"api/wire/operation.go":         {"4", "20", "15", "10", "64", "400"}, // bytes, seconds, numbers, letters
	"api/intake/routes.go":          {"200", "2000"},                      // rows of a list
	"api/settings/routes.go":        {"10", "5"},                          // minutes
	"api/division/routes.go":        {"12"},                               // cuts asked about
	"api/history/routes.go":         {"10", "64", "48", "23"},             // numbers, labels of a call, places of a sheet
	"api/places/routes.go":          {"5"},                                // minutes
}

// noCraft is what knows nothing of plants: who may ask, and who else is there.
var noCraft = []string{"clinic/people/", "clinic/company/", "api/door.go", "api/who.go", "api/company/", "api/wire/visit.go", "clinic/check/words.go", "clinic/trial/"}

// Comparisons of the page that are no figures of the craft, and why not.
var notOfThePage = map[string][]string{
	"features/today/Evening.tsx":         {"0.005"},            // what rounds to nothing
	"lib/desk.ts":                        {"500"},              // of HTTP
	"lib/words.ts":                       {"1000", "10"},       // units, digits
	"draw/RacePicture.tsx":               {"16", "12", "32"},   // weeks that fit under the picture, px between words
	"features/race/RaceView.tsx":         {"98"},               // weeks that are read out
	"features/mixing/Measured.tsx":       {"15", "1000", "20"}, // household units, digits
	"features/mixing/Water.tsx":          {"0.01"},             // below it reads 0 %
	"features/division/DivisionStep.tsx": {"60"},               // bulbs, as the request has them
	"draw/LookalikeDrawing.tsx":          {"60"},               // strokes of a drawing
	"features/cleaning/PlanSheet.tsx":    {"30"},               // jobs that fit a screen
	"features/weights/Weights.tsx":       {"4"},                // weights shown at first
	"features/weights/Scale.tsx":         {"4"},                // seconds after which what a scale shows is old
	"draw/fan/Labels.tsx":                {"6"},                // tries to place a label
	"features/rehome/MixForm.tsx":        {"0.005"},            // below it reads 0 mL
	"draw/SharesBar.tsx":                 {"0.12"},             // room for a label
	"lib/dates.ts":                       {"12", "7", "4"},     // months, letters of a day
	"features/roots/SideRoots.tsx":       {"12"},               // segments, as the request has them
	"features/intake/Blades.tsx":         {"50"},               // leaves, as the request has them
}

// A figure of the craft stands in the tables of the core, with its mark: a number in a service
// or a route is one only if it says here why it is none.
func TestNoFigureOfTheCraftStandsInAServiceOrARoute(t *testing.T) {
	found := map[string][]string{}
	for _, root := range []string{"clinic", "api"} {
		err := filepath.WalkDir(filepath.Join("..", root), func(path string, d fs.DirEntry, err error) error {
			if err != nil || d.IsDir() || !strings.HasSuffix(path, ".go") || strings.HasSuffix(path, "_test.go") {
				return err
			}
			file, err := parser.ParseFile(token.NewFileSet(), path, nil, parser.SkipObjectResolution)
			if err != nil {
				return err
			}
			name := filepath.ToSlash(strings.TrimPrefix(path, "../"))
			if slices.ContainsFunc(noCraft, func(of string) bool { return strings.HasPrefix(name, of) }) {
				return nil
			}
			ast.Inspect(file, func(n ast.Node) bool {
				number, ok := n.(*ast.BasicLit)
				if ok && (number.Kind == token.INT || number.Kind == token.FLOAT) &&
					!slices.Contains([]string{"0", "1", "2"}, number.Value) {
					found[name] = append(found[name], number.Value)
				}
				return true
			})
			return nil
		})
		require.NoError(t, err)
	}
	sameFigures(t, notOfTheCraft, found)
}

var compared = regexp.MustCompile(`[^=<>-][<>]=? ?(\d[\d_.]*)`)

// The same holds for what the page compares with.
func TestThePageComparesWithNoFigureOfTheCraft(t *testing.T) {
	found := map[string][]string{}
	root := filepath.Join("..", "web", "src")
	err := filepath.WalkDir(root, func(path string, d fs.DirEntry, err error) error {
		if err != nil || d.IsDir() || !strings.HasSuffix(path, ".ts") && !strings.HasSuffix(path, ".tsx") ||
			strings.HasSuffix(path, "schema.d.ts") {
			return err
		}
		text, err := os.ReadFile(path)
		name, relative := filepath.Rel(root, path)
		require.NoError(t, relative)
		for _, m := range compared.FindAllStringSubmatch(string(text), -1) {
			if !slices.Contains([]string{"0", "1", "2"}, m[1]) {
				found[filepath.ToSlash(name)] = append(found[filepath.ToSlash(name)], m[1])
			}
		}
		return err
	})
	require.NoError(t, err)
	sameFigures(t, notOfThePage, found)
}

func sameFigures(t *testing.T, allowed, found map[string][]string) {
	t.Helper()
	for name, numbers := range found {
		for _, n := range numbers {
			assert.Contains(t, allowed[name], n, fmt.Sprintf("%s: a figure of the craft belongs into the tables of the core", name))
		}
	}
	for name, numbers := range allowed {
		for _, n := range numbers {
			assert.Contains(t, found[name], n, fmt.Sprintf("%s has it no more", name))
		}
	}
}
