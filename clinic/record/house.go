package record

import (
	"context"
	"fmt"

	"therapeon/core/disputes"
	"therapeon/core/fault"
	"therapeon/core/patient"
	"therapeon/core/roots"
	"therapeon/core/solutions"
	"therapeon/ledger"
)

// Settings are the house's sides in the questions on which growers differ, and
// the figures a house may choose.
type Settings struct {
	Version     int64           `json:"version" required:"true" validate:"min=0" description:"the version you changed; 0: nothing was changed yet"`
	Sides       disputes.Sides  `json:"sides" required:"true" validate:"max=40,dive,max=40" description:"by the question, see /api/v1/knowledge/disputes; what is left out has its default"`
	Hemisphere  string          `json:"hemisphere" required:"true" validate:"oneof=north south" description:"for the seasons"`
	CutMarginMM float64         `json:"cut_margin_mm" required:"true" validate:"min=3,max=5" description:"how far beyond the living part a cut falls"`
	Tools       solutions.Tools `json:"tools,omitzero" description:"what amounts are measured with"`
}

// asHouse is the house as a plant hears of it.
func (s Settings) asHouse() patient.House {
	return patient.House{
		South:       s.Hemisphere == "south",
		CutMarginMM: s.CutMarginMM,
		Sides:       disputes.Usual().Over(s.Sides),
	}
}

// houseChanges says in words how the house's sides differ.
func houseChanges(from, to Settings, where string) []string {
	before, after := from.asHouse(), to.asHouse()
	changes := sideChanges(before.Sides, after.Sides, where)
	if from.Hemisphere != to.Hemisphere {
		changes = append(changes, fmt.Sprintf("Hemisphere: %s, %s.", to.Hemisphere, where))
	}
	if before.CutMarginMM != after.CutMarginMM {
		changes = append(changes, fmt.Sprintf("Cut margin: %g mm, %s.", after.CutMarginMM, where))
	}
	if from.Tools != to.Tools {
		changes = append(changes, fmt.Sprintf("What amounts are measured with was changed %s.", where))
	}
	return changes
}

// HouseID is the id of the settings of the house, of which there are one.
const HouseID = 1

// usualSettings are the defaults.
func usualSettings() Settings {
	return Settings{
		Sides:       disputes.Usual(),
		Hemisphere:  "north",
		CutMarginMM: roots.Known().Figures.CutMarginMM.Value,
	}
}

// Faults finds sides that are not of the table.
func (s Settings) Faults() fault.List { return s.Sides.Faults() }

// SettingsIn reads the settings of the house, in a transaction.
func SettingsIn(ctx context.Context, tx *ledger.Tx) (Settings, error) {
	d, err := Houses.Get(ctx, tx, HouseID)
	if IsMissing(err) {
		return usualSettings(), nil
	}
	d.Value.Version, d.Value.Sides = d.Version, disputes.Usual().Over(d.Value.Sides)
	return d.Value, err
}
