package knowledge

import (
	"fmt"
	"reflect"
	"strconv"
	"strings"

	"therapeon/core/knowledge/words"
	"therapeon/core/message"
)

// bind gives each text of a table the code of its words: the place where it stands, such as
// aftercare.jobs.flush.late. A row of a list is called by its code.
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

// object binds a text, or goes on into the fields of a row.
func (b binder) object(at string, v reflect.Value) error {
	switch one := v.Addr().Interface().(type) {
	case *Text:
		if one.Mark == "" {
			return nil
		}
		one.Value, one.Sense = message.Of(at), SenseOf(at)
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
	case *Sentence:
		if words.Has(at) {
			*one = Say(message.Of(at))
		}
		return nil
	case *Number, *Estimate:
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

// rowKeys are the fields that a row is called by.
var rowKeys = []string{"code", "id", "finding", "job", "what"}

// rowName is what a row of a list is called by: its code, or the place in the list.
func rowName(row reflect.Value, i int) string {
	for row.Kind() == reflect.Pointer {
		row = row.Elem()
	}
	if row.Kind() == reflect.Struct {
		for _, key := range rowKeys {
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
