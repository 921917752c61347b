package api

import (
	"bytes"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"maps"
	"net/http"
	"reflect"
	"slices"
	"strconv"
	"strings"
	"time"
	"unicode/utf8"

	"github.com/labstack/echo/v5"

	"therapeon/core/fault"
)

// unreadable is a body that is not the JSON it should be.
type unreadable struct {
	status int
	words  string
	faults fault.List
}

func (u unreadable) Error() string { return u.words }

// decode reads a JSON body as the contract has it: known fields only, none that
// is required left out, no null, and nothing after it.
func decode(r *http.Request, in any) error {
	if kind, _, _ := strings.Cut(r.Header.Get("Content-Type"), ";"); strings.TrimSpace(kind) != "application/json" {
		return unreadable{
			status: http.StatusUnsupportedMediaType,
			words:  "Send JSON, with Content-Type: application/json.",
		}
	}
	body, err := io.ReadAll(r.Body)
	if err != nil {
		return readable(err)
	}
	if !utf8.Valid(body) {
		return unreadable{status: http.StatusBadRequest, words: "The request is not UTF-8 text. Nothing was saved."}
	}
	d := json.NewDecoder(bytes.NewReader(body))
	d.UseNumber()
	var tree any
	if err := d.Decode(&tree); err != nil {
		return readable(err)
	}
	if _, err := d.Token(); !errors.Is(err, io.EOF) {
		return unreadable{
			status: http.StatusBadRequest,
			words:  "Something follows the JSON. Send one JSON object and nothing else.",
		}
	}
	if _, ok := tree.(map[string]any); !ok {
		return unreadable{
			status: http.StatusBadRequest,
			words:  "The request is not a JSON object. Send one; nothing was saved.",
		}
	}
	var s shape
	s.value(tree, reflect.TypeOf(in).Elem(), "")
	if err := s.found(); err != nil {
		return err
	}
	if err := json.Unmarshal(body, in); err != nil {
		return readable(err)
	}
	return nil
}

// readable says in words what is wrong with the JSON.
func readable(err error) error {
	var tooLong *http.MaxBytesError
	var syntax *json.SyntaxError
	bad := unreadable{status: http.StatusBadRequest}
	switch {
	case errors.As(err, &tooLong) || echo.StatusCode(err) == http.StatusRequestEntityTooLarge:
		bad.status = http.StatusRequestEntityTooLarge
		bad.words = fmt.Sprintf("The request is larger than %d MB. Nothing was saved.", maxBody>>20)
	case errors.As(err, &syntax):
		bad.words = fmt.Sprintf("The JSON breaks at byte %d. Nothing was saved.", syntax.Offset)
	case errors.Is(err, io.EOF):
		bad.words = "The request is empty. Send a JSON object."
	case errors.Is(err, io.ErrUnexpectedEOF):
		bad.words = "The JSON ends in the middle. Nothing was saved."
	default:
		bad.words = "The request could not be read as JSON. Nothing was saved."
	}
	return bad
}

// shape holds a JSON value to the Go type it is for. It gathers wrong kinds and
// unknown names apart from values that are missing.
type shape struct {
	wrong, missing fault.List
}

func (s *shape) found() error {
	switch {
	case len(s.wrong) > 0:
		return unreadable{
			http.StatusBadRequest,
			"Some fields are not as the contract has them. Nothing was saved.",
			append(s.wrong, s.missing...),
		}
	case len(s.missing) > 0:
		return s.missing
	}
	return nil
}

func (s *shape) value(v any, t reflect.Type, path string) {
	if v == nil {
		s.missing = append(
			s.missing,
			fault.Fault{
				Field: path,
				Limit: jsonKind(t),
				Words: "This holds nothing. Give a value, or leave the field out where it may be.",
			},
		)
		return
	}
	switch {
	case t.Kind() == reflect.Pointer:
		s.value(v, t.Elem(), path)
		return
	case t == reflect.TypeFor[time.Time]():
		text, ok := v.(string)
		if _, err := time.Parse(time.RFC3339, text); !ok || err != nil {
			s.kind(v, t, path)
		}
		return
	}
	switch given := v.(type) {
	case map[string]any:
		switch t.Kind() {
		case reflect.Struct:
			s.object(given, t, path)
		case reflect.Map:
			for _, key := range slices.Sorted(maps.Keys(given)) {
				s.value(given[key], t.Elem(), fmt.Sprintf("%s[%s]", path, short(key)))
			}
		default:
			s.kind(v, t, path)
		}
	case []any:
		if t.Kind() != reflect.Slice {
			s.kind(v, t, path)
			return
		}
		for i, e := range given {
			s.value(e, t.Elem(), fmt.Sprintf("%s[%d]", path, i))
		}
	case json.Number:
		s.number(given, t, path)
	case string:
		switch {
		case t.Kind() != reflect.String:
			s.kind(v, t, path)
		case strings.ContainsFunc(given, unprintable):
			s.wrong = append(
				s.wrong,
				fault.Fault{
					Field: path,
					Value: short(given),
					Limit: "printable text",
					Words: "This holds a character that is no text. Type it anew.",
				},
			)
		}
	case bool:
		if t.Kind() != reflect.Bool {
			s.kind(v, t, path)
		}
	}
}

// object holds the fields of a JSON object to those of a struct.
func (s *shape) object(given map[string]any, t reflect.Type, path string) {
	known := fieldsOf(t)
	for _, name := range slices.Sorted(maps.Keys(given)) {
		field := strings.Trim(path+"."+short(name), ".")
		if f, ok := known[name]; ok {
			s.value(given[name], f.Type, field)
			continue
		}
		s.wrong = append(
			s.wrong,
			fault.Fault{
				Field: field,
				Limit: "a field of the contract, see /api/openapi.json",
				Words: "This field is not known here.",
			},
		)
	}
	for _, name := range slices.Sorted(maps.Keys(known)) {
		if _, ok := given[name]; !ok && known[name].Tag.Get("required") == "true" {
			s.missing = append(
				s.missing,
				fault.Fault{
					Field: strings.Trim(path+"."+name, "."),
					Limit: jsonKind(known[name].Type),
					Words: "This is needed.",
				},
			)
		}
	}
}

func (s *shape) number(n json.Number, t reflect.Type, path string) {
	switch t.Kind() {
	case reflect.Int, reflect.Int64:
		if _, err := strconv.ParseInt(n.String(), 10, 64); err != nil {
			s.kind(n, t, path)
		}
	case reflect.Float64:
		if _, err := strconv.ParseFloat(n.String(), 64); err != nil {
			s.wrong = append(
				s.wrong,
				fault.Fault{
					Field: path,
					Value: short(n.String()),
					Limit: "a finite number",
					Words: "This number is beyond all measure.",
				},
			)
		}
	default:
		s.kind(n, t, path)
	}
}

func (s *shape) kind(v any, t reflect.Type, path string) {
	given := "an object"
	switch v := v.(type) {
	case []any:
		given = "a list"
	case json.Number:
		given = short(v.String())
	case string:
		given = short(v)
	case bool:
		given = strconv.FormatBool(v)
	}
	s.wrong = append(
		s.wrong,
		fault.Fault{Field: path, Value: given, Limit: jsonKind(t), Words: "This should be " + jsonKind(t) + "."},
	)
}

// fieldsOf are the fields of a struct by their names on the wire; those of an
// embedded struct are its own.
func fieldsOf(t reflect.Type) map[string]reflect.StructField {
	all := map[string]reflect.StructField{}
	for i := range t.NumField() {
		f := t.Field(i)
		name, _, _ := strings.Cut(f.Tag.Get("json"), ",")
		switch {
		case name == "-":
		case f.Anonymous && name == "":
			for inner, field := range fieldsOf(f.Type) {
				if _, shadowed := all[inner]; !shadowed {
					all[inner] = field
				}
			}
		case name != "":
			all[name] = f
		}
	}
	return all
}

// unprintable holds for characters that no text holds: controls other than those
// of a line, and what stands for a broken one.
func unprintable(r rune) bool {
	return r < ' ' && r != '\n' && r != '\r' && r != '\t' || r == 0x7f || r == utf8.RuneError
}

// short is a text as a fault shows it.
func short(s string) string {
	if r := []rune(s); len(r) > 60 {
		return string(r[:60]) + "…"
	}
	return s
}

func jsonKind(t reflect.Type) string {
	if t == reflect.TypeFor[time.Time]() {
		return "a time such as 2029-05-14T09:30:00Z"
	}
	switch t.Kind() {
	case reflect.Pointer:
		return jsonKind(t.Elem())
	case reflect.String:
		return "text"
	case reflect.Bool:
		return "true or false"
	case reflect.Slice:
		return "a list"
	case reflect.Int, reflect.Int64:
		return "a whole number"
	case reflect.Float64:
		return "a number"
	default:
		return "an object"
	}
}
