package record

import (
	"cmp"
	"context"
	"errors"
	"log/slog"
	"maps"
	"reflect"
	"slices"

	"therapeon/core/causes"
	"therapeon/core/message"
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

// Unread says that what is kept of a kind, by its code, cannot be read.
func Unread(kind string, id int64, err error) message.Message {
	if !errors.Is(err, context.Canceled) { // who asked went away
		slog.Error("a row cannot be read", "of", kind, "id", id, "error", err)
	}
	return message.Of("unread." + kind)
}

// lookChanges says how another version of the same inspection differs.
func lookChanges(in, to patient.Inspection, where string) []message.Message {
	var list []message.Message
	for _, code := range codesOf(in.Findings, to.Findings) {
		if in.Findings[code] != to.Findings[code] {
			f, _ := causes.Table().Finding(code)
			state := cmp.Or(string(to.Findings[code]), "unlooked")
			list = append(list, message.Of("clinic.record.finding-"+state+"-"+where, message.Told("finding", f.Name.Value)))
		}
	}
	for _, code := range codesOf(in.Decisions, to.Decisions) {
		if in.Decisions[code] != to.Decisions[code] {
			word := cmp.Or(string(to.Decisions[code].Word), "open")
			list = append(list, message.Of("clinic.record.cause-"+word+"-"+where,
				message.Told("cause", causes.Table().Name(code))))
		}
	}
	in.Findings, in.Decisions, to.Findings, to.Decisions = nil, nil, nil, nil
	if !reflect.DeepEqual(in, to) {
		list = append(list, message.Of("clinic.record.other-entries-of-the-look-"+where))
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
