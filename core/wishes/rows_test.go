package wishes_test

import (
	"math/rand/v2"
	"os"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/aftercare"
	"therapeon/core/disputes"
	"therapeon/core/division"
	"therapeon/core/patient"
	"therapeon/core/rehome"
	"therapeon/core/roots"
	"therapeon/core/taxa"
	"therapeon/core/wishes"
	"therapeon/language/english"
)

// covering are plants that between them are given nearly every answer; the torture finds such.
var covering = []int{
	0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 12, 14, 15, 16, 17, 20, 21, 23, 24, 27, 32, 34, 38,
	42, 45, 46, 49, 51, 53, 54, 56, 64, 68, 74, 84, 90, 92, 96, 153, 170, 183, 188, 250,
	252, 275, 302, 303, 353, 400, 411, 570, 679, 721, 726, 942,
}

// anyGiven shows the answers that a drawn plant is given.
func anyGiven(n int, see func(*patient.Patient, wishes.Ask)) {
	d := drawer{rand.New(rand.NewPCG(uint64(n), 3))}
	p := d.plant()
	ask := wishes.Ask{Race: d.raced(), Root: wishes.Root{Feel: pick(d, "", roots.Firm, roots.Hollow, roots.Limp)}}
	if d.is(0.3) {
		ask.WaterOn = pick(d, "2030-05-10", "2030-05-20")
	}
	see(p, ask)
	ask.Care = careOf(p)
	see(p, ask)
}

// Every answer of the table is one that some plant is given, and each names its reason. In the torture
// the plants are drawn as they come.
func TestEveryAnswerOfTheTableIsGiven(t *testing.T) {
	given := map[string]bool{}
	see := func(p *patient.Patient, ask wishes.Ask) {
		for _, a := range wishes.Table().All(p, ask) {
			given[a.Wish+"/"+a.Row] = true
		}
	}
	if os.Getenv("TORTURE") == "" {
		for _, n := range covering {
			anyGiven(n, see)
		}
	} else {
		var chosen []int
		for n := range 1500 {
			before := len(given)
			if anyGiven(n, see); len(given) > before {
				chosen = append(chosen, n)
			}
		}
		t.Logf("covering = %v", chosen)
	}
	well, _ := taxa.Find("cattleya") // strong, out of its pot, with new roots: seldom drawn
	strong := func(change func(*patient.Patient, *division.Rhizome)) {
		drawn := division.Chain(8)
		drawn.Bulbs[3].Lead = true
		p := &patient.Patient{
			Profile: well, Now: (drawer{}).noon(), Intake: patient.Intake{BulbCount: 8, Pot: patient.NoPot},
			Given: patient.Given{Grade: roots.Good, Read: true, TipsOut: true, LiveMM: map[int]roots.Range{}},
		}
		for n := range drawn.Bulbs {
			p.Given.LiveMM[n+1] = roots.Range{Low: 100, High: 150}
		}
		change(p, &drawn)
		see(p, wishes.Ask{Rhizome: &drawn})
	}
	strong(func(*patient.Patient, *division.Rhizome) {})
	strong(func(p *patient.Patient, _ *division.Rhizome) { p.Given.TipsOut = false })
	strong(func(p *patient.Patient, _ *division.Rhizome) { p.Intake.Flowering = patient.Bloom })
	strong(func(_ *patient.Patient, r *division.Rhizome) { r.Bulbs[3].Lead = false })
	shown := func(since string, noted patient.Inspection) {
		see(&patient.Patient{
			Profile: well, Now: (drawer{}).noon(), Intake: patient.Intake{ArrivedOn: since, Pot: "clear", LeafCount: 5},
			Looks: []patient.Look{{On: today, Noted: noted}},
		}, wishes.Ask{})
	}
	night := 3.0
	shown("2029-01-01", patient.Inspection{Growth: patient.Growing})
	shown("2029-01-01", patient.Inspection{Growth: patient.Growing, NightLowC: &night})
	shown("2030-05-01", patient.Inspection{Growth: patient.NewRoots})
	shown("2030-05-01", patient.Inspection{Findings: patient.Findings{"buds-drop": patient.Present}})
	shown("2030-05-01", patient.Inspection{Growth: patient.Idle})
	salty := &patient.Patient{
		Profile: well, Now: (drawer{}).noon(), Intake: patient.Intake{Pot: "clear", OldMedium: "bark", LeafCount: 5},
		Judge: func(*patient.Patient) patient.Heard {
			return patient.Heard{Plan: []string{"soak-flush"}, Asked: map[string][]string{"soak-flush": {"salt-burn"}}}
		},
		Looks: []patient.Look{{On: "2030-05-10", Noted: patient.Inspection{
			Findings: patient.Findings{"crust": patient.Present},
		}}},
		Seen: []patient.Seen{{On: "2030-05-14", Noted: patient.Checkin{Medium: "dry"}}},
	}
	see(salty, wishes.Ask{})
	gate := &patient.Patient{
		Profile: well, Now: (drawer{}).noon(), Intake: patient.Intake{Pot: "clear", OldMedium: "mineral", LeafCount: 5},
	}
	passed := []aftercare.Running{{Before: []aftercare.Passed{{By: "green-tip"}}}}
	see(gate, wishes.Ask{Care: &aftercare.Care{Runs: passed}})
	see(&patient.Patient{
		Profile: well, Now: (drawer{}).noon(), Intake: patient.Intake{Replaceable: "never"},
		Looks: []patient.Look{{On: today,
			Noted: patient.Inspection{Findings: patient.Findings{"nothing-firm": patient.Present}}}},
	}, wishes.Ask{})
	nobile, _ := taxa.Find("dendrobium-deciduous")
	see(&patient.Patient{
		Profile: nobile, Now: (drawer{}).noon(), House: patient.House{South: true},
		Intake: patient.Intake{Pot: "clear"},
		Sides:  patient.Sides{disputes.WinterRest: disputes.Strict},
	}, wishes.Ask{})
	moth, _ := taxa.Find("phalaenopsis") // fed three days ago, and growing
	fed := &patient.Patient{
		Profile: moth, Now: (drawer{}).noon(), Intake: patient.Intake{LeafCount: 5, OldMedium: "bark", Pot: "clear"},
		House: patient.House{Sides: disputes.Usual()}, Given: patient.Given{Grade: roots.Good},
		Homes: []patient.Home{rehome.Stands("2029-12-01", "inorganic", nil)},
		Seen:  []patient.Seen{{On: "2030-05-01", Noted: patient.Checkin{Growth: patient.Growing}}},
		Care:  []patient.Tended{{On: "2030-05-12", Job: "refill", Outcome: patient.TendedDone, PPM: 90}},
	}
	see(fed, wishes.Ask{Care: careOf(fed)})
	two, long := 2, 45.0
	for way, noted := range map[string]patient.Checkin{
		"nest": {Moss: "pale"}, "pebbles": {Tips: &two, LongestMM: &long},
	} {
		see(&patient.Patient{
			Profile: moth, Now: (drawer{}).noon(), Intake: patient.Intake{LeafCount: 5, Pot: patient.NoPot},
			Given: patient.Given{Grade: roots.Rootless}, Homes: []patient.Home{rehome.Stands("2030-04-01", way, nil)},
			Seen: []patient.Seen{{On: "2030-05-14", Noted: noted}},
		}, wishes.Ask{})
	}
	for _, w := range wishes.Table().Wishes {
		for row := range w.Rows {
			assert.True(t, given[w.Code+"/"+row], "no plant is given %s/%s", w.Code, row)
		}
	}
}

// A brown root is judged as the root table judges it, in pale-rooted kinds and in brown ones:
// common practice, no source.
func TestABrownRoot(t *testing.T) {
	for _, x := range []struct {
		group string
		root  wishes.Root
		want  string
	}{
		{"cattleya", wishes.Root{}, wishes.NotNow},
		{"cattleya", wishes.Root{Feel: roots.Firm, Colour: roots.PatchesSmooth}, wishes.No},
		{"cattleya", wishes.Root{Feel: roots.Firm, Colour: roots.EvenBrown}, wishes.NotNow},
		{"cattleya", wishes.Root{Feel: roots.Hollow, Colour: roots.EvenBrown}, wishes.Yes},
		{"cattleya", wishes.Root{Feel: roots.Mushy}, wishes.Yes},
		{"slipper", wishes.Root{Feel: roots.Firm, Colour: roots.EvenBrown}, wishes.No},
		{"slipper", wishes.Root{Feel: roots.Mushy}, wishes.Yes},
	} {
		kind, ok := taxa.Find(x.group)
		require.True(t, ok)
		p := &patient.Patient{Profile: kind, Now: (drawer{}).noon()}
		a, ok := wishes.Table().Answer(p, "cut-root", wishes.Ask{Root: x.root})
		require.True(t, ok)
		assert.Equal(t, x.want, a.Answer, "%s %+v", x.group, x.root)
		if a.Row == "doubtful" {
			assert.Equal(t, "2030-05-29", a.FromOn, "felt again in 14 days: common practice, no source")
		}
	}
	_, ok := wishes.Table().Answer(&patient.Patient{}, "moon", wishes.Ask{})
	assert.False(t, ok)
}

// A wish that was kept is shown as it was answered.
func TestAKeptAnswerKeepsItsWords(t *testing.T) {
	a, ok := wishes.Table().Kept("feed", "rootless")
	require.True(t, ok)
	assert.Equal(t, wishes.No, a.Answer)
	assert.Equal(t, "Feed it", english.Say(a.Name))
	_, ok = wishes.Table().Kept("feed", "moon")
	assert.False(t, ok)
}

// A cymbidium is never dry, whatever side its house takes on the winter rest: common practice, no
// source.
func TestAStrictRestIsForKindsThatRestDry(t *testing.T) {
	row := func(code string) string {
		kind, _ := taxa.Find(code)
		a, _ := wishes.Table().Answer(&patient.Patient{
			Profile: kind, Now: (drawer{}).noon(), House: patient.House{South: true},
			Sides: patient.Sides{disputes.WinterRest: disputes.Strict}, Intake: patient.Intake{Pot: "clear"},
		}, "water", wishes.Ask{})
		return a.Row
	}
	assert.Equal(t, "strict-rest", row("dendrobium-deciduous"))
	for _, code := range []string{"cymbidium", "cattleya", "other-epiphyte", "slipper", "zygopetalum"} {
		assert.NotEqual(t, "strict-rest", row(code), code)
	}
}
