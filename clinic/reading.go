package clinic

import (
	"context"
	"encoding/json"
	"fmt"

	"therapeon/clinic/check"
	"therapeon/core/cleaning"
	"therapeon/core/roots"
	"therapeon/core/taxa"
	"therapeon/store/sqlc"
)

// Summary is a verdict in short, for lists.
type Summary struct {
	ReadingID int64       `json:"reading_id" required:"true"`
	ReadOn    string      `json:"read_on" required:"true"`
	Headline  string      `json:"headline" required:"true"`
	Grade     string      `json:"grade" required:"true"`
	Starved   bool        `json:"starved,omitempty" description:"too little living root for its leaves"`
	Roots     int         `json:"roots" required:"true"`
	Viable    roots.Range `json:"viable_by_length" required:"true"`
	LiveMM    roots.Range `json:"live_length_mm" required:"true"`
	Tips      int         `json:"growing_tips" required:"true"`
	Cuts      int         `json:"cuts" required:"true"`
	Rechecks  int         `json:"rechecks" required:"true"`
}

// Reading is a reading of a plant's roots with all that follows from it.
type Reading struct {
	ID       int64           `json:"id" required:"true"`
	PlantID  int64           `json:"plant_id" required:"true"`
	Version  int64           `json:"version" required:"true" description:"give it back when you save"`
	ReadOn   string          `json:"read_on" required:"true"`
	Reading  roots.Reading   `json:"reading" required:"true"`
	Verdict  roots.Verdict   `json:"verdict" required:"true"`
	CutList  cleaning.List   `json:"cut_list" required:"true"`
	Checks   cleaning.Checks `json:"checks" required:"true"`
	Previous *Previous       `json:"previous,omitempty" description:"the reading before this one"`
}

// Previous is the reading before, and what changed since.
type Previous struct {
	ReadingID int64       `json:"reading_id" required:"true"`
	ReadOn    string      `json:"read_on" required:"true"`
	Since     roots.Since `json:"since" required:"true"`
}

// Start says what a new reading starts from.
type Start struct {
	ReadOn   string `json:"read_on,omitempty" validate:"omitempty,day" description:"left out: today"`
	FromLast bool   `json:"from_last,omitempty" description:"start from the roots as the last cleaning left them"`
}

// Save is a reading to be kept.
type Save struct {
	Version int64         `json:"version" required:"true" validate:"min=1" description:"the version you changed"`
	ReadOn  string        `json:"read_on" required:"true" validate:"required,day"`
	Reading roots.Reading `json:"reading" required:"true"`
}

// bench is a plant with what its readings are judged by.
type bench struct {
	context  roots.Context
	cleaning cleaning.Plant
}

func benchFor(row sqlc.Plant, s Settings) (bench, error) {
	p, err := plant(row)
	if err != nil {
		return bench{}, err
	}
	return p.Intake.bench(s)
}

func (in Intake) bench(s Settings) (bench, error) {
	profile, ok := taxa.Find(in.Group)
	if !ok {
		return bench{}, fmt.Errorf("no group %q", in.Group)
	}
	context := roots.ContextFor(profile, in.facts(s))
	return bench{context, cleaning.Plant{
		KeptApart: in.KeptApart, Monopodial: context.Monopodial,
		Moss: in.OldMedium == "moss" || in.OldMedium == "bark-moss",
	}}, nil
}

func (c *Clinic) bench(ctx context.Context, q *sqlc.Queries, plantID int64) (bench, error) {
	row, err := q.GetPlant(ctx, plantID)
	if err != nil {
		return bench{}, missing(err, "plant", plantID)
	}
	s, err := settings(ctx, q)
	if err != nil {
		return bench{}, err
	}
	return benchFor(row, s)
}

// Compute comes to a verdict and a cut list without saving anything.
func (c *Clinic) Compute(ctx context.Context, in Intake, r roots.Reading) (roots.Verdict, cleaning.List, error) {
	if in.Tag == "" {
		in.Tag = "unnamed" // A computation needs no tag.
	}
	if err := c.check(in); err != nil {
		return roots.Verdict{}, cleaning.List{}, err
	}
	if err := check.Input(r); err != nil {
		return roots.Verdict{}, cleaning.List{}, err
	}
	s, err := c.Settings(ctx)
	if err != nil {
		return roots.Verdict{}, cleaning.List{}, err
	}
	b, err := in.bench(s)
	if err != nil {
		return roots.Verdict{}, cleaning.List{}, err
	}
	j := judge(r, nil, b)
	return j.verdict, j.cutList, nil
}

// StartReading begins a reading. An empty one that was begun before is taken
// up again, so that looking in twice leaves no trace.
func (c *Clinic) StartReading(ctx context.Context, plantID int64, s Start) (Reading, error) {
	if err := check.Input(s); err != nil {
		return Reading{}, err
	}
	if s.ReadOn == "" {
		s.ReadOn = c.today()
	}
	if list := check.Future(nil, "read_on", s.ReadOn, c.now()); len(list) > 0 {
		return Reading{}, list
	}
	var started Reading
	err := c.store.Write(ctx, func(q *sqlc.Queries) error {
		b, err := c.bench(ctx, q, plantID)
		if err != nil {
			return err
		}
		begin := roots.Reading{Roots: []roots.Root{}}
		latest, err := q.LatestReading(ctx, plantID)
		none := isMissing(err)
		if err != nil && !none {
			return err
		}
		if !none && latest.RootCount == 0 && isBlank(latest.Roots) {
			started, err = c.load(ctx, q, latest, b)
			return err
		}
		if !none && s.FromLast {
			if begin, err = left(latest, b); err != nil {
				return err
			}
		}
		row, err := c.insert(ctx, q, plantID, s.ReadOn, begin, b)
		if err != nil {
			return err
		}
		started, err = c.load(ctx, q, row, b)
		return err
	})
	return started, err
}

func isBlank(doc string) bool {
	var r roots.Reading
	return json.Unmarshal([]byte(doc), &r) == nil && !r.NoneFound && len(r.Roots) == 0
}

func (c *Clinic) insert(ctx context.Context, q *sqlc.Queries, plantID int64, on string, r roots.Reading, b bench) (sqlc.Reading, error) {
	doc, err := json.Marshal(r)
	if err != nil {
		return sqlc.Reading{}, err
	}
	summary, err := judge(r, nil, b).summary()
	if err != nil {
		return sqlc.Reading{}, err
	}
	row, err := q.CreateReading(ctx, sqlc.CreateReadingParams{
		PlantID: plantID, ReadOn: on, Roots: string(doc), RootCount: int64(r.Count()), Summary: summary, Now: c.stamp(),
	})
	if err != nil {
		return row, fmt.Errorf("begin reading: %w", err)
	}
	return row, q.TouchPlant(ctx, sqlc.TouchPlantParams{ID: plantID, Now: c.stamp()})
}

// SaveReading keeps a reading. A version that is no longer the newest is
// refused, with what changed meanwhile.
func (c *Clinic) SaveReading(ctx context.Context, id int64, s Save) (Reading, error) {
	if err := check.Input(s); err != nil {
		return Reading{}, err
	}
	if list := s.Reading.Faults(); len(list) > 0 {
		return Reading{}, list.Under("reading")
	}
	if list := check.Future(nil, "read_on", s.ReadOn, c.now()); len(list) > 0 {
		return Reading{}, list
	}
	if s.Reading.Roots == nil {
		s.Reading.Roots = []roots.Root{}
	}
	var saved Reading
	err := c.store.Write(ctx, func(q *sqlc.Queries) error {
		row, err := q.GetReading(ctx, id)
		if err != nil {
			return missing(err, "reading", id)
		}
		if row.Version != s.Version {
			return stale(row, s)
		}
		saved, err = c.keep(ctx, q, row, s.ReadOn, s.Reading)
		return err
	})
	return saved, err
}

// stale says what changed in a reading since someone loaded it.
func stale(row sqlc.Reading, s Save) error {
	var now roots.Reading
	if err := json.Unmarshal([]byte(row.Roots), &now); err != nil {
		return fmt.Errorf("reading %d: %w", row.ID, err)
	}
	return Conflict{What: "reading", Version: row.Version, Changes: roots.Changes(s.Reading, now)}
}

func (c *Clinic) keep(ctx context.Context, q *sqlc.Queries, row sqlc.Reading, on string, r roots.Reading) (Reading, error) {
	b, err := c.bench(ctx, q, row.PlantID)
	if err != nil {
		return Reading{}, err
	}
	checks, err := checksOf(row)
	if err != nil {
		return Reading{}, err
	}
	doc, err := json.Marshal(r)
	if err != nil {
		return Reading{}, err
	}
	j := judge(r, checks, b)
	summary, err := j.summary()
	if err != nil {
		return Reading{}, err
	}
	row, err = q.SaveReading(ctx, sqlc.SaveReadingParams{
		ID: row.ID, Version: row.Version, ReadOn: on, Roots: string(doc), Checks: row.Checks,
		RootCount: int64(r.Count()), Summary: summary, Now: c.stamp(),
	})
	if err != nil {
		return Reading{}, fmt.Errorf("save reading: %w", err)
	}
	if err := q.TouchPlant(ctx, sqlc.TouchPlantParams{ID: row.PlantID, Now: c.stamp()}); err != nil {
		return Reading{}, err
	}
	return c.beside(ctx, q, row, j, b)
}

// Reading finds a reading.
func (c *Clinic) Reading(ctx context.Context, id int64) (Reading, error) {
	row, err := c.store.GetReading(ctx, id)
	if err != nil {
		return Reading{}, missing(err, "reading", id)
	}
	b, err := c.bench(ctx, c.store.Queries, row.PlantID)
	if err != nil {
		return Reading{}, err
	}
	return c.load(ctx, c.store.Queries, row, b)
}

// Readings lists the readings of a plant, the newest first, in short.
func (c *Clinic) Readings(ctx context.Context, plantID int64) ([]Summary, error) {
	if _, err := c.store.GetPlant(ctx, plantID); err != nil {
		return nil, missing(err, "plant", plantID)
	}
	rows, err := c.store.ListReadings(ctx, plantID)
	if err != nil {
		return nil, fmt.Errorf("list readings: %w", err)
	}
	list := make([]Summary, len(rows))
	for i, row := range rows {
		if list[i], err = summaryOf(row.ID, row.ReadOn, row.Summary); err != nil {
			return nil, err
		}
	}
	return list, nil
}

func summaryOf(id int64, readOn, doc string) (Summary, error) {
	var s Summary
	if err := json.Unmarshal([]byte(doc), &s); err != nil {
		return s, fmt.Errorf("summary of reading %d: %w", id, err)
	}
	s.ReadingID, s.ReadOn = id, readOn
	return s, nil
}

// judged is a reading with what the core makes of it.
type judged struct {
	reading roots.Reading
	checks  cleaning.Checks
	verdict roots.Verdict
	cutList cleaning.List
}

func judge(r roots.Reading, checks cleaning.Checks, b bench) judged {
	v := roots.Read(r, b.context)
	return judged{r, checks, v, cleaning.Cuts(r, v, checks, b.cleaning)}
}

// judgeRow judges a stored reading.
func judgeRow(row sqlc.Reading, b bench) (judged, error) {
	r, err := parse(row)
	if err != nil {
		return judged{}, err
	}
	checks, err := checksOf(row)
	if err != nil {
		return judged{}, err
	}
	return judge(r, checks, b), nil
}

// summary puts a verdict in short. Once cuts are made, how far they are is the
// news.
func (j judged) summary() (string, error) {
	t, headline := j.verdict.Totals, j.verdict.Headline
	if j.cutList.CutsDone > 0 {
		headline = j.cutList.Headline
	}
	doc, err := json.Marshal(Summary{
		Headline: headline, Grade: j.verdict.Grade.Code, Starved: j.verdict.Grade.Starved, Roots: j.reading.Count(), Viable: t.ViableByLength,
		LiveMM: t.LiveLengthMM, Tips: t.GrowingTips, Cuts: t.Cuts + t.SideCuts, Rechecks: t.Rechecks,
	})
	return string(doc), err
}

// resummarise brings the verdicts in short of a plant up to date.
func (c *Clinic) resummarise(ctx context.Context, q *sqlc.Queries, row sqlc.Plant, s Settings) error {
	b, err := benchFor(row, s)
	if err != nil {
		return err
	}
	readings, err := q.ListReadings(ctx, row.ID)
	if err != nil {
		return fmt.Errorf("list readings: %w", err)
	}
	for _, r := range readings {
		j, err := judgeRow(r, b)
		if err != nil {
			return err
		}
		summary, err := j.summary()
		if err != nil {
			return err
		}
		if err := q.SetSummary(ctx, sqlc.SetSummaryParams{ID: r.ID, Summary: summary}); err != nil {
			return fmt.Errorf("summary of reading %d: %w", r.ID, err)
		}
	}
	return nil
}

func parse(row sqlc.Reading) (roots.Reading, error) {
	var r roots.Reading
	if err := json.Unmarshal([]byte(row.Roots), &r); err != nil {
		return r, fmt.Errorf("reading %d: %w", row.ID, err)
	}
	return r, nil
}

func checksOf(row sqlc.Reading) (cleaning.Checks, error) {
	checks := cleaning.Checks{}
	if err := json.Unmarshal([]byte(row.Checks), &checks); err != nil {
		return nil, fmt.Errorf("cut list of reading %d: %w", row.ID, err)
	}
	return checks, nil
}

// left is the root system as the cuts of a reading left it.
func left(row sqlc.Reading, b bench) (roots.Reading, error) {
	j, err := judgeRow(row, b)
	return cleaning.After(j.reading, j.verdict, j.checks), err
}

// load brings a stored reading and all that follows from it together.
func (c *Clinic) load(ctx context.Context, q *sqlc.Queries, row sqlc.Reading, b bench) (Reading, error) {
	j, err := judgeRow(row, b)
	if err != nil {
		return Reading{}, err
	}
	return c.beside(ctx, q, row, j, b)
}

// beside sets a judged reading beside the one before it.
func (c *Clinic) beside(ctx context.Context, q *sqlc.Queries, row sqlc.Reading, j judged, b bench) (Reading, error) {
	loaded := Reading{
		ID: row.ID, PlantID: row.PlantID, Version: row.Version, ReadOn: row.ReadOn,
		Reading: j.reading, Verdict: j.verdict, CutList: j.cutList, Checks: j.checks,
	}
	before, err := q.ReadingBefore(ctx, sqlc.ReadingBeforeParams{PlantID: row.PlantID, ReadOn: row.ReadOn, ID: row.ID})
	if isMissing(err) {
		return loaded, nil
	}
	if err != nil {
		return loaded, err
	}
	last, err := left(before, b)
	if err != nil {
		return loaded, err
	}
	loaded.Previous = &Previous{before.ID, before.ReadOn, roots.Compare(roots.Read(last, b.context), j.verdict)}
	return loaded, nil
}
