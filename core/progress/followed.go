// Package progress says whether a plant is winning: roots followed by name from reading to reading and by a
// tape at check-ins, how fast they grow and when they arrive, the stage of recovery with what set it and
// what the next one needs, the signs of the last weeks, and then and now side by side.
//
// Everything follows from what was noted, in the order of its days, whatever was entered first. Days are
// written 2006-01-02. Lengths are in mm, paces in mm a day, weights in g.
package progress

import (
	"cmp"
	"slices"
	"time"

	"therapeon/core/dates"
	"therapeon/core/patient"
	"therapeon/core/pots"
	"therapeon/core/roots"
)

// Followed is a plant with what its growth is told from beside itself.
type Followed struct {
	*patient.Patient
	Readings []patient.Reading // those in which something was read, the oldest first
	Pot      *pots.Pot         // that it stands in by its home; nil: not known
	Alarms   []Text            // what its look and its aftercare say against it

	read   []read
	inTurn []patient.Seen
}

// Progress is how a plant fares, and how sure that is.
type Progress struct {
	Day      string    `json:"day" required:"true"`
	Standing Standing  `json:"standing" required:"true"`
	Verdict  Verdict   `json:"verdict" required:"true"`
	Tracks   []Track   `json:"tracks" required:"true" description:"roots followed by name, the longest first"`
	Pace     PlantPace `json:"pace" required:"true"`
	Lines    []Line    `json:"lines" required:"true"`
	Deeds    []Deed    `json:"deeds" required:"true" description:"what was done, the oldest first"`
	Days     []string  `json:"days" required:"true" description:"days of readings and of roots taped, the oldest first"`
}

// read is a reading with what it came to.
type read struct {
	patient.Reading
	found roots.Verdict
	left  roots.Reading // as the cuts that were ticked off left it
	after roots.Verdict
}

// For is how a plant fares on the day of its moment.
func For(c *Followed) Progress {
	today := c.Now.Format(time.DateOnly)
	c.gather(today)
	p := Progress{Day: today}
	story := c.told(today)
	p.Standing = story.standing()
	p.Tracks = c.tracks(today)
	p.Pace = c.pace(p.Tracks)
	p.Verdict = story.verdict(p.Tracks, c.Alarms, today)
	if c.Closed {
		words := Table().Verdicts["closed"]
		p.Verdict = Verdict{Code: "closed", Words: words, SeenOn: story.seenOn, Signs: []Indication{}}
	}
	p.Lines = c.lines(today)
	p.Deeds = c.deeds(today)
	p.Days = c.days(today)
	return p
}

// gather judges the readings up to a day, all alike, so that only the roots differ.
func (c *Followed) gather(today string) {
	if c.read != nil {
		return
	}
	c.read = []read{}
	for _, r := range c.Readings {
		if r.On <= today {
			of := patient.ReadOn(c.Patient, r)
			c.read = append(c.read, read{r, of.Verdict, of.Left(), of.After()})
		}
	}
	slices.SortStableFunc(c.read, func(a, b read) int {
		return cmp.Or(cmp.Compare(a.On, b.On), cmp.Compare(a.ID, b.ID))
	})
}

// seen are its check-ins up to a day, of all its homes, in their order.
func (c *Followed) seen(today string) []patient.Seen {
	if c.inTurn == nil {
		c.inTurn = slices.Clone(c.Seen)
		patient.InTurn(c.inTurn)
		slices.SortStableFunc(c.inTurn, func(a, b patient.Seen) int { return cmp.Compare(a.On, b.On) })
	}
	n, _ := slices.BinarySearchFunc(c.inTurn, today, func(s patient.Seen, day string) int {
		if s.On <= day {
			return -1
		}
		return 1
	})
	return c.inTurn[:n]
}

// days are those between which its roots can be compared.
func (c *Followed) days(today string) []string {
	list := []string{}
	for _, r := range c.read {
		list = append(list, r.On)
	}
	for _, s := range c.seen(today) {
		if len(s.Noted.Roots) > 0 {
			list = append(list, s.On)
		}
	}
	slices.Sort(list)
	return slices.Compact(list)
}

// between is the time from one day to another, in days.
func between(from, to string) float64 { return dates.Between(from, to) }
