package knowledge

import (
	"fmt"
	"strconv"
	"strings"
	"sync"

	"github.com/goccy/go-yaml"

	"therapeon/core/message"
)

// Figure is a figure of a table by its place, such as aftercare.left_days, so that a sentence can name it. It reads the
// tables as they are written: a figure can be named whether or not its room was asked for anything yet.
func Figure(at string) (message.Value, bool) {
	v := placesOf(at)[at]
	return v, v != nil
}

// Stands holds for a place that a table has: a row, a field or a figure.
func Stands(at string) bool {
	_, ok := placesOf(at)[at]
	return ok
}

// placesOf are the places of the table that a place is in.
func placesOf(at string) map[string]message.Value {
	table, _, _ := strings.Cut(at, ".")
	read, ok := figures.Load(table)
	if !ok {
		once := sync.OnceValue(func() map[string]message.Value { return figuresOf(table) })
		read, _ = figures.LoadOrStore(table, once)
	}
	return read.(func() map[string]message.Value)()
}

var figures sync.Map // by table, of what reads it once

// figuresOf reads a table and its parts (causes.yaml, causes-water.yaml): each place, with its figure if it is one.
func figuresOf(table string) map[string]message.Value {
	found := map[string]message.Value{}
	files, err := tables.ReadDir(".")
	if err != nil {
		panic(err) // they are embedded
	}
	for _, f := range files {
		name := strings.TrimSuffix(f.Name(), ".yaml")
		if whole, _, _ := strings.Cut(name, "-"); whole != table || name == f.Name() {
			continue
		}
		raw, err := tables.ReadFile(f.Name())
		var content any
		if err == nil {
			err = yaml.Unmarshal(raw, &content)
		}
		if err != nil {
			panic(fmt.Sprintf("knowledge table %s: %v", f.Name(), err))
		}
		note(found, table, content)
	}
	return found
}

// note puts down a place and what is below it. Rows are called as bind calls them. A figure with its range has what
// is usual beside it: every.usual.
func note(found map[string]message.Value, at string, content any) {
	found[at] = nil
	switch content := content.(type) {
	case map[string]any:
		for key, below := range content {
			note(found, at+"."+key, below)
		}
	case []any:
		for i, row := range called(content) {
			note(found, at+"."+row, content[i])
		}
	case string:
		found[at] = figure(content, unitOf(at))
		if usual, _, ranged := strings.Cut(content, " ("); ranged {
			if v := plain(usual, unitOf(at)); v != nil {
				found[at+".usual"] = v
			}
		}
	}
}

// called are the names of the rows of a list.
func called(rows []any) []string {
	names, used := make([]string, len(rows)), map[string]bool{}
	for i, row := range rows {
		names[i] = strconv.Itoa(i + 1)
		if row, ok := row.(map[string]any); ok {
			for _, key := range rowKeys {
				if name, ok := row[key].(string); ok {
					names[i] = name
					break
				}
			}
		}
		if used[names[i]] {
			names[i] += "-" + strconv.Itoa(i+1)
		}
		used[names[i]] = true
	}
	return names
}

// figure reads "14 [C]", "9 (7–14) [C]", "3, 7, 14 [C]" and "5 to 1500 mm [H]"; nil for what is none.
func figure(s string, unit message.Unit) message.Value {
	text, _, err := split(s)
	if err != nil {
		return nil
	}
	if v := plain(text, unit); v != nil {
		return v
	}
	round := message.Round{Whole: true}
	var e Estimate
	if _, err := fmt.Sscanf(text, "%g (%g–%g)", &e.Value, &e.Low, &e.High); err == nil {
		return message.Span{Low: e.Low, High: e.High, Unit: unit, Round: round}
	}
	if list := several(text, unit); list != nil {
		return *list
	}
	var in string
	if n, _ := fmt.Sscanf(text, "%g to %g %s", &e.Low, &e.High, &in); n >= 2 {
		return message.Span{Low: e.Low, High: e.High, Unit: message.Unit(in), Round: round}
	}
	return nil
}

// plain reads "14".
func plain(text string, unit message.Unit) message.Value {
	value, err := strconv.ParseFloat(text, 64)
	if err != nil {
		return nil
	}
	return message.Figure{Value: value, Unit: unit, Round: message.Round{Whole: true}}
}

// several reads "3, 7, 14".
func several(text string, unit message.Unit) *message.List {
	list := message.List{Last: "and"}
	for one := range strings.SplitSeq(text, ", ") {
		v := plain(one, unit)
		if v == nil {
			return nil
		}
		list.Of = append(list.Of, v)
	}
	return &list
}

// units by how the names of figures end.
var unitsByName = []struct {
	ends string
	unit message.Unit
}{
	{"percent", "%"}, {"days", "days"}, {"day", ""}, {"weeks", "weeks"}, {"months", "months"}, {"hours", "hours"},
	{"minutes", "minutes"}, {"_ml", "mL"}, {"_l", "L"}, {"mm", "mm"}, {"_c", "°C"}, {"_g", "g"},
}

// unitOf is the unit of a figure by the end of its name; a bare figure where none is said.
func unitOf(at string) message.Unit {
	for _, u := range unitsByName {
		if strings.HasSuffix(at, u.ends) {
			return u.unit
		}
	}
	return ""
}
