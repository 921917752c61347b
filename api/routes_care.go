package api

import (
	"context"
	"net/http"
	"strconv"
	"time"

	"therapeon/clinic"
	"therapeon/clinic/tending"
	"therapeon/core/aftercare"
)

type chooseCare struct {
	ID int64 `path:"id" json:"-" required:"true"`
	tending.Choose
}

type checkIn struct {
	ID int64 `path:"id" json:"-" required:"true"`
	tending.CheckIn
}

type changeCheckin struct {
	ID int64 `path:"id" json:"-" required:"true"`
	tending.ChangeCheckin
}

type rained struct {
	ID int64 `path:"id" json:"-" required:"true"`
	tending.Rain
}

type eveningAsk struct {
	Minutes int `query:"minutes" json:"-" description:"there are tonight; left out: as many as usual"`
}

type awayAsk struct {
	From  string `query:"from" json:"-" required:"true"`
	Until string `query:"until" json:"-" required:"true"`
}

type calendarOf struct {
	Secret string `path:"secret" json:"-" required:"true" description:"that the address ends in, with .ics or without"`
	Origin string `query:"origin" json:"-" description:"where the page is, for links"`
}

type ownCalendar struct {
	Origin string `query:"origin" json:"-" description:"where the page is, for links"`
}

// calendar is a calendar file.
func calendar(body []byte, err error) (document, error) {
	return document{"therapeon.ics", calendarMedia, body}, err
}

type tendedList struct {
	Tended []tending.Tended `json:"tended" required:"true"`
}

type undone struct {
	IDs []int64 `json:"ids" required:"true"`
}

// careTable lists the aftercare: protocols, check-ins, the round of today.
func careTable(c *clinic.Clinic) []operation {
	const get, post, put = http.MethodGet, http.MethodPost, http.MethodPut
	return []operation{
		op(get, "/api/v1/knowledge/aftercare", "careKnowledge", "Protocols, jobs and gates of aftercare, with feed",
			func(context.Context, nothing) (aftercare.Knowledge, error) { return *aftercare.Table(), nil }),
		op(get, "/api/v1/today", "today", "Today's round: what is due, in the order in which it is done",
			func(ctx context.Context, _ nothing) (tending.Today, error) { return c.Tending.Round(ctx) }),
		op(get, "/api/v1/plants/{id}/care", "getCare", "A plant's aftercare: what is next, and what it waits for",
			func(ctx context.Context, in byID) (tending.Aftercare, error) { return c.Tending.Aftercare(ctx, in.ID) }),
		op(put, "/api/v1/plants/{id}/care", "chooseCare",
			"Choose its protocol, say that a gate opened, put a job off or leave it out",
			func(ctx context.Context, in chooseCare) (tending.Aftercare, error) {
				return c.Tending.Choose(ctx, in.ID, in.Choose)
			}),
		op(post, "/api/v1/plants/{id}/checkins", "checkIn", "Keep what was seen of a plant",
			func(ctx context.Context, in checkIn) (tending.Aftercare, error) {
				return c.Tending.CheckIn(ctx, in.ID, in.CheckIn)
			}),
		op(put, "/api/v1/checkins/{id}", "changeCheckin", "Correct a check-in, or take it back",
			func(ctx context.Context, in changeCheckin) (tending.Aftercare, error) {
				return c.Tending.ChangeCheckin(ctx, in.ID, in.ChangeCheckin)
			}),
		op(post, "/api/v1/care", "tend", "Keep what became of jobs; one noted of that day stays as it was",
			func(ctx context.Context, in tending.Ticks) (tendedList, error) {
				list, err := c.Tending.Tend(ctx, in)
				return tendedList{list}, err
			}),
		op(put, "/api/v1/care/undone", "undoCare", "Take back what became of jobs today",
			func(ctx context.Context, in tending.Undo) (undone, error) {
				ids, err := c.Tending.Undo(ctx, in)
				return undone{ids}, err
			}),
		op(get, "/api/v1/evening", "evening", "An evening's crates: those of tonight in their order, and those that can stand",
			func(ctx context.Context, in eveningAsk) (tending.Evening, error) {
				if in.Minutes > 720 {
					return tending.Evening{}, badParameter("minutes", strconv.Itoa(in.Minutes), "720 minutes at most")
				}
				return c.Tending.Evening(ctx, float64(in.Minutes))
			}).takes(time.Minute),
		op(get, "/api/v1/moves", "moves", "The changes of place that would help most",
			func(ctx context.Context, _ nothing) (tending.Moves, error) {
				return c.Tending.Moves(ctx)
			}).takes(time.Minute),
		op(get, "/api/v1/away", "away", "What an absence comes to: who lasts, what would help, what someone else can do",
			func(ctx context.Context, in awayAsk) (tending.Absence, error) {
				return c.Tending.Away(ctx, tending.AwayAsk{From: in.From, Until: in.Until})
			}).takes(time.Minute),
		op(get, "/api/v1/calendar", "getCalendar", "How the calendar is shared",
			func(ctx context.Context, _ nothing) (tending.Calendar, error) { return c.Tending.Calendar(ctx) }),
		op(put, "/api/v1/calendar", "shareCalendar", "Open the calendar to whoever has its address, or close it",
			func(ctx context.Context, in tending.ShareCalendar) (tending.Calendar, error) {
				return c.Tending.ShareCalendar(ctx, in)
			}),
		op(get, "/api/v1/calendar/file", "calendarFile", "What is due, as iCalendar",
			func(ctx context.Context, in ownCalendar) (document, error) {
				at, err := origin(ctx, in.Origin)
				if err != nil {
					return document{}, err
				}
				return calendar(c.Tending.OwnCalendar(ctx, at))
			}).gives(calendarMedia),
		op(get, "/api/v1/calendars/{secret}", "subscribe", "What is due, as iCalendar, for whoever has its address",
			func(ctx context.Context, in calendarOf) (document, error) {
				at, err := origin(ctx, in.Origin)
				if err != nil {
					return document{}, err
				}
				return calendar(c.Tending.CalendarFile(ctx, in.Secret, at))
			}).gives(calendarMedia),
		op(post, "/api/v1/places/{id}/watered", "rained", "Say that rain, or a whole tray, watered what stands at a place",
			func(ctx context.Context, in rained) (tendedList, error) {
				list, err := c.Tending.Rained(ctx, in.ID, in.Rain)
				return tendedList{list}, err
			}),
	}
}
