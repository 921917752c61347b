package rehome

import (
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/disputes"
	"therapeon/core/media"
	"therapeon/core/patient"
	"therapeon/core/pots"
	"therapeon/core/race"
	"therapeon/core/roots"
	"therapeon/core/work"
	"therapeon/language/english"
)

// held is a plant that hangs in one of the ways since the 1st of May, asked on the 20th.
func held(t *testing.T, kind, way string, seen ...patient.Checkin) *patient.Patient {
	p := Case{Profile: group(t, kind), Grade: roots.Rootless}.patient()
	p.Looks, p.Day = nil, "2030-05-20"
	p.Now = time.Date(2030, 5, 20, 12, 0, 0, 0, time.UTC)
	p.Homes = []patient.Home{Stands("2030-05-01", way, nil)}
	for i, c := range seen {
		at := time.Date(2030, 5, 10+i, 12, 0, 0, 0, time.UTC)
		p.Seen = append(p.Seen, patient.Seen{At: at, On: at.Format(time.DateOnly), Noted: c})
	}
	return p
}

func n(tips int) *int       { return &tips }
func mm(v float64) *float64 { return &v }

// Two tips of 5 mm elsewhere, three of 40 mm in a nest, one of 40 mm over pebbles: common practice, no source.
// Tips that dried or blackened are none.
func TestWhenAHeldPlantIsReady(t *testing.T) {
	ready := func(way string, seen ...patient.Checkin) bool {
		p := held(t, "cattleya", way, seen...)
		return Table().Ready(p, p.Day)
	}
	assert.False(t, ready("tub"))
	assert.True(t, ready("tub", patient.Checkin{Tips: n(2), LongestMM: mm(5)}))
	assert.False(t, ready("tub", patient.Checkin{Tips: n(1), LongestMM: mm(9)}))
	assert.False(t, ready("tub", patient.Checkin{Tips: n(2), LongestMM: mm(4.9)}))
	assert.True(t, ready("tub", patient.Checkin{Tips: n(2)}), "not measured")
	assert.False(t, ready("tub", patient.Checkin{LongestMM: mm(9)}), "one that was measured")
	assert.False(t, ready("tub", patient.Checkin{Tips: n(2), LongestMM: mm(9), TipState: "dry"}))
	assert.False(t, ready("tub", patient.Checkin{Tips: n(2), LongestMM: mm(9), TipState: "black"}))
	assert.True(t, ready("tub", patient.Checkin{Tips: n(2), LongestMM: mm(9), TipState: "still"}))
	assert.False(t, ready("tub", patient.Checkin{Tips: n(3)}, patient.Checkin{Tips: n(0)}), "the last one speaks")
	assert.True(t, ready("tub", patient.Checkin{Tips: n(3)}, patient.Checkin{Leaf: "firm"}), "one that did not ask says nothing")
	assert.True(t, ready("nest", patient.Checkin{Tips: n(3), LongestMM: mm(40)}))
	assert.False(t, ready("nest", patient.Checkin{Tips: n(2), LongestMM: mm(40)}))
	assert.False(t, ready("nest", patient.Checkin{Tips: n(3), LongestMM: mm(39)}))
	assert.False(t, ready("nest", patient.Checkin{Tips: n(3)}), "in moss they are measured")
	assert.True(t, ready("pebbles", patient.Checkin{LongestMM: mm(40)}))
	p := held(t, "cattleya", "nest", patient.Checkin{Tips: n(3), LongestMM: mm(40)})
	assert.True(t, Table().Ready(p, "2030-05-10"))
	assert.False(t, Table().Ready(p, "2030-05-09"), "nobody had seen them")
	p = held(t, "cattleya", "tub")
	p.Given.TipsOut = true
	assert.True(t, Table().Ready(p, p.Day))
}

// Of a plant in a nest a reading tells too: its growing roots of 40 mm, since it was set there.
func TestReadyByAReading(t *testing.T) {
	ready := func(on string, count int, length float64, tip roots.Tip) bool {
		p := held(t, "cattleya", "nest")
		p.Reading = &patient.Reading{On: on, Checks: roots.Checks{}, Roots: roots.Reading{Roots: []roots.Root{{
			ID: "a", Count: count, Tip: tip, Segments: []roots.Segment{{LengthMM: &length, Feel: roots.Firm,
				Colour: roots.ColourPale}},
		}}}}
		return Table().Ready(p, p.Day)
	}
	assert.True(t, ready("2030-05-10", 3, 40, roots.Growing))
	assert.False(t, ready("2030-05-10", 2, 40, roots.Growing))
	assert.False(t, ready("2030-05-10", 3, 39, roots.Growing))
	assert.False(t, ready("2030-05-10", 3, 40, roots.Sealed))
	assert.False(t, ready("2030-05-01", 3, 40, roots.Growing), "read before it was set there")
	assert.True(t, ready("2030-05-20", 3, 40, roots.Growing))
	assert.False(t, ready("2030-05-21", 3, 40, roots.Growing), "not read yet")
	assert.False(t, Table().Ready(held(t, "cattleya", "nest"), "2030-05-20"))
}

// A held plant, by what was seen of it, by its roots, by its race.
func TestWhatAHeldPlantIsTold(t *testing.T) {
	row := func(p *patient.Patient, of race.Advised) string { return Table().Decide(p, of).Code }
	assert.Equal(t, "held-crawls", row(held(t, "cattleya", "tub", patient.Checkin{Pests: patient.Yes}), race.Advised{}))
	assert.Equal(t, "held-rots", row(held(t, "cattleya", "tub", patient.Checkin{BaseRots: patient.Yes}), race.Advised{}))
	assert.Equal(t, "held-tips", row(held(t, "cattleya", "tub", patient.Checkin{Tips: n(1)}), race.Advised{}))
	assert.Equal(t, "tips", row(held(t, "cattleya", "tub", patient.Checkin{Tips: n(2)}), race.Advised{}))
	assert.Equal(t, "held", row(held(t, "cattleya", "tub"), race.Advised{}))
	assert.Equal(t, "slipper", row(held(t, "slipper", "tub"), race.Advised{}))
	v := Table().Decide(held(t, "cattleya", "tub"), race.Advised{})
	assert.Equal(t, "tub", advised(v))
	assert.Equal(t, Table().RouteReasons["as-held"], v.Routes[0].Reasons[0])
}

// In its pot: housed here, or by its look.
func TestWhatAPottedPlantIsTold(t *testing.T) {
	of := func(findings patient.Findings, h patient.Heard, homes ...patient.Home) string {
		p := &patient.Patient{
			Profile: group(t, "cattleya"), Day: "2030-05-20", Homes: homes,
			Judge: func(*patient.Patient) patient.Heard { return h },
		}
		if findings != nil {
			p.Looks = []patient.Look{{On: "2030-05-10", Noted: patient.Inspection{
				Findings: findings, Growth: patient.Growing, Season: patient.Warm,
			}}}
		}
		return Table().Decide(p, race.Advised{}).Code
	}
	found := func(f string) patient.Findings {
		return patient.Findings{f: patient.Present, "leaves-limp": patient.Absent}
	}
	assert.Equal(t, "look-first", of(nil, patient.Heard{}))
	assert.Equal(t, "left", of(found("tips-growing"), patient.Heard{}))
	assert.Equal(t, "checks", of(found("tips-growing"), patient.Heard{Alarm: true}))
	assert.Equal(t, "unpot-first", of(found("decay-smell"), patient.Heard{}))
	assert.Equal(t, "unpot-first", of(found("black-edge"), patient.Heard{}))
	home := patient.Home{From: "2030-05-10", Potted: true, Way: "bark", Medium: "bark", Pot: "clear"}
	assert.Equal(t, "housed", of(found("decay-smell"), patient.Heard{}, home), "looked over on the day it was housed")
	assert.Equal(t, "housed", of(nil, patient.Heard{}, home))
	home.From = "2030-05-09"
	assert.NotEqual(t, "housed", of(found("decay-smell"), patient.Heard{}, home), "looked over since")
}

// Moss for moths where it is warm and dry, by the side the plant follows: growers differ.
func TestMossForMoths(t *testing.T) {
	route := func(side disputes.SideCode, percent, dayC float64, waters string, grade roots.GradeCode) string {
		p := Case{Profile: group(t, "phalaenopsis"), Grade: grade, TipsOut: true, Humidity: &percent}.patient()
		p.Given.Air.DayC, p.Intake.Waters = dayC, waters
		p.Sides[disputes.MossForMoths] = side
		return advised(Table().Decide(p, race.Advised{}))
	}
	assert.Equal(t, "moss", route(disputes.WarmAndDry, 44, 20, "", roots.Good))
	assert.Equal(t, "bark", route(disputes.WarmAndDry, 45, 20, "", roots.Good), "not dry")
	assert.Equal(t, "bark", route(disputes.WarmAndDry, 44, 19.9, "", roots.Good), "not warm")
	assert.Equal(t, "moss", route(disputes.ByHand, 44, 20, patient.WatersSeldom, roots.Good))
	assert.Equal(t, "bark", route(disputes.ByHand, 44, 20, "often", roots.Good))
	assert.Equal(t, "bark", route(disputes.Never, 44, 20, patient.WatersSeldom, roots.Good))
	assert.Equal(t, "bark", route(disputes.Never, 44, 20, "", roots.Poor))
	assert.Equal(t, "bark-moss", route(disputes.WarmAndDry, 60, 20, "", roots.Poor))
	assert.Equal(
		t,
		"Bark mix",
		english.Say(Table().UsualMix(Case{Profile: group(t, "cattleya"), Grade: roots.Good}.patient())),
	)
}

// Routes that take a pot, and what is said of where a plant stands then.
func TestRoutesAndPots(t *testing.T) {
	for code, potted := range map[string]bool{
		"tub": false, "lid": false, "mount": false, "pebbles": true, "nest": true, "bark": true, "inorganic": true,
	} {
		r, ok := Table().Route(code)
		require.True(t, ok)
		assert.Equal(t, potted, r.Potted(), code)
	}
	_, ok := Table().Route("no-such")
	assert.False(t, ok)
	first, ok := Table().Route(Table().Routes[0].Code)
	assert.True(t, ok)
	assert.Equal(t, Table().Routes[0].Code, first.Code)
	pot := &pots.Pot{Shape: pots.Round, TopMM: 120, BottomMM: 100, HeightMM: 110, Wall: "clear"}
	assert.Equal(t, patient.Home{From: "d", Way: "tub", Hold: true, Pot: (*pots.Pot)(nil).Word()},
		Stands("d", "tub", nil))
	assert.Equal(t, patient.Home{From: "d", Way: "mount", Medium: "mount", Pot: "mount"}, Stands("d", "mount", nil))
	assert.Equal(t, patient.Home{From: "d", Way: "bark", Medium: "bark", Potted: true, Pot: "clear"}, Stands("d", "bark", pot))
	assert.Equal(t, "none", StillFor(pots.Needs{Sympodial: true}, false))
	assert.Equal(t, "skewer", StillFor(pots.Needs{Sympodial: true, FewRoots: true}, false))
	assert.Equal(t, "skewer", StillFor(pots.Needs{Sympodial: true}, true))
	assert.Equal(t, "stake", StillFor(pots.Needs{FewRoots: true}, false))
}

// How long a mix lives: as growers state it, else by its parts and the warmth of its place: half as long ten K warmer.
func TestHowLongItsMixLives(t *testing.T) {
	bark := []media.Part{{Component: "bark-medium", Parts: 1}}
	p := Case{Profile: group(t, "cattleya"), Grade: roots.Good}.patient()
	assert.InDelta(t, 30, *LifeMonths(p, "terrestrial", bark), 1e-9)
	assert.InDelta(t, 27, *LifeMonths(p, "bark-medium", bark), 1e-9, "of a recipe without, by its parts")
	p.Site, p.Given.Air = &patient.Site{}, &patient.Air{NightC: 26, DayC: 34}
	assert.InDelta(t, 13.5, *LifeMonths(p, "", bark), 1e-9)
	assert.Nil(t, LifeMonths(p, "", nil))
	assert.Nil(t, LifeMonths(p, "", []media.Part{{Component: "clay-large", Parts: 1}}), "it lasts")
	assert.Nil(t, LifeMonths(p, "", []media.Part{{Component: "no-such", Parts: 1}}))
}

// lead leads a plant on a plan, with a shelf that holds nothing.
func lead(t *testing.T, p *patient.Patient, plan Plan) Way {
	t.Helper()
	p.Forget()
	w, err := Table().Lead(p, plan, work.Marks{}, race.Advised{}, Store{Shelf: media.Table().Component})
	require.NoError(t, err)
	return w
}

// The way from the decision to the jobs: by the plan, else as advised, else what it stands in.
func TestTheWayToANewHome(t *testing.T) {
	fair := Case{Profile: group(t, "cattleya"), Grade: roots.Good, TipsOut: true, OldMedium: "bark"}.patient()
	w := lead(t, fair, Plan{})
	assert.Equal(t, "bark", w.Route.Code)
	require.NotNil(t, w.Pot)
	assert.Equal(t, w.Size.Pot, *w.Pot)
	assert.False(t, w.Mix.Own)
	assert.Equal(t, w.Mix.Advised.Name, w.Mix.Name)
	require.NotNil(t, w.Mix.Life)
	assert.Contains(t, english.Say(w.Mix.Life.Words.Value), "at 20 °C")
	assert.Equal(t, len(w.Jobs), w.Open)
	own := lead(t, fair, Plan{
		Route: "bark", Parts: []media.Part{{Component: "clay-large", Parts: 1}}, Still: "stake",
		Pot: &pots.Pot{Shape: pots.Round, TopMM: 200, BottomMM: 180, HeightMM: 190, Wall: "clay"},
	})
	assert.True(t, own.Mix.Own)
	assert.Equal(t, "Own mix", english.Say(own.Mix.Name))
	assert.Nil(t, own.Mix.Life, "clay lasts")
	assert.InDelta(t, 200, own.Pot.TopMM, 0)
	assert.Equal(t, "stake", own.Task.Still)
	named := lead(t, fair, Plan{Route: "bark", MixName: "Mine", Parts: []media.Part{{Component: "clay-large", Parts: 1}}})
	assert.Equal(t, "Mine", english.Say(named.Mix.Name))
	terrestrial := lead(t, fair, Plan{Route: "terrestrial"})
	assert.Contains(t, english.Say(terrestrial.Mix.Life.Words.Value), "24 to 36 months", "as growers state it")
	mount := lead(t, fair, Plan{Route: "mount"})
	assert.Nil(t, mount.Mix)
	assert.Nil(t, mount.Pot)
	assert.NotEmpty(t, mount.Jobs)
	unread := Case{Profile: group(t, "cattleya")}.patient()
	none := lead(t, unread, Plan{})
	assert.Nil(t, none.Route)
	assert.Equal(t, none.Decision.Headline, none.Headline)
	home := &patient.Patient{Profile: group(t, "cattleya"), Day: "2030-05-20", Homes: []patient.Home{Stands("2030-05-01", "bark", w.Pot)}}
	assert.Equal(t, "bark", lead(t, home, Plan{}).Route.Code, "what it stands in, and would again")
	_, err := Table().Lead(fair, Plan{Route: "bark", Parts: []media.Part{{Component: "no-such", Parts: 1}}},
		work.Marks{},
		race.Advised{}, Store{Shelf: media.Table().Component})
	require.Error(t, err)
}

// Where parents contradict each other that is said, unless the plan says where it grows.
func TestParentsThatContradict(t *testing.T) {
	p := Case{Profile: group(t, "slipper"), Grade: roots.Good, TipsOut: true}.patient()
	p.Intake.Parents = []patient.Parent{{Grows: "tree"}, {Grows: "limestone"}}
	assert.Contains(t, english.Lines(lead(t, p, Plan{}).Mix.Advised.Reasons), english.Say(media.Table().Contradict))
	assert.NotContains(
		t,
		english.Lines(lead(t, p, Plan{Origin: "tree"}).Mix.Advised.Reasons),
		english.Say(media.Table().Contradict),
	)
	p.Intake.Parents = nil
	assert.NotContains(t, english.Lines(lead(t, p, Plan{}).Mix.Advised.Reasons), english.Say(media.Table().Contradict))
}

// How it sits in its pot, in words.
func TestHowItSits(t *testing.T) {
	words := func(p *patient.Patient, plan Plan) (list []string) {
		k := Table()
		for _, t := range lead(t, p, plan).Section.Placement {
			for code, words := range k.Placement {
				if words.Same(t) {
					list = append(list, code)
				}
			}
		}
		return list
	}
	walks := Case{Profile: group(t, "cattleya"), Grade: roots.Good, TipsOut: true}.patient()
	assert.Contains(t, words(walks, Plan{}), "walks")
	assert.Contains(t, words(walks, Plan{Clump: true}), "clump")
	assert.NotContains(t, words(walks, Plan{}), "old-dry")
	assert.Contains(t, words(walks, Plan{DryTop: true}), "old-dry")
	stem := Case{Profile: group(t, "phalaenopsis"), Grade: roots.Good, TipsOut: true}.patient()
	assert.Contains(t, words(stem, Plan{}), "middle")
	assert.NotContains(t, words(stem, Plan{DryTop: true}), "old-dry", "it has no bulbs")
	clay := words(stem, Plan{Route: "inorganic"})
	assert.NotContains(t, clay, "coarse-below", "one grade")
	assert.Contains(t, words(stem, Plan{Route: "bark"}), "coarse-below")
	damp := func(mm float64) []string { return words(stem, Plan{Route: "inorganic", DryLineMM: &mm}) }
	rim := lead(t, stem, Plan{Route: "inorganic"}).Pot.Rim()
	assert.NotContains(t, damp(rim), "dry-top")
	assert.Contains(t, damp(rim+1), "dry-top")
}

// Worms stay in a pot of 2 L and more, by the side the plant follows; 5 L are lifted by two.
func TestWormsAndBigPots(t *testing.T) {
	jobs := func(side disputes.SideCode, litres float64) (list []string) {
		p := Case{Profile: group(t, "cattleya"), Grade: roots.Good}.patient()
		p.Looks[0].Noted.Findings = patient.Findings{"worms-seen": patient.Present}
		p.Sides[disputes.Worms] = side
		for code, holds := range Table().conditions(p, Task{VolumeL: litres}) {
			if holds {
				list = append(list, code)
			}
		}
		return list
	}
	assert.Contains(t, jobs(disputes.BySize, 2), "worms-stay")
	assert.Contains(t, jobs(disputes.BySize, 1.9), "worms")
	assert.Contains(t, jobs(disputes.Welcome, 2), "worms-stay")
	assert.Contains(t, jobs("", 9), "worms")
	assert.NotContains(t, jobs("", 5), "big")
	assert.Contains(t, jobs("", 5.1), "big")
}

// A spike is kept that nobody cut since the look, and that the look does not cut.
func TestASpikeThatIsKept(t *testing.T) {
	of := func(change func(*patient.Patient)) bool {
		p := Case{Profile: group(t, "phalaenopsis"), Grade: roots.Good}.patient()
		p.Day, p.Looks[0].On, p.Intake.Flowering = "2030-05-20", "2030-05-10", patient.Spike
		p.Sides[disputes.SpikeAtRescue] = disputes.SpikeKeep
		change(p)
		return KeepsSpike(p)
	}
	assert.True(t, of(func(*patient.Patient) {}))
	assert.False(t, of(func(p *patient.Patient) { p.Intake.Flowering = patient.NotFlowering }))
	assert.False(t, of(func(p *patient.Patient) { p.Looks = nil }))
	assert.False(t, of(func(p *patient.Patient) { p.Spikes = []string{"2030-05-10"} }))
	assert.False(t, of(func(p *patient.Patient) {
		p.Given.Grade, p.Sides[disputes.SpikeAtRescue] = roots.Rootless, disputes.SpikeCut
	}))
}

// What is made ready beforehand: of the usual way of its kind, and what its causes ask for.
func TestWhatIsMadeReadyBeforehand(t *testing.T) {
	codes := func(kind string) (list []string) {
		for _, j := range Table().Ahead(Case{Profile: group(t, kind), Grade: roots.Good}.patient()) {
			assert.Positive(t, j.AheadDays)
			list = append(list, j.Code)
		}
		return list
	}
	assert.NotEmpty(t, codes("cattleya"))
	assert.NotContains(t, codes("cattleya"), "pebbles", "it goes into bark")
	clay := Case{Profile: group(t, "phalaenopsis"), Grade: roots.Good, MediumSide: disputes.Inorganic}.patient()
	var ahead []string
	for _, j := range Table().Ahead(clay) {
		ahead = append(ahead, j.Code)
	}
	assert.Contains(t, ahead, "pebbles")
}

func TestHowManyJobsAreLeft(t *testing.T) {
	job := func(code string, state work.State) Job { return Job{Code: code, Status: work.Status{State: state}} }
	words, open := Headline([]Job{job("a", work.Done), job("b", work.Skipped)})
	assert.Contains(t, english.Say(words), "All of it is done")
	assert.Zero(t, open)
	words, _ = Headline([]Job{job("a", work.Done), job("b", work.Open)})
	assert.Equal(t, "One job is left.", english.Say(words))
	words, _ = Headline([]Job{job("a", work.Open), job("b", work.Open)})
	assert.Equal(t, "2 jobs are left.", english.Say(words))
}

// First water is that of the protocol that a way starts, by the side on flushing where it is flushed.
func TestTheFirstWaterOfAWay(t *testing.T) {
	clay, _ := Table().Route("inorganic")
	bark, _ := Table().Route("bark")
	tub, _ := Table().Route("tub")
	assert.Equal(t, *tub.FirstWater, Task{Route: tub, Starts: "humid-hold"}.firstWater())
	for starts, words := range Table().FirstWater {
		assert.Equal(t, words, Task{Route: bark, Starts: starts}.firstWater())
	}
	for side, words := range clay.Flushing {
		assert.Equal(t, words, Task{Route: clay, Flushes: side, Starts: "flush-through"}.firstWater())
		assert.Equal(t, Table().FirstWater["mineral"], Task{Route: clay, Flushes: side, Starts: "mineral"}.firstWater())
	}
	start := func(c Case, route string) string {
		return Table().Starts(c.patient(), Stands("2030-05-15", route, nil))
	}
	moth := func(old string) Case { return Case{Profile: group(t, "phalaenopsis"), OldMedium: old} }
	assert.Equal(t, "mineral", start(moth("mineral"), "inorganic"), "from the same medium")
	assert.Equal(t, "flush-through", start(moth("bark"), "inorganic"))
	assert.Equal(t, "slipper-mineral", start(Case{Profile: group(t, "slipper")}, "inorganic"))
	assert.Equal(t, "organic-bare", start(moth("bark"), "bark"))
}

func TestAPlanThatCannotBe(t *testing.T) {
	pot := &pots.Pot{HeightMM: 100}
	assert.Empty(t, Plan{}.Faults())
	assert.Empty(t, Plan{Route: "bark", Pot: pot, DryLineMM: mm(99)}.Faults())
	assert.Equal(t, "dry_line_mm", Plan{Pot: pot, DryLineMM: mm(100)}.Faults()[0].Field)
	assert.Equal(t, "route", Plan{Route: "no-such"}.Faults()[0].Field)
	assert.NotEmpty(t, Plan{Sides: disputes.Sides{"no-such": "x"}}.Faults())
}

// A held plant changes its way only where its race says that another is clearly better, by a house rule.
func TestWhenAnotherWayIsClearlyBetter(t *testing.T) {
	clearly := race.Table().ClearlyBetter.Value
	row := func(way string, of race.Advised) string { return Table().Decide(held(t, "cattleya", way), of).Code }
	of := func(lead float64) race.Advised {
		return race.Advised{Way: "lid", Chances: map[string]float64{"lid": lead, "tub": 0, "nest": 0}}
	}
	assert.Equal(t, "held", row("tub", of(clearly)))
	assert.Equal(t, "held-better", row("tub", of(clearly+0.01)))
	nested := held(t, "cattleya", "nest")
	nested.Homes[0].Potted = true
	assert.Equal(t, "held", Table().Decide(nested, of(clearly+0.01)).Code, "in its nest it stays")
	assert.Equal(t, "held", row("tub", race.Advised{Chances: map[string]float64{"": 1}}), "no race was run")
	thin := Case{Profile: group(t, "oncidium")}.patient()
	lasts := func(p *patient.Patient, a race.Advised) bool { return deciding{Table(), p, a}.lasts() }
	thin.Profile.LeafConductance.Value = "thin"
	assert.False(t, lasts(thin, race.Advised{}), "thin leaves and no bulbs")
	thin.Intake.BulbCount = 1
	assert.True(t, lasts(thin, race.Advised{}))
	assert.False(t, lasts(thin, of(0.9)), "its race says otherwise")
	assert.True(t, lasts(thin, race.Advised{Chances: map[string]float64{"": 1}}))
	leather := Case{Profile: group(t, "cattleya")}.patient()
	assert.True(t, lasts(leather, of(clearly)))
}

// Only what is potted or held is cleaned first, and only where it is out.
func TestWhatIsCleanedFirst(t *testing.T) {
	out := &patient.Patient{
		Profile: group(t, "cattleya"), Intake: patient.Intake{Pot: patient.NoPot},
		Reading: &patient.Reading{On: "2030-05-01", Checks: roots.Checks{}, Roots: roots.Reading{Roots: []roots.Root{
			{ID: "2", Count: 1, Segments: []roots.Segment{{Feel: roots.Mushy, Colour: roots.Black}}},
		}}},
	}
	first := func(p *patient.Patient, decision string) bool {
		return deciding{Table(), p, race.Advised{}}.cutsOpen(decision)
	}
	for _, d := range []string{PotIt, HoldBare, Nest} {
		assert.True(t, first(out, d), d)
	}
	for _, d := range []string{ReadIt, AskAir, LeaveIt, UnpotIt, LookIt} {
		assert.False(t, first(out, d), d)
	}
	in := *out
	in.Intake.Pot, in.Reading = "clear", &patient.Reading{On: "2030-05-01", Roots: out.Reading.Roots}
	in.Reading.Roots.InPot = true
	assert.False(t, first(in.At(in.Now), PotIt), "it stands in its pot")
}

// Organic medium that failed is replaced by fresh, one that held goes on; mineral that failed gives way.
func TestWhyAMedium(t *testing.T) {
	why := func(medium string, causes ...string) string {
		kind, why := deciding{Table(), Case{Profile: group(t, "cattleya"), OldMedium: medium, Causes: causes}.patient(),
			race.Advised{}}.medium()
		return string(kind) + " " + why[0]
	}
	failed := Table().Failures
	assert.Equal(t, "organic as-before", why("bark"))
	assert.Equal(t, "organic usual", why("bark", failed[disputes.Organic][0]))
	assert.Equal(t, "organic as-before", why("bark", failed[disputes.Inorganic][0]))
	assert.Equal(t, "inorganic as-before", why("mineral"))
	assert.Equal(t, "organic failed", why("mineral", failed[disputes.Inorganic][0]))
	assert.Equal(t, "organic usual", why(""))
}

// No moss is mixed for a moth orchid whose keeper never uses it; only what belongs into the new home is asked there.
func TestWhatIsAskedOfTheMix(t *testing.T) {
	moss := func(kind string, side disputes.SideCode) bool {
		p := Case{Profile: group(t, kind), Grade: roots.Poor, TipsOut: true}.patient()
		p.Sides[disputes.MossForMoths] = side
		for _, part := range lead(t, p, Plan{Route: "bark", Waters: patient.WatersSeldom}).Mix.Parts {
			if strings.HasPrefix(part.Component, "sphagnum") {
				return true
			}
		}
		return false
	}
	assert.True(t, moss("cattleya", disputes.Never))
	assert.False(t, moss("phalaenopsis", disputes.Never))
	assert.True(t, moss("phalaenopsis", disputes.WarmAndDry))
	p := Case{Profile: group(t, "cattleya")}.patient()
	p.Judge = func(*patient.Patient) patient.Heard {
		return patient.Heard{Asked: map[string][]string{"shade-pot": {"Film"}, "oil-soap-label": {"Mites"}, "new-medium": {}}}
	}
	list := AskedAtHome(p)
	require.Len(t, list, 1)
	assert.Equal(t, "shade-pot", list[0].Code)
	assert.Equal(t, []string{"Film"}, english.Lines(list[0].Causes))
}
