// Package cleaning turns a verdict on the roots into work for the hands: what
// to cut, where, in which order, with which blade.
package cleaning

import (
	"cmp"
	"fmt"
	"slices"
	"sync"

	"therapeon/core/knowledge"
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
	ID       string           `json:"id" required:"true"`
	RootID   string           `json:"root_id" required:"true"`
	Kind     string           `json:"kind" required:"true" enum:"medium,dry-whole,dry-end,rot-whole,rot-end,spreading"`
	Label    string           `json:"label" required:"true" description:"the root's number on the plant"`
	Place    string           `json:"place" required:"true"`
	Do       string           `json:"do" required:"true"`
	Count    int              `json:"count" required:"true"`
	CutAtMM  *float64         `json:"cut_at_mm,omitempty"`
	RemoveMM float64          `json:"remove_mm,omitempty"`
	Reasons  []string         `json:"reasons" required:"true" description:"rules; their words are in the verdict"`
	Before   []knowledge.Text `json:"before" required:"true" description:"notes to read before this job"`
	Done     int              `json:"done" required:"true" description:"how many of the batch are done"`
	turn     int              // its place in the working order
}

// Check is a job ticked off.
type Check struct {
	Count   int      `json:"count" required:"true" validate:"min=1,max=400"`
	CutAtMM *float64 `json:"cut_at_mm,omitempty" validate:"omitempty,min=0,max=40000" description:"where it was cut; left out for medium"`
}

// Checks are the jobs ticked off, by item.
type Checks map[string]Check

// List is the cut list of one plant.
type List struct {
	Headline string              `json:"headline" required:"true"`
	Before   []knowledge.Text    `json:"before" required:"true"`
	Items    []Item              `json:"items" required:"true"`
	After    []knowledge.Text    `json:"after" required:"true"`
	Cautions []knowledge.Caution `json:"cautions" required:"true"`
	Cuts     int                 `json:"cuts" required:"true"`
	CutsDone int                 `json:"cuts_done" required:"true"`
	Stale    []string            `json:"stale,omitempty" description:"jobs ticked off that the reading no longer asks for"`
}

// Plant is what the list needs to know of the plant.
type Plant struct {
	KeptApart  bool
	Moss       bool // the old medium is sphagnum
	Monopodial bool // growths are levels up one stem
}

// Notes are the words of the cut list.
var Notes = sync.OnceValue(func() map[string]knowledge.Text {
	var table struct {
		Notes map[string]knowledge.Text `yaml:"notes"`
	}
	knowledge.MustRead("cleaning.yaml", &table)
	return table.Notes
})

// Cuts draws up the cut list of a reading.
func Cuts(r roots.Reading, v roots.Verdict, checks Checks, p Plant) List {
	l := List{Items: []Item{}, Before: []knowledge.Text{}, After: []knowledge.Text{}}
	for i, root := range r.Roots {
		l.Items = append(l.Items, items(root, v.Roots[i], p)...)
	}
	sortItems(l.Items, r)
	l.tick(checks)
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
	switch {
	case l.Cuts == 0:
		l.Headline = "Nothing to cut. See to what clings."
	case l.CutsDone == l.Cuts:
		l.Headline = "All cuts are done."
	default:
		l.Headline = fmt.Sprintf("%d of %d cuts done.", l.CutsDone, l.Cuts)
	}
	return l
}

// items lists the jobs on one root.
func items(root roots.Root, v roots.RootVerdict, p Plant) []Item {
	var found []Item
	base := Item{RootID: root.ID, Label: v.Label, Place: place(root, p), Count: root.Count}
	if v.MediumRule != "" {
		it := base
		it.ID, it.Kind, it.Reasons = root.ID+"/medium", Medium, []string{v.MediumRule}
		it.Do = mediumWords(v.MediumRule)
		found = append(found, it)
	}
	if v.Decision.Kind == roots.Cut {
		it := base
		it.ID, it.Reasons, it.Count = root.ID, v.Decision.Reasons, root.Count-v.Decision.Anchors
		it.Kind, it.CutAtMM, it.RemoveMM = kind(v.Decision, v.Stretches), v.Decision.CutAtMM, v.Decision.RemoveMM
		it.Do = cutWords(v.Decision, "the base")
		found = append(found, it)
	} else if v.Decision.Strip {
		it := base
		it.ID, it.Kind, it.Reasons = root.ID+"/strip", RotEnd, v.Decision.Reasons
		it.Do = "Strip the mush off by hand and leave the bare thread. No cut"
		found = append(found, it)
	}
	for j, b := range v.Branches {
		if b.Decision == nil || b.Decision.Kind != roots.Cut {
			continue
		}
		it := base
		it.ID, it.Reasons = sideID(root.ID, j), b.Decision.Reasons
		it.Kind, it.CutAtMM, it.RemoveMM = kind(*b.Decision, b.Stretches), b.Decision.CutAtMM, b.Decision.RemoveMM
		it.Do = fmt.Sprintf("Side root at %.0f mm: %s", b.AtMM, cutWords(*b.Decision, "its joint"))
		found = append(found, it)
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

func sideID(rootID string, j int) string { return fmt.Sprintf("%s/side/%d", rootID, j) }

func cutWords(d roots.Decision, from string) string {
	if *d.CutAtMM == 0 {
		return "Cut flush with " + from
	}
	words := fmt.Sprintf("Cut %.0f mm from %s, %.0f mm comes off", *d.CutAtMM, from, d.RemoveMM)
	if d.Strip {
		words += ", then strip the mush from what is left"
	}
	return words
}

// takesAllOff tells whether a rule for clinging medium leaves nothing of it.
func takesAllOff(mediumRule string) bool {
	return mediumRule == "medium-rotten" || mediumRule == "medium-all-off"
}

func mediumWords(rule string) string {
	switch {
	case takesAllOff(rule):
		return "Take all of the clinging medium off"
	case rule == "medium-leave-tear":
		return "Take off what comes away, leave what would tear"
	default:
		return "Leave the pieces that would tear the sheath"
	}
}

func place(root roots.Root, p Plant) string {
	words := depthWords[root.Depth]
	if root.Growth == 0 {
		return words
	}
	growth := fmt.Sprintf("growth %d", root.Growth)
	if p.Monopodial {
		growth = fmt.Sprintf("level %d", root.Growth)
	}
	if words == "" {
		return growth
	}
	return words + ", " + growth
}

var depthWords = map[roots.Depth]string{
	roots.Aerial: "in the air", roots.Surface: "at the surface", roots.Edge: "at the edge",
	roots.Bottom: "at the bottom", roots.Core: "in the core",
}

// sortItems puts the jobs in working order: by kind, then round the plant
// growth by growth, from the outside in.
func sortItems(items []Item, r roots.Reading) {
	inward := []roots.Depth{"", roots.Aerial, roots.Surface, roots.Edge, roots.Bottom, roots.Core}
	place := make(map[string]int, len(r.Roots))
	for i, root := range r.Roots {
		place[root.ID] = (root.Growth*len(inward)+slices.Index(inward, root.Depth))*roots.MaxRoots + i
	}
	for i := range items {
		items[i].turn = slices.Index(
			order,
			items[i].Kind,
		)*(roots.MaxGrowths+2)*len(
			inward,
		)*roots.MaxRoots + place[items[i].RootID]
	}
	slices.SortStableFunc(items, func(a, b Item) int { return cmp.Compare(a.turn, b.turn) })
}

// tick takes the checks in and counts the cuts.
func (l *List) tick(checks Checks) {
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
func cautions(items []Item, p Plant) []knowledge.Caution {
	applies := map[string]bool{"keep-apart": p.KeptApart && len(items) > 0}
	for _, it := range items {
		applies["cutting"] = applies["cutting"] || it.CutAtMM != nil
		if it.Kind == Spreading {
			applies["spreading"], applies["product"], applies["disease"] = true, true, true
		}
		applies["medium"] = applies["medium"] || it.Kind == Medium
		applies["moss"] = p.Moss && applies["medium"]
	}
	found := []knowledge.Caution{}
	for _, c := range knowledge.Cautions() {
		if applies[c.When] {
			found = append(found, c)
		}
	}
	return found
}
