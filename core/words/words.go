// Package words makes sentences of names and figures, the same way everywhere.
package words

import (
	"strings"
	"unicode"
	"unicode/utf8"
)

// Lower is a name as it stands within a sentence: its first letter small. A name that
// begins with two capitals, such as pH or a code, stays as it is.
func Lower(name string) string {
	if name == "" {
		return ""
	}
	first, size := utf8.DecodeRuneInString(name)
	second, _ := utf8.DecodeRuneInString(name[size:])
	if unicode.IsUpper(second) {
		return name
	}
	return string(unicode.ToLower(first)) + name[size:]
}

// Upper is a sentence with its first letter big.
func Upper(sentence string) string {
	first, size := utf8.DecodeRuneInString(sentence)
	if size == 0 {
		return ""
	}
	return string(unicode.ToUpper(first)) + sentence[size:]
}

// Join lists words, the last two with a word between them: a, b and c.
func Join(all []string, last string) string {
	if len(all) < 2 {
		return strings.Join(all, "")
	}
	return strings.Join(all[:len(all)-1], ", ") + " " + last + " " + all[len(all)-1]
}
