// Package division is the service of division: the rhizome, and the plants that come of it.
package division

import (
	"context"
	"fmt"
	"slices"

	"therapeon/clinic/check"
	"therapeon/clinic/intake"
	"therapeon/clinic/record"
	rootsservice "therapeon/clinic/roots"
	"therapeon/core/division"
	"therapeon/core/fault"
	"therapeon/core/judgement"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/roots"
	"therapeon/ledger"
)

// Service is the dividing of plants.
type Service struct{ *record.Keeper }

// Divisible is a plant's rhizome and the advice on dividing it.
type Divisible struct {
	PlantID int64               `json:"plant_id" required:"true"`
	Version int64               `json:"version" required:"true" description:"0: drawn from the count of bulbs, not yet noted"`
	Rhizome division.Rhizome    `json:"rhizome" required:"true"`
	Organ   string              `json:"organ" required:"true" enum:"bulb,cane,fan" description:"what its rhizome carries"`
	Advice  judgement.Divisible `json:"advice" required:"true"`
	Cuts    []int               `json:"cuts" required:"true" description:"those asked about, else those advised, each by the bulb on its younger side"`
	Parts   []division.Part     `json:"parts" required:"true" description:"the pieces that these cuts would leave, the oldest first"`
}

// SaveRhizome is a rhizome to be kept.
type SaveRhizome struct {
	Version int64            `json:"version" required:"true" validate:"min=0"`
	Rhizome division.Rhizome `json:"rhizome" required:"true"`
}

// Divide divides a plant where it says. The piece with the oldest bulb keeps the
// tag unless another is named.
type Divide struct {
	Cuts  []int    `json:"cuts" required:"true" validate:"cuts,dive,bulb_cut" description:"each by the bulb on its younger side"`
	Tags  []string `json:"tags" required:"true" validate:"cuts,dive,required,name,line" description:"of the new plants, in the order of the pieces"`
	Keeps int      `json:"keeps,omitempty" validate:"pieces" description:"the piece that keeps the plant's tag, 0 for the one with the oldest bulb"`
	Sure  bool     `json:"sure,omitempty" description:"divide although the advice is against it"`
}

// Divided is a plant after it was divided, and its divisions.
type Divided struct {
	Plant intake.Plant   `json:"plant" required:"true"`
	New   []intake.Plant `json:"new" required:"true"`
}

// Division finds what the advisor says of a plant, and what cuts would leave; without any,
// those it advises.
func (c *Service) Division(ctx context.Context, plantID int64, cuts []int) (Divisible, error) {
	return record.Read(ctx, c.Keeper, func(tx *ledger.Tx) (Divisible, error) {
		v, err := c.Visit(ctx, tx, plantID)
		if err != nil {
			return Divisible{}, err
		}
		d, err := DivisionOf(ctx, v)
		if err != nil || cuts == nil {
			return d, err
		}
		if list := d.unknown(cuts); len(list) > 0 {
			return d, list
		}
		d.cutAt(cuts)
		return d, nil
	})
}

// SaveRhizome keeps a plant's rhizome; an older version is refused.
func (c *Service) SaveRhizome(ctx context.Context, plantID int64, s SaveRhizome) (Divisible, error) {
	if err := check.Input(s); err != nil {
		return Divisible{}, err
	}
	var saved Divisible
	err := c.Write(ctx, &saved, func(tx *ledger.Tx) error {
		v, err := c.Visit(ctx, tx, plantID)
		if err != nil {
			return err
		}
		if v.Profile.Monopodial() && len(s.Rhizome.Bulbs) > 0 {
			return record.OneFault("rhizome.bulbs",
				message.Of("clinic.division.its-kind-grows-up-one"),
				message.Of("clinic.division.none-for-this-kind"), len(s.Rhizome.Bulbs))
		}
		if err := keepRhizome(ctx, v, s.Version, s.Rhizome); err != nil {
			return err
		}
		saved, err = DivisionOf(ctx, v)
		return err
	})
	return saved, err
}

func keepRhizome(ctx context.Context, v *record.Visit, version int64, r division.Rhizome) error {
	d := ledger.Doc[division.Rhizome]{ID: v.Row.ID, PlantID: v.Row.ID, Version: version, Value: r}
	_, err := record.Rhizomes.Put(ctx, v.Tx, d, v.Keeper.Stamp())
	return err
}

// DivisionOf is what the advisor says of the plant today.
func DivisionOf(ctx context.Context, v *record.Visit) (Divisible, error) {
	d := Divisible{
		PlantID: v.Row.ID, Rhizome: division.Chain(v.Patient.Broken().Bulbs()), Organ: division.Organ(v.Profile),
	}
	noted, err := record.Rhizomes.Get(ctx, v.Tx, v.Row.ID)
	if err != nil && !record.IsMissing(err) {
		return d, err
	}
	switch d.Version = noted.Version; {
	case v.Profile.Monopodial(): // what was noted of a rhizome before its group was changed does not hold
		d.Rhizome = division.Rhizome{Bulbs: []division.Bulb{}}
		d.Advice = judgement.OfDivision(division.Advise(d.Rhizome, &patient.Patient{Profile: v.Profile}))
		d.cutAt(d.Advice.Cuts)
		return d, nil
	case err == nil:
		d.Rhizome = noted.Value
	}
	d.Advice = judgement.OfDivision(division.Advise(d.Rhizome, v.Patient))
	d.cutAt(d.Advice.Cuts)
	return d, nil
}

func (d *Divisible) cutAt(cuts []int) { d.Cuts, d.Parts = cuts, d.Advice.PartsAt(d.Rhizome, cuts) }

// unknown finds cuts at bulbs that it does not have.
func (d *Divisible) unknown(cuts []int) (list fault.List) {
	for i, n := range cuts {
		if n < 2 || n > len(d.Rhizome.Bulbs) {
			list = append(list, fault.Fault{
				Field: fmt.Sprintf("cuts[%d]", i), Value: n,
				Limit: message.Of("limits.from-to",
					message.Count("low", 2), message.Count("high", len(d.Rhizome.Bulbs))),
				Words: message.Of("clinic.division.there-is-no-such-bulb"),
			})
		}
	}
	return list
}

// ComputeDivision advises without saving anything.
func (c *Service) ComputeDivision(r division.Rhizome, p *patient.Patient) (judgement.Divisible, error) {
	if err := check.Input(r); err != nil {
		return judgement.Divisible{}, record.Under("rhizome", err)
	}
	return judgement.OfDivision(division.Advise(r, p)), nil
}

// Divide makes the divisions new plants: each with its parent named, the roots
// of its own bulbs, and a history that goes on from the parent's.
func (c *Service) Divide(ctx context.Context, plantID int64, d Divide) (Divided, error) {
	if err := check.Input(d); err != nil {
		return Divided{}, err
	}
	var done Divided
	err := c.Write(ctx, &done, func(tx *ledger.Tx) error {
		v, err := c.Visit(ctx, tx, plantID)
		if err != nil {
			return err
		}
		at, err := DivisionOf(ctx, v)
		if err != nil {
			return err
		}
		parts, err := d.parts(at)
		if err != nil {
			return err
		}
		done, err = divide(ctx, v, at.Rhizome, parts, d)
		return err
	})
	return done, err
}

// parts are the bulbs of each piece, the one that keeps the tag first.
func (d Divide) parts(at Divisible) ([][]int, error) {
	if list := at.unknown(d.Cuts); len(list) > 0 {
		return nil, list
	}
	parts := division.Parts(at.Rhizome, d.Cuts)
	switch {
	case len(d.Tags) != len(parts)-1:
		return nil, record.OneFault("tags",
			message.Of("clinic.division.the-cuts-make-new-plants", message.Count("n", len(parts)-1)),
			message.Of("clinic.division.tags", message.Count("n", len(parts)-1)), len(d.Tags))
	case d.Keeps >= len(parts):
		return nil, record.OneFault(
			"keeps",
			message.Of("clinic.division.there-is-no-such-piece"),
			message.Of("limits.from-to", message.Count("low", 0), message.Count("high", len(parts)-1)),
			d.Keeps,
		)
	case at.Advice.Decision != division.Can && !d.Sure:
		return nil, record.OneFault("sure",
			message.Of("clinic.division.against", message.Told("reason", at.Advice.Reasons[0].Value)),
			message.Plain("true"), false)
	}
	kept := parts[d.Keeps]
	return slices.Concat([][]int{kept}, slices.Delete(slices.Clone(parts), d.Keeps, d.Keeps+1)), nil
}

func divide(ctx context.Context, v *record.Visit, r division.Rhizome, parts [][]int, d Divide) (Divided, error) {
	var done Divided
	left := roots.Reading{Roots: []roots.Root{}}
	if read := v.Roots(); read != nil {
		left = read.Left()
	}
	for i, bulbs := range parts {
		tag := ""
		if i > 0 {
			tag = d.Tags[i-1]
		}
		row, err := pieceRow(ctx, v, bulbs, tag)
		if err != nil {
			return done, err
		}
		if err := settle(ctx, v, piece{row, r, bulbs, left, i == 0}); err != nil {
			return done, err
		}
		p, err := intake.WithLatest(ctx, v.Keeper, v.Tx, row)
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
func pieceRow(ctx context.Context, v *record.Visit, bulbs []int, tag string) (ledger.Plant, error) {
	in := v.IntakeDoc.Value
	in.BulbCount, in.LeafCount, in.Blades = len(bulbs), 0, nil
	if tag == "" {
		d := v.IntakeDoc
		d.Value = in
		return intake.UpdatePlant(ctx, v.Keeper, v.Tx, d)
	}
	in.Tag, in.Source, in.Notes, in.LastRepotted = tag, "", "", ""
	in.ArrivedOn, in.OldMedium, in.Pot, in.Flowering = v.Keeper.Today(), "none", "none", "none"
	born, err := intake.AddPlant(ctx, v.Keeper, v.Tx, in)
	if err != nil {
		return born, err
	}
	return v.Tx.Plants().SetParent(ctx, born.ID, v.Row.ID, v.Keeper.Today())
}

// piece is a part of a plant that is divided.
type piece struct {
	row      ledger.Plant
	rhizome  division.Rhizome // of the whole
	bulbs    []int            // those of the piece
	left     roots.Reading    // of the whole, as the cuts left it
	keepsTag bool
}

// settle gives a piece its own part of the rhizome and the roots of its bulbs.
// Roots of no known growth stay with the plant that keeps the tag.
func settle(ctx context.Context, v *record.Visit, p piece) error {
	part, own := division.Take(p.rhizome, p.bulbs, p.left, p.keepsTag)
	of := &record.Visit{Record: &record.Record{Keeper: v.Keeper, Tx: v.Tx, Row: p.row}}
	version := int64(0)
	if p.keepsTag {
		now, err := record.Rhizomes.Get(ctx, v.Tx, p.row.ID)
		if err != nil && !record.IsMissing(err) {
			return err
		}
		version = now.Version
	}
	if err := keepRhizome(ctx, of, version, part); err != nil {
		return err
	}
	if v.ReadingDoc == nil {
		return nil
	}
	stem, err := v.Keeper.StemOf(ctx, v.Tx, p.row.ID)
	if err != nil {
		return err
	}
	_, err = rootsservice.Begin(ctx, stem, v.Keeper.Today(), own)
	return err
}
