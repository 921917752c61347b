package api

import (
	"context"
	"net/http"

	"therapeon/clinic"
	"therapeon/core/pests"
)

type cleaningOf struct {
	ID     int64  `path:"id" json:"-" required:"true"`
	Person string `query:"person" json:"-" description:"whose acknowledged cautions to list"`
}

type markJob struct {
	ID int64 `path:"id" json:"-" required:"true"`
	clinic.MarkJob
}

type addJob struct {
	ID int64 `path:"id" json:"-" required:"true"`
	clinic.AddJob
}

type closeCleaning struct {
	ID int64 `path:"id" json:"-" required:"true"`
	clinic.CloseCleaning
}

type seenList struct {
	Seen []clinic.Seen `json:"seen" required:"true"`
}

type changeTimer struct {
	ID int64 `path:"id" json:"-" required:"true"`
	clinic.ChangeTimer
}

type startCourse struct {
	ID int64 `path:"id" json:"-" required:"true"`
	pests.Course
}

type saveCourse struct {
	ID int64 `path:"id" json:"-" required:"true"`
	clinic.SaveCourse
}

type courseList struct {
	Courses []clinic.Course `json:"courses" required:"true"`
}

type dueList struct {
	Due []clinic.DueRound `json:"due" required:"true"`
}

type saveRhizome struct {
	ID int64 `path:"id" json:"-" required:"true"`
	clinic.SaveRhizome
}

type divide struct {
	ID int64 `path:"id" json:"-" required:"true"`
	clinic.Divide
}

type incident struct {
	ID int64 `path:"id" json:"-" required:"true"`
	clinic.Incident
}

type withdraw struct {
	ID int64 `path:"id" json:"-" required:"true"`
	clinic.Withdraw
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
			func(ctx context.Context, in cleaningOf) (clinic.Cleaning, error) {
				return c.Cleaning(ctx, in.ID, in.Person)
			},
		),
		op(
			put,
			"/api/v1/plants/{id}/cleaning/jobs",
			"markJob",
			"Say that a job is done, skipped or open again",
			func(ctx context.Context, in markJob) (clinic.Cleaning, error) {
				return c.MarkJob(ctx, in.ID, in.MarkJob)
			},
		),
		op(
			post,
			"/api/v1/plants/{id}/cleaning/jobs",
			"addJob",
			"Put a job of your own on the plan",
			func(ctx context.Context, in addJob) (clinic.Cleaning, error) {
				return c.AddJob(ctx, in.ID, in.AddJob)
			},
		),
		op(
			put,
			"/api/v1/plants/{id}/cleaning/closed",
			"closeCleaning",
			"Close a cleaning, or open it again",
			func(ctx context.Context, in closeCleaning) (clinic.Cleaning, error) {
				return c.CloseCleaning(ctx, in.ID, in.CloseCleaning)
			},
		),
		op(
			post,
			"/api/v1/acknowledged",
			"acknowledge",
			"Say that someone has read cautions",
			func(ctx context.Context, in clinic.Acknowledge) (seenList, error) {
				list, err := c.Acknowledge(ctx, in)
				return seenList{list}, err
			},
		),
		op(
			get,
			"/api/v1/timers",
			"listTimers",
			"Timers in hand",
			func(ctx context.Context, _ nothing) (clinic.Timers, error) {
				return c.Timers(ctx)
			},
		),
		op(
			post,
			"/api/v1/timers",
			"startTimer",
			"Begin a timer",
			func(ctx context.Context, in clinic.StartTimer) (clinic.Timers, error) {
				return c.StartTimer(ctx, in)
			},
		),
		op(
			put,
			"/api/v1/timers/{id}",
			"changeTimer",
			"Give a timer more time, or put it away",
			func(ctx context.Context, in changeTimer) (clinic.Timers, error) {
				return c.ChangeTimer(ctx, in.ID, in.ChangeTimer)
			},
		),
		op(
			get,
			"/api/v1/plants/{id}/courses",
			"listCourses",
			"A plant's treatments with their schedules",
			func(ctx context.Context, in byID) (courseList, error) {
				list, err := c.Courses(ctx, in.ID)
				return courseList{list}, err
			},
		),
		op(
			post,
			"/api/v1/plants/{id}/courses",
			"startCourse",
			"Begin a treatment",
			func(ctx context.Context, in startCourse) (clinic.Course, error) {
				return c.StartCourse(ctx, in.ID, in.Course)
			},
		),
		op(
			put,
			"/api/v1/courses/{id}",
			"saveCourse",
			"Save a treatment; an older version is refused",
			func(ctx context.Context, in saveCourse) (clinic.Course, error) {
				return c.SaveCourse(ctx, in.ID, in.SaveCourse)
			},
		),
		op(
			get,
			"/api/v1/rounds/due",
			"dueRounds",
			"Rounds and looks against pests that are due today",
			func(ctx context.Context, _ nothing) (dueList, error) {
				list, err := c.DueRounds(ctx)
				return dueList{list}, err
			},
		),
		op(
			get,
			"/api/v1/plants/{id}/rhizome",
			"getRhizome",
			"A plant's rhizome, and the advice on dividing it",
			func(ctx context.Context, in byID) (clinic.Divisible, error) {
				return c.Division(ctx, in.ID)
			},
		),
		op(
			put,
			"/api/v1/plants/{id}/rhizome",
			"saveRhizome",
			"Save a rhizome; an older version is refused",
			func(ctx context.Context, in saveRhizome) (clinic.Divisible, error) {
				return c.SaveRhizome(ctx, in.ID, in.SaveRhizome)
			},
		),
		op(
			post,
			"/api/v1/plants/{id}/divisions",
			"dividePlant",
			"Divide a plant: the pieces become plants",
			func(ctx context.Context, in divide) (clinic.Divided, error) {
				return c.Divide(ctx, in.ID, in.Divide)
			},
		),
		op(
			get,
			"/api/v1/plants/{id}/timeline",
			"getTimeline",
			"What happened to a plant, the newest first",
			func(ctx context.Context, in byID) (clinic.Timeline, error) {
				return c.Timeline(ctx, in.ID)
			},
		),
		op(
			post,
			"/api/v1/plants/{id}/incidents",
			"addIncident",
			"Note that something broke",
			func(ctx context.Context, in incident) (clinic.Timeline, error) {
				return c.Incident(ctx, in.ID, in.Incident)
			},
		),
		op(
			put,
			"/api/v1/plants/{id}/incidents",
			"withdrawIncident",
			"Take an incident back",
			func(ctx context.Context, in withdraw) (clinic.Timeline, error) {
				return c.WithdrawIncident(ctx, in.ID, in.Withdraw)
			},
		),
	}
}
