package judgement

import (
	"therapeon/core/cleaning"
	"therapeon/core/roots"
)

// Rooted is what a reading of roots comes to, with what is done to each.
type Rooted struct {
	roots.Verdict
	Headline Saying `json:"headline" required:"true" description:"what to do, in a line; empty when nothing was read"`
	Roots    []Root `json:"roots" required:"true"`
}

// Root is the verdict on one root, or on a batch of roots that are alike.
type Root struct {
	roots.RootVerdict
	Do Saying `json:"do" required:"true" description:"what is decided, in words"`
}

// OfRoots is what a reading comes to.
func OfRoots(v roots.Verdict) Rooted {
	root := func(r roots.RootVerdict) Root { return Root{r, tell(r.Do)} }
	return Rooted{v, tell(v.Headline), views(v.Roots, root)}
}

// ReadLine is a reading in a line.
func ReadLine(l roots.Line) Saying { return say(l.Words()) }

// CutLine is how far the cuts are, in a line.
func CutLine(c cleaning.Counted) Saying { return say(c.Words()) }

// CutList is the cut list of a plant, with what is done.
type CutList struct {
	cleaning.List
	Headline Saying `json:"headline" required:"true"`
	Items    []Item `json:"items" required:"true"`
}

// Item is one job of the list.
type Item struct {
	cleaning.Item
	Do Saying `json:"do,omitzero" required:"true"`
}

// OfCuts is a cut list.
func OfCuts(l cleaning.List) CutList { return CutList{l, tell(l.Headline), views(l.Items, item)} }

func item(it cleaning.Item) Item { return Item{it, tell(it.Do)} }

// Plan is the work of a cleaning, with what is done.
type Plan struct {
	cleaning.Plan
	Jobs     []Job  `json:"jobs" required:"true"`
	Headline Saying `json:"headline" required:"true"`
}

// Job is one thing to do.
type Job struct {
	cleaning.Job
	Do    Instruction   `json:"do" required:"true"`
	Why   []Instruction `json:"why" required:"true"`
	Items []Item        `json:"items" required:"true" description:"jobs of the cut list that are part of it"`
}

// OfPlan is the work of a cleaning.
func OfPlan(p cleaning.Plan) Plan {
	job := func(j cleaning.Job) Job { return Job{j, instruct(j.Do), instructs(j.Why), views(j.Items, item)} }
	return Plan{p, views(p.Jobs, job), tell(p.Headline)}
}
