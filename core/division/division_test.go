package division

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"therapeon/core/patient"
	"therapeon/core/roots"
	"therapeon/core/taxa"
	"therapeon/language/english"
)

// two is eight bulbs with a lead on each of two branches:
// 1–2–3–4–5 and, from 2, 6–7–8.
func two() Rhizome {
	r := Chain(5)
	r.Bulbs = append(r.Bulbs, Bulb{N: 6, From: 2}, Bulb{N: 7, From: 6}, Bulb{N: 8, From: 7, Lead: true})
	return r
}

func strong() *patient.Patient {
	p := &patient.Patient{
		Intake: patient.Intake{BulbState: patient.Plump},
		Looks:  []patient.Look{{Noted: patient.Inspection{Growth: patient.NewRoots}}},
		Given:  patient.Given{Read: true, Grade: roots.Good, LiveMM: map[int]roots.Range{}},
	}
	for n := range MaxBulbs {
		p.Given.LiveMM[n+1] = roots.Range{Low: 100, High: 150}
	}
	return p
}

// alarmed is what is heard of a cause that spreads.
func alarmed(*patient.Patient) patient.Heard { return patient.Heard{Alarm: true} }

// At least three bulbs and a growing lead a piece: common practice, no source.
func TestAStrongPlantWithTwoLeadsCanBeDivided(t *testing.T) {
	a := Advise(two(), strong())
	assert.Equal(t, "can", a.Decision)
	assert.Equal(t, "It can be divided into 2.", english.Say(a.Headline))
	require.Len(t, a.Pieces, 2)
	for _, p := range a.Pieces {
		assert.True(t, p.Fits)
		assert.Equal(t, 1, p.Leads)
		assert.GreaterOrEqual(t, len(p.Bulbs), 3)
		assert.Equal(t, 100*float64(len(p.Bulbs)), p.LiveMM.Low, "its own bulbs' roots")
	}
	require.Len(t, a.Places, 7)
	for _, place := range a.Places {
		assert.Equal(t, place.Older.Fits && place.Newer.Fits, place.Fits)
		assert.Len(t, append(place.Older.Bulbs, place.Newer.Bulbs...), 8)
	}
	assert.True(t, a.Places[4].Fits, "between 2 and 6")
	assert.False(t, a.Places[6].Fits, "bulb 8 alone")
	assert.Contains(t, english.Say(a.Places[6].Newer.Why[0].Value), "Fewer than three bulbs")
}

func TestAWeakPlantIsNotDivided(t *testing.T) {
	for words, weaken := range map[string]func(*patient.Patient){
		"weak plant":                func(p *patient.Patient) { p.Given.Grade = roots.NearRootless },
		"Too few roots live":        func(p *patient.Patient) { p.Given.Grade = roots.Poor },
		"shrivelled":                func(p *patient.Patient) { p.Intake.BulbState = patient.Shrivelled },
		"in flower":                 func(p *patient.Patient) { p.Intake.Flowering = patient.Bloom },
		"at rest":                   func(p *patient.Patient) { p.Looks[0].Noted.Growth = patient.Resting },
		"running in the rhizome":    func(p *patient.Patient) { p.Given.Spreading = true },
		"the rhizome":               func(p *patient.Patient) { p.Judge = alarmed },
		"roots have not been read.": func(p *patient.Patient) { p.Given.Read = false },
	} {
		p := strong()
		weaken(p)
		a := Advise(two(), p)
		assert.Equal(t, "not-today", a.Decision, words)
		assert.Contains(t, english.Say(a.Reasons[0].Value), words)
	}
	p := strong()
	p.Profile.Habit.Value = "monopodial"
	assert.Equal(t, "no", Advise(two(), p).Decision)
	assert.Contains(t, english.Say(Advise(Chain(8), strong()).Reasons[0].Value), "one lead")
	assert.Contains(t, english.Say(Advise(Chain(4), strong()).Reasons[0].Value), "Too few bulbs")
	assert.Contains(t, english.Say(Advise(Chain(5), strong()).Reasons[0].Value),
		"back-bulbs alone, and whether an eye wakes on those is not sure")
	assert.Equal(t, "no", Advise(Rhizome{}, strong()).Decision)
	together := two()
	together.Bulbs[len(together.Bulbs)-1].Lead, together.Bulbs[len(together.Bulbs)-2].Lead = true, true
	for i := range together.Bulbs[:len(together.Bulbs)-2] {
		together.Bulbs[i].Lead = false
	}
	assert.Contains(t, english.Say(Advise(together, strong()).Reasons[0].Value), "Its leads stand together")
	onOne := strong()
	for n := range onOne.Given.LiveMM {
		if n > 1 {
			delete(onOne.Given.LiveMM, n)
		}
	}
	assert.Contains(t, english.Say(Advise(two(), onOne).Reasons[0].Value), "Its living roots hang together")
	untold := strong()
	untold.Given.LiveMM, untold.Given.UnplacedMM = map[int]roots.Range{}, roots.Range{Low: 800, Point: 800, High: 800}
	assert.Equal(t, "not-today", Advise(two(), untold).Decision)
	assert.Contains(t, english.Say(Advise(two(), untold).Reasons[0].Value), "not told apart by growth", "sound roots, none assigned")
}

func reasons(a Advice) (all string) {
	for _, r := range a.Reasons {
		all += english.Say(r.Value) + " "
	}
	return all
}

// Two bulbs and a lead in vigorous cattleya, oncidium and reed kinds, and two fans, are warned of and not refused, on
// roots of their own; one never is enough. Common practice, no source.
func TestAPieceOfTwoIsWarnedOf(t *testing.T) {
	of := func(kind string, r Rhizome, change func(*patient.Patient)) Advice {
		p := strong()
		p.Profile, _ = taxa.Find(kind)
		p.Intake.BulbState = ""
		change(p)
		return Advise(r, p)
	}
	same := func(*patient.Patient) {}
	five := Chain(5)
	five.Bulbs[2].Lead = true // 3 and 2
	for _, kind := range []string{"cattleya", "oncidium", "epidendrum-reed"} {
		a := of(kind, five, same)
		assert.Equal(t, Can, a.Decision, kind)
		require.Len(t, a.Pieces, 2, kind)
		assert.True(t, a.Pieces[1].Warned, kind)
		assert.Contains(t, reasons(a), "Two and a lead are few", kind)
		assert.NotContains(t, reasons(a), "large enough", kind)
		idle := of(kind, five, func(p *patient.Patient) { p.Looks[0].Noted.Growth = patient.Idle })
		assert.NotEqual(t, Can, idle.Decision, "not vigorous")
		fair := of(kind, five, func(p *patient.Patient) { p.Given.Grade = roots.Fair })
		assert.NotEqual(t, Can, fair.Decision, "not vigorous")
		bare := of(kind, five, func(p *patient.Patient) {
			delete(p.Given.LiveMM, 4)
			delete(p.Given.LiveMM, 5)
			p.Given.UnplacedMM = roots.Range{Low: 400, Point: 400, High: 400}
		})
		assert.NotEqual(t, Can, bare.Decision, "roots that were not placed are not known to be its own")
	}
	assert.NotEqual(t, Can, of("zygopetalum", five, same).Decision)
	fans := Chain(4)
	fans.Bulbs[1].Lead = true
	a := of("slipper", fans, func(p *patient.Patient) { p.Given.Grade = roots.Fair })
	assert.Equal(t, Can, a.Decision)
	assert.Contains(t, reasons(a), "Two fans are few")
	two := Chain(2)
	two.Bulbs[0].Lead = true
	assert.Equal(t, NotAtAll, of("slipper", two, same).Decision, "never one")
	six := Chain(6)
	six.Bulbs[2].Lead, six.Bulbs[1].Lead, six.Bulbs[3].Lead = true, true, true
	a = of("cattleya", six, same)
	require.Len(t, a.Pieces, 2, "three and three, not three times two")
	assert.False(t, a.Pieces[0].Warned || a.Pieces[1].Warned)
	fan, _ := taxa.Find("slipper")
	reed, _ := taxa.Find("epidendrum-reed")
	bulb, _ := taxa.Find("cattleya")
	assert.Equal(t, []string{Fans, Canes, Bulbs}, []string{Organ(fan), Organ(reed), Organ(bulb)})
}

// The longest way through a rhizome, counted by hand.
func TestTheJointsOfARhizome(t *testing.T) {
	assert.Equal(t, 0, Rhizome{}.Joints())
	assert.Equal(t, 4, Chain(5).Joints())
	assert.Equal(t, 6, two().Joints(), "5-4-3-2-6-7-8")
	assert.Equal(t, patient.Rhizome{Joints: 6, Leads: 2}, two().Drawn())
}

func TestRhizomesThatCannotGrowAreRefused(t *testing.T) {
	assert.Empty(t, two().Faults())
	assert.Contains(t, english.Say(Rhizome{Bulbs: []Bulb{{N: 2}}}.Faults()[0].Words), "Number the bulbs")
	assert.Contains(t, english.Say(Rhizome{Bulbs: []Bulb{{N: 1, From: 1}}}.Faults()[0].Words), "older one")
	assert.Contains(t, english.Say(Rhizome{Bulbs: []Bulb{{N: 1}, {N: 2}}}.Faults()[0].Words), "Only the oldest")
}

// The pieces found are as many as trying every set of cuts finds.
func TestTheMostPiecesByBruteForce(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		n := rapid.IntRange(1, 10).Draw(t, "bulbs")
		r := Rhizome{Bulbs: []Bulb{}}
		for i := range n {
			from := 0
			if i > 0 {
				from = rapid.IntRange(max(1, i-2), i).Draw(t, "from")
			}
			r.Bulbs = append(r.Bulbs, Bulb{N: i + 1, From: from, Lead: rapid.IntRange(0, 2).Draw(t, "lead") == 0})
		}
		p, most := divided{Patient: strong()}, 0
		p.live, p.unplaced = p.Condition().LiveByBulb()
		for set := range 1 << (n - 1) {
			var cuts []int
			for i := range n - 1 {
				if set>>i&1 == 1 {
					cuts = append(cuts, i+2)
				}
			}
			all := true
			for _, part := range Parts(r, cuts) {
				all = all && p.piece(r, part).Fits
			}
			if all {
				most = max(most, len(cuts))
			}
		}
		got := mostPieces(r, p)
		assert.Len(t, got, most)
		total := 0
		for _, part := range Parts(r, got) {
			total += len(part)
		}
		assert.Equal(t, n, total, "no bulb is lost")
	})
}

func TestTwoPiecesAreAsEvenAsCanBe(t *testing.T) {
	r := two()
	r.Bulbs = append(r.Bulbs[:7:7], Bulb{N: 8, From: 7}, Bulb{N: 9, From: 8, Lead: true})
	a := Advise(r, strong())
	require.Len(t, a.Pieces, 2)
	assert.Equal(t, []int{6}, a.Cuts, "five and four, not three and six")
}

func TestWhatEachPieceLacksIsSaid(t *testing.T) {
	for name, c := range map[string]struct {
		bulbs  []Bulb
		change func(*patient.Patient)
		words  string
	}{
		"few":     {[]Bulb{{N: 1}, {N: 2, From: 1, Lead: true}}, nil, "Fewer than three bulbs"},
		"no lead": {[]Bulb{{N: 1}, {N: 2, From: 1}, {N: 3, From: 2}}, nil, "No growing lead"},
		"dead":    {[]Bulb{{N: 1, State: "dead"}, {N: 2, From: 1}, {N: 3, From: 2, Lead: true}}, nil, "Fewer than three bulbs"},
		"roots": {[]Bulb{{N: 1}, {N: 2, From: 1}, {N: 3, From: 2, Lead: true}},
			func(p *patient.Patient) { p.Given.LiveMM = nil }, "Hardly any living root"},
		"least": {[]Bulb{{N: 1}, {N: 2, From: 1}, {N: 3, From: 2, Lead: true}}, nil, "Four or five are better"},
	} {
		p := strong()
		if c.change != nil {
			c.change(p)
		}
		all := make([]int, len(c.bulbs))
		for i := range all {
			all[i] = i + 1
		}
		of := divided{Patient: p}
		of.live, of.unplaced = p.Condition().LiveByBulb()
		piece := of.piece(Rhizome{Bulbs: c.bulbs}, all)
		require.NotEmpty(t, piece.Why, name)
		assert.Contains(t, english.Say(piece.Why[0].Value), c.words, name)
		assert.Equal(t, name == "least", piece.Fits, name)
	}
}

func TestThreePiecesFromThreeLeads(t *testing.T) {
	r := Rhizome{
		Bulbs: append(Chain(3).Bulbs, Bulb{N: 4, From: 1}, Bulb{N: 5, From: 4}, Bulb{N: 6, From: 5, Lead: true},
			Bulb{N: 7, From: 1}, Bulb{N: 8, From: 7}, Bulb{N: 9, From: 8, Lead: true}),
	}
	a := Advise(r, strong())
	assert.Equal(t, "It can be divided into 3.", english.Say(a.Headline))
	require.Len(t, a.Pieces, 3)
	total := roots.Range{}
	for _, p := range a.Pieces {
		assert.Len(t, p.Bulbs, 3)
		total.Low += p.LiveMM.Low
	}
	assert.Equal(t, 900.0, total.Low, "no root is lost or counted twice")
	assert.Len(t, a.LiveMM, 9)
}

// Two things against it are both said, the weightiest first.
func TestAllThatSpeaksAgainstItIsSaid(t *testing.T) {
	p := strong()
	p.Given.Spreading, p.Intake.Flowering, p.Looks[0].Noted.Growth = true, patient.Bloom, patient.Resting
	a := Advise(two(), p)
	require.Len(t, a.Reasons, 3)
	assert.Contains(t, english.Say(a.Reasons[0].Value), "Rot may be running")
	assert.Contains(t, english.Say(a.Reasons[1].Value), "in flower")
	assert.Contains(t, english.Say(a.Reasons[2].Value), "at rest")
	assert.NotEmpty(t, a.Places, "where it could be cut is shown all the same")
	assert.Contains(t, a.Cautions, "blade")
}

func TestAChainHasItsLeadAtTheEnd(t *testing.T) {
	assert.Empty(t, Chain(0).Bulbs)
	assert.Len(t, Chain(500).Bulbs, MaxBulbs)
	for n := range 12 {
		r := Chain(n)
		assert.Empty(t, r.Faults())
		for _, b := range r.Bulbs {
			assert.Equal(t, b.N == n, b.Lead)
		}
	}
}
