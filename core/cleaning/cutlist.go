// Package cleaning turns a verdict on the roots into work for the hands: what
// to cut, where, in which order, with which blade.
package cleaning

import (
	"cmp"
	"slices"
	"sync"

	"therapeon/core/knowledge"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/roots"
)

// Kinds of work, in working order: the view is opened first, and the blade
// goes from clean tissue to dirty, never back.
const (
	Medium    = "medium"
	DryWhole  = "dry-whole"
	DryEnd    = "dry-end"
	RotWhole  = "rot-whole"
	RotEnd    = "rot-end"
	Spreading = "spreading"
)

var order = []string{Medium, DryWhole, DryEnd, RotWhole, RotEnd, Spreading}

// Item is one job of the list, on one root or on a batch that is alike.
type Item struct {
	ID       string             `json:"id" required:"true"`
	RootID   string             `json:"root_id" required:"true"`
	Kind     string             `json:"kind" required:"true" enum:"medium,dry-whole,dry-end,rot-whole,rot-end,spreading"`
	Label    string             `json:"label" required:"true" description:"what the root is called, see the verdict"`
	Place    message.Message    `json:"place" required:"true"`
	Do       knowledge.Sentence `json:"-"`
	Count    int                `json:"count" required:"true"`
	CutAtMM  *float64           `json:"cut_at_mm,omitempty"`
	RemoveMM float64            `json:"remove_mm,omitempty"`
	SideAtMM *float64           `json:"side_at_mm,omitempty" description:"of a side root: how far from the base it leaves its root"`
	Strip    bool               `json:"strip,omitempty" description:"the mush is stripped off the bare thread"`
	Depth    roots.Depth        `json:"depth,omitempty"`
	Growth   int                `json:"growth,omitempty" description:"which growth of the rhizome, or level of the stem, it is on"`
	OnStem   bool               `json:"on_stem,omitempty" description:"of a plant that grows up one stem"`
	Reasons  []string           `json:"reasons" required:"true" description:"rules; their words are in the verdict"`
	Before   []knowledge.Text   `json:"before" required:"true" description:"notes to read before this job"`
	Done     int                `json:"done" required:"true" description:"how many of the batch are done"`
}

// List is the cut list of one plant.
type List struct {
	Headline knowledge.Sentence  `json:"-"`
	Before   []knowledge.Text    `json:"before" required:"true"`
	Items    []Item              `json:"items" required:"true"`
	After    []knowledge.Text    `json:"after" required:"true"`
	Cautions []knowledge.Caution `json:"cautions" required:"true"`
	Cuts     int                 `json:"cuts" required:"true"`
	CutsDone int                 `json:"cuts_done" required:"true"`
	Stale    []string            `json:"stale,omitempty" description:"jobs ticked off that the reading no longer asks for"`
}

// Notes are the words of the cut list.
var Notes = sync.OnceValue(func() map[string]knowledge.Text {
	var table struct {
		Notes map[string]knowledge.Text `yaml:"notes"`
	}
	knowledge.MustRead("cuts.yaml", &table)
	return table.Notes
})

// Cuts draws up the cut list of a plant's reading, by what is ticked off of it. It is
// empty where no roots were read. Lengths are in mm from the base.
func Cuts(p *patient.Patient) List {
	read := p.Roots()
	if read == nil {
		return List{
			Items:    []Item{},
			Before:   []knowledge.Text{},
			After:    []knowledge.Text{},
			Cautions: []knowledge.Caution{},
		}
	}
	r, v := read.Reading, read.Verdict
	l := List{Items: []Item{}, Before: []knowledge.Text{}, After: []knowledge.Text{}}
	for i, root := range r.Roots {
		l.Items = append(l.Items, items(root, v.Roots[i], p)...)
	}
	sortItems(l.Items, r)
	l.tick(read.Checks)
	l.annotate()
	l.Cautions = cautions(l.Items, p)
	if len(l.Items) == 0 {
		l.Headline = v.Headline
		return l
	}
	l.Before = append(l.Before, Notes()["bench"])
	if l.Cuts > 0 {
		l.Before = append(l.Before, Notes()["blade"])
	}
	l.After = append(l.After, Notes()["after"])
	l.Headline = knowledge.Say(Counted{l.Cuts, l.CutsDone}.Words())
	return l
}

// LeftOn is the day on which the cuts of a plant's reading were left out, with a reason; empty where they were not.
func LeftOn(p *patient.Patient) string {
	on := ""
	for _, d := range p.Deeds {
		if d.Of == cutRoots && d.LeftOut && p.Reading != nil && d.On >= p.Reading.On {
			on = max(on, d.On)
		}
	}
	return on
}

// cutRoots is the job of the plan that the list is part of.
const cutRoots = "cut-roots"

// Counted is how far the cuts are.
type Counted struct {
	Cuts int `json:"cuts"`
	Done int `json:"done"`
}

// Words is what the cuts left, in a line.
func (c Counted) Words() message.Message {
	switch {
	case c.Cuts == 0:
		return message.Of("cleaning.say.nothing-to-cut-see-to")
	case c.Done == c.Cuts:
		return message.Of("cleaning.say.all-cuts-are-done")
	default:
		return message.Of("cleaning.say.of-cuts-done", message.Count("n", c.Done), message.Count("cuts", c.Cuts))
	}
}

// items lists the jobs on one root.
func items(root roots.Root, v roots.RootVerdict, p *patient.Patient) []Item {
	var found []Item
	base := Item{
		RootID: root.ID, Label: v.Label, Count: root.Count,
		Depth: root.Depth, Growth: root.Growth, OnStem: p.Profile.Monopodial(),
	}
	if v.MediumRule != "" {
		it := base
		it.ID, it.Kind, it.Reasons = root.ID+"/medium", Medium, []string{v.MediumRule}
		found = append(found, it)
	}
	if v.Decision.Kind == roots.Cut {
		it := base
		it.ID, it.Reasons, it.Count = root.ID, v.Decision.Reasons, root.Count-v.Decision.Anchors
		it.Kind, it.CutAtMM, it.RemoveMM = kind(v.Decision, v.Stretches), v.Decision.CutAtMM, v.Decision.RemoveMM
		it.Strip = v.Decision.Strip
		found = append(found, it)
	} else if v.Decision.Strip {
		it := base
		it.ID, it.Kind, it.Reasons, it.Strip = root.ID+"/strip", RotEnd, v.Decision.Reasons, true
		found = append(found, it)
	}
	for j, b := range v.Branches {
		if b.Decision == nil || b.Decision.Kind != roots.Cut {
			continue
		}
		it := base
		it.ID, it.Reasons = roots.SideID(root.ID, j), b.Decision.Reasons
		it.Kind, it.CutAtMM, it.RemoveMM = kind(*b.Decision, b.Stretches), b.Decision.CutAtMM, b.Decision.RemoveMM
		it.SideAtMM, it.Strip = &b.AtMM, b.Decision.Strip
		found = append(found, it)
	}
	for i := range found {
		found[i].say()
	}
	return found
}

// kind sorts a cut by what the blade goes through.
func kind(d roots.Decision, stretches []roots.Stretch) string {
	if d.Spreads {
		return Spreading
	}
	rot := false
	for _, s := range stretches {
		rot = rot || ((s.State == roots.DeadRotting || s.State == roots.Dead) && s.ToMM > *d.CutAtMM)
	}
	switch {
	case rot && d.Whole:
		return RotWhole
	case rot:
		return RotEnd
	case d.Whole:
		return DryWhole
	default:
		return DryEnd
	}
}

// say says where a job is, and what it is.
func (it *Item) say() {
	it.Place = it.place()
	switch {
	case it.Kind == Medium && len(it.Reasons) > 0:
		it.Do = knowledge.Say(mediumWords(it.Reasons[0]))
	case it.CutAtMM == nil:
		it.Do = knowledge.Say(message.Of("cleaning.say.strip-the-mush-off-by"))
	default:
		it.Do = knowledge.Say(it.cut())
	}
}

// cut says where the blade goes: from the base, or from the joint of a side root.
func (it *Item) cut() message.Message {
	code := "cleaning.say.cut"
	var side []message.Arg
	if it.SideAtMM != nil {
		code, side = "cleaning.say.side-cut", []message.Arg{message.Fixed("side_at", *it.SideAtMM, 0, "mm")}
	}
	switch {
	case *it.CutAtMM == 0:
		return message.Of(code+"-flush", side...)
	case it.Strip:
		code += "-strip"
	}
	return message.Of(code, append(side, message.Fixed("cut_at", *it.CutAtMM, 0, "mm"),
		message.Fixed("off", it.RemoveMM, 0, "mm"))...)
}

func mediumWords(rule string) message.Message {
	switch {
	case roots.TakesAllOff(rule):
		return message.Of("cleaning.say.take-all-of-the-clinging")
	case rule == "medium-leave-tear":
		return message.Of("cleaning.say.take-off-what-comes-away")
	default:
		return message.Of("cleaning.say.leave-the-pieces-that-would")
	}
}

func (it *Item) place() message.Message {
	var at []message.Message
	if it.Depth != "" {
		at = append(at, message.Of("roots.depth."+string(it.Depth)))
	}
	switch {
	case it.Growth == 0:
	case it.OnStem:
		at = append(at, message.Of("cleaning.say.level", message.Count("n", it.Growth)))
	default:
		at = append(at, message.Of("cleaning.say.growth", message.Count("n", it.Growth)))
	}
	switch len(at) {
	case 0:
		return message.Message{}
	case 1:
		return at[0]
	}
	return message.Of("list.comma", message.Told("before", at[0]), message.Told("after", at[1]))
}

// sortItems puts the jobs in working order: by kind, then round the plant
// growth by growth, from the outside in.
func sortItems(items []Item, r roots.Reading) {
	inward := []roots.Depth{"", roots.Aerial, roots.Surface, roots.Edge, roots.Bottom, roots.Core}
	place := make(map[string]int, len(r.Roots))
	for i, root := range r.Roots {
		place[root.ID] = (root.Growth*len(inward)+slices.Index(inward, root.Depth))*roots.MaxRoots + i
	}
	type turn struct{ of, at int }
	turns := make([]turn, len(items)) // for an item is long to move
	for i, it := range items {
		kind := slices.Index(order, it.Kind) * (roots.MaxGrowths + 2) * len(inward) * roots.MaxRoots
		turns[i] = turn{kind + place[it.RootID], i}
	}
	slices.SortFunc(turns, func(a, b turn) int { return cmp.Or(cmp.Compare(a.of, b.of), cmp.Compare(a.at, b.at)) })
	sorted := make([]Item, len(items))
	for i, t := range turns {
		sorted[i] = items[t.at]
	}
	copy(items, sorted)
}

// tick takes the checks in and counts the cuts.
func (l *List) tick(checks roots.Checks) {
	listed := map[string]bool{}
	for i := range l.Items {
		it := &l.Items[i]
		listed[it.ID] = true
		it.Done = min(checks[it.ID].Count, it.Count)
		if it.CutAtMM != nil {
			l.Cuts += it.Count
			l.CutsDone += it.Done
		}
	}
	for id := range checks {
		if !listed[id] {
			l.Stale = append(l.Stale, id)
		}
	}
	slices.Sort(l.Stale)
}

// annotate puts the notes on order and blade in front of the first job they
// belong to.
func (l *List) annotate() {
	seen := map[string]bool{}
	dry := false
	for i := range l.Items {
		it := &l.Items[i]
		it.Before = []knowledge.Text{}
		note := func(id string) {
			if !seen[id] {
				seen[id] = true
				it.Before = append(it.Before, Notes()[id])
			}
		}
		switch it.Kind {
		case Medium:
			note("medium-first")
		case DryWhole:
			note("bulk")
		case DryEnd:
			note("ends")
		case RotWhole, RotEnd:
			if dry {
				note("to-rot")
			}
		case Spreading:
			note("each-cut")
			note("look-face")
		}
		dry = dry || it.Kind == DryWhole || it.Kind == DryEnd
	}
}

// cautions picks those that apply to the jobs on the list.
func cautions(items []Item, p *patient.Patient) []knowledge.Caution {
	applies := map[string]bool{"keep-apart": p.Intake.KeptApart && len(items) > 0}
	medium := p.Stands().MediumOn(p.Roots().On)
	moss := medium == "moss" || medium == "bark-moss"
	for _, it := range items {
		applies["cutting"] = applies["cutting"] || it.CutAtMM != nil
		if it.Kind == Spreading {
			applies["spreading"], applies["product"], applies["disease"] = true, true, true
		}
		applies["medium"] = applies["medium"] || it.Kind == Medium
		applies["moss"] = moss && applies["medium"]
	}
	found := []knowledge.Caution{}
	for _, c := range knowledge.Cautions() {
		if applies[c.When] {
			found = append(found, c)
		}
	}
	return found
}
