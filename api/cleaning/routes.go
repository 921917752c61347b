// Package cleaning is the routes of cleaning.
package cleaning

import (
	"context"

	"therapeon/api/wire"
	service "therapeon/clinic/cleaning"
	"therapeon/core/cleaning"
	"therapeon/core/judgement"
	"therapeon/core/knowledge"
	"therapeon/core/work"
)

type cleaningOf struct {
	ID     int64  `path:"id" json:"-" required:"true"`
	Person string `query:"person" json:"-" description:"whose acknowledged cautions to list"`
}

type markJob struct {
	ID int64 `path:"id" json:"-" required:"true"`
	service.MarkJob
}

type addJob struct {
	ID int64 `path:"id" json:"-" required:"true"`
	service.AddJob
}

type closeCleaning struct {
	ID int64 `path:"id" json:"-" required:"true"`
	service.CloseCleaning
}

type seenList struct {
	Seen []work.Seen `json:"seen" required:"true"`
}

type needList struct {
	Needs []service.Need `json:"needs" required:"true"`
}

type computedPlan struct {
	Plan judgement.Plan `json:"plan" required:"true"`
}

type cleaningNotes struct {
	Notes map[string]knowledge.Text `json:"notes" required:"true"`
}

type cautionList struct {
	Cautions []knowledge.Caution `json:"cautions" required:"true"`
}

type saidFigures struct {
	Said map[string]knowledge.SaidFigure `json:"said" required:"true"`
}

// Routes are the operations of this room.
func Routes(s *service.Service) []wire.Operation {
	return []wire.Operation{
		wire.Get("/plants/{id}/cleaning", "getCleaning", "A plant's plan: in hand, just closed, or new",
			func(ctx context.Context, in cleaningOf) (service.Cleaning, error) {
				return s.Cleaning(ctx, in.ID, in.Person)
			}),
		wire.Put("/plants/{id}/cleaning/jobs", "markJob", "Say that a job is done, skipped or open again",
			func(ctx context.Context, in markJob) (service.Cleaning, error) {
				return s.MarkJob(ctx, in.ID, in.MarkJob)
			}),
		wire.Post("/plants/{id}/cleaning/jobs", "addJob", "Put a job of your own on the plan",
			func(ctx context.Context, in addJob) (service.Cleaning, error) {
				return s.AddJob(ctx, in.ID, in.AddJob)
			}),
		wire.Put("/plants/{id}/cleaning/closed", "closeCleaning", "Close a cleaning, or open it again",
			func(ctx context.Context, in closeCleaning) (service.Cleaning, error) {
				return s.CloseCleaning(ctx, in.ID, in.CloseCleaning)
			}),
		wire.Post("/acknowledged", "acknowledge", "Say that someone has read cautions",
			func(ctx context.Context, in service.Acknowledge) (seenList, error) {
				list, err := s.Acknowledge(ctx, in)
				return seenList{list}, err
			}),
		wire.Get("/shelf/needs", "sessionNeeds", "What the cleanings in hand will use up",
			func(ctx context.Context, _ wire.Nothing) (needList, error) {
				list, err := s.SessionNeeds(ctx)
				return needList{list}, err
			}),
		wire.Post("/compute/cleaning-plan", "computeCleaningPlan",
			"The jobs of a cleaning, in working order; nothing saved",
			func(ctx context.Context, in wire.Unkept) (computedPlan, error) {
				plan, err := s.ComputePlan(ctx, in.Unkept)
				return computedPlan{plan}, err
			}),
		wire.Table("cleaning", "cleaningKnowledge", "Notes of the cut list",
			func() cleaningNotes { return cleaningNotes{cleaning.Notes()} }),
		wire.Table("cautions", "listCautions", "Cautions",
			func() cautionList { return cautionList{knowledge.Cautions()} }),
		wire.Table("said", "saidKnowledge", "Figures that only sentences name",
			func() saidFigures { return saidFigures{knowledge.Said()} }),
	}
}
