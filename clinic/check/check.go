// Package check holds input to the limits written beside the fields, and says
// in words what is wrong with it.
package check

import (
	"cmp"
	"fmt"
	"reflect"
	"regexp"
	"strconv"
	"strings"
	"sync"
	"time"

	"github.com/go-playground/validator/v10"

	"therapeon/core/causes"
	"therapeon/core/dates"
	"therapeon/core/fault"
	"therapeon/core/limits"
	"therapeon/core/message"
	"therapeon/core/taxa"
)

var rootID = regexp.MustCompile(`^[A-Za-z0-9_-]+$`)

var rules = sync.OnceValue(func() *validator.Validate {
	v := validator.New(validator.WithRequiredStructEnabled())
	v.RegisterTagNameFunc(func(f reflect.StructField) string {
		name, _, _ := strings.Cut(cmp.Or(f.Tag.Get("query"), f.Tag.Get("json")), ",")
		return name
	})
	for name, limit := range limits.Table() {
		v.RegisterAlias(name, limit.Rules())
	}
	must := func(tag string, fits func(string) bool) {
		err := v.RegisterValidation(tag, func(fl validator.FieldLevel) bool { return fits(fl.Field().String()) })
		if err != nil {
			panic(err)
		}
	}
	must("rootid", rootID.MatchString)
	must("notblank", func(s string) bool { return strings.TrimSpace(s) != "" })
	must("name", Name)
	must("day", func(s string) bool {
		_, _, known := dates.Span(s)
		return known && len(s) == len(time.DateOnly)
	})
	must("partialdate", func(s string) bool { _, _, ok := dates.Span(s); return ok })
	must("finding", func(s string) bool { _, ok := causes.Table().Finding(s); return ok })
	must("cause", func(s string) bool { _, ok := causes.Table().Cause(s); return ok })
	must("worry", func(s string) bool { _, ok := causes.Table().Worry(s); return ok })
	must("group", func(s string) bool { _, ok := taxa.Find(s); return ok })
	return v
})

// Future adds a fault when a day lies after today. A day of grace allows for
// time zones.
func Future(list fault.List, field, date string, now time.Time) fault.List {
	first, _, ok := dates.Span(date)
	if !ok || !first.After(now.AddDate(0, 0, 1)) {
		return list
	}
	return append(
		list,
		fault.Fault{
			Field: field,
			Value: date,
			Limit: message.Of("limits.not-after", message.On("figure", now.Format(time.DateOnly))),
			Words: message.Of("clinic.check.this-day-has-not-come"),
		},
	)
}

// describe puts one broken limit in words.
func describe(b validator.FieldError) fault.Fault {
	path := wirePath(b.Namespace())
	f := fault.Fault{Field: path, Value: given(b)}
	switch b.ActualTag() {
	case "required", "notblank":
		f.Words, f.Limit = message.Of("clinic.check.this-is-needed"), message.Of("limits.not-empty")
	case "name":
		if strings.TrimSpace(fmt.Sprint(b.Value())) == "" {
			f.Words, f.Limit = message.Of("clinic.check.this-is-needed"), message.Of("limits.not-empty")
			break
		}
		f.Limit = message.Of("clinic.check.one-line-of-signs-that")
		f.Words = message.Of("clinic.check.this-holds-a-sign-that")
	case "oneof":
		of := message.Several("words", asWords(b.Param()))
		f.Limit = message.Of("limits.one-of", of)
		f.Words = message.Of("clinic.check.this-word-is-not-known", of)
	case "min", "max":
		f.Limit = bound(b)
		f.Words = message.Of("clinic.check.out-of-range", message.Told("limit", f.Limit))
	case "rootid":
		f.Limit = message.Of("clinic.check.letters-digits-and")
		f.Words = message.Of("clinic.check.a-roots-name-holds-letters")
	case "day":
		f.Limit = message.Of("clinic.check.a-day-such-as-2029")
		f.Words = message.Of("limits.not-a-day")
	case "partialdate":
		f.Limit = message.Of("clinic.check.a-day-a-month-or")
		f.Words = message.Of("clinic.check.this-is-not-a-date")
	case "finding":
		f.Limit = message.Of("clinic.check.a-finding-see-api-v1")
		f.Words = message.Of("clinic.check.this-finding-is-not-known")
	case "worry":
		f.Limit = message.Of("clinic.check.a-worry-see-api-v1")
		f.Words = message.Of("clinic.check.this-worry-is-not-known")
	case "cause":
		f.Limit = message.Of("clinic.check.a-cause-see-api-v1")
		f.Words = message.Of("clinic.check.this-cause-is-not-known")
	case "group":
		f.Limit = message.Of("clinic.check.a-group-code-see-api")
		f.Words = message.Of("clinic.check.this-group-is-not-known")
	default:
		f.Words, f.Limit = message.Of("clinic.check.this-does-not-fit"), message.Plain(b.ActualTag()+" "+b.Param())
	}
	return f
}

// given is the value as it came, cut short when long.
func given(b validator.FieldError) any {
	switch v := reflect.ValueOf(b.Value()); v.Kind() {
	case reflect.Slice, reflect.Map:
		return v.Len()
	case reflect.String:
		if s := []rune(v.String()); len(s) > 60 {
			return string(s[:60]) + "…"
		}
		return v.String()
	default:
		return b.Value()
	}
}

// bound says one side of a limit, in its unit.
func bound(b validator.FieldError) message.Message {
	unit := message.Unit(limits.Table()[b.Tag()].Unit)
	figure := message.As("figure", message.Word(b.Param()))
	if v, err := strconv.ParseFloat(b.Param(), 64); err == nil {
		figure = message.Exact("figure", v, unit)
	}
	return message.Of(map[string]string{"min": "limits.at-least", "max": "limits.at-most"}[b.ActualTag()], figure)
}

// asWords are codes that are parted by spaces.
func asWords(codes string) (list []message.Word) {
	for _, code := range strings.Fields(codes) {
		list = append(list, message.Word(code))
	}
	return list
}
