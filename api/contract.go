package api

import (
	"cmp"
	"encoding/json"
	"fmt"
	"net/http"
	"reflect"
	"runtime/debug"
	"strconv"
	"strings"
	"sync"
	"time"

	"github.com/swaggest/jsonschema-go"
	"github.com/swaggest/openapi-go"
	"github.com/swaggest/openapi-go/openapi31"

	"therapeon/core/words"
)

// version of the contract.
const version = "0.1.0"

// stamp is the commit and its day, where the build says so (see the Makefile).
var stamp string

// Version says of which commit the program was built, and of which day that is.
var Version = sync.OnceValue(func() string {
	if stamp != "" {
		return stamp
	}
	built, _ := debug.ReadBuildInfo()
	is := map[string]string{}
	if built != nil {
		for _, s := range built.Settings {
			is[s.Key] = s.Value
		}
	}
	commit, day := is["vcs.revision"], is["vcs.time"]
	if len(commit) < 8 || len(day) < len(time.DateOnly) {
		return "built outside its repository"
	}
	words := commit[:8] + " of " + day[:len(time.DateOnly)]
	if is["vcs.modified"] == "true" {
		words += ", changed since"
	}
	return words
})

// schemaName is the name of a type in the contract: those of the core carry the name of their
// package, those of a plant, of the services and of the interface do not.
func schemaName(t reflect.Type, name string) string {
	at := t.PkgPath()
	if at == "therapeon/core/patient" || at == "therapeon/api" || strings.HasPrefix(at, "therapeon/clinic/") {
		return words.Upper(t.Name())
	}
	return name
}

// Contract is the OpenAPI 3.1 document of the route table, indented.
func Contract() ([]byte, error) {
	r := openapi31.NewReflector()
	r.Spec.Info.WithTitle("Therapeon").WithVersion(version).
		WithDescription(
			"Rescue of orchids: plants, root readings, verdicts and cut lists. Lengths are in mm, areas in cm², volumes in cm³, shares from 0 to 1.",
		)
	r.JSONSchemaReflector().DefaultOptions = append(
		r.JSONSchemaReflector().DefaultOptions,
		jsonschema.InterceptDefName(schemaName),
		jsonschema.InterceptProp(limits),
		jsonschema.InterceptNullability(nothingIsNull),
	)
	for _, o := range table(nil, nil) {
		oc, err := r.NewOperationContext(o.method, o.path)
		if err != nil {
			return nil, fmt.Errorf("%s: %w", o.id, err)
		}
		oc.SetID(o.id)
		oc.SetSummary(o.summary)
		oc.AddReqStructure(o.in)
		if kind, ok := fileType(o.in); ok {
			oc.AddReqStructure(new(string), openapi.WithContentType(kind))
		}
		switch o.out.(type) {
		case *document:
			media := cmp.Or(o.media, pdf)
			oc.AddRespStructure(new(string), openapi.WithHTTPStatus(o.status), openapi.WithContentType(media))
		case *eventStream:
			oc.AddRespStructure(o.out, openapi.WithHTTPStatus(o.status), openapi.WithContentType(eventsMedia))
		default:
			oc.AddRespStructure(o.out, openapi.WithHTTPStatus(o.status))
		}
		for _, status := range o.problems() {
			oc.AddRespStructure(new(Problem), openapi.WithHTTPStatus(status), openapi.WithContentType(problemJSON))
		}
		if err := r.AddOperation(oc); err != nil {
			return nil, fmt.Errorf("%s: %w", o.id, err)
		}
	}
	doc, err := json.MarshalIndent(r.Spec, "", "  ")
	return append(doc, '\n'), err
}

// problems are the errors an operation can answer with.
func (o operation) problems() []int {
	all := []int{
		http.StatusUnauthorized, http.StatusForbidden, http.StatusInternalServerError, http.StatusServiceUnavailable,
	}
	switch o.id {
	case "signIn", "join", "changePassphrase":
		all = append(all, http.StatusTooManyRequests)
	}
	if o.method != http.MethodGet {
		all = append(all, http.StatusBadRequest, http.StatusRequestEntityTooLarge, http.StatusUnsupportedMediaType)
	}
	if o.method != http.MethodGet || o.hasParameters() {
		all = append(all, http.StatusUnprocessableEntity)
	}
	if o.method != http.MethodGet && !strings.Contains(o.path, "/compute/") {
		all = append(all, http.StatusInsufficientStorage)
	}
	if strings.Contains(o.path, "{id}") {
		all = append(all, http.StatusNotFound)
	}
	if o.method == http.MethodPut && strings.Contains(o.path, "{id}") {
		all = append(all, http.StatusConflict)
	}
	return all
}

// hasParameters holds for an operation that is told something by its address.
func (o operation) hasParameters() bool {
	t := reflect.TypeOf(o.in).Elem()
	for i := range t.NumField() {
		if tag := t.Field(i).Tag; tag.Get("path") != "" || tag.Get("query") != "" {
			return true
		}
	}
	return false
}

// limits copies the limits a field is checked by into its schema, so that they
// are written once.
func limits(p jsonschema.InterceptPropParams) error {
	if !p.Processed || p.PropertySchema == nil {
		return nil
	}
	for rule := range strings.SplitSeq(p.Field.Tag.Get("validate"), ",") {
		name, value, _ := strings.Cut(rule, "=")
		switch name {
		case "dive":
			return nil
		case "oneof":
			p.PropertySchema.Enum = nil
			for word := range strings.FieldsSeq(value) {
				p.PropertySchema.Enum = append(p.PropertySchema.Enum, word)
			}
		case "day":
			p.PropertySchema.WithFormat("date")
		case "min", "max", "gt":
			if err := bound(p.PropertySchema, p.Field.Type, name, value); err != nil {
				return fmt.Errorf("%s: %w", p.Name, err)
			}
		}
	}
	return nil
}

// nothingIsNull: an empty list is [] on the wire, and a value that is not there
// is left out, so clients need not ask.
func nothingIsNull(p jsonschema.InterceptNullabilityParams) {
	switch p.Type.Kind() {
	case reflect.Slice, reflect.Map, reflect.Pointer:
		p.Schema.RemoveType(jsonschema.Null)
	}
}

func bound(s *jsonschema.Schema, t reflect.Type, side, value string) error {
	n, err := strconv.ParseFloat(value, 64)
	if err != nil {
		return err
	}
	if t.Kind() == reflect.Pointer {
		t = t.Elem()
	}
	switch {
	case t.Kind() == reflect.String && side == "max":
		s.WithMaxLength(int64(n))
	case t.Kind() == reflect.Slice && side == "max":
		s.WithMaxItems(int64(n))
	case t.Kind() == reflect.Slice:
		s.WithMinItems(int64(n))
	case side == "max":
		s.WithMaximum(n)
	case side == "min":
		s.WithMinimum(n)
	case side == "gt":
		s.WithExclusiveMinimum(n)
	}
	return nil
}
