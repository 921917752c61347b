package progress

import (
	"slices"
	"strconv"

	"therapeon/core/dates"
	"therapeon/core/message"
	"therapeon/core/patient"
)

// LookBack is a look back at what a move came to.
type LookBack struct {
	Of     string `json:"of" required:"true" enum:"14,60,90,season"`
	Title  Text   `json:"title" required:"true"`
	FromOn string `json:"from_on" required:"true" description:"the day of the move"`
	DueOn  string `json:"due_on" required:"true"`
	State  string `json:"state" required:"true" enum:"coming,due,done,passed" description:"passed: a later one stands for it, or it is long ago"`
}

// Season is the look back at the first new growth of the next season.
const Season = "season"

// LookBacks are those of the present home, the first first. Of those that are due the newest is asked for.
// done are those that were made.
func LookBacks(c *Followed, done []string) []LookBack {
	today, k := c.Now.Format(dayLayout), Table()
	h := c.Stands().Home()
	list := []LookBack{}
	if h == nil || h.From > today {
		return list
	}
	add := func(of, due string) {
		b := LookBack{Of: of, Title: k.LookBack[of], FromOn: h.From, DueOn: due, State: "coming"}
		switch {
		case slices.Contains(done, of):
			b.State = "done"
		case today > dates.After(due, int(k.LookBackAsked[of].Value)):
			b.State = "passed"
		case today >= dates.After(due, -int(k.LookBackEarly.Value)):
			b.State = "due"
		}
		list = append(list, b)
	}
	for _, of := range k.LookBackDays.Values {
		n, _ := strconv.Atoi(of) // a test holds them to be numbers
		add(of, dates.After(h.From, n))
	}
	if on := c.nextSeason(h.From, today); on != "" {
		add(Season, on)
	}
	begun := false // a later one whose day has come stands for those before it
	for i := len(list) - 1; i >= 0; i-- {
		if begun && list[i].State == "due" {
			list[i].State = "passed"
		}
		begun = begun || list[i].DueOn <= today && list[i].State != "coming"
	}
	return list
}

// nextSeason is the day on which a growth was first seen a season after a move; empty where none was.
func (c *Followed) nextSeason(moved, today string) string {
	from := dates.After(moved, int(Table().SeasonDays.Value))
	first := ""
	saw := func(on string, is bool) {
		if is && on >= from && on <= today && (first == "" || on < first) {
			first = on
		}
	}
	for _, l := range c.Looks {
		saw(l.On, l.Noted.Growth.Grows())
	}
	for _, s := range c.Seen {
		saw(s.On, s.Noted.Growth.Grows() || s.Noted.TipsShow() || number(s.Noted.ShootMM) > 0)
	}
	return first
}

// Snapshot is how a plant was on a day.
type Snapshot struct {
	On     string          `json:"on" required:"true"`
	Stage  Stage           `json:"stage,omitempty" enum:",critical,holding,rooting,establishing,recovered"`
	Name   message.Message `json:"name,omitzero" description:"of the stage"`
	Values []Value         `json:"values" required:"true"`
}

// Value is a measure as it was last taken.
type Value struct {
	Code  string  `json:"code" required:"true" description:"that of its line"`
	Unit  string  `json:"unit" required:"true"`
	Value float64 `json:"value" required:"true"`
	On    string  `json:"on" required:"true"`
}

// At is how a plant was on a day.
func At(c *Followed, day string) Snapshot {
	c.gather(c.Now.Format(dayLayout))
	stage := c.told(day).standing()
	s := Snapshot{On: day, Stage: stage.Stage, Name: stage.Name, Values: []Value{}}
	for _, l := range c.lines(day) {
		for _, p := range slices.Backward(l.Points) {
			if p.On <= day {
				s.Values = append(s.Values, Value{l.Code, l.Unit, p.Value, p.On})
				break
			}
		}
	}
	return s
}

// Course is what a plant's stay came to.
type Course struct {
	DaysHere    int             `json:"days_here,omitempty" description:"left out: the day it came is not known"`
	DaysToTip   int             `json:"days_to_tip,omitempty" description:"from the first reading or move to the first tip; left out: none came, or it was there"`
	DaysToTake  int             `json:"days_to_established,omitempty"`
	DaysToBloom int             `json:"days_to_bloom,omitempty" description:"from the day it came, else from the first reading or move, to the first flower here; left out: none yet, or it came in bloom"`
	KeptOf      int             `json:"kept_of" required:"true" description:"roots that lived at the first reading"`
	Kept        float64         `json:"kept" required:"true" description:"share of them that still lived at the last"`
	Moves       int             `json:"moves" required:"true"`
	Waterings   int             `json:"waterings" required:"true"`
	Feeds       int             `json:"feeds" required:"true"`
	Treatments  int             `json:"treatments" required:"true"`
	HighestName message.Message `json:"highest,omitzero" description:"the highest stage it reached"`
}

// daysToBloom are the days from the one it came, else from a start, to the first flower that was seen here; 0 where
// there was none yet, or it came in bloom.
func (c *Followed) daysToBloom(start string) int {
	if first, _, ok := dates.Span(c.Intake.ArrivedOn); ok {
		start = first.Format(dayLayout)
	}
	on := ""
	see := func(day string, noted patient.Flowering) {
		if noted == patient.Bloom && day <= c.Today() && (on == "" || day < on) {
			on = day
		}
	}
	for _, l := range c.Looks {
		see(l.On, l.Noted.Flowering)
	}
	for _, s := range c.Seen {
		see(s.On, s.Noted.Flowering)
	}
	if start == "" || on <= start || c.Intake.Flowering == patient.Bloom {
		return 0
	}
	return int(between(start, on))
}

// CourseOf is what a plant's stay came to, up to the day of its moment.
func CourseOf(c *Followed, p Progress) Course {
	var of Course
	if first, _, ok := dates.Span(c.Intake.ArrivedOn); ok {
		of.DaysHere = int(between(first.Format(dayLayout), p.Day))
	}
	start := ""
	if len(c.read) > 0 {
		start = c.read[0].On
		of.KeptOf, of.Kept = Kept(c.read[0].after, c.read[len(c.read)-1].found)
	} else if len(c.Homes) > 0 {
		start = c.Homes[0].From
	}
	of.DaysToBloom = c.daysToBloom(start)
	highest := 0
	for _, h := range p.Standing.History {
		if h.Stage.Rank() > highest {
			highest, of.HighestName = h.Stage.Rank(), h.Name
		}
		days := 0
		if start != "" {
			days = int(between(start, h.On))
		}
		if h.Stage.Rank() >= Rooting.Rank() && of.DaysToTip == 0 {
			of.DaysToTip = max(0, days)
		}
		if h.Stage.Rank() >= Establishing.Rank() && of.DaysToTake == 0 {
			of.DaysToTake = max(0, days)
		}
	}
	for _, d := range p.Deeds {
		switch d.Kind {
		case "moved":
			of.Moves++
		case "watered":
			of.Waterings++
		case "fed":
			of.Feeds++
		case "treated":
			of.Treatments++
		}
	}
	return of
}
