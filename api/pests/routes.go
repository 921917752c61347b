// Package pests is the routes of pests.
package pests

import (
	"context"

	"therapeon/api/wire"
	service "therapeon/clinic/pests"
	"therapeon/core/judgement"
	"therapeon/core/pests"
)

type courseList struct {
	Courses []service.Course `json:"courses" required:"true"`
}

type startCourse struct {
	ID int64 `path:"id" json:"-" required:"true"`
	pests.Course
}

type saveCourse struct {
	ID int64 `path:"id" json:"-" required:"true"`
	service.SaveCourse
}

type dueList struct {
	Due []service.DueTreatment `json:"due" required:"true"`
}

// Routes are the operations of this room.
func Routes(s *service.Service) []wire.Operation {
	return []wire.Operation{
		wire.Get("/plants/{id}/courses", "listCourses", "A plant's treatments with their schedules",
			func(ctx context.Context, in wire.ByID) (courseList, error) {
				list, err := s.Courses(ctx, in.ID)
				return courseList{list}, err
			}),
		wire.Post("/plants/{id}/courses", "startCourse", "Begin a treatment",
			func(ctx context.Context, in startCourse) (service.Course, error) {
				return s.StartCourse(ctx, in.ID, in.Course)
			}),
		wire.Put("/courses/{id}", "saveCourse", "Save a treatment; an older version is refused",
			func(ctx context.Context, in saveCourse) (service.Course, error) {
				return s.SaveCourse(ctx, in.ID, in.SaveCourse)
			}),
		wire.Get("/pests/due", "duePests", "Rounds and looks against pests that are due today",
			func(ctx context.Context, _ wire.Nothing) (dueList, error) {
				list, err := s.DueRounds(ctx)
				return dueList{list}, err
			}),
		wire.Post("/compute/pest-schedule", "computePestSchedule", "Treatment rounds by warmth; nothing saved",
			func(_ context.Context, in service.PestSchedule) (judgement.Scheduled, error) {
				return s.ComputeSchedule(in)
			}),
		wire.Table("pests", "pestKnowledge", "Pests by warmth", pests.Table),
	}
}
