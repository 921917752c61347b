package wishes_test

import (
	"math/rand/v2"
	"os"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/disputes"
	"therapeon/core/patient"
	"therapeon/core/rehome"
	"therapeon/core/roots"
	"therapeon/core/taxa"
	"therapeon/core/wishes"
	"therapeon/language/english"
)

// covering are plants that between them are given nearly every answer; the torture finds such.
var covering = []int{
	0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 16, 17, 18, 20, 28, 29, 31, 32, 34,
	35, 40, 47, 49, 62, 83, 88, 102, 158, 161, 172, 173, 209, 215, 253, 294, 299, 397, 989, 1112,
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
	see(&patient.Patient{
		Profile: well, Now: (drawer{}).noon(),
		Intake: patient.Intake{BulbCount: 9, Pot: patient.NoPot},
		Given:  patient.Given{Grade: roots.Good, TipsOut: true},
	}, wishes.Ask{})
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
