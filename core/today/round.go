package today

import (
	"cmp"
	"math"
	"slices"
	"strings"

	"therapeon/core/aftercare"
	"therapeon/core/dates"
	"therapeon/core/judgement"
	"therapeon/core/knowledge"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/units"
)

// Round is the work of a day in the order in which it is done: clean plants first, then suspects,
// those kept apart last; in each turn job by job, and place by place, so that one walks once.
type Round struct {
	Turns []Turn `json:"turns" required:"true"`
	Carry Carry  `json:"carry" required:"true" description:"for what is still open"`
	Done  int    `json:"done" required:"true"`
	Open  int    `json:"open" required:"true"`
}

// Turn are the plants handled in one turn; before it hands are washed and blades changed.
type Turn struct {
	Turn   string                 `json:"turn" required:"true" enum:"clean,suspect,apart"`
	Before *judgement.Instruction `json:"before,omitempty" description:"what is done before these plants are touched"`
	Groups []Group                `json:"groups" required:"true" description:"by job, in the order of the round"`
}

// Group is one job on the plants of a turn.
type Group struct {
	Job     string          `json:"job" required:"true"`
	Name    message.Message `json:"name" required:"true"`
	Late    knowledge.Text  `json:"late" required:"true" description:"whether lateness matters"`
	ML      float64         `json:"ml,omitempty" description:"water for those still open"`
	Minutes float64         `json:"minutes" required:"true"`
	Items   []Item          `json:"items" required:"true" description:"by place"`
}

// Item is a job of one plant.
type Item struct {
	PlantID  int64            `json:"plant_id" required:"true"`
	Tag      string           `json:"tag" required:"true"`
	Kind     message.Message  `json:"group" required:"true" description:"name of its group"`
	Place    string           `json:"place,omitempty"`
	PlaceID  int64            `json:"place_id,omitempty"`
	Job      string           `json:"job" required:"true"`
	Protocol string           `json:"protocol" required:"true"`
	Do       judgement.Saying `json:"do" required:"true"`
	On       string           `json:"on" required:"true"`
	LateDays int              `json:"late_days,omitempty" description:"days past the day by which it was meant to be"`
	Matters  bool             `json:"matters,omitempty" description:"it is late, and that matters"`
	ML       float64          `json:"ml,omitempty"`
	Water    string           `json:"water,omitempty" enum:",plain,seaweed"`
	PPM      float64          `json:"ppm_n,omitempty"`
	Done     *Noted           `json:"done,omitempty" description:"what became of it today"`
}

// Noted is what became of a job today.
type Noted struct {
	ID      int64           `json:"id" required:"true"`
	Outcome patient.Outcome `json:"outcome" required:"true" enum:"done,left"`
	Because string          `json:"because,omitempty"`
	Person  string          `json:"person,omitempty"`
}

// Carry is what one takes along.
type Carry struct {
	PlainML   float64 `json:"plain_ml" required:"true"`
	SeaweedML float64 `json:"seaweed_ml" required:"true"`
	Feed      []Batch `json:"feed" required:"true" description:"one batch a strength"`
	Blades    int     `json:"blades" required:"true" description:"new ones"`
	Labels    int     `json:"labels" required:"true" description:"new ones, for what is to be moved"`
	Minutes   float64 `json:"minutes" required:"true"`
	Pots      int     `json:"pots" required:"true"`
}

// Batch is feed of one strength.
type Batch struct {
	PPM    float64 `json:"ppm_n" required:"true"`
	ML     float64 `json:"ml" required:"true"`
	Plants int     `json:"plants" required:"true"`
}

// TurnNames are the turns in their order.
var TurnNames = []string{"clean", "suspect", "apart"}

// Wanted is a job of a plant on a day, with the turn in which the plant is handled.
type Wanted struct {
	Turn patient.Turn
	By   string // the day by which it is meant to be
	Item
}

// RoundOf orders what is wanted on a day.
func RoundOf(list []Wanted, day string) Round {
	k, jobs := Table(), aftercare.Table()
	r := Round{Turns: []Turn{}, Carry: Carry{Feed: []Batch{}}}
	sorted := make([]*Wanted, len(list)) // they are large
	for i := range list {
		sorted[i] = &list[i]
	}
	places := map[string]int{}
	for i, j := range jobs.Jobs {
		places[j.Code] = i
	}
	slices.SortStableFunc(sorted, func(a, b *Wanted) int {
		if by := cmp.Or(
			cmp.Compare(a.Turn, b.Turn), cmp.Compare(places[a.Job], places[b.Job]), cmp.Compare(a.Place, b.Place),
		); by != 0 {
			return by
		}
		return cmp.Or(
			cmp.Compare(strings.ToLower(a.Tag), strings.ToLower(b.Tag)), cmp.Compare(a.PlantID, b.PlantID),
		)
	})
	pots := map[int64]bool{}
	for _, w := range sorted {
		job, ok := jobs.Job(w.Job)
		if !ok {
			continue
		}
		it := w.Item
		it.Do, it.Water = judgement.JobOf(job.Code), job.Water
		if it.PPM > 0 {
			it.PPM = batched(it.PPM)
		}
		if w.By < day && it.Done == nil {
			late := int(dates.Between(w.By, day))
			it.LateDays, it.Matters = late, float64(late) >= job.MattersAfter.Value
		}
		g := r.group(w.Turn, job)
		g.Items = append(g.Items, it)
		if it.Done != nil {
			r.Done++
			continue
		}
		r.Open++
		pots[it.PlantID] = true
		g.ML += it.ML
		g.Minutes += job.Minutes.Value
		r.Carry.Minutes += job.Minutes.Value
		r.Carry.take(it)
	}
	r.Carry.Pots = len(pots)
	r.Carry.Minutes = math.Ceil(r.Carry.Minutes + float64(len(pots))*k.WalkMinutes.Value)
	for _, t := range r.Turns {
		if t.Turn != TurnNames[patient.Clean] {
			r.Carry.Blades++
		}
	}
	return r
}

// batched takes a strength down to a step, so that alike plants share a batch.
func batched(ppm float64) float64 {
	step := Table().BatchPPM.Value
	if ppm < step {
		return math.Max(1, math.Floor(ppm))
	}
	return math.Floor(ppm/step) * step
}

// group is the group of a job in the last turn, begun where it is not.
func (r *Round) group(turn patient.Turn, job aftercare.Job) *Group {
	name := TurnNames[turn]
	if n := len(r.Turns); n == 0 || r.Turns[n-1].Turn != name {
		t := Turn{Turn: name, Groups: []Group{}}
		if between, ok := Table().Between[name]; ok {
			t.Before = judgement.Told(&between)
		}
		r.Turns = append(r.Turns, t)
	}
	t := &r.Turns[len(r.Turns)-1]
	if n := len(t.Groups); n == 0 || t.Groups[n-1].Job != job.Code {
		t.Groups = append(t.Groups, Group{Job: job.Code, Name: job.Name, Late: job.Late, Items: []Item{}})
	}
	return &t.Groups[len(t.Groups)-1]
}

// take adds the water of a job.
func (c *Carry) take(it Item) {
	switch {
	case it.ML <= 0 || it.Water == "":
	case it.PPM > 0:
		i := slices.IndexFunc(c.Feed, func(b Batch) bool { return b.PPM == it.PPM })
		if i < 0 {
			c.Feed = append(c.Feed, Batch{PPM: it.PPM})
			slices.SortFunc(c.Feed, func(a, b Batch) int { return cmp.Compare(a.PPM, b.PPM) })
			i = slices.IndexFunc(c.Feed, func(b Batch) bool { return b.PPM == it.PPM })
		}
		c.Feed[i].ML += it.ML
		c.Feed[i].Plants++
	case it.Water == "seaweed":
		c.SeaweedML += it.ML
	default:
		c.PlainML += it.ML
	}
}

// Headline is a round in a line. bench is how many plants want something beside it; nextOn is the day on
// which something is due where nothing is today, with how many pots; 0: nothing at all.
func (r Round) Headline(bench int, nextOn string, next int) message.Message {
	switch {
	case r.Open > 0:
		return message.Of("today.say.you-today-about", message.Count("n", r.Carry.Pots), message.Told("time", minutes(r.Carry.Minutes)))
	case bench > 0 && r.Done > 0:
		return message.Of("today.say.the-round-is-done-you", message.Count("n", bench))
	case bench > 0:
		return message.Of("today.say.nothing-is-due-in-the", message.Count("n", bench))
	case r.Done > 0 && next > 0:
		return message.Of("today.say.all-is-done-for-today", message.Count("n", next), message.On("day", nextOn))
	case r.Done > 0:
		return message.Of("today.say.all-is-done-for-today-2")
	case next > 0:
		return message.Of("today.say.nothing-wants-you-today-next", message.Count("n", next), message.On("day", nextOn))
	default:
		return message.Of("today.say.nothing-wants-you-today")
	}
}

func minutes(m float64) message.Message {
	if m < units.MinutesAnHour {
		return message.Of("today.say.minutes", message.Fixed("minutes", m, 0, "minutes"))
	}
	return message.Of("today.say.hours", message.Fixed("hours", math.Floor(m/units.MinutesAnHour), 0, "h"),
		message.Fixed("minutes", math.Mod(m, units.MinutesAnHour), 0, "min"))
}
