// Package work is a list of jobs and what becomes of them, the same for cleaning,
// re-homing and care: stages in working order, marks, and the gate that cautions and
// open parts hold shut.
package work

import (
	"slices"

	"therapeon/core/fault"
	"therapeon/core/knowledge"
	"therapeon/core/message"
)

// State is what became of a job.
type State string

// States of a job.
const (
	Open    State = "open"
	Done    State = "done"
	Skipped State = "skipped"
)

// Stage is a part of the work, in working order.
type Stage struct {
	Code string          `yaml:"code" json:"code" required:"true"`
	Name message.Message `yaml:"name" json:"name" required:"true"`
}

// Mark is what became of a job, and on which day. A job without a mark is open.
type Mark struct {
	State  State  `json:"state"`
	Reason string `json:"reason,omitempty"`
	On     string `json:"on"`
}

// Marks are those of a list, by the code of the job.
type Marks map[string]Mark

// Status is a job's mark as a list shows it.
type Status struct {
	State  State  `json:"state" required:"true" enum:"open,done,skipped"`
	Reason string `json:"reason,omitempty" description:"why it was skipped"`
	On     string `json:"on,omitempty" description:"the day it was done or skipped"`
}

// Of is the status of a job by its code: open where nothing was marked.
func (m Marks) Of(code string) Status {
	if mark, ok := m[code]; ok && mark.State != "" {
		return Status(mark)
	}
	return Status{State: Open}
}

// Seen is a caution that someone acknowledged.
type Seen struct {
	Product string `json:"product,omitempty" validate:"code" description:"the product it stands at; left out where it belongs to none"`
	Caution string `json:"caution" required:"true" validate:"required,code"`
}

// Job is a job as its list holds it: what opens its gate, and what became of it.
type Job struct {
	Code     string
	Do       message.Message
	Product  string // what is mixed for it; its cautions are acknowledged for that
	Cautions []knowledge.Caution
	Left     int // parts of it that are to be checked off first
	State    State
}

// Checklist is a list of jobs under a name, such as "plan".
type Checklist struct {
	Name string
	Jobs []Job
}

// Change is what someone says of a job.
type Change struct {
	Job    string
	State  State
	Reason string // needed when it is skipped
	On     string // the day
	Person string
	Seen   []Seen // what this person has acknowledged
}

// Apply enters a change in the marks, or refuses it with a fault.List: a job that is not on
// the list, one skipped without a reason, one done while parts of it are open or before all
// its cautions were acknowledged. Opening a job again drops its mark.
func (l Checklist) Apply(c Change, marks Marks) error {
	i := slices.IndexFunc(l.Jobs, func(j Job) bool { return j.Code == c.Job })
	if i < 0 {
		return oneFault("job", message.Of("work."+l.Name+"-not-on-it"),
			message.Of("work."+l.Name+"-a-job"), c.Job)
	}
	switch {
	case c.State == Skipped && c.Reason == "":
		return oneFault("reason", message.Of("work.say.say-why-it-is-left"), message.Of("limits.not-empty"), "")
	case c.State == Done && l.Jobs[i].Left > 0:
		return oneFault("state",
			message.Of("work.say.on-the-cut-list-are", message.Count("n", l.Jobs[i].Left)),
			message.Of("work.say.every-cut-checked-off"), c.State)
	case c.State == Done:
		if err := l.Jobs[i].gate(c.Seen, c.Person); err != nil {
			return err
		}
	}
	if c.State == Open {
		delete(marks, c.Job)
	} else {
		marks[c.Job] = Mark{State: c.State, Reason: c.Reason, On: c.On}
	}
	return nil
}

// gate holds a job shut until all its cautions were acknowledged.
func (j Job) gate(seen []Seen, person string) error {
	for _, caution := range j.Cautions {
		if !slices.Contains(seen, Seen{j.Product, caution.Code}) {
			return oneFault("person", message.Of("work.say.read-the-cautions-at-first", message.Told("do", j.Do)),
				message.Of("work.say.cautions-acknowledged"), person)
		}
	}
	return nil
}

// Close tells whether the list can be closed by someone: nothing on it is open, and who
// closes it has acknowledged the cautions of all that was done. The fault of an open job
// is told of a field.
func (l Checklist) Close(field, person string, seen []Seen) error {
	if open := l.Open(); open > 0 {
		return oneFault(field, message.Of("work.say.jobs-are-open-do-them", message.Count("n", open)), message.Of("work.say.no-open-job"), open)
	}
	for _, j := range l.Jobs {
		if j.State != Done {
			continue
		}
		if err := j.gate(seen, person); err != nil {
			return err
		}
	}
	return nil
}

// Open is how many jobs are open: neither done nor left out.
func (l Checklist) Open() int {
	open := 0
	for _, j := range l.Jobs {
		if j.State == Open {
			open++
		}
	}
	return open
}

func oneFault(field string, words, limit message.Message, value any) fault.List {
	return fault.List{{Field: field, Words: words, Limit: limit, Value: value}}
}
