package cleaning

import (
	"fmt"
	"reflect"
	"slices"
	"strings"
	"sync"

	"therapeon/core/causes"
	"therapeon/core/disputes"
	"therapeon/core/knowledge"
	"therapeon/core/look"
	"therapeon/core/stances"
	"therapeon/core/work"
)

// Closed is a plan as it was when it was closed, in codes and figures: what was done stays,
// whatever rules change later, and its words are made when it is read.
type Closed struct {
	Jobs []ClosedJob `json:"jobs,omitempty"`
	Told *Plan       `json:"told,omitempty"` // in the words of a program whose words are gone
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

// placed finds the place of a statement; of several that say the same, the first.
var placed = sync.OnceValue(func() map[knowledge.Text]string {
	of := map[knowledge.Text]string{}
	for place, text := range places() {
		if at, ok := of[text]; !ok || place < at {
			of[text] = place
		}
	}
	return of
})

// Close puts a plan in codes and figures. One whose words are in no table of this program
// keeps them.
func (p Plan) Close() Closed {
	var c Closed
	for _, j := range p.Jobs {
		c.Jobs = append(c.Jobs, j.close())
	}
	if !reflect.DeepEqual(c.Plan().said(), p.said()) {
		return Closed{Told: &p}
	}
	return c
}

// said is the plan with its words alone, without the figures that they are made of.
func (p Plan) said() Plan {
	p.Jobs = slices.Clone(p.Jobs)
	for i, j := range p.Jobs {
		p.Jobs[i].Items, p.Jobs[i].Says = slices.Clone(j.Items), nil // stances are not said
		for n := range j.Items {
			it := &p.Jobs[i].Items[n]
			it.SideAtMM, it.Strip, it.Depth, it.Growth, it.OnStem = nil, false, "", 0, false
		}
	}
	return p
}

func (j Job) close() ClosedJob {
	c := ClosedJob{
		Code: j.Code, Stage: j.Stage, Do: placed()[j.Do], Product: j.Product, Use: j.Use, Percent: j.Percent,
		VolumeML: j.VolumeML, Minutes: j.Minutes, Own: j.Own, Status: j.Status,
	}
	if j.Own {
		c.Do = j.Do.Value
	}
	for _, why := range j.Why {
		c.Why = append(c.Why, placed()[why])
	}
	for _, name := range j.Because {
		code := name
		for _, cause := range causes.Table().Causes {
			if cause.Name == name {
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
		closed.Item.Before = nil
		closed.infer(it)
		for _, note := range it.Before {
			closed.Before = append(closed.Before, placed()[note])
		}
		c.Items = append(c.Items, closed)
	}
	return c
}

// infer finds the figures of a job that an older program kept in words alone.
func (c *ClosedItem) infer(told Item) {
	if c.say(); c.Item.Place == told.Place && c.Item.Do == told.Do {
		return
	}
	for depth, words := range depthWords {
		if strings.HasPrefix(told.Place, words) {
			c.Depth = depth
		}
	}
	last := told.Place[strings.LastIndex(told.Place, ",")+1:]
	if _, err := fmt.Sscanf(strings.TrimSpace(last), "level %d", &c.Growth); err == nil {
		c.OnStem = true
	} else if _, err := fmt.Sscanf(strings.TrimSpace(last), "growth %d", &c.Growth); err != nil {
		c.Growth = 0
	}
	var at float64
	if _, err := fmt.Sscanf(told.Do, "Side root at %g mm:", &at); err == nil {
		c.SideAtMM = &at
	}
	c.Strip = strings.Contains(strings.ToLower(told.Do), "strip the mush")
}

// Plan is a closed plan in words, with its jobs as they were marked.
func (c Closed) Plan() Plan {
	if c.Told != nil {
		return *c.Told
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
		Code: c.Code, Stage: c.Stage, Do: places()[c.Do], Why: texts(c.Why), Because: []string{}, Product: c.Product,
		Use: c.Use, Percent: c.Percent, VolumeML: c.VolumeML, Minutes: c.Minutes, Items: []Item{}, Care: caring(c.Care),
		Own: c.Own, Status: c.Status,
	}
	if c.Own {
		j.Do = ownWords(c.Do)
	}
	j.HowMuch, j.Says = j.amount(), saysOf(c.Code)
	for _, code := range c.Because {
		if cause, ok := causes.Table().Cause(code); ok {
			code = cause.Name
		}
		j.Because = append(j.Because, code)
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

// saysOf are the stances that the table has for a job.
func saysOf(code string) []stances.Stance {
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
