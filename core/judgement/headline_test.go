package judgement

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/causes"
	"therapeon/core/disputes"
	"therapeon/core/patient"
	"therapeon/core/roots"
	"therapeon/core/taxa"
	"therapeon/language/english"
)

const day = "2030-05-15"

// plant is a plant of a group on the day of these tests.
func plant(t *testing.T, group string, change func(*patient.Patient)) *patient.Patient {
	t.Helper()
	kind, ok := taxa.Find(group)
	require.True(t, ok, group)
	now, err := time.Parse(time.DateOnly, day)
	require.NoError(t, err)
	p := &patient.Patient{
		Profile: kind, Judge: causes.Hear, Now: now.Add(10 * time.Hour), House: patient.House{CutMarginMM: 4},
		Sides: patient.Sides{disputes.BareNoTips: disputes.ByHumidity, disputes.RepotInFlower: disputes.ByUrgency},
	}
	change(p)
	return p
}

func looked(on string, growth patient.Growth, found ...string) []patient.Look {
	noted := patient.Inspection{Findings: patient.Findings{"leaves-limp": patient.Absent}, Growth: growth}
	for _, f := range found {
		noted.Findings[f] = patient.Present
	}
	return []patient.Look{{ID: 1, On: on, Noted: noted}}
}

func percent(of float64) *patient.Air { return &patient.Air{NightC: 18, DayC: 24, Percent: &of} }

// From the first look to the new home, each state of a plant has one advice.
func TestOneAdviceInEveryState(t *testing.T) {
	for name, x := range map[string]struct {
		change func(*patient.Patient)
		code   string
		until  string
	}{
		"nothing was looked at": {func(*patient.Patient) {}, LookFirst, ""},
		"nothing is wrong":      {func(p *patient.Patient) { p.Looks = looked(day, patient.Growing, "tips-growing") }, Leave, "2030-08-13"},
		"its medium is gone":    {func(p *patient.Patient) { p.Looks = looked(day, patient.Growing, "crumbles") }, Soon, "2030-05-29"},
		"out, and not read":     {func(p *patient.Patient) { p.Intake.Pot = patient.NoPot }, Read, ""},
		"out, its air not known": {func(p *patient.Patient) {
			p.Intake.Pot, p.Given.Grade = patient.NoPot, roots.Rootless
		}, AskAir, ""},
		"out, in dry air": {func(p *patient.Patient) {
			p.Intake.Pot, p.Given.Grade, p.Given.Air = patient.NoPot, roots.Rootless, percent(40)
		}, Hold, "2030-05-22"},
		"out, in humid air": {func(p *patient.Patient) {
			p.Intake.Pot, p.Given.Grade, p.Given.Air = patient.NoPot, roots.Rootless, percent(70)
		}, Nest, "2030-05-22"},
		"held": {func(p *patient.Patient) {
			p.Intake.Pot, p.Given.Grade, p.Given.Air = patient.NoPot, roots.Rootless, percent(40)
			p.Homes = []patient.Home{{From: "2030-05-10", Way: "tub", Hold: true, LookOn: "2030-05-17"}}
		}, Hold, "2030-05-17"},
		"held, and tips show": {func(p *patient.Patient) {
			p.Intake.Pot, p.Given.Grade, p.Given.TipsOut = patient.NoPot, roots.Rootless, true
			p.Homes = []patient.Home{{From: "2030-05-10", Way: "tub", Hold: true}}
		}, Pot, ""},
		"housed, whatever was seen before": {func(p *patient.Patient) {
			p.Looks = looked("2030-05-01", patient.Growing, "crumbles", "decay-smell", "dead-roots-seen")
			p.Homes = []patient.Home{{From: "2030-05-02", Way: "bark", Potted: true, Medium: "bark", LookOn: "2030-05-30"}}
		}, Stay, "2030-05-30"},
		"housed, and it smells": {func(p *patient.Patient) {
			p.Looks = looked(day, patient.Growing, "sour-smell")
			p.Homes = []patient.Home{{From: "2030-05-02", Way: "bark", Potted: true, Medium: "bark"}}
		}, Soon, "2030-05-29"},
	} {
		t.Run(name, func(t *testing.T) {
			a := For(plant(t, "phalaenopsis", x.change), Known{})
			assert.Equal(t, x.code, a.Code, a.Headline)
			assert.Equal(t, x.until, a.UntilOn)
			assert.Equal(t, a.Headline.Words(), Table().Words(a.Line), "its words are made from its codes")
			assert.NotEmpty(t, a.Because)
		})
	}
}

// What single fact would change it, and by how much.
func TestTheFlipPoint(t *testing.T) {
	then := func(a Advice) map[string]string {
		list := map[string]string{}
		for _, f := range a.Flips {
			list[f.Code] = english.Say(f.If)
		}
		return list
	}
	dry := For(plant(t, "phalaenopsis", func(p *patient.Patient) {
		p.Intake.Pot, p.Given.Grade, p.Given.Air = patient.NoPot, roots.Rootless, percent(40)
	}), Known{})
	assert.Equal(t, "New tips, two of 5 mm, on any growth", then(dry)[Pot])
	assert.Equal(t, "Air of 60 % and more (now 40 %)", then(dry)[Nest])

	held := For(plant(t, "phalaenopsis", func(p *patient.Patient) {
		p.Intake.Pot, p.Given.Grade, p.Given.Air = patient.NoPot, roots.Rootless, percent(40)
		p.Intake.ArrivedOn = "2030-05-10"
		p.Homes = []patient.Home{{From: "2030-05-10", Way: "tub", Hold: true}}
	}), Known{})
	assert.Contains(t, then(held)[""], "No tip by", "the upper end of the band of its first tip")

	thirsty := For(plant(t, "phalaenopsis", func(p *patient.Patient) {
		p.Looks = looked(day, patient.Growing, "leaves-limp")
	}), Known{})
	require.Equal(t, Feel, thirsty.Code)
	assert.Equal(t, "Felt, and dry", then(thirsty)[Water])
	assert.Equal(t, "Felt, and wet", then(thirsty)[Now])

	waits := For(plant(t, "cattleya", func(p *patient.Patient) {
		p.Looks = looked(day, patient.Growing, "pot-bound")
	}), Known{})
	require.Equal(t, Wait, waits.Code)
	assert.Equal(t, "New roots showing at the base or the wall", english.Say(waits.Flips[0].If.Value))
	assert.Equal(t, Soon, waits.Flips[0].Code)
	assert.Equal(t, "A smell of decay from the wet medium", then(waits)[Soon], "and what does not wait for them")
}

// What must be ready is said with its day: bark is soaked the night before.
func TestWhatMustBeReadyBeforehand(t *testing.T) {
	a := For(plant(t, "phalaenopsis", func(p *patient.Patient) {
		p.Looks = looked(day, patient.Growing, "crumbles")
	}), Known{})
	require.NotEmpty(t, a.Ready)
	assert.Equal(t, "2030-05-28", a.Ready[0].On, "the day before it is to be done")
	var hows []string
	for _, r := range a.Ready {
		hows = append(hows, english.Say(r.How[0]))
	}
	assert.Contains(t, hows, "Dry bark sheds water for weeks. A night in water, then drained.")
	none := For(plant(t, "phalaenopsis", func(p *patient.Patient) {
		p.Looks = looked(day, patient.Growing, "tips-growing")
	}), Known{})
	assert.Empty(t, none.Ready, "it is left alone")
}

// What eats or spreads and is seen is treated where the plant stands; left alone for three months
// it is lost: common practice, no source.
func TestWhatIsSeenIsTreatedAndNotLeft(t *testing.T) {
	for _, seen := range []string{"moving-specks", "scale-bumps", "aphids-seen"} {
		a := For(plant(t, "phalaenopsis", func(p *patient.Patient) {
			p.Looks = looked(day, patient.Growing, "tips-growing", seen)
		}), Known{})
		assert.Equal(t, Treat, a.Code, seen)
		assert.Equal(t, "Treat it today, where it stands.", english.Say(a.Headline), seen)
		assert.Equal(t, "cleaning", a.Page, seen)
		assert.LessOrEqual(t, a.UntilOn, "2030-05-22", seen)
	}
}

// What was done is not done twice: a second dose before its day burns, and the eggs it is meant for
// have not hatched. Common practice, no source.
func TestWhatWasTreatedIsNotTreatedAgainBeforeItsRound(t *testing.T) {
	of := func(change func(*patient.Patient)) Advice {
		return For(plant(t, "phalaenopsis", func(p *patient.Patient) {
			p.Looks = looked(day, patient.Growing, "tips-growing", "moving-specks")
			change(p)
		}), Known{})
	}
	asked := []string{}
	of(func(p *patient.Patient) {
		for action := range p.Heard().Asked {
			asked = append(asked, action)
		}
	})
	require.NotEmpty(t, asked)
	all := func(on string) func(*patient.Patient) {
		return func(p *patient.Patient) {
			for _, action := range asked {
				p.Deeds = append(p.Deeds, patient.Deed{Of: action, On: on})
			}
		}
	}
	assert.Equal(t, Leave, of(all(day)).Code, "on the day of the look, which goes before it")
	assert.LessOrEqual(t, of(all(day)).UntilOn, "2030-05-22", "and it is looked at soon")
	assert.Equal(t, Treat, of(all("2030-05-14")).Code, "that was before")
	assert.Equal(t, Treat, of(func(p *patient.Patient) {
		p.Deeds = []patient.Deed{{Of: "wash-leaves", On: day}}
	}).Code, "half of it was done")
	assert.Equal(t, Treat, of(func(p *patient.Patient) {
		all(day)(p)
		for i := range p.Deeds {
			p.Deeds[i].LeftOut = true
		}
	}).Code, "all of it was left out")
	assert.Equal(t, Leave, of(func(p *patient.Patient) {
		all(day)(p)
		p.Deeds[0].LeftOut = true
	}).Code, "some of it was left out, and said why")
	round := func(on, due string) func(*patient.Patient) {
		return func(p *patient.Patient) {
			p.Rounds = []patient.TreatedDay{{On: on, Pest: "spider-mites"}}
			p.Round.On, p.Now = due, time.Date(2030, 5, 20, 9, 0, 0, 0, time.UTC)
		}
	}
	assert.Equal(t, Leave, of(round(day, "2030-05-22")).Code)
	assert.Equal(t, Treat, of(round(day, "2030-05-20")).Code, "its next round has come")
}

// The day to look again follows the treatment that runs.
func TestTheDayFollowsTheTreatment(t *testing.T) {
	of := func(due string) string {
		return For(plant(t, "phalaenopsis", func(p *patient.Patient) {
			p.Looks, p.Round.On = looked(day, patient.Growing, "tips-growing"), due
		}), Known{}).UntilOn
	}
	assert.Equal(t, "2030-05-24", of("2030-05-24"))
	assert.Equal(t, "2030-08-13", of("2030-12-01"), "later than the usual next look")
	own := plant(t, "phalaenopsis", func(p *patient.Patient) {
		p.Looks, p.Round.On = looked(day, patient.Growing, "tips-growing"), "2030-05-24"
		p.Looks[0].Noted.AgainOn = "2030-06-01"
	})
	assert.Equal(t, "2030-06-01", For(own, Known{}).UntilOn, "the user's own day goes first")
}

// Rot that is left on goes into the new pot: what is to be cut goes first, on every page and in
// every list. Common practice, no source.
func TestOpenCutsGoBeforeTheNewHome(t *testing.T) {
	of := func(feel roots.Feel) Advice {
		return For(plant(t, "phalaenopsis", func(p *patient.Patient) {
			p.Intake.Pot = patient.NoPot
			p.Reading = &patient.Reading{On: day, Roots: roots.Reading{Roots: []roots.Root{
				{ID: "1", Count: 9, Segments: []roots.Segment{{Feel: roots.Firm, Colour: roots.ColourPale}}},
				{ID: "2", Count: 1, Segments: []roots.Segment{{Feel: feel}}},
			}}, Checks: roots.Checks{}}
		}), Known{})
	}
	rot := of(roots.Mushy)
	assert.Equal(t, Pot, rot.Code)
	assert.Equal(t, "cleaning", rot.Page)
	assert.Contains(t, english.Say(rot.Headline), "Clean it first.")
	assert.Equal(t, rot.Headline.Words(), Table().Words(rot.Line), "lists say the same")
	assert.Equal(t, "rehome", of(roots.Firm).Page)
	assert.NotContains(t, english.Say(of(roots.Firm).Headline), "Clean")
}

// Every advice is of one kind.
func TestEveryAdviceIsOfAKind(t *testing.T) {
	for _, code := range []string{
		LookFirst, Check, Feel, Water, Treat, Leave, Wait, Soon, Now, Read, Pot, Hold, Nest, AskAir, Stay,
	} {
		kind := Line{Code: code}.Kind()
		assert.Contains(t, OfKind(kind), code)
	}
}
