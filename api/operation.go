package api

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"net/http"
	"reflect"
	"slices"
	"strconv"
	"strings"
	"unicode"

	"github.com/labstack/echo/v5"

	"therapeon/core/fault"
)

// operation is one row of the route table: what it is called, what goes in and
// comes out, and who answers. The contract is reflected from these rows.
type operation struct {
	method, path, id, summary string
	status                    int
	in, out                   any
	handle                    echo.HandlerFunc
}

// op makes a row. In is a struct whose fields come from the path (tag path),
// the query (tag query) and a JSON body (tag json); all JSON is read strictly.
// A field File takes the body as it is, for a file of the type in its tag.
func op[In, Out any](method, path, id, summary string, work func(context.Context, In) (Out, error)) operation {
	status := http.StatusOK
	if method == http.MethodPost && !strings.Contains(path, "/compute/") {
		status = http.StatusCreated
	}
	return operation{
		method: method, path: path, id: id, summary: summary, status: status,
		in: new(In), out: new(Out),
		handle: func(c *echo.Context) error {
			var in In
			if err := bind(c, &in); err != nil {
				return err
			}
			out, err := work(c.Request().Context(), in)
			if err != nil {
				return err
			}
			return answer(c, status, out)
		},
	}
}

// echoPath turns /plants/{id} into the router's /plants/:id.
func (o operation) echoPath() string {
	return strings.NewReplacer("{", ":", "}", "").Replace(o.path)
}

// bind fills in from the request.
func bind(c *echo.Context, in any) error {
	v := reflect.ValueOf(in).Elem()
	for i := range v.NumField() {
		field := v.Type().Field(i)
		if name := field.Tag.Get("path"); name != "" {
			if err := set(v.Field(i), name, c.Param(name)); err != nil {
				return err
			}
		}
		if name := field.Tag.Get("query"); name != "" {
			if given := c.QueryParam(name); given != "" {
				if err := set(v.Field(i), name, given); err != nil {
					return err
				}
			}
		}
	}
	if m := c.Request().Method; m != http.MethodPost && m != http.MethodPut {
		return nil
	}
	if kind, ok := fileType(in); ok {
		if given, _, _ := strings.Cut(c.Request().Header.Get("Content-Type"), ";"); strings.TrimSpace(given) != kind {
			return unreadable{status: http.StatusUnsupportedMediaType, words: "Send the file as it is, with Content-Type: " + kind + "."}
		}
		v.FieldByName("File").Set(reflect.ValueOf(c.Request().Body))
		return nil
	}
	return decode(c.Request(), in)
}

// fileType is the media type of the file that an operation takes, if it takes one.
func fileType(in any) (string, bool) {
	field, ok := reflect.TypeOf(in).Elem().FieldByName("File")
	return field.Tag.Get("file"), ok
}

func set(v reflect.Value, name, given string) error {
	switch v.Kind() {
	case reflect.String:
		v.SetString(given)
	case reflect.Bool:
		b, err := strconv.ParseBool(given)
		if err != nil {
			return badParameter(name, given, "true or false")
		}
		v.SetBool(b)
	case reflect.Int, reflect.Int64:
		n, err := strconv.ParseInt(given, 10, 64)
		if err != nil || n < 0 {
			return badParameter(name, given, "a whole number from 0")
		}
		v.SetInt(n)
	default:
		return fmt.Errorf("parameter %s: no way to read a %s", name, v.Kind())
	}
	return nil
}

func badParameter(name, given, limit string) error {
	return fault.List{{Field: name, Value: given, Limit: limit, Words: "Give " + limit + "."}}
}

// unreadable is a body that is not the JSON it should be.
type unreadable struct {
	status int
	words  string
	faults fault.List
}

func (u unreadable) Error() string { return u.words }

// decode reads a JSON body strictly: known fields only, and nothing after it.
func decode(r *http.Request, in any) error {
	if kind, _, _ := strings.Cut(r.Header.Get("Content-Type"), ";"); strings.TrimSpace(kind) != "application/json" {
		return unreadable{status: http.StatusUnsupportedMediaType, words: "Send JSON, with Content-Type: application/json."}
	}
	d := json.NewDecoder(r.Body)
	d.DisallowUnknownFields()
	err := d.Decode(in)
	if err == nil {
		if _, err := d.Token(); !errors.Is(err, io.EOF) {
			return unreadable{status: http.StatusBadRequest, words: "Something follows the JSON. Send one JSON object and nothing else."}
		}
		return nil
	}
	return readable(err)
}

// readable says in words what is wrong with the JSON.
func readable(err error) error {
	var tooLong *http.MaxBytesError
	var kind *json.UnmarshalTypeError
	var syntax *json.SyntaxError
	bad := unreadable{status: http.StatusBadRequest}
	unknown, isUnknown := strings.CutPrefix(err.Error(), "json: unknown field ")
	switch {
	case errors.As(err, &tooLong) || echo.StatusCode(err) == http.StatusRequestEntityTooLarge:
		bad.status = http.StatusRequestEntityTooLarge
		bad.words = fmt.Sprintf("The request is larger than %d MB. Nothing was saved.", maxBody>>20)
	case errors.As(err, &kind):
		field := wirePath(kind.Field)
		bad.words = fmt.Sprintf("The field %s holds a %s.", field, kind.Value)
		bad.faults = fault.List{{Field: field, Value: kind.Value, Limit: jsonKind(kind.Type), Words: "This should be " + jsonKind(kind.Type) + "."}}
	case isUnknown:
		field := strings.Trim(unknown, `"`)
		bad.words = "The request names a field that is not known here."
		bad.faults = fault.List{{Field: field, Limit: "a field of the contract, see /api/openapi.json", Words: "This field is not known here."}}
	case errors.As(err, &syntax):
		bad.words = fmt.Sprintf("The JSON breaks at byte %d.", syntax.Offset)
	case errors.Is(err, io.EOF):
		bad.words = "The request is empty. Send a JSON object."
	case errors.Is(err, io.ErrUnexpectedEOF):
		bad.words = "The JSON ends in the middle."
	default:
		bad.words = "The request could not be read as JSON."
	}
	return bad
}

// wirePath drops the names of embedded structs, which are not on the wire.
func wirePath(path string) string {
	names := slices.DeleteFunc(strings.Split(path, "."), func(name string) bool {
		return name == "" || unicode.IsUpper(rune(name[0]))
	})
	return strings.Join(names, ".")
}

func jsonKind(t reflect.Type) string {
	switch t.Kind() {
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
