package look

import (
	"therapeon/core/knowledge"
	"therapeon/core/message"
)

// Again says beside a headline when it is to be done, or when to look again; nothing without a day.
func Again(decision string, headline knowledge.Sentence, on string) knowledge.Sentence {
	day := message.On("on", on)
	switch {
	case decision == "" || on == "":
		return knowledge.Sentence{}
	case decision == Out:
		return knowledge.Say(message.Of("look.again.at", day))
	case decision == Now:
		return headline.Moment(message.Of("look.again.today"), message.When{Is: message.AtOnce})
	case decision == Soon:
		return headline.Moment(message.Of("look.again.by", day), message.When{Is: message.ByDay, Day: on})
	}
	return knowledge.Say(message.Of("look.again.later", day))
}

// LeafWords say whether the newest leaf is smaller than the one before; nothing where the two say nothing.
func LeafWords(smaller *bool) knowledge.Sentence {
	switch {
	case smaller == nil:
		return knowledge.Sentence{}
	case *smaller:
		return knowledge.Say(message.Of("look.leaf.smaller"))
	}
	return knowledge.Say(message.Of("look.leaf.as-large"))
}
