package judgement

import (
	"therapeon/core/acts"
	"therapeon/core/knowledge"
	"therapeon/core/message"
)

// Saying tells what to do in a sentence: a headline, a job. As an Instruction, it is made here alone. Rounds hold
// thousands, so that it is a pointer; what it points to is never changed.
type Saying struct{ of *knowledge.Sentence }

// say is a message that was decided on.
func say(m message.Message) Saying { return tell(knowledge.Say(m)) }

// tell is a sentence that was decided on.
func tell(s knowledge.Sentence) Saying { return Saying{&s} }

// Unread says that what is kept of a kind, by its code, cannot be read.
func Unread(kind string) Saying { return say(message.Of("unread." + kind)) }

// Or is a saying, or where it says nothing what an older program told, in its own words.
func (s Saying) Or(told string) Saying {
	if s.IsZero() {
		return say(message.Plain(told))
	}
	return s
}

// sentence is what it says; an empty one says nothing.
func (s Saying) sentence() knowledge.Sentence {
	if s.of == nil {
		return knowledge.Sentence{}
	}
	return *s.of
}

// Words are what it says.
func (s Saying) Words() message.Message { return s.sentence().Value }

// Act is what it tells to do.
func (s Saying) Act() acts.Act { return acts.Of(s.Sense()) }

// Sense is what it is, with its moment and what it rests on.
func (s Saying) Sense() message.Sense { return s.sentence().Sense }

// IsZero holds for one that says nothing.
func (s Saying) IsZero() bool { return s.of == nil || s.of.IsZero() }

// Equal holds for two that say the same.
func (s Saying) Equal(other Saying) bool { return s.sentence().Equal(other.sentence()) }

// Past is what was said once: it asks for nothing any more.
func (s Saying) Past() Saying { return tell(s.sentence().Past()) }

// After is a saying after something else.
func (s Saying) After(m message.Message) Saying { return say(message.All(m, s.Words())) }

// at is a saying with its moment.
func (s Saying) at(when message.When) Saying { return tell(s.sentence().At(when)) }

// rests is a saying with codes of the facts that it rests on.
func (s Saying) rests(facts ...string) Saying { return tell(s.sentence().Rests(facts...)) }

// moment says in a sentence of its own when it is to be done.
func (s Saying) moment(m message.Message, when message.When) Saying {
	return tell(s.sentence().Moment(m, when))
}

// Written is what it is written as: a sentence.
func (s Saying) Written() any {
	if s.of == nil {
		return knowledge.Sentence{}
	}
	return s.of
}
