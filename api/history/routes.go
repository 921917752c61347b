// Package history is the routes of history.
package history

import (
	"context"
	"strconv"
	"strings"

	"therapeon/api/wire"
	service "therapeon/clinic/history"
	"therapeon/core/message"
	"therapeon/formats"
)

type incident struct {
	ID int64 `path:"id" json:"-" required:"true"`
	service.Incident
}

type withdraw struct {
	ID int64 `path:"id" json:"-" required:"true"`
	service.Withdraw
}

type moveEntry struct {
	ID int64 `path:"id" json:"-" required:"true"`
	service.MoveEntry
}

type undoMove struct {
	ID int64 `path:"id" json:"-" required:"true"`
	service.UndoMove
}

func labels(ctx context.Context, s *service.Service, in labelsOf) (wire.File, error) {
	at, err := wire.Origin(ctx, in.Origin)
	if err != nil {
		return wire.File{}, err
	}
	var ids []int64
	for word := range strings.SplitSeq(in.Plants, ",") {
		id, err := strconv.ParseInt(strings.TrimSpace(word), 10, 64)
		if err != nil || id < 1 {
			return wire.File{}, wire.BadParameter("plants", in.Plants, message.Of("api.ids-of-plants"))
		}
		ids = append(ids, id)
	}
	if len(ids) > 48 {
		return wire.File{}, wire.BadParameter(
			"plants",
			strconv.Itoa(len(ids)),
			message.Of("limits.at-most", message.Count("figure", 48)),
		)
	}
	if in.Skip > 23 {
		return wire.File{}, wire.BadParameter(
			"skip",
			strconv.Itoa(in.Skip),
			message.Of("limits.from-to", message.Count("low", 0), message.Count("high", 23)),
		)
	}
	all, err := s.Labels(ctx, ids, at)
	if err != nil {
		return wire.File{}, err
	}
	body, err := formats.Labels(all, in.Sheet, in.Skip, wire.Spoken(ctx))
	return wire.File{Name: "labels.pdf", Kind: wire.PDF, Body: body}, err
}

type labelsOf struct {
	Plants string `query:"plants" json:"-" required:"true" description:"ids of plants, such as 3,7,12; 48 at most"`
	Sheet  bool   `query:"sheet" json:"-" description:"three by eight on A4, instead of one on a page of 70 × 37 mm"`
	Skip   int    `query:"skip" json:"-" description:"places of the first sheet that are used up"`
	Origin string `query:"origin" json:"-" description:"where the page is, for the code that leads to it"`
}

type sheetOf struct {
	ID     int64  `path:"id" json:"-" required:"true"`
	Origin string `query:"origin" json:"-" description:"where the page is, for the code that leads to it"`
}

// Routes are the operations of this room.
func Routes(s *service.Service) []wire.Operation {
	return []wire.Operation{
		wire.Get("/plants/{id}/timeline", "getTimeline", "What happened to a plant, the newest first",
			func(ctx context.Context, in wire.ByID) (service.Timeline, error) {
				return s.Timeline(ctx, in.ID)
			}),
		wire.Post("/plants/{id}/incidents", "addIncident", "Note that something broke",
			func(ctx context.Context, in incident) (service.Timeline, error) {
				return s.Incident(ctx, in.ID, in.Incident)
			}),
		wire.Put("/plants/{id}/incidents", "withdrawIncident", "Take an incident back",
			func(ctx context.Context, in withdraw) (service.Timeline, error) {
				return s.WithdrawIncident(ctx, in.ID, in.Withdraw)
			}),
		wire.Post("/plants/{id}/moved", "moveEntry",
			"Move what was written on the wrong plant to another, or withdraw it",
			func(ctx context.Context, in moveEntry) (service.Timeline, error) {
				return s.Move(ctx, in.ID, in.MoveEntry)
			}),
		wire.Put("/plants/{id}/moved", "undoMove", "Undo that",
			func(ctx context.Context, in undoMove) (service.Timeline, error) {
				return s.UndoMove(ctx, in.ID, in.UndoMove)
			}),
		wire.Get("/labels", "labels", "Labels to print",
			func(ctx context.Context, in labelsOf) (wire.File, error) {
				return labels(ctx, s, in)
			}),
		wire.Get("/plants/{id}/sheet", "caseSheet", "A plant and all that happened to it, to print",
			func(ctx context.Context, in sheetOf) (wire.File, error) {
				at, err := wire.Origin(ctx, in.Origin)
				if err != nil {
					return wire.File{}, err
				}
				sheet, err := s.CaseSheet(ctx, in.ID, at)
				if err != nil {
					return wire.File{}, err
				}
				body, err := formats.Case(sheet, wire.Spoken(ctx))
				return wire.File{Name: wire.FileName(sheet.Tag, ".pdf"), Kind: wire.PDF, Body: body}, err
			}),
	}
}
