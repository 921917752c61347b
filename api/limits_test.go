package api

import (
	"encoding/json"
	"reflect"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/api/wire"
	"therapeon/core/limits"
)

// boundless walks the type of an input and names every field that has no limit
// of its own: a number without both ends, a text or a list without a most.
func boundless(t reflect.Type, path string, seen map[reflect.Type]bool) (list []string) {
	if t.Kind() != reflect.Struct || t == reflect.TypeFor[time.Time]() || seen[t] {
		return nil
	}
	seen[t] = true
	defer delete(seen, t)
	for i := range t.NumField() {
		f := t.Field(i)
		name, _, _ := strings.Cut(f.Tag.Get("json"), ",")
		if name == "-" || f.Tag.Get("file") != "" {
			continue
		}
		if f.Type == reflect.TypeFor[wire.PlantFacts]() {
			continue // it is held to the limits of an intake, which it is turned into
		}
		at := strings.Trim(path+"."+name, ".")
		of, dived, _ := strings.Cut(spelledOut(f.Tag.Get("validate")), "dive")
		list = append(list, boundlessField(f.Type, at, of, dived, seen)...)
	}
	return list
}

// spelledOut are the rules of a tag, with the limits in the place of their names.
func spelledOut(tag string) string {
	rules := strings.Split(tag, ",")
	for i, rule := range rules {
		if limit, ok := limits.Table()[rule]; ok {
			rules[i] = limit.Rules()
		}
	}
	return strings.Join(rules, ",")
}

func boundlessField(t reflect.Type, at, held, dived string, seen map[reflect.Type]bool) []string {
	for t.Kind() == reflect.Pointer {
		t = t.Elem()
	}
	has := func(names ...string) bool {
		for _, name := range names {
			if strings.Contains(","+held, ","+name) {
				return true
			}
		}
		return false
	}
	one := func(bounded bool) []string {
		if bounded {
			return nil
		}
		return []string{at}
	}
	switch t.Kind() {
	case reflect.String:
		return one(has("max=", "oneof=", "day", "partialdate", "group", "finding", "cause", "worry", "keys"))
	case reflect.Float64:
		return one(has("max=") && has("min=", "oneof="))
	case reflect.Int, reflect.Int64:
		return one(
			strings.HasSuffix(at, "version") || strings.HasSuffix(at, "id") ||
				has("max=", "oneof=") && has("min=", "oneof="),
		)
	case reflect.Slice:
		return append(one(has("max=")), boundlessField(t.Elem(), at+"[]", dived, "", seen)...)
	case reflect.Map:
		_, values, _ := strings.Cut(dived, "endkeys")
		if values == "" {
			values = dived
		}
		return append(one(has("max=")), boundlessField(t.Elem(), at+"[]", values, "", seen)...)
	}
	return boundless(t, at, seen)
}

// Every figure, text and list that can be sent has its ends written beside it, so
// that nothing can come to an infinite figure or fill the file.
func TestEveryFieldThatCanBeSentHasItsLimits(t *testing.T) {
	for _, o := range table(nil, nil) {
		assert.Empty(t, boundless(reflect.TypeOf(o.In).Elem(), "", map[reflect.Type]bool{}), o.ID)
	}
	type lax struct {
		Words  string    `json:"words"`
		Least  float64   `json:"least" validate:"min=1"`
		Copies []float64 `json:"copies" validate:"max=4,dive,min=1,max=2"`
		Parts  []struct {
			N int `json:"n"`
		} `json:"parts" validate:"max=3"`
	}
	assert.Equal(t, []string{"words", "least", "parts[].n"},
		boundless(reflect.TypeFor[lax](), "", map[reflect.Type]bool{}), "the walk finds what has none")
}

func TestTheContractCarriesTheLimits(t *testing.T) {
	doc, err := contractOnce()
	require.NoError(t, err)
	var spec struct {
		OpenAPI    string `json:"openapi"`
		Components struct {
			Schemas map[string]struct {
				Properties map[string]map[string]any `json:"properties"`
			} `json:"schemas"`
		} `json:"components"`
	}
	require.NoError(t, json.Unmarshal(doc, &spec))
	assert.Equal(t, "3.1.0", spec.OpenAPI)
	length := spec.Components.Schemas["RootsSegment"].Properties["length_mm"]
	assert.EqualValues(t, 1, length["minimum"])
	assert.EqualValues(t, 3000, length["maximum"])
	assert.Len(t, spec.Components.Schemas["RootsSegment"].Properties["feel"]["enum"], 6)
	assert.EqualValues(t, 80, spec.Components.Schemas["Intake"].Properties["tag"]["maxLength"])
}
