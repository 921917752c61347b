// Package pseudo is a language for tests: English with accents, a third longer, in brackets. What is seen
// without them was not said through a catalogue, and what is cut off by them would be in German.
package pseudo

import (
	"strings"

	"therapeon/core/knowledge/words"
)

// Tag is its tag: the one that Unicode's CLDR keeps for accented English.
const Tag = "en-XA"

// Use adds it to the languages, until it is taken out again.
func Use() (takeOut func()) {
	catalogue := map[string]words.Forms{}
	for code, forms := range words.In(words.English) {
		catalogue[code] = words.Forms{}
		for category, text := range forms {
			catalogue[code][category] = Said(text)
		}
	}
	return words.Add(Tag, catalogue)
}

var accented = strings.NewReplacer(
	"a", "á", "b", "ƀ", "c", "ç", "d", "đ", "e", "é", "f", "ƒ", "g", "ğ", "h", "ĥ", "i", "í", "j", "ĵ", "k", "ķ", "l", "ł",
	"m", "ɱ", "n", "ñ", "o", "ó", "p", "þ", "q", "ɋ", "r", "ŕ", "s", "š", "t", "ţ", "u", "ú", "v", "ṽ", "w", "ŵ", "x", "ẋ",
	"y", "ý", "z", "ž", "A", "Á", "B", "Ɓ", "C", "Ç", "D", "Đ", "E", "É", "F", "Ƒ", "G", "Ğ", "H", "Ĥ", "I", "Í", "J", "Ĵ",
	"K", "Ķ", "L", "Ł", "M", "Ḿ", "N", "Ñ", "O", "Ó", "P", "Þ", "Q", "Ɋ", "R", "Ŕ", "S", "Š", "T", "Ţ", "U", "Ú", "V", "Ṽ",
	"W", "Ŵ", "X", "Ẋ", "Y", "Ý", "Z", "Ž",
)

// Said is an entry in it. Its places stay.
func Said(text string) string {
	var b strings.Builder
	letters, rest := 0, text
	for rest != "" {
		before, after, found := strings.Cut(rest, "{")
		b.WriteString(accented.Replace(before))
		letters += len(before)
		if !found {
			break
		}
		place, end, _ := strings.Cut(after, "}")
		b.WriteString("{" + place + "}")
		rest = end
	}
	return "[" + b.String() + longer(letters/3) + "]"
}

// longer is so many signs more, in words that a line can be broken between.
func longer(signs int) string {
	return strings.Repeat("~~~~~~~~ ", signs/8) + strings.Repeat("~", signs%8)
}
