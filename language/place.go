package language

import (
	"fmt"
	"strings"

	"github.com/nicksnyder/go-i18n/v2/i18n/template"
)

// place is where something named stands in a sentence: {day}, or {water:bare} with how it is said there.
type place struct{ name, how string }

// pieces are a sentence of the catalogue: words and places by turns, beginning with words.
type pieces struct {
	words  []string
	places []place
}

// places reads the sentences of the catalogue for go-i18n.
type places struct{}

// Cacheable holds: what was read once is read.
func (places) Cacheable() bool { return true }

// Parse takes a sentence apart at its places.
func (places) Parse(text, _, _ string) (template.ParsedTemplate, error) { return parse(text) }

func parse(text string) (*pieces, error) {
	var p pieces
	rest := text
	for {
		before, after, found := strings.Cut(rest, "{")
		if strings.Contains(before, "}") {
			return nil, fmt.Errorf("%q closes a place that was not opened", text)
		}
		p.words = append(p.words, before)
		if !found {
			return &p, nil
		}
		inside, end, closed := strings.Cut(after, "}")
		if !closed || inside == "" {
			return nil, fmt.Errorf("%q has a place that is not closed or not named", text)
		}
		name, how, _ := strings.Cut(inside, ":")
		p.places = append(p.places, place{name, how})
		rest = end
	}
}

// Execute fills the places in.
func (p *pieces) Execute(data any) (string, error) {
	if len(p.places) == 0 {
		return p.words[0], nil
	}
	s := data.(sentence)
	var b strings.Builder
	for i, at := range p.places {
		b.WriteString(p.words[i])
		b.WriteString(s.fill(at))
	}
	b.WriteString(p.words[len(p.places)])
	return b.String(), nil
}
