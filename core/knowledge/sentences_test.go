package knowledge_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"

	"therapeon/core/knowledge"
	"therapeon/core/knowledge/words"
	"therapeon/core/message"
)

// What each sentence is was decided by hand, by the words a grower would hear. Common practice, no source.
func TestWhatASentenceIs(t *testing.T) {
	for code, want := range map[string]message.Sense{
		"look.lines.water":                            {Type: message.Instruction, Act: "water", Degree: "through"},
		"look.lines.water-little":                     {Type: message.Instruction, Act: "water", Degree: "a-little"},
		"actions.no-more-water.words":                 {Type: message.Instruction, Act: "water", Degree: "none"},
		"actions.keep-dry.words":                      {Type: message.Instruction, Act: "water", Degree: "less"},
		"rehome.routes.bench.air":                     {Type: message.Instruction, Act: "air", Degree: "little"},
		"rehome.routes.bark.air":                      {Type: message.Instruction, Act: "air", Degree: "more"},
		"rehome.jobs.empty.do":                        {Type: message.Instruction, Act: "reservoir", Degree: "none"},
		"cleaning.jobs.spike-cut.do":                  {Type: message.Instruction, Act: "spike", Degree: "cut"},
		"wishes.wishes.feed":                          {Type: message.Instruction, Act: "feed", Degree: "usual"},
		"roots.say.nothing-yet":                       {Type: message.Instruction, Act: "cut", Object: "roots", Degree: "none"},
		"look.signs.sour-smell.why":                   {Type: message.Reason},
		"aftercare.jobs.flush.late":                   {Type: message.Reason},
		"findings.stays-wet.tell":                     {Type: message.HowTo},
		"unpot.steps.squeeze.words":                   {Type: message.HowTo},
		"progress.evidence.limp":                      {Type: message.Statement, Fact: "limp"},
		"aftercare.beside.always.alarms.smells.words": {Type: message.Statement, Fact: "smells"},
		"disputes.cut_powder.choices.dry.reason":      {Type: message.OtherSide},
		"findings.stays-wet.name":                     {},
		"clinic.check.this-does-not-fit":              {},
	} {
		assert.Equal(t, want, knowledge.SenseOf(code), code)
	}
}

// A line of the table that fits no entry, or an instruction without an act, is a mistake in the table.
func TestTheTableOfSensesFitsTheCatalogue(t *testing.T) {
	acts := map[string]bool{}
	for code := range words.In(words.English) {
		s := knowledge.SenseOf(code)
		if s.Type == message.Instruction {
			assert.NotEmpty(t, s.Act, "%s tells what to do without an act", code)
			acts[s.Act] = true
		}
		if s.Type == message.Statement {
			assert.NotEmpty(t, s.Fact, code)
		}
	}
	for _, act := range knowledge.Acts() {
		assert.True(t, acts[act], "no sentence has the act %s", act)
	}
	for _, pattern := range knowledge.SensePatterns() {
		if strings.HasPrefix(pattern, "wishes.wishes.") && strings.Count(pattern, ".") == 2 {
			continue // a wish itself, whatever it is answered
		}
		assert.True(t, fitsSome(pattern), "%s fits no entry", pattern)
	}
}

func fitsSome(pattern string) bool {
	for code := range words.In(words.English) {
		if knowledge.Fits(pattern, code) {
			return true
		}
	}
	return false
}

// A message of several sentences has the sense of each; one that only carries another has that one's.
func TestTheSenseOfWhatIsMadeOfSeveral(t *testing.T) {
	home := message.Of("patient.home.since", message.Name("home", "Bark"), message.On("since", "2030-05-02"))
	s := knowledge.Say(message.All(home, message.Of("look.again.at", message.On("on", "2030-05-30"))))
	assert.Len(t, s.Parts, 2)
	assert.Equal(t, message.Sense{Type: message.Statement, Fact: "since", Day: "2030-05-02"}, s.Parts[0].Sense)
	assert.Equal(t, message.Sense{
		Type: message.Instruction, Act: "check", When: message.When{Is: message.OnDay, Day: "2030-05-30"},
	}, s.Parts[1].Sense)

	due := knowledge.Say(message.Of("advice.say.do", message.Told("do", message.Of("aftercare.jobs.sip.do"))))
	assert.Equal(t, "water", due.Sense.Act)
	assert.Equal(t, "a-little", due.Sense.Degree)

	known := message.Sense{Type: message.Statement, Fact: "since", Day: "2030-05-02"}
	assert.Equal(t, known, knowledge.Say(home).Seen("2031-01-01").Sense, "the day that it names itself")
	assert.Equal(t, "2031-01-01", knowledge.Say(message.Of("progress.evidence.limp")).Seen("2031-01-01").Sense.Day)
	assert.Empty(t, due.Seen("2031-01-01").Sense.Day, "no statement")

	told := due.At(message.When{Is: message.AtOnce}).Rests("limp")
	assert.Equal(t, []string{"limp"}, told.Sense.Premises)
	assert.Empty(t, due.Sense.Premises, "the sentence before is as it was")
	assert.Equal(t, "a-little", told.Moment(message.Of("look.again.today"), message.When{Is: message.AtOnce}).Sense.Degree)
}
