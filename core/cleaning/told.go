package cleaning

import (
	"fmt"
	"slices"
	"strings"

	"therapeon/core/causes"
	"therapeon/core/knowledge"
	"therapeon/core/message"
	"therapeon/core/roots"
)

// Told is a plan as a file of the time before codes holds it: with its words.
type Told struct {
	Plan
	Headline knowledge.Sentence `json:"headline"`
	Jobs     []toldJob          `json:"jobs"`
}

type toldJob struct {
	Job
	Do    knowledge.Text   `json:"do"`
	Why   []knowledge.Text `json:"why"`
	Items []toldItem       `json:"items"`
}

type toldItem struct {
	Item
	Do knowledge.Sentence `json:"do,omitzero"`
}

// plan is a plan that was told, as a plan.
func (t Told) plan() Plan {
	p := t.Plan
	p.Headline, p.Jobs = t.Headline, make([]Job, len(t.Jobs))
	for i, told := range t.Jobs {
		j := told.Job
		j.Do, j.Why, j.Items = told.Do, told.Why, make([]Item, len(told.Items))
		for n, it := range told.Items {
			j.Items[n] = it.Item
			j.Items[n].Do = it.Do
		}
		p.Jobs[i] = j
	}
	return p
}

// Close puts it in codes and figures. One whose words were in no table keeps them.
func (t Told) Close() Closed {
	p, r := t.plan(), rereading{}
	coded := p
	coded.Jobs = slices.Clone(p.Jobs)
	for i := range coded.Jobs {
		r.job(&coded.Jobs[i])
	}
	if r.lost {
		return Closed{Told: &t}
	}
	return coded.Close()
}

// rereading finds the codes of what was kept in words; lost: some words are in no table.
type rereading struct{ lost bool }

func (r *rereading) text(t knowledge.Text) knowledge.Text {
	place, ok := knowledge.Once("cleaning", t.Value.Typed)
	if !ok {
		r.lost = true
		return t
	}
	return places()[place]
}

func (r *rereading) texts(all []knowledge.Text) []knowledge.Text {
	all = slices.Clone(all)
	for i := range all {
		all[i] = r.text(all[i])
	}
	return all
}

func (r *rereading) job(j *Job) {
	if !j.Own {
		j.Do = r.text(j.Do)
	}
	j.Why = r.texts(j.Why)
	j.Because = slices.Clone(j.Because)
	for i, name := range j.Because {
		if code, ok := knowledge.Once("causes", name.Typed); ok {
			j.Because[i] = causes.Table().Name(code)
		}
	}
	j.Items = slices.Clone(j.Items)
	for i := range j.Items {
		it := &j.Items[i]
		it.Before = r.texts(it.Before)
		it.figures()
	}
}

// figures finds those of a job of the cut list that are in its words alone.
func (it *Item) figures() {
	at, where := it.Place.Typed, it.Place.Typed
	if before, last, two := strings.Cut(at, ", "); two {
		where, at = before, last
	}
	if depth, ok := knowledge.Once("depths", where); ok {
		it.Depth = roots.Depth(depth)
	}
	if _, err := fmt.Sscanf(at, "level %d", &it.Growth); err == nil {
		it.OnStem = true
	} else if _, err := fmt.Sscanf(at, "growth %d", &it.Growth); err != nil {
		it.Growth = 0
	}
	var side float64
	if _, err := fmt.Sscanf(it.Do.Value.Typed, "Side root at %g mm:", &side); err == nil {
		it.SideAtMM = &side
	}
	it.Strip = strings.Contains(strings.ToLower(it.Do.Value.Typed), "strip the mush")
	it.Place, it.Do = message.Message{}, knowledge.Sentence{}
}
