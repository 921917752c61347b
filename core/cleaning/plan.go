package cleaning

import (
	"slices"
	"sync"

	"therapeon/core/acts"
	"therapeon/core/disputes"
	"therapeon/core/knowledge"
	"therapeon/core/look"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/work"
)

// entry is a job as the table has it.
type entry struct {
	Code    string            `yaml:"code"`
	Stage   string            `yaml:"stage"`
	Do      knowledge.Text    `yaml:"do"`
	Why     knowledge.Text    `yaml:"why"`
	Product string            `yaml:"product"`
	Use     string            `yaml:"use"`
	Minutes *knowledge.Number `yaml:"minutes"`
	Timer   message.Message   `yaml:"timer"` // what its timer is called
	Care    []string          `yaml:"care"`
	Says    []acts.Act        `yaml:"says"`
	Into    string            `yaml:"into"` // the job that an action is part of
}

// planTable is the table of the plan.
type planTable struct {
	Stages  []work.Stage              `yaml:"stages"`
	Jobs    []entry                   `yaml:"jobs"`
	Actions []entry                   `yaml:"actions"`
	BadCase knowledge.Codes           `yaml:"bad_case"`
	Alone   knowledge.Codes           `yaml:"bad_alone"` // bad by itself
	Notes   map[string]knowledge.Text `yaml:"notes"`
}

var plans = sync.OnceValue(func() *planTable {
	var t planTable
	knowledge.MustRead("cleaning.yaml", &t)
	return &t
})

// TereteInstead is what pencil leaves get in place of oil and strong soap.
func TereteInstead() knowledge.Text { return plans().Notes["terete-instead"] }

// Stages lists the stages of a cleaning in working order, from the bench to what comes after.
func Stages() []work.Stage { return plans().Stages }

// TimerOf is what the timer of a job is called; empty for a job that has none.
func TimerOf(code string) message.Message {
	t := plans()
	for _, e := range slices.Concat(t.Jobs, t.Actions) {
		if e.Code == code {
			return e.Timer
		}
	}
	return message.Message{}
}

// Job is one thing to do: what, how much, how long, why, by which side.
type Job struct {
	Code     string              `json:"code" required:"true"`
	Stage    string              `json:"stage" required:"true" enum:"bench,bulk,cuts,spikes,dividing,treatment,rinse,dry,after"`
	Do       knowledge.Text      `json:"-"`
	Why      []knowledge.Text    `json:"-"`
	Because  []message.Message   `json:"because" required:"true" description:"the causes that ask for it, by name"`
	Side     *disputes.Side      `json:"side,omitempty" description:"where growers differ: the side it follows"`
	Product  string              `json:"product,omitempty" description:"what is mixed for it, see /api/v1/knowledge/solutions"`
	Use      string              `json:"use,omitempty"`
	Percent  float64             `json:"percent,omitempty"`
	VolumeML float64             `json:"volume_ml,omitempty" description:"usual amount for one plant"`
	HowMuch  message.Message     `json:"how_much,omitzero"`
	Minutes  float64             `json:"minutes,omitempty" description:"a timer goes with it"`
	Items    []Item              `json:"items" required:"true" description:"jobs of the cut list that are part of it"`
	Care     []knowledge.Caution `json:"care" required:"true" description:"cautions, acknowledged once by person"`
	Own      bool                `json:"own,omitempty" description:"added by the user"`
	Says     []acts.Act          `json:"-"`

	work.Status
}

// OwnJob is a job that the user added.
type OwnJob struct {
	Code  string `json:"code"`
	Stage string `json:"stage"`
	Do    string `json:"do"`
}

// Work is a cleaning in hand: the plant, what was decided of it, and what became of the
// jobs.
type Work struct {
	Patient *patient.Patient
	Spike   *look.Call // of its spike; nil: as its look says
	Divide  bool       // it can be divided today
	Marks   work.Marks
	Own     []OwnJob
}

// Plan is the work of a cleaning, in working order.
type Plan struct {
	Stages   []work.Stage       `json:"stages" required:"true"`
	Jobs     []Job              `json:"jobs" required:"true"`
	Open     int                `json:"open" required:"true"`
	Finished int                `json:"finished" required:"true" description:"done or skipped"`
	Headline knowledge.Sentence `json:"-"`
	Notes    []knowledge.Text   `json:"notes" required:"true"`
}

// left is how many of the cuts that are part of it are open.
func (j Job) left() int {
	left := 0
	for _, it := range j.Items {
		left += it.Count - it.Done
	}
	return left
}

// Checklist is the plan as a list of jobs that can be marked.
func (p Plan) Checklist() work.Checklist {
	list := work.Checklist{Name: "plan"}
	for _, j := range p.Jobs {
		list.Jobs = append(list.Jobs, work.Job{
			Code: j.Code, Do: j.Do.Value, Product: j.Product, Cautions: j.Care, Left: j.left(), State: j.State,
		})
	}
	return list
}

// SpikeCut is the job that takes a spike off.
const SpikeCut = "spike-cut"

// count counts the jobs, and says how far they are.
func (plan *Plan) count() {
	plan.Open, plan.Finished = 0, 0
	for _, j := range plan.Jobs {
		if j.State == work.Open {
			plan.Open++
		} else {
			plan.Finished++
		}
	}
	switch {
	case len(plan.Jobs) == 0:
		plan.Headline = knowledge.Say(message.Of("cleaning.say.nothing-to-clean-leave-it"))
	case plan.Open == 0:
		plan.Headline = knowledge.Say(message.Of("cleaning.say.everything-on-the-plan-is"))
	case plan.Finished == 0:
		plan.Headline = knowledge.Say(message.Of("cleaning.say.jobs-in-this-order", message.Count("n", plan.Open)))
	default:
		plan.Headline = knowledge.Say(message.Of("cleaning.say.of-jobs-done",
			message.Count("n", plan.Finished), message.Count("all", plan.Open+plan.Finished)))
	}
}

// amount is how much of its product a job takes.
func (j Job) amount() message.Message {
	if j.Percent == 0 {
		return message.Message{}
	}
	return message.Of("cleaning.say.about-of", message.Fixed("volume_ml", j.VolumeML, 0, "mL"), message.Exact("percent", j.Percent, "%"))
}
