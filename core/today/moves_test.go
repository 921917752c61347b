package today_test

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/aftercare"
	"therapeon/core/patient"
	"therapeon/core/pots"
	"therapeon/core/rehome"
	"therapeon/core/today"
)

// Where it stands against what it wants: a bare plant in dry air gains by a humid place; who was moved
// lately stays; two moves at most.
func TestWhereInThisHouse(t *testing.T) {
	spot := func(id int64, night, day, percent float64) today.Spot {
		return today.Spot{ID: id, Name: fmt.Sprint("place ", id), Known: true,
			Air: patient.Air{NightC: night, DayC: day, Percent: &percent, Light: "bright"}}
	}
	spots := []today.Spot{spot(1, 9, 15, 35), spot(2, 19, 26, 75)}
	var plants []today.Stander
	for i := range 5 {
		p := plant(t, "phalaenopsis", func(p *patient.Patient) {
			p.Homes = []patient.Home{rehome.Stands(day(0), "tub", nil)}
			p.Now = begin.AddDate(0, 0, 30)
		})
		plants = append(plants, today.Stander{ID: int64(i + 1), Tag: fmt.Sprint(i), PlaceID: 1, Case: p})
	}
	moves := today.Moves(plants, spots, day(30))
	require.Len(t, moves, 2, "the two that help most")
	assert.Equal(t, int64(2), moves[0].ToID)
	assert.NotEmpty(t, moves[0].Here)
	assert.Empty(t, today.Moves(plants, spots, day(5)), "moved five days ago: one change at a time")
	for i := range plants {
		plants[i].PlaceID = 2
	}
	assert.Empty(t, today.Moves(plants, spots, day(30)), "they stand well")
}

// What a place costs a plant, by hand: a bare plant wants 70 % of humidity and a potted one 40 %, a tenth of a point
// for each percent below; direct sun costs 4 points where it is not rooted in: common practice and house rules.
func TestWhatAPlaceCostsAPlant(t *testing.T) {
	spot := func(percent float64, light string) today.Spot {
		return today.Spot{Air: patient.Air{Percent: &percent, Light: light}}
	}
	held := plant(t, "phalaenopsis", func(p *patient.Patient) {
		p.Homes = []patient.Home{rehome.Stands(day(0), "tub", nil)}
	})
	potted := plant(t, "phalaenopsis", func(p *patient.Patient) {
		p.Homes = []patient.Home{rehome.Stands(day(0), "bark", &pots.Pot{Wall: "clear"})}
	})
	cost := func(c *aftercare.InCare, s today.Spot) (points float64) {
		for _, m := range today.Misfits(c, s) {
			points += m.Points
		}
		return points
	}
	assert.InDelta(t, 1, cost(held, spot(60, "")), 1e-9)
	assert.Zero(t, cost(held, spot(70, "")))
	assert.Zero(t, cost(potted, spot(60, "")))
	assert.InDelta(t, 1, cost(potted, spot(30, "")), 1e-9)
	assert.InDelta(t, 4, cost(potted, spot(60, "sun")), 1e-9)
	assert.Zero(t, cost(potted, spot(60, "shade")), "it does not grow on roots of its own")
}

// A move is told from one point of gain on, and from the fourteenth day in a home: house rule, common practice.
func TestAMoveThatIsJustWorthIt(t *testing.T) {
	spots := func(there float64) []today.Spot {
		here := 50.0
		return []today.Spot{
			{ID: 1, Name: "here", Air: patient.Air{Percent: &here}},
			{ID: 2, Name: "there", Air: patient.Air{Percent: &there}},
		}
	}
	stands := []today.Stander{{ID: 1, Tag: "x", PlaceID: 1, Case: plant(t, "phalaenopsis", func(p *patient.Patient) {
		p.Homes = []patient.Home{rehome.Stands(day(0), "tub", nil)}
	})}}
	assert.Len(t, today.Moves(stands, spots(60), day(30)), 1, "one point")
	assert.Empty(t, today.Moves(stands, spots(59), day(30)))
	assert.Len(t, today.Moves(stands, spots(60), day(14)), 1)
	assert.Empty(t, today.Moves(stands, spots(60), day(13)))
	stands[0].PlaceID = 9
	assert.Empty(t, today.Moves(stands, spots(60), day(30)), "where it stands is not known")
	unhoused := []today.Stander{{ID: 1, Tag: "x", PlaceID: 1, Case: plant(t, "phalaenopsis", func(p *patient.Patient) {
		p.Intake.Pot = patient.NoPot
	})}}
	assert.Len(t, today.Moves(unhoused, spots(60), day(1)), 1, "it was never moved here")
	first := append(spots(60), today.Spot{ID: 3, Name: "as good", Air: spots(60)[1].Air})
	stands[0].PlaceID = 1
	assert.Equal(t, int64(2), today.Moves(stands, first, day(30))[0].ToID, "of two alike the first")
}
