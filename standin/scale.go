// Package standin simulates the devices of a bench: a kitchen scale and a climate
// logger. They speak to the program as real ones would, over the open interface,
// so that a real device can take their place.
package standin

import (
	"bufio"
	"context"
	"fmt"
	"io"
	"math"
	"math/rand/v2"
	"strconv"
	"strings"
	"time"

	"therapeon/clinic/scales"
)

// Scale is a simulated kitchen scale. What it shows creeps to a new load, drifts
// with time and flickers; it calls itself stable once it has settled.
type Scale struct {
	Name    string
	StepG   float64       // it shows multiples of this
	NoiseG  float64       // standard deviation of the flicker
	DriftG  float64       // per minute
	Settles time.Duration // to within a thousandth of a change

	rand   *rand.Rand
	load   float64   // g on it
	before float64   // what it showed when the load changed
	since  time.Time // of that
	on     time.Time
	zero   float64 // tare
}

// NewScale is a scale switched on at a time with nothing on it.
func NewScale(name string, seed uint64, at time.Time) *Scale {
	return &Scale{
		Name:    name,
		StepG:   0.1,
		NoiseG:  0.05,
		DriftG:  0.02,
		Settles: 1500 * time.Millisecond,
		rand:    rand.New(rand.NewPCG(seed, 1)),
		on:      at,
		since:   at,
	}
}

// Put puts a load on it.
func (s *Scale) Put(grams float64, at time.Time) {
	s.before, s.load, s.since = s.steady(at), grams, at
}

// Tare sets what lies on it to zero.
func (s *Scale) Tare(at time.Time) { s.zero = s.steady(at) + s.drift(at) }

// steady is what it would show without drift and flicker.
func (s *Scale) steady(at time.Time) float64 {
	if s.Settles <= 0 {
		return s.load
	}
	const thousandth = 6.907755278982137 // ln 1000
	left := math.Exp(-thousandth * at.Sub(s.since).Seconds() / s.Settles.Seconds())
	return s.load + (s.before-s.load)*left
}

func (s *Scale) drift(at time.Time) float64 { return s.DriftG * at.Sub(s.on).Minutes() }

// Reads is what it shows at a time.
func (s *Scale) Reads(at time.Time) scales.ScaleReading {
	grams := s.steady(at) + s.drift(at) - s.zero
	if s.NoiseG > 0 {
		grams += s.NoiseG * s.rand.NormFloat64()
	}
	if s.StepG > 0 {
		grams = math.Round(grams/s.StepG) * s.StepG
	}
	return scales.ScaleReading{
		Scale:  s.Name,
		Grams:  math.Round(grams*1000) / 1000,
		Stable: at.Sub(s.since) >= s.Settles,
	}
}

// Stream sends what the scale shows until it is told to stop. Lines that come in
// change the load: a number of grams, or tare.
func (s *Scale) Stream(ctx context.Context, to *Program, every time.Duration, lines io.Reader, say io.Writer) error {
	words := make(chan string)
	if lines != nil {
		go func() {
			for in := bufio.NewScanner(lines); in.Scan(); {
				select {
				case words <- in.Text():
				case <-ctx.Done():
					return
				}
			}
		}()
	}
	tick := time.NewTicker(every)
	defer tick.Stop()
	for {
		select {
		case <-ctx.Done():
			return nil
		case line := <-words:
			s.obey(line, say)
		case at := <-tick.C:
			var told scales.Told
			if err := to.Post(ctx, "/api/v1/scales/readings", s.Reads(at), &told); err != nil {
				if ctx.Err() != nil {
					return nil
				}
				_, _ = fmt.Fprintln(say, err)
				continue
			}
			if told.Tare {
				s.Tare(at)
			}
		}
	}
}

func (s *Scale) obey(line string, say io.Writer) {
	line = strings.TrimSpace(line)
	if line == "tare" {
		s.Tare(time.Now())
		return
	}
	grams, err := strconv.ParseFloat(strings.Replace(line, ",", ".", 1), 64)
	if err != nil || grams < 0 || grams > 100000 {
		_, _ = fmt.Fprintln(say, "Give a number of grams to put on the scale, or tare.")
		return
	}
	s.Put(grams, time.Now())
}
