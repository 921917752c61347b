package forecast

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/aftercare"
	"therapeon/core/dates"
	"therapeon/core/patient"
	"therapeon/core/pots"
	"therapeon/core/progress"
	"therapeon/core/rehome"
	"therapeon/core/roots"
	"therapeon/core/taxa"
)

func day(n int) string { return dates.After("2027-03-01", n) }

// plant is a rootless phalaenopsis-like plant that is held from day 0, with what was seen of it.
func plant(t *testing.T, route string, seen map[int]patient.Checkin) *patient.Patient {
	profile, ok := taxa.Find("phalaenopsis")
	require.True(t, ok)
	p := &patient.Patient{Profile: profile, Intake: patient.Intake{Group: "phalaenopsis"}}
	hole := 25.0
	pot := &pots.Pot{Shape: pots.Round, TopMM: 120, BottomMM: 90, HeightMM: 120, HoleMM: &hole}
	p.Homes = []patient.Home{rehome.Stands(day(0), route, pot)}
	for n, c := range seen {
		at, _ := time.Parse(time.DateOnly, day(n))
		p.Seen = append(p.Seen, patient.Seen{At: at.Add(9 * time.Hour), On: day(n), Noted: c})
	}
	p.Seen = patient.Followed(p.Seen)
	return p
}

func caseOn(p *patient.Patient, n int) *Grounds {
	at, _ := time.Parse(time.DateOnly, day(n))
	r := patient.Reading{On: day(0), Roots: roots.Reading{Roots: []roots.Root{}, NoneFound: true}}
	hole := 25.0
	g := &progress.Followed{
		Patient: p.At(at.Add(20 * time.Hour)), Readings: []patient.Reading{r},
		Pot: &pots.Pot{Shape: pots.Round, TopMM: 120, BottomMM: 90, HeightMM: 120, HoleMM: &hole},
	}
	return &Grounds{Followed: g, Progress: progress.For(g)}
}

func find(list []Forecast, code string) *Forecast {
	for _, f := range list {
		if f.Code == code {
			return &f
		}
	}
	return nil
}

// The first tip of a rootless plant: four weeks for its group, four in five within a factor of 2.2 (numbers
// of the race); once weeks are gone without one, it is later. It comes when the plant roots.
func TestTheFirstTip(t *testing.T) {
	p := plant(t, "tub", map[int]patient.Checkin{0: {Leaf: "firm"}, 40: {Leaf: "firm"}})
	f := find(Made(caseOn(p, 0)), "first-tip")
	require.NotNil(t, f)
	assert.InDelta(t, 28, dates.Between(day(0), f.On), 1)
	assert.InDelta(t, 28/2.2, dates.Between(day(0), f.SoonOn), 1)
	assert.InDelta(t, 28*2.2, dates.Between(day(0), f.LateOn), 1)
	later := find(Made(caseOn(p, 40)), "first-tip")
	require.NotNil(t, later)
	assert.Greater(t, later.On, f.On)
	assert.True(t, Moved(*f, *later))
	assert.Equal(t, Truth{State: Waiting}, TruthOf(*f, caseOn(p, 40)))
	tips := 2
	p = plant(t, "tub", map[int]patient.Checkin{0: {Leaf: "firm"}, 33: {Tips: &tips, TipState: "growing"}})
	assert.Equal(t, Truth{Came, day(33)}, TruthOf(*f, caseOn(p, 50)))
	assert.Nil(t, find(Made(caseOn(p, 50)), "first-tip"), "it came")
	told := *f
	told.MadeOn = day(40)
	assert.Equal(t, Void, TruthOf(told, caseOn(p, 50)).State, "it had come, and was told only later")
}

// A followed root: the tip's arrival at the water is foretold, and told when it came; void once it is lost.
func TestATipAtTheWater(t *testing.T) {
	mm := func(f float64) *float64 { return &f }
	tape := func(length float64, at string) patient.Checkin {
		a := patient.Taped{Root: "A", New: true, LengthMM: mm(length), Tip: "growing", At: at}
		return patient.Checkin{Roots: []patient.Taped{a}}
	}
	seen := map[int]patient.Checkin{20: tape(10, "air"), 27: tape(20, "edge"), 34: tape(30, "edge")}
	f := find(Made(caseOn(plant(t, "inorganic", seen), 35)), "water-root")
	require.NotNil(t, f)
	assert.Equal(t, "A", f.Of)
	assert.Equal(t, 3, f.Seen)
	at := caseOn(plant(t, "inorganic", seen), 35)
	assert.Nil(t, find(Made(at), "wall"), "it is at the wall")
	seen[90] = tape(96, "water")
	assert.Equal(t, Truth{Came, day(90)}, TruthOf(*f, caseOn(plant(t, "inorganic", seen), 95)))
	lost := tape(40, "")
	lost.Roots[0].Kept, lost.Roots[0].Tip = patient.No, ""
	gone := caseOn(plant(t, "inorganic", map[int]patient.Checkin{20: tape(10, "air"), 41: lost}), 60)
	assert.Equal(t, Truth{Void, day(41)}, TruthOf(*f, gone))
	assert.Equal(t, Void, TruthOf(*f, caseOn(plant(t, "inorganic", nil), 60)).State, "its tapes were taken back")
}

// Due for water comes when the pot is found dry; watered before that, it can no longer be told.
func TestDueForWater(t *testing.T) {
	p := plant(t, "bark", map[int]patient.Checkin{9: {Medium: "dry"}})
	c := caseOn(p, 4)
	c.Water = &aftercare.Watering{OnDay: day(8), SoonOn: day(6), LateOn: day(11), Answers: 2}
	f := find(Made(c), "water")
	require.NotNil(t, f)
	assert.Equal(t, "own", f.Rests)
	assert.Equal(t, Truth{Came, day(9)}, TruthOf(*f, caseOn(p, 10)))
	p.Care = []patient.Tended{{On: day(7), Job: "water", Outcome: patient.TendedDone}}
	assert.Equal(t, Truth{Void, day(7)}, TruthOf(*f, caseOn(p, 10)))
	p.Care[0].Was = "dry"
	assert.Equal(t, Truth{Came, day(7)}, TruthOf(*f, caseOn(p, 10)))
}

// The chance of a cause against what it turned out to be, by its keeper.
func TestTheChanceOfACause(t *testing.T) {
	p := plant(t, "bark", nil)
	c := caseOn(p, 1)
	c.Chances = map[string]float64{"suffocation": 0.7, "age": 0.02}
	list := Made(c)
	f := find(list, "cause")
	require.NotNil(t, f)
	assert.Equal(t, "suffocation", f.Of)
	decided := func(word patient.Word, turned string) Truth {
		p.Looks = []patient.Look{{On: day(3), Noted: patient.Inspection{Decisions: map[string]patient.Decision{
			"suffocation": {Word: word, TurnedOut: turned},
		}}}}
		return TruthOf(*f, caseOn(p, 5))
	}
	assert.Equal(t, Waiting, TruthOf(*f, c).State)
	assert.Equal(t, Came, decided(patient.Confirmed, "").State)
	assert.Equal(t, Not, decided(patient.Rejected, "").State)
	assert.Equal(t, Not, decided(patient.Confirmed, patient.Wrong).State)
}
