// Package scales is the service of scales: what they show is kept nowhere.
package scales

import (
	"slices"
	"strings"
	"sync"
	"time"

	"therapeon/clinic/check"
	"therapeon/clinic/record"
	"therapeon/core/message"
)

// Service is the scales that are on.
type Service struct {
	*record.Keeper
	scales *scales
}

// New begins with no scale on.
func New(k *record.Keeper) Service { return Service{k, newScales()} }

// By is the same scales by another clock.
func (c *Service) By(k *record.Keeper) Service { return Service{k, c.scales} }

// ScaleReading is what a scale shows at a moment, as the scale sends it.
type ScaleReading struct {
	Scale  string  `json:"scale" required:"true" validate:"required,notblank,code" description:"its name"`
	Grams  float64 `json:"grams" required:"true" validate:"scale_g" description:"less the tare"`
	Stable bool    `json:"stable" required:"true" description:"the scale has settled"`
}

// Shown is the last reading of a scale.
type Shown struct {
	ScaleReading
	SecondsAgo float64 `json:"seconds_ago" required:"true"`
}

// Told is what a scale is to do.
type Told struct {
	Tare bool `json:"tare" required:"true" description:"set to zero what lies on it now"`
}

// TareScale asks a scale to tare.
type TareScale struct {
	Scale string `json:"scale" required:"true" validate:"required,code"`
}

// scales are the scales heard of lately. What they show is kept nowhere: a weight
// is kept when someone takes it.
type scales struct {
	sync.Mutex
	shown map[string]Shown
	at    map[string]time.Time
	tare  map[string]bool
}

const (
	scaleGone  = 10 * time.Second // unheard of for so long, it is off
	mostScales = 16
)

func newScales() *scales {
	return &scales{shown: map[string]Shown{}, at: map[string]time.Time{}, tare: map[string]bool{}}
}

// ScaleReads takes what a scale shows, and tells it what to do.
func (c *Service) ScaleReads(r ScaleReading) (Told, error) {
	if err := check.Input(r); err != nil {
		return Told{}, err
	}
	s := c.scales
	s.Lock()
	defer s.Unlock()
	s.forget(c.Now())
	if _, known := s.at[r.Scale]; !known && len(s.at) >= mostScales {
		return Told{}, record.OneFault(
			"scale",
			message.Of("clinic.scales.many-scales-are-on", message.Count("most", mostScales)),
			message.Of("limits.at-most", message.Count("figure", mostScales)),
			r.Scale,
		)
	}
	s.shown[r.Scale], s.at[r.Scale] = Shown{ScaleReading: r}, c.Now()
	told := Told{s.tare[r.Scale]}
	delete(s.tare, r.Scale)
	return told, nil
}

// Scales lists the scales that are on.
func (c *Service) Scales() []Shown {
	s := c.scales
	s.Lock()
	defer s.Unlock()
	s.forget(c.Now())
	list := []Shown{}
	for name, shown := range s.shown {
		shown.SecondsAgo = c.Now().Sub(s.at[name]).Seconds()
		list = append(list, shown)
	}
	slices.SortFunc(list, func(a, b Shown) int { return strings.Compare(a.Scale, b.Scale) })
	return list
}

// Tare asks a scale to tare; it hears of it with its next reading.
func (c *Service) Tare(t TareScale) ([]Shown, error) {
	if err := check.Input(t); err != nil {
		return nil, err
	}
	c.scales.Lock()
	_, on := c.scales.shown[t.Scale]
	if on {
		c.scales.tare[t.Scale] = true
	}
	c.scales.Unlock()
	if !on {
		return nil, record.OneFault("scale", message.Of("clinic.scales.this-scale-is-not-on"), message.Of("clinic.scales.a-scale-that-is-on"), t.Scale)
	}
	return c.Scales(), nil
}

// forget drops scales that were switched off.
func (s *scales) forget(now time.Time) {
	for name, at := range s.at {
		if now.Sub(at) > scaleGone {
			delete(s.at, name)
			delete(s.shown, name)
			delete(s.tare, name)
		}
	}
}
