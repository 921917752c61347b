package patient

import "time"

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
