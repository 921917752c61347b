package today_test

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/patient"
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
