package clinic

import (
	"context"
	"fmt"
	"regexp"
	"slices"

	"therapeon/clinic/check"
	"therapeon/core/fault"
	"therapeon/core/knowledge"
	"therapeon/core/media"
	"therapeon/store/sqlc"
)

// HouseComponent is what the house measured of a component, or a component of its
// own.
type HouseComponent struct {
	Code       string     `json:"code" required:"true"`
	Version    int64      `json:"version" required:"true" description:"0: nothing was measured yet"`
	Name       string     `json:"name,omitempty" validate:"max=80" description:"of a component of one's own"`
	LowMM      *float64   `json:"low_mm,omitempty" validate:"omitempty,min=0.1,max=100" description:"its grade; needed for one's own, left out for fibres"`
	HighMM     *float64   `json:"high_mm,omitempty" validate:"omitempty,min=0.1,max=100"`
	Test       *FloodTest `json:"test,omitempty" description:"the newest measurement"`
	MeasuredOn string     `json:"measured_on,omitempty"`
}

// FloodTest is air and water measured: a known volume is weighed dry, flooded,
// drained, and weighed again; what ran out was air.
type FloodTest struct {
	VolumeML  float64  `json:"volume_ml" required:"true" validate:"min=50,max=20000" description:"of the component, as it lies in the pot"`
	DrainedML float64  `json:"drained_ml" required:"true" validate:"min=0,max=20000" description:"water that ran out"`
	DryG      *float64 `json:"dry_g,omitempty" validate:"omitempty,min=0,max=100000" description:"weight before it was flooded"`
	WetG      *float64 `json:"wet_g,omitempty" validate:"omitempty,min=0,max=100000" description:"weight once drained"`
}

// Faults finds tests that cannot be.
func (t FloodTest) Faults() fault.List {
	switch {
	case t.DrainedML >= t.VolumeML:
		return oneFault(
			"drained_ml",
			"More water ran out than the pot holds. Measure both once more.",
			fmt.Sprintf("less than %g mL", t.VolumeML),
			t.DrainedML,
		)
	case (t.DryG == nil) != (t.WetG == nil):
		return oneFault("wet_g", "Give both weights, dry and drained, or neither.", "both or neither", nil)
	case t.DryG != nil && *t.WetG < *t.DryG:
		return oneFault(
			"wet_g",
			"It weighs less wet than dry. Change the two round, or weigh once more.",
			fmt.Sprintf("at least %g g", *t.DryG),
			*t.WetG,
		)
	case t.DryG != nil && (*t.WetG-*t.DryG)+t.DrainedML > t.VolumeML:
		return oneFault(
			"wet_g",
			"Air and water together are more than the pot holds. Weigh once more, dry before it is flooded.",
			fmt.Sprintf("at most %g g", *t.DryG+t.VolumeML-t.DrainedML),
			*t.WetG,
		)
	}
	return nil
}

// MeasureComponent keeps a measurement, or a component of one's own.
type MeasureComponent struct {
	Version int64      `json:"version" required:"true" validate:"min=0"`
	Name    string     `json:"name,omitempty" validate:"max=80"`
	LowMM   *float64   `json:"low_mm,omitempty" validate:"omitempty,min=0.1,max=100"`
	HighMM  *float64   `json:"high_mm,omitempty" validate:"omitempty,min=0.1,max=100"`
	Test    *FloodTest `json:"test,omitempty" description:"left out: back to the table's figures"`
}

var ownCode = regexp.MustCompile(`^own-[a-z0-9-]{1,30}$`)

// Components lists all components: the table's, with the house's own figures where
// it measured them, and those of its own.
func (c *Clinic) Components(ctx context.Context) ([]media.Component, []HouseComponent, error) {
	var house []HouseComponent
	all, err := read(ctx, c, func(q *sqlc.Queries) (all []media.Component, err error) {
		all, house, err = components(ctx, q)
		return all, err
	})
	return all, house, err
}

func components(ctx context.Context, q *sqlc.Queries) ([]media.Component, []HouseComponent, error) {
	rows, err := q.ListComponents(ctx)
	if err != nil {
		return nil, nil, fmt.Errorf("list components: %w", err)
	}
	all := slices.Clone(media.Table().Components)
	house := make([]HouseComponent, len(rows))
	for i, row := range rows {
		h, err := fromDoc[HouseComponent]("component", 0, row.Doc)
		if err != nil {
			return nil, nil, err
		}
		h.Code, h.Version = row.Code, row.Version
		house[i] = h
		at := slices.IndexFunc(all, func(c media.Component) bool { return c.Code == row.Code })
		if at < 0 {
			all = append(all, h.component())
		} else {
			h.measured(&all[at])
		}
	}
	return all, house, nil
}

// measured puts what was measured in place of the table's figures.
func (h HouseComponent) measured(c *media.Component) {
	if h.Test == nil {
		return
	}
	c.Measured = h.MeasuredOn
	c.Air.Value = media.AirTest(h.Test.VolumeML, h.Test.DrainedML)
	if h.Test.DryG != nil {
		c.Water.Value = (*h.Test.WetG - *h.Test.DryG) / h.Test.VolumeML
	}
	c.Water.Value = min(c.Water.Value, 1-c.Air.Value)
}

// component is one of the house's own.
func (h HouseComponent) component() media.Component {
	own := knowledge.Provenance{Mark: knowledge.HouseRule}
	number := func(v *float64) *knowledge.Number {
		if v == nil {
			return nil
		}
		return &knowledge.Number{Value: *v, Provenance: own}
	}
	c := media.Component{
		Code:   h.Code,
		Name:   h.Name,
		LowMM:  number(h.LowMM),
		HighMM: number(h.HighMM),
		Fibre:  h.LowMM == nil,
		Air:    knowledge.Number{Provenance: own},
		Water:  knowledge.Number{Provenance: own},
		PH: knowledge.Text{
			Value:      "not known",
			Provenance: own,
		},
		Note: knowledge.Text{Value: "Of this house.", Provenance: own},
	}
	h.measured(&c)
	return c
}

func shelfOf(all []media.Component) media.Shelf {
	return func(code string) (media.Component, bool) {
		i := slices.IndexFunc(all, func(c media.Component) bool { return c.Code == code })
		if i < 0 {
			return media.Component{}, false
		}
		return all[i], true
	}
}

// MeasureComponent keeps what was measured of a component, or a component of the
// house's own.
func (c *Clinic) MeasureComponent(
	ctx context.Context,
	code string,
	m MeasureComponent,
) ([]media.Component, []HouseComponent, error) {
	if err := check.Input(m); err != nil {
		return nil, nil, err
	}
	if _, known := media.Table().Component(code); !known {
		if err := m.own(code); err != nil {
			return nil, nil, err
		}
	}
	doc := HouseComponent{Name: m.Name, LowMM: m.LowMM, HighMM: m.HighMM, Test: m.Test}
	if m.Test != nil {
		doc.MeasuredOn = c.today()
	}
	var all []media.Component
	var house []HouseComponent
	err := c.write(ctx, &house, func(q *sqlc.Queries) error {
		text, err := asDoc(doc)
		if err != nil {
			return err
		}
		row, err := q.GetComponent(ctx, code)
		switch {
		case isMissing(err) && m.Version == 0:
			_, err = q.CreateComponent(ctx, sqlc.CreateComponentParams{Code: code, Doc: text, Now: c.stamp()})
		case err == nil && row.Version == m.Version:
			_, err = q.SaveComponent(
				ctx,
				sqlc.SaveComponentParams{Code: code, Version: m.Version, Doc: text, Now: c.stamp()},
			)
		case err == nil || isMissing(err):
			return Conflict{What: "component", Version: row.Version, Changes: []string{"It was measured there."}}
		}
		if err != nil {
			return fmt.Errorf("keep component: %w", err)
		}
		all, house, err = components(ctx, q)
		return err
	})
	return all, house, err
}

// own holds a component of one's own to what it needs.
func (m MeasureComponent) own(code string) error {
	switch {
	case !ownCode.MatchString(code):
		return oneFault(
			"code",
			"A component of your own has a code like own-pine-needles.",
			"own- and small letters, digits and -",
			code,
		)
	case m.Name == "":
		return oneFault("name", "Give it a name.", "not empty", "")
	case m.Test == nil:
		return oneFault("test", "Measure its air: nothing is known of it otherwise.", "a measurement", nil)
	case (m.LowMM == nil) != (m.HighMM == nil):
		return oneFault("high_mm", "Give both ends of its grade, or neither for a fibre.", "both or neither", nil)
	case m.LowMM != nil && *m.LowMM > *m.HighMM:
		return oneFault(
			"low_mm",
			"The small end of its grade is above the large one.",
			fmt.Sprintf("at most %g mm", *m.HighMM),
			*m.LowMM,
		)
	}
	return nil
}

// OwnRecipe is a mix of the house's own, in parts.
type OwnRecipe struct {
	ID      int64        `json:"id" required:"true"`
	Version int64        `json:"version" required:"true"`
	Name    string       `json:"name" required:"true"`
	Parts   []media.Part `json:"parts" required:"true"`
}

// SaveRecipe is a mix of one's own to be kept.
type SaveRecipe struct {
	Version int64        `json:"version,omitempty" validate:"min=0" description:"left out for a new one"`
	Name    string       `json:"name" required:"true" validate:"required,notblank,max=80"`
	Parts   []media.Part `json:"parts" required:"true" validate:"min=1,max=12,dive"`
	Gone    bool         `json:"gone,omitempty" description:"taken off the list"`
}

// Recipes lists the house's own mixes.
func (c *Clinic) Recipes(ctx context.Context) ([]OwnRecipe, error) {
	return read(ctx, c, func(q *sqlc.Queries) ([]OwnRecipe, error) { return recipes(ctx, q) })
}

func recipes(ctx context.Context, q *sqlc.Queries) ([]OwnRecipe, error) {
	rows, err := q.ListRecipes(ctx)
	if err != nil {
		return nil, fmt.Errorf("list recipes: %w", err)
	}
	list := make([]OwnRecipe, len(rows))
	for i, row := range rows {
		if list[i], err = fromDoc[OwnRecipe]("recipe", row.ID, row.Doc); err != nil {
			return nil, err
		}
		list[i].ID, list[i].Version = row.ID, row.Version
	}
	return list, nil
}

// SaveRecipe keeps a mix of the house's own; id 0 begins one.
func (c *Clinic) SaveRecipe(ctx context.Context, id int64, s SaveRecipe) ([]OwnRecipe, error) {
	if err := check.Input(s); err != nil {
		return nil, err
	}
	var list []OwnRecipe
	err := c.write(ctx, &list, func(q *sqlc.Queries) error {
		all, _, err := components(ctx, q)
		if err != nil {
			return err
		}
		if _, err := media.Table().Settle(s.Parts, shelfOf(all)); err != nil {
			return err
		}
		doc, err := asDoc(OwnRecipe{Name: s.Name, Parts: s.Parts})
		if err != nil {
			return err
		}
		if id == 0 {
			_, err = q.CreateRecipe(ctx, sqlc.CreateRecipeParams{Doc: doc, Now: c.stamp()})
		} else {
			row, missed := q.GetRecipe(ctx, id)
			if missed != nil {
				return missing(missed, "recipe", id)
			}
			if row.Version != s.Version {
				return Conflict{
					What:    "recipe",
					Version: row.Version,
					Changes: []string{"Its parts or its name were changed there."},
				}
			}
			_, err = q.SaveRecipe(
				ctx,
				sqlc.SaveRecipeParams{ID: id, Version: s.Version, Doc: doc, Gone: asInt(s.Gone), Now: c.stamp()},
			)
		}
		if err != nil {
			return fmt.Errorf("keep recipe: %w", err)
		}
		list, err = recipes(ctx, q)
		return err
	})
	return list, err
}
