package look

import (
	"therapeon/core/knowledge"
	"therapeon/core/message"
)

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
