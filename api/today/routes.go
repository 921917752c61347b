// Package today is the routes of today.
package today

import (
	"context"
	"time"

	"therapeon/api/wire"
	"therapeon/clinic/check"
	service "therapeon/clinic/today"
	"therapeon/core/today"
	"therapeon/formats"
)

type eveningAsk struct {
	Minutes int `query:"minutes" json:"-" validate:"omitempty,evening_min" title:"today.evening.minutes" description:"there are tonight; left out: as many as usual"`
}

type awayAsk struct {
	From  string `query:"from" json:"-" required:"true"`
	Until string `query:"until" json:"-" required:"true"`
}

// calendar is a calendar file.
func calendar(ctx context.Context, entries []formats.Entry, err error) (wire.File, error) {
	if err != nil {
		return wire.File{}, err
	}
	body, err := formats.Calendar("Therapeon", entries, wire.Spoken(ctx))
	return wire.File{Name: "therapeon.ics", Kind: wire.Calendar, Body: body}, err
}

type ownCalendar struct {
	Origin string `query:"origin" json:"-" description:"where the page is, for links"`
}

type calendarOf struct {
	Secret string `path:"secret" json:"-" required:"true" description:"that the address ends in, with .ics or without"`
	Origin string `query:"origin" json:"-" description:"where the page is, for links"`
}

// Routes are the operations of this room.
func Routes(s *service.Service) []wire.Operation {
	return []wire.Operation{
		wire.Table("today", "todayKnowledge", "What comes between the turns of a round, and how an evening and places are weighed",
			func() today.Knowledge { return *today.Table() }),
		wire.Get("/today", "today", "Today's round: what is due, in the order in which it is done",
			func(ctx context.Context, _ wire.Nothing) (service.Today, error) { return s.Round(ctx) }),
		wire.Get("/evening", "evening",
			"An evening's crates: those of tonight in their order, and those that can stand",
			func(ctx context.Context, in eveningAsk) (service.Evening, error) {
				if err := check.Input(in); err != nil {
					return service.Evening{}, err
				}
				return s.Evening(ctx, float64(in.Minutes))
			}).Takes(time.Minute),
		wire.Get("/moves", "moves", "The changes of place that would help most",
			func(ctx context.Context, _ wire.Nothing) (service.Moves, error) {
				return s.Moves(ctx)
			}).Takes(time.Minute),
		wire.Get("/away", "away", "What an absence comes to: who lasts, what would help, what someone else can do",
			func(ctx context.Context, in awayAsk) (service.Absence, error) {
				return s.Away(ctx, service.AwayAsk{From: in.From, Until: in.Until})
			}).Takes(time.Minute),
		wire.Get("/calendar", "getCalendar", "How the calendar is shared",
			func(ctx context.Context, _ wire.Nothing) (service.Calendar, error) {
				return s.Calendar(ctx)
			}),
		wire.Put("/calendar", "shareCalendar", "Open the calendar to whoever has its address, or close it",
			func(ctx context.Context, in service.ShareCalendar) (service.Calendar, error) {
				return s.ShareCalendar(ctx, in)
			}),
		wire.Get("/calendar/file", "calendarFile", "What is due, as iCalendar",
			func(ctx context.Context, in ownCalendar) (wire.File, error) {
				at, err := wire.Origin(ctx, in.Origin)
				if err != nil {
					return wire.File{}, err
				}
				entries, err := s.OwnCalendar(ctx, at)
				return calendar(ctx, entries, err)
			}).Gives(wire.Calendar),
		wire.Get("/calendars/{secret}", "subscribe", "What is due, as iCalendar, for whoever has its address",
			func(ctx context.Context, in calendarOf) (wire.File, error) {
				at, err := wire.Origin(ctx, in.Origin)
				if err != nil {
					return wire.File{}, err
				}
				entries, err := s.CalendarFile(ctx, in.Secret, at)
				return calendar(ctx, entries, err)
			}).Gives(wire.Calendar),
	}
}
