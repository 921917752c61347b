package check

import (
	"fmt"
	"math"
	"reflect"
	"strings"
	"sync"
	"time"

	"therapeon/core/fault"
	"therapeon/core/message"
)

// Sound holds an answer to what JSON can carry. Figures far beyond what a plant
// or a pot can be may come to an infinite one: that is a fault of the input.
func Sound(answer any) error {
	if path := unsound(reflect.ValueOf(answer)); path != "" {
		return fault.List{
			{
				Field: strings.Trim(path, "."),
				Limit: message.Of("clinic.check.a-finite-figure"),
				Words: message.Of("clinic.check.this-figure-comes-out-beyond"),
			},
		}
	}
	return nil
}

// unsound is the path of the first value that JSON cannot carry, or empty.
func unsound(v reflect.Value) string {
	if !v.IsValid() {
		return ""
	}
	switch v.Kind() {
	case reflect.Float64, reflect.Float32:
		if f := v.Float(); math.IsNaN(f) || math.IsInf(f, 0) {
			return "."
		}
	case reflect.Pointer, reflect.Interface:
		return unsound(v.Elem())
	case reflect.Slice, reflect.Array:
		for i := range v.Len() {
			if path := unsound(v.Index(i)); path != "" {
				return fmt.Sprintf("[%d]%s", i, ended(path))
			}
		}
	case reflect.Map:
		for _, key := range sortedKeys(v) {
			if path := unsound(v.MapIndex(key)); path != "" {
				return fmt.Sprintf("[%v]%s", key, ended(path))
			}
		}
	case reflect.Struct:
		if v.Type() == reflect.TypeFor[time.Time]() {
			if at, _ := v.Interface().(time.Time); at.Year() < 0 || at.Year() > 9999 {
				return "."
			}
			return ""
		}
		for _, f := range figureFields(v.Type()) {
			if path := unsound(v.Field(f.at)); path != "" {
				return "." + strings.TrimPrefix(f.name+ended(path), ".")
			}
		}
	}
	return ""
}

// ended drops the dot that marks the value itself.
func ended(path string) string {
	if path == "." {
		return ""
	}
	return path
}

var figures sync.Map // reflect.Type → bool

// holdsFigures tells whether a value of this type can hold a floating figure or a
// moment.
func holdsFigures(t reflect.Type) bool {
	if known, ok := figures.Load(t); ok {
		return known.(bool)
	}
	figures.Store(t, true) // for a type that holds itself
	holds := false
	switch t.Kind() {
	case reflect.Float64, reflect.Float32, reflect.Interface:
		holds = true
	case reflect.Pointer, reflect.Slice, reflect.Array, reflect.Map:
		holds = holdsFigures(t.Elem())
	case reflect.Struct:
		holds = t == reflect.TypeFor[time.Time]()
		for i := range t.NumField() {
			holds = holds || onWire(t.Field(i)) && holdsFigures(t.Field(i).Type)
		}
	}
	figures.Store(t, holds)
	return holds
}

// figureField is a field that holds figures: where it is, and its name on the wire.
type figureField struct {
	at   int
	name string
}

var figured sync.Map // reflect.Type → []figureField

// figureFields are the fields of a struct that can hold figures.
func figureFields(t reflect.Type) []figureField {
	if known, ok := figured.Load(t); ok {
		list, _ := known.([]figureField)
		return list
	}
	list := []figureField{}
	for i := range t.NumField() {
		if f := t.Field(i); onWire(f) && holdsFigures(f.Type) {
			list = append(list, figureField{i, nameOf(f)})
		}
	}
	figured.Store(t, list)
	return list
}
