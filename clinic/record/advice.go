package record

import (
	"context"
	"sync"
	"time"

	"therapeon/core/patient"
	"therapeon/core/race"
)

// Advice remembers which way of holding the races of plants advise, so that ticking a job
// runs none. A race is the same for the same start; its clock is read to the hour.
type Advice struct {
	Best func(ctx context.Context, p *patient.Patient, assumed map[string]float64) (race.Advised, error)

	sync.Mutex
	of map[string]race.Advised // by the start of the race
}

// mostAdvice is how many are remembered; then it begins anew.
const mostAdvice = 10_000

// NewAdvice remembers nothing yet.
func NewAdvice() *Advice { return &Advice{Best: race.Best, of: map[string]race.Advised{}} }

// Way is what the race of a plant advises; empty where there is no race to run.
func (a *Advice) Way(ctx context.Context, p *patient.Patient, assumed map[string]float64) race.Advised {
	hour := p.Now.Truncate(time.Hour)
	for _, w := range p.Weights {
		if w.At.After(hour) {
			hour = w.At
		}
	}
	p = p.At(hour.In(p.Now.Location()))
	start := race.Start(p, race.Ask{Assumed: assumed})
	a.Lock()
	way, known := a.of[start]
	a.Unlock()
	if known {
		return way
	}
	way, err := a.Best(ctx, p, assumed)
	if err != nil {
		return race.Advised{} // without leaves counted there is no race
	}
	a.Lock()
	defer a.Unlock()
	if len(a.of) >= mostAdvice {
		clear(a.of)
	}
	a.of[start] = way
	return way
}
