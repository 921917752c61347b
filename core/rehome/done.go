package rehome

import (
	"reflect"
	"regexp"
	"slices"
	"strconv"

	"therapeon/core/disputes"
	"therapeon/core/patient"
	"therapeon/core/work"
)

// Done is what was done for a home, in codes and figures: its words are made when it is
// read.
type Done struct {
	Route   string            `json:"route"`
	Still   string            `json:"still,omitempty"`
	NoFlush bool              `json:"no_flush,omitempty"`
	Flushes disputes.SideCode `json:"flushes,omitempty"`
	Care    []string          `json:"care,omitempty"` // of what was mixed
	Mixed   []Mixing          `json:"mixed,omitempty"`
	Jobs    []Finished        `json:"jobs,omitempty"`
	Told    []Job             `json:"told,omitempty"` // in the words of a program whose words are gone
}

// Finished is a job and what became of it.
type Finished struct {
	Code string `json:"code"`

	work.Status
}

// DoneOf puts the jobs of a task, as they were left, in codes and figures.
func (k *Knowledge) DoneOf(t Task, jobs []Job) *Done {
	d := &Done{
		Route: t.Route.Code, Still: t.Still, NoFlush: t.NoFlush, Flushes: t.Flushes, Care: t.Care, Mixed: t.Mixed,
	}
	for _, j := range jobs {
		d.Jobs = append(d.Jobs, Finished{j.Code, j.Status})
	}
	return d
}

// DoneFrom finds the codes and figures of jobs that an older program kept in words. What of
// them is in no table of this program keeps its words.
func (k *Knowledge) DoneFrom(route string, told []Job) *Done {
	if len(told) == 0 {
		return nil
	}
	r, _ := k.Route(route)
	t := Task{Route: r}
	for _, j := range told {
		i := slices.IndexFunc(k.Jobs, func(row JobKind) bool { return row.Code == j.Code })
		if i < 0 {
			break
		}
		row := k.Jobs[i]
		for still, words := range k.HoldStill {
			if row.Holds && slices.Contains(j.How, words) {
				t.Still = still
			}
		}
		t.NoFlush = t.NoFlush || row.Waters && r.NoFlush != nil && slices.Contains(j.How, *r.NoFlush)
		for side, words := range r.Flushing {
			if row.Waters && slices.Contains(j.How, words) {
				t.Flushes = side
			}
		}
		for _, c := range j.Cautions {
			if !slices.Contains(row.Cautions, c.Code) {
				t.Care = append(t.Care, c.Code)
			}
		}
		if row.Mixes {
			t.Mixed = mixedIn(j.Amounts)
		}
	}
	d := k.DoneOf(t, told)
	if !reflect.DeepEqual(said(k.Finished(d)), said(told)) {
		return &Done{Route: route, Told: told}
	}
	return d
}

// said are jobs with their words alone, without what newer tables add to them.
func said(jobs []Job) []Job {
	list := slices.Clone(jobs)
	for i := range list {
		list[i].Says, list[i].Side, list[i].Weighs = nil, nil, ""
	}
	return list
}

var amountIn = regexp.MustCompile(`(?:^|, )(\d+) mL `)

// mixedIn reads amounts that were kept in words. A name may hold a comma.
func mixedIn(words string) (list []Mixing) {
	at := amountIn.FindAllStringSubmatchIndex(words, -1)
	for i, m := range at {
		end := len(words)
		if i+1 < len(at) {
			end = at[i+1][0]
		}
		ml, err := strconv.ParseFloat(words[m[2]:m[3]], 64)
		if err != nil {
			return nil
		}
		list = append(list, mixingOf(words[m[1]:end], ml))
	}
	return list
}

// Finished are the jobs that were done, in words.
func (k *Knowledge) Finished(d *Done) []Job {
	if d == nil {
		return nil
	}
	if d.Told != nil {
		return d.Told
	}
	route, _ := k.Route(d.Route)
	t := Task{Route: route, Still: d.Still, NoFlush: d.NoFlush, Flushes: d.Flushes, Care: d.Care, Mixed: d.Mixed}
	var list []Job
	for _, f := range d.Jobs {
		for _, row := range k.Jobs {
			if row.Code == f.Code {
				j := k.job(&patient.Patient{}, row, t, nil)
				j.Status = f.Status
				list = append(list, j)
			}
		}
	}
	return list
}
