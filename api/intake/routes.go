// Package intake is the routes of intake.
package intake

import (
	"context"

	"therapeon/api/wire"
	service "therapeon/clinic/intake"
	"therapeon/core/patient"
	"therapeon/core/taxa"
)

type findPlants struct {
	Words      string `query:"q" json:"-" description:"looked for in tag, group, source and notes"`
	Archived   bool   `query:"archived" json:"-" description:"those taken off the bench"`
	Unfollowed bool   `query:"unfollowed" json:"-" description:"only those whose care cannot be worked out: one fact is missing"`
	Due        bool   `query:"due" json:"-" description:"only those that want something today: a job, or a look"`
	Group      string `query:"group" json:"-" description:"only of this group, by its code"`
	Place      int64  `query:"place" json:"-" description:"only those that stand at this place"`
	Turn       string `query:"turn" json:"-" enum:"clean,suspect,apart" description:"only those handled in this turn"`
	Wants      string `query:"wants" json:"-" enum:"act,check,home,leave" description:"only those whose advice is of this kind"`
	Sort       string `query:"sort" json:"-" enum:"tag,day" description:"within each turn; left out: the newest work first"`
	Skip       int    `query:"skip" json:"-"`
	Most       int    `query:"most" json:"-" description:"200 when left out, 2000 at most"`
}

type plantList struct {
	Plants []service.Plant `json:"plants" required:"true"`
	Total  int64           `json:"total" required:"true"`
}

type addPlant struct{ patient.Intake }

type changePlant struct {
	ID      int64          `path:"id" json:"-" required:"true"`
	Both    bool           `query:"both" json:"-" description:"keep what others changed meanwhile too, where the two do not touch"`
	Version int64          `json:"version" required:"true" description:"the version you changed"`
	Intake  patient.Intake `json:"intake" required:"true"`
}

type archivePlant struct {
	ID       int64 `path:"id" json:"-" required:"true"`
	Archived bool  `json:"archived" required:"true"`
}

type groupList struct {
	Groups []taxa.Profile `json:"groups" required:"true"`
}

// Routes are the operations of this room.
func Routes(s *service.Service) []wire.Operation {
	return []wire.Operation{
		wire.Get("/plants", "findPlants", "Find plants; those kept apart come last",
			func(ctx context.Context, in findPlants) (plantList, error) {
				if in.Most == 0 {
					in.Most = 200
				}
				plants, total, err := s.Plants(
					ctx,
					service.Find{
						Words:      in.Words,
						Say:        wire.Spoken(ctx).Say,
						Archived:   in.Archived,
						Due:        in.Due,
						Unfollowed: in.Unfollowed,
						Group:      in.Group,
						PlaceID:    in.Place,
						Turn:       in.Turn,
						Wants:      in.Wants,
						Sort:       in.Sort,
						Skip:       in.Skip,
						Most:       min(in.Most, 2000),
					},
				)
				return plantList{plants, total}, err
			}),
		wire.Post("/plants", "addPlant", "Put a plant on the bench",
			func(ctx context.Context, in addPlant) (service.Plant, error) {
				return s.AddPlant(ctx, in.Intake)
			}),
		wire.Get("/plants/{id}", "getPlant", "A plant",
			func(ctx context.Context, in wire.ByID) (service.Plant, error) {
				return s.Plant(ctx, in.ID)
			}),
		wire.Put("/plants/{id}", "changePlant", "Change what is known of a plant",
			func(ctx context.Context, in changePlant) (service.Plant, error) {
				return s.ChangePlant(ctx, in.ID, in.Version, in.Intake)
			}),
		wire.Put("/plants/{id}/archived", "archivePlant", "Take a plant off the bench, or put it back",
			func(ctx context.Context, in archivePlant) (service.Plant, error) {
				return s.ArchivePlant(ctx, in.ID, in.Archived)
			}),
		wire.Table("groups", "listGroups", "Profiles of the plant groups",
			func() groupList { return groupList{taxa.All()} }),
	}
}
