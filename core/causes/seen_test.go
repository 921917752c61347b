package causes

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"therapeon/core/climate"
	"therapeon/core/patient"
	"therapeon/core/roots"
	"therapeon/core/taxa"
)

func placeOf(v Verdict, code string) int {
	return slices.IndexFunc(v.Causes, func(j Judged) bool { return j.Code == code })
}

// A culprit that is seen is as good as certainly there, and its harmless look-alikes do not
// stand before it: common practice, no source.
func TestACulpritThatIsSeenIsThere(t *testing.T) {
	for finding, x := range map[string]struct{ culprit, alike string }{
		"snails-seen":   {"snails", "white-jumpers"},
		"clear-eggs":    {"snails", "white-jumpers"},
		"moving-specks": {"spider-mites", "spiders"},
		"scale-bumps":   {"scale", "low-leaves-yellow"},
		"white-wax":     {"mealybugs", "green-film"},
		"root-wax":      {"mealybugs", "white-jumpers"},
		"thrips-seen":   {"thrips", "spiders"},
		"aphids-seen":   {"aphids", "ants-woodlice"},
		"small-flies":   {"fungus-gnats", "white-jumpers"},
		"castings":      {"worms", "ants-woodlice"},
		"worms-seen":    {"worms", "white-jumpers"},
		"foreign-roots": {"foreign-roots", "even-brown"},
	} {
		for _, group := range []string{"phalaenopsis", "cattleya", "slipper", "cymbidium"} {
			found := patient.Findings{finding: Present, x.alike: Present}
			v := Table().judge(clues{Group: group, Bulbs: true, Unpotted: true, Findings: found})
			at := placeOf(v, x.culprit)
			assert.GreaterOrEqual(t, v.Causes[at].Chance, 0.95, "%s on %s", finding, group)
			assert.Zero(t, at, "%s on %s comes first, before %s", finding, group, v.Causes[0].Code)
		}
	}
}

// What speaks for a cause is not listed against it, and the other way about.
func TestForAndAgainstAreReadTheRightWay(t *testing.T) {
	k := Table()
	rapid.Check(t, func(t *rapid.T) {
		found := patient.Findings{}
		some := rapid.SliceOfNDistinct(rapid.IntRange(0, len(k.Findings)-1), 1, 12, rapid.ID)
		for _, i := range some.Draw(t, "findings") {
			found[k.Findings[i].Code] = rapid.SampledFrom([]patient.FindingState{Present, Absent}).Draw(t, "state")
		}
		for _, j := range k.judge(clues{Group: "cattleya", Bulbs: true, Findings: found}).Causes {
			c, _ := k.Cause(j.Code)
			for _, w := range j.Findings {
				f, _ := k.Finding(w.Finding)
				weight, own := c.Weights[f.theme()]
				assert.Equal(t, !own, w.Through, "%s on %s", w.Finding, j.Code)
				if own {
					speaks := (weight.Value[0] == '+') == (w.State == Present)
					assert.Equal(t, speaks, w.Decibans > 0, "%s %s on %s", w.Finding, w.State, j.Code)
				}
			}
		}
	})
}

// The next check asks for the general sign before its detail, and moves what is in question.
func TestTheNextCheckAsksInTurn(t *testing.T) {
	k := Table()
	rapid.Check(t, func(t *rapid.T) {
		found := patient.Findings{}
		some := rapid.SliceOfNDistinct(rapid.IntRange(0, len(k.Findings)-1), 1, 12, rapid.ID)
		for _, i := range some.Draw(t, "findings") {
			found[k.Findings[i].Code] = rapid.SampledFrom([]patient.FindingState{Present, Absent}).Draw(t, "state")
		}
		v := k.judge(clues{Group: "cattleya", Bulbs: true, Findings: found})
		for _, n := range v.Next {
			f, _ := k.Finding(n.Finding)
			assert.False(t, f.Plain, "%s decides on no cause", n.Finding)
			if f.DetailOf != "" {
				assert.Equal(t, Present, found[f.DetailOf], "%s is a detail of %s", n.Finding, f.DetailOf)
			}
			assert.Empty(t, found[n.Finding], "it was answered already")
		}
	})
	asked := func(v Verdict) (list []string) {
		for _, n := range v.Next {
			list = append(list, n.Finding)
		}
		return list
	}
	film := clues{Group: "phalaenopsis", Findings: patient.Findings{"dark-film": Present}}
	plain := clues{Group: "phalaenopsis", Findings: patient.Findings{"leaves-limp": Present}}
	assert.NotContains(t, asked(k.judge(plain)), "film-smells")
	assert.NotContains(t, asked(k.judge(film)), "rhizome-ring", "no wilt is in question")
}

// What the place, another step or another answer knows is not asked again.
func TestWhatIsKnownIsNotAskedAgain(t *testing.T) {
	kind, ok := taxa.Find("phalaenopsis")
	require.True(t, ok)
	percent := 38.0
	p := &patient.Patient{
		Profile: kind, Day: "2030-06-15",
		Looks: []patient.Look{{On: "2030-06-15", Noted: patient.Inspection{
			Findings: patient.Findings{"tips-stop-short": Present, "leaves-limp": Present}, Growth: patient.NewRoots,
		}}},
		Site: &patient.Site{
			Name: "Sill", Light: "sun", Percent: &percent,
			Climate: &climate.Station{Usual: &climate.Day{LowC: 6, HighC: 35}, UsualHumidity: &percent},
		},
	}
	states := map[string]patient.FindingState{}
	for _, known := range Knows(p) {
		states[known.Finding] = known.State
	}
	assert.Equal(t, Present, states["dry-air"])
	assert.Equal(t, Present, states["strong-sun"])
	assert.Equal(t, Present, states["cold-night"], "below its injury minimum of 10 °C")
	assert.Equal(t, Present, states["hot-day"])
	assert.Equal(t, Present, states["tips-growing"])
	for _, n := range Table().Judge(p).Next {
		assert.Empty(t, states[n.Finding], "%s is known", n.Finding)
	}
}

// A reading from before the present home is history; of a held plant its roots are still known.
func TestAReadingFromBeforeTheHomeIsHistory(t *testing.T) {
	mm := 60.0
	p := at(t, "phalaenopsis")
	p.Reading = &patient.Reading{On: "2030-05-01", Roots: roots.Reading{Roots: []roots.Root{
		{ID: "a", Count: 9, Segments: []roots.Segment{{LengthMM: &mm, Feel: roots.Mushy}}},
	}}}
	says := func() map[string]patient.FindingState {
		states := map[string]patient.FindingState{}
		for _, known := range Knows(p) {
			states[known.Finding] = known.State
		}
		return states
	}
	assert.Equal(t, Present, says()["mushy-roots"])
	p.Homes = []patient.Home{{From: "2030-05-02", Way: "bark", Potted: true, Medium: "bark", Pot: "clear"}}
	p.Forget()
	assert.Empty(t, says()["mushy-roots"], "that was in what it stood in before")
	assert.Empty(t, says()["few-live-roots"])
	p.Homes = []patient.Home{{From: "2030-05-02", Way: "tub", Hold: true}}
	p.Forget()
	assert.Empty(t, says()["mushy-roots"])
	assert.Equal(t, Present, says()["few-live-roots"], "held bare, it has those it had")
}
