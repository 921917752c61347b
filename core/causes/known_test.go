package causes

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/roots"
	"therapeon/core/taxa"
)

func mm(v float64) *float64 { return &v }

func batch(id string, n int, depth roots.Depth, growth int, s ...roots.Segment) roots.Root {
	return roots.Root{ID: id, Count: n, Depth: depth, Growth: growth, Segments: s}
}

func run(length float64, feel roots.Feel, colour roots.Colour) roots.Segment {
	return roots.Segment{LengthMM: mm(length), Feel: feel, Colour: colour}
}

// knows is what follows from a reading, as finding → state.
func knows(t *testing.T, group string, r roots.Reading, change func(*Facts)) map[string]string {
	t.Helper()
	p, ok := taxa.Find(group)
	require.True(t, ok)
	v := roots.Read(r, roots.ContextFor(p, roots.Facts{CutMarginMM: 4}))
	f := Facts{Profile: p, Brown: p.Class() == taxa.Brown, Reading: &r, Verdict: &v, ReadOn: "5 January 2026"}
	if change != nil {
		change(&f)
	}
	states := map[string]string{}
	for _, k := range Knows(f) {
		_, ok := Table().Finding(k.Finding)
		assert.True(t, ok, k.Finding)
		assert.NotEmpty(t, k.From, k.Finding)
		assert.Empty(t, states[k.Finding], "%s is said once", k.Finding)
		states[k.Finding] = k.State
	}
	return states
}

func TestTheRootsSpeakForThemselves(t *testing.T) {
	drowned := knows(t, "phalaenopsis", roots.Reading{Roots: []roots.Root{
		batch(
			"a",
			14,
			roots.Core,
			1,
			run(60, roots.Mushy, ""),
		),
		batch("b", 4, roots.Edge, 2, run(80, roots.Firm, roots.ColourPale)),
	}}, nil)
	assert.Equal(t, Present, drowned["mushy-roots"])
	assert.Equal(t, Present, drowned["loss-in-core"])
	assert.Equal(t, Present, drowned["few-live-roots"])
	assert.Equal(t, Present, drowned["loss-oldest-first"])

	salted := knows(t, "phalaenopsis", roots.Reading{Crust: true, Roots: []roots.Root{
		batch("a", 6, roots.Edge, 0, run(60, roots.Firm, roots.PatchesHard), run(20, roots.Hollow, roots.EvenBrown)),
		batch("b", 3, roots.Bottom, 0, run(80, roots.Firm, roots.ColourPale)),
	}}, nil)
	assert.Equal(t, Present, salted["hard-patches"])
	assert.Equal(t, Present, salted["crust"])
	assert.Equal(t, Present, salted["loss-from-tips"])
	assert.Equal(t, Absent, salted["mushy-roots"], "all were felt")
	assert.Equal(t, Absent, salted["few-live-roots"])
	assert.Equal(t, Absent, salted["smooth-patches"], "every colour was noted")

	well := knows(
		t,
		"slipper",
		roots.Reading{Roots: []roots.Root{batch("a", 9, roots.Edge, 0, run(120, roots.Firm, roots.EvenBrown))}},
		nil,
	)
	assert.Equal(t, Present, well["even-brown"])
	assert.Equal(t, Present, well["brown-by-nature"])
	assert.Equal(t, Absent, well["few-live-roots"])

	surface := knows(t, "cattleya", roots.Reading{Roots: []roots.Root{
		batch(
			"a",
			5,
			roots.Surface,
			0,
			run(40, roots.Hollow, ""),
		),
		batch("b", 6, roots.Edge, 0, run(90, roots.Firm, "")),
	}}, nil)
	assert.Equal(t, Present, surface["loss-at-surface"])
	assert.Empty(t, surface["smooth-patches"], "colours not noted say nothing")

	unsure := knows(t, "phalaenopsis", roots.Reading{Roots: []roots.Root{batch("a", 9, "", 0, run(90, "", ""))}}, nil)
	assert.Empty(t, unsure["few-live-roots"], "doubt says nothing")
	assert.Empty(t, unsure["mushy-roots"])

	none := knows(t, "dendrobium-evergreen", roots.Reading{NoneFound: true}, nil)
	assert.Equal(t, Present, none["few-live-roots"])
}

func TestWhatIntakeAndPlaceKnow(t *testing.T) {
	smaller := true
	said := knows(t, "vanda", roots.Reading{}, func(f *Facts) {
		f.Brown, f.Medium, f.Pot, f.BulbState = false, "mineral", "clear", "plump"
		f.MediumMonths, f.DaysHere = &[2]float64{30, 42}, &[2]float64{5, 5}
		f.NightLowC, f.DayHighC, f.LeafSmaller = mm(9), mm(36), &smaller
	})
	assert.Equal(t, map[string]string{
		"brown-by-nature":  Absent,
		"medium-organic":   Absent,
		"clear-pot":        Present,
		"bulbs-shrivelled": Absent,
		"medium-old":       Present,
		"moved-lately":     Present,
		"cold-night":       Present,
		"hot-day":          Present,
		"growth-smaller":   Present,
	}, said)
	for days, wound := range map[float64]string{3: Present, 28: Present, 29: ""} {
		said = knows(
			t,
			"vanda",
			roots.Reading{},
			func(f *Facts) { f.Hurt = &Hurt{"Unpot", "a torn leaf", "3 March 2030", days} },
		)
		assert.Equal(t, wound, said["wound"], "%g days", days)
	}
	said = knows(t, "vanda", roots.Reading{}, func(f *Facts) {
		f.Brown, f.Medium, f.Pot, f.BulbState = true, "other", "clay", "mixed"
		f.MediumMonths, f.DaysHere, f.NightLowC = &[2]float64{18, 30}, &[2]float64{20, 60}, mm(20)
	})
	assert.Equal(
		t,
		map[string]string{"brown-by-nature": Present, "clear-pot": Absent, "cold-night": Absent},
		said,
		"a year that may be either says nothing",
	)
}

func TestTheUsersOwnWordGoesFirst(t *testing.T) {
	k := Table()
	known := []Known{
		{Finding: "crust", State: Present, From: "Roots"},
		{Finding: "clear-pot", State: Present, From: "Intake"},
	}
	v := k.Judge(Case{Group: "vanda", Known: known, Findings: map[string]string{"crust": Absent}})
	assert.Equal(t, known[1:], v.Known)
}

// What the user settles holds, and the word of the findings alone stays beside it.
func TestConfirmingAndRejecting(t *testing.T) {
	k := Table()
	c := Case{
		Group:    "cattleya",
		Bulbs:    true,
		Findings: map[string]string{"hard-patches": Present, "mushy-roots": Present, "stays-wet": Present},
	}
	before := k.Judge(c)
	c.Settled = map[string]string{"salt-burn": Rejected, "snails": Confirmed}
	after := k.Judge(c)
	assert.Contains(t, before.Plan, "soak-flush")
	assert.NotContains(t, after.Plan, "soak-flush")
	assert.Contains(t, after.Plan, "peroxide-fizz")
	assert.Contains(t, after.Headline, "snails or slugs: confirmed")
	for i, j := range before.Causes {
		assert.Equal(t, j.Chance, after.Causes[i].Chance, "what the findings say is not touched by the user's word")
	}
	assert.Empty(t, k.Judge(Case{Group: "vanda"}).Next, "nothing is asked before anything was looked at")
	assert.Equal(t, "Nothing was looked at yet.", k.Judge(Case{Group: "vanda"}).Headline)
}

// Wilt and rot that may be there are raised, and what decides on them is asked first.
func TestWhatSpreadsIsRaisedOutOfOrder(t *testing.T) {
	v := Table().Judge(
		Case{Group: "cattleya", Bulbs: true, Unpotted: true, Findings: map[string]string{"leaves-one-sided": Present}},
	)
	assert.Contains(t, v.Alarms, "wilt-fungus")
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
	c := Case{Group: "phalaenopsis", Unpotted: true, Findings: map[string]string{}}
	asked := 0
	for {
		v := k.Judge(c)
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
