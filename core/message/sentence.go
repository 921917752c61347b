package message

// Writes is what keeps its words to itself, and writes them as something else.
type Writes interface{ Written() any }

// Type is what a sentence about a plant is.
type Type string

// The types of sentences.
const (
	Instruction Type = "instruction" // it tells what to do, or not to do
	Statement   Type = "statement"   // it says of the plant what somebody saw, felt, weighed or did
	Reason      Type = "reason"      // it says why, or what holds for any plant
	HowTo       Type = "how-to"      // it says how something is done
	OtherSide   Type = "other-side"  // it says what other growers do
)

// Sense is what a sentence about a plant is, and what it is about, as codes.
type Sense struct {
	Type Type `json:"type,omitempty" enum:"instruction,statement,reason,how-to,other-side"`

	// Of an instruction.
	Act      string   `json:"act,omitempty" description:"what is to be done, see /api/v1/knowledge/acts"`
	Object   string   `json:"object,omitempty" description:"with which part of the plant or its home"`
	Degree   string   `json:"degree,omitempty" description:"how much, or which of the ways"`
	When     When     `json:"when,omitzero"`
	Premises []string `json:"premises,omitempty" description:"codes of the facts it rests on, as far as they are known"`

	// Of a statement.
	Fact string `json:"fact,omitempty" description:"code of the fact"`
	Day  string `json:"day,omitempty" description:"the day of that fact, where it is known"`
}

// When is the moment of an act.
type When struct {
	Is  string `json:"is,omitempty" enum:"now,on,by,once,may,not-now,no" description:"no: it is not to be done"`
	Day string `json:"day,omitempty" description:"of now: the day it holds until; of not-now: the day it is asked anew"`
}

// The moments of an act.
const (
	AtOnce = "now"
	OnDay  = "on"
	ByDay  = "by"
	Once   = "once" // something is seen
	May    = "may"
	NotNow = "not-now"
	No     = "no"
)

// Days are the days that a message names, in their order.
func (m Message) Days() (days []string) {
	for _, a := range m.Args {
		switch v := a.Value.(type) {
		case Day:
			days = append(days, string(v))
		case Message:
			days = append(days, v.Days()...)
		case Sentences:
			for _, one := range v {
				days = append(days, one.Days()...)
			}
		}
	}
	return days
}

// Parts are the sentences of a message that is several; else the message alone.
func (m Message) Parts() []Message {
	if all, ok := m.Arg("all").(Sentences); ok && m.Code == Sequence {
		return all
	}
	return []Message{m}
}
