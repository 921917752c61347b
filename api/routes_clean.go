package api

import (
	"context"
	"net/http"
	"strconv"
	"strings"

	"therapeon/clinic"
	cleanwork "therapeon/clinic/cleaning"
	"therapeon/clinic/dividing"
	"therapeon/clinic/history"
	"therapeon/clinic/timers"
	"therapeon/clinic/treating"
	"therapeon/core/pests"
	"therapeon/core/work"
)

type cleaningOf struct {
	ID     int64  `path:"id" json:"-" required:"true"`
	Person string `query:"person" json:"-" description:"whose acknowledged cautions to list"`
}

type markJob struct {
	ID int64 `path:"id" json:"-" required:"true"`
	cleanwork.MarkJob
}

type addJob struct {
	ID int64 `path:"id" json:"-" required:"true"`
	cleanwork.AddJob
}

type closeCleaning struct {
	ID int64 `path:"id" json:"-" required:"true"`
	cleanwork.CloseCleaning
}

type seenList struct {
	Seen []work.Seen `json:"seen" required:"true"`
}

type changeTimer struct {
	ID int64 `path:"id" json:"-" required:"true"`
	timers.ChangeTimer
}

type startCourse struct {
	ID int64 `path:"id" json:"-" required:"true"`
	pests.Course
}

type saveCourse struct {
	ID int64 `path:"id" json:"-" required:"true"`
	treating.SaveCourse
}

type courseList struct {
	Courses []treating.Course `json:"courses" required:"true"`
}

type dueList struct {
	Due []treating.DueRound `json:"due" required:"true"`
}

type rhizomeOf struct {
	ID   int64  `path:"id" json:"-" required:"true"`
	Cuts string `query:"cuts" json:"-" description:"where to cut, such as 3,5, each by the bulb on its younger side, or none; left out: as advised"`
}

// mostCuts is how many cuts can be asked about.
const mostCuts = 12

func (r rhizomeOf) cuts() ([]int, error) {
	switch r.Cuts {
	case "":
		return nil, nil
	case "none":
		return []int{}, nil
	}
	var cuts []int
	for word := range strings.SplitSeq(r.Cuts, ",") {
		n, err := strconv.Atoi(strings.TrimSpace(word))
		if err != nil || len(cuts) == mostCuts {
			return nil, badParameter("cuts", r.Cuts, "numbers of bulbs, such as 3,5; 12 at most")
		}
		cuts = append(cuts, n)
	}
	return cuts, nil
}

type saveRhizome struct {
	ID int64 `path:"id" json:"-" required:"true"`
	dividing.SaveRhizome
}

type divide struct {
	ID int64 `path:"id" json:"-" required:"true"`
	dividing.Divide
}

type incident struct {
	ID int64 `path:"id" json:"-" required:"true"`
	history.Incident
}

type withdraw struct {
	ID int64 `path:"id" json:"-" required:"true"`
	history.Withdraw
}

type moveEntry struct {
	ID int64 `path:"id" json:"-" required:"true"`
	history.MoveEntry
}

type undoMove struct {
	ID int64 `path:"id" json:"-" required:"true"`
	history.UndoMove
}

// cleaningTable lists the work of cleaning and what goes with it: timers,
// treatments, divisions, incidents.
func cleaningTable(c *clinic.Clinic) []operation {
	const get, post, put = http.MethodGet, http.MethodPost, http.MethodPut
	return []operation{
		op(
			get,
			"/api/v1/plants/{id}/cleaning",
			"getCleaning",
			"A plant's plan: in hand, just closed, or new",
			func(ctx context.Context, in cleaningOf) (cleanwork.Cleaning, error) {
				return c.Cleaning.Cleaning(ctx, in.ID, in.Person)
			},
		),
		op(
			put,
			"/api/v1/plants/{id}/cleaning/jobs",
			"markJob",
			"Say that a job is done, skipped or open again",
			func(ctx context.Context, in markJob) (cleanwork.Cleaning, error) {
				return c.Cleaning.MarkJob(ctx, in.ID, in.MarkJob)
			},
		),
		op(
			post,
			"/api/v1/plants/{id}/cleaning/jobs",
			"addJob",
			"Put a job of your own on the plan",
			func(ctx context.Context, in addJob) (cleanwork.Cleaning, error) {
				return c.Cleaning.AddJob(ctx, in.ID, in.AddJob)
			},
		),
		op(
			put,
			"/api/v1/plants/{id}/cleaning/closed",
			"closeCleaning",
			"Close a cleaning, or open it again",
			func(ctx context.Context, in closeCleaning) (cleanwork.Cleaning, error) {
				return c.Cleaning.CloseCleaning(ctx, in.ID, in.CloseCleaning)
			},
		),
		op(
			post,
			"/api/v1/acknowledged",
			"acknowledge",
			"Say that someone has read cautions",
			func(ctx context.Context, in cleanwork.Acknowledge) (seenList, error) {
				list, err := c.Cleaning.Acknowledge(ctx, in)
				return seenList{list}, err
			},
		),
		op(
			get,
			"/api/v1/timers",
			"listTimers",
			"Timers in hand",
			func(ctx context.Context, _ nothing) (timers.Timers, error) {
				return c.Timers.Timers(ctx)
			},
		),
		op(
			post,
			"/api/v1/timers",
			"startTimer",
			"Begin a timer",
			func(ctx context.Context, in timers.StartTimer) (timers.Timers, error) {
				return c.Timers.StartTimer(ctx, in)
			},
		),
		op(
			put,
			"/api/v1/timers/{id}",
			"changeTimer",
			"Give a timer more time, or put it away",
			func(ctx context.Context, in changeTimer) (timers.Timers, error) {
				return c.Timers.ChangeTimer(ctx, in.ID, in.ChangeTimer)
			},
		),
		op(
			get,
			"/api/v1/plants/{id}/courses",
			"listCourses",
			"A plant's treatments with their schedules",
			func(ctx context.Context, in byID) (courseList, error) {
				list, err := c.Treating.Courses(ctx, in.ID)
				return courseList{list}, err
			},
		),
		op(
			post,
			"/api/v1/plants/{id}/courses",
			"startCourse",
			"Begin a treatment",
			func(ctx context.Context, in startCourse) (treating.Course, error) {
				return c.Treating.StartCourse(ctx, in.ID, in.Course)
			},
		),
		op(
			put,
			"/api/v1/courses/{id}",
			"saveCourse",
			"Save a treatment; an older version is refused",
			func(ctx context.Context, in saveCourse) (treating.Course, error) {
				return c.Treating.SaveCourse(ctx, in.ID, in.SaveCourse)
			},
		),
		op(
			get,
			"/api/v1/rounds/due",
			"dueRounds",
			"Rounds and looks against pests that are due today",
			func(ctx context.Context, _ nothing) (dueList, error) {
				list, err := c.Treating.DueRounds(ctx)
				return dueList{list}, err
			},
		),
		op(
			get,
			"/api/v1/plants/{id}/rhizome",
			"getRhizome",
			"A plant's rhizome, and the advice on dividing it",
			func(ctx context.Context, in rhizomeOf) (dividing.Divisible, error) {
				cuts, err := in.cuts()
				if err != nil {
					return dividing.Divisible{}, err
				}
				return c.Dividing.Division(ctx, in.ID, cuts)
			},
		),
		op(
			put,
			"/api/v1/plants/{id}/rhizome",
			"saveRhizome",
			"Save a rhizome; an older version is refused",
			func(ctx context.Context, in saveRhizome) (dividing.Divisible, error) {
				return c.Dividing.SaveRhizome(ctx, in.ID, in.SaveRhizome)
			},
		),
		op(
			post,
			"/api/v1/plants/{id}/divisions",
			"dividePlant",
			"Divide a plant: the pieces become plants",
			func(ctx context.Context, in divide) (dividing.Divided, error) {
				return c.Dividing.Divide(ctx, in.ID, in.Divide)
			},
		),
		op(
			get,
			"/api/v1/plants/{id}/timeline",
			"getTimeline",
			"What happened to a plant, the newest first",
			func(ctx context.Context, in byID) (history.Timeline, error) {
				return c.History.Timeline(ctx, in.ID)
			},
		),
		op(
			post,
			"/api/v1/plants/{id}/incidents",
			"addIncident",
			"Note that something broke",
			func(ctx context.Context, in incident) (history.Timeline, error) {
				return c.History.Incident(ctx, in.ID, in.Incident)
			},
		),
		op(
			put,
			"/api/v1/plants/{id}/incidents",
			"withdrawIncident",
			"Take an incident back",
			func(ctx context.Context, in withdraw) (history.Timeline, error) {
				return c.History.WithdrawIncident(ctx, in.ID, in.Withdraw)
			},
		),
		op(
			post,
			"/api/v1/plants/{id}/moved",
			"moveEntry",
			"Move what was written on the wrong plant to another, or withdraw it",
			func(ctx context.Context, in moveEntry) (history.Timeline, error) {
				return c.History.Move(ctx, in.ID, in.MoveEntry)
			},
		),
		op(
			put,
			"/api/v1/plants/{id}/moved",
			"undoMove",
			"Undo that",
			func(ctx context.Context, in undoMove) (history.Timeline, error) {
				return c.History.UndoMove(ctx, in.ID, in.UndoMove)
			},
		),
	}
}
