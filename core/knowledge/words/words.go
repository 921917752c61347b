// Package words holds the catalogues: what the program says, by code, a folder a language.
//
// A file of a catalogue has entries under a common beginning of their codes:
//
//	aftercare.jobs.flush:
//	  name: Flush
//	  late: One or two days late is no harm.
//
// The code of the first is aftercare.jobs.flush.name. An entry that depends on a number has its forms
// by the plural categories of the language; the number is the one called n:
//
//	work:
//	  open: {one: One job is open., other: "{n} jobs are open."}
package words

import (
	"embed"
	"fmt"
	"io/fs"
	"maps"
	"path"
	"slices"
	"strings"
	"sync"

	"github.com/goccy/go-yaml"
)

//go:embed en
var catalogues embed.FS

// English is the language in which everything is written first.
const English = "en"

// Forms are the words of an entry by plural category; what does not count has only Other.
type Forms map[string]string

// Other is the category that every entry has.
const Other = "other"

// categories are those of CLDR.
var categories = []string{"zero", "one", "two", "few", "many", Other}

// Languages lists those that have a catalogue.
func Languages() []string {
	tags := slices.Collect(maps.Keys(all()))
	added.Range(func(tag, _ any) bool { tags = append(tags, tag.(string)); return true })
	slices.Sort(tags)
	return tags
}

// In is the catalogue of a language by code; nil where there is none.
func In(language string) map[string]Forms {
	if catalogue, ok := added.Load(language); ok {
		return catalogue.(map[string]Forms)
	}
	return all()[language]
}

var added sync.Map // of catalogues by language

// Add adds a catalogue that does not ship with the program, until it is taken out again.
func Add(language string, catalogue map[string]Forms) (takeOut func()) {
	added.Store(language, catalogue)
	return func() { added.Delete(language) }
}

// Has holds for a code that has words in English.
func Has(code string) bool {
	_, ok := In(English)[code]
	return ok
}

// all reads the catalogues. They ship inside the program, so a broken one is a fault of the build and panics.
var all = sync.OnceValue(func() map[string]map[string]Forms {
	read := map[string]map[string]Forms{}
	dirs, err := catalogues.ReadDir(".")
	if err != nil {
		panic(err)
	}
	for _, d := range dirs {
		if read[d.Name()], err = Read(catalogues, d.Name()); err != nil {
			panic(err)
		}
	}
	return read
})

// Read reads the files of a folder into a catalogue.
func Read(files fs.FS, dir string) (map[string]Forms, error) {
	names, err := fs.Glob(files, path.Join(dir, "*.yaml"))
	if err != nil {
		return nil, err
	}
	catalogue := map[string]Forms{}
	for _, name := range names {
		raw, err := fs.ReadFile(files, name)
		if err != nil {
			return nil, err
		}
		var groups map[string]map[string]any
		if err := yaml.UnmarshalWithOptions(raw, &groups, yaml.Strict()); err != nil {
			return nil, fmt.Errorf("words in %s: %w", name, err)
		}
		for _, group := range slices.Sorted(maps.Keys(groups)) {
			for _, key := range slices.Sorted(maps.Keys(groups[group])) {
				forms, err := formsOf(groups[group][key])
				code := group + "." + key
				if _, twice := catalogue[code]; twice {
					err = fmt.Errorf("it stands twice")
				}
				if err != nil {
					return nil, fmt.Errorf("words in %s, %s: %w", name, code, err)
				}
				catalogue[code] = forms
			}
		}
	}
	return catalogue, nil
}

// formsOf are the forms of an entry, which is one text, or one by plural category.
func formsOf(entry any) (Forms, error) {
	switch entry := entry.(type) {
	case string:
		return Forms{Other: entry}, nil
	case map[string]any:
		forms := Forms{}
		for category, text := range entry {
			s, ok := text.(string)
			if !ok || !slices.Contains(categories, category) {
				return nil, fmt.Errorf("%v: %v is no form of %s", category, text, strings.Join(categories, ", "))
			}
			forms[category] = s
		}
		if forms[Other] == "" {
			return nil, fmt.Errorf("the form %s is missing", Other)
		}
		return forms, nil
	}
	return nil, fmt.Errorf("%v is no text: write it in quotes", entry)
}
