package clinic

import (
	"context"
	"fmt"
	"slices"

	"therapeon/clinic/check"
	"therapeon/core/cleaning"
	"therapeon/core/division"
	"therapeon/core/fault"
	"therapeon/core/roots"
	"therapeon/store/sqlc"
)

// Divisible is a plant's rhizome and the advice on dividing it.
type Divisible struct {
	PlantID int64            `json:"plant_id" required:"true"`
	Version int64            `json:"version" required:"true" description:"0: drawn from the count of bulbs, not yet noted"`
	Rhizome division.Rhizome `json:"rhizome" required:"true"`
	Advice  division.Advice  `json:"advice" required:"true"`
}

// SaveRhizome is a rhizome to be kept.
type SaveRhizome struct {
	Version int64            `json:"version" required:"true" validate:"min=0"`
	Rhizome division.Rhizome `json:"rhizome" required:"true"`
}

// Divide divides a plant where it says. The piece with the oldest bulb keeps the
// tag unless another is named.
type Divide struct {
	Cuts  []int    `json:"cuts" required:"true" validate:"min=1,max=12,dive,min=2,max=60" description:"each by the bulb on its younger side"`
	Tags  []string `json:"tags" required:"true" validate:"min=1,max=12,dive,required,notblank,max=80" description:"of the new plants, in the order of the pieces"`
	Keeps int      `json:"keeps,omitempty" validate:"min=0,max=12" description:"the piece that keeps the plant's tag, 0 for the one with the oldest bulb"`
	Sure  bool     `json:"sure,omitempty" description:"divide although the advice is against it"`
}

// Divided is a plant after it was divided, and its divisions.
type Divided struct {
	Plant Plant   `json:"plant" required:"true"`
	New   []Plant `json:"new" required:"true"`
}

// Division finds what the advisor says of a plant.
func (c *Clinic) Division(ctx context.Context, plantID int64) (Divisible, error) {
	return read(ctx, c, func(q *sqlc.Queries) (Divisible, error) {
		v, err := c.visit(ctx, q, plantID)
		if err != nil {
			return Divisible{}, err
		}
		return v.division(ctx)
	})
}

// SaveRhizome keeps a plant's rhizome; an older version is refused.
func (c *Clinic) SaveRhizome(ctx context.Context, plantID int64, s SaveRhizome) (Divisible, error) {
	if err := check.Input(s); err != nil {
		return Divisible{}, err
	}
	var saved Divisible
	err := c.write(ctx, &saved, func(q *sqlc.Queries) error {
		v, err := c.visit(ctx, q, plantID)
		if err != nil {
			return err
		}
		if v.bench.context.Monopodial && len(s.Rhizome.Bulbs) > 0 {
			return oneFault(
				"rhizome.bulbs",
				"Its kind grows up one stem and has no rhizome. Correct its group at intake if it has.",
				"none for this kind",
				len(s.Rhizome.Bulbs),
			)
		}
		if err := v.keepRhizome(ctx, s.Version, s.Rhizome); err != nil {
			return err
		}
		saved, err = v.division(ctx)
		return err
	})
	return saved, err
}

func (v *visit) keepRhizome(ctx context.Context, version int64, r division.Rhizome) error {
	doc, err := asDoc(r)
	if err != nil {
		return err
	}
	row, err := v.q.GetRhizome(ctx, v.row.ID)
	switch {
	case isMissing(err) && version == 0:
		_, err = v.q.CreateRhizome(ctx, sqlc.CreateRhizomeParams{PlantID: v.row.ID, Doc: doc})
	case err == nil && row.Version == version:
		_, err = v.q.SaveRhizome(ctx, sqlc.SaveRhizomeParams{PlantID: v.row.ID, Version: version, Doc: doc})
	case err == nil:
		return Conflict{
			What:    "rhizome",
			Version: row.Version,
			Changes: []string{"Its bulbs were noted otherwise there."},
		}
	case isMissing(err):
		return Missing{"rhizome", v.row.ID}
	}
	return err
}

// ComputeDivision advises without saving anything.
func (c *Clinic) ComputeDivision(r division.Rhizome, p division.Plant) (division.Advice, error) {
	if err := check.Input(r); err != nil {
		return division.Advice{}, under("rhizome", err)
	}
	return division.Advise(r, p), nil
}

// Divide makes the divisions new plants: each with its parent named, the roots
// of its own bulbs, and a history that goes on from the parent's.
func (c *Clinic) Divide(ctx context.Context, plantID int64, d Divide) (Divided, error) {
	if err := check.Input(d); err != nil {
		return Divided{}, err
	}
	var done Divided
	err := c.write(ctx, &done, func(q *sqlc.Queries) error {
		v, err := c.visit(ctx, q, plantID)
		if err != nil {
			return err
		}
		at, err := v.division(ctx)
		if err != nil {
			return err
		}
		parts, err := d.parts(at)
		if err != nil {
			return err
		}
		done, err = c.divide(ctx, v, at.Rhizome, parts, d)
		return err
	})
	return done, err
}

// parts are the bulbs of each piece, the one that keeps the tag first.
func (d Divide) parts(at Divisible) ([][]int, error) {
	var list fault.List
	for i, n := range d.Cuts {
		if n > len(at.Rhizome.Bulbs) {
			list = append(
				list,
				fault.Fault{
					Field: fmt.Sprintf("cuts[%d]", i),
					Value: n,
					Limit: fmt.Sprintf("2 to %d", len(at.Rhizome.Bulbs)),
					Words: "There is no such bulb.",
				},
			)
		}
	}
	if len(list) > 0 {
		return nil, list
	}
	parts := division.Parts(at.Rhizome, d.Cuts)
	switch {
	case len(d.Tags) != len(parts)-1:
		return nil, oneFault(
			"tags",
			fmt.Sprintf("The cuts make %d new plants. Give each its tag.", len(parts)-1),
			fmt.Sprintf("%d tags", len(parts)-1),
			len(d.Tags),
		)
	case d.Keeps >= len(parts):
		return nil, oneFault("keeps", "There is no such piece.", fmt.Sprintf("0 to %d", len(parts)-1), d.Keeps)
	case at.Advice.Decision != "can" && !d.Sure:
		return nil, oneFault(
			"sure",
			"The advice is against it: "+at.Advice.Reasons[0].Value+" Say that you are sure.",
			"true",
			false,
		)
	}
	kept := parts[d.Keeps]
	return slices.Concat([][]int{kept}, slices.Delete(slices.Clone(parts), d.Keeps, d.Keeps+1)), nil
}

func (c *Clinic) divide(ctx context.Context, v *visit, r division.Rhizome, parts [][]int, d Divide) (Divided, error) {
	var done Divided
	left := roots.Reading{Roots: []roots.Root{}}
	if v.judged != nil {
		left = cleaning.After(v.judged.reading, v.judged.verdict, v.judged.checks)
	}
	for i, bulbs := range parts {
		tag := ""
		if i > 0 {
			tag = d.Tags[i-1]
		}
		row, err := c.pieceRow(ctx, v, bulbs, tag)
		if err != nil {
			return done, err
		}
		if err := c.settle(ctx, v, row, r, bulbs, left, i == 0); err != nil {
			return done, err
		}
		p, err := c.withLatest(ctx, v.q, row)
		if err != nil {
			return done, err
		}
		if i == 0 {
			done.Plant = p
		} else {
			done.New = append(done.New, p)
		}
	}
	return done, nil
}

// pieceRow is the plant of a piece: a new one with a tag of its own, or else the
// plant that is divided.
func (c *Clinic) pieceRow(ctx context.Context, v *visit, bulbs []int, tag string) (sqlc.Plant, error) {
	in := v.plant.Intake
	in.BulbCount, in.LeafCount, in.Blades = len(bulbs), 0, nil
	if tag == "" {
		return c.updatePlant(ctx, v.q, v.row, in)
	}
	in.Tag, in.Source, in.Notes, in.LastRepotted = tag, "Division of "+v.plant.Intake.Tag, "", ""
	in.ArrivedOn, in.OldMedium, in.Pot, in.Flowering = c.today(), "none", "none", "none"
	born, err := c.addPlant(ctx, v.q, in)
	if err != nil {
		return born, err
	}
	return v.q.SetParent(ctx, sqlc.SetParentParams{ID: born.ID, ParentID: v.row.ID, DividedOn: c.today()})
}

// settle gives a piece its own part of the rhizome and the roots of its bulbs.
// Roots of no known growth stay with the plant that keeps the tag.
func (c *Clinic) settle(
	ctx context.Context,
	v *visit,
	row sqlc.Plant,
	r division.Rhizome,
	bulbs []int,
	left roots.Reading,
	keepsTag bool,
) error {
	number := map[int]int{}
	piece := division.Rhizome{Bulbs: []division.Bulb{}}
	for i, n := range bulbs {
		b := r.Bulbs[n-1]
		number[n] = i + 1
		piece.Bulbs = append(piece.Bulbs, division.Bulb{N: i + 1, From: number[b.From], Lead: b.Lead, State: b.State})
	}
	of := &visit{clinic: c, q: v.q, row: row}
	version := int64(0)
	if keepsTag {
		now, err := v.q.GetRhizome(ctx, row.ID)
		if err != nil && !isMissing(err) {
			return err
		}
		version = now.Version
	}
	if err := of.keepRhizome(ctx, version, piece); err != nil {
		return err
	}
	if v.judged == nil {
		return nil
	}
	reading := left
	reading.Roots = []roots.Root{}
	for _, root := range left.Roots {
		if n, mine := number[root.Growth]; mine || root.Growth == 0 && keepsTag {
			root.Growth = n
			reading.Roots = append(reading.Roots, root)
		}
	}
	reading.NoneFound = len(reading.Roots) == 0
	b, err := c.bench(ctx, v.q, row.ID, c.today())
	if err != nil {
		return err
	}
	_, err = c.insert(ctx, v.q, row.ID, c.today(), reading, b)
	return err
}
