package progress

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/patient"
	"therapeon/core/roots"
	"therapeon/language/english"
)

// kept are the signs of a story on a day, in the table's order.
func kept(t *testing.T, told string, on int) (codes []string) {
	t.Helper()
	for _, s := range life(t, "cattleya", told).on(on).Verdict.Signs {
		codes = append(codes, s.Code)
	}
	return codes
}

// A sign is said for four weeks, and a plant that nobody saw for five is not judged: house rules.
func TestSignsAndSightFadeToTheDay(t *testing.T) {
	told := "0 read 3/5; 5 leaf limp"
	assert.Equal(t, []string{"limp"}, kept(t, told, 5+28))
	assert.Empty(t, kept(t, told, 5+29))
	code := func(on int) string { return life(t, "cattleya", told).on(on).Verdict.Code }
	assert.Equal(t, "holding", code(5+35))
	assert.Equal(t, "unseen", code(5+36))
	assert.Equal(t, "unknown", life(t, "cattleya", "0 look").on(1).Verdict.Code, "a look without findings tells nothing")
}

// How sure it is goes by the kinds of sign that agree; that it is critical counts as one, and so does that it
// has recovered: house rules.
func TestHowSureByTheSignsThatAgree(t *testing.T) {
	well := histories[27].told + "; 186 "
	for _, c := range []struct {
		told string
		on   int
		want string
	}{
		{"0 read 0/5; 0 leaf limp", 5, "early "},
		{"0 read 0/5; 1 leaf limp", 5, "losing fairly"},
		{"0 read 0/5; 1 read 0/5", 5, "losing little"},
		{well + "wobble no", 188, "recovered little"},
		{well + "nectar", 188, "recovered fairly"},
		{well + "nectar; 187 old branched; 186 leaf limp; 187 leaf firm", 188, "recovered sure"},
	} {
		v := life(t, "phalaenopsis", c.told).on(c.on).Verdict
		assert.Equal(t, c.want, v.Code+" "+v.Sure, c.told)
	}
}

// What a sign unsays, and at which figure each begins. Weeks of weights: 2 % and 0.5 %, four days apart at
// least; a leaf is another from 4 % on; old roots are kept at four fifths. House rules.
func TestSignsAtTheirFigures(t *testing.T) {
	for told, want := range map[string][]string{
		"0 read 3/5; 0 g 200; 7 g 195":                                                           {"weight-falls"},
		"0 read 3/5; 0 g 200; 7 g 196":                                                           nil,
		"0 read 3/5; 0 g 200; 7 g 199":                                                           nil,
		"0 read 3/5; 0 g 200; 7 g 199.1":                                                         {"weight-holds"},
		"0 read 3/5; 0 g 200; 3 g 190":                                                           nil,
		"0 read 3/5; 0 g 200; 4 g 190":                                                           {"weight-falls"},
		"0 read 3/5; 0 g 200; 4 g 190; 5 g 190 cut":                                              nil,
		"0 read 3/5; 0 g 200; 4 g 190; 8 g 190":                                                  {"weight-holds"},
		"0 read 5/5; 10 read 4/5":                                                                nil,
		"0 read 5/5; 10 read 3/5":                                                                {"old-lost"},
		"0 read 5/5; 10 readin 3/5":                                                              nil,
		"0 read 3/5; 5 old fifth-lost; 6 old kept":                                               nil,
		"0 read 3/5; 5 smell sour":                                                               {"smells"},
		"0 read 3/5; 5 smell decay; 6 smell none":                                                nil,
		"0 read 3/5; 5 tape A 5 branched":                                                        {"branched"},
		"0 read 3/5; 5 bulbs thinner; 6 bulbs same":                                              nil,
		"0 read 3/5; 5 look bulbs-shrivelled":                                                    {"thinner"},
		"0 read 3/5; 5 look bulbs-shrivelled; 6 look bulbs-shrivelled=absent":                    nil,
		"0 read 3/5; 5 look leaves-limp; 6 look leaves-limp=absent":                              {"firm-again"},
		"0 read 3/5; 5 look nectar-drops":                                                        {"nectar"},
		"0 read 3/5; 5 look tips-growing":                                                        {"new-tips", "stage-up"},
		"0 read 3/5; 5 look growth=new-roots":                                                    {"new-tips", "stage-up"},
		"0 read 3/5; 5 tips 1 growing; 6 look tips-growing=absent":                               {"tips-gone", "stage-back"},
		"0 read 3/5; 5 tips 1 growing; 6 look growth=resting":                                    {"tips-gone", "stage-back"},
		"0 read 3/5; 5 tips 1 growing; 6 look growth=growing":                                    {"new-tips", "stage-up"},
		"0 read 3/5; 5 tips 1 growing; 6 tips 1 still":                                           {"new-tips", "stage-up", "stands-still"},
		"0 read 3/5; 5 tips 1 still; 6 tips 1 growing":                                           {"new-tips", "stage-up"},
		"0 read 3/5; 5 tips 1 black":                                                             {"new-tips", "tips-black"},
		"0 readin 5/5 t; 0 home bark; 5 tips 1 growing edge; 6 tips 1 growing half; 7 leaf firm": {"tips-round", "stage-up"},
		"0 readin 5/5 t; 0 home bark; 5 tips 1 growing edge; 6 home bark; 6 leaf firm":           nil, // of the home before
	} {
		assert.Equal(t, want, kept(t, told, 10), told)
	}
	leaf := func(told string) []string { return kept(t, "0 read 3/5; 0 look before=120; "+told, 30) }
	assert.Empty(t, leaf("5 leafmm 100; 9 growth growing; 20 leafmm 95.9"))
	assert.Equal(t, []string{"leaf-large"}, leaf("5 leafmm 100; 9 growth growing; 20 leafmm 96"), "four fifths of 120")
	assert.Empty(t, leaf("5 leafmm 100; 20 leafmm 104"), "the same leaf")
	assert.Equal(t, []string{"leaf-large"}, leaf("5 leafmm 100; 20 leafmm 104.1"))
	for _, grown := range []string{"9 growth growing", "9 growth maturing", "9 shoot 12", "9 look growth=growing", "9 look growth=maturing"} {
		assert.Equal(t, []string{"leaf-large"}, leaf("5 leafmm 100; "+grown+"; 20 leafmm 100"), grown)
	}
	assert.Empty(t, leaf("5 leafmm 100; 9 shoot 0; 20 leafmm 100"))
	grown := "; 9 growth growing; 14 leafmm "
	assert.Equal(t, []string{"leaf-smaller"}, leaf("1 leafmm 90"+grown+"80; 20 leafmm 70"))
	assert.Empty(t, leaf("1 leafmm 90"+grown+"90; 20 leafmm 70"), "as large is not smaller")
}

// The largest leaf known before the loss is what new ones are measured against: the newest of the first look,
// or the one before it; what the intake says goes before both.
func TestWhatALeafIsMeasuredAgainst(t *testing.T) {
	for _, c := range []struct {
		told  string
		usual float64
		want  bool
	}{
		{"0 look leaf=100 before=120", 0, false}, {"0 look leaf=120 before=100", 0, false},
		{"0 look leaf=100 before=110", 0, true}, {"0 look leaf=50", 120, false}, {"0 look leaf=50", 110, true},
		{"1 leafmm 110", 0, true}, {"1 leafmm 120", 0, false},
	} {
		p := life(t, "cattleya", "0 read 3/5; "+c.told+"; 9 growth growing; 20 leafmm 90")
		if c.usual > 0 {
			p.Intake.UsualLeafMM = &c.usual
		}
		is := slices.ContainsFunc(p.on(25).Verdict.Signs, func(s Indication) bool { return s.Code == "leaf-large" })
		assert.Equal(t, c.want, is, "%v", c)
	}
}

// Stages at their figures: a root of 50 mm, a leaf of four fifths, 2 % a week. House rules.
func TestStagesAtTheirFigures(t *testing.T) {
	for told, want := range map[string]string{
		"0 read 2/5; 0 home bark; 30 tips 1 growing 50":   "0 holding, 30 establishing",
		"0 read 2/5; 0 home bark; 30 tips 1 growing 49.9": "0 holding, 30 rooting",
		"0 read 0/5; 0 leaf firm; 0 g 200; 7 g 196":       "0 holding",
		"0 read 0/5; 0 g 200; 7 g 196":                    "0 critical, 7 holding",
		"0 read 0/5; 0 g 200; 7 g 195.9":                  "0 critical",
		"0 g 200":                                         "", "0 g 200; 7 g 199": "7 holding",
		"0 tape A 20 new": "0 rooting", "0 tips 1": "0 rooting", "0 tips 0": "", "0 bulbs same": "0 holding",
		"0 read 2/5; 0 home bark; 5 grips":                                                           "0 holding, 5 establishing",
		"0 read 2/5; 0 home bark; 5 tips 1 growing air":                                              "0 holding, 5 rooting",
		"0 read 2/5; 0 home bark; 5 tips 1 growing edge; 8 tips 1 growing air":                       "0 holding, 5 establishing, 8 <rooting",
		"0 readin 5/5; 8 look unpotted":                                                              "0 establishing, 8 <holding",
		"0 read 2/5; 0 home bark; 9 read 2/5 b; 9 home bark":                                         "0 holding, 9 establishing",
		"0 read 0/5; 0 leaf firm; 0 home bark; 20 tips 1 dry edge":                                   "0 holding",
		"0 look leaf=120; 0 read 2/5; 0 home bark; 5 tips 2 growing edge; 6 wobble no; 90 leafmm 96": "0 holding, 5 establishing, 90 recovered",
		"0 look leaf=120; 0 readin 5/5; 6 wobble no; 90 leafmm 96":                                   "0 establishing, 90 recovered",
		"0 look leaf=120; 0 read 5/5; 0 home bark; 6 wobble no; 90 leafmm 96":                        "0 holding",
		"0 look leaf=120; 0 readin 5/5; 6 wobble no; 90 leafmm 96; 95 tips 1 dry":                    "0 establishing, 90 recovered, 95 <holding",
	} {
		assert.Equal(t, want, shortly(life(t, "phalaenopsis", told).on(300)), told)
	}
	c := life(t, "cattleya", "0 read 0/5")
	c.Intake.BulbState = patient.Shrivelled
	assert.Equal(t, "thinner", c.on(1).Standing.By[1].Code, "as it came")
	c = life(t, "cattleya", "5 leaf firm; 6 tips 1 growing 60")
	c.Intake.Pot = ""
	assert.Equal(t, Establishing, c.on(8).Standing.Stage, "old medium: it stood in some pot")
	c.Intake.OldMedium = ""
	assert.Equal(t, Rooting, c.on(8).Standing.Stage, "not known")
}

// Why a plant went back: what says most goes first.
func TestWhyItWentBack(t *testing.T) {
	for told, code := range map[string]string{
		"0 read 2/5; 0 home bark; 9 tips 1 growing edge; 30 old fifth-lost; 31 tips 1 growing air": "moved",
		"0 readin 6/6; 30 old fifth-lost":                                 "roots-lost",
		"0 read 2/5; 0 home bark; 9 tips 1 growing edge; 30 wobble yes":   "wobbles",
		"0 read 2/5; 0 home bark; 9 tips 1 growing edge; 30 tips 1 black": "tips-failed",
		"0 read 3/5; 9 tips 1 growing; 30 read 0/5":                       "died-back",
		"0 read 3/5; 9 tips 1 growing; 30 tips 0":                         "tips-gone",
	} {
		h := life(t, "phalaenopsis", told).on(300).Standing.History
		last := h[len(h)-1]
		require.True(t, last.Back, told)
		assert.Equal(t, Table().Evidence[code].Value, last.Why.Value, told)
	}
}

// What the next stage needs, and what is asked for it: of bulbs only where it has some.
func TestNeedsAtTheirFigures(t *testing.T) {
	needs := func(told string) (codes []string) {
		for _, n := range life(t, "cattleya", told).on(300).Standing.Needs {
			codes = append(codes, n.Code)
		}
		return codes
	}
	at := "0 read 2/5; 0 home bark; 30 tips 1 growing edge"
	assert.Equal(t, []string{"reach", "steady"}, needs("0 read 2/5; 0 home bark; 30 tips 1 growing; 31 wobble yes"))
	assert.Equal(t, []string{"steady"}, needs(at+"; 31 wobble yes"))
	assert.Equal(t, []string{"leaf-unmeasured", "holds-pot"}, needs(at))
	assert.Equal(t, []string{"leaf-unmeasured"}, needs(at+"; 31 wobble no"))
	assert.Equal(t, []string{"leaf-unmeasured", "holds-pot"}, needs("0 read 2/5; 0 home bark; 30 tips 1 growing 60; 31 wobble no"))
	assert.Equal(t, []string{"holds-pot"}, needs("0 look leaf=100; "+at+"; 40 growth growing; 50 leafmm 90"))
	assert.Equal(t, []string{"leaf", "bulbs"}, life(t, "cattleya", "0 read 0/5").on(9).Standing.Asks(true))
}

// proofs of a plant with bare weights: holding up to 0.5 % a week, losing little up to 2 %, then losing.
func TestEvidenceOfWeights(t *testing.T) {
	by := func(grams string) (codes []string) {
		for _, p := range life(t, "cattleya", "0 read 3/5; 0 g 200; 7 g "+grams).on(9).Standing.By {
			codes = append(codes, p.Code)
		}
		return codes
	}
	assert.Equal(t, []string{"live-roots", "holds-weight"}, by("199"))
	assert.Equal(t, []string{"live-roots", "loses-little"}, by("198.9"))
	assert.Equal(t, []string{"live-roots", "loses-little"}, by("196"))
	assert.Equal(t, []string{"live-roots"}, by("195.9"))
	mm := life(t, "cattleya", "0 look leaf=120; 0 readin 5/5; 6 wobble no; 90 leafmm 96.4").on(300).Standing.By
	assert.Equal(t, "A new leaf of 96 mm, against 120 mm before the loss.", english.Say(mm[0].Words.Value))
}

// Whether its leaves shrink is asked of looks and check-ins together, from three leaves on: common practice,
// no source.
func TestLeavesThatShrink(t *testing.T) {
	shrinks := func(told string) bool {
		c := life(t, "cattleya", told)
		return Shrinks(c.Patient, day(200))
	}
	assert.True(t, shrinks("0 look leaf=150; 60 leafmm 120; 120 leafmm 90"))
	assert.True(t, shrinks("0 look leaf=150; 60 look leaf=120; 120 look leaf=90"))
	assert.False(t, shrinks("0 look leaf=150; 60 leafmm 120"))
	assert.False(t, shrinks("0 look leaf=150; 60 leafmm 120; 220 leafmm 90"), "of a day to come")
	assert.False(t, shrinks("0 look leaf=150; 60 leafmm 120; 120 leafmm 130"))
}

// Only of a lost plant is there a cause; something firm or doubtful is not lost, but by saying so.
func TestWhatAClosingHasToSay(t *testing.T) {
	for _, c := range []struct {
		of    Closing
		field string
	}{
		{Closing{How: EndRecovered}, ""}, {Closing{How: EndGiven, Cause: "drowned"}, "cause"},
		{Closing{How: EndGiven, Rhizome: "firm"}, "rhizome"}, {Closing{How: EndRecovered, Medium: "boiled"}, "medium"},
		{Closing{How: EndLost}, "rhizome"}, {Closing{How: EndLost, Rhizome: "none"}, ""},
		{Closing{How: EndLost, Rhizome: "firm"}, "rhizome"}, {Closing{How: EndLost, Rhizome: "firm", Anyway: true}, ""},
		{Closing{How: EndLost, Rhizome: "doubtful"}, "rhizome"}, {Closing{How: EndLost, Rhizome: "doubtful", Anyway: true}, ""},
	} {
		faults := c.of.Faults()
		if c.field == "" {
			assert.Empty(t, faults, "%v", c.of)
		} else if assert.Len(t, faults, 1, "%v", c.of) {
			assert.Equal(t, c.field, faults[0].Field)
			assert.NotEmpty(t, faults[0].Words)
		}
	}
}

// Of living roots each counts, batches by their number; what is new is not of those before.
func TestRootsKept(t *testing.T) {
	of := func(state roots.State, n int) roots.RootVerdict {
		return roots.RootVerdict{ID: "a", Count: n, State: state}
	}
	none, share := Kept(roots.Verdict{}, roots.Verdict{Roots: []roots.RootVerdict{of(roots.Live, 2)}})
	assert.Zero(t, none)
	assert.Zero(t, share)
	for now, want := range map[int]float64{0: 0, 1: 0.25, 4: 1, 6: 1} {
		n, share := Kept(roots.Verdict{Roots: []roots.RootVerdict{of(roots.Live, 4)}},
			roots.Verdict{Roots: []roots.RootVerdict{of(roots.Live, now), of(roots.DeadDry, 3)}})
		assert.Equal(t, 4, n)
		assert.InDelta(t, want, share, 1e-12)
	}
}
