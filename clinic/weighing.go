package clinic

import (
	"cmp"
	"context"
	"encoding/json"
	"fmt"
	"slices"
	"strings"
	"time"

	"therapeon/clinic/check"
	"therapeon/core/causes"
	"therapeon/core/look"
	"therapeon/core/pests"
	"therapeon/core/roots"
	"therapeon/core/taxa"
	"therapeon/core/unpot"
	"therapeon/store/sqlc"
)

// caseOf is a plant with what an inspection is judged by.
type caseOf struct {
	intake  Intake
	profile taxa.Profile
	house   Settings
	on      time.Time
	reading *roots.Reading
	verdict *roots.Verdict
	readOn  string
	looks   []sqlc.Inspection // all of this plant, the newest first
	hurt    *causes.Hurt
	sprayed *causes.Sprayed

	spikeCutOn string // the day of that, or empty
}

const dayInWords = "2 January 2006"

// inspected brings a stored inspection and all that follows from it together.
func (c *Clinic) inspected(
	ctx context.Context,
	q *sqlc.Queries,
	row sqlc.Inspection,
	plantRow sqlc.Plant,
	house Settings,
) (Inspected, error) {
	in, err := noted(row)
	if err != nil {
		return Inspected{}, err
	}
	of, err := c.caseFor(ctx, q, row, plantRow, house)
	if err != nil {
		return Inspected{}, err
	}
	all := Inspected{
		ID:         row.ID,
		PlantID:    row.PlantID,
		Version:    row.Version,
		LookedOn:   row.LookedOn,
		Inspection: in,
		Said:       map[string]Said{},
	}
	if err := json.Unmarshal([]byte(row.Said), &all.Said); err != nil {
		return all, fmt.Errorf("decisions of look %d: %w", row.ID, err)
	}
	all.judge(of)
	all.Leaves, err = leafMemory(of.looks, row)
	return all, err
}

// judge fills in what the core makes of an inspection.
func (all *Inspected) judge(of caseOf) {
	in := &all.Inspection
	all.Causes = of.causes(*in)
	all.judgeLook(of, inShortOf(all.Causes))
	all.Unpot = unpot.Table().Advise(
		unpot.Case{Group: of.intake.Group, Pot: of.intake.Pot, Medium: of.intake.OldMedium, Findings: in.Findings},
	)
}

// judgeLook fills in the look alone, from what the causes come to.
func (all *Inspected) judgeLook(of caseOf, by CausesInShort) {
	all.Look, all.Season, all.Flowering = of.look(all.Inspection, by)
	all.AgainOn = all.Inspection.AgainOn
	if all.AgainOn == "" && all.Look.Decision != "" && all.Look.Decision != look.Out {
		all.AgainOn = of.on.AddDate(0, 0, all.Look.AgainDays).Format(time.DateOnly)
	}
}

// caseFor finds what an inspection is judged by: the plant, the house, what broke
// at an earlier look, and the roots as they were last read before the next.
func (c *Clinic) caseFor(
	ctx context.Context,
	q *sqlc.Queries,
	row sqlc.Inspection,
	plantRow sqlc.Plant,
	house Settings,
) (caseOf, error) {
	p, err := plant(plantRow)
	if err != nil {
		return caseOf{}, err
	}
	homes, err := homesOf(ctx, q, row.PlantID)
	if err != nil {
		return caseOf{}, err
	}
	of, err := p.Intake.asOf(homes, row.LookedOn).caseOf(house, row.LookedOn)
	if err != nil {
		return of, err
	}
	if of.looks, err = q.ListInspections(ctx, row.PlantID); err != nil {
		return of, fmt.Errorf("list looks: %w", err)
	}
	before := "9999-12-31"
	for _, l := range of.looks {
		switch order := cmp.Or(cmp.Compare(l.LookedOn, row.LookedOn), cmp.Compare(l.ID, row.ID)); {
		case order > 0:
			before = l.LookedOn
		case order < 0 && of.hurt == nil:
			if of.hurt, err = of.hurtIn(l); err != nil {
				return of, err
			}
		}
	}
	if err := of.treated(ctx, q, row.PlantID); err != nil {
		return of, err
	}
	if of.spikeCutOn, err = spikeCutOn(ctx, q, row.PlantID); err != nil {
		return of, err
	}
	last, err := q.ReadingOfInspection(ctx, sqlc.ReadingOfInspectionParams{PlantID: row.PlantID, Before: before})
	if isMissing(err) {
		return of, nil
	}
	if err != nil {
		return of, err
	}
	r, err := parse(last)
	if err != nil {
		return of, err
	}
	return of, of.read(r, last.ReadOn)
}

// caseOf is a plant as it is known on a day.
func (in Intake) caseOf(house Settings, on string) (caseOf, error) {
	profile, ok := taxa.Find(in.Group)
	if !ok {
		return caseOf{}, fmt.Errorf("no group %q", in.Group)
	}
	day, err := time.Parse(time.DateOnly, on)
	if err != nil {
		return caseOf{}, err
	}
	return caseOf{intake: in, profile: profile, house: house, on: day}, nil
}

// read adds the roots as they were read.
func (of *caseOf) read(r roots.Reading, on string) error {
	b, err := of.intake.bench(of.house)
	if err != nil {
		return err
	}
	v := roots.Read(r, b.context)
	of.reading, of.verdict, of.readOn = &r, &v, on
	if day, err := time.Parse(time.DateOnly, on); err == nil {
		of.readOn = day.Format(dayInWords)
	}
	return nil
}

// hurtIn is what broke at an earlier look, if anything did.
func (of *caseOf) hurtIn(row sqlc.Inspection) (*causes.Hurt, error) {
	in, err := noted(row)
	if err != nil || len(in.Accidents) == 0 {
		return nil, err
	}
	day, err := time.Parse(time.DateOnly, row.LookedOn)
	if err != nil {
		return nil, err
	}
	var what []string
	for _, a := range in.Accidents {
		name, _, _ := strings.Cut(unpot.Table().Accidents[a.What].Value, ".")
		what = append(what, strings.ToLower(name))
	}
	return &causes.Hurt{
		Step: "Unpot",
		What: strings.Join(what, ", "),
		On:   day.Format(dayInWords),
		Days: of.on.Sub(day).Hours() / 24,
	}, nil
}

// treated finds what was noted since: what broke while cleaning, and when oil or
// soap was last used, before the day of the look: what is done that day follows it.
func (of *caseOf) treated(ctx context.Context, q *sqlc.Queries, plantID int64) error {
	incidents, err := q.ListIncidents(ctx, plantID)
	if err != nil {
		return fmt.Errorf("list incidents: %w", err)
	}
	for _, i := range incidents {
		day, err := time.Parse(time.DateOnly, i.HappenedOn)
		if err != nil || !day.Before(of.on) {
			continue
		}
		name, _, _ := strings.Cut(unpot.Table().Accidents[i.What].Value, ".")
		if days := of.on.Sub(day).Hours() / 24; of.hurt == nil || days < of.hurt.Days {
			of.hurt = &causes.Hurt{Step: "Clean", What: strings.ToLower(name), On: day.Format(dayInWords), Days: days}
		}
	}
	if of.intake.TereteLeaves {
		return nil // no oil and no strong soap for it
	}
	courses, err := q.ListCourses(ctx, plantID)
	if err != nil {
		return fmt.Errorf("list treatments: %w", err)
	}
	for _, row := range courses {
		doc, err := fromDoc[pests.Course]("treatment", row.ID, row.Doc)
		if err != nil {
			return err
		}
		if pest, _ := pests.Find(doc.Pest); !slices.Contains(pest.Products, "oil") {
			continue
		}
		for _, on := range doc.Rounds {
			day, err := time.Parse(time.DateOnly, on)
			if err != nil || !day.Before(of.on) {
				continue
			}
			if days := of.on.Sub(day).Hours() / 24; of.sprayed == nil || days < of.sprayed.Days {
				of.sprayed = &causes.Sprayed{On: day.Format(dayInWords), Days: days}
			}
		}
	}
	return nil
}

// bare holds for a plant that came without pot and medium.
func (in Intake) bare() bool { return in.Pot == "none" }

// own is the plant's side of a question, or else the house's.
func own(plant, house string) string {
	if plant != "" {
		return plant
	}
	return house
}

// look decides whether and when to unpot.
func (of caseOf) look(in Inspection, by CausesInShort) (v look.Verdict, season, flowering string) {
	k := look.Table()
	flowering = own(in.Flowering, of.intake.Flowering)
	if in.Flowering == "" && of.spikeCutOn != "" && of.spikeCutOn < of.on.Format(time.DateOnly) {
		flowering = "none"
	}
	byCalendar, months := k.Season(int(of.on.Month()), of.house.Hemisphere == "south")
	season = own(in.Season, byCalendar)
	turn := time.Date(of.on.Year(), of.on.Month()+time.Month(months), 1, 0, 0, 0, 0, time.UTC)
	c := look.Case{
		Profile:   of.profile,
		Findings:  of.allFindings(in),
		Flowering: flowering,
		Growth:    in.Growth,
		Season:    season,
		NightLowC: in.NightLowC,
		SpikeAtRescue: own(
			of.intake.SpikeAtRescue,
			of.house.SpikeAtRescue,
		),
		RepotInFlower: own(of.intake.RepotInFlower, of.house.RepotInFlower),
		SmallRotPatch: own(of.intake.SmallRotPatch, of.house.SmallRotPatch),
		Unpotted:      in.Unpotted || of.intake.bare(),
	}
	if months > 0 {
		c.DaysToWarm = int(turn.Sub(of.on).Hours() / 24)
	}
	if since := of.since(of.intake.LastRepotted, 1); since != nil {
		c.MovedDays = &since[1]
	}
	c.Alarm, c.Strips = by.Alarm, by.Strips
	if of.verdict != nil {
		c.RootGrade, c.Starved = of.verdict.Grade.Code, of.verdict.Grade.Starved
	}
	return k.Decide(c), season, flowering
}

// allFindings are those the user noted, and of those known from intake and
// measures the ones that can be seen in the pot. The look is a look: what a
// reading of the roots found weighs on the causes.
func (of caseOf) allFindings(in Inspection) map[string]string {
	if len(in.Findings) == 0 && in.leafSmaller() == nil {
		return in.Findings // nothing was looked at yet
	}
	all := map[string]string{}
	for _, k := range of.knows(in) {
		if f, _ := causes.Table().Finding(k.Finding); f.At == "look" && k.State == causes.Present {
			all[k.Finding] = k.State
		}
	}
	for code, state := range in.Findings {
		all[code] = state
	}
	return all
}

// leafSmaller compares the newest leaf with the one before, when both were measured.
func (in Inspection) leafSmaller() *bool {
	if in.NewestLeafMM == nil || in.LeafBeforeMM == nil {
		return nil
	}
	return look.Table().LeafSmaller(*in.NewestLeafMM, *in.LeafBeforeMM)
}

// knows is what earlier steps know.
func (of caseOf) knows(in Inspection) []causes.Known {
	brown := of.profile.Class() == taxa.Brown
	if of.intake.RootClass != "" {
		brown = of.intake.RootClass == string(taxa.Brown)
	}
	f := causes.Facts{
		Profile:      of.profile,
		Brown:        brown,
		Medium:       of.intake.OldMedium,
		Pot:          of.intake.Pot,
		BulbState:    of.intake.BulbState,
		MediumMonths: of.since(of.intake.LastRepotted, daysInMonth),
		DaysHere:     of.since(of.intake.ArrivedOn, 1),
		NightLowC:    in.NightLowC,
		DayHighC:     in.DayHighC,
		Hurt:         of.hurt,
		Sprayed:      of.sprayed,
		Reading:      of.reading,
		Verdict:      of.verdict,
		ReadOn:       of.readOn,
	}
	f.LeafSmaller = in.leafSmaller()
	return causes.Knows(f)
}

const daysInMonth = 30.44

// since is the time from a date, of which only the month or year may be known,
// to the look: at least and at most, in units of so many days.
func (of caseOf) since(date string, unitDays float64) *[2]float64 {
	first, last, ok := check.Days(date)
	if !ok {
		return nil
	}
	units := func(t time.Time) float64 { return max(0, of.on.Sub(t).Hours()/24/unitDays) }
	return &[2]float64{units(last), units(first)}
}

// causes weighs what is known.
func (of caseOf) causes(in Inspection) causes.Verdict {
	c := causes.Case{
		Group:    of.intake.Group,
		Bulbs:    of.profile.HasBulbs(),
		Findings: in.Findings,
		Known:    of.knows(in),
		Settled:  map[string]string{},
		Bare:     of.intake.bare(),
		Unpotted: in.Unpotted || of.reading != nil || of.intake.bare(),
		Rootless: of.reading != nil && of.reading.NoneFound,
	}
	for code, d := range in.Decisions {
		c.Settled[code] = d.settles()
	}
	for _, a := range in.Added {
		if a.TurnedOut != "wrong" {
			c.Added = append(c.Added, strings.TrimSpace(a.Name))
		}
	}
	return causes.Table().Judge(c)
}

// leafMemory is the leaf sizes look by look, the oldest first; the look at hand
// as it stands now.
func leafMemory(rows []sqlc.Inspection, at sqlc.Inspection) ([]LeafPair, error) {
	pairs := []LeafPair{}
	add := func(row sqlc.Inspection) error {
		in, err := noted(row)
		if err == nil && in.NewestLeafMM != nil && in.LeafBeforeMM != nil {
			pairs = append(pairs, LeafPair{row.LookedOn, *in.NewestLeafMM, *in.LeafBeforeMM, in.leafSmaller()})
		}
		return err
	}
	seen := false
	for i := len(rows) - 1; i >= 0; i-- {
		row := rows[i]
		if row.ID == at.ID {
			row, seen = at, true
		}
		if err := add(row); err != nil {
			return nil, err
		}
	}
	if seen {
		return pairs, nil
	}
	return pairs, add(at)
}

// lookAnew brings the inspections of a plant in short up to date after the
// plant or the house changed.
func (c *Clinic) lookAnew(ctx context.Context, q *sqlc.Queries, p sqlc.Plant, house Settings, alsoCauses bool) error {
	rows, err := q.ListInspections(ctx, p.ID)
	if err != nil {
		return fmt.Errorf("list looks: %w", err)
	}
	for _, row := range rows {
		if err := c.inShortAnew(ctx, q, row, p, house, alsoCauses); err != nil {
			return err
		}
	}
	return nil
}

func (c *Clinic) inShortAnew(
	ctx context.Context,
	q *sqlc.Queries,
	row sqlc.Inspection,
	p sqlc.Plant,
	house Settings,
	alsoCauses bool,
) error {
	in, err := noted(row)
	if err != nil {
		return err
	}
	of, err := c.caseFor(ctx, q, row, p, house)
	if err != nil {
		return err
	}
	all := Inspected{Inspection: in}
	if alsoCauses {
		all.judge(of)
	} else {
		all.judgeLook(of, looked(row.ID, row.LookedOn, "", row.Look, row.Causes).CausesInShort)
	}
	l, cs, err := all.inShort()
	if err != nil {
		return err
	}
	if l != row.Look || all.AgainOn != row.AgainOn {
		if err := q.SetLookInShort(
			ctx,
			sqlc.SetLookInShortParams{ID: row.ID, Look: l, AgainOn: all.AgainOn},
		); err != nil {
			return err
		}
	}
	if !alsoCauses || cs == row.Causes {
		return nil
	}
	return q.SetCausesInShort(ctx, sqlc.SetCausesInShortParams{ID: row.ID, Causes: cs})
}

// newestAnew brings the newest inspection, which lists show, up to date after a
// reading or an inspection before it.
func (c *Clinic) newestAnew(ctx context.Context, q *sqlc.Queries, plantID, justSaved int64) error {
	rows, err := q.ListInspections(ctx, plantID)
	if err != nil || len(rows) == 0 || rows[0].ID == justSaved {
		return err
	}
	p, err := q.GetPlant(ctx, plantID)
	if err != nil {
		return err
	}
	house, err := settings(ctx, q)
	if err != nil {
		return err
	}
	return c.inShortAnew(ctx, q, rows[0], p, house, true)
}

// ComputeLook comes to a look without saving anything.
func (c *Clinic) ComputeLook(
	ctx context.Context,
	in Intake,
	noted Inspection,
	r *roots.Reading,
	on string,
) (Inspected, error) {
	if in.Tag == "" {
		in.Tag = "unnamed" // A computation needs no tag.
	}
	if err := c.check(ctx, in); err != nil {
		return Inspected{}, under("plant", err)
	}
	if err := check.Input(noted); err != nil {
		return Inspected{}, under("inspection", err)
	}
	if on == "" {
		on = c.today()
	}
	house, err := c.Settings(ctx)
	if err != nil {
		return Inspected{}, err
	}
	of, err := in.caseOf(house, on)
	if err != nil {
		return Inspected{}, oneFault(
			"on",
			"This is not a day. Write it like 2029-05-14.",
			"a day such as 2029-05-14",
			on,
		)
	}
	if list := noted.Faults(on); len(list) > 0 {
		return Inspected{}, list.Under("inspection")
	}
	if r != nil {
		if err := check.Input(*r); err != nil {
			return Inspected{}, under("reading", err)
		}
		if err := of.read(*r, on); err != nil {
			return Inspected{}, err
		}
	}
	all := Inspected{Inspection: noted}
	all.judge(of)
	return all, nil
}
