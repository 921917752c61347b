package bench

import (
	"encoding/json"

	"therapeon/clinic/record"
	"therapeon/core/causes"
	"therapeon/core/cleaning"
	"therapeon/core/judgement"
	"therapeon/core/knowledge"
	"therapeon/core/look"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/roots"
)

// Summary is a verdict in short, for lists.
type Summary struct {
	ReadingID int64              `json:"reading_id" required:"true"`
	ReadOn    string             `json:"read_on" required:"true"`
	Headline  judgement.Saying   `json:"headline" required:"true"`
	Grade     roots.GradeCode    `json:"grade" required:"true" description:"as found, before the cuts"`
	Low       roots.GradeCode    `json:"grade_low,omitempty"`
	High      roots.GradeCode    `json:"grade_high,omitempty"`
	Starved   bool               `json:"starved,omitempty" description:"too little living root for its leaves"`
	ForLeaves bool               `json:"for_leaves,omitempty" description:"the grade goes by what its leaves ask for"`
	Words     knowledge.Sentence `json:"words,omitzero" description:"the grade as found, or what the cuts left"`
	Roots     int                `json:"roots" required:"true"`
	Viable    roots.Range        `json:"viable_by_length" required:"true"`
	LiveMM    roots.Range        `json:"live_length_mm" required:"true"`
	Tips      int                `json:"growing_tips" required:"true"`
	Cuts      int                `json:"cuts" required:"true"`
	Rechecks  int                `json:"rechecks" required:"true"`

	Left       *LeftShort      `json:"left,omitempty" description:"the roots as the cuts left them, once one was made"`
	Unreadable message.Message `json:"unreadable,omitzero" description:"said where what is kept of it cannot be read"`
}

// LeftShort is what the cuts left, in short.
type LeftShort struct {
	Roots  int         `json:"roots" required:"true"`
	Viable roots.Range `json:"viable_by_length" required:"true"`
	LiveMM roots.Range `json:"live_length_mm" required:"true"`
}

// readingShort is a reading in short as it is kept: its words are made when it is read.
type readingShort struct {
	Summary
	Line roots.Line        `json:"line"`
	Work *cleaning.Counted `json:"cutting,omitempty"`  // once a cut was made
	Told string            `json:"headline,omitempty"` // by an older program, until it is judged anew
}

// SummaryOf is a reading for lists. One that cannot be read says so and takes no
// other down.
func SummaryOf(id int64, readOn, doc string) Summary {
	var kept readingShort
	if err := json.Unmarshal([]byte(doc), &kept); err != nil {
		return Summary{ReadingID: id, ReadOn: readOn, Unreadable: record.Unread("reading", id, err)}
	}
	s := kept.Summary
	s.ReadingID, s.ReadOn, s.Headline = id, readOn, judgement.ReadLine(kept.Line).Or(kept.Told)
	if kept.Work != nil {
		s.Headline = judgement.CutLine(*kept.Work)
	}
	if g := (roots.Grade{Code: s.Grade, Low: s.Low, High: s.High, ForLeaves: s.ForLeaves}); g.Code != "" {
		var left *roots.Left
		if s.Left != nil {
			left = &roots.Left{Roots: s.Left.Roots, Share: s.Left.Viable}
		}
		s.Words = knowledge.Say(g.Said(s.Viable, left))
	}
	return s
}

// InShort puts a patient's reading in short. Once cuts are made, how far they are is the
// news.
func InShort(p *patient.Patient) (string, error) {
	r, list := p.Roots(), cleaning.Cuts(p)
	t := r.Verdict.Totals
	kept := readingShort{Line: roots.LineOf(r.Reading, r.Verdict), Summary: Summary{
		Grade:     r.Verdict.Grade.Code,
		Low:       r.Verdict.Grade.Low,
		High:      r.Verdict.Grade.High,
		Starved:   r.Verdict.Grade.Starved,
		ForLeaves: r.Verdict.Grade.ForLeaves,
		Roots:     r.Reading.Count(),
		Viable:    t.ViableByLength,
		LiveMM:    t.LiveLengthMM,
		Tips:      t.GrowingTips,
		Cuts:      t.Cuts + t.SideCuts,
		Rechecks:  t.Rechecks,
	}}
	if list.CutsDone > 0 {
		of := r.After().Totals
		kept.Work = &cleaning.Counted{Cuts: list.Cuts, Done: list.CutsDone}
		kept.Left = &LeftShort{r.Left().Count(), of.ViableByLength, of.LiveLengthMM}
	}
	return record.AsDoc(kept)
}

// Looked is an inspection in short, for lists.
type Looked struct {
	InspectionID int64            `json:"inspection_id" required:"true"`
	LookedOn     string           `json:"looked_on" required:"true"`
	AgainOn      string           `json:"again_on,omitempty"`
	Again        judgement.Saying `json:"again,omitzero" description:"that in words"`
	LookInShort
	CausesInShort

	Unreadable message.Message `json:"unreadable,omitzero" description:"said where what is kept of it cannot be read"`
}

// Past is a look of a plant that is off the bench: it asks for nothing any more.
func (l *Looked) Past() {
	l.AgainOn, l.Again, l.Headline = "", judgement.Saying{}, l.Headline.Past()
}

// LookInShort is the look in a line.
type LookInShort struct {
	Decision string           `json:"decision" required:"true" enum:",leave,wait,soon,now,out"`
	Headline judgement.Saying `json:"headline" required:"true"`
}

// CausesInShort is the causes in a line.
type CausesInShort struct {
	Cause     knowledge.Sentence `json:"cause" required:"true" description:"in a line"`
	Judged    bool               `json:"judged,omitempty" description:"something was looked at that causes are judged by"`
	Clear     bool               `json:"clear,omitempty" description:"nothing is wrong, as far as was looked"`
	Undecided bool               `json:"undecided,omitempty" description:"a next check is open"`
	Alarm     bool               `json:"alarm,omitempty" description:"something that spreads is not ruled out"`
	Strips    bool               `json:"strips,omitempty" description:"its causes ask for the old medium to come off"`
	Apart     bool               `json:"apart,omitempty" description:"its causes ask that it be kept apart"`
}

// lookShort is a look in short as it is kept: its words are made when it is read.
type lookShort struct {
	Look struct {
		Decision string `json:"decision"`
		look.Line
		Told string `json:"headline,omitempty"` // by an older program, until it is judged anew
	} `json:"look"`
	Causes struct {
		Line      causes.Line `json:"line"`
		Told      string      `json:"cause,omitempty"` // by an older program, until it is judged anew
		Undecided bool        `json:"undecided,omitempty"`
		Alarm     bool        `json:"alarm,omitempty"`
		Strips    bool        `json:"strips,omitempty"`
		Apart     bool        `json:"apart,omitempty"`
	} `json:"causes"`
}

// LookShortOf reads a look in short; an empty one is of no look.
func LookShortOf(doc string) (lookShort, error) {
	var short lookShort
	if doc == "" {
		return short, nil
	}
	return short, json.Unmarshal([]byte(doc), &short)
}

// LookRow is a look as its row keeps it.
type LookRow struct {
	ID      int64
	On      string
	AgainOn string
	Short   string
}

// LookShown is an inspection for lists. One that cannot be read says so and takes no
// other down.
func LookShown(row LookRow, today string) Looked {
	id, on, again := row.ID, row.On, row.AgainOn
	s, err := LookShortOf(row.Short)
	if err != nil {
		return Looked{InspectionID: id, LookedOn: on, AgainOn: again, Unreadable: record.Unread("look", id, err)}
	}
	of := s.Causes
	headline := judgement.LineOf(s.Look.Line).Or(s.Look.Told)
	return Looked{
		InspectionID: id, LookedOn: on, AgainOn: again, Again: judgement.Again(s.Look.Decision, headline, again, today),
		LookInShort: LookInShort{s.Look.Decision, headline},
		CausesInShort: CausesInShort{
			Cause:  knowledge.Say(causes.Table().Words(of.Line).Or(message.Plain(of.Told))),
			Judged: of.Line.Judged() || of.Told != "",
			Clear:  of.Line.Clear(), Undecided: of.Undecided, Alarm: of.Alarm, Strips: of.Strips, Apart: of.Apart,
		},
	}
}

// InShort is the inspection for lists: the look, and the causes.
func (all Inspected) InShort() (string, error) {
	var s lookShort
	s.Look.Decision, s.Look.Line = all.Look.Decision, all.Look.Line
	heard := all.Causes.Heard()
	s.Causes.Line, s.Causes.Undecided = all.Causes.Line, len(all.Causes.Next) > 0
	s.Causes.Alarm, s.Causes.Strips, s.Causes.Apart = heard.Alarm, heard.Strips, heard.Apart
	return record.AsDoc(s)
}
