package check

import (
	"cmp"
	"errors"
	"fmt"
	"reflect"
	"slices"
	"strings"
	"sync"
	"time"
	"unicode"

	"github.com/go-playground/validator/v10"

	"therapeon/core/fault"
)

// Input checks v, and every part of it at any depth, against the limits on its
// fields and returns a fault.List, or nil. Faults that no single field shows come
// from the parts themselves, where they have a Faults method; they are looked for
// once all fields are sound.
func Input(v any) error {
	var w walk
	err := w.fields(reflect.ValueOf(v), nil)
	if err != nil || len(w.list) > 0 {
		return cmp.Or(err, w.found())
	}
	w.part(reflect.ValueOf(v), nil, true)
	return cmp.Or(w.err, w.found())
}

// walk goes through an input and gathers what is wrong with it.
type walk struct {
	list fault.List
	err  error
}

func (w *walk) found() error {
	if len(w.list) == 0 {
		return nil
	}
	return w.list
}

// fields holds one struct to the limits on its fields.
func (w *walk) fields(v reflect.Value, path *fault.Path) error {
	err := rules().Struct(v.Interface())
	var broken validator.ValidationErrors
	if errors.As(err, &broken) {
		for _, b := range broken {
			w.add(path, describe(b))
		}
		return nil
	}
	if err != nil {
		return fmt.Errorf("check input: %w", err)
	}
	return nil
}

// add notes a fault of a part, once.
func (w *walk) add(path *fault.Path, f fault.Fault) {
	f.Field = strings.Trim(path.String()+"."+f.Field, ".")
	same := func(o fault.Fault) bool { return o.Field == f.Field && o.Words.Equal(f.Words) }
	if !slices.ContainsFunc(w.list, same) {
		w.list = append(w.list, f)
	}
}

// part looks for faults in a value; checked holds where the limits on its fields
// were looked at already.
func (w *walk) part(v reflect.Value, path *fault.Path, checked bool) {
	if !v.IsValid() || checked && !hasAcross(v.Type()) {
		return
	}
	switch v.Kind() {
	case reflect.Pointer, reflect.Interface:
		if !v.IsNil() {
			w.part(v.Elem(), path, checked)
		}
	case reflect.Slice, reflect.Array:
		for i := range v.Len() {
			w.part(v.Index(i), path.Index(i), checked)
		}
	case reflect.Map:
		for _, key := range sortedKeys(v) {
			w.part(v.MapIndex(key), path.Key(fmt.Sprint(key)), checked)
		}
	case reflect.Struct:
		w.whole(v, path, checked)
	}
}

// whole looks for faults in a struct, and in its parts.
func (w *walk) whole(v reflect.Value, path *fault.Path, checked bool) {
	if v.Type() == reflect.TypeFor[time.Time]() {
		return
	}
	if !checked {
		before := len(w.list)
		if err := w.fields(v, path); err != nil {
			w.err = cmp.Or(w.err, err)
		}
		if len(w.list) > before {
			return // what lies across the fields of an unsound part tells nothing
		}
	}
	for i := range v.NumField() {
		field := v.Type().Field(i)
		if !onWire(field) {
			continue
		}
		w.part(v.Field(i), path.Field(nameOf(field)), !isList(field) || dives(field))
	}
	if part, ok := v.Interface().(across); ok {
		for _, f := range part.Faults() {
			w.add(path, f)
		}
	}
}

// onWire holds for fields that JSON carries.
func onWire(f reflect.StructField) bool {
	return (f.IsExported() || f.Anonymous) && f.Tag.Get("json") != "-"
}

// nameOf is the name of a field on the wire; an embedded struct has none of its own.
func nameOf(f reflect.StructField) string {
	name, _, _ := strings.Cut(f.Tag.Get("json"), ",")
	if name == "" && !f.Anonymous {
		name = f.Name
	}
	return name
}

type across interface{ Faults() fault.List }

var crossing sync.Map // reflect.Type → bool

// hasAcross tells whether a value of this type can hold a part that looks for faults
// across its fields, or one whose limits were not looked at with it.
func hasAcross(t reflect.Type) bool {
	if known, ok := crossing.Load(t); ok {
		has, _ := known.(bool)
		return has
	}
	crossing.Store(t, true) // for a type that holds itself
	has := t.Implements(reflect.TypeFor[across]()) || t.Kind() == reflect.Interface
	switch t.Kind() {
	case reflect.Pointer, reflect.Slice, reflect.Array, reflect.Map:
		has = has || hasAcross(t.Elem())
	case reflect.Struct:
		for i := range t.NumField() {
			f := t.Field(i)
			if onWire(f) {
				has = has || hasAcross(f.Type) || isList(f) && !dives(f)
			}
		}
	}
	crossing.Store(t, has)
	return has
}

func isList(f reflect.StructField) bool {
	return f.Type.Kind() == reflect.Slice || f.Type.Kind() == reflect.Map
}

func dives(f reflect.StructField) bool { return strings.Contains(f.Tag.Get("validate"), "dive") }

// wirePath drops the names of Go types, which are not on the wire.
func wirePath(namespace string) string {
	_, path, _ := strings.Cut(namespace, ".")
	names := slices.DeleteFunc(strings.Split(path, "."), func(name string) bool {
		return name == "" || unicode.IsUpper(rune(name[0]))
	})
	return strings.Join(names, ".")
}

// sortedKeys are the keys of a map in an order of their own.
func sortedKeys(v reflect.Value) []reflect.Value {
	keys := v.MapKeys()
	slices.SortFunc(keys, func(a, b reflect.Value) int { return strings.Compare(fmt.Sprint(a), fmt.Sprint(b)) })
	return keys
}
