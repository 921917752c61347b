package record

import (
	"context"
	"time"

	"therapeon/core/patient"
	"therapeon/core/race"
)

// Advice remembers which way of holding the races of plants advise, so that ticking a job
// runs none. A race is the same for the same start; its clock is read to the hour.
type Advice struct {
	Best func(ctx context.Context, p *patient.Patient, assumed map[string]float64) (race.Advised, error)

	ran Memory[race.Advised] // by the start of the race
}

// NewAdvice remembers nothing yet.
func NewAdvice() *Advice { return &Advice{Best: race.Best} }

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
	way, known := a.ran.Recall(start)
	if known {
		return way
	}
	way, err := a.Best(ctx, p, assumed)
	if err != nil {
		return race.Advised{} // without leaves counted there is no race
	}
	a.ran.Keep(start, way)
	return way
}
