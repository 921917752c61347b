package work

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"therapeon/core/fault"
	"therapeon/core/knowledge"
	"therapeon/core/message"
	"therapeon/language/english"
)

func list() Checklist {
	return Checklist{Name: "plan", Jobs: []Job{
		{Code: "cut", Do: message.Plain("Cut the dead roots"), Left: 2},
		{Code: "spray", Do: message.Plain("Spray with oil"), Product: "oil", Cautions: []knowledge.Caution{{Code: "label"}, {Code: "bees"}}},
		{Code: "hands", Do: message.Plain("Wash your hands")},
	}}
}

func field(t *testing.T, err error) string {
	t.Helper()
	var faults fault.List
	require.ErrorAs(t, err, &faults)
	return faults[0].Field
}

func TestTheGateOfAJob(t *testing.T) {
	l, marks := list(), Marks{}
	assert.Equal(t, "job", field(t, l.Apply(Change{Job: "dance", State: Done}, marks)))
	assert.Equal(t, "state", field(t, l.Apply(Change{Job: "cut", State: Done}, marks)), "two cuts are open")
	assert.Equal(t, "reason", field(t, l.Apply(Change{Job: "cut", State: Skipped}, marks)))
	half := []Seen{{Product: "oil", Caution: "label"}, {Caution: "bees"}}
	assert.Equal(t, "person", field(t, l.Apply(Change{Job: "spray", State: Done, Seen: half}, marks)),
		"read at another product does not count")
	assert.Empty(t, marks, "nothing half-marked")

	require.NoError(t, l.Apply(Change{Job: "cut", State: Skipped, Reason: "no blade", On: "2030-01-02"}, marks))
	assert.Equal(t, Status{State: Skipped, Reason: "no blade", On: "2030-01-02"}, marks.Of("cut"))
	read := append(half, Seen{Product: "oil", Caution: "bees"})
	require.NoError(t, l.Apply(Change{Job: "spray", State: Done, Seen: read, On: "2030-01-02"}, marks))
	require.NoError(t, l.Apply(Change{Job: "cut", State: Open}, marks))
	assert.Equal(t, Status{State: Open}, marks.Of("cut"))
	assert.Equal(t, Status{State: Open}, Marks(nil).Of("anything"))
}

func TestAListClosesOnceNothingIsOpen(t *testing.T) {
	l := list()
	for i, s := range []State{Skipped, Done, Open} {
		l.Jobs[i].State = s
	}
	assert.Equal(t, "closed", field(t, l.Close("closed", "", nil)))
	l.Jobs[2].State = Done
	assert.Equal(t, "person", field(t, l.Close("closed", "", nil)), "who closes it answers for what was done")
	require.NoError(t, l.Close("closed", "", []Seen{{"oil", "label"}, {"oil", "bees"}}))
}

// Whatever is said of jobs, one is open, done or skipped, and no mark appears for a job that
// is refused.
func TestMarksHoldWhatWasAccepted(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		l, marks := list(), Marks{}
		for range rapid.IntRange(0, 12).Draw(t, "changes") {
			c := Change{
				Job:    rapid.SampledFrom([]string{"cut", "spray", "hands", "dance"}).Draw(t, "job"),
				State:  rapid.SampledFrom([]State{Open, Done, Skipped}).Draw(t, "state"),
				Reason: rapid.SampledFrom([]string{"", "why"}).Draw(t, "reason"),
			}
			before := fmt.Sprint(marks)
			if err := l.Apply(c, marks); err != nil {
				assert.Equal(t, before, fmt.Sprint(marks))
				continue
			}
			assert.Equal(t, c.State, marks.Of(c.Job).State)
		}
	})
}

// A job with two parts open is not done until they are.
func ExampleChecklist_Apply() {
	plan := Checklist{Name: "plan", Jobs: []Job{{Code: "cut-roots", Do: message.Plain("Cut the dead roots"), Left: 2}}}
	marks := Marks{}
	fmt.Println(english.Error(plan.Apply(Change{Job: "cut-roots", State: Done}, marks)))
	fmt.Println(english.Error(plan.Apply(Change{Job: "cut-roots", State: Skipped, Reason: "No light", On: "2030-03-01"}, marks)))
	fmt.Println(marks.Of("cut-roots").State)
	// Output:
	// state: 2 on the cut list are open. Check them off, or leave the job out and say why.
	//
	// skipped
}
