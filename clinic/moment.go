package clinic

import (
	"context"

	"therapeon/clinic/check"
	"therapeon/store"
	"therapeon/store/sqlc"
)

// ErrFull says that the disk has no room left for a write.
var ErrFull = store.ErrFull

// Watch returns a context that remembers whether anything was kept under it.
func Watch(ctx context.Context) (context.Context, func() bool) { return store.Watch(ctx) }

// read finds an answer in one moment of the file.
func read[T any](ctx context.Context, c *Clinic, work func(*sqlc.Queries) (T, error)) (answer T, err error) {
	err = c.store.Read(ctx, func(q *sqlc.Queries) error {
		answer, err = work(q)
		return err
	})
	return answer, err
}

// write changes the file in one transaction. The answer is made by work, and
// held to what can be sent, before anything is kept.
func (c *Clinic) write(ctx context.Context, answer any, work func(*sqlc.Queries) error) error {
	return c.store.Write(ctx, func(q *sqlc.Queries) error {
		if err := work(q); err != nil {
			return err
		}
		return check.Sound(answer)
	})
}
