package race

import (
	"context"
	"sync/atomic"
	"testing"

	"github.com/stretchr/testify/assert"
)

// endsLater is a context that ends once it was asked so many times.
type endsLater struct {
	context.Context
	left atomic.Int64
}

func (e *endsLater) Err() error {
	if e.left.Add(-1) < 0 {
		return context.Canceled
	}
	return nil
}

// A race that nobody waits for stops, at whatever stage of it they went.
func TestARaceStopsWhenNobodyWaits(t *testing.T) {
	c := rootless(50)
	c.Runs, c.Days = 256, 40
	stopped := 0
	for _, asked := range []int64{0, 1, 3, 4, 5, 8, 13, 21, 34, 55, 89, 144, 233, 1_000_000} {
		for _, run := range []func(context.Context) error{
			func(ctx context.Context) error { _, err := runFrom(ctx, c); return err },
			func(ctx context.Context) error { _, err := bestFrom(ctx, c); return err },
		} {
			at := &endsLater{Context: t.Context()}
			at.left.Store(asked)
			if err := run(at); err != nil {
				assert.ErrorIs(t, err, context.Canceled)
				stopped++
			}
		}
	}
	assert.Greater(t, stopped, 12)
	assert.Less(t, stopped, 28, "one that is waited for comes to its end")
}
