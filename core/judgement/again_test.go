package judgement_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"therapeon/core/judgement"
	"therapeon/core/look"
	"therapeon/core/message"
	"therapeon/language/english"
)

// Beside a headline stands its moment, with the act of the headline, or when to look again.
func TestAgain(t *testing.T) {
	unpot := judgement.LineOf(look.Line{Say: look.Soon})
	for decision, x := range map[string]struct {
		words, act string
		when       message.When
	}{
		look.Soon:  {"By 3 May 2029.", "unpot", message.When{Is: message.ByDay, Day: "2029-05-03"}},
		look.Now:   {"Today.", "unpot", message.When{Is: message.AtOnce}},
		look.Leave: {"Look again on 3 May 2029.", "check", message.When{Is: message.OnDay, Day: "2029-05-03"}},
		look.Out:   {"Look at it on 3 May 2029.", "check", message.When{Is: message.OnDay, Day: "2029-05-03"}},
	} {
		s := judgement.Again(decision, unpot, "2029-05-03", "2029-05-03")
		assert.Equal(t, x.words, english.Say(s))
		assert.Equal(t, x.act, s.Sense().Act, decision)
		assert.Equal(t, x.when, s.Sense().When, decision)
	}
	late := judgement.Again(look.Leave, unpot, "2029-05-03", "2029-05-04")
	assert.Equal(t, "Look again today. That is overdue since 3 May 2029.", english.Say(late))
	assert.Equal(t, message.When{Is: message.AtOnce}, late.Sense().When)
	soon := judgement.Again(look.Soon, unpot, "2029-05-03", "2029-05-04")
	assert.Equal(t, "That is overdue since 3 May 2029.", english.Say(soon))
	assert.Equal(t, "unpot", soon.Sense().Act)
	assert.True(t, judgement.Again(look.Leave, unpot, "", "2029-05-03").IsZero(), "without a day nothing is said")
	assert.True(t, judgement.Again("", unpot, "2029-05-03", "2029-05-03").IsZero(), "nor before anything was looked at")
}
