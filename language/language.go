// Package language makes sentences of messages: the one place where a code, its figures, names, days and
// counts become words, for the contract, for paper and for the calendar.
//
// Plurals follow CLDR by go-i18n, decimals by golang.org/x/text. How a day is written and how several are
// listed is in the catalogue itself (date.yaml, list.yaml).
package language

import (
	"fmt"
	"slices"
	"strconv"
	"strings"
	"sync"
	"time"

	"github.com/nicksnyder/go-i18n/v2/i18n"
	xlanguage "golang.org/x/text/language"
	xmessage "golang.org/x/text/message"

	"therapeon/core/knowledge"
	"therapeon/core/knowledge/words"
	"therapeon/core/message"
)

// Language says messages.
type Language struct {
	tag       string
	fixed     map[string]string // what names nothing, by its code
	localizer *i18n.Localizer
	printer   *xmessage.Printer
}

// bundleOf is a catalogue as go-i18n reads it, with English for what it lacks.
func bundleOf(tag string) *i18n.Bundle {
	b := i18n.NewBundle(xlanguage.English)
	for _, tag := range slices.Compact([]string{words.English, tag}) {
		for code, forms := range words.In(tag) {
			if err := b.AddMessages(xlanguage.Make(tag), entry(code, forms)); err != nil {
				panic(fmt.Sprintf("words %s in %s: %v", code, tag, err))
			}
		}
	}
	return b
}

func entry(code string, f words.Forms) *i18n.Message {
	return &i18n.Message{
		ID: code, Zero: f["zero"], One: f["one"], Two: f["two"], Few: f["few"], Many: f["many"], Other: f[words.Other],
	}
}

var known sync.Map // of *Language by tag

// Of is a language by its tag; English where it has no catalogue.
func Of(tag string) *Language {
	if words.In(tag) == nil {
		tag = words.English
	}
	if l, ok := known.Load(tag); ok {
		return l.(*Language)
	}
	l, _ := known.LoadOrStore(tag, &Language{
		tag: tag, fixed: fixedIn(tag), localizer: i18n.NewLocalizer(bundleOf(tag), tag),
		printer: xmessage.NewPrinter(xlanguage.Make(tag)),
	})
	return l.(*Language)
}

// fixedIn are the entries with neither a place nor a count: most are so, and need no work.
func fixedIn(tag string) map[string]string {
	fixed := map[string]string{}
	for code, forms := range words.In(tag) {
		if text := forms[words.Other]; len(forms) == 1 && !strings.Contains(text, "{") {
			fixed[code] = text
		}
	}
	return fixed
}

// Match is the language that an Accept-Language header asks for, by RFC 4647; English where there is none of
// those that it names.
func Match(accepts string) *Language {
	wanted, _, err := xlanguage.ParseAcceptLanguage(accepts)
	if err != nil || len(wanted) == 0 {
		return Of("")
	}
	have := []xlanguage.Tag{xlanguage.English} // the first is the one that is taken where none fits
	for _, tag := range words.Languages() {
		if tag != words.English {
			have = append(have, xlanguage.Make(tag))
		}
	}
	_, i, _ := xlanguage.NewMatcher(have).Match(wanted...)
	return Of(have[i].String())
}

// Tag is its tag by BCP 47.
func (l *Language) Tag() string { return l.tag }

// Say puts a message into words. A code without words stands as it is: tests see to it that there is none.
func (l *Language) Say(m message.Message) string {
	if m.Code == "" {
		return m.Typed
	}
	if said, ok := l.fixed[m.Code]; ok {
		return said
	}
	if m.Code == message.Sequence {
		return l.value(m.Arg("all"), "")
	}
	switch n := m.Arg("n").(type) {
	case message.Number:
		return l.counted(m, strconv.Itoa(int(n)))
	case message.Figure:
		return l.counted(m, n.Digits())
	}
	return l.counted(m, "")
}

// counted says a message in the form that a count chooses; none: the usual one.
func (l *Language) counted(m message.Message, count string) string {
	config := i18n.LocalizeConfig{MessageID: m.Code, TemplateParser: places{}, TemplateData: sentence{l, m}}
	if count != "" {
		config.PluralCount = count
	}
	said, err := l.localizer.Localize(&config)
	if said == "" && err != nil {
		return m.Code
	}
	return said
}

// sentence is a message on its way into words.
type sentence struct {
	l *Language
	m message.Message
}

// fill is what stands at a place of a sentence: an argument, else a figure of the tables, beside the
// message or by its full path.
func (s sentence) fill(p place) string {
	if v := s.m.Arg(p.name); v != nil {
		return s.l.value(v, p.how)
	}
	row := s.m.Code[:strings.LastIndex(s.m.Code, ".")+1]
	for _, path := range []string{row + p.name, p.name} {
		if v, ok := knowledge.Figure(path); ok {
			return s.l.value(v, p.how)
		}
	}
	return "{" + p.name + "}"
}

// Shown says a value by itself, as a place of a sentence would: how is what stands behind its name there.
func (l *Language) Shown(v message.Value, how string) string { return l.value(v, how) }

// value says what is named. how: what is to be made of a figure first, see shaped; "within" is a name as it
// stands inside a sentence.
func (l *Language) value(v message.Value, how string) string {
	switch v := shaped(v, how).(type) {
	case message.Word:
		return string(v)
	case message.Number:
		return strconv.Itoa(int(v))
	case message.Figure:
		return l.figure(v)
	case message.Span:
		return l.span(v)
	case message.Day:
		return l.Day(string(v))
	case message.Message:
		if within := v.Code + "_within"; how == "within" && words.Has(within) {
			v.Code = within
		}
		return l.Say(v)
	case message.List:
		return l.list(v, how)
	case message.Sentences:
		parts := make([]string, len(v))
		for i, m := range v {
			parts[i] = l.Say(m)
		}
		return strings.Join(parts, " ")
	}
	return ""
}

// Day writes a day; a month, a year or what is no day stands as it is.
func (l *Language) Day(day string) string {
	t, err := time.Parse(time.DateOnly, day)
	if err != nil {
		return day
	}
	return l.Say(message.Of("date.day", message.Count("day", t.Day()), message.Count("year", t.Year()),
		message.Told("month", message.Of("date.month-"+strconv.Itoa(int(t.Month()))))))
}

func (l *Language) list(list message.List, how string) string {
	all := make([]string, len(list.Of))
	for i, v := range list.Of {
		all[i] = l.value(v, how)
	}
	if len(all) == 0 {
		return ""
	}
	said := all[0]
	for i, one := range all[1:] {
		code := "list.comma"
		if i == len(all)-2 || list.Last == "semicolon" {
			code = "list." + list.Last
		}
		said = l.Say(message.Of(code, message.Name("before", said), message.Name("after", one)))
	}
	return said
}
