package judgement

import (
	"sync"

	"therapeon/core/aftercare"
	"therapeon/core/knowledge"
	"therapeon/core/message"
)

// Cared is the aftercare of a plant with what it asks for. The aftercare has heard its look: what that
// forbids is not among its jobs.
type Cared struct {
	aftercare.Care
	Runs     []Followed `json:"runs" required:"true" description:"the protocols that run, that of its home first"`
	Due      []Due      `json:"due" required:"true" description:"the next turn of each job, the first due first"`
	Alarms   []Sounding `json:"alarms" required:"true"`
	Snoozed  []Sounding `json:"snoozed" required:"true" description:"alarms that sound, and were put off with a reason"`
	Deferred []Sounding `json:"deferred" required:"true" description:"alarms of which its look, which has heard them, says otherwise"`

	HeldBackWords knowledge.Sentence `json:"held_back_words,omitzero"`
	MissingWhy    *knowledge.Text    `json:"missing_why,omitempty" description:"why it is not followed"`
}

// Followed is a protocol that runs, with its gates.
type Followed struct {
	aftercare.Running
	Gates []Gate `json:"gates" required:"true"`
}

// Gate is a gate as it stands, with what is done once it opens, and where it does not.
type Gate struct {
	aftercare.Standing
	Opens Instruction  `json:"opens" required:"true"`
	Alarm *Instruction `json:"alarm,omitempty"`
}

// Due is the next turn of a job.
type Due struct {
	aftercare.Due
	Do Saying `json:"do" required:"true"`
}

// Sounding is an alarm that sounds, with what to do.
type Sounding struct {
	aftercare.Sounding
	Then Instruction `json:"then" required:"true"`
}

// OfCare is what the aftercare of a plant comes to.
func OfCare(care aftercare.Care) Cared {
	gate := func(g aftercare.Standing) Gate { return Gate{g, instruct(g.Opens), Told(g.Alarm)} }
	sounding := func(s aftercare.Sounding) Sounding { return Sounding{s, instruct(s.Then)} }
	of := Cared{
		Care:   care,
		Runs:   views(care.Runs, func(r aftercare.Running) Followed { return Followed{r, views(r.Waited(), gate)} }),
		Due:    views(care.Due, func(d aftercare.Due) Due { return Due{d, tell(d.Do)} }),
		Alarms: views(care.Alarms, sounding), Snoozed: views(care.Snoozed, sounding),
		Deferred: views(care.Deferred, sounding),
	}
	if why, missing := aftercare.Table().MissingFor[care.Missing]; missing {
		of.MissingWhy = &why
	}
	if care.HeldBack != "" {
		of.HeldBackWords = knowledge.Say(message.Of("aftercare.held_back." + care.HeldBack))
	}
	return of
}

// JobOf is a job of the aftercare as it is told, by its code; nothing for one that is not known.
func JobOf(code string) Saying { return jobs()[code] }

var jobs = sync.OnceValue(func() map[string]Saying {
	all := map[string]Saying{}
	for _, job := range aftercare.Table().Jobs {
		all[job.Code] = say(job.Do)
	}
	return all
})

// AlarmOf is what to do on an alarm of a protocol, or when a gate of it does not come.
func AlarmOf(protocol, code string) Saying {
	return say(aftercare.Table().AlarmWords(protocol, code)).rests(code)
}

// LookBack is that a plant is looked back on, by what it is looked back over.
func LookBack(over message.Message) Saying {
	return say(message.All(message.Of("clinic.today.look-back"), over))
}

// Gone is an absence from a plant, with what is done about it.
type Gone struct {
	aftercare.Gone
	Makes  []Makes       `json:"makes" required:"true" description:"what would make it last, the gentlest first"`
	Before []Instruction `json:"before" required:"true" description:"what to do before leaving"`
	Sits   []Sitter      `json:"sits" required:"true" description:"what someone who waters meanwhile does, day by day"`
}

// Makes is something that makes a plant last longer.
type Makes struct {
	aftercare.Makes
	Do Instruction `json:"do" required:"true"`
}

// Sitter is a job for someone who waters meanwhile, in plain words.
type Sitter struct {
	aftercare.Sitter
	Do Instruction `json:"do" required:"true"`
}

// OfAbsence is what an absence from a day on comes to for a plant.
func OfAbsence(g aftercare.Gone, from string) Gone {
	then := message.When{Is: message.OnDay, Day: from}
	return Gone{
		Gone: g, Before: instructs(g.Before),
		Makes: views(g.Makes, func(m aftercare.Makes) Makes { return Makes{m, instruct(m.Do).at(then)} }),
		Sits:  views(g.Sits, func(s aftercare.Sitter) Sitter { return Sitter{s, instruct(s.Do)} }),
	}
}

// Never is what someone who waters meanwhile must not do.
func Never() []Instruction { return instructs(aftercare.Table().Away.Never) }
