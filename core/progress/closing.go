package progress

import (
	"therapeon/core/fault"
	"therapeon/core/message"
	"therapeon/core/patient"
)

// HowEnded says how a plant left the bench.
type HowEnded string

// How it left.
const (
	EndRecovered HowEnded = "recovered"
	EndGiven     HowEnded = "given"
	EndLost      HowEnded = "lost"
)

// Closing is how a plant left the bench, with what that teaches.
type Closing struct {
	How     HowEnded      `json:"how" required:"true" validate:"oneof=recovered given lost"`
	Word    string        `json:"word,omitempty" validate:"sentence" title:"progress.Closing.word" description:"a word on where it went, or anything else"`
	Cause   string        `json:"cause,omitempty" validate:"omitempty,cause" description:"of one that is lost: what killed it; left out: not known"`
	Rhizome string        `json:"rhizome,omitempty" validate:"omitempty,oneof=none doubtful firm" description:"of one that is lost: what of rhizome, eye or crown is left"`
	Medium  string        `json:"medium,omitempty" validate:"omitempty,oneof=boiled thrown" description:"of one that is lost: what became of its medium"`
	Anyway  bool          `json:"anyway,omitempty" description:"it is closed though something firm, or doubtful, is left; or as recovered though its stage is another"`
	Again   patient.YesNo `json:"again,omitempty" validate:"omitempty,oneof=yes no" description:"whether it would be done so again"`
	Lesson  string        `json:"lesson,omitempty" validate:"remark" title:"progress.Closing.lesson"`
}

// Doubts asks once whether a plant is closed as recovered whose stage says otherwise.
func (c Closing) Doubts(s Standing) fault.List {
	if c.How != EndRecovered || c.Anyway || s.Stage == Recovered {
		return nil
	}
	words := Table().Close["not-recovered"].Value
	if s.Stage == "" {
		words = Table().Close["not-known"].Value
	}
	return fault.List{{
		Field: "how", Words: words.With("stage", s.Name), Limit: message.Of("progress.say.recovered-or-anyway"),
		Value: c.How,
	}}
}

// Faults finds what does not go together: only of a lost plant is there a cause, and one with something firm
// left is not lost yet.
func (c Closing) Faults() fault.List {
	one := func(field string, limit message.Message, words Text, value any) fault.List {
		return fault.List{{Field: field, Words: words.Value, Limit: limit, Value: value}}
	}
	say := Table().Close
	if c.How != EndLost {
		only := []struct{ field, value string }{{"cause", c.Cause}, {"rhizome", c.Rhizome}, {"medium", c.Medium}}
		for _, f := range only {
			if f.value != "" {
				return one(f.field, message.Of("progress.say.only-of-a-lost-plant"), say["only-lost"], f.value)
			}
		}
		return nil
	}
	switch {
	case c.Rhizome == "":
		return one("rhizome", message.Of("progress.say.none-doubtful-or-firm"), say["feel-first"], nil)
	case c.Rhizome == "firm" && !c.Anyway:
		return one("rhizome", message.Of("progress.say.none-or-anyway"), say["firm"], c.Rhizome)
	case c.Rhizome == "doubtful" && !c.Anyway:
		return one("rhizome", message.Of("progress.say.none-or-anyway"), say["doubtful"], c.Rhizome)
	}
	return nil
}
