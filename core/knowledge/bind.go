package knowledge

import (
	"fmt"
	"reflect"
	"strconv"
	"strings"
	"sync"

	"therapeon/core/knowledge/words"
	"therapeon/core/message"
)

// bind gives each text of a table the code of its words: the place where it stands, such as
// aftercare.jobs.flush.late. A row of a list is called by its code. The figures are noted under their
// places, so that a sentence can name them.
func bind(table string, into any) error {
	name, _, _ := strings.Cut(strings.TrimSuffix(table, ".yaml"), "-")
	return binder{}.walk(name, reflect.ValueOf(into))
}

type binder struct{}

func (b binder) walk(at string, v reflect.Value) error {
	switch v.Kind() {
	case reflect.Pointer:
		if v.IsNil() {
			return nil
		}
		return b.walk(at, v.Elem())
	case reflect.Struct:
		return b.object(at, v)
	case reflect.Slice:
		used := map[string]bool{}
		for i := range v.Len() {
			row := rowName(v.Index(i), i)
			if used[row] {
				row += "-" + strconv.Itoa(i+1)
			}
			used[row] = true
			if err := b.walk(at+"."+row, v.Index(i)); err != nil {
				return err
			}
		}
	case reflect.Map:
		for _, key := range v.MapKeys() {
			one := reflect.New(v.Type().Elem()).Elem()
			one.Set(v.MapIndex(key))
			if err := b.walk(at+"."+fmt.Sprint(key), one); err != nil {
				return err
			}
			v.SetMapIndex(key, one)
		}
	}
	return nil
}

// object binds a text, notes a figure, or goes on into the fields of a row.
func (b binder) object(at string, v reflect.Value) error {
	switch one := v.Addr().Interface().(type) {
	case *Text:
		if one.Mark == "" {
			return nil
		}
		one.Value = message.Of(at)
		if !words.Has(at) {
			return fmt.Errorf("%s has a mark and no words", at)
		}
		return nil
	case *Term:
		if one.Mark == "" {
			return nil
		}
		one.Words = termOf(at, one.Value)
		if !words.Has(one.Words.Code) {
			return fmt.Errorf("%s has no words", one.Words.Code)
		}
		return nil
	case *message.Message:
		if words.Has(at) {
			*one = message.Of(at)
		}
		return nil
	case *Number:
		if one.Mark != "" {
			figures.Store(at, message.Figure{Value: one.Value, Unit: unitOf(at), Round: message.Round{Whole: true}})
		}
		return nil
	case *Estimate:
		if one.Mark != "" {
			figures.Store(at, message.Span{
				Low: one.Low, High: one.High, Unit: unitOf(at), Round: message.Round{Whole: true},
			})
		}
		return nil
	}
	for i := range v.NumField() {
		field := v.Type().Field(i)
		tag, options, _ := strings.Cut(field.Tag.Get("yaml"), ",")
		if !field.IsExported() || tag == "-" {
			continue
		}
		to := at
		if options != "inline" && !field.Anonymous {
			to += "." + tag
		}
		if err := b.walk(to, v.Field(i)); err != nil {
			return err
		}
	}
	return nil
}

// termOf is the word of a code: one for all rows of its table.
func termOf(at, code string) message.Message {
	parts := strings.Split(at, ".")
	return message.Of(parts[0] + "." + parts[len(parts)-1] + "-" + code)
}

// rowName is what a row of a list is called by: its code, or the place in the list.
func rowName(row reflect.Value, i int) string {
	for row.Kind() == reflect.Pointer {
		row = row.Elem()
	}
	if row.Kind() == reflect.Struct {
		for _, key := range []string{"code", "id", "finding", "job", "what"} {
			for f := range row.NumField() {
				tag, _, _ := strings.Cut(row.Type().Field(f).Tag.Get("yaml"), ",")
				if tag == key && row.Field(f).Kind() == reflect.String && row.Field(f).String() != "" {
					return row.Field(f).String()
				}
			}
		}
	}
	return strconv.Itoa(i + 1)
}

var figures sync.Map // of message.Value by place

// Figure is a figure of a table that was read, by its place: aftercare.left_days.
func Figure(at string) (message.Value, bool) {
	v, ok := figures.Load(at)
	if !ok {
		return nil, false
	}
	return v.(message.Value), true
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
