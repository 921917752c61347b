package division

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/patient"
	"therapeon/core/roots"
	"therapeon/language/english"
)

// living is a plant with so much living root on each of its bulbs, mm, and so much of no known growth.
func living(perBulb, unplaced float64) *patient.Patient {
	p := strong()
	p.Given.UnplacedMM = roots.Range{Low: unplaced, High: unplaced}
	for n := range p.Given.LiveMM {
		p.Given.LiveMM[n] = roots.Range{Low: perBulb, High: perBulb}
	}
	return p
}

// A piece needs three living bulbs, a lead and 100 mm of living root, each to the figure: common practice and
// house rule, no source.
func TestAPieceHasJustEnough(t *testing.T) {
	r := two() // 1–2–3–4–5 and, from 2, 6–7–8
	newer := func(p *patient.Patient) Piece { return Advise(r, p).Places[4].Newer }
	require.Equal(t, []int{6, 7, 8}, newer(living(100, 0)).Bulbs)
	assert.True(t, newer(living(34, 0)).Fits, "102 mm on three bulbs")
	assert.False(t, newer(living(33, 0)).Fits, "99 mm")
	assert.True(t, newer(living(25, 25)).Fits, "75 mm, and 25 mm of no known growth: 100 mm just do")
	assert.False(t, newer(living(25, 24)).Fits)
	unread := living(0, 0)
	unread.Given.Read = false
	assert.True(t, newer(unread).Fits, "roots that nobody read are not too few")
	r.Bulbs[6].State = patient.DeadBulb
	assert.False(t, newer(living(100, 0)).Fits, "two living bulbs")
}

// Three bulbs do, four are better, and that is said of a piece of three alone.
func TestThreeBulbsDoAndFourAreBetter(t *testing.T) {
	three, four := two(), two()
	four.Bulbs = append(four.Bulbs, Bulb{N: 9, From: 8})
	better := Table().Rules["three-bulbs"]
	assert.Contains(t, english.Lines(Advise(three, living(100, 0)).Places[4].Newer.Why), english.Say(better))
	assert.NotContains(t, english.Lines(Advise(four, living(100, 0)).Places[4].Newer.Why), english.Say(better))
}

// Roots count as not told apart where some live and none hangs from a growth that is told.
func TestRootsThatAreNotToldApart(t *testing.T) {
	apart := func(p *patient.Patient) bool {
		d := divided{Patient: p}
		d.live, d.unplaced = p.Condition().LiveByBulb()
		return d.unassigned()
	}
	assert.True(t, apart(living(0, 300)))
	assert.False(t, apart(living(0, 0)), "none live")
	assert.False(t, apart(living(10, 300)), "some are told")
	unread := living(0, 300)
	unread.Given.Read = false
	assert.False(t, apart(unread), "nobody read them")
}

// Of places that part the bulbs alike, the one that parts the roots better; of such ones the older.
func TestTheMostEvenPlace(t *testing.T) {
	place := func(before, older, newer int, mm float64) Joint {
		piece := func(n int) Piece { return Piece{Bulbs: make([]int, n), LiveMM: roots.Range{Low: mm}} }
		return Joint{Before: before, Fits: true, Older: piece(older), Newer: piece(newer)}
	}
	unfit := place(9, 8, 8, 900)
	unfit.Fits = false
	assert.Equal(t, 5, mostEven([]Joint{unfit, place(4, 3, 5, 900), place(5, 4, 4, 100)}), "bulbs go first")
	assert.Equal(t, 5, mostEven([]Joint{place(4, 4, 5, 100), place(5, 4, 5, 200)}), "then roots")
	assert.Equal(t, 4, mostEven([]Joint{place(4, 4, 5, 200), place(5, 4, 5, 200)}), "then the older place")
	assert.Equal(t, 4, mostEven([]Joint{place(4, 4, 5, 200), place(5, 3, 5, 900)}))
}

// A number out of its turn is told with the one that it should be.
func TestABulbOutOfItsTurn(t *testing.T) {
	faults := Rhizome{Bulbs: []Bulb{{N: 1}, {N: 3, From: 1}}}.Faults()
	require.Len(t, faults, 1)
	assert.Equal(t, "2", english.Say(faults[0].Limit))
	faults = Rhizome{Bulbs: []Bulb{{N: 1}, {N: 2, From: 2}}}.Faults()
	require.Len(t, faults, 1)
	assert.Equal(t, "0 to 1", english.Say(faults[0].Limit), "it cannot grow from itself")
}
