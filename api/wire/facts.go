package wire

import (
	"therapeon/clinic/record"
	"therapeon/core/disputes"
	"therapeon/core/leaves"
	"therapeon/core/patient"
)

// PlantFacts is what is told of a plant that is not kept.
type PlantFacts struct {
	Group        string            `json:"group" required:"true"`
	LeafCount    int               `json:"leaf_count,omitempty"`
	Blades       []leaves.Blade    `json:"blades,omitempty"`
	OldMedium    string            `json:"old_medium,omitempty"`
	KeptApart    bool              `json:"kept_apart,omitempty"`
	Flowering    patient.Flowering `json:"flowering,omitempty"`
	BulbCount    int               `json:"bulb_count,omitempty"`
	BulbState    patient.BulbState `json:"bulb_state,omitempty"`
	ArrivedOn    string            `json:"arrived_on,omitempty"`
	LastRepotted string            `json:"last_repotted,omitempty"`
	Pot          string            `json:"pot,omitempty"`
	RootClass    string            `json:"root_class,omitempty"`
	Sides        disputes.Sides    `json:"sides,omitempty"`
	TereteLeaves bool              `json:"terete_leaves,omitempty"`
}

// Intake is the same as the intake of a plant.
func (p PlantFacts) Intake() patient.Intake {
	return patient.Intake{
		Group:        p.Group,
		LeafCount:    p.LeafCount,
		Blades:       p.Blades,
		OldMedium:    p.OldMedium,
		KeptApart:    p.KeptApart,
		RootClass:    p.RootClass,
		Flowering:    p.Flowering,
		BulbCount:    p.BulbCount,
		BulbState:    p.BulbState,
		ArrivedOn:    p.ArrivedOn,
		LastRepotted: p.LastRepotted,
		Pot:          p.Pot,
		Sides:        p.Sides,
		TereteLeaves: p.TereteLeaves,
	}
}

// Unkept is a plant that is not kept, with what was found of it.
type Unkept struct{ record.Unkept }
