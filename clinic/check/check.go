// Package check holds input to the limits written beside the fields, and says
// in words what is wrong with it.
package check

import (
	"cmp"
	"fmt"
	"reflect"
	"regexp"
	"strings"
	"sync"
	"time"

	"github.com/go-playground/validator/v10"

	"therapeon/core/causes"
	"therapeon/core/dates"
	"therapeon/core/fault"
	"therapeon/core/limits"
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
			Limit: "not after " + now.Format(time.DateOnly),
			Words: "This day has not come yet.",
		},
	)
}

// describe puts one broken limit in words.
func describe(b validator.FieldError) fault.Fault {
	path := wirePath(b.Namespace())
	f := fault.Fault{Field: path, Value: given(b)}
	switch b.ActualTag() {
	case "required", "notblank":
		f.Words, f.Limit = "This is needed.", "not empty"
	case "name":
		if strings.TrimSpace(fmt.Sprint(b.Value())) == "" {
			f.Words, f.Limit = "This is needed.", "not empty"
			break
		}
		f.Limit = "one line of signs that can be seen"
		f.Words = "This holds a sign that cannot be seen. Type it anew, in one line."
	case "oneof":
		f.Limit = "one of: " + strings.ReplaceAll(b.Param(), " ", ", ")
		f.Words = "This word is not known here. Use " + f.Limit + "."
	case "min", "max":
		f.Limit = bound(b)
		f.Words = "Out of range: " + f.Limit + "."
	case "rootid":
		f.Limit = "letters, digits, - and _"
		f.Words = "A root's name holds letters, digits, - and _ only."
	case "day":
		f.Limit = "a day such as 2029-05-14, from 1900 on"
		f.Words = "This is not a day. Write it like 2029-05-14."
	case "partialdate":
		f.Limit = "a day, a month or a year, such as 2029-05-14, 2029-05 or 2029, from 1900 on"
		f.Words = "This is not a date. Write 2029-05-14, or 2029-05 or 2029 when you know no more."
	case "finding":
		f.Limit = "a finding, see /api/v1/knowledge/causes"
		f.Words = "This finding is not known here."
	case "worry":
		f.Limit = "a worry, see /api/v1/knowledge/causes"
		f.Words = "This worry is not known here."
	case "cause":
		f.Limit = "a cause, see /api/v1/knowledge/causes"
		f.Words = "This cause is not known here."
	case "group":
		f.Limit = "a group code, see /api/v1/knowledge/groups"
		f.Words = "This group is not known. Pick one of the list."
	default:
		f.Words, f.Limit = "This does not fit.", b.ActualTag()+" "+b.Param()
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
func bound(b validator.FieldError) string {
	side := map[string]string{"min": "at least ", "max": "at most "}[b.ActualTag()]
	return strings.TrimSpace(side + b.Param() + " " + limits.Table()[b.Tag()].Unit)
}
