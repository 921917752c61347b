package record

import (
	"context"
	"encoding/json"
	"fmt"

	"therapeon/core/disputes"
	"therapeon/core/patient"
	"therapeon/core/roots"
	"therapeon/core/solutions"
	"therapeon/core/words"
	"therapeon/ledger"
)

// Settings are the house's sides in the questions on which growers differ, and
// the figures a house may choose.
type Settings struct {
	Version        int64             `json:"version" required:"true" validate:"min=0" description:"the version you changed; 0: nothing was changed yet"`
	DeadDryRoots   disputes.SideCode `json:"dead_dry_roots" required:"true" validate:"oneof=all-off keep-some if-wobbly"`
	ClingingMedium disputes.SideCode `json:"clinging_medium" required:"true" validate:"oneof=all-off leave-what-tears by-state"`
	SpikeAtRescue  disputes.SideCode `json:"spike_at_rescue" required:"true" validate:"oneof=cut keep by-grade"`
	RepotInFlower  disputes.SideCode `json:"repot_in_flower" required:"true" validate:"oneof=never when-needed by-urgency"`
	SmallRotPatch  disputes.SideCode `json:"small_rot_patch" required:"true" validate:"oneof=in-place unpot if-rest-sound"`
	Peroxide       disputes.SideCode `json:"peroxide" required:"true" validate:"oneof=routine with-finding pests-only"`
	CutPowder      disputes.SideCode `json:"cut_powder" required:"true" validate:"oneof=powder dry"`
	BareNoTips     disputes.SideCode `json:"bare_without_tips" required:"true" validate:"oneof=hold at-once by-humidity"`
	Medium         disputes.SideCode `json:"medium" required:"true" validate:"oneof=organic inorganic as-before"`
	PotWall        disputes.SideCode `json:"pot_wall" required:"true" validate:"oneof=clear opaque"`
	Hemisphere     string            `json:"hemisphere" required:"true" validate:"oneof=north south" description:"for the seasons"`
	CutMarginMM    float64           `json:"cut_margin_mm" required:"true" validate:"min=3,max=5" description:"how far beyond the living part a cut falls"`
	Tools          solutions.Tools   `json:"tools,omitzero" description:"what amounts are measured with"`
}

// asHouse is the house as a plant hears of it.
func (s Settings) asHouse() patient.House {
	return patient.House{
		South:       s.Hemisphere == "south",
		CutMarginMM: s.CutMarginMM,
		Sides: patient.Sides{
			disputes.DeadDryRoots: s.DeadDryRoots, disputes.ClingingMedium: s.ClingingMedium,
			disputes.SpikeAtRescue: s.SpikeAtRescue, disputes.RepotInFlower: s.RepotInFlower,
			disputes.SmallRotPatch: s.SmallRotPatch, disputes.Peroxide: s.Peroxide, disputes.CutPowder: s.CutPowder,
			disputes.BareNoTips: s.BareNoTips, disputes.Medium: s.Medium, disputes.PotWall: s.PotWall,
		},
	}
}

// houseChanges says in words how the house's sides differ.
func houseChanges(from, to Settings, where string) []string {
	var changes []string
	before, after := from.asHouse(), to.asHouse()
	for _, q := range disputes.All() {
		side := disputes.SideOf(q.Code, after.Sides[q.Code])
		if side != nil && before.Sides[q.Code] != side.Choice.Code {
			changes = append(changes, fmt.Sprintf("“%s”: %s, %s.", q.Question, words.Lower(side.Choice.Name), where))
		}
	}
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
		DeadDryRoots:   disputes.Default(disputes.DeadDryRoots),
		ClingingMedium: disputes.Default(disputes.ClingingMedium),
		SpikeAtRescue:  disputes.Default(disputes.SpikeAtRescue),
		RepotInFlower:  disputes.Default(disputes.RepotInFlower),
		SmallRotPatch:  disputes.Default(disputes.SmallRotPatch),
		Peroxide:       disputes.Default(disputes.Peroxide),
		CutPowder:      disputes.Default(disputes.CutPowder),
		BareNoTips:     disputes.Default(disputes.BareNoTips),
		Medium:         disputes.Default(disputes.Medium),
		PotWall:        disputes.Default(disputes.PotWall),
		Hemisphere:     "north",
		CutMarginMM:    roots.Known().Figures.CutMarginMM.Value,
	}
}

// UnmarshalJSON reads settings; a side that an older program did not know has its default.
func (s *Settings) UnmarshalJSON(doc []byte) error {
	type plain Settings
	of := plain(usualSettings())
	if err := json.Unmarshal(doc, &of); err != nil {
		return err
	}
	*s = Settings(of)
	return nil
}

// SettingsIn reads the settings of the house, in a transaction.
func SettingsIn(ctx context.Context, tx *ledger.Tx) (Settings, error) {
	d, err := Houses.Get(ctx, tx, HouseID)
	if IsMissing(err) {
		return usualSettings(), nil
	}
	d.Value.Version = d.Version
	return d.Value, err
}
