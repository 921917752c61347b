package wire

import (
	"bytes"
	"encoding/json"
	"errors"
	"io"
	"maps"
	"net/http"
	"reflect"
	"slices"
	"strconv"
	"strings"
	"sync"
	"time"
	"unicode/utf8"

	"github.com/labstack/echo/v5"

	"therapeon/clinic/check"
	"therapeon/core/fault"
	"therapeon/core/message"
)

// unreadable is a body that is not the JSON it should be.
type unreadable struct {
	status int
	words  message.Message
	faults fault.List
	more   int // faults that are not in the list
}

func (u unreadable) Error() string { return u.words.String() }

// saysJSON refuses what does not say that it is JSON: a form of a page elsewhere could not say so.
func saysJSON(r *http.Request) error {
	if kind, _, _ := strings.Cut(r.Header.Get("Content-Type"), ";"); strings.TrimSpace(kind) != "application/json" {
		return unreadable{
			status: http.StatusUnsupportedMediaType,
			words:  message.Of("api.send-json-with-content-type"),
		}
	}
	return nil
}

// A large body takes twenty times its length while it is read: few are read at a time.
const aLargeBody = 64 << 10

var largeOnes = make(chan struct{}, 2)

// decode reads a JSON body as the contract has it: known fields only, none that
// is required left out, no null, and nothing after it.
func decode(r *http.Request, in any) error {
	if err := saysJSON(r); err != nil {
		return err
	}
	body, err := io.ReadAll(r.Body)
	if err != nil {
		return Readable(err)
	}
	if !utf8.Valid(body) {
		return unreadable{status: http.StatusBadRequest, words: message.Of("api.the-request-is-not-utf")}
	}
	if len(body) > aLargeBody {
		largeOnes <- struct{}{}
		defer func() { <-largeOnes }()
	}
	d := json.NewDecoder(bytes.NewReader(body))
	d.UseNumber()
	var tree any
	if err := d.Decode(&tree); err != nil {
		return Readable(err)
	}
	if _, err := d.Token(); !errors.Is(err, io.EOF) {
		return unreadable{
			status: http.StatusBadRequest,
			words:  message.Of("api.something-follows-the-json-send"),
		}
	}
	if _, ok := tree.(map[string]any); !ok {
		return unreadable{
			status: http.StatusBadRequest,
			words:  message.Of("api.the-request-is-not-a"),
		}
	}
	var s shape
	s.value(tree, reflect.TypeOf(in).Elem(), nil)
	if err := s.found(); err != nil {
		return err
	}
	if err := json.Unmarshal(body, in); err != nil {
		return Readable(err)
	}
	return nil
}

// Readable says in words what is wrong with the JSON.
func Readable(err error) error {
	var tooLong *http.MaxBytesError
	var syntax *json.SyntaxError
	bad := unreadable{status: http.StatusBadRequest}
	switch {
	case errors.As(err, &tooLong) || echo.StatusCode(err) == http.StatusRequestEntityTooLarge:
		bad.status = http.StatusRequestEntityTooLarge
		bad.words = message.Of("api.the-request-is-larger-than", message.As("size", inBytes(mostOf(tooLong))))
	case errors.As(err, &syntax):
		bad.words = message.Of("api.the-json-breaks-at-byte", message.Count("n", int(syntax.Offset)))
	case errors.Is(err, io.EOF):
		bad.words = message.Of("api.the-request-is-empty-send")
	case errors.Is(err, io.ErrUnexpectedEOF):
		bad.words = message.Of("api.the-json-ends-in-the")
	default:
		bad.words = message.Of("api.the-request-could-not-be")
	}
	return bad
}

// mostOf is how long a body may be that was too long.
func mostOf(tooLong *http.MaxBytesError) int64 {
	if tooLong == nil {
		return MostBody
	}
	return tooLong.Limit
}

func inBytes(n int64) message.Figure {
	if n < 1<<20 {
		return message.Figure{Value: float64(n >> 10), Unit: "kB"}
	}
	return message.Figure{Value: float64(n >> 20), Unit: "MB"}
}

// mostFaults are named in an answer; of more, their number is told.
const mostFaults = 50

// shape holds a JSON value to the Go type it is for. It gathers wrong kinds and
// unknown names apart from values that are missing: the first of each, and counts the rest.
type shape struct {
	wrong, missing fault.List
	more           int
}

func (s *shape) found() error {
	switch {
	case len(s.wrong) > 0:
		return unreadable{
			http.StatusBadRequest,
			message.Of("api.some-fields-are-not-as"),
			append(s.wrong, s.missing...), s.more,
		}
	case len(s.missing) > 0:
		return manyFaults{s.missing, s.more}
	}
	return nil
}

// manyFaults are faults, and how many more there are.
type manyFaults struct {
	fault.List
	more int
}

func (m manyFaults) Unwrap() error { return m.List }

// note adds a fault to those of its kind, or counts it.
func (s *shape) note(list *fault.List, path *fault.Path, f fault.Fault) {
	if len(*list) == mostFaults {
		s.more++
		return
	}
	f.Field = path.String()
	*list = append(*list, f)
}

func (s *shape) value(v any, t reflect.Type, path *fault.Path) {
	if v == nil {
		s.note(&s.missing, path, fault.Fault{Limit: jsonKind(t),
			Words: message.Of("api.this-holds-nothing-give-a"),
		})
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
				s.value(given[key], t.Elem(), path.Key(Short(key)))
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
			s.value(e, t.Elem(), path.Index(i))
		}
	case json.Number:
		s.number(given, t, path)
	case string:
		switch {
		case t.Kind() != reflect.String:
			s.kind(v, t, path)
		case !check.Text(given):
			s.note(&s.wrong, path, fault.Fault{Value: Short(given),
				Limit: message.Of("api.printable-text"),
				Words: message.Of("api.this-holds-a-character-that"),
			})
		}
	case bool:
		if t.Kind() != reflect.Bool {
			s.kind(v, t, path)
		}
	}
}

// object holds the fields of a JSON object to those of a struct.
func (s *shape) object(given map[string]any, t reflect.Type, path *fault.Path) {
	of := fieldsOf(t)
	known := 0
	for _, f := range of {
		v, ok := given[f.name]
		switch {
		case ok:
			known++
			s.value(v, f.kind, path.Field(f.name))
		case f.required:
			s.note(&s.missing, path.Field(f.name), fault.Fault{
				Limit: jsonKind(f.kind), Words: message.Of("api.this-is-needed"),
			})
		}
	}
	if known == len(given) {
		return
	}
	for _, name := range slices.Sorted(maps.Keys(given)) {
		if !slices.ContainsFunc(of, func(f field) bool { return f.name == name }) {
			s.note(&s.wrong, path.Field(Short(name)), fault.Fault{
				Limit: message.Of("api.a-field-of-the-contract"), Words: message.Of("api.this-field-is-not-known"),
			})
		}
	}
}

func (s *shape) number(n json.Number, t reflect.Type, path *fault.Path) {
	switch t.Kind() {
	case reflect.Int, reflect.Int64:
		if _, err := strconv.ParseInt(n.String(), 10, 64); err != nil {
			s.kind(n, t, path)
		}
	case reflect.Float64:
		if _, err := strconv.ParseFloat(n.String(), 64); err != nil {
			s.note(&s.wrong, path, fault.Fault{Value: Short(n.String()),
				Limit: message.Of("api.a-finite-number"),
				Words: message.Of("api.this-number-is-beyond-all"),
			})
		}
	default:
		s.kind(n, t, path)
	}
}

func (s *shape) kind(v any, t reflect.Type, path *fault.Path) {
	given := "{…}"
	switch v := v.(type) {
	case []any:
		given = "[…]"
	case json.Number:
		given = Short(v.String())
	case string:
		given = Short(v)
	case bool:
		given = strconv.FormatBool(v)
	}
	s.note(&s.wrong, path, fault.Fault{Value: given,
		Limit: jsonKind(t),
		Words: message.Of("api.this-should-be", message.Told("kind", jsonKind(t))),
	})
}

// withNames gives each fault of what was sent the name that a form has for its field.
func withNames(err error, sent reflect.Type) error {
	var faults fault.List
	if errors.As(err, &faults) {
		for i, f := range faults {
			if title := titleOf(sent, f.Field); title != "" {
				faults[i].Name = message.Of("fields." + title)
			}
		}
	}
	return err
}

// titleOf is the code of what a form calls the value at a path; empty where it has no name.
func titleOf(t reflect.Type, path string) (title string) {
	for part := range strings.SplitSeq(path, ".") {
		for t.Kind() == reflect.Pointer || t.Kind() == reflect.Slice {
			t = t.Elem()
		}
		if t.Kind() != reflect.Struct {
			return ""
		}
		name, _, _ := strings.Cut(part, "[")
		at := slices.IndexFunc(fieldsOf(t), func(f field) bool { return f.name == name })
		if at < 0 {
			return ""
		}
		f := fieldsOf(t)[at]
		t, title = f.kind, f.title
	}
	return title
}

// field is a field of a struct as the wire has it.
type field struct {
	name     string
	kind     reflect.Type
	required bool
	title    string // the code of what a form calls it
}

var fields sync.Map // reflect.Type → []field

// fieldsOf are the fields of a struct in their order; those of an embedded struct
// are its own.
func fieldsOf(t reflect.Type) []field {
	if known, ok := fields.Load(t); ok {
		list, _ := known.([]field)
		return list
	}
	list := []field{}
	for i := range t.NumField() {
		f := t.Field(i)
		name, _, _ := strings.Cut(f.Tag.Get("json"), ",")
		switch {
		case name == "-":
		case f.Anonymous && name == "":
			for _, inner := range fieldsOf(f.Type) {
				if !slices.ContainsFunc(list, func(o field) bool { return o.name == inner.name }) {
					list = append(list, inner)
				}
			}
		case name != "":
			list = slices.DeleteFunc(list, func(o field) bool { return o.name == name })
			list = append(list, field{name, f.Type, f.Tag.Get("required") == "true", f.Tag.Get("title")})
		}
	}
	fields.Store(t, list)
	return list
}

// Short is a text as a fault shows it.
func Short(s string) string {
	if r := []rune(s); len(r) > 60 {
		return string(r[:60]) + "…"
	}
	return s
}

func jsonKind(t reflect.Type) message.Message {
	if t == reflect.TypeFor[time.Time]() {
		return message.Of("api.a-time-such-as-2029")
	}
	switch t.Kind() {
	case reflect.Pointer:
		return jsonKind(t.Elem())
	case reflect.String:
		return message.Of("api.text")
	case reflect.Bool:
		return message.Of("api.true-or-false")
	case reflect.Slice:
		return message.Of("api.a-list")
	case reflect.Int, reflect.Int64:
		return message.Of("api.a-whole-number")
	case reflect.Float64:
		return message.Of("api.a-number")
	default:
		return message.Of("api.an-object")
	}
}
