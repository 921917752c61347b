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
	of := Rooted{v, tell(v.Headline), make([]Root, len(v.Roots))}
	for i, r := range v.Roots {
		of.Roots[i] = Root{r, tell(r.Do)}
	}
	return of
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
func OfCuts(l cleaning.List) CutList { return CutList{l, tell(l.Headline), items(l.Items)} }

func items(all []cleaning.Item) []Item {
	list := make([]Item, len(all))
	for i, it := range all {
		list[i] = Item{it, tell(it.Do)}
	}
	return list
}

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
	of := Plan{p, make([]Job, len(p.Jobs)), tell(p.Headline)}
	for i, j := range p.Jobs {
		of.Jobs[i] = Job{j, instruct(j.Do), instructs(j.Why), items(j.Items)}
	}
	return of
}
