package rehome

import (
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"therapeon/core/disputes"
	"therapeon/core/knowledge"
	"therapeon/core/media"
	"therapeon/core/patient"
	"therapeon/core/pots"
	"therapeon/core/race"
	"therapeon/core/roots"
	"therapeon/core/taxa"
	"therapeon/core/work"
	"therapeon/language/english"
)

func group(t require.TestingT, code string) taxa.Profile {
	p, ok := taxa.Find(code)
	require.True(t, ok, code)
	return p
}

// Case is a plant before its new home, in the words of these tests.
type Case struct {
	Profile     taxa.Profile
	Grade       roots.GradeCode
	TipsOut     bool
	Humidity    *float64
	BareSide    disputes.SideCode
	MediumSide  disputes.SideCode
	OldMedium   string
	Causes      []string
	RaceAdvises string
}

func (c Case) patient() *patient.Patient {
	return &patient.Patient{
		Profile: c.Profile,
		Intake:  patient.Intake{OldMedium: c.OldMedium},
		Looks:   []patient.Look{{Noted: patient.Inspection{Unpotted: true}}},
		Given:   patient.Given{Grade: c.Grade, TipsOut: c.TipsOut, Air: &patient.Air{Percent: c.Humidity}},
		Sides:   patient.Sides{disputes.BareNoTips: c.BareSide, disputes.Medium: c.MediumSide},
		Judge:   func(*patient.Patient) patient.Heard { return patient.Heard{Acted: c.Causes} },
	}
}

func decide(c Case) Verdict { return Table().Decide(c.patient(), race.Advised{Way: c.RaceAdvises}) }

func advised(v Verdict) string {
	if len(v.Routes) == 0 || !v.Routes[0].Advised {
		return ""
	}
	return v.Routes[0].Route.Code
}

// Common practice, no source: what growers do with a plant that has lost its roots.
func TestPotNowOrHold(t *testing.T) {
	dry, between, humid := 40.0, 50.0, 80.0
	for name, c := range map[string]struct {
		Case
		decision, code, route string
	}{
		"new tips: pot it, whatever else": {Case{Profile: group(t, "cattleya"), Grade: "rootless", TipsOut: true, Humidity: &dry}, "pot", "tips", "bark-moss"},
		"a slipper: pot it":               {Case{Profile: group(t, "slipper"), Grade: "rootless", Humidity: &dry}, "pot", "slipper", "slipper"},
		"no tips and dry air: hold it": {Case{Profile: group(t, "phalaenopsis"), Grade: "rootless",
			Humidity: &dry, RaceAdvises: "lid"}, "hold", "hold-dry", "lid"},
		"no tips and humid air: a nest":    {Case{Profile: group(t, "oncidium"), Grade: "near-rootless", Humidity: &humid}, "nest", "nest-humid", "nest"},
		"but no wet nest for a vanda":      {Case{Profile: group(t, "vanda"), Grade: "near-rootless", Humidity: &humid}, "hold", "hung", "pebbles"},
		"humidity not known is asked":      {Case{Profile: group(t, "phalaenopsis"), Grade: "poor"}, "ask", "ask-air", ""},
		"poor roots, dry air: hold it":     {Case{Profile: group(t, "phalaenopsis"), Grade: "poor", Humidity: &dry}, "hold", "poor-dry", "tub"},
		"poor roots: most pot it":          {Case{Profile: group(t, "phalaenopsis"), Grade: "poor", Humidity: &between}, "pot", "poor", "bark-moss"},
		"thick leaves in between: a nest":  {Case{Profile: group(t, "phalaenopsis"), Grade: "rootless", Humidity: &between}, "nest", "nest-between", "nest"},
		"thin leaves in between: hold it":  {Case{Profile: group(t, "oncidium"), Grade: "rootless", Humidity: &between}, "hold", "hold-between", "tub"},
		"sound roots: a usual pot":         {Case{Profile: group(t, "phalaenopsis"), Grade: "good", OldMedium: "bark"}, "pot", "sound", "bark"},
		"sound roots from pebbles go back": {Case{Profile: group(t, "phalaenopsis"), Grade: "good", OldMedium: "mineral"}, "pot", "sound", "inorganic"},
		"unless salt burned them there": {Case{Profile: group(t, "phalaenopsis"), Grade: "good",
			OldMedium: "mineral", Causes: []string{"salt-burn"}}, "pot", "sound", "bark"},
		"a terrestrial: pot it":           {Case{Profile: group(t, "cymbidium"), Grade: "poor", Humidity: &dry}, "pot", "terrestrial", "terrestrial"},
		"a vanda with roots: its basket":  {Case{Profile: group(t, "vanda"), Grade: "good"}, "pot", "sound", "basket"},
		"fair roots, the air not known":   {Case{Profile: group(t, "cattleya"), Grade: "fair"}, "ask", "ask-air", ""},
		"fair roots in dry air":           {Case{Profile: group(t, "cattleya"), Grade: "fair", Humidity: &dry}, "hold", "fair-dry", "tub"},
		"fair roots in humid air":         {Case{Profile: group(t, "cattleya"), Grade: "fair", Humidity: &humid}, "pot", "fair", "bark"},
		"good roots in dry air: a cover":  {Case{Profile: group(t, "cattleya"), Grade: "good", Humidity: &dry}, "pot", "sound-dry", "bark"},
		"roots not read: read them first": {Case{Profile: group(t, "vanda")}, "read", "read-first", ""},
		"those who hold, hold in humid air": {Case{Profile: group(t, "oncidium"), Grade: "poor",
			Humidity: &humid, BareSide: disputes.HoldBare}, "hold", "hold-side", "tub"},
		"those who pot, pot in dry air": {Case{Profile: group(t, "oncidium"), Grade: "rootless", Humidity: &dry,
			BareSide: disputes.PotAtOnce}, "nest", "nest-side", "nest"},
		"and small where some roots live": {Case{Profile: group(t, "oncidium"), Grade: "poor", Humidity: &dry,
			BareSide: disputes.PotAtOnce}, "pot", "poor-side", "bark-moss"},
		"those for organic medium": {Case{Profile: group(t, "phalaenopsis"), Grade: "good",
			OldMedium: "mineral", MediumSide: disputes.Organic}, "pot", "sound", "bark"},
		"those for pebbles": {Case{Profile: group(t, "phalaenopsis"), Grade: "good",
			OldMedium: "bark", MediumSide: disputes.Inorganic}, "pot", "sound", "inorganic"},
	} {
		t.Run(name, func(t *testing.T) {
			if c.BareSide == "" {
				c.BareSide = disputes.ByHumidity
			}
			v := decide(c.Case)
			assert.Equal(t, c.decision, v.Decision)
			assert.Equal(t, c.code, v.Code)
			assert.Equal(t, c.route, advised(v))
			assert.NotEmpty(t, v.Reasons[0].Mark)
		})
	}
}

func TestBothSchoolsStandBesideADisputedDecision(t *testing.T) {
	dry := 40.0
	v := decide(
		Case{Profile: group(t, "phalaenopsis"), Grade: "rootless", Humidity: &dry, BareSide: disputes.ByHumidity},
	)
	require.NotNil(t, v.Side)
	assert.Equal(t, disputes.ByHumidity, v.Side.Choice.Code)
	require.Len(t, v.Others, 2)
	assert.NotEmpty(t, v.Others[0].Choice.Reason.Value)
	require.NotEmpty(t, v.Until)
	assert.Contains(t, english.Say(v.Until[0].Value), "tip")
	tips := decide(Case{Profile: group(t, "phalaenopsis"), Grade: "rootless", TipsOut: true})
	assert.Nil(t, tips.Side, "on tips they agree")
}

func TestTheAdvisedRouteSuitsThePlant(t *testing.T) {
	all := taxa.All()
	rapid.Check(t, func(t *rapid.T) {
		h := rapid.Float64Range(20, 95).Draw(t, "humidity")
		c := Case{
			Profile:  all[rapid.IntRange(0, len(all)-1).Draw(t, "group")],
			Humidity: &h,
			TipsOut:  rapid.Bool().Draw(t, "tips"),
			Grade: rapid.SampledFrom(
				[]roots.GradeCode{"rootless", "near-rootless", "poor", "fair", "good"},
			).Draw(t, "grade"),
			BareSide: rapid.SampledFrom(
				[]disputes.SideCode{disputes.HoldBare, disputes.PotAtOnce, disputes.ByHumidity},
			).Draw(t, "side"),
			MediumSide: rapid.SampledFrom(
				[]disputes.SideCode{disputes.Organic, disputes.Inorganic, disputes.AsBefore},
			).Draw(t, "medium"),
			OldMedium: rapid.SampledFrom([]string{"", "bark", "mineral", "moss", "none"}).Draw(t, "old"),
		}
		v := decide(c)
		require.NotEmpty(t, v.Routes)
		first := v.Routes[0]
		assert.True(t, first.Advised)
		assert.True(t, first.Suits, "%s for %s", first.Route.Code, c.Profile.Code)
		assert.Equal(t, v.Decision == "pot", !first.Route.Hold, "a hold is a hold")
	})
}

func TestEveryWayOfHoldingIsARoute(t *testing.T) {
	for _, m := range race.Table().Methods {
		r, ok := Table().Route(m.Code)
		require.True(t, ok, m.Code)
		assert.True(t, r.Hold)
		assert.Equal(t, english.Say(m.Name), english.Say(r.Name))
	}
}

func jobsOf(list []Job) (all []string) {
	for _, j := range list {
		all = append(all, j.Code)
	}
	return all
}

func TestJobsFollowTheRouteAndThePot(t *testing.T) {
	k := Table()
	route := func(code string) Route {
		r, ok := k.Route(code)
		require.True(t, ok)
		return r
	}
	plain := &patient.Patient{}
	bark := jobsOf(k.Checklist(plain,
		Task{Route: route("bark"), Pot: &pots.Pot{SideHoles: true}, Organic: true, Still: "stake"}, nil))
	assert.Equal(
		t,
		[]string{
			"pot-clean",
			"holes",
			"soak-mix",
			"mix",
			"seat",
			"still",
			"label",
			"first-water",
			"stand",
			"weigh-pot",
			"no-feed",
		},
		bark,
	)
	tub := jobsOf(k.Checklist(plain, Task{Route: route("tub")}, nil))
	assert.Equal(t, []string{"hang", "label", "first-water", "stand", "weigh", "no-feed"}, tub)
	assert.NotContains(t, jobsOf(k.Checklist(plain, Task{Route: route("mount")}, nil)), "mix")

	hole := 20.0
	tips := &patient.Patient{Given: patient.Given{TipsOut: true}}
	list := k.Checklist(
		tips,
		Task{
			Route: route("inorganic"),
			Pot:   &pots.Pot{HoleMM: &hole, CrockMM: 15},
			Care:  []string{"dust"},
			Mixed: []Mixing{{Component: "clay-large", ML: 1000}, {Own: "Sea shells", ML: 50}},
			Still: "none",
		},
		work.Marks{"mix": {State: work.Done, On: "2030-01-02"}},
	)
	for _, j := range list {
		switch j.Code {
		case "mix":
			assert.Equal(t, work.Done, j.State)
			assert.Equal(t, "1000 mL expanded clay, large, 50 mL Sea shells", english.Say(j.Amounts))
			assert.Equal(t, "dust", j.Cautions[0].Code, "dust is named where it is mixed")
		case "crock":
			assert.Equal(t, "blade", j.Cautions[0].Code)
		}
	}
	assert.Contains(t, jobsOf(list), "wick")
	early := jobsOf(k.Checklist(plain, Task{Route: route("inorganic"), Pot: &pots.Pot{HoleMM: &hole}}, nil))
	assert.NotContains(t, early, "wick", "no reservoir for old roots until tips show")
	assert.Contains(t, early, "empty")
	wobbly := &patient.Patient{Reading: &patient.Reading{Roots: roots.Reading{Wobbly: true}}}
	assert.Contains(t, jobsOf(k.Checklist(wobbly, Task{Route: route("tub")}, nil)), "tie", "held plants too")
	words, open := Headline(list)
	assert.Equal(t, len(list)-1, open)
	assert.Contains(t, english.Say(words), "jobs are left")
}

func TestEveryCautionOfAJobExists(t *testing.T) {
	known := map[string]bool{}
	for _, c := range knowledge.Cautions() {
		known[c.Code] = true
	}
	for _, j := range Table().Jobs {
		for _, c := range j.Cautions {
			assert.True(t, known[c], "%s: %s", j.Code, c)
		}
		for _, r := range append(j.Routes, j.RoutesNot...) {
			_, ok := Table().Route(r)
			assert.True(t, ok, "%s: %s", j.Code, r)
		}
		for _, w := range j.When {
			_, ok := Table().conditions(&patient.Patient{}, Task{})[w]
			assert.True(t, ok, "%s: %s", j.Code, w)
		}
	}
}

// Days are added over the end of a month.
func TestTheFirstLookFollowsTheRoute(t *testing.T) {
	r := Route{LookDays: knowledge.Number{Value: 10}}
	assert.Equal(t, "2032-03-07", r.LookOn(time.Date(2032, 2, 26, 23, 0, 0, 0, time.UTC)), "a leap year")
}

// What is said of a nest is said where a nest is advised, in every kind and air.
func TestANestIsNamedOnlyWhereItIsTheWay(t *testing.T) {
	for _, profile := range taxa.All() {
		for _, humidity := range []float64{30, 50, 80} {
			for _, side := range []disputes.SideCode{disputes.ByHumidity, disputes.PotAtOnce, disputes.HoldBare} {
				v := decide(Case{Profile: profile, Grade: "near-rootless", Humidity: &humidity, BareSide: side})
				says := v.Decision == Nest || strings.Contains(english.Say(v.Headline), "nest")
				assert.Equal(t, advised(v) == "nest", says, "%s at %.0f %%, %s", profile.Code, humidity, side)
			}
		}
	}
}

// A plant is cleaned before it is potted or held: common practice, no source.
func TestCutsThatAreOpenGoFirst(t *testing.T) {
	dead := roots.Reading{Roots: []roots.Root{
		{ID: "1", Count: 9, Segments: []roots.Segment{{Feel: roots.Firm, Colour: roots.ColourPale}}},
		{ID: "2", Count: 1, Segments: []roots.Segment{{Feel: roots.Mushy, Colour: roots.Black}}},
	}}
	p := &patient.Patient{
		Profile: group(t, "phalaenopsis"), Intake: patient.Intake{Pot: patient.NoPot},
		Reading: &patient.Reading{On: "2030-05-01", Roots: dead, Checks: roots.Checks{}},
	}
	v := Table().Decide(p, race.Advised{})
	require.Equal(t, PotIt, v.Decision)
	assert.Equal(t, Table().CleanFirst, v.Reasons[0])
	assert.Contains(t, english.Say(v.Headline), "Clean it first.", "nobody pots it by its headline alone")
	sound := *p
	left := roots.Reading{Roots: dead.Roots[:1]}
	sound.Reading = &patient.Reading{On: "2030-05-01", Roots: left, Checks: roots.Checks{}}
	v = Table().Decide(sound.At(p.Now), race.Advised{})
	require.Equal(t, PotIt, v.Decision)
	assert.NotContains(t, english.Lines(v.Reasons), english.Say(Table().CleanFirst))
	assert.NotContains(t, english.Say(v.Headline), "Clean")
	kept := *p
	kept.Deeds = []patient.Deed{{Of: "cut-roots", On: "2030-05-02", LeftOut: true}}
	v = Table().Decide(kept.At(p.Now), race.Advised{})
	assert.NotContains(t, english.Say(v.Headline), "Clean", "they were left out")
	assert.Contains(t, english.Say(v.Reasons), "left out on 2 May 2030. What is soft goes on rotting")
	kept.Deeds[0].On = "2030-04-02"
	assert.Contains(t, english.Say(Table().Decide(kept.At(p.Now), race.Advised{}).Headline), "Clean", "of a reading before")
}

// Common practice, no source: tree roots from organic medium are flushed through in pebbles;
// slippers, kinds of the ground and roots that lived in pebbles are not. A slipper goes into
// pebbles where it came from them, or its keeper prefers them.
func TestWhoIsFlushedThroughInPebbles(t *testing.T) {
	flushing := disputes.Default(disputes.Flushing)
	how := func(c Case) string {
		c.Grade, c.MediumSide = roots.Good, disputes.Inorganic
		p := c.patient()
		p.Sides[disputes.Flushing] = flushing
		w, err := Table().Lead(p, Plan{}, nil, race.Advised{}, Store{Shelf: media.Table().Component})
		require.NoError(t, err)
		require.Equal(t, "inorganic", w.Route.Code)
		for _, j := range w.Jobs {
			if j.Code == "first-water" {
				require.Len(t, j.How, 1, "one way of watering it in")
				return english.Say(j.How[0])
			}
		}
		return ""
	}
	assert.Contains(t, how(Case{Profile: group(t, "phalaenopsis"), OldMedium: "bark"}), "Every third day at first")
	slipper := Case{Profile: group(t, "slipper"), OldMedium: "bark"}
	pebbles := Case{Profile: group(t, "phalaenopsis"), OldMedium: "mineral"}
	assert.Contains(t, how(slipper), "a flush each second week is enough")
	assert.Contains(t, how(Case{Profile: group(t, "cymbidium"), OldMedium: "compost"}), "three flushes")
	assert.Contains(t, how(pebbles), "Then fill its reservoir")
	flushing = disputes.EveryThirdDay
	assert.Contains(t, how(pebbles), "Every third day, whatever it stood in before")
	assert.Contains(t, how(slipper), "a flush each second week is enough", "it has no flush phase, by any side")
	flushing = disputes.WhenDry
	assert.NotContains(t, how(Case{Profile: group(t, "phalaenopsis"), OldMedium: "bark"}), "Every third day")
	kept := Case{Profile: group(t, "slipper"), Grade: roots.Rootless, OldMedium: "mineral"}
	assert.Equal(t, "inorganic", advised(decide(kept)), "it grew in pebbles, and that did not fail")
	kept.OldMedium = "bark"
	assert.Equal(t, "slipper", advised(decide(kept)))
}

func TestADryLineBelowItsPot(t *testing.T) {
	dry := 120.0
	plan := Plan{DryLineMM: &dry, Pot: &pots.Pot{Shape: pots.Round, TopMM: 120, BottomMM: 90, HeightMM: 110}}
	require.Len(t, plan.Faults(), 1)
	assert.Equal(t, "dry_line_mm", plan.Faults()[0].Field)
	dry = 60
	assert.Empty(t, plan.Faults())
}
