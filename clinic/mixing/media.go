package mixing

import (
	"context"
	"regexp"
	"slices"

	"therapeon/clinic/check"
	"therapeon/clinic/record"
	"therapeon/core/knowledge"
	"therapeon/core/media"
	"therapeon/core/message"
	"therapeon/ledger"
)

// components are kept by their codes.
var components = ledger.NewHouseKind("component", record.TellAlways[HouseComponent]("clinic.mixing.it-was-measured"))

var recipes = ledger.NewHouseKind("recipe", record.TellAlways[OwnRecipe]("clinic.mixing.its-parts-or-its-name"))

// HouseComponent is what the house measured of a component, or a component of its
// own.
type HouseComponent struct {
	Code       string           `json:"code" required:"true"`
	Version    int64            `json:"version" required:"true" description:"0: nothing was measured yet"`
	Name       string           `json:"name,omitempty" validate:"omitempty,name,line" description:"of a component of one's own"`
	LowMM      *float64         `json:"low_mm,omitempty" validate:"omitempty,piece_mm" description:"its grade; needed for one's own, left out for fibres"`
	HighMM     *float64         `json:"high_mm,omitempty" validate:"omitempty,piece_mm"`
	Test       *media.FloodTest `json:"test,omitempty" description:"the newest measurement"`
	MeasuredOn string           `json:"measured_on,omitempty"`
}

// MeasureComponent keeps a measurement, or a component of one's own.
type MeasureComponent struct {
	Version int64            `json:"version" required:"true" validate:"min=0"`
	Name    string           `json:"name,omitempty" validate:"omitempty,name,line" title:"mixing.MeasureComponent.name"`
	LowMM   *float64         `json:"low_mm,omitempty" validate:"omitempty,piece_mm" title:"mixing.MeasureComponent.low_mm"`
	HighMM  *float64         `json:"high_mm,omitempty" validate:"omitempty,piece_mm" title:"mixing.MeasureComponent.high_mm"`
	Test    *media.FloodTest `json:"test,omitempty" description:"left out: back to the table's figures"`
}

var ownCode = regexp.MustCompile(`^own-[a-z0-9-]{1,30}$`)

// Components lists all components: the table's, with the house's own figures where
// it measured them, and those of its own.
func (c *Service) Components(ctx context.Context) ([]media.Component, []HouseComponent, error) {
	var house []HouseComponent
	all, err := record.Read(ctx, c.Keeper, func(tx *ledger.Tx) (all []media.Component, err error) {
		all, house, err = AllComponents(ctx, tx)
		return all, err
	})
	return all, house, err
}

// AllComponents are those of the table, as the house measured them, and those of the house.
func AllComponents(ctx context.Context, tx *ledger.Tx) ([]media.Component, []HouseComponent, error) {
	rows, err := components.OfHouse(ctx, tx)
	if err != nil {
		return nil, nil, err
	}
	if err := ledger.Sound(rows); err != nil {
		return nil, nil, err
	}
	all := slices.Clone(media.Table().Components)
	house := make([]HouseComponent, len(rows))
	for i, row := range rows {
		h := row.Value
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
	told := h.Test.Tells()
	c.Air.Value = told.Air
	if told.Water != nil {
		c.Water.Value = *told.Water
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
		Name:   message.Plain(h.Name),
		LowMM:  number(h.LowMM),
		HighMM: number(h.HighMM),
		Fibre:  h.LowMM == nil,
		Air:    knowledge.Number{Provenance: own},
		Water:  knowledge.Number{Provenance: own},
		PH:     knowledge.Code{Value: "?", Provenance: own},
		Note:   knowledge.Text{Value: message.Of("clinic.mixing.of-this-house"), Provenance: own},
	}
	h.measured(&c)
	return c
}

// ShelfOf finds a component by its code.
func ShelfOf(all []media.Component) media.Shelf {
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
func (c *Service) MeasureComponent(
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
		doc.MeasuredOn = c.Today()
	}
	var all []media.Component
	var house []HouseComponent
	err := c.Write(ctx, &house, func(tx *ledger.Tx) error {
		d := ledger.Doc[HouseComponent]{Code: code, Version: m.Version, Value: doc}
		if _, err := components.Put(ctx, tx, d, c.Stamp()); err != nil {
			return err
		}
		var err error
		all, house, err = AllComponents(ctx, tx)
		return err
	})
	return all, house, err
}

// own holds a component of one's own to what it needs.
func (m MeasureComponent) own(code string) error {
	switch {
	case !ownCode.MatchString(code):
		return record.OneFault("code", message.Of("clinic.mixing.a-component-of-your-own"),
			message.Of("clinic.mixing.own-and-small-letters-digits"), code)
	case m.Name == "":
		return record.OneFault("name", message.Of("clinic.mixing.give-it-a-name"), message.Of("limits.not-empty"), "")
	case m.Test == nil:
		return record.OneFault("test", message.Of("clinic.mixing.measure-its-air-nothing-is"), message.Of("clinic.mixing.a-measurement"), nil)
	case (m.LowMM == nil) != (m.HighMM == nil):
		return record.OneFault("high_mm", message.Of("clinic.mixing.give-both-ends-of-its"), message.Of("limits.both-or-neither"), nil)
	case m.LowMM != nil && *m.LowMM > *m.HighMM:
		return record.OneFault("low_mm", message.Of("clinic.mixing.the-small-end-of-its"),
			message.Of("limits.at-most", message.Exact("figure", *m.HighMM, "mm")), *m.LowMM)
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
	Name    string       `json:"name" required:"true" validate:"required,name,line" title:"mixing.SaveRecipe.name"`
	Parts   []media.Part `json:"parts" required:"true" validate:"components,dive"`
	Gone    bool         `json:"gone,omitempty" description:"taken off the list"`
}

// Recipes lists the house's own mixes.
func (c *Service) Recipes(ctx context.Context) ([]OwnRecipe, error) {
	return record.Read(ctx, c.Keeper, func(tx *ledger.Tx) ([]OwnRecipe, error) { return ownRecipes(ctx, tx) })
}

func ownRecipes(ctx context.Context, tx *ledger.Tx) ([]OwnRecipe, error) {
	all, err := recipes.OfHouse(ctx, tx)
	if err != nil {
		return nil, err
	}
	if err := ledger.Sound(all); err != nil {
		return nil, err
	}
	list := make([]OwnRecipe, len(all))
	for i, d := range all {
		list[i] = d.Value
		list[i].ID, list[i].Version = d.ID, d.Version
	}
	return list, nil
}

// SaveRecipe keeps a mix of the house's own; id 0 begins one.
func (c *Service) SaveRecipe(ctx context.Context, id int64, s SaveRecipe) ([]OwnRecipe, error) {
	if err := check.Input(s); err != nil {
		return nil, err
	}
	var list []OwnRecipe
	err := c.Write(ctx, &list, func(tx *ledger.Tx) error {
		all, _, err := AllComponents(ctx, tx)
		if err != nil {
			return err
		}
		if _, err := media.Table().Settle(s.Parts, ShelfOf(all)); err != nil {
			return err
		}
		d := ledger.Doc[OwnRecipe]{Value: OwnRecipe{Name: s.Name, Parts: s.Parts}}
		if id == 0 {
			_, err = recipes.Add(ctx, tx, d, c.Stamp())
		} else {
			d.ID, d.Version = id, s.Version
			if s.Gone {
				d.State = ledger.Gone
			}
			_, err = recipes.Save(ctx, tx, d, c.Stamp())
			err = record.MissingOr(err, "recipe", id)
		}
		if err != nil {
			return err
		}
		list, err = ownRecipes(ctx, tx)
		return err
	})
	return list, err
}
