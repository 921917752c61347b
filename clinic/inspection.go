package clinic

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"log/slog"
	"maps"
	"reflect"
	"slices"
	"strings"

	"therapeon/clinic/check"
	"therapeon/core/causes"
	"therapeon/core/fault"
	"therapeon/core/look"
	"therapeon/core/unpot"
	"therapeon/store/sqlc"
)

// Inspection is what was noted on one day, from the first look to the cause:
// signs in the pot, what came to light out of it, and the user's word on the
// causes.
type Inspection struct {
	Findings     map[string]string   `json:"findings" required:"true" validate:"max=200,dive,keys,finding,endkeys,oneof=present absent" description:"by the code of the finding; what is left out was not looked for"`
	Flowering    string              `json:"flowering,omitempty" validate:"omitempty,oneof=none spike bud bloom" description:"left out: as at intake"`
	Growth       string              `json:"growth,omitempty" validate:"omitempty,oneof=new-roots growing resting"`
	Season       string              `json:"season,omitempty" validate:"omitempty,oneof=warm cool" description:"left out: by the calendar"`
	NightLowC    *float64            `json:"night_low_c,omitempty" validate:"omitempty,min=-30,max=50" description:"lowest night where it stands"`
	DayHighC     *float64            `json:"day_high_c,omitempty" validate:"omitempty,min=-30,max=60" description:"highest day where it stands"`
	NewestLeafMM *float64            `json:"newest_leaf_mm,omitempty" validate:"omitempty,min=2,max=1500" description:"length of the newest finished leaf"`
	LeafBeforeMM *float64            `json:"leaf_before_mm,omitempty" validate:"omitempty,min=2,max=1500" description:"length of the leaf before it"`
	Unpotted     bool                `json:"unpotted,omitempty" description:"it is out of its pot"`
	Accidents    []Accident          `json:"accidents,omitempty" validate:"max=20,dive"`
	Decisions    map[string]Decision `json:"decisions,omitempty" validate:"max=60,dive,keys,cause,endkeys" description:"the user's word, by the code of the cause"`
	Added        []Added             `json:"added,omitempty" validate:"max=10,dive" description:"causes that no table knows, in the user's words"`
	AgainOn      string              `json:"again_on,omitempty" validate:"omitempty,day" description:"the day to look again; left out: as the look comes to"`
	Notes        string              `json:"notes,omitempty" validate:"max=4000"`
}

// Accident is something that broke.
type Accident struct {
	What  string `json:"what" required:"true" validate:"oneof=broken-root lost-root snapped-growth torn-leaf lost-bulb lost-spike"`
	Count int    `json:"count" required:"true" validate:"min=1,max=400"`
}

// Decision is the user's word on a cause, and what it turned out to be.
type Decision struct {
	Word      string `json:"word" required:"true" validate:"oneof=confirmed rejected"`
	TurnedOut string `json:"turned_out,omitempty" validate:"omitempty,oneof=right wrong" description:"whether the word held, as seen later"`
	Note      string `json:"note,omitempty" validate:"max=400"`
}

// settles is what the plan goes by: the user's word, or what turned out since.
func (d Decision) settles() string {
	switch {
	case d.TurnedOut != "wrong":
		return d.Word
	case d.Word == causes.Confirmed:
		return causes.Rejected
	default:
		return causes.Confirmed
	}
}

// Added is a cause that no table knows, and what it turned out to be. No
// finding weighs on it.
type Added struct {
	Name      string `json:"name" required:"true" validate:"required,notblank,max=80"`
	TurnedOut string `json:"turned_out,omitempty" validate:"omitempty,oneof=right wrong" description:"whether the word held, as seen later"`
	Note      string `json:"note,omitempty" validate:"max=400"`
}

// Said is what the engine said of a cause when the user decided on it.
type Said struct {
	Chance      float64 `json:"chance" required:"true"`
	Band        string  `json:"band" required:"true"`
	Place       int     `json:"place" required:"true" description:"1 for the likeliest"`
	On          string  `json:"on" required:"true" description:"the day of the decision"`
	TurnedOutOn string  `json:"turned_out_on,omitempty"`
}

// Inspected is an inspection with all that follows from it.
type Inspected struct {
	ID         int64           `json:"id" required:"true"`
	PlantID    int64           `json:"plant_id" required:"true"`
	Version    int64           `json:"version" required:"true" description:"give it back when you save"`
	LookedOn   string          `json:"looked_on" required:"true"`
	Inspection Inspection      `json:"inspection" required:"true"`
	Look       look.Verdict    `json:"look" required:"true"`
	AgainOn    string          `json:"again_on,omitempty" description:"the day to look again"`
	Season     string          `json:"season" required:"true" enum:"warm,cool" description:"the season the look went by"`
	Flowering  string          `json:"flowering,omitempty" description:"the flowering the look went by"`
	Unpot      unpot.Advice    `json:"unpot" required:"true"`
	Causes     causes.Verdict  `json:"causes" required:"true"`
	Said       map[string]Said `json:"said" required:"true" description:"by cause, what the engine said when the user decided"`
	Leaves     []LeafPair      `json:"leaves" required:"true" description:"the newest finished leaf against the one before, look by look, the oldest first"`
}

// LeafPair is the size of the newest finished leaf and the one before, in mm.
type LeafPair struct {
	On       string  `json:"on" required:"true"`
	NewestMM float64 `json:"newest_mm" required:"true"`
	BeforeMM float64 `json:"before_mm" required:"true"`
	Smaller  *bool   `json:"smaller,omitempty" description:"left out when the difference says nothing"`
}

// Looked is an inspection in short, for lists.
type Looked struct {
	InspectionID int64  `json:"inspection_id" required:"true"`
	LookedOn     string `json:"looked_on" required:"true"`
	AgainOn      string `json:"again_on,omitempty"`
	LookInShort
	CausesInShort

	Unreadable string `json:"unreadable,omitempty" description:"said where what is kept of it cannot be read"`
}

// LookInShort is the look in a line.
type LookInShort struct {
	Decision string `json:"decision" required:"true" enum:",leave,wait,soon,now,out"`
	Headline string `json:"headline" required:"true"`
}

// CausesInShort is the causes in a line.
type CausesInShort struct {
	Cause     string `json:"cause" required:"true" description:"in a line"`
	Clear     bool   `json:"clear,omitempty" description:"nothing is wrong, as far as was looked"`
	Undecided bool   `json:"undecided,omitempty" description:"a next check is open"`
	Alarm     bool   `json:"alarm,omitempty" description:"something that spreads is not ruled out"`
	Strips    bool   `json:"strips,omitempty" description:"its causes ask for the old medium to come off"`
	Apart     bool   `json:"apart,omitempty" description:"its causes ask that it be kept apart"`
}

// SaveInspection is an inspection to be kept.
type SaveInspection struct {
	Version    int64      `json:"version" required:"true" validate:"min=1" description:"the version you changed"`
	LookedOn   string     `json:"looked_on" required:"true" validate:"required,day"`
	Inspection Inspection `json:"inspection" required:"true"`
}

// StartLook says when a new inspection was made.
type StartLook struct {
	LookedOn string `json:"looked_on,omitempty" validate:"omitempty,day" description:"left out: today"`
}

// looked is an inspection for lists. One that cannot be read says so and takes no
// other down.
func looked(id int64, on, again, lookDoc, causesDoc string) Looked {
	l := Looked{InspectionID: id, LookedOn: on, AgainOn: again}
	err := errors.Join(
		json.Unmarshal([]byte(lookDoc), &l.LookInShort),
		json.Unmarshal([]byte(causesDoc), &l.CausesInShort),
	)
	if err != nil {
		return Looked{InspectionID: id, LookedOn: on, AgainOn: again, Unreadable: unread("this look", id, err)}
	}
	return l
}

// unread says that a row of a list cannot be read.
func unread(what string, id int64, err error) string {
	slog.Error("a row cannot be read", "of", what, "id", id, "error", err)
	return "What is kept of " + what + " cannot be read. The others are not touched by that."
}

// isBlank holds for an inspection in which nothing was noted.
func (in Inspection) isBlank() bool {
	if len(in.Findings)+len(in.Accidents)+len(in.Decisions)+len(in.Added) > 0 {
		return false
	}
	in.Findings, in.Accidents, in.Decisions, in.Added = nil, nil, nil, nil
	return reflect.ValueOf(in).IsZero()
}

// Faults finds what no single field shows wrong in a look of a day.
func (in Inspection) Faults(lookedOn string) fault.List {
	if in.NightLowC != nil && in.DayHighC != nil && *in.NightLowC > *in.DayHighC {
		return oneFault(
			"night_low_c",
			"The lowest night is warmer than the highest day. Correct one of the two.",
			fmt.Sprintf("at most %g °C", *in.DayHighC),
			*in.NightLowC,
		)
	}
	if in.AgainOn != "" && in.AgainOn <= lookedOn {
		return oneFault(
			"again_on",
			"That is not after the day of this look. Give a later day.",
			"a day after "+lookedOn,
			in.AgainOn,
		)
	}
	return nil
}

// changes says in words how another version of the same inspection differs.
func (in Inspection) changes(to Inspection) []string {
	var list []string
	words := map[string]string{"": "not looked for", causes.Present: "found", causes.Absent: "not found"}
	for _, code := range codesOf(in.Findings, to.Findings) {
		if in.Findings[code] != to.Findings[code] {
			f, _ := causes.Table().Finding(code)
			list = append(list, fmt.Sprintf("“%s” is %s there.", f.Name.Value, words[to.Findings[code]]))
		}
	}
	words = map[string]string{"": "left open", causes.Confirmed: "confirmed", causes.Rejected: "ruled out"}
	for _, code := range codesOf(in.Decisions, to.Decisions) {
		if in.Decisions[code] != to.Decisions[code] {
			c, _ := causes.Table().Cause(code)
			list = append(list, fmt.Sprintf("The cause “%s” is %s there.", c.Name, words[to.Decisions[code].Word]))
		}
	}
	in.Findings, in.Decisions, to.Findings, to.Decisions = nil, nil, nil, nil
	if !reflect.DeepEqual(in, to) {
		list = append(list, "Other entries of the look differ there too.")
	}
	return list
}

// codesOf are the codes in either of two maps, in order.
func codesOf[V any](a, b map[string]V) []string {
	all := slices.Concat(slices.Collect(maps.Keys(a)), slices.Collect(maps.Keys(b)))
	slices.Sort(all)
	return slices.Compact(all)
}

// StartLook begins an inspection. One begun before and still blank is taken up.
func (c *Clinic) StartLook(ctx context.Context, plantID int64, s StartLook) (Inspected, error) {
	if err := check.Input(s); err != nil {
		return Inspected{}, err
	}
	on := s.LookedOn
	if on == "" {
		on = c.today()
	}
	if list := check.Future(nil, "looked_on", on, c.now()); len(list) > 0 {
		return Inspected{}, list
	}
	var started Inspected
	err := c.write(ctx, &started, func(q *sqlc.Queries) error {
		p, err := q.GetPlant(ctx, plantID)
		if err != nil {
			return missing(err, "plant", plantID)
		}
		house, err := settings(ctx, q)
		if err != nil {
			return err
		}
		row, err := q.LatestInspection(ctx, plantID)
		if isMissing(err) || err == nil && row.Blank == 0 {
			row, err = q.CreateInspection(
				ctx,
				sqlc.CreateInspectionParams{PlantID: plantID, LookedOn: on, Noted: `{"findings":{}}`, Now: c.stamp()},
			)
		} else if err == nil && row.LookedOn != on {
			row, err = q.SaveInspection(ctx, sqlc.SaveInspectionParams{
				ID:       row.ID,
				Version:  row.Version,
				LookedOn: on,
				Noted:    row.Noted,
				Said:     row.Said,
				Blank:    1,
				Look:     row.Look,
				Causes:   row.Causes,
				Now:      c.stamp(),
			})
		}
		if err != nil {
			return fmt.Errorf("begin look: %w", err)
		}
		started, err = c.inspected(ctx, q, row, p, house)
		return err
	})
	return started, err
}

// Inspection finds an inspection.
func (c *Clinic) Inspection(ctx context.Context, id int64) (Inspected, error) {
	return read(ctx, c, func(q *sqlc.Queries) (Inspected, error) {
		row, err := q.GetInspection(ctx, id)
		if err != nil {
			return Inspected{}, missing(err, "look", id)
		}
		p, err := q.GetPlant(ctx, row.PlantID)
		if err != nil {
			return Inspected{}, err
		}
		house, err := settings(ctx, q)
		if err != nil {
			return Inspected{}, err
		}
		return c.inspected(ctx, q, row, p, house)
	})
}

// Inspections lists a plant's inspections in short, the newest first.
func (c *Clinic) Inspections(ctx context.Context, plantID int64) ([]Looked, error) {
	rows, err := read(ctx, c, func(q *sqlc.Queries) ([]sqlc.Inspection, error) {
		if _, err := q.GetPlant(ctx, plantID); err != nil {
			return nil, missing(err, "plant", plantID)
		}
		return q.ListInspections(ctx, plantID)
	})
	if err != nil {
		return nil, err
	}
	list := make([]Looked, len(rows))
	for i, row := range rows {
		list[i] = looked(row.ID, row.LookedOn, row.AgainOn, row.Look, row.Causes)
	}
	return list, nil
}

// SaveInspection keeps an inspection. A version that is no longer the newest is
// refused, with what differs.
func (c *Clinic) SaveInspection(ctx context.Context, id int64, s SaveInspection) (Inspected, error) {
	if err := check.Input(s); err != nil {
		return Inspected{}, err
	}
	if list := s.Inspection.Faults(s.LookedOn); len(list) > 0 {
		return Inspected{}, list.Under("inspection")
	}
	if list := check.Future(nil, "looked_on", s.LookedOn, c.now()); len(list) > 0 {
		return Inspected{}, list
	}
	var saved Inspected
	err := c.write(ctx, &saved, func(q *sqlc.Queries) error {
		row, err := q.GetInspection(ctx, id)
		if err != nil {
			return missing(err, "look", id)
		}
		before, err := noted(row)
		if err != nil {
			return err
		}
		if row.Version != s.Version {
			return Conflict{What: "look", Version: row.Version, Changes: s.Inspection.changes(before)}
		}
		p, err := q.GetPlant(ctx, row.PlantID)
		if err != nil {
			return err
		}
		house, err := settings(ctx, q)
		if err != nil {
			return err
		}
		saved, err = c.keepInspection(ctx, q, row, p, house, before, s)
		return err
	})
	return saved, err
}

func noted(row sqlc.Inspection) (Inspection, error) {
	var in Inspection
	if err := json.Unmarshal([]byte(row.Noted), &in); err != nil {
		return in, fmt.Errorf("look %d: %w", row.ID, err)
	}
	return in, nil
}

func (c *Clinic) keepInspection(
	ctx context.Context,
	q *sqlc.Queries,
	row sqlc.Inspection,
	p sqlc.Plant,
	house Settings,
	before Inspection,
	s SaveInspection,
) (Inspected, error) {
	if s.Inspection.Findings == nil {
		s.Inspection.Findings = map[string]string{}
	}
	doc, err := json.Marshal(s.Inspection)
	if err != nil {
		return Inspected{}, err
	}
	row.LookedOn, row.Noted = s.LookedOn, string(doc)
	all, err := c.inspected(ctx, q, row, p, house)
	if err != nil {
		return all, err
	}
	c.sayOnce(&all, before)
	said, err := json.Marshal(all.Said)
	if err != nil {
		return all, err
	}
	l, cs, err := all.inShort()
	if err != nil {
		return all, err
	}
	row, err = q.SaveInspection(ctx, sqlc.SaveInspectionParams{
		ID:       row.ID,
		Version:  row.Version,
		LookedOn: row.LookedOn,
		Noted:    row.Noted,
		Said:     string(said),
		Blank:    asInt(s.Inspection.isBlank()),
		AgainOn:  all.AgainOn,
		Look:     l,
		Causes:   cs,
		Now:      c.stamp(),
	})
	if err != nil {
		return all, fmt.Errorf("save look: %w", err)
	}
	all.Version = row.Version
	if p.LookOn != "" && s.LookedOn > p.HomeSince && !s.Inspection.isBlank() {
		if err := q.SetLookOn(ctx, sqlc.SetLookOnParams{ID: row.PlantID}); err != nil {
			return all, err
		}
	}
	if err := c.newestAnew(ctx, q, row.PlantID, row.ID); err != nil {
		return all, err
	}
	return all, q.TouchPlant(ctx, sqlc.TouchPlantParams{ID: row.PlantID, Now: c.stamp()})
}

// sayOnce keeps the engine's word beside each decision as it was when the
// decision was made.
func (c *Clinic) sayOnce(all *Inspected, before Inspection) {
	for code, d := range all.Inspection.Decisions {
		said := all.Said[code]
		if before.Decisions[code].Word != d.Word {
			i := slices.IndexFunc(all.Causes.Causes, func(j causes.Judged) bool { return j.Code == code })
			j := all.Causes.Causes[i]
			said = Said{Chance: j.Chance, Band: j.Band, Place: i + 1, On: c.today()}
		}
		if before.Decisions[code].TurnedOut != d.TurnedOut {
			said.TurnedOutOn = ""
			if d.TurnedOut != "" {
				said.TurnedOutOn = c.today()
			}
		}
		all.Said[code] = said
	}
	maps.DeleteFunc(all.Said, func(code string, _ Said) bool { return all.Inspection.Decisions[code].Word == "" })
}

// keepApart is the action of a cause that may travel to the next plant.
const keepApart = "isolate"

// inShort is the inspection for lists: the look, and the causes.
func (all Inspected) inShort() (lookDoc, causesDoc string, err error) {
	l, err := json.Marshal(LookInShort{all.Look.Decision, all.Look.Headline})
	if err != nil {
		return "", "", err
	}
	c, err := json.Marshal(inShortOf(all.Causes))
	return string(l), string(c), err
}

func inShortOf(v causes.Verdict) CausesInShort {
	return CausesInShort{
		Cause: strings.TrimSpace(v.Headline), Clear: v.Clear, Undecided: len(v.Next) > 0, Alarm: len(v.Alarms) > 0,
		Strips: slices.ContainsFunc(v.Plan, causes.Strips), Apart: slices.Contains(v.Plan, keepApart),
	}
}
