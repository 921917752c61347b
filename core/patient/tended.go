package patient

import (
	"slices"
	"time"
)

// Outcome is what became of a job of aftercare.
type Outcome string

// What became of it.
const (
	TendedDone Outcome = "done"
	TendedLeft Outcome = "left" // looked at and left, with what was seen
)

// Why a job was left.
const (
	StillWet = "still-wet" // the pot is heavy, roots are green: too early
	NotNow   = "not-now"   // no time, no water, something else
)

// Tended is what became of a job of aftercare on a day.
type Tended struct {
	ID      int64
	At      time.Time
	On      string
	Job     string
	Outcome Outcome
	Because string  // of one that was left; of a watering: "rain"
	Was     string  // what was found before it was watered: "dry" or "damp"; empty: not noted
	PPM     float64 // of nitrogen, of a watering with feed
	Person  string
}

// Watered holds where it was a watering, and done.
func (t Tended) Watered() bool {
	return t.Outcome == TendedDone && slices.Contains(Table().Waters.Values, t.Job)
}

// WateredSince holds where it was watered on a day or after.
func (p Checked) WateredSince(day string) bool {
	return slices.ContainsFunc(p.Care, func(t Tended) bool { return t.Watered() && t.On >= day })
}

// Dry holds where it was last seen to be dry, and was not watered since.
func (p Checked) Dry() bool {
	return p.Stands().Signs()["pot-light"] == Present && !p.WateredSince(p.Look().On)
}

// Pale holds where its moss was last seen to be pale all through, and was not watered since.
func (p Checked) Pale() bool {
	for _, s := range slices.Backward(p.All()) {
		if s.Noted.Moss != "" {
			return s.Noted.Moss == "pale" && !p.WateredSince(s.On)
		}
	}
	return false
}
