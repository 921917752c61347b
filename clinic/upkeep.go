package clinic

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"path/filepath"
	"strings"

	"therapeon/store"
	"therapeon/store/sqlc"
)

// About says where the data lie, and when a copy of them was last made.
type About struct {
	DataFile string        `json:"data_file" required:"true" description:"where everything is kept"`
	Demo     bool          `json:"demo,omitempty" description:"it is the demo's file: the next demo makes it anew"`
	Copied   *store.Copied `json:"copied,omitempty" description:"the last copy of it"`
}

// About tells of the data file.
func (c *Clinic) About(ctx context.Context) (About, error) {
	a := About{DataFile: c.DataFile(), Demo: c.store.Kind() == store.Demo}
	doc, err := setting(ctx, c.store.Queries, store.CopiedCode)
	if err != nil || doc == "" {
		return a, err
	}
	a.Copied = &store.Copied{}
	return a, json.Unmarshal([]byte(doc), a.Copied)
}

func setting(ctx context.Context, q *sqlc.Queries, code string) (string, error) {
	rows, err := q.ListSettings(ctx)
	if err != nil {
		return "", fmt.Errorf("read settings: %w", err)
	}
	for _, r := range rows {
		if r.Code == code {
			return r.Value, nil
		}
	}
	return "", nil
}

// Backup copies the file, while it is in use, into a folder beside it, and
// checks the copy.
func (c *Clinic) Backup(ctx context.Context) (About, error) {
	path := c.DataFile()
	name := strings.TrimSuffix(filepath.Base(path), filepath.Ext(path))
	to := filepath.Join(
		filepath.Dir(path),
		"backups",
		fmt.Sprintf("%s-%s.sqlite", name, c.now().Format("20060102-150405")),
	)
	if _, err := store.Backup(ctx, path, to, c.now()); err != nil {
		return About{}, err
	}
	return c.About(ctx)
}

// judgedCode is where the settings keep by which rules the lists were judged;
// judgedBy is raised when a rule changes what lists show.
const (
	judgedCode = "judged"
	judgedBy   = "2"
)

// Resume finishes what an earlier run of the program had begun, and brings what
// lists show up to the rules of this one, plant by plant.
func (c *Clinic) Resume(ctx context.Context) error {
	if err := c.finishImports(ctx); err != nil {
		return err
	}
	by, err := setting(ctx, c.store.Queries, judgedCode)
	if err != nil || by == judgedBy {
		return err
	}
	for archived := range int64(2) {
		plants, err := c.store.ListPlants(ctx, sqlc.ListPlantsParams{Archived: archived, Most: -1})
		if err != nil {
			return fmt.Errorf("list plants: %w", err)
		}
		for _, p := range plants {
			if err := c.judgeOne(ctx, p.Plant.ID); err != nil && ctx.Err() == nil {
				unread("this plant", p.Plant.ID, err)
			}
		}
	}
	return errors.Join(ctx.Err(), c.MarkJudged(ctx))
}

func (c *Clinic) judgeOne(ctx context.Context, id int64) error {
	return c.store.Write(ctx, func(q *sqlc.Queries) error {
		row, err := q.GetPlant(ctx, id)
		if err != nil {
			return err
		}
		house, err := settings(ctx, q)
		if err != nil {
			return err
		}
		return c.judgeAnew(ctx, q, row, house)
	})
}

// MarkJudged notes that what lists show follows the rules of this program.
func (c *Clinic) MarkJudged(ctx context.Context) error {
	return c.store.Write(ctx, func(q *sqlc.Queries) error {
		return q.PutSetting(ctx, sqlc.PutSettingParams{Code: judgedCode, Value: judgedBy})
	})
}
