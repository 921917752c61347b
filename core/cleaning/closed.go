package cleaning

import (
	"sync"

	"therapeon/core/acts"
	"therapeon/core/causes"
	"therapeon/core/disputes"
	"therapeon/core/knowledge"
	"therapeon/core/look"
	"therapeon/core/message"
	"therapeon/core/work"
)

// Closed is a plan as it was when it was closed, in codes and figures: what was done stays,
// whatever rules change later, and its words are made when it is read.
type Closed struct {
	Jobs []ClosedJob `json:"jobs,omitempty"`
	Told *Told       `json:"told,omitempty"` // of a file that held its words: they stay as they were written
}

// ClosedJob is a job of a closed plan.
type ClosedJob struct {
	Code     string            `json:"code"`
	Stage    string            `json:"stage"`
	Do       string            `json:"do"` // a place in the tables, or of the user's own: its words
	Why      []string          `json:"why,omitempty"`
	Because  []string          `json:"because,omitempty"` // causes, or the user's own by their names
	Question string            `json:"question,omitempty"`
	Side     disputes.SideCode `json:"side,omitempty"`
	Product  string            `json:"product,omitempty"`
	Use      string            `json:"use,omitempty"`
	Percent  float64           `json:"percent,omitempty"`
	VolumeML float64           `json:"volume_ml,omitempty"`
	Minutes  float64           `json:"minutes,omitempty"`
	Items    []ClosedItem      `json:"items,omitempty"`
	Care     []string          `json:"care,omitempty"`
	Own      bool              `json:"own,omitempty"`

	work.Status
}

// ClosedItem is a job of the cut list in a closed plan: an Item without its words.
type ClosedItem struct {
	Item
	Place  string   `json:"place,omitempty"`
	Do     string   `json:"do,omitempty"`
	Before []string `json:"before,omitempty"`
}

// places are the statements that plans are made of, by their place in the tables.
var places = sync.OnceValue(func() map[string]knowledge.Text {
	all := map[string]knowledge.Text{}
	for _, e := range plans().Jobs {
		all["do/"+e.Code], all["why/"+e.Code] = e.Do, e.Why
	}
	for code, note := range plans().Notes {
		all["note/"+code] = note
	}
	for code, note := range Notes() {
		all["cuts/"+code] = note
	}
	for _, a := range causes.Table().Actions {
		all["action/"+a.Code] = a.Words
	}
	for code, rule := range look.Table().Rules {
		all["look/"+code] = rule
	}
	return all
})

// placed finds the place of a statement by the code of its words.
var placed = sync.OnceValue(func() map[string]string {
	of := map[string]string{}
	for place, text := range places() {
		of[text.Value.Code] = place
	}
	return of
})

// Close puts a plan in codes and figures.
func (p Plan) Close() Closed {
	var c Closed
	for _, j := range p.Jobs {
		c.Jobs = append(c.Jobs, j.close())
	}
	return c
}

func (j Job) close() ClosedJob {
	c := ClosedJob{
		Code: j.Code, Stage: j.Stage, Do: placed()[j.Do.Value.Code], Product: j.Product, Use: j.Use, Percent: j.Percent,
		VolumeML: j.VolumeML, Minutes: j.Minutes, Own: j.Own, Status: j.Status,
	}
	if j.Own {
		c.Do = j.Do.Value.Typed
	}
	for _, why := range j.Why {
		c.Why = append(c.Why, placed()[why.Value.Code])
	}
	for _, name := range j.Because {
		code := name.Typed
		for _, cause := range causes.Table().Causes {
			if cause.Name.Is(name.Code) {
				code = cause.Code
			}
		}
		c.Because = append(c.Because, code)
	}
	if j.Side != nil {
		c.Question, c.Side = j.Side.Code, j.Side.Choice.Code
	}
	for _, care := range j.Care {
		c.Care = append(c.Care, care.Code)
	}
	for _, it := range j.Items {
		closed := ClosedItem{Item: it}
		closed.Item.Before, closed.Item.Place, closed.Item.Do = nil, message.Message{}, knowledge.Sentence{}
		for _, note := range it.Before {
			closed.Before = append(closed.Before, placed()[note.Value.Code])
		}
		c.Items = append(c.Items, closed)
	}
	return c
}

// Plan is a closed plan in words, with its jobs as they were marked.
func (c Closed) Plan() Plan {
	if c.Told != nil {
		return c.Told.plan()
	}
	plan := Plan{Stages: Stages(), Jobs: []Job{}, Notes: []knowledge.Text{}}
	for _, j := range c.Jobs {
		plan.Jobs = append(plan.Jobs, j.job())
	}
	plan.count()
	return plan
}

func (c ClosedJob) job() Job {
	j := Job{
		Code: c.Code, Stage: c.Stage, Do: places()[c.Do], Why: texts(c.Why),
		Because: []message.Message{}, Product: c.Product,
		Use: c.Use, Percent: c.Percent, VolumeML: c.VolumeML, Minutes: c.Minutes, Items: []Item{}, Care: caring(c.Care),
		Own: c.Own, Status: c.Status,
	}
	if c.Own {
		j.Do = ownWords(c.Do)
	}
	j.HowMuch, j.Says = j.amount(), saysOf(c.Code)
	for _, code := range c.Because {
		j.Because = append(j.Because, causes.Table().Name(code))
	}
	if c.Question != "" {
		j.Side = disputes.SideOf(c.Question, c.Side)
	}
	for _, closed := range c.Items {
		it := closed.Item
		it.Before = texts(closed.Before)
		it.say()
		j.Items = append(j.Items, it)
	}
	return j
}

// saysOf are the acts that the table has for a job.
func saysOf(code string) []acts.Act {
	for _, e := range plans().Jobs {
		if e.Code == code {
			return e.Says
		}
	}
	a, _ := causes.Table().Action(code)
	return a.Says
}

func texts(at []string) []knowledge.Text {
	list := []knowledge.Text{}
	for _, place := range at {
		list = append(list, places()[place])
	}
	return list
}
