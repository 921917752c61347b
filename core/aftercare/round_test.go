package aftercare_test

import (
	"fmt"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"therapeon/core/aftercare"
	"therapeon/core/patient"
)

func wanted(id int64, turn patient.Turn, job, place string) aftercare.Wanted {
	return aftercare.Wanted{Turn: turn, By: day(0), Item: aftercare.Item{
		PlantID: id, Tag: fmt.Sprint("Crate ", id), Job: job, Place: place, On: day(0), ML: 450,
	}}
}

// A round goes clean plants first, then suspects, those kept apart last, with a wash and a new blade
// between; in each turn job by job, and place by place.
func TestTheOrderOfARound(t *testing.T) {
	r := aftercare.RoundOf([]aftercare.Wanted{
		wanted(1, patient.Apart, "flush", "a"), wanted(2, patient.Clean, "check", "a"), wanted(3, patient.Clean, "flush", "b"),
		wanted(4, patient.Suspected, "water", "a"), wanted(5, patient.Clean, "flush", "a"),
	}, day(0))
	require.Len(t, r.Turns, 3)
	assert.Equal(t, []string{"clean", "suspect", "apart"}, []string{r.Turns[0].Turn, r.Turns[1].Turn, r.Turns[2].Turn})
	assert.Nil(t, r.Turns[0].Before)
	assert.Contains(t, r.Turns[1].Before.Value, "new blade")
	require.Len(t, r.Turns[0].Groups, 2, "all the flushing, then the check-ins")
	assert.Equal(t, int64(5), r.Turns[0].Groups[0].Items[0].PlantID, "by place")
	assert.Equal(t, 2, r.Carry.Blades)
	assert.InDelta(t, 4*450, r.Carry.PlainML, 1e-9, "a check-in carries no water")
	assert.Equal(t, "5 plants want you today. About 18 minutes.", r.Headline(3, "", 0), "what is at the bench stands beside it")
}

// Feed is one batch a strength; what is done is carried no more.
func TestWhatIsCarried(t *testing.T) {
	fed := func(id int64, ppm float64) aftercare.Wanted {
		w := wanted(id, patient.Clean, "water", "")
		w.PPM = ppm
		return w
	}
	done := wanted(9, patient.Clean, "water", "")
	done.Done = &aftercare.Noted{ID: 1, Outcome: patient.TendedDone}
	r := aftercare.RoundOf([]aftercare.Wanted{fed(1, 64), fed(2, 61), fed(3, 105), done}, day(0))
	assert.Equal(t, []aftercare.Batch{{PPM: 60, ML: 900, Plants: 2}, {PPM: 100, ML: 450, Plants: 1}}, r.Carry.Feed)
	assert.Zero(t, r.Carry.PlainML)
	assert.Equal(t, 3, r.Open)
	assert.Equal(t, 1, r.Done)
}

func TestNothingDueIsAnAnswer(t *testing.T) {
	r := aftercare.RoundOf(nil, day(0))
	assert.Equal(t, "Nothing wants you today.", r.Headline(0, "", 0))
	assert.Equal(t, "Nothing is due in the round. One plant wants you at the bench.", r.Headline(1, day(3), 3))
	assert.Equal(t, "Nothing wants you today. Next: 3 plants on 4 Apr 2027.", r.Headline(0, day(3), 3))
	late := wanted(1, patient.Clean, "soak", "")
	late.By = day(-2)
	it := aftercare.RoundOf([]aftercare.Wanted{late}, day(0)).Turns[0].Groups[0].Items[0]
	assert.Equal(t, 2, it.LateDays)
	assert.True(t, it.Matters, "a bare plant dries by the day")
}

func TestNoSuspectBeforeACleanOne(t *testing.T) {
	r := rand.New(rand.NewPCG(1, 2))
	jobs := aftercare.Table().Jobs
	for range 100 {
		var list []aftercare.Wanted
		for id := range 40 {
			list = append(list, wanted(int64(id), patient.Turn(r.IntN(3)), jobs[r.IntN(len(jobs))].Code, "x"))
		}
		round := aftercare.RoundOf(list, day(0))
		last, n := -1, 0
		for _, turn := range round.Turns {
			at := map[string]int{"clean": 0, "suspect": 1, "apart": 2}[turn.Turn]
			assert.Greater(t, at, last)
			last = at
			for _, g := range turn.Groups {
				n += len(g.Items)
			}
		}
		assert.Equal(t, len(list), n, "none is forgotten")
	}
}

// Feed figures of the house's numbers: from memory. Weekly × 0.7, house rule.
func TestFeedByClass(t *testing.T) {
	fed := func(group string, more ...func(*patient.Patient)) float64 {
		usual := []func(*patient.Patient){withRoots(20, 2, ""), in("mineral")}
		l := housed(t, group, "inorganic", append(usual, more...)...)
		l.sees(40, patient.Checkin{LongestMM: num(60.0), Tips: num(3), Growth: patient.Growing})
		return l.on(41).Feed.PPM
	}
	assert.InDelta(t, 35, fed("pleurothallid"), 0.5, "very light")
	assert.InDelta(t, 60, fed("bulbophyllum"), 0.5, "light")
	assert.InDelta(t, 100, fed("phalaenopsis"), 0.5, "medium")
	three := fed("phalaenopsis", side("first_feed", "three-months"))
	assert.Zero(t, three, "by the side that gives none for three months")
	assert.Zero(t, fed("phalaenopsis", withRoots(1, 20, "")), "few roots: its gate first")
}

// Where it stands against what it wants: a bare plant in dry air gains by a humid place; who was moved
// lately stays; two moves at most.
func TestWhereInThisHouse(t *testing.T) {
	spot := func(id int64, night, day, percent float64) aftercare.Spot {
		return aftercare.Spot{ID: id, Name: fmt.Sprint("place ", id), Known: true,
			Air: patient.Air{NightC: night, DayC: day, Percent: &percent, Light: "bright"}}
	}
	spots := []aftercare.Spot{spot(1, 9, 15, 35), spot(2, 19, 26, 75)}
	var plants []aftercare.Stander
	for i := range 5 {
		l := housed(t, "phalaenopsis", "tub")
		l.on(30)
		plants = append(plants, aftercare.Stander{ID: int64(i + 1), Tag: fmt.Sprint(i), PlaceID: 1, Case: &l.Case})
	}
	moves := aftercare.Moves(plants, spots, day(30))
	require.Len(t, moves, 2, "the two that help most")
	assert.Equal(t, int64(2), moves[0].ToID)
	assert.NotEmpty(t, moves[0].Here)
	assert.Empty(t, aftercare.Moves(plants, spots, day(5)), "moved five days ago: one change at a time")
	for i := range plants {
		plants[i].PlaceID = 2
	}
	assert.Empty(t, aftercare.Moves(plants, spots, day(30)), "they stand well")
}
