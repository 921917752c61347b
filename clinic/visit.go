package clinic

import (
	"context"
	"slices"

	"therapeon/core/causes"
	"therapeon/core/cleaning"
	"therapeon/core/division"
	"therapeon/core/roots"
	"therapeon/store/sqlc"
)

// visit is a plant with all that its plan is made from.
type visit struct {
	clinic  *Clinic
	q       *sqlc.Queries
	row     sqlc.Plant
	plant   Plant
	now     Intake // with the medium and pot it stands in now
	house   Settings
	bench   bench
	reading *sqlc.Reading
	judged  *judged
	look    *sqlc.Inspection
	seen    *Inspected
}

func (c *Clinic) visit(ctx context.Context, q *sqlc.Queries, plantID int64) (*visit, error) {
	row, err := q.GetPlant(ctx, plantID)
	if err != nil {
		return nil, missing(err, "plant", plantID)
	}
	v := &visit{clinic: c, q: q, row: row}
	if v.plant, err = plant(row); err != nil {
		return nil, err
	}
	if v.house, err = settings(ctx, q); err != nil {
		return nil, err
	}
	homes, err := v.homes(ctx)
	if err != nil {
		return nil, err
	}
	v.now = v.plant.Intake.asOf(homes, ever)
	if v.bench, err = v.now.bench(v.house); err != nil {
		return nil, err
	}
	last, err := q.LatestRead(ctx, plantID)
	if err == nil {
		then, err := v.plant.Intake.asOf(homes, last.ReadOn).bench(v.house)
		if err != nil {
			return nil, err
		}
		j, err := judgeRow(last, then)
		if err != nil {
			return nil, err
		}
		v.reading, v.judged = &last, &j
	} else if !isMissing(err) {
		return nil, err
	}
	looks, err := q.ListInspections(ctx, plantID)
	if err != nil || len(looks) == 0 {
		return v, err
	}
	seen, err := c.inspected(ctx, q, looks[0], row, v.house)
	v.look, v.seen = &looks[0], &seen
	return v, err
}

// suspect holds for a plant that may carry something to the next.
func (v *visit) suspect() bool {
	if v.plant.Intake.KeptApart {
		return true
	}
	return v.seen != nil && (len(v.seen.Causes.Alarms) > 0 || slices.Contains(v.seen.Causes.Plan, keepApart))
}

// asked are the actions of the plan with the causes that ask for them.
func (v *visit) asked() map[string][]string {
	asked := map[string][]string{}
	if v.seen == nil {
		return asked
	}
	for _, j := range v.seen.Causes.Causes {
		cause, ok := causes.Table().Cause(j.Code)
		if !ok || !j.ActOn {
			continue
		}
		for _, action := range cause.Do {
			if slices.Contains(v.seen.Causes.Plan, action) {
				asked[action] = append(asked[action], cause.Name)
			}
		}
	}
	return asked
}

// liveByBulb is the living root of each growth as the cuts left it, and that of
// no known growth.
func (v *visit) liveByBulb() (live map[int]roots.Range, unplaced roots.Range) {
	live = map[int]roots.Range{}
	if v.judged == nil {
		return live, unplaced
	}
	left := cleaning.After(v.judged.reading, v.judged.verdict, v.judged.checks)
	verdict := roots.Read(left, v.bench.context)
	for i, r := range left.Roots {
		each, n := verdict.Roots[i].LiveMM, float64(r.Count)
		at := live[r.Growth]
		at.Low, at.High = at.Low+each.Low*n, at.High+each.High*n
		live[r.Growth] = at
	}
	unplaced = live[0]
	delete(live, 0)
	return live, unplaced
}

// division is what the advisor says of the plant today.
func (v *visit) division(ctx context.Context) (Divisible, error) {
	in := v.now
	d := Divisible{PlantID: v.row.ID, Rhizome: division.Chain(in.BulbCount)}
	row, err := v.q.GetRhizome(ctx, v.row.ID)
	if v.bench.context.Monopodial { // what was noted of a rhizome before its group was changed does not hold
		d.Version, d.Rhizome = row.Version, division.Rhizome{Bulbs: []division.Bulb{}}
		d.Advice = division.Advise(d.Rhizome, division.Plant{Monopodial: true})
		return d, nil
	}
	if err == nil {
		d.Version = row.Version
		if d.Rhizome, err = fromDoc[division.Rhizome]("rhizome", row.PlantID, row.Doc); err != nil {
			return d, err
		}
	} else if !isMissing(err) {
		return d, err
	}
	p := division.Plant{
		Monopodial: v.bench.context.Monopodial,
		BulbState:  in.BulbState,
		Flowering:  in.Flowering,
		Read:       v.judged != nil,
	}
	if v.judged != nil {
		p.Grade, p.Starved = v.judged.verdict.Grade.Code, v.judged.verdict.Grade.Starved
		p.Spreading = v.judged.reading.SpreadingRot
		for _, r := range v.judged.reading.Roots {
			p.Spreading = p.Spreading || r.Spreads
		}
	}
	if v.seen != nil {
		p.Growth, p.Flowering = v.seen.Inspection.Growth, v.seen.Flowering
		p.Spreading = p.Spreading || len(v.seen.Causes.Alarms) > 0 ||
			slices.Contains(v.seen.Causes.Plan, "cut-to-clean")
	}
	p.LiveMM, p.Unplaced = v.liveByBulb()
	d.Advice = division.Advise(d.Rhizome, p)
	return d, nil
}
