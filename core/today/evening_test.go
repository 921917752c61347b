package today_test

import (
	"fmt"
	"math/rand/v2"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/aftercare"
	"therapeon/core/disputes"
	"therapeon/core/message"
	"therapeon/core/patient"
	"therapeon/core/taxa"
	"therapeon/core/today"
)

func danger(code string) today.Danger {
	all := today.Table().Evening.Dangers
	return all[slices.IndexFunc(all, func(d today.Danger) bool { return d.Code == code })]
}

func crate(id int, code string) today.Crate {
	return today.Crate{PlantID: int64(id), Tag: fmt.Sprint(id), Danger: danger(code)}
}

// rescue are crates as they came, of all kinds.
func rescue(r *rand.Rand, n int) (list []today.Crate) {
	all := today.Table().Evening.Dangers
	for i := range n {
		c := crate(i+1, all[r.IntN(len(all))].Code)
		c.Turn = patient.Turn(r.IntN(3))
		c.Suspect, c.Mix = c.Turn.Suspect(), message.Plain([]string{"bark", "moss", "mineral"}[r.IntN(3)])
		list = append(list, c)
	}
	return list
}

func ids(of []today.Crate) (list []int64) {
	for _, c := range of {
		list = append(list, c.PlantID)
	}
	return list
}

// What runs or drowns goes before what stands: common practice, no source.
func TestWhatCannotWaitIsOfTonight(t *testing.T) {
	crates := []today.Crate{crate(1, "well"), crate(2, "bare"), crate(3, "rots"), crate(4, "soon")}
	n := today.NightOf(crates, 21, day(0))
	require.NotEmpty(t, n.Tonight)
	assert.Equal(t, int64(3), n.Tonight[0].PlantID)
	assert.NotContains(t, ids(n.Tonight), int64(1))
	for _, c := range n.Waits {
		assert.NotEmpty(t, c.Danger.How.Value, "said how it stands")
		assert.Greater(t, c.By, day(0))
	}
	none := today.NightOf([]today.Crate{crate(1, "rots")}, 5, day(0))
	assert.Len(t, none.Tonight, 1, "what cannot wait is of tonight, whatever the minutes")
	assert.Empty(t, today.NightOf(nil, 60, day(0)).Tonight)
}

// lives plays the nights until the next evening: each plant that waits may be lost, by its danger.
func lost(r *rand.Rand, waits []today.Crate, nights int) (n float64) {
	for _, c := range waits {
		for range nights {
			if r.Float64() < c.Danger.Loses.Value {
				n++
				break
			}
		}
	}
	return n
}

// In simulated evenings the order loses less than taking crates as they came, by what it says it saves.
func TestTheOrderOfAnEveningBeatsFirstCome(t *testing.T) {
	r := rand.New(rand.NewPCG(5, 23))
	nights := int(today.Table().Evening.NightsBetween.Value)
	ordered, came, said := 0.0, 0.0, 0.0
	const evenings = 3000
	for range evenings {
		crates := rescue(r, 8+r.IntN(16))
		n := today.NightOf(crates, 120, day(0))
		said += n.Saves
		ordered += lost(r, n.Waits, nights)
		var left []today.Crate
		minutes := 120.0
		for _, c := range crates {
			if c.Danger.Minutes.Value <= minutes {
				minutes -= c.Danger.Minutes.Value
			} else {
				left = append(left, c)
			}
		}
		came += lost(r, left, nights)
	}
	saved := (came - ordered) / evenings
	t.Logf("first come loses %.3f plants an evening, the order %.3f", came/evenings, ordered/evenings)
	assert.Less(t, ordered, 0.75*came)
	assert.InDelta(t, said/evenings, saved, 0.03, "as much as it says")
}

// best is the least that can be lost where the minutes hold, by trying every choice.
func best(crates []today.Crate, minutes float64) float64 {
	least := 1e9
	for set := range 1 << len(crates) {
		takes, lost := 0.0, 0.0
		for i, c := range crates {
			if set&(1<<i) != 0 {
				takes += c.Danger.Minutes.Value
				continue
			}
			kept := 1.0
			for range int(today.Table().Evening.NightsBetween.Value) {
				kept *= 1 - c.Danger.Loses.Value
			}
			lost += 1 - kept
		}
		if takes <= minutes {
			least = min(least, lost)
		}
	}
	return least
}

func TestNoOtherChoiceLosesLess(t *testing.T) {
	r := rand.New(rand.NewPCG(9, 1))
	for range 120 {
		crates := rescue(r, 10)
		crates = slices.DeleteFunc(crates, func(c today.Crate) bool { return c.Danger.Waits.Value < 1 })
		n := today.NightOf(crates, 60, day(0))
		lost := 0.0
		for _, c := range n.Waits {
			kept := (1 - c.Danger.Loses.Value) * (1 - c.Danger.Loses.Value)
			lost += 1 - kept
		}
		assert.InDelta(t, best(crates, 60), lost, 1e-9)
		assert.LessOrEqual(t, n.Takes, 60.0)
	}
}

// Clean plants come first, then suspects, those kept apart last; the order of coming changes nothing.
func TestASuspectNeverComesBeforeACleanOne(t *testing.T) {
	r := rand.New(rand.NewPCG(3, 4))
	for range 200 {
		crates := rescue(r, 14)
		n := today.NightOf(crates, 150, day(0))
		for i := 1; i < len(n.Tonight); i++ {
			assert.LessOrEqual(t, n.Tonight[i-1].Turn, n.Tonight[i].Turn)
		}
		assert.Len(t, append(ids(n.Tonight), ids(n.Waits)...), len(crates), "none is forgotten")
	}
}

// What a plant stands in by waiting: common practice, no source.
func TestWhatAPlantStandsIn(t *testing.T) {
	of := func(change func(*patient.Patient)) string {
		return today.DangerOf(plant(t, "cattleya", change)).Code
	}
	look := func(f ...string) func(*patient.Patient) {
		return func(p *patient.Patient) {
			in := patient.Inspection{Findings: patient.Findings{"stays-wet": patient.Absent}}
			for _, code := range f {
				in.Findings[code] = patient.Present
			}
			p.Looks = []patient.Look{{On: day(0), Noted: in}}
		}
	}
	bare := func(of func(*patient.Patient)) func(*patient.Patient) {
		return func(p *patient.Patient) {
			of(p)
			p.Intake.Pot = patient.NoPot
		}
	}
	assert.Equal(t, "rots", of(look("decay-smell")))
	assert.Equal(t, "bare-limp", of(bare(look("leaves-limp"))))
	assert.Equal(t, "bare", of(bare(look())))
	assert.Equal(t, "crawls", of(look("moving-specks")))
	assert.Equal(t, "asks", of(func(*patient.Patient) {}), "nobody looked yet")
	assert.Equal(t, "well", of(look()))
}

// plant is a plant of a group as it came in bark, with what is changed of it.
func plant(t *testing.T, group string, change func(*patient.Patient)) *aftercare.InCare {
	t.Helper()
	profile, ok := taxa.Find(group)
	require.True(t, ok)
	p := patient.Patient{
		Profile: profile,
		Intake:  patient.Intake{Tag: "a plant", Group: group, OldMedium: "bark", Pot: "clear", LeafCount: 5}.OfKind(),
		House:   patient.House{Sides: disputes.Usual()},
		Now:     begin,
	}
	change(&p)
	return &aftercare.InCare{Patient: &p}
}

// Those that take just as long as there is, and those that can wait just a night.
func TestAnEveningToTheMinute(t *testing.T) {
	crate := func(id int64, minutes, waits, loses float64) today.Crate {
		d := today.Danger{}
		d.Minutes.Value, d.Waits.Value, d.Loses.Value = minutes, waits, loses
		return today.Crate{PlantID: id, Danger: d}
	}
	n := today.NightOf([]today.Crate{crate(1, 20, 1, 0.1)}, 20, day(0))
	assert.Len(t, n.Tonight, 1, "it takes all there is")
	assert.InDelta(t, 0, n.Saves, 1e-12, "who comes first is done first, and takes all there is")
	n = today.NightOf([]today.Crate{crate(1, 20, 1, 0.1)}, 19, day(0))
	require.Len(t, n.Waits, 1)
	assert.Equal(t, day(1), n.Waits[0].By)
	n = today.NightOf([]today.Crate{crate(1, 20, 0.5, 0.1), crate(2, 5, 1, 0.9)}, 10, day(0))
	assert.Equal(t, []int64{1}, ids(n.Tonight), "what cannot wait takes the minutes of what can")
	n = today.NightOf([]today.Crate{crate(1, 5, 1, 0.1), crate(2, 5, 0, 0.01)}, 10, day(0))
	assert.Equal(t, []int64{2, 1}, ids(n.Tonight), "what cannot wait comes first")
}

// What waits longer than it may until the next evening, two nights on, is said to be late: a house rule. What saves
// most for a minute comes first, of what is alike else: common practice, no source.
func TestWhatWaitsTooLong(t *testing.T) {
	of := func(id int, waits, loses, minutes float64) today.Crate {
		c := crate(id, "soon")
		c.Danger.Waits.Value, c.Danger.Loses.Value, c.Danger.Minutes.Value = waits, loses, minutes
		return c
	}
	nights := today.Table().Evening.NightsBetween.Value
	n := today.NightOf([]today.Crate{of(1, nights, 0.1, 10), of(2, nights-1, 0.1, 10)}, 0, day(0))
	late := map[int64]bool{}
	for _, c := range n.Waits {
		late[c.PlantID] = c.Late
	}
	assert.Equal(t, map[int64]bool{1: false, 2: true}, late)
	crates := []today.Crate{of(1, 9, 0.02, 10), of(2, 9, 0.1, 40), of(3, 9, 0.1, 10), of(4, 9, 0.1, 60)}
	assert.Equal(t, []int64{3, 2, 1, 4}, ids(today.NightOf(crates, 500, day(0)).Tonight))
	assert.Equal(t, []int64{3, 2, 1, 4}, ids(today.NightOf(crates, 0, day(0)).Waits))
}
