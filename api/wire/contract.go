package wire

import (
	"cmp"
	"fmt"
	"net/http"
	"reflect"
	"strconv"
	"strings"

	"github.com/swaggest/jsonschema-go"
	"github.com/swaggest/openapi-go"
	"github.com/swaggest/openapi-go/openapi31"

	"therapeon/core/judgement"
	"therapeon/core/knowledge/words"
	"therapeon/core/limits"
	"therapeon/core/message"
	"therapeon/language"
)

// schemaName is the name of a type in the contract: those of the core carry the name of their
// package, those of a plant, of the services and of the interface do not.
func schemaName(t reflect.Type, name string) string {
	at := t.PkgPath()
	if at == "therapeon/core/patient" || strings.HasPrefix(at, "therapeon/api/") || strings.HasPrefix(at, "therapeon/clinic/") {
		return strings.ToUpper(t.Name()[:1]) + t.Name()[1:]
	}
	return name
}

// Reflects prepares a reflector for the rows.
func Reflects(r *openapi31.Reflector) {
	r.JSONSchemaReflector().DefaultOptions = append(r.JSONSchemaReflector().DefaultOptions,
		jsonschema.InterceptDefName(schemaName), jsonschema.InterceptProp(limited),
		jsonschema.InterceptNullability(nothingIsNull))
	r.JSONSchemaReflector().AddTypeMapping(message.Message{}, "")
	r.JSONSchemaReflector().AddTypeMapping(judgement.Instruction{}, judgement.Instruction{}.Written())
	r.JSONSchemaReflector().AddTypeMapping(judgement.Saying{}, judgement.Saying{}.Written())
}

// Describe writes a row into the contract.
func (o Operation) Describe(r *openapi31.Reflector) error {
	oc, err := r.NewOperationContext(o.Method, o.Path)
	if err != nil {
		return err
	}
	oc.SetID(o.ID)
	oc.SetSummary(o.Summary)
	oc.AddReqStructure(o.In)
	if kind, ok := fileType(o.In); ok {
		oc.AddReqStructure(new(string), openapi.WithContentType(kind))
	}
	switch _, file := o.Out.(*File); {
	case file:
		media := cmp.Or(o.media, PDF)
		oc.AddRespStructure(new(string), openapi.WithHTTPStatus(o.status), openapi.WithContentType(media))
	case o.Streams():
		oc.AddRespStructure(o.Out, openapi.WithHTTPStatus(o.status), openapi.WithContentType(EventStream))
	default:
		oc.AddRespStructure(o.Out, openapi.WithHTTPStatus(o.status))
	}
	for _, status := range o.Problems() {
		oc.AddRespStructure(new(Problem), openapi.WithHTTPStatus(status), openapi.WithContentType(ProblemJSON))
	}
	return r.AddOperation(oc)
}

// Problems are the errors an operation can answer with.
func (o Operation) Problems() []int {
	all := []int{
		http.StatusUnauthorized, http.StatusForbidden, http.StatusInternalServerError, http.StatusServiceUnavailable,
	}
	switch o.ID {
	case "signIn", "join", "changePassphrase":
		all = append(all, http.StatusTooManyRequests)
	}
	if o.Method != http.MethodGet {
		all = append(all, http.StatusBadRequest, http.StatusRequestEntityTooLarge, http.StatusUnsupportedMediaType)
	}
	if o.Method != http.MethodGet || o.hasParameters() {
		all = append(all, http.StatusUnprocessableEntity)
	}
	if o.Method != http.MethodGet && !strings.Contains(o.Path, "/compute/") {
		all = append(all, http.StatusInsufficientStorage)
	}
	if strings.Contains(o.Path, "{id}") {
		all = append(all, http.StatusNotFound)
	}
	if o.Method == http.MethodPut && strings.Contains(o.Path, "{id}") {
		all = append(all, http.StatusConflict)
	}
	return all
}

// hasParameters holds for an operation that is told something by its address.
func (o Operation) hasParameters() bool {
	t := reflect.TypeOf(o.In).Elem()
	for i := range t.NumField() {
		if tag := t.Field(i).Tag; tag.Get("path") != "" || tag.Get("query") != "" {
			return true
		}
	}
	return false
}

// limited copies the limits that a field is checked by into its schema, with their unit and where they
// come from, so that they are written once.
func limited(p jsonschema.InterceptPropParams) error {
	if !p.Processed || p.PropertySchema == nil {
		return nil
	}
	if code := p.Field.Tag.Get("title"); code != "" {
		p.PropertySchema.WithTitle(language.Of(words.English).Say(message.Of("fields." + code)))
		p.PropertySchema.WithExtraPropertiesItem("x-title", code)
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
		case "min": // of a number of the program's own, such as a version
			if err := bound(p.PropertySchema, p.Field.Type, name, value); err != nil {
				return fmt.Errorf("%s: %w", p.Name, err)
			}
		default:
			if limit, ok := limits.Table()[name]; ok {
				if err := within(p.PropertySchema, p.Field.Type, limit); err != nil {
					return fmt.Errorf("%s: %w", p.Name, err)
				}
			}
		}
	}
	return nil
}

// within writes a limit of the table into a schema.
func within(s *jsonschema.Schema, t reflect.Type, limit limits.Limit) error {
	for rule := range strings.SplitSeq(limit.Rules(), ",") {
		side, value, _ := strings.Cut(rule, "=")
		if err := bound(s, t, side, value); err != nil {
			return err
		}
	}
	if t.Kind() == reflect.Pointer {
		t = t.Elem()
	}
	if kind := t.Kind(); limit.Unit != "" && (kind == reflect.Float64 || kind == reflect.Int) {
		s.WithExtraPropertiesItem("x-unit", limit.Unit)
	}
	s.WithExtraPropertiesItem("x-limits", string(limit.Mark))
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
	}
	return nil
}
