package record

import (
	"cmp"
	"context"
	"fmt"
	"slices"
	"time"

	"therapeon/core/cleaning"
	"therapeon/core/climate"
	"therapeon/core/patient"
	"therapeon/core/pests"
	"therapeon/core/rehome"
	"therapeon/core/roots"
	"therapeon/core/taxa"
	"therapeon/core/work"
	"therapeon/ledger"
)

// Record is what is kept of a plant, from which a patient of any day is made.
type Record struct {
	Keeper    *Keeper
	Tx        *ledger.Tx
	Row       ledger.Plant
	Settings  Settings
	HomeDocs  []ledger.Doc[HomeDoc] // the oldest first
	IntakeDoc ledger.Doc[patient.Intake]
	LookDocs  []ledger.Doc[LookDoc] // the newest first
	CutAt     string                // when a cut of the reading loaded last was ticked off
	Base      patient.Patient       // all but the day and the reading
}

// Record loads what is kept of a plant.
func (c *Keeper) Record(ctx context.Context, tx *ledger.Tx, plantID int64) (*Record, error) {
	row, err := tx.Plants().Get(ctx, plantID)
	if err != nil {
		return nil, MissingOr(err, "plant", plantID)
	}
	house, err := SettingsIn(ctx, tx)
	if err != nil {
		return nil, err
	}
	return c.RecordOf(ctx, tx, row, house)
}

// RecordOf loads what is kept of a plant whose row is at hand.
func (c *Keeper) RecordOf(ctx context.Context, tx *ledger.Tx, row ledger.Plant, house Settings) (*Record, error) {
	r, err := c.Stem(ctx, tx, row, house)
	if err != nil {
		return nil, err
	}
	if r.LookDocs, err = Looks.Of(ctx, tx, row.ID); err != nil {
		return nil, err
	}
	if err := ledger.Sound(r.LookDocs); err != nil {
		return nil, err
	}
	for _, l := range r.LookDocs {
		if l.State != ledger.Blank {
			r.Base.Looks = append(r.Base.Looks, patient.Look{ID: l.ID, On: l.Day, Noted: l.Value.Noted})
		}
	}
	if r.Base.Seen, err = SightingsOf(ctx, tx, row.ID, c.Now().Location()); err != nil {
		return nil, err
	}
	if r.Base.Care, err = TendedOf(ctx, tx, row.ID); err != nil {
		return nil, err
	}
	watches, err := WatchesOf(ctx, tx, row.ID)
	if err != nil {
		return nil, err
	}
	r.Base.Watches = watched(watches)
	since := c.Now()
	if len(r.Base.Looks) > 0 {
		if on, err := time.Parse(time.DateOnly, r.Base.Looks[0].On); err == nil {
			since = on
		}
	}
	if r.Base.Site, err = r.SiteNow(ctx, since.AddDate(0, 0, -int(climate.Table().MeanDays.Value))); err != nil {
		return nil, err
	}
	return r, r.treated(ctx)
}

// Stem is a record of what a reading is judged by: the plant, the house and the homes.
func (c *Keeper) Stem(ctx context.Context, tx *ledger.Tx, row ledger.Plant, house Settings) (*Record, error) {
	intake, err := Intakes.Get(ctx, tx, row.ID)
	if err != nil {
		return nil, fmt.Errorf("intake of plant %d: %w", row.ID, err)
	}
	in := intake.Value
	profile, ok := taxa.Find(row.GroupCode)
	if !ok {
		return nil, fmt.Errorf("no group %q", row.GroupCode)
	}
	r := &Record{Keeper: c, Tx: tx, Row: row, Settings: house, IntakeDoc: intake}
	r.Base = patient.Patient{
		Profile: profile, Intake: in.OfKind(), Sides: in.Sides, House: house.asHouse(),
		Judge: c.Heard.Hear, Now: c.Now(),
	}
	if r.HomeDocs, err = HomesOf(ctx, tx, row.ID); err != nil {
		return nil, err
	}
	for _, h := range r.HomeDocs {
		home := rehome.Stands(h.Day, h.Value.Route, h.Value.Pot)
		r.Base.Homes = append(r.Base.Homes, home)
	}
	if n := len(r.Base.Homes); n > 0 {
		r.Base.Homes[n-1].LookOn = row.LookOn // who has it in hand puts it off
	}
	return r, nil
}

// treated loads what was done to the plant: incidents, treatments, spikes cut.
func (r *Record) treated(ctx context.Context) error {
	incidents, err := r.Tx.Events().Incidents(ctx, r.Row.ID)
	if err != nil {
		return err
	}
	for _, i := range incidents {
		r.Base.Incidents = append(r.Base.Incidents, patient.Incident{On: i.HappenedOn, What: i.What})
	}
	treatments, err := CoursesOf(ctx, r.Tx, r.Row.ID)
	if err := cmp.Or(err, ledger.Sound(treatments)); err != nil {
		return err
	}
	for _, t := range treatments {
		course := t.Value.Course
		pest, _ := pests.Find(course.Pest)
		for _, on := range course.Rounds {
			r.Base.Rounds = append(r.Base.Rounds, patient.TreatedDay{On: on, Pest: course.Pest, Products: pest.Products})
		}
		if t.State != ledger.Closed && len(course.Rounds) > 0 {
			if err := r.roundDue(ctx, course); err != nil {
				return err
			}
		}
	}
	r.Base.Deeds, err = deeds(ctx, r.Tx, r.Row.ID)
	r.Base.Spikes = spikes(r.Base.Deeds)
	return err
}

// roundDue notes the day on which a treatment that runs is due, the earliest of them.
func (r *Record) roundDue(ctx context.Context, course pests.Course) error {
	first, err := time.Parse(time.DateOnly, slices.Min(course.Rounds))
	if err != nil {
		return err
	}
	p := r.Base
	p.Forget()
	if p.Site, err = r.SiteNow(ctx, first.AddDate(0, -1, 0)); err != nil {
		return err
	}
	s, err := pests.Plan(course, p.Around().Temperatures(), p.Now, p.Intake.TereteLeaves)
	if err != nil {
		return nil //nolint:nilerr // its own page says what is wrong with it
	}
	if due := s.DueOn(); due != "" && (r.Base.RoundDue == "" || due < r.Base.RoundDue) {
		r.Base.RoundDue = due
	}
	return nil
}

// CoursesOf are a plant's treatments, those that go on first, the newest first.
func CoursesOf(ctx context.Context, tx *ledger.Tx, plantID int64) ([]ledger.Doc[CourseDoc], error) {
	all, err := Courses.Of(ctx, tx, plantID)
	slices.SortStableFunc(all, func(a, b ledger.Doc[CourseDoc]) int {
		return cmp.Compare(AsInt(a.State == ledger.Closed), AsInt(b.State == ledger.Closed))
	})
	return all, err
}

// SpikesCut are the days on which a plant's spike was cut while it was cleaned.
func SpikesCut(ctx context.Context, tx *ledger.Tx, plantID int64) ([]string, error) {
	all, err := deeds(ctx, tx, plantID)
	return spikes(all), err
}

func spikes(all []patient.Deed) (on []string) {
	for _, d := range all {
		if d.Of == cleaning.SpikeCut && !d.LeftOut {
			on = append(on, d.On)
		}
	}
	return on
}

// deeds are the jobs of a plant's cleanings that were done, or left out with a reason, and the
// actions that went into them.
func deeds(ctx context.Context, tx *ledger.Tx, plantID int64) (list []patient.Deed, err error) {
	all, err := Cleanings.Of(ctx, tx, plantID)
	if err := cmp.Or(err, ledger.Sound(all)); err != nil {
		return nil, err
	}
	for _, d := range all {
		for job, m := range d.Value.Marks {
			if m.State != work.Done && m.State != work.Skipped {
				continue
			}
			for _, action := range cleaning.ActionsIn(job) {
				list = append(list, patient.Deed{Of: action, On: DayOf(m.On), LeftOut: m.State == work.Skipped})
			}
		}
	}
	return list, nil
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

// OfReading is the patient with one of its readings. It is taken as it is at hand.
func (r *Record) OfReading(ctx context.Context, d ledger.Doc[roots.Reading]) (*patient.Patient, error) {
	p := r.Base
	p.Forget()
	var err error
	p.Reading, err = r.asReading(ctx, d)
	return &p, err
}

// asReading brings a reading and what of its cut list was done together.
func (r *Record) asReading(ctx context.Context, d ledger.Doc[roots.Reading]) (*patient.Reading, error) {
	done, err := CutsOf(ctx, r.Tx, d.ID)
	r.CutAt = done.UpdatedAt
	return &patient.Reading{ID: d.ID, On: d.Day, Roots: d.Value, Checks: done.Value}, err
}

// CutsOf are the jobs of a reading's cut list that were ticked off; version 0: none yet.
func CutsOf(ctx context.Context, tx *ledger.Tx, readingID int64) (ledger.Doc[roots.Checks], error) {
	d, err := Cuts.Get(ctx, tx, readingID)
	if IsMissing(err) {
		return ledger.Doc[roots.Checks]{ID: readingID, Value: roots.Checks{}}, nil
	}
	return d, err
}

// WithBefore adds the reading before one.
func (r *Record) WithBefore(ctx context.Context, p *patient.Patient) error {
	d, err := Readings.Before(ctx, r.Tx, r.Row.ID, p.Reading.On, p.Reading.ID)
	if IsMissing(err) {
		return nil
	}
	if err == nil {
		p.Before, err = r.asReading(ctx, d)
	}
	return err
}

// Visit is a plant as it is today, with the rows that the newest evidence is of.
type Visit struct {
	*Record
	*patient.Patient
	ReadingDoc *ledger.Doc[roots.Reading]
	LookDoc    *ledger.Doc[LookDoc]
}

// Visit loads a plant as it is today. The air of its place and its weights come with inAir.
func (c *Keeper) Visit(ctx context.Context, tx *ledger.Tx, plantID int64) (*Visit, error) {
	r, err := c.Record(ctx, tx, plantID)
	if err != nil {
		return nil, err
	}
	p := r.Base
	p.Forget()
	v := &Visit{Record: r, Patient: &p}
	if len(r.LookDocs) > 0 {
		v.LookDoc = &r.LookDocs[0]
	}
	last, err := NewestRead(ctx, tx, plantID)
	if IsMissing(err) {
		return v, nil
	}
	if err != nil {
		return nil, err
	}
	v.ReadingDoc = &last
	p.Reading, err = r.asReading(ctx, last)
	return v, err
}

// NewestRead is the newest reading of a plant in which something was read.
func NewestRead(ctx context.Context, tx *ledger.Tx, plantID int64) (ledger.Doc[roots.Reading], error) {
	return Readings.Before(ctx, tx, plantID, patient.Ever, 0)
}

// InAir adds what its race and its pot hang on at a moment: the air of its place, its
// weights, the reading before the last, and the sides of its plan.
func (v *Visit) InAir(ctx context.Context, at time.Time) (Planned, error) {
	plan, err := v.planned(ctx)
	if err != nil {
		return plan, err
	}
	p := v.Record.Base
	p.Forget()
	p.Reading, p.Now = v.Patient.Reading, at.In(v.Keeper.Now().Location())
	p.Sides = p.Sides.Over(plan.Plan.Sides)
	if p.Site, err = v.SiteNow(ctx, at.AddDate(0, -int(climate.Table().MonthsBack.Value), 0)); err != nil {
		return plan, err
	}
	if p.Weights, err = WeightsOf(ctx, v.Tx, v.Row.ID); err != nil {
		return plan, err
	}
	if p.Reading != nil {
		if err := v.WithBefore(ctx, &p); err != nil {
			return plan, err
		}
	}
	v.Patient = &p
	return plan, nil
}

// WithPlan adds the sides of its plan alone.
func (v *Visit) WithPlan(ctx context.Context) error {
	plan, err := v.planned(ctx)
	if err != nil {
		return err
	}
	p := *v.Patient
	p.Forget()
	p.Sides = v.Record.Base.Sides.Over(plan.Plan.Sides)
	v.Patient = &p
	return nil
}

// SiteNow is where the plant stands, with its temperatures from a time on; nil where that is
// not noted.
func (r *Record) SiteNow(ctx context.Context, since time.Time) (*patient.Site, error) {
	if r.Row.PlaceID == 0 {
		return nil, nil
	}
	d, err := Places.Get(ctx, r.Tx, r.Row.PlaceID)
	if err != nil {
		return nil, err
	}
	known, err := ClimateOf(ctx, r.Tx, d, since)
	if err != nil {
		return nil, err
	}
	at := d.Value
	return &patient.Site{Name: at.Name, Climate: known, Light: at.Light, Percent: at.HumidityPercent}, nil
}

// WeightsOf are a plant's weights, the oldest first, without those taken back.
func WeightsOf(ctx context.Context, tx *ledger.Tx, plantID int64) ([]patient.Weight, error) {
	rows, err := Weighings(ctx, tx, plantID)
	if err != nil {
		return nil, err
	}
	rows = slices.DeleteFunc(rows, func(w Weighed) bool { return w.Withdrawn })
	list := make([]patient.Weight, len(rows))
	for i, w := range rows {
		at, err := time.Parse(time.RFC3339, w.At)
		if err != nil {
			return nil, fmt.Errorf("weighing %d: %w", w.ID, err)
		}
		list[i] = patient.Weight{At: at, Kind: w.Kind, Grams: w.Grams, Because: w.Because, Moment: w.Moment}
	}
	return list, nil
}

// Given is a plant of which only an intake is known, on no bench.
func (c *Keeper) Given(ctx context.Context, in patient.Intake) (*patient.Patient, error) {
	profile, ok := taxa.Find(in.Group)
	if !ok {
		return nil, fmt.Errorf("no group %q", in.Group)
	}
	house, err := Read(ctx, c, func(tx *ledger.Tx) (Settings, error) { return SettingsIn(ctx, tx) })
	if err != nil {
		return nil, err
	}
	return &patient.Patient{
		Profile: profile, Intake: in, Sides: in.Sides, House: house.asHouse(), Judge: c.Heard.Hear, Now: c.Now(),
	}, nil
}

// StemOf is what the readings of a plant are judged by.
func (c *Keeper) StemOf(ctx context.Context, tx *ledger.Tx, plantID int64) (*Record, error) {
	row, err := tx.Plants().Get(ctx, plantID)
	if err != nil {
		return nil, MissingOr(err, "plant", plantID)
	}
	s, err := SettingsIn(ctx, tx)
	if err != nil {
		return nil, err
	}
	return c.Stem(ctx, tx, row, s)
}
