package record

import (
	"fmt"
	"reflect"
	"strings"

	"therapeon/core/disputes"
	"therapeon/core/message"
	"therapeon/core/patient"
)

// intakeChanges says how another intake of the same plant differs.
func intakeChanges(in, to patient.Intake, where string) []message.Message {
	var changes []message.Message
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
		value := message.Plain(fmt.Sprintf("“%v”", now))
		switch {
		case now.Kind() == reflect.Slice:
			value = message.Of("clinic.record.a-list-of", message.Count("n", now.Len()))
		case now.IsZero():
			value = message.Of("clinic.record.not-noted")
		}
		changes = append(
			changes,
			message.Of("clinic.record.the-field-is-"+where,
				message.Told("field", message.Of("clinic.record.field-"+name)), message.Told("value", value)),
		)
	}
	return changes
}

// sideChanges says which sides differ; one that is no longer taken is as the house.
func sideChanges(before, after disputes.Sides, where string) []message.Message {
	var changes []message.Message
	for _, q := range disputes.All() {
		if before[q.Code] == after[q.Code] {
			continue
		}
		said := message.Of("clinic.record.as-the-house")
		if side := disputes.SideOf(q.Code, after[q.Code]); side != nil {
			said = side.Choice.Name
		}
		changes = append(
			changes,
			message.Of("clinic.record.side-"+where, message.Told("question", q.Question), message.Told("side", said)),
		)
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
