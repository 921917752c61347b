// Package settings is the routes of settings.
package settings

import (
	"context"
	"time"

	"therapeon/api/wire"
	"therapeon/clinic/people"
	"therapeon/clinic/record"
	service "therapeon/clinic/settings"
	"therapeon/core/disputes"
)

type about struct {
	service.About
	Version string `json:"version" required:"true"`
}

type disputeList struct {
	Disputes []disputes.Question `json:"disputes" required:"true"`
}

// Routes are the operations of this room; version says of which commit the program is.
func Routes(s *service.Service, version string) []wire.Operation {
	return []wire.Operation{
		wire.Get("/about", "about", "Where the data lies",
			func(ctx context.Context, _ wire.Nothing) (about, error) {
				a, err := s.About(ctx)
				if wire.VisitIn(ctx).Who.Role != people.Keeper { // where things lie on this machine is the keeper's
					a.DataFile, a.Copied = "", nil
				}
				return about{a, version}, err
			}),
		wire.Post("/backups", "backup", "Copy the data file into a folder beside it, and check the copy",
			func(ctx context.Context, _ wire.Nothing) (about, error) {
				a, err := s.Backup(ctx)
				return about{a, version}, err
			}).Takes(10 * time.Minute),
		wire.Get("/settings", "getSettings", "House settings",
			func(ctx context.Context, _ wire.Nothing) (record.Settings, error) {
				return s.Settings(ctx)
			}),
		wire.Put("/settings", "setSettings", "Change the house settings",
			func(ctx context.Context, in record.Settings) (record.Settings, error) {
				return s.SetSettings(ctx, in)
			}).Takes(5 * time.Minute),
		wire.Table("disputes", "listDisputes", "Questions on which growers differ",
			func() disputeList { return disputeList{disputes.All()} }),
	}
}
