package record

import (
	"fmt"
	"reflect"
	"strings"

	"therapeon/core/disputes"
	"therapeon/core/patient"
	"therapeon/core/words"
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
		if sides, ok := now.Interface().(disputes.Sides); ok {
			changes = append(changes, sideChanges(in.Sides, sides, where)...)
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

// sideChanges says in words which sides differ; one that is no longer taken is as the house.
func sideChanges(before, after disputes.Sides, where string) []string {
	var changes []string
	for _, q := range disputes.All() {
		if before[q.Code] == after[q.Code] {
			continue
		}
		said := "as the house"
		if side := disputes.SideOf(q.Code, after[q.Code]); side != nil {
			said = words.Lower(side.Choice.Name)
		}
		changes = append(changes, fmt.Sprintf("“%s”: %s, %s.", q.Question, said, where))
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
