package clinic

import (
	"context"
	"fmt"

	"therapeon/clinic/check"
	"therapeon/core/fault"
	"therapeon/core/media"
	"therapeon/core/pots"
	"therapeon/core/rehome"
	"therapeon/store/sqlc"
)

// Plan is what is planned for a plant on its way to a new home. What is left out
// is as advised.
type Plan struct {
	Assumed  map[string]float64     `json:"assumed,omitempty" validate:"max=40,dive,min=-1000000,max=1000000" description:"own figures of its race"`
	BareSide string                 `json:"bare_without_tips,omitempty" validate:"omitempty,oneof=hold at-once by-humidity" description:"for this plant; left out: as the house"`
	Medium   string                 `json:"medium,omitempty" validate:"omitempty,oneof=organic inorganic as-before" description:"for this plant; left out: as the house"`
	PotWall  string                 `json:"pot_wall,omitempty" validate:"omitempty,oneof=clear opaque" description:"for this plant; left out: as the house"`
	Route    string                 `json:"route,omitempty" validate:"max=20" description:"code of a route"`
	BaseMM   float64                `json:"base_mm,omitempty" validate:"min=0,max=600" description:"width of the base across the growths"`
	Clump    bool                   `json:"clump,omitempty" description:"leads to all sides"`
	Still    string                 `json:"still,omitempty" validate:"omitempty,oneof=stake skewer none"`
	DryTop   bool                   `json:"dry_top,omitempty" description:"loose pieces that draw no water under the oldest bulbs"`
	Pot      *pots.Pot              `json:"pot,omitempty" description:"the pot at hand"`
	Origin   string                 `json:"origin,omitempty" validate:"omitempty,oneof=tree rock litter limestone" description:"where it, or its parents, grow"`
	Waters   string                 `json:"waters,omitempty" validate:"omitempty,oneof=often seldom" description:"how it is watered here"`
	MixName  string                 `json:"mix_name,omitempty" validate:"max=80"`
	Parts    []media.Part           `json:"parts,omitempty" validate:"max=12,dive" description:"a mix of one's own"`
	Tonight  bool                   `json:"tonight,omitempty" description:"it is in tonight's batch of pots"`
	Marks    map[string]rehome.Mark `json:"-"`
}

// Faults finds plans that cannot be.
func (p Plan) Faults() fault.List {
	if _, ok := rehome.Table().Route(p.Route); p.Route != "" && !ok {
		return oneFault("route", "This route is not known here.", "a route, see /api/v1/knowledge/rehome", p.Route)
	}
	return nil
}

// storedPlan is a plan with its marks, which come and go by their own calls.
type storedPlan struct {
	Plan
	Marks map[string]rehome.Mark `json:"marks,omitempty"`
}

// planned is a plan as it is stored.
type planned struct {
	Version int64 // 0: nothing was planned yet
	Plan    Plan
}

// SavePlan is a plan to be kept.
type SavePlan struct {
	Version int64 `json:"version" required:"true" validate:"min=0"`
	Plan    Plan  `json:"plan" required:"true"`
}

func (v *visit) planned(ctx context.Context) (planned, error) {
	row, err := v.q.GetRehoming(ctx, v.row.ID)
	if isMissing(err) {
		return planned{}, nil
	}
	if err != nil {
		return planned{}, err
	}
	p, err := fromDoc[storedPlan]("plan of plant", row.PlantID, row.Doc)
	p.Plan.Marks = p.Marks
	return planned{row.Version, p.Plan}, err
}

// keepPlan changes what is planned; an older version is refused.
func (v *visit) keepPlan(ctx context.Context, version int64, change func(*Plan)) error {
	now, err := v.planned(ctx)
	if err != nil {
		return err
	}
	if now.Version != version {
		return Conflict{
			What:    "plan",
			Version: now.Version,
			Changes: []string{"What is planned for the plant was changed there."},
		}
	}
	change(&now.Plan)
	doc, err := asDoc(storedPlan{now.Plan, now.Plan.Marks})
	if err != nil {
		return err
	}
	stamp := v.clinic.stamp()
	if version == 0 {
		_, err = v.q.CreateRehoming(ctx, sqlc.CreateRehomingParams{PlantID: v.row.ID, Doc: doc, Now: stamp})
	} else {
		_, err = v.q.SaveRehoming(
			ctx,
			sqlc.SaveRehomingParams{PlantID: v.row.ID, Version: version, Doc: doc, Now: stamp},
		)
	}
	if err != nil {
		return fmt.Errorf("keep plan: %w", err)
	}
	return v.q.TouchPlant(ctx, sqlc.TouchPlantParams{ID: v.row.ID, Now: stamp})
}

// SavePlan keeps what is planned for a plant.
func (c *Clinic) SavePlan(ctx context.Context, plantID int64, s SavePlan, person string) (Rehoming, error) {
	if err := check.Input(s); err != nil {
		return Rehoming{}, err
	}
	var answer Rehoming
	err := c.write(ctx, &answer, func(q *sqlc.Queries) error {
		v, err := c.visit(ctx, q, plantID)
		if err != nil {
			return err
		}
		err = v.keepPlan(ctx, s.Version, func(p *Plan) {
			marks, assumed := p.Marks, p.Assumed
			*p = s.Plan
			p.Marks, p.Assumed = marks, assumed // these have calls of their own
		})
		if err != nil {
			return err
		}
		answer, err = c.rehoming(ctx, q, plantID, person)
		return err
	})
	return answer, err
}
