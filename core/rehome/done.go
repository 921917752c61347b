package rehome

import (
	"regexp"
	"slices"
	"strconv"
	"strings"
	"unicode"
	"unicode/utf8"

	"therapeon/core/acts"
	"therapeon/core/disputes"
	"therapeon/core/knowledge"
	"therapeon/core/patient"
	"therapeon/core/work"
)

// Done is what was done for a home, in codes and figures: its words are made when it is
// read.
type Done struct {
	Route   string            `json:"route"`
	Still   string            `json:"still,omitempty"`
	Starts  string            `json:"starts,omitempty"`
	NoFlush bool              `json:"no_flush,omitempty"` // of a file from before it said what it starts
	Flushes disputes.SideCode `json:"flushes,omitempty"`
	Care    []string          `json:"care,omitempty"` // of what was mixed
	Mixed   []Mixing          `json:"mixed,omitempty"`
	Under   *Laid             `json:"under,omitempty"`
	Jobs    []Finished        `json:"jobs,omitempty"`
	Told    []ToldJob         `json:"told,omitempty"` // of a file that held their words: they stay as they were written
}

// Finished is a job and what became of it.
type Finished struct {
	Code string `json:"code"`

	work.Status
}

// ToldJob is a job as a file of the time before codes holds it: with its words.
type ToldJob struct {
	Job
	Do  knowledge.Sentence `json:"do"`
	How []knowledge.Text   `json:"how"`
}

func untold(all []ToldJob) []Job {
	list := make([]Job, len(all))
	for i, j := range all {
		list[i] = j.Job
		list[i].Do, list[i].How = j.Do, j.How
	}
	return list
}

// DoneOf puts the jobs of a task, as they were left, in codes and figures.
func (k *Knowledge) DoneOf(t Task, jobs []Job) *Done {
	d := &Done{
		Route: t.Route.Code, Still: t.Still, Starts: t.Starts, NoFlush: t.NotFlushed, Flushes: t.Flushes,
		Care: t.Care, Mixed: t.Mixed, Under: t.Under,
	}
	for _, j := range jobs {
		d.Jobs = append(d.Jobs, Finished{j.Code, j.Status})
	}
	return d
}

// DoneTold finds the codes and figures of jobs that a file of the time before codes holds in words. One with a job
// that is in no table keeps its words.
func (k *Knowledge) DoneTold(route string, told []ToldJob) *Done {
	if len(told) == 0 {
		return nil
	}
	r, _ := k.Route(route)
	t := Task{Route: r}
	for _, j := range told {
		i := slices.IndexFunc(k.Jobs, func(row JobKind) bool { return row.Code == j.Code })
		if i < 0 {
			return &Done{Route: route, Told: told}
		}
		row := k.Jobs[i]
		for _, how := range j.How {
			if still, ok := knowledge.Once("hold_still", how.Value.Typed); ok && row.Holds {
				t.Still = still
			}
			if of, ok := knowledge.Once("no_flush", how.Value.Typed); ok && row.Waters && of == route {
				t.NotFlushed = true
			}
			if of, ok := knowledge.Once("flushing", how.Value.Typed); ok && row.Waters {
				_, side, _ := strings.Cut(of, "/")
				t.Flushes = disputes.SideCode(side)
			}
		}
		for _, c := range j.Cautions {
			if !slices.Contains(row.Cautions, c.Code) {
				t.Care = append(t.Care, c.Code)
			}
		}
		if row.Mixes {
			t.Mixed = mixedIn(j.Amounts.Typed)
		}
	}
	return k.DoneOf(t, untold(told))
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
		name := words[m[1]:end]
		first, size := utf8.DecodeRuneInString(name)
		mixed := Mixing{Own: name, ML: ml}
		for _, said := range []string{name, string(unicode.ToUpper(first)) + name[size:]} {
			if code, ok := knowledge.Once("components", said); ok {
				mixed = Mixing{Component: code, ML: ml}
			}
		}
		list = append(list, mixed)
	}
	return list
}

// LeftDry holds where the first water of a home was left out, and was to be given.
func (k *Knowledge) LeftDry(d *Done) bool {
	left := func(f Finished) bool { return f.Code == firstWater && f.State == work.Skipped }
	return d != nil && slices.ContainsFunc(d.Jobs, left) && !acts.Of(k.task(d).firstWater().Sense).Alike(acts.NoWater)
}

// firstWater is the job of watering it in.
const firstWater = "first-water"

// task is what the jobs hung on.
func (k *Knowledge) task(d *Done) Task {
	route, _ := k.Route(d.Route)
	return Task{
		Route: route, Still: d.Still, Starts: d.Starts, NotFlushed: d.NoFlush, Flushes: d.Flushes,
		Care: d.Care, Mixed: d.Mixed, Under: d.Under,
	}
}

// Finished are the jobs that were done, in words.
func (k *Knowledge) Finished(d *Done) []Job {
	if d == nil {
		return nil
	}
	if d.Told != nil {
		return untold(d.Told)
	}
	t := k.task(d)
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
