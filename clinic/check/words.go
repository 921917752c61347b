package check

import (
	"fmt"
	"strings"
	"unicode/utf8"

	"golang.org/x/text/cases"
	"golang.org/x/text/unicode/norm"
)

// Text holds for what can be shown as text: no controls other than those of a line, no carriage
// return by itself, nothing that turns the direction of what follows, and nothing broken.
func Text(s string) bool {
	for i, r := range s {
		switch {
		case r == '\r' && !strings.HasPrefix(s[i+1:], "\n"),
			r < ' ' && r != '\n' && r != '\r' && r != '\t',
			r == 0x7f, r >= 0x80 && r < 0xa0, r == utf8.RuneError,
			r == 0x2028, r == 0x2029, turnsDirection(r):
			return false
		}
	}
	return true
}

// turnsDirection holds for the controls of the bidirectional algorithm (UAX #9, 2.1 to 2.6).
func turnsDirection(r rune) bool {
	return r == 0x061c || r == 0x200e || r == 0x200f || r >= 0x202a && r <= 0x202e || r >= 0x2066 && r <= 0x2069
}

// Name holds for a name or a tag: one line of text in which every sign can be seen, and not blank.
func Name(s string) bool {
	unseen := func(r rune) bool {
		return r == '\n' || r == '\r' || r == '\t' ||
			r == 0xad || r == 0x034f || r == 0x180e || r == 0x3164 || r == 0xfeff ||
			r >= 0x200b && r <= 0x200d || r >= 0x2060 && r <= 0x2064 ||
			r >= 0xfff9 && r <= 0xfffb || r >= 0xe0000 && r <= 0xe007f
	}
	return strings.TrimSpace(s) != "" && Text(s) && !strings.ContainsFunc(s, unseen)
}

// Folded is a name as it is compared: two that look alike but for case, width or composition are one
// (Unicode's NFKC and case folding).
func Folded(name string) string {
	return norm.NFKC.String(cases.Fold().String(norm.NFKC.String(strings.Join(strings.Fields(name), " "))))
}

// Row names a row of a list in a field: "plants[2]".
func Row(field string, i int) string { return fmt.Sprintf("%s[%d]", field, i) }
