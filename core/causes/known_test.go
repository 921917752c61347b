package causes

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/climate"
	"therapeon/core/knowledge"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/roots"
	"therapeon/core/taxa"
	"therapeon/language/english"
)

func mm(v float64) *float64 { return &v }

func batch(id string, n int, depth roots.Depth, growth int, s ...roots.Segment) roots.Root {
	return roots.Root{ID: id, Count: n, Depth: depth, Growth: growth, Segments: s}
}

func run(length float64, feel roots.Feel, colour roots.Colour) roots.Segment {
	return roots.Segment{LengthMM: mm(length), Feel: feel, Colour: colour}
}

// at is a plant of a group, looked at on a day.
func at(t *testing.T, group string) *patient.Patient {
	t.Helper()
	profile, ok := taxa.Find(group)
	require.True(t, ok)
	return &patient.Patient{
		Profile: profile, House: patient.House{CutMarginMM: 4}, Day: "2030-06-15",
		Looks: []patient.Look{{On: "2030-06-15"}},
	}
}

// knows is what follows from a reading, as finding → state.
func knows(t *testing.T, group string, r roots.Reading, change func(*patient.Patient)) patient.Findings {
	t.Helper()
	p := at(t, group)
	p.Reading = &patient.Reading{On: "2030-06-14", Roots: r}
	if change != nil {
		change(p)
	}
	states := patient.Findings{}
	for _, k := range Knows(p) {
		_, ok := Table().Finding(k.Finding)
		assert.True(t, ok, k.Finding)
		assert.NotEmpty(t, k.From, k.Finding)
		assert.Empty(t, states[k.Finding], "%s is said once", k.Finding)
		states[k.Finding] = k.State
	}
	return states
}

// What stands before the pot counts in the pot; what a reading found weighs on the causes.
func TestTheLookHearsWhatCanBeSeenInThePot(t *testing.T) {
	p := at(t, "cattleya")
	p.Intake.BulbState = patient.Shrivelled
	p.Reading = &patient.Reading{On: "2030-06-14", Roots: roots.Reading{NoneFound: true}}
	assert.Empty(t, SeenInPot(p), "nothing was looked at yet")
	p.Looks[0].Noted.Findings = patient.Findings{"crust": Absent}
	assert.Equal(t, patient.Findings{"crust": Absent, "bulbs-shrivelled": Present}, SeenInPot(p))
	p.Looks[0].Noted.Findings["bulbs-shrivelled"] = Absent
	assert.Equal(t, Absent, SeenInPot(p)["bulbs-shrivelled"], "the user's own word goes first")
}

func TestTheUsersOwnWordGoesFirst(t *testing.T) {
	k := Table()
	known := []Known{
		{Finding: "crust", State: Present, From: knowledge.Say(message.Plain("Roots"))},
		{Finding: "clear-pot", State: Present, From: knowledge.Say(message.Plain("Intake"))},
	}
	v := k.judge(clues{Group: "vanda", Known: known, Findings: patient.Findings{"crust": Absent}})
	assert.Equal(t, known[1:], v.Known)
}

// What the user settles holds, and the word of the findings alone stays beside it.
func TestConfirmingAndRejecting(t *testing.T) {
	k := Table()
	c := clues{
		Group:    "cattleya",
		Bulbs:    true,
		Findings: patient.Findings{"hard-patches": Present, "mushy-roots": Present, "stays-wet": Present},
	}
	before := k.judge(c)
	c.Settled = map[string]patient.Word{"salt-burn": Rejected, "snails": Confirmed}
	after := k.judge(c)
	assert.Contains(t, before.Plan, "soak-flush")
	assert.NotContains(t, after.Plan, "soak-flush")
	assert.Contains(t, after.Plan, "peroxide-fizz")
	assert.Contains(t, english.Say(after.Headline), "snails or slugs: confirmed")
	for i, j := range before.Causes {
		assert.Equal(t, j.Chance, after.Causes[i].Chance, "what the findings say is not touched by the user's word")
	}
	assert.Empty(t, k.judge(clues{Group: "vanda"}).Next, "nothing is asked before anything was looked at")
	assert.Equal(t, "Nothing was looked at yet.", english.Say(k.judge(clues{Group: "vanda"}).Headline))
}

// Wilt and rot that may be there are raised, and what decides on them is asked first.
func TestWhatSpreadsIsRaisedOutOfOrder(t *testing.T) {
	v := Table().judge(
		clues{Group: "cattleya", Bulbs: true, Unpotted: true, Findings: patient.Findings{"leaves-one-sided": Present}},
	)
	assert.Contains(t, v.Alarms, "wilt-fungus")
	assert.Contains(t, english.Say(Table().KeepApart(v.Alarms)), "cannot be ruled out, and it spreads. Keep this plant apart until it is settled.")
	require.NotEmpty(t, v.Next)
	assert.True(t, v.Next[0].Urgent)
	moved := false
	for _, m := range v.Next[0].Yes.Moves {
		moved = moved || m.Cause == "wilt-fungus" && m.To > 0.8
	}
	assert.True(t, moved, "it decides on the wilt: %+v", v.Next[0])
}

// A plant of which everything was looked for has nothing left to ask.
func TestWhenNothingWouldChangeThePlanTheAskingStops(t *testing.T) {
	k := Table()
	c := clues{Group: "phalaenopsis", Unpotted: true, Findings: patient.Findings{}}
	asked := 0
	for {
		v := k.judge(c)
		if len(v.Next) == 0 && len(c.Findings) > 0 {
			assert.True(t, v.Enough)
			assert.True(t, v.Clear, v.Headline)
			break
		}
		next := "leaves-limp"
		if len(v.Next) > 0 {
			next = v.Next[0].Finding
			assert.True(t, v.Next[0].Yes.NewPlan || v.Next[0].No.NewPlan, "a check that changes nothing is not asked")
		}
		c.Findings[next] = Absent
		asked++
	}
	assert.Less(t, asked, len(k.Findings)*3/4, "it stops before everything was looked for")
	t.Logf("%d checks to clear a sound plant", asked)
}

// From memory, no source: moss lives 15 months at 20 °C, 0.62 of that at 27 °C, bark 27; what a
// plant drank and was fed is evidence. The user's own word on the medium goes before its age.
func TestTheAgeOfAMediumIsThatOfItsKindAndWarmth(t *testing.T) {
	old := func(medium string, warmC float64) patient.FindingState {
		return knows(t, "phalaenopsis", roots.Reading{}, func(p *patient.Patient) {
			p.Intake = patient.Intake{OldMedium: medium, LastRepotted: "2029-04"} // 14 months before
			p.Site = &patient.Site{Name: "Shelf", Climate: &climate.Station{
				Zone: time.UTC, Usual: &climate.Day{LowC: warmC, HighC: warmC},
			}}
		})["medium-old"]
	}
	assert.Equal(t, Absent, old("moss", 20))
	assert.Equal(t, Present, old("moss", 27), "moss is gone in a hot year")
	assert.Equal(t, Absent, old("bark", 27))
	assert.Equal(t, Present, old("compost", 20))

	said := knows(t, "phalaenopsis", roots.Reading{}, func(p *patient.Patient) {
		p.Intake = patient.Intake{WaterSoFar: "hard", FedSoFar: "none"}
	})
	assert.Equal(t, Present, said["hard-water"])
	assert.Equal(t, Absent, said["heavy-feeding"])
	assert.Equal(t, Present, said["unfed"])
}
