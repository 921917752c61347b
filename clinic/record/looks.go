package record

import (
	"cmp"
	"context"
	"fmt"
	"log/slog"
	"maps"
	"reflect"
	"slices"

	"therapeon/core/causes"
	"therapeon/core/patient"
	"therapeon/ledger"
)

// Said is what the engine said of a cause when the user decided on it.
type Said struct {
	Chance      float64 `json:"chance" required:"true"`
	Band        string  `json:"band" required:"true"`
	Place       int     `json:"place" required:"true" description:"1 for the likeliest"`
	On          string  `json:"on" required:"true" description:"the day of the decision"`
	TurnedOutOn string  `json:"turned_out_on,omitempty"`
}

// Unread says that a row of a list cannot be read.
func Unread(what string, id int64, err error) string {
	slog.Error("a row cannot be read", "of", what, "id", id, "error", err)
	return "What is kept of " + what + " cannot be read. The others are not touched by that."
}

// lookChanges says in words how another version of the same inspection differs.
func lookChanges(in, to patient.Inspection, where string) []string {
	var list []string
	words := map[patient.FindingState]string{"": "not looked for", causes.Present: "found", causes.Absent: "not found"}
	for _, code := range codesOf(in.Findings, to.Findings) {
		if in.Findings[code] != to.Findings[code] {
			f, _ := causes.Table().Finding(code)
			list = append(list, fmt.Sprintf("“%s” is %s %s.", f.Name.Value, words[to.Findings[code]], where))
		}
	}
	said := map[patient.Word]string{"": "left open", causes.Confirmed: "confirmed", causes.Rejected: "ruled out"}
	for _, code := range codesOf(in.Decisions, to.Decisions) {
		if in.Decisions[code] != to.Decisions[code] {
			c, _ := causes.Table().Cause(code)
			list = append(list, fmt.Sprintf("The cause “%s” is %s %s.", c.Name, said[to.Decisions[code].Word], where))
		}
	}
	in.Findings, in.Decisions, to.Findings, to.Decisions = nil, nil, nil, nil
	if !reflect.DeepEqual(in, to) {
		list = append(list, fmt.Sprintf("Other entries of the look differ %s too.", where))
	}
	return list
}

// codesOf are the codes in either of two maps, in order.
func codesOf[V any](a, b map[string]V) []string {
	all := slices.Concat(slices.Collect(maps.Keys(a)), slices.Collect(maps.Keys(b)))
	slices.Sort(all)
	return slices.Compact(all)
}

// OfLook is the patient on the day of a look, with its roots as they were last read before
// the next. The look is taken as it is at hand.
func (r *Record) OfLook(ctx context.Context, l ledger.Doc[LookDoc]) (*patient.Patient, error) {
	p := r.Base
	p.Forget()
	p.Day, p.Looks = l.Day, []patient.Look{{ID: l.ID, On: l.Day, Noted: l.Value.Noted}}
	newest, before := true, patient.Ever
	for _, other := range r.Base.Looks {
		switch order := cmp.Or(cmp.Compare(other.On, l.Day), cmp.Compare(other.ID, l.ID)); {
		case order > 0:
			newest, before = false, other.On
		case order < 0:
			p.Looks = append(p.Looks, other)
		}
	}
	moved := slices.ContainsFunc(p.Homes, func(h patient.Home) bool { return h.From >= l.Day })
	if newest && !moved { // what was seen and done since is heard at once
		for _, s := range p.Seen {
			p.Day = max(p.Day, s.On)
		}
	} else {
		p.Seen, p.Care = nil, nil
	}
	last, err := Readings.Before(ctx, r.Tx, r.Row.ID, before, 0)
	if IsMissing(err) {
		return &p, nil
	}
	if err != nil {
		return nil, err
	}
	p.Reading, err = r.asReading(ctx, last)
	return &p, err
}

// LookDoc is a look as it is kept.
type LookDoc struct {
	Noted patient.Inspection `json:"noted"`
	Said  map[string]Said    `json:"said,omitempty"`
}
