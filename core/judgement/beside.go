package judgement

import (
	"therapeon/core/division"
	"therapeon/core/pests"
	"therapeon/core/race"
)

// Scheduled is when to treat, and what is done next.
type Scheduled struct {
	pests.Schedule
	Look     Saying `json:"look,omitzero" description:"the look that can give the all-clear, until that was given"`
	Headline Saying `json:"headline" required:"true"`
}

// OfSchedule is the schedule of a treatment.
func OfSchedule(s pests.Schedule) Scheduled { return Scheduled{s, tell(s.Look), tell(s.Headline)} }

// Past is the schedule of a plant that is off the bench: it asks for nothing any more.
func (s Scheduled) Past() Scheduled {
	s.Look, s.Headline = s.Look.Past(), s.Headline.Past()
	return s
}

// Divisible is whether a plant is divided, and where.
type Divisible struct {
	division.Advice
	Headline Saying `json:"headline" required:"true"`
}

// OfDivision is what the advisor comes to.
func OfDivision(a division.Advice) Divisible { return Divisible{a, tell(a.Headline)} }

// Raced is the race of a plant, with what would change it.
type Raced struct {
	race.Race
	Levers []Lever `json:"levers" required:"true" description:"for the way it is held, else the advised one; what helps most first"`
}

// Lever is what one change would do.
type Lever struct {
	race.Lever
	Do Instruction `json:"do" required:"true"`
}

// OfRace is the race of a plant.
func OfRace(r race.Race) Raced {
	return Raced{r, views(r.Levers, func(l race.Lever) Lever { return Lever{l, instruct(l.Do)} })}
}
