package formats

import (
	"strings"
	"sync"
	"unicode"

	"golang.org/x/image/font/gofont/gobold"
	"golang.org/x/image/font/gofont/goregular"
	"golang.org/x/image/font/sfnt"
)

// standIn is printed for a letter that the fonts of papers do not have.
const standIn = '□'

var fonts = sync.OnceValue(func() []*sfnt.Font {
	var all []*sfnt.Font
	for _, ttf := range [][]byte{goregular.TTF, gobold.TTF} {
		f, err := sfnt.Parse(ttf)
		if err != nil {
			panic(err)
		}
		all = append(all, f)
	}
	return all
})

// printed is a text as papers can carry it: what both weights of the font have,
// and a stand-in for each letter that one of them has not. What only joins or
// varies letters falls away.
func printed(text string) string {
	var buffer sfnt.Buffer
	return strings.Map(func(r rune) rune {
		switch {
		case r == '\n' || r == ' ':
			return r
		case unicode.IsSpace(r):
			return ' '
		case unicode.In(r, unicode.Cc, unicode.Cf, unicode.Mn, unicode.Me):
			return -1
		case r > 0xffff: // beyond what the PDF's tables can name
			return standIn
		}
		for _, f := range fonts() {
			if at, err := f.GlyphIndex(&buffer, r); err != nil || at == 0 {
				return standIn
			}
		}
		return r
	}, text)
}
