package record

import (
	"fmt"
	"reflect"
	"strings"

	"therapeon/core/patient"
)

// intakeChanges says in words how another intake of the same plant differs.
func intakeChanges(in, to patient.Intake, where string) []string {
	var changes []string
	before, after := reflect.ValueOf(in), reflect.ValueOf(to)
	for i := range before.NumField() {
		now := after.Field(i)
		if reflect.DeepEqual(before.Field(i).Interface(), now.Interface()) {
			continue
		}
		name, _, _ := strings.Cut(before.Type().Field(i).Tag.Get("json"), ",")
		value := fmt.Sprintf("“%v”", now)
		switch {
		case now.Kind() == reflect.Slice:
			value = fmt.Sprintf("a list of %d", now.Len())
		case now.IsZero():
			value = "not noted"
		}
		changes = append(changes, fmt.Sprintf("The field “%s” is %s %s.", strings.ReplaceAll(name, "_", " "), value, where))
	}
	return changes
}

// AsInt is a yes or no as a column keeps it.
func AsInt(b bool) int64 {
	if b {
		return 1
	}
	return 0
}
