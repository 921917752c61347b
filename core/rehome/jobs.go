package rehome

import (
	"fmt"
	"slices"

	"therapeon/core/knowledge"
)

// States of a job.
const (
	Open    = "open"
	Done    = "done"
	Skipped = "skipped"
)

// Facts are what jobs hang on.
type Facts struct {
	Route     Route
	KeptApart bool
	SideHoles bool
	Crock     bool
	Reservoir bool
	Organic   bool
	Aerial    bool
	Sympodial bool
	Spike     bool
	BigPot    bool
	Amounts   string   // what to measure out, in words
	Care      []string // cautions of what is mixed
	Still     string   // how it is held still: stake, skewer, none
}

// Mark is what became of a job.
type Mark struct {
	State  string `json:"state"`
	Reason string `json:"reason,omitempty"`
	On     string `json:"on"`
}

// Job is something to be done.
type Job struct {
	Code     string              `json:"code" required:"true"`
	Stage    string              `json:"stage" required:"true" description:"name of its stage"`
	Do       string              `json:"do" required:"true"`
	How      []knowledge.Text    `json:"how" required:"true"`
	Amounts  string              `json:"amounts,omitempty" description:"what to measure out"`
	Labels   bool                `json:"labels,omitempty" description:"the label is printed here"`
	Cautions []knowledge.Caution `json:"cautions" required:"true"`
	State    string              `json:"state" required:"true" enum:"open,done,skipped"`
	Reason   string              `json:"reason,omitempty"`
	On       string              `json:"on,omitempty"`
}

// holds are the conditions that hold.
func (f Facts) holds() map[string]bool {
	return map[string]bool{
		"kept-apart": f.KeptApart,
		"side-holes": f.SideHoles,
		"crock":      f.Crock,
		"reservoir":  f.Reservoir,
		"organic":    f.Organic,
		"aerial":     f.Aerial,
		"sympodial":  f.Sympodial,
		"spike":      f.Spike,
		"big":        f.BigPot,
	}
}

// Checklist is what is to be done, in working order.
func (k *Knowledge) Checklist(f Facts, marks map[string]Mark) []Job {
	kind, holds := "pot", f.holds()
	if f.Route.Hold {
		kind = "hold"
	}
	list := []Job{}
	for _, row := range k.Jobs {
		fits := (len(row.Kinds) == 0 || slices.Contains(row.Kinds, kind)) &&
			(len(row.Routes) == 0 || slices.Contains(row.Routes, f.Route.Code)) &&
			!slices.Contains(row.RoutesNot, f.Route.Code)
		for _, when := range row.When {
			fits = fits && holds[when]
		}
		if !fits {
			continue
		}
		list = append(list, k.job(row, f, marks[row.Code]))
	}
	return list
}

func (k *Knowledge) job(row JobKind, f Facts, mark Mark) Job {
	j := Job{
		Code:     row.Code,
		Stage:    k.Stages[row.Stage],
		Do:       row.Do,
		Labels:   row.Labels,
		How:      []knowledge.Text{},
		Cautions: []knowledge.Caution{},
		State:    Open,
	}
	if row.How != nil {
		j.How = append(j.How, *row.How)
	}
	care := row.Cautions
	switch {
	case row.Mixes:
		j.Amounts, care = f.Amounts, slices.Concat(care, f.Care)
	case row.Holds:
		j.How = append(j.How, k.HoldStill[f.Still])
	case row.Waters:
		j.How = append(j.How, f.Route.FirstWater)
	case row.Stands:
		j.How = append(j.How, f.Route.Light, f.Route.Air)
	}
	for _, c := range knowledge.Cautions() {
		if slices.Contains(care, c.Code) {
			j.Cautions = append(j.Cautions, c)
		}
	}
	if mark.State != "" {
		j.State, j.Reason, j.On = mark.State, mark.Reason, mark.On
	}
	return j
}

// Headline says how far it has come.
func Headline(jobs []Job) (string, int) {
	open := 0
	for _, j := range jobs {
		if j.State == Open {
			open++
		}
	}
	switch open {
	case 0:
		return "All of it is done or left out. Note its new home below.", 0
	case 1:
		return "One job is left.", 1
	default:
		return fmt.Sprintf("%d jobs are left.", open), open
	}
}
