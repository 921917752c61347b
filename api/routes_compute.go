package api

import (
	"context"
	"net/http"

	"therapeon/clinic"
	"therapeon/clinic/record"
	"therapeon/clinic/rehoming"
	"therapeon/clinic/wishing"
	"therapeon/core/causes"
	"therapeon/core/cleaning"
	"therapeon/core/disputes"
	"therapeon/core/knowledge"
	"therapeon/core/leaves"
	"therapeon/core/look"
	"therapeon/core/patient"
	"therapeon/core/roots"
	"therapeon/core/unpot"
	"therapeon/core/wishes"
)

type plantFacts struct {
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

func (p plantFacts) intake() patient.Intake {
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

type computeRoots struct {
	Plant   plantFacts    `json:"plant" required:"true"`
	Reading roots.Reading `json:"reading" required:"true"`
}

type computedRoots struct {
	Verdict roots.Verdict `json:"verdict" required:"true"`
	CutList cleaning.List `json:"cut_list" required:"true"`
}

type gridCount struct {
	Crossings int     `json:"crossings" required:"true" validate:"min=1,max=1000000" description:"roots crossing lines, both sets of lines counted"`
	SpacingMM float64 `json:"spacing_mm" required:"true" validate:"min=1,max=200" description:"the spacing of the grid"`
}

type gridLength struct {
	LengthMM float64          `json:"length_mm" required:"true"`
	Factor   knowledge.Number `json:"factor" required:"true"`
}

// computeLook is a plant looked at on a day, and its roots if they were read.
type computeLook struct {
	Plant      plantFacts         `json:"plant" required:"true"`
	Inspection patient.Inspection `json:"inspection" required:"true"`
	Reading    *roots.Reading     `json:"reading,omitempty"`
	On         string             `json:"on,omitempty" validate:"omitempty,day" description:"the day; left out: today"`
}

type computedLook struct {
	Look    look.Verdict   `json:"look" required:"true"`
	AgainOn string         `json:"again_on,omitempty" description:"the day to look again"`
	Season  patient.Season `json:"season" required:"true" enum:"warm,cool"`
	Unpot   unpot.Advice   `json:"unpot" required:"true"`
	Causes  causes.Verdict `json:"causes" required:"true"`
}

type computeCase struct{ record.Case }

type computedPlan struct {
	Plan cleaning.Plan `json:"plan" required:"true"`
}

type computeMayI struct {
	record.Case
	Wish string       `json:"wish,omitempty" validate:"max=20" description:"code of a wish; left out: all"`
	Root *wishes.Root `json:"root,omitempty" description:"how the root looks and feels, where the wish is about one"`
}

type computedMayI struct {
	Answers []wishes.Answer `json:"answers" required:"true"`
}

type computedCauses struct {
	Causes causes.Verdict `json:"causes" required:"true"`
}

// computeTable lists what is computed without saving.
func computeTable(c *clinic.Clinic) []operation {
	const post = http.MethodPost
	return []operation{
		op(
			post,
			"/api/v1/compute/look",
			"computeLook",
			"Whether and when to unpot, how, and what can have done it; nothing saved",
			func(ctx context.Context, in computeLook) (computedLook, error) {
				all, err := c.Looking.ComputeLook(ctx, in.Plant.intake(), in.Inspection, in.Reading, in.On)
				return computedLook{all.Look, all.AgainOn, all.Season, all.Unpot, all.Causes}, err
			},
		),
		op(
			post,
			"/api/v1/compute/causes",
			"computeCauses",
			"What can have done it, why, and what to check next; nothing saved",
			func(ctx context.Context, in computeLook) (computedCauses, error) {
				all, err := c.Looking.ComputeLook(ctx, in.Plant.intake(), in.Inspection, in.Reading, in.On)
				return computedCauses{all.Causes}, err
			},
		),
		op(
			post,
			"/api/v1/compute/pot-or-hold",
			"computePotOrHold",
			"Whether to pot a plant or to hold it, and the one advice for it; nothing saved",
			func(ctx context.Context, in computeCase) (rehoming.PotOrHold, error) {
				return c.Rehoming.ComputePotOrHold(ctx, in.Case)
			},
		),
		op(
			post,
			"/api/v1/compute/cleaning-plan",
			"computeCleaningPlan",
			"The jobs of a cleaning, in working order; nothing saved",
			func(ctx context.Context, in computeCase) (computedPlan, error) {
				plan, err := c.Cleaning.ComputePlan(ctx, in.Case)
				return computedPlan{plan}, err
			},
		),
		op(
			post,
			"/api/v1/compute/may-i",
			"computeMayI",
			"What one may do with a plant: yes, not now, or no, with the reason; nothing saved",
			func(ctx context.Context, in computeMayI) (computedMayI, error) {
				list, err := c.Wishing.ComputeMayI(ctx, in.Case, wishing.Wish{Wish: in.Wish, Root: in.Root})
				return computedMayI{list}, err
			},
		),
		op(
			post,
			"/api/v1/compute/roots",
			"computeRoots",
			"Verdict and cut list of a reading, nothing saved",
			func(ctx context.Context, in computeRoots) (computedRoots, error) {
				v, l, err := c.Reading.Compute(ctx, in.Plant.intake(), in.Reading)
				return computedRoots{v, l}, err
			},
		),
		op(
			post,
			"/api/v1/compute/grid-count",
			"computeGridCount",
			"Length of a root mass from its crossings with a grid",
			countGrid,
		),
	}
}
