package clinic

import (
	"context"
	"encoding/json"
	"fmt"
	"time"

	"therapeon/clinic/check"
	"therapeon/core/cleaning"
	"therapeon/core/roots"
	"therapeon/core/taxa"
	"therapeon/store/sqlc"
)

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
	Left     *Left           `json:"left,omitempty" description:"the roots as the cuts left them, once one was made"`
}

// Left is a root system as cuts left it.
type Left struct {
	Reading roots.Reading `json:"reading" required:"true"`
	Verdict roots.Verdict `json:"verdict" required:"true"`
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
	profile  taxa.Profile
	context  roots.Context
	cleaning cleaning.Plant
}

// benchFor is what a reading of a day is judged by.
func benchFor(row sqlc.Plant, homes []Home, s Settings, on string) (bench, error) {
	p, err := plant(row)
	if err != nil {
		return bench{}, err
	}
	return p.Intake.asOf(homes, on).bench(s)
}

func (in Intake) bench(s Settings) (bench, error) {
	profile, ok := taxa.Find(in.Group)
	if !ok {
		return bench{}, fmt.Errorf("no group %q", in.Group)
	}
	context := roots.ContextFor(profile, in.facts(s))
	return bench{profile, context, cleaning.Plant{
		KeptApart: in.KeptApart, Monopodial: context.Monopodial,
		Moss: in.OldMedium == "moss" || in.OldMedium == "bark-moss",
	}}, nil
}

func (c *Clinic) bench(ctx context.Context, q *sqlc.Queries, plantID int64, on string) (bench, error) {
	row, err := q.GetPlant(ctx, plantID)
	if err != nil {
		return bench{}, missing(err, "plant", plantID)
	}
	s, err := settings(ctx, q)
	if err != nil {
		return bench{}, err
	}
	homes, err := homesOf(ctx, q, plantID)
	if err != nil {
		return bench{}, err
	}
	return benchFor(row, homes, s, on)
}

// Compute comes to a verdict and a cut list without saving anything.
func (c *Clinic) Compute(ctx context.Context, in Intake, r roots.Reading) (roots.Verdict, cleaning.List, error) {
	if in.Tag == "" {
		in.Tag = "unnamed" // A computation needs no tag.
	}
	if err := c.check(ctx, in); err != nil {
		return roots.Verdict{}, cleaning.List{}, under("plant", err)
	}
	if err := check.Input(r); err != nil {
		return roots.Verdict{}, cleaning.List{}, under("reading", err)
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
	on := s.ReadOn
	if on == "" {
		on = c.today()
	}
	if list := check.Future(nil, "read_on", on, c.now()); len(list) > 0 {
		return Reading{}, list
	}
	var started Reading
	err := c.write(ctx, &started, func(q *sqlc.Queries) error {
		b, err := c.bench(ctx, q, plantID, on)
		if err != nil {
			return err
		}
		begin := roots.Reading{Roots: []roots.Root{}}
		if s.FromLast {
			last, err := q.LatestRead(ctx, plantID)
			if err == nil {
				begin, err = left(last, b)
			}
			if err != nil && !isMissing(err) {
				return err
			}
		}
		row, err := q.LatestReading(ctx, plantID)
		switch {
		case err == nil && isBlank(row.Roots):
			if s.ReadOn == "" && c.isToday(row.UpdatedAt) {
				on = row.ReadOn // a day chosen for it stays
			}
			if on == row.ReadOn && len(begin.Roots) == 0 {
				started, err = c.load(ctx, q, row, b)
			} else {
				started, err = c.takeUp(ctx, q, row, on, begin)
			}
			return err
		case err == nil || isMissing(err):
			if row, err = c.insert(ctx, q, plantID, on, begin, b); err != nil {
				return err
			}
			started, err = c.load(ctx, q, row, b)
			return err
		default:
			return err
		}
	})
	return started, err
}

// takeUp goes on with an empty reading that was begun on another day, or from
// other roots.
func (c *Clinic) takeUp(
	ctx context.Context,
	q *sqlc.Queries,
	row sqlc.Reading,
	on string,
	begin roots.Reading,
) (Reading, error) {
	r, err := parse(row)
	if err != nil {
		return Reading{}, err
	}
	r.Roots = begin.Roots
	return c.keep(ctx, q, row, on, r)
}

func (c *Clinic) isToday(stamp string) bool {
	at, err := time.Parse(time.RFC3339, stamp)
	return err == nil && at.In(c.now().Location()).Format(time.DateOnly) == c.today()
}

func isBlank(doc string) bool {
	var r roots.Reading
	return json.Unmarshal([]byte(doc), &r) == nil && !r.NoneFound && len(r.Roots) == 0
}

func (c *Clinic) insert(
	ctx context.Context,
	q *sqlc.Queries,
	plantID int64,
	on string,
	r roots.Reading,
	b bench,
) (sqlc.Reading, error) {
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
	if list := check.Future(nil, "read_on", s.ReadOn, c.now()); len(list) > 0 {
		return Reading{}, list
	}
	if s.Reading.Roots == nil {
		s.Reading.Roots = []roots.Root{}
	}
	var saved Reading
	err := c.write(ctx, &saved, func(q *sqlc.Queries) error {
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

func (c *Clinic) keep(
	ctx context.Context,
	q *sqlc.Queries,
	row sqlc.Reading,
	on string,
	r roots.Reading,
) (Reading, error) {
	b, err := c.bench(ctx, q, row.PlantID, on)
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
	if err := c.newestAnew(ctx, q, row.PlantID, 0); err != nil {
		return Reading{}, err
	}
	return c.beside(ctx, q, row, j, b)
}

// Reading finds a reading.
func (c *Clinic) Reading(ctx context.Context, id int64) (Reading, error) {
	return read(ctx, c, func(q *sqlc.Queries) (Reading, error) {
		row, err := q.GetReading(ctx, id)
		if err != nil {
			return Reading{}, missing(err, "reading", id)
		}
		b, err := c.bench(ctx, q, row.PlantID, row.ReadOn)
		if err != nil {
			return Reading{}, err
		}
		return c.load(ctx, q, row, b)
	})
}

// Readings lists the readings of a plant, the newest first, in short.
func (c *Clinic) Readings(ctx context.Context, plantID int64) ([]Summary, error) {
	rows, err := read(ctx, c, func(q *sqlc.Queries) ([]sqlc.Reading, error) {
		if _, err := q.GetPlant(ctx, plantID); err != nil {
			return nil, missing(err, "plant", plantID)
		}
		return q.ListReadings(ctx, plantID)
	})
	if err != nil {
		return nil, err
	}
	list := make([]Summary, len(rows))
	for i, row := range rows {
		list[i] = summaryOf(row.ID, row.ReadOn, row.Summary)
	}
	return list, nil
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
	if j.cutList.CutsDone > 0 {
		left := cleaning.After(j.reading, j.verdict, j.checks)
		loaded.Left = &Left{left, roots.Read(left, b.context)}
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
